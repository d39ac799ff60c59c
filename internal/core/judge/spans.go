package judge

import (
	"fmt"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// chains judges what passes from a moment of one step to a moment of a later one, or to the first
// placing, where the book says how long that may be in all.
func (j *judging) chains(c recipe.Component) {
	for _, x := range c.Spans() {
		from, to := j.moments(c.ID, x.From), j.placed(c.ID)
		if x.To.Step != recipe.Plate {
			to = j.moments(c.ID, x.To)
		}
		pairs, ok := hand(from, to)
		if !ok {
			continue
		}
		var of []int
		for _, m := range from {
			of = append(of, m.bar)
		}
		for _, p := range pairs {
			gap, bar := p.to.at-p.from.at, j.RunUp.Bars[p.from.bar]
			switch {
			case gap < x.Least:
				j.breach(Breach{Promise: Before, By: x.Least - gap, bars: of, Says: fmt.Sprintf("%s: %s in all, %s at least.", j.say(bar), over(gap), over(x.Least))})
			case x.Most != nil && gap > *x.Most:
				j.breach(Breach{Promise: Waited, By: gap - *x.Most, bars: of, Says: fmt.Sprintf("%s: %s in all, %s at most.", j.say(bar), over(gap), over(*x.Most))})
			}
		}
	}
}

// moments are the portions of a step at a moment of it.
func (j *judging) moments(component string, p recipe.Point) []lot {
	if p.End {
		out := j.ends(component, p.Step)
		for k := range out {
			out[k].at -= p.At
		}
		return out
	}
	out := j.begins(component, p.Step)
	for k := range out {
		out[k].at += p.At
	}
	return out
}

// windows judges the hours of each step: no earlier than one, and over by another that is strict.
func (j *judging) windows(c recipe.Component) {
	for _, s := range c.Steps() {
		for _, i := range j.barsOf(c.ID, s.ID) {
			b := j.RunUp.Bars[i]
			if at, is := j.hour(s.NotBefore); is && b.From < at {
				j.breach(Breach{Promise: Hours, By: at - b.From, bars: []int{i}, Says: fmt.Sprintf("%s begins %s before %s.", j.say(b), over(at-b.From), s.NotBefore.Clock)})
			}
			if at, is := j.hour(s.By); is && s.By.Strict && !b.Fixed && b.To > at {
				j.breach(Breach{Promise: Hours, By: b.To - at, bars: []int{i}, Says: fmt.Sprintf("%s is over %s after %s.", j.say(b), over(b.To-at), s.By.Clock)})
			}
		}
	}
}

// hour is an hour of the book on the clock of the run-up; false: there is none.
func (j *judging) hour(d *recipe.Deadline) (at int64, is bool) {
	if d == nil {
		return 0, false
	}
	seconds, err := units.ParseClock(d.Clock)
	day, err2 := time.ParseInLocation(time.DateOnly, j.Service.Day, j.Zone)
	if err != nil || err2 != nil {
		return 0, false
	}
	y, m, n := day.AddDate(0, 0, -d.DaysBefore).Date()
	when := time.Date(y, m, n, int(seconds/3600), int(seconds%3600/60), 0, 0, j.Zone)
	return int64(when.Sub(j.RunUp.Origin) / time.Second), true
}
