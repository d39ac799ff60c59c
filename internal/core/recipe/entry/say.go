package entry

import (
	"fmt"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// SayLine writes a line as one reads it out: "200 g swede, peeled".
func SayLine(l recipe.Line) string {
	text := l.Name
	if l.Amount != nil {
		text = l.Amount.String() + " " + text
	}
	if l.Note != "" {
		text += ", " + l.Note
	}
	return text
}

// SayStep writes a step in one line, as it can be typed: "roast 12 min at 220 °C,
// until golden, then rest 4 min to 8 min". A step that was typed and not
// changed since says that better.
func SayStep(s recipe.Step) string {
	parts := []string{s.Name}
	if s.Time != nil {
		parts[0] += " " + s.Time.Say()
	}
	for _, n := range s.Equipment {
		if n.Setting != nil {
			parts[0] += fmt.Sprintf(" at %d °C", *n.Setting)
		}
	}
	if cue := s.Cue(); cue != "" {
		parts = append(parts, "until "+cue)
	}
	switch {
	case s.Hands.Work == recipe.AllHands:
		parts = append(parts, "hands-on")
	case s.Hands.Work == recipe.NoHands:
		parts = append(parts, "unattended")
	default:
		var slices []string
		for _, h := range s.Hands.Slices {
			slices = append(slices, units.FormatDuration(h.For))
		}
		parts = append(parts, "hands-on "+strings.Join(slices, " and "))
	}
	if w := s.Then; w.Least > 0 {
		word := "rest"
		if w.Reason != "" {
			word = w.Reason
		}
		rest := "then " + word + " " + units.FormatDuration(w.Least)
		if w.Most != nil {
			rest += " to " + units.FormatDuration(*w.Most)
		}
		parts = append(parts, rest)
	}
	return strings.Join(parts, ", ")
}
