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

// Stock of 4 kg with 24 g of salt is 0.6 %; 2 kg of it bring 12 g, and with 100 g of soy at 16 % there are 28 g: boiled
// down to 500 ml, at 1 g/ml, 5.6 %. By hand.
func TestSaltGrowsAlongAReduction(t *testing.T) {
	b := recipe.NewBook()
	g := func(q float64) *units.Amount { a := recipetest.Grams(q); return &a }
	soy := 16.0
	b.Ingredients["salt"], b.Ingredients["soy"] = recipe.Ingredient{ID: "salt", Name: "Salt"}, recipe.Ingredient{ID: "soy", Name: "soy sauce", Salt: &soy}
	b.Components["stock"] = recipe.Component{ID: "stock", Name: "Stock", Yield: recipetest.Grams(4000), Lines: []recipe.Line{{Name: "bones", Amount: g(3000)}, {Name: "salt", Ingredient: "salt", Amount: g(24)}}}
	b.Components["glaze"] = recipe.Component{ID: "glaze", Name: "Glaze", Yield: units.Amount{Quantity: 500, Unit: units.Millilitre}, Lines: []recipe.Line{{Name: "stock", Component: "stock", Amount: g(2000)}, {Name: "soy sauce", Ingredient: "soy", Amount: g(100)}}}
	of := func(id string) quantity.Strength {
		list := quantity.Strengths(b, b.Components[id], quantity.Ways{Measures: units.Metric})
		require.Len(t, list, 1)
		return list[0]
	}
	assert.InDelta(t, 0.6, of("stock").Percent, 1e-12)
	glaze := of("glaze")
	assert.InDelta(t, 5.6, glaze.Percent, 1e-12)
	assert.Equal(t, "(12 g in 2 kg stock + 100 g × 16 % soy sauce) ÷ 1 g/ml assumed: 500 g = 5.6 %", glaze.Working)

	c := b.Components["glaze"]
	cup := units.Amount{Quantity: 1, Unit: "cup"}
	c.Lines[1].Amount = &cup
	assert.Equal(t, []string{"soy sauce"}, quantity.Strengths(b, c, quantity.Ways{Measures: units.Metric})[0].Unknown, "what a cup of it weighs is not known")
}

// 5 g of salt for four are 45 for 36: begun with 30. Twice is not above double, flour is no seasoning, and what grows
// slower by a rule of its own keeps to that.
func TestSeasoningIsBegunWithTwoThirds(t *testing.T) {
	b := recipe.NewBook()
	five, flour, portion := recipetest.Grams(5), recipetest.Grams(250), recipetest.Grams(100)
	b.Components["dough"] = recipe.Component{ID: "dough", Name: "Dough", Yield: recipetest.Grams(400), Methods: recipe.OneWay(), Lines: []recipe.Line{
		{Name: "flour", Amount: &flour}, {Name: "salt", Amount: &five}, {Name: "black pepper", Amount: &five}, {Name: "cumin", Amount: &five, Scale: recipe.Seasons}}}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "dough", Portion: &portion}}}
	first := func(plates int) (out []string) {
		for _, w := range quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: plates}}, units.Metric).Make[0].Weigh {
			out = append(out, w.Start)
		}
		return out
	}
	assert.Equal(t, []string{"", "30 g", "30 g", ""}, first(36))
	assert.Equal(t, []string{"", "", "", ""}, first(8))
}
