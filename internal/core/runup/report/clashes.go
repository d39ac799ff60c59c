package report

import (
	"fmt"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
)

// clashes says what the plan breaks, and which course is late.
func (r *reporter) clashes() []Clash {
	out := []Clash{}
	for _, b := range r.plan.Broken {
		if c, ok := r.clash(b); ok {
			out = append(out, c)
		}
	}
	for c, k := range r.of.Courses {
		for _, s := range r.sendings(c) {
			if s.Late <= punctual {
				continue
			}
			name := k.Name
			if k.Asked(s.Wave-1) != k.At {
				name += " for " + strings.Join(s.Tables, " and ")
			}
			at := r.lastOf(c, s)
			out = append(out, Clash{What: fmt.Sprintf("%s leaves %s late, at %s.", name, units.FormatDuration(s.Late), r.clock(s.At)),
				Advice: "move the hour, begin earlier, or take hands or equipment to it", Bar: &at, Strict: true}.because(r, at))
		}
	}
	return out
}

func (r *reporter) clash(b schedule.Breach) (Clash, bool) {
	if b.Limit == schedule.TaskLatest {
		return r.unfixed(b)
	}
	if b.Limit != schedule.LinkMax && b.Limit != schedule.TogetherWithin {
		return Clash{}, false
	}
	if b.Limit == schedule.TogetherWithin {
		return Clash{What: fmt.Sprintf("The plates of one table leave more than %s apart.", units.FormatDuration(*r.problem.Together[*b.Together].Within)), Advice: "more hands at the pass, or fewer dishes at once"}, true
	}
	from, to := r.index[b.From], r.index[b.To]
	w := r.of.Work[from]
	if w.Placed() {
		if r.of.Links[*b.Link].Reason == work.Spread {
			return Clash{What: fmt.Sprintf("%s takes %s longer to leave than it may.", r.of.Courses[w.Course].Name, units.FormatDuration(b.By)), Advice: "a wider pass, or more hands", Bar: &from}, true
		}
		return r.coldPlates(b)
	}
	if k := r.of.Links[*b.Link].Keep; k != nil {
		return r.stale(b, *k), true
	}
	if l := r.of.Links[*b.Link].Limit; l != nil {
		return Clash{What: r.sayPublished(*b.Link), Advice: l.Cited(), Bar: &from, Strict: true}.because(r, to), true
	}
	limit := *r.problem.Links[*b.Link].Max + w.Wash
	name := w.Made
	return Clash{What: fmt.Sprintf("%s waits %s after %s, %s longer than it may (%s).", name, units.FormatDuration(limit+b.By), w.Name, units.FormatDuration(b.By), units.FormatDuration(limit)),
		Advice: fmt.Sprintf("lengthen the wait, free what %s needs, or move the hour", r.of.Work[to].Name), Bar: &from, Strict: !b.Priced}.because(r, to), true
}

// because adds which requirements clash before a task, and the way out.
func (c Clash) because(r *reporter, task int) Clash {
	why, advice := r.between(task)
	if c.Why = why; advice != "" {
		c.Advice += "; or " + advice
	}
	return c
}

// between says which two requirements clash where a task cannot be earlier: what it
// waits for is followed back to the first thing, or person, that is not to be had.
// The advice is the way out that goes with it.
func (r *reporter) between(i int) (says, advice string) {
	for range len(r.of.Work) {
		stop := r.scene.Earlier(i).Stop
		from := r.plan.Tasks[i].Start
		switch stop.Rule {
		case reason.LinkMin:
			if stop.Other < 0 {
				return "", ""
			}
			i = stop.Other
			continue
		case reason.Pause:
			if stop.Other < 0 {
				return fmt.Sprintf("%s is cold until then.", r.names[stop.Resource]), "light it earlier"
			}
			return fmt.Sprintf("%s–%s %s is wanted at %s for %s and at %s for %s.", r.hour(r.plan.Tasks[stop.Other].Start), r.hour(r.plan.Tasks[i].End), r.names[stop.Resource],
				r.settingOf(stop.Other, stop.Resource), r.callOne(stop.Other), r.settingOf(i, stop.Resource), r.callOne(i)), "another oven, or one of the two earlier"
		case reason.Busy:
			if stop.Other < 0 {
				return "", ""
			}
			return fmt.Sprintf("Until %s %s is taken by %s, and %s wants it too.", r.hour(from), r.names[stop.Resource], r.callOne(stop.Other), r.callOne(i)), "somebody else for one of the two, or one of them earlier"
		case reason.Window:
			return fmt.Sprintf("%s is not there before %s.", r.names[stop.Resource], r.hour(from)), fmt.Sprintf("ask %s to come earlier or to stay longer: overtime is yours to decide", r.names[stop.Resource])
		}
		return "", ""
	}
	return "", ""
}

// unfixed says that a step cannot be at the time that it was given.
func (r *reporter) unfixed(b schedule.Breach) (Clash, bool) {
	i := r.index[b.Task]
	kept := r.of.Work[i].Fixed
	if kept == "" {
		return Clash{}, false
	}
	return Clash{What: fmt.Sprintf("%s was kept at %s and is at %s.", r.callOne(i), kept, r.clock(r.plan.Tasks[i].Start)), Advice: "let it go, or free what it needs", Bar: &i, Strict: true}.because(r, i), true
}

// stale says that a component waits longer than it keeps.
func (r *reporter) stale(b schedule.Breach, k work.Keep) Clash {
	from := r.index[b.From]
	says := fmt.Sprintf("%s waits %s after %s; %s it keeps %s", r.of.Work[from].Made, units.FormatDuration(k.For+b.By), r.of.Work[from].Name, k.Place, units.FormatDuration(k.For))
	if k.Then != "" {
		says += ", then: " + k.Then
	}
	return Clash{What: says + ".", Advice: "make it later, or in two batches", Bar: &from}.because(r, from)
}

// coldPlates says that plates are in the warmer, or the cold, for less than it takes.
func (r *reporter) coldPlates(b schedule.Breach) (Clash, bool) {
	from, to := r.index[b.From], r.index[b.To]
	if r.of.Links[*b.Link].Reason != work.WarmThrough || b.By < 60 {
		return Clash{}, false
	}
	return Clash{What: fmt.Sprintf("%s: %s of the time until the plates are through is missing, for those that are built at %s.", r.of.Work[to].Name, units.FormatDuration(b.By), r.clock(r.plan.Tasks[from].Start)),
		Advice: "room for more plates, or ware that wants no warming", Bar: &to}, true
}
