package cleanup

import (
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
)

// WithoutDish is a menu without a dish; false where it has it in no course. The menu itself
// stays as it is.
func WithoutDish(m recipe.Menu, dish string) (recipe.Menu, bool) {
	had := false
	courses := make([]recipe.Course, len(m.Courses))
	for i, c := range m.Courses {
		kept := slices.DeleteFunc(slices.Clone(c.Dishes), func(id string) bool { return id == dish })
		had = had || len(kept) < len(c.Dishes)
		c.Dishes = kept
		courses[i] = c
	}
	m.Courses = courses
	return m, had
}

// Unlinked is a component of which some lines keep their names and what they were linked to
// is forgotten: they are open again. False where it has none of them.
func Unlinked(c recipe.Component, which func(recipe.Line) bool) (recipe.Component, bool) {
	had := false
	lines := slices.Clone(c.Lines)
	for i, l := range lines {
		if which(l) {
			had = true
			lines[i].Ingredient, lines[i].Component, lines[i].ByProduct = "", "", ""
		}
	}
	c.Lines = lines
	return c, had
}

// Forgetting is a component none of whose steps waits for steps of another one, or takes its
// pan; false where none did.
func Forgetting(c recipe.Component, component string) (recipe.Component, bool) {
	had := false
	of := func(ref string) bool { return strings.HasPrefix(ref, component+"/") }
	methods := slices.Clone(c.Methods)
	for i, m := range methods {
		steps := slices.Clone(m.Steps)
		for k, s := range steps {
			kept := slices.DeleteFunc(slices.Clone(s.After), of)
			if len(kept) < len(s.After) {
				steps[k].After, had = kept, true
			}
			if s.Pan != nil && of(s.Pan.Of) {
				pan := *s.Pan
				pan.Of = ""
				steps[k].Pan, had = &pan, true
			}
		}
		methods[i].Steps = steps
	}
	c.Methods = methods
	return c, had
}

// WithoutComponent is a dish without a component: off the plate, with its placings, and out of
// the changes of its versions. False where the dish has it nowhere.
func WithoutComponent(d recipe.Dish, id string) (recipe.Dish, bool) {
	had := slices.ContainsFunc(d.Parts, func(p recipe.Part) bool { return p.Component == id })
	d.Parts = slices.DeleteFunc(slices.Clone(d.Parts), func(p recipe.Part) bool { return p.Component == id })
	without := func(list []plating.Placing) []plating.Placing {
		kept := plating.Without(list, id)
		had = had || len(kept) < len(list)
		return kept
	}
	d.Plate.Placings = without(d.Plate.Placings)
	d.Ways = slices.Clone(d.Ways)
	for i := range d.Ways {
		d.Ways[i].Plate.Placings = without(d.Ways[i].Plate.Placings)
	}
	d.Versions = slices.Clone(d.Versions)
	for i, v := range d.Versions {
		d.Versions[i].Placings = without(v.Placings)
		d.Versions[i].Changes = slices.DeleteFunc(slices.Clone(v.Changes), func(c recipe.Change) bool {
			is := c.Component == id || c.Made && c.Ingredient == id || c.Ingredient == "" && c.With == id
			had = had || is
			return is
		})
	}
	return d, had
}
