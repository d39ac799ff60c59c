package solve

import "slices"

// slideMost bounds how many tasks are moved together.
const slideMost = 120

// slide takes out all that hangs together around a task that ends off its target,
// with what stands where that is to go, and puts it back with the task as much
// earlier or later: a whole course that stands too early is a valley out of which
// its plates one by one find no way, for each is tied to the others. False where no
// target is missed.
func (s *search) slide() (value, bool, bool) {
	seed, by := s.missed()
	if by == 0 {
		return value{}, false, false
	}
	if s.rng.IntN(2) == 0 {
		by = by/2 + by%2
	}
	out := s.around(seed, int64(600)<<s.rng.IntN(4))
	others := s.inTheWay(out, by)
	for _, i := range out {
		s.now.lift(i)
	}
	for _, i := range others {
		s.now.lift(i)
	}
	s.bounds.all(s.now.placed, s.now.start, nil, nil)
	if at := s.now.start[seed] + by; by > 0 {
		s.bounds.es[seed] = max(s.bounds.es[seed], min(at, s.bounds.ls[seed]))
	} else {
		s.bounds.ls[seed] = min(s.bounds.ls[seed], max(at, s.bounds.es[seed]))
	}
	s.bounds.push(seed)
	s.bounds.spread(s.now.placed)
	s.order(out, 1)
	s.order(others, 1)
	if !s.insert(append(out, others...), false) {
		return value{}, false, true
	}
	return s.now.whole(), true, true
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

// inTheWay are the tasks that stand where some others are to go.
func (s *search) inTheWay(moved []int, by int64) (out []int) {
	first, last := int64(1<<62), int64(-1<<62)
	mine := map[int]bool{}
	for _, i := range moved {
		at := s.now.start[i] + by
		first, last, mine[i] = min(first, at), max(last, at+s.m.tasks[i].dur), true
	}
	for i := range s.m.tasks {
		if !mine[i] && s.now.start[i] < last && s.now.start[i]+s.m.tasks[i].dur > first && len(out) < slideMost {
			out = append(out, i)
		}
	}
	return out
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
