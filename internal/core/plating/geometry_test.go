package plating_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"
	"time"

	"slices"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/solids"
)

// Solids by the formulas of any table of mathematics (Bronshtein and Semendyayev,
// from memory): cylinder πr²h, spherical cap πh(3a² + h²)/6, ellipsoid 4πabc/3,
// frustum πh(R² + Rr + r²)/3. A ring of 70 by 25 mm holds 96.2 ml.
func TestVolumesAreThoseOfTheTables(t *testing.T) {
	assert.InDelta(t, 96.211, solids.Cylinder(70, 70, 25), 0.001)
	assert.InDelta(t, 2*math.Pi*30*30*30/3/1000, solids.Cap(60, 60, 30), 1e-9, "a cap as high as its radius is half a sphere")
	assert.InDelta(t, math.Pi*20*(3*30*30+20*20)/6/1000, solids.Cap(60, 60, 20), 1e-9)
	assert.InDelta(t, 4.0/3*math.Pi*22.5*11*11/1000, solids.Ellipsoid(45, 22, 22), 1e-9)
	assert.InDelta(t, solids.Cylinder(50, 50, 30), solids.Frustum(50, 50, 30), 1e-9)
	assert.InDelta(t, math.Pi*30*25*25/3/1000, solids.Frustum(0, 50, 30), 1e-9, "a cone")
	assert.Zero(t, solids.Cap(0, 10, 10))
}

// A second method for the cap: the integral of its circular slices, by Simpson.
func TestTheCapIsTheSumOfItsSlices(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 1))
	for range 50 {
		length, height := 10+100*r.Float64(), 0.0
		height = length / 2 * (0.05 + 0.95*r.Float64())
		a := length / 2
		radius := (a*a + height*height) / (2 * height)
		slice := func(z float64) float64 { d := radius - height + z; return math.Pi * (radius*radius - d*d) }
		const n = 200
		sum := 0.0
		for i := range n {
			z0, z1 := height*float64(i)/n, height*float64(i+1)/n
			sum += (z1 - z0) / 6 * (slice(z0) + 4*slice((z0+z1)/2) + slice(z1))
		}
		assert.InEpsilon(t, sum/1000, solids.Cap(length, length, height), 1e-9)
	}
}

// The union of two discs, 2πr² less the lens 2r²·acos(d/2r) − d/2·√(4r² − d²)
// (the same tables): what the grid counts is within 1 % of it.
func TestAreasOfUnionsAgainstTheLens(t *testing.T) {
	for _, d := range []float64{0, 10, 30, 55, 80} {
		r := 40.0
		lens := 2*r*r*math.Acos(d/2/r) - d/2*math.Sqrt(4*r*r-d*d)
		s := plating.Spec{Ware: plating.Ware{Diameter: 280, Well: 200}, Placings: []plating.Placing{{ID: "a", Form: plating.Ring, Hour: 9, Distance: d / 2, Length: 2 * r, Height: 5}, {ID: "b", Form: plating.Ring, Hour: 3, Distance: d / 2, Length: 2 * r, Height: 5}}}
		want := (2*math.Pi*r*r - lens) / (math.Pi * 100 * 100)
		assert.InEpsilon(t, want, s.Compute(plating.Scene{}).Room.Covered, 0.01, "%g mm apart", d)
	}
}

// Random plates against darts thrown at them: the covered share of the well
// within three standard errors and the chords of the outlines.
func TestCoveredAgainstRandomPoints(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 7))
	for range 10 {
		s := plating.Spec{Ware: plating.Ware{Diameter: 280, Well: 200}}
		for i := range 6 {
			s.Placings = append(s.Placings, plating.Placing{ID: fmt.Sprint(i), Form: plating.Ring, Hour: 12 * r.Float64(), Distance: 70 * r.Float64(), Length: 20 + 60*r.Float64(), Height: 3})
		}
		const darts = 40000
		hit := 0
		for range darts {
			rad, angle := 100*math.Sqrt(r.Float64()), 2*math.Pi*r.Float64()
			x, y := rad*math.Cos(angle), rad*math.Sin(angle)
			if slices.ContainsFunc(s.Placings, func(p plating.Placing) bool {
				sin, cos := math.Sincos(p.Hour * math.Pi / 6)
				cx, cy := p.Distance*sin, -p.Distance*cos
				return math.Hypot(x-cx, y-cy) <= p.Length/2
			}) {
				hit++
			}
		}
		share := float64(hit) / darts
		assert.InDelta(t, share, s.Compute(plating.Scene{}).Room.Covered, 3*math.Sqrt(share*(1-share)/darts)+0.01)
	}
}

func TestHeightsStackAndWeightLies(t *testing.T) {
	s := spec(plating.Placing{ID: "bed", Form: plating.Ring, Hour: 9, Distance: 22, Length: 77, Height: 25}, plating.Placing{ID: "fish", Form: plating.Piece, Hour: 9, Distance: 14, Length: 92, Width: 44, Height: 24, On: "bed"})
	r := s.Compute(plating.Scene{}).Room
	assert.InDelta(t, 49, r.Tallest, 1e-9)
	assert.Equal(t, "fish", r.Highest)
	assert.InDelta(t, 9, r.Hour, 0.01)
	assert.Greater(t, r.Distance, 14.0)
	assert.Less(t, r.Distance, 22.0)
	assert.InDelta(t, 104-(22+38.5), r.Free, 0.5)
}

