package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/answer"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

// boned is a dish of a crown that leaves 600 g of bones when it is jointed, and of a stock for
// which 296 g of bones are bought: one crown of 500 g and 200 g of stock a plate.
func boned(t *testing.T) (recipe.Book, recipe.Dish) {
	t.Helper()
	b := recipe.NewBook()
	b.Ingredients["bones"] = recipe.Ingredient{ID: "bones", Name: "bones"}
	b.Components["crown"] = recipe.Component{ID: "crown", Name: "Crown", Yield: recipetest.Grams(500), ByProducts: []recipe.ByProduct{{ID: "bones", Name: "bones", Step: "joint", Amount: recipetest.Ptr(recipetest.Grams(600))}},
		Methods: []recipe.Method{{ID: "whole", Steps: []recipe.Step{recipetest.Simple("joint"), recipetest.Simple("roast")}}, {ID: "jointed", Steps: []recipe.Step{recipetest.Simple("roast")}}}, Chosen: "whole"}
	b.Components["stock"] = recipe.Component{ID: "stock", Name: "Stock", Yield: recipetest.Grams(200), Lines: []recipe.Line{{ID: "bones", Name: "Bones", Ingredient: "bones", Amount: recipetest.Ptr(recipetest.Grams(296))}}, Methods: recipe.OneWay(recipetest.Simple("simmer"))}
	d := recipetest.On("crown", "stock")
	for i, g := range []int{500, 200} {
		d.Parts[i].Portion = recipetest.Ptr(recipetest.Grams(float64(g)))
	}
	b.Dishes[d.ID] = d
	return b, d
}

func ledger(t *testing.T, b recipe.Book, d recipe.Dish) []quantity.LeftOver {
	t.Helper()
	x := quantity.Explode(b, []quantity.Order{{Dish: d.ID, Plates: 1}}, units.Metric)
	require.Empty(t, x.Problems)
	return x.Ledger
}

// 600 g are left over, and 296 g bought under the same name: that is offered, and once the
// line takes what is left over, nothing is bought and 304 g stay.
func TestWhatIsBoughtThoughSomeIsLeftOverIsTold(t *testing.T) {
	b, d := boned(t)
	l := ledger(t, b, d)
	require.Len(t, l, 1)
	require.Len(t, l[0].Bought, 1)
	assert.Equal(t, units.Amount{Quantity: 296, Unit: units.Gram}, l[0].Bought[0].Amount)
	yes, err := answer.Give(b, d, kitchen.Kitchen{}, answer.Given{Gap: l[0].Bought[0].Gap, Text: "Yes"})
	require.NoError(t, err)
	b.Components["stock"] = *yes.Component
	l = ledger(t, b, d)
	assert.InDelta(t, 304, l[0].Left.Quantity, 1e-9)
	assert.Empty(t, l[0].Bought)
	assert.Zero(t, l[0].Short.Quantity)

	// a crown that comes jointed leaves nothing over
	crown := b.Components["crown"]
	crown.Chosen = "jointed"
	b.Components["crown"] = crown
	l = ledger(t, b, d)
	assert.InDelta(t, 296, l[0].Short.Quantity, 1e-9)
	assert.Zero(t, l[0].Given.Quantity)
}
