package recipe

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"time"

	"jointime/internal/core/units"
)

// Order is so many plates of a dish in one of its versions.
type Order struct {
	Dish    string `json:"dish"`
	Version string `json:"version,omitempty"`
	Plates  int    `json:"plates"`
}

// Exploded is what so many plates need, backwards through portions, yields,
// by-products and shared components.
type Exploded struct {
	Make     []Made     `json:"make" nullable:"false" doc:"what goes into others comes first"`
	Buy      []Buy      `json:"buy" nullable:"false"`
	Ledger   []LeftOver `json:"ledger" nullable:"false"`
	Problems []Hitch    `json:"problems" nullable:"false" doc:"what cannot be worked out, and why"`
}

// Made is a component that has to be made.
type Made struct {
	Component string       `json:"component"`
	Name      string       `json:"name"`
	Need      units.Amount `json:"need" doc:"what is taken of it"`
	Have      units.Amount `json:"have" doc:"of that, taken from what is there"`
	Make      units.Amount `json:"make" doc:"what its batches make"`
	Done      units.Amount `json:"done" doc:"of that, made already"`
	Missing   units.Amount `json:"missing" doc:"what is still to be made of what is needed"`
	Surplus   units.Amount `json:"surplus"`
	Times     float64      `json:"times" doc:"how many times its list of ingredients"`
	Batches   int          `json:"batches" doc:"0: it is not made in batches"`
	Takers    []Taker      `json:"takers" nullable:"false"`
	Weigh     []Weigh      `json:"weigh" nullable:"false"`
	CouldUse  []string     `json:"couldUse" nullable:"false" doc:"what else in the book takes it, where there is a surplus"`
	Working   string       `json:"working"`
	Figure    string       `json:"figure" doc:"what is made, as the kitchen likes to read it"`
	Other     string       `json:"other,omitempty" doc:"the same in the other system"`
}

// Taker is what takes of something, and how much.
type Taker struct {
	Name    string       `json:"name"`
	Amount  units.Amount `json:"amount"`
	Working string       `json:"working"`
}

// Hitch is something that cannot be worked out.
type Hitch struct {
	Where string `json:"where"`
	What  string `json:"what"`
}

// TooMuch bounds what is reckoned with: more than this of anything is a slip
// of the finger.
const TooMuch = 1e12

// Ways are the habits of a kitchen that sums depend on.
type Ways struct {
	Measures units.Measures
	Scales   units.Scales
	Likes    units.Likes
}

// Larder is what the sums begin with: what is on hand, and what has been made
// for these plates already. The zero value is an empty one.
type Larder struct {
	Stock []Stock
	Done  []Done
	Day   string // on which the plates are eaten: what does not keep until then does not count
}

// Done is so much of a component that was made for these plates, or brought as
// far as some of its steps do: what those take has gone into it.
type Done struct {
	Component string
	Amount    units.Amount
	At        time.Time
	From, To  int  // places of the first of these steps, and of the one after the last; both 0: all of them
	Partly    bool // more is to be done to it
}

// took tells whether what a line names has gone into it.
func (d Done) took(c Component, l Line) bool {
	if d.From == 0 && d.To == 0 {
		return true
	}
	at := max(0, c.UsedAt(l))
	return at >= d.From && at < d.To
}

// Explode works out what orders need. Portions in spoons and cups are of the
// kitchen's own measures.
func (b Book) Explode(orders []Order, m units.Measures) Exploded {
	return b.ExplodeFrom(Larder{}, orders, Ways{Measures: m})
}

// ExplodeFrom works out what orders need beyond what is there already.
func (b Book) ExplodeFrom(l Larder, orders []Order, w Ways) Exploded {
	x := &explosion{book: b, ways: w, larder: newShelves(l), made: map[string]*Made{}, buy: map[string]*Buy{}, ledger: map[string]*LeftOver{}, problems: []Hitch{}}
	for _, o := range orders {
		x.plates(o)
	}
	for _, id := range x.order() {
		x.component(id)
	}
	return x.result()
}

type explosion struct {
	book     Book
	ways     Ways
	larder   *shelves
	made     map[string]*Made
	buy      map[string]*Buy
	ledger   map[string]*LeftOver
	problems []Hitch
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
		x.problem(o.Dish, "there is no such dish")
		return
	}
	name := d.Name
	if o.Version != "" {
		at := slices.IndexFunc(d.Versions, func(v Version) bool { return v.ID == o.Version })
		if at < 0 {
			x.problem(name, "it has no version %q", o.Version)
			return
		}
		served, book, _ := x.book.Served(d, d.Versions[at])
		name += ", " + d.Versions[at].Name
		d = served
		x.adopt(book)
	}
	for _, p := range d.Parts {
		if p.Portion == nil {
			x.problem(name+", "+x.book.Components[p.Component].Name, "no portion is said")
			continue
		}
		total := p.Portion.Times(float64(o.Plates))
		x.take(p.Component, total, name, fmt.Sprintf("%s × %s = %s", coversOf(o.Plates), p.Portion, total))
	}
}

