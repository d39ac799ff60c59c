package solve

import (
	"cmp"
	"context"
	"math/rand/v2"
	"slices"
	"sort"

	"jointime/internal/core/schedule"
)

// search holds the best plan so far and the one being tried.
type search struct {
	m       *model
	rng     *rand.Rand
	now     *state
	best    *state
	current *state // from which improve tries
	value   value  // of best
	bounds  *bounds
	wishes  []wish
	due     []int64 // of the wishes
	key     []int64 // of order, reused
	urgency []int   // raised when a task found no place
	caps    []int64 // last starts that pulling has set
	floors  []int64 // first starts that pushing has set
	found   func(schedule.Plan)
	proven  bool // best is an optimum: everything was tried

	forwards bool      // placing goes from the earliest on, and prefers early starts
	at       []int64   // of stretches, reused
	byTime   []int     // of pick, reused
	line     []stretch // of stretches, reused
}

func newSearch(m *model, rng *rand.Rand) *search {
	s := &search{m: m, rng: rng, now: newState(m), best: newState(m), current: newState(m), bounds: m.newBounds(),
		urgency: make([]int, len(m.tasks)), key: make([]int64, len(m.tasks)), caps: make([]int64, len(m.tasks)), floors: make([]int64, len(m.tasks))}
	s.widen()
	s.dues()
	return s
}

// order sorts tasks for placing: the most urgent, then the latest due first,
// and after what follows them where both are due at once.
func (s *search) order(tasks []int, jitter int64) {
	for _, i := range tasks {
		s.key[i] = s.due[i] + s.m.tasks[i].dur
		if jitter > 0 {
			s.key[i] += s.rng.Int64N(2*jitter) - jitter
		}
	}
	slices.SortFunc(tasks, func(a, b int) int {
		if u := cmp.Compare(s.urgency[b], s.urgency[a]); u != 0 {
			return u
		}
		if s.forwards {
			a, b = b, a
		}
		return cmp.Or(cmp.Compare(s.key[b], s.key[a]), cmp.Compare(s.due[b], s.due[a]), cmp.Compare(b, a))
	})
}

// insert places tasks in order, and reports whether all found a place. With
// noise, a start that is not the best is taken now and then.
func (s *search) insert(tasks []int, noise bool) bool {
	return s.insertAll(tasks, noise) == len(tasks)
}

// insertAll gives the place in the list of the first task that found none.
func (s *search) insertAll(tasks []int, noise bool) int {
	for k, i := range tasks {
		if !s.insertOne(i, noise) {
			return k
		}
	}
	return len(tasks)
}

func (s *search) insertOne(i int, noise bool) bool {
	low, high := s.bounds.es[i], s.bounds.ls[i]
	if noise {
		s.now.turn = s.rng.IntN(60)
	}
	if !s.place(i, low, high) {
		return false
	}
	if noise && s.rng.IntN(6) == 0 {
		s.aside(i, low, high)
	}
	s.bounds.fix(i, s.now.start[i], s.now.placed)
	return true
}

// aside moves a task a little earlier or later than its best place, by
// distances of every size.
func (s *search) aside(i int, low, high int64) {
	at, by := s.now.start[i], 1+s.rng.Int64N(int64(2)<<s.rng.IntN(12))
	s.now.lift(i)
	ok := false
	if s.rng.IntN(3) > 0 {
		ok = s.place(i, low, at-by)
	} else {
		ok = s.place(i, at+by, high)
	}
	if !ok {
		s.now.put(i, at)
	}
}

// build makes a plan from nothing. A task that finds no place may so many times
// eject what is in its way.
func (s *search) build(jitter int64, noise bool, ejections int) bool {
	all := make([]int, len(s.m.tasks))
	for i := range all {
		all[i] = i
		if s.now.placed[i] {
			s.now.lift(i)
		}
	}
	s.bounds.all(nil, nil, s.floors, s.caps)
	s.order(all, jitter)
	for left := ejections; ; left-- {
		k := s.insertAll(all, noise)
		if k == len(all) {
			return true
		}
		if s.urgency[all[k]]++; left == 0 {
			return false
		}
		out := s.eject(all[k])
		s.bounds.all(s.now.placed, s.now.start, s.floors, s.caps)
		s.order(out, jitter)
		all = append(append([]int{all[k]}, out...), all[k+1:]...)
	}
}

