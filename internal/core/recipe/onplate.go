package recipe

import (
	"slices"
	"strings"

	"jointime/internal/core/plating"
)

// PlateScene is what the plate of a dish is judged in: its portions, so many
// covers, a pass so wide.
func (b Book) PlateScene(d Dish, covers, pass int) plating.Scene {
	s := plating.Scene{Covers: covers, Pass: pass}
	for _, p := range d.Parts {
		c := b.Made(p.Component)
		if base, _, is := strings.Cut(p.Component, "~"); is {
			p.Component = base // a version's own is placed as the dish's
		}
		q := plating.Portion{Component: p.Component, Name: c.Name, Amount: p.Portion}
		if c.Density != nil {
			q.Density = *c.Density
		}
		s.Portions = append(s.Portions, q)
	}
	return s
}

// PlateOf is how the plate of a dish is built in one of its versions: what is
// left out is not placed, what is swapped is placed where the other was, and
// what is added is placed as the version's own placings say.
func (d Dish) PlateOf(v Version) plating.Spec {
	out := d.Plate
	out.Placings = append([]plating.Placing{}, d.Plate.Placings...)
	for _, c := range v.Changes {
		if c.Line != "" {
			continue
		}
		switch c.Do {
		case "leave out":
			out.Placings = slices.DeleteFunc(out.Placings, func(p plating.Placing) bool { return p.Component == c.Component })
		case "swap", "scale":
			for i := range out.Placings {
				p := &out.Placings[i]
				if p.Component != c.Component {
					continue
				}
				if c.Do == "swap" {
					p.Component = c.With
				} else if p.Amount != nil {
					scaled := p.Amount.Times(c.Factor)
					p.Amount = &scaled
				}
			}
		}
	}
	for _, own := range v.Placings {
		if at := slices.IndexFunc(out.Placings, func(p plating.Placing) bool { return p.ID == own.ID }); at >= 0 {
			out.Placings[at] = own
		} else {
			out.Placings = append(out.Placings, own)
		}
	}
	gone := func(id string) bool {
		return id != "" && !slices.ContainsFunc(out.Placings, func(q plating.Placing) bool { return q.ID == id })
	}
	for i := range out.Placings { // what nothing is under stands on the plate
		p := &out.Placings[i]
		if at := slices.IndexFunc(d.Plate.Placings, func(q plating.Placing) bool { return q.ID == p.ID }); gone(p.From) && at >= 0 { // it stays where it was
			alone := d.Plate.Alone(at)
			p.Hour, p.Distance, p.From, p.Between = alone.Hour, alone.Distance, "", false
		}
		for _, to := range []*string{&p.On, &p.Leans, &p.Lift, &p.Moved} {
			if gone(*to) {
				*to = ""
			}
		}
	}
	return out
}
