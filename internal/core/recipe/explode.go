package recipe

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"jointime/internal/core/units"
)

// Order is so many plates of a dish in one of its versions.
type Order struct {
	Dish    string `json:"dish"`
	Version string `json:"version,omitempty"`
	Plates  int    `json:"plates"`
}

// Scale says how a line grows with its component.
type Scale string

// A line grows in proportion; stays as it is, once for each time that it is
// made; grows with the square root, as seasoning and spice in a stock do; or
// is rounded up to whole pieces.
const (
	Linear  Scale = ""
	Fixed   Scale = "fixed"
	Seasons Scale = "seasoning"
	Whole   Scale = "whole"
)

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
	Make      units.Amount `json:"make" doc:"what its batches make"`
	Surplus   units.Amount `json:"surplus"`
	Times     float64      `json:"times" doc:"how many times its list of ingredients"`
	Batches   int          `json:"batches" doc:"0: it is not made in batches"`
	Takers    []Taker      `json:"takers" nullable:"false"`
	Weigh     []Weigh      `json:"weigh" nullable:"false"`
	Working   string       `json:"working"`
}

// Taker is what takes of something, and how much.
type Taker struct {
	Name    string       `json:"name"`
	Amount  units.Amount `json:"amount"`
	Working string       `json:"working"`
}

// Weigh is a line of a component, for what is made of it.
type Weigh struct {
	Line    string       `json:"line"`
	Amount  units.Amount `json:"amount"`
	Text    string       `json:"text"`
	Working string       `json:"working"`
}

// Buy is what has to be there of an ingredient.
type Buy struct {
	Ingredient string       `json:"ingredient"`
	Name       string       `json:"name"`
	Amount     units.Amount `json:"amount"`
	Text       string       `json:"text"`
	Other      string       `json:"other,omitempty" doc:"the same in the other system"`
	Lost       units.Amount `json:"lost" doc:"of that, lost in trimming"`
	Takers     []Taker      `json:"takers" nullable:"false"`
}

// LeftOver is a by-product: what is left over of it, what others take, and
// what is short or stays.
type LeftOver struct {
	Component string       `json:"component"`
	ByProduct string       `json:"byProduct"`
	Name      string       `json:"name"`
	From      string       `json:"from" doc:"the component, and its step"`
	Given     units.Amount `json:"given"`
	Taken     units.Amount `json:"taken"`
	Left      units.Amount `json:"left"`
	Short     units.Amount `json:"short"`
	Takers    []Taker      `json:"takers" nullable:"false"`
	CouldUse  []string     `json:"couldUse" nullable:"false" doc:"components of the book that take it and are not on the menu"`
}

// Hitch is something that cannot be worked out.
type Hitch struct {
	Where string `json:"where"`
	What  string `json:"what"`
}

// TooMuch bounds what is reckoned with: more than this of anything is a slip
// of the finger.
const TooMuch = 1e12

// Explode works out what orders need. Portions in spoons and cups are of the
// kitchen's own measures.
func (b Book) Explode(orders []Order, m units.Measures) Exploded {
	x := &explosion{book: b, measures: m, made: map[string]*Made{}, buy: map[string]*Buy{}, ledger: map[string]*LeftOver{}, problems: []Hitch{}}
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
	measures units.Measures
	made     map[string]*Made
	buy      map[string]*Buy
	ledger   map[string]*LeftOver
	problems []Hitch
}

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
	for _, v := range d.Versions {
		if v.ID == o.Version {
			served, book, _ := x.book.Served(d, v)
			d, name = served, d.Name+", "+v.Name
			x.adopt(book)
		}
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
	yield := c.Makes().Basic(x.measures)
	if made == nil {
		made = &Made{Component: id, Name: c.Name, Need: units.Amount{Unit: yield.Unit}, Takers: []Taker{}, Weigh: []Weigh{}}
		x.made[id] = made
	}
	basic := amount.Basic(x.measures)
	if basic.Unit != yield.Unit {
		x.problem(by+", "+c.Name, "%s cannot be measured against a yield of %s", amount, c.Makes())
		return
	}
	if basic.Quantity > TooMuch || math.IsNaN(basic.Quantity) {
		x.problem(by+", "+c.Name, "%g %s is more than anybody cooks", basic.Quantity, basic.Unit)
		return
	}
	made.Need.Quantity += basic.Quantity
	made.Takers = append(made.Takers, Taker{by, basic, working})
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
	yield := c.Makes().Basic(x.measures)
	if yield.Quantity <= 0 {
		x.problem(c.Name, "makes nothing: a yield of %s cannot be scaled", c.Makes())
		return
	}
	made.Times, made.Batches = c.Batching.times(made.Need.Quantity, yield.Quantity, x.measures)
	made.Make = units.Amount{Quantity: yield.Quantity * made.Times, Unit: yield.Unit}
	made.Surplus = units.Amount{Quantity: max(0, made.Make.Quantity-made.Need.Quantity), Unit: yield.Unit}
	made.Working = c.working(made)
	for _, p := range c.ByProducts {
		x.leaves(c, p, made.Times)
	}
	if c.Method().Bought != nil {
		return
	}
	for _, l := range c.Lines {
		x.line(c, l, made)
	}
}

