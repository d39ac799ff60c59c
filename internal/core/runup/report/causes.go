package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/words"
)

// A cause is what keeps a task from being earlier, or later, by as little as a second, with all
// that waits tie to it. All of it is looked for: taken away, what is late could be earlier. What
// somebody else could do for no more is no cause; where nothing is left, there is none to tell.

// cause is why, with the ways out of it.
type cause struct {
	says string
	ways []string
	with []int
	all  []Cause
}

// mostTied is how many tasks are followed from what clashes, and mostSaid how many reasons told.
const (
	mostTied = 60
	mostSaid = 2
)

// because adds what keeps a task from being earlier, and what can be done: first the way out of
// that, then the others.
func (c Violation) because(r *reporter, task int, others ...string) Violation {
	return c.caused(r.cause(task, false), others...)
}

func (c Violation) caused(why cause, others ...string) Violation {
	c.Why, c.With, c.Causes = why.says, why.with, why.all
	if ways := append(why.ways, others...); len(ways) > 0 {
		c.Advice = words.Ways(ways[:min(len(ways), 3)]...)
	}
	return c
}

// cause finds what keeps a task from being later, or earlier.
func (r *reporter) cause(i int, later bool) (out cause) {
	by := int64(-1)
	if later {
		by = 1
	}
	with, stops, ok := r.scene.Move(i, by, mostTied)
	if !ok || len(stops) == 0 {
		return out
	}
	slices.SortStableFunc(stops, func(a, b reason.Blocked) int { return cmp.Compare(worth(a), worth(b)) })
	var said []string
	for k, b := range stops {
		says, way := r.sayBlocked(b, later)
		switch both := words.List(r.namesOf(sameTaker(stops, k))); {
		case len(sameTaker(stops, k)) < 2 || r.foreign(b.Other):
		case later:
			says = fmt.Sprintf("%s cannot be later: %s are wanted for %s at %s.", r.callOne(b.Task), both, r.callOne(b.Other), r.hour(r.plan.Tasks[b.Other].Start))
		default:
			says = fmt.Sprintf("%s has %s until %s; %s needs them too.", r.callOne(b.Other), both, r.hour(r.plan.Tasks[b.Task].Start), r.callOne(b.Task))
		}
		if says == "" && worth(b) < 2 {
			return cause{} // there is no word for all of it
		}
		c := Cause{Bar: b.Task, Rule: string(b.Rule), Resource: b.Resource}
		if b.Other >= 0 && !r.foreign(b.Other) {
			c.Other = &b.Other
		}
		out.all = append(out.all, c)
		if says == "" || len(said) == mostSaid || slices.Contains(said, says) || worth(b) == 2 && len(said) > 0 {
			continue
		}
		said = append(said, says)
		if way != "" && !slices.Contains(out.ways, way) {
			out.ways = append(out.ways, way)
		}
	}
	if len(said) == 0 {
		return cause{}
	}
	for _, t := range with {
		if !r.foreign(t) {
			out.with = append(out.with, t)
		}
	}
	out.says = strings.Join(said, " ")
	return out
}

// sameTaker are the resources that one thing has and another one waits for.
func sameTaker(stops []reason.Blocked, k int) (out []string) {
	for _, o := range stops {
		if o.Rule == reason.Busy && stops[k].Rule == reason.Busy && o.Task == stops[k].Task && o.Other == stops[k].Other {
			out = append(out, o.Resource)
		}
	}
	return out
}

func (r *reporter) namesOf(resources []string) (out []string) {
	for _, id := range resources {
		out = append(out, r.names[id])
	}
	return out
}

// worth puts what somebody can change in front of what was asked for.
func worth(b reason.Blocked) int {
	switch b.Rule {
	case reason.Busy, reason.Pause, reason.Window:
		return 0
	case reason.Earliest, reason.Latest:
		return 1
	}
	return 2
}

// sayBlocked says what stops a task, and what could be done; empty: there is no good word for it.
func (r *reporter) sayBlocked(b reason.Blocked, later bool) (says, way string) {
	t := b.Task
	one := r.callOne(t)
	switch b.Rule {
	case reason.Busy:
		return r.sayBusy(b, later)
	case reason.Pause:
		return r.sayPause(b)
	case reason.Window:
		name := r.names[b.Resource]
		switch {
		case !r.isCook(b.Resource):
			return fmt.Sprintf("%s is not available for %s %s.", name, one, map[bool]string{true: "later", false: "before " + r.hour(r.plan.Tasks[t].Start)}[later]), "use other equipment"
		case later:
			return fmt.Sprintf("%s is off shift after %s.", name, one), fmt.Sprintf("ask %s to stay (overtime is your call)", name)
		}
		return fmt.Sprintf("%s starts at %s.", name, r.hour(r.plan.Tasks[t].Start)), fmt.Sprintf("ask %s to start earlier (overtime is your call)", name)
	case reason.Earliest, reason.Latest:
		if fixed := r.of.Work[t].Fixed; fixed != "" {
			return fmt.Sprintf("%s is pinned at %s.", one, fixed), "unpin " + words.Lower(one)
		}
		if d := r.of.Work[t].NotBefore; d != nil && b.Rule == reason.Earliest {
			return fmt.Sprintf("%s: not before %s.", one, sayHour(*d)), "allow an earlier hour"
		}
		if d := r.of.Work[t].OverBy; d != nil && b.Rule == reason.Latest {
			return fmt.Sprintf("%s: over by %s.", one, sayHour(*d)), "allow a later hour"
		}
		if b.Rule == reason.Earliest && r.of.Work[t].Placed() {
			return fmt.Sprintf("%s: no plate is begun so early.", one), ""
		}
	case reason.Target:
		if r.of.Work[t].Placed() {
			return fmt.Sprintf("%s would be %s.", r.called(t), map[bool]string{true: "late", false: "early"}[later]), ""
		}
	case reason.Together:
		return "Plates of one table would part.", ""
	}
	return "", ""
}

