package recipe

import (
	"slices"
	"strings"
)

// LeadIn is what must be ready before a step and nobody writes down.
type LeadIn string

// The lead-ins that the words of a step ask for. Ovens are not among them: the
// planning format counts their heating itself.
const (
	Boiling LeadIn = "boil"   // a pot of water at the boil
	Ice     LeadIn = "ice"    // a bowl of water and ice
	Temper  LeadIn = "temper" // out of the cold, so that it is not cold in the middle
)

// Tempers tells whether a step of a component wants what it cooks out of the cold some
// time before: it sears or roasts what the step before left in a cold place, and no
// step of the method tempers it. One school does so; another goes straight from cold,
// and leaves it out. Common practice.
func (c Component) Tempers(at int, cold func(kind string) bool) bool {
	steps := c.Steps()
	if at <= 0 || at >= len(steps) {
		return false
	}
	place := steps[at-1].Then.Place
	if place == nil || !cold(place.Kind) || slices.ContainsFunc(steps, func(s Step) bool { return strings.Contains(strings.ToLower(s.Name), "temper") }) {
		return false
	}
	name := strings.ToLower(steps[at].Name)
	return slices.ContainsFunc([]string{"sear", "roast", "grill"}, func(w string) bool { return strings.HasPrefix(name, w) })
}

// LeadIns are read from what a step says: blanching wants water that boils,
// refreshing wants ice. A step that brings its own water to the boil over a longer
// time is not blanching. Common practice.
func (s Step) LeadIns() (out []LeadIn) {
	text := strings.ToLower(s.Name + " " + s.Said)
	has := func(words ...string) bool {
		return slices.ContainsFunc(words, func(w string) bool { return strings.Contains(text, w) })
	}
	if has("blanch", "boiling water", "boiling salted water") {
		out = append(out, Boiling)
	}
	if has("ice water", "iced water", "ice bath", "refresh", "shock in", "into ice", "in ice") {
		out = append(out, Ice)
	}
	return out
}
