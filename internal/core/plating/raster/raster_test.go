package raster_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/plating/raster"
)

// around is a circle as a polygon of many corners.
func around(x, y, r float64) (out [][2]float64) {
	for k := range 360 {
		a := float64(k) * math.Pi / 180
		out = append(out, [2]float64{x + r*math.Cos(a), y + r*math.Sin(a)})
	}
	return out
}

// Two squares of 20 mm, one moved by 10 mm, have half of their area in common.
func ExampleGrid_Both() {
	g := raster.New(0.5, 200)
	a, b := g.Empty(), g.Empty()
	g.Fill(&a, [][2]float64{{-10, -10}, {10, -10}, {10, 10}, {-10, 10}})
	g.Fill(&b, [][2]float64{{0, -10}, {20, -10}, {20, 10}, {0, 10}})
	fmt.Println(g.Area(a), g.Both(a, b))
	// Output: 400 200
}

// Areas of circles against πr²; of the lens of two of them against the formula of the
// circular segment, 2r² acos(d/2r) − d/2 √(4r²−d²) (any handbook of geometry).
func TestCirclesAndTheirLens(t *testing.T) {
	g := raster.New(0.5, 600)
	for _, r := range []float64{10, 25, 60} {
		a, b := g.Empty(), g.Empty()
		g.Fill(&a, around(0, 0, r))
		g.Fill(&b, around(r, 0, r))
		assert.InEpsilon(t, math.Pi*r*r, g.Area(a), 0.01)
		lens := 2*r*r*math.Acos(0.5) - r/2*math.Sqrt(3*r*r)
		assert.InEpsilon(t, lens, g.Both(a, b), 0.01)
		half := g.Cut(a, func(y float64) float64 {
			if y < 0 {
				return -1
			}
			return r
		})
		assert.InEpsilon(t, math.Pi*r*r/2, g.Area(half), 0.02)
		a.Add(b)
		assert.InEpsilon(t, 2*math.Pi*r*r-lens, g.Area(a), 0.01)
		assert.True(t, a.Has(g, r, 0))
		assert.False(t, a.Has(g, -r-5, 0))
	}
}
