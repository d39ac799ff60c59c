package plating_test

import (
	"encoding/xml"
	"math"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

var forms = []plating.Form{plating.Pool, plating.Ring, plating.Mound, plating.Quenelle, plating.Piece, plating.Block, plating.Slices, plating.Fan, plating.Roll, plating.Nest, plating.Leaf, plating.Swipe, plating.Line, plating.Drizzle, plating.Dots, plating.Scatter, plating.Shavings, plating.Grating, plating.Foam, plating.Poured, plating.Cone, plating.Hollow}

func spec(p ...plating.Placing) plating.Spec {
	return plating.Spec{Ware: plating.Ware{Name: "plate", Diameter: 280, Well: 208}, Placings: p}
}

// By the definition of the package: 12 o'clock is up, 3 o'clock right; at 2
// o'clock and 46 mm, x = 46·sin 60° = 39.84 and y = −46·cos 60° = −23.
func TestPlacesAreClockHoursAndMillimetres(t *testing.T) {
	for _, c := range []struct{ hour, distance, x, y float64 }{
		{12, 50, 0, -50}, {3, 50, 50, 0}, {6, 50, 0, 50}, {9, 50, -50, 0}, {2, 46, 39.8372, -23}, {0, 10, 0, -10},
	} {
		at := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 9, Hour: c.hour, Distance: c.distance}).Draw().Shapes[0]
		assert.InDelta(t, c.x, at.X, 0.005)
		assert.InDelta(t, c.y, at.Y, 0.005)
	}
}

var figure = regexp.MustCompile(`-?\d+(\.\d+)?`)

func points(t *testing.T, path string) (out [][2]float64) {
	t.Helper()
	figures := figure.FindAllString(path, -1)
	require.Zero(t, len(figures)%2)
	for i := 0; i < len(figures); i += 2 {
		x, _ := strconv.ParseFloat(figures[i], 64)
		y, _ := strconv.ParseFloat(figures[i+1], 64)
		out = append(out, [2]float64{x, y})
	}
	return out
}

// Every form stays within its length and width, whatever its turn, and is
// drawn with numbers only.
func TestFormsAreDrawnToScale(t *testing.T) {
	for _, f := range forms {
		t.Run(string(f), func(t *testing.T) {
			d := spec(plating.Placing{ID: "a", Form: f, Hour: 3, Distance: 40, Turn: 30, Length: 80, Width: 40, Count: 5}).Draw()
			require.Len(t, d.Shapes, 1)
			assert.Regexp(t, `^[MLZ0-9. -]+$`, d.Shapes[0].Outline)
			sin, cos := math.Sincos(30 * math.Pi / 180)
			longest := 0.0
			for _, q := range points(t, d.Shapes[0].Outline) {
				x, y := q[0]-40, q[1]
				along, across := x*cos+y*sin, -x*sin+y*cos
				assert.LessOrEqual(t, math.Abs(along), 41.7, "a lobe may swing out, its area is right")
				assert.LessOrEqual(t, math.Abs(across), 27.0, "a bow may sag below its width")
				longest = math.Max(longest, math.Abs(along))
			}
			assert.Greater(t, longest, 25.0)
		})
	}
}

func area(path string, t *testing.T) (sum float64) {
	p := points(t, path)
	for i := range p {
		k := (i + 1) % len(p)
		sum += p[i][0]*p[k][1] - p[k][0]*p[i][1]
	}
	return math.Abs(sum) / 2
}

// The area of a disc of 77 mm is π·38.5² = 4,656.6 mm²; 48 chords lose
// 1 − sin(2π/48)/(2π/48) = 0.29 % of it.
func TestARingHasTheAreaOfItsDisc(t *testing.T) {
	d := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 77}).Draw()
	assert.InEpsilon(t, math.Pi*38.5*38.5, area(d.Shapes[0].Outline, t), 0.003)
}

func TestExtremePlatesAreDrawnWithoutFail(t *testing.T) {
	for _, f := range forms {
		for _, p := range []plating.Placing{{Form: f}, {Form: f, Length: 1000, Width: 1000, Distance: 1000, Hour: 11.99, Turn: -360, Count: 200}, {Form: f, Length: 0.001, Count: 1}} {
			for _, s := range spec(p, p).Draw().Shapes {
				assert.NotContains(t, s.Outline+s.Detail, "NaN", "%s", f)
				assert.NotContains(t, s.Outline+s.Detail, "Inf", "%s", f)
				require.NoError(t, xml.Unmarshal([]byte(`<path d="`+s.Outline+`"/>`), new(struct{})))
			}
		}
	}
}

func TestFormsAndPlacesInWords(t *testing.T) {
	for want, p := range map[string]plating.Placing{
		"ring 77 mm, 25 mm high, 9 o’clock, 22 mm":                           {Form: plating.Ring, Length: 77, Height: 25, Hour: 9, Distance: 22},
		"3 dots of 8 mm, in the middle":                                      {Form: plating.Dots, Length: 60, Width: 8, Count: 3, Hour: 4},
		"5 times dot of 8 mm, over 150°, 5 o’clock, 42 mm":                   {Form: plating.Dots, Length: 8, Width: 8, Repeat: 5, Arc: 150, Hour: 5, Distance: 42},
		"fan of 5, 60 × 34 mm, 5½ o’clock, 40 mm":                            {Form: plating.Fan, Length: 60, Width: 34, Count: 5, Hour: 5.5, Distance: 40},
		"3 times leaf 40 × 12.5 mm, 6 mm high, all round, 12 o’clock, 60 mm": {Form: plating.Leaf, Length: 40, Width: 12.5, Height: 6, Repeat: 3, Hour: 12, Distance: 60},
	} {
		assert.Equal(t, want, p.Measured()+", "+spec(p).Place(0))
	}
}

