package runup_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
)

// cold is a service of one dish that the book keeps cold, in a kitchen with burners,
// a fridge, a freezer, a blast chiller and a warm drawer; the cook is there from 10:00.
func cold(steps ...recipe.Step) demand.Input {
	x := paper(1, steps...)
	x.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{From: "10:00", To: "23:00"}}
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "stove", Name: "Burners", Kind: "burner", Places: 2, Cooks: true},
		kitchen.Equipment{ID: "bath", Name: "Water bath", Kind: "bath", Places: 2, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 12, Tolerance: 1}},
		kitchen.Equipment{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 5, Keeps: "cold"}, kitchen.Equipment{ID: "chiller", Name: "Blast chiller", Kind: "chiller", Places: 5, Keeps: "cold"},
		kitchen.Equipment{ID: "freezer", Name: "Freezer", Kind: "freezer", Places: 5, Keeps: "frozen"}, kitchen.Equipment{ID: "drawer", Name: "Drawer", Kind: "drawer", Places: 5, Keeps: "hot"})
	food := x.Components["food"]
	food.Keeps = []recipe.Keep{{Place: "chilled", For: 86400}}
	x.Components["food"] = food
	return x
}

func on(kind string) func(*recipe.Step) {
	return func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: kind}} }
}

// then is a wait in a place, of so many minutes at least.
func then(least int64, place string) func(*recipe.Step) {
	return func(s *recipe.Step) { s.Then = recipe.Wait{Least: least * 60, Place: &recipe.Needed{Kind: place}} }
}

func atMost(minutes int64) func(*recipe.Step) {
	return func(s *recipe.Step) { s.Then.Most = minutesOf(minutes) }
}

func all(changes ...func(*recipe.Step)) func(*recipe.Step) {
	return func(s *recipe.Step) {
		for _, c := range changes {
			c(s)
		}
	}
}

func overBy(clock string) func(*recipe.Step) {
	return func(s *recipe.Step) { s.By = &recipe.Deadline{Clock: clock} }
}

func who(cook string) func(*recipe.Step) { return func(s *recipe.Step) { s.Hands.Cook = cook } }

func oneMore(x *demand.Input, id, from, to string) {
	x.Kitchen.Cooks = append(x.Kitchen.Cooks, kitchen.Cook{ID: id, Name: "Cook " + id, Shifts: []kitchen.Shift{{From: from, To: to}}})
}

// Legs are braised and should be over by 14:00; who picks them is there from 17:00
// and has them in the fridge at 17:20. Off the heat for 2 h at most, the first stage
// of cooling (FDA Food Code 2022, 3-501.14(A)(1), from memory): 17:20 − 2:00 = 15:20,
// so they are on the heat 14:50 to 15:20, late for their own hour.
func TestFoodOffTheHeatIsInTheColdWithinTheFirstStage(t *testing.T) {
	x := cold(does("braise", 30, recipe.NoHands, all(on("burner"), overBy("14:00"))), does("pick", 20, recipe.AllHands, all(who("d"), then(60, "fridge"), atMost(200))))
	oneMore(&x, "d", "17:00", "23:00")
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "14:50:00 15:20:00", times(t, r, "dish/food/braise"))
	assert.Equal(t, "17:00:00 17:20:00", times(t, r, "dish/food/pick"))
	require.Len(t, r.RunUp.Presses, 1)
	assert.Equal(t, "Food: 2 h from heat to fridge after braise; first stage (57 to 21 °C) limit 2 h.", r.RunUp.Presses[0].Say)
	assert.False(t, r.RunUp.Presses[0].Over)
	assert.Contains(t, bars(r)["dish/food/pick"].Why.LaterTo+bars(r)["dish/food/braise"].Why.EarlyTo, "cooling, first stage, limit 2 h (FDA Food Code 2022, 3-501.14(A)(1))")
	x.Kitchen.Limits = []string{"uk-2013"} // it says nothing of cooling, and 2 h of what was hot
	assert.Equal(t, "14:50:00 15:20:00", times(t, makePlan(t, x), "dish/food/braise"))
	x.Kitchen.Limits = []string{"eu-853"}
	x.Kitchen.Cooks[0].Shifts[0].From = "13:00" // somebody puts it on
	assert.Equal(t, "13:30:00 14:00:00", times(t, makePlan(t, x), "dish/food/braise"))
}

