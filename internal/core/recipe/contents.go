package recipe

import (
	"slices"

	"jointime/internal/core/kitchen"
)

// Answer is yes, no, or that nobody has said.
type Answer string

// The three answers. What was never told is unknown, and never shown as free.
const (
	Yes     Answer = "yes"
	No      Answer = "no"
	Unknown Answer = "unknown"
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
	Allergens  []Found  `json:"allergens" nullable:"false"`
	Animals    []Found  `json:"animals" nullable:"false"`
	Alcohol    []string `json:"alcohol" nullable:"false" doc:"what brings it in; boiling does not take all of it away"`
	Unknown    []string `json:"unknown" nullable:"false" doc:"whose allergens were never told"`
	Untold     []string `json:"untold" nullable:"false" doc:"of which was never told what it comes from"`
	Vegetarian Answer   `json:"vegetarian" enum:"yes,no,unknown"`
	Vegan      Answer   `json:"vegan" enum:"yes,no,unknown"`
}

// Contents finds what is in a dish: in every component of it, in what goes
// into those, in the pan that a step wants from another, and in the fat and
// the boards that the kitchen shares.
func (b Book) Contents(d Dish, k kitchen.Kitchen) Contents {
	w := b.walk(k)
	for _, p := range d.Parts {
		w.component(p.Component, "")
	}
	return w.contents()
}

// ContentsOf finds what is in one component.
func (b Book) ContentsOf(component string, k kitchen.Kitchen) Contents {
	w := b.walk(k)
	w.component(component, "")
	return w.contents()
}

// walk goes through what something is made of.
type walk struct {
	book      Book
	kitchen   kitchen.Kitchen
	open      map[string]bool // components that are being walked through
	allergens map[string][]string
	animals   map[string][]string
	alcohol   []string
	unknown   []string
	untold    []string
}

func (b Book) walk(k kitchen.Kitchen) *walk {
	return &walk{book: b, kitchen: k, open: map[string]bool{}, allergens: map[string][]string{}, animals: map[string][]string{}}
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
	w.steps(c, trail+c.Name+" › ")
}

func (w *walk) lines(c Component, trail string) {
	if len(c.Lines) == 0 {
		w.told(trail+"no ingredients are listed", nil, "", false)
	}
	for _, l := range c.Lines {
		if l.Component != "" {
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

// steps adds what comes in on the way: by a pan, by shared fat.
func (w *walk) steps(c Component, trail string) {
	for _, s := range c.Steps() {
		if s.Pan != nil && s.Pan.Of != "" {
			if id, step := ref(s.Pan.Of); id != c.ID {
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
	for _, a := range Allergens {
		if from := w.allergens[a.ID]; from != nil {
			out.Allergens = append(out.Allergens, Found{a.ID, a.Name, from})
		}
	}
	for _, a := range Animals {
		if from := w.animals[a]; from != nil {
			out.Animals = append(out.Animals, Found{a, a, from})
		}
	}
	out.Vegetarian = out.lacks("fish", "shellfish", "meat")
	out.Vegan = out.lacks("fish", "shellfish", "meat", "milk", "egg", "honey")
	return out
}

// lacks answers whether nothing in it comes from these animals.
func (c Contents) lacks(animals ...string) Answer {
	for _, f := range c.Animals {
		if slices.Contains(animals, f.ID) {
			return No
		}
	}
	if len(c.Untold) > 0 {
		return Unknown
	}
	return Yes
}

// Without answers whether something is not in it: an allergen by its id,
// gluten (any cereal that contains it), alcohol, meat (no fish, shellfish or
// meat), or animal (nothing from one). The second result says from where it
// comes in, or what was never told.
func (c Contents) Without(what string) (Answer, []string) {
	switch what {
	case "meat":
		return c.Vegetarian, c.because(c.Vegetarian, "fish", "shellfish", "meat")
	case "animal":
		return c.Vegan, c.because(c.Vegan, "fish", "shellfish", "meat", "milk", "egg", "honey")
	case "alcohol":
		if len(c.Alcohol) > 0 {
			return No, c.Alcohol
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
		return No, from
	}
	return toldOr(c.Unknown)
}

func toldOr(untold []string) (Answer, []string) {
	if len(untold) > 0 {
		return Unknown, untold
	}
	return Yes, nil
}

func (c Contents) because(a Answer, animals ...string) (from []string) {
	if a == Unknown {
		return c.Untold
	}
	for _, f := range c.Animals {
		if slices.Contains(animals, f.ID) {
			from = append(from, f.From...)
		}
	}
	return from
}
