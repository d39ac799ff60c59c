package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
)

// shared is a joint for three guests and one who has it otherwise.
func shared(changes []recipe.Change, steps ...recipe.Step) demand.Input {
	in := runuptest.Evening(3, steps...)
	d := in.Dishes["dish"]
	d.Versions = []recipe.Version{{ID: "plain", Name: "plain", Changes: changes}}
	in.Dishes["dish"] = d
	in.Service.Courses[0].Covers = append(in.Service.Courses[0].Covers, service.Covers{Dish: "dish", Version: "plain", Plates: 1})
	return in
}

func portions(r planned) map[string]int {
	out := map[string]int{}
	for _, b := range r.RunUp.Bars {
		if b.Step != "" && b.LeadIn == "" {
			out[b.Step] += b.Portions
		}
	}
	return out
}

// One joint for four: roasted in 20 min, glazed in 3, carved in 5, and one guest has it without the
// glaze. It is roasted once for four and carved once for four, and glazed for three. Plates of four
// times 10 s are begun at 19:59:20, it is carved from 19:54:20, glazed from 19:51:20, in at 19:31:20.
func TestOnePartOfASharedJointIsLeftAsItIs(t *testing.T) {
	in := shared([]recipe.Change{{Do: "leave out", Component: "food", Step: "glaze"}}, runuptest.Step("roast", 20, nil), runuptest.Step("glaze", 3, nil), runuptest.Step("carve", 5, nil))
	r := makePlan(t, in)
	assert.Equal(t, map[string]int{"roast": 4, "glaze": 3, "carve": 4}, portions(r))
	b := bars(r)
	assert.Equal(t, "14 19:31:20", starts(r, "roast"))
	assert.Equal(t, "14 19:51:20", starts(r, "glaze"))
	assert.Equal(t, "14 19:54:20", starts(r, "carve"))
	assert.Equal(t, []string{"dish"}, b["dish/food/glaze"].For)
	require.Len(t, b["dish/food/glaze"].Words, 1)
	assert.Equal(t, "plain; leave it as it is, and mark it", b["dish/food/glaze"].Words[0].Then)
	assert.True(t, r.RunUp.OnPlan, "%v", r.RunUp.Clashes)
	assert.Empty(t, untold(t, in, r))
}

// One slice goes on for 6 min after it is carved: all work before is shared. Laid by one cook, the
// three are carved from 19:54 or before, and the one is done when the others are.
func TestAVersionIsPartedOffAtAStep(t *testing.T) {
	on := runuptest.Step("roast-on", 6, nil)
	in := shared([]recipe.Change{{Do: "add", Component: "food", Step: "carve", New: &on}}, runuptest.Step("roast", 20, nil), runuptest.Step("carve", 5, nil))
	r := makePlan(t, in)
	assert.Equal(t, map[string]int{"roast": 4, "carve": 4, "roast-on~plain": 1}, portions(r))
	roast, carve, more := r.bar("roast"), r.bar("carve"), r.bar("roast-on~plain")
	assert.Equal(t, []string{"dish~plain"}, more.For)
	assert.LessOrEqual(t, roast.To, carve.From)
	assert.LessOrEqual(t, carve.To, more.From)
	laid := bars(r)["dish~plain/plate/food"]
	assert.LessOrEqual(t, more.To, laid.From)
	assert.Empty(t, untold(t, in, r))

	otherwise := in
	in.Dishes["dish"].Versions[0].Changes[0] = recipe.Change{Do: "swap", Component: "food", Step: "carve", New: &on}
	assert.Equal(t, map[string]int{"roast": 4, "carve": 3, "roast-on~plain": 1}, portions(makePlan(t, otherwise)))
}

// Without the sugar in the sauce of the joint, which has it from what goes into the sauce: two
// components deep, each of them is made for that guest by itself.
func TestAVersionSwapsInsideAComponentOfAComponent(t *testing.T) {
	in := shared([]recipe.Change{{Do: "leave out", Component: "stock", Line: "sugar"}}, runuptest.Step("roast", 20, nil))
	one := in.Components["food"].Yield
	food := in.Components["food"]
	food.Lines = []recipe.Line{{Name: "Sauce", Component: "sauce", Amount: &one, Step: "roast"}}
	in.Components["food"] = food
	in.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: one, Methods: recipe.OneWay(runuptest.Step("reduce", 10, nil)), Lines: []recipe.Line{{Name: "Stock", Component: "stock", Amount: &one, Step: "reduce"}}}
	in.Components["stock"] = recipe.Component{ID: "stock", Name: "Stock", Yield: one, Methods: recipe.OneWay(runuptest.Step("simmer", 30, nil)), Lines: []recipe.Line{{Name: "bones", Amount: &one}, {Name: "sugar", Amount: &one}}}
	served, book, lost := in.Book().Served(in.Dishes["dish"], in.Dishes["dish"].Versions[0])
	assert.Empty(t, lost)
	assert.Equal(t, "food~plain", served.Parts[0].Component)
	assert.Equal(t, "sauce~plain", book.Components["food~plain"].Lines[0].Component)
	assert.Equal(t, "stock~plain", book.Components["sauce~plain"].Lines[0].Component)
	assert.Len(t, book.Components["stock~plain"].Lines, 1)
	assert.Equal(t, map[string]int{"roast": 4, "reduce": 4, "simmer": 4}, portions(makePlan(t, in)))
}

// Stale bread soaks 25 min more, and is toasted first; fresh bread is not.
func TestAConditionChangesSteps(t *testing.T) {
	toast := runuptest.Step("toast", 4, nil)
	c := recipe.Component{ID: "c", Methods: recipe.OneWay(runuptest.Step("cut", 5, nil), runuptest.Step("soak", 20, nil), runuptest.Step("flame", 1, nil)), Conditions: []recipe.Condition{{ID: "stale", Name: "stale", Line: "bread", Effects: []recipe.Effect{
		{Step: "soak", Factor: 1, More: 1500}, {Step: "cut", Factor: 1, New: &toast}, {Step: "flame", Factor: 1, LeaveOut: true}}}}}
	stale := c.Under("stale").Steps()
	names := []string{}
	for _, s := range stale {
		names = append(names, s.ID)
	}
	assert.Equal(t, []string{"cut", "toast", "soak"}, names)
	assert.Equal(t, int64(45*60), stale[2].Time.Usual)
	assert.Len(t, c.Steps(), 3, "the book stays as it is")
	assert.Equal(t, int64(20*60), c.Steps()[1].Time.Usual)
}
