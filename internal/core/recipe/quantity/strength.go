package quantity

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Strength is how much salt, sugar or acid there is in what a component makes, by weight: what its list
// brings, over its yield. What boils away leaves it behind, so it grows along a reduction; what is
// poured off takes some along, which is not known here.
type Strength struct {
	Of      string       `json:"of" enum:"salt,sugar,acid"`
	Percent float64      `json:"percent" doc:"of sugar these are degrees Brix"`
	Amount  units.Amount `json:"amount" doc:"in all that the list makes"`
	Working string       `json:"working"`
	Unknown []string     `json:"unknown" nullable:"false" doc:"lines of which it is not known how much they bring"`
}

// pure are what is salt or sugar by its name.
var pure = map[string][]string{
	"salt":  {"salt", "sea salt", "table salt", "fine salt", "coarse salt", "flaky salt"},
	"sugar": {"sugar", "caster sugar", "icing sugar", "brown sugar", "granulated sugar"},
}

// share is what an ingredient has of something, as a part of its weight.
func contentOf(i recipe.Ingredient, of string) float64 {
	told := map[string]*float64{"salt": i.Salt, "sugar": i.Sugar, "acid": i.Acid}[of]
	switch {
	case told != nil:
		return *told / 100
	case slices.ContainsFunc(pure[of], func(name string) bool { return words.Same(name, i.Name) }):
		return 1
	}
	return 0
}

// Strengths are those of what a component makes; none that it has nothing of.
func Strengths(b recipe.Book, c recipe.Component, w Ways) []Strength {
	out := []Strength{}
	yield, how, err := c.Makes().Basic(w.Measures).As(units.Gram, through(c))
	if err != nil && c.Makes().Basic(w.Measures).Unit == units.Millilitre {
		yield, how, err = units.Amount{Quantity: c.Makes().Basic(w.Measures).Quantity, Unit: units.Gram}, "1 g/ml assumed: ", nil
	}
	if err != nil || yield.Quantity <= 0 {
		return out
	}
	for _, of := range []string{"salt", "sugar", "acid"} {
		x := strength{book: b, ways: w, of: of}
		grams := x.in(c, map[string]bool{})
		if grams <= 0 {
			continue
		}
		amount := units.Amount{Quantity: grams, Unit: units.Gram}
		p := 100 * grams / yield.Quantity
		out = append(out, Strength{Of: of, Percent: p, Amount: amount, Unknown: append([]string{}, x.unknown...), Working: fmt.Sprintf("(%s) ÷ %s%s = %g %%", strings.Join(x.sums, " + "), how, yield, units.Shown(p, 2))})
	}
	return out
}

// strength adds up what the lines of a component bring of something.
type strength struct {
	book    recipe.Book
	ways    Ways
	of      string
	sums    []string
	unknown []string
}

func (x *strength) in(c recipe.Component, trail map[string]bool) (grams float64) {
	if trail[c.ID] {
		return 0
	}
	trail[c.ID] = true
	defer delete(trail, c.ID)
	for _, l := range c.Lines {
		if l.Amount == nil || l.ByProduct != "" || l.Per != nil {
			continue
		}
		if l.Component != "" {
			grams += x.made(l, trail)
			continue
		}
		i, known := x.book.Ingredients[l.Ingredient]
		if !known {
			i = recipe.Ingredient{Name: l.Name}
		}
		part := contentOf(i, x.of)
		if part == 0 {
			continue
		}
		weight, _, err := l.Amount.Basic(x.ways.Measures).As(units.Gram, Through(i))
		if err != nil {
			x.unknown = append(x.unknown, l.Name)
			continue
		}
		grams += weight.Quantity * part
		sum := weight.String()
		if part < 1 {
			sum += fmt.Sprintf(" × %g %%", units.Shown(100*part, 2))
		}
		x.sums = append(x.sums, sum+" "+l.Name)
	}
	return grams
}

// made is what comes along with so much of another component.
func (x *strength) made(l recipe.Line, trail map[string]bool) float64 {
	other := x.book.Made(l.Component)
	inner := strength{book: x.book, ways: x.ways, of: x.of}
	all := inner.in(other, trail)
	if all <= 0 {
		return 0
	}
	taken, _, err := l.Amount.Basic(x.ways.Measures).As(other.Makes().Basic(x.ways.Measures).Unit, through(other))
	part, ok := taken.Per(other.Makes().Basic(x.ways.Measures))
	if err != nil || !ok {
		x.unknown = append(x.unknown, l.Name)
		return 0
	}
	x.unknown = append(x.unknown, inner.unknown...)
	x.sums = append(x.sums, fmt.Sprintf("%s in %s %s", units.Amount{Quantity: all * part, Unit: units.Gram}, l.Amount, l.Name))
	return all * part
}