// The chiller is free from 12:30 and takes 5 h. Both stages may take 6 h (3-501.14(A)):
// 17:30 − 6:00 = 11:30, before which the food is not off the heat, though it should be
// over by 11:00.
func TestBothStagesOfCoolingEndInTheChiller(t *testing.T) {
	x := cold(does("boil", 30, recipe.NoHands, all(on("burner"), overBy("11:00"))), does("chill", 300, recipe.NoHands, all(on("chiller"), then(0, "fridge"), atMost(180))))
	for i := range x.Kitchen.Equipment {
		if x.Kitchen.Equipment[i].ID == "chiller" {
			x.Kitchen.Equipment[i].Away = []kitchen.Away{{Shift: kitchen.Shift{From: "00:00", To: "12:30"}}}
		}
	}
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "11:00:00 11:30:00", times(t, r, "dish/food/boil"))
	assert.Equal(t, "12:30:00 17:30:00", times(t, r, "dish/food/chill"))
	require.NotEmpty(t, r.RunUp.Presses)
	assert.Equal(t, "Food: 6 h to cool after boil, limit 6 h.", r.RunUp.Presses[0].Say)
}

// Food out of the cold may stand for 4 h in all (3-501.19(B)): 3 h and 3 h are 6 h,
// with 10 min of work between them.
func TestStandingOutOfControlAddsUp(t *testing.T) {
	x := cold(does("whisk", 10, recipe.AllHands, who("d")), does("whip", 10, recipe.AllHands, who("e")))
	oneMore(&x, "d", "10:00", "13:50")
	oneMore(&x, "e", "16:40", "16:50")
	r := makePlan(t, x)
	assert.Positive(t, r.Plan.Violation)
	var says []string
	for _, c := range r.RunUp.Clashes {
		says = append(says, c.What+" "+c.Source)
	}
	assert.Contains(t, strings.Join(says, "\n"), "out of temperature control after whisk, limit 4 h. FDA Food Code 2022, 3-501.19(B)")
	x.Components["food"] = x.Components["food"].With(0, then(0, "fridge"))
	assert.Zero(t, makePlan(t, x).Plan.Violation, "in the fridge until it is whipped")
}

// What was cooked, and cold, is hot again within 2 h before it is held hot (3-403.11):
// 2 h 30 min are half an hour too much. Cooking from raw may take as long as it does,
// and what goes to the plate at once has no such limit.
func TestReheatingHasALimit(t *testing.T) {
	boil, warm := does("boil", 30, recipe.NoHands, all(on("burner"), then(60, "fridge"))), does("warm", 150, recipe.NoHands, all(on("burner"), then(10, "drawer")))
	r := makePlan(t, cold(boil, warm))
	assert.Equal(t, int64(1800), r.Plan.Violation)
	require.NotEmpty(t, r.RunUp.Clashes)
	assert.Equal(t, "Food: 2 h 30 min to reheat in warm, limit 2 h.", r.RunUp.Clashes[0].What)
	assert.Zero(t, makePlan(t, cold(does("trim", 5, recipe.AllHands, then(60, "fridge")), warm)).Plan.Violation, "raw before")
	warm.Then = recipe.Wait{}
	assert.Zero(t, makePlan(t, cold(boil, warm)).Plan.Violation)
}

