package plating

import (
	"math"
	"slices"
)

// drawMore draws the forms that are not among the first ones.
func (p Placing) drawMore(pen *pen, a, b float64, n int) {
	switch p.Form {
	case Quenelle:
		p.quenelles(pen, a, b, n)
	case Fan:
		p.fan(pen, a, b, n)
	case Roll:
		pen.box(a, b, b*0.9)
		for _, end := range []float64{-1, 1} {
			pen.onto(&pen.detail).ellipse(end*(a-b*0.55), 0, b*0.4, b*0.7)
		}
	case Nest:
		p.nest(pen, a, b)
	case Line:
		pen.box(a, b, math.Min(a, b)*0.95)
	case Drizzle:
		pen.drizzle(a, b)
	case Shavings:
		p.shavings(pen, a, b, n)
	case Grating:
		p.grating(pen, a, b)
	case Foam:
		p.foam(pen, a, b)
	case Cone:
		p.cone(pen, a, b)
	case Hollow:
		p.hollow(pen, a, b)
	}
}

// hole is the diameter of the hole in a hollow.
func (p Placing) hole() float64 {
	if p.Inner > 0 {
		return math.Min(p.Inner, p.Length)
	}
	return p.Length / 2
}

// cone is a point with edges that run down from it.
func (p Placing) cone(pen *pen, a, b float64) {
	pen.measured(ellipseOf(a, b))
	pen.shown(func() { pen.ellipse(0, 0, a, b) })
	pen.onto(&pen.detail)
	for i := range 8 {
		sin, cos := math.Sincos(math.Pi/8 + math.Pi*float64(i)/4)
		pen.path(false, [2]float64{0, 0}, [2]float64{a * 0.92 * cos, b * 0.92 * sin})
	}
	pen.onto(&pen.outline)
}

// hollow is a ring of food: its hole is hatched across.
func (p Placing) hollow(pen *pen, a, b float64) {
	pen.measured(ellipseOf(a, b))
	pen.shown(func() { pen.ellipse(0, 0, a, b) })
	r := p.hole() / 2
	s := b / math.Max(a, 1e-6)
	pen.onto(&pen.detail).ellipse(0, 0, r, r*s)
	for _, t := range []float64{-0.7, -0.35, 0, 0.35, 0.7} {
		half := r * math.Sqrt(1-t*t)
		pen.path(false, [2]float64{-half, t * r * s}, [2]float64{half, t * r * s})
	}
	pen.onto(&pen.outline)
}

// mound is a heap with the height lines of a hill.
func (p Placing) mound(pen *pen, a, b float64) {
	pen.blob(a, b, 9, 0.07)
	for _, f := range []float64{0.68, 0.36} {
		pen.onto(&pen.detail).ellipse(0, 0, a*f, b*f)
	}
	pen.onto(&pen.outline)
}

// nest is threads wound through one another: loops off the middle, which no hill
// has.
func (p Placing) nest(pen *pen, a, b float64) {
	const loops = 7
	pen.blob(a, b, 13, 0.05)
	for i := range loops {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / loops)
		pen.onto(&pen.detail).ellipse(0.36*cos*a, 0.36*sin*b, a*0.5, b*0.5)
	}
	pen.onto(&pen.outline)
}

// wall is the wall of a ring: two lines and strokes across them, which no block and no heap has.
func (p Placing) wall(pen *pen, a, b float64) {
	const in, strokes = 0.84, 28
	pen.onto(&pen.detail).ellipse(0, 0, a*in, b*in)
	for i := range strokes {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / strokes)
		pen.path(false, [2]float64{a * in * cos, b * in * sin}, [2]float64{a * cos, b * sin})
	}
	pen.onto(&pen.outline)
}

// quenelles are ovals with sharp ends side by side, with the ridge that the spoons leave and the two edges
// beside it. Where that would make needles of them they lie one behind the other.
func (p Placing) quenelles(pen *pen, a, b float64, n int) {
	long, wide, alongX, alongY := a, b/float64(n), 0.0, 1.0
	if p.inFile() {
		long, wide, alongX, alongY = a/float64(n), b, 1, 0
	}
	for i := range n {
		step := (2*float64(i) + 1) / float64(n)
		x, y := alongX*(step-1)*a, alongY*(step-1)*b
		side := func(height float64) (out [][2]float64) { // from end to end
			for k := range 17 {
				t := float64(k)/8 - 1
				out = append(out, [2]float64{x + long*t, y + wide*height*math.Pow(1-t*t, 0.8)})
			}
			return out
		}
		lower := side(-1)
		slices.Reverse(lower)
		pen.onto(&pen.outline).path(true, append(side(1), lower...)...)
		for _, height := range []float64{-0.45, 0, 0.45} {
			pen.onto(&pen.detail).path(false, side(height)...)
		}
	}
	pen.onto(&pen.outline)
}

