// Package solids is the geometry of food on plates: volumes of forms, what bowls hold, areas and
// overlaps, what fits round a circle. Lengths are in mm, areas in mm², volumes in ml (1 ml is
// 1,000 mm³); formulas are those of any table of solids. Nothing is rounded.
package solids

import "math"

// Cylinder of an elliptical base; the full measures.
func Cylinder(length, width, height float64) float64 {
	return math.Pi / 4 * length * width * height / 1000
}

// Block has corners.
func Block(length, width, height float64) float64 { return length * width * height / 1000 }

// Cap of a sphere, stretched to an elliptical base: πh(3a² + h²)/6 for the
// radius a of the base, times width over length.
func Cap(length, width, height float64) float64 {
	if length <= 0 {
		return 0
	}
	a := length / 2
	return math.Pi * height * (3*a*a + height*height) / 6 * width / length / 1000
}

// Ellipsoid with three full axes: a ball, a quenelle.
func Ellipsoid(length, width, height float64) float64 {
	return math.Pi / 6 * length * width * height / 1000
}

// Frustum of a cone between two diameters; a cone where one of them is 0.
func Frustum(lower, upper, height float64) float64 {
	r, s := lower/2, upper/2
	return math.Pi * height * (r*r + r*s + s*s) / 3 / 1000
}

// CapHeight is how high a cap of a volume stands on its base: h³ + 3a²h = 6V/π, by Cardano.
func CapHeight(length, width, ml float64) float64 {
	a := length / 2
	q := 6 * ml * 1000 / math.Pi * length / width
	root := math.Sqrt(q*q/4 + math.Pow(a, 6))
	return math.Cbrt(q/2+root) + math.Cbrt(q/2-root)
}

// Swipe is a stroke that grows thin: its width and its depth run evenly from its start to its end.
// Section is the part of width times depth that is filled: 1 flat, π/4 rounded.
func Swipe(length, startWidth, endWidth, startDepth, endDepth, section float64) float64 {
	return section * length / 6 * (2*startWidth*startDepth + 2*endWidth*endDepth + startWidth*endDepth + endWidth*startDepth) / 1000
}
