package solve

import (
	"cmp"
	"slices"
	"sort"
)

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
	if s.rng.IntN(rivalsOneIn) == 0 {
		if with := s.rivals(seed, 3+s.rng.IntN(10)); len(with) > 1 {
			return s.strand(with, len(with)+s.rng.IntN(12))
		}
	}
	switch s.rng.IntN(3) {
	case 0:
		return s.strand([]int{seed}, size)
	case 1:
		if with := s.sharers(seed, 2+s.rng.IntN(4)); len(with) > 1 {
			return s.strand(with, max(size, len(with)))
		}
	}
	return s.nearest(seed, size)
}

// nearest are so many tasks that start next to a seed, the nearest first, the seed
// itself among them.
func (s *search) nearest(seed, size int) []int {
	away := func(i int) int64 { d := s.now.start[i] - s.now.start[seed]; return max(d, -d) }
	near := s.byTime[:0]
	for i := range s.m.tasks {
		if len(near) == size && away(i) >= away(near[size-1]) {
			continue
		}
		at, _ := slices.BinarySearchFunc(near, i, func(a, b int) int { return cmp.Or(cmp.Compare(away(a), away(b)), cmp.Compare(a, b)) })
		if len(near) == size {
			near = near[:size-1]
		}
		near = slices.Insert(near, at, i)
	}
	s.byTime = near
	return near
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
		if owner == booked {
			continue
		}
		if owner >= len(s.m.tasks) {
			owner = s.m.links[owner-len(s.m.tasks)].from
		}
		if !slices.Contains(out, owner) {
			out = append(out, owner)
		}
	}
	return out
}

// rivalsOneIn picks looks at who wants the same ovens.
const rivalsOneIn = 8

// rivals are tasks next to a seed, in time, that could be on the same resource with a
// setting as the seed, or the first thing before or after it that has one.
func (s *search) rivals(seed, most int) []int {
	at := seed
	for k := 0; s.heated(at) == nil; k++ {
		links := s.m.linksOf[at]
		if k == 8 || len(links) == 0 {
			return nil
		}
		l := &s.m.links[links[s.rng.IntN(len(links))]]
		at = l.from + l.to - at
	}
	wants := s.heated(at).options
	out := []int{}
	for i := range s.m.tasks {
		if n := s.heated(i); n != nil && slices.ContainsFunc(n.options, func(r int) bool { return slices.Contains(wants, r) }) {
			out = append(out, i)
		}
	}
	away := func(i int) int64 { d := s.now.start[i] - s.now.start[at]; return max(d, -d) }
	slices.SortFunc(out, func(a, b int) int { return cmp.Or(cmp.Compare(away(a), away(b)), cmp.Compare(a, b)) })
	return out[:min(most, len(out))]
}

// heated is the first use of a task with a setting that takes long to change, beside what others
// take; nil: it has none.
func (s *search) heated(i int) *need {
	for k := range s.m.tasks[i].needs {
		n := &s.m.tasks[i].needs[k]
		if r := n.options[0]; s.m.resources[r].Setting != nil && s.m.reach[r] >= s.m.furthest/4 {
			return n
		}
	}
	return nil
}

// dear is a task that costs something, found by walking on from a seed; the
// seed itself where none does. While a strict limit is passed it is, more often than
// not, one that passes it.
func (s *search) dear(seed int) int {
	strict := s.value.violation > 0 && s.rng.IntN(8) > 0
	counts := func(v value) bool { return v.violation > 0 || (v.cost > 0 && !strict) }
	n := len(s.m.tasks)
	for k := range n {
		i := (seed + k) % n
		if v := s.m.taskValue(i, s.now.start[i]); counts(v) {
			return i
		}
		for _, e := range s.m.linksOf[i] {
			l := &s.m.links[e]
			if v := s.m.linkValue(l, s.now.start[l.from], s.now.start[l.to]); counts(v) {
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
