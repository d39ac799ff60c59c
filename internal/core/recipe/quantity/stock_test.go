package quantity_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/recipe/supply"
	"jointime/internal/core/units"
)

var saturday = time.Date(2026, 11, 28, 19, 0, 0, 0, time.UTC)

func buyAndMade(x quantity.Exploded, name string) (quantity.Buy, quantity.Made) {
	var buy quantity.Buy
	var made quantity.Made
	for _, b := range x.Buy {
		if b.Name == name {
			buy = b
		}
	}
	for _, m := range x.Make {
		if m.Name == name {
			made = m
		}
	}
	return buy, made
}

// On paper, for 20: 1 kg of mash is wanted. 400 g are in the fridge, so 600 g
// are made from 1.2 lists: 720 g swede, 900 g with a fifth lost. 250 g of swede
// are there: 650 g are missing, in packs of 400 g two, 150 g over.
func TestWhatIsThereIsTakenFirst(t *testing.T) {
	b := kitchenBook()
	swede := b.Ingredients["swede"]
	swede.Packs = []recipe.Pack{{Supplier: "market", Size: recipetest.Grams(400), Price: recipetest.Ptr(int64(150))}}
	b.Ingredients["swede"] = swede
	larder := quantity.Larder{Day: "2026-11-28", Stock: []quantity.Stock{
		{Component: "mash", Amount: recipetest.Grams(400), Place: "chilled", UseBy: "2026-11-28"},
		{Component: "mash", Amount: recipetest.Grams(900), UseBy: "2026-11-27"},
		{Ingredient: "swede", Amount: *amountOf(0.25, units.Kilogram)},
		{Ingredient: "swede", Amount: recipetest.Grams(70), UseBy: "2026-11-27"},
		{Component: "crown", ByProduct: "bones", Amount: recipetest.Grams(200), Place: "frozen"},
	}}
	x := quantity.ExplodeFrom(b, larder, []quantity.Order{{Dish: "fowl", Plates: 20}}, quantity.Ways{})
	require.Empty(t, x.Problems)
	_, mash := buyAndMade(x, "Mash")
	assert.InDelta(t, 400, mash.Have.Quantity, 1e-9, "what is past its day does not count")
	assert.InDelta(t, 600, mash.Make.Quantity, 1e-9)
	assert.Equal(t, "1 kg − 400 g in stock = 600 g; 600 g ÷ 500 g = 1.2 × the recipe, rounded up to 1 batch = 600 g", mash.Working)
	buy, _ := buyAndMade(x, "swede")
	assert.InDelta(t, 900, buy.Amount.Quantity, 1e-9)
	assert.InDelta(t, 250, buy.Have.Quantity, 1e-9)
	assert.Equal(t, "650 g", buy.Still)
	assert.InDelta(t, 70, buy.Past.Quantity, 1e-9)
	for _, e := range x.Ledger {
		if e.Name == "bones" {
			assert.InDelta(t, 200, e.Have.Quantity, 1e-9)
			assert.InDelta(t, 300, e.Short.Quantity, 1e-9, "3.5 kg taken, 3 kg given, 200 g there")
		}
	}
	x.Buy = supply.Purchases(x.Buy, b, quantity.Ways{}, map[string]supply.Supplier{"market": everyDay("market")}, nil, saturday, saturday.AddDate(0, 0, -3))
	buy, _ = buyAndMade(x, "swede")
	require.NotNil(t, buy.Purchase)
	assert.Equal(t, "2 × 400 g = 800 g: 650 g needed, 150 g left over", buy.Purchase.Working)
	assert.Equal(t, int64(300), *buy.Purchase.Cost)
}

