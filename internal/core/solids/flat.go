package solids

import (
	"math"
	"slices"
)

// chords by which a round outline is drawn where areas are wanted: what they leave out of a circle
// is made up for by their size.
const chords = 720

// Outline is a convex outline, its points in their order round it.
type Outline [][2]float64

// Ellipse about a point, turned by degrees, with the full measures.
func Ellipse(x, y, length, width, turn float64) Outline {
	out := make(Outline, chords)
	sin, cos := math.Sincos(turn * math.Pi / 180)
	grow := math.Sqrt(2 * math.Pi / chords / math.Sin(2*math.Pi/chords)) // so that its area is that of the curve
	for i := range out {
		s, c := math.Sincos(2 * math.Pi * float64(i) / chords)
		u, v := length/2*c*grow, width/2*s*grow
		out[i] = [2]float64{x + u*cos - v*sin, y + u*sin + v*cos}
	}
	return out
}

// Rectangle about a point, turned by degrees.
func Rectangle(x, y, length, width, turn float64) Outline {
	sin, cos := math.Sincos(turn * math.Pi / 180)
	var out Outline
	for _, q := range [][2]float64{{-1, -1}, {1, -1}, {1, 1}, {-1, 1}} {
		u, v := q[0]*length/2, q[1]*width/2
		out = append(out, [2]float64{x + u*cos - v*sin, y + u*sin + v*cos})
	}
	return out
}

// Area by the shoelace formula.
func (o Outline) Area() (sum float64) {
	for i, p := range o {
		q := o[(i+1)%len(o)]
		sum += p[0]*q[1] - q[0]*p[1]
	}
	return math.Abs(sum) / 2
}

// Ordered is the outline gone round in the direction that the others here are.
func (o Outline) Ordered() Outline {
	sum := 0.0
	for i, p := range o {
		q := o[(i+1)%len(o)]
		sum += p[0]*q[1] - q[0]*p[1]
	}
	if sum >= 0 {
		return o
	}
	out := slices.Clone(o)
	slices.Reverse(out)
	return out
}

// Convex tells whether it has no dent, for an outline that is ordered.
func (o Outline) Convex() bool {
	for i, a := range o {
		b, c := o[(i+1)%len(o)], o[(i+2)%len(o)]
		if (b[0]-a[0])*(c[1]-b[1])-(b[1]-a[1])*(c[0]-b[0]) < -1e-9 {
			return false
		}
	}
	return len(o) > 2
}

// Within is what two convex outlines share (Sutherland and Hodgman).
func (o Outline) Within(clip Outline) Outline {
	out := o
	for i, a := range clip {
		b := clip[(i+1)%len(clip)]
		out = out.half(a, b)
		if len(out) == 0 {
			return nil
		}
	}
	return out
}

// half is what lies to the left of a line.
func (o Outline) half(a, b [2]float64) (out Outline) {
	side := func(p [2]float64) float64 { return (b[0]-a[0])*(p[1]-a[1]) - (b[1]-a[1])*(p[0]-a[0]) }
	for i, p := range o {
		q := o[(i+1)%len(o)]
		sp, sq := side(p), side(q)
		if sp >= 0 {
			out = append(out, p)
		}
		if sp > 0 && sq < 0 || sp < 0 && sq > 0 {
			t := sp / (sp - sq)
			out = append(out, [2]float64{p[0] + t*(q[0]-p[0]), p[1] + t*(q[1]-p[1])})
		}
	}
	return out
}

// Covered is how much of an outline so many others cover together, in mm²: what each shares with it,
// less what they share, and so on.
func Covered(of Outline, over []Outline) float64 {
	var sum func(part Outline, from int, sign float64) float64
	sum = func(part Outline, from int, sign float64) (total float64) {
		for i := from; i < len(over); i++ {
			if shared := part.Within(over[i]); len(shared) > 2 {
				total += sign*shared.Area() + sum(shared, i+1, -sign)
			}
		}
		return total
	}
	return sum(of, 0, 1)
}

// Beyond is how far an outline reaches outside another one, in mm, and where; below 0: how far inside its edge it
// stays.
func (o Outline) Beyond(other Outline) (far float64, at [2]float64) {
	far = math.Inf(-1)
	for _, p := range o {
		if d := other.distance(p); d > far {
			far, at = d, p
		}
	}
	return far, at
}

// distance of a point to the edge; below 0 inside.
func (o Outline) distance(p [2]float64) float64 {
	nearest, inside := math.Inf(1), true
	for i, a := range o {
		b := o[(i+1)%len(o)]
		dx, dy := b[0]-a[0], b[1]-a[1]
		long := dx*dx + dy*dy
		t := 0.0
		if long > 0 {
			t = math.Max(0, math.Min(1, ((p[0]-a[0])*dx+(p[1]-a[1])*dy)/long))
		}
		nearest = math.Min(nearest, math.Hypot(p[0]-a[0]-t*dx, p[1]-a[1]-t*dy))
		inside = inside && dx*(p[1]-a[1])-dy*(p[0]-a[0]) >= 0
	}
	if inside {
		return -nearest
	}
	return nearest
}
