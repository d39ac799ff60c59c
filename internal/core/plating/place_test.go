package plating_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/solids"
	"jointime/internal/core/units"
)

func codes(s plating.Spec, scene plating.Scene) (out []string) {
	for _, f := range s.Findings(scene) {
		if f.Code != "not-on-dish" && f.Code != "nothing-crisp" {
			out = append(out, f.Code)
		}
	}
	return out
}

// middles of the pieces of a placing, each drawn with so many points.
func middles(t *testing.T, path string, each int) (out [][2]float64) {
	t.Helper()
	all := points(t, path)
	require.Zero(t, len(all)%each)
	for k := 0; k < len(all); k += each {
		var x, y float64
		for _, q := range all[k : k+each] {
			x, y = x+q[0]/float64(each), y+q[1]/float64(each)
		}
		out = append(out, [2]float64{x, y})
	}
	return out
}

func near(t *testing.T, want, got [2]float64) {
	t.Helper()
	assert.InDelta(t, want[0], got[0], 0.05)
	assert.InDelta(t, want[1], got[1], 0.05)
}

// On paper: the swede at 9 o'clock, 20 mm, so at (−20, 0); a leaf at 3 o'clock,
// 46 mm from its middle, so at (26, 0). Moved, the swede takes it along.
func TestPlacesAreMeasuredFromOtherPlacings(t *testing.T) {
	s := spec(plating.Placing{ID: "swede", Form: plating.Ring, Hour: 9, Distance: 20, Length: 70, Height: 20}, plating.Placing{ID: "pea", Form: plating.Ring, From: "swede", Hour: 3, Distance: 46, Length: 20, Height: 3})
	near(t, [2]float64{26, 0}, middles(t, s.Draw().Shapes[1].Outline, 48)[0])
	assert.Equal(t, "3 o’clock, 46 mm from the middle of 1", s.Place(1))
	s.Placings[0].Hour = 12
	near(t, [2]float64{46, -20}, middles(t, s.Draw().Shapes[1].Outline, 48)[0])
	alone := s.Alone(1)
	assert.Equal(t, []any{"", 2.22, 50.2}, []any{alone.From, alone.Hour, alone.Distance}, "atan2(46, 20) is 66.5° or 2.22 hours; √(46² + 20²) = 50.2")
	assert.Equal(t, s.Placings[0], s.Alone(0))
	shape := s.Draw().Shapes[1]
	assert.Equal(t, []float64{0, -20}, []float64{shape.FromX, shape.FromY})
}

// Three leaves at 12, 4 and 8 o'clock leave gaps at 2, 6 and 10; on an arc of
// 90° three leave two; four dots in a row leave three.
func TestPlacesBetweenThePiecesOfAnother(t *testing.T) {
	between := func(of plating.Placing) [][2]float64 {
		s := spec(of, plating.Placing{ID: "between", Form: plating.Ring, From: of.ID, Between: true, Length: 20, Height: 3})
		assert.Equal(t, "between the pieces of 1", s.Place(1))
		return middles(t, s.Draw().Shapes[1].Outline, 48)
	}
	round := between(plating.Placing{ID: "leaf", Form: plating.Ring, Hour: 12, Distance: 60, Length: 20, Repeat: 3})
	require.Len(t, round, 3)
	for k, hour := range []float64{2, 6, 10} {
		sin, cos := math.Sincos(hour * math.Pi / 6)
		near(t, [2]float64{60 * sin, -60 * cos}, round[k])
	}
	arc := between(plating.Placing{ID: "leaf", Form: plating.Ring, Hour: 12, Distance: 60, Length: 20, Repeat: 3, Arc: 90})
	require.Len(t, arc, 2)
	near(t, [2]float64{60 * math.Sin(math.Pi/8), -60 * math.Cos(math.Pi/8)}, arc[0])
	near(t, [2]float64{60 * math.Sin(3*math.Pi/8), -60 * math.Cos(3*math.Pi/8)}, arc[1])
	dots := between(plating.Placing{ID: "dots", Form: plating.Dots, Hour: 3, Distance: 10, Count: 4, Length: 70, Width: 10})
	require.Len(t, dots, 3)
	for k, x := range []float64{-10, 10, 30} { // dots at −20, 0, 20 and 40
		near(t, [2]float64{x, 0}, dots[k])
	}
	alone := between(plating.Placing{ID: "ring", Form: plating.Ring, Hour: 3, Distance: 30, Length: 20})
	near(t, [2]float64{30, 0}, alone[0])
}

