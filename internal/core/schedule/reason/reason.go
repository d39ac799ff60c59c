// Package reason says why a task of a plan stands where it stands: how far it
// could be moved, all others staying, and which rule stops it there.
package reason

import (
	"slices"

	"jointime/internal/core/schedule"
)

// Rule names what stops a task.
type Rule string

// The rules that can stop a task. In the data of a run-up they stand as they are here.
const (
	Nothing  Rule = ""
	Horizon  Rule = "horizon"
	Earliest Rule = "earliest"
	Latest   Rule = "latest"
	Window   Rule = "window"   // of Resource
	Busy     Rule = "busy"     // Resource is with Other
	Pause    Rule = "pause"    // Resource heats or cools for Other
	LinkMin  Rule = "link.min" // the wait to or from Other would be too short
	LinkMax  Rule = "link.max" // the wait to or from Other would be too long
	Target   Rule = "target"
	Together Rule = "together"
)

// Stop is what keeps a task from moving further.
type Stop struct {
	Rule     Rule
	Other    int // task; -1: none
	Link     int // with LinkMin, LinkMax; -1: none
	Resource string
	Pause    int64 // seconds of heating or cooling, with Pause
}

// Room is how far a task can move one way before something gets worse, in
// seconds, and what stops it then.
type Room struct {
	Seconds int64
	Stop    Stop
}

// Scene is a problem and its plan, made ready for questions, by one who asks at a time.
type Scene struct {
	p        schedule.Problem
	plan     schedule.Plan
	index    map[string]int
	resource map[string]*schedule.Resource
	linksOf  [][]int
	held     map[int][]string // link → resources
	taken    map[string][]taking
	targets  map[int][]schedule.Target
	asked    [2][]*Room // Later and Earlier of each task, once it was asked for

	moving map[int]bool // tasks that move together, see Move
	by     int64        // how far
}

type taking struct {
	span    schedule.Span
	units   int64
	setting *int64
	settle  bool
	task    int // owner; for a hold the task before it
	link    int // -1: not a hold
}

// NewScene reads a plan that package check accepts.
func NewScene(p schedule.Problem, plan schedule.Plan) *Scene {
	s := &Scene{p: p, plan: plan, index: map[string]int{}, resource: map[string]*schedule.Resource{},
		linksOf: make([][]int, len(p.Tasks)), held: map[int][]string{}, taken: map[string][]taking{}, targets: map[int][]schedule.Target{}}
	for i := range p.Resources {
		s.resource[p.Resources[i].ID] = &p.Resources[i]
	}
	for i, t := range p.Tasks {
		s.index[t.ID] = i
		for k, u := range t.Uses {
			for _, span := range parts(t, u, plan.Tasks[i].Start) {
				s.take(plan.Tasks[i].Resources[k], u, span, i, -1)
			}
		}
	}
	for _, l := range plan.Links {
		s.held[l.Link] = l.Resources
	}
	for e, l := range p.Links {
		from, to := s.index[l.From], s.index[l.To]
		s.linksOf[from] = append(s.linksOf[from], e)
		if to != from {
			s.linksOf[to] = append(s.linksOf[to], e)
		}
		for h, u := range l.Holds {
			s.take(s.held[e][h], u, schedule.Span{plan.Tasks[from].End, plan.Tasks[to].Start}, from, e)
		}
	}
	for _, t := range p.Targets {
		s.targets[s.index[t.Task]] = append(s.targets[s.index[t.Task]], t)
	}
	return s
}

// parts are the spans in which a task at a start uses something.
func parts(t schedule.Task, u schedule.Use, start int64) []schedule.Span {
	own := u.Parts(t.Duration)
	out := make([]schedule.Span, len(own))
	for i, s := range own {
		out[i] = s.Shift(start)
	}
	return out
}

func (s *Scene) take(resource string, u schedule.Use, span schedule.Span, task, link int) {
	if span[0] < span[1] {
		s.taken[resource] = append(s.taken[resource], taking{span, u.Need(), u.Setting, u.Settle, task, link})
	}
}

// Later is how much later task i could start.
func (s *Scene) Later(i int) Room { return s.once(0, i, 1) }

// Earlier is how much earlier task i could start.
func (s *Scene) Earlier(i int) Room { return s.once(1, i, -1) }

// Stops are all rules that stop task i where it has no more room, the one of its room in front,
// each once: by itself, or of a link or a resource. Of all but one of them loosened, it is
// stopped there still.
func (s *Scene) Stops(i int, later bool) (out []Stop) {
	room, way := s.Earlier(i), int64(-1)
	if later {
		room, way = s.Later(i), 1
	}
	for stop := range s.Breaks(i, way*(room.Seconds+1)) {
		same := func(o Stop) bool { return o.Rule == stop.Rule && o.Link == stop.Link && o.Resource == stop.Resource }
		if !slices.ContainsFunc(out, same) {
			out = append(out, stop)
		}
	}
	return out
}

// once keeps what was found: the reasons of one task lead through many others.
func (s *Scene) once(which, i int, way int64) Room {
	if s.asked[which] == nil {
		s.asked[which] = make([]*Room, len(s.p.Tasks))
	}
	if s.asked[which][i] == nil {
		room := s.room(i, way)
		s.asked[which][i] = &room
	}
	return *s.asked[which][i]
}