func (c Component) working(m *Made) string {
	text := fmt.Sprintf("%s ÷ %s = %s times the list", m.Need, c.Makes(), figure(m.Need.Quantity/max(m.Make.Quantity/max(m.Times, 1e-300), 1e-300)))
	if m.Batches > 0 {
		text += fmt.Sprintf(", in %d batches: %s", m.Batches, m.Make)
	}
	return text
}

// figure writes a number as short as it may be.
func figure(v float64) string { return fmt.Sprintf("%.4g", v) }

// line weighs a line of a component, and asks for what it names.
func (x *explosion) line(c Component, l Line, made *Made) {
	if l.Amount == nil {
		if !l.Free {
			x.problem(c.Name+", "+l.Name, "no amount is said")
		}
		return
	}
	amount := l.scaled(made)
	basic := amount.Basic(x.measures)
	working := fmt.Sprintf("%s × %s = %s", l.Amount, figure(made.Times), amount)
	made.Weigh = append(made.Weigh, Weigh{l.Name, basic, amount.String(), working})
	switch {
	case l.ByProduct != "":
		x.leftOver(l.Component, l.ByProduct).take(x, basic, c.Name, working)
	case l.Component != "":
		x.take(l.Component, amount, c.Name, working)
	default:
		x.bought(c, l, basic, working)
	}
}

// scaled is a line's amount for what is made of its component.
func (l Line) scaled(m *Made) units.Amount {
	switch l.Scale {
	case Fixed:
		return l.Amount.Times(float64(max(m.Batches, 1)))
	case Seasons:
		return l.Amount.Times(math.Sqrt(m.Times))
	case Whole:
		a := l.Amount.Times(m.Times)
		a.Quantity = math.Ceil(a.Quantity - 1e-9)
		return a
	}
	return l.Amount.Times(m.Times)
}

// bought asks for an ingredient, with what is lost in trimming.
func (x *explosion) bought(c Component, l Line, basic units.Amount, working string) {
	i, known := x.book.Ingredients[l.Ingredient]
	key := l.Ingredient
	if !known {
		key, i = "line/"+l.Name, Ingredient{Name: l.Name}
	}
	b := x.buy[key]
	if b == nil {
		b = &Buy{Ingredient: i.ID, Name: i.Name, Amount: units.Amount{Unit: basic.Unit}, Lost: units.Amount{Unit: basic.Unit}, Takers: []Taker{}}
		x.buy[key] = b
	}
	whole := basic
	if !l.Gross && i.Loss > 0 {
		whole.Quantity = basic.Quantity / (1 - i.Loss)
		working += fmt.Sprintf("; %s ÷ %g = %s, for %g %% is lost in trimming", basic, 1-i.Loss, whole, math.Round(i.Loss*1000)/10)
	}
	told, how, err := whole.As(b.Amount.Unit, i.through())
	if err != nil {
		x.problem(c.Name+", "+l.Name, "%s cannot be added to %s: %v", whole, b.Amount, err)
		return
	}
	if how != "" {
		working += "; " + how
	}
	b.Amount.Quantity += told.Quantity
	b.Lost.Quantity += told.Quantity * (whole.Quantity - basic.Quantity) / max(whole.Quantity, 1e-300)
	b.Takers = append(b.Takers, Taker{c.Name, told, working})
}

