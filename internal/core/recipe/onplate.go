package recipe

import "jointime/internal/core/plating"

// PlateScene is what the plate of a dish is judged in: its portions, so many
// covers, a pass so wide.
func (b Book) PlateScene(d Dish, covers, pass int) plating.Scene {
	s := plating.Scene{Covers: covers, Pass: pass}
	for _, p := range d.Parts {
		c := b.Made(p.Component)
		q := plating.Portion{Component: p.Component, Name: c.Name, Amount: p.Portion}
		if c.Density != nil {
			q.Density = *c.Density
		}
		s.Portions = append(s.Portions, q)
	}
	return s
}
