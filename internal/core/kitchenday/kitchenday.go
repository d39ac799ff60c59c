// Package kitchenday lays a day of a kitchen on one clock: who is where, what is taken by which
// service, and what the day has beside food work. It reads run-ups and plans nothing.
package kitchenday

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
)

// Served is a service of the kitchen with its run-up.
type Served struct {
	First    bool // it goes first
	Planning bool
	Spread   int64 // seconds in which a course leaves
	RunUp    report.RunUp
}

// DaySheet is the day. Moments are seconds from Origin.
type DaySheet struct {
	Kitchen  string       `json:"kitchen" doc:"name"`
	Day      string       `json:"day" doc:"like 2026-11-28"`
	Origin   time.Time    `json:"origin" doc:"midnight at which it begins"`
	From     int64        `json:"from" doc:"whole hour before the first thing"`
	To       int64        `json:"to"`
	Services []DayService `json:"services" nullable:"false" doc:"those of the day, and those of other days that have prep on it, the first in front"`
	Cooks    []DayLane    `json:"cooks" nullable:"false"`
	Things   []DayLane    `json:"things" nullable:"false" doc:"equipment that is in use"`
	Told     []string     `json:"told" nullable:"false" doc:"what two services have at the same time"`
}

// DayService is one that has work on the day.
type DayService struct {
	ID       string      `json:"id"`
	Name     string      `json:"name"`
	Day      string      `json:"day"`
	Courses  []DayCourse `json:"courses" nullable:"false" doc:"that leave on the day"`
	From     int64       `json:"from" doc:"of its first work on the day"`
	To       int64       `json:"to"`
	First    bool        `json:"first,omitempty" doc:"the others are planned around it"`
	Around   []string    `json:"around,omitempty" doc:"names of those around which it is planned"`
	Planned  bool        `json:"planned"`
	Planning bool        `json:"planning,omitempty" doc:"a newer plan is being made"`
	OnPlan   bool        `json:"onPlan"`
	Stops    int         `json:"stops,omitempty" doc:"strands that stop, at a gap or for another reason"`
	Clashes  []DayClash  `json:"clashes" nullable:"false"`
}

// DayClash is what does not hold, and why.
type DayClash struct {
	What string `json:"what"`
	Why  string `json:"why,omitempty"`
}

// DayCourse is one that leaves.
type DayCourse struct {
	Name string `json:"name"`
	At   int64  `json:"at" doc:"when its first wave leaves"`
}

// DayLane is a cook, or a piece of equipment, over the day.
type DayLane struct {
	ID       string       `json:"id"`
	Name     string       `json:"name"`
	Section  string       `json:"section,omitempty" doc:"name"`
	Capacity int          `json:"capacity"`
	There    []DayStretch `json:"there,omitempty" doc:"when a cook is there, or a thing to be had; absent: always"`
	Rows     []DayRow     `json:"rows" nullable:"false" doc:"what each service has of it"`
	Events   []DayBlock   `json:"events,omitempty" doc:"what the day has beside food work"`
	Busy     int64        `json:"busy" doc:"seconds in which it is taken, by any of them"`
}

// DayRow is what one service has of a lane.
type DayRow struct {
	Service int        `json:"service" doc:"place in services"`
	Blocks  []DayBlock `json:"blocks" nullable:"false"`
}

// DayStretch is a stretch of the day.
type DayStretch struct {
	From int64 `json:"from"`
	To   int64 `json:"to"`
}

// DayBlock is a stretch in which something is taken.
type DayBlock struct {
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Label   string `json:"label"`
	Places  int    `json:"places"`
	Hold    bool   `json:"hold,omitempty"`
	Setting *int64 `json:"setting,omitempty" doc:"°C"`
}

// Make lays a day out. Midnight is that at which it begins, in the zone of the kitchen.
func Make(k kitchen.Kitchen, midnight time.Time, served []Served) DaySheet {
	m := maker{k: k, day: midnight, ends: int64(midnight.AddDate(0, 0, 1).Sub(midnight)/time.Second) + nightHours*3600}
	out := DaySheet{Kitchen: k.Name, Day: midnight.Format(time.DateOnly), Origin: midnight, Services: []DayService{}, Cooks: []DayLane{}, Things: []DayLane{}, Told: []string{}}
	for _, s := range served {
		if one, any := m.service(s); any {
			out.Services, m.served, m.spread = append(out.Services, one), append(m.served, s.RunUp), append(m.spread, s.Spread)
		}
	}
	for _, c := range k.Cooks {
		lane := m.lane("cook."+c.ID, c.Name, 1)
		lane.Section, lane.There, lane.Events = k.SectionName(c.Section), m.there(c), m.events(c, out.Services)
		lane.Busy += m.within(lane.Events)
		out.Cooks = append(out.Cooks, lane)
	}
	for _, e := range k.Equipment {
		if lane := m.lane(e.ID, e.Name, e.Places); len(lane.Rows) > 0 {
			out.Things = append(out.Things, lane)
		}
	}
	out.Told = append(out.Told, m.told()...)
	out.From, out.To = extent(out)
	return out
}

// nightHours after midnight still belong to the day.
const nightHours = 4

type maker struct {
	k      kitchen.Kitchen
	day    time.Time
	ends   int64
	served []report.RunUp
	spread []int64
}

// seconds are those of the day at a second of a run-up.
func (m maker) seconds(u report.RunUp, at int64) int64 {
	return int64(u.Origin.Sub(m.day)/time.Second) + at
}

