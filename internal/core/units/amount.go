package units

import (
	"fmt"
	"jointime/internal/core/fault"
	"math"
	"strconv"
	"strings"
)

// Amount is a quantity with its unit. The zero value is no amount.
type Amount struct {
	Quantity float64 `json:"quantity" minimum:"0" maximum:"1000000000"`
	Unit     Unit    `json:"unit" enum:"mg,g,kg,oz,lb,ml,cl,dl,l,tsp,tbsp,cup,fl oz,pint,quart,gallon,piece,pinch,dash,handful,bunch,sprig,clove,slice,leaf,stick,can,head,knob,sheet,drop,part,percent"`
}

// Unit names what an amount is counted in.
type Unit string

// The units of mass, volume and count that the code names. Other counts
// (pinch, bunch, clove) are kinds of their own: none is measured against
// another.
const (
	Gram       Unit = "g"
	Kilogram   Unit = "kg"
	Millilitre Unit = "ml"
	Litre      Unit = "l"
	Piece      Unit = "piece"
)

var unitWords = func() map[string]Unit {
	m := map[string]Unit{"pieces": Piece, "each": Piece, "": Piece, "bunches": "bunch", "leaves": "leaf", "pinches": "pinch", "cups": "cup", "%": "percent"}
	for u := range base {
		m[string(u)] = u
	}
	for _, u := range counts {
		m[string(u)+"s"] = u
	}
	return m
}()

// measure is the smallest unit of a kind, and how many of it make one.
type measure struct {
	unit   Unit
	factor float64
}

// base gives mass in grams and volume in millilitres. Customary units are
// those of the United States (NIST Handbook 44, appendix C, from memory):
// 1 lb is 453.592 37 g, 1 gallon is 3 785.411 784 ml.
var base = func() map[Unit]measure {
	m := map[Unit]measure{
		"mg": {Gram, 0.001}, Gram: {Gram, 1}, Kilogram: {Gram, 1000}, "oz": {Gram, 453.59237 / 16}, "lb": {Gram, 453.59237},
		Millilitre: {Millilitre, 1}, "cl": {Millilitre, 10}, "dl": {Millilitre, 100}, Litre: {Millilitre, 1000},
		"tsp": {Millilitre, gallon / 768}, "tbsp": {Millilitre, gallon / 256}, "fl oz": {Millilitre, gallon / 128}, "cup": {Millilitre, gallon / 16},
		"pint": {Millilitre, gallon / 8}, "quart": {Millilitre, gallon / 4}, "gallon": {Millilitre, gallon},
		Piece: {Piece, 1}, "percent": {"percent", 1},
	}
	for _, u := range counts {
		m[u] = measure{u, 1}
	}
	return m
}()

const gallon = 3785.411784

// counts are kinds of their own.
var counts = []Unit{"pinch", "dash", "handful", "bunch", "sprig", "clove", "slice", "leaf", "stick", "can", "head", "knob", "sheet", "drop", "part"}

// Known reports whether a unit is one that amounts can have.
func (u Unit) Known() bool { _, known := base[u]; return known }

// ParseAmount reads "110 g", "0.5 l", "½" or "2 pieces".
func ParseAmount(text string) (Amount, error) {
	text = strings.ToLower(strings.TrimSpace(text))
	cut := strings.LastIndexAny(text, "0123456789½¼¾⅓⅔")
	if cut < 0 {
		return Amount{}, fault.Say("“%s”: how much? Write 110 g, 45 ml or ½.", text)
	}
	for cut++; cut < len(text) && text[cut]&0xC0 == 0x80; cut++ {
	}
	value, ok := figure(text[:cut])
	if !ok {
		return Amount{}, fault.Say("“%s” is not a number.", text[:cut])
	}
	unit, known := unitWords[strings.TrimSpace(text[cut:])]
	if !known {
		return Amount{}, fault.Say("“%s” is not a unit. Use g, kg, ml, l, tsp, tbsp, cup, oz, lb or a count.", strings.TrimSpace(text[cut:]))
	}
	return Amount{value, unit}, nil
}

// Times scales an amount.
func (a Amount) Times(n float64) Amount { return Amount{a.Quantity * n, a.Unit} }

// Per is a divided by b; false where they are of different kinds or b is 0.
func (a Amount) Per(b Amount) (float64, bool) {
	x, y := base[a.Unit], base[b.Unit]
	if x.unit != y.unit || b.Quantity == 0 {
		return 0, false
	}
	return a.Quantity * x.factor / (b.Quantity * y.factor), true
}

// Plus adds two amounts of one kind, in the smaller unit.
func (a Amount) Plus(b Amount) (Amount, bool) {
	x, y := base[a.Unit], base[b.Unit]
	if x.unit != y.unit {
		return a, false
	}
	return Amount{a.Quantity*x.factor + b.Quantity*y.factor, x.unit}, true
}

// String writes an amount as closely as anything tells it, see Shown: 660 g, 1.325 kg, ½, 4.
func (a Amount) String() string {
	q, u := a.Quantity, a.Unit
	switch {
	case (u == Gram || u == Millilitre) && Shown(q, 1) >= 1000:
		return written(q/1000, 3) + map[Unit]string{Gram: " kg", Millilitre: " l"}[u]
	case u == Gram || u == Millilitre:
		if q >= 10 {
			return written(q, 1) + " " + string(u)
		}
		return written(q, 2) + " " + string(u)
	case u == Piece:
		return plainCount(q)
	case u == "percent":
		return written(q, 2) + " %"
	}
	if b := base[u]; b.unit != Gram && b.unit != Millilitre || b.factor == gallon/768 || b.factor == gallon/256 || u == "cup" {
		return plainCount(q) + " " + u.of(q)
	}
	return written(q, 2) + " " + u.of(q)
}

// of is what a unit is called for so many: 2 sprigs, ½ leaf.
func (u Unit) of(q float64) string {
	switch {
	case q <= 1:
		return string(u)
	case u == "leaf":
		return "leaves"
	case u == "knob", u == "clove", u == "sprig", u == "slice", u == "stick", u == "can", u == "head", u == "sheet", u == "drop", u == "part", u == "handful", u == "cup", u == "pint", u == "quart", u == "gallon":
		return string(u) + "s"
	case u == "pinch", u == "dash", u == "bunch":
		return string(u) + "es"
	}
	return string(u)
}

// written is a figure with so many decimals at the most.
func written(q float64, digits int) string {
	return strconv.FormatFloat(Shown(q, digits), 'f', -1, 64) // the shortest is no longer than that
}

func plainCount(q float64) string {
	whole, rest := math.Modf(q)
	if rest == 0 && whole < 1e15 {
		return strconv.FormatInt(int64(whole), 10)
	}
	for sign, part := range fractions {
		if math.Abs(rest-part) < 1e-9 {
			if whole == 0 {
				return sign
			}
			return fmt.Sprintf("%.0f%s", whole, sign)
		}
	}
	return written(q, 2)
}
