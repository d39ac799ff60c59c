// Package supply says what to buy from whom by when, in which packs, and what a portion
// costs.
package supply

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

// Supplier is who brings things, and when one has to ask.
type Supplier struct {
	ID       string `json:"id"`
	Name     string `json:"name" minLength:"1" maxLength:"120"`
	Delivers []int  `json:"delivers" nullable:"false" maxItems:"7" doc:"days of the week, 1 is Monday"`
	At       string `json:"at" doc:"clock hour at which it comes"`
	Before   int    `json:"before" minimum:"0" maximum:"60" doc:"days before that on which one orders"`
	By       string `json:"by" doc:"clock hour until which one orders"`
	Note     string `json:"note,omitempty" maxLength:"400" doc:"how one orders"`
}

// Validate finds what is malformed in a supplier.
func (s Supplier) Validate() error {
	var l fault.List
	if strings.TrimSpace(s.Name) == "" {
		l.Add("name", "Name the supplier.")
	}
	if len(s.Delivers) == 0 {
		l.Add("delivers", "Choose delivery days.")
	}
	for i, d := range s.Delivers {
		if d < 1 || d > 7 {
			l.Add(fmt.Sprintf("delivers[%d]", i), "“%d” is not a weekday: Monday is 1, Sunday 7.", d)
		}
	}
	for field, text := range map[string]string{"at": s.At, "by": s.By} {
		if _, err := units.ParseClock(text); err != nil {
			l.Add(field, "%v", err)
		}
	}
	return l.Err()
}

// delivery is when something comes, and until when it is ordered.
type delivery struct{ comes, orderBy time.Time }

// horizon is how many days back, and on, deliveries are looked for.
const horizon = 60

// on is the delivery on the day that is so many days after another; false: none
// comes on that day.
func (s Supplier) on(day time.Time, plus int) (d delivery, ok bool) {
	y, m, n := day.AddDate(0, 0, plus).Date()
	at := time.Date(y, m, n, 0, 0, 0, 0, day.Location())
	week := int(at.Weekday())
	if week == 0 {
		week = 7
	}
	if !slices.Contains(s.Delivers, week) {
		return d, false
	}
	comes, err := units.ParseClock(s.At)
	by, err2 := units.ParseClock(s.By)
	if err != nil || err2 != nil {
		return d, false
	}
	clock := func(day int, c int64) time.Time {
		return time.Date(y, m, n-day, int(c/3600), int(c%3600/60), 0, 0, at.Location())
	}
	return delivery{clock(0, comes), clock(s.Before, by)}, true
}

// inTime finds the last delivery that is there when something is needed; late
// says that it can no longer be ordered, and that the one told is the next.
func (s Supplier) inTime(needed, now time.Time) (d delivery, late, ok bool) {
	for back := 0; back <= horizon; back++ {
		if d, ok := s.on(needed, -back); ok && !d.comes.After(needed) {
			if !d.orderBy.Before(now) {
				return d, false, true
			}
			break // what came earlier had to be ordered earlier still
		}
	}
	for on := 0; on <= horizon; on++ {
		if d, ok := s.on(now, on); ok && !d.orderBy.Before(now) {
			return d, d.comes.After(needed), true
		}
	}
	return delivery{}, true, false
}
