package recipe

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
)

// Shelf is a book made ready to be searched: what is in every dish, how long
// before the plate it begins, and every word by which it can be found.
type Shelf struct {
	entries []Entry
	words   []string // by entry: all names in it, in small letters
	seasons [][12]bool
}

// Entry is a dish in a search.
type Entry struct {
	Dish       string   `json:"dish"`
	Name       string   `json:"name"`
	Components []string `json:"components" nullable:"false"`
	Allergens  []string `json:"allergens" nullable:"false" doc:"names"`
	Unknown    int      `json:"unknown" doc:"how many things of which no allergens were told"`
	Vegetarian Answer   `json:"vegetarian" enum:"yes,no,unknown"`
	Must       int64    `json:"must" doc:"seconds before the plate at which it must be begun"`
	Gaps       int      `json:"gaps" doc:"that hold it up"`
	Lesser     int      `json:"lesser" doc:"gaps that do not"`
	Versions   []string `json:"versions" nullable:"false"`
	Faults     []string `json:"faults" nullable:"false" doc:"objects that do not come out in time, versions that break their claim"`
	Because    string   `json:"because,omitempty" doc:"where a search found its words"`

	contents Contents
	places   []string // what to say for a word that is found
	lower    []string // the same in small letters
}

// NewShelf makes a book ready. It takes time for every dish, once.
func NewShelf(b Book, k kitchen.Kitchen) Shelf {
	var s Shelf
	known := b.lexicon()
	for _, id := range sortedKeys(b.Dishes) {
		d := b.Dishes[id]
		e := Entry{Dish: id, Name: d.Name, Components: []string{}, Allergens: []string{}, Versions: []string{}, Faults: b.Faults(d, k), contents: b.Contents(d, k)}
		for _, f := range e.contents.Allergens {
			e.Allergens = append(e.Allergens, f.Name)
		}
		e.Unknown, e.Vegetarian = len(e.contents.Unknown), e.contents.Vegetarian
		for _, g := range b.gaps(d, k, known) {
			if g.Lesser {
				e.Lesser++
			} else {
				e.Gaps++
			}
		}
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
		s.entries, s.seasons = append(s.entries, e), append(s.seasons, season)
		s.words = append(s.words, strings.ToLower(strings.Join(e.places, "\n")+"\n"+strings.Join(e.Allergens, "\n")))
	}
	return s
}

// Faults lists what is wrong with a dish wherever it is: objects that do not
// come out in time, and versions that are not without what they say.
func (b Book) Faults(d Dish, k kitchen.Kitchen) []string {
	out := []string{}
	for _, c := range b.Within(d) {
		for _, f := range c.TakeOutFaults() {
			out = append(out, c.Name+": "+f.What)
		}
	}
	for _, v := range d.Versions {
		for _, claim := range b.Version(d, v, k, 1).Broken {
			word := "there is"
			if claim.Answer == Unknown {
				word = "there may be"
			}
			out = append(out, fmt.Sprintf("Version “%s”: %s %s in it, from %s", v.Name, word, claim.What, strings.Join(claim.From, "; ")))
		}
	}
	return out
}

// Query is what is looked for in a book. All of it must hold.
type Query struct {
	Words   string   `json:"words,omitempty" doc:"each must begin a word of the dish, a component, an ingredient or an allergen in it"`
	Without []string `json:"without,omitempty" doc:"what it must surely be free of, as for a version"`
	Month   int      `json:"month,omitempty" doc:"1 to 12: all that is in it can be had then"`
	Within  int64    `json:"within,omitempty" doc:"seconds: it can be begun so late"`
}