// What was made is not made again, and what went into it is not bought again;
// where less came of it than was planned, the rest is still missing.
func TestWhatIsMadeFlowsIntoWhatIsMissing(t *testing.T) {
	b, noon := kitchenBook(), saturday.Add(-7*time.Hour)
	do := func(l quantity.Larder) (quantity.Buy, quantity.Made) {
		x := quantity.ExplodeFrom(b, l, []quantity.Order{{Dish: "fowl", Plates: 20}}, quantity.Ways{})
		require.Empty(t, x.Problems)
		buy, _ := buyAndMade(x, "swede")
		_, made := buyAndMade(x, "Mash")
		return buy, made
	}
	done := func(q float64) []quantity.Done {
		return []quantity.Done{{Component: "mash", Amount: recipetest.Grams(q), At: noon}}
	}
	buy, made := do(quantity.Larder{Done: done(800)})
	assert.InDelta(t, 200, made.Missing.Quantity, 1e-9)
	assert.InDelta(t, 1200, buy.Used.Quantity, 1e-9)
	assert.InDelta(t, 300, buy.Missing.Quantity, 1e-9)
	buy, made = do(quantity.Larder{Done: done(1200)})
	assert.Zero(t, made.Missing.Quantity)
	assert.InDelta(t, 200, made.Surplus.Quantity, 1e-9)
	assert.InDelta(t, 1800, buy.Amount.Quantity, 1e-9, "more was made, and more went into it")
	assert.Zero(t, buy.Missing.Quantity)

	counted := func(at time.Time) []quantity.Stock {
		return []quantity.Stock{{Ingredient: "swede", Amount: recipetest.Grams(1500), Counted: at}}
	}
	buy, _ = do(quantity.Larder{Done: done(800), Stock: counted(noon.Add(-time.Hour))})
	assert.Zero(t, buy.Missing.Quantity, "counted before: all of it was there for all of it")
	buy, _ = do(quantity.Larder{Done: done(800), Stock: []quantity.Stock{{Ingredient: "swede", Amount: recipetest.Grams(200), Counted: noon.Add(time.Hour)}}})
	assert.InDelta(t, 100, buy.Missing.Quantity, 1e-9, "counted since: 300 g more are wanted, 200 g are there")
}

// Whatever the book, the stock and the packs: what is bought and on hand is
// what goes in (and is eaten or left on the way), what is lost in trimming, and
// what is left of the packs and on the shelf.
func TestBoughtAndOnHandIsEatenLeftAndLost(t *testing.T) {
	r := rand.New(rand.NewPCG(11, 3))
	for range 300 {
		b := randomBook(r, 2+r.IntN(20))
		all := orders(1 + r.IntN(50))
		plain := quantity.Explode(b, all, units.Metric)
		larder := quantity.Larder{}
		shelf := map[string]float64{}
		for id, i := range b.Ingredients {
			i.Packs = []recipe.Pack{{Supplier: "s", Size: recipetest.Grams(float64(50 + r.IntN(950)))}, {Supplier: "s", Size: recipetest.Grams(float64(1 + r.IntN(60)))}}
			b.Ingredients[id] = i
		}
		for _, buy := range plain.Buy {
			if buy.Amount.Unit == units.Gram && r.IntN(2) == 0 {
				q := buy.Amount.Quantity * r.Float64() * 1.5
				shelf[buy.Ingredient] = q
				larder.Stock = append(larder.Stock, quantity.Stock{Ingredient: buy.Ingredient, Amount: recipetest.Grams(q)})
			}
		}
		for _, m := range plain.Make {
			if r.IntN(4) == 0 {
				larder.Stock = append(larder.Stock, quantity.Stock{Component: m.Component, Amount: m.Need.Times(r.Float64())})
			}
		}
		x := quantity.ExplodeFrom(b, larder, all, quantity.Ways{})
		require.Empty(t, x.Problems)
		x.Buy = supply.Purchases(x.Buy, b, quantity.Ways{}, map[string]supply.Supplier{"s": everyDay("s")}, nil, saturday, saturday.AddDate(0, 0, -3))
		for _, buy := range x.Buy {
			bought, over := 0.0, 0.0
			if p := buy.Purchase; p != nil {
				bought, over = p.Total.Quantity, p.Over.Quantity
			} else if buy.Missing.Quantity > 0 {
				require.NotEqual(t, units.Gram, buy.Amount.Unit, "packs are in grams")
				bought = buy.Missing.Quantity
			}
			goesIn := buy.Amount.Quantity - buy.Lost.Quantity
			left := shelf[buy.Ingredient] - buy.Have.Quantity
			require.GreaterOrEqual(t, left, -1e-9)
			near(t, bought+shelf[buy.Ingredient], goesIn+buy.Lost.Quantity+left+over)
		}
		for _, m := range x.Make {
			near(t, m.Make.Quantity+m.Have.Quantity, m.Need.Quantity+m.Surplus.Quantity)
			near(t, m.Missing.Quantity, m.Need.Quantity-m.Have.Quantity)
		}
	}
}

func everyDay(id string) supply.Supplier {
	return supply.Supplier{ID: id, Name: id, Delivers: []int{1, 2, 3, 4, 5, 6, 7}, At: "07:00", Before: 1, By: "14:00"}
}

