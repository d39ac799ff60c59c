package entry

import (
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

var (
	portionsAt = regexp.MustCompile(`(?i)^(\d{1,4}) ?(?:portions?|covers?|plates?|people|persons|serves|servings?)$`)
	keepPart   = regexp.MustCompile(`(?i)^(chilled|frozen|hot|ambient|room|dry)?\s*(?:for\s+|up to\s+)*(.+?)\s*(chilled|frozen|in the (?:fridge|freezer)|hot|ambient|room temp(?:erature)?|dry|at room temp(?:erature)?)?$`)
)

// YieldOf is what a list makes, as typed; portions: it is counted in plates. What is not
// understood is not said.
func YieldOf(text string) (a units.Amount, portions bool) {
	text = strings.TrimSpace(text)
	if m := portionsAt.FindStringSubmatch(text); m != nil {
		n, _ := strconv.Atoi(m[1]) // it is made of digits
		if n > 0 {
			return units.Amount{Quantity: float64(n), Unit: units.Piece}, true
		}
	}
	if a, err := units.ParseAmount(text); err == nil && a.Quantity > 0 {
		return a, false
	}
	return recipe.YieldNotSaid, false
}

// KeepsFrom is how long something keeps, in one place or in several, as typed: "3 days, frozen
// 2 months". What is not understood is left out.
func KeepsFrom(text string) (out []recipe.Keep) {
	for _, part := range strings.FieldsFunc(text, func(c rune) bool { return c == ',' || c == ';' }) {
		m := keepPart.FindStringSubmatch(strings.TrimSpace(part))
		if m == nil {
			continue
		}
		if seconds, err := units.ParseKeeping(m[2]); err == nil {
			out = append(out, recipe.Keep{Place: keptIn(m[1] + m[3]), For: seconds})
		}
	}
	return out
}

func keptIn(said string) string {
	said = strings.ToLower(said)
	switch {
	case strings.Contains(said, "frozen"), strings.Contains(said, "freezer"):
		return "frozen"
	case strings.Contains(said, "hot"):
		return "hot"
	case strings.Contains(said, "ambient"), strings.Contains(said, "room"), strings.Contains(said, "dry"):
		return "ambient"
	}
	return "chilled"
}

// facts reads what a component makes and what a plate takes of it; false: the
// line says neither.
func (c *PastedComponent) facts(line string) bool {
	if m := yieldLine.FindStringSubmatch(line); m != nil && c.Yield == "" {
		c.Yield = strings.TrimSpace(m[1])
		return true
	}
	if m := portionLine.FindStringSubmatch(line); m != nil && c.Portion == "" {
		c.Portion = strings.TrimSpace(m[1])
		return true
	}
	return false
}

// begun reports whether the component at hand has a step already: its list of
// ingredients is then over.
func (p Pasted) begun() bool {
	if len(p.Components) == 0 {
		return false
	}
	for _, l := range p.Components[len(p.Components)-1].Lines {
		if l.As == "step" {
			return true
		}
	}
	return false
}
