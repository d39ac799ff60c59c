package kitchen

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/words"
)

// UsualShift is when a cook is there where nobody says.
var UsualShift = Shift{From: "10:00", To: "23:00"}

var (
	notAt  = regexp.MustCompile(`(?i)^(?:not|no|never|does not do|without)(?: the| any)? (.+)$`)
	workAt = regexp.MustCompile(`(?i)^(?:on |in )?(?:the )?section:? (.+)$|^(?:on |in )(?:the )?(.+?)(?: section)?$`)
)

// sectionNames are sections as kitchens call them, by the words for them.
var sectionNames = map[string]string{
	"pass": "Pass", "sauce": "Sauce", "sauces": "Sauce", "saucier": "Sauce", "fish": "Fish", "poissonnier": "Fish", "meat": "Meat", "roast": "Roast", "roasts": "Roast", "grill": "Grill", "fry": "Fry", "fryer": "Fry", "fryers": "Fry",
	"veg": "Vegetables", "vegetable": "Vegetables", "vegetables": "Vegetables", "entremetier": "Vegetables", "larder": "Larder", "garde manger": "Larder", "cold": "Larder", "cold section": "Larder", "starters": "Starters", "hot": "Hot",
	"pastry": "Pastry", "pâtisserie": "Pastry", "patisserie": "Pastry", "sweets": "Pastry", "desserts": "Pastry", "bread": "Bread", "bakery": "Bread", "pizza": "Pizza", "pasta": "Pasta", "soup": "Soup", "soups": "Soup",
}

var (
	inName    = regexp.MustCompile(`(?i)\b(?:junior|senior|demi|second|cooks?|chefs?|de partie|section)\b`)
	roleWords = regexp.MustCompile(`(?i)^(?:head |sous |junior sous |executive |demi )?chefs?(?: de partie)?$|^(?:sous|commis|apprentice|trainee|porter|kitchen porter)$`)
)

// sectionCalled is the section that some words call; empty: they call none.
func sectionCalled(text string) string {
	text = strings.TrimPrefix(strings.ToLower(strings.Join(strings.Fields(text), " ")), "the ")
	return sectionNames[text]
}

// readCook reads a person: the name first, then days, hours, section, and what they do not do.
func (l *Line) readCook(parts []string) {
	n, name := people(parts[0])
	if n > 1 {
		l.Count = n
	}
	c := Cook{Name: words.Upper(name), Shifts: []Shift{}}
	var week weekReader
	for _, p := range parts[1:] {
		if week.take(p) {
			continue
		}
		if m := notAt.FindStringSubmatch(p); m != nil {
			for _, what := range regexp.MustCompile(`(?i) (?:or|and|nor) (?:the )?`).Split(m[1], -1) {
				c.Not = append(c.Not, plainKind(strings.ToLower(what)))
			}
			continue
		}
		if m := workAt.FindStringSubmatch(p); m != nil {
			c.Section = words.Upper(m[1] + m[2]) // its name: who sets the kitchen up gives it an id
			continue
		}
		if s := sectionCalled(p); s != "" && c.Section == "" {
			c.Section = s
			continue
		}
		if roleWords.MatchString(p) { // it is how they are called
			c.Name += ", " + strings.ToLower(p)
			continue
		}
		l.Open = append(l.Open, p)
	}
	if s := sectionCalled(inName.ReplaceAllString(name, "")); s != "" && c.Section == "" {
		c.Section = s
		l.Assumed = append(l.Assumed, "section "+s)
	}
	c.Shifts = append(c.Shifts, week.shifts...)
	switch {
	case len(c.Shifts) == 0:
		s := UsualShift
		s.Days = week.days
		c.Shifts = append(c.Shifts, s)
		l.Assumed = append(l.Assumed, fmt.Sprintf("%s–%s", s.From, s.To))
	case week.pending:
		l.Open = append(l.Open, SayDays(week.days)+": which hours?")
	}
	l.Cook = &c
}

// weekdays by the first three letters of their names.
var weekdays = map[string]int{"mon": 1, "tue": 2, "wed": 3, "thu": 4, "fri": 5, "sat": 6, "sun": 7}

const dayWord = `(mon|tue|wed|thu|fri|sat|sun)(?:day|s|sday|nesday|r|rs|rsday|urday)?s?\.?`

var (
	dayRange = regexp.MustCompile(`(?i)^` + dayWord + `(?: ?(?:-|–|to|until|till|through) ?)` + dayWord + `$`)
	dayOne   = regexp.MustCompile(`(?i)^` + dayWord + `$`)
	daySplit = regexp.MustCompile(`(?i) ?(?:/|\+|&| and ) ?| +`)
	hourSpan = regexp.MustCompile(`(?i)^(?:from )?(\d{1,2})(?:[:.](\d{2}))? ?(h|am|pm)?(?: ?(?:-|–|to|until|till) ?)(\d{1,2}|midnight|noon)(?:[:.](\d{2}))? ?(h|am|pm)?$`)
)

