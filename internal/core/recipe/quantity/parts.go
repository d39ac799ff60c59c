package quantity

import (
	"fmt"
	"maps"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// PartTaken is what is taken of an ingredient apart from the rest of it. A fruit gives its rind and
// its juice: both are of the same fruits, which are counted once.
type PartTaken struct {
	Name     string       `json:"name"`
	Each     units.Amount `json:"each" doc:"what one gives"`
	Wanted   units.Amount `json:"wanted"`
	Left     units.Amount `json:"left" doc:"of all that are bought"`
	Decides  bool         `json:"decides,omitempty" doc:"so many are bought for it"`
	CouldUse []string     `json:"couldUse" nullable:"false" doc:"what else in the book takes it"`

	pieces, used float64 // that give what is wanted, and of that what has gone into what is made
}

// part asks for a part of an ingredient; false where it cannot be measured against what one gives.
func (x *explosion) part(b *Buy, i recipe.Ingredient, p recipe.IngredientPart, c recipe.Component, l recipe.Line, basic units.Amount, working string, made *Made) bool {
	each := x.each(i, p)
	by := Through(i)
	if p.Density != nil {
		by.Density = *p.Density
	}
	pieces := basic.Quantity // "½ lemon, juice"
	if basic.Unit != wholeUnit(i) {
		told, how, err := basic.As(each.Unit, by)
		if err != nil {
			x.problem(words.Step(c.Name, l.Name), "%s of it, and one gives %s: %v.", basic, each, err)
			return false
		}
		if how != "" {
			working += "; " + how
		}
		pieces = told.Quantity / each.Quantity
		working += fmt.Sprintf("; %s ÷ %s of one = %s", told, each, units.Amount{Quantity: pieces, Unit: wholeUnit(i)})
	}
	at := slices.IndexFunc(b.Parts, func(t PartTaken) bool { return t.Name == p.Name })
	if at < 0 {
		b.Parts = append(b.Parts, PartTaken{Name: p.Name, Each: each, Wanted: units.Amount{Unit: each.Unit}, CouldUse: []string{}})
		at = len(b.Parts) - 1
	}
	t := &b.Parts[at]
	t.pieces += pieces
	t.used += pieces * x.larder.share(x, c, l, made)
	t.Wanted.Quantity = t.pieces * each.Quantity
	b.Takers = append(b.Takers, Taker{Name: words.Step(c.Name, p.Name), Part: p.Name, Amount: units.Amount{Quantity: pieces, Unit: wholeUnit(i)}, Working: working})
	return true
}

// each is what one gives of a part: a percentage is of its weight.
func (x *explosion) each(i recipe.Ingredient, p recipe.IngredientPart) units.Amount {
	if a := x.basic(p.Amount); a.Unit != "percent" {
		return a
	}
	return units.Amount{Quantity: *i.Piece * p.Amount.Quantity / 100, Unit: units.Gram}
}

// wholeUnit is what one of an ingredient is.
func wholeUnit(i recipe.Ingredient) units.Unit {
	if i.Unit.Kind() == units.Count && i.Unit != "" {
		return i.Unit
	}
	return units.Piece
}

// wholes puts what is taken in parts to what is bought: as many as the part of which most are wanted
// asks for; and tells what is left of each part, in the order in which they are to be had.
func (x *explosion) wholes(b *Buy, i recipe.Ingredient) {
	if len(b.Parts) == 0 {
		return
	}
	most := 0
	for k := range b.Parts {
		if b.Parts[k].pieces > b.Parts[most].pieces {
			most = k
		}
	}
	b.Parts[most].Decides = true
	need := units.Amount{Quantity: b.Parts[most].pieces, Unit: wholeUnit(i)}
	told, _, err := need.As(b.Amount.Unit, Through(i))
	switch {
	case b.Amount.Quantity == 0:
		b.Amount, b.Used, b.Lost = need, units.Amount{Quantity: b.Parts[most].used, Unit: need.Unit}, units.Amount{Unit: need.Unit}
	case err != nil:
		x.problem(i.Name, "In %s and in %s: %v.", need.Unit, b.Amount.Unit, err)
		b.also(need)
	default:
		b.Amount.Quantity += told.Quantity
		b.Used.Quantity += told.Quantity * b.Parts[most].used / max(need.Quantity, 1e-300)
	}
	var all []PartTaken
	for _, p := range i.Parts {
		at := slices.IndexFunc(b.Parts, func(t PartTaken) bool { return t.Name == p.Name })
		t := PartTaken{Name: p.Name, Each: x.each(i, p), CouldUse: []string{}}
		if at >= 0 {
			t = b.Parts[at]
		}
		t.Wanted.Unit = t.Each.Unit
		t.Left = units.Amount{Quantity: max(0, units.Whole(need.Quantity)*t.Each.Quantity-t.Wanted.Quantity), Unit: t.Each.Unit}
		if t.Left.Quantity < 1e-9*t.Wanted.Quantity {
			t.Left.Quantity = 0
		}
		if t.Left.Quantity > 0 {
			t.CouldUse = x.couldTake(i, p)
		}
		all = append(all, t)
	}
	b.Parts = all
}

// couldTake names what in the book takes a part of an ingredient and is not on the menu.
func (x *explosion) couldTake(i recipe.Ingredient, p recipe.IngredientPart) []string {
	out := []string{}
	for _, id := range slices.Sorted(maps.Keys(x.book.Components)) {
		c := x.book.Components[id]
		if x.made[id] == nil && slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
			part, is := i.Part(l)
			return l.Ingredient == i.ID && is && part.Name == p.Name
		}) {
			out = append(out, c.Name)
		}
	}
	return out
}
