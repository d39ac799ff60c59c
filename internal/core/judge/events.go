package judge

import (
	"fmt"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/units"
)

// event is a line of the day, when it is.
type event struct {
	kitchen.Event
	from, to time.Time
}

// events finds cooks who have hands on food while the day has something else for them.
func (j *judging) events() {
	list := j.eventsOfTheDay()
	for i, b := range j.RunUp.Bars {
		for _, h := range b.Hands {
			from, to := j.moment(h.From), j.moment(h.To)
			for _, e := range list {
				if h.From < h.To && e.Takes(h.Cook) && from.Before(e.to) && e.from.Before(to) {
					j.breach(Breach{Promise: TheDay, bars: []int{i}, about: []string{e.Name}, By: h.To - h.From, Says: fmt.Sprintf("%s: %s has %s then.", j.say(b), h.Cook, e.Name)})
				}
			}
		}
	}
}

// eventsOfTheDay are those of the days of the plan, and those by the hours of the service.
func (j *judging) eventsOfTheDay() (out []event) {
	midnight, err := time.ParseInLocation(time.DateOnly, j.Service.Day, j.Zone)
	if err != nil {
		return nil
	}
	var first, last time.Time
	for _, c := range j.Service.Courses {
		at, err := units.ParseClock(c.Hour)
		if err != nil {
			continue
		}
		hour := midnight.Add(time.Duration(at) * time.Second)
		if first.IsZero() || hour.Before(first) {
			first = hour
		}
		if hour.After(last) {
			last = hour
		}
	}
	add := func(e kitchen.Event, from time.Time) {
		out = append(out, event{e, from, from.Add(time.Duration(e.Minutes) * time.Minute)})
	}
	for _, e := range j.Kitchen.Day {
		if at, err := units.ParseClock(e.From); e.From != "" && err == nil {
			for back := range daysBack {
				if day := midnight.AddDate(0, 0, -back); e.Has(day) {
					add(e, day.Add(time.Duration(at)*time.Second))
				}
			}
		}
		switch {
		case first.IsZero() || !e.Has(midnight):
		case e.Before != nil:
			add(e, first.Add(-time.Duration(*e.Before)*time.Minute))
		case e.After != nil:
			add(e, last.Add(time.Duration(j.Service.Spread())*time.Second+time.Duration(*e.After)*time.Minute))
		}
	}
	return out
}

// daysBack are looked at: prep begins no earlier, as a rule.
const daysBack = 7
