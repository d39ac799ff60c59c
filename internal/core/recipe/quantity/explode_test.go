package quantity_test

import (
	"cmp"
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func amountOf(q float64, u units.Unit) *units.Amount { return &units.Amount{Quantity: q, Unit: u} }

// kitchenBook: fowl of which legs and bones are left over, a croquette of the
// legs, a gravy of the bones, a mash, on one dish.
func kitchenBook() recipe.Book {
	b := recipe.NewBook()
	for _, i := range []recipe.Ingredient{
		{ID: "fowl", Name: "fowl", Piece: recipetest.Ptr(1400.0)}, {ID: "swede", Name: "swede", Loss: 0.2}, {ID: "wine", Name: "wine", Density: recipetest.Ptr(0.99)}, {ID: "butter", Name: "butter"}, {ID: "egg", Name: "egg"}, {ID: "clove", Name: "clove"},
	} {
		b.Ingredients[i.ID] = i
	}
	line := func(name string, q float64, u units.Unit) recipe.Line {
		return recipe.Line{Name: name, Ingredient: name, Amount: amountOf(q, u)}
	}
	b.Components = map[string]recipe.Component{
		"crown": {ID: "crown", Name: "Crown", Yield: recipetest.Grams(560), Lines: []recipe.Line{line("fowl", 2, units.Piece)}, ByProducts: []recipe.ByProduct{
			{ID: "legs", Name: "legs", Amount: amountOf(4, units.Piece), Step: "joint"}, {ID: "bones", Name: "bones", Amount: amountOf(600, units.Gram), Step: "joint"}}, Methods: recipe.OneWay(recipetest.Simple("joint"))},
		"croquette": {ID: "croquette", Name: "Croquette", Yield: units.Amount{Quantity: 4, Unit: units.Piece}, Lines: []recipe.Line{{Name: "legs", Component: "crown", ByProduct: "legs", Amount: amountOf(4, units.Piece)}, {Name: "egg", Ingredient: "egg", Amount: amountOf(1, units.Piece), Scale: recipe.Whole}}},
		"gravy":     {ID: "gravy", Name: "Gravy", Yield: units.Amount{Quantity: 200, Unit: units.Millilitre}, Lines: []recipe.Line{{Name: "bones", Component: "crown", ByProduct: "bones", Amount: amountOf(700, units.Gram)}, line("wine", 1, "dl"), {Name: "clove", Ingredient: "clove", Amount: amountOf(2, units.Piece), Scale: recipe.Seasons}}},
		"mash":      {ID: "mash", Name: "Mash", Yield: recipetest.Grams(500), Lines: []recipe.Line{line("swede", 600, units.Gram), {Name: "butter", Ingredient: "butter", Amount: grams2(50)}}, Batching: &recipe.Batching{Least: grams2(400), Most: grams2(1000)}},
	}
	d := recipe.Dish{ID: "fowl", Name: "Fowl", Parts: []recipe.Part{{Component: "crown", Portion: grams2(140)}, {Component: "croquette", Portion: amountOf(1, units.Piece)}, {Component: "gravy", Portion: amountOf(50, units.Millilitre)}, {Component: "mash", Portion: grams2(50)}}}
	b.Dishes["fowl"] = d
	return b
}

func grams2(q float64) *units.Amount { return amountOf(q, units.Gram) }

func bought(x quantity.Exploded) map[string]units.Amount {
	out := map[string]units.Amount{}
	for _, b := range x.Buy {
		out[b.Name] = b.Amount
	}
	return out
}

// On paper, for 4: crown 4 × 140 = 560 g, once the list, so 2 fowl, 4 legs and
// 600 g of bones. Croquettes take the 4 legs. Gravy 4 × 50 = 200 ml takes
// 700 g of bones: 100 g are short. Mash 4 × 50 = 200 g is less than a batch of
// 400 g: 0.8 times the list, 200 g over; 0.8 × 600 = 480 g swede, and with a
// fifth lost 480 ÷ 0.8 = 600 g.
func TestCoversAreExplodedOnPaper(t *testing.T) {
	x := quantity.Explode(kitchenBook(), []quantity.Order{{Dish: "fowl", Plates: 4}}, units.Metric)
	require.Empty(t, x.Problems)
	buy := bought(x)
	assert.Equal(t, units.Amount{Quantity: 2, Unit: units.Piece}, buy["fowl"])
	assert.InDelta(t, 600, buy["swede"].Quantity, 1e-9)
	assert.InDelta(t, 40, buy["butter"].Quantity, 1e-9)
	assert.Equal(t, units.Amount{Quantity: 100, Unit: units.Millilitre}, buy["wine"])
	ledger := map[string]quantity.LeftOver{}
	for _, e := range x.Ledger {
		ledger[e.Name] = e
	}
	assert.InDelta(t, 100, ledger["bones"].Short.Quantity, 1e-9)
	assert.Equal(t, "Crown", ledger["bones"].From)
	assert.Zero(t, ledger["legs"].Short.Quantity+ledger["legs"].Left.Quantity)
	for _, m := range x.Make {
		if m.Component == "mash" {
			assert.InDelta(t, 200, m.Surplus.Quantity, 1e-9)
			assert.Equal(t, 1, m.Batches)
		}
	}
	for _, m := range x.Make {
		if m.Component == "crown" {
			assert.Equal(t, "4 covers × 140 g = 560 g", m.Takers[0].Working)
		}
	}
	for _, b := range x.Buy {
		if b.Name == "swede" {
			assert.Equal(t, "600 g × 0.8 = 480 g; 480 g ÷ 0.8 = 600 g (20 % trim loss)", b.Takers[0].Working)
			assert.InDelta(t, 120, b.Lost.Quantity, 1e-9)
		}
	}
}

// For 40: seasoning grows with the root (√10 × 2 = 6.3 cloves), eggs in whole,
// mash of 2 kg in two batches of a litre pan of 1 kg.
func TestNotEverythingGrowsInProportion(t *testing.T) {
	x := quantity.Explode(kitchenBook(), []quantity.Order{{Dish: "fowl", Plates: 42}}, units.Metric)
	buy := bought(x)
	assert.InDelta(t, 2*3.24037, buy["clove"].Quantity, 1e-4)
	assert.InDelta(t, 11, buy["egg"].Quantity, 0, "10.5 eggs are eleven")
	assert.InDelta(t, 21, buy["fowl"].Quantity, 1e-9)
	for _, m := range x.Make {
		if m.Component == "mash" {
			assert.Equal(t, 3, m.Batches)
			assert.Zero(t, m.Surplus.Quantity)
		}
	}
	b := kitchenBook()
	mash := b.Components["mash"]
	mash.Batching = &recipe.Batching{Whole: true}
	b.Components["mash"] = mash
	x = quantity.Explode(b, []quantity.Order{{Dish: "fowl", Plates: 11}}, units.Metric)
	for _, m := range x.Make {
		if m.Component == "mash" {
			assert.InDelta(t, 2, m.Times, 0, "550 g are two lists of 500 g")
			assert.InDelta(t, 450, m.Surplus.Quantity, 1e-9)
		}
	}
}

func TestWhatCannotBeWorkedOutIsToldWithItsPlace(t *testing.T) {
	for name, c := range map[string]struct {
		spoil func(b *recipe.Book)
		want  string
	}{
		"a yield of nothing": {func(b *recipe.Book) { c := b.Components["mash"]; c.Yield.Quantity = 0; b.Components["mash"] = c }, "A yield of 0 g cannot be scaled"},
		"grams against a ml": {func(b *recipe.Book) {
			c := b.Components["gravy"]
			c.Yield = recipetest.Grams(200)
			b.Components["gravy"] = c
		}, "200 ml cannot be taken from a yield of 200 g"},
		"no portion": {func(b *recipe.Book) { b.Dishes["fowl"].Parts[0].Portion = nil }, "Portion not set"},
		"no density": {func(b *recipe.Book) {
			b.Components["mash"].Lines[1] = recipe.Line{Name: "wine", Ingredient: "wine", Amount: grams2(50)}
			i := b.Ingredients["wine"]
			i.Density = nil
			b.Ingredients["wine"] = i
		}, "set its density"},
		"not there":             {func(b *recipe.Book) { b.Components["mash"].Lines[0].Component = "ghost" }, "No such component: “ghost”"},
		"more than anybody":     {func(b *recipe.Book) { b.Dishes["fowl"].Parts[3].Portion.Quantity = 1e12 }, "more than anybody cooks"},
		"no such dish":          {func(b *recipe.Book) { delete(b.Dishes, "fowl") }, "No such dish"},
		"by-product unmeasured": {func(b *recipe.Book) { b.Components["crown"].ByProducts[1].Amount = nil }, "By-product amount not set"},
		"no amount":             {func(b *recipe.Book) { b.Components["mash"].Lines[0].Amount = nil }, "Amount not set"},
	} {
		t.Run(name, func(t *testing.T) {
			b := kitchenBook()
			c.spoil(&b)
			x := quantity.Explode(b, []quantity.Order{{Dish: "fowl", Plates: 4}}, units.Metric)
			var all string
			for _, p := range x.Problems {
				assert.NotEmpty(t, p.Where, p.What)
				all += p.Where + ": " + p.What + "\n"
			}
			assert.Contains(t, all, c.want)
			if name != "no such dish" {
				rest := map[string]string{"no portion": "mash"} // that of the crown is the one not said
				assert.True(t, slices.ContainsFunc(x.Make, func(m quantity.Made) bool { return m.Component == cmp.Or(rest[name], "crown") }), "the rest is worked out")
			}
		})
	}
}

// randomBook is a book of components that take ingredients, one another and
// what others leave over.
func randomBook(r *rand.Rand, n int) recipe.Book {
	b := recipe.NewBook()
	for i := range 12 {
		id := fmt.Sprint("i", i)
		b.Ingredients[id] = recipe.Ingredient{ID: id, Name: id, Loss: float64(r.IntN(5)) / 10, Density: recipetest.Ptr(0.5 + r.Float64()), Piece: recipetest.Ptr(10 + 90*r.Float64())}
	}
	kinds := []units.Unit{units.Gram, units.Kilogram, "cup", units.Millilitre, units.Piece, "oz"}
	for k := range n {
		c := recipe.Component{ID: fmt.Sprint("c", k), Name: fmt.Sprint("C", k), Yield: recipetest.Grams(50 + float64(r.IntN(2000)))}
		for l := range 1 + r.IntN(5) {
			line := recipe.Line{ID: fmt.Sprint(l), Name: fmt.Sprint("l", l), Ingredient: fmt.Sprint("i", r.IntN(12)), Amount: amountOf(float64(1+r.IntN(500)), kinds[r.IntN(len(kinds))])}
			if k > 0 && r.IntN(3) == 0 {
				line.Ingredient, line.Component, line.Amount = "", fmt.Sprint("c", r.IntN(k)), grams2(float64(1+r.IntN(300)))
				if r.IntN(2) == 0 {
					line.ByProduct = "rest"
				}
			}
			c.Lines = append(c.Lines, line)
		}
		c.ByProducts = []recipe.ByProduct{{ID: "rest", Name: "rest of " + c.Name, Amount: grams2(float64(1 + r.IntN(400)))}}
		if r.IntN(4) == 0 {
			c.Batching = &recipe.Batching{Least: grams2(float64(r.IntN(900))), Whole: r.IntN(2) == 0}
		}
		b.Components[c.ID] = c
	}
	for d := range 3 {
		dish := recipe.Dish{ID: fmt.Sprint("d", d), Name: fmt.Sprint("D", d)}
		for p := range 1 + r.IntN(4) {
			id := fmt.Sprint("c", (r.IntN(n)+p)%n)
			if !slices.ContainsFunc(dish.Parts, func(x recipe.Part) bool { return x.Component == id }) {
				dish.Parts = append(dish.Parts, recipe.Part{Component: id, Portion: grams2(float64(5 + r.IntN(200)))})
			}
		}
		b.Dishes[dish.ID] = dish
	}
	return b
}

func orders(plates int) []quantity.Order {
	return []quantity.Order{{Dish: "d0", Plates: plates}, {Dish: "d1", Plates: plates}, {Dish: "d2", Plates: plates}}
}

// Whatever the book: what is given of a by-product is taken or left, and what
// is taken is given or short; what is made is taken or surplus; what is bought
// goes into something or is lost in trimming. To a millionth of a gram.
func TestTheLedgerBalancesOnRandomBooks(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 7))
	for range 300 {
		b := randomBook(r, 2+r.IntN(30))
		x := quantity.Explode(b, orders(1+r.IntN(60)), units.Metric)
		require.Empty(t, x.Problems)
		for _, e := range x.Ledger {
			taken := 0.0
			for _, k := range e.Takers {
				taken += k.Amount.Quantity
			}
			near(t, taken, e.Taken.Quantity)
			near(t, e.Given.Quantity+e.Short.Quantity, e.Taken.Quantity+e.Left.Quantity)
		}
		for _, m := range x.Make {
			taken := 0.0
			for _, k := range m.Takers {
				taken += k.Amount.Quantity
			}
			near(t, taken, m.Need.Quantity)
			near(t, m.Need.Quantity+m.Surplus.Quantity, max(m.Make.Quantity, m.Need.Quantity))
			assert.GreaterOrEqual(t, m.Make.Quantity, m.Need.Quantity*(1-1e-9))
		}
		for _, k := range x.Buy {
			taken := 0.0
			for _, w := range k.Takers {
				taken += w.Amount.Quantity
			}
			near(t, taken, k.Amount.Quantity)
			assert.GreaterOrEqual(t, k.Amount.Quantity, k.Lost.Quantity)
		}
	}
}