// eject lifts what is in the way of a task that found no place: its neighbours
// by waits, and what has one of its resources about the time at which it is due.
func (s *search) eject(i int) (out []int) {
	lift := func(k int) {
		if k < len(s.m.tasks) && k != i && s.now.placed[k] {
			s.now.lift(k)
			out = append(out, k)
		}
	}
	for _, e := range s.m.linksOf[i] {
		lift(s.m.links[e].from)
		lift(s.m.links[e].to)
	}
	reach := 2*s.m.tasks[i].dur + 1800
	for k := range s.m.tasks[i].needs {
		for _, r := range s.m.tasks[i].needs[k].options {
			var owners []int
			for _, t := range s.now.board.on[r].taken {
				if at := t.span[0] - s.due[i]; -reach < at && at < reach {
					owners = append(owners, t.owner)
				}
			}
			for _, o := range owners {
				lift(o)
			}
		}
	}
	return out
}

// first finds any plan; each failed try puts the task that found no place
// further in front. Later tries shuffle the order and the choice of resources.
func (s *search) first(ctx context.Context) bool {
	jitter, noise := int64(0), false
	defer func() { s.forwards = false }()
	for try := range firstTries {
		if s.forwards = try%2 == 1; try == 1 {
			clear(s.urgency)
		}
		ejections := 0 // in a small problem beginning anew is better and costs nothing
		if try >= firstTries/30 || len(s.m.tasks) > 200 {
			ejections = len(s.m.tasks)/2 + 20
		}
		if s.build(jitter, noise, ejections) {
			s.value = s.now.whole()
			s.best.copyFrom(s.now)
			s.tell()
			s.forwards = !s.forwards
			if !s.value.perfect() && s.build(0, false, 0) {
				s.keep()
			}
			return true
		}
		if try < firstTries/8 {
			continue
		}
		if ctx.Err() != nil {
			return false
		}
		if try%8 == 0 {
			clear(s.urgency)
		}
		jitter = max(1, (s.m.p.Horizon[1]-s.m.p.Horizon[0])/int64(1+s.rng.IntN(20)))
		noise = try%2 == 0
		s.now.turn = s.rng.IntN(64)
	}
	return false
}

// keep makes the plan that was tried the best one if it is no worse.
func (s *search) keep() bool { return s.keepIf(s.now.whole()) }

// keepIf does the same for a value that is known.
func (s *search) keepIf(v value) bool {
	if s.value.better(v) {
		return false
	}
	better := v.violation < s.value.violation || v.cost < s.value.cost
	s.value = v
	s.best.copyFrom(s.now)
	if better {
		s.tell()
	}
	return true
}

// tell hands the best plan to whoever wants to see it.
func (s *search) tell() {
	if s.found != nil {
		s.found(s.answer())
	}
}

// maxPulls bounds how often a plan is made anew with a task pulled or pushed.
const maxPulls = 40

// pull makes the plan anew while a strict wait is too long, each time with the
// later of its two tasks capped earlier by as much as the wait is too long.
// Where that does not do, the earlier task is pushed: it may not start before
// the wait would be short enough, and what follows has to be later.
func (s *search) pull(ctx context.Context) {
	s.bend(ctx, func(l *link, by int64) {
		s.caps[l.to] = min(s.caps[l.to], s.now.start[l.to]) - by
	})
	if s.value.violation > 0 {
		clear(s.urgency)
		s.bend(ctx, func(l *link, by int64) {
			s.floors[l.from] = max(s.floors[l.from], s.now.start[l.from]+by)
			s.urgency[l.from]++
		})
		clear(s.urgency)
	}
	s.now.copyFrom(s.best)
}

// bend changes the bounds of the tasks of the worst wait, and makes the plan
// anew, until none is too long or no plan comes of it. The bounds are as wide as
// ever afterwards.
func (s *search) bend(ctx context.Context, how func(l *link, by int64)) {
	s.now.copyFrom(s.best)
	for range maxPulls {
		e, by := s.worstWait()
		if by == 0 || ctx.Err() != nil {
			break
		}
		how(&s.m.links[e], by)
		if !s.build(0, false, 0) {
			break
		}
		s.keep()
	}
	s.widen()
}

// widen takes all caps and floors away.
func (s *search) widen() {
	for i := range s.caps {
		s.caps[i], s.floors[i] = s.m.p.Horizon[1], s.m.p.Horizon[0]
	}
}

// worstWait is the link whose strict wait is furthest beyond its limit, and by
// how much.
func (s *search) worstWait() (worst int, by int64) {
	for e := range s.m.links {
		l := &s.m.links[e]
		if l.most == nil || l.over != nil || l.from == l.to {
			continue
		}
		if over := s.now.start[l.to] - s.now.start[l.from] + l.off - *l.most; over > by {
			worst, by = e, over
		}
	}
	return worst, by
}

// harder is how many times the rounds are gone through at most while a strict
// limit is still passed: there the plan matters most.
const harder = 12

// calmRounds are spent on a plan that costs nothing.
const calmRounds = 40

// strictWeight stands for a second of violation where a step to a worse plan is
// weighed; between plans that are kept, violation always comes first.
const strictWeight = 60

