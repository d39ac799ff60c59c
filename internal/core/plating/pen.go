package plating

import (
	"math"
	"strconv"
	"strings"
)

func round(v float64) float64 { return math.Round(v*100) / 100 }

// pen writes path data in a turned frame.
type pen struct {
	x, y, sin, cos  float64
	outline, detail strings.Builder
	field           strings.Builder // over which small pieces are strewn
	polygons        [][][2]float64  // the closed outlines, where they lie on the plate
	silent          bool            // only the polygons are wanted
	to              *strings.Builder
}

func newPen(x, y, turn float64) *pen {
	p := &pen{x: x, y: y}
	p.sin, p.cos = math.Sincos(turn * math.Pi / 180)
	p.to = &p.outline
	return p
}

func (p *pen) onto(b *strings.Builder) *pen {
	p.to = b
	return p
}

// point turns and moves a point of the form's own frame.
func (p *pen) point(q [2]float64) [2]float64 {
	return [2]float64{p.x + q[0]*p.cos - q[1]*p.sin, p.y + q[0]*p.sin + q[1]*p.cos}
}

// write adds a command of path data, to a hundredth of a millimetre.
func (p *pen) write(command byte, q [2]float64) {
	var text [48]byte
	b := hundredths(append(text[:0], command), q[0])
	p.to.Write(hundredths(append(b, ' '), q[1]))
}

// hundredths writes a number with up to two decimals: several times as fast as
// strconv does for any number, and most of a drawing is numbers.
func hundredths(b []byte, v float64) []byte {
	if !(math.Abs(v) < 1e12) {
		return append(b, '0') // no drawing is that large
	}
	n := int64(math.Round(v * 100))
	if n < 0 {
		b, n = append(b, '-'), -n
	}
	b = strconv.AppendInt(b, n/100, 10)
	if part := n % 100; part > 0 {
		b = append(b, '.', byte('0'+part/10))
		if part%10 > 0 {
			b = append(b, byte('0'+part%10))
		}
	}
	return b
}

func (p *pen) path(closed bool, points ...[2]float64) {
	if p.silent && (!closed || p.to != &p.outline) {
		return
	}
	polygon := make([][2]float64, len(points))
	for i, q := range points {
		polygon[i] = p.point(q)
		if !p.silent {
			p.write("ML"[min(i, 1)], polygon[i])
		}
	}
	if !closed {
		return
	}
	if p.to == &p.outline {
		p.polygons = append(p.polygons, polygon)
	}
	if !p.silent {
		p.to.WriteByte('Z')
	}
}

// chords by which a curve of that radius is drawn: they leave it by less than a
// twentieth of a millimetre on the plates there are, r·(1 − cos(π/n)), and no
// fewer than 16.
func chords(radius float64) int {
	switch {
	case radius < 4:
		return 16
	case radius < 9:
		return 24
	}
	return 48
}

// around draws a closed path by polar radius, in so many chords.
func (p *pen) around(x, y float64, chords int, radius func(angle float64) (rx, ry float64)) {
	points := make([][2]float64, chords)
	for i := range points {
		angle := 2 * math.Pi * float64(i) / float64(chords)
		rx, ry := radius(angle)
		points[i] = [2]float64{x + rx*math.Cos(angle), y + ry*math.Sin(angle)}
	}
	p.path(true, points...)
}

func (p *pen) ellipse(x, y, a, b float64) {
	p.around(x, y, chords(math.Max(a, b)), func(float64) (float64, float64) { return a, b })
}

// blob is an ellipse with so many shallow lobes, which are drawn and not measured.
func (p *pen) blob(a, b float64, lobes int, depth float64) {
	p.measured(ellipseOf(a, b))
	p.shown(func() {
		p.around(0, 0, 72, func(t float64) (float64, float64) {
			f := 1 + depth/2*math.Sin(float64(lobes)*t)
			return a * f, b * f
		})
	})
}

// ellipseOf is an ellipse in chords that leave it by less than a thousandth of its radius.
func ellipseOf(a, b float64) [][2]float64 {
	const n = 96
	out := make([][2]float64, n)
	for i := range out {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / n)
		out[i] = [2]float64{a * cos, b * sin}
	}
	return out
}

