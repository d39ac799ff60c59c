package quantity_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/cutting"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func jelly() (recipe.Book, recipe.Component) {
	g := func(v float64) *units.Amount { return &units.Amount{Quantity: v, Unit: units.Gram} }
	b := recipe.NewBook()
	b.Ingredients["milk"] = recipe.Ingredient{ID: "milk", Name: "milk"}
	c := recipe.Component{ID: "bones", Name: "Bone stock", Yield: recipetest.Grams(2350), Lines: []recipe.Line{
		{ID: "b", Name: "bones", Amount: g(2000)}, {ID: "w", Name: "water", Ingredient: "water", Amount: &units.Amount{Quantity: 3, Unit: "l"}}, {ID: "s", Name: "pepper", Free: true},
	}}
	b.Ingredients["water"] = recipe.Ingredient{ID: "water", Name: "water"}
	return b, c
}

func loss(how string, q float64, u units.Unit) recipe.Loss {
	return recipe.Loss{How: how, Amount: units.Amount{Quantity: q, Unit: u}}
}

// Hand arithmetic: 2 kg of bones and 3 l of water are 5 kg; 2 kg stay in the sieve, a fifth of 3 kg
// boils away, 50 g cling: 2.35 kg, 47 %.
func TestTheYieldIsTheListLessItsLosses(t *testing.T) {
	b, c := jelly()
	_, said := quantity.YieldOf(b, c, quantity.Ways{})
	assert.False(t, said, "nothing is said of losses")
	c.Losses = []recipe.Loss{loss("strained", 2, "kg"), loss("boiled away", 20, "percent"), loss("clings", 50, "g")}
	y, said := quantity.YieldOf(b, c, quantity.Ways{})
	require.True(t, said)
	assert.InDelta(t, 2350, y.Makes.Quantity, 1e-9)
	assert.InDelta(t, 47, y.Percent, 1e-9)
	assert.Empty(t, quantity.YieldsApart(b, c, quantity.Ways{}))
	c.Yield = recipetest.Grams(3000)
	assert.Equal(t, "The list less what it loses is 2.35 kg, the yield says 3 kg: which?", quantity.YieldsApart(b, c, quantity.Ways{})[0].Question)
	c.Losses[1] = loss("boiled away", 0.6, "l")
	y, _ = quantity.YieldOf(b, c, quantity.Ways{})
	assert.InDelta(t, 2350, y.Makes.Quantity, 1e-9, "what boils away is water, a litre a kilogram")
}

func TestAYieldWithoutAWeightIsNotGuessed(t *testing.T) {
	b, c := jelly()
	c.Losses = []recipe.Loss{loss("strained", 2, "kg")}
	c.Lines = append(c.Lines, recipe.Line{ID: "m", Name: "milk", Ingredient: "milk", Amount: &units.Amount{Quantity: 1, Unit: "l"}})
	y, _ := quantity.YieldOf(b, c, quantity.Ways{})
	assert.Nil(t, y.Makes)
	assert.Equal(t, []string{"milk"}, y.Unknown)
	c.Lines[3].Amount = nil
	y, _ = quantity.YieldOf(b, c, quantity.Ways{})
	assert.Equal(t, []string{"milk"}, y.Unknown, "how much is open")
	b, c = jelly()
	c.Losses = []recipe.Loss{loss("strained", 6, "kg")}
	y, _ = quantity.YieldOf(b, c, quantity.Ways{})
	assert.Nil(t, y.Makes)
	assert.Equal(t, []string{"what is left: more is lost than there is"}, y.Unknown)
}

// Hand arithmetic: 40 × 30 cm into Ø 6 cm are 32 (seven rows of 5 and 4), the discs 32 × π × 9 cm² = 904.8 of
// 1,200 cm²: 24.6 % offcut; of 1,200 g that is 295.2 g, and a disc weighs 904.8 ÷ 32 = 28.27 g.
func TestPiecesOutOfATray(t *testing.T) {
	b := recipe.NewBook()
	c := recipe.Component{ID: "set", Name: "Set cream", Yield: units.Amount{Quantity: 36, Unit: units.Piece}, Cut: &cutting.Cut{Length: 400, Width: 300, Cutter: 60}, Lines: []recipe.Line{{ID: "c", Name: "cream", Amount: &units.Amount{Quantity: 1.2, Unit: "kg"}}}}
	y, said := quantity.YieldOf(b, c, quantity.Ways{})
	require.True(t, said)
	assert.Equal(t, 32, y.Pieces)
	assert.InDelta(t, 24.602, y.Offcut, 0.001)
	assert.InDelta(t, 295.22, y.Left.Quantity, 0.01)
	assert.InDelta(t, 28.274, y.Each.Quantity, 0.001)
	assert.InDelta(t, 1200, y.Each.Times(32).Quantity+y.Left.Quantity, 1e-9, "no gram is lost")
	assert.Equal(t, "40 × 30 cm gives 32 pieces, the yield says 36: which?", quantity.YieldsApart(b, c, quantity.Ways{})[0].Question)
	c.Losses = []recipe.Loss{loss("tasted", 1, units.Piece)}
	y, _ = quantity.YieldOf(b, c, quantity.Ways{})
	assert.Equal(t, 31, y.Pieces, "one is tasted")
	c.Lines[0].Amount = nil
	y, _ = quantity.YieldOf(b, c, quantity.Ways{})
	assert.Equal(t, 31, y.Pieces, "how many does not hang on what it weighs")
	assert.Nil(t, y.Each)
}