// improve takes a part of the plan out and puts it back, rounds times, and more
// often while a strict limit is passed. A little worse is let pass, less and
// less in each cycle (threshold accepting; Dueck and Scheuer 1990, from
// memory); each cycle is longer than the one before, and begins from the best
// plan. A plan that breaks nothing and costs nothing is only tried to be made
// fresher, some rounds long.
func (s *search) improve(ctx context.Context, rounds int) {
	if len(s.m.tasks) == 0 {
		return
	}
	limit, calm := max(rounds, rounds*harder), 0
	for k, c := 0, s.newCycle(0, rounds); rounds < 0 || k < rounds || (s.value.violation > 0 && k < limit); k++ {
		if s.value.perfect() {
			calm++
		}
		if (k%8 == 0 && ctx.Err() != nil) || calm > calmRounds {
			return
		}
		if c.over() {
			c = s.newCycle(c.number+1, rounds)
		}
		c.step++
		v, ok := s.attempt()
		if ok && c.lets(v) {
			c.standing = v
			s.current.copyFrom(s.now)
			s.keepIf(v)
		} else {
			s.now.copyFrom(s.current)
		}
	}
}

// again puts all tasks back in the order in which they stand, or nearly so,
// from the first on or from the last: what the order leaves open closes up
// (justification; Valls, Ballestín and Quintanilla 2005, from memory).
func (s *search) again() (value, bool) {
	return s.justify(!s.value.perfect() && s.rng.IntN(2) == 0, int64(1)<<s.rng.IntN(11), s.rng.IntN(2) == 0)
}

// justify puts all tasks back in the order of their starts, or of their ends
// from the last on, shuffled by up to jitter seconds.
func (s *search) justify(forwards bool, jitter int64, noise bool) (value, bool) {
	all := s.byTime[:0]
	s.forwards = forwards
	for i := range s.m.tasks {
		all = append(all, i)
		s.key[i] = s.now.start[i] + s.rng.Int64N(jitter)
		if !s.forwards {
			s.key[i] = -s.key[i] - s.m.tasks[i].dur
		}
	}
	s.byTime = all
	slices.SortFunc(all, func(a, b int) int { return cmp.Or(cmp.Compare(s.key[a], s.key[b]), cmp.Compare(a, b)) })
	for _, i := range all {
		s.now.lift(i)
	}
	s.bounds.all(nil, nil, nil, nil)
	ok := s.insert(all, noise)
	s.forwards = false
	if !ok {
		return value{}, false
	}
	return s.now.whole(), true
}

// cycle is one cooling of improve.
type cycle struct {
	number, step, length int
	standing             value
	worse                int64 // how much worse tries were of late, the median
	warmth               int64 // see warmths
}

func (s *search) newCycle(number, rounds int) cycle {
	length := (150 + 8*len(s.m.tasks)) << min(number/len(warmths), 8)
	if rounds >= 0 {
		length = min(length, max(rounds/2, 1))
	}
	s.now.copyFrom(s.best)
	s.current.copyFrom(s.best)
	return cycle{number: number, length: length, standing: s.value, worse: s.value.energy() / 50, warmth: warmths[number%len(warmths)]}
}

// warmths are eighths of the median worsening that a cycle lets pass at first:
// problems differ in how rough they are, so cycles take turns.
var warmths = []int64{1, 4, 8, 2}

func (c *cycle) over() bool { return c.step >= c.length }

// lets reports whether a try may stand.
func (c *cycle) lets(v value) bool {
	by := v.energy() - c.standing.energy()
	if by == 0 && v.starts < c.standing.starts-int64(c.length-c.step) {
		return false // as good, but staler
	}
	switch {
	case by > c.worse:
		c.worse += c.worse/16 + 1
	case by > 0:
		c.worse -= c.worse / 16
	}
	left, length := int64(c.length-c.step), int64(c.length)
	return by <= c.worse*c.warmth/8*left/length*left/length
}

// attempt takes a part of the plan out and puts it back, and gives the value of
// what came of it.
func (s *search) attempt() (value, bool) {
	if s.rng.IntN(len(s.m.tasks)+8) < 6 {
		return s.again()
	}
	out := s.pick()
	for _, i := range out {
		s.now.lift(i)
	}
	s.bounds.all(s.now.placed, s.now.start, nil, nil)
	calm := s.value.perfect() // nothing but freshness is left to win
	if !calm {
		s.nudge(out)
	}
	s.forwards = !calm && s.rng.IntN(3) == 0
	s.order(out, s.rng.Int64N(1800)+1)
	ok := s.insert(out, !calm || s.rng.IntN(3) == 0)
	s.forwards = false
	if !ok {
		return value{}, false
	}
	return s.now.whole(), true
}

