package quantity_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func betweenTwo(least, most float64, u units.Unit) *units.Bounds {
	return &units.Bounds{Least: units.Amount{Quantity: least, Unit: u}, Most: units.Amount{Quantity: most, Unit: u}}
}

// A leg is for 15 to 20, usually 18, and 36 are fed: 2 legs as usual; 36 by 20 are 1.8, by 15 2.4: two may be enough,
// three are safe. Of onions 3 or 4 go with each leg: 3 times 1.8 are 5.4, 4 times 2.4 are 9.6.
func TestWhatLiesBetweenTwoIsToldToTheOrder(t *testing.T) {
	b := recipe.NewBook()
	leg, onions, one := units.Amount{Quantity: 1, Unit: units.Piece}, units.Amount{Quantity: 3.5, Unit: units.Piece}, units.Amount{Quantity: 1, Unit: units.Piece}
	b.Components["joint"] = recipe.Component{ID: "joint", Name: "Joint", Yield: units.Amount{Quantity: 18, Unit: units.Piece}, Between: betweenTwo(15, 20, units.Piece), Methods: recipe.OneWay(),
		Lines: []recipe.Line{{Name: "leg", Amount: &leg}, {Name: "onion", Amount: &onions, Between: betweenTwo(3, 4, units.Piece)}}}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "joint", Portion: &one}}}
	require.NoError(t, b.Components["joint"].Validate())
	x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 36}}, units.Metric)
	require.Len(t, x.Buy, 2)
	l, o := x.Buy[0], x.Buy[1]
	assert.Equal(t, []string{"2", "2 or 3: 2 may be enough"}, []string{l.Text, l.Range})
	assert.InDelta(t, 1.8, l.Between.Least.Quantity, 1e-12)
	assert.InDelta(t, 2.4, l.Between.Most.Quantity, 1e-12)
	assert.Equal(t, "6–10: 6 may be enough", o.Range)
	assert.Equal(t, "6–8", x.Make[0].Weigh[1].Range, "for the two lists that are made as usual")
	assert.Nil(t, x.Make[0].Between, "36 are fed, whatever a leg gives")

	c := b.Components["joint"]
	c.Between = betweenTwo(19, 20, units.Piece)
	assert.ErrorContains(t, c.Validate(), "in this order")
}

// Whatever the book: the usual lies between the ends, and at each end the ledger holds.
func TestRangesOnRandomBooks(t *testing.T) {
	for seed := range uint64(300) {
		r := rand.New(rand.NewPCG(seed, 21))
		b := randomBook(r, 2+r.IntN(20))
		for id, c := range b.Components {
			if r.IntN(2) == 0 {
				c.Between = &units.Bounds{Least: c.Yield.Times(0.8), Most: c.Yield.Times(1.25)}
			}
			for k, l := range c.Lines {
				if r.IntN(2) == 0 {
					c.Lines[k].Between = &units.Bounds{Least: l.Amount.Times(0.9), Most: l.Amount.Times(1.2)}
				}
			}
			c.Batching = nil
			b.Components[id] = c
		}
		for id, i := range b.Ingredients {
			if r.IntN(3) == 0 {
				i.Parts = []recipe.IngredientPart{{Name: "rind", Amount: recipetest.Grams(5)}, {Name: "juice", Amount: units.Amount{Quantity: 40, Unit: units.Millilitre}}}
				b.Ingredients[id] = i
			}
		}
		for id, c := range b.Components {
			for k := range c.Lines {
				if r.IntN(3) == 0 {
					c.Lines[k].Note = []string{"the rind", "the juice"}[r.IntN(2)]
				}
			}
			b.Components[id] = c
		}
		x := quantity.Explode(b, orders(1+r.IntN(60)), units.Metric)
		for _, k := range x.Buy {
			if k.Between != nil {
				assert.LessOrEqual(t, k.Between.Least.Quantity, k.Amount.Quantity*(1+1e-9))
				assert.GreaterOrEqual(t, k.Between.Most.Quantity, k.Amount.Quantity*(1-1e-9))
			}
			whole := 0.0
			for _, p := range k.Parts {
				if p.Decides {
					whole = units.Whole(p.Wanted.Quantity / p.Each.Quantity)
				}
			}
			for _, p := range k.Parts { // what is bought for its parts is taken, or left
				near(t, whole*p.Each.Quantity, p.Wanted.Quantity+p.Left.Quantity)
			}
		}
		for _, at := range []bool{false, true} {
			end := quantity.AtEnd(b, at)
			assert.False(t, quantity.Ranged(end))
			for _, e := range quantity.Explode(end, orders(10), units.Metric).Ledger {
				near(t, e.Given.Quantity+e.Short.Quantity, e.Taken.Quantity+e.Left.Quantity)
			}
		}
	}
}
