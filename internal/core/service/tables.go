package service

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Table is a party that sits together and is served together.
type Table struct {
	ID     string      `json:"id" minLength:"1" maxLength:"60"`
	Name   string      `json:"name" minLength:"1" maxLength:"80"`
	Guests int         `json:"guests" minimum:"1" maximum:"1000"`
	Orders []Order     `json:"orders,omitempty" maxItems:"200" doc:"plates that are not the first dish of their course as it stands"`
	Hours  []TableHour `json:"hours,omitempty" maxItems:"30" doc:"courses that this table has at an hour of its own"`
	Needs  []GuestNeed `json:"needs,omitempty" maxItems:"60" doc:"guests who must not have something"`
	Note   string      `json:"note,omitempty" maxLength:"400"`
}

// Order is so many plates of a table that are another dish, or a version.
type Order struct {
	Course  string `json:"course"`
	Dish    string `json:"dish"`
	Version string `json:"version,omitempty"`
	Plates  int    `json:"plates" minimum:"0" maximum:"1000"`
	Need    string `json:"need,omitempty" doc:"id of the need for which it is; worked out, never kept"`
}

// TableHour is the hour of a course for one table.
type TableHour struct {
	Course string `json:"course"`
	Hour   string `json:"hour"`
}

// Plates are what a table has of a course: its orders, and for the guests that
// are left the first dish of the course as it stands. Who has a need has what was worked out
// for it; a stopped plate is none.
func (t Table) Plates(c recipe.Course) (out []Covers) {
	left := t.Guests
	for _, n := range t.Needs {
		if s := n.Of(c.ID); s.Stopped || s.Dish == "" {
			left--
		}
	}
	for _, o := range t.Orders {
		if o.Course == c.ID && o.Plates > 0 {
			out = append(out, Covers{o.Dish, o.Version, o.Plates})
			left -= o.Plates
		}
	}
	if left > 0 && len(c.Dishes) > 0 {
		out = append([]Covers{{Dish: c.Dishes[0], Plates: left}}, out...)
	}
	return out
}

// Hour of a course for a table; empty: that of the course.
func (t Table) Hour(course string) string {
	for _, h := range t.Hours {
		if h.Course == course {
			return h.Hour
		}
	}
	return ""
}

// Guests at all tables.
func (s Service) Guests() (sum int) {
	for _, t := range s.Tables {
		sum += t.Guests
	}
	return sum
}

// Resolved works out what follows from what is said: the hours of courses that
// are so many minutes after the one before, and, where there are tables, the
// plates of each course.
func (s Service) Resolved(menu recipe.Menu) Service {
	hours := map[string]CourseHour{}
	for _, c := range s.Courses {
		hours[c.Course] = c
	}
	before := ""
	for _, m := range menu.Courses {
		c, there := hours[m.ID]
		if !there {
			continue
		}
		if c.After != nil {
			c.Hour = later(before, *c.After)
		}
		if len(s.Tables) > 0 {
			c.Covers = s.seated(m)
		}
		hours[m.ID], before = c, c.Hour
	}
	courses := make([]CourseHour, len(s.Courses))
	for i, c := range s.Courses {
		courses[i] = hours[c.Course]
	}
	s.Courses = courses
	return s
}

// Said leaves out what Resolved works out, as a service is kept: two people who
// seat two tables do not change the same.
func (s Service) Said() Service {
	courses := make([]CourseHour, len(s.Courses))
	for i, c := range s.Courses {
		if c.After != nil {
			c.Hour = ""
		}
		if len(s.Tables) > 0 {
			c.Covers = []Covers{}
		}
		courses[i] = c
	}
	s.Courses = courses
	s.Tables = slices.Clone(s.Tables)
	for i, t := range s.Tables {
		t.Orders = slices.DeleteFunc(slices.Clone(t.Orders), func(o Order) bool { return o.Need != "" })
		t.Needs = slices.Clone(t.Needs)
		for k := range t.Needs {
			t.Needs[k].Served = nil
		}
		s.Tables[i] = t
	}
	return s
}

// seated sums the plates of a course over the tables.
func (s Service) seated(m recipe.Course) []Covers {
	out := []Covers{}
	at := map[Covers]int{}
	for _, t := range s.Tables {
		for _, n := range t.Plates(m) {
			key := Covers{Dish: n.Dish, Version: n.Version}
			if i, there := at[key]; there {
				out[i].Plates += n.Plates
				continue
			}
			at[key] = len(out)
			out = append(out, n)
		}
	}
	return out
}

// later is a clock hour so many minutes after another one; empty where that is
// none.
func later(hour string, minutes int64) string {
	seconds, err := units.ParseClock(hour)
	if err != nil {
		return ""
	}
	at := (seconds/60 + minutes) % (24 * 60)
	return fmt.Sprintf("%02d:%02d", at/60, at%60)
}

// AtTable is the hour of a course for a table.
func (s Service) AtTable(c CourseHour, t Table, zone *time.Location) (time.Time, error) {
	if own := t.Hour(c.Course); own != "" {
		c.Hour = own
	}
	return s.At(c, zone)
}

// validateTables finds what is malformed at the tables.
func (s Service) validateTables(courses map[string]recipe.Course, zone *time.Location, now time.Time, l *fault.List) {
	ids := map[string]bool{}
	for i, t := range s.Tables {
		at := fmt.Sprintf("tables[%d]", i)
		if t.ID == "" || ids[t.ID] {
			l.Add(at+".id", "Table id missing or used twice.")
		}
		ids[t.ID] = true
		if strings.TrimSpace(t.Name) == "" {
			l.Add(at+".name", "Name missing.")
		}
		if t.Guests < 1 {
			l.Add(at+".guests", "Must be 1 or more.")
		}
		ordered := map[string]int{}
		for k, o := range t.Orders {
			c, known := courses[o.Course]
			switch {
			case !known || !has(c.Dishes, o.Dish):
				l.Add(fmt.Sprintf("%s.orders[%d].dish", at, k), "“%s” is not in this course.", o.Dish)
			case o.Plates < 0:
				l.Add(fmt.Sprintf("%s.orders[%d].plates", at, k), "Must be 0 or more.")
			}
			if o.Need != "" {
				continue
			}
			ordered[o.Course] += o.Plates
			if free := t.Guests - len(t.Needs); ordered[o.Course] > free && len(t.Needs) > 0 {
				l.Add(fmt.Sprintf("%s.orders[%d].plates", at, k), "%s: %s of %s for %s without a need. Those with one are answered on their own.", t.Name, words.Count(ordered[o.Course], "plate"), c.Name, words.Count(free, "guest"))
			} else if ordered[o.Course] > free {
				l.Add(fmt.Sprintf("%s.orders[%d].plates", at, k), "%s: %s of %s for %s.", t.Name, words.Count(ordered[o.Course], "plate"), c.Name, words.Count(t.Guests, "guest"))
			}
		}
		t.validateNeeds(at, l)
		for k, h := range t.Hours {
			place := fmt.Sprintf("%s.hours[%d]", at, k)
			if _, known := courses[h.Course]; !known {
				l.Add(place+".course", "“%s” is not a course of the menu.", h.Course)
				continue
			}
			s.validateHour(place, CourseHour{Course: h.Course, Hour: h.Hour}, zone, now, l)
		}
	}
}
