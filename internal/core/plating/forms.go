package plating

import "math"

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
	}
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

// quenelles are pointed ovals side by side, with the two edges of the spoon. Where
// that would make needles of them they lie one behind the other.
func (p Placing) quenelles(pen *pen, a, b float64, n int) {
	long, wide, alongX, alongY := a, b/float64(n), 0.0, 1.0
	if p.inFile() {
		long, wide, alongX, alongY = a/float64(n), b, 1, 0
	}
	for i := range n {
		step := (2*float64(i) + 1) / float64(n)
		x, y := alongX*(step-1)*a, alongY*(step-1)*b
		pen.onto(&pen.outline).around(x, y, 48, func(t float64) (float64, float64) { return long, wide * (0.82 + 0.18*math.Cos(2*t)) })
		pen.onto(&pen.detail).path(false, [2]float64{x - long*0.8, y}, [2]float64{x, y - wide*0.4}, [2]float64{x + long*0.8, y})
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

// drizzle is a thin wave.
func (p *pen) drizzle(a, b float64) {
	var upper, lower [][2]float64
	thin := math.Max(0.8, math.Min(b*0.15, 2))
	for i := range 49 {
		t := float64(i)/24 - 1
		y := math.Max(0, b-thin) * math.Sin(t*math.Pi*3)
		upper = append(upper, [2]float64{a * t, y - thin})
		lower = append([][2]float64{{a * t, y + thin}}, lower...)
	}
	p.path(true, append(upper, lower...)...)
}

// shavings are curls, long and thin, laid across one another.
func (p Placing) shavings(pen *pen, a, b float64, n int) {
	n = max(n, 4)
	for i := range n {
		r := 0.7 * math.Sqrt((float64(i)+0.5)/float64(n))
		sin, cos := math.Sincos(float64(i) * math.Pi * (3 - math.Sqrt(5)))
		x, y, long := r*cos*a, r*sin*b, math.Min(a, b)*0.28
		s, c := math.Sincos(float64(i) * 1.1)
		wide := math.Max(0.6, long*0.22)
		pen.path(true, [2]float64{x - long*c - wide*s, y - long*s + wide*c}, [2]float64{x + wide*s*0.5, y - wide*c*1.5}, [2]float64{x + long*c - wide*s, y + long*s + wide*c}, [2]float64{x - wide*s, y + wide*c*0.6})
	}
}

// grating is fine threads over a field, which is how it is told from crumbs.
func (p Placing) grating(pen *pen, a, b float64) {
	const threads = 40
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
