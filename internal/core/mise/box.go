package mise

import (
	"cmp"
	"fmt"
	"math"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
)

func (m *maker) contents(t *Task) {
	contents := contents.Of(m.Book, t.Component, m.Kitchen)
	for _, a := range contents.Allergens {
		t.Allergens = append(t.Allergens, a.Name)
	}
	t.Unknown = len(contents.Unknown) > 0
}

// weigh gives a task the lines that its steps use; what no step speaks of is
// weighed for the first.
func (m *maker) weigh(t *Task, c recipe.Component, made quantity.Made) {
	for _, w := range made.Weigh {
		at := 0
		for _, l := range c.Lines {
			if l.ID == w.ID && l.Name == w.Line {
				at = max(0, c.UsedAt(l))
			}
		}
		if at >= t.from && at < max(t.to, 1) {
			t.Weigh = append(t.Weigh, w)
		}
	}
}

// need is what has to be made of a component beyond what is there.
func (m *maker) need(component string) units.Amount {
	made := m.Exploded.Make[m.order[component]]
	return units.Amount{Quantity: max(0, made.Need.Quantity-made.Have.Quantity), Unit: made.Need.Unit}
}

// container is what it is kept in, in words: as it was said, or the smallest box that
// holds it, or so many of the largest.
func (m *maker) container(c recipe.Component, a units.Amount) string {
	box, n, about := m.box(c, a)
	text := box
	if n > 1 {
		text = fmt.Sprintf("%d × %s", n, box)
	}
	if about {
		text += ", about"
	}
	return text
}

// box is that box, and how many of it; about: its volume is taken from its weight. 0: what fits was never said.
func (m *maker) box(c recipe.Component, a units.Amount) (name string, n int, about bool) {
	if c.Container != "" {
		return c.Container, 1, false
	}
	if len(m.Kitchen.Boxes) == 0 || a.Unit.Kind() == units.Count {
		return "", 0, false
	}
	ml := a.Quantity
	if a.Unit == units.Gram {
		if about = c.Density == nil; !about {
			ml /= *c.Density
		}
	}
	boxes := slices.Clone(m.Kitchen.Boxes)
	slices.SortFunc(boxes, func(a, b kitchen.Box) int { return cmp.Compare(a.Holds, b.Holds) })
	for _, b := range boxes {
		if b.Holds >= ml {
			return b.Name, 1, about
		}
	}
	largest := boxes[len(boxes)-1]
	return largest.Name, int(math.Ceil(ml/largest.Holds - 1e-9)), about
}
