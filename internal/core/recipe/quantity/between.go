package quantity

import (
	"fmt"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// An amount of the book may lie between two: 3 to 4 a person, a joint for 15 to 20. Sums are made with
// what is usual. What that comes to at the least and at the most is found by making them again with
// the book at its ends.

// Ranged tells whether any amount of the book lies between two.
func Ranged(b recipe.Book) bool {
	for _, c := range b.Components {
		if c.Between != nil {
			return true
		}
		for _, l := range c.Lines {
			if l.Between != nil {
				return true
			}
		}
	}
	for _, d := range b.Dishes {
		for _, p := range d.Parts {
			if p.Between != nil {
				return true
			}
		}
	}
	return false
}

// AtEnd is the book with every amount that lies between two at the end at which most is bought, or
// least: portions and lines large, and yields small, or the other way round.
func AtEnd(b recipe.Book, most bool) recipe.Book {
	out := recipe.Book{Ingredients: b.Ingredients, Components: make(map[string]recipe.Component, len(b.Components)), Dishes: make(map[string]recipe.Dish, len(b.Dishes))}
	end := func(is units.Amount, between *units.Bounds, most bool) units.Amount {
		switch {
		case between == nil:
			return is
		case most:
			return between.Most
		}
		return between.Least
	}
	for id, c := range b.Components {
		c.Methods = yieldsAt(c, end(c.Yield, c.Between, !most))
		c.Yield = end(c.Yield, c.Between, !most)
		lines := make([]recipe.Line, len(c.Lines))
		for k, l := range c.Lines {
			if l.Amount != nil && l.Between != nil {
				a := end(*l.Amount, l.Between, most)
				l.Amount, l.Between = &a, nil
			}
			lines[k] = l
		}
		c.Lines, c.Between = lines, nil
		out.Components[id] = c
	}
	for id, d := range b.Dishes {
		parts := make([]recipe.Part, len(d.Parts))
		for k, p := range d.Parts {
			if p.Portion != nil && p.Between != nil {
				a := end(*p.Portion, p.Between, most)
				p.Portion, p.Between = &a, nil
			}
			parts[k] = p
		}
		d.Parts = parts
		out.Dishes[id] = d
	}
	return out
}

// yieldsAt are the methods of a component with its yield at an end: one that makes another amount has its ends in
// the same proportion.
func yieldsAt(c recipe.Component, at units.Amount) []recipe.Method {
	share, ok := at.Per(c.Yield)
	if !ok || share == 1 {
		return c.Methods
	}
	out := slices.Clone(c.Methods)
	for k, m := range out {
		if m.Yield != nil {
			a := m.Yield.Times(share)
			out[k].Yield = &a
		}
	}
	return out
}

// between tells what is taken and bought at the least and at the most.
func (x Exploded) between(least, most Exploded) {
	made := func(of Exploded) map[string]units.Amount {
		out := map[string]units.Amount{}
		for _, m := range of.Make {
			out[m.Component] = m.Need
		}
		return out
	}
	bought := func(of Exploded) map[string]units.Amount {
		out := map[string]units.Amount{}
		for _, b := range of.Buy {
			out[b.key()] = b.Amount
		}
		return out
	}
	low, high := made(least), made(most)
	for k := range x.Make {
		m := &x.Make[k]
		m.Between = ends(low[m.Component], high[m.Component])
	}
	low, high = bought(least), bought(most)
	for k := range x.Buy {
		b := &x.Buy[k]
		if b.Between = ends(low[b.key()], high[b.key()]); b.Between != nil {
			b.Range = inWhole(*b.Between)
		}
	}
}

func (b Buy) key() string { return b.Ingredient + "/" + b.Name }

// ends are none where they are the same, or of unlike kinds.
func ends(least, most units.Amount) *units.Bounds {
	if least.Unit != most.Unit || most.Quantity-least.Quantity <= 1e-9*most.Quantity {
		return nil
	}
	return &units.Bounds{Least: least, Most: most}
}

// inWhole says between what something lies; of what comes whole, how many are enough and how many
// are safe.
func inWhole(b units.Bounds) string {
	if !b.Least.Unit.ComesWhole() {
		return b.String()
	}
	whole := units.Bounds{Least: units.Amount{Quantity: units.Whole(b.Least.Quantity), Unit: b.Least.Unit}, Most: units.Amount{Quantity: units.Whole(b.Most.Quantity), Unit: b.Most.Unit}}
	if whole.Least == whole.Most {
		return whole.Least.String()
	}
	return fmt.Sprintf("%s: %s may be enough", whole, whole.Least)
}
