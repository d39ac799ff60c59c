package entry

import (
	"fmt"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// SayLine writes a line as one reads it out: "200 g swede, peeled".
func SayLine(l recipe.Line) string {
	text := l.Name
	switch {
	case l.Between != nil:
		text = l.Between.String() + " " + text
	case l.Amount != nil:
		text = l.Amount.String() + " " + text
	}
	if l.Either != nil {
		text += ", " + l.Either.String()
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
		parts = append(parts, "hands-on "+strings.Join(sayStretches(s.Hands.Slices), " and "))
	}
	if s.EachWave {
		parts = append(parts, "to order")
	}
	if s.Note != "" {
		parts = append(parts, s.Note)
	}
	if w := s.Then; w.Least > 0 || w.Most != nil {
		parts = append(parts, "then "+sayWait(w))
		if m := w.Moved; m != nil {
			parts = append(parts, "then "+sayWait(recipe.Wait{Least: m.Least, Most: m.Most, Reason: orRest(m.Reason, "keep")}))
		}
	}
	if d := s.NotBefore; d != nil {
		parts = append(parts, "not before "+sayHour(*d))
	}
	if d := s.By; d != nil {
		parts = append(parts, "by "+sayHour(*d))
	}
	return strings.Join(parts, ", ")
}

func sayWait(w recipe.Wait) string {
	word := orRest(w.Reason, "rest")
	switch {
	case w.Most == nil:
		return word + " " + units.FormatDuration(w.Least)
	case w.Least == 0 && *w.Most == 0:
		return "at once"
	case w.Least == 0:
		return word + " up to " + units.FormatDuration(*w.Most)
	}
	text := word + " " + units.FormatDuration(w.Least) + " to " + units.FormatDuration(*w.Most)
	if w.Best != nil {
		text += ", best " + units.FormatDuration(*w.Best)
	}
	return text
}

func orRest(reason, other string) string {
	if reason == "" {
		return other
	}
	return reason
}

// sayHour is an hour as it is typed; a day before that is further off is told in days.
func sayHour(d recipe.Deadline) string {
	switch d.DaysBefore {
	case 0:
		return d.Clock
	case 1:
		return d.Clock + " the day before"
	}
	return fmt.Sprintf("%s %s before", d.Clock, words.Count(d.DaysBefore, "day"))
}

func sayStretches(list []recipe.Slice) (out []string) {
	for _, h := range list {
		out = append(out, units.FormatDuration(h.For))
	}
	if len(out) > 4 {
		return []string{words.Count(len(list), "time")}
	}
	return out
}
