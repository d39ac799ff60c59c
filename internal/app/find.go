package app

import (
	"cmp"
	"maps"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe/search"
	"jointime/internal/store"
)

// Match is something that the finder offers.
type Match struct {
	Kind   string `json:"kind" enum:"dish,component,by-product,ingredient,service,menu,kitchen,supplier"`
	ID     string `json:"id"`
	Name   string `json:"name"`
	Detail string `json:"detail,omitempty" doc:"its day, what it is in, what was found in it"`
	Of     string `json:"of,omitempty" doc:"of a component: a dish that it is on; of a by-product: the component that leaves it"`
}

// finder is all names of a book, ready to be looked through: every word of them, in order,
// with what it stands in.
type finder struct {
	entries []entry
	words   []string // sorted
	named   [][]int  // by word: entries whose name it is in
	within  [][]int  // and those in which it is otherwise
}

const ofByProduct = "by-product"

type entry struct {
	Match
	name string // in small letters
	more string // what else it is found by
	at   string // of a service: its day
	made time.Time
}

// newFinder gathers the names, in the order of their kinds, the newest first: services by their
// days, the others by when they were made, and what came together by name. What cannot be
// opened, a component on no dish and what is left over of one, is found only by its kind.
func newFinder(b Book) finder {
	f := finder{}
	add := func(kind, id, name, detail, of, more, at string) {
		f.entries = append(f.entries, entry{Match{kind, id, name, detail, of}, strings.ToLower(name), strings.ToLower(more), at, b.made[kind+"/"+id]})
	}
	on := map[string][]string{} // component → dishes
	recipes := b.Recipes()
	for _, d := range b.Dishes {
		var within []string
		for _, c := range recipes.Within(d) {
			within = append(within, c.Name)
			on[c.ID] = append(on[c.ID], d.ID)
			for _, l := range c.Lines {
				within = append(within, l.Name)
			}
		}
		add("dish", d.ID, d.Name, "", "", strings.Join(within, "\n"), "")
	}
	for _, c := range b.Components {
		dish := ""
		if dishes := on[c.ID]; len(dishes) > 0 {
			dish = slices.Min(dishes)
		}
		add("component", c.ID, c.Name, b.Dishes[dish].Name, dish, "", "")
		for _, p := range c.ByProducts {
			add(ofByProduct, p.ID, p.Name, c.Name, c.ID, "", "")
		}
	}
	for _, i := range b.Ingredients {
		add("ingredient", i.ID, i.Name, "", "", strings.Join(i.Also, "\n"), "")
	}
	for _, s := range b.Services {
		add("service", s.ID, s.Name, s.Day, "", s.Day, s.Day)
	}
	for _, m := range b.Menus {
		add("menu", m.ID, m.Name, "", "", "", "")
	}
	for _, k := range b.Kitchens {
		add("kitchen", k.ID, k.Name, "", "", "", "")
	}
	for _, s := range b.Suppliers {
		add("supplier", s.ID, s.Name, "", "", "", "")
	}
	kinds := []string{"dish", "service", "menu", "component", ofByProduct, "ingredient", "kitchen", "supplier"}
	slices.SortFunc(f.entries, func(x, y entry) int {
		return cmp.Or(cmp.Compare(slices.Index(kinds, x.Kind), slices.Index(kinds, y.Kind)), cmp.Compare(y.at, x.at), y.made.Compare(x.made), cmp.Compare(x.name, y.name), cmp.Compare(x.ID, y.ID))
	})
	f.index()
	return f
}

// index notes in which entries every word stands.
func (f *finder) index() {
	named, within := map[string][]int{}, map[string][]int{}
	note := func(in map[string][]int, text string, at int) {
		for w := range search.Words(text) {
			if l := in[w]; len(l) == 0 || l[len(l)-1] != at {
				in[w] = append(l, at)
			}
		}
	}
	for i, e := range f.entries {
		note(named, e.name, i)
		note(within, e.more, i)
	}
	f.words = slices.Collect(maps.Keys(named))
	for w := range within {
		if _, there := named[w]; !there {
			f.words = append(f.words, w)
		}
	}
	slices.Sort(f.words)
	for _, w := range f.words {
		f.named, f.within = append(f.named, named[w]), append(f.within, within[w])
	}
}

// How a word is found in an entry: not, in what is in it, in its name.
const (
	notFound = iota
	foundWithin
	foundNamed
)

// find lists what has names with words that begin with all of some words, or has such a thing
// in it: names first. Kinds, if any, are those that are looked for.
func (f finder) find(words []string, kinds []string, most int) (out []Match, all int) {
	var named, within []int
	for i, how := range f.ranks(words) {
		switch {
		case how == notFound || !f.entries[i].among(kinds):
		case how == foundNamed:
			named = append(named, i)
		default:
			within = append(within, i)
		}
	}
	list := append(named, within...)
	for k, i := range list[:min(len(list), most)] {
		e := f.entries[i]
		if k >= len(named) && e.Kind == string(store.Dish) {
			e.Detail = lineOf(e.more, words[len(words)-1])
		}
		out = append(out, e.Match)
	}
	return out, len(list)
}

// among tells whether an entry is of one of some kinds; of none: whether it can be opened.
func (e entry) among(kinds []string) bool {
	if len(kinds) > 0 {
		return slices.Contains(kinds, e.Kind)
	}
	return e.Kind != ofByProduct && (e.Kind != string(store.Component) || e.Of != "")
}

// ranks are how all of some words are found, by entry.
func (f finder) ranks(words []string) []int8 {
	how := slices.Repeat([]int8{foundNamed}, len(f.entries))
	for _, w := range words {
		one := make([]int8, len(f.entries))
		first, _ := slices.BinarySearch(f.words, w)
		for k := first; k < len(f.words) && strings.HasPrefix(f.words[k], w); k++ {
			for _, i := range f.within[k] {
				one[i] = max(one[i], foundWithin)
			}
			for _, i := range f.named[k] {
				one[i] = foundNamed
			}
		}
		for i := range how {
			how[i] = min(how[i], one[i])
		}
	}
	return how
}

// lineOf is the line in which a word is found.
func lineOf(text, word string) string {
	for line := range strings.SplitSeq(text, "\n") {
		if search.Begins(line, word) {
			return line
		}
	}
	return ""
}
