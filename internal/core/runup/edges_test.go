package runup_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

// A service past midnight: the course at 00:30 is on the night after the day of
// the service, and the cook whose shift ends at 02:00 is there.
func TestAServicePastMidnight(t *testing.T) {
	x := paper(2, does("cook", 10, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(5) }))
	x.Service.Courses[0].Hour = "00:30"
	x.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{From: "18:00", To: "02:00"}}
	r := makePlan(t, x)
	assert.Empty(t, r.RunUp.Clashes)
	b := bars(r)["dish/plate/p"]
	assert.Equal(t, "2026-03-15 00:30", b.End.Format("2006-01-02 15:04"))
	assert.Equal(t, "00:19:20 00:29:20", times(t, r, "dish/food/cook"))
}

// A shift that ends before its step: the only cook leaves at 19:30 and the plates
// are due at 20:00. The step is told, with the cook, and nothing else is lost.
func TestAShiftThatEndsBeforeItsStep(t *testing.T) {
	x := paper(2, does("cook", 10, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(5) }))
	x.Kitchen.Cooks = append(x.Kitchen.Cooks, kitchen.Cook{ID: "late", Name: "Late cook", Shifts: []kitchen.Shift{{From: "19:00", To: "23:00"}}})
	x.Kitchen.Cooks[0].Shifts[0].To = "19:30"
	x.Components["food"].Steps()[0].Hands.Cook = "c"
	r := makePlan(t, x)
	// Cooked by 19:30, plated right after, half an hour early: the limit of five
	// minutes is strict, the hour is not.
	assert.Zero(t, r.Plan.Violation)
	assert.LessOrEqual(t, bars(r)["dish/food/cook"].End.Format("15:04"), "19:30")
	x.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{From: "12:00", To: "12:05"}}
	r = makePlan(t, x)
	require.NotEmpty(t, r.RunUp.Clashes)
	assert.Contains(t, r.RunUp.Clashes[0].What, "Food: cook. ")
	assert.Contains(t, r.RunUp.Clashes[0].What, "Cook")
	assert.Contains(t, bars(r), "dish/plate/p", "the plates are planned all the same")
}

// A cook nobody can replace, twice wanted at once: the plan takes one after the
// other, and the one that may wait waits.
func TestACookNobodyCanReplace(t *testing.T) {
	x := paper(1, does("cook", 10, recipe.AllHands, func(s *recipe.Step) { s.Hands.Cook, s.Then.Most = "c", minutesOf(2) }))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "other"})
	x.Dishes["dish"] = d
	other := x.Components["food"]
	other.ID, other.Name, other.Methods = "other", "Other", recipe.OneWay(does("cook", 10, recipe.AllHands, func(s *recipe.Step) { s.Hands.Cook, s.Then.Most = "c", minutesOf(30) }))
	x.Components["other"] = other
	x.Kitchen.Cooks = append(x.Kitchen.Cooks, kitchen.Cook{ID: "d", Name: "Other cook", Shifts: x.Kitchen.Cooks[0].Shifts})
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "19:49:40 19:59:40", times(t, r, "dish/food/cook"))
	assert.Equal(t, "19:39:40 19:49:40", times(t, r, "dish/other/cook"))
	x.Components["food"].Steps()[0].Hands.Cook = "nobody"
	r = makePlan(t, x)
	assert.Equal(t, `Food: cook. The cook set for this step is not in this kitchen.`, r.RunUp.Clashes[0].What)
}

// A dish without a plate specification leaves all the same; a kitchen without an
// oven, and one without any cook, say what they lack.
func TestWhatIsNotThereIsSaid(t *testing.T) {
	x := paper(2, does("bake", 10, recipe.NoHands, func(s *recipe.Step) { s.Equipment = []recipe.Needed{in("oven", 180)} }))
	d := x.Dishes["dish"]
	d.Plate = plating.Spec{}
	x.Dishes["dish"] = d
	r := makePlan(t, x)
	assert.Empty(t, r.RunUp.Clashes)
	assert.Equal(t, "20:00:00", bars(r)["dish/plate/pass"].End.Format("15:04:05"))
	x.Kitchen.Equipment = x.Kitchen.Equipment[1:]
	r = makePlan(t, x)
	assert.Equal(t, "Food: bake. No oven in this kitchen.", r.RunUp.Clashes[0].What)
	assert.Contains(t, bars(r), "dish/plate/pass")
	x.Kitchen.Cooks = []kitchen.Cook{}
	r = makePlan(t, x)
	var says []string
	for _, c := range r.RunUp.Clashes {
		says = append(says, c.What)
	}
	assert.Contains(t, strings.Join(says, "\n"), "Dish: the plate. No cook in this kitchen.")
}

