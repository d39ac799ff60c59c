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
	Other   string       `json:"other,omitempty" doc:"the same in the other system"`
}

// Need is what a component asks for when it is made for so many covers.
type Need struct {
	Component   string   `json:"component"`
	Make        Scaled   `json:"make"`
	Ingredients []Scaled `json:"ingredients" nullable:"false"`
}

// Needs are the amounts of a dish's components for so many covers. Where one
// cannot be worked out, it is not known, and the working says why.
func (b Book) Needs(d Dish, covers int, w Ways) []Need {
	x := b.ExplodeFrom(Larder{}, []Order{{Dish: d.ID, Plates: covers}}, w)
	out := []Need{}
	for _, p := range d.Parts {
		out = append(out, b.need(d, p, covers, x, w))
	}
	return out
}

func (b Book) need(d Dish, p Part, covers int, x Exploded, w Ways) Need {
	c := b.Made(p.Component)
	n := Need{Component: c.ID, Make: Scaled{Name: c.Name, Working: "the portion has no amount"}, Ingredients: []Scaled{}}
	if p.Portion == nil {
		return n
	}
	total := p.Portion.Times(float64(covers))
	text, other := w.Likes.Read(total.Basic(w.Measures))
	n.Make = Scaled{c.Name, total, text, fmt.Sprintf("%s × %s = %s", coversOf(covers), p.Portion, total), true, other}
	weighed := map[string]Weigh{}
	for _, m := range x.Make {
		if m.Component == c.ID {
			for _, line := range m.Weigh {
				weighed[line.ID+"/"+line.Line] = line
			}
			if m.Surplus.Quantity > 1e-6*m.Make.Quantity {
				n.Make.Working += "; made in batches: " + m.Make.String()
			}
		}
	}
	for _, l := range c.Lines {
		if line, known := weighed[l.ID+"/"+l.Name]; known {
			n.Ingredients = append(n.Ingredients, Scaled{l.Name, line.Amount, line.Text, line.Working, true, line.Other})
		} else if !l.Free {
			n.Ingredients = append(n.Ingredients, Scaled{Name: l.Name, Working: x.hitch(d, c, l)})
		}
	}
	return n
}

// hitch says why a line of a component cannot be worked out.
func (x Exploded) hitch(d Dish, c Component, l Line) string {
	for _, where := range []string{c.Name + ", " + l.Name, c.Name, d.Name + ", " + c.Name} {
		for _, p := range x.Problems {
			if p.Where == where {
				return p.What
			}
		}
	}
	return "nothing of it is needed"
}
