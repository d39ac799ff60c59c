package solids

import "math"

// Place is the point of a clock hour and a distance, x to the right and y down: 12 is at the top.
func Place(hour, distance float64) (x, y float64) {
	sin, cos := math.Sincos(hour * math.Pi / 6)
	return distance * sin, -distance * cos
}

// HourOf is the clock hour of a point, from 0 to less than 12, and its distance.
func HourOf(x, y float64) (hour, distance float64) {
	return math.Mod(math.Atan2(x, -y)*6/math.Pi+12, 12), math.Hypot(x, y)
}

// Apart is how far the middles of neighbours lie from one another, of so many on a circle.
func Apart(n int, radius float64) float64 { return 2 * radius * math.Sin(math.Pi/float64(n)) }

// FitRound is how many of a size fit round a circle through their middles, with a gap between two.
func FitRound(radius, size, gap float64) int {
	step := (size + gap) / (2 * radius)
	if step > 1+1e-12 {
		return 1
	}
	return max(1, int(math.Floor(math.Pi/math.Asin(math.Min(1, step))+1e-9)))
}
