package plating

import (
	"math"
)

// Drawing is a plate from above, to scale: lengths in millimetres, origin at
// the centre, y downwards. The paths are SVG path data made of numbers only.
type Drawing struct {
	Diameter float64     `json:"diameter"`
	Well     float64     `json:"well"`
	Left     float64     `json:"left" doc:"the bounds of all ware"`
	Right    float64     `json:"right"`
	Top      float64     `json:"top"`
	Bottom   float64     `json:"bottom"`
	Wares    []DrawnWare `json:"wares" nullable:"false" doc:"the plate, then what stands beside it"`
	Shapes   []Shape     `json:"shapes" nullable:"false"`
	Marks    []Mark      `json:"marks" nullable:"false"`
	Side     []Solid     `json:"side" nullable:"false" doc:"from 6 o'clock, the nearest last"`
}

// DrawnWare is the outline of ware and of its well.
type DrawnWare struct {
	Name    string  `json:"name"`
	X       float64 `json:"x" doc:"its middle"`
	Y       float64 `json:"y"`
	Width   float64 `json:"width"`
	Height  float64 `json:"height"`
	Colour  string  `json:"colour"`
	Outline string  `json:"outline"`
	Well    string  `json:"well"`
}

// Shape is one placing as it is drawn.
type Shape struct {
	Placing string  `json:"placing"`
	Number  int     `json:"number"`
	Outline string  `json:"outline" doc:"closed path"`
	Detail  string  `json:"detail,omitempty" doc:"lines on it"`
	X       float64 `json:"x" doc:"where it was placed, its first piece"`
	Y       float64 `json:"y"`
	FromX   float64 `json:"fromX" doc:"from where its hour and distance are measured"`
	FromY   float64 `json:"fromY"`
	LabelX  float64 `json:"labelX"`
	LabelY  float64 `json:"labelY"`
	LeadX   float64 `json:"leadX" doc:"on the shape, whose number stands beside it; else as the label"`
	LeadY   float64 `json:"leadY"`
	Colour  string  `json:"colour"`
	Texture Texture `json:"texture"`
	Words   string  `json:"words" doc:"form and measures: ring 77 mm, 25 mm high"`
	Place   string  `json:"place" doc:"9 o'clock, 22 mm"`
	Pool    bool    `json:"pool" doc:"it flows under what stands on the plate"`
	Unseen  bool    `json:"unseen,omitempty" doc:"out of sight on purpose, or left off for some: drawn with a broken line"`
}

// Mark is a clock hour on the rim.
type Mark struct {
	Hour int     `json:"hour"`
	X    float64 `json:"x"`
	Y    float64 `json:"y"`
}

// Draw makes the drawing of a specification.
func (s Spec) Draw() Drawing { return s.lay(true).drawing() }

func (l layout) drawing() Drawing {
	s := l.spec
	d := Drawing{Diameter: s.Ware.Diameter, Well: s.Ware.Well, Shapes: make([]Shape, len(s.Placings)), Marks: []Mark{}, Wares: l.wares()}
	for h := 1; h <= 12; h++ {
		sin, cos := math.Sincos(float64(h) * math.Pi / 6)
		r := 1 / math.Max(s.Ware.gauge(s.Ware.Diameter/2, s.Ware.across()/2, sin, cos), 1e-9)
		d.Marks = append(d.Marks, Mark{h, round(sin * r), round(-cos * r)})
	}
	d.box()
	for i, p := range s.Placings {
		from := l.from[i]
		shape := Shape{Placing: p.ID, Number: i + 1, FromX: round(from[0]), FromY: round(from[1]), Colour: p.Colour, Texture: p.Texture,
			Words: p.Measured(), Place: s.Place(i), Pool: p.Form == Pool || p.Form == Poured, Unseen: p.Hidden || p.Optional}
		if len(l.spots[i]) > 0 {
			shape.X, shape.Y = round(l.spots[i][0].x), round(l.spots[i][0].y)
		}
		for _, pen := range l.pens[i] {
			shape.Outline += pen.outline.String()
			shape.Detail += pen.detail.String()
		}
		d.Shapes[i] = shape
	}
	l.label(&d)
	d.side(l)
	return d
}

