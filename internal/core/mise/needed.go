package mise

import (
	"time"

	"jointime/internal/core/recipe"
)

// Needed tells for every ingredient when the plan first takes some of it, and
// for every by-product when it is there (its step ends), as component/step.
func Needed(in Input) (ingredients, byProducts map[string]time.Time) {
	m := newMaker(in)
	ingredients, byProducts = map[string]time.Time{}, map[string]time.Time{}
	for _, made := range in.Exploded.Make {
		c := in.Book.Made(base(made.Component))
		for _, l := range c.Lines {
			if at, ok := m.uses(c, l); ok && l.Ingredient != "" {
				if first, known := ingredients[l.Ingredient]; !known || at.Before(first) {
					ingredients[l.Ingredient] = at
				}
			}
		}
	}
	for _, e := range in.Exploded.Ledger {
		if end, planned := m.ends(e.Component, e.Step); planned {
			byProducts[e.Component+"/"+e.Step] = end
		}
	}
	return ingredients, byProducts
}

// uses is when a component takes what a line names: with the step that speaks
// of it, or with its first step that is planned.
func (m *maker) uses(c recipe.Component, l recipe.Line) (time.Time, bool) {
	if at := c.UsedAt(l); at >= 0 {
		if start, planned := m.begins(c.ID, c.Steps()[at].ID); planned {
			return start, true
		}
	}
	for _, s := range c.Steps() {
		if start, planned := m.begins(c.ID, s.ID); planned {
			return start, true
		}
	}
	return time.Time{}, false
}
