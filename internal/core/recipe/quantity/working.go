package quantity

import (
	"fmt"
	"maps"
	"slices"
	"strconv"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

func CoversOf(n int) string {
	if n == 1 {
		return "1 cover"
	}
	return words.Count(n, "cover")
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
func Needs(b recipe.Book, d recipe.Dish, covers int, w Ways) []Need {
	w.Spares = nil // a dish is shown as it is, a service as it is made
	x := explode(b, Larder{}, []Order{{Dish: d.ID, Plates: covers}}, w)
	out := []Need{}
	for _, p := range d.Parts {
		out = append(out, need(b, d, p, covers, x, w))
	}
	return out
}

func need(b recipe.Book, d recipe.Dish, p recipe.Part, covers int, x Exploded, w Ways) Need {
	c := b.Made(p.Component)
	n := Need{Component: c.ID, Make: Scaled{Name: c.Name, Working: "portion not set"}, Ingredients: []Scaled{}}
	if p.Portion == nil {
		return n
	}
	total := p.Portion.Times(float64(covers))
	text, other := w.Read(total.Basic(w.Measures))
	n.Make = Scaled{c.Name, total, text, fmt.Sprintf("%s × %s = %s", CoversOf(covers), portionOf(p), total), true, other}
	weighed := map[string]Weigh{}
	for _, m := range x.Make {
		if m.Component == c.ID {
			for _, line := range m.Weigh {
				weighed[line.ID+"/"+line.Line] = line
			}
			if m.Surplus.Quantity > 1e-6*m.Make.Quantity {
				n.Make.Working += fmt.Sprintf(", made as %s = %s", words.Count(m.Batches, "batch"), m.Make)
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

// portionOf writes a portion, and between what it may lie.
func portionOf(p recipe.Part) string {
	if p.Between == nil {
		return p.Portion.String()
	}
	return fmt.Sprintf("%s (%s)", p.Portion, p.Between)
}

// hitch says why a line of a component cannot be worked out.
func (x Exploded) hitch(d recipe.Dish, c recipe.Component, l recipe.Line) string {
	for _, where := range []string{words.Step(c.Name, l.Name), c.Name, words.Step(d.Name, c.Name)} {
		for _, p := range x.Problems {
			if p.Where == where {
				return p.What
			}
		}
	}
	return "none needed"
}

func working(c recipe.Component, m *Made) string {
	need, text := m.Need, ""
	if m.Have.Quantity > 0 {
		need = units.Amount{Quantity: m.Need.Quantity - m.Have.Quantity, Unit: m.Need.Unit}
		text = fmt.Sprintf("%s − %s in stock = %s; ", m.Need, m.Have, need)
	}
	text += fmt.Sprintf("%s ÷ %s = %s × the recipe", need, c.Makes(), figure(need.Quantity/max(m.Make.Quantity/max(m.Times, 1e-300), 1e-300)))
	if m.Batches > 0 {
		text += fmt.Sprintf(", rounded up to %s = %s", words.Count(m.Batches, "batch"), m.Make)
	}
	return text
}

// figure writes a number as short as it may be.
func figure(v float64) string { return strconv.FormatFloat(v, 'g', 4, 64) }

// result closes the ledger and puts everything in order.
func (x *explosion) result() Exploded {
	out := Exploded{Make: []Made{}, Buy: []Buy{}, Ledger: []LeftOver{}, Problems: x.problems}
	for _, id := range slices.Backward(x.order()) {
		if m := x.made[id]; m != nil {
			if m.Surplus.Quantity > 1e-6*m.Make.Quantity {
				m.CouldUse = x.couldUse(id, "", m.Name)
			}
			out.Make = append(out.Make, *m)
		}
	}
	for _, key := range slices.Sorted(maps.Keys(x.buy)) {
		out.Buy = append(out.Buy, x.closed(*x.buy[key]))
	}
	for _, key := range slices.Sorted(maps.Keys(x.ledger)) {
		e := *x.ledger[key]
		e.close(x)
		out.Ledger = append(out.Ledger, e)
	}
	return out
}

// couldUse names what else in the book takes a component, or what it leaves
// over, and is not on the menu.
func (x *explosion) couldUse(component, byProduct, name string) []string {
	out := []string{}
	for _, id := range slices.Sorted(maps.Keys(x.book.Components)) {
		c := x.book.Components[id]
		if x.made[id] == nil && slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
			return l.Component == component && l.ByProduct == byProduct || l.ByProduct == "" && l.Component == "" && words.Same(l.Name, name)
		}) {
			out = append(out, c.Name)
		}
	}
	if byProduct != "" {
		return out
	}
	for _, id := range slices.Sorted(maps.Keys(x.book.Dishes)) {
		d := x.book.Dishes[id]
		taken := slices.ContainsFunc(x.made[component].Takers, func(t Taker) bool { return t.Name == d.Name })
		if d.PartOf(component) != nil && !taken {
			out = append(out, d.Name)
		}
	}
	return out
}
