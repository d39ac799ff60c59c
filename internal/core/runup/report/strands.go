package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
)

func (r *reporter) strands() []Strand {
	out := []Strand{}
	leaving := map[string][]int{} // links by the task that they leave
	for e, l := range r.problem.Links {
		if !r.of.Links[e].Beside() && l.FromAt == "" && l.ToAt == "" {
			leaving[l.From] = append(leaving[l.From], e)
		}
	}
	for _, s := range r.of.Strands {
		x := Strand{Dish: s.Dish, DishName: s.DishName, Plates: s.Plates, Course: s.Course, Component: s.Component, Name: s.Name, Into: s.Into, Amount: s.Amount, Bars: []int{}, Holds: []Hold{}}
		r.fill(&x, leaving)
		out = append(out, x)
	}
	return out
}

// fill gives a strand its bars in time, its waits and its stop.
func (r *reporter) fill(x *Strand, leaving map[string][]int) {
	for i, w := range r.of.Work {
		if slices.Contains(w.For, x.Dish) && (w.Serving < 0 || w.Course == x.Course) && w.Component == x.Component {
			x.Bars = append(x.Bars, i)
		}
	}
	slices.SortStableFunc(x.Bars, func(a, b int) int { return cmp.Compare(r.plan.Tasks[a].Start, r.plan.Tasks[b].Start) })
	for _, i := range x.Bars {
		for _, e := range leaving[r.problem.Tasks[i].ID] {
			if to := r.index[r.problem.Links[e].To]; r.of.Work[to].Component == x.Component && slices.Contains(r.of.Work[to].For, x.Dish) {
				x.Holds = append(x.Holds, r.hold(e, i, to))
			}
		}
	}
	x.Chains = r.chainsOf(*x)
	for _, u := range r.of.Unplanned {
		if x.Stop == nil && slices.Contains(u.For, x.Dish) && u.Component == x.Component {
			s := stop(u)
			x.Stop = &s
		}
	}
}

// chainsOf are the waits over several steps of a strand, each once: the longest of those that have
// the same name.
func (r *reporter) chainsOf(x Strand) (out []ChainSpan) {
	for e, l := range r.problem.Links {
		c := r.of.Links[e].Chain
		if c == nil || !slices.Contains(x.Bars, r.index[l.From]) || !slices.Contains(x.Bars, r.index[l.To]) {
			continue
		}
		from, to := r.plan.Tasks[r.index[l.From]], r.plan.Tasks[r.index[l.To]]
		s := ChainSpan{From: from.End, To: to.Start}
		if l.FromAt == schedule.Start {
			s.From = from.Start
		}
		if l.ToAt == schedule.End {
			s.To = to.End
		}
		gap := s.To - s.From - c.Shift
		if c.Most != nil {
			s.Over = max(0, gap-*c.Most)
		}
		name := holdName(c.Reason)
		s.Text = fmt.Sprintf("%s %s (%s)", name, units.FormatDuration(gap), span(c.Least, c.Most))
		at := slices.IndexFunc(out, func(o ChainSpan) bool { return strings.HasPrefix(o.Text, name+" ") })
		switch {
		case at < 0:
			out = append(out, s)
		case s.To-s.From > out[at].To-out[at].From:
			out[at] = s
		}
	}
	return out
}

func (r *reporter) hold(e, from, to int) Hold {
	l := r.problem.Links[e]
	h := Hold{From: from, To: to, Margin: r.of.Links[e].Buffer, Gap: r.plan.Tasks[to].Start - r.plan.Tasks[from].End}
	if most := r.most(e); most != nil {
		end := r.plan.Tasks[from].End + *most
		h.Limit, h.Over = &end, max(0, h.Gap-*most)
		l.Max = most
	}
	if w := r.of.Work[from]; !w.Placed() {
		l.Min = ptr(max(0, l.Least()-h.Margin))
		h.Why = r.whyWait(h, from, to)
		h.Text = r.waitText(w.Wait, l)
	}
	return h
}

// flows are the waits of what goes into another component.
func (r *reporter) flows() []Hold {
	out := []Hold{}
	for e, l := range r.problem.Links {
		if r.of.Links[e].Reason == work.Input && l.FromAt == "" && l.ToAt == "" {
			out = append(out, r.hold(e, r.index[l.From], r.index[l.To]))
		}
	}
	return out
}

// pans are the steps that take the pan of another one; that of a washing-up is none.
func (r *reporter) pans() []PanKept {
	out := []PanKept{}
	for e, l := range r.problem.Links {
		if from, to := r.index[l.From], r.index[l.To]; r.of.Links[e].Reason == work.SamePan && r.of.Work[to].Step != "" {
			out = append(out, PanKept{From: from, To: to})
		}
	}
	return out
}

