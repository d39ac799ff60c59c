package kitchen

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Event is a line of the day that is no food work, and takes hands: staff meal, delivery,
// briefing, line check.
type Event struct {
	ID      string   `json:"id" minLength:"1" maxLength:"60"`
	Name    string   `json:"name" minLength:"1" maxLength:"80"`
	From    string   `json:"from,omitempty" doc:"clock hour at which it begins; absent: before or after says when"`
	Before  *int64   `json:"before,omitempty" minimum:"0" maximum:"1440" doc:"minutes before the first course of a service at which it begins"`
	After   *int64   `json:"after,omitempty" minimum:"0" maximum:"1440" doc:"minutes after the last course of a service has left"`
	Minutes int64    `json:"minutes" minimum:"1" maximum:"600" doc:"how long it takes"`
	Days    []int    `json:"days,omitempty" maxItems:"7" doc:"weekdays on which it is, 1 Monday to 7 Sunday; absent: every day"`
	Who     []string `json:"who,omitempty" maxItems:"60" doc:"ids of the cooks whom it takes; absent: everybody who is there"`
}

// UsualDay are the lines that most kitchens have, for a kitchen to change: common practice,
// without a source.
func UsualDay() []Event {
	by := func(m int64) *int64 { return &m }
	return []Event{
		{ID: "staff-meal", Name: "Staff meal", From: "16:30", Minutes: 20},
		{ID: "line-check", Name: "Line check", Before: by(40), Minutes: 10},
		{ID: "briefing", Name: "Briefing", Before: by(20), Minutes: 5},
		{ID: "count", Name: "Count what is left", After: by(20), Minutes: 10},
	}
}

// Has tells whether an event is on a day.
func (e Event) Has(day time.Time) bool { return Shift{Days: e.Days}.Has(day) }

// Takes tells whether an event takes a cook.
func (e Event) Takes(cook string) bool { return len(e.Who) == 0 || slices.Contains(e.Who, cook) }

func (k Kitchen) validateDay(l *fault.List) {
	for i, e := range k.Day {
		at := fmt.Sprintf("day[%d]", i)
		if strings.TrimSpace(e.Name) == "" {
			l.Add(at+".name", "Name what it is.")
		}
		if slices.ContainsFunc(k.Day[:i], func(o Event) bool { return o.ID == e.ID }) {
			l.Add(at+".id", "%s is there twice.", e.Name)
		}
		if said := map[bool]int{true: 1}; said[e.From != ""]+said[e.Before != nil]+said[e.After != nil] != 1 {
			l.Add(at+".from", "%s: say when. Write 16:30, 40 min before, or 10 min after.", e.Name)
		}
		if e.Minutes < 1 {
			l.Add(at+".minutes", "%s: how long does it take?", e.Name)
		}
		if _, err := units.ParseClock(e.From); e.From != "" && err != nil {
			l.Add(at+".from", "%v", err)
		}
		Shift{From: "00:00", To: "00:01", Days: e.Days}.validate(at, l)
		for _, id := range e.Who {
			if !slices.ContainsFunc(k.Cooks, func(c Cook) bool { return c.ID == id }) {
				l.Add(at+".who", "%s: “%s” is not a cook here.", e.Name, id)
			}
		}
	}
}

var (
	eventWords = regexp.MustCompile(`(?i)^(staff (?:meal|food)|family meal|briefing|line ?check|deliver(?:y|ies)|(?:staff )?break|set-?up|reset|count(?:ing)?(?: what is left)?|clean-?down|tasting)(?:[\s,:]+(.*))?$`)
	fromCourse = regexp.MustCompile(`(?i)^(\d{1,4}) ?min(?:utes)? (before|after)(?: (?:the )?(?:first course|last course|service))?,? ?(?:for )?(\d{1,3}) ?min(?:utes)?$`)
)

// eventOf tells whether a line is one of the day, with what is said of when it is.
func eventOf(text string) (name, when string, is bool) {
	m := eventWords.FindStringSubmatch(strings.TrimSpace(text))
	if m == nil {
		return "", "", false
	}
	return words.Upper(m[1]), strings.TrimSpace(m[2]), true
}

// readEvent reads a line of the day: 16:30–16:50; 40 min before, for 10 min.
func readEvent(name, when string) (*Event, error) {
	e := &Event{Name: name}
	if m := fromCourse.FindStringSubmatch(when); m != nil {
		off, _ := strconv.ParseInt(m[1], 10, 64)
		e.Minutes, _ = strconv.ParseInt(m[3], 10, 64)
		if e.Before = &off; strings.EqualFold(m[2], "after") {
			e.Before, e.After = nil, &off
		}
		return e, nil
	}
	shifts, err := ReadShifts(when)
	if err != nil || len(shifts) != 1 {
		return nil, fault.Say("%s: when? Write 16:30–16:50, or 40 min before, for 10 min.", name)
	}
	from, err1 := units.ParseClock(shifts[0].From)
	to, err2 := units.ParseClock(shifts[0].To)
	if err := cmp.Or(err1, err2); err != nil {
		return nil, err
	}
	const half = 12 * 60 // 9:00 to 9:20 is no evening
	e.From, e.Days, e.Minutes = shifts[0].From, shifts[0].Days, (to-from+86400)%86400/60
	if e.Minutes > half {
		e.Minutes -= half
	}
	return e, nil
}

// say is what a line was taken for.
func (e Event) say() string {
	lasts := units.FormatDuration(e.Minutes * 60)
	switch {
	case e.Before != nil:
		return fmt.Sprintf("Of the day · %d min before the first course · %s", *e.Before, lasts)
	case e.After != nil:
		return fmt.Sprintf("Of the day · %d min after the last course · %s", *e.After, lasts)
	case len(e.Days) > 0:
		return fmt.Sprintf("Of the day · %s %s · %s", SayDays(e.Days), e.From, lasts)
	}
	return fmt.Sprintf("Of the day · %s · %s", e.From, lasts)
}