func TestPlacesInACircleAreToldAndDrawn(t *testing.T) {
	s := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 20, From: "b", Distance: 30, Hour: 3}, plating.Placing{ID: "b", Form: plating.Ring, Length: 20, From: "a", Distance: 30, Hour: 6})
	assert.Contains(t, codes(s, plating.Scene{}), "in-a-circle")
	assert.Len(t, s.Draw().Shapes, 2)
	missing := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 20, From: "nobody", Hour: 3, Distance: 10})
	assert.Contains(t, codes(missing, plating.Scene{}), "not-there")
	later := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 20, From: "b", Hour: 3, Distance: 40}, plating.Placing{ID: "b", Form: plating.Ring, Length: 20})
	assert.Contains(t, codes(later, plating.Scene{}), "not-there-yet")
	assert.Equal(t, []string{"b", "a"}, later.Better())
}

// Half way out is 52 mm on a well of 208; on an oval one, 104 along and 70
// across, it is half of each.
func TestPartsOfTheWayFollowTheWell(t *testing.T) {
	s := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 20, Hour: 12, Part: 0.5, Repeat: 4})
	near(t, [2]float64{0, -52}, middles(t, s.Draw().Shapes[0].Outline, 48)[0])
	assert.Equal(t, "12 o’clock, ½ of the way out", s.Place(0))
	s.Ware.Diameter, s.Ware.Across, s.Ware.Well = 300, 210, 200
	oval := middles(t, s.Draw().Shapes[0].Outline, 48)
	near(t, [2]float64{0, -35}, oval[0])
	near(t, [2]float64{50, 0}, oval[1])
}

// An ellipse is πab, a rectangle 4ab; a ring that hangs over the short side is
// inside the long one.
func TestWareThatIsNotRound(t *testing.T) {
	oval := plating.Ware{Diameter: 300, Across: 200, Well: 240}
	full := plating.Spec{Ware: oval, Placings: []plating.Placing{{ID: "a", Form: plating.Pool, Length: 600}}}
	assert.InDelta(t, 1, full.Compute(plating.Scene{}).Room.Covered, 0.01)
	disc := func(w plating.Ware, hour float64) plating.Spec {
		return plating.Spec{Ware: w, Placings: []plating.Placing{{ID: "a", Form: plating.Ring, Length: 60, Hour: hour, Distance: 80}}}
	}
	assert.InDelta(t, math.Pi*30*30/(math.Pi*120*80), disc(oval, 3).Compute(plating.Scene{}).Room.Covered, 0.005)
	assert.NotContains(t, codes(disc(oval, 3), plating.Scene{}), "over-edge")
	assert.Contains(t, codes(disc(oval, 12), plating.Scene{}), "over-edge", "80 + 30 mm, and the edge is at 100")
	slate := plating.Ware{Shape: plating.Square, Diameter: 300, Across: 200, Well: 300}
	assert.InDelta(t, math.Pi*30*30/(300*200), disc(slate, 3).Compute(plating.Scene{}).Room.Covered, 0.002)
	corner := plating.Spec{Ware: slate, Placings: []plating.Placing{{ID: "a", Form: plating.Ring, Length: 20, Hour: 2, Distance: 160}}}
	assert.NotContains(t, codes(corner, plating.Scene{}), "over-edge", "138 to the right, 80 up: in the corner")
	corner.Ware.Shape = ""
	assert.Contains(t, codes(corner, plating.Scene{}), "over-edge")
	slate.Depth = 20
	assert.InDelta(t, 300*200*20/1000, slate.Room(), 1e-9)
	assert.InDelta(t, solids.Cap(240, 160, 30), plating.Ware{Diameter: 300, Across: 200, Well: 240, Depth: 30}.Room(), 1e-9)
}

// What goes with the plate in ware of its own is judged there: it takes no room
// on the plate, and may run over in its own.
func TestSidesInTheirOwnWare(t *testing.T) {
	ml := func(q float64) *units.Amount { return &units.Amount{Quantity: q, Unit: units.Millilitre} }
	s := spec(plating.Placing{ID: "fish", Component: "fish", Form: plating.Ring, Length: 60, Height: 20}, plating.Placing{ID: "sauce", Component: "sauce", Form: plating.Poured, In: "sauce boat", Length: 40, Amount: ml(20), Texture: plating.Wet})
	s.Sides = []plating.Ware{{Name: "sauce boat", Diameter: 90, Well: 60, Depth: 25, Have: 6}}
	c := s.Compute(plating.Scene{})
	assert.InDelta(t, math.Pi*30*30/(math.Pi*104*104), c.Room.Covered, 0.003)
	assert.Equal(t, "in the sauce boat: in the middle", s.Place(1))
	require.Len(t, c.Drawing.Wares, 2)
	bowl := c.Drawing.Wares[1]
	assert.Greater(t, bowl.X-bowl.Width/2, s.Ware.Diameter/2, "it stands beside the plate")
	assert.InDelta(t, bowl.X, c.Drawing.Shapes[1].X, 0.01)
	assert.Len(t, c.Drawing.Side, 1, "from the side, the plate alone")
	assert.Empty(t, codes(s, plating.Scene{Covers: 6}))
	assert.Equal(t, "6 × sauce boat", s.AtOnce(36, 20, 4).Because)
	assert.Equal(t, []string{"too-few-plates"}, codes(s, plating.Scene{Covers: 7}))
	s.Placings[1].Amount = ml(60)
	assert.Contains(t, codes(s, plating.Scene{}), "overflows")
	s.Placings[1].Distance, s.Placings[1].Hour = 30, 3
	assert.Contains(t, codes(s, plating.Scene{}), "over-edge")
}

