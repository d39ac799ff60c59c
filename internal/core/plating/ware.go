package plating

import (
	"fmt"
	"math"

	"jointime/internal/core/fault"
	"jointime/internal/core/solids"
)

// Ware is a plate, a bowl, a board: what food is served on, in millimetres.
// The well is the part inside the rim; on ware that is longer than it is wide,
// the well is so in the same proportion.
type Ware struct {
	Name     string   `json:"name" maxLength:"60"`
	Shape    Shaped   `json:"shape,omitempty" enum:"round,square," doc:"round, which an other measure makes oval, or square, with corners; absent: round"`
	Diameter float64  `json:"diameter" minimum:"20" maximum:"2000" doc:"mm; from left to right"`
	Across   float64  `json:"across,omitempty" minimum:"0" maximum:"2000" doc:"mm, from top to bottom; absent: as the diameter"`
	Well     float64  `json:"well" minimum:"10" maximum:"2000" doc:"mm, the part inside the rim, from left to right"`
	Depth    float64  `json:"depth,omitempty" minimum:"0" maximum:"500" doc:"mm, of the well"`
	Walls    string   `json:"walls,omitempty" enum:",straight,conical,rounded" doc:"how its sides go, from the floor to the rim; absent: rounded, with corners straight"`
	Floor    float64  `json:"floor,omitempty" minimum:"0" maximum:"2000" doc:"mm, diameter of its floor, where the sides are conical"`
	Colour   string   `json:"colour,omitempty" pattern:"^(#[0-9a-f]{6})?$"`
	Celsius  *float64 `json:"celsius,omitempty" minimum:"-30" maximum:"150" doc:"at which it is wanted; absent: as the room"`
	Have     int      `json:"have,omitempty" minimum:"0" maximum:"100000" doc:"how many there are; absent: enough"`
	Note     string   `json:"note,omitempty" maxLength:"120" doc:"how it is wanted: warmed to 60 °C"`
}

// Shaped is the outline of ware.
type Shaped string

// The outlines of ware.
const (
	Round  Shaped = "round"
	Square Shaped = "square"
)

func (w Ware) validate(at string, l *fault.List) {
	if w.Floor > w.Well {
		l.Add(at+".floor", "Wider than the well.")
	}
	if w.Well > w.Diameter {
		l.Add(at+".well", "Wider than the plate.")
	}
	for name, v := range map[string]float64{"diameter": w.Diameter, "across": w.Across, "well": w.Well, "depth": w.Depth} {
		if math.IsNaN(v) || v < 0 || v > 2000 {
			l.Add(at+"."+name, "Must be between 0 and 2000.")
		}
	}
}

// across is the other outer measure of a plate.
func (w Ware) across() float64 {
	if w.Across > 0 {
		return w.Across
	}
	return w.Diameter
}

// well is the half measures of the part inside the rim.
func (w Ware) wellHalves() (a, b float64) {
	a = w.Well / 2
	if w.Diameter <= 0 {
		return a, a
	}
	return a, a * w.across() / w.Diameter
}

// gauge is 0 in the middle of an outline with the half measures a and b, 1 on
// it, and grows in proportion to the distance from the middle.
func (w Ware) gauge(a, b, x, y float64) float64 {
	a, b = math.Max(a, 1e-9), math.Max(b, 1e-9)
	if w.Shape == Square {
		return math.Max(math.Abs(x)/a, math.Abs(y)/b)
	}
	return math.Hypot(x/a, y/b)
}

// rim is how far a point lies inside the edge of the well (below 0: beyond it),
// along the line from the middle, in mm.
func (w Ware) rim(x, y float64) float64 {
	a, b := w.wellHalves()
	return w.inside(a, b, x, y)
}

// edge is how far a point lies inside the outer edge, likewise.
func (w Ware) edge(x, y float64) float64 { return w.inside(w.Diameter/2, w.across()/2, x, y) }

func (w Ware) inside(a, b, x, y float64) float64 {
	g := w.gauge(a, b, x, y)
	if g == 0 {
		return math.Min(a, b)
	}
	return math.Hypot(x, y) * (1/g - 1)
}

// wellArea in mm²; the corners count.
func (w Ware) wellArea() float64 {
	a, b := w.wellHalves()
	if w.Shape == Square {
		return 4 * a * b
	}
	return math.Pi * a * b
}

// Room of the well up to its rim in millilitres: as its walls go, or a shallow cap; with
// corners, a box.
func (w Ware) Room() float64 {
	a, b := w.wellHalves()
	if w.Shape == Square {
		return solids.Block(2*a, 2*b, w.Depth)
	}
	if w.Walls == "" || w.Depth == 0 {
		return solids.Cap(2*a, 2*b, w.Depth)
	}
	return w.bowl().Holds()
}

// bowl is the well as it holds.
func (w Ware) bowl() solids.Bowl {
	a, b := w.wellHalves()
	return solids.Bowl{Sides: solids.Sides(w.Walls), Rim: 2 * a, Across: 2 * b, Bottom: w.Floor, Depth: w.Depth}
}

func (w Ware) celsius() float64 {
	if w.Celsius == nil {
		return roomAt
	}
	return *w.Celsius
}

func (w Ware) warmth() string { return fmt.Sprintf("%g °C", w.celsius()) }

// path is the outline with half measures a and b about a point.
func (w Ware) path(x, y, a, b float64) string {
	pen := newPen(x, y, 0)
	if w.Shape == Square {
		pen.box(a, b, math.Min(a, b)*0.12)
	} else {
		pen.around(0, 0, 96, func(float64) (float64, float64) { return a, b })
	}
	return pen.outline.String()
}

// ware by the name of a side; the plate itself has none.
func (s Spec) ware(name string) (Ware, bool) {
	if name == "" {
		return s.Ware, true
	}
	for _, w := range s.Sides {
		if w.Name == name {
			return w, true
		}
	}
	return s.Ware, false
}

// besides are the middles of the plate and of the sides' ware, which are drawn
// to its right, one below the other, in mm from the plate's centre.
const besides = 64 // mm between them: the numbers stand there

func (s Spec) middles() map[string][2]float64 {
	out := map[string][2]float64{"": {}}
	y := -s.Ware.across() / 2
	for _, w := range s.Sides {
		out[w.Name] = [2]float64{s.Ware.Diameter/2 + besides + w.Diameter/2, y + w.across()/2}
		y += w.across() + besides
	}
	return out
}

// Plates is how many plates so many portions take.
func (s Spec) Plates(portions int) int {
	n := max(s.Serves, 1)
	return (max(portions, 0) + n - 1) / n
}
