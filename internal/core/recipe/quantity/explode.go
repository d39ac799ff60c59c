// Package quantity works amounts out: orders backwards through yields, losses and
// reductions to what is made, weighed and bought; what is left over on the way, and what
// is taken from stock.
package quantity

import (
	"fmt"
	"maps"
	"math"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Explode works out what orders need. Portions in spoons and cups are of the
// kitchen's own measures.
func Explode(b recipe.Book, orders []Order, m units.Measures) Exploded {
	return ExplodeFrom(b, Larder{}, orders, Ways{Measures: m})
}

// ExplodeFrom works out what orders need beyond what is there already.
func ExplodeFrom(b recipe.Book, l Larder, orders []Order, w Ways) Exploded {
	out := explode(b, l, orders, w)
	if Ranged(b) {
		out.between(explode(AtEnd(b, false), l, orders, w), explode(AtEnd(b, true), l, orders, w))
	}
	return out
}

func explode(b recipe.Book, l Larder, orders []Order, w Ways) Exploded {
	x := &explosion{book: b, ways: w, larder: newShelves(l), made: map[string]*Made{}, buy: map[string]*Buy{}, ledger: map[string]*LeftOver{}, season: map[string]bool{}, problems: []Hitch{}, plated: map[string]units.Amount{}}
	for _, o := range orders {
		x.plates(o)
	}
	x.spares()
	for _, id := range x.order() {
		x.component(id)
	}
	return x.result()
}

type explosion struct {
	book     recipe.Book
	ways     Ways
	larder   *shelves
	made     map[string]*Made
	buy      map[string]*Buy
	ledger   map[string]*LeftOver
	problems []Hitch
	season   map[string]bool         // whether an ingredient seasons
	plated   map[string]units.Amount // of each component that goes onto plates itself
}

// basic is an amount in grams, millilitres or the thing that is counted.
func (x *explosion) basic(a units.Amount) units.Amount { return a.Basic(x.ways.Measures) }

func (x *explosion) problem(where, format string, args ...any) {
	p := Hitch{where, fmt.Sprintf(format, args...)}
	if !slices.Contains(x.problems, p) {
		x.problems = append(x.problems, p)
	}
}

// plates takes the portions of a dish, in its version.
func (x *explosion) plates(o Order) {
	d, known := x.book.Dishes[o.Dish]
	if !known {
		x.problem(o.Dish, "No such dish.")
		return
	}
	name := d.Name
	if o.Version != "" {
		at := slices.IndexFunc(d.Versions, func(v recipe.Version) bool { return v.ID == o.Version })
		if at < 0 {
			x.problem(name, "No version “%s”.", o.Version)
			return
		}
		served, book, _ := x.book.Served(d, d.Versions[at])
		name += ", " + d.Versions[at].Name
		d = served
		x.adopt(book)
	}
	for _, p := range d.Parts {
		if p.Portion == nil {
			x.problem(name+": "+x.book.Components[p.Component].Name, "Portion not set.")
			continue
		}
		total := p.Portion.Times(float64(o.Plates))
		x.plate(p.Component, total)
		x.take(p.Component, total, name, fmt.Sprintf("%s × %s = %s", CoversOf(o.Plates), portionOf(p), total))
	}
}

// adopt keeps the components that a version made of others.
func (x *explosion) adopt(book recipe.Book) {
	all := map[string]recipe.Component{}
	for id, c := range x.book.Components {
		all[id] = c
	}
	for id, c := range book.Components {
		if _, known := all[id]; !known {
			all[id] = c
		}
	}
	x.book.Components = all
}

// take asks for so much of a component.
func (x *explosion) take(id string, amount units.Amount, by, working string) {
	if _, known := x.book.Components[id]; !known {
		x.problem(by, "No such component: “%s”.", id)
		return
	}
	c := x.book.Made(id)
	made := x.made[id]
	yield := x.basic(c.Makes())
	if made == nil {
		made = &Made{Component: id, Name: c.Name, Need: units.Amount{Unit: yield.Unit}, Takers: []Taker{}, Weigh: []Weigh{}, Gone: []Taker{}, CouldUse: []string{}, Ways: []string{}}
		x.made[id] = made
	}
	basic, how, err := x.basic(amount).As(yield.Unit, through(c))
	switch {
	case err != nil:
		x.problem(words.Step(by, c.Name), "%s cannot be taken from a yield of %s: %v.", amount, c.Makes(), err)
		return
	case basic.Quantity > TooMuch || math.IsNaN(basic.Quantity):
		x.problem(words.Step(by, c.Name), "%g %s is more than anybody cooks.", basic.Quantity, basic.Unit)
		return
	}
	if how != "" {
		working += "; " + how
	}
	if lost, seconds := c.LostWaiting(); lost > 0 {
		working += fmt.Sprintf("; %s ÷ (1 − %.3g) = %s, for %.3g %% is lost in %s of waiting", basic, lost, units.Amount{Quantity: basic.Quantity / (1 - lost), Unit: basic.Unit}, 100*lost, units.FormatDuration(seconds))
		basic.Quantity /= 1 - lost
	}
	made.Need.Quantity += basic.Quantity
	made.Takers = append(made.Takers, Taker{Name: by, Amount: basic, Working: working, Spare: by == forSpare})
}

// through tells how a component changes its measure.
func through(c recipe.Component) (t units.Through) {
	if c.Density != nil {
		t.Density = *c.Density
	}
	return t
}

// order lists the components so that what takes comes before what is taken.
func (x *explosion) order() []string {
	seen := map[string]bool{}
	var out []string
	var visit func(id string)
	visit = func(id string) {
		if seen[id] {
			return
		}
		seen[id] = true
		for _, l := range x.book.Made(id).Lines {
			if l.Component != "" && l.ByProduct == "" {
				visit(l.Component)
			}
		}
		out = append(out, id)
	}
	for _, id := range slices.Sorted(maps.Keys(x.made)) {
		visit(id)
	}
	slices.Reverse(out)
	return out
}

// component makes what is needed of a component, and takes what goes in.
func (x *explosion) component(id string) {
	made := x.made[id]
	if made == nil {
		return // it is asked for by nothing that could be worked out
	}
	c := x.book.Made(id)
	x.toPar(c, made)
	yield := x.basic(c.Makes())
	if yield.Quantity <= 0 {
		x.problem(c.Name, "A yield of %s cannot be scaled.", c.Makes())
		return
	}
	x.fill(c, made, yield)
	for _, p := range c.ByProducts {
		x.leaves(c, p, made.Times)
	}
	if c.Method().Bought != nil {
		return
	}
	x.losses(c, made)
	amounts := x.amounts(c, made)
	for i, l := range c.Lines {
		x.line(c, l, amounts[i], made)
	}
}

// fill works out how much is made: what is needed and not there, in batches;
// what was made already is at least made.
func (x *explosion) fill(c recipe.Component, made *Made, yield units.Amount) {
	of := func(q float64) units.Amount { return units.Amount{Quantity: q, Unit: yield.Unit} }
	have := x.larder.component(x, c, made.Need)
	done := x.larder.done(x, c, yield.Unit)
	short := made.Need.Quantity - have
	made.Times, made.Batches = c.Batching.Times(short, yield.Quantity, x.ways.Measures)
	if made.Batches == 0 {
		made.Times = x.chained(c, made.Times)
	}
	made.Times = max(made.Times, done/yield.Quantity)
	made.Have, made.Done = of(have), of(done)
	made.Make = of(yield.Quantity * made.Times)
	made.Missing = of(max(0, short-done))
	if made.Missing.Quantity < 1e-9*made.Need.Quantity {
		made.Missing.Quantity = 0
	}
	made.Surplus = of(max(0, made.Make.Quantity-short))
	x.short(c, made, short)
	made.Working = working(c, made)
	made.Figure, made.Other = x.ways.Read(made.Make)
}
