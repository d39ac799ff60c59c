package recipe

import "slices"

// Book is all that a kitchen knows how to make, and what that is made of.
type Book struct {
	Ingredients map[string]Ingredient
	Components  map[string]Component
	Dishes      map[string]Dish
}

// NewBook is an empty book.
func NewBook() Book {
	return Book{map[string]Ingredient{}, map[string]Component{}, map[string]Dish{}}
}

// Made is a component as it is made: a variant is its master formula with its
// changes, and with a method or a yield of its own where it has one. Steps
// named in a master's methods keep their ids.
func (b Book) Made(id string) Component { return b.made(id, nil) }

func (b Book) made(id string, trail []string) Component {
	c := b.Components[id]
	if c.Variant == nil || slices.Contains(trail, id) {
		return c
	}
	m := b.made(c.Variant.Of, append(trail, id))
	lines, _ := changed(m.Lines, c.Variant.Changes)
	c.Lines = append(lines, c.Lines...)
	if len(c.Methods) == 0 {
		c.Methods, c.Chosen = m.Methods, m.Chosen
	}
	if c.Yield.Quantity == 0 {
		c.Yield, c.Between = m.Yield, m.Between
	}
	if c.Keeps == nil {
		c.Keeps = m.Keeps
	}
	c.TakeOuts = append(slices.Clone(m.TakeOuts), c.TakeOuts...)
	c.ByProducts = append(slices.Clone(m.ByProducts), c.ByProducts...)
	c.Variant = nil // what is made of it is whole: made of that again it would have all lines twice
	return c
}

// With is the book with one component put in place of its own. The book itself
// stays as it is.
func (b Book) With(id string, c Component) Book {
	all := make(map[string]Component, len(b.Components)+1)
	for k, v := range b.Components {
		all[k] = v
	}
	all[id] = c
	b.Components = all
	return b
}

// Within lists the components of a dish and all that go into them, each once:
// what is used comes before what uses it. What leaves a by-product over is
// made for its own sake, and is not listed for that.
func (b Book) Within(d Dish) (out []Component) {
	seen := map[string]bool{}
	var visit func(id string)
	visit = func(id string) {
		if _, known := b.Components[id]; !known || seen[id] {
			return
		}
		seen[id] = true
		c := b.Made(id)
		for _, l := range c.Lines {
			if l.Component != "" && l.ByProduct == "" {
				visit(l.Component)
			}
		}
		out = append(out, c)
	}
	for _, p := range d.Parts {
		visit(p.Component)
	}
	return out
}

// UsedBy lists the ids of the dishes that have a component, on the plate or
// inside another one.
func (b Book) UsedBy(component string) (out []string) {
	for id, d := range b.Dishes {
		if slices.ContainsFunc(b.Within(d), func(c Component) bool { return c.ID == component }) {
			out = append(out, id)
		}
	}
	slices.Sort(out)
	return out
}

// Uses counts for every ingredient the dishes that need it.
func (b Book) Uses() map[string]int {
	out := map[string]int{}
	for _, d := range b.Dishes {
		seen := map[string]bool{}
		for _, c := range b.Within(d) {
			for _, l := range c.Lines {
				if l.Ingredient != "" && !seen[l.Ingredient] {
					seen[l.Ingredient] = true
					out[l.Ingredient]++
				}
			}
		}
	}
	return out
}