func TestNumbersStandApart(t *testing.T) {
	d := spec(plating.Placing{ID: "a", Form: plating.Ring, Length: 80}, plating.Placing{ID: "b", Form: plating.Piece, Length: 90, Width: 40}, plating.Placing{ID: "c", Form: plating.Pool, Length: 170}).Draw()
	for i, a := range d.Shapes {
		for _, b := range d.Shapes[i+1:] {
			assert.Greater(t, math.Hypot(a.LabelX-b.LabelX, a.LabelY-b.LabelY), 14.0)
		}
	}
}

func TestFindings(t *testing.T) {
	g := func(q float64) *units.Amount { return &units.Amount{Quantity: q, Unit: units.Gram} }
	portions := []plating.Portion{{Component: "swede", Name: "Swede", Amount: g(110)}, {Component: "oil", Name: "Oil", Amount: g(6)}, {Component: "dill", Name: "Dill", Amount: g(1)}}
	s := spec(
		plating.Placing{ID: "1", Component: "swede", Amount: g(91), Form: plating.Ring, Length: 70},
		plating.Placing{ID: "2", Component: "oil", Amount: g(2), Form: plating.Dots, Length: 10},
		plating.Placing{ID: "3", Component: "oil", Amount: g(4), Form: plating.Dots, Length: 10},
		plating.Placing{ID: "4", Component: "salt", Form: plating.Block, Length: 20, Distance: 135},
	)
	var all []string
	for _, f := range s.Findings(plating.Scene{Portions: portions}) {
		if f.Kind == plating.IsFault {
			all = append(all, f.What)
		}
	}
	assert.Equal(t, []string{
		"Swede: 91 g on the plate, the portion says 110 g.",
		"Dill is on the dish but not placed.",
		"Salt is placed but not on the dish.",
		"Salt: 5 mm over the edge of the plate.",
	}, all)
	assert.Equal(t, int64(0), s.Seconds())
}

func TestMalformedPlates(t *testing.T) {
	var faults fault.List
	s := spec(plating.Placing{ID: "a", Length: math.NaN()}, plating.Placing{ID: "a", Distance: -1, Length: 5, Seconds: -1})
	s.Ware.Well = 300
	s.Validate("plate", &faults)
	text := faults.Error()
	for _, field := range []string{"plate.ware.well", "plate.placings[0].length", "plate.placings[1].id", "plate.placings[1].distance", "plate.placings[1].seconds"} {
		assert.Contains(t, text, field)
	}
	assert.Equal(t, 5, strings.Count(text, "\n")+1)
}

func BenchmarkDraw40(b *testing.B) {
	var p []plating.Placing
	for i := range 40 {
		p = append(p, plating.Placing{ID: strconv.Itoa(i), Form: forms[i%len(forms)], Hour: float64(i % 12), Distance: 50, Length: 60, Count: 9})
	}
	s := spec(p...)
	for b.Loop() {
		s.Draw()
	}
}

// A crisp thing on something soft has 1,200 s; where the plate stands 15 min for what
// comes after it, 300 s are left for the building: (300 + 5) ÷ 10 = 30 plates, without
// the standing (1200 + 5) ÷ 10 = 120.
func TestAPlateThatStandsLivesSoMuchShorter(t *testing.T) {
	s := plating.Spec{Ware: plating.Ware{Diameter: 250, Well: 180}, Placings: []plating.Placing{
		{ID: "bed", Component: "a", Form: plating.Mound, Length: 60, Height: 10, Texture: plating.Soft},
		{ID: "wafer", Component: "b", Form: plating.Leaf, Length: 40, Width: 20, On: "bed", Texture: plating.Crisp, Seconds: 5},
		{ID: "disc", Component: "c", Form: plating.Ring, Hour: 3, Distance: 50, Length: 30, Texture: plating.Soft},
		{ID: "sauce", Component: "d", Form: plating.Pool, Hour: 9, Distance: 60, Length: 20, Texture: plating.Soft, Seconds: 5},
	}}
	assert.Equal(t, 120, s.AtOnce(500, 500, 1).Plates)
	s.Placings[2].Stands = &plating.Standing{Least: 15 * 60}
	assert.Equal(t, 30, s.AtOnce(500, 500, 1).Plates)
	assert.Equal(t, int64(15*60), s.Standing(0))
	assert.Zero(t, s.Standing(3))
	var faults fault.List
	s.Placings[2].Stands.Most = &s.Placings[1].Seconds
	s.Validate("plate", &faults)
	assert.ErrorContains(t, faults.Err(), "plate.placings[2].stands: Up to 5 s is less than at least 15 min")
}
