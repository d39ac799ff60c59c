// Package contents says what is in a dish, a component or a version: allergens, animals,
// alcohol, and what nobody has told; and what a delivery that is sent back means.
package contents

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// Found is something that is in a dish, and all the ways by which it comes in.
type Found struct {
	ID   string   `json:"id"`
	Name string   `json:"name"`
	From []string `json:"from" nullable:"false" doc:"each as component › component › ingredient"`
}

// Contents is what is in a dish or a component, computed from what it is made
// of. Nothing that is sieved out is forgotten.
type Contents struct {
	Allergens  []Found       `json:"allergens" nullable:"false"`
	Animals    []Found       `json:"animals" nullable:"false"`
	Alcohol    []string      `json:"alcohol" nullable:"false" doc:"what brings it in; boiling does not take all of it away"`
	Unknown    []string      `json:"unknown" nullable:"false" doc:"whose allergens were never told"`
	Untold     []string      `json:"untold" nullable:"false" doc:"of which was never told what it comes from"`
	Vegetarian recipe.Answer `json:"vegetarian" enum:"yes,no,unknown"`
	Vegan      recipe.Answer `json:"vegan" enum:"yes,no,unknown"`
}

// In finds what is in a dish: in every component of it, in what goes
// into those, in the pan that a step wants from another, and in the fat and
// the boards that the kitchen shares.
func In(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) Contents {
	w := newWalk(b, k)
	for _, p := range d.Parts {
		w.component(p.Component, "")
	}
	return w.contents()
}

// Of finds what is in one component.
func Of(b recipe.Book, component string, k kitchen.Kitchen) Contents {
	w := newWalk(b, k)
	w.component(component, "")
	return w.contents()
}

// walk goes through what something is made of.
type walk struct {
	book      recipe.Book
	kitchen   kitchen.Kitchen
	open      map[string]bool // components that are being walked through
	allergens map[string][]string
	animals   map[string][]string
	alcohol   []string
	unknown   []string
	untold    []string
}

func newWalk(b recipe.Book, k kitchen.Kitchen) *walk {
	return &walk{book: b, kitchen: k, open: map[string]bool{}, allergens: map[string][]string{}, animals: map[string][]string{}}
}

// leftOver walks through what was in a component when it left something over: what went in
// later is not in that. Where no step is named, all of it counts: the first step is good enough
// for a plan, and not for a guest.
func (w *walk) leftOver(id, byProduct, trail string) {
	c := w.book.Made(id)
	step, gives := c.LeavesAt(byProduct)
	named := slices.ContainsFunc(c.ByProducts, func(p recipe.ByProduct) bool { return p.ID == byProduct && p.Step != "" })
	if !gives || !named || w.open[id] {
		w.component(id, trail)
		return
	}
	w.open[id] = true
	defer delete(w.open, id)
	c.Lines = slices.DeleteFunc(slices.Clone(c.Lines), func(l recipe.Line) bool { return c.UsedAt(l) > step })
	trail += c.Name + " › "
	w.lines(c, trail)
	w.stepsOf(c, c.Steps()[:step+1], trail)
}

func (w *walk) component(id, trail string) {
	if w.open[id] {
		return
	}
	w.open[id] = true
	defer delete(w.open, id)
	c, known := w.book.Components[id]
	if !known {
		w.unknown = once(w.unknown, trail+id)
		w.untold = once(w.untold, trail+id)
		return
	}
	c = w.book.Made(c.ID)
	if bought := c.Method().Bought; bought != nil {
		w.told(trail+c.Name+", bought in", bought.Allergens, bought.Animal, bought.Alcohol)
	} else {
		w.lines(c, trail+c.Name+" › ")
	}
	w.stepsOf(c, c.Steps(), trail+c.Name+" › ")
}

func (w *walk) lines(c recipe.Component, trail string) {
	if len(c.Lines) == 0 {
		w.told(trail+"no ingredients listed", nil, "", false)
	}
	for _, l := range c.Lines {
		switch {
		case l.ByProduct != "":
			w.leftOver(l.Component, l.ByProduct, trail)
			continue
		case l.Component != "":
			w.component(l.Component, trail)
			continue
		}
		i, known := w.book.Ingredients[l.Ingredient]
		if !known {
			w.told(trail+l.Name, nil, "", false)
			continue
		}
		w.told(trail+l.Name, i.Allergens, i.Animal, i.Alcohol)
	}
}

