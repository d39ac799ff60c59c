package platecard

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/plating"
)

// What must not be forgotten, and the same for a ruler; what it does is told by the
// drawing.

// extra is what must not be forgotten with it.
func (c Card) extra(i int) string {
	g := c.Spec.Placings[i]
	var parts []string
	if g.Stands != nil {
		parts = append(parts, "then "+g.Stands.String())
	}
	if g.OffPlate {
		moved := max(c.number(g.Moved), i+1)
		parts = append(parts, fmt.Sprintf("build off the plate, goes on after %d", moved))
	}
	if n := c.number(g.Lift); g.Former != "" && n > i+1 {
		parts = append(parts, fmt.Sprintf("leave the %s on until %d", g.Former, n))
	} else if g.Former != "" {
		parts = append(parts, "lift the "+g.Former)
	}
	if g.Edge > 0 {
		parts = append(parts, fmt.Sprintf("%g mm of its edge in sight", g.Edge))
	}
	for _, said := range []struct {
		is   bool
		text string
	}{{g.NotEaten, "not to be eaten"}, {g.Hidden, "hidden on purpose"}, {g.Optional, "optional"}, {g.AtTable, "at the table"}} {
		if said.is {
			parts = append(parts, said.text)
		}
	}
	return strings.Join(parts, " · ")
}

// exact is the same for a ruler: form, measures, place and seconds.
func (c Card) exact(i int) string {
	return strings.Join(slices.DeleteFunc([]string{c.Spec.Placings[i].Measured(), c.Spec.Place(i), fmt.Sprintf("%d s", c.Spec.Placings[i].Seconds)}, func(t string) bool { return t == "" }), " · ")
}

// warmth is how the ware is wanted, in one word.
func warmth(w plating.Ware) string {
	switch {
	case w.Celsius == nil:
		return "room-warm"
	case *w.Celsius >= 50:
		return "HOT"
	case *w.Celsius >= 30:
		return "warm"
	case *w.Celsius <= 12:
		return "COLD"
	}
	return "room-warm"
}
