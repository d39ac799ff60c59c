package plating

import (
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
		if p.In != "" {
			continue // its ware stands beside the plate
		}
		left, right := math.Inf(1), math.Inf(-1)
		l.points(i, func(x, _ float64) { left, right = math.Min(left, x), math.Max(right, x) })
		high := l.top[i] - l.base[i]
		if high <= 0 || left >= right {
			continue
		}
		d.Side = append(d.Side, Solid{Placing: p.ID, Number: i + 1, Path: p.profile(left, right, l.base[i], high), Colour: p.Colour, Texture: p.Texture, Left: round(left), Right: round(right), Top: round(l.top[i])})
	}
	slices.SortStableFunc(d.Side, func(a, b Solid) int {
		ya, yb := middle(l.spots[a.Number-1])[1], middle(l.spots[b.Number-1])[1]
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
	var pen pen
	pen.onto(&pen.outline)
	command := byte('M')
	to := func(x, y float64) {
		pen.write(command, [2]float64{x, -y})
		command = 'L'
	}
	to(left, base)
	switch p.Form {
	case Mound, Quenelle, Nest, Foam, Leaf, Dots, Scatter, Shavings, Grating:
		for k := range 25 {
			t := float64(k) / 24
			to(left+(right-left)*t, base+high*math.Sqrt(math.Max(0, 1-(2*t-1)*(2*t-1))))
		}
	default:
		r := math.Min(3, math.Min(high/2, (right-left)/4))
		for _, q := range [][2]float64{{left, base + high - r}, {left + r, base + high}, {right - r, base + high}, {right, base + high - r}} {
			to(q[0], q[1])
		}
	}
	to(right, base)
	return pen.outline.String() + "Z"
}
