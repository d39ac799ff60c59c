package keeping

import (
	"fmt"
	"maps"
	"slices"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Fish that is eaten raw is kept frozen first, for as long as is published: that time
// is planned. Where the method says too little, or forbids it, it is told.

// rawFish tells whether a component has fish in it that nothing cooks: not itself, and
// not what it goes into. What was bought smoked, tinned, dried or frozen is not raw.
func (h House) rawFish(c recipe.Component) bool {
	if c.Method().Bought != nil || h.cooks(c, 0) {
		return false
	}
	fish := slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		return h.Ingredients[l.Ingredient].Animal == "fish" && !words.Says(l.Name, readyWords)
	})
	if !fish {
		return false
	}
	for _, into := range h.Components {
		for _, l := range into.Lines {
			if l.Component == c.ID && l.ByProduct == "" && h.cooks(into, into.UsedAt(l)) {
				return false
			}
		}
	}
	return true
}

// cooks tells whether a method cooks on something from one of its steps on.
func (h House) cooks(c recipe.Component, from int) bool {
	steps := c.Steps()
	return slices.ContainsFunc(steps[min(max(from, 0), len(steps)):], func(s recipe.Step) bool { return h.Heats(&s) })
}

// freezes finds the step after which a component is kept frozen; below 0: none. Where
// the place says no temperature, it is taken to be as cold as the first limit asks.
func (h House) freezes(c recipe.Component) (step int, celsius float64) {
	for i, s := range c.Steps() {
		if h.Control(s.Then) != limits.Freeze {
			continue
		}
		celsius = -20
		if s.Then.Place != nil {
			for _, e := range h.Kitchen.OfKind(s.Then.Place.Kind) {
				if e.Celsius != nil {
					celsius = *e.Celsius
				}
			}
		}
		return i, celsius
	}
	return -1, 0
}

// Frozen are the components, of which raw fish is kept frozen for as long as is
// published, where its own wait does not forbid that.
func (h House) Frozen() map[string]recipe.Component {
	out := maps.Clone(h.Components)
	for id, c := range out {
		at, celsius := h.freezes(c)
		if at < 0 || !h.rawFish(c) {
			continue
		}
		l, is, met := limits.ToFreeze(h.Limits, celsius)
		then := c.Steps()[at].Then
		if !is || !met || (then.Most != nil && *then.Most < l.For) || then.Least >= l.For {
			continue
		}
		out[id] = c.With(at, func(s *recipe.Step) { s.Then.Least = l.For })
	}
	return out
}

// unfrozen tells of raw fish that is not frozen as is published, at the step after
// which it is frozen, or at its first.
func (h House) unfrozen(c recipe.Component, step *recipe.Step) []limits.Caution {
	if !h.rawFish(c) {
		return nil
	}
	at, celsius := h.freezes(c)
	if c.Steps()[max(at, 0)].ID != step.ID {
		return nil
	}
	l, is, met := limits.ToFreeze(h.Limits, celsius)
	published := func() string {
		return fmt.Sprintf("Limit: %s or colder for %s (%s)", units.SayCelsius(*l.Celsius), units.FormatDuration(l.For), l.What)
	}
	switch {
	case !is:
		return nil
	case at < 0:
		return []limits.Caution{l.Caution(fmt.Sprintf("Raw fish, not frozen in any step. %s. Some farmed fish and tuna are exempt.", published()))}
	case !met:
		return []limits.Caution{l.Caution(fmt.Sprintf("Frozen at %s. %s.", units.SayCelsius(celsius), published()))}
	case step.Then.Most != nil && *step.Then.Most < l.For:
		return []limits.Caution{l.Caution(fmt.Sprintf("Frozen for up to %s. %s.", units.FormatDuration(*step.Then.Most), published()))}
	}
	return []limits.Caution{l.Caution(fmt.Sprintf("Hold frozen for %s. %s.", units.FormatDuration(l.For), published()))}
}