// strewn is the field of small pieces, which tells how far they go.
func (p *pen) strewn(a, b float64) {
	p.onto(&p.field).ellipse(0, 0, a, b)
	p.onto(&p.outline)
}

// measured is an outline that is reckoned with and not drawn.
func (p *pen) measured(points [][2]float64) {
	polygon := make([][2]float64, len(points))
	for i, q := range points {
		polygon[i] = p.point(q)
	}
	p.polygons = append(p.polygons, polygon)
}

// shown draws an outline that is not reckoned with.
func (p *pen) shown(draw func()) {
	if p.silent {
		return
	}
	n := len(p.polygons)
	draw()
	p.polygons = p.polygons[:n]
}

// fillet is a superellipse (of the fourth order; Lamé), thicker at one end.
func (p *pen) fillet(a, b float64) {
	const chords = 48
	points := make([][2]float64, chords)
	for i := range points {
		sin, cos := math.Sincos(2 * math.Pi * float64(i) / chords)
		x, y := math.Copysign(math.Sqrt(math.Abs(cos)), cos), math.Copysign(math.Sqrt(math.Abs(sin)), sin)
		points[i] = [2]float64{a * x, b * y * (0.87 - 0.13*x)}
	}
	p.path(true, points...)
	p.onto(&p.detail)
	for _, f := range []float64{-0.6, -0.2, 0.2, 0.55} {
		p.path(false, [2]float64{a * f, -b * 0.5}, [2]float64{a * (f + 0.1), 0}, [2]float64{a * f, b * 0.5})
	}
}

func (p *pen) box(a, b, corner float64) {
	var points [][2]float64
	for i := range 24 {
		angle := 2*math.Pi*float64(i)/24 + math.Pi/24
		sin, cos := math.Sincos(angle)
		points = append(points, [2]float64{math.Copysign(a-corner, cos) + corner*cos, math.Copysign(b-corner, sin) + corner*sin})
	}
	p.path(true, points...)
}

// leaf is pointed at both ends, with a vein.
func (p *pen) leaf(a, b float64) {
	side := func(sign float64) (out [][2]float64) {
		for i := range 13 {
			t := float64(i) / 12
			out = append(out, [2]float64{a * (2*t - 1) * sign, b * sign * math.Sin(math.Pi*t)})
		}
		return out
	}
	p.path(true, append(side(1), side(-1)...)...)
	p.onto(&p.detail).path(false, [2]float64{-a, 0}, [2]float64{a, 0})
	for _, f := range []float64{-0.4, 0, 0.4} {
		p.path(false, [2]float64{a * f, 0}, [2]float64{a * (f + 0.25), b * 0.5})
		p.path(false, [2]float64{a * f, 0}, [2]float64{a * (f + 0.25), -b * 0.5})
	}
}

// swipe is a bow that grows thin.
func (p *pen) swipe(a, b float64) {
	var upper, lower [][2]float64
	for i := range 17 {
		t := float64(i)/8 - 1
		middle, half := b*0.9*t*t-b*0.45, b*0.5*(1-0.25*(t+1))*math.Sqrt(1-math.Pow(t, 6))
		upper = append(upper, [2]float64{a * t, middle - half})
		lower = append([][2]float64{{a * t, middle + half}}, lower...)
	}
	p.path(true, append(upper, lower...)...)
}

// crumb is a small turned triangle.
func (p *pen) crumb(x, y, size, turn float64) {
	var points [][2]float64
	for i := range 3 {
		sin, cos := math.Sincos(turn + 2*math.Pi*float64(i)/3)
		points = append(points, [2]float64{x + size*cos, y + size*sin})
	}
	p.path(true, points...)
}

// thread is a short thin box, turned, so long to either side of its middle.
func (p *pen) thread(x, y, long, turn float64) {
	sin, cos := math.Sincos(turn)
	thin := long * 0.12
	at := func(u, v float64) [2]float64 { return [2]float64{x + u*cos - v*sin, y + u*sin + v*cos} }
	p.path(true, at(-long, -thin), at(long, -thin), at(long, thin), at(-long, thin))
}
