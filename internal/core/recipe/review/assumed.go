package review

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// assumed lists what a step has that nobody said and a cook takes as said: it holds until
// somebody says otherwise.
func assumed(c recipe.Component, s recipe.Step) (gaps []recipe.Gap) {
	for _, field := range s.Ours {
		g := recipe.Gap{Component: c.ID, Step: s.ID, Line: field, Field: recipe.GapAssumed, Title: words.Step(c.Name, s.Name), HoldsUp: recipe.CannotBeJudged, Lesser: true, Options: []string{entry.AssumedRight}}
		small := s.Hands.Work == recipe.AllHands && slices.Contains(s.Ours, "time") && slices.Contains(s.Ours, "hands")
		switch field {
		case "hands":
			if small { // told with its time
				continue
			}
			g.Question = "Hands-on " + entry.SayHands(s.Hands)
			for _, way := range entry.Ways {
				if way.Said != entry.WayOf(s.Hands).Said {
					g.Options = append(g.Options, words.Upper(way.Said))
				}
			}
		case "time":
			if s.Time == nil {
				continue
			}
			g.Question, g.Example = s.Time.Say(), "3 min"
			if small {
				g.Question += ", hands-on"
			}
		case "setting":
			var set []string
			for _, n := range s.Equipment {
				if n.Setting != nil {
					set = append(set, fmt.Sprintf("%s %d °C", n.Kind, *n.Setting))
				}
			}
			g.Question, g.Example = strings.Join(set, ", "), "180"
		case "cue":
			g.Question, g.Example = "until "+s.Cue(), "golden"
		case "wait":
			if s.Then.Most == nil {
				continue
			}
			g.Question, g.Example = "up to "+units.FormatDuration(*s.Then.Most)+" "+s.Then.Reason, "10 min"
		default:
			continue
		}
		gaps = append(gaps, g)
	}
	return gaps
}
