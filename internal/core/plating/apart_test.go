package plating_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/plating"
)

// ink are the points, a millimetre apart, on which a form has a line: what a reader of a card without colour
// has to tell it by.
func ink(t *testing.T, f plating.Form) (out [][2]float64) {
	s := spec(plating.Placing{ID: "a", Form: f, Length: 70, Width: 44, Count: 5, Height: 10, Texture: plating.Soft}).Draw().Shapes[0]
	for _, path := range []string{s.Outline, s.Detail, s.Field} {
		for _, line := range lines(t, path) {
			for i, p := range line {
				q := line[(i+1)%len(line)]
				long := math.Hypot(q[0]-p[0], q[1]-p[1])
				for k := 0.0; k < long; k++ {
					out = append(out, [2]float64{p[0] + (q[0]-p[0])*k/long, p[1] + (q[1]-p[1])*k/long})
				}
			}
		}
	}
	return out
}

// lines are the strokes of a path, each by its points.
func lines(t *testing.T, path string) (out [][][2]float64) {
	from := 0
	for i := 1; i <= len(path); i++ {
		if i == len(path) || path[i] == 'M' {
			out = append(out, points(t, path[from:i]))
			from = i
		}
	}
	return out
}

// strange is the share of a drawing that is further than 2.5 mm from any line of another one: on a card a
// millimetre is a third of one, so that this is the thickness of a pencil line.
func strange(a, b [][2]float64) float64 {
	far := 0
	for _, p := range a {
		near := false
		for _, q := range b {
			if math.Abs(p[0]-q[0]) < 2.5 && math.Hypot(p[0]-q[0], p[1]-q[1]) < 2.5 {
				near = true
				break
			}
		}
		if !near {
			far++
		}
	}
	return float64(far) / float64(max(len(a), 1))
}

// Every form is drawn so that it is told from every other at one size and with one count: of the two drawings of a
// pair, a fifth of one at least has no line of the other beside it, or one has one and a half times the
// ink. A pool and what is poured are one thing, told by words.
func TestEveryFormIsToldFromEveryOther(t *testing.T) {
	drawn := map[plating.Form][][2]float64{}
	for _, f := range forms {
		drawn[f] = ink(t, f)
	}
	for i, f := range forms {
		for _, g := range forms[:i] {
			if f == plating.Poured && g == plating.Pool {
				continue
			}
			apart := math.Max(strange(drawn[f], drawn[g]), strange(drawn[g], drawn[f]))
			more := float64(max(len(drawn[f]), len(drawn[g]))) / float64(min(len(drawn[f]), len(drawn[g])))
			assert.True(t, apart >= 0.2 || more >= 1.5, fmt.Sprintf("%s and %s: %.2f apart, %.2f times the ink", f, g, apart, more))
		}
	}
}
