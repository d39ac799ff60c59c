package quantity

import (
	"fmt"
	"math"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Buy is what has to be there of an ingredient.
type Buy struct {
	Ingredient string         `json:"ingredient"`
	Name       string         `json:"name"`
	Amount     units.Amount   `json:"amount"`
	Text       string         `json:"text"`
	Other      string         `json:"other,omitempty" doc:"the same in the other system"`
	Lost       units.Amount   `json:"lost" doc:"of that, lost in trimming"`
	Used       units.Amount   `json:"used" doc:"of that, gone into what is made already"`
	Have       units.Amount   `json:"have" doc:"of that, on hand"`
	Past       units.Amount   `json:"past" doc:"on hand, and no longer good on the day: it does not count"`
	Missing    units.Amount   `json:"missing" doc:"what is still to be bought"`
	Still      string         `json:"still" doc:"what is still to be bought, in words: what comes whole, whole; empty: nothing"`
	Also       []units.Amount `json:"also" nullable:"false" doc:"of it as well, in another measure: what it weighs is not known, and the two cannot be added"`
	Takers     []Taker        `json:"takers" nullable:"false"`
	Parts      []PartTaken    `json:"parts" nullable:"false" doc:"where it is taken in parts: what one gives, what is wanted, what is left"`
	Between    *units.Bounds  `json:"between,omitempty" doc:"what there has to be at the least and at the most"`
	Range      string         `json:"range,omitempty" doc:"the same in words: what comes whole, whole"`
	Purchase   *Purchase      `json:"purchase,omitempty" doc:"in packs, from a supplier; absent: nothing is to be bought, or nobody is known who has it"`
}

// bought asks for an ingredient, with what is lost in trimming.
func (x *explosion) bought(c recipe.Component, l recipe.Line, basic units.Amount, working string, made *Made) {
	i, known := x.book.Ingredients[l.Ingredient]
	key := l.Ingredient
	if !known {
		key, i = "line/"+l.Name, recipe.Ingredient{Name: l.Name}
	}
	b := x.buy[key]
	if b == nil {
		none := units.Amount{Unit: basic.Unit}
		if _, is := i.Part(l); is {
			none.Unit = wholeUnit(i)
		}
		b = &Buy{Ingredient: i.ID, Name: i.Name, Amount: none, Lost: none, Used: none, Takers: []Taker{}, Also: []units.Amount{}, Parts: []PartTaken{}}
		x.buy[key] = b
	}
	if p, is := i.Part(l); is && x.part(b, i, p, c, l, basic, working, made) {
		return
	}
	whole := basic
	if !l.Gross && i.Loss > 0 {
		whole.Quantity = basic.Quantity / (1 - i.Loss)
		working += fmt.Sprintf("; %s ÷ %g = %s (%g %% trim loss)", basic, 1-i.Loss, whole, math.Round(i.Loss*1000)/10)
	}
	told, how, err := whole.As(b.Amount.Unit, Through(i))
	if err != nil { // both stand
		x.problem(words.Step(c.Name, l.Name), "In %s and in %s: %v.", whole.Unit, b.Amount.Unit, err)
		b.also(whole)
		b.Takers = append(b.Takers, Taker{Name: c.Name, Amount: whole, Working: working})
		return
	}
	if how != "" {
		working += "; " + how
	}
	b.Amount.Quantity += told.Quantity
	b.Lost.Quantity += told.Quantity * (whole.Quantity - basic.Quantity) / max(whole.Quantity, 1e-300)
	b.Used.Quantity += told.Quantity * x.larder.share(x, c, l, made)
	b.Takers = append(b.Takers, Taker{Name: c.Name, Amount: told, Working: working})
}

// also keeps an amount that cannot be added to the others.
func (b *Buy) also(a units.Amount) {
	for k, had := range b.Also {
		if sum, ok := had.Plus(a); ok {
			b.Also[k] = sum
			return
		}
	}
	b.Also = append(b.Also, a)
}

// Through tells how an ingredient changes its measure. A litre of water weighs a kilogram, whether
// anybody said so or not.
func Through(i recipe.Ingredient) (t units.Through) {
	if i.Water() {
		t.Density = 1
	}
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

// closed works out what is still to be bought.
func (x *explosion) closed(b Buy) Buy {
	i := x.book.Ingredients[b.Ingredient]
	x.wholes(&b, i)
	b.Text, b.Other = x.toBuy(b.Amount)
	open := max(0, b.Amount.Quantity-b.Used.Quantity)
	b.Have = units.Amount{Quantity: x.larder.ingredient(x, i, units.Amount{Quantity: open, Unit: b.Amount.Unit}), Unit: b.Amount.Unit}
	b.Past = units.Amount{Quantity: x.larder.past(x, i, b.Amount.Unit), Unit: b.Amount.Unit}
	if i.House || i.Water() || (recipe.Ingredient{Name: b.Name}).Water() {
		b.Have.Quantity, b.Also = open, []units.Amount{}
	}
	b.Missing = units.Amount{Quantity: max(0, open-b.Have.Quantity), Unit: b.Amount.Unit}
	if b.Missing.Quantity < 1e-9*b.Amount.Quantity {
		b.Missing.Quantity = 0
	}
	if b.Missing.Quantity > 0 {
		b.Still, _ = x.toBuy(b.Missing)
	}
	for _, a := range b.Also {
		text, _ := x.toBuy(a)
		b.Text += " + " + text
		if b.Still != "" {
			b.Still += " + "
		}
		b.Still += text
	}
	return b
}

// toBuy writes an amount as one buys it: what comes whole, whole, with what is meant of it.
func (x *explosion) toBuy(a units.Amount) (text, other string) {
	whole := units.Amount{Quantity: units.Whole(a.Quantity), Unit: a.Unit}
	if !a.Unit.ComesWhole() || whole.Quantity <= a.Quantity*(1+1e-9) {
		return x.ways.Read(a)
	}
	return fmt.Sprintf("%s (%s needed)", whole, units.Amount{Quantity: a.Quantity, Unit: a.Unit}), ""
}
