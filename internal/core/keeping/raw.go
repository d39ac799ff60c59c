package keeping

import (
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// Raw meat, poultry, fish and egg, and roots with earth on them, are handled apart from what is
// ready to eat: hands, board and knife are changed in between. Common practice, and that of every
// kitchen’s own safety plan. What goes onto the heat is laid in with tongs. What nobody cooks
// is eaten as it is, and handled as such.

// The words of what grows in earth, in the singular, and of what is done with it first.
var (
	rootWords  = []string{"beetroot", "beet", "carrot", "celeriac", "swede", "turnip", "parsnip", "potato", "salsify", "radish", "leek", "root", "sunchoke", "kohlrabi"}
	earthWords = []string{"wash", "scrub", "peel", "brush", "trim"}
)

// Raw tells whether raw food is handled in a step of the method that a component is made by.
func (h House) Raw(c recipe.Component, at int) bool {
	steps := c.Steps()
	if at < 0 || at >= len(steps) {
		return false
	}
	for k := range at + 1 {
		if h.Heats(&steps[k]) {
			return false
		}
	}
	return h.earthy(c, at) || h.holdsRaw(c, at, depth) && h.cookedFrom(c, at+1, depth)
}

// depth bounds how far components are followed into one another: a book may go round in a circle.
const depth = 8

// earthy tells whether roots are washed or peeled in a step.
func (h House) earthy(c recipe.Component, at int) bool {
	return words.Says(c.Steps()[at].Name, earthWords) && slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		return used(c, l) <= at && words.Says(l.Name, rootWords) && !words.Says(l.Name, readyWords)
	})
}

// holdsRaw tells whether anything of an animal is in a component by one of its steps, as it came;
// an egg out of its shell is only handled where it is used.
func (h House) holdsRaw(c recipe.Component, at, left int) bool {
	return left > 0 && slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		from := used(c, l)
		switch animal := h.Ingredients[l.Ingredient].Animal; {
		case from > at:
			return false
		case animal == "meat" || animal == "fish" || animal == "shellfish" || animal == "egg" && from == at:
			return !words.Says(l.Name+" "+l.Note, readyWords)
		}
		in, is := h.Components[l.Component]
		last := len(in.Steps()) - 1
		return is && in.Method().Bought == nil && !h.cooks(in, 0) && h.holdsRaw(in, last, left-1)
	})
}

// cookedFrom tells whether something cooks a component from one of its steps on, or what it goes
// into.
func (h House) cookedFrom(c recipe.Component, at, left int) bool {
	if h.cooks(c, at) {
		return true
	}
	for _, into := range h.Components {
		for _, l := range into.Lines {
			if left > 0 && l.Component == c.ID && h.cookedFrom(into, used(into, l), left-1) {
				return true
			}
		}
	}
	return false
}

// used is the step that uses a line: the first where none speaks of it.
func used(c recipe.Component, l recipe.Line) int { return max(0, c.UsedAt(l)) }
