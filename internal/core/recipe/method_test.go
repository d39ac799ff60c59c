package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/units"
)

// Shellfish in boiling water: claws small 4, medium 5, large 6, very large
// 7 min (common practice, no source); with 150 g a claw of 125 g lies half way
// between 100 and 150 g.
func TestATimeFromATableIsInterpolatedAndNeverBeyond(t *testing.T) {
	table := recipe.SizeTable{By: "weight", Unit: "g", At: 125, Rows: []recipe.Row{{100, 240}, {150, 300}, {250, 360}, {400, 420}}}
	got, working, ok := table.Seconds()
	assert.True(t, ok)
	assert.Equal(t, int64(270), got)
	assert.Contains(t, working, "125 g lies between 100 (4 min) and 150 (5 min)")
	seconds, _ := recipe.Time{Per: recipe.PerTable, Table: &table}.For(9)
	assert.Equal(t, int64(270), seconds)
	for _, at := range []float64{99, 401} {
		table.At = at
		_, _, ok = table.Seconds()
		assert.False(t, ok)
	}
	c := recipe.Component{ID: "claw", Name: "Claw", Methods: recipe.OneWay(recipe.Step{ID: "boil", Name: "boil", Time: &recipe.Time{Per: recipe.PerTable, Table: &table}})}
	gaps := review.Gaps(recipe.Book{Components: map[string]recipe.Component{"claw": c}}, recipe.Dish{Parts: []recipe.Part{{Component: "claw", Portion: recipetest.Ptr(recipetest.Grams(1))}}}, kitchen.Kitchen{})
	require.NotEmpty(t, gaps)
	assert.Contains(t, gaps[0].Question, "401 g is outside the table")

	table.Rows[1].Size = 90
	var faults fault.List
	require.ErrorAs(t, c.Validate(), &faults)
	assert.Equal(t, "methods[0].steps[0].time.table.rows[1].size", faults[0].Field)
}

// Three large scallops a plate (common practice), four plates: 12 × 90 s.
func TestATimePerPiece(t *testing.T) {
	seconds, working := recipe.Time{Usual: 90, Per: recipe.PerPiece, Batch: 3}.For(4)
	assert.Equal(t, int64(1080), seconds)
	assert.Equal(t, "12 pieces × 1½ min = 18 min", working)
}

// timed is a step with a time, a shortest wait after it, and hands.
func timed(id string, seconds, wait int64, hands recipe.Work) recipe.Step {
	return recipe.Step{ID: id, Name: id, Time: &recipe.Time{Quick: seconds, Usual: seconds, Slow: seconds, Per: recipe.Once}, Hands: recipe.Hands{Work: hands}, Then: recipe.Wait{Least: wait}, Cues: []recipe.Cue{{Right: "done"}}}
}

// Venison loin: sear and roast, or a water bath at 56 °C for 45–50 min and
// then browned (common practice, no source).
func TestMethodsAreComparedInHandsEquipmentAndLead(t *testing.T) {
	bath := int64(56)
	bag := timed("bag", 300, 0, recipe.AllHands)
	cook := timed("bath", 2850, 0, recipe.NoHands)
	cook.Equipment = []recipe.Needed{{Kind: "water bath", Setting: &bath}}
	c := recipe.Component{ID: "loin", Name: "Loin", Yield: recipetest.Grams(600), Methods: []recipe.Method{
		{ID: "pan", Name: "sear, then oven", Steps: []recipe.Step{timed("sear", 300, 0, recipe.AllHands), timed("roast", 600, 300, recipe.NoHands)}},
		{ID: "bath", Name: "water bath, then sear", Steps: []recipe.Step{bag, cook, timed("brown", 120, 0, recipe.AllHands)}},
		{ID: "shop", Name: "bought in", Bought: &recipe.Bought{Order: 86400}, Steps: []recipe.Step{timed("warm", 240, 0, recipe.NoHands)}},
	}}
	views := review.Compare(recipe.Book{Components: map[string]recipe.Component{"loin": c}}, c, 4)
	require.Len(t, views, 3)
	assert.True(t, views[0].Used)
	assert.Equal(t, int64(1200), views[0].Lead.Must)
	assert.Equal(t, int64(300), views[0].Lead.Late)
	assert.Equal(t, int64(3270), views[1].Lead.Must)
	assert.Equal(t, int64(120), views[1].Lead.Late)
	assert.Equal(t, []string{"water bath 56 °C"}, views[1].Equipment)
	assert.Equal(t, "34:30 earlier, 3 min less hands-on in the last half hour, 5 min more before that", views[1].Says)
	assert.Equal(t, int64(86640), views[2].Lead.Must, "ordering is part of the way")
	assert.NoError(t, c.Validate())
	c.Chosen = "boil"
	assert.Error(t, c.Validate())
}

