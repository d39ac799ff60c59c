package quantity

import (
	"math"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Weigh is a line of a component, for what is made of it.
type Weigh struct {
	Line    string       `json:"line"`
	ID      string       `json:"id,omitempty"`
	Amount  units.Amount `json:"amount" doc:"exact"`
	Text    string       `json:"text" doc:"rounded to what can be weighed or measured"`
	Range   string       `json:"range,omitempty" doc:"between what it may lie, as the book has it"`
	Start   string       `json:"start,omitempty" doc:"above double a batch, of salt, spice and acid: begin with so much, and taste"`
	Other   string       `json:"other,omitempty" doc:"the same in the other system"`
	Off     float64      `json:"off" doc:"share by which the rounded amount is off"`
	Working string       `json:"working"`
}

// lineAmount is what a line comes to, in the unit in which it is written.
type lineAmount struct {
	amount  units.Amount
	working string
	known   bool
}

// amounts work out every line of a component for what is made of it, those
// that others are tied to first.
func (x *explosion) amounts(c recipe.Component, made *Made) []lineAmount {
	r := &ratios{explosion: x, component: c, made: made, times: " × " + figure(made.Times) + " = ", out: make([]lineAmount, len(c.Lines)), state: make([]int, len(c.Lines))}
	for i := range c.Lines {
		r.line(i)
	}
	return r.out
}

// ratios is the working out of lines that lean on one another. State is 0 for
// untouched, 1 for being worked out, 2 for done.
type ratios struct {
	*explosion
	component recipe.Component
	made      *Made
	times     string // how many times the list, in the words of a sum
	out       []lineAmount
	state     []int
}

func (r *ratios) line(i int) {
	l := r.component.Lines[i]
	if r.state[i] != 0 || l.Amount == nil {
		return
	}
	r.state[i] = 1
	defer func() { r.state[i] = 2 }()
	if l.Per == nil && l.Amount.Unit != "percent" {
		a := scaled(l, r.made)
		r.out[i] = lineAmount{a, l.Amount.String() + r.times + a.String(), true}
		return
	}
	where := words.Step(r.component.Name, l.Name)
	if l.Per == nil {
		r.problem(where, "%s of what? Choose the ingredient it is a share of.", l.Amount)
		return
	}
	base, name, through, ok := r.base(where, *l.Per)
	if !ok {
		return
	}
	a, working, err := Tied(l, base, name, through)
	if err != nil {
		r.problem(where, "%v", err)
		return
	}
	r.out[i] = lineAmount{a, working, true}
}

// base finds what a ratio leans on, as it comes to for what is made.
func (r *ratios) base(where string, p recipe.Ratio) (base units.Amount, name string, by units.Through, ok bool) {
	if p.To == "" {
		return r.made.Make, r.component.Name, through(r.component), true
	}
	at := r.component.LineAt(p.To)
	switch {
	case at < 0:
		r.problem(where, "“%s” is not an ingredient here.", p.To)
		return base, "", by, false
	case r.state[at] == 1:
		r.problem(where, "It and %s are each set from the other.", r.component.Lines[at].Name)
		return base, "", by, false
	}
	r.line(at)
	l := r.component.Lines[at]
	if !r.out[at].known {
		r.problem(where, "Amount of %s not set.", l.Name)
		return base, "", by, false
	}
	return r.basic(r.out[at].amount), l.Name, r.throughOf(l), true
}

// throughOf tells how what a line names changes its measure.
func (x *explosion) throughOf(l recipe.Line) units.Through {
	switch {
	case l.ByProduct != "":
		return x.leftOver(l.Component, l.ByProduct).through
	case l.Component != "":
		return through(x.book.Components[l.Component])
	}
	return Through(x.book.Ingredients[l.Ingredient])
}

// scaled is a line's amount for what is made of its component.
func scaled(l recipe.Line, m *Made) units.Amount {
	switch l.Scale {
	case recipe.Fixed:
		return l.Amount.Times(float64(max(m.Batches, 1)))
	case recipe.Seasons:
		return l.Amount.Times(math.Sqrt(m.Times))
	case recipe.Whole:
		a := l.Amount.Times(m.Times)
		a.Quantity = math.Ceil(a.Quantity - 1e-9)
		return a
	}
	return l.Amount.Times(m.Times)
}

// line weighs a line of a component, and asks for what it names.
func (x *explosion) line(c recipe.Component, l recipe.Line, told lineAmount, made *Made) {
	if l.Amount == nil {
		if !l.Free {
			x.problem(words.Step(c.Name, l.Name), "Amount not set.")
		}
		return
	}
	if !told.known || told.amount.Quantity == 0 {
		return
	}
	basic := x.basic(told.amount)
	weighed := x.weighed(l, told)
	weighed.Start = x.begun(l, told, made)
	made.Weigh = append(made.Weigh, weighed)
	switch {
	case l.ByProduct != "":
		x.leftOver(l.Component, l.ByProduct).take(x, basic, c.Name, told.working)
	case l.Component != "":
		x.take(l.Component, told.amount, c.Name, told.working)
	default:
		x.bought(c, l, basic, told.working, made)
	}
}

// weighed rounds a line to what can be weighed; it is written in the unit in
// which the recipe has it, and in the other system.
func (x *explosion) weighed(l recipe.Line, told lineAmount) Weigh {
	rounded, off := x.ways.Scales.Weighed(told.amount)
	span := ""
	if l.Between != nil && l.Amount != nil && l.Amount.Quantity > 0 {
		span = l.Between.Times(told.amount.Quantity / l.Amount.Quantity).String()
	}
	if l.Either != nil && l.Amount.Quantity > 0 {
		span = "or " + l.Either.Times(told.amount.Quantity/l.Amount.Quantity).String() + ": which?"
	}
	text, basic := rounded.String(), x.basic(rounded)
	other := ""
	if metric := basic.String(); rounded.Unit.Kind() != units.Count && metric != text {
		other = metric // in ounces, spoons or cups: the other is metric
	} else if other = basic.Other(x.ways.Measures); x.ways.Likes.Customary && other != "" {
		text, other = other, text
	}
	return Weigh{Line: l.Name, ID: l.ID, Amount: x.basic(told.amount), Text: text, Other: other, Off: off, Working: told.working, Range: span}
}
