package recipe

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/units"
)

var notSlug = regexp.MustCompile(`[^a-z0-9]+`)

// Slug makes an id of a name, new among those that are taken.
func Slug(name string, taken map[string]bool) string {
	base := strings.Trim(notSlug.ReplaceAllString(strings.ToLower(name), "-"), "-")
	if len(base) > 40 {
		base = strings.Trim(base[:40], "-")
	}
	if base == "" {
		base = "x"
	}
	id := base
	for n := 2; taken[id]; n++ {
		id = fmt.Sprintf("%s-%d", base, n)
	}
	taken[id] = true
	return id
}

func (s *Step) id(taken map[string]bool) { s.ID = Slug(s.Name, taken) }

// LineFrom makes the line of a component that a typed line says, and finds
// what it names in the book. Two figures mean their middle. Among the lines that
// are there already is what it can be tied to.
func (b Book) LineFrom(l reading.IngredientLine, taken map[string]bool, among []Line) (Line, bool) {
	if l.Kind != reading.IngredientKind || l.Item == nil {
		return Line{}, false
	}
	out := Line{Name: *l.Item}
	if l.Note != nil {
		out.Note = *l.Note
	}
	low, high := l.Low, l.High
	if low == nil {
		low = high
	}
	if high == nil {
		high = low
	}
	if low != nil && l.Unit != nil {
		out.Amount = &units.Amount{Quantity: (*low + *high) / 2, Unit: units.Unit(*l.Unit)}
		if *low != *high {
			out.Note = strings.TrimPrefix(out.Note+fmt.Sprintf(", %g to %g", *low, *high), ", ")
		}
	}
	out.lean(among)
	out.ID = Slug(out.Name, taken)
	out.Free = out.Amount == nil && (freely.MatchString(*l.Item) || freely.MatchString(out.Note))
	out.Ingredient, out.Component = b.Find(out.Name)
	return out, true
}

var freely = regexp.MustCompile(`(?i)\b(?:to taste|for frying|for the (?:mould|tin|pan)|for greasing|for dusting|salt|pepper|water|ice)\b`)

// Find looks a thing up by its name, or another word for it: first what is
// bought under that very name, then what is made, then what differs from it
// only in adjectives that tell nothing.
func (b Book) Find(name string) (ingredient, component string) {
	alike := func(a, b string) bool { return len(telling(a)) > 0 && slices.Equal(telling(a), telling(b)) }
	for _, close := range []func(a, b string) bool{sameName, alike} {
		for _, id := range sortedKeys(b.Ingredients) {
			i := b.Ingredients[id]
			if close(i.Name, name) || slices.ContainsFunc(i.Also, func(also string) bool { return close(also, name) }) {
				return id, ""
			}
		}
		for _, id := range sortedKeys(b.Components) {
			if close(b.Components[id].Name, name) {
				return "", id
			}
		}
	}
	return "", ""
}

func sortedKeys[T any](m map[string]T) []string {
	out := make([]string, 0, len(m))
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}
