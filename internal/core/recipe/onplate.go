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
	return out.With(v.Placings, d.Plate)
}
