package runup_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/judge"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/service"
)

// poultry is an evening of four plates of fowl, trimmed for 5 min and fried for 10 with hands at
// it, which may stand for 2 min.
func poultry(trimmed func(*recipe.Step)) demand.Input {
	in := runuptest.Evening(4, runuptest.Step("trim", 5, trimmed), runuptest.Step("fry", 10, func(s *recipe.Step) {
		atOnce(s)
		s.Equipment = []recipe.Needed{{Kind: "burner"}}
	}))
	in.Ingredients = map[string]recipe.Ingredient{"fowl": {ID: "fowl", Name: "fowl", Animal: "meat"}}
	food := in.Components["food"]
	food.Lines = []recipe.Line{{Ingredient: "fowl", Name: "fowl breasts"}}
	in.Components["food"] = food
	return in
}

// Four plates at 10 s end at 20:00:00 and begin at 19:59:20; fried for 10 min from 19:49:20. The
// cook who trims is also the one who fries: a minute before that the hands are clean, so it is
// trimmed until 19:48:20, from 19:43:20 on. With 90 s in place of the minute all of it is 30 s
// earlier, and with none it ends as the frying begins.
func TestHandsAreCleanBetweenRawAndReady(t *testing.T) {
	for change, want := range map[int64][2]string{-1: {"19:43:20", "19:48:20"}, 90: {"19:42:50", "19:47:50"}, 0: {"19:44:20", "19:49:20"}} {
		in := poultry(nil)
		if change >= 0 {
			in.Kitchen.Change = &change
		}
		r := makePlan(t, in)
		start, end := at(bars(r)["dish/food/trim"])
		assert.Equal(t, want, [2]string{start, end})
		start, _ = at(bars(r)["dish/food/fry"])
		assert.Equal(t, "19:49:20", start)
	}
	r := makePlan(t, poultry(nil))
	assert.Equal(t, "19:43:20 = 20:00:00 (Main) − Food: spoon 0:40 − Food: fry 10:00 − Cook: clean hands, board, knife 1:00 − Food: trim 5:00", bars(r)["dish/food/trim"].Why.Sum)
	lines := r.RunUp.Calls()
	require.Len(t, lines, 5, "the cook clears down")
	assert.Equal(t, "Clean hands, board, knife", lines[1].What)
	assert.Equal(t, "19:48:20", lines[1].Start.Format("15:04:05"))
	assert.Equal(t, []string{"Cook"}, lines[1].Who)
}

// What must be on the heat 30 s after it is trimmed is laid in by the same hands: they are clean
// before the plates, and not before the pan. So it is fried until 19:58:20.
func TestTheSameHandsLayRawFoodIn(t *testing.T) {
	in := poultry(func(s *recipe.Step) {
		most := int64(30)
		s.Then.Most = &most
	})
	b := bars(makePlan(t, in))
	start, end := at(b["dish/food/fry"])
	assert.Equal(t, [2]string{"19:48:20", "19:58:20"}, [2]string{start, end})
	_, end = at(b["dish/food/trim"])
	assert.Equal(t, "19:48:20", end)
}

// What nobody cooks is eaten as it comes, and no hands are changed for it; nor for what was bought
// smoked. Beetroots are peeled with earth on them.
func TestWhatIsRaw(t *testing.T) {
	raw := func(change func(*demand.Input, *recipe.Component)) string {
		in := poultry(nil)
		food := in.Components["food"]
		change(&in, &food)
		in.Components["food"] = food
		_, end := at(bars(makePlan(t, in))["dish/food/trim"])
		return end
	}
	assert.Equal(t, "19:49:20", raw(func(in *demand.Input, c *recipe.Component) { in.Kitchen.Equipment[0].Cooks = false }))
	assert.Equal(t, "19:49:20", raw(func(_ *demand.Input, c *recipe.Component) { c.Lines[0].Name = "smoked fowl" }))
	assert.Equal(t, "19:49:20", raw(func(in *demand.Input, _ *recipe.Component) { in.Ingredients = nil }))
	assert.Equal(t, "19:48:20", raw(func(in *demand.Input, c *recipe.Component) {
		in.Ingredients, c.Lines[0].Name, c.Methods[0].Steps[0].Name = nil, "beetroots", "peel the beetroots"
	}))
}

