// Package serial plans in the plain way: one task after the other, in the order of their
// hours, each at the first start at which everything is free, and nothing is moved again
// (serial schedule generation; Kolisch and Hartmann 1999, from memory). It is what the
// solver is measured against, and shares nothing with it.
package serial

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
)

// Plan makes a plan backwards from the hours, and one forwards, and gives the better one;
// false where neither has a place for everything.
func Plan(p schedule.Problem) (schedule.Plan, bool) {
	back, ok := newMaker(p).backwards()
	forth, also := newMaker(p).forwards()
	if !ok || also && better(forth, back) {
		return forth, also
	}
	return back, ok
}

// Repair makes a plan of a problem like the one before valid again: in the order in which
// things stood, each where it was, or else as soon after as everything is free.
func Repair(p schedule.Problem, was schedule.Plan) (schedule.Plan, bool) {
	m := newMaker(p)
	m.remember(was)
	return m.forwards()
}

func better(a, b schedule.Plan) bool {
	return cmp.Or(cmp.Compare(a.Violation, b.Violation), cmp.Compare(a.Cost, b.Cost)) < 0
}

// maker is a plan in the making.
type maker struct {
	p       schedule.Problem
	rooms   []*Room
	at      map[string]int // of a resource
	task    map[string]int
	links   [][]int // of a task
	start   []int64
	placed  []bool
	uses    [][]string
	holds   map[int][]string
	label   map[string]string
	had     map[string]*schedule.PlannedTask
	journal []func() // to take back what was put in last
}

// step is how far apart the starts are that are tried, in seconds.
const step = 15

func newMaker(p schedule.Problem) *maker {
	n := len(p.Tasks)
	m := &maker{p: p, at: map[string]int{}, task: map[string]int{}, links: make([][]int, n), start: make([]int64, n), placed: make([]bool, n),
		uses: make([][]string, n), holds: map[int][]string{}, label: map[string]string{}, had: map[string]*schedule.PlannedTask{}}
	for i, r := range p.Resources {
		m.at[r.ID], m.rooms = i, append(m.rooms, &Room{Resource: r})
	}
	for i, t := range p.Tasks {
		m.task[t.ID] = i
	}
	for e, l := range p.Links {
		from, to := m.task[l.From], m.task[l.To]
		m.links[from] = append(m.links[from], e)
		if to != from {
			m.links[to] = append(m.links[to], e)
		}
	}
	return m
}

func (m *maker) remember(was schedule.Plan) {
	for i := range was.Tasks {
		m.had[was.Tasks[i].ID] = &was.Tasks[i]
	}
}

// lag is how long after the start of its first task that of its second has to be at least.
func (m *maker) lag(e int) int64 {
	l := &m.p.Links[e]
	lag := l.Least()
	if l.ToAt == schedule.End {
		lag -= m.p.Tasks[m.task[l.To]].Duration
	}
	if l.FromAt != schedule.Start {
		lag += m.p.Tasks[m.task[l.From]].Duration
	}
	return lag
}

// dues are the last ends that the hours leave to the tasks.
func (m *maker) dues() []int64 {
	due := make([]int64, len(m.p.Tasks))
	for i := range due {
		due[i] = m.p.Horizon[1]
	}
	for _, t := range m.p.Targets {
		if t.Late > 0 {
			due[m.task[t.Task]] = min(due[m.task[t.Task]], t.At)
		}
	}
	for changed, round := true, 0; changed && round < len(due); round++ {
		changed = false
		for e, l := range m.p.Links {
			from, to := m.task[l.From], m.task[l.To]
			last := due[to] - m.p.Tasks[to].Duration - m.lag(e) + m.p.Tasks[from].Duration
			if last < due[from] && last > m.p.Horizon[0] {
				due[from], changed = last, true
			}
		}
	}
	return due
}

// backwards puts everything in as late as it may be and still be in time.
func (m *maker) backwards() (schedule.Plan, bool) {
	due := m.dues()
	for range m.p.Tasks {
		i := m.next(func(a, b int) int { return cmp.Compare(due[b], due[a]) }, false)
		low, high := m.between(i)
		best := min(high, due[i]-m.p.Tasks[i].Duration)
		if !m.search(i, best, low, -step) && !m.search(i, max(low, best), high, step) {
			return schedule.Plan{}, false
		}
	}
	return m.plan(), true
}

// forwards puts everything in as soon as it may be, or was.
func (m *maker) forwards() (schedule.Plan, bool) {
	due := m.dues()
	key := func(i int) int64 {
		if was := m.had[m.p.Tasks[i].ID]; was != nil {
			return was.Start
		}
		return due[i] - m.p.Tasks[i].Duration
	}
	for range m.p.Tasks {
		i := m.next(func(a, b int) int { return cmp.Compare(key(a), key(b)) }, true)
		low, high := m.between(i)
		at := low
		if was := m.had[m.p.Tasks[i].ID]; was != nil {
			at = max(low, was.Start)
		}
		if !m.search(i, at, high, step) && !m.search(i, at-step, low, -step) {
			return schedule.Plan{}, false
		}
	}
	return m.plan(), true
}

// next is the first of the tasks that nothing has to be put in before.
func (m *maker) next(order func(a, b int) int, forwards bool) int {
	best, ready := -1, false
	for i := range m.p.Tasks {
		if m.placed[i] {
			continue
		}
		free := !slices.ContainsFunc(m.links[i], func(e int) bool {
			from, to := m.task[m.p.Links[e].From], m.task[m.p.Links[e].To]
			first, second := from, to
			if !forwards {
				first, second = to, from
			}
			return second == i && first != i && !m.placed[first] && m.lag(e) > m.p.Horizon[0]-m.p.Horizon[1]
		})
		if best < 0 || free && !ready || free == ready && order(i, best) < 0 {
			best, ready = i, free
		}
	}
	return best
}

// between are the first and the last start that what stands leaves to a task.
func (m *maker) between(i int) (low, high int64) {
	t := &m.p.Tasks[i]
	low, high = m.p.Horizon[0], m.p.Horizon[1]-t.Duration
	if t.Earliest != nil {
		low = max(low, *t.Earliest)
	}
	for _, e := range m.links[i] {
		from, to := m.task[m.p.Links[e].From], m.task[m.p.Links[e].To]
		if to == i && from != i && m.placed[from] {
			low = max(low, m.start[from]+m.lag(e))
		}
		if from == i && to != i && m.placed[to] {
			high = min(high, m.start[to]-m.lag(e))
		}
	}
	return low, high
}

// search puts a task in at the first start that fits, going by steps from at to limit.
func (m *maker) search(i int, at, limit, by int64) bool {
	for ; (limit-at)*by >= 0; at += by {
		if m.put(i, at) {
			return true
		}
	}
	return false
}

// plan writes what stands, with its figures.
func (m *maker) plan() schedule.Plan {
	out := schedule.Plan{Problem: m.p.Name}
	for i, t := range m.p.Tasks {
		out.Tasks = append(out.Tasks, schedule.PlannedTask{ID: t.ID, Start: m.start[i], End: m.start[i] + t.Duration, Resources: m.uses[i]})
	}
	for e, l := range m.p.Links {
		if len(l.Holds) > 0 {
			from := m.task[l.From]
			out.Links = append(out.Links, schedule.PlannedLink{Link: e, From: l.From, To: l.To, Gap: m.start[m.task[l.To]] - m.start[from] - m.p.Tasks[from].Duration, Resources: m.holds[e]})
		}
	}
	return check.Measured(m.p, out)
}
