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
			if room := d.room(i, x, y); room > best+1e-9 {
				best = room
				d.Shapes[i].LabelX, d.Shapes[i].LabelY = round(x), round(y)
			}
		}
	}
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