// sayBusy says who, or what, has something else to do.
func (r *reporter) sayBusy(b reason.Blocked, later bool) (says, way string) {
	name, one := r.names[b.Resource], r.callOne(b.Task)
	it := map[bool]string{true: name, false: "it"}[r.isCook(b.Resource)]
	from := r.hour(r.plan.Tasks[b.Task].Start)
	switch {
	case r.foreign(b.Other) && later:
		says, way = fmt.Sprintf("%s cannot be later: %s then has %s.", one, r.call(b.Other), name), r.makeWay(b.Other)
	case r.foreign(b.Other):
		says, way = fmt.Sprintf("%s has %s until %s; %s needs %s too.", r.call(b.Other), name, from, one, it), r.makeWay(b.Other)
	case later:
		says = fmt.Sprintf("%s cannot be later: %s is wanted for %s at %s.", one, name, r.callOne(b.Other), r.hour(r.plan.Tasks[b.Other].Start))
	case r.isCook(b.Resource):
		says, way = fmt.Sprintf("%s is on %s until %s; %s needs %s too.", name, r.callOne(b.Other), from, one, name), "put someone else on one"
	default:
		says, way = fmt.Sprintf("%s is in use for %s until %s; %s needs it too.", name, r.callOne(b.Other), from, one), "use other equipment for one"
	}
	if len(b.Instead) > 0 {
		says += fmt.Sprintf(" %s is free then, but it is not theirs.", r.names[b.Instead[0]])
	}
	return says, way
}

// sayHour is an hour that the book asks for, with why: 19:20 (the fish is then dry).
func sayHour(h work.Hour) string {
	if h.Reason == "" {
		return h.Clock
	}
	return fmt.Sprintf("%s (%s)", h.Clock, h.Reason)
}

// sayPause says what is at another temperature.
func (r *reporter) sayPause(b reason.Blocked) (says, way string) {
	name, one := r.names[b.Resource], r.callOne(b.Task)
	switch {
	case r.isCook(b.Resource) && b.Other >= 0:
		first, second := b.Task, b.Other
		if r.whole.plan.Tasks[second].Start < r.whole.plan.Tasks[first].Start {
			first, second = second, first
		}
		return fmt.Sprintf("%s: %s between %s and %s.", name, r.between(first, second, b.Resource), r.callOne(first), r.callOne(second)), "put someone else on one"
	case b.Other < 0:
		return fmt.Sprintf("%s is not hot yet.", name), "turn it on earlier"
	case r.foreign(b.Other):
		return fmt.Sprintf("%s has %s at another setting; %s needs %s at %s.", r.call(b.Other), name, one, r.settingOf(b.Task, b.Resource), r.hour(r.plan.Tasks[b.Task].Start)), r.makeWay(b.Other)
	}
	x, y := r.plan.Tasks[b.Task], r.plan.Tasks[b.Other]
	return fmt.Sprintf("%s–%s %s: %s needs %s, %s %s.", r.hour(min(x.Start, y.Start)), r.hour(max(x.End, y.End)), name, r.callOne(b.Other), r.settingOf(b.Other, b.Resource), one, r.settingOf(b.Task, b.Resource)), "use another oven"
}

// sumText writes the terms as one line: 20:11:49 = 20:25:00 − pour 0:28 − ….
func (r *reporter) sumText(start int64, terms []Term) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s = %s", r.clock(start), r.anchorText(start, terms[0]))
	for _, t := range terms[1:] {
		sign, v := "−", -t.Seconds
		if v < 0 {
			sign, v = "+", -v
		}
		fmt.Fprintf(&b, " %s %s %s", sign, t.Label, figure(v))
	}
	return b.String()
}

// anchorText names the day of an anchor that is not on the day of the start.
func (r *reporter) anchorText(start int64, anchor Term) string {
	text := r.clock(anchor.Seconds)
	if a := r.moment(anchor.Seconds); a.YearDay() != r.moment(start).YearDay() {
		text = a.Format("Monday ") + text
	}
	return text + " (" + anchor.Label + ")"
}

// figure writes seconds so that sums can be followed on paper: m:ss below an
// hour, h:mm:ss above.
func figure(s int64) string {
	if s < 3600 {
		return fmt.Sprintf("%d:%02d", s/60, s%60)
	}
	return fmt.Sprintf("%d:%02d:%02d", s/3600, s%3600/60, s%60)
}
