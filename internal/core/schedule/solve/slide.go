package solve

import (
	"context"
	"slices"
)

// slideMost bounds how many tasks are moved together.
const slideMost = 220

// slide takes out all that hangs together around a task that ends off its target,
// with what stands where that is to go, and puts it back with the task as much
// earlier or later: a whole course that stands too early is a valley out of which
// its plates one by one find no way, for each is tied to the others. False where no
// target is missed.
func (s *search) slide() (value, bool, bool) {
	seed, by := s.missed()
	if at, over := s.passed(); over != 0 && s.rng.IntN(2) == 0 {
		seed, by = at, over
	}
	if by == 0 {
		return value{}, false, false
	}
	switch s.rng.IntN(4) { // the target itself may be out of reach
	case 0:
		by = s.part(by)
	case 1:
		by = s.part(s.part(s.part(by)))
	}
	v, ok := s.slideBy(seed, by, int64(600)<<s.rng.IntN(4))
	return v, ok, true
}

// slideBy does it for one task, with what starts within so many seconds of it.
func (s *search) slideBy(seed int, by, within int64) (value, bool) {
	out := s.around(seed, within)
	others, pushed := s.inTheWay(out, by)
	mine := len(out)
	out = append(out, others...)
	for _, i := range out {
		s.now.lift(i)
	}
	s.bounds.some(out, s.now.placed, s.now.start)
	at := s.now.start[seed] + by
	if at < s.bounds.es[seed] || at > s.bounds.ls[seed] {
		return value{}, false
	}
	s.bounds.es[seed], s.bounds.ls[seed] = at, at
	s.bounds.push(seed)
	for _, i := range pushed {
		if at := s.now.start[i] + by; by > 0 {
			s.bounds.es[i] = max(s.bounds.es[i], min(at, s.bounds.ls[i]))
		} else {
			s.bounds.ls[i] = min(s.bounds.ls[i], max(at, s.bounds.es[i]))
		}
		s.bounds.push(i)
	}
	s.bounds.spread(s.now.placed)
	s.order(out[:mine], 1)
	s.order(out[mine:], 1)
	if !s.insert(out, false) {
		return value{}, false
	}
	return s.now.whole(), true
}

// closeUp slides every task that misses its target as far towards it as it is
// better for, first the whole way, then parts of it, again and again until nothing
// is better: chance finds the place, and rarely its last second.
func (s *search) closeUp(ctx context.Context) {
	const passes = 3
	s.now.load(&s.best)
	for range passes {
		better := s.mend(ctx)
		for i := range s.m.tasks {
			if ctx.Err() != nil {
				return
			}
			better = s.closeTask(i) || better
		}
		if !better {
			return
		}
	}
}

// mend moves one of the two tasks of each strict wait that is too long, with what is
// tied to it, as far as the wait is too long, or part of that; true where that is
// better.
func (s *search) mend(ctx context.Context) (better bool) {
	for e := range s.m.links {
		l := &s.m.links[e]
		if s.value.violation == 0 || ctx.Err() != nil {
			break
		}
		if l.most == nil || l.over != nil || l.from == l.to {
			continue
		}
		for by := s.now.start[l.to] - s.now.start[l.from] + l.off - *l.most; by > 0; by /= 2 {
			if s.mendBy(l, by) {
				better, by = true, 2*(s.now.start[l.to]-s.now.start[l.from]+l.off-*l.most)
			}
		}
	}
	return better
}

// slides slides a task where that is better.
func (s *search) slides(i int, by, within int64) bool {
	v, ok := s.slideBy(i, by, within)
	return s.keepOr(ok && v.better(s.value))
}

func (s *search) mendBy(l *link, by int64) bool {
	for _, within := range []int64{60, 600, 2400} {
		for _, x := range []struct {
			task int
			by   int64
		}{{l.from, by}, {l.to, -by}} {
			if s.slides(x.task, x.by, within) {
				return true
			}
		}
	}
	return false
}

// closeTask slides one task towards its target; true where that is better.
func (s *search) closeTask(i int) (better bool) {
	for by := s.off(i); by != 0; by /= 2 {
		for _, within := range []int64{600, 2400} {
			if s.slides(i, by, within) {
				better, by = true, 2*s.off(i)
				break
			}
		}
	}
	return better
}