func near(t *testing.T, want, got float64) {
	t.Helper()
	assert.InDelta(t, want, got, 1e-6+1e-9*max(want, got))
}

// From 4 to 400 portions and back nothing is lost: a hundred times as much,
// where nothing is made in batches.
func TestScalingToFourHundredAndBack(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	for range 100 {
		b := randomBook(r, 12)
		for id, c := range b.Components {
			c.Batching = nil
			b.Components[id] = c
		}
		small, large := quantity.Explode(b, orders(4), units.Metric), quantity.Explode(b, orders(400), units.Metric)
		require.Len(t, large.Buy, len(small.Buy))
		for i := range small.Buy {
			assert.InEpsilon(t, small.Buy[i].Amount.Quantity, large.Buy[i].Amount.Quantity/100, 1e-12, small.Buy[i].Name)
		}
		for i := range small.Make {
			back := large.Make[i].Make.Times(1.0 / 100)
			assert.InEpsilon(t, small.Make[i].Make.Quantity, back.Quantity, 1e-12)
		}
	}
}

// A book of 600 components and 3,000 lines exploded for a menu, and one ten
// times as large: median and 95th percentile, warm.
func BenchmarkExplode(b *testing.B) {
	for _, n := range []int{600, 6000} {
		b.Run(fmt.Sprint(n), func(b *testing.B) {
			book := recipetest.LargeBook(n)
			var all []quantity.Order
			for d := range book.Dishes {
				all = append(all, quantity.Order{Dish: d, Plates: 40})
			}
			var took []time.Duration
			for b.Loop() {
				start := time.Now()
				quantity.Explode(book, all, units.Metric)
				took = append(took, time.Since(start))
			}
			slices.Sort(took)
			b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
			b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
		})
	}
}

