package solids_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/solids"
)

// The lens of two equal circles through each other's middles: r² (2π ÷ 3 − √3 ÷ 2) (any table of plane figures).
func TestTheLens(t *testing.T) {
	a, b := solids.Ellipse(0, 0, 60, 60, 0), solids.Ellipse(30, 0, 60, 60, 0)
	assert.InEpsilon(t, 900*(2*math.Pi/3-math.Sqrt(3)/2), a.Within(b).Area(), 1e-4)
	assert.InEpsilon(t, 900*math.Pi, a.Area(), 1e-9)
	assert.Empty(t, a.Within(solids.Ellipse(80, 0, 60, 60, 0)))
}

// What several cover together, against a million points thrown at it: within half a per cent of the whole.
func TestCoverAgainstRandomPoints(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 3))
	of := solids.Ellipse(0, 0, 200, 140, 20)
	over := []solids.Outline{solids.Rectangle(20, 10, 80, 50, 30), solids.Ellipse(-40, 0, 70, 70, 0), solids.Rectangle(-20, 20, 60, 60, 0)}
	in, hit := 0, 0
	for range 1_000_000 {
		p := solids.Outline{{(r.Float64() - 0.5) * 220, (r.Float64() - 0.5) * 220}}
		inside := func(o solids.Outline) bool { far, _ := p.Beyond(o); return far <= 0 }
		sin, cos := math.Sincos(-20 * math.Pi / 180)
		u, v := p[0][0]*cos-p[0][1]*sin, p[0][0]*sin+p[0][1]*cos
		if (u/100)*(u/100)+(v/70)*(v/70) > 1 {
			continue
		}
		in++
		if math.Hypot(p[0][0]+40, p[0][1]) <= 35 || inside(over[0]) || inside(over[2]) {
			hit++
		}
	}
	assert.InDelta(t, float64(hit)/float64(in), solids.Covered(of, over)/of.Area(), 0.005)
}

// A cap of half a ball is as high as its radius; others by the formula backwards.
func TestHeightsOfCaps(t *testing.T) {
	assert.InDelta(t, 30, solids.CapHeight(60, 60, solids.Cap(60, 60, 30)), 1e-9)
	assert.InDelta(t, 7, solids.CapHeight(90, 60, solids.Cap(90, 60, 7)), 1e-9)
}

// A bowl is filled to what it holds, and back.
func TestBowls(t *testing.T) {
	for _, b := range []solids.Bowl{{Sides: solids.Straight, Rim: 100, Depth: 40}, {Sides: solids.Conical, Rim: 120, Bottom: 60, Depth: 50}, {Sides: solids.Rounded, Rim: 160, Depth: 40}, {Sides: solids.Conical, Rim: 100, Across: 60, Depth: 30}} {
		for _, level := range []float64{0, 3, 17.5, b.Depth} {
			got, fits := b.Level(b.At(level))
			assert.True(t, fits)
			assert.InDelta(t, level, got, 1e-6)
		}
		_, fits := b.Level(b.Holds() * 1.01)
		assert.False(t, fits)
	}
}

// Six of one size lie round one of the same.
func TestSixRoundOne(t *testing.T) {
	assert.Equal(t, 6, solids.FitRound(30, 30, 0))
	assert.Equal(t, 5, solids.FitRound(30, 30, 0.1))
	assert.InDelta(t, 30, solids.Apart(6, 30), 1e-12)
}

func BenchmarkCovered(b *testing.B) {
	of := solids.Ellipse(0, 0, 200, 200, 0)
	over := []solids.Outline{solids.Ellipse(0, 0, 80, 80, 0), solids.Ellipse(40, 0, 80, 80, 0), solids.Rectangle(20, 20, 60, 60, 30), solids.Ellipse(-40, 20, 60, 60, 0)}
	for b.Loop() {
		solids.Covered(of, over)
	}
}
