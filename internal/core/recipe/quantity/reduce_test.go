package quantity_test

import (
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/units"
)

func add(q float64) quantity.Stage {
	return quantity.Stage{Add: amountOf(q, units.Millilitre)}
}

// Common practice, no source (trade-facts.md): 600 ml wine less 75 % is 150 ml;
// with 500 ml cream and 1,100 ml stock 1,750 ml; less 40 % is 1,050 ml. A strong
// extract, less 90 %: 30 g ask for 300 g of broth.
func TestChainsOfReductions(t *testing.T) {
	chain := []quantity.Stage{add(600), {Loss: recipetest.Ptr(0.75)}, add(500), add(1100), {Left: recipetest.Ptr(0.6)}}
	out, err := quantity.Reduce(chain, units.Metric)
	require.NoError(t, err)
	var left []float64
	for _, r := range out {
		left = append(left, r.Out.Quantity)
	}
	assert.InDeltaSlice(t, []float64{600, 150, 650, 1750, 1050}, left, 1e-9)
	assert.Equal(t, "600 ml less 75 % = 150 ml", out[1].Working)
	assert.Equal(t, "650 ml + 1.1 l = 1.75 l", out[3].Working)

	extract, err := quantity.ReduceTo(recipetest.Grams(30), []quantity.Stage{{Add: grams2(1000)}, {Loss: recipetest.Ptr(0.9)}}, units.Metric)
	require.NoError(t, err)
	assert.InDelta(t, 300, extract[0].Out.Quantity, 1e-9)
	to, err := quantity.Reduce([]quantity.Stage{add(800), {To: amountOf(2, "dl")}}, units.Metric)
	require.NoError(t, err)
	assert.Equal(t, "800 ml reduced to 200 ml: 75 % gone", to[1].Working)
}

// In for out and out for in are each other's reverse, whatever the chain.
func TestReductionsGoBothWays(t *testing.T) {
	r := rand.New(rand.NewPCG(4, 4))
	for range 500 {
		chain := []quantity.Stage{add(1 + 1000*r.Float64())}
		for range r.IntN(8) {
			switch r.IntN(3) {
			case 0:
				chain = append(chain, add(1+1000*r.Float64()))
			case 1:
				chain = append(chain, quantity.Stage{Left: recipetest.Ptr(0.05 + 0.95*r.Float64())})
			case 2:
				chain = append(chain, quantity.Stage{Loss: recipetest.Ptr(0.95 * r.Float64())})
			}
		}
		there, err := quantity.Reduce(chain, units.Metric)
		require.NoError(t, err)
		back, err := quantity.ReduceTo(there[len(there)-1].Out.Times(7), chain, units.Metric)
		require.NoError(t, err)
		for i := range there {
			assert.InEpsilon(t, there[i].Out.Quantity*7, back[i].Out.Quantity, 1e-9)
		}
	}
}

func TestReductionsThatCannotBeAreToldWithTheirStage(t *testing.T) {
	for field, chain := range map[string][]quantity.Stage{
		"stages[0]":     {{Left: recipetest.Ptr(0.0)}},
		"stages[1]":     {add(1), {}},
		"stages[2]":     {add(1), add(1), {Left: recipetest.Ptr(0.5), Loss: recipetest.Ptr(0.5)}},
		"stages[1].add": {add(1), {Add: grams2(1)}},
		"stages[1].to":  {add(1), {To: amountOf(2, units.Millilitre)}},
		"stages[0].add": {{Add: amountOf(1, units.Piece)}},
	} {
		_, err := quantity.Reduce(chain, units.Metric)
		var faults fault.List
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field)
	}
	_, err := quantity.ReduceTo(recipetest.Grams(1), []quantity.Stage{add(1)}, units.Metric)
	assert.ErrorContains(t, err, "out: 1 g cannot come out of it")
	_, err = quantity.ReduceTo(recipetest.Grams(1), nil, units.Metric)
	assert.Error(t, err)
}

