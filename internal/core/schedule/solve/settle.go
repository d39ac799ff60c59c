package solve

import (
	"cmp"
	"context"
	"slices"

	"jointime/internal/core/schedule/timing"
)

// settle moves single tasks to their best place, the last first, until none
// moves: food made later is fresher.
func (s *search) settle(ctx context.Context) {
	byEnd := make([]int, len(s.m.tasks))
	s.now.load(&s.best)
	for moved := true; moved && ctx.Err() == nil; {
		before := s.value
		_, ok := s.justify(false, 1, false)
		s.keepOr(ok)
		moved = s.value.better(before)
		for i := range byEnd {
			byEnd[i] = i
		}
		end := func(i int) int64 { return s.now.start[i] + s.m.tasks[i].dur }
		slices.SortFunc(byEnd, func(a, b int) int { return cmp.Compare(end(b), end(a)) })
		for _, i := range byEnd {
			if s.late() {
				break
			}
			before := s.value
			s.now.lift(i)
			s.bounds.some([]int{i}, s.now.placed, s.now.start)
			s.keepOr(s.insertOne(i, false))
			moved = moved || s.value.better(before)
		}
		if !moved {
			moved = s.freshen(byEnd)
		}
		if !moved {
			moved = s.shiftGlued(byEnd)
		}
	}
	s.best.take(s.now) // the time may have been over before what moved was kept
}

// retime gives the best plan the best hours that its order and its resources allow.
func (s *search) retime() {
	s.now.load(&s.best)
	s.keepOr(s.retimed())
}

// retimed does it for what stands; false where nothing moves.
func (s *search) retimed() bool {
	if s.late() {
		return false
	}
	q := s.m.whole
	q.Targets = nil
	for i, t := range s.m.tasks {
		for _, g := range t.targets {
			g.Task = s.m.p.Tasks[i].ID
			q.Targets = append(q.Targets, g)
		}
	}
	starts := timing.Best(q, s.answer(), func(task string) bool { return s.m.stay[task].Begun }, s.late)
	was, k := shot{}, 0
	was.take(s.now)
	var moved []int
	for i, t := range q.Tasks {
		if k == len(s.m.tasks) || t.ID != s.m.p.Tasks[k].ID {
			continue // it is set aside
		}
		if was.start[k] != starts[i] {
			was.start[k] = starts[i]
			moved = append(moved, k)
		}
		k++
	}
	for _, i := range moved {
		s.now.lift(i)
	}
	for _, i := range moved {
		s.now.putAs(i, was.start[i], was.of(s.m, i, nil))
		s.now.log = append(s.now.log, change{i, was.start[i], -1})
	}
	return len(moved) > 0
}

// freshenMost bounds what is moved later together.
const freshenMost = 16

// freshen moves tasks later with what is tied to them: two that keep each other in
// place can only move together. True where that is better.
func (s *search) freshen(order []int) (better bool) {
	done := make([]bool, len(s.m.tasks))
	for _, i := range order {
		if done[i] || s.late() {
			continue
		}
		out := s.around(i, 6*3600)
		if len(out) > freshenMost {
			continue
		}
		for _, k := range out {
			done[k] = true
			s.now.lift(k)
		}
		s.bounds.some(out, s.now.placed, s.now.start)
		s.order(out, 1)
		before := s.value
		s.keepOr(s.insert(out, false))
		better = better || s.value.better(before)
	}
	return better
}

// glued are a task and those that can only move with it: a wait between them costs, or is as
// long as it may be.
func (s *search) glued(seed int) []int {
	out := []int{seed}
	for k := 0; k < len(out) && len(out) <= shiftedMost; k++ {
		for _, e := range s.m.linksOf[out[k]] {
			l := &s.m.links[e]
			gap := s.now.start[l.to] - s.now.start[l.from] + l.off
			if o := l.from + l.to - out[k]; (l.weight > 0 || l.most != nil && gap >= *l.most) && !slices.Contains(out, o) {
				out = append(out, o)
			}
		}
	}
	return out
}

// shiftGlued shifts all that can only move together later; true where any of it moved.
func (s *search) shiftGlued(order []int) (moved bool) {
	for _, i := range order {
		if s.late() {
			break
		}
		moved = s.shiftLater(s.glued(i)) || moved
	}
	return moved
}

// shiftedMost bounds what is shifted later as it stands.
const shiftedMost = 6

// shiftLater moves some tasks later as they stand to one another, as far as that costs nothing:
// half of what is left at a time. True where they moved.
func (s *search) shiftLater(tasks []int) (moved bool) {
	if len(tasks) < 2 || len(tasks) > shiftedMost {
		return false
	}
	by := int64(1) << 62
	for _, t := range tasks {
		by = min(by, s.m.tasks[t].last-s.now.start[t])
	}
	for ; by > 0; by /= 2 {
		for s.shiftAll(tasks, by) {
			moved = true
		}
	}
	return moved
}

// roundTied is how many tasks that waits tie together are moved to round figures at once.
const roundTied = 12

// round moves tasks of the best plan to round figures, each by itself or with what is tied to
// it, where the plan breaks no more and costs no more: people read 14:50, not 14:48:23. It goes
// before freshness.
func (s *search) round(grid func(task string, start int64) []int64) {
	s.now.load(&s.best)
	order := all(len(s.m.tasks))
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(s.now.start[b], s.now.start[a]) })
	for moved, pass := true, 0; moved && pass < roundPasses; pass++ { // what has moved may leave room
		moved = false
		for _, i := range order {
			at := s.now.start[i]
			for _, g := range grid(s.m.p.Tasks[i].ID, at) {
				off := at % g
				if off == 0 {
					break
				}
				if s.shiftTo(i, -off) || s.shiftTo(i, g-off) {
					moved = true
					break
				}
			}
		}
	}
	s.best.take(s.now)
}

// roundPasses bounds how often all of it is gone through.
const roundPasses = 3

// shiftTo moves a task by so many seconds, or it and what is tied to it; false where that breaks
// or costs more.
func (s *search) shiftTo(i int, by int64) bool {
	if s.shiftAll([]int{i}, by) {
		return true
	}
	if glued := s.glued(i); len(glued) > 1 && len(glued) <= roundTied && s.shiftAll(glued, by) {
		return true
	}
	tied := s.around(i, 6*3600)
	return len(tied) > 1 && len(tied) <= roundTied && s.shiftAll(tied, by)
}

// shiftAll moves some tasks by as much, each with the resources that it has.
func (s *search) shiftAll(tasks []int, by int64) bool {
	had := shot{}
	had.take(s.now)
	for _, t := range tasks {
		s.now.lift(t)
	}
	s.bounds.some(tasks, s.now.placed, s.now.start)
	ok := true
	for _, t := range tasks {
		at := had.start[t] + by
		if ok = s.bounds.es[t] <= at && at <= s.bounds.ls[t] && s.putOn(t, at, had.of(s.m, t, nil)); !ok {
			break
		}
		s.bounds.fix(t, at, s.now.placed)
	}
	if v := s.now.whole(); ok && v.violation <= s.value.violation && v.cost <= s.value.cost {
		s.value = v
		s.now.commit()
		return true
	}
	s.now.undo(0)
	return false
}
