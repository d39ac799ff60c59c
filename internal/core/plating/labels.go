package plating

import "math"

// label puts each number on its own shape, at the edge, as far as it can be
// from the other numbers and from the middles of the other shapes.
func (s Spec) label(d *Drawing) {
	for i, p := range s.Placings {
		best := -1.0
		for k := range 16 {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / 16)
			x, y := p.edge(0.72*cos, 0.72*sin)
			room := d.room(i, x, y)
			if s.covered(i, x, y) {
				room *= 0.2
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
func (s Spec) covered(own int, x, y float64) bool {
	for k, p := range s.Placings {
		if k == own || p.Form == Pool || (k < own && s.Placings[own].Form != Pool) {
			continue
		}
		cx, cy := p.At()
		sin, cos := math.Sincos(p.Turn * math.Pi / 180)
		u, v := ((x-cx)*cos+(y-cy)*sin)/(p.Length/2), (-(x-cx)*sin+(y-cy)*cos)/(p.width()/2)
		if u*u+v*v < 1.2 {
			return true
		}
	}
	return false
}

// edge is a point of the shape's own ellipse, u and v in parts of its halves.
func (p Placing) edge(u, v float64) (x, y float64) {
	cx, cy := p.At()
	sin, cos := math.Sincos(p.Turn * math.Pi / 180)
	a, b := u*p.Length/2, v*p.width()/2
	return cx + a*cos - b*sin, cy + a*sin + b*cos
}

// room is the distance from a point to the nearest number set before, or to
// the middle of another shape, which counts for less.
func (d *Drawing) room(own int, x, y float64) float64 {
	nearest := math.Inf(1)
	for k, o := range d.Shapes {
		if k < own {
			nearest = math.Min(nearest, math.Hypot(o.LabelX-x, o.LabelY-y))
		}
		if k != own {
			nearest = math.Min(nearest, 1.6*math.Hypot(o.X-x, o.Y-y))
		}
	}
	return nearest
}