// readDays reads weekdays: "Tue to Sat", "Mon, Wed and Fri" a part at a time, "weekends".
func readDays(text string) ([]int, bool) {
	text = strings.TrimSpace(strings.TrimSuffix(strings.ToLower(text), " only"))
	switch strings.TrimPrefix(text, "on ") {
	case "every day", "daily":
		return []int{1, 2, 3, 4, 5, 6, 7}, true
	case "weekdays":
		return []int{1, 2, 3, 4, 5}, true
	case "weekends", "weekend", "at weekends":
		return []int{6, 7}, true
	}
	if m := dayRange.FindStringSubmatch(text); m != nil {
		var out []int
		for d, last := weekdays[m[1]], weekdays[m[2]]; ; d = d%7 + 1 {
			if out = append(out, d); d == last {
				return out, true
			}
		}
	}
	var out []int
	for _, w := range daySplit.Split(text, -1) {
		m := dayOne.FindStringSubmatch(w)
		if m == nil {
			return nil, false
		}
		out = append(out, weekdays[m[1]])
	}
	return out, len(out) > 0
}

// readHours reads a stretch of the day: "14–23", "9 to 5" is 09:00 to 17:00, "17:30-1".
func readHours(text string) (Shift, bool) {
	m := hourSpan.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return Shift{}, false
	}
	switch strings.ToLower(m[4]) {
	case "midnight":
		m[4] = "0"
	case "noon":
		m[4] = "12"
	}
	from, _ := strconv.Atoi(m[1]) // figures alone, by the pattern
	to, _ := strconv.Atoi(m[4])
	from, to = halved(from, m[3]), halved(to, m[6])
	const longest = 16 // hours; nobody is written down for longer
	if m[6] == "" && to <= from && to+24-from >= longest && to < 12 && to+12 > from {
		to += 12 // nine to five
	}
	if from > 23 || to > 24 || m[2] > "59" || m[5] > "59" {
		return Shift{}, false
	}
	clock := func(h int, minutes string) string {
		if minutes == "" {
			minutes = "00"
		}
		return fmt.Sprintf("%02d:%s", h%24, minutes)
	}
	return Shift{From: clock(from, m[2]), To: clock(to, m[5])}, true
}

// halved is an hour of which somebody says which half of the day it is in.
func halved(h int, half string) int {
	switch strings.ToLower(half) {
	case "pm":
		if h < 12 {
			return h + 12
		}
	case "am":
		if h == 12 {
			return 0
		}
	}
	return h
}

// daysAndHours reads one or more stretches, with the days before them if they are there:
// "Tue to Sat 14–23", "10-15 and 17-23".
func daysAndHours(text string) (out []Shift, days []int, ok bool) {
	text = strings.TrimSpace(text)
	if at := strings.IndexAny(text, "0123456789"); at > 0 {
		head := strings.TrimSuffix(strings.TrimSpace(text[:at]), " from")
		if !strings.EqualFold(head, "from") {
			if days, ok = readDays(head); !ok {
				return nil, nil, false
			}
			text = text[at:]
		}
	}
	for _, p := range regexp.MustCompile(`(?i) (?:and|\+|&) `).Split(text, -1) {
		s, is := readHours(p)
		if !is {
			return nil, nil, false
		}
		out = append(out, s)
	}
	return out, days, len(out) > 0
}

// SayDays writes weekdays: Tue–Sat; Mon, Wed; every day.
func SayDays(days []int) string {
	names := []string{"", "Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"}
	if len(days) == 0 || len(days) == 7 {
		return "every day"
	}
	running := len(days) > 2
	var list []string
	for i, d := range days {
		running = running && (i == 0 || d == days[i-1]%7+1)
		list = append(list, names[max(0, min(7, d))])
	}
	if running {
		return list[0] + "–" + list[len(list)-1]
	}
	return strings.Join(list, ", ")
}

// ReadShifts reads the hours of a week as they stand in a field: "Tue–Sat 14:00–23:00, Sun
// 10:00–16:00"; hours without days are of every day, or of the days before them.
func ReadShifts(text string) ([]Shift, error) {
	var week weekReader
	for _, p := range partsOf(text) {
		if !week.take(p) {
			return nil, fault.Say("“%s” is not a shift. Write 09:00–15:00, or Tue–Sat 14–23.", p)
		}
	}
	if week.pending {
		return nil, fault.Say("%s: which hours?", SayDays(week.days))
	}
	return append([]Shift{}, week.shifts...), nil
}

// weekReader gathers hours, each of the days that were named before it.
type weekReader struct {
	shifts  []Shift
	days    []int
	pending bool // days were named, and no hours of them yet
}

// take reads days, hours, or both; false: it is something else.
func (w *weekReader) take(part string) bool {
	if d, ok := readDays(part); ok {
		w.name(d)
		return true
	}
	list, d, ok := daysAndHours(part)
	if !ok {
		return false
	}
	if d != nil {
		w.name(d)
	}
	for _, s := range list {
		s.Days = w.days
		w.shifts = append(w.shifts, s)
	}
	w.pending = false
	return true
}

func (w *weekReader) name(days []int) {
	if w.pending {
		days = append(slices.Clone(w.days), days...)
	}
	w.days, w.pending = days, true
}

// SayShifts writes the hours of a week as they are typed.
func SayShifts(list []Shift) string {
	var out []string
	last := "every day"
	for _, s := range list {
		said := SayDays(s.Days)
		text := s.From + "–" + s.To
		if said != last {
			text = said + " " + text
		}
		last = said
		out = append(out, text)
	}
	return strings.Join(out, ", ")
}
