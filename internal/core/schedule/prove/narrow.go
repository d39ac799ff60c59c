package prove

import (
	"cmp"
	"math"
	"slices"

	"jointime/internal/core/schedule"
)

// narrow carries on what follows from what is decided; false: it cannot be.
func (s *prover) narrow() bool {
	for {
		before := len(s.net.trail)
		if !s.fit() || !s.orders() {
			return false
		}
		if len(s.net.trail) == before {
			return s.enough()
		}
	}
}

// fit moves what would start outside the windows of its resources, or before they are warm.
func (s *prover) fit() bool {
	zero := s.net.n - 1
	for _, t := range s.takings {
		if t.hold {
			continue
		}
		early, late := s.net.early(t.from), s.net.late(t.from)
		first, last := int64(math.MaxInt64), int64(math.MinInt64)
		for r := range s.p.Resources {
			if s.needs[t.need].now()>>r&1 == 0 || s.p.Resources[r].Capacity < t.units {
				continue
			}
			low, high := s.starts(&s.p.Resources[r], t, early, late)
			first, last = min(first, low), max(last, high)
		}
		if first > last || first > early && !s.net.add(zero, t.from, first) || last < late && !s.net.add(t.from, zero, -last) {
			return false
		}
	}
	return true
}

// starts are the first and the last start of a taking's task between two on one resource; the
// first is past the last where there is none.
func (s *prover) starts(r *schedule.Resource, t taking, early, late int64) (first, last int64) {
	if heat := r.Setting; heat != nil && !t.settle {
		early = max(early, s.p.Horizon[0]+heat.Pause(heat.Initial, *t.setting)-t.fromBy)
	}
	if r.Windows == nil {
		if early > late {
			return math.MaxInt64, math.MinInt64
		}
		return early, late
	}
	first, last = math.MaxInt64, math.MinInt64
	for _, w := range r.Windows {
		low, high := max(early, w[0]-t.first), min(late, w[1]-t.lasting)
		if low <= high {
			first, last = min(first, low), max(last, high)
		}
	}
	return first, last
}

// orders puts what cannot go side by side on one resource, and not the other way round, in
// its order.
func (s *prover) orders() bool {
	for k := range s.takings {
		for o := k + 1; o < len(s.takings); o++ {
			a, b := &s.takings[k], &s.takings[o]
			r := s.shared(a, b)
			if r < 0 || !s.apart(r, a, b) || s.empty(a) || s.empty(b) {
				continue
			}
			ab, ba := s.before(r, a, b), s.before(r, b, a)
			switch first, second := s.possible(ab), s.possible(ba); {
			case !first && !second:
				return false
			case !first && !s.net.add(ba.from, ba.to, ba.by), !second && !s.net.add(ab.from, ab.to, ab.by):
				return false
			}
		}
	}
	return true
}

// empty reports whether a hold may still come to last no time.
func (s *prover) empty(t *taking) bool {
	return t.hold && s.net.gap(t.from, t.to)+t.toBy-t.fromBy <= 0
}

// shared is the resource that both are known to take; below 0: none is.
func (s *prover) shared(a, b *taking) int {
	r := s.chosen(a)
	if r < 0 || r != s.chosen(b) {
		return -1
	}
	return r
}

// chosen is the only resource that a taking can have; below 0: there are several.
func (s *prover) chosen(t *taking) int {
	n := &s.needs[t.need]
	if n.chosen < 0 && n.options&(n.options-1) == 0 {
		for r := range s.p.Resources {
			if n.options == 1<<r {
				n.chosen = r
			}
		}
	}
	return n.chosen
}

// apart reports whether two takings cannot go on at once on a resource.
func (s *prover) apart(r int, a, b *taking) bool {
	x := &s.p.Resources[r]
	if a.units+b.units > x.Capacity {
		return true
	}
	return x.Setting != nil && abs(*a.setting-*b.setting) > x.Setting.Tolerance
}

func abs(x int64) int64 { return max(x, -x) }

// way is a decision: that one start is so much later than another one.
type way struct {
	from, to int
	by       int64
}

func (s *prover) possible(w way) bool { return s.net.can(w.from, w.to, w.by) }

// before is that a ends before b opens, with the time that the resource needs between them.
func (s *prover) before(r int, a, b *taking) way {
	by := a.toBy - b.fromBy
	if set := s.p.Resources[r].Setting; set != nil && !b.settle {
		by += set.Pause(*a.setting, *b.setting)
	}
	return way{a.to, b.from, by}
}

// enough reports whether no stretch holds more work than there is room for, on any set of
// resources that is asked for.
func (s *prover) enough() bool {
	type job struct{ from, to, work int64 }
	for _, set := range s.sets {
		var jobs []job
		for k := range s.takings {
			t := &s.takings[k]
			if s.needs[t.need].now()&^set != 0 {
				continue
			}
			if work := (s.net.gap(t.from, t.to) + t.toBy - t.fromBy) * t.units; work > 0 {
				jobs = append(jobs, job{s.net.early(t.from) + t.fromBy, s.net.late(t.to) + t.toBy, work})
			}
		}
		slices.SortFunc(jobs, func(a, b job) int { return cmp.Compare(a.to, b.to) })
		for k, first := range jobs {
			if slices.ContainsFunc(jobs[:k], func(j job) bool { return j.from == first.from }) {
				continue
			}
			var work int64
			for _, j := range jobs {
				if j.from < first.from {
					continue
				}
				if work += j.work; work > s.room(set, first.from, j.to) {
					return false
				}
			}
		}
	}
	return true
}

// room is how much work a set of resources can do in a stretch.
func (s *prover) room(set uint64, from, to int64) (sum int64) {
	for r, x := range s.p.Resources {
		if set>>r&1 == 0 {
			continue
		}
		if x.Windows == nil {
			sum += x.Capacity * (to - from)
			continue
		}
		for _, w := range s.windows[r] {
			sum += x.Capacity * max(0, min(to, w[1])-max(from, w[0]))
		}
	}
	return sum
}

// joined are windows in order, with none counted twice where they overlap.
func joined(windows []schedule.Span) (out []schedule.Span) {
	if len(windows) < 2 {
		return windows
	}
	sorted := slices.Clone(windows)
	slices.SortFunc(sorted, func(a, b schedule.Span) int { return cmp.Compare(a[0], b[0]) })
	for _, w := range sorted {
		if len(out) > 0 && w[0] < out[len(out)-1][1] {
			out[len(out)-1][1] = max(out[len(out)-1][1], w[1])
			continue
		}
		out = append(out, w)
	}
	return out
}
