package demand

import (
	"maps"
	"slices"

	"jointime/internal/core/keeping"
	"jointime/internal/core/recipe"
)

// moved are the components with a step of its own for what is taken from one place to another
// while it waits: nobody writes it down, and somebody has to do it.
func (in Input) moved() map[string]recipe.Component {
	out := maps.Clone(in.Components)
	for id, c := range out {
		if !slices.ContainsFunc(c.Steps(), func(s recipe.Step) bool { return s.Then.Moved != nil }) {
			continue
		}
		var steps []recipe.Step
		for at, s := range c.Steps() {
			m := s.Then.Moved
			if w, is := keeping.UnsaidWait(in.Kitchen, c, at); m != nil && is && !c.StandsFor(s) { // hot until it is moved
				s.Then.Most, s.Then.Soft, s.Then.Assumed = &w.Most, true, true
			}
			s.Then.Moved = nil
			if steps = append(steps, s); m != nil {
				steps = append(steps, moveStep(s, *m))
			}
		}
		out[id] = c.Done(steps)
	}
	return out
}

// moveStep takes what a step has made to where it waits next.
func moveStep(s recipe.Step, m recipe.Moved) recipe.Step {
	to := m.Reason
	if m.Place != nil {
		to = m.Place.Kind
	}
	return recipe.Step{
		ID: s.ID + "-moved", Name: "move to " + to, EachWave: s.EachWave, Equipment: []recipe.Needed{}, Ours: []string{"time", "hands"},
		Time:  &recipe.Time{Quick: handled, Usual: handled, Slow: handled, Per: recipe.Once},
		Hands: recipe.Hands{Work: recipe.AllHands, Cook: s.Hands.Cook},
		Then:  recipe.Wait{Least: m.Least, Most: m.Most, Soft: m.Soft, Place: m.Place, Reason: m.Reason},
	}
}