// The packs chosen are held against all mixtures up to 40 of each.
func TestPacksAreTheCheapestThatHoldIt(t *testing.T) {
	r := rand.New(rand.NewPCG(2, 9))
	for range 200 {
		want := 1 + r.Float64()*4000
		priced := r.IntN(2) == 0
		i := recipe.Ingredient{ID: "i", Name: "i"}
		var sizes []float64
		for range 1 + r.IntN(3) {
			p := recipe.Pack{Supplier: "s", Size: recipetest.Grams(float64(100 * (1 + r.IntN(20))))}
			if priced {
				p.Price = recipetest.Ptr(int64(50 + r.IntN(1000)))
			}
			i.Packs = append(i.Packs, p)
			sizes = append(sizes, p.Size.Quantity)
		}
		b := oneComponent(recipe.Component{Name: "It", Yield: recipetest.Grams(1), Lines: []recipe.Line{{Name: "i", Ingredient: "i", Amount: grams2(want)}}}, i)
		x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 1}}, units.Metric)
		x.Buy = supply.Purchases(x.Buy, b, quantity.Ways{}, map[string]supply.Supplier{"s": everyDay("s")}, nil, saturday, saturday.AddDate(0, 0, -3))
		p := x.Buy[0].Purchase
		require.NotNil(t, p)
		best := 1e18
		counts := make([]int, len(sizes))
		var try func(k int)
		try = func(k int) {
			if k == len(sizes) {
				held, cost := 0.0, 0.0
				for j, n := range counts {
					held += sizes[j] * float64(n)
					if priced {
						cost += float64(*i.Packs[j].Price) * float64(n)
					}
				}
				if held >= want-1e-6 {
					if !priced {
						cost = held
					}
					best = min(best, cost)
				}
				return
			}
			for counts[k] = 0; counts[k] <= 40; counts[k]++ {
				try(k + 1)
			}
			counts[k] = 0
		}
		try(0)
		if priced {
			assert.LessOrEqual(t, float64(*p.Cost), best*1.02+1e-6, "%v for %g: %s", sizes, want, p.Working)
		} else {
			assert.LessOrEqual(t, p.Total.Quantity, best*1.1+1e-6, "%v for %g: %s", sizes, want, p.Working)
		}
	}
}

// Fish comes on Tuesdays, Thursdays and Saturdays at 08:00, ordered by 22:00
// the evening before.
func TestOrderedInTime(t *testing.T) {
	fish := supply.Supplier{ID: "fish", Name: "Harbour boat", Delivers: []int{2, 4, 6}, At: "08:00", Before: 1, By: "22:00"}
	i := recipe.Ingredient{ID: "hake", Name: "hake", Packs: []recipe.Pack{{Supplier: "fish", Size: recipetest.Grams(500)}, {Supplier: "market", Size: recipetest.Grams(500)}}}
	market := supply.Supplier{ID: "market", Name: "Market", Delivers: []int{1, 3, 5}, At: "06:00", Before: 2, By: "12:00"}
	b := oneComponent(recipe.Component{Name: "It", Yield: recipetest.Grams(1), Lines: []recipe.Line{{Name: "hake", Ingredient: "hake", Amount: grams2(100)}}}, i)
	ask := func(needed, now time.Time, who ...supply.Supplier) quantity.Purchase {
		all := map[string]supply.Supplier{}
		for _, s := range who {
			all[s.ID] = s
		}
		x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 1}}, units.Metric)
		x.Buy = supply.Purchases(x.Buy, b, quantity.Ways{}, all, map[string]time.Time{"hake": needed}, saturday, now)
		require.NotNil(t, x.Buy[0].Purchase)
		return *x.Buy[0].Purchase
	}
	at := func(day, hour int) time.Time { return time.Date(2026, 11, day, hour, 0, 0, 0, time.UTC) }
	p := ask(at(28, 12), at(25, 9), fish)
	assert.Equal(t, at(28, 8), p.Comes, "the same Saturday")
	assert.Equal(t, at(27, 22), p.OrderBy)
	assert.False(t, p.Late)
	assert.Equal(t, at(26, 8), ask(at(28, 7), at(25, 9), fish).Comes, "an hour before it comes on Saturday: on Thursday")
	p = ask(at(28, 12), at(27, 23), fish)
	assert.True(t, p.Late)
	assert.Equal(t, time.Date(2026, 12, 1, 8, 0, 0, 0, time.UTC), p.Comes, "ordered too late, it comes on Tuesday")
	assert.Equal(t, "Market", ask(at(27, 7), at(24, 9), supply.Supplier{ID: "fish", Name: "Harbour boat", Delivers: []int{6}, At: "08:00", Before: 1, By: "22:00"}, market).Name, "who is in time comes first")
}

