package app

import (
	"cmp"
	"slices"
	"strings"

	"jointime/internal/core/recipe/search"
	"jointime/internal/store"
)

// Match is something that the finder offers.
type Match struct {
	Kind   string `json:"kind" enum:"dish,component,ingredient,service,menu,kitchen,supplier"`
	ID     string `json:"id"`
	Name   string `json:"name"`
	Detail string `json:"detail,omitempty" doc:"its day, what it is in, what was found in it"`
	Of     string `json:"of,omitempty" doc:"of a component: a dish that it is on"`
}

// finder is all names of a book, ready to be looked through.
type finder struct{ entries []entry }

type entry struct {
	Match
	name string // in small letters
	more string // what else it is found by
	at   string // of a service: its day
}

// newFinder gathers the names, in the order of their kinds, services by their days with the
// newest first, the others by name. Only what can be opened is in it.
func newFinder(b Book) finder {
	f := finder{}
	add := func(kind, id, name, detail, of, more, at string) {
		f.entries = append(f.entries, entry{Match{kind, id, name, detail, of}, strings.ToLower(name), strings.ToLower(more), at})
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
		dishes := on[c.ID]
		slices.Sort(dishes)
		if len(dishes) == 0 {
			continue // it is opened on a dish
		}
		add("component", c.ID, c.Name, b.Dishes[dishes[0]].Name, dishes[0], "", "")
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
	kinds := []string{"dish", "service", "menu", "component", "ingredient", "kitchen", "supplier"}
	slices.SortFunc(f.entries, func(x, y entry) int {
		return cmp.Or(cmp.Compare(slices.Index(kinds, x.Kind), slices.Index(kinds, y.Kind)), cmp.Compare(y.at, x.at), cmp.Compare(x.name, y.name), cmp.Compare(x.ID, y.ID))
	})
	return f
}

// find lists what has names with words that begin with all of some words, or has such a thing
// in it: names first. Kinds, if any, are those that are looked for.
func (f finder) find(words []string, kinds []string, most int) (out []Match, all int) {
	var named, within []Match
	for _, e := range f.entries {
		if len(kinds) > 0 && !slices.Contains(kinds, e.Kind) {
			continue
		}
		rank := 0
		for _, w := range words {
			switch {
			case search.Begins(e.name, w):
			case search.Begins(e.more, w):
				rank = max(rank, 1)
			default:
				rank = 2
			}
		}
		switch rank {
		case 0:
			named = append(named, e.Match)
		case 1:
			found := e.Match
			if found.Kind == string(store.Dish) {
				found.Detail = lineOf(e.more, words[len(words)-1])
			}
			within = append(within, found)
		}
	}
	out = append(named, within...)
	return out[:min(len(out), most)], len(out)
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
