package entry

import (
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

func newID(s *recipe.Step, taken map[string]bool) { s.ID = recipe.Slug(s.Name, taken) }

// LineFrom makes the line of a component that a typed line says, and finds
// what it names in the book. Two figures mean their middle. Among the lines that
// are there already is what it can be tied to.
func LineFrom(b recipe.Book, l reading.IngredientLine, taken map[string]bool, among []recipe.Line) (recipe.Line, bool) {
	if l.Kind != reading.IngredientKind || l.Item == nil {
		return recipe.Line{}, false
	}
	out := recipe.Line{Name: *l.Item}
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
		if l.Measures != "" { // the kitchen may count in others
			out.Note = strings.TrimPrefix(out.Note+", "+out.Amount.String(), ", ")
			basic := out.Amount.Basic(l.Measures)
			out.Amount = &basic
		}
		if *low < *high {
			share := units.Bounds{Least: out.Amount.Times(*low / ((*low + *high) / 2)), Most: out.Amount.Times(*high / ((*low + *high) / 2))}
			out.Between = &share
		}
	}
	if m := saysAsWell.FindStringSubmatch(out.Note); m != nil && out.Amount != nil && out.Between == nil {
		if a, err := units.ParseAmount(m[1]); err == nil && a.Disagrees(*out.Amount) {
			out.Either, out.Note = &a, ""
		}
	}
	lean(&out, among)
	out.ID = recipe.Slug(out.Name, taken)
	out.Free = out.Amount == nil && (freely.MatchString(*l.Item) || freely.MatchString(out.Note) || bareOil.MatchString(*l.Item))
	out.Ingredient, out.Component = b.Find(out.Name)
	return out, true
}

// saysAsWell is another amount behind a line: “12 g”, “or 12 g in the method”.
var saysAsWell = regexp.MustCompile(`(?i)^(?:(?:or|and|also) )?(\d[\d.,]* ?(?:g|kg|mg|ml|cl|dl|l|tsp|tbsp|oz|lb))(?: (?:in|by|at) the (?:method|notes?|steps?|list|end|margin))?$`)

// bareOil is what a pan takes, and nobody measures.
var bareOil = regexp.MustCompile(`(?i)^(?:[\pL]+ )?oil$`)

var freely = regexp.MustCompile(`(?i)\b(?:to taste|for frying|for the (?:moulds?|tins?|pan)|for greasing|for dusting|salt|pepper|water|ice)\b`)

var (
	// toSoMuch is “agar to 100 ml of stock”, “salt per 100 g mince”.
	toSoMuch = regexp.MustCompile(`(?i)^(.+?),? (?:to|per|for each|for every) (\S+ ?[a-z]+) (?:of )?(?:the |that )?(.+)$`)
	// shareOf is “salt of the water”, after 1 %.
	shareOf = regexp.MustCompile(`(?i)^(.+?),? (?:of|by) (?:the |that )?(.+)$`)
	// behind is “of the potato” or “per 100 ml of stock”, behind an amount.
	behind = regexp.MustCompile(`(?i)^(?:of|by|to|per) (?:(\d\S* ?[a-z]+) )?(?:of )?(?:the |that )?(.+)$`)
	// shareNote is “22 % of the potato”, behind an ingredient without an amount.
	shareNote = regexp.MustCompile(`(?i)^(\d+(?:[.,]\d+)?) ?(?:%|per ?cent) (?:of|by) (?:the |that )?(.+)$`)
)

// lean finds to which of the other lines a line is tied by its words. It is only
// tied to what is there: words that name nothing stay as they were typed.
func lean(l *recipe.Line, among []recipe.Line) {
	if m := shareNote.FindStringSubmatch(l.Note); m != nil && l.Amount == nil {
		if to, ok := lineNamed(among, m[2]); ok {
			q, _ := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64) // it is made of digits
			l.Amount, l.Per, l.Note = &units.Amount{Quantity: q, Unit: "percent"}, &recipe.Ratio{To: to}, ""
			return
		}
	}
	if l.Amount == nil {
		return
	}
	if m := behind.FindStringSubmatch(l.Note); m != nil && (l.Amount.Unit == "percent") == (m[1] == "") {
		each, err := units.ParseAmount(m[1])
		if to, ok := lineNamed(among, m[2]); ok && (m[1] == "" || err == nil && each.Quantity > 0) {
			l.Per, l.Note = &recipe.Ratio{To: to}, ""
			if m[1] != "" {
				l.Per.Each = &each
			}
			return
		}
	}
	if m := shareOf.FindStringSubmatch(l.Name); m != nil && l.Amount.Unit == "percent" {
		if to, ok := lineNamed(among, m[2]); ok {
			l.Name, l.Per = m[1], &recipe.Ratio{To: to}
			return
		}
	}
	if m := toSoMuch.FindStringSubmatch(l.Name); m != nil {
		each, err := units.ParseAmount(m[2])
		if to, ok := lineNamed(among, m[3]); ok && err == nil && each.Quantity > 0 {
			l.Name, l.Per = m[1], &recipe.Ratio{To: to, Each: &each}
		}
	}
}

// lineNamed finds the line that words name, by all of its name or by its last
// word: “stock” is the chicken stock where there is no other.
func lineNamed(lines []recipe.Line, said string) (id string, ok bool) {
	found := ""
	for _, l := range lines {
		if words.Same(l.Name, said) {
			return l.ID, true
		}
		if strings.HasSuffix(strings.ToLower(l.Name), " "+strings.ToLower(said)) {
			if found != "" {
				return "", false
			}
			found = l.ID
		}
	}
	return found, found != ""
}
