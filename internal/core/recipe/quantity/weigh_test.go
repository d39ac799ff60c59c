package quantity_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

// oneComponent is a dish of one component, a gram of it a plate.
func oneComponent(c recipe.Component, ingredients ...recipe.Ingredient) recipe.Book {
	b := recipe.NewBook()
	for _, i := range ingredients {
		b.Ingredients[i.ID] = i
	}
	c.ID = "it"
	b.Components["it"] = c
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "it", Portion: &units.Amount{Quantity: 1, Unit: c.Yield.Unit}}}}
	return b
}

func weighed(t *testing.T, b recipe.Book, plates int, name string) quantity.Weigh {
	t.Helper()
	x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: plates}}, units.Metric)
	for _, m := range x.Make {
		for _, w := range m.Weigh {
			if w.Line == name {
				return w
			}
		}
	}
	t.Fatalf("%s is not weighed: %v", name, x.Problems)
	return quantity.Weigh{}
}

func tied(name string, q float64, u units.Unit, to string, each *units.Amount) recipe.Line {
	return recipe.Line{ID: name, Name: name, Ingredient: name, Amount: amountOf(q, u), Per: &recipe.Ratio{To: to, Each: each}}
}

// Common practice, no source (trade-facts.md): a firm jelly takes 0.9 g of agar
// to 100 ml; vegetables are boiled in 1 % salt, 30 g to 3 l; a soft purée has
// 20 to 25 % of the raw potato in butter; oil to yolk 5 : 1 by weight.
func TestRatiosFollowWhatTheyLeanOn(t *testing.T) {
	stock := recipe.Ingredient{ID: "stock", Name: "stock", Density: recipetest.Ptr(1.0)}
	jelly := recipe.Component{Name: "Jelly", Yield: *amountOf(500, units.Millilitre), Lines: []recipe.Line{
		{ID: "stock", Name: "stock", Ingredient: "stock", Amount: amountOf(500, units.Millilitre)}, tied("agar", 0.9, units.Gram, "stock", amountOf(100, units.Millilitre)), tied("salt", 1, "percent", "stock", nil)}}
	b := oneComponent(jelly, stock)
	w := weighed(t, b, 3000, "agar")
	assert.InDelta(t, 27, w.Amount.Quantity, 1e-9)
	assert.Equal(t, "0.9 g per 100 ml, for 3 l stock = 27 g", w.Working)
	assert.InDelta(t, 30, weighed(t, b, 3000, "salt").Amount.Quantity, 1e-9, "30 g in 3 l")
	assert.Equal(t, "3 l × 1 g/ml = 3 kg; 1 % of 3 kg stock = 30 g", weighed(t, b, 3000, "salt").Working)

	puree := recipe.Component{Name: "Purée", Yield: recipetest.Grams(700), Lines: []recipe.Line{
		{ID: "potato", Name: "potato", Amount: grams2(600)}, tied("butter", 22.5, "percent", "potato", nil), tied("liquid", 1.5, units.Gram, "butter", grams2(1))}}
	assert.InDelta(t, 600*2*0.225, weighed(t, oneComponent(puree), 1400, "butter").Amount.Quantity, 1e-9)
	assert.InDelta(t, 600*2*0.225*1.5, weighed(t, oneComponent(puree), 1400, "liquid").Amount.Quantity, 1e-9, "a ratio to a ratio")
}

// A ratio follows its base where that does not grow in proportion: three eggs
// for two and a half, and five times their weight in oil.
func TestRatiosFollowWholeEggs(t *testing.T) {
	egg := recipe.Ingredient{ID: "yolk", Name: "yolk", Piece: recipetest.Ptr(18.0)}
	c := recipe.Component{Name: "Emulsion", Yield: recipetest.Grams(108), Lines: []recipe.Line{
		{ID: "yolk", Name: "yolk", Ingredient: "yolk", Amount: amountOf(1, units.Piece), Scale: recipe.Whole}, tied("oil", 500, "percent", "yolk", nil)}}
	assert.InDelta(t, 3*18*5, weighed(t, oneComponent(c, egg), 270, "oil").Amount.Quantity, 1e-9)
	c.Lines = append(c.Lines, tied("salt", 0.8, "percent", "", nil))
	assert.InDelta(t, 2.16, weighed(t, oneComponent(c, egg), 270, "salt").Amount.Quantity, 1e-9, "of all that it makes")
}