// A gravy of which 200 ml are wanted loses 0.5 % a minute, and waits 8 min at best: 4 %. So 200 ÷ 0.96
// = 208.3 ml are made, and the working says so. Where it is not said how long it waits at best, it is
// the middle: 5 to 15 min are 10, 5 %, and 210.5 ml.
func TestWhatIsLostInWaitingIsMadeMore(t *testing.T) {
	least, best, most := int64(300), int64(480), int64(900)
	portion := units.Amount{Quantity: 50, Unit: "ml"}
	made := func(best *int64) quantity.Made {
		b := recipe.NewBook()
		b.Components["gravy"] = recipe.Component{ID: "gravy", Name: "Gravy", Yield: units.Amount{Quantity: 1000, Unit: "ml"}, Methods: recipe.OneWay(recipe.Step{ID: "reduce", Name: "reduce",
			Then: recipe.Wait{Least: least, Best: best, Most: &most, Does: &recipe.Holding{What: "loses", Percent: 0.5, Rescue: "a spoon of stock"}}})}
		b.Dishes["d"] = recipe.Dish{ID: "d", Name: "Dish", Parts: []recipe.Part{{Component: "gravy", Portion: &portion}}}
		return quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 4}}, units.Metric).Make[0]
	}
	m := made(&best)
	assert.InDelta(t, 208.333, m.Make.Quantity, 0.001)
	assert.Contains(t, m.Takers[0].Working, "200 ml ÷ (1 − 0.04) = 208.3 ml, for 4 % is lost in 8 min of waiting")
	assert.InDelta(t, 210.526, made(nil).Make.Quantity, 0.001)
}

