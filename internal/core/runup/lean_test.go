package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
)

// twoParts is a small evening with a second component, laid after the first in 5 s a plate.
func twoParts(plates int, change func(*plating.Placing), steps ...recipe.Step) demand.Input {
	in := runuptest.Evening(plates, runuptest.Step("roast", 20, nil))
	d := in.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "sauce", Portion: d.Parts[0].Portion})
	p := plating.Placing{ID: "sauce", Component: "sauce", Form: plating.Poured, Length: 40, Seconds: 5}
	change(&p)
	d.Plate.Placings = append(d.Plate.Placings, p)
	in.Dishes["dish"] = d
	in.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: d.Parts[0].Portion.Times(1), Methods: recipe.OneWay(steps...)}
	return in
}

// Twenty minutes of roasting, 3 of glazing, 4 plates of 10 s and 4 of 5 s before 20:00: without
// what is optional, 3 min of glazing and 20 s of leaves with the 6 min that they take, it is in at
// 19:39:20 and not at 19:36:00 or before, and 9 min 20 of hands are free.
func TestABusyEveningLeavesOutWhatIsOptional(t *testing.T) {
	evening := func(lean bool) demand.Input {
		in := twoParts(4, func(p *plating.Placing) { p.Optional = true }, runuptest.Step("fry", 6, nil))
		c := in.Components["food"]
		in.Components["food"] = c.Done(append(c.Steps(), runuptest.Step("glaze", 3, func(s *recipe.Step) { s.Optional = true })))
		in.Service.Lean = lean
		return in
	}
	r := makePlan(t, evening(true))
	assert.Equal(t, "14 19:39:20", starts(r, "roast"))
	for _, b := range r.RunUp.Bars {
		assert.NotContains(t, []string{"glaze", "fry"}, b.Step)
		assert.NotEqual(t, "sauce", b.Placing)
	}
	full := makePlan(t, evening(false))
	assert.Contains(t, bars(full), "dish/food/glaze")
	assert.LessOrEqual(t, starts(full, "roast"), "14 19:36:00")

	in := evening(false)
	frees := in.Book().Frees(in.Dishes["dish"], 4)
	assert.Equal(t, []recipe.Freed{{What: "Food: glaze", Hands: 180}, {What: "Sauce: on the plate", Hands: 20}}, frees)
}

// A sauce that is poured at the table takes no time at the pass: 4 plates of 10 s are begun at
// 19:59:20, as without it. It is to be ready when the last of them is: made in 6 min from 19:53
// by a second cook, it would be too late for the first placing, and is in time for the last.
func TestWhatIsPouredAtTheTableTakesNoTimeAtThePass(t *testing.T) {
	in := twoParts(4, func(p *plating.Placing) { p.AtTable = true }, runuptest.Step("mount", 6, nil))
	second := in.Kitchen.Cooks[0]
	second.ID, second.Name = "second", "Second cook"
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, second)
	in.Kitchen.Wipe = minutes(10)
	r := makePlan(t, in)
	b := bars(r)
	assert.Equal(t, "19:58:40", b["dish/plate/food"].Start.Format("15:04:05"))
	assert.NotContains(t, b, "dish/plate/sauce")
	assert.Equal(t, "19:59:20", b["dish/sauce/mount"].End.Format("15:04:05"), "by the last placing, which wipes")
	assert.True(t, r.RunUp.OnPlan)
}

// Twelve portions at 30 s each by two are 6 each: 3 min, with both at it. One cook alone cannot,
// and that is told.
func TestSoMuchAPortionByTwo(t *testing.T) {
	evening := func(cooks int) demand.Input {
		in := runuptest.Evening(12, runuptest.Step("shape", 0, func(s *recipe.Step) {
			s.Time = &recipe.Time{Quick: 30, Usual: 30, Slow: 30, Per: recipe.PerPortion, Cooks: 2}
		}))
		for _, id := range []string{"second"}[:cooks-1] {
			c := in.Kitchen.Cooks[0]
			c.ID, c.Name = id, "Second cook"
			in.Kitchen.Cooks = append(in.Kitchen.Cooks, c)
		}
		in.Kitchen.PassWidth = 12
		return in
	}
	r := makePlan(t, evening(2))
	shape := bars(r)["dish/food/shape"]
	assert.Equal(t, int64(180), shape.To-shape.From)
	assert.Len(t, shape.Cooks, 2)
	assert.Equal(t, "12 portions, shared by 2: 6 portions × 30 s = 3 min", shape.Working)
	r = makePlan(t, evening(1))
	require.NotEmpty(t, r.RunUp.Stops)
	assert.Equal(t, "By 2 together; only 1 cook here can", r.RunUp.Stops[0].Why)
}

// A yolk sauce may not pass 65 °C, and it is said of its first step. What is made of it keeps the
// word, and a bath at 70 °C later on is told.
func TestACeilingHoldsForAllThatIsDoneLater(t *testing.T) {
	top := int64(65)
	in := twoParts(4, func(*plating.Placing) {}, runuptest.Step("whisk", 6, func(s *recipe.Step) { s.Ceiling = &top }), runuptest.Step("warm", 4, nil))
	in.Components["food"] = func(c recipe.Component) recipe.Component {
		c.Lines = []recipe.Line{{Name: "Sauce", Component: "sauce", Step: "coat"}}
		return c.Done(append(c.Steps(), runuptest.Step("coat", 2, nil)))
	}(in.Components["food"])
	in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "bath", Name: "Bath", Kind: "bath", Places: 4, Heating: &kitchen.Heater{Cold: 20, Up: 10, Down: 10}})
	for id, want := range map[string]string{"dish/sauce/whisk": "not over 65 °C", "dish/sauce/warm": "not over 65 °C", "dish/food/coat": "not over 65 °C (Sauce)", "dish/food/roast": ""} {
		said := ""
		for _, w := range bars(makePlan(t, in))[id].Words {
			said = w.Then
		}
		assert.Equal(t, want, said, id)
	}
}