// What goes in must be ready when the step that uses it begins: soaked for
// half an hour, the barley is then cooked 20 min shorter.
func TestEarlyWorkThatShortensLateWorkIsSeen(t *testing.T) {
	b := recipe.NewBook()
	b.Components["soaked"] = recipe.Component{ID: "soaked", Name: "Soaked barley", Methods: recipe.OneWay(timed("soak", 1800, 0, recipe.NoHands))}
	b.Components["barley"] = recipe.Component{ID: "barley", Name: "Barley", Lines: []recipe.Line{{Name: "Soaked barley", Component: "soaked", Step: "boil"}},
		Methods: recipe.OneWay(timed("boil", 600, 0, recipe.NoHands), timed("dress", 60, 0, recipe.AllHands))}
	assert.Equal(t, int64(600+60+1800), b.Lead(b.Components["barley"], 1).Must)
	assert.Equal(t, int64(660), b.Components["barley"].Lead(1).Must)
}

// Stale bread takes up more: less of it, soaked 20–30 min instead of almost
// none (common practice, no source).
func TestAConditionChangesAmountsAndTimes(t *testing.T) {
	c := recipe.Component{Lines: []recipe.Line{{Name: "bread", Amount: recipetest.Ptr(recipetest.Grams(200))}}, Methods: recipe.OneWay(timed("soak", 60, 0, recipe.NoHands)),
		Conditions: []recipe.Condition{{ID: "stale", Name: "stale", Line: "bread", Effects: []recipe.Effect{{Line: "bread", Factor: 0.8}, {Step: "soak", Factor: 25}}}}}
	stale := c.Under("stale")
	assert.Equal(t, recipetest.Grams(160), *stale.Lines[0].Amount)
	assert.Equal(t, int64(1500), stale.Steps()[0].Time.Usual)
	assert.Equal(t, recipetest.Grams(200), *c.Lines[0].Amount, "the component itself is as it was")
	assert.Equal(t, int64(60), c.Steps()[0].Time.Usual)
	assert.Equal(t, c, c.Under("frozen"))
}

func TestTakeOutsThatDoNotComeOutInTime(t *testing.T) {
	steps := []recipe.Step{timed("tie", 60, 0, recipe.AllHands), timed("simmer", 1200, 0, recipe.NoHands), timed("blend", 60, 0, recipe.AllHands), timed("warm", 120, 0, recipe.NoHands)}
	for name, c := range map[string]struct {
		out  recipe.TakeOut
		want string
	}{
		"twine, off when carved":       {recipe.TakeOut{Name: "twine", In: "tie", Out: "warm"}, ""},
		"twine, off at the plate":      {recipe.TakeOut{Name: "twine", In: "tie", Out: recipe.Plate}, ""},
		"never":                        {recipe.TakeOut{Name: "twine", In: "tie"}, "Twine goes in at tie and is never taken out"},
		"herb, before the blender":     {recipe.TakeOut{Name: "herb", In: "tie", Out: "simmer", Before: "blend"}, ""},
		"herb, with the blender":       {recipe.TakeOut{Name: "herb", In: "simmer", Out: "blend", Before: "blend"}, "Herb must be out before blend; it comes out later"},
		"herb, after the blender":      {recipe.TakeOut{Name: "herb", In: "simmer", Out: "warm", Before: "blend"}, "Herb must be out before blend; it comes out later"},
		"out before it is in":          {recipe.TakeOut{Name: "herb", In: "simmer", Out: "tie"}, "Herb comes out at tie, before it goes in"},
		"thyme, three minutes":         {recipe.TakeOut{Name: "thyme", In: "simmer", At: -180, Out: "simmer", Within: recipetest.Ptr(int64(180))}, ""},
		"thyme, too long":              {recipe.TakeOut{Name: "thyme", In: "simmer", Out: "simmer", Within: recipetest.Ptr(int64(180))}, "Thyme: in for 20 min, limit 3 min"},
		"in a step of another method":  {recipe.TakeOut{Name: "foil", In: "bake"}, ""},
		"out in a step that is not it": {recipe.TakeOut{Name: "foil", In: "tie", Out: "bake"}, "Foil comes out at a step this method does not have"},
	} {
		t.Run(name, func(t *testing.T) {
			k := recipe.Component{ID: "c", Name: "C", Methods: recipe.OneWay(steps...), TakeOuts: []recipe.TakeOut{c.out}}
			var got string
			for _, f := range review.TakeOutFaults(k) {
				got = f.What
			}
			assert.Equal(t, c.want, got)
		})
	}
}

