package solve

import (
	"slices"

	"jointime/internal/core/schedule"
)

// candidate is a start worth trying, with its value against what stands.
type candidate struct {
	at int64
	v  value
}

// candidates lists the starts of a task between its bounds at which something
// changes: a bound, a target, a limit, the edge of a window, or a moment when
// a resource becomes free or is set, each with its value and bid. The list is good until the next call.
func (s *state) candidates(i int, low, high, wished int64, bid func(i int, at int64) int64) []candidate {
	at := append(s.at[:0], low, high, wished)
	at = s.atRules(at, i)
	for k := range s.m.tasks[i].needs {
		n := &s.m.tasks[i].needs[k]
		if len(n.slices) == 0 {
			continue
		}
		for _, r := range s.options(n) {
			at = s.atResource(at, r, n)
		}
	}
	at = s.atHolds(at, i)
	in := at[:0]
	for _, t := range at {
		if low <= t && t <= high {
			in = append(in, t)
		}
	}
	at = in
	slices.Sort(at)
	s.at = slices.Compact(at)
	out := s.tried[:0]
	for _, t := range s.at {
		v := s.local(i, t)
		v.cost += bid(i, t)
		out = append(out, candidate{t, v})
	}
	s.tried = out
	return out
}

// best takes the best candidate out of a list. Seldom are more than a few
// asked for, so the list is not sorted.
func best(list []candidate) (candidate, []candidate) {
	k := 0
	for i := range list {
		if list[i].v.better(list[k].v) {
			k = i
		}
	}
	c, last := list[k], len(list)-1
	list[k] = list[last]
	return c, list[:last]
}

// options are the resources that a need may still take.
func (s *state) options(n *need) []int {
	if n.label >= 0 && s.board.label[n.label] >= 0 {
		return s.board.label[n.label : n.label+1]
	}
	return n.options
}

// atRules adds the starts that targets, limits and waits ask for.
func (s *state) atRules(at []int64, i int) []int64 {
	t := s.m.tasks[i]
	for _, g := range t.targets {
		at = append(at, g.At-t.dur)
	}
	if t.latest != nil {
		at = append(at, *t.latest-t.dur)
	}
	for _, e := range s.m.linksOf[i] {
		l := s.m.links[e]
		if other := l.from + l.to - i; other == i || !s.placed[other] {
			continue
		}
		for _, gap := range []*int64{&l.least, l.most} {
			if gap == nil {
				continue
			}
			if l.from == i {
				at = append(at, s.start[l.to]+l.off-*gap)
			} else {
				at = append(at, s.start[l.from]-l.off+*gap)
			}
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

// atResource adds the starts at which a slice just fits before or after what
// a resource does already.
func (s *state) atResource(at []int64, r int, n *need) []int64 {
	begin, end := n.slices[0][0], n.slices[len(n.slices)-1][1]
	for _, w := range s.m.windows(r) {
		at = append(at, w[0]-begin, w[1]-end)
	}
	set := s.m.resources[r].Setting
	if set != nil && !n.settle {
		at = append(at, s.m.p.Horizon[0]+set.Pause(set.Initial, n.setting)-begin)
	}
	for _, t := range s.board.on[r] {
		before, after := pauses(set, t, n)
		for _, part := range n.slices {
			at = append(at, t.span[0]-before-part[1], t.span[1]+after-part[0])
		}
	}
	return at
}

// pauses are what a resource needs between a need and a taking that follows
// it, and between a taking and a need that follows that.
func pauses(set *schedule.Setting, t taking, n *need) (before, after int64) {
	if set == nil {
		return 0, 0
	}
	if !t.settle {
		before = set.Pause(n.setting, t.setting)
	}
	if !n.settle {
		after = set.Pause(t.setting, n.setting)
	}
	return before, after
}

// atHolds adds the starts at which a wait before or after this task just fits
// between what a resource does already.
func (s *state) atHolds(at []int64, i int) []int64 {
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		if l.from == l.to {
			continue
		}
		for h := range l.holds {
			for _, r := range s.options(&l.holds[h]) {
				at = s.atHold(at, i, r, &l.holds[h], l.from == i)
			}
		}
	}
	return at
}

// atHold adds the starts for one hold; first tells a task whose end begins it
// from one whose start ends it.
func (s *state) atHold(at []int64, i, r int, n *need, first bool) []int64 {
	set := s.m.resources[r].Setting
	if set != nil && first && !n.settle {
		at = append(at, s.m.p.Horizon[0]+set.Pause(set.Initial, n.setting)-s.m.tasks[i].dur)
	}
	for _, t := range s.board.on[r] {
		before, after := pauses(set, t, n)
		if first {
			at = append(at, t.span[1]+after-s.m.tasks[i].dur)
		} else {
			at = append(at, t.span[0]-before)
		}
	}
	return at
}
