package plating

import (
	"fmt"
	"math"
	"slices"
)

// Solid is a placing from the side, from 6 o'clock: to the right of the plate's
// centre x, over the plate y, in mm.
type Solid struct {
	Placing string  `json:"placing"`
	Number  int     `json:"number"`
	Path    string  `json:"path" doc:"closed, y upwards is less"`
	Colour  string  `json:"colour"`
	Texture Texture `json:"texture"`
	Left    float64 `json:"left"`
	Right   float64 `json:"right"`
	Top     float64 `json:"top"`
}

// side draws the plate from the side: each placing as wide as it is seen, as
// high as it is, on what it stands; what is nearer hides what is further off.
func (d *Drawing) side(l layout) {
	d.Side = []Solid{}
	for i, p := range l.spec.Placings {
		left, right := math.Inf(1), math.Inf(-1)
		for _, polygon := range l.polys[i] {
			for _, q := range polygon {
				left, right = math.Min(left, q[0]), math.Max(right, q[0])
			}
		}
		high := l.top[i] - l.base[i]
		if high <= 0 || left >= right {
			continue
		}
		d.Side = append(d.Side, Solid{Placing: p.ID, Number: i + 1, Path: p.profile(left, right, l.base[i], high), Colour: p.Colour, Texture: p.Texture, Left: round(left), Right: round(right), Top: round(l.top[i])})
	}
	slices.SortStableFunc(d.Side, func(a, b Solid) int {
		_, ya := l.middle(a.Number - 1)
		_, yb := l.middle(b.Number - 1)
		switch {
		case l.base[a.Number-1] == 0 && l.base[b.Number-1] > 0:
			return -1
		case l.base[b.Number-1] == 0 && l.base[a.Number-1] > 0:
			return 1
		case ya < yb:
			return -1
		case ya > yb:
			return 1
		}
		return 0
	})
}

// profile is a form's outline from the side: a dome, or a box with round edges.
func (p Placing) profile(left, right, base, high float64) string {
	at := func(x, y float64) string { return fmt.Sprintf("%.2f %.2f", x, -y) }
	switch p.Form {
	case Mound, Quenelle, Nest, Foam, Leaf, Dots, Scatter, Shavings, Grating:
		path := "M" + at(left, base)
		for k := range 25 {
			t := float64(k) / 24
			path += "L" + at(left+(right-left)*t, base+high*math.Sqrt(math.Max(0, 1-(2*t-1)*(2*t-1))))
		}
		return path + "L" + at(right, base) + "Z"
	}
	r := math.Min(3, math.Min(high/2, (right-left)/4))
	return "M" + at(left, base) + "L" + at(left, base+high-r) + "L" + at(left+r, base+high) + "L" + at(right-r, base+high) + "L" + at(right, base+high-r) + "L" + at(right, base) + "Z"
}
