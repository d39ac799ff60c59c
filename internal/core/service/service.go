// Package service is a menu on a day: the hours of its courses and the covers
// of each dish.
package service

import (
	"fmt"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// DayLayout is how a day is written.
const DayLayout = "2006-01-02"

// Service is a menu on a day in a kitchen.
type Service struct {
	ID         string       `json:"id"`
	Name       string       `json:"name" minLength:"1" maxLength:"120"`
	Menu       string       `json:"menu,omitempty" doc:"id of the kept menu that is served; absent: own alone"`
	Own        *recipe.Menu `json:"own,omitempty" doc:"the menu as it is for this service alone; absent: as it is kept"`
	Kitchen    string       `json:"kitchen"`
	Day        string       `json:"day" doc:"like 2026-11-28"`
	Covers     int          `json:"covers,omitempty" minimum:"0" maximum:"1000" doc:"guests that are expected: so many plates a new course gets, while there are no tables"`
	Courses    []CourseHour `json:"courses" nullable:"false" maxItems:"30"`
	Conditions []Chosen     `json:"conditions,omitempty" doc:"the states in which ingredients came, chosen on the day"`
	Tables     []Table      `json:"tables,omitempty" maxItems:"300" doc:"who sits where; with tables the covers of the courses follow from them"`
	Calm       Calm         `json:"calm,omitempty" enum:",fresh,calm" doc:"how much room the plan leaves where a delay would hurt; absent: some"`
	AtOnce     int          `json:"atOnce,omitempty" minimum:"0" maximum:"100" doc:"plates that are built side by side at the most: 1 is singly; 0: as many as the pass holds"`
	Off        []string     `json:"off,omitempty" maxItems:"100" doc:"ids of the cooks who are not there for this service"`
	Rest       Resting      `json:"rest,omitempty" enum:",open,oven" doc:"where roasts rest; absent: as each method says"`
	LeftOut    []string     `json:"leftOut,omitempty" maxItems:"400" doc:"ids of lead-ins that the kitchen does without"`
	Fixed      []Fixed      `json:"fixed,omitempty" maxItems:"200" doc:"steps that the chef keeps at their time, each under its id in the run-up"`
	Lean       bool         `json:"lean,omitempty" doc:"a busy evening: what is optional in the book is left out"`
	First      bool         `json:"first,omitempty" doc:"it goes first: the other services of the kitchen are planned around it"`
	Within     int64        `json:"within,omitempty" minimum:"0" maximum:"86400" doc:"seconds in which all plates of a course leave; 0: 900"`
}

// CourseHour is a course of the menu at its hour.
type CourseHour struct {
	Course string   `json:"course"`
	Hour   string   `json:"hour" doc:"clock hour at which the first wave leaves the pass"`
	After  *int64   `json:"after,omitempty" minimum:"1" maximum:"600" doc:"minutes after the course before; the hour then follows from it"`
	Covers []Covers `json:"covers" nullable:"false"`
}

// Covers is how many plates of a dish are served, in one of its versions.
type Covers struct {
	Dish    string `json:"dish"`
	Version string `json:"version,omitempty" doc:"id of the version; absent: the dish itself"`
	Plates  int    `json:"plates" minimum:"0" maximum:"1000"`
}

// Most is how many plates go out in the course that has most of them: its covers, where everybody eats each.
func (s Service) Most() (most int) {
	for _, c := range s.Courses {
		sum := 0
		for _, n := range c.Covers {
			sum += n.Plates
		}
		most = max(most, sum)
	}
	return most
}

// Plates is how many plates of a dish are served, in all versions together.
func (s Service) Plates(dish string) (sum int) {
	for _, c := range s.Courses {
		for _, n := range c.Covers {
			if n.Dish == dish {
				sum += n.Plates
			}
		}
	}
	return sum
}

// Of is how many plates of a dish a course has in one version.
func (c CourseHour) Of(dish, version string) int {
	for _, n := range c.Covers {
		if n.Dish == dish && n.Version == version {
			return n.Plates
		}
	}
	return 0
}

// Calm is how much calm a plan has against how much freshness.
type Calm string

// Fresh plans with the usual times and makes everything as late as it may. The
// usual way leaves a margin where a slow step would make a plate late. Calm
// leaves more of it.
const (
	Fresh    Calm = "fresh"
	SomeCalm Calm = ""
	MoreCalm Calm = "calm"
)

// Resting is where what comes out of an oven rests.
type Resting string

// The two schools of resting, beside what each method says.
const (
	InTheOpen  Resting = "open" // on a rack, loosely covered
	InItsOven  Resting = "oven" // in its own oven, turned down
	AsItIsSaid Resting = ""
)

// Chosen is a condition in which a component's ingredient came.
type Chosen struct {
	Component string `json:"component"`
	Condition string `json:"condition"`
}

// Condition is the one that was chosen for a component; empty: none.
func (s Service) Condition(component string) string {
	for _, c := range s.Conditions {
		if c.Component == component {
			return c.Condition
		}
	}
	return ""
}

// DefaultWithin is how long a course may take to leave the pass, in seconds.
const DefaultWithin = 900

// Spread is the time in which a course leaves, in seconds.
func (s Service) Spread() int64 {
	if s.Within == 0 {
		return DefaultWithin
	}
	return s.Within
}

// At is the hour of a course. An hour before 05:00 belongs to the night after
// the service's day.
func (s Service) At(c CourseHour, zone *time.Location) (time.Time, error) {
	day, err := time.ParseInLocation(DayLayout, s.Day, zone)
	if err != nil {
		return time.Time{}, fault.Say("“%s” is not a date. Write 2026-11-28.", s.Day)
	}
	clock, err := units.ParseClock(c.Hour)
	if err != nil {
		return time.Time{}, err
	}
	if clock < 5*3600 {
		day = day.AddDate(0, 0, 1)
	}
	return time.Date(day.Year(), day.Month(), day.Day(), int(clock/3600), int(clock%3600/60), 0, 0, zone), nil
}

// Last is the latest hour of a service, the zero time where none is valid.
func (s Service) Last(zone *time.Location) (last time.Time) {
	for _, c := range s.Courses {
		if at, err := s.At(c, zone); err == nil && at.After(last) {
			last = at
		}
	}
	return last
}

// Past reports whether a service is over: its last course left longer ago than the course may
// take; without a course, its day is over.
func (s Service) Past(now time.Time, zone *time.Location) bool {
	switch { // most are of years ago
	case len(s.Day) != len(DayLayout) || s.Day > now.AddDate(0, 0, 2).Format(DayLayout):
		return false
	case s.Day < now.AddDate(0, 0, -3).Format(DayLayout):
		return true
	}
	last := s.Last(zone)
	if last.IsZero() {
		day, err := time.ParseInLocation(DayLayout, s.Day, zone)
		return err == nil && now.After(day.AddDate(0, 0, 1))
	}
	return now.After(last.Add(time.Duration(s.Spread()) * time.Second))
}

// Validate finds what is malformed in a service, hours already past among it.
func (s Service) Validate(menu recipe.Menu, zone *time.Location, now time.Time) error {
	var l fault.List
	if _, err := time.ParseInLocation(DayLayout, s.Day, zone); err != nil {
		l.Add("day", "“%s” is not a date. Write 2026-11-28.", s.Day)
		return l
	}
	courses := map[string]recipe.Course{}
	for _, c := range menu.Courses {
		courses[c.ID] = c
	}
	seen := map[string]bool{}
	for i, c := range s.Courses {
		at := fmt.Sprintf("courses[%d]", i)
		if _, known := courses[c.Course]; !known || seen[c.Course] {
			l.Add(at+".course", "“%s” is not a course of the menu, or is used twice.", c.Course)
		}
		seen[c.Course] = true
		if c.After != nil && c.Hour == "" {
			l.Add(at+".after", "No course before it has a time.")
			continue
		}
		s.validateHour(at, c, zone, now, &l)
		plates := 0
		for k, n := range c.Covers {
			if n.Plates < 0 {
				l.Add(fmt.Sprintf("%s.covers[%d].plates", at, k), "Must be 0 or more.")
			}
			plates += max(0, n.Plates)
			if !has(courses[c.Course].Dishes, n.Dish) {
				l.Add(fmt.Sprintf("%s.covers[%d].dish", at, k), "“%s” is not in this course.", n.Dish)
			}
		}
		if plates > MostPlates {
			l.Add(at+".covers", "%d plates: a course has %d at most. Serve the rest as a second service.", plates, MostPlates)
		}
	}
	s.validateTables(courses, zone, now, &l)
	for i, f := range s.Fixed {
		if _, ok := f.On(time.Time{}); !ok {
			l.Add(fmt.Sprintf("fixed[%d].clock", i), "“%s” is not a time. Write 16:05 or 16:05:30.", f.Clock)
		}
	}
	return l.Err()
}

// MostPlates is how many a course may have: plans of more take more memory and time than
// a kitchen's machine has to spare.
const MostPlates = 1000

// ValidateVersions finds plates of versions that their dishes do not have, and
// plates that are said twice.
func (s Service) ValidateVersions(dishes map[string]recipe.Dish) error {
	var l fault.List
	for i, c := range s.Courses {
		seen := map[Covers]bool{}
		for k, n := range c.Covers {
			at := fmt.Sprintf("courses[%d].covers[%d]", i, k)
			if !dishes[n.Dish].HasVersion(n.Version) {
				l.Add(at+".version", "%s has no version “%s”.", dishes[n.Dish].Name, n.Version)
			}
			if n.Plates = 0; seen[n] {
				l.Add(at+".dish", "Its plates are set twice.")
			}
			seen[n] = true
		}
	}
	for i, t := range s.Tables {
		for k, o := range t.Orders {
			if !dishes[o.Dish].HasVersion(o.Version) {
				l.Add(fmt.Sprintf("tables[%d].orders[%d].version", i, k), "%s has no version “%s”.", dishes[o.Dish].Name, o.Version)
			}
		}
	}
	return l.Err()
}

func (s Service) validateHour(at string, c CourseHour, zone *time.Location, now time.Time, l *fault.List) {
	hour, err := s.At(c, zone)
	switch {
	case err != nil:
		l.Add(at+".hour", "%v", err)
	case hour.Before(now):
		l.Add(at+".hour", "%s %s is in the past.", hour.Format("2 January"), c.Hour)
	}
}

func has(list []string, id string) bool {
	for _, v := range list {
		if v == id {
			return true
		}
	}
	return false
}
