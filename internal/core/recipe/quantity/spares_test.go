package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

// Common practice, without a source: pieces 1 in 12 and at least 2, sauces 15 %, garnish 10 %. For 36: 3 croquettes,
// 270 ml of sauce for 1,800 ml, 18 g of crumb for 180 g; for 10: 2 croquettes. A house sets its own, and what a
// component says goes before.
func TestSparesAreMadeBeyondWhatIsOrdered(t *testing.T) {
	b := recipe.NewBook()
	put := func(id string, yield, portion units.Amount) {
		b.Components[id] = recipe.Component{ID: id, Name: id, Yield: yield, Methods: recipe.OneWay(), Lines: []recipe.Line{{Name: "in " + id, Amount: &yield}}}
		d := b.Dishes["d"]
		d.ID, d.Name, d.Parts = "d", "D", append(d.Parts, recipe.Part{Component: id, Portion: &portion})
		b.Dishes["d"] = d
	}
	put("croquette", units.Amount{Quantity: 4, Unit: units.Piece}, units.Amount{Quantity: 1, Unit: units.Piece})
	put("sauce", units.Amount{Quantity: 1, Unit: units.Litre}, units.Amount{Quantity: 50, Unit: units.Millilitre})
	put("crumb", recipetest.Grams(100), recipetest.Grams(5))
	made := func(plates int, s *kitchen.Spares) map[string]float64 {
		x := quantity.ExplodeFrom(b, quantity.Larder{}, []quantity.Order{{Dish: "d", Plates: plates}}, quantity.Ways{Measures: units.Metric, Spares: s})
		require.Empty(t, x.Problems)
		out := map[string]float64{}
		for _, m := range x.Make {
			out[m.Component] = m.Make.Quantity
		}
		return out
	}
	usual := &kitchen.Spares{OneIn: 12, Least: 2, Sauces: 15, Others: 10}
	for plates, want := range map[int]map[string]float64{36: {"croquette": 39, "sauce": 2070, "crumb": 198}, 10: {"croquette": 12, "sauce": 575, "crumb": 55}} {
		got := made(plates, usual)
		for id, q := range want {
			assert.InDelta(t, q, got[id], 1e-9, "%s for %d", id, plates)
		}
	}
	assert.InDelta(t, 36, made(36, nil)["croquette"], 1e-9)
	none, half := 0.0, 50.0
	for id, own := range map[string]*float64{"croquette": &half, "sauce": &none} {
		c := b.Components[id]
		c.Spare = own
		b.Components[id] = c
	}
	got := made(36, usual)
	assert.InDelta(t, 54, got["croquette"], 1e-9)
	assert.InDelta(t, 1800, got["sauce"], 1e-9)

	x := quantity.ExplodeFrom(b, quantity.Larder{}, []quantity.Order{{Dish: "d", Plates: 36}}, quantity.Ways{Measures: units.Metric, Spares: usual})
	for _, m := range x.Make {
		if m.Component == "crumb" {
			assert.Equal(t, quantity.Taker{Name: "spares", Amount: recipetest.Grams(18), Working: "10 % of 180 g = 18 g", Spare: true}, m.Takers[1])
		}
	}
	assert.Equal(t, "180 g", quantity.Needs(b, b.Dishes["d"], 36, quantity.Ways{Spares: usual})[2].Ingredients[0].Text, "a dish is shown as it is")
}

// On Saturdays 3 l of stock are to be there from 30 covers on, else 2 l; 36 plates take 1.8 l, and 0.5 l are there:
// 2.5 l are made on a Saturday, 1.5 l on a Monday; where more is wanted than the par, that.
func TestAParIsMadeUpTo(t *testing.T) {
	b := recipe.NewBook()
	litres := func(q float64) units.Amount { return units.Amount{Quantity: q, Unit: units.Litre} }
	portion := units.Amount{Quantity: 50, Unit: units.Millilitre}
	c := recipe.Component{ID: "stock", Name: "Stock", Yield: litres(1), Methods: recipe.OneWay(), Pars: []recipe.Par{{Amount: litres(2)}, {Days: []int{6}, Covers: 30, Amount: litres(3)}}}
	require.NoError(t, c.Validate())
	b.Components["stock"] = c
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "stock", Portion: &portion}}}
	made := func(day string, plates int) quantity.Made {
		l := quantity.Larder{Day: day, Covers: plates, Stock: []quantity.Stock{{ID: "s", Component: "stock", Amount: litres(0.5)}}}
		x := quantity.ExplodeFrom(b, l, []quantity.Order{{Dish: "d", Plates: plates}}, quantity.Ways{Measures: units.Metric})
		require.Empty(t, x.Problems)
		return x.Make[0]
	}
	assert.InDelta(t, 2500, made("2026-03-14", 36).Make.Quantity, 1e-9)
	assert.InDelta(t, 1500, made("2026-03-14", 29).Make.Quantity, 1e-9, "a quiet Saturday")
	assert.InDelta(t, 1500, made("2026-03-16", 36).Make.Quantity, 1e-9)
	assert.InDelta(t, 3500, made("2026-03-16", 80).Make.Quantity, 1e-9)
	assert.Equal(t, "3 l − 1.8 l = 1.2 l", made("2026-03-14", 36).Takers[1].Working)
	c.Pars[1].Days = []int{8}
	assert.ErrorContains(t, c.Validate(), "Days are 1")
}
