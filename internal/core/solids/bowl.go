package solids

import "math"

// Bowl is what holds: straight-sided, conical, or rounded like a cap of a sphere. Rim is its inner
// diameter at the rim, Across the other one where it is oval (0: round), Bottom the diameter of a conical
// one's floor, Depth from the rim to the floor.
type Bowl struct {
	Sides                      Sides
	Rim, Across, Bottom, Depth float64
}

// Sides are how the wall of a bowl goes.
type Sides string

// The kinds of walls.
const (
	Straight Sides = "straight"
	Conical  Sides = "conical"
	Rounded  Sides = "rounded"
)

// oval is how much less an oval bowl holds than a round one of its length.
func (b Bowl) oval() float64 {
	if b.Across > 0 {
		return b.Across / b.Rim
	}
	return 1
}

// At is what it holds up to a level over its floor, in ml.
func (b Bowl) At(level float64) float64 {
	h := math.Max(0, math.Min(level, b.Depth))
	switch b.Sides {
	case Conical:
		at := b.Bottom + (b.Rim-b.Bottom)*h/b.Depth
		return Frustum(b.Bottom, at, h) * b.oval()
	case Rounded:
		a := b.Rim / 2
		r := (a*a + b.Depth*b.Depth) / (2 * b.Depth) // of its sphere
		return math.Pi * h * h * (3*r - h) / 3 / 1000 * b.oval()
	}
	return Cylinder(b.Rim, b.Rim, h) * b.oval()
}

// Holds is what it holds up to the rim.
func (b Bowl) Holds() float64 { return b.At(b.Depth) }

// Across is its inner diameter at a level.
func (b Bowl) WideAt(level float64) float64 {
	switch b.Sides {
	case Conical:
		return b.Bottom + (b.Rim-b.Bottom)*level/b.Depth
	case Rounded:
		a := b.Rim / 2
		r := (a*a + b.Depth*b.Depth) / (2 * b.Depth)
		return 2 * math.Sqrt(math.Max(0, r*r-(r-level)*(r-level)))
	}
	return b.Rim
}

// Level is how high so much stands in it; false: it does not hold so much.
func (b Bowl) Level(ml float64) (float64, bool) {
	if ml > b.Holds()*(1+1e-12) {
		return b.Depth, false
	}
	low, high := 0.0, b.Depth
	for range 200 {
		if mid := (low + high) / 2; b.At(mid) < ml {
			low = mid
		} else {
			high = mid
		}
	}
	return (low + high) / 2, true
}
