// Package search finds dishes by what is in them.
package search

import (
	"iter"
	"maps"
	"slices"
	"strings"
	"sync"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/review"
)

// Shelf is a book made ready to be searched: what is in every dish, how long
// before the plate it begins, and every word by which it can be found. What is open of a
// dish is worked out when it is shown, once.
type Shelf struct {
	entries []Entry
	words   []string // by entry: all names in it, in small letters
	seasons [][12]bool
	open    []func() open
}

// open is what is open of a dish.
type open struct {
	gaps, lesser int
	faults       []string
}

// Entry is a dish in a search.
type Entry struct {
	Dish       string        `json:"dish"`
	Name       string        `json:"name"`
	Components []string      `json:"components" nullable:"false"`
	Allergens  []string      `json:"allergens" nullable:"false" doc:"names"`
	Unknown    int           `json:"unknown" doc:"how many things of which no allergens were told"`
	Vegetarian recipe.Answer `json:"vegetarian" enum:"yes,no,unknown"`
	Must       int64         `json:"must" doc:"seconds before the plate at which it must be begun"`
	Gaps       int           `json:"gaps" doc:"that hold it up"`
	Lesser     int           `json:"lesser" doc:"gaps that do not"`
	Versions   []string      `json:"versions" nullable:"false"`
	Faults     []string      `json:"faults" nullable:"false" doc:"objects that do not come out in time, versions that break their claim"`
	Because    string        `json:"because,omitempty" doc:"where a search found its words"`

	contents contents.Contents
	places   []string // what to say for a word that is found
	lower    []string // the same in small letters
}

// NewShelf makes a book ready. It takes time for every dish, once: several are made ready side
// by side, for whoever searches after a change waits for it.
func NewShelf(b recipe.Book, k kitchen.Kitchen) Shelf {
	ids := slices.Sorted(maps.Keys(b.Dishes))
	s := Shelf{entries: make([]Entry, len(ids)), words: make([]string, len(ids)), seasons: make([][12]bool, len(ids)), open: make([]func() open, len(ids))}
	lexicon := sync.OnceValue(b.Lexicon)
	const hands = 4
	var all sync.WaitGroup
	for from := range hands {
		all.Go(func() {
			for i := from; i < len(ids); i += hands {
				d := b.Dishes[ids[i]]
				s.entries[i], s.seasons[i] = entryOf(b, d, k)
				s.words[i] = strings.ToLower(strings.Join(s.entries[i].places, "\n") + "\n" + strings.Join(s.entries[i].Allergens, "\n"))
				s.open[i] = sync.OnceValue(func() open { return openOf(b, d, k, lexicon()) })
			}
		})
	}
	all.Wait()
	return s
}

// entryOf is a dish, ready to be found, and in which months all that is in it is in season.
func entryOf(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) (Entry, [12]bool) {
	e := Entry{Dish: d.ID, Name: d.Name, Components: []string{}, Allergens: []string{}, Versions: []string{}, contents: contents.In(b, d, k)}
	for _, f := range e.contents.Allergens {
		e.Allergens = append(e.Allergens, f.Name)
	}
	e.Unknown, e.Vegetarian = len(e.contents.Unknown), e.contents.Vegetarian
	for _, v := range d.Versions {
		e.Versions = append(e.Versions, v.Name)
	}
	season := [12]bool{true, true, true, true, true, true, true, true, true, true, true, true}
	e.places = append(e.places, d.Name)
	for _, c := range b.Within(d) {
		e.Components = append(e.Components, c.Name)
		e.Must = max(e.Must, b.Lead(c, 1).Must)
		e.places = append(e.places, c.Name)
		for _, l := range c.Lines {
			e.places = append(e.places, l.Name+" in "+c.Name)
			for m := range season {
				season[m] = season[m] && b.Ingredients[l.Ingredient].InSeason(m+1)
			}
		}
	}
	for _, p := range e.places {
		e.lower = append(e.lower, strings.ToLower(p))
	}
	return e, season
}

