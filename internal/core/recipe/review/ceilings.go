package review

import (
	"fmt"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// TooHot lists the steps of a component at a setting that what they work on may not reach: its
// own ceiling is of the food, which an oven may be hotter than; what was said of a step before it,
// or of what goes in, holds for any later heat and for where it is kept.
func TooHot(b recipe.Book, c recipe.Component) []StepFault {
	out := []StepFault{}
	for at, s := range c.Steps() {
		t, of, is := b.Ceiling(c, at)
		if !is {
			continue
		}
		for _, set := range settings(s) {
			if set != nil && *set > t {
				out = append(out, StepFault{c.ID, s.ID, s.Name, fmt.Sprintf("%s may not pass %s, and %s is at %s", words.Upper(of), units.SayCelsius(float64(t)), s.Name, units.SayCelsius(float64(*set)))})
				break
			}
		}
	}
	return out
}

// settings are those of what a step is done on, where no ceiling of its own says how hot the food
// gets on it, and of where it is kept after it.
func settings(s recipe.Step) (out []*int64) {
	if s.Ceiling == nil {
		for _, n := range s.Equipment {
			out = append(out, n.Setting)
		}
	}
	places := []*recipe.Needed{s.Then.Place}
	if s.Then.Moved != nil {
		places = append(places, s.Then.Moved.Place)
	}
	for _, p := range places {
		if p != nil {
			out = append(out, p.Setting)
		}
	}
	return out
}
