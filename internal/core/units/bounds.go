package units

import (
	"math"
	"regexp"
	"strings"

	"jointime/internal/core/fault"
)

// Bounds are between what an amount may lie: 3 to 4 a person, a joint for 15 to 20. What is usual, or
// else the middle, is what sums are made with; the ends are told beside it.
type Bounds struct {
	Least Amount `json:"least"`
	Most  Amount `json:"most"`
}

// Times scales both ends.
func (b *Bounds) Times(n float64) *Bounds {
	if b == nil {
		return nil
	}
	return &Bounds{b.Least.Times(n), b.Most.Times(n)}
}

// Valid tells whether the ends are amounts of one kind, in order, and an amount lies between them.
func (b Bounds) Valid(a Amount) bool {
	least, one := b.Least.Per(a)
	most, other := b.Most.Per(a)
	return one && other && least >= 0 && least <= 1+1e-9 && most >= 1-1e-9
}

// String writes both ends: 180–190 g, 2 or 3, 1 kg to 1.2 kg.
func (b Bounds) String() string {
	least, most := b.Least.String(), b.Most.String()
	figure, unit, _ := strings.Cut(least, " ")
	upTo, other, _ := strings.Cut(most, " ")
	switch {
	case least == most:
		return least
	case b.Least.Unit.ComesWhole() && b.Least.Unit == b.Most.Unit && b.Most.Quantity == b.Least.Quantity+1:
		return figure + " or " + most
	case unit == other || strings.TrimSuffix(other, "s") == unit:
		return strings.TrimSpace(figure + "–" + upTo + " " + other)
	}
	return least + " to " + most
}

var twoAmounts = regexp.MustCompile(`^(.*[0-9½¼¾⅓⅔⅛⅜⅝⅞].*?)\s*(?:-|–|—|\bto\b|\bor\b)\s*(.*[0-9½¼¾⅓⅔⅛⅜⅝⅞].*)$`)

// ParseAmounts reads an amount, or two between which it lies: "180–190 g", "3 to 4 pieces", "1 kg to
// 1.2 kg". Of two the middle is usual.
func ParseAmounts(text string) (a Amount, between *Bounds, err error) {
	m := twoAmounts.FindStringSubmatch(strings.ToLower(strings.TrimSpace(text)))
	if m == nil {
		a, err = ParseAmount(text)
		return a, nil, err
	}
	most, err := ParseAmount(m[2])
	if err != nil {
		return Amount{}, nil, err
	}
	least, err := ParseAmount(m[1])
	if _, bare := figure(m[1]); bare { // the unit stands once
		least, err = Amount{least.Quantity, most.Unit}, nil
	}
	if err != nil {
		return Amount{}, nil, err
	}
	share, same := least.Per(most)
	switch {
	case !same:
		return Amount{}, nil, fault.Say("“%s”: both in one unit.", text)
	case share > 1:
		return Amount{}, nil, fault.Say("“%s”: the smaller one first.", text)
	case share == 1:
		return most, nil, nil
	}
	return Amount{most.Quantity * (1 + share) / 2, most.Unit}, &Bounds{Amount{most.Quantity * share, most.Unit}, most}, nil
}

var oneAndOther = regexp.MustCompile(`^(.*[0-9½¼¾⅓⅔⅛⅜⅝⅞].*?)\s*(?:/|\band\b|\bor\b)\s*(.*[0-9½¼¾⅓⅔⅛⅜⅝⅞].*)$`)

// ParseEither reads two amounts of one source that do not agree, "10 g and 12 g": both stand until one is chosen.
// False: it is no such text.
func ParseEither(text string) (one, other Amount, is bool) {
	m := oneAndOther.FindStringSubmatch(strings.ToLower(strings.TrimSpace(text)))
	if m == nil {
		return one, other, false
	}
	other, err := ParseAmount(m[2])
	if err != nil {
		return one, other, false
	}
	if one, err = ParseAmount(m[1]); err != nil {
		return one, other, false
	}
	if _, bare := figure(m[1]); bare { // the unit stands once
		one.Unit = other.Unit
	}
	return one, other, one.Disagrees(other)
}

// apart is how far two figures in different units may be from one another and mean the same: 8 oz and 225 g.
const apart = 0.06

// Disagrees tells whether two amounts of one thing cannot both be meant.
func (a Amount) Disagrees(b Amount) bool {
	share, same := a.Per(b)
	if a.Unit == b.Unit {
		return same && share != 1
	}
	return same && math.Abs(share-1) > apart
}
