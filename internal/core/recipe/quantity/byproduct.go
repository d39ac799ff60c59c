package quantity

import (
	"maps"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// LeftOver is a by-product: what is left over of it, what others take, and
// what is short or stays.
type LeftOver struct {
	through units.Through

	Component string       `json:"component"`
	ByProduct string       `json:"byProduct"`
	Name      string       `json:"name"`
	From      string       `json:"from" doc:"the component, and its step"`
	Step      string       `json:"step,omitempty" doc:"id of the step that leaves it"`
	When      *time.Time   `json:"when,omitempty" doc:"when that step ends, by the plan"`
	Given     units.Amount `json:"given"`
	Have      units.Amount `json:"have" doc:"on hand from before"`
	Taken     units.Amount `json:"taken"`
	Left      units.Amount `json:"left"`
	Short     units.Amount `json:"short"`
	Takers    []Taker      `json:"takers" nullable:"false"`
	CouldUse  []string     `json:"couldUse" nullable:"false" doc:"components of the book that take it and are not on the menu"`
	Bought    []Instead    `json:"bought" nullable:"false" doc:"what is bought under the same name, though some of this is left"`
}

// Instead is a line of what is made that buys what is left over elsewhere.
type Instead struct {
	Name   string       `json:"name" doc:"of the component"`
	Amount units.Amount `json:"amount"`
	Gap    recipe.Gap   `json:"gap" doc:"answered with yes, the line takes what is left over"`
}

// leaves enters what making a component so many times leaves over.
func (x *explosion) leaves(c recipe.Component, p recipe.ByProduct, times float64) {
	base, _, _ := strings.Cut(c.ID, "~") // a version leaves over what the component itself does
	if _, gives := c.LeavesAt(p.ID); !gives {
		return
	}
	e := x.leftOver(base, p.ID)
	if p.Amount == nil {
		x.problem(words.Step(c.Name, p.Name), "By-product amount not set.")
		return
	}
	given, _, err := x.basic(p.Amount.Times(times)).As(e.Given.Unit, e.through)
	if err != nil {
		x.problem(words.Step(c.Name, p.Name), "Yields %s, %s used: set its density in the by-products of %s.", x.basic(p.Amount.Times(times)), e.Taken, c.Name)
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
		e = &LeftOver{Component: component, ByProduct: byProduct, Name: byProduct, From: c.Name, Takers: []Taker{}, CouldUse: []string{}, Bought: []Instead{}}
		for _, p := range c.ByProducts {
			if p.ID == byProduct {
				e.Name, e.Step = p.Name, p.Step
				if p.Density != nil {
					e.through.Density = *p.Density
				}
				if p.Amount != nil {
					e.Given.Unit, e.Taken.Unit = x.basic(*p.Amount).Unit, x.basic(*p.Amount).Unit
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
	basic, how, err := basic.As(e.Taken.Unit, e.through)
	if err != nil {
		x.problem(words.Step(by, e.Name), "In %s and in %s: set its density in the by-products of %s.", e.Taken.Unit, basic.Unit, e.From)
		return
	}
	if how != "" {
		working += "; " + how
	}
	e.Taken.Quantity += basic.Quantity
	e.Takers = append(e.Takers, Taker{Name: by, Amount: basic, Working: working})
}

// close balances an entry: what is given and what is on hand is taken, or
// left; what is taken beyond it is short. Of what is on hand no more is
// reckoned with than is wanted.
func (e *LeftOver) close(x *explosion) {
	unit := e.Taken.Unit
	wanted := max(0, e.Taken.Quantity-e.Given.Quantity)
	e.Have = units.Amount{Quantity: x.larder.leftOver(x, *e, wanted), Unit: unit}
	e.Left = units.Amount{Quantity: max(0, e.Given.Quantity-e.Taken.Quantity), Unit: unit}
	e.Short = units.Amount{Quantity: max(0, wanted-e.Have.Quantity), Unit: unit}
	if e.Left.Quantity > 0 {
		e.CouldUse = x.couldUse(e.Component, e.ByProduct, e.Name)
		e.Bought = x.alsoBought(*e)
	}
}

// alsoBought are the lines of what is made that buy a thing of the same name.
func (x *explosion) alsoBought(e LeftOver) []Instead {
	out := []Instead{}
	for _, id := range slices.Sorted(maps.Keys(x.made)) {
		if strings.Contains(id, "~") {
			continue // a version takes the lines of what it is a version of
		}
		c := x.book.Made(id)
		for i, l := range c.Lines {
			if l.Component != "" || l.Amount == nil || !words.Same(l.Name, e.Name) {
				continue
			}
			amount := x.basic(x.amounts(c, x.made[id])[i].amount)
			if amount.Unit == e.Left.Unit && amount.Quantity > 0 {
				out = append(out, Instead{Name: c.Name, Amount: amount, Gap: recipe.Gap{Component: id, Line: l.Name, Field: recipe.GapLink, Title: words.Step(c.Name, l.Name),
					Question: "Is it what " + e.From + " leaves?", HoldsUp: recipe.CannotBeJudged, Group: "check", Of: e.Component + "/" + e.ByProduct}})
			}
		}
	}
	return out
}
