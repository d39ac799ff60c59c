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
	for _, u := range r.of.Unplanned {
		if x.Stop == nil && slices.Contains(u.For, x.Dish) && u.Component == x.Component {
			s := stop(u)
			x.Stop = &s
		}
	}
}

func (r *reporter) hold(e, from, to int) Hold {
	l := r.problem.Links[e]
	wash := r.of.Work[from].Wash // the wait began before it
	h := Hold{From: from, To: to, Margin: r.of.Links[e].Buffer, Gap: r.plan.Tasks[to].Start - r.plan.Tasks[from].End + wash}
	if most := r.most(e); most != nil {
		end := r.plan.Tasks[from].End + *most
		h.Limit, h.Over = &end, max(0, h.Gap-wash-*most)
		l.Max = ptr(*most + wash)
	}
	if w := r.of.Work[from]; !w.Placed() {
		l.Min = ptr(max(0, l.Least()-h.Margin+wash))
		h.Why = r.whyWait(h, from, to)
		h.Text = r.waitText(w.Wait, l)
	}
	return h
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

// waitText says a wait: "rest 2–4 min", "on ice, at most 36 h".
func (r *reporter) waitText(w work.Wait, l schedule.Link) string {
	reason := w.Reason
	if w.Placed && reason == "" && len(l.Holds) > 0 {
		reason = r.names[l.Holds[0].OneOf[0]]
	}
	least := l.Least()
	if reason != "" {
		reason += ", "
	}
	switch {
	case l.Max == nil && least == 0:
		return strings.TrimSuffix(reason, ", ")
	case l.Max != nil && *l.Max == 0:
		return reason + "at once"
	case l.Max == nil:
		return fmt.Sprintf("%sat least %s", reason, units.FormatDuration(least))
	case least == 0:
		return fmt.Sprintf("%sat most %s", reason, units.FormatDuration(*l.Max))
	}
	return fmt.Sprintf("%s%s", reason, units.FormatRange(units.Range{Quick: least, Usual: (least + *l.Max) / 2, Slow: *l.Max}))
}

// whyWait says why a wait is as long as it is: what it has at least, what of it is a
// margin, and what keeps the step before it from ending later and the one after it
// from beginning earlier.
func (r *reporter) whyWait(h Hold, from, to int) string {
	wait := r.of.Work[from].Wait
	least := "nothing"
	if wait.Least > 0 {
		least = units.FormatDuration(wait.Least)
	}
	parts := []string{fmt.Sprintf("%s = %s to %s", units.FormatDuration(h.Gap), r.clock(r.plan.Tasks[from].End-r.of.Work[from].Wash), r.clock(r.plan.Tasks[to].Start)), least + " at least"}
	if wait.Most != nil {
		parts = append(parts, units.FormatDuration(*wait.Most)+" at most")
	}
	if h.Margin > 0 {
		parts = append(parts, fmt.Sprintf("%s of it margin, for %s may take %s longer", units.FormatDuration(h.Margin), r.call(from), units.FormatDuration(r.of.Work[from].Slow)))
	}
	out := strings.Join(parts, "; ") + "."
	if rest := h.Gap - wait.Least - h.Margin; rest > 0 {
		out += fmt.Sprintf(" The other %s: %s is no later because %s; %s is no earlier because %s.", units.FormatDuration(rest),
			r.call(from), r.stopText(from, r.scene.Later(from).Stop, true), r.call(to), r.stopText(to, r.scene.Earlier(to).Stop, false))
	}
	return out
}