// Hours in which something is not to be had, every day or on one.
func TestHoursInWhichSomethingIsNotToBeHad(t *testing.T) {
	x := paper(1, does("bake", 30, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Most = []recipe.Needed{in("oven", 180)}, minutesOf(120)
	}))
	x.Kitchen.Equipment[0].Away = []kitchen.Away{{Day: "2026-03-14", Shift: kitchen.Shift{From: "19:00", To: "20:00"}, Why: "being mended"}}
	assert.Equal(t, "18:30:00 19:00:00", times(t, makePlan(t, x), "dish/food/bake"))
	x.Kitchen.Equipment[0].Away[0].Day = "2026-03-13"
	assert.Equal(t, "19:29:40 19:59:40", times(t, makePlan(t, x), "dish/food/bake"))
	x.Kitchen.Cooks[0].Away = []kitchen.Away{{Shift: kitchen.Shift{From: "19:50", To: "21:00"}}}
	assert.Equal(t, "19:49:40 19:50:00", times(t, makePlan(t, x), "dish/plate/p"), "early rather than an hour late")
}

// The pan in which the meat was seared makes the sauce: on the same thing, which
// nobody else has in between. What is washed after every use is washed first.
func TestThePanOfOneStepIsWantedByAnother(t *testing.T) {
	x := paper(1, does("sear", 6, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Most = []recipe.Needed{{Kind: "pan"}}, minutesOf(60)
	}))
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "pan2", Name: "Second pan", Kind: "pan", Places: 1}, kitchen.Equipment{ID: "blender", Name: "Blender", Kind: "blender", Places: 1, Wash: 180})
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "sauce"}, recipe.Part{Component: "oil"}, recipe.Part{Component: "cream"})
	x.Dishes["dish"] = d
	made := func(id string, step recipe.Step) {
		x.Components[id] = recipe.Component{ID: id, Name: id, Yield: x.Components["food"].Yield, Methods: recipe.OneWay(step)}
	}
	made("sauce", does("make", 4, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment, s.Pan, s.After, s.Then.Most = []recipe.Needed{{Kind: "pan"}}, &recipe.Pan{Of: "food/sear"}, []string{"food/sear"}, minutesOf(0)
	}))
	blend := func(s *recipe.Step) { s.Equipment, s.Then.Most = []recipe.Needed{{Kind: "blender"}}, minutesOf(30) }
	made("oil", does("blend", 2, recipe.AllHands, blend))
	made("cream", does("blend", 2, recipe.AllHands, blend))
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	with := map[string][]string{}
	for _, p := range r.Plan.Tasks {
		with[p.ID] = p.Resources
	}
	assert.Equal(t, with["dish/food/sear"], with["dish/sauce/make"])
	assert.Equal(t, "19:55:40 19:59:40", times(t, r, "dish/sauce/make"))
	assert.Equal(t, "19:49:40 19:55:40", times(t, r, "dish/food/sear"))
	first, second := bars(r)["dish/oil/blend"], bars(r)["dish/cream/blend"]
	if first.From > second.From {
		first, second = second, first
	}
	wash := bars(r)[first.ID+"/wash blender"]
	assert.Equal(t, []int64{120, 180}, []int64{first.To - first.From, wash.To - wash.From})
	assert.True(t, first.To <= wash.From && wash.To <= second.From, "the blender is washed in between")
	assert.Equal(t, "wash blender", wash.Name)
	assert.NotContains(t, bars(r), second.ID+"/wash blender", "nothing comes after it")
	x.Service.LeftOut = []string{"wash/blender"}
	assert.NotContains(t, bars(makePlan(t, x)), first.ID+"/wash blender")
}

// What nobody writes down: water at the boil and ice before blanching, plates that
// are warm, the sections cleared; each can be left out.
func TestLeadInsArePutInAndCanBeLeftOut(t *testing.T) {
	x := paper(4, does("blanch, into ice water", 1, recipe.AllHands, func(s *recipe.Step) {
		s.ID, s.Equipment, s.Then.Most = "blanch", []recipe.Needed{{Kind: "burner"}}, minutesOf(600)
	}))
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "stove", Name: "Burners", Kind: "burner", Places: 4})
	x.Kitchen.Sections = []kitchen.Section{{ID: "fish", Name: "Fish"}}
	x.Kitchen.Cooks[0].Section = "fish"
	warm := 60.0
	d := x.Dishes["dish"]
	d.Plate.Ware.Name, d.Plate.Ware.Celsius = "coupe", &warm
	x.Dishes["dish"] = d
	r := makePlan(t, x)
	b := bars(r)
	blanch := b["dish/food/blanch"]
	for id, want := range map[string]string{"dish/boil/food/blanch": "bring water to the boil", "dish/ice/food/blanch": "ice bath", "dish/plates": "Warm plates: 4 × coupe", "clear/c": "clear down Fish section"} {
		require.Contains(t, b, id)
		assert.Equal(t, want, b[id].Name)
		assert.NotEmpty(t, b[id].LeadIn)
	}
	assert.LessOrEqual(t, b["dish/boil/food/blanch"].To, blanch.From)
	assert.GreaterOrEqual(t, b["dish/plate/p"].From-b["dish/plates"].To, int64(20*60))
	assert.GreaterOrEqual(t, b["clear/c"].From, b["dish/plate/p"].To)
	for id := range map[string]bool{"dish/boil/food/blanch": true, "dish/ice/food/blanch": true, "dish/plates": true, "clear/c": true} {
		x.Service.LeftOut = append(x.Service.LeftOut, b[id].LeadIn)
	}
	assert.Len(t, makePlan(t, x).RunUp.Bars, 2, "the step and the plate")
}

