package entry

import (
	"strings"

	"jointime/internal/core/units"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
)

// hands gives a step the stretches that its line says or that a cook takes as said; what
// is assumed is marked.
func hands(s *recipe.Step, l reading.StepLine) {
	s.Hands = recipe.Hands{Work: recipe.NoHands}
	if l.Hands == nil && len(l.Stretches) == 0 { // nothing tells what is done
		s.Hands.Work = recipe.AllHands
		mark(s, "hands")
	}
	for _, t := range l.Stretches {
		if t.Assumed {
			mark(s, "hands")
		}
		if t.For == nil || t.At == 0 && s.Time != nil && int64(*t.For) >= s.Time.Usual {
			s.Hands = recipe.Hands{Work: recipe.AllHands}
			break
		}
		s.Hands.Work = recipe.SliceHands
		s.Hands.Slices = append(s.Hands.Slices, recipe.Slice{At: int64(t.At), What: t.What, For: max(int64(*t.For), 1), Assumed: t.Assumed})
	}
	s.Unbroken = l.Hands != nil && *l.Hands == "all" && strings.Contains(strings.ToLower(l.Line), "stop")
}

// AssumedRight is the answer by which a cook says that what was assumed is right.
const AssumedRight = "Right"

// Way is a way in which a step keeps hands busy, and how a cook says it.
type Way struct{ hands, Said string }

// Ways are all of them.
var Ways = []Way{{"all", "all the time"}, {"start", "at the start"}, {"start and end", "at the start and end"}, {"slices", "now and then"}, {"none", "not at all"}}

// WayOf is the way of a step's hands.
func WayOf(h recipe.Hands) Way {
	switch {
	case h.Work == recipe.AllHands:
		return Ways[0]
	case h.Work == recipe.NoHands:
		return Ways[4]
	case len(h.Slices) == 1 && h.Slices[0].At == 0:
		return Ways[1]
	case len(h.Slices) == 2 && h.Slices[0].At == 0 && h.Slices[1].At < 0:
		return Ways[2]
	}
	return Ways[3]
}

// SayHands says when a step needs hands: "at the start and end, 1 min each".
func SayHands(h recipe.Hands) string {
	way := WayOf(h)
	if len(h.Slices) == 0 {
		return way.Said
	}
	text := way.Said + ", " + units.FormatDuration(h.Slices[0].For)
	if len(h.Slices) > 1 {
		text += " each"
	}
	return text
}

// SetHands gives a step another way of keeping hands busy, as a cook says it; false: it is
// none of them.
func SetHands(s *recipe.Step, said string) bool {
	for _, way := range Ways {
		if !strings.EqualFold(way.Said, said) {
			continue
		}
		whole := 0.0
		if s.Time != nil {
			whole = float64(s.Time.Usual)
		}
		cook := s.Hands.Cook
		hands(s, reading.StepLine{Hands: &way.hands, Stretches: reading.Spread(way.hands, whole)})
		s.Hands.Cook = cook
		return true
	}
	return false
}