func TestGapsBetweenTheListAndTheMethod(t *testing.T) {
	b := recipe.NewBook()
	b.Ingredients["wine"] = recipe.Ingredient{ID: "wine", Name: "white wine"}
	b.Ingredients["cream"] = recipe.Ingredient{ID: "cream", Name: "cream"}
	s := timed("reduce", 600, 0, recipe.AllHands)
	s.Name, s.Said = "reduce the stock", "add 300 ml stock and the white wine and reduce for 15 min"
	b.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: recipetest.Grams(100), Methods: recipe.OneWay(s), Lines: []recipe.Line{
		{Name: "stock", Amount: recipetest.Ptr(recipetest.Grams(200))}, {Name: "mustard"}}}
	b.Components["sauce"].Lines[0].Amount.Unit = "ml"
	gravy := recipe.Component{ID: "sauce2", Name: "sauces", Lines: []recipe.Line{{Name: "bones", Component: "sauce", ByProduct: "bones", Amount: recipetest.Ptr(recipetest.Grams(1))}}, Methods: recipe.OneWay(timed("warm", 60, 0, recipe.NoHands))}
	b.Components["sauce2"] = gravy
	d := recipe.Dish{Parts: []recipe.Part{{Component: "sauce", Portion: recipetest.Ptr(recipetest.Grams(1))}, {Component: "sauce2", Portion: recipetest.Ptr(recipetest.Grams(1))}}}
	var got []string
	for _, g := range review.Gaps(b, d, kitchen.Kitchen{}) {
		got = append(got, string(g.Field)+": "+g.Title+": "+g.Question)
	}
	assert.Equal(t, []string{
		"twice: Sauce: reduce the stock: The step takes 300 ml of stock, the list has 200 ml: which?",
		"name: Sauce: Another component has this name, on this dish. What is this one called?",
		"unused: Sauce: mustard: No step uses it. Where does it go in?",
		"unlisted: Sauce: reduce the stock: Uses white wine, which is not listed. How much?",
		"plate: Plate: How is the plate built?",
		"amount: Sauce: mustard: How much?",
		"byProduct: sauces: bones: No step yields it. Where does it come from?",
	}, got)
}

func TestStepsThatStandInEachOthersWay(t *testing.T) {
	hot, mild := int64(220), int64(150)
	a, b := timed("roast", 600, 0, recipe.NoHands), timed("bake", 1200, 0, recipe.NoHands)
	a.Equipment, b.Equipment = []recipe.Needed{{Kind: "oven", Setting: &hot}}, []recipe.Needed{{Kind: "oven", Setting: &mild}}
	book := recipe.Book{Components: map[string]recipe.Component{"a": {ID: "a", Name: "A", Methods: recipe.OneWay(a)}, "b": {ID: "b", Name: "B", Methods: recipe.OneWay(b)}}}
	d := recipe.Dish{Parts: []recipe.Part{{Component: "a"}, {Component: "b"}}}
	rivals := review.Rivals(book, d, func(string) int { return 2 }, 4)
	require.Len(t, rivals, 1)
	assert.Equal(t, review.Rival{Kind: "oven", A: "A: roast", B: "B: bake", From: 600, To: 0, Heat: true, Places: 2}, rivals[0])
}

func TestIngredientsAreRefusedWithTheField(t *testing.T) {
	bad := recipe.Ingredient{Name: " ", Loss: 1, Density: recipetest.Ptr(0.0), Piece: recipetest.Ptr(-1.0), Unit: "bucket", Season: []int{13}, Allergens: &[]string{"dust"}}
	var faults fault.List
	require.ErrorAs(t, bad.Validate(), &faults)
	var fields []string
	for _, f := range faults {
		fields = append(fields, f.Field)
	}
	assert.Equal(t, []string{"name", "loss", "density", "piece", "unit", "season", "allergens"}, fields)
	assert.True(t, recipe.Ingredient{}.InSeason(6))
	assert.False(t, recipe.Ingredient{Season: []int{9, 10}}.InSeason(6))
}

func TestAStepThatRestsInItsOwnOvenHasOne(t *testing.T) {
	low, high := int64(70), int64(180)
	c := recipe.Component{ID: "roast", Name: "Roast", Yield: units.Amount{Quantity: 1, Unit: units.Piece}, Methods: recipe.OneWay(recipe.Step{ID: "roast", Name: "roast", Hands: recipe.Hands{Work: recipe.NoHands},
		Equipment: []recipe.Needed{{Kind: "oven", Setting: &high}}, Then: recipe.Wait{Own: true, Place: &recipe.Needed{Kind: "oven", Setting: &low}}})}
	require.NoError(t, c.Validate())
	c.Methods[0].Steps[0].Then.Place.Kind = "rack"
	assert.ErrorContains(t, c.Validate(), "then.own")
	c.Methods[0].Steps[0].Then.Place = nil
	assert.ErrorContains(t, c.Validate(), "then.own")
}