// A drawer at 52 °C holds nothing hot: published are 57 °C (3-501.16(A)(1)), in the
// United Kingdom 63 °C. What is in it counts as out of control, for 4 h, or 2 h.
func TestAPlaceThatIsNotHotEnoughHoldsNothing(t *testing.T) {
	x := cold(does("boil", 30, recipe.AllHands, all(on("burner"), who("d"), then(0, "drawer"))))
	oneMore(&x, "d", "10:00", "14:30")
	at := func(celsius float64) planned {
		x.Kitchen.Equipment[len(x.Kitchen.Equipment)-1].Celsius = &celsius
		return makePlan(t, x)
	}
	assert.Zero(t, at(60).Plan.Violation)
	warm := at(52)
	assert.Positive(t, warm.Plan.Violation)
	require.NotEmpty(t, bars(warm)["dish/food/boil"].Cautions)
	assert.Equal(t, "Drawer is set at 52 °C, limit 57 °C (held hot): its food counts as out of temperature control.", bars(warm)["dish/food/boil"].Cautions[0].Text)
	x.Kitchen.Limits = []string{"uk-2013"}
	assert.Greater(t, at(60).Plan.Violation, warm.Plan.Violation, "2 h where it was hot before")
	assert.Zero(t, at(63).Plan.Violation)
}

// raw is fish that is cured and goes to the plate raw.
func raw(steps ...recipe.Step) demand.Input {
	x := cold(steps...)
	food := x.Components["food"]
	food.Lines = []recipe.Line{{Name: "hake", Ingredient: "hake"}}
	x.Components["food"], x.Ingredients = food, map[string]recipe.Ingredient{"hake": {ID: "hake", Name: "hake", Animal: "fish"}}
	return x
}

// Fish that nothing cooks is kept frozen for 24 h at −20 °C (Regulation (EC) 853/2004),
// or for seven days (FDA Food Code 2022, 3-402.11(A)(1)), before it is thawed; both
// figures from memory. At −18 °C neither is met, and the plan says so.
func TestRawFishIsFrozenForAsLongAsIsPublished(t *testing.T) {
	x := raw(does("freeze", 10, recipe.AllHands, then(0, "freezer")), does("thaw, slice", 20, recipe.AllHands, nil))
	frozen := func() int64 {
		r := makePlan(t, x)
		assert.Zero(t, r.Plan.Violation)
		return bars(r)["dish/food/thaw, slice"].From - bars(r)["dish/food/freeze"].To
	}
	x.Kitchen.Limits = []string{"eu-853"}
	assert.Equal(t, int64(24*3600), frozen()/3600*3600)
	x.Kitchen.Limits = []string{"fda-2022", "eu-853"}
	assert.GreaterOrEqual(t, frozen(), int64(168*3600))
	says := func() string {
		out := []string{}
		for _, b := range bars(makePlan(t, x)) {
			for _, c := range b.Cautions {
				out = append(out, c.Text)
			}
		}
		return strings.Join(out, "\n")
	}
	assert.Equal(t, "Hold frozen for 7 days. Limit: −20 °C or colder for 7 days (fish to be eaten raw, seven days).", says())
	mild := -18.0
	x.Kitchen.Equipment[len(x.Kitchen.Equipment)-2].Celsius = &mild
	assert.Contains(t, says(), "Frozen at −18 °C. Limit: ")
	x.Components["food"] = x.Components["food"].With(0, then(0, "fridge"))
	assert.Contains(t, says(), "Raw fish, not frozen in any step. Limit: ")
	smoked := x.Components["food"]
	smoked.Lines = []recipe.Line{{Name: "smoked hake", Ingredient: "hake"}}
	x.Components["food"] = smoked
	assert.NotContains(t, says(), "Fish that is not cooked")
	x.Components["food"] = raw(does("sear", 5, recipe.NoHands, on("burner"))).Components["food"]
	assert.NotContains(t, says(), "Fish that is not cooked")
}

