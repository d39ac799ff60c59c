package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/units"
)

func TestMalformedStepsAreToldWithTheirField(t *testing.T) {
	for field, spoil := range map[string]func(*recipe.Step){
		"methods[0].steps[0].time":         func(s *recipe.Step) { s.Time.Quick = 130 },
		"methods[0].steps[0].time.batch":   func(s *recipe.Step) { s.Time.Per = recipe.PerBatch },
		"methods[0].steps[0].hands.slices": func(s *recipe.Step) { s.Hands.Work = recipe.SliceHands },
		"methods[0].steps[0].hands.slices[0]": func(s *recipe.Step) {
			s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 100, For: 30}}}
		},
		"methods[0].steps[0].hands.slices[1]": func(s *recipe.Step) {
			s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30}, {At: 20, For: 30}}}
		},
		"methods[0].steps[0].then.most":         func(s *recipe.Step) { s.Then = recipe.Wait{Least: 100, Most: recipetest.Ptr(int64(99))} },
		"methods[0].steps[0].then.least":        func(s *recipe.Step) { s.Then.Least = -1 },
		"methods[0].steps[0].by.clock":          func(s *recipe.Step) { s.By = &recipe.Deadline{Clock: "noon"} },
		"methods[0].steps[0].equipment[0].kind": func(s *recipe.Step) { s.Equipment = []recipe.Needed{{}} },
	} {
		t.Run(field, func(t *testing.T) {
			s := recipetest.Simple("a")
			spoil(&s)
			err := recipe.Component{Methods: recipe.OneWay(s)}.Validate()
			var faults fault.List
			require.ErrorAs(t, err, &faults)
			assert.Equal(t, field, faults[0].Field)
		})
	}
	assert.Error(t, recipe.Component{Methods: recipe.OneWay(recipetest.Simple("a"), recipetest.Simple("a"))}.Validate(), "an id twice")
	assert.NoError(t, recipe.Component{Methods: recipe.OneWay(recipetest.Simple("a"), recipetest.Simple("b"))}.Validate())
}

func TestTimesGrowWithPortionsAndBatches(t *testing.T) {
	for _, c := range []struct {
		time    recipe.Time
		plates  int
		want    int64
		working string
	}{
		{recipe.Time{Usual: 420, Per: recipe.Once}, 9, 420, "7 min"},
		{recipe.Time{Usual: 240, Per: recipe.PerPortion}, 4, 960, "4 portions × 4 min = 16 min"},
		{recipe.Time{Usual: 180, Per: recipe.PerBatch, Batch: 4}, 9, 540, "3 batches × 3 min = 9 min"},
		{recipe.Time{Usual: 180, Per: recipe.PerBatch, Batch: 4}, 4, 180, "3 min"},
	} {
		got, working := c.time.For(c.plates)
		assert.Equal(t, c.want, got)
		assert.Equal(t, c.working, working)
	}
}

func TestSlicesCountFromBothEnds(t *testing.T) {
	s := recipetest.Simple("sear")
	s.Time.Per = recipe.PerPortion
	s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 10}, {At: -20, For: 20}}}
	assert.Equal(t, [][2]int64{{0, 10}, {460, 480}}, s.HandSpans(4))
}

func TestGapsAreFoundWithWhatTheyHoldUp(t *testing.T) {
	k := kitchen.Kitchen{Equipment: []kitchen.Equipment{
		{Name: "Oven", Kind: "oven", Cooks: true, Heating: &kitchen.Heater{}}, {Name: "Burners", Kind: "burner", Cooks: true}, {Name: "Rack", Kind: "rack"}}}
	timeless, cueOnly, unset, unjudged, resting := recipetest.Simple("a"), recipetest.Simple("b"), recipetest.Simple("c"), recipetest.Simple("d"), recipetest.Simple("e")
	timeless.Time, timeless.Cues = nil, nil
	cueOnly.Time = nil
	unset.Equipment = []recipe.Needed{{Kind: "oven"}}
	unjudged.Cues, unjudged.Equipment = nil, []recipe.Needed{{Kind: "burner"}}
	resting.Cues, resting.Equipment = nil, []recipe.Needed{{Kind: "rack"}}
	components := map[string]recipe.Component{
		"full":  {ID: "full", Name: "Full", Methods: recipe.OneWay(timeless, cueOnly, unset, unjudged, resting)},
		"empty": {ID: "empty", Name: "Empty"},
	}
	d := recipe.Dish{Parts: []recipe.Part{{Component: "full", Portion: recipetest.Ptr(recipetest.Grams(1))}, {Component: "empty"}}}
	var got []string
	for _, g := range review.Gaps((recipe.Book{Components: components}), d, k) {
		got = append(got, g.Title+": "+string(g.HoldsUp))
		assert.Equal(t, g.HoldsUp == recipe.CannotBeJudged, g.Lesser)
	}
	assert.Equal(t, []string{"Empty: Until then it cannot be planned.", "Full: a: Until then it cannot be planned.", "Full: b: Until then it cannot be planned.", "Full: c: Until then it cannot be set.",
		"Full: d: Until then it cannot be judged.", "Plate: Until then it cannot be judged.", "Empty: Until then it cannot be ordered."}, got)
}