// stepsOf adds what comes in on the way: by a pan, by shared fat.
func (w *walk) stepsOf(c recipe.Component, steps []recipe.Step, trail string) {
	for _, s := range steps {
		if s.Pan != nil && s.Pan.Of != "" {
			if id, step := recipe.Ref(s.Pan.Of); id != c.ID {
				w.component(id, trail+"the pan of "+step+" › ")
			}
		}
		for _, n := range s.Equipment {
			for _, e := range w.kitchen.OfKind(n.Kind) {
				carries := e.Carries
				if len(carries) > 0 {
					w.told(trail+s.Name+", shared "+e.Name, &carries, "none", false)
				}
			}
		}
	}
}

func (w *walk) told(trail string, allergens *[]string, animal string, alcohol bool) {
	if allergens == nil {
		w.unknown = once(w.unknown, trail)
	} else {
		for _, a := range *allergens {
			w.allergens[a] = once(w.allergens[a], trail)
		}
	}
	switch animal {
	case "":
		w.untold = once(w.untold, trail)
	case "none":
	default:
		w.animals[animal] = once(w.animals[animal], trail)
	}
	if alcohol {
		w.alcohol = once(w.alcohol, trail)
	}
}

func once(list []string, text string) []string {
	if slices.Contains(list, text) {
		return list
	}
	return append(list, text)
}

func (w *walk) contents() Contents {
	out := Contents{Allergens: []Found{}, Animals: []Found{}, Alcohol: append([]string{}, w.alcohol...), Unknown: append([]string{}, w.unknown...), Untold: append([]string{}, w.untold...)}
	for _, a := range recipe.Allergens {
		if from := w.allergens[a.ID]; from != nil {
			out.Allergens = append(out.Allergens, Found{a.ID, a.Name, from})
		}
	}
	for _, a := range recipe.Animals {
		if from := w.animals[a]; from != nil {
			out.Animals = append(out.Animals, Found{a, a, from})
		}
	}
	out.Vegetarian = out.lacks("fish", "shellfish", "meat")
	out.Vegan = out.lacks("fish", "shellfish", "meat", "milk", "egg", "honey")
	return out
}

// lacks answers whether nothing in it comes from these animals.
func (c Contents) lacks(animals ...string) recipe.Answer {
	for _, f := range c.Animals {
		if slices.Contains(animals, f.ID) {
			return recipe.No
		}
	}
	if len(c.Untold) > 0 {
		return recipe.Unknown
	}
	return recipe.Yes
}

// Without answers whether something is not in it: an allergen by its id,
// gluten (any cereal that contains it), alcohol, meat (no fish, shellfish or
// meat), or animal (nothing from one). The second result says from where it
// comes in, or what was never told.
func (c Contents) Without(what string) (recipe.Answer, []string) {
	switch what {
	case "meat":
		return c.Vegetarian, c.because(c.Vegetarian, "fish", "shellfish", "meat")
	case "animal":
		return c.Vegan, c.because(c.Vegan, "fish", "shellfish", "meat", "milk", "egg", "honey")
	case "alcohol":
		if len(c.Alcohol) > 0 {
			return recipe.No, c.Alcohol
		}
		return toldOr(c.Untold)
	}
	ids := []string{what}
	if what == "gluten" {
		ids = []string{"wheat", "rye", "barley", "oats"}
	}
	var from []string
	for _, f := range c.Allergens {
		if slices.Contains(ids, f.ID) {
			from = append(from, f.From...)
		}
	}
	if from != nil {
		return recipe.No, from
	}
	return toldOr(c.Unknown)
}

func toldOr(untold []string) (recipe.Answer, []string) {
	if len(untold) > 0 {
		return recipe.Unknown, untold
	}
	return recipe.Yes, nil
}

func (c Contents) because(a recipe.Answer, animals ...string) (from []string) {
	if a == recipe.Unknown {
		return c.Untold
	}
	for _, f := range c.Animals {
		if slices.Contains(animals, f.ID) {
			from = append(from, f.From...)
		}
	}
	return from
}
