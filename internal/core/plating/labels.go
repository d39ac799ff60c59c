package plating

import "math"

// narrow is what a number would hide: it stands beside it, at the end of a line.
const (
	narrow = 36.0 // mm
	beside = 12.0 // mm from the edge of the shape
)

// label puts each number on its own shape, at the edge, or, where the shape is
// narrow, beside it: as far as it can be from the other numbers and from the
// middles of the other shapes, and on nothing that it would hide.
func (l layout) label(d *Drawing) {
	for i, p := range l.spec.Placings {
		out := math.Min(p.Length, p.width()) < narrow
		best := -1.0
		for k := range 16 {
			sin, cos := math.Sincos(2 * math.Pi * float64(k) / 16)
			x, y, room := l.labelAt(d, i, cos, sin, out)
			if room > best+1e-9 {
				best = room
				s := &d.Shapes[i]
				s.LabelX, s.LabelY = round(x), round(y)
				leadX, leadY := l.edge(i, 0.8*cos, 0.8*sin)
				if s.LeadX, s.LeadY = s.LabelX, s.LabelY; out {
					s.LeadX, s.LeadY = round(leadX), round(leadY)
				}
			}
		}
	}
}

// labelAt is where a number stands in a direction of its shape, and how much
// room it has there.
func (l layout) labelAt(d *Drawing, i int, cos, sin float64, out bool) (x, y, room float64) {
	if !out {
		x, y = l.edge(i, 0.72*cos, 0.72*sin)
		room = d.room(i, x, y)
		if l.covered(i, x, y) {
			room *= 0.04
		}
		return x, y, room
	}
	x, y = l.edge(i, cos, sin)
	cx, cy := l.edge(i, 0, 0)
	far := math.Max(math.Hypot(x-cx, y-cy), 1e-9)
	x, y = x+(x-cx)/far*beside, y+(y-cy)/far*beside
	room = d.room(i, x, y)
	for _, off := range [][2]float64{{0, 0}, {6, 0}, {-6, 0}, {0, 6}, {0, -6}} {
		if l.hides(x+off[0], y+off[1]) {
			room *= 0.4
		}
	}
	if l.spec.Ware.edge(x, y) < 8 && l.spec.Placings[i].In == "" {
		room *= 0.1
	}
	return x, y, room
}

// hides tells whether a number at a point would hide food other than a pool.
func (l layout) hides(x, y float64) bool {
	for k, p := range l.spec.Placings {
		if p.Form != Pool && p.Form != Poured && l.masks[k].Has(l.grid, x, y) {
			return true
		}
	}
	return false
}

// covered reports whether what is placed later lies over a point of a shape. A
// pool flows under the others.
func (l layout) covered(own int, x, y float64) bool {
	for k, p := range l.spec.Placings {
		if k == own || p.Form == Pool || (k < own && l.spec.Placings[own].Form != Pool) {
			continue
		}
		if l.masks[k].Has(l.grid, x, y) {
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