// most is the longest that a wait may be: by its own limit, or by a published one that
// is stricter.
func (r *reporter) most(e int) *int64 {
	l := r.problem.Links[e]
	out := l.Max
	if most, is := r.strictest[[2]string{l.From, l.To}]; is && (out == nil || most < *out) {
		return &most
	}
	return out
}

// waitText says a hold: "rest 2–4 min", "on ice up to 36 h", "straight on".
func (r *reporter) waitText(w work.Wait, l schedule.Link) string {
	reason := w.Reason
	if w.Placed && reason == "" && len(l.Holds) > 0 {
		reason = r.names[l.Holds[0].OneOf[0]]
	}
	least := l.Least()
	if l.Max == nil && least == 0 {
		return reason
	}
	if l.Max != nil && *l.Max == 0 {
		return strings.TrimPrefix(reason+", straight on", ", ")
	}
	text := holdName(reason) + " " + span(least, l.Max) + bestAt(w.Best)
	if w.Assumed {
		text += ", assumed"
	}
	return text
}

// span is how long a hold is: "6–14 min", "up to 36 h", "12 h or more".
func span(least int64, most *int64) string {
	switch {
	case most == nil:
		return units.FormatDuration(least) + " or more"
	case least == 0:
		return "up to " + units.FormatDuration(*most)
	}
	return units.FormatRange(units.Range{Quick: least, Usual: (least + *most) / 2, Slow: *most})
}

// bestAt is how long a hold is wanted to be, behind its two sides.
func bestAt(best *int64) string {
	if best == nil {
		return ""
	}
	return ", best " + units.FormatDuration(*best)
}

// whyWait says why a hold is as long as it is: its limits, what of it is there in case the
// step before it runs over, and what keeps that step from ending later and the next one
// from starting earlier.
func (r *reporter) whyWait(h Hold, from, to int) string {
	wait := r.of.Work[from].Wait
	limits := ""
	if wait.Least > 0 || wait.Most != nil {
		limits = " (" + strings.Replace(span(wait.Least, wait.Most), "up to", "limit", 1) + bestAt(wait.Best) + ")"
	}
	out := fmt.Sprintf("Held %s, %s–%s%s.", units.FormatDuration(h.Gap), r.clock(r.plan.Tasks[from].End), r.clock(r.plan.Tasks[to].Start), limits)
	if h.Margin > 0 {
		out += fmt.Sprintf(" %s to spare: %s may run %s over.", units.FormatDuration(h.Margin), r.call(from), units.FormatDuration(r.of.Work[from].Slow))
	}
	if h.Gap-wait.Least-h.Margin > 0 {
		out += fmt.Sprintf(" %s cannot be later: %s. %s cannot be earlier: %s.", r.call(from), r.stopText(from, r.scene.Later(from).Stop, true), r.call(to), r.stopText(to, r.scene.Earlier(to).Stop, false))
	}
	return out
}

// holdName is what a hold is called: rest, chill; one that is told in a sentence is a hold.
func holdName(reason string) string {
	if reason == "" || len(reason) > 24 {
		return "hold"
	}
	return reason
}

// holdWord is that where it stands behind an article: rest, chill; what has several words is a hold.
func holdWord(reason string) string {
	if strings.ContainsAny(reason, " ,") {
		return "hold"
	}
	return holdName(reason)
}

// spanOf names a wait over several steps: cured, or from one of them to the other.
func (r *reporter) spanOf(e int) string {
	l, c := r.problem.Links[e], r.of.Links[e].Chain
	from, to := r.index[l.From], r.index[l.To]
	between := fmt.Sprintf("from “%s” to “%s”", r.of.Work[from].Name, r.of.Work[to].Name)
	if r.of.Work[to].Placed() {
		between = fmt.Sprintf("from “%s” to the plate", r.of.Work[from].Name)
	}
	if c.Reason == "" {
		return between
	}
	return c.Reason + ", " + between
}

// overall says that a wait over several steps is longer than it may be.
func (r *reporter) overall(b schedule.Breach, c work.Span) Violation {
	from, to := r.index[b.From], r.index[b.To]
	return Violation{What: fmt.Sprintf("%s: %s, %s in all, limit %s.", r.of.Work[from].Made, r.spanOf(*b.Link), units.FormatOver(*c.Most+b.By), units.FormatBeside(*c.Most, *c.Most+b.By)), Bar: &from, Strict: !b.Priced}.
		because(r, to, "begin it later", "move the course")
}