// adopt keeps the components that a version made of others.
func (x *explosion) adopt(book Book) {
	all := map[string]Component{}
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
		x.problem(by, "there is no component %q", id)
		return
	}
	c := x.book.Made(id)
	made := x.made[id]
	yield := x.basic(c.Makes())
	if made == nil {
		made = &Made{Component: id, Name: c.Name, Need: units.Amount{Unit: yield.Unit}, Takers: []Taker{}, Weigh: []Weigh{}, CouldUse: []string{}}
		x.made[id] = made
	}
	basic, how, err := x.basic(amount).As(yield.Unit, c.through())
	switch {
	case err != nil:
		x.problem(by+", "+c.Name, "%s cannot be measured against a yield of %s: %v", amount, c.Makes(), err)
		return
	case basic.Quantity > TooMuch || math.IsNaN(basic.Quantity):
		x.problem(by+", "+c.Name, "%g %s is more than anybody cooks", basic.Quantity, basic.Unit)
		return
	}
	if how != "" {
		working += "; " + how
	}
	made.Need.Quantity += basic.Quantity
	made.Takers = append(made.Takers, Taker{by, basic, working})
}

// through tells how a component changes its measure.
func (c Component) through() (t units.Through) {
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
	for _, id := range sortedKeys(x.made) {
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
	yield := x.basic(c.Makes())
	if yield.Quantity <= 0 {
		x.problem(c.Name, "makes nothing: a yield of %s cannot be scaled", c.Makes())
		return
	}
	x.fill(c, made, yield)
	for _, p := range c.ByProducts {
		x.leaves(c, p, made.Times)
	}
	if c.Method().Bought != nil {
		return
	}
	amounts := x.amounts(c, made)
	for i, l := range c.Lines {
		x.line(c, l, amounts[i], made)
	}
}

// fill works out how much is made: what is needed and not there, in batches;
// what was made already is at least made.
func (x *explosion) fill(c Component, made *Made, yield units.Amount) {
	of := func(q float64) units.Amount { return units.Amount{Quantity: q, Unit: yield.Unit} }
	have := x.larder.component(x, c, made.Need)
	done := x.larder.done(x, c, yield.Unit)
	short := made.Need.Quantity - have
	made.Times, made.Batches = c.Batching.times(short, yield.Quantity, x.ways.Measures)
	made.Times = max(made.Times, done/yield.Quantity)
	made.Have, made.Done = of(have), of(done)
	made.Make = of(yield.Quantity * made.Times)
	made.Missing = of(max(0, short-done))
	if made.Missing.Quantity < 1e-9*made.Need.Quantity {
		made.Missing.Quantity = 0
	}
	made.Surplus = of(max(0, made.Make.Quantity-short))
	made.Working = c.working(made)
	made.Figure, made.Other = x.ways.Likes.Read(made.Make)
}

func (c Component) working(m *Made) string {
	need, text := m.Need, ""
	if m.Have.Quantity > 0 {
		need = units.Amount{Quantity: m.Need.Quantity - m.Have.Quantity, Unit: m.Need.Unit}
		text = fmt.Sprintf("%s − %s that is there = %s; ", m.Need, m.Have, need)
	}
	text += fmt.Sprintf("%s ÷ %s = %s times the list", need, c.Makes(), figure(need.Quantity/max(m.Make.Quantity/max(m.Times, 1e-300), 1e-300)))
	if m.Batches > 0 {
		text += fmt.Sprintf(", in %d batches: %s", m.Batches, m.Make)
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
	for _, key := range sortedKeys(x.buy) {
		out.Buy = append(out.Buy, x.closed(*x.buy[key]))
	}
	for _, key := range sortedKeys(x.ledger) {
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
	for _, id := range sortedKeys(x.book.Components) {
		c := x.book.Components[id]
		if x.made[id] == nil && slices.ContainsFunc(c.Lines, func(l Line) bool {
			return l.Component == component && l.ByProduct == byProduct || l.ByProduct == "" && l.Component == "" && sameName(l.Name, name)
		}) {
			out = append(out, c.Name)
		}
	}
	if byProduct != "" {
		return out
	}
	for _, id := range sortedKeys(x.book.Dishes) {
		d := x.book.Dishes[id]
		taken := slices.ContainsFunc(x.made[component].Takers, func(t Taker) bool { return t.Name == d.Name })
		if d.part(component) != nil && !taken {
			out = append(out, d.Name)
		}
	}
	return out
}