// A loin at 56 °C for 50 min: 3-401.11(B)(2) has 55 °C for 89 min and 56.1 °C for
// 56 min, so at 56 °C it is 89 min. Poultry is 74 °C, whatever the time. It is told,
// and breaks nothing: who serves it so does it on purpose.
func TestCookingIsHeldAgainstThePublishedFigure(t *testing.T) {
	bath := func(minutes float64) recipe.Step {
		return does("bath", minutes, recipe.NoHands, func(s *recipe.Step) { s.Equipment = []recipe.Needed{in("bath", 56)} })
	}
	says := func(x demand.Input) (out string) {
		r := makePlan(t, x)
		assert.Zero(t, r.Plan.Violation)
		for _, c := range bars(r)["dish/food/bath"].Cautions {
			out += c.Text
		}
		return out
	}
	of := func(name, animal string, s recipe.Step) demand.Input {
		x := raw(s)
		x.Ingredients["hake"] = recipe.Ingredient{ID: "hake", Name: name, Animal: animal}
		x.Components["food"].Lines[0].Name = name
		return x
	}
	assert.Equal(t, "Cooked to 56 °C for 50 min; limit for whole pieces of meat: 63 °C for 15 s, or 1 h 29 min at 56 °C.", says(of("venison loin", "meat", bath(50))))
	assert.Empty(t, says(of("venison loin", "meat", bath(89))))
	assert.Equal(t, "Cooked to 56 °C for 1 h 29 min; limit for poultry, stuffed meat: 74 °C.", says(of("quail", "meat", bath(89))))
	assert.Contains(t, says(of("hake", "fish", bath(89))), "limit for fish, eggs to order: 63 °C for 15 s.")
	assert.Empty(t, says(of("swede", "none", bath(10))))
	probed := bath(2)
	probed.Cues = []recipe.Cue{{Sense: "measure", Right: "64 °C in the middle"}}
	assert.Contains(t, says(of("minced venison", "meat", probed)), "68 °C for 17 s, or 3 min at 64 °C", "a core that is said counts before that of the bath")
	hot := bath(50)
	hot.Cues = []recipe.Cue{{Sense: "measure", Right: "70 °C in the middle"}}
	assert.Empty(t, says(of("minced venison", "meat", hot)))
}

// A published limit is strict beside what the book says of the best. A dressing that
// the book keeps cold, and that stands as the room is, may do so for 4 h (FDA Food
// Code 2022, 3-501.19(B), from memory); a cook who is there until 15:00 only would
// make it 5 h before the plates. With the kitchen's own 2 h it is told earlier.
func TestAPublishedLimitIsPartOfThePlan(t *testing.T) {
	x := paper(1, does("whisk", 10, recipe.AllHands, func(s *recipe.Step) { s.Hands.Cook = "d" }))
	food := x.Components["food"]
	food.Keeps = []recipe.Keep{{Place: "chilled", For: 86400}}
	x.Components["food"] = food
	x.Kitchen.Cooks = append(x.Kitchen.Cooks, kitchen.Cook{ID: "d", Name: "Early cook", Shifts: []kitchen.Shift{{From: "10:00", To: "16:30"}}})
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	require.Len(t, r.RunUp.Presses, 1)
	assert.Equal(t, "Food: 3 h 30 min out of temperature control after whisk, limit 4 h.", r.RunUp.Presses[0].Say)
	assert.Contains(t, r.RunUp.Presses[0].Source, "3-501.19(B)")
	assert.NotContains(t, r.RunUp.Presses[0].Source, "trained people decide", "that is told once, at the foot")
	own := int64(2 * 3600)
	x.Kitchen.Own = []limits.Own{{Limit: "fda-out", Seconds: &own}}
	r = makePlan(t, x)
	assert.True(t, r.Plan.Violation > 0 || bars(r)["dish/plate/p"].End.Hour() < 19, "it is broken, or the plate comes earlier")
	food.Keeps = []recipe.Keep{{Place: "ambient", For: 86400}}
	x.Components["food"] = food
	assert.Empty(t, makePlan(t, x).RunUp.Presses, "what keeps as the room is has no such limit")
	food.Keeps[0].Place = "chilled"
	x.Components["food"] = food
	step := &food.Methods[0].Steps[0]
	step.Then.Reason = "in slices, juice over it"
	assert.Len(t, makePlan(t, x).RunUp.Presses, 1, "what is sliced is not on ice")
	step.Then.Reason = "on ice"
	assert.Empty(t, makePlan(t, x).RunUp.Presses)
	step.Then.Reason = ""
	step.Then.Place = &recipe.Needed{Kind: "fridge"}
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 5, Keeps: "cold"})
	x.Components["food"] = food
	assert.Empty(t, makePlan(t, x).RunUp.Presses, "in the fridge it is kept")
}

