package recipe

import (
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/units"
)

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
func (l *Line) lean(among []Line) {
	if m := shareNote.FindStringSubmatch(l.Note); m != nil && l.Amount == nil {
		if to, ok := lineNamed(among, m[2]); ok {
			q, _ := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64) // it is made of digits
			l.Amount, l.Per, l.Note = &units.Amount{Quantity: q, Unit: "percent"}, &Ratio{To: to}, ""
			return
		}
	}
	if l.Amount == nil {
		return
	}
	if m := behind.FindStringSubmatch(l.Note); m != nil && (l.Amount.Unit == "percent") == (m[1] == "") {
		each, err := units.ParseAmount(m[1])
		if to, ok := lineNamed(among, m[2]); ok && (m[1] == "" || err == nil && each.Quantity > 0) {
			l.Per, l.Note = &Ratio{To: to}, ""
			if m[1] != "" {
				l.Per.Each = &each
			}
			return
		}
	}
	if m := shareOf.FindStringSubmatch(l.Name); m != nil && l.Amount.Unit == "percent" {
		if to, ok := lineNamed(among, m[2]); ok {
			l.Name, l.Per = m[1], &Ratio{To: to}
			return
		}
	}
	if m := toSoMuch.FindStringSubmatch(l.Name); m != nil {
		each, err := units.ParseAmount(m[2])
		if to, ok := lineNamed(among, m[3]); ok && err == nil && each.Quantity > 0 {
			l.Name, l.Per = m[1], &Ratio{To: to, Each: &each}
		}
	}
}

// lineNamed finds the line that words name, by all of its name or by its last
// word: “stock” is the chicken stock where there is no other.
func lineNamed(lines []Line, words string) (id string, ok bool) {
	found := ""
	for _, l := range lines {
		if sameName(l.Name, words) {
			return l.ID, true
		}
		if strings.HasSuffix(strings.ToLower(l.Name), " "+strings.ToLower(words)) {
			if found != "" {
				return "", false
			}
			found = l.ID
		}
	}
	return found, found != ""
}