// service is one on the day; false where it has nothing there.
func (m maker) service(s Served) (DayService, bool) {
	u := s.RunUp
	out := DayService{ID: u.Service, Name: u.Name, Day: u.Day, First: s.First, Around: u.Around, Planning: s.Planning, Planned: len(u.Bars) > 0, OnPlan: u.OnPlan, Stops: len(u.Stops), Courses: []DayCourse{}, Clashes: []DayClash{}}
	any := u.Day == m.day.Format(time.DateOnly)
	for _, c := range u.Courses {
		if at := m.seconds(u, c.At); any && c.Plates > 0 {
			if out.Planned {
				at = m.seconds(u, c.Leaves)
			}
			out.Courses = append(out.Courses, DayCourse{c.Name, at})
		}
	}
	for _, strict := range []bool{true, false} { // what matters most in front
		for _, c := range u.Clashes {
			if c.Strict == strict {
				out.Clashes = append(out.Clashes, DayClash{c.What, c.Why})
			}
		}
	}
	first := true
	for _, l := range u.Lanes {
		for _, b := range l.Blocks {
			from, to := m.seconds(u, b.From), m.seconds(u, b.To)
			if to <= 0 || from >= m.ends || b.Hold {
				continue
			}
			if any = true; first || from < out.From {
				out.From = from
			}
			out.To, first = max(out.To, to), false
		}
	}
	out.From = max(0, out.From)
	return out, any
}

// lane is what the services have of a resource.
func (m maker) lane(id, name string, capacity int) DayLane {
	out := DayLane{ID: id, Name: name, Capacity: capacity, Rows: []DayRow{}}
	for n, u := range m.served {
		row := DayRow{Service: n}
		for _, l := range u.Lanes {
			for _, b := range l.Blocks {
				from, to := max(0, m.seconds(u, b.From)), min(m.ends, m.seconds(u, b.To))
				if l.ID == id && from < to {
					row.Blocks = append(row.Blocks, DayBlock{from, to, u.Called(b.Bar), b.Places, b.Hold, b.Setting})
				}
			}
		}
		if len(row.Blocks) > 0 {
			slices.SortStableFunc(row.Blocks, func(a, b DayBlock) int { return cmp.Compare(a.From, b.From) })
			out.Rows = append(out.Rows, row)
			out.Busy += m.within(row.Blocks)
		}
	}
	return out
}

// within is for how long any of some blocks is.
func (m maker) within(list []DayBlock) (sum int64) {
	until := int64(0)
	for _, b := range list {
		sum += max(0, b.To-max(b.From, until))
		until = max(until, b.To)
	}
	return sum
}

// there is when a cook is there on the day.
func (m maker) there(c kitchen.Cook) (out []DayStretch) {
	for _, s := range c.ShiftsOn(m.day) {
		from, e1 := units.ParseClock(s.From)
		to, e2 := units.ParseClock(s.To)
		if e1 != nil || e2 != nil {
			continue
		}
		if to <= from {
			to += 24 * 3600
		}
		out = append(out, DayStretch{from, to})
	}
	return out
}

// events are what the day has for a cook: at its hour, or by the hours of each service of the day.
func (m maker) events(c kitchen.Cook, services []DayService) (out []DayBlock) {
	add := func(e kitchen.Event, from int64) {
		if slices.ContainsFunc(m.there(c), func(s DayStretch) bool { return s.From <= from && from < s.To }) {
			out = append(out, DayBlock{From: from, To: from + e.Minutes*60, Label: e.Name, Places: 1})
		}
	}
	for _, e := range m.k.Day {
		if !e.Takes(c.ID) || !e.Has(m.day) {
			continue
		}
		if at, err := units.ParseClock(e.From); e.From != "" && err == nil {
			add(e, at)
		}
		for n, s := range services {
			if len(s.Courses) == 0 || e.From != "" {
				continue
			}
			hours := m.served[n].Courses
			at := func(c report.CourseRow) int64 { return m.seconds(m.served[n], c.At) }
			byHour := func(a, b report.CourseRow) int { return cmp.Compare(a.At, b.At) }
			if e.Before != nil {
				add(e, at(slices.MinFunc(hours, byHour))-*e.Before*60)
			} else if e.After != nil {
				add(e, at(slices.MaxFunc(hours, byHour))+m.spread[n]+*e.After*60)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b DayBlock) int { return cmp.Compare(a.From, b.From) })
	return out
}

// told is what two services have at once.
func (m maker) told() (out []string) {
	for n, u := range m.served {
		for _, other := range m.served[n+1:] {
			for _, s := range u.Doubles(other) {
				out = append(out, u.Name+" and "+other.Name+": "+strings.Replace(s, " with "+other.Name, "", 1))
			}
		}
	}
	return out
}

// extent is from the whole hour before the first thing of the day to that after the last.
func extent(s DaySheet) (from, to int64) {
	from, to = 1<<40, 0
	see := func(a, b int64) { from, to = min(from, a), max(to, b) }
	for _, x := range s.Services {
		if x.To > x.From {
			see(x.From, x.To)
		}
		for _, c := range x.Courses {
			see(c.At, c.At)
		}
	}
	for _, l := range s.Cooks {
		for _, t := range l.There {
			see(t.From, t.To)
		}
	}
	if to == 0 {
		return 8 * 3600, 24 * 3600
	}
	return from - from%3600, (to + 3599) / 3600 * 3600
}