// A component's chain is read from its lines and steps; where it is to make
// more than that leaves, the book asks.
func TestAComponentsChainIsHeldAgainstItsYield(t *testing.T) {
	b := kitchenBook()
	wine := reading.Step("reduce the wine by three quarters")
	sauce := reading.Step("add the cream and reduce to 300 ml")
	steps := append(entry.StepsFrom(wine, kitchen.Kitchen{}, map[string]bool{}), entry.StepsFrom(sauce, kitchen.Kitchen{}, map[string]bool{"reduce": true})...)
	require.NotNil(t, steps[0].Left)
	last := steps[len(steps)-1]
	require.NotNil(t, last.Until, "%+v", steps)
	assert.Equal(t, units.Amount{Quantity: 300, Unit: units.Millilitre}, *last.Until)
	c := recipe.Component{ID: "sauce", Name: "Sauce", Yield: *amountOf(300, units.Millilitre), Methods: recipe.OneWay(steps...), Lines: []recipe.Line{
		{ID: "wine", Name: "wine", Ingredient: "wine", Amount: grams2(594)}, {ID: "cream", Name: "cream", Amount: amountOf(5, "dl")}, {ID: "butter", Name: "butter", Amount: grams2(100)}}}
	out, why := quantity.Reductions(b, c, quantity.Ways{})
	require.Empty(t, why)
	require.Len(t, out, 4, "butter is no liquid")
	assert.InDelta(t, 600, out[0].Out.Quantity, 1e-9, "594 g of wine at 0.99 g/ml")
	assert.InDelta(t, 150, out[1].Out.Quantity, 1e-9)
	assert.InDelta(t, 650, out[2].Out.Quantity, 1e-9)
	gaps := func(yield float64) (out []string) {
		c.Yield.Quantity = yield
		b.Components["sauce"] = c
		b.Dishes["s"] = recipe.Dish{ID: "s", Name: "S", Parts: []recipe.Part{{Component: "sauce", Portion: amountOf(1, units.Millilitre)}}}
		for _, g := range review.Gaps(b, b.Dishes["s"], kitchen.Kitchen{}) {
			if g.Field == "twice" {
				out = append(out, g.Question)
			}
		}
		return out
	}
	assert.Empty(t, gaps(300))
	assert.Empty(t, gaps(250))
	assert.Contains(t, gaps(400), "Reduced it is 300 ml, the yield says 400 ml: which?")
}

// By hand: 1.6 l at the end, a fifth lost before, are 2 l; less the 400 ml of cream that stay as
// they are 1.6 l; a quarter of the wine, so 6.4 l. Growing in proportion it would be 3.08 l.
func TestWhatStaysAsItIsDoesNotGrowWithTheChain(t *testing.T) {
	litres := func(q float64) *units.Amount { return &units.Amount{Quantity: q, Unit: units.Litre} }
	quarter, fifth := 0.25, 0.2
	chain := func(fixed bool) []quantity.Stage {
		return []quantity.Stage{{Add: litres(1)}, {Left: &quarter}, {Add: litres(0.4), Fixed: fixed}, {Loss: &fifth}}
	}
	got, err := quantity.ReduceTo(*litres(1.6), chain(true), units.Metric)
	require.NoError(t, err)
	assert.InDelta(t, 6400, got[0].Out.Quantity, 1e-9)
	assert.InDelta(t, 1600, got[3].Out.Quantity, 1e-9)
	got, err = quantity.ReduceTo(*litres(1.6), chain(false), units.Metric)
	require.NoError(t, err)
	assert.InDelta(t, 3076.923, got[0].Out.Quantity, 0.001)
	_, err = quantity.ReduceTo(*litres(0.3), chain(true), units.Metric)
	assert.ErrorContains(t, err, "what is put to it and stays as it is comes to 320 ml")

	// The same in a component: its list makes 520 ml.
	b := recipe.NewBook()
	wine, cream, made, portion := *litres(1), *litres(0.4), *litres(0.52), units.Amount{Quantity: 160, Unit: units.Millilitre}
	b.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: made, Lines: []recipe.Line{{Name: "wine", Amount: &wine, Step: "boil"}, {Name: "cream", Amount: &cream, Step: "finish", Scale: recipe.Fixed}},
		Methods: recipe.OneWay(recipe.Step{ID: "boil", Name: "boil down", Left: &quarter}, recipe.Step{ID: "finish", Name: "finish", Left: new(0.8)})}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "sauce", Portion: &portion}}}
	x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 10}}, units.Metric)
	require.Empty(t, x.Problems)
	assert.Equal(t, []string{"6.4 l", "0.4 l"}, []string{x.Make[0].Weigh[0].Text, x.Make[0].Weigh[1].Text})
}
