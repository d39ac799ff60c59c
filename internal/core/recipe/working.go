package recipe

import (
	"fmt"

	"jointime/internal/core/units"
)

// sum writes a product of time and number as a line of figures.
func sum(each, n int64, of string) string {
	if n == 1 {
		return units.FormatDuration(each)
	}
	return fmt.Sprintf("%d %s × %s = %s", n, of, units.FormatDuration(each), units.FormatDuration(each*n))
}

func coversOf(n int) string {
	if n == 1 {
		return "1 cover"
	}
	return fmt.Sprintf("%d covers", n)
}

// Scaled is an amount for so many covers, and how it came about.
type Scaled struct {
	Name    string       `json:"name"`
	Amount  units.Amount `json:"amount"`
	Text    string       `json:"text"`
	Working string       `json:"working"`
	Known   bool         `json:"known"`
}

// Need is what a component asks for when it is made for so many covers.
type Need struct {
	Component   string   `json:"component"`
	Make        Scaled   `json:"make"`
	Ingredients []Scaled `json:"ingredients" nullable:"false"`
}

// NeedFor scales a component to portions × covers. Where the portion has no
// amount, or cannot be measured against the yield, it is not known, and the
// working says why.
func (c Component) NeedFor(portion *units.Amount, covers int) Need {
	n := Need{Component: c.ID, Make: Scaled{Name: c.Name, Working: "the portion has no amount"}, Ingredients: []Scaled{}}
	if portion == nil {
		return n
	}
	total := portion.Times(float64(covers))
	n.Make = Scaled{c.Name, total, total.String(), fmt.Sprintf("%s × %s = %s", coversOf(covers), portion, total), true}
	factor, ok := total.Per(c.Makes())
	for _, in := range c.Lines {
		s := Scaled{Name: in.Name, Working: fmt.Sprintf("%s cannot be measured against a yield of %s", portion, c.Makes())}
		if in.Amount == nil {
			s.Working = "no amount is said"
		} else if ok {
			amount := in.Amount.Times(factor)
			s = Scaled{in.Name, amount, amount.String(), fmt.Sprintf("%s × %s ÷ %s = %s", in.Amount, total, c.Makes(), amount), true}
		}
		n.Ingredients = append(n.Ingredients, s)
	}
	return n
}