// Nothing is done at the pass in no time.
func TestAFinishTakesTime(t *testing.T) {
	s := spec(plating.Placing{ID: "fish", Component: "fish", Form: plating.Ring, Length: 60, Height: 20})
	s.Finish = []plating.Finish{{Text: "wipe and check"}}
	assert.Contains(t, codes(s, plating.Scene{}), "no-finish-time")
	s.Finish[0].Seconds = 6
	assert.NotContains(t, codes(s, plating.Scene{}), "no-finish-time")
}

// A dish for four takes four portions, and a quarter of the plates.
func TestADishToShare(t *testing.T) {
	g := func(q float64) *units.Amount { return &units.Amount{Quantity: q, Unit: units.Gram} }
	s := spec(plating.Placing{ID: "roots", Component: "roots", Form: plating.Nest, Length: 120, Amount: g(360), Seconds: 20})
	scene := plating.Scene{Covers: 36, Pass: 6, Portions: []plating.Portion{{Component: "roots", Name: "Roots", Amount: g(90)}}}
	assert.Equal(t, []string{"amount"}, codes(s, scene))
	s.Serves = 4
	assert.Empty(t, codes(s, scene))
	assert.Equal(t, 2, s.AtOnce(36, 6, 1).Waves, "nine plates, six at once")
	assert.Equal(t, 10, s.Plates(37))
}

// What is built off the plate begins its time on it when it is moved on.
func TestBuiltOffThePlate(t *testing.T) {
	s := spec(plating.Placing{ID: "biscuit", Form: plating.Block, Length: 60, Width: 30, Height: 4, Texture: plating.Crisp, Seconds: 5, OffPlate: true, Moved: "cream"},
		plating.Placing{ID: "cream", Form: plating.Mound, Length: 28, Height: 10, Texture: plating.Wet, Seconds: 400, On: "biscuit"},
		plating.Placing{ID: "leaf", Form: plating.Leaf, Length: 20, Width: 8, Texture: plating.Soft, Seconds: 5, On: "cream"})
	s.Placings[0].Life = 60
	assert.NotContains(t, codes(s, plating.Scene{}), "only-crisp-softens")
	s.Placings[0].OffPlate = false
	assert.Contains(t, codes(s, plating.Scene{}), "only-crisp-softens")
}

// What nothing shows is either meant or a fault of the order: advice.
func TestWhatNothingShows(t *testing.T) {
	s := spec(plating.Placing{ID: "crumb", Form: plating.Scatter, Length: 30, Count: 9, Texture: plating.Crisp}, plating.Placing{ID: "fish", Form: plating.Piece, Length: 90, Width: 50, Height: 20, Texture: plating.Firm})
	assert.Equal(t, []string{"out-of-sight"}, codes(s, plating.Scene{}))
	s.Placings[0].Hidden = true
	assert.Empty(t, codes(s, plating.Scene{}))
	assert.True(t, s.Draw().Shapes[0].Unseen)
	s.Placings[0].Hidden, s.Placings[1].On = false, "crumb"
	assert.Equal(t, []string{"out-of-sight"}, codes(s, plating.Scene{}), "a bed that nobody sees is hidden on purpose, or it is not there")
	s.Placings[0].Length = 110
	assert.Empty(t, codes(s, plating.Scene{}), "its edge is in sight")
}

// Seen by a reader of cards: five quenelles side by side in 28 mm are needles that
// look like slices.
func TestQuenellesAreNoNeedles(t *testing.T) {
	p := plating.Placing{ID: "q", Component: "cream", Form: plating.Quenelle, Hour: 12, Length: 80, Width: 28, Height: 10, Count: 5}
	assert.Equal(t, "5 quenelles one behind the other, 80 × 28 mm, 10 mm high", p.Measured())
	p.Count = 2
	assert.Equal(t, "2 quenelles side by side, 80 × 28 mm, 10 mm high", p.Measured())
	p.Count = 1
	assert.Equal(t, "quenelle 80 × 28 mm, 10 mm high", p.Measured())
}