// What a published limit concerns has it beside the step, with its source: cooling in
// two stages (FDA Food Code 2022, 3-501.14, from memory), holding hot at 57 °C
// (3-501.16), in the United Kingdom at 63 °C. Nothing is called safe.
func TestPublishedLimitsStandBesideTheSteps(t *testing.T) {
	x := paper(1, does("boil", 30, recipe.AllHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Place, s.Then.Most = []recipe.Needed{{Kind: "burner"}}, &recipe.Needed{Kind: "fridge"}, minutesOf(2000)
	}), does("warm", 10, recipe.AllHands, func(s *recipe.Step) {
		s.Equipment, s.Then.Place, s.Then.Most = []recipe.Needed{{Kind: "burner"}}, &recipe.Needed{Kind: "drawer"}, minutesOf(60)
	}))
	food := x.Components["food"]
	food.Keeps = []recipe.Keep{{Place: "chilled", For: 86400}}
	x.Components["food"] = food
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "stove", Name: "Burners", Kind: "burner", Places: 2, Cooks: true},
		kitchen.Equipment{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 5, Keeps: "cold"}, kitchen.Equipment{ID: "drawer", Name: "Drawer", Kind: "drawer", Places: 5, Keeps: "hot"})
	says := func(id string) (out string) {
		for _, c := range bars(makePlan(t, x))[id].Cautions {
			out += c.Text + " " + c.Source + "\n"
		}
		assert.NotContains(t, strings.ReplaceAll(strings.ToLower(out), "safety", ""), "safe")
		return out
	}
	assert.Contains(t, says("dish/food/boil"), "Cooling, first stage: from 57 to 21 °C within 2 h. FDA Food Code 2022, 3-501.14(A)(1)")
	assert.Contains(t, says("dish/food/boil"), "Cooling, both stages: from 57 to 5 °C within 6 h.")
	assert.Contains(t, says("dish/food/warm"), "Held hot: 57 °C or more. FDA Food Code 2022, 3-501.16(A)(1)")
	assert.Contains(t, says("dish/food/warm"), "Reheat to 74 °C for 15 s within 2 h.")
	x.Kitchen.Limits = []string{"uk-2013"}
	assert.Contains(t, says("dish/food/warm"), "Held hot: 63 °C or more.")
	assert.Empty(t, says("dish/food/boil"), "that set says nothing of cooling")
}

// What the book says of how long something keeps is priced beside the strict limits.
// Leaves that keep 4 h chilled are picked by a cook who leaves at 14:30: 14:20 to 14:30
// is the last that can be, 5:29:40 before the plates, and it is told what becomes of
// them. With the cook there until the plates they are fresh.
func TestHowLongSomethingKeepsIsPriced(t *testing.T) {
	x := cold(does("pick", 10, recipe.AllHands, all(then(0, "fridge"), who("d"))))
	oneMore(&x, "d", "10:00", "14:30")
	food := x.Components["food"]
	food.Keeps = []recipe.Keep{{Place: "ambient", For: 3600}, {Place: "chilled", For: 4 * 3600, Then: "limp"}}
	x.Components["food"] = food
	r := makePlan(t, x)
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, "14:20:00 14:30:00", times(t, r, "dish/food/pick"))
	require.NotEmpty(t, r.RunUp.Clashes)
	assert.Equal(t, "Food: 5 h 30 min after pick, shelf life 4 h chilled (limp).", r.RunUp.Clashes[0].What)
	assert.False(t, r.RunUp.Clashes[0].Strict)
	x.Kitchen.Cooks[1].Shifts[0].To = "23:00"
	x.Service.Calm = ""
	r = makePlan(t, x)
	assert.Empty(t, r.RunUp.Clashes)
	assert.LessOrEqual(t, bars(r)["dish/plate/p"].From-bars(r)["dish/food/pick"].To, int64(4*3600))
}
