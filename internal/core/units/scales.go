package units

import "math"

// Scales say how finely a kitchen weighs and measures. The zero value weighs to
// a tenth of a gram below 50 g and to a gram above.
type Scales struct {
	Fine   float64 `json:"fine,omitempty" minimum:"0" maximum:"100" doc:"grams; absent: 0.1"`
	UpTo   float64 `json:"upTo,omitempty" minimum:"0" maximum:"10000" doc:"grams that the fine scale takes; absent: 50"`
	Coarse float64 `json:"coarse,omitempty" minimum:"0" maximum:"1000" doc:"grams; absent: 1"`
}

func or(v, other float64) float64 {
	if v > 0 {
		return v
	}
	return other
}

// cups are those of a set, and an eighth, which is two spoons.
var cups = []float64{0, 1.0 / 8, 1.0 / 4, 1.0 / 3, 1.0 / 2, 2.0 / 3, 3.0 / 4, 1}

// byCup is the nearest number of cups that a set of them measures.
func byCup(q float64) float64 {
	whole, rest := math.Modf(q)
	best := cups[0]
	for _, c := range cups {
		if math.Abs(c-rest) < math.Abs(best-rest) {
			best = c
		}
	}
	return math.Max(cups[1], whole+best)
}

// step is what an amount is rounded to, in its own unit. Spoons have quarters
// and eighths, jugs a mark each 5 ml; fruit is halved, and what
// is counted otherwise is whole: common practice, no source.
func (s Scales) step(a Amount) float64 {
	switch a.Unit {
	case "tsp":
		return 1.0 / 8
	case "tbsp", "fl oz":
		return 1.0 / 4
	case "pint", "quart", "gallon", "oz", "lb":
		return 1.0 / 16
	case Piece, "head", "bunch":
		return 1.0 / 2
	}
	b := base[a.Unit]
	q := a.Quantity * b.factor
	switch {
	case b.unit == Gram && q < or(s.UpTo, 50):
		return or(s.Fine, 0.1) / b.factor
	case b.unit == Gram:
		return or(s.Coarse, 1) / b.factor
	case b.unit == Millilitre && q < 20:
		return 0.5 / b.factor
	case b.unit == Millilitre && q < 100:
		return 1 / b.factor
	case b.unit == Millilitre:
		return math.Max(5, math.Pow(10, math.Floor(math.Log10(q))-2)) / b.factor
	}
	return 1
}

// Weighed rounds an amount to what can be weighed or measured, never to
// nothing, and tells by which share of it that is off: 0.02 is 2 % more than
// asked for.
func (s Scales) Weighed(a Amount) (Amount, float64) {
	if a.Quantity <= 0 {
		return a, 0
	}
	out := Amount{byCup(a.Quantity), a.Unit}
	if a.Unit != "cup" {
		step := s.step(a)
		out.Quantity = math.Max(1, Shown(a.Quantity/step, 0)) * step
	}
	return out, out.Quantity/a.Quantity - 1
}
