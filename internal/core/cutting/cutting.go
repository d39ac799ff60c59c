// Package cutting is how many pieces come out of what is cut: discs and rectangles out of a sheet,
// slices off a roll, and where each lies. Lengths are in mm.
package cutting

import (
	"math"

	"jointime/internal/core/fault"
)

// Cut is what is cut, a sheet or tray with corners, a round one, or a roll, and what it is cut into:
// discs, pieces with corners, or slices.
type Cut struct {
	Length   float64 `json:"length,omitempty" minimum:"0" maximum:"10000" doc:"mm; of a sheet or a roll"`
	Width    float64 `json:"width,omitempty" minimum:"0" maximum:"10000" doc:"mm; of a sheet"`
	Diameter float64 `json:"diameter,omitempty" minimum:"0" maximum:"10000" doc:"mm; of a round sheet or tray"`
	Cutter   float64 `json:"cutter,omitempty" minimum:"0" maximum:"10000" doc:"mm; diameter of a round cutter"`
	Along    float64 `json:"along,omitempty" minimum:"0" maximum:"10000" doc:"mm; or the length of a piece with corners"`
	Across   float64 `json:"across,omitempty" minimum:"0" maximum:"10000" doc:"mm; and its width"`
	Slice    float64 `json:"slice,omitempty" minimum:"0" maximum:"10000" doc:"mm; or the thickness of a slice"`
	Gap      float64 `json:"gap,omitempty" minimum:"0" maximum:"1000" doc:"mm between two pieces, or lost at each cut"`
	Ends     float64 `json:"ends,omitempty" minimum:"0" maximum:"10000" doc:"mm that are cut off a roll, both ends together"`
}

// Spot is where a piece lies: its middle from the upper left corner, and its size.
type Spot struct {
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
}

// most is how many pieces are counted: more than these out of one sheet is a slip of the finger.
const most = 20_000

// Validate finds a cut that cannot be made. The fault is at from, into or ends.
func (c Cut) Validate() error {
	var l fault.List
	ways := 0
	for _, v := range []float64{c.Cutter, c.Along, c.Slice} {
		if v > 0 {
			ways++
		}
	}
	switch {
	case c.Diameter > 0 == (c.Length > 0):
		l.Add("from", "What is cut? Write 40 × 30 cm, Ø 26 cm, or 45 cm roll.")
	case ways != 1 || c.Along > 0 != (c.Across > 0):
		l.Add("into", "Into what? Write Ø 6 cm, 8 × 4 cm, or 12 mm slices.")
	case c.Slice > 0 && c.Length == 0, c.Slice == 0 && c.Length > 0 && c.Width == 0:
		l.Add("from", "Slices come off a roll, discs and pieces with corners out of a sheet.")
	case c.Along > 0 && c.Diameter > 0:
		l.Add("into", "Only discs are cut out of a round.")
	case c.Ends > c.Length && c.Ends > 0:
		l.Add("ends", "More than the roll.")
	case c.area()/math.Max(c.piece(), 1e-9) > most:
		l.Add("into", "More than %d pieces: is the unit right?", most)
	}
	return l.Err()
}

// area is what there is to cut, and piece what one piece takes of it, in mm²; of a roll in mm.
func (c Cut) area() float64 {
	switch {
	case c.Slice > 0:
		return c.Length
	case c.Diameter > 0:
		return math.Pi / 4 * c.Diameter * c.Diameter
	}
	return c.Length * c.Width
}

func (c Cut) piece() float64 {
	switch {
	case c.Slice > 0:
		return c.Slice
	case c.Cutter > 0:
		return math.Pi / 4 * c.Cutter * c.Cutter
	}
	return c.Along * c.Across
}

// Offcut is the share of what is cut that so many pieces leave, 0 to 1.
func (c Cut) Offcut(pieces int) float64 {
	return math.Max(0, 1-float64(pieces)*c.piece()/c.area())
}

// Spots are where the pieces lie, as many as fit: of a few ways of laying them, the one that gives
// most.
func (c Cut) Spots() (best []Spot) {
	switch {
	case c.Slice > 0:
		n := Slices(c.Length, c.Slice, c.Ends, c.Gap)
		for k := range n {
			best = append(best, Spot{c.Ends/2 + float64(k)*(c.Slice+c.Gap) + c.Slice/2, 0, c.Slice, 0})
		}
		return best
	case c.Along > 0:
		best = grid(c.Length, c.Width, c.Along, c.Across, c.Gap)
		if turned := grid(c.Length, c.Width, c.Across, c.Along, c.Gap); len(turned) > len(best) {
			best = turned
		}
		return best
	case c.Diameter > 0:
		return onRound(c.Diameter, c.Cutter, c.Gap, Best)
	}
	best = grid(c.Length, c.Width, c.Cutter, c.Cutter, c.Gap)
	if s := staggered(c.Length, c.Width, c.Cutter, c.Gap); len(s) > len(best) {
		best = s
	}
	if s := staggered(c.Width, c.Length, c.Cutter, c.Gap); len(s) > len(best) {
		best = s
		for k, p := range best {
			best[k].X, best[k].Y = p.Y, p.X
		}
	}
	return best
}
