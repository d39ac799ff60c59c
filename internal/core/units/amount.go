package units

import (
	"fmt"
	"math"
	"strconv"
	"strings"
)

// Amount is a quantity with its unit. The zero value is no amount.
type Amount struct {
	Quantity float64 `json:"quantity" minimum:"0" maximum:"1000000000"`
	Unit     Unit    `json:"unit" enum:"g,kg,ml,l,piece"`
}

// Unit names what an amount is counted in.
type Unit string

// The units of mass, volume and count.
const (
	Gram       Unit = "g"
	Kilogram   Unit = "kg"
	Millilitre Unit = "ml"
	Litre      Unit = "l"
	Piece      Unit = "piece"
)

var unitWords = map[string]Unit{
	"g": Gram, "kg": Kilogram, "ml": Millilitre, "l": Litre, "piece": Piece, "pieces": Piece, "each": Piece, "": Piece,
}

// base gives the factor to the smallest unit of the same kind.
var base = map[Unit]struct {
	unit   Unit
	factor float64
}{Gram: {Gram, 1}, Kilogram: {Gram, 1000}, Millilitre: {Millilitre, 1}, Litre: {Millilitre, 1000}, Piece: {Piece, 1}}

// ParseAmount reads "110 g", "0.5 l", "½" or "2 pieces".
func ParseAmount(text string) (Amount, error) {
	text = strings.ToLower(strings.TrimSpace(text))
	cut := strings.LastIndexAny(text, "0123456789½¼¾⅓⅔")
	if cut < 0 {
		return Amount{}, fmt.Errorf("%q has no figure: write it like 110 g, 45 ml or ½", text)
	}
	for cut++; cut < len(text) && text[cut]&0xC0 == 0x80; cut++ {
	}
	value, ok := figure(text[:cut])
	if !ok {
		return Amount{}, fmt.Errorf("%q is no figure", text[:cut])
	}
	unit, known := unitWords[strings.TrimSpace(text[cut:])]
	if !known {
		return Amount{}, fmt.Errorf("%q is no unit that is known here: g, kg, ml, l, piece", strings.TrimSpace(text[cut:]))
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

// String writes an amount as one weighs it: 660 g, 1.32 kg, ½, 4.
func (a Amount) String() string {
	q, u := a.Quantity, a.Unit
	switch {
	case u == Gram && q >= 1000:
		q, u = q/1000, Kilogram
	case u == Millilitre && q >= 1000:
		q, u = q/1000, Litre
	}
	if u == Piece {
		return plainCount(q)
	}
	digits := 2
	if q >= 10 && (u == Gram || u == Millilitre) {
		digits = 0
	}
	return trimZeros(strconv.FormatFloat(q, 'f', digits, 64)) + " " + string(u)
}

func plainCount(q float64) string {
	whole, rest := math.Modf(q)
	for sign, part := range fractions {
		if math.Abs(rest-part) < 1e-9 {
			if whole == 0 {
				return sign
			}
			return fmt.Sprintf("%.0f%s", whole, sign)
		}
	}
	return trimZeros(strconv.FormatFloat(q, 'f', 2, 64))
}

func trimZeros(s string) string {
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	return s
}