// A margin is a longer shortest wait, and is told as one: of a step of 10 to 14 min
// that takes 11 as a rule, half of the 3 min are left, with the fresh setting none. 19:47:10 is
// begun at 19:47:00: people read half minutes. With the fresh setting it is as late as it may be.
func TestAMarginIsTold(t *testing.T) {
	for calm, want := range map[service.Calm]string{
		service.Fresh:    "19:48:40 = 20:00:00 (Main) − Food: place 0:20 − Food: cook 11:00",
		service.SomeCalm: "19:47:00 = 20:00:00 (Main) − Food: place 0:20 − to spare 1:30 − Food: cook 11:00 − to spare 0:10",
		service.MoreCalm: "19:47:00 = 20:00:00 (Main) − Food: place 0:20 − to spare 1:30 − Food: cook 11:00 − to spare 0:10",
	} {
		x := paper(1, does("cook", 11, recipe.NoHands, func(s *recipe.Step) {
			s.Time.Quick, s.Time.Slow, s.Then.Most = 600, 840, minutesOf(8)
		}))
		x.Service.Calm = calm
		b := bars(makePlan(t, x))["dish/food/cook"]
		assert.Equal(t, want, b.Why.Sum)
		assert.Equal(t, int64(180), b.Slow)
		if calm == service.SomeCalm {
			r := makePlan(t, x)
			i := slices.IndexFunc(r.RunUp.Strands, func(s report.Strand) bool { return len(s.Holds) > 0 })
			h := r.RunUp.Strands[i].Holds[0]
			assert.Equal(t, int64(90), h.Margin)
			assert.Contains(t, h.Why, "Held 1:40, 19:58:00–19:59:40 (limit 8 min). 1½ min to spare: Food: cook may run 3 min over.")
		}
	}
}

// Work that keeps is over three quarters of an hour before the first course, where
// the hands are free for it; with what is fresh it is made at the last moment.
func TestWhatKeepsIsMadeBeforeTheRush(t *testing.T) {
	x := paper(1, does("whip", 10, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(300) }))
	x.Service.Calm = service.SomeCalm
	r := makePlan(t, x)
	assert.Equal(t, "19:05:00 19:15:00", times(t, r, "dish/food/whip"))
	assert.True(t, bars(r)["dish/food/whip"].Early)
	assert.Equal(t, int64(44*60+40), bars(r)["dish/food/whip"].Give, "it may be late by so much before the plate is")
	x.Service.Calm = service.Fresh
	assert.Equal(t, "19:49:40 19:59:40", times(t, makePlan(t, x), "dish/food/whip"))
}

// Meat that waits in the fridge is taken out 20 to 60 min before it is seared, unless
// the method tempers it itself, or the service does without (two schools, common
// practice).
func TestMeatIsTakenOutOfTheColdBefore(t *testing.T) {
	x := paper(1, does("tie", 10, recipe.AllHands, func(s *recipe.Step) {
		s.Then.Place, s.Then.Most = &recipe.Needed{Kind: "fridge"}, minutesOf(600)
	}), does("sear", 6, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(5) }))
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 5, Keeps: "cold"})
	r := makePlan(t, x)
	assert.Equal(t, "19:53:40 19:59:40", times(t, r, "dish/food/sear"))
	assert.Equal(t, "19:32:40 19:33:40", times(t, r, "dish/temper/food/sear"))
	x.Service.LeftOut = []string{"temper/food/sear"}
	assert.NotContains(t, bars(makePlan(t, x)), "dish/temper/food/sear")
	x.Service.LeftOut = nil
	tie := x.Components["food"].Steps()[0]
	tie.Then.Most = minutesOf(30) // it is tied, and then it stands out: not the other way round
	x.Components["food"] = x.Components["food"].With(0, func(s *recipe.Step) { *s = tie })
	b := bars(makePlan(t, x))
	assert.LessOrEqual(t, b["dish/food/tie"].To, b["dish/temper/food/sear"].From)
	assert.GreaterOrEqual(t, b["dish/food/sear"].From-b["dish/temper/food/sear"].To, int64(20*60))
	x.Components["food"].Steps()[0].Name = "tie, temper"
	assert.NotContains(t, bars(makePlan(t, x)), "dish/temper/food/sear")
}
