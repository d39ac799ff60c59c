package report

import (
	"fmt"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// why follows what keeps a task from starting later, task by task, until the
// hour of a plate or another fixed moment. The terms add up to its start.
func (r *reporter) why(i int) Why {
	w := Why{}
	later, earlier := r.scene.Later(i), r.scene.Earlier(i)
	w.Later, w.LaterTo = later.Seconds, r.stopText(i, later.Stop, true)
	w.Early, w.EarlyTo = earlier.Seconds, r.stopText(i, earlier.Stop, false)
	w.Terms = r.chain(i, later)
	w.Sum = r.sumText(r.plan.Tasks[i].Start, w.Terms)
	return w
}

// chain collects the terms from a task to its anchor; the anchor is first.
func (r *reporter) chain(i int, room reason.Room) []Term {
	var terms []Term // from the task outwards
	seen, jumps := map[int]bool{}, 0
	for {
		seen[i] = true
		if t, as, is := r.asOne(i, room, seen); is && jumps < mostJumps {
			if t != i {
				terms = append(terms, Term{"together with " + r.callOne(t), r.plan.Tasks[i].Start - r.plan.Tasks[t].Start})
			}
			i, room, jumps = t, as, jumps+1
			seen[i] = true
		}
		next, anchor, label := r.follow(i, room.Stop)
		if room.Seconds > 0 && room.Stop.Rule != reason.Horizon && next >= 0 {
			terms = append(terms, Term{"to spare", -room.Seconds})
		}
		if next < 0 || seen[next] {
			if next >= 0 {
				anchor, label = r.plan.Tasks[i].Start+room.Seconds+r.problem.Tasks[i].Duration, r.call(i)+" ends"
			}
			rest, between := r.plan.Tasks[i].End-anchor, "before"
			switch {
			case label == due:
				between = "to spare"
			case rest > 0:
				between = "without hands after that"
			}
			terms = append(terms, Term{r.call(i), -r.problem.Tasks[i].Duration}, Term{between, rest}, Term{label, anchor})
			break
		}
		terms = append(terms, r.step(i, next, room)...)
		i, room = next, r.scene.Later(next)
	}
	return ordered(terms)
}

// ordered turns the terms round, so that the anchor comes first, and leaves
// out what is nothing.
func ordered(terms []Term) []Term {
	out := []Term{}
	for k := len(terms) - 1; k >= 0; k-- {
		if k == len(terms)-1 || terms[k].Seconds != 0 {
			out = append(out, terms[k])
		}
	}
	return out
}

// follow says which task a stop leads to; below 0, the moment that it is: where
// a task hangs on one before it, or hands are wanted in the middle of it, the
// sum would run to and fro, and the reason is told at once.
func (r *reporter) follow(i int, stop reason.Stop) (next int, anchor int64, label string) {
	end := r.plan.Tasks[i].End
	rule := stop.Rule
	if at, is := r.hourOf(i); is && end >= at && r.of.Work[i].Placed() { // whatever else comes after it
		rule = reason.Target
	}
	switch rule {
	case reason.LinkMin:
		return stop.Other, 0, ""
	case reason.Busy, reason.Pause:
		if stop.Other >= 0 && !r.foreign(stop.Other) && r.plan.Tasks[stop.Other].Start >= end {
			return stop.Other, 0, ""
		}
		if stop.Other >= 0 {
			return -1, end, r.taken(stop.Resource, r.callOne(stop.Other))
		}
	case reason.LinkMax:
		if r.of.Links[stop.Link].Limit != nil {
			return -1, end, "food safety limit"
		}
		switch why := r.of.Links[stop.Link]; why.Reason {
		case work.Chain:
			return -1, end, fmt.Sprintf("%s, up to %s", r.spanOf(stop.Link), units.FormatDuration(*why.Chain.Most))
		case work.Wanted:
			return -1, end, "wait as it is best"
		}
		if most := *r.problem.Links[stop.Link].Max; most < 0 { // it is over so long before the other
			return -1, end, fmt.Sprintf("%s before %s", units.FormatDuration(-most), r.callOne(stop.Other))
		}
		return -1, end, fmt.Sprintf("up to %s after %s", units.FormatDuration(*r.problem.Links[stop.Link].Max), r.callOne(stop.Other))
	case reason.Latest:
		if r.of.Work[i].Fixed != "" {
			return -1, end, "pinned"
		}
		if by := r.of.Work[i].OverBy; by != nil {
			return -1, end, "over by " + sayHour(*by)
		}
	case reason.Target:
		if at, is := r.hourOf(i); is {
			return -1, max(at, end), r.anchorName(i, at, end)
		}
	case reason.Window:
		if at, is := r.windowEnds(i, stop.Resource); is {
			return -1, at, r.shiftEnds(stop.Resource)
		}
	}
	return -1, end, r.call(i) + " ends"
}

// hourOf is when a task should have ended at the latest; false: whenever.
func (r *reporter) hourOf(i int) (at int64, is bool) {
	for _, t := range r.problem.Targets {
		if t.Task == r.problem.Tasks[i].ID && t.Late > 0 {
			return t.At, true
		}
	}
	return 0, false
}

func (r *reporter) anchorName(i int, at, end int64) string {
	switch {
	case !r.of.Work[i].Placed():
		return due
	case end > at:
		return "plate leaves, late"
	case r.of.Work[i].Wave > 1:
		return "wave leaves"
	}
	return r.of.Courses[r.of.Work[i].Course].Name
}

// due is an hour by which work is to be done.
const due = "due"

// step is the way from a task's start to the start of the one that binds it:
// what lies between their two starts, as named terms that add up.
func (r *reporter) step(i, next int, room reason.Room) []Term {
	own := Term{r.call(i), -r.problem.Tasks[i].Duration}
	between := r.plan.Tasks[next].Start - (r.plan.Tasks[i].Start + room.Seconds) - r.problem.Tasks[i].Duration
	label, margin := "before "+r.call(next), int64(0)
	switch room.Stop.Rule {
	case reason.LinkMin:
		label, margin = "hold", r.of.Links[room.Stop.Link].Buffer
		if c := r.of.Links[room.Stop.Link].Chain; c != nil {
			label = fmt.Sprintf("%s, at least %s in all: between", r.spanOf(room.Stop.Link), units.FormatDuration(c.Least))
			break
		}
		if w := r.of.Work[i]; !w.Placed() && r.problem.Links[room.Stop.Link].Least() > margin {
			label = holdName(w.Wait.Reason) + " at least"
		}
	case reason.Pause:
		label = fmt.Sprintf("%s changes to %s", r.names[room.Stop.Resource], r.settingOf(next, room.Stop.Resource))
		if r.isCook(room.Stop.Resource) {
			label = r.names[room.Stop.Resource] + ": " + r.between(i, next, room.Stop.Resource)
		}
	case reason.Busy:
		label = "then " + r.taken(room.Stop.Resource, r.call(next))
	}
	return []Term{own, {"to spare", -margin}, {label, margin - between}}
}

// taken says what somebody is on, or something is in use for.
func (r *reporter) taken(resource, other string) string {
	if r.isCook(resource) {
		return r.names[resource] + " is on " + other
	}
	return r.names[resource] + " has " + other
}

// shiftEnds names the end of a time in which somebody, or something, is there.
func (r *reporter) shiftEnds(resource string) string {
	if r.isCook(resource) {
		return r.names[resource] + "’s shift ends"
	}
	return r.names[resource] + " not available from then"
}

func (r *reporter) settingOf(i int, resource string) string {
	if r.foreign(i) {
		return "another setting"
	}
	for k, u := range r.problem.Tasks[i].Uses {
		if r.plan.Tasks[i].Resources[k] == resource && u.Setting != nil {
			return fmt.Sprintf("%d °C", *u.Setting)
		}
	}
	return "the next setting"
}

// stopText says what would get worse beyond the room.
func (r *reporter) stopText(i int, stop reason.Stop, later bool) string {
	other := ""
	if stop.Other >= 0 {
		other = r.call(stop.Other)
	}
	switch stop.Rule {
	case reason.LinkMin:
		if c := r.of.Links[stop.Link].Chain; c != nil {
			return fmt.Sprintf("%s, at least %s in all", r.spanOf(stop.Link), units.FormatDuration(c.Least))
		}
		if s := r.before(i, stop); s != "" {
			return "the " + holdWord(s) + " would be too short"
		}
		return other + map[bool]string{true: " follows", false: " is not finished"}[later]
	case reason.LinkMax:
		if k := r.of.Links[stop.Link].Keep; k != nil {
			return fmt.Sprintf("shelf life is %s %s", units.FormatDuration(k.For), k.Place)
		}
		if l := r.of.Links[stop.Link].Limit; l != nil {
			return fmt.Sprintf("%s, limit %s (%s)", words.Lower(l.What), units.FormatDuration(l.Within), l.Source)
		}
		if c := r.of.Links[stop.Link].Chain; c != nil {
			return fmt.Sprintf("%s, at most %s in all", r.spanOf(stop.Link), units.FormatDuration(*c.Most))
		}
		if s := r.passText(stop.Link); s != "" {
			return s
		}
		return "the " + holdWord(r.before(i, stop)) + " would be too long"
	case reason.Busy:
		return r.taken(stop.Resource, other)
	case reason.Pause:
		switch {
		case r.isCook(stop.Resource) && stop.Other < 0:
			return r.names[stop.Resource] + " is not there yet"
		case r.isCook(stop.Resource):
			first, second := i, stop.Other
			if !later {
				first, second = second, first
			}
			return fmt.Sprintf("%s: %s, %s, %s %s", r.names[stop.Resource], r.between(first, second, stop.Resource), units.FormatDuration(stop.Pause), map[bool]string{true: "before", false: "after"}[later], other)
		case stop.Other < 0:
			return r.names[stop.Resource] + " is not hot yet"
		}
		return fmt.Sprintf("%s needs %s to change %s %s", r.names[stop.Resource], units.FormatDuration(stop.Pause), map[bool]string{true: "before", false: "after"}[later], other)
	case reason.Window:
		if r.isCook(stop.Resource) {
			return r.names[stop.Resource] + " is off shift"
		}
		return r.names[stop.Resource] + " is not available"
	case reason.Target:
		if by := r.of.Work[i].OverBy; by != nil {
			return "to be over by " + sayHour(*by)
		}
		if !r.of.Work[i].Placed() {
			return "due by then"
		}
		return map[bool]string{true: "the plate would be late", false: "the plate would stand waiting"}[later]
	case reason.Together:
		return "the table’s plates would split"
	case reason.Horizon:
		return "no limit"
	case reason.Earliest, reason.Latest:
		if r.of.Work[i].Fixed != "" {
			return "pinned"
		}
		if d := r.of.Work[i].NotBefore; d != nil && stop.Rule == reason.Earliest {
			return "not before " + sayHour(*d)
		}
		if d := r.of.Work[i].OverBy; d != nil && stop.Rule == reason.Latest {
			return "over by " + sayHour(*d)
		}
	}
	return "limit of the step"
}

// before is the reason of the wait that a link stop speaks of.
func (r *reporter) before(i int, stop reason.Stop) string {
	if stop.Link < 0 {
		return ""
	}
	from := r.index[r.problem.Links[stop.Link].From]
	if r.problem.Links[stop.Link].Least() == 0 && stop.Rule == reason.LinkMin {
		return ""
	}
	return r.of.Work[from].Wait.Reason
}
