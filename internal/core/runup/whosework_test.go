package runup_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
)

// brigade is an evening with so many cooks: the chef of the pass, then those of some
// sections; the food is of the fish section, and a second thing of another one.
func brigade(plates int, of string, sections ...string) demand.Input {
	in := runuptest.Evening(plates, runuptest.Step("fry", 10, atOnce))
	shift := in.Kitchen.Cooks[0].Shifts
	in.Kitchen.Sections = []kitchen.Section{{ID: "pass", Name: "Pass"}, {ID: "fish", Name: "Fish"}, {ID: "pastry", Name: "Pastry"}}
	in.Kitchen.Cooks = []kitchen.Cook{{ID: "chef", Name: "Chef", Section: "pass", Shifts: shift}}
	for i, s := range sections {
		in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: s + string('1'+rune(i)), Name: "Cook " + s, Section: s, Shifts: shift})
	}
	food := in.Components["food"]
	food.Section = "fish"
	in.Components["food"] = food
	in.Components["more"] = recipe.Component{ID: "more", Name: "More", Section: of, Yield: food.Yield, Methods: recipe.OneWay(runuptest.Step("whip", 10, atOnce))}
	dish := in.Dishes["dish"]
	dish.Parts = append(dish.Parts, recipe.Part{Component: "more", Portion: dish.Parts[0].Portion})
	dish.Plate.Placings = append(dish.Plate.Placings, plating.Placing{ID: "more", Component: "more", Form: plating.Mound, Length: 40, Seconds: 10})
	in.Dishes["dish"] = dish
	return in
}

// atOnce lets nothing wait after a step for more than two minutes.
func atOnce(s *recipe.Step) {
	most := int64(120)
	s.Then.Most = &most
}

func by(r planned, id string) []string { return bars(r)[id].Cooks }

// Fish and pastry each do their own, both at the same time; the chef calls, and nobody but the
// commis, who has no section, plates.
func TestEachSectionDoesItsOwn(t *testing.T) {
	r := makePlan(t, brigade(4, "pastry", "fish", "pastry", ""))
	assert.Equal(t, []string{"fish1"}, by(r, "dish/food/fry"))
	assert.Equal(t, []string{"pastry2"}, by(r, "dish/more/whip"))
	for _, b := range r.RunUp.Bars {
		if b.Step != "clear" {
			assert.NotContains(t, b.Cooks, "chef", b.Name)
		}
		assert.Empty(t, b.Help, b.Name)
		if b.Placing != "" {
			assert.Equal(t, []string{"3"}, b.Cooks, b.Name)
		}
	}
}

// Where the kitchen says so each section lays what it makes, or two named cooks do.
func TestWhoPlatesIsASetting(t *testing.T) {
	in := brigade(4, "pastry", "fish", "pastry", "")
	in.Kitchen.Plates = kitchen.SectionPlates
	r := makePlan(t, in)
	assert.Equal(t, []string{"fish1"}, by(r, "dish/plate/food"))
	assert.Equal(t, []string{"pastry2"}, by(r, "dish/plate/more"))
	in.Kitchen.Plates, in.Kitchen.Platers = kitchen.NamedPlate, []string{"pastry2"}
	r = makePlan(t, in)
	assert.Equal(t, []string{"pastry2"}, by(r, "dish/plate/food"))
	assert.Equal(t, []string{"pastry2"}, by(r, "dish/plate/more"))
}

// Both things are of the fish section, take ten minutes of hands, and may wait for two: its
// only cook cannot do both. Somebody helps with one of them, and it is said with what the fish
// cook does meanwhile. Of two who could, it is the one whose section helps fish.
func TestHelpIsToldWithWhy(t *testing.T) {
	in := brigade(4, "fish", "pastry", "larder", "fish")
	in.Kitchen.Sections[2].Helps = []string{"fish"}
	in.Kitchen.Sections = append(in.Kitchen.Sections, kitchen.Section{ID: "larder", Name: "Larder"})
	r := makePlan(t, in)
	cooks := []string{by(r, "dish/food/fry")[0], by(r, "dish/more/whip")[0]}
	assert.ElementsMatch(t, []string{"fish3", "pastry1"}, cooks)
	for _, b := range r.RunUp.Bars {
		if b.Step == "" || b.Step == "clear" {
			continue
		}
		if helped := slices.Contains(b.Cooks, "pastry1"); helped {
			assert.Regexp(t, `^Cook pastry helps: Cook fish is on (Food: fry|More: whip) until \d\d:\d\d\.$`, b.Help)
		} else {
			assert.Empty(t, b.Help)
		}
	}
}

// Twelve plates in three waves, fried for each: the same hands fry all three rounds, though the
// second fish cook is as free.
func TestTheSameHandsForAllRounds(t *testing.T) {
	in := brigade(12, "pastry", "fish", "fish", "pastry", "")
	in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "fryer", Name: "Fryer", Kind: "fryer", Places: 4})
	food := in.Components["food"]
	food.Methods[0].Steps[0].EachWave = true
	food.Methods[0].Steps[0].Time = &recipe.Time{Quick: 60, Usual: 60, Slow: 60, Per: recipe.Once}
	r := makePlan(t, in)
	var cooks []string
	for _, b := range r.RunUp.Bars {
		if b.Step == "fry" {
			cooks = append(cooks, b.Cooks...)
		}
	}
	assert.Equal(t, []string{"fish1", "fish1", "fish1"}, cooks)
}

// In a kitchen of three the chef cooks and plates like everybody; with a fourth cook not.
func TestASmallBrigadeHasNobodyToSpare(t *testing.T) {
	small := brigade(4, "pastry", "fish", "pastry")
	assert.Equal(t, []string{"chef"}, by(makePlan(t, small), "dish/plate/food"))
	named := brigade(4, "pastry", "fish", "pastry")
	named.Kitchen.Caller = "chef" // a kitchen that says so has its way, however few they are
	assert.NotContains(t, by(makePlan(t, named), "dish/plate/food"), "chef")
	small.Kitchen.Cooks = append(small.Kitchen.Cooks, kitchen.Cook{ID: "commis", Name: "Commis", Shifts: small.Kitchen.Cooks[0].Shifts})
	assert.Equal(t, []string{"commis"}, by(makePlan(t, small), "dish/plate/food"))
	small.Kitchen.Caller = kitchen.NobodyCalls
	assert.Equal(t, []string{"chef"}, by(makePlan(t, small), "dish/plate/food"))
}