func (i Ingredient) through() (t units.Through) {
	if i.Density != nil {
		t.Density = *i.Density
	}
	if i.Piece != nil {
		t.Piece = *i.Piece
	}
	if i.Unit.Kind() == units.Count {
		t.One = i.Unit
	}
	return t
}

// leaves enters what making a component so many times leaves over.
func (x *explosion) leaves(c Component, p ByProduct, times float64) {
	base, _, _ := strings.Cut(c.ID, "~") // a version leaves over what the component itself does
	e := x.leftOver(base, p.ID)
	if p.Amount == nil {
		x.problem(c.Name+", "+p.Name, "how much is left over is not said")
		return
	}
	given := p.Amount.Times(times).Basic(x.measures)
	if e.Given.Unit != given.Unit && e.Taken.Quantity > 0 {
		x.problem(c.Name+", "+p.Name, "%s is given and %s taken: they cannot be compared", given, e.Taken)
		return
	}
	e.Given = units.Amount{Quantity: e.Given.Quantity + given.Quantity, Unit: given.Unit}
	e.Taken.Unit = given.Unit
}

// leftOver finds the entry of a by-product in the ledger.
func (x *explosion) leftOver(component, byProduct string) *LeftOver {
	key := component + "/" + byProduct
	e := x.ledger[key]
	if e == nil {
		c := x.book.Made(component)
		e = &LeftOver{Component: component, ByProduct: byProduct, Name: byProduct, From: c.Name, Takers: []Taker{}, CouldUse: []string{}}
		for _, p := range c.ByProducts {
			if p.ID == byProduct {
				e.Name = p.Name
				if p.Amount != nil {
					e.Given.Unit, e.Taken.Unit = p.Amount.Basic(x.measures).Unit, p.Amount.Basic(x.measures).Unit
				}
				if s, ok := c.Step(p.Step); ok {
					e.From += ", " + s.Name
				}
			}
		}
		x.ledger[key] = e
	}
	return e
}

func (e *LeftOver) take(x *explosion, basic units.Amount, by, working string) {
	if e.Taken.Unit == "" {
		e.Given.Unit, e.Taken.Unit = basic.Unit, basic.Unit
	}
	if e.Taken.Unit != basic.Unit {
		x.problem(by+", "+e.Name, "%s is given in %s and taken in %s", e.Name, e.Taken.Unit, basic.Unit)
		return
	}
	e.Taken.Quantity += basic.Quantity
	e.Takers = append(e.Takers, Taker{by, basic, working})
}

// result closes the ledger and puts everything in order.
func (x *explosion) result() Exploded {
	out := Exploded{Make: []Made{}, Buy: []Buy{}, Ledger: []LeftOver{}, Problems: x.problems}
	for _, id := range slices.Backward(x.order()) {
		if m := x.made[id]; m != nil {
			out.Make = append(out.Make, *m)
		}
	}
	for _, key := range sortedKeys(x.buy) {
		b := *x.buy[key]
		b.Text, b.Other = b.Amount.String(), b.Amount.Other()
		out.Buy = append(out.Buy, b)
	}
	for _, key := range sortedKeys(x.ledger) {
		e := *x.ledger[key]
		unit := e.Taken.Unit
		e.Left = units.Amount{Quantity: max(0, e.Given.Quantity-e.Taken.Quantity), Unit: unit}
		e.Short = units.Amount{Quantity: max(0, e.Taken.Quantity-e.Given.Quantity), Unit: unit}
		if e.Left.Quantity > 0 {
			e.CouldUse = x.couldUse(e)
		}
		out.Ledger = append(out.Ledger, e)
	}
	return out
}

// couldUse names what else in the book takes a by-product.
func (x *explosion) couldUse(e LeftOver) []string {
	out := []string{}
	for _, id := range sortedKeys(x.book.Components) {
		c := x.book.Components[id]
		if x.made[id] == nil && slices.ContainsFunc(c.Lines, func(l Line) bool {
			return l.Component == e.Component && l.ByProduct == e.ByProduct || l.ByProduct == "" && l.Component == "" && sameName(l.Name, e.Name)
		}) {
			out = append(out, c.Name)
		}
	}
	return out
}
