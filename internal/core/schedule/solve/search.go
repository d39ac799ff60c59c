package solve

import (
	"cmp"
	"context"
	"math/rand/v2"
	"slices"

	"jointime/internal/core/schedule"
)

// search holds the best plan so far and the one being tried.
type search struct {
	m       *model
	rng     *rand.Rand
	now     *state
	best    *state
	value   value // of best
	bounds  *bounds
	wishes  []wish
	due     []int64 // of the wishes
	key     []int64 // of order, reused
	urgency []int   // raised when a task found no place
	caps    []int64 // last starts that pulling has set
	found   func(schedule.Plan)
}

func newSearch(m *model, rng *rand.Rand) *search {
	s := &search{m: m, rng: rng, now: newState(m), best: newState(m), bounds: m.newBounds(),
		urgency: make([]int, len(m.tasks)), key: make([]int64, len(m.tasks)), caps: make([]int64, len(m.tasks))}
	for i := range s.caps {
		s.caps[i] = m.p.Horizon[1]
	}
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
		return cmp.Or(cmp.Compare(s.urgency[b], s.urgency[a]), cmp.Compare(s.key[b], s.key[a]), cmp.Compare(s.due[b], s.due[a]), cmp.Compare(b, a))
	})
}

// insert places tasks in order, and reports whether all found a place. With
// noise, a start that is not the best is taken now and then.
func (s *search) insert(tasks []int, noise bool) bool {
	for _, i := range tasks {
		if !s.insertOne(i, noise) {
			s.urgency[i]++
			return false
		}
	}
	return true
}

func (s *search) insertOne(i int, noise bool) bool {
	second := int64(-1)
	found := false
	list := s.now.candidates(i, s.bounds.es[i], s.bounds.ls[i], s.due[i], s.bid)
	for len(list) > 0 {
		var c candidate
		c, list = best(list)
		if noise && s.rng.IntN(8) == 0 {
			if second < 0 {
				second = c.at
			}
			continue
		}
		if s.now.put(i, c.at) {
			found = true
			break
		}
	}
	if !found && (second < 0 || !s.now.put(i, second)) {
		return false
	}
	s.bounds.fix(i, s.now.start[i], s.now.placed)
	return true
}

// build makes a plan from nothing.
func (s *search) build(jitter int64, noise bool) bool {
	all := make([]int, len(s.m.tasks))
	for i := range all {
		all[i] = i
		if s.now.placed[i] {
			s.now.lift(i)
		}
	}
	s.bounds.all(nil, nil, s.caps)
	s.order(all, jitter)
	return s.insert(all, noise)
}

// first finds any plan; each failed try puts the task that found no place
// further in front. Later tries shuffle the order and the choice of resources.
func (s *search) first(ctx context.Context) bool {
	jitter, noise := int64(0), false
	for try := range firstTries {
		if s.build(jitter, noise) {
			s.value = s.now.whole()
			s.best.copyFrom(s.now)
			s.tell()
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
func (s *search) keep() bool {
	v := s.now.whole()
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

// maxPulls bounds how often a plan is made anew with a task pulled earlier.
const maxPulls = 40

// pull makes the plan anew while a strict wait is too long, each time with the
// later of its two tasks capped earlier by as much as the wait is too long.
func (s *search) pull(ctx context.Context) {
	for range maxPulls {
		i, by := s.worstWait()
		if by == 0 || ctx.Err() != nil {
			break
		}
		s.caps[i] = min(s.caps[i], s.now.start[i]) - by
		if !s.build(0, false) {
			break
		}
		s.keep()
	}
	for i := range s.caps {
		s.caps[i] = s.m.p.Horizon[1]
	}
	s.now.copyFrom(s.best)
}

// worstWait is the strict wait furthest beyond its limit: its later task, and
// by how much.
func (s *search) worstWait() (task int, by int64) {
	for _, l := range s.m.links {
		if l.most == nil || l.over != nil || l.from == l.to {
			continue
		}
		if over := s.now.start[l.to] - s.now.start[l.from] + l.off - *l.most; over > by {
			task, by = l.to, over
		}
	}
	return task, by
}

// harder is how many times the rounds are gone through at most while a strict
// limit is still passed: there the plan matters most.
const harder = 12

// improve takes a part of the plan out and puts it back, rounds times, and more
// often while a strict limit is passed. A plan that breaks nothing and costs
// nothing cannot be bettered; settling makes it fresh.
func (s *search) improve(ctx context.Context, rounds int) {
	if len(s.m.tasks) == 0 {
		return
	}
	for k := 0; rounds < 0 || k < rounds || (s.value.violation > 0 && k < harder*rounds); k++ {
		if (k%16 == 0 && ctx.Err() != nil) || s.value.perfect() {
			return
		}
		out := s.pick()
		for _, i := range out {
			s.now.lift(i)
		}
		s.bounds.all(s.now.placed, s.now.start)
		s.nudge(out)
		s.order(out, s.rng.Int64N(1800)+1)
		s.now.turn = s.rng.IntN(64)
		if !s.insert(out, true) || !s.keep() {
			s.now.copyFrom(s.best)
		}
	}
}

// settle moves single tasks to their best place, the last first, until none
// moves: food made later is fresher.
func (s *search) settle(ctx context.Context) {
	byEnd := make([]int, len(s.m.tasks))
	for moved := true; moved && ctx.Err() == nil; {
		moved = false
		for i := range byEnd {
			byEnd[i] = i
		}
		end := func(i int) int64 { return s.now.start[i] + s.m.tasks[i].dur }
		slices.SortFunc(byEnd, func(a, b int) int { return cmp.Compare(end(b), end(a)) })
		for _, i := range byEnd {
			before := s.value
			s.now.lift(i)
			s.bounds.all(s.now.placed, s.now.start)
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
	if s.value.violation > 0 && s.rng.IntN(2) == 0 {
		if i, by := s.worstWait(); by > 0 {
			seed = i
		}
	}
	if s.rng.IntN(2) == 0 {
		return s.strand(seed, size)
	}
	near := make([]int, len(s.m.tasks))
	for i := range near {
		near[i] = i
	}
	away := func(i int) int64 { d := s.now.start[i] - s.now.start[seed]; return max(d, -d) }
	slices.SortStableFunc(near, func(a, b int) int { return cmp.Compare(away(a), away(b)) })
	return near[:min(size, len(near))]
}

// strand gathers tasks along the waits from a seed.
func (s *search) strand(seed, size int) []int {
	out, seen := []int{seed}, map[int]bool{seed: true}
	for k := 0; k < len(out) && len(out) < size; k++ {
		for _, e := range s.m.linksOf[out[k]] {
			l := s.m.links[e]
			if other := l.from + l.to - out[k]; !seen[other] && len(out) < size {
				seen[other] = true
				out = append(out, other)
			}
		}
	}
	return out
}
