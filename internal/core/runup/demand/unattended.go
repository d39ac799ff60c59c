package demand

import (
	"cmp"
	"maps"
	"slices"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// handled is how long a hand is at a thing to put it in or take it out: common practice,
// without a source.
const handled = 30

// attended are the components with somebody's hands at the ends of each step that has none
// of its own: it is put in, and what cooks is taken out. What stands cold, cures or cools is
// begun, and whoever does the next step finds it. Nobody said it, so it is assumed. So are the
// moments at which something goes in on the way, and comes out.
func (in Input) attended() map[string]recipe.Component {
	out := maps.Clone(in.Components)
	for id, c := range out {
		for at, s := range c.Steps() {
			if s.Hands.Work == recipe.AllHands || s.Time == nil || !slices.ContainsFunc(in.Kitchen.Cooks, func(k kitchen.Cook) bool { return k.Does(s.Name, s.Kinds()) }) {
				continue
			}
			hands := s.Hands
			if hands.Work == recipe.NoHands {
				hands = recipe.Hands{Work: recipe.SliceHands, Slices: in.ends(s)}
			}
			said := s
			said.Hands = hands
			hands.Slices = append(slices.Clone(hands.Slices), c.TakeOutMoments(said)...)
			byHour(hands.Slices, s.Time)
			c = c.With(at, func(s *recipe.Step) { s.Hands = hands })
		}
		out[id] = c
	}
	return out
}

// ends are the hands at the ends of a step that has none of its own.
func (in Input) ends(s recipe.Step) []recipe.Slice {
	moments := []recipe.Slice{{At: 0, For: handled, What: "begin", Assumed: true}}
	if len(s.Equipment) > 0 {
		moments[0].What = "put in"
	}
	if keeping.Cooks(in.Kitchen, s) || in.heated(s) {
		last := "take out"
		if s.Then.Own {
			last = "turn down"
		}
		moments = append(moments, recipe.Slice{At: -handled, For: handled, What: last, Assumed: true})
	}
	return moments
}

// byHour puts hands in order, as they come where the step is as short as it can be.
func byHour(moments []recipe.Slice, time *recipe.Time) {
	whole, _ := time.For(1)
	from := func(m recipe.Slice) int64 {
		if m.At < 0 {
			return m.At + whole
		}
		return m.At
	}
	slices.SortStableFunc(moments, func(a, b recipe.Slice) int { return cmp.Compare(from(a), from(b)) })
}

// heated tells whether a step is on something that has a temperature of its own.
func (in Input) heated(s recipe.Step) bool {
	return slices.ContainsFunc(s.Kinds(), func(kind string) bool {
		return slices.ContainsFunc(in.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Heating != nil })
	})
}
