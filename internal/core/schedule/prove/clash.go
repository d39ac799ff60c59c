package prove

import (
	"cmp"
	"slices"
)

// clash finds what clashes where everything starts as early as it may, and the ways out of
// it; of several the one with the fewest ways. It is false where nothing does.
func (s *prover) clash() (ways []way, found bool) {
	least := func(w []way) bool { // it reports whether no better one need be looked for
		w = slices.DeleteFunc(w, func(w way) bool { return !s.possible(w) })
		if !found || len(w) < len(ways) {
			ways, found = w, true
		}
		return len(ways) < 2
	}
	for r := range s.p.Resources {
		var on []*taking
		for k := range s.takings {
			if t := &s.takings[k]; s.chosen(t) == r && s.opens(t) < s.closes(t) {
				on = append(on, t)
			}
		}
		slices.SortStableFunc(on, func(a, b *taking) int { return cmp.Compare(s.opens(a), s.opens(b)) })
		for k, t := range on {
			if t.hold {
				if w, out := s.outside(r, t); out && least(w) {
					return ways, true
				}
			}
			if w, full := s.full(r, on[:k], t); full && least(w) {
				return ways, true
			}
			for _, o := range on[:k] {
				if w, cold := s.cold(r, o, t); cold && least(w) {
					return ways, true
				}
			}
		}
	}
	return ways, found
}

func (s *prover) opens(t *taking) int64  { return s.net.early(t.from) + t.fromBy }
func (s *prover) closes(t *taking) int64 { return s.net.early(t.to) + t.toBy }

// full says how more than there is room for, at the moment at which a taking opens, may be
// got out of: one of the fewest of them that are too many goes before another one.
func (s *prover) full(r int, before []*taking, t *taking) (ways []way, full bool) {
	on, units := []*taking{t}, t.units
	at := s.opens(t)
	for _, o := range before {
		if s.closes(o) > at {
			on = append(on, o)
			units += o.units
		}
	}
	room := s.p.Resources[r].Capacity
	if units <= room {
		return nil, false
	}
	slices.SortStableFunc(on, func(a, b *taking) int { return cmp.Compare(b.units, a.units) })
	few := 0
	for units = 0; units <= room; few++ {
		units += on[few].units
	}
	return s.apartFrom(r, on[:few]), true
}

// apartFrom are the ways in which not all of some takings go on at once.
func (s *prover) apartFrom(r int, on []*taking) (ways []way) {
	for i, a := range on {
		for k, b := range on {
			if i != k {
				ways = append(ways, s.before(r, a, b))
			}
		}
		ways = append(ways, s.nothing(a)...)
	}
	return ways
}

// nothing is that a hold lasts no time.
func (s *prover) nothing(t *taking) []way {
	if !t.hold {
		return nil
	}
	return []way{{t.to, t.from, t.toBy - t.fromBy}}
}

// cold says how two takings at temperatures too far apart, or too near in time, may be got
// out of it.
func (s *prover) cold(r int, a, b *taking) (ways []way, cold bool) {
	set := s.p.Resources[r].Setting
	if set == nil || abs(*a.setting-*b.setting) <= set.Tolerance {
		return nil, false
	}
	held := func(w way) bool { return s.net.early(w.to)-s.net.early(w.from) >= w.by }
	if held(s.before(r, a, b)) || held(s.before(r, b, a)) {
		return nil, false
	}
	return s.apartFrom(r, []*taking{a, b}), true
}

// outside says how a hold may be put into a window that lies in none, or that begins before
// the resource is warm.
func (s *prover) outside(r int, t *taking) (ways []way, outside bool) {
	x, zero := &s.p.Resources[r], s.net.n-1
	if x.Setting != nil && !t.settle {
		if warm := s.p.Horizon[0] + x.Setting.Pause(x.Setting.Initial, *t.setting); s.opens(t) < warm {
			return append(s.nothing(t), way{zero, t.from, warm - t.fromBy}), true
		}
	}
	if x.Windows == nil {
		return nil, false
	}
	next := int64(1 << 40) // the first window that opens later: it ends no earlier than now
	for _, w := range x.Windows {
		if w[0] <= s.opens(t) && s.closes(t) <= w[1] {
			return nil, false
		}
		if w[0] > s.opens(t) {
			next = min(next, w[0])
		}
	}
	return append(s.nothing(t), way{zero, t.from, next - t.fromBy}), true
}