// settle moves single tasks to their best place, the last first, until none
// moves: food made later is fresher.
func (s *search) settle(ctx context.Context) {
	byEnd := make([]int, len(s.m.tasks))
	s.now.copyFrom(s.best)
	for moved := true; moved && ctx.Err() == nil; {
		before := s.value
		if v, ok := s.justify(false, 1, false); !ok || !s.keepIf(v) {
			s.now.copyFrom(s.best)
		}
		moved = s.value.better(before)
		for i := range byEnd {
			byEnd[i] = i
		}
		end := func(i int) int64 { return s.now.start[i] + s.m.tasks[i].dur }
		slices.SortFunc(byEnd, func(a, b int) int { return cmp.Compare(end(b), end(a)) })
		for _, i := range byEnd {
			before := s.value
			s.now.lift(i)
			s.bounds.all(s.now.placed, s.now.start, nil, nil)
			if !s.insertOne(i, false) || !s.keep() {
				s.now.copyFrom(s.best)
			}
			moved = moved || s.value.better(before)
		}
	}
}

// nudge bids one of the tasks taken out, now and then, to come earlier, or
// later.
func (s *search) nudge(out []int) {
	if s.rng.IntN(2) == 0 {
		return
	}
	i := out[s.rng.IntN(len(out))]
	by := s.rng.Int64N(1 << s.rng.IntN(13))
	if s.rng.IntN(3) == 0 {
		if at := s.now.start[i] + by; at <= s.bounds.ls[i] {
			s.bounds.es[i] = max(s.bounds.es[i], at)
			s.bounds.push(i)
			s.bounds.spread(s.now.placed)
		}
		return
	}
	if at := s.now.start[i] - by; at >= s.bounds.es[i] {
		s.bounds.ls[i] = min(s.bounds.ls[i], at)
		s.bounds.push(i)
		s.bounds.spread(s.now.placed)
	}
}

// pick chooses tasks that belong together: neighbours by waits, or by time.
func (s *search) pick() []int {
	size := 2 + s.rng.IntN(min(14, len(s.m.tasks)))
	if s.rng.IntN(10) == 0 {
		size = max(size, min(len(s.m.tasks)/2, 40))
	}
	seed := s.rng.IntN(len(s.m.tasks))
	if s.rng.IntN(2) == 0 {
		seed = s.dear(seed)
	}
	near := s.byTime[:0]
	switch s.rng.IntN(3) {
	case 0:
		return s.strand([]int{seed}, size)
	case 1:
		if with := s.sharers(seed, 2+s.rng.IntN(4)); len(with) > 1 {
			return s.strand(with, max(size, len(with)))
		}
		fallthrough
	default:
		for i := range s.m.tasks {
			near = append(near, i)
		}
	}
	away := func(i int) int64 { d := s.now.start[i] - s.now.start[seed]; return max(d, -d) }
	slices.SortFunc(near, func(a, b int) int { return cmp.Or(cmp.Compare(away(a), away(b)), cmp.Compare(a, b)) })
	s.byTime = near
	return near[:min(size, len(near))]
}

// sharers are tasks next to a seed, in time, on one of its resources.
func (s *search) sharers(seed, most int) []int {
	chosen := s.now.chosen[seed]
	if len(chosen) == 0 {
		return nil
	}
	out := []int{seed}
	taken := s.now.board.on[chosen[s.rng.IntN(len(chosen))]].taken
	at := sort.Search(len(taken), func(k int) bool { return taken[k].span[0] >= s.now.start[seed] })
	for step := 0; step < len(taken) && len(out) < most; step++ {
		k := at + (step+1)/2*(1-step%2*2)
		if k < 0 || k >= len(taken) {
			continue
		}
		owner := taken[k].owner
		if owner >= len(s.m.tasks) {
			owner = s.m.links[owner-len(s.m.tasks)].from
		}
		if !slices.Contains(out, owner) {
			out = append(out, owner)
		}
	}
	return out
}

// dear is a task that costs something, found by walking on from a seed; the
// seed itself where none does.
func (s *search) dear(seed int) int {
	n := len(s.m.tasks)
	for k := range n {
		i := (seed + k) % n
		if v := s.m.taskValue(i, s.now.start[i]); v.violation > 0 || v.cost > 0 {
			return i
		}
		for _, e := range s.m.linksOf[i] {
			l := &s.m.links[e]
			if v := s.m.linkValue(l, s.now.start[l.from], s.now.start[l.to]); v.violation > 0 || v.cost > 0 {
				return i
			}
		}
	}
	return seed
}

// strand gathers tasks along the waits from some seeds.
func (s *search) strand(out []int, size int) []int {
	for k := 0; k < len(out) && len(out) < size; k++ {
		for _, e := range s.m.linksOf[out[k]] {
			l := &s.m.links[e]
			if other := l.from + l.to - out[k]; len(out) < size && !slices.Contains(out, other) {
				out = append(out, other)
			}
		}
	}
	return out
}
