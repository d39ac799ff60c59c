// Package cleanup takes things out of recipes: what is deleted, and what was two and is one.
package cleanup

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/recipe"
)

// Merged is one ingredient in place of two that are the same thing: with the names, packs and
// allergens of both, and its own figures where both have some. Notes say where the two
// differ, and what stands then.
func Merged(i, other recipe.Ingredient) (one recipe.Ingredient, notes []string) {
	one = i
	note := func(what, own, others string) {
		if own != "" && others != "" && own != others {
			notes = append(notes, fmt.Sprintf("%s: %s stays, not %s", what, own, others))
		}
	}
	one.Also = slices.Clone(i.Also)
	for _, name := range append([]string{other.Name}, other.Also...) {
		if !strings.EqualFold(name, i.Name) && !slices.ContainsFunc(one.Also, func(n string) bool { return strings.EqualFold(n, name) }) {
			one.Also = append(one.Also, name)
		}
	}
	switch { // recorded counts; where both are, the one holds what either holds
	case i.Allergens == nil:
		one.Allergens = other.Allergens
	case other.Allergens != nil:
		all := slices.Clone(*i.Allergens)
		for _, a := range *other.Allergens {
			if !slices.Contains(all, a) {
				all = append(all, a)
			}
		}
		one.Allergens = &all
		if len(all) != len(*i.Allergens) || len(all) != len(*other.Allergens) {
			notes = append(notes, "allergens: those of both")
		}
	}
	note("animal source", i.Animal, other.Animal)
	if one.Animal == "" {
		one.Animal = other.Animal
	}
	one.Alcohol = i.Alcohol || other.Alcohol
	figure := func(what string, own, others *float64) *float64 {
		if own == nil {
			return others
		}
		if others != nil {
			note(what, fmt.Sprint(*own), fmt.Sprint(*others))
		}
		return own
	}
	one.Density, one.Piece = figure("density", i.Density, other.Density), figure("weight of one", i.Piece, other.Piece)
	if one.Loss == 0 {
		one.Loss = other.Loss
	}
	if len(one.Season) == 0 {
		one.Season = other.Season
	}
	if one.Delivery == "" {
		one.Delivery = other.Delivery
	}
	one.Packs = slices.Clone(i.Packs)
	for _, p := range other.Packs {
		if !slices.ContainsFunc(one.Packs, func(q recipe.Pack) bool { return q.Supplier == p.Supplier && q.Size == p.Size && q.Name == p.Name }) {
			one.Packs = append(one.Packs, p)
		}
	}
	one.Substitutes = slices.DeleteFunc(append(slices.Clone(i.Substitutes), other.Substitutes...), func(s recipe.Substitute) bool { return s.Ingredient == i.ID || s.Ingredient == other.ID })
	return one, notes
}

// RenamedIn is a component in which an ingredient has another id, or none and stays by its
// name; false where it has it nowhere.
func RenamedIn(c recipe.Component, from, into string) (recipe.Component, bool) {
	had := false
	c.Lines = slices.Clone(c.Lines)
	for i, l := range c.Lines {
		if l.Ingredient == from {
			c.Lines[i].Ingredient, had = into, true
		}
	}
	if c.Variant != nil {
		v := *c.Variant
		changes, changed := renamed(v.Changes, from, into)
		v.Changes, had = changes, had || changed
		c.Variant = &v
	}
	return c, had
}

// RenamedOn is a dish whose versions put an ingredient in under another id, or by its name.
func RenamedOn(d recipe.Dish, from, into string) (recipe.Dish, bool) {
	had := false
	d.Versions = slices.Clone(d.Versions)
	for i, v := range d.Versions {
		changes, changed := renamed(v.Changes, from, into)
		d.Versions[i].Changes, had = changes, had || changed
	}
	return d, had
}

// Substituted is an ingredient with another one as its substitute.
func Substituted(i recipe.Ingredient, from, into string) (recipe.Ingredient, bool) {
	had := false
	kept := []recipe.Substitute{}
	for _, s := range i.Substitutes {
		if s.Ingredient == from {
			s.Ingredient, had = into, true
		}
		if !slices.ContainsFunc(kept, func(k recipe.Substitute) bool { return k.Ingredient == s.Ingredient }) {
			kept = append(kept, s)
		}
	}
	i.Substitutes = kept
	return i, had
}

func renamed(list []recipe.Change, from, into string) ([]recipe.Change, bool) {
	had := false
	out := slices.Clone(list)
	for i, c := range out {
		if !c.Made && c.Ingredient == from {
			out[i].Ingredient, had = into, true
		}
	}
	return out, had
}
