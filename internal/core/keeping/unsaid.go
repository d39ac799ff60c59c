package keeping

import (
	"regexp"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// What nobody said of a wait: hot food does not wait for as long as one likes. The figures are
// common practice, without a source; they are proposed, and planned with until somebody says
// otherwise.
const (
	SoonOverWaits = 2 * 60  // fried, seared, crisp
	hotWaits      = 10 * 60 // what is hot otherwise
	coolsDown     = 40 * 60 // what has stood for so long is not hot any more
)

// Unsaid is what is taken for the longest wait after a step where nobody said one.
type Unsaid struct {
	Most int64 // seconds
	Rest bool  // it rests; otherwise it waits for the plate, or for the next step
	Next bool  // for the next step
}

var (
	restWords = regexp.MustCompile(`(?i)^(?:|.*\b(?:rest|hold|held|keep|kept|stand|warm|hot|covered|tented)\b.*)$`)
	coldWords = regexp.MustCompile(`(?i)\b(?:chill|chilled|fridge|cold|ice|iced|freeze|freezer|frozen|set|cool|cooled|cure|brine|marinat\w*|soak|prove|proof|overnight)\b`)
	soonOver  = regexp.MustCompile(`(?i)\b(?:fry|deep-fry|deep fry|crisp|tempura|soufflé|sear|grill|plancha)\b`)
)

// SaysCold tells whether words speak of the cold.
func SaysCold(text string) bool { return coldWords.MatchString(text) }

// Cooks tells whether a step is done on something that food cooks on or in.
func Cooks(k kitchen.Kitchen, s recipe.Step) bool {
	return slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(k.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}

// ColdPlace tells a kind of place that keeps cold.
func ColdPlace(k kitchen.Kitchen, kind string) bool {
	return kind == "fridge" || kind == "freezer" || slices.ContainsFunc(k.OfKind(kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" || e.Keeps == "frozen" })
}

// UnsaidWait is what is taken for the wait after a step of a component; false where it was
// said, or may be long.
func UnsaidWait(k kitchen.Kitchen, c recipe.Component, at int) (Unsaid, bool) {
	steps := c.Steps()
	s, last := steps[at], at == len(steps)-1
	w := s.Then
	keeps := slices.ContainsFunc(c.Keeps, func(p recipe.Keep) bool { return p.Place == "hot" || p.Place == "ambient" })
	if w.Most != nil || keeps || SaysCold(w.Reason) || w.Place != nil && ColdPlace(k, w.Place.Kind) {
		return Unsaid{}, false
	}
	if !Cooks(k, s) { // carved, sliced, portioned: it is as hot as it came
		return Unsaid{Most: hotWaits}, last && w.Least == 0 && !SaysCold(s.Name) && comesHot(k, steps[:at])
	}
	over := soonOver.MatchString(s.Name)
	switch {
	case w.Least > 0 && restWords.MatchString(w.Reason):
		return Unsaid{Most: 2 * w.Least, Rest: true}, true
	case w.Least > 0 || SaysCold(s.Name):
		return Unsaid{}, false
	case last && over:
		return Unsaid{Most: SoonOverWaits}, true
	case last:
		return Unsaid{Most: hotWaits}, true
	case over && w.Place == nil && w.Reason == "":
		return Unsaid{Most: SoonOverWaits, Next: true}, true
	}
	return Unsaid{}, false
}

// comesHot tells whether food comes hot out of some steps: cooked in one of them, and neither
// chilled nor left to stand for long since.
func comesHot(k kitchen.Kitchen, steps []recipe.Step) bool {
	for at := len(steps) - 1; at >= 0; at-- {
		s := steps[at]
		w := s.Then
		if SaysCold(s.Name) || SaysCold(w.Reason) || w.Place != nil && ColdPlace(k, w.Place.Kind) || w.Least >= coolsDown || w.Most == nil {
			return false
		}
		if Cooks(k, s) {
			return true
		}
	}
	return false
}