// Three at 120°: on the circle, a third of it apart.
func TestRepeatsStandOnTheirArc(t *testing.T) {
	d := spec(plating.Placing{ID: "a", Form: plating.Ring, Hour: 12, Distance: 60, Length: 20, Height: 3, Repeat: 3}).Draw()
	all := points(t, d.Shapes[0].Outline)
	require.Len(t, all, 3*48)
	for k := range 3 {
		var x, y float64
		for _, q := range all[k*48 : k*48+48] {
			x, y = x+q[0]/48, y+q[1]/48
		}
		angle := float64(k) * 2 * math.Pi / 3
		assert.InDelta(t, 60*math.Sin(angle), x, 0.05)
		assert.InDelta(t, -60*math.Cos(angle), y, 0.05)
	}
	arc := spec(plating.Placing{ID: "a", Form: plating.Ring, Hour: 3, Distance: 60, Length: 20, Height: 3, Repeat: 2, Arc: 90}).Draw()
	all = points(t, arc.Shapes[0].Outline)
	assert.InDelta(t, 60, all[60][1]+0, 6, "the second at 6 o'clock")
}

// On paper: a block of 20 mm that sinks 6 mm into a mash of 25 mm reaches 39 mm.
func TestWhatSinksInStandsLower(t *testing.T) {
	s := spec(plating.Placing{ID: "mash", Component: "mash", Form: plating.Ring, Length: 80, Height: 25}, plating.Placing{ID: "fish", Component: "fish", Form: plating.Block, Length: 60, Width: 30, Height: 20, On: "mash", Sinks: 6})
	assert.InDelta(t, 39, s.Compute(plating.Scene{}).Room.Tallest, 1e-9)
}

// On paper: the skin has 4:30 on what is wet; 12 s for it and 17 s that follow,
// alone (270 + 12) ÷ (12 + 17) = 9.7, nine plates; the pass holds six.
func TestHowManyPlatesAtOnce(t *testing.T) {
	s := spec(plating.Placing{ID: "broth", Component: "broth", Form: plating.Pool, Length: 170, Texture: plating.Wet, Seconds: 7},
		plating.Placing{ID: "skin", Component: "skin", Form: plating.Piece, Length: 92, Width: 44, Height: 24, Texture: plating.Crisp, On: "broth", Seconds: 12},
		plating.Placing{ID: "butter", Component: "butter", Form: plating.Swipe, Hour: 6, Distance: 60, Length: 80, Width: 20, Texture: plating.Moist, Seconds: 17})
	one := s.AtOnce(36, 20, 1)
	assert.Equal(t, 9, one.Plates)
	assert.Equal(t, 4, one.Waves)
	assert.Equal(t, "(1 × 4½ min + 12 s) ÷ (12 s + 17 s) = 9.7 plates", one.Working)
	assert.Contains(t, one.Because, "crisp on Broth (wet)")
	assert.Equal(t, 6, s.AtOnce(36, 6, 1).Plates, "the pass holds 6")
	assert.Equal(t, 19, s.AtOnce(36, 20, 2).Plates, "two hands, twice the time and the start")
	assert.Equal(t, 8, one.Each, "plate after plate, 36 s each: (270 − 17) ÷ 36 = 7.03, and the first")
	assert.Equal(t, 16, s.AtOnce(36, 20, 2).Each)
	s.Formers = []plating.Former{{Name: "ring", Have: 3}}
	s.Placings[0].Former = "ring"
	assert.Equal(t, "3 × ring", s.AtOnce(36, 20, 1).Because)
	b := s.Compute(plating.Scene{}).Build
	assert.Equal(t, int64(36), b[0].Seconds)
	assert.Equal(t, int64(24), b[1].Seconds, "the butter beside the fish: 7 + max(12, 17)")
}

// Any change on a plate of 40 elements, everything computed again: median and
// 95th percentile, warm.
func BenchmarkCompute40(b *testing.B) {
	s := fortyElements()
	scene := plating.Scene{Covers: 36, Pass: 6}
	for _, p := range s.Placings {
		scene.Portions = append(scene.Portions, plating.Portion{Component: p.Component, Name: p.Component, Amount: p.Amount, Density: 1})
	}
	var took []time.Duration
	for b.Loop() {
		start := time.Now()
		s.Compute(scene)
		took = append(took, time.Since(start))
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
	b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
}

func fortyElements() plating.Spec {
	var p []plating.Placing
	textures := []plating.Texture{plating.Crisp, plating.Soft, plating.Wet, plating.Firm}
	for i := range 40 {
		p = append(p, plating.Placing{ID: fmt.Sprint(i), Component: fmt.Sprint("c", i), Form: forms[i%len(forms)], Hour: float64(i % 12), Distance: 50, Length: 60, Width: 20, Height: 10, Count: 9, Texture: textures[i%4], Seconds: 5})
	}
	return spec(p...)
}
