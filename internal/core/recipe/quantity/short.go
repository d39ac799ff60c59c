package quantity

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// short tells what is missing where a list is made once as it is, and the ways out: made more often,
// more of each line, or less of it in what takes it. Want is what must be made, in the unit of the yield.
func (x *explosion) short(c recipe.Component, made *Made, want float64) {
	made.Short = units.Amount{Unit: made.Make.Unit}
	missing := want - made.Make.Quantity
	if c.Batching == nil || !c.Batching.Once || missing <= 1e-9*want {
		return
	}
	of := func(q float64) string {
		text, _ := x.ways.Read(units.Amount{Quantity: q, Unit: made.Make.Unit})
		return text
	}
	made.Short.Quantity = missing
	times := math.Ceil(want/made.Make.Quantity - 1e-9)
	made.Ways = []string{
		fmt.Sprintf("make it %s: %s, %s over", often(int(times)), of(times*made.Make.Quantity), of(times*made.Make.Quantity-want)),
		fmt.Sprintf("make %s of every line: %s", share(want/made.Make.Quantity-1, "more"), of(want)),
	}
	less := made.Make.Quantity / want
	var takers []string
	for _, t := range made.Takers {
		takers = append(takers, fmt.Sprintf("%s %s instead of %s", t.Name, of(t.Amount.Quantity*less), of(t.Amount.Quantity)))
	}
	if made.Have.Quantity == 0 { // else it is not known whose share comes from stock
		made.Ways = append(made.Ways, fmt.Sprintf("take %s: %s", share(1-less, "less"), strings.Join(takers, ", ")))
	}
}

// often is how many times something is made.
func often(n int) string {
	switch n {
	case 1:
		return "once"
	case 2:
		return "twice"
	}
	return words.Count(n, "time")
}

func share(part float64, word string) string {
	return fmt.Sprintf("%g %% %s", units.Shown(100*part, 1), word)
}

// chained is how many times the list is made where its liquid goes through a chain of reductions to
// which something is put that stays as it is: what comes out then does not grow with the list.
func (x *explosion) chained(c recipe.Component, times float64) float64 {
	if times <= 0 || !slices.ContainsFunc(c.Lines, func(l recipe.Line) bool { return l.Scale == recipe.Fixed }) {
		return times
	}
	stages := Chain(x.book, c, x.ways)
	if !slices.ContainsFunc(stages, func(s Stage) bool { return s.Fixed }) {
		return times
	}
	plain, err := Reduce(stages, x.ways.Measures)
	if err != nil {
		return times
	}
	out := plain[len(plain)-1].Out
	by, err := timesFor(out.Times(times), stages, x.ways.Measures)
	if err != nil {
		x.problem(c.Name, "%v", err)
		return times
	}
	return by
}
