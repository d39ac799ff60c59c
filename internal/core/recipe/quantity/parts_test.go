package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func lemons(lines ...recipe.Line) recipe.Book {
	b := recipe.NewBook()
	piece := 120.0
	b.Ingredients["lemon"] = recipe.Ingredient{ID: "lemon", Name: "Lemon", Piece: &piece, Parts: []recipe.IngredientPart{
		{Name: "rind", Amount: units.Amount{Quantity: 5, Unit: "percent"}}, {Name: "juice", Amount: units.Amount{Quantity: 45, Unit: units.Millilitre}}, {Name: "flesh", Amount: recipetest.Grams(30)}}}
	b.Components["curd"] = recipe.Component{ID: "curd", Name: "Curd", Yield: recipetest.Grams(1000), Methods: recipe.OneWay(), Lines: lines}
	portion := recipetest.Grams(1000)
	b.Dishes["tart"] = recipe.Dish{ID: "tart", Name: "Tart", Parts: []recipe.Part{{Component: "curd", Portion: &portion}}}
	b.Components["peel"] = recipe.Component{ID: "peel", Name: "Candied peel", Yield: recipetest.Grams(100), Methods: recipe.OneWay(), Lines: []recipe.Line{{Name: "lemon rind", Ingredient: "lemon"}}}
	return b
}

func lemon(t *testing.T, b recipe.Book, plates int) quantity.Buy {
	x := quantity.Explode(b, []quantity.Order{{Dish: "tart", Plates: plates}}, units.Metric)
	require.Empty(t, x.Problems)
	require.Len(t, x.Buy, 1)
	return x.Buy[0]
}

// Rind 30 g at 6 g of one (5 % of 120 g) are 5 lemons, juice 400 ml at 45 ml are 8.89: nine are bought, once.
// Left are 54 less 30 g of rind, 405 less 400 ml of juice, and all of the flesh, 270 g.
func TestPartsOfOneFruitAreOfTheSameFruits(t *testing.T) {
	rind, juice := recipetest.Grams(30), units.Amount{Quantity: 400, Unit: units.Millilitre}
	b := lemons(recipe.Line{Name: "grated lemon rind", Ingredient: "lemon", Amount: &rind}, recipe.Line{Name: "lemon juice", Ingredient: "lemon", Amount: &juice})
	buy := lemon(t, b, 1)
	assert.InDelta(t, 400.0/45, buy.Missing.Quantity, 1e-9)
	assert.Equal(t, "9 (8.89 needed)", buy.Still)
	require.Len(t, buy.Parts, 3)
	for k, want := range []struct {
		name    string
		left    float64
		decides bool
	}{{"rind", 24, false}, {"juice", 5, true}, {"flesh", 270, false}} {
		assert.Equal(t, want.name, buy.Parts[k].Name, "in the order in which they are to be had")
		assert.InDelta(t, want.left, buy.Parts[k].Left.Quantity, 1e-9, want.name)
		assert.Equal(t, want.decides, buy.Parts[k].Decides)
	}
	assert.Equal(t, []string{"Candied peel"}, buy.Parts[0].CouldUse)
	assert.Contains(t, buy.Takers[1].Working, "400 ml ÷ 45 ml of one = 8.89")
}

// The juice of half a lemon, and a whole one beside it: one and a half.
func TestAPartByThePieceAndAWholeOne(t *testing.T) {
	half, whole := units.Amount{Quantity: 0.5, Unit: units.Piece}, units.Amount{Quantity: 1, Unit: units.Piece}
	buy := lemon(t, lemons(recipe.Line{Name: "lemon, juice", Ingredient: "lemon", Amount: &half}, recipe.Line{Name: "lemon", Ingredient: "lemon", Amount: &whole}), 2)
	assert.InDelta(t, 3, buy.Missing.Quantity, 1e-12)
	assert.Equal(t, "3", buy.Still)
	rind := recipetest.Grams(3) // first by weight: it is still fruits that are bought
	buy = lemon(t, lemons(recipe.Line{Name: "lemon rind", Ingredient: "lemon", Amount: &rind}, recipe.Line{Name: "lemon", Ingredient: "lemon", Amount: &whole}), 2)
	assert.Equal(t, "3", buy.Still)
}

func TestTheWholeIsMeantWhereSeveralPartsAreNamed(t *testing.T) {
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	for text, parts := range map[string]int{"lemon": 0, "lemon, rind and juice": 0, "lemon without rind": 0, "lemon, the juice": 3} {
		assert.Len(t, lemon(t, lemons(recipe.Line{Name: text, Ingredient: "lemon", Amount: &one}), 1).Parts, parts, text)
	}
}

func TestAPartIsFoundByItsName(t *testing.T) {
	b := lemons()
	for _, name := range []string{"lemon juice", "juice of lemon", "Juice of a lemon", "lemon rind"} {
		i, _ := b.Find(name)
		assert.Equal(t, "lemon", i, name)
	}
	for _, name := range []string{"lemon oil", "orange juice", "juice"} {
		i, _ := b.Find(name)
		assert.Empty(t, i, name)
	}
	bad := b.Ingredients["lemon"]
	bad.Piece = nil
	assert.ErrorContains(t, bad.Validate(), "How much does one give?")
}