func TestRatiosThatLeanOnNothingAreTold(t *testing.T) {
	base := recipe.Line{ID: "stock", Name: "stock", Ingredient: "stock", Amount: amountOf(500, units.Millilitre)}
	for name, c := range map[string]struct {
		lines []recipe.Line
		want  string
	}{
		"not there":       {[]recipe.Line{base, tied("agar", 1, units.Gram, "ghost", grams2(1))}, "“ghost” is not an ingredient here"},
		"in a circle":     {[]recipe.Line{tied("a", 1, units.Gram, "b", grams2(1)), tied("b", 1, units.Gram, "a", grams2(1))}, "each set from the other"},
		"no density":      {[]recipe.Line{base, tied("agar", 1, "percent", "stock", nil)}, "set its density"},
		"mixed densities": {[]recipe.Line{base, tied("agar", 1, units.Gram, "stock", grams2(100))}, "set its density"},
		"percent of what": {[]recipe.Line{base, {ID: "x", Name: "x", Amount: amountOf(3, "percent")}}, "Choose the ingredient it is a share of"},
		"base unknown":    {[]recipe.Line{{ID: "stock", Name: "stock"}, tied("agar", 1, units.Gram, "stock", grams2(100))}, "Amount of stock not set"},
	} {
		t.Run(name, func(t *testing.T) {
			b := oneComponent(recipe.Component{Name: "It", Yield: recipetest.Grams(500), Lines: c.lines}, recipe.Ingredient{ID: "stock", Name: "stock"})
			x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 10}}, units.Metric)
			assert.Contains(t, fmt.Sprint(x.Problems), c.want)
			assert.Contains(t, fmt.Sprint(x.Problems), "It: ", "it says where")
		})
	}
}

func TestARatioToNothingIsRefusedWithItsField(t *testing.T) {
	c := recipe.Component{Name: "It", Yield: recipetest.Grams(1), Lines: []recipe.Line{tied("agar", 1, units.Gram, "ghost", nil), tied("self", 2, "percent", "self", nil), tied("zero", 1, units.Gram, "agar", &units.Amount{Unit: units.Gram})}}
	var faults fault.List
	require.ErrorAs(t, c.Validate(), &faults)
	assert.Equal(t, []string{"ingredients[0].per.to", "ingredients[0].per.each", "ingredients[1].per.to", "ingredients[2].per.each"}, []string{faults[0].Field, faults[1].Field, faults[2].Field, faults[3].Field})
}

// What is shown is what can be weighed, with what that is off.
func TestRoundingIsShownWithItsError(t *testing.T) {
	c := recipe.Component{Name: "It", Yield: recipetest.Grams(100), Lines: []recipe.Line{{ID: "s", Name: "s", Amount: grams2(7)}, {ID: "t", Name: "t", Amount: amountOf(1, "tsp")}}}
	w := weighed(t, oneComponent(c), 33, "s")
	assert.Equal(t, "2.3 g", w.Text)
	assert.InDelta(t, 2.31, w.Amount.Quantity, 1e-12, "the sums go on with the exact figure")
	assert.InDelta(t, 2.3/2.31-1, w.Off, 1e-12)
	spoon := weighed(t, oneComponent(c), 33, "t")
	assert.Equal(t, "⅜ tsp", spoon.Text)
	assert.InDelta(t, 0.375/0.33-1, spoon.Off, 1e-12)
	assert.Equal(t, "1.85 ml", units.Amount{Quantity: 1.848, Unit: units.Millilitre}.String())
	assert.NotEmpty(t, spoon.Other, "spoons in millilitres")
}

// A version that swaps shellfish for nothing orders its own.
func TestVersionsAreOrderedApart(t *testing.T) {
	b := kitchenBook()
	d := b.Dishes["fowl"]
	d.Versions = []recipe.Version{{ID: "plain", Name: "no butter", Changes: []recipe.Change{{Do: "leave out", Component: "mash", Line: "butter"}}}}
	b.Dishes["fowl"] = d
	x := quantity.Explode(b, []quantity.Order{{Dish: "fowl", Plates: 20}, {Dish: "fowl", Version: "plain", Plates: 20}}, units.Metric)
	require.Empty(t, x.Problems)
	assert.InDelta(t, 100, bought(x)["butter"].Quantity, 1e-9, "only in the mash of twenty")
	assert.InDelta(t, 3000, bought(x)["swede"].Quantity, 1e-9, "2 kg of mash from 2.4 kg, a fifth lost")
	x = quantity.Explode(b, []quantity.Order{{Dish: "fowl", Version: "ghost", Plates: 1}}, units.Metric)
	assert.Contains(t, fmt.Sprint(x.Problems), "No version “ghost”")
}

