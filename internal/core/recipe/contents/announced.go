package contents

import (
	"slices"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// Announced is what the menu card says of a dish, or what a brief imposes, held against what is placed and what is
// in it.
type Announced struct {
	Said      []Phrase `json:"said" nullable:"false" doc:"in the order of the card, then of the brief"`
	NeverSaid []string `json:"neverSaid" nullable:"false" doc:"what is placed and neither names, nor anything of it"`
}

// Phrase is one thing that is announced.
type Phrase struct {
	Text    string   `json:"text"`
	Brief   bool     `json:"brief,omitempty" doc:"imposed by a brief"`
	In      []string `json:"in" nullable:"false" doc:"placed components in which it is, by name; none: it is not there"`
	Missing []string `json:"missing" nullable:"false" doc:"words of it that are in none of these"`
}

// AnnouncedOf compares them; nil: nothing is announced.
func AnnouncedOf(b recipe.Book, d recipe.Dish) *Announced {
	if d.Room == nil || d.Room.Card == "" && d.Room.Brief == "" {
		return nil
	}
	out := &Announced{Said: []Phrase{}, NeverSaid: []string{}}
	placed := placedWords(b, d)
	for k, text := range []string{d.Room.Card, d.Room.Brief} {
		for _, phrase := range phrases(text) {
			p := found(phrase, placed)
			p.Brief = k == 1
			out.Said = append(out.Said, p)
		}
	}
	said := words.Of(d.Room.Card + " " + d.Room.Brief)
	for _, p := range placed {
		named := slices.ContainsFunc(out.Said, func(s Phrase) bool { return slices.Contains(s.In, p.name) })
		if !named && !words.AnyOf(said, words.Telling(p.name)) {
			out.NeverSaid = append(out.NeverSaid, p.name)
		}
	}
	return out
}

// phrases are what a card lists, by its commas and its “and” and “with”.
func phrases(text string) (out []string) {
	for _, line := range strings.FieldsFunc(strings.ReplaceAll(strings.ReplaceAll(text, " with ", ", "), " and ", ", "), func(r rune) bool { return strings.ContainsRune(",;·\n", r) }) {
		if line = strings.TrimSpace(line); len(words.Telling(line)) > 0 {
			out = append(out, line)
		}
	}
	return out
}

// onPlate is a placed component by the words that it is told by.
type onPlate struct {
	name   string
	all    []string // of its name, its ingredients, its steps, and of what goes into it
	mainly []string // of its name and its ingredients
}

func placedWords(b recipe.Book, d recipe.Dish) (out []onPlate) {
	seen := map[string]bool{}
	for _, p := range d.Plate.Placings {
		if seen[p.Component] {
			continue
		}
		seen[p.Component] = true
		c := b.Made(p.Component)
		one := onPlate{name: c.Name, mainly: words.Telling(c.Name)}
		one.all = append(words.Of(c.Name), words.Of(p.Note+" "+p.Side)...)
		in := recipe.Dish{Parts: []recipe.Part{{Component: p.Component}}}
		for _, within := range b.Within(in) {
			for _, l := range within.Lines {
				one.all = append(one.all, words.Of(l.Name)...)
				if within.ID == p.Component {
					one.mainly = append(one.mainly, words.Telling(l.Name)...)
				}
			}
			for _, s := range within.Steps() {
				one.all = append(one.all, words.Of(s.Name+" "+s.Said)...)
			}
		}
		out = append(out, one)
	}
	return out
}

// found looks for a phrase: it is in a component that has any of its telling words in its name or in what it is made
// of. What of it is in none of these is missing; how a thing is done may be told by its steps.
func found(phrase string, placed []onPlate) Phrase {
	p := Phrase{Text: phrase, In: []string{}, Missing: []string{}}
	telling := words.Telling(phrase)
	var have []string
	best := 0
	for _, c := range placed {
		fits := c.fits(telling)
		if fits == 0 || fits < best {
			continue
		}
		if fits > best {
			p.In, have, best = []string{}, nil, fits
		}
		p.In = append(p.In, c.name)
		have = append(have, c.all...)
	}
	for _, w := range telling {
		if len(p.In) > 0 && !slices.ContainsFunc(have, func(h string) bool { return sameRoot(h, w) }) {
			p.Missing = append(p.Missing, w)
		}
	}
	return p
}

// fits counts the words of a phrase that a component is told by: those of its name twice.
func (c onPlate) fits(telling []string) (n int) {
	named := words.Of(c.name)
	for _, w := range telling {
		same := func(o string) bool { return sameRoot(o, w) }
		if slices.ContainsFunc(c.mainly, same) {
			n++
		}
		if slices.ContainsFunc(named, same) {
			n += 2
		}
	}
	return n
}

// sameRoot tells whether two words are of one root: crush and crushed, braise and braised.
func sameRoot(a, b string) bool {
	if len(a) > len(b) {
		a, b = b, a
	}
	return a == b || len(a) >= 4 && strings.HasPrefix(b, strings.TrimSuffix(a, "e")) && len(b)-len(a) <= 3
}