// Search lists the dishes that a query finds, those that bear the words in
// their own name first.
func (s Shelf) Search(q Query) []Entry {
	type hit struct {
		Entry
		rank int
	}
	var hits []hit
	words := strings.Fields(strings.ToLower(q.Words))
	for i, e := range s.entries {
		if q.Within > 0 && e.Must > q.Within || q.Month >= 1 && q.Month <= 12 && !s.seasons[i][q.Month-1] || !e.surelyWithout(q.Without) {
			continue
		}
		rank, ok := 0, true
		for _, w := range words {
			if ok = begins(s.words[i], w); !ok {
				break
			}
			if !begins(strings.ToLower(e.Name), w) {
				rank++
				e.Because = e.found(w)
			}
		}
		if ok {
			hits = append(hits, hit{e, rank})
		}
	}
	slices.SortStableFunc(hits, func(a, b hit) int {
		if a.rank != b.rank {
			return a.rank - b.rank
		}
		return strings.Compare(a.Name, b.Name)
	})
	out := make([]Entry, len(hits))
	for i, h := range hits {
		out[i] = h.Entry
	}
	return out
}

// begins tells whether a word of a text begins with w.
func begins(text, w string) bool {
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

func isLetter(b byte) bool { return b >= 'a' && b <= 'z' || b >= 0x80 }

// found says where a word stands.
func (e Entry) found(w string) string {
	for i, p := range e.lower {
		if begins(p, w) {
			return e.places[i]
		}
	}
	for _, f := range e.contents.Allergens {
		if begins(f.Name, w) {
			return f.Name + " from " + f.From[0]
		}
	}
	return ""
}

func (e Entry) surelyWithout(things []string) bool {
	for _, what := range things {
		if answer, _ := e.contents.Without(what); answer != Yes {
			return false
		}
	}
	return true
}

// Fall is a dish that a refused delivery brings down.
type Fall struct {
	Dish     string   `json:"dish"`
	Name     string   `json:"name"`
	By       []string `json:"by" nullable:"false" doc:"the components that need it"`
	Versions []string `json:"versions" nullable:"false" doc:"versions that do not need it"`
}

// StandIn is what could take the place of an ingredient, and what of it
// changes.
type StandIn struct {
	Ingredient string   `json:"ingredient"`
	Name       string   `json:"name"`
	Factor     float64  `json:"factor"`
	Note       string   `json:"note,omitempty"`
	Brings     []string `json:"brings" nullable:"false" doc:"allergens that it brings and the other does not"`
	Unknown    bool     `json:"unknown" doc:"its allergens were never told"`
}

// Refused says which dishes fall when an ingredient does not come, and what
// could stand in for it.
func (b Book) Refused(ingredient string) (falls []Fall, standIns []StandIn) {
	falls, standIns = []Fall{}, []StandIn{}
	for _, id := range sortedKeys(b.Dishes) {
		d := b.Dishes[id]
		by := b.needs(d, ingredient)
		if len(by) == 0 {
			continue
		}
		f := Fall{Dish: id, Name: d.Name, By: by, Versions: []string{}}
		for _, v := range d.Versions {
			served, book, _ := b.Served(d, v)
			if len(book.needs(served, ingredient)) == 0 {
				f.Versions = append(f.Versions, v.Name)
			}
		}
		falls = append(falls, f)
	}
	for _, s := range b.Ingredients[ingredient].Substitutes {
		standIns = append(standIns, b.standIn(b.Ingredients[ingredient], s))
	}
	return falls, standIns
}

// needs names the components of a dish that take an ingredient.
func (b Book) needs(d Dish, ingredient string) (by []string) {
	for _, c := range b.Within(d) {
		if c.Method().Bought == nil && slices.ContainsFunc(c.Lines, func(l Line) bool { return l.Ingredient == ingredient }) {
			by = append(by, c.Name)
		}
	}
	return by
}

func (b Book) standIn(of Ingredient, s Substitute) StandIn {
	i := b.Ingredients[s.Ingredient]
	out := StandIn{Ingredient: s.Ingredient, Name: i.Name, Factor: s.Factor, Note: s.Note, Brings: []string{}, Unknown: i.Allergens == nil}
	if out.Factor == 0 {
		out.Factor = 1
	}
	if out.Name == "" {
		out.Name = s.Ingredient
	}
	if i.Allergens != nil {
		for _, a := range *i.Allergens {
			if of.Allergens == nil || !slices.Contains(*of.Allergens, a) {
				out.Brings = append(out.Brings, a)
			}
		}
	}
	return out
}
