package plating

import "slices"

// bad are the faults that another order can mend.
var bad = []string{"not-there-yet", "crisp-under-wet", "too-long", "only-crisp-softens", "lifted-too-early"}

// misplaced counts the faults of order among what was found.
func misplaced(found []Finding) (n int) {
	for _, f := range found {
		if slices.Contains(bad, f.Code) {
			n++
		}
	}
	return n
}

// Better is an order of building that has none of the faults that an order can
// have, as ids; nil where the plate's own has none, or none was found. What
// something stands on, or is measured from, comes before it; liquids come before
// what is crisp; what fades soonest comes last.
func (s Spec) Better() []string {
	l := s.lay(false)
	return l.better(l.findings(Scene{}))
}

func (l layout) better(found []Finding) []string {
	if misplaced(found) == 0 {
		return nil
	}
	rest, lives := make([]int, len(l.spec.Placings)), make([]int64, len(l.spec.Placings))
	for i := range rest {
		rest[i], lives[i] = i, int64(1)<<60
		if life, fades := l.life(i); fades {
			lives[i] = life.Seconds
		}
	}
	var order []int
	var ids []string
	for len(rest) > 0 {
		at := l.next(rest, lives)
		order, ids = append(order, rest[at]), append(ids, l.spec.Placings[rest[at]].ID)
		rest = slices.Delete(rest, at, at+1)
	}
	if misplaced(l.reordered(order).findings(Scene{})) > 0 {
		return nil
	}
	return ids
}

// next is the place in the rest of what can be placed now: everything that it
// stands on is there, and, of those, what has longest on the plate.
func (l layout) next(rest []int, lives []int64) int {
	best, bestLife := -1, int64(-1)
	for k, i := range rest {
		if slices.ContainsFunc(rest, func(o int) bool {
			return o != i && (l.standsOn(i, o) || l.spec.Placings[i].From == l.spec.Placings[o].ID || l.wets(o, i))
		}) {
			continue
		}
		if lives[i] > bestLife {
			best, bestLife = k, lives[i]
		}
	}
	return max(best, 0) // they stand on one another in a circle
}

// wets tells whether a liquid would go over something crisp.
func (l layout) wets(o, i int) bool {
	p, q := l.spec.Placings[i], l.spec.Placings[o]
	return (p.Texture == Crisp || p.Texture == Crunchy) && (q.Texture == Wet || q.Texture == Moist) && l.overlap[i][o] > 0.1*l.areas[i] && !l.standsOn(o, i)
}

// Without are placings without those of a component; what stood on one of them, or was
// measured from it, stands on the plate.
func Without(list []Placing, component string) []Placing {
	gone := map[string]bool{}
	for _, p := range list {
		if p.Component == component {
			gone[p.ID] = true
		}
	}
	kept := slices.DeleteFunc(slices.Clone(list), func(p Placing) bool { return gone[p.ID] })
	for i := range kept {
		for _, ref := range []*string{&kept[i].On, &kept[i].Leans, &kept[i].From} {
			if gone[*ref] {
				*ref = ""
			}
		}
	}
	return kept
}

// Without is the plate without some of its placings. What nothing is under then stands on the
// plate, and what was measured from one that is gone stays where it was.
func (s Spec) Without(gone func(Placing) bool) Spec {
	out := s
	out.Placings = slices.DeleteFunc(slices.Clone(s.Placings), gone)
	return out.settled(s)
}

// settled lets placings that stand on, lean on or are measured from one that is not there stand
// for themselves, where they stood in another spec.
func (s Spec) settled(was Spec) Spec {
	missing := func(id string) bool {
		return id != "" && !slices.ContainsFunc(s.Placings, func(q Placing) bool { return q.ID == id })
	}
	for i := range s.Placings {
		p := &s.Placings[i]
		if at := slices.IndexFunc(was.Placings, func(q Placing) bool { return q.ID == p.ID }); missing(p.From) && at >= 0 {
			alone := was.Alone(at)
			p.Hour, p.Distance, p.From, p.Between = alone.Hour, alone.Distance, "", false
		}
		for _, to := range []*string{&p.On, &p.Leans, &p.Lift, &p.Moved} {
			if missing(*to) {
				*to = ""
			}
		}
	}
	return s
}

// With is the plate with placings of its own: one with the id of another takes that one's place,
// the rest come after. What is measured from one that is not there stays where it was in another
// spec.
func (s Spec) With(own []Placing, was Spec) Spec {
	out := s
	out.Placings = slices.Clone(s.Placings)
	for _, p := range own {
		if at := slices.IndexFunc(out.Placings, func(q Placing) bool { return q.ID == p.ID }); at >= 0 {
			out.Placings[at] = p
		} else {
			out.Placings = append(out.Placings, p)
		}
	}
	return out.settled(was)
}

// AtPass is the plate as it leaves the pass: what is poured or laid at the table comes later.
func (s Spec) AtPass() Spec {
	return s.Without(func(p Placing) bool { return p.AtTable })
}

// AtTable are the components that are laid or poured at the table, each once, in their order.
func (s Spec) AtTable() (out []string) {
	for _, p := range s.Placings {
		if p.AtTable && !slices.Contains(out, p.Component) {
			out = append(out, p.Component)
		}
	}
	return out
}