// room tries the moments at which a rule may begin to bind, nearest first.
// Between two of them nothing changes, so a second beyond each is enough.
func (s *Scene) room(i int, way int64) Room {
	if stop := s.first(i, way); stop.Rule != Nothing { // most tasks cannot move at all
		return Room{0, stop}
	}
	for _, d := range s.moments(i, way) {
		if stop := s.first(i, way*(d+1)); stop.Rule != Nothing {
			return Room{d, stop}
		}
	}
	return Room{s.p.Horizon[1] - s.p.Horizon[0], Stop{Rule: Horizon, Other: -1, Link: -1}}
}

// moments are distances, from 0 on, after which something may change.
func (s *Scene) moments(i int, way int64) []int64 {
	t, at := s.p.Tasks[i], s.plan.Tasks[i]
	out := []int64{0}
	add := func(d int64) {
		if d *= way; d > 0 {
			out = append(out, d)
		}
	}
	s.limitMoments(i, add)
	for _, e := range s.linksOf[i] {
		s.linkMoments(e, i, add)
	}
	for _, g := range s.p.Together {
		if slices.Contains(g.Tasks, t.ID) && g.Within != nil {
			first, last := s.ends(g, t.ID)
			add(last - *g.Within - at.End)
			add(first + *g.Within - at.End)
		}
	}
	for k, u := range t.Uses {
		for _, span := range parts(t, u, at.Start) {
			s.resourceMoments(at.Resources[k], u, span, i, add)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// limitMoments are those of the task by itself.
func (s *Scene) limitMoments(i int, add func(int64)) {
	t, at := s.p.Tasks[i], s.plan.Tasks[i]
	add(s.p.Horizon[1] - at.End)
	add(s.p.Horizon[0] - at.Start)
	if t.Earliest != nil {
		add(*t.Earliest - at.Start)
	}
	if t.Latest != nil {
		add(*t.Latest - at.End)
	}
	for _, g := range s.targets[i] {
		add(g.At - at.End)
	}
}

func (s *Scene) linkMoments(e, i int, add func(int64)) {
	l := s.p.Links[e]
	gap := s.gap(l)
	sign := int64(1)
	if l.From == s.p.Tasks[i].ID {
		sign = -1
	}
	add(sign * (l.Least() - gap))
	if l.Max != nil {
		add(sign * (*l.Max - gap))
	}
	for h, u := range l.Holds {
		span := schedule.Span{s.plan.Tasks[s.index[l.From]].End, s.plan.Tasks[s.index[l.To]].Start}
		s.resourceMoments(s.held[e][h], u, span, i, add)
	}
}

func (s *Scene) resourceMoments(id string, u schedule.Use, span schedule.Span, i int, add func(int64)) {
	r := s.resource[id]
	for _, w := range r.Windows {
		add(w[1] - span[1])
		add(w[0] - span[0])
	}
	if r.Setting != nil && u.Setting != nil {
		add(s.p.Horizon[0] + r.Setting.Pause(r.Setting.Initial, *u.Setting) - span[0])
	}
	for _, o := range s.taken[id] {
		if s.own(o, i) {
			continue
		}
		before, after := s.pauses(r, u, o)
		add(o.span[0] - before - span[1])
		add(o.span[1] + after - span[0])
		add(o.span[1] - span[1])
		add(o.span[0] - span[0])
	}
}

func (s *Scene) pauses(r *schedule.Resource, u schedule.Use, o taking) (before, after int64) {
	if r.Setting == nil {
		return 0, 0
	}
	if !o.settle {
		before = r.Setting.Pause(*u.Setting, *o.setting)
	}
	if !u.Settle {
		after = r.Setting.Pause(*o.setting, *u.Setting)
	}
	return before, after
}

// own reports whether a taking moves with task i.
func (s *Scene) own(o taking, i int) bool { return s.moves(o) || s.of(o, i) }

// of reports whether a taking is one of task i, or of a wait before or after it.
func (s *Scene) of(o taking, i int) bool {
	if o.link < 0 {
		return o.task == i
	}
	return s.index[s.p.Links[o.link].From] == i || s.index[s.p.Links[o.link].To] == i
}

// is reports whether a taking is the one that is asked for: of the task itself, or of the wait.
func (s *Scene) is(o taking, who asker) bool {
	if who.link < 0 {
		return o.link < 0 && o.task == who.task
	}
	return o.link == who.link
}

func (s *Scene) gap(l schedule.Link) int64 {
	return l.Gap(s.plan.Tasks[s.index[l.From]], s.plan.Tasks[s.index[l.To]])
}

// ends are the first and last end of a group without one of its tasks, and without those that
// move with it.
func (s *Scene) ends(g schedule.Together, but string) (first, last int64) {
	first, last = 1<<60, -(1 << 60)
	for _, id := range g.Tasks {
		if id != but && !s.moving[s.index[id]] {
			end := s.plan.Tasks[s.index[id]].End
			first, last = min(first, end), max(last, end)
		}
	}
	return first, last
}
