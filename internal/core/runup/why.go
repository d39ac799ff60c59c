package runup

import (
	"fmt"
	"strings"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/reason"
	"jointime/internal/core/units"
)

// why follows what keeps a task from starting later, task by task, until the
// hour of a plate or another fixed moment. The terms add up to its start.
func (r *reading) why(i int) Why {
	w := Why{}
	later, earlier := r.scene.Later(i), r.scene.Earlier(i)
	w.Later, w.LaterTo = later.Seconds, r.stopText(i, later.Stop, true)
	w.Early, w.EarlyTo = earlier.Seconds, r.stopText(i, earlier.Stop, false)
	w.Terms = r.chain(i, later)
	w.Sum = r.sumText(r.plan.Tasks[i].Start, w.Terms)
	return w
}

// chain collects the terms from a task to its anchor; the anchor is first.
func (r *reading) chain(i int, room reason.Room) []Term {
	var terms []Term // from the task outwards
	seen := map[int]bool{}
	for {
		seen[i] = true
		next, anchor, label := r.follow(i, room.Stop)
		if room.Seconds > 0 && room.Stop.Rule != reason.Horizon && next >= 0 {
			terms = append(terms, Term{"to spare", -room.Seconds})
		}
		if next < 0 || seen[next] {
			if next >= 0 {
				anchor, label = r.plan.Tasks[i].Start+room.Seconds+r.problem.Tasks[i].Duration, "end of "+r.call(i)
			}
			rest := r.plan.Tasks[i].End - anchor
			terms = append(terms, Term{r.call(i), -r.problem.Tasks[i].Duration}, Term{"before it", rest}, Term{label, anchor})
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
func (r *reading) follow(i int, stop reason.Stop) (next int, anchor int64, label string) {
	end := r.plan.Tasks[i].End
	switch stop.Rule {
	case reason.LinkMin:
		return stop.Other, 0, ""
	case reason.Busy, reason.Pause:
		if stop.Other >= 0 && r.plan.Tasks[stop.Other].Start >= end {
			return stop.Other, 0, ""
		}
		if stop.Other >= 0 {
			return -1, end, r.names[stop.Resource] + " has " + r.call(stop.Other)
		}
	case reason.LinkMax:
		if _, is := r.published[stop.Link]; is {
			return -1, end, "published limit"
		}
		return -1, end, fmt.Sprintf("at most %s after %s", units.FormatDuration(*r.problem.Links[stop.Link].Max), r.call(stop.Other))
	case reason.Latest:
		if r.isFixed(i) {
			return -1, end, "kept at its time"
		}
	case reason.Target:
		for _, t := range r.problem.Targets {
			if t.Task == r.id(i) && t.Late > 0 {
				return -1, max(t.At, end), r.anchorName(i, t.At, end)
			}
		}
	case reason.Window:
		for _, w := range r.windows(stop.Resource) {
			if w[0] <= r.plan.Tasks[i].Start && end <= w[1] {
				return -1, w[1], "end of " + r.names[stop.Resource] + "'s shift"
			}
		}
	}
	return -1, end, r.call(i) + " ends"
}

func (r *reading) windows(id string) []schedule.Span {
	for _, x := range r.problem.Resources {
		if x.ID == id {
			return x.Windows
		}
	}
	return nil
}

func (r *reading) anchorName(i int, at, end int64) string {
	switch {
	case r.works[i].step != nil:
		return "to be over by then"
	case end > at:
		return "the plate leaves, late"
	case r.works[i].wave > 1:
		return "the wave leaves"
	}
	return r.courses[r.works[i].course].name
}

// step is the way from a task's start to the start of the one that binds it:
// what lies between their two starts, as named terms that add up.
func (r *reading) step(i, next int, room reason.Room) []Term {
	own := Term{r.call(i), -r.problem.Tasks[i].Duration}
	between := r.plan.Tasks[next].Start - (r.plan.Tasks[i].Start + room.Seconds) - r.problem.Tasks[i].Duration
	label, margin := "before "+r.call(next), int64(0)
	switch room.Stop.Rule {
	case reason.LinkMin:
		label, margin = "wait", r.left[room.Stop.Link]
		if s := r.works[i].step; s != nil && r.problem.Links[room.Stop.Link].Least() > margin {
			label = waitName(s.Then.Reason) + " at least"
		}
	case reason.Pause:
		label = fmt.Sprintf("%s turns to %s", r.names[room.Stop.Resource], r.settingOf(next, room.Stop.Resource))
	case reason.Busy:
		label = fmt.Sprintf("%s then has %s", r.names[room.Stop.Resource], r.call(next))
	}
	return []Term{own, {"margin, for it may take longer", -margin}, {label, margin - between}}
}

func (r *reading) reasonBefore(i int) string {
	if s := r.works[i].step; s != nil {
		return s.Then.Reason
	}
	return ""
}

// call is how a step is named among others: with its component where that is
// not in its own name already.
func (r *reading) call(i int) string {
	w := r.works[i]
	comp := r.in.Components[w.component].Name
	if comp == "" || strings.Contains(strings.ToLower(w.name), strings.ToLower(comp)) {
		return w.name
	}
	return w.name + " " + lower(comp)
}

func waitName(reason string) string {
	if reason == "" {
		return "wait"
	}
	return reason
}

func (r *reading) settingOf(i int, resource string) string {
	for k, u := range r.problem.Tasks[i].Uses {
		if r.plan.Tasks[i].Resources[k] == resource && u.Setting != nil {
			return fmt.Sprintf("%d °C", *u.Setting)
		}
	}
	return "the next setting"
}

// sumText writes the terms as one line: 20:11:49 = 20:25:00 − pour 0:28 − ….
func (r *reading) sumText(start int64, terms []Term) string {
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
func (r *reading) anchorText(start int64, anchor Term) string {
	text := r.clock(anchor.Seconds)
	if a := r.time(anchor.Seconds); a.YearDay() != r.time(start).YearDay() {
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

// stopText says what would get worse beyond the room.
func (r *reading) stopText(i int, stop reason.Stop, later bool) string {
	other := ""
	if stop.Other >= 0 {
		other = r.call(stop.Other)
	}
	switch stop.Rule {
	case reason.LinkMin:
		if s := r.before(i, stop); s != "" {
			return s + " would be too short"
		}
		return other + " is " + map[bool]string{true: "next", false: "not over"}[later]
	case reason.LinkMax:
		if k, is := r.best[stop.Link]; is {
			return fmt.Sprintf("it keeps %s %s", units.FormatDuration(k.For), k.Place)
		}
		if l, is := r.published[stop.Link]; is {
			return fmt.Sprintf("%s would be longer than %s (%s)", lower(l.What), units.FormatDuration(l.Within), l.Source)
		}
		return waitName(r.before(i, stop)) + " would be too long"
	case reason.Busy:
		return fmt.Sprintf("%s has %s", r.names[stop.Resource], other)
	case reason.Pause:
		if stop.Other < 0 {
			return fmt.Sprintf("%s is not at heat before", r.names[stop.Resource])
		}
		return fmt.Sprintf("%s needs %s to turn between %s and this", r.names[stop.Resource], units.FormatDuration(stop.Pause), other)
	case reason.Window:
		return r.names[stop.Resource] + " is not on shift"
	case reason.Target:
		if r.works[i].step != nil {
			return "it should be over by then"
		}
		return map[bool]string{true: "the plate would be late", false: "the plate would stand"}[later]
	case reason.Together:
		return "the table's plates would leave apart"
	case reason.Horizon:
		return "nothing holds it"
	case reason.Earliest, reason.Latest:
		if r.isFixed(i) {
			return "it is kept at its time"
		}
	}
	return "its own limit"
}

// before is the reason of the wait that a link stop speaks of.
func (r *reading) before(i int, stop reason.Stop) string {
	if stop.Link < 0 {
		return ""
	}
	from := r.index(r.problem.Links[stop.Link].From)
	if r.problem.Links[stop.Link].Least() == 0 && stop.Rule == reason.LinkMin {
		return ""
	}
	return r.reasonBefore(from)
}

// whyWait says why a wait is as long as it is: what it has at least, what of it is a
// margin, and what keeps the step before it from ending later and the one after it
// from beginning earlier.
func (r *reading) whyWait(h Hold, from, to int) string {
	step := r.works[from].step
	least := "nothing"
	if step.Then.Least > 0 {
		least = units.FormatDuration(step.Then.Least)
	}
	parts := []string{fmt.Sprintf("%s = %s to %s", units.FormatDuration(h.Gap), r.clock(r.plan.Tasks[from].End-r.works[from].wash), r.clock(r.plan.Tasks[to].Start)), least + " at least"}
	if step.Then.Most != nil {
		parts = append(parts, units.FormatDuration(*step.Then.Most)+" at most")
	}
	if h.Margin > 0 {
		parts = append(parts, fmt.Sprintf("%s of it margin, for %s may take %s longer", units.FormatDuration(h.Margin), r.call(from), units.FormatDuration(uncertain(*step, r.works[from].portions))))
	}
	out := strings.Join(parts, "; ") + "."
	if rest := h.Gap - step.Then.Least - h.Margin; rest > 0 {
		out += fmt.Sprintf(" The other %s: %s is no later because %s; %s is no earlier because %s.", units.FormatDuration(rest),
			r.call(from), r.stopText(from, r.scene.Later(from).Stop, true), r.call(to), r.stopText(to, r.scene.Earlier(to).Stop, false))
	}
	return out
}
