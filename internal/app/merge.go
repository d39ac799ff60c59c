package app

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/cleanup"
	"jointime/internal/store"
)

// Merging says what making two ingredients one changes.
func (b Book) Merging(from, into string, now time.Time) ([]Hanging, error) {
	r, err := b.mergeOf(from, into, now)
	if err != nil {
		return nil, err
	}
	return r.tells, nil
}

// Merged are the writes that make two ingredients one: whatever used the first uses the
// second, which is found by both names and has what either has.
func (b Book) Merged(from, into string, now time.Time) ([]store.Write, error) {
	r, err := b.mergeOf(from, into, now)
	if err != nil {
		return nil, err
	}
	writes := make([]store.Write, 0, len(r.order))
	for _, key := range r.order {
		writes = append(writes, r.writes[key])
	}
	return writes, nil
}

func (b Book) mergeOf(from, into string, now time.Time) (*removal, error) {
	gone, known := b.Ingredients[from]
	kept, has := b.Ingredients[into]
	if !known || !has {
		return nil, fmt.Errorf("ingredient %q: %w", cmp.Or(map[bool]string{true: into}[known], from), store.ErrNotFound)
	}
	if from == into {
		return nil, fault.List{{Field: "into", What: "Choose another ingredient."}}
	}
	r := &removal{Book: b, now: now, writes: map[string]store.Write{}, tells: []Hanging{}}
	what := gone.Name + " merged into " + kept.Name
	one, notes := cleanup.Merged(kept, gone)
	r.write(store.Ingredient, into, one, what)
	r.write(store.Ingredient, from, nil, what)
	var lines, stock []string
	for _, c := range b.Components {
		if next, changed := cleanup.RenamedIn(c, from, into); changed {
			lines = append(lines, c.Name)
			r.write(store.Component, c.ID, next, c.Name+": "+what)
		}
	}
	for _, d := range b.Dishes {
		if next, changed := cleanup.RenamedOn(d, from, into); changed {
			r.write(store.Dish, d.ID, next, d.Name+": "+what)
		}
	}
	for _, i := range b.Ingredients {
		if i.ID == from || i.ID == into {
			continue
		}
		if next, changed := cleanup.Substituted(i, from, into); changed {
			r.write(store.Ingredient, i.ID, next, i.Name+": "+what)
		}
	}
	for _, s := range b.Stock {
		if s.Ingredient == from {
			s.Ingredient = into
			stock = append(stock, s.Amount.String())
			r.write(store.Stock, s.ID, s, what)
		}
	}
	r.tell("Used in", false, lines)
	r.tell("In stock", false, stock)
	r.tell("Allergens", false, []string{allergensOf(one)})
	r.tell("Differ, check them", false, notes)
	return r, nil
}

func allergensOf(i recipe.Ingredient) string {
	switch {
	case i.Allergens == nil:
		return "not recorded"
	case len(*i.Allergens) == 0:
		return "none of the listed"
	}
	return "contains " + strings.Join(slices.Sorted(slices.Values(*i.Allergens)), ", ")
}