// A pack of a milligram is not bought by the billion.
func TestNobodyCarriesAMillionPacks(t *testing.T) {
	i := recipe.Ingredient{ID: "i", Name: "i", Packs: []recipe.Pack{{Supplier: "s", Size: *amountOf(1, "mg"), Price: recipetest.Ptr(int64(1e9))}}}
	b := oneComponent(recipe.Component{Name: "It", Yield: recipetest.Grams(1), Lines: []recipe.Line{{Name: "i", Ingredient: "i", Amount: grams2(1e6)}}}, i)
	x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 100}}, units.Metric)
	x.Buy = supply.Purchases(x.Buy, b, quantity.Ways{}, map[string]supply.Supplier{"s": everyDay("s")}, nil, saturday, saturday.AddDate(0, 0, -3))
	assert.Nil(t, x.Buy[0].Purchase)
	assert.Positive(t, x.Buy[0].Missing.Quantity)
}

func TestSuppliersAndStockRefuseWhatIsMalformed(t *testing.T) {
	var faults fault.List
	require.ErrorAs(t, supply.Supplier{Name: " ", Delivers: []int{0, 8}, At: "25:00", By: "soon"}.Validate(), &faults)
	assert.Len(t, faults, 5)
	require.ErrorAs(t, supply.Supplier{Name: "x", At: "07:00", By: "12:00"}.Validate(), &faults)
	assert.Equal(t, "delivers", faults[0].Field)
	require.NoError(t, everyDay("x").Validate())
	b := kitchenBook()
	for field, s := range map[string]quantity.Stock{
		"ingredient": {Amount: recipetest.Grams(1)}, "component": {Component: "ghost", Amount: recipetest.Grams(1)}, "byProduct": {Component: "crown", ByProduct: "feathers", Amount: recipetest.Grams(1)},
		"amount": {Ingredient: "swede", Amount: recipetest.Grams(-1)}, "amount.unit": {Ingredient: "swede", Amount: units.Amount{Quantity: 1, Unit: "stone"}}, "useBy": {Ingredient: "swede", Amount: recipetest.Grams(1), UseBy: "tomorrow"},
	} {
		require.ErrorAs(t, s.Validate(b), &faults, field)
		assert.Equal(t, field, faults[0].Field)
	}
	require.NoError(t, quantity.Stock{Component: "crown", ByProduct: "bones", Amount: recipetest.Grams(0), Since: "2026-11-25"}.Validate(b))
	require.ErrorAs(t, recipe.Ingredient{Name: "x", Packs: []recipe.Pack{{Supplier: "s"}}}.Validate(), &faults)
	assert.Equal(t, "packs[0].size", faults[0].Field)
}

// Four portions of 50 g mash: 0.4 of the list and so, as the smallest batch has
// it, 0.8 times 600 g swede, 600 g with what is lost, at 2.00 for 500 g: 2.40,
// 0.60 a portion. Butter has no price.
func TestCostOfAPortion(t *testing.T) {
	b := kitchenBook()
	swede := b.Ingredients["swede"]
	swede.Packs = []recipe.Pack{{Supplier: "a", Size: recipetest.Grams(100), Price: recipetest.Ptr(int64(50))}, {Supplier: "b", Name: "net", Size: recipetest.Grams(500), Price: recipetest.Ptr(int64(200))}, {Supplier: "c", Size: *amountOf(1, units.Litre), Price: recipetest.Ptr(int64(1))}}
	b.Ingredients["swede"] = swede
	b.Dishes["mash"] = recipe.Dish{ID: "mash", Name: "Mash", Parts: []recipe.Part{{Component: "mash", Portion: grams2(50)}}}
	c := supply.CostOf(b, quantity.Order{Dish: "mash", Plates: 4}, quantity.Ways{})
	assert.Equal(t, int64(60), c.Portion)
	assert.Equal(t, []string{"butter"}, c.Open)
	assert.Equal(t, "600 g ÷ 4 covers, from net, 500 g", c.Lines[0].Working)
	assert.NotPanics(t, func() { _ = fmt.Sprint(supply.CostOf(b, quantity.Order{Dish: "ghost"}, quantity.Ways{})) })
}