// inFile tells whether pieces lie one behind the other because side by side they
// would be less than an eighth as wide as they are long.
func (p Placing) inFile() bool {
	return p.Form == Quenelle && p.width()/float64(max(p.Count, 1)) < 0.125*p.Length
}

// fan spreads slices from one point.
func (p Placing) fan(pen *pen, a, b float64, n int) {
	n, a, b = max(n, 2), math.Max(a, 1e-6), math.Max(b, 1e-6)
	wide := math.Min(b/float64(n)*1.6, a*0.4)
	spread := 2 * math.Asin(math.Min(0.9, math.Max(0, b-wide/2)/(2*a)))
	for i := range n {
		angle := spread * (float64(i)/float64(n-1) - 0.5)
		sin, cos := math.Sincos(angle)
		var points [][2]float64
		for k := range 24 {
			s, c := math.Sincos(2 * math.Pi * float64(k) / 24)
			x, y := a+a*0.96*c, wide*0.5*s // from the hinge outward
			points = append(points, [2]float64{(x*cos - y*sin) - a, x*sin + y*cos})
		}
		pen.path(true, points...)
	}
}

// drizzle is a thin thread in loops, which no line has.
func (p *pen) drizzle(a, b float64) {
	var upper, lower [][2]float64
	thin := math.Max(0.7, math.Min(b*0.12, 1.4))
	const turns = 3
	for i := range 97 {
		t := float64(i)/48 - 1
		y := math.Max(0, b-thin) * math.Sin(t*math.Pi*turns)
		slope := math.Cos(t * math.Pi * turns)
		n := math.Hypot(1, slope*b*math.Pi*turns/math.Max(a, 1e-6))
		dx, dy := -thin*slope*b*math.Pi*turns/math.Max(a, 1e-6)/n, thin/n
		upper = append(upper, [2]float64{(a-thin)*t - dx, y - dy})
		lower = append([][2]float64{{(a-thin)*t + dx, y + dy}}, lower...)
	}
	p.path(true, append(upper, lower...)...)
}

// shavings are curls: thin bands that roll in at one end, laid across one another.
func (p Placing) shavings(pen *pen, a, b float64, n int) {
	n = max(n, 4)
	pen.strewn(a, b)
	for i := range n {
		r := 0.62 * math.Sqrt((float64(i)+0.5)/float64(n))
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		pen.curl(r*cos*a, r*sin*b, math.Min(a, b)*0.36, float64(i)*1.1)
	}
}

// curl is one of them, so long to either side.
func (p *pen) curl(x, y, long, turn float64) {
	sin, cos := math.Sincos(turn)
	band := math.Max(0.5, long*0.2)
	var outer, inner [][2]float64
	for k := range 21 { // a spiral that opens
		t := float64(k) / 20
		r, angle := long*(0.28+0.72*t), 1.65*math.Pi*(1-t)
		s, c := math.Sincos(angle)
		outer = append(outer, [2]float64{r * c, r * s * 0.7})
		inner = append([][2]float64{{math.Max(0, r-band) * c, math.Max(0, r-band) * s * 0.7}}, inner...)
	}
	points := append(outer, inner...)
	for i, q := range points {
		points[i] = [2]float64{x + q[0]*cos - q[1]*sin, y + q[0]*sin + q[1]*cos}
	}
	p.path(true, points...)
}

// grating is fine threads over a field, which is how it is told from crumbs.
func (p Placing) grating(pen *pen, a, b float64) {
	const threads = 24
	pen.strewn(a, b)
	for i := range threads {
		r := math.Sqrt((float64(i) + 0.5) / threads)
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		pen.thread(r*cos*math.Max(0, a-3), r*sin*math.Max(0, b-3), math.Min(3, math.Min(a, b)/2), float64(i)*1.9)
	}
}

// foam is bubbles that touch.
func (p Placing) foam(pen *pen, a, b float64) {
	pen.blob(a, b, 7, 0.08)
	for i := range 9 {
		r := 0.75 * math.Sqrt((float64(i)+0.5)/9)
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		pen.onto(&pen.detail).ellipse(r*cos*a, r*sin*b, math.Min(a, b)*0.16, math.Min(a, b)*0.16)
	}
}
