package cutting_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/cutting"
)

// Hand arithmetic: 40 × 30 cm with a 60 mm cutter are 6 by 5 in rows (30); staggered along the long
// side, 52.0 mm a row, (300 − 60) ÷ 51.96 = 4.6, so five rows of 6, 6, 6 (6 in 340 + 60: 400 − 30 = 370 → 6),
// 30; along the short side (400 − 60) ÷ 51.96 = 6.5, so seven rows of 5, 4, 5, 4, 5, 4, 5 = 32.
func TestPiecesAsTheyAreTyped(t *testing.T) {
	for _, c := range []struct {
		from, into, gap, ends string
		pieces                int
		offcut                float64 // per cent
	}{
		{"40 × 30 cm", "Ø 6 cm", "", "", 32, 24.6},
		{"400 x 300 mm", "8 × 4 cm", "", "", 35, 6.7},          // 5 × 7 (300 ÷ 40 = 7.5)
		{"40 × 30 cm", "8 × 4 cm", "2 mm", "", 28, 25.333},     // 402 ÷ 82 = 4 by 302 ÷ 42 = 7; turned 302 ÷ 82 = 3 by 9
		{"45 cm roll", "12 mm slices", "", "30 mm", 35, 6.667}, // 420 ÷ 12
		{"45 cm", "12 mm slices", "1 mm", "30 mm", 32, 14.667}, // 421 ÷ 13
		{"Ø 26 cm", "Ø 6 cm", "", "", 13, 30.8},                // 10 round the edge (360° ÷ 2 asin 0.3 = 10.3), 3 inside; in rows 12
		{"12 × 9 in", "2 in", "", "", 28, 18.55},               // 6 by 4 in rows; staggered (9 − 2) ÷ 1.732 = 4.04: five rows of 6, 5, 6, 5, 6
		{"30 × 20 cm", "25 mm squares", "", "", 96, 0},
	} {
		got, err := cutting.Typed(c.from, c.into, c.gap, c.ends)
		require.NoError(t, err, c.from)
		spots := got.Spots()
		assert.Len(t, spots, c.pieces, "%s into %s", c.from, c.into)
		assert.InDelta(t, c.offcut, 100*got.Offcut(len(spots)), 0.05, "%s into %s", c.from, c.into)
		again, err := cutting.Typed(got.From(), got.Into(), c.gap, c.ends)
		require.NoError(t, err)
		assert.Equal(t, got, again, "what is written is read back")
	}
}

func TestACutThatCannotBeIsAsked(t *testing.T) {
	for _, c := range [][5]string{{"", "Ø 6 cm", "", "", "from"}, {"40 × 30 cm", "", "", "", "into"}, {"Ø 26 cm", "8 × 4 cm", "", "", "into"}, {"40 × 30 cm", "12 mm slices", "wide", "", "gap"}, {"10 m × 10 m", "1 mm", "", "", "into"}, {"20 cm roll", "1 cm", "", "30 cm", "ends"}} {
		_, err := cutting.Typed(c[0], c[1], c[2], c[3])
		assert.ErrorContains(t, err, c[4], "%v", c)
	}
}

// What is drawn is what is counted: no piece over the edge or in another, as many as the formula has.
func TestPiecesLieApartOnTheSheet(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	for range 60 {
		l, w, d, gap := 50+r.Float64()*400, 50+r.Float64()*400, 15+r.Float64()*60, float64(r.IntN(4))
		flat, round := cutting.Cut{Length: l, Width: w, Cutter: d, Gap: gap}, cutting.Cut{Diameter: l, Cutter: d, Gap: gap}
		spots := flat.Spots()
		assert.Len(t, spots, max(cutting.Rows(l, w, d, gap), cutting.Staggered(l, w, d, gap), cutting.Staggered(w, l, d, gap)))
		apart(t, spots, d+gap)
		for _, s := range spots {
			assert.True(t, s.X >= d/2-1e-6 && s.X <= l-d/2+1e-6 && s.Y >= d/2-1e-6 && s.Y <= w-d/2+1e-6)
		}
		spots = round.Spots()
		apart(t, spots, d+gap)
		for _, s := range spots {
			assert.LessOrEqual(t, math.Hypot(s.X-l/2, s.Y-l/2), l/2-d/2+1e-6)
		}
	}
}

func apart(t *testing.T, spots []cutting.Spot, least float64) {
	t.Helper()
	for i, a := range spots {
		for _, b := range spots[:i] {
			require.GreaterOrEqual(t, math.Hypot(a.X-b.X, a.Y-b.Y), least-1e-6)
		}
	}
}
