package demand

import (
	"maps"

	"jointime/internal/core/keeping"
	"jointime/internal/core/recipe"
)

// soonEaten are the components with an end to each wait that nobody gave one and that hot food
// does not bear: a soft one, for nobody said it, which the gap of the step proposes too.
func (in Input) soonEaten() map[string]recipe.Component {
	placed := map[string]bool{}
	for _, d := range in.Dishes {
		for _, p := range d.Parts {
			placed[p.Component] = true
		}
	}
	out := maps.Clone(in.Components)
	for id, c := range out {
		for _, view := range c.Views() {
			for at, s := range view.Steps() {
				w, is := keeping.UnsaidWait(in.Kitchen, view, at)
				if !is || !w.Rest && !w.Next && !placed[id] || c.StandsFor(s) {
					continue
				}
				c = c.With(c.StepAt(s.ID), func(s *recipe.Step) { s.Then.Most, s.Then.Soft, s.Then.Assumed = &w.Most, true, true })
			}
		}
		out[id] = c
	}
	return out
}