// A ratio said in words ties the line to one that is there; words that name
// nothing stay words.
func TestRatiosAreSaidInALine(t *testing.T) {
	among := []recipe.Line{{ID: "water", Name: "water"}, {ID: "cs", Name: "chicken stock"}, {ID: "potato", Name: "potato"}, {ID: "a", Name: "white wine"}, {ID: "b", Name: "red wine"}}
	for text, want := range map[string]struct {
		name, amount, to, each string
	}{
		"0.9 g agar to 100 ml stock":         {"agar", "0.9 g", "cs", "100 ml"},
		"0.9 g agar per 100 ml of the stock": {"agar", "0.9 g", "cs", "100 ml"},
		"1 % salt of the water":              {"salt", "1 %", "water", ""},
		"butter, 22,5 % of the potato":       {"butter", "22.5 %", "potato", ""},
		"agar 0.9 g per 100 ml of stock":     {"agar", "0.9 g", "cs", "100 ml"},
		"2 g sugar to 100 ml wine":           {"sugar to 100 ml wine", "2 g", "", ""},
		"2 g sugar to 100 ml of cider":       {"sugar to 100 ml of cider", "2 g", "", ""},
		"20 % butter":                        {"butter", "20 %", "", ""},
		"10 g leaf of thyme":                 {"leaf of thyme", "10 g", "", ""},
	} {
		l, ok := entry.LineFrom(recipe.NewBook(), reading.Ingredient(text), map[string]bool{}, among)
		require.True(t, ok, text)
		assert.Equal(t, want.name, l.Name, text)
		require.NotNil(t, l.Amount, text)
		assert.Equal(t, want.amount, l.Amount.String(), text)
		to, each := "", ""
		if l.Per != nil {
			to = l.Per.To
			if l.Per.Each != nil {
				each = l.Per.Each.String()
			}
		}
		assert.Equal(t, want.to, to, text)
		assert.Equal(t, want.each, each, text)
	}
}

// Whatever leans on what, in whatever unit: nothing breaks, every figure is one,
// and what cannot be worked out is told.
func TestRandomRatiosNeverBreakTheSums(t *testing.T) {
	r := rand.New(rand.NewPCG(21, 4))
	all := []units.Unit{"g", "ml", "piece", "percent", "cup", "kg", "pinch", "l"}
	for range 2000 {
		n := 1 + r.IntN(6)
		c := recipe.Component{Name: "It", Yield: units.Amount{Quantity: float64(r.IntN(3)) * 100, Unit: all[r.IntN(3)]}}
		var ingredients []recipe.Ingredient
		for i := range n {
			id := fmt.Sprint("i", i)
			in := recipe.Ingredient{ID: id, Name: id}
			if r.IntN(2) == 0 {
				in.Density = recipetest.Ptr(0.1 + r.Float64())
			}
			if r.IntN(2) == 0 {
				in.Piece = recipetest.Ptr(1 + 100*r.Float64())
			}
			ingredients = append(ingredients, in)
			l := recipe.Line{ID: id, Name: id, Ingredient: id, Amount: amountOf(float64(r.IntN(100)), all[r.IntN(len(all))]), Scale: []recipe.Scale{"", recipe.Whole, recipe.Fixed, recipe.Seasons}[r.IntN(4)]}
			if r.IntN(2) == 0 {
				l.Per = &recipe.Ratio{To: []string{"", fmt.Sprint("i", r.IntN(n+1))}[r.IntN(2)]}
				if r.IntN(2) == 0 {
					l.Per.Each = amountOf(float64(r.IntN(3)), all[r.IntN(len(all))])
				}
			}
			c.Lines = append(c.Lines, l)
		}
		b := oneComponent(c, ingredients...)
		x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 1 + r.IntN(400)}}, units.Imperial)
		told := len(x.Problems)
		for _, m := range x.Make {
			for _, w := range m.Weigh {
				require.False(t, math.IsNaN(w.Amount.Quantity) || math.IsInf(w.Amount.Quantity, 0), "%+v", c.Lines)
				told++
			}
		}
		for _, k := range x.Buy {
			require.False(t, math.IsNaN(k.Amount.Quantity) || math.IsInf(k.Amount.Quantity, 0) || k.Amount.Quantity < 0)
		}
		if c.Yield.Quantity > 0 {
			assert.Positive(t, told)
		}
	}
}
