package runup

import (
	"fmt"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// blame finds the step, or the plate, that a proof of impossibility speaks of: the
// first of the chain, for it is the one that would have to begin before there is
// anything to begin with.
func blame(works []work.Work, m work.Map, no *solve.Impossible) (key, why string) {
	if len(works) == 0 {
		return "", no.Reason
	}
	return works[0].Key(), cannot(works, m, no)
}

// cannot says in the words of the kitchen why something cannot be planned.
func cannot(works []work.Work, m work.Map, no *solve.Impossible) string {
	var names []string
	for _, w := range works {
		names = append(names, words.Step(w.Made, w.Name))
	}
	lacks := named(no.Lack.Resource, m)
	switch no.Kind {
	case solve.Circle:
		return "These wait for each other: " + words.List(names)
	case solve.TooLate:
		return names[0] + " does not fit before the plate"
	case solve.TooFew:
		return fmt.Sprintf("Needs %s, %s has %d", words.Count(int(no.Lack.Need), "place"), lacks, no.Lack.Have)
	case solve.TooShort:
		return fmt.Sprintf("Needs %s, but %s is there for %s at most", units.FormatDuration(no.Lack.Need), lacks, units.FormatDuration(no.Lack.Have))
	case solve.Itself:
		return names[0] + " waits for itself"
	case solve.NoHold:
		return fmt.Sprintf("Its hold needs %s, %s has %d", words.Count(int(no.Lack.Need), "place"), lacks, no.Lack.Have)
	case solve.TooLong:
		return fmt.Sprintf("%s too long in a row: %s", units.FormatOver(no.Lack.Need), words.List(names))
	}
	return no.Reason
}

// named is the name of a resource.
func named(id string, m work.Map) string {
	for _, r := range m.Resources {
		if r.ID == id {
			return r.Name
		}
	}
	return id
}