// wares are the outlines of the plate and of what stands beside it.
func (l layout) wares() (out []DrawnWare) {
	middles := l.spec.middles()
	for _, w := range append([]Ware{l.spec.Ware}, l.spec.Sides...) {
		name := w.Name
		if len(out) == 0 {
			name = ""
		}
		c := middles[name]
		a, b := w.wellHalves()
		colour := w.Colour
		if colour == "" {
			colour = "#ffffff"
		}
		out = append(out, DrawnWare{Name: w.Name, X: round(c[0]), Y: round(c[1]), Width: w.Diameter, Height: w.across(), Colour: colour,
			Outline: w.path(c[0], c[1], w.Diameter/2, w.across()/2), Well: w.path(c[0], c[1], a, b)})
	}
	return out
}

// box is the bounds of all ware.
func (d *Drawing) box() {
	for _, w := range d.Wares {
		d.Left, d.Right = math.Min(d.Left, w.X-w.Width/2), math.Max(d.Right, w.X+w.Width/2)
		d.Top, d.Bottom = math.Min(d.Top, w.Y-w.Height/2), math.Max(d.Bottom, w.Y+w.Height/2)
	}
}

// width of the shape, its length where none was given.
func (p Placing) width() float64 {
	if p.Width > 0 {
		return p.Width
	}
	return p.Length
}

func (p Placing) draw(pen *pen) {
	a, b, n := p.Length/2, p.width()/2, max(p.Count, 1)
	switch p.Form {
	case Ring:
		pen.measured(round64(a, b))
		pen.shown(func() { pen.ellipse(0, 0, a, b) })
		pen.onto(&pen.detail).ellipse(0, 0, a*0.86, b*0.86)
	case Pool:
		pen.blob(a, b, 5, 0.02)
	case Mound:
		p.mound(pen, a, b)
	case Piece:
		pen.fillet(a, b)
	case Block:
		pen.measured([][2]float64{{-a, -b}, {a, -b}, {a, b}, {-a, b}})
		pen.shown(func() { pen.box(a, b, math.Min(2, math.Min(a, b)*0.25)) })
	case Leaf:
		pen.leaf(a, b)
	case Slices:
		p.slices(pen, a, b, n)
	case Swipe:
		pen.swipe(a, b)
	case Dots:
		p.dots(pen, b, n)
	case Scatter:
		p.scatter(pen, a, b, n)
	case Poured:
		pen.blob(a, b, 3, 0.01)
	default:
		p.drawMore(pen, a, b, n)
	}
}

// slices overlap in a row along the length.
func (p Placing) slices(pen *pen, a, b float64, n int) {
	each := a / (0.5*float64(n) + 0.5)
	for i := range n {
		pen.ellipse(-a+each+float64(i)*each, 0, each, b)
	}
}

// dots stand in a row along the length; the width is their diameter.
func (p Placing) dots(pen *pen, radius float64, n int) {
	radius = math.Min(radius, p.Length/float64(2*n))
	for i := range n {
		pen.ellipse(p.along(i), 0, radius, radius)
	}
}

// scatter spreads small pieces evenly over an ellipse by the golden angle
// (Vogel 1979, from memory), the same each time.
func (p Placing) scatter(pen *pen, a, b float64, n int) {
	size := math.Max(1.5, math.Min(a, b)/math.Sqrt(float64(n))*0.35)
	for i := range n {
		r := math.Sqrt((float64(i) + 0.5) / float64(n))
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		pen.crumb(r*cos*(a-size), r*sin*(b-size), size, float64(i))
	}
}

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
