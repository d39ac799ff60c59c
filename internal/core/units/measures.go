package units

import (
	"errors"
	"fmt"
)

// Measures says how large a kitchen's spoons, cups and pints are.
type Measures string

// The three families. United States measures are those of NIST Handbook 44,
// appendix C (1 gallon is 231 cubic inches, 3 785.411 784 ml; a cup is a
// sixteenth of it). Imperial ones follow the British Units of Measurement
// Regulations 1995 (1 gallon is 4.546 09 l, a pint 20 fluid ounces); spoons are
// those that go into a fluid ounce as in the United States. Metric spoons hold
// 5 and 15 ml, a metric cup 250 ml. All from memory.
const (
	UnitedStates Measures = "us"
	Imperial     Measures = "imperial"
	Metric       Measures = "metric"
)

const imperialGallon = 4546.09

// sizes are in millilitres.
var sizes = map[Measures]map[Unit]float64{
	UnitedStates: {"tsp": gallon / 768, "tbsp": gallon / 256, "fl oz": gallon / 128, "cup": gallon / 16, "pint": gallon / 8, "quart": gallon / 4, "gallon": gallon},
	Imperial:     {"tsp": imperialGallon / 960, "tbsp": imperialGallon / 320, "fl oz": imperialGallon / 160, "cup": imperialGallon / 16, "pint": imperialGallon / 8, "quart": imperialGallon / 4, "gallon": imperialGallon},
	Metric:       {"tsp": 5, "tbsp": 15, "fl oz": imperialGallon / 160, "cup": 250, "pint": imperialGallon / 8, "quart": imperialGallon / 4, "gallon": imperialGallon},
}

// Kind is what an amount is measured as.
type Kind string

// Mass, volume, or a count of something.
const (
	Mass   Kind = "mass"
	Volume Kind = "volume"
	Count  Kind = "count"
)

// Kind tells what a unit measures.
func (u Unit) Kind() Kind {
	switch base[u].unit {
	case Gram:
		return Mass
	case Millilitre:
		return Volume
	}
	return Count
}

// ComesWhole tells whether what is counted is bought whole: half a lemon is a lemon, a pinch is
// a pinch.
func (u Unit) ComesWhole() bool {
	switch u {
	case Piece, "bunch", "head", "can", "leaf", "sheet", "stick", "knob":
		return true
	}
	return false
}

// Basic is an amount in grams, in millilitres, or in the thing that is
// counted, by the measures of a kitchen.
func (a Amount) Basic(m Measures) Amount {
	if ml, is := sizes[m][a.Unit]; is {
		return Amount{a.Quantity * ml, Millilitre}
	}
	b := base[a.Unit]
	return Amount{a.Quantity * b.factor, b.unit}
}

// Other writes a basic mass or volume in the other system: ounces and pounds, fluid ounces and
// quarts, or the imperial pints of an imperial kitchen. Empty for counts.
func (a Amount) Other(m Measures) string {
	of, known := sizes[m]
	if !known {
		of = sizes[UnitedStates]
	}
	large := Unit("quart")
	if m == Imperial || m == Metric {
		large = "pint"
	}
	switch {
	case a.Unit == Gram && a.Quantity >= 453.59237:
		return Amount{a.Quantity / 453.59237, "lb"}.String()
	case a.Unit == Gram:
		return Amount{a.Quantity / (453.59237 / 16), "oz"}.String()
	case a.Unit == Millilitre && a.Quantity >= of[large]:
		return Amount{a.Quantity / of[large], large}.String()
	case a.Unit == Millilitre:
		return Amount{a.Quantity / of["fl oz"], "fl oz"}.String()
	}
	return ""
}

// ErrNoDensity says that mass and volume can only be exchanged through a
// density, and that none is known.
var ErrNoDensity = errors.New("set its density (g/ml) in Ingredients")

// ErrNoWeight says that a count can only be weighed with the weight of one.
var ErrNoWeight = errors.New("set the weight of one in Ingredients")

// Through says how a thing changes its measure: grams in a millilitre, grams
// of one, and what one is (a piece where it is not said; a sprig, a clove). 0:
// not known.
type Through struct {
	Density float64
	Piece   float64
	One     Unit
}

// one tells whether a unit is what the weight of one is of.
func (t Through) one(u Unit) bool { return u == t.One || t.One == "" && u == Piece }

// As expresses a basic amount in another kind, and says how. The errors are
// ErrNoDensity and ErrNoWeight; counts of different things are never
// exchanged.
func (a Amount) As(to Unit, by Through) (Amount, string, error) {
	target := base[to].unit
	if a.Unit == target {
		return a, "", nil
	}
	grams, how, err := a.grams(by)
	if err != nil {
		return a, "", err
	}
	switch {
	case target == Gram:
		return grams, how + grams.String(), nil
	case target == Millilitre:
		if by.Density <= 0 {
			return a, "", ErrNoDensity
		}
		out := Amount{grams.Quantity / by.Density, Millilitre}
		return out, fmt.Sprintf("%s%s ÷ %g g/ml = %s", how, grams, by.Density, out), nil
	case by.one(target):
		if by.Piece <= 0 {
			return a, "", ErrNoWeight
		}
		out := Amount{grams.Quantity / by.Piece, target}
		return out, fmt.Sprintf("%s%s ÷ %g g each = %s", how, grams, by.Piece, out), nil
	}
	return a, "", fmt.Errorf("%s cannot be converted to %s", a, to)
}

func (a Amount) grams(by Through) (Amount, string, error) {
	switch {
	case a.Unit == Gram:
		return a, "", nil
	case a.Unit == Millilitre:
		if by.Density <= 0 {
			return a, "", ErrNoDensity
		}
		g := Amount{a.Quantity * by.Density, Gram}
		return g, fmt.Sprintf("%s × %g g/ml = ", a, by.Density), nil
	case by.one(a.Unit):
		if by.Piece <= 0 {
			return a, "", ErrNoWeight
		}
		g := Amount{a.Quantity * by.Piece, Gram}
		return g, fmt.Sprintf("%s × %g g = ", a, by.Piece), nil
	}
	return a, "", fmt.Errorf("%s cannot be weighed", a)
}