// Stock by the litre and by weight, of which nobody said the density: both are ordered. Water weighs a
// kilogram a litre and is not ordered. By hand, for six times the list.
func TestWhatCannotBeAddedStandsTwice(t *testing.T) {
	b := recipe.NewBook()
	litre, grams := units.Amount{Quantity: 1, Unit: units.Litre}, units.Amount{Quantity: 260, Unit: units.Gram}
	lemon := units.Amount{Quantity: 0.48, Unit: units.Piece}
	b.Components["a"] = recipe.Component{ID: "a", Name: "A", Yield: recipetest.Grams(1000), Methods: recipe.OneWay(), Lines: []recipe.Line{
		{Name: "stock", Ingredient: "stock", Amount: &litre}, {Name: "stock", Ingredient: "stock", Amount: &grams},
		{Name: "water", Amount: &litre}, {Name: "cold water", Amount: &grams}, {Name: "lemon", Ingredient: "lemon", Amount: &lemon}}}
	b.Ingredients["stock"], b.Ingredients["lemon"] = recipe.Ingredient{ID: "stock", Name: "stock"}, recipe.Ingredient{ID: "lemon", Name: "lemon"}
	portion := recipetest.Grams(1000)
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "a", Portion: &portion}}}
	buy := map[string]quantity.Buy{}
	for _, y := range quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 6}}, units.Metric).Buy {
		buy[y.Name] = y
	}
	assert.Equal(t, "6 l + 1.56 kg", buy["stock"].Still)
	assert.Equal(t, "3 (2.88 needed)", buy["lemon"].Still, "they come whole")
	assert.InDelta(t, 2.88, buy["lemon"].Missing.Quantity, 1e-12, "the sums go on with the exact figure")
	for _, name := range []string{"water", "cold water"} {
		assert.Empty(t, buy[name].Still)
		assert.Zero(t, buy[name].Missing.Quantity)
	}
}

