package recipe

import (
	"strings"

	"jointime/internal/core/units"
)

// Word is what whoever does a step has to know beside its time: when what happens, and what
// then. When is empty for a remark.
type Word struct {
	When string `json:"when,omitempty" doc:"empty: a remark"`
	Then string `json:"then"`
}

// Words are the remark of a step, what hands do inside it, how it is tested, and what is done
// when it is not yet right, went too far or goes wrong, each in the order in which it was typed.
func (s Step) Words() (out []Word) {
	say := func(when, then string) {
		if then = strings.TrimSpace(then); then != "" {
			out = append(out, Word{when, then})
		}
	}
	say("", s.Note)
	for _, w := range s.Flames() {
		say(w.When, w.Then)
	}
	for _, h := range s.Hands.Slices {
		if !h.Assumed {
			say(atMoment(h.At), h.What)
		}
	}
	if d := s.Then.Does; d != nil {
		out = append(out, d.word())
	}
	if s.Unbroken {
		say("", "do not leave")
	}
	say("stop short", s.Short)
	for _, c := range s.Cues {
		say("test", c.How)
		if c.NotYet != "" || c.More > 0 {
			then := "longer"
			if c.More > 0 {
				then = units.FormatDuration(c.More) + " more"
			}
			say(joined("not yet", c.NotYet), then)
		}
		if c.TooFar != "" || c.Then != "" {
			say(joined("too far", c.TooFar), orElse(c.Then, "start again"))
		}
		say("looks wrong, is right", c.LooksWrong)
	}
	for _, t := range s.Troubles {
		when := joined(t.What, t.Follows)
		for i, rescue := range strings.Split(t.Rescue, ";") {
			if i > 0 {
				when = "if not"
			}
			say(when, orElse(strings.TrimSpace(rescue), "watch for it"))
		}
	}
	return out
}

// atMoment says when in a step: "at 3 min", "30 s before the end".
func atMoment(seconds int64) string {
	switch {
	case seconds < 0:
		return units.FormatDuration(-seconds) + " before the end"
	case seconds == 0:
		return "at the start"
	}
	return "at " + units.FormatDuration(seconds)
}

func joined(what, detail string) string { return strings.TrimSuffix(what+": "+detail, ": ") }

func orElse(text, other string) string {
	if strings.TrimSpace(text) == "" {
		return other
	}
	return text
}
