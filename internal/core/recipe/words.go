package recipe

import (
	"maps"
	"slices"
	"strings"

	"jointime/internal/core/words"
)

// without are what a step takes without naming it: common practice, no source.
var without = map[string][]string{
	"salt": {"season", "cure", "brine", "boil", "blanch"}, "oil": {"fry", "sear", "brown", "sweat", "roast", "dress", "confit"}, "butter": {"baste", "sweat", "fry", "crush", "mash", "mount", "foam"},
	"water": {"simmer", "boil", "poach", "soak", "blanch", "steam", "cover"}, "pepper": {"season"}, "stock": {"simmer", "braise", "poach", "boil"}, "wine": {"deglaze", "braise"},
	"flour": {"coat", "crumb", "dust", "bind", "dredge", "pane"}, "breadcrumb": {"crumb", "pane"}, "egg": {"crumb", "bind", "glaze", "pane"}, "sugar": {"caramelise", "sweeten", "poach"}, "vinegar": {"pickle", "dress"},
}

// allOfIt are words for all that is on a list; anyVegetable are words for vegetables of it.
var (
	allOfIt      = []string{"everything", "ingredient", "lot"}
	anyVegetable = []string{"veg", "vegetable", "mirepoix", "aromatic"}
	vegetables   = []string{"carrot", "onion", "celery", "leek", "garlic", "fennel", "shallot", "swede", "parsnip", "turnip", "celeriac"}
)

// takes tells whether the words of a step take a thing in, by name or without
// it.
func takes(said []string, thing string) bool {
	wanted := words.Telling(thing)
	if words.AnyOf(said, allOfIt) || words.AnyOf(said, anyVegetable) && words.AnyOf(wanted, vegetables) {
		return true
	}
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

// Silent are the lines that no step speaks of. What stands first on a list, and what is
// bought whole, is what the steps are done to; what is free is nobody's question.
func (c Component) Silent() (out []Line) {
	for i, l := range c.Lines {
		if i > 0 && !l.Gross && !l.Free && !words.Names(c.Name, l.Name) && c.UsedAt(l) < 0 {
			out = append(out, l)
		}
	}
	return out
}

// Either names lines of which any may be meant: "butter, thyme or bay".
func Either(lines []Line) string {
	var names []string
	for _, l := range lines {
		names = append(names, l.Name)
	}
	return strings.ReplaceAll(words.List(names), " and ", " or ")
}

// Lexicon is every name of a book in plain words, to be looked up at once.
type Lexicon struct {
	Ingredients []Named
	Components  map[string][]string // plain name → ids
	Bought      map[string]string   // plain name of an ingredient → id
	Alike       map[string][]string // telling words of an ingredient → ids
}

type Named struct{ ID, Name, Plain string }

func (b Book) Lexicon() Lexicon {
	l := Lexicon{Components: map[string][]string{}, Bought: map[string]string{}, Alike: map[string][]string{}}
	for _, id := range slices.Sorted(maps.Keys(b.Ingredients)) {
		i := b.Ingredients[id]
		n := Named{id, i.Name, words.Plain(i.Name)}
		l.Ingredients = append(l.Ingredients, n)
		l.Bought[n.Plain] = id
		if key := words.Key(i.Name); key != "" {
			l.Alike[key] = append(l.Alike[key], id)
		}
	}
	for _, id := range slices.Sorted(maps.Keys(b.Components)) {
		plain := words.Plain(b.Components[id].Name)
		l.Components[plain] = append(l.Components[plain], id)
	}
	return l
}