// A book in which a variant stands as it is made already does not take its master's lines twice.
func TestAVariantHasTheAmountsOfItsMaster(t *testing.T) {
	b := recipe.NewBook()
	x, portion := recipetest.Grams(40), recipetest.Grams(10)
	b.Components["m"] = recipe.Component{ID: "m", Name: "M", Yield: recipetest.Grams(100), Lines: []recipe.Line{{Name: "x", Amount: &x}}, Methods: recipe.OneWay()}
	b.Components["v"] = recipe.Component{ID: "v", Name: "V", Variant: &recipe.Variant{Of: "m"}}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "v", Portion: &portion}}}
	for range 2 {
		made := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 10}}, units.Metric)
		require.Len(t, made.Make[0].Weigh, 1)
		assert.Equal(t, "40 g", made.Make[0].Weigh[0].Text)
		b = b.With("v", b.Made("v"))
	}
}

// Whey by volume, taken as half of the weight of 200 g of flour: 100 g, at 1.025 g/ml 97.56 ml.
func TestAByProductByVolumeIsTakenByWeight(t *testing.T) {
	b := recipe.NewBook()
	dense, ml := 1.025, units.Amount{Quantity: 500, Unit: units.Millilitre}
	flour, half, portion := recipetest.Grams(200), units.Amount{Quantity: 50, Unit: "percent"}, recipetest.Grams(100)
	b.Components["curd"] = recipe.Component{ID: "curd", Name: "Curd", Yield: recipetest.Grams(100), Methods: recipe.OneWay(recipe.Step{ID: "drain", Name: "drain"}), ByProducts: []recipe.ByProduct{{ID: "whey", Name: "whey", Amount: &ml, Density: &dense}}}
	b.Components["bun"] = recipe.Component{ID: "bun", Name: "Bun", Yield: recipetest.Grams(100), Methods: recipe.OneWay(), Lines: []recipe.Line{{Name: "flour", Amount: &flour}, {Name: "whey", Component: "curd", ByProduct: "whey", Amount: &half, Per: &recipe.Ratio{To: "flour"}}}}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "curd", Portion: &portion}, {Component: "bun", Portion: &portion}}}
	x := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 1}}, units.Metric)
	require.Empty(t, x.Problems)
	assert.InDelta(t, 97.561, x.Ledger[0].Taken.Quantity, 0.001)
	assert.InDelta(t, 402.439, x.Ledger[0].Left.Quantity, 0.001)
	c := b.Components["curd"]
	c.ByProducts[0].Density = nil
	b.Components["curd"] = c
	x = quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 1}}, units.Metric)
	assert.Equal(t, []quantity.Hitch{{Where: "Bun: whey", What: "In ml and in g: set its density in the by-products of Curd."}}, x.Problems)
}

