// Package runuptest has a small evening for examples and tests of the run-up.
package runuptest

import (
	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"time"
)

// Evening is one dish of one component at 20:00, for so many guests, with one cook.
func Evening(plates int, steps ...recipe.Step) demand.Input {
	one := units.Amount{Quantity: 1, Unit: units.Piece}
	return demand.Input{Zone: time.UTC,
		Kitchen: kitchen.Kitchen{PassWidth: 4, Wipe: new(int64), Sections: []kitchen.Section{{ID: "fish", Name: "Fish"}},
			Cooks: []kitchen.Cook{{ID: "cook", Name: "Cook", Section: "fish", Shifts: []kitchen.Shift{{From: "10:00", To: "23:30"}}}},
			Equipment: []kitchen.Equipment{{ID: "stove", Name: "Stove", Kind: "burner", Places: 2, Cooks: true}, {ID: "blender", Name: "Blender", Kind: "blender", Places: 1, Wash: 180},
				{ID: "fridge", Name: "Fridge", Kind: "fridge", Places: 20, Keeps: "cold"}, {ID: "pan", Name: "Pan", Kind: "pan", Places: 1}}},
		Menu:    recipe.Menu{ID: "m", Courses: []recipe.Course{{ID: "main", Name: "Main", Dishes: []string{"dish"}}}},
		Service: service.Service{ID: "s", Day: "2026-03-14", Calm: service.Fresh, Courses: []service.CourseHour{{Course: "main", Hour: "20:00", Covers: []service.Covers{{Dish: "dish", Plates: plates}}}}},
		Dishes: map[string]recipe.Dish{"dish": {ID: "dish", Name: "Dish", Parts: []recipe.Part{{Component: "food", Portion: &one}},
			Plate: plating.Spec{Ware: plating.Ware{Diameter: 270, Well: 190}, Placings: []plating.Placing{{ID: "food", Component: "food", Form: plating.Mound, Length: 40, Seconds: 10}}}}},
		Components: map[string]recipe.Component{"food": {ID: "food", Name: "Food", Yield: one, Methods: recipe.OneWay(steps...)}}}
}

// Step is one that takes so many minutes of hands.
func Step(id string, minutes int64, change func(*recipe.Step)) recipe.Step {
	s := recipe.Step{ID: id, Name: id, Time: &recipe.Time{Quick: minutes * 60, Usual: minutes * 60, Slow: minutes * 60, Per: recipe.Once}, Hands: recipe.Hands{Work: recipe.AllHands}}
	if change != nil {
		change(&s)
	}
	return s
}
