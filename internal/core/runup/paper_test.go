package runup_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// A worked example to be followed on paper. One cook, one oven that heats at
// 6 s and cools at 12 s a degree, two plates of each of two dishes.
//
// The tart leaves at 19:30. Two tarts are plated in 2 × 30 s, from 19:29 on.
// It bakes 20 min at 200 °C and then cools 5 to 30 min: out of the oven by
// 19:29 − 5 min = 19:24, and in at 19:04, if nothing else wants the oven.
//
// The custard leaves at 20:00. Plated in 2 × 30 s from 19:59 on; it sets at
// least 10 and at most 60 min after 30 min at 150 °C: out by 19:49 and in at
// 19:19, if nothing else wants the oven.
//
// Both want the oven from 19:19 to 19:24, at 200 and at 150 °C. From 200 to
// 150 °C it cools 50 × 12 s = 10 min; from 150 to 200 °C it heats 50 × 6 s =
// 5 min. Either the tart is baked first: out by t, then the custard in at
// t + 10 min, at the latest 19:19, so t = 19:09, in at 18:49, and the tart
// waits 19:09 to 19:29 = 20 min, which it may. Or the custard first: out by
// 19:04 − 5 min = 18:59, and it would wait 18:59 to 19:59 = 60 min, which it
// just may, in at 18:29. Both keep every limit and cost nothing; of the two
// the one with the greater sum of starts is better. Tart first: tart at 18:49,
// custard at 19:19. Custard first: tart at 19:04, custard at 18:29. The first
// is 35 min later in sum: 18:49 + 19:19 against 19:04 + 18:29.
func TestWorkedExampleTwoTemperaturesOneOven(t *testing.T) {
	r := makePlan(t, paperInput())
	b := bars(r)
	for id, want := range map[string][2]string{
		"tart/tart/bake":       {"18:49:00", "19:09:00"},
		"tart/plate/tart":      {"19:29:00", "19:30:00"},
		"custard/custard/bake": {"19:19:00", "19:49:00"},
		"custard/plate/cup":    {"19:59:00", "20:00:00"},
	} {
		start, end := at(b[id])
		assert.Equal(t, want, [2]string{start, end}, id)
	}
	assert.Zero(t, r.Plan.Violation)
	assert.Zero(t, r.Plan.Cost)
	assert.Equal(t, "18:49:00 = 20:00:00 (Custard) − Custard: place 1:00 − set at least 10:00 − Custard: bake 30:00 − Oven changes to 150 °C 10:00 − Tart: bake 20:00", b["tart/tart/bake"].Why.Sum)
}

// With the custard's longest wait at 30 min and the tart's at 15, neither order
// keeps both: the tart first waits 20 min, 5 too long; the custard first 60
// min, 30 too long. The plan then moves what it can at the least violation, and
// says so.
func TestWorkedExampleWhenItCannotBeKept(t *testing.T) {
	in := paperInput()
	tart := in.Components["tart"]
	tart.Steps()[0].Then.Most = seconds(15 * 60)
	custard := in.Components["custard"]
	custard.Steps()[0].Then.Most = seconds(30 * 60)
	r := makePlan(t, in)
	// The tart may leave early rather than stand: plates are only dear, limits
	// strict. It leaves 5 min early, at 19:25, for 300 s × 5.
	assert.Zero(t, r.Plan.Violation)
	assert.Equal(t, int64(1500), r.Plan.Cost)
	_, out := at(bars(r)["tart/plate/tart"])
	assert.Equal(t, "19:25:00", out)
}

func seconds(v int64) *int64 { return &v }

func paperInput() demand.Input {
	bake := func(minutes, degrees, least, most int64, reason string) recipe.Step {
		return recipe.Step{ID: "bake", Name: "bake", Time: &recipe.Time{Quick: minutes * 60, Usual: minutes * 60, Slow: minutes * 60, Per: recipe.Once},
			Hands: recipe.Hands{Work: recipe.NoHands}, Equipment: []recipe.Needed{{Kind: "oven", Setting: &degrees}},
			Then: recipe.Wait{Least: least * 60, Most: seconds(most * 60), Reason: reason}}
	}
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	dish := func(id, name, placing string) recipe.Dish {
		return recipe.Dish{ID: id, Name: name, Parts: []recipe.Part{{Component: id, Portion: &one}}, Plate: plating.Spec{Ware: plating.Ware{Diameter: 200, Well: 150},
			Placings: []plating.Placing{{ID: placing, Component: id, Form: plating.Block, Length: 60, Seconds: 30}}}}
	}
	return demand.Input{
		Zone: time.UTC,
		Kitchen: kitchen.Kitchen{ID: "k", PassWidth: 4, Wipe: new(int64), Cooks: []kitchen.Cook{{ID: "c", Name: "Cook", Shifts: []kitchen.Shift{{From: "12:00", To: "23:00"}}}},
			Equipment: []kitchen.Equipment{{ID: "oven", Name: "Oven", Kind: "oven", Places: 1, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 12, Tolerance: 5}}}},
		Menu: recipe.Menu{Courses: []recipe.Course{{ID: "1", Name: "Tart", Dishes: []string{"tart"}}, {ID: "2", Name: "Custard", Dishes: []string{"custard"}}}},
		Service: service.Service{ID: "s", Name: "paper", Day: "2026-03-14", Courses: []service.CourseHour{
			{Course: "1", Hour: "19:30", Covers: []service.Covers{{Dish: "tart", Plates: 2}}}, {Course: "2", Hour: "20:00", Covers: []service.Covers{{Dish: "custard", Plates: 2}}}}},
		Dishes: map[string]recipe.Dish{"tart": dish("tart", "Tart", "tart"), "custard": dish("custard", "Custard", "cup")},
		Components: map[string]recipe.Component{
			"tart":    {ID: "tart", Name: "Tart", Yield: one, Methods: recipe.OneWay(bake(20, 200, 5, 30, "cool"))},
			"custard": {ID: "custard", Name: "Custard", Yield: one, Methods: recipe.OneWay(bake(30, 150, 10, 60, "set"))},
		},
	}
}