// Four plates and one without milk, 10 s each, by one cook. The four are laid from 19:58:40 to
// 19:59:20, then hands, board and spoon are clean in 30 s and the one is laid until 20:00:00: 40 s,
// which is a part of its placing. So what is fried ends at 19:58:40. A kitchen that changes faster
// after raw food is as fast here, and one that says 0 has nothing of it.
func TestAPlateForAnAllergyIsBuiltWithCleanHands(t *testing.T) {
	scene := func() demand.Input {
		in := runuptest.Evening(4, runuptest.Step("fry", 10, atOnce))
		dish := in.Dishes["dish"]
		dish.Versions = []recipe.Version{{ID: "free", Name: "No milk", Without: []string{"milk"}}}
		in.Dishes["dish"] = dish
		in.Service.Courses[0].Covers = append(in.Service.Courses[0].Covers, service.Covers{Dish: "dish", Version: "free", Plates: 1})
		return in
	}
	of := func(r planned) map[string]report.Bar {
		out := map[string]report.Bar{}
		for _, b := range r.RunUp.Bars {
			if b.Placing != "" {
				out[b.Dish] = b
			}
		}
		return out
	}
	in := scene()
	r := makePlan(t, in)
	free := of(r)["dish~free"]
	from, to := at(free)
	assert.Equal(t, [2]string{"19:59:20", "20:00:00"}, [2]string{from, to})
	from, to = at(of(r)["dish"])
	assert.Equal(t, [2]string{"19:58:40", "19:59:20"}, [2]string{from, to})
	assert.Equal(t, []work.Advice{{When: "first", Then: "clean hands, board, spoon"}}, free.Words)
	assert.Equal(t, "10 s + 30 s for clean hands", free.Working)
	assert.Empty(t, untold(t, in, r))

	spoiled := judged(t, in, r)
	for i := range spoiled.Services[0].RunUp.Bars {
		if b := &spoiled.Services[0].RunUp.Bars[i]; b.ID == free.ID {
			b.From += 30
			b.Hands[0].From += 30
		}
	}
	found := slices.DeleteFunc(judge.Judge(spoiled), func(b judge.Breach) bool { return b.Promise != judge.Unclean })
	require.Len(t, found, 1)
	assert.Contains(t, found[0].Says, "no time for clean hands, board and spoon before, by 30 s.")

	short, none := int64(20), int64(0)
	in.Kitchen.Change = &short
	free = of(makePlan(t, in))["dish~free"]
	assert.Equal(t, int64(30), free.To-free.From)
	in.Kitchen.Change = &none
	free = of(makePlan(t, in))["dish~free"]
	assert.Equal(t, int64(10), free.To-free.From)
	in = scene()
	in.Dishes["dish"].Versions[0].Without = []string{"meat"}
	free = of(makePlan(t, in))["dish~free"]
	assert.Equal(t, int64(10), free.To-free.From, "nobody is made ill by a trace")
}

// Two plates without gluten with a bun of their own: filled in 3 min 30 s with clean hands (30 s,
// FDA Food Code 2-301.12 and 10 s for tools, common practice), and glazed at once after that by
// hands that are clean. What both dishes take has none of it.
func TestWhatIsMadeForAnAllergyIsMadeWithCleanHands(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("fry", 10, atOnce))
	in.Components["bun"] = recipe.Component{ID: "bun", Name: "Bun", Section: "fish", Yield: in.Components["food"].Yield, Methods: recipe.OneWay(
		runuptest.Step("fill", 3, func(s *recipe.Step) { s.Then.Most = new(int64) }), runuptest.Step("glaze", 1, atOnce))}
	dish := in.Dishes["dish"]
	dish.Versions = []recipe.Version{{ID: "free", Name: "No gluten", Without: []string{"gluten"}, Changes: []recipe.Change{
		{Do: "add", With: "bun", Amount: dish.Parts[0].Portion}}}}
	in.Dishes["dish"] = dish
	in.Service.Courses[0].Covers = append(in.Service.Courses[0].Covers, service.Covers{Dish: "dish", Version: "free", Plates: 2})
	of := func(r planned, step string) report.Bar {
		return r.RunUp.Bars[slices.IndexFunc(r.RunUp.Bars, func(b report.Bar) bool { return b.Step == step })]
	}
	r := makePlan(t, in)
	fill, glaze, fry := of(r, "fill"), of(r, "glaze"), of(r, "fry")
	assert.Equal(t, [3]int64{210, 60, 600}, [3]int64{fill.To - fill.From, glaze.To - glaze.From, fry.To - fry.From})
	assert.Equal(t, "3 min + 30 s for clean hands", fill.Working)
	assert.Contains(t, fill.Words, work.Advice{When: "first", Then: "clean hands, board, knife"})
	assert.Empty(t, untold(t, in, r))

	spoiled := judged(t, in, r)
	for i := range spoiled.Services[0].RunUp.Bars {
		if b := &spoiled.Services[0].RunUp.Bars[i]; b.ID == fill.ID {
			b.From += 30
			b.Hands[0].From += 30
		}
	}
	found := slices.DeleteFunc(judge.Judge(spoiled), func(b judge.Breach) bool { return b.Promise != judge.Unclean })
	require.Len(t, found, 1)
	assert.Contains(t, found[0].Says, "no time for clean hands, board and knife before, by 30 s.")

	none := int64(0)
	in.Kitchen.Change = &none
	fill = of(makePlan(t, in), "fill")
	assert.Equal(t, int64(180), fill.To-fill.From)
}

