package recipe

import (
	"fmt"
	"slices"

	"jointime/internal/core/units"
)

// Ceiling is the lowest temperature, in °C, that what a step of a component works on may not
// pass, and of which component that is said: by the step, by one before it, or by one of what
// goes in by then. False: nobody says one.
func (b Book) Ceiling(c Component, at int) (celsius int64, of string, is bool) {
	return b.ceiling(c, at, nil)
}

func (b Book) ceiling(c Component, at int, trail []string) (celsius int64, of string, is bool) {
	take := func(t int64, name string) {
		if !is || t < celsius {
			celsius, of, is = t, name, true
		}
	}
	steps := c.Steps()
	for _, s := range steps[:min(at+1, len(steps))] {
		if s.Ceiling != nil {
			take(*s.Ceiling, c.Name)
		}
	}
	for _, l := range c.Lines {
		if l.Component == "" || l.ByProduct != "" || c.UsedAt(l) > at || slices.Contains(trail, l.Component) {
			continue
		}
		in := b.Made(l.Component)
		if t, name, any := b.ceiling(in, len(in.Steps())-1, append(trail, c.ID)); any {
			take(t, name)
		}
	}
	return celsius, of, is
}

// CeilingWord is what whoever does a step has to know of the heat that it may not pass.
func (b Book) CeilingWord(c Component, at int) (Word, bool) {
	t, of, is := b.Ceiling(c, at)
	if !is {
		return Word{}, false
	}
	w := Word{Then: fmt.Sprintf("not over %s", units.SayCelsius(float64(t)))}
	if of != c.Name {
		w.Then += " (" + of + ")"
	}
	return w, true
}

// Flames are how high a burner is wanted, in words: low heat on the burner.
func (s Step) Flames() (out []Word) {
	for _, n := range s.Equipment {
		if n.Flame != "" {
			out = append(out, Word{Then: n.Flame + " heat"})
		}
	}
	return out
}
