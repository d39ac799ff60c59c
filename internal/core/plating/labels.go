package plating

import "math"

// label puts each number on its own shape, at the edge, as far as it can be
// from the other numbers and from the middles of the other shapes.
func (l layout) label(d *Drawing) {
	for i := range l.spec.Placings {
		best := -1.0
		for k := range 16 {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / 16)
			x, y := l.edge(i, 0.72*cos, 0.72*sin)
			room := d.room(i, x, y)
			if l.covered(i, x, y) {
				room *= 0.04
			}
			if room > best+1e-9 {
				best = room
				d.Shapes[i].LabelX, d.Shapes[i].LabelY = round(x), round(y)
			}
		}
	}
}

// covered reports whether what is placed later lies over a point of a shape. A
// pool flows under the others.
func (l layout) covered(own int, x, y float64) bool {
	for k, p := range l.spec.Placings {
		if k == own || p.Form == Pool || (k < own && l.spec.Placings[own].Form != Pool) {
			continue
		}
		if l.masks[k].has(l.grid, x, y) {
			return true
		}
	}
	return false
}

// edge is a point of the ellipse of a shape's first piece, u and v in parts of
// its halves.
func (l layout) edge(i int, u, v float64) (x, y float64) {
	if len(l.spots[i]) == 0 {
		return 0, 0
	}
	p, at := l.spec.Placings[i], l.spots[i][0]
	sin, cos := math.Sincos(at.turn * math.Pi / 180)
	a, b := u*p.Length/2, v*p.width()/2
	return at.x + a*cos - b*sin, at.y + a*sin + b*cos
}

// room is the square of the distance from a point to the nearest number set
// before, or to the middle of another shape, which counts for less.
func (d *Drawing) room(own int, x, y float64) float64 {
	nearest := math.Inf(1)
	square := func(dx, dy float64) float64 { return dx*dx + dy*dy }
	for k := range d.Shapes {
		o := &d.Shapes[k]
		if k < own {
			nearest = math.Min(nearest, square(o.LabelX-x, o.LabelY-y))
		}
		if k != own {
			nearest = math.Min(nearest, 2.56*square(o.X-x, o.Y-y))
		}
	}
	return nearest
}
