package contents

import (
	"maps"
	"slices"

	"jointime/internal/core/recipe"
)

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
func Refused(b recipe.Book, ingredient string) (falls []Fall, standIns []StandIn) {
	falls, standIns = []Fall{}, []StandIn{}
	for _, id := range slices.Sorted(maps.Keys(b.Dishes)) {
		d := b.Dishes[id]
		by := needs(b, d, ingredient)
		if len(by) == 0 {
			continue
		}
		f := Fall{Dish: id, Name: d.Name, By: by, Versions: []string{}}
		for _, v := range d.Versions {
			served, book, _ := b.Served(d, v)
			if len(needs(book, served, ingredient)) == 0 {
				f.Versions = append(f.Versions, v.Name)
			}
		}
		falls = append(falls, f)
	}
	for _, s := range b.Ingredients[ingredient].Substitutes {
		standIns = append(standIns, standIn(b, b.Ingredients[ingredient], s))
	}
	return falls, standIns
}

// needs names the components of a dish that take an ingredient.
func needs(b recipe.Book, d recipe.Dish, ingredient string) (by []string) {
	for _, c := range b.Within(d) {
		if c.Method().Bought == nil && slices.ContainsFunc(c.Lines, func(l recipe.Line) bool { return l.Ingredient == ingredient }) {
			by = append(by, c.Name)
		}
	}
	return by
}

func standIn(b recipe.Book, of recipe.Ingredient, s recipe.Substitute) StandIn {
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