// off is by how much a task misses its target, towards it; 0: it does not.
func (s *search) off(i int) int64 {
	for _, t := range s.m.tasks[i].targets {
		off := t.At - s.now.start[i] - s.m.tasks[i].dur
		if (off > 0 && t.Early > 0) || (off < 0 && t.Late > 0) {
			return off
		}
	}
	return 0
}

// part is a share of a number, drawn evenly, of the same sign and not 0.
func (s *search) part(of int64) int64 {
	if of < 0 {
		return -1 - s.rng.Int64N(-of)
	}
	return 1 + s.rng.Int64N(of)
}

// passed is one of the two tasks of a strict wait that is too long, and by how much it
// would have to move: the first from a place chosen by chance on; 0: there is none.
func (s *search) passed() (seed int, by int64) {
	n := len(s.m.links)
	if s.value.violation == 0 || n == 0 {
		return 0, 0
	}
	from := s.rng.IntN(n)
	for k := range n {
		l := &s.m.links[(from+k)%n]
		if l.most == nil || l.over != nil || l.from == l.to {
			continue
		}
		if over := s.now.start[l.to] - s.now.start[l.from] + l.off - *l.most; over > 0 {
			if s.rng.IntN(2) == 0 {
				return l.from, over
			}
			return l.to, -over
		}
	}
	return 0, 0
}

// missed is a task whose target is missed, and by how much it would have to move:
// the first from a place chosen by chance on.
func (s *search) missed() (seed int, by int64) {
	n := len(s.m.tasks)
	from := s.rng.IntN(n)
	for k := range n {
		i := (from + k) % n
		for _, t := range s.m.tasks[i].targets {
			off := t.At - s.now.start[i] - s.m.tasks[i].dur
			if (off > 0 && t.Early > 0) || (off < 0 && t.Late > 0) {
				return i, off
			}
		}
	}
	return 0, 0
}

// inTheWay are the tasks that stand where some others are to go; pushed are those
// of them that have to move as far, because a pause lies between.
func (s *search) inTheWay(moved []int, by int64) (out, pushed []int) {
	first, last := int64(1<<62), int64(-1<<62)
	mine := map[int]bool{}
	for _, i := range moved {
		at := s.now.start[i] + by
		first, last, mine[i] = min(first, at), max(last, at+s.m.tasks[i].dur), true
	}
	for i := range s.m.tasks {
		if !mine[i] && s.now.start[i] < last && s.now.start[i]+s.m.tasks[i].dur > first && len(out) < slideMost {
			out = append(out, i)
			mine[i] = true
		}
	}
	for _, i := range moved {
		if o := s.beside(i, by > 0); o >= 0 {
			for _, k := range s.around(o, 900+s.m.tasks[o].dur) {
				if !mine[k] && len(out) < slideMost {
					out, pushed, mine[k] = append(out, k), append(pushed, k), true
				}
			}
		}
	}
	return out, pushed
}

// beside is what stands next to a task, after it or before it, on something that
// needs a pause between two settings: it may be in the way from afar. Below 0:
// nothing.
func (s *search) beside(i int, after bool) int {
	for k, r := range s.now.chosen[i] {
		if s.m.resources[r].Setting == nil || s.now.board.on[r].alike() {
			continue
		}
		next, away := -1, int64(1<<62)
		for _, t := range s.now.board.on[r].taken {
			d := t.span[0] - s.now.start[i]
			if !after {
				d = -d
			}
			owner := t.owner
			if owner == booked || t.setting == s.m.tasks[i].needs[k].setting {
				continue
			}
			if owner >= len(s.m.tasks) {
				owner = s.m.links[owner-len(s.m.tasks)].from
			}
			if owner != i && d > 0 && d < away {
				next, away = owner, d
			}
		}
		if next >= 0 {
			return next
		}
	}
	return -1
}

// around gathers what is tied to a task, by waits and by leaving together, and
// starts within so many seconds of it.
func (s *search) around(seed int, within int64) []int {
	out, seen := []int{seed}, map[int]bool{seed: true}
	add := func(i int) {
		away := s.now.start[i] - s.now.start[seed]
		if !seen[i] && max(away, -away) <= within && len(out) < slideMost {
			seen[i] = true
			out = append(out, i)
		}
	}
	for k := 0; k < len(out); k++ {
		for _, e := range s.m.linksOf[out[k]] {
			add(s.m.links[e].from + s.m.links[e].to - out[k])
		}
		for _, g := range s.m.groupsOf[out[k]] {
			for _, i := range s.m.groups[g] {
				add(i)
			}
		}
	}
	return slices.Clip(out)
}
