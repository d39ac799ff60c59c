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
	Boiling LeadIn = "boil" // a pot of water at the boil
	Ice     LeadIn = "ice"  // a bowl of water and ice
)

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