// 165 g × 4 covers = 660 g; a yield of 330 g from 700 g of fish asks for twice
// that, 1.4 kg.
func TestAmountsFollowTheCovers(t *testing.T) {
	b := recipe.NewBook()
	b.Components["hake"] = recipe.Component{ID: "hake", Name: "Hake", Yield: recipetest.Grams(330), Lines: []recipe.Line{{Name: "fish", Amount: recipetest.Ptr(recipetest.Grams(700))}}}
	b.Components["bone"] = recipe.Component{ID: "bone", Name: "Bone", Yield: recipetest.Grams(330), Lines: []recipe.Line{{Name: "fish", Amount: recipetest.Ptr(recipetest.Grams(700))}}}
	b.Components["open"] = recipe.Component{ID: "open", Name: "Open", Yield: recipetest.Grams(10)}
	b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "hake", Portion: recipetest.Ptr(recipetest.Grams(165))}, {Component: "bone", Portion: recipetest.Ptr(units.Amount{Quantity: 1, Unit: units.Piece})}, {Component: "open"}}}
	n := quantity.Needs(b, b.Dishes["d"], 4, quantity.Ways{})
	assert.Equal(t, "4 covers × 165 g = 660 g", n[0].Make.Working)
	assert.Equal(t, "1.4 kg", n[0].Ingredients[0].Text)
	assert.Equal(t, "700 g × 2 = 1.4 kg", n[0].Ingredients[0].Working)
	assert.False(t, n[1].Ingredients[0].Known, "a piece cannot be measured against grams")
	assert.Contains(t, n[1].Ingredients[0].Working, "4 cannot be taken from a yield of 330 g")
	assert.False(t, n[2].Make.Known)
}

// Backwards from the plate: rest 2 min, roast 7 min, sear 2 min: must be begun
// 11 min before; with the longest wait of 4 min it may be begun 13 min before.
func TestLeadTimes(t *testing.T) {
	roast := recipe.Step{ID: "roast", Time: &recipe.Time{Usual: 420}, Hands: recipe.Hands{Work: recipe.NoHands}, Then: recipe.Wait{Least: 120, Most: recipetest.Ptr(int64(240))}}
	sear := recipetest.Simple("sear")
	sear.Then.Most = recipetest.Ptr(int64(0))
	l := recipe.Component{Methods: recipe.OneWay(sear, roast)}.Lead(1)
	assert.Equal(t, int64(660), l.Must)
	require.NotNil(t, l.May)
	assert.Equal(t, int64(780), *l.May)
	assert.Equal(t, int64(120), l.Hands)
	assert.Equal(t, int64(660), l.Steps[0].From)

	gap := recipe.Step{ID: "gap"}
	l = recipe.Component{Methods: recipe.OneWay(sear, gap, roast)}.Lead(1)
	assert.True(t, l.Open)
	assert.Len(t, l.Steps, 1)
}

func TestCirclesOfWaitsAreToldWithTheWholeWay(t *testing.T) {
	a, b := recipetest.Simple("a"), recipetest.Simple("b")
	a.After = []string{"sauce/s"}
	s := recipetest.Simple("s")
	s.After = []string{"fish/b"}
	components := map[string]recipe.Component{"fish": {Name: "Fish", Methods: recipe.OneWay(a, b)}, "sauce": {Name: "Sauce", Methods: recipe.OneWay(s)}}
	err := recipe.Circles("fish", components)
	var faults fault.List
	require.ErrorAs(t, err, &faults)
	assert.Equal(t, "methods[0].steps[0].after[0]", faults[0].Field)
	assert.Contains(t, faults[0].What, "These wait for each other: Fish: a, Sauce: s and Fish: b.")
	s.After = nil
	components["sauce"] = recipe.Component{Methods: recipe.OneWay(s)}
	assert.NoError(t, recipe.Circles("fish", components))
}

func TestDishesAndMenusRefuseWhatIsNotThere(t *testing.T) {
	d := recipe.Dish{Parts: []recipe.Part{{Component: "x"}, {Component: "x"}}, Plate: plating.Spec{Ware: plating.Ware{Diameter: 100, Well: 120}}}
	var faults fault.List
	require.ErrorAs(t, d.Validate(map[string]recipe.Component{}), &faults)
	assert.Len(t, faults, 4)
	m := recipe.Menu{Courses: []recipe.Course{{ID: "a", Dishes: []string{"x", "y", "y"}}, {ID: "a"}}}
	require.ErrorAs(t, m.Validate(map[string]recipe.Dish{"y": {}}), &faults)
	assert.Len(t, faults, 3)
}
