package solve

import "slices"

// stretch is a part of a task's bounds in which its value is a straight line:
// from its better end to the other.
type stretch struct {
	from, to int64
	v        value // at from
}

// place puts a task at the start with the best value, its bid included, at
// which it fits. Where several are as good, the later one is taken, or, while
// the search goes forwards, the earlier one.
func (s *search) place(i int, low, high int64) bool {
	found, at := false, int64(0)
	var most value
	for _, x := range s.stretches(i, low, high) {
		if found && !s.prefers(x.v, most) {
			break
		}
		if found {
			s.now.lift(i)
		}
		way := int64(1)
		if x.to < x.from {
			way = -1
		}
		if got, ok := s.now.near(i, x.from, way, x.to); ok {
			v := s.valueAt(i, got)
			if !found || s.prefers(v, most) {
				found, at, most = true, got, v
				continue
			}
			s.now.lift(i)
		}
		if found {
			s.now.put(i, at)
		}
	}
	return found
}

// valueAt is the value of a start against what stands, with the bid of what
// does not.
func (s *search) valueAt(i int, at int64) value {
	v := s.now.local(i, at)
	v.cost += s.bid(i, at)
	return v
}

// prefers compares values; among equals the later start, or the earlier.
func (s *search) prefers(a, b value) bool {
	if s.forwards && a.violation == b.violation && a.cost == b.cost {
		return a.starts < b.starts
	}
	return a.better(b)
}

// stretches cuts the bounds at every moment at which the value bends; best end
// first.
func (s *search) stretches(i int, low, high int64) []stretch {
	if low > high {
		return nil
	}
	at := s.now.atRules(append(s.at[:0], low, high, s.due[i]), i)
	in := at[:0]
	for _, t := range at {
		if low <= t && t <= high {
			in = append(in, t)
		}
	}
	slices.Sort(in)
	s.at = slices.Compact(in)
	out := s.line[:0]
	if len(s.at) == 1 {
		out = append(out, stretch{low, low, s.valueAt(i, low)})
	}
	for k := 0; k+1 < len(s.at); k++ {
		a, b := stretch{s.at[k], s.at[k+1], s.valueAt(i, s.at[k])}, stretch{s.at[k+1], s.at[k], s.valueAt(i, s.at[k+1])}
		if s.prefers(b.v, a.v) {
			a = b
		}
		out = append(out, a)
	}
	slices.SortFunc(out, func(a, b stretch) int {
		switch {
		case s.prefers(a.v, b.v):
			return -1
		case s.prefers(b.v, a.v):
			return 1
		}
		return 0
	})
	s.line = out
	return out
}

// atRules adds the starts that targets, limits and waits ask for.
func (s *state) atRules(at []int64, i int) []int64 {
	t := &s.m.tasks[i]
	for _, g := range t.targets {
		at = append(at, g.At-t.dur)
	}
	if t.latest != nil {
		at = append(at, *t.latest-t.dur)
	}
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		if other := l.from + l.to - i; other == i || !s.placed[other] {
			continue
		}
		at = s.atGap(at, l, i, l.least)
		if l.most != nil {
			at = s.atGap(at, l, i, *l.most)
		}
	}
	for _, g := range s.m.groupsOf[i] {
		if first, last, any := s.ends(g, i); any {
			at = append(at, first-t.dur, last-t.dur)
			if w := s.m.p.Together[g].Within; w != nil {
				at = append(at, last-*w-t.dur, first+*w-t.dur)
			}
		}
	}
	return at
}

// atGap adds the start at which a link has a gap.
func (s *state) atGap(at []int64, l *link, i int, gap int64) []int64 {
	if l.from == i {
		return append(at, s.start[l.to]+l.off-gap)
	}
	return append(at, s.start[l.from]-l.off+gap)
}
