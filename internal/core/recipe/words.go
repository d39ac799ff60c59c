package recipe

import (
	"maps"
	"slices"

	"jointime/internal/core/words"
)

// without are what a step takes without naming it.
var without = map[string][]string{
	"salt": {"season", "cure", "brine", "boil", "blanch"}, "oil": {"fry", "sear", "brown", "sweat", "roast", "dress"}, "butter": {"baste", "sweat", "fry"},
	"water": {"simmer", "boil", "poach", "soak", "blanch", "steam", "cover"}, "pepper": {"season"},
}

// takes tells whether the words of a step take a thing in, by name or without
// it.
func takes(said []string, thing string) bool {
	wanted := words.Telling(thing)
	for _, w := range wanted {
		if words.AnyOf(said, without[w]) {
			return true
		}
	}
	return words.AnyOf(said, wanted)
}

// UsedAt is the place of the step that uses a line; -1: none speaks of it.
func (c Component) UsedAt(l Line) int {
	if l.Step != "" {
		return c.StepAt(l.Step)
	}
	for i, s := range c.Steps() {
		if takes(s.words(), l.Name) {
			return i
		}
	}
	return -1
}

// Lexicon is every name of a book in plain words, to be looked up at once.
type Lexicon struct {
	Ingredients []Named
	Components  map[string][]string // plain name → ids
	Bought      map[string]string   // plain name of an ingredient → id
}

type Named struct{ ID, Name, Plain string }

func (b Book) Lexicon() Lexicon {
	l := Lexicon{Components: map[string][]string{}, Bought: map[string]string{}}
	for _, id := range slices.Sorted(maps.Keys(b.Ingredients)) {
		i := b.Ingredients[id]
		n := Named{id, i.Name, words.Plain(i.Name)}
		l.Ingredients = append(l.Ingredients, n)
		l.Bought[n.Plain] = id
	}
	for _, id := range slices.Sorted(maps.Keys(b.Components)) {
		plain := words.Plain(b.Components[id].Name)
		l.Components[plain] = append(l.Components[plain], id)
	}
	return l
}