func openOf(b recipe.Book, d recipe.Dish, k kitchen.Kitchen, known recipe.Lexicon) (o open) {
	o.faults = review.Faults(b, d, k, d.Versions)
	for _, g := range review.GapsWith(b, d, k, known) {
		if g.Lesser {
			o.lesser++
		} else {
			o.gaps++
		}
	}
	return o
}

// Query is what is looked for in a book. All of it must hold.
type Query struct {
	Words   string   `json:"words,omitempty" doc:"each must begin a word of the dish, a component, an ingredient or an allergen in it"`
	Without []string `json:"without,omitempty" doc:"what it must surely be free of, as for a version"`
	Month   int      `json:"month,omitempty" doc:"1 to 12: all that is in it can be had then"`
	Within  int64    `json:"within,omitempty" doc:"seconds: it can be begun so late"`

	Skip int `json:"-"` // so many of them
	Most int `json:"-"` // so many at the most; 0: all
}

// Size is how many dishes there are.
func (s Shelf) Size() int { return len(s.entries) }

// Search lists the dishes that a query finds, those that bear the words in
// their own name first, and counts them all.
func (s Shelf) Search(q Query) (list []Entry, all int) {
	type hit struct {
		Entry
		at, rank int
	}
	var hits []hit
	words := strings.Fields(strings.ToLower(q.Words))
	for i, e := range s.entries {
		if q.Within > 0 && e.Must > q.Within || q.Month >= 1 && q.Month <= 12 && !s.seasons[i][q.Month-1] || !e.surelyWithout(q.Without) {
			continue
		}
		rank, ok := 0, true
		for _, w := range words {
			if ok = Begins(s.words[i], w); !ok {
				break
			}
			if !Begins(strings.ToLower(e.Name), w) {
				rank++
				e.Because = e.found(w)
			}
		}
		if ok {
			hits = append(hits, hit{e, i, rank})
		}
	}
	slices.SortStableFunc(hits, func(a, b hit) int {
		if a.rank != b.rank {
			return a.rank - b.rank
		}
		return strings.Compare(a.Name, b.Name)
	})
	all = len(hits)
	hits = hits[min(q.Skip, all):]
	if q.Most > 0 {
		hits = hits[:min(q.Most, len(hits))]
	}
	list = make([]Entry, len(hits))
	for i, h := range hits {
		o := s.open[h.at]()
		h.Gaps, h.Lesser, h.Faults = o.gaps, o.lesser, o.faults
		list[i] = h.Entry
	}
	return list, all
}

// Begins reports whether a word of a text begins with w; both are in small letters.
func Begins(text, w string) bool {
	for at := 0; ; {
		k := strings.Index(text[at:], w)
		if k < 0 {
			return false
		}
		if at+k == 0 || !isLetter(text[at+k-1]) {
			return true
		}
		at += k + len(w)
	}
}

// Words are the words of a text in small letters, as Begins finds them: each from where it
// begins until the next space.
func Words(text string) iter.Seq[string] {
	return func(yield func(string) bool) {
		for from := range len(text) {
			if isSpace(text[from]) || from > 0 && isLetter(text[from-1]) {
				continue
			}
			to := from
			for to < len(text) && !isSpace(text[to]) {
				to++
			}
			if !yield(text[from:to]) {
				return
			}
		}
	}
}

func isSpace(b byte) bool { return b == ' ' || b == '\n' || b == '\t' }

func isLetter(b byte) bool { return b >= 'a' && b <= 'z' || b >= 0x80 }

// found says where a word stands.
func (e Entry) found(w string) string {
	for i, p := range e.lower {
		if Begins(p, w) {
			return e.places[i]
		}
	}
	for _, f := range e.contents.Allergens {
		if Begins(f.Name, w) {
			return f.Name + " from " + f.From[0]
		}
	}
	return ""
}

func (e Entry) surelyWithout(things []string) bool {
	for _, what := range things {
		if answer, _ := e.contents.Without(what); answer != recipe.Yes {
			return false
		}
	}
	return true
}