// Two cooks, fowl and a salad that is dressed in the same minutes: nobody has both in hand, though
// the salad is of the fish section as well, and its second cook is next in line.
func TestRawAndReadyAtOnceAreTwoCooks(t *testing.T) {
	in := poultry(nil)
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "second", Name: "Second", Section: "fish", Shifts: in.Kitchen.Cooks[0].Shifts})
	in.Components["salad"] = recipe.Component{ID: "salad", Name: "Salad", Section: "fish", Yield: in.Components["food"].Yield, Methods: recipe.OneWay(runuptest.Step("dress", 3, atOnce))}
	dish := in.Dishes["dish"]
	dish.Parts = append(dish.Parts, recipe.Part{Component: "salad", Portion: dish.Parts[0].Portion})
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	assert.Empty(t, untold(t, in, r))
	d := judged(t, in, r)
	shifted(&d.Services[0].RunUp, 45, isStep("food", "trim")) // 15 s before the frying
	shifted(&d.Services[0].RunUp, 300, isStep("food", "fry"))
	for i := range d.Services[0].RunUp.Bars { // and the one who trimmed lays the plates at once
		if b := &d.Services[0].RunUp.Bars[i]; b.Placing != "" {
			b.From = d.Services[0].RunUp.Bars[0].To
			b.Hands = []judge.Hands{{From: b.From, To: b.To, Cook: d.Services[0].RunUp.Bars[0].Hands[0].Cook}}
		}
	}
	var found []string
	for _, b := range judge.Judge(d) {
		if b.Promise == judge.Raw {
			found = append(found, b.Says)
		}
	}
	require.Len(t, found, 1)
	assert.Contains(t, found[0], "comes from raw food, 0 s before")
}

// Sections that stand apart: fish and pastry with 20 s between them, one cook for both. Fish is
// fried until 19:59:20 (plates of 4 × 10 s); what pastry whips for 2 min, and keeps, ends 20 s
// before the frying begins.
func TestWalkingTakesItsSeconds(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("fry", 10, atOnce))
	far := int64(20)
	in.Kitchen.Sections = append(in.Kitchen.Sections, kitchen.Section{ID: "pastry", Name: "Pastry", Walk: &far})
	in.Kitchen.Plates = kitchen.SectionPlates
	food := in.Components["food"]
	food.Section = "fish"
	in.Components["food"] = food
	in.Components["cream"] = recipe.Component{ID: "cream", Name: "Cream", Section: "pastry", Yield: food.Yield, Methods: recipe.OneWay(runuptest.Step("whip", 2, nil))}
	dish := in.Dishes["dish"]
	dish.Parts = append(dish.Parts, recipe.Part{Component: "cream", Portion: dish.Parts[0].Portion})
	in.Dishes["dish"] = dish
	r := makePlan(t, in)
	_, end := at(bars(r)["dish/cream/whip"])
	assert.Equal(t, "19:49:00", end)
	var said []string
	for _, l := range r.RunUp.Lanes {
		for _, p := range l.Pauses {
			said = append(said, p.What)
		}
	}
	assert.Equal(t, []string{"walk"}, said)
}