// This pot gives 900 g, 1,150 g are wanted: 250 g short. By hand: twice is 1,800 g, 650 over; 1,150 by 900
// is 27.8 % more; 900 by 1,150 is 21.7 % less, 25 g a plate for 32: 36 of them 900 g.
func TestAPotThatIsWhatItIs(t *testing.T) {
	b := recipe.NewBook()
	bones, portion := recipetest.Grams(2000), recipetest.Grams(1150.0/36)
	b.Components["pot"] = recipe.Component{ID: "pot", Name: "Pot", Yield: recipetest.Grams(900), Batching: &recipe.Batching{Once: true}, Lines: []recipe.Line{{Name: "bones", Amount: &bones}}, Methods: recipe.OneWay()}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "pot", Portion: &portion}}}
	m := quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 36}}, units.Metric).Make[0]
	assert.Equal(t, []string{"900 g", "2 kg"}, []string{m.Figure, m.Weigh[0].Text})
	assert.InDelta(t, 250, m.Short.Quantity, 1e-9)
	assert.Equal(t, []string{"make it twice: 1.8 kg, 650 g over", "make 27.8 % more of every line: 1.15 kg", "take 21.7 % less: D 900 g instead of 1.15 kg"}, m.Ways)
	m = quantity.Explode(b, []quantity.Order{{Dish: "d", Plates: 20}}, units.Metric).Make[0]
	assert.InDelta(t, 900-20*1150.0/36, m.Surplus.Quantity, 1e-9)
	assert.Empty(t, m.Ways)
}
