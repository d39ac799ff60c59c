package plating

import (
	"math"
	"slices"
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
	Field   string  `json:"field,omitempty" doc:"over which small pieces are strewn: drawn first, in a tint"`
	X       float64 `json:"x" doc:"where it was placed, its first piece"`
	Y       float64 `json:"y"`
	FromX   float64 `json:"fromX" doc:"from where its hour and distance are measured"`
	FromY   float64 `json:"fromY"`
	LabelX  float64 `json:"labelX" doc:"where its number stands, outside the ware"`
	LabelY  float64 `json:"labelY"`
	Count   int     `json:"count" doc:"how many pieces it has, all repeats together; 1: one"`
	Under   bool    `json:"under,omitempty" doc:"much of it lies under what comes later: its outline is drawn again on top, broken"`
	Colour  string  `json:"colour"`
	Texture Texture `json:"texture"`
	Words   string  `json:"words" doc:"form and measures: ring 77 mm, 25 mm high"`
	Place   string  `json:"place" doc:"9 o'clock, 22 mm"`
	Much    string  `json:"much" doc:"how much, or the portion of the dish, or that it is not set"`
	Off     string  `json:"off,omitempty" doc:"how much that may be off"`
	Hand    string  `json:"hand" doc:"what a hand does: 5 dots, squeeze bottle"`
	Anchor  string  `json:"anchor" doc:"where it goes, for a hand: on the swede, 9 o'clock, 1 finger"`
	Pool    bool    `json:"pool" doc:"it is poured round what stands there, and flows under it"`
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
			Words: p.Measured(), Place: s.Place(i), Hand: l.act(i), Anchor: l.anchor(i), Pool: p.round(), Count: p.pieces(), Under: l.hidden(i), Unseen: p.Hidden || p.Optional}
		shape.Much, shape.Off = l.much(i)
		if len(l.spots[i]) > 0 {
			shape.X, shape.Y = round(l.spots[i][0].x), round(l.spots[i][0].y)
		}
		for _, pen := range l.pens[i] {
			shape.Outline += pen.outline.String()
			shape.Detail += pen.detail.String()
			shape.Field += pen.field.String()
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
		pen.measured(ellipseOf(a, b))
		pen.shown(func() { pen.ellipse(0, 0, a, b) })
		p.wall(pen, a, b)
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
	size := math.Max(2, math.Min(a, b)/math.Sqrt(float64(n))*0.4)
	pen.strewn(a, b)
	for i := range n {
		r := math.Sqrt((float64(i) + 0.5) / float64(n))
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		pen.crumb(r*cos*math.Max(0, a-size), r*sin*math.Max(0, b-size), math.Min(size, math.Min(a, b)), float64(i))
	}
}

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
	case Cone:
		to((left+right)/2, base+high)
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
