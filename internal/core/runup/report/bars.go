package report

import (
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
)

// bar is a task at its time.
func (r *reporter) bar(i int) Bar {
	w, t := r.of.Work[i], r.plan.Tasks[i]
	b := Bar{ID: t.ID, Dish: w.Dish, For: w.For, Course: w.Course, Component: w.Component, Placing: w.Placing, Number: w.Number, Wave: w.Wave, Name: w.Name,
		Start: r.moment(t.Start), End: r.moment(t.End), From: t.Start, To: t.End, Portions: w.Portions, Working: w.Working,
		Fixed: w.Fixed != "", Hands: []HandsOn{}, With: []string{}, Cooks: []string{}, Section: w.Section, Tables: w.Tables, Mind: w.Notes, Why: r.why(i), Early: w.Early, Give: r.slack[i], Help: r.helps(i)}
	if !w.Placed() {
		b.Slow, b.LeadIn, b.Wash = w.Slow, w.LeadIn, w.Wash
		b.Step, b.Cue, b.Words, b.Cautions = w.Step, w.Cue, w.Words, w.Cautions
	}
	for k, u := range r.problem.Tasks[i].Uses {
		id := t.Resources[k]
		if !slices.Contains(b.With, r.names[id]) {
			b.With = append(b.With, r.names[id])
		}
		if u.Setting != nil {
			b.Setting = u.Setting
		}
		if cook, is := strings.CutPrefix(id, "cook."); is {
			if !slices.Contains(b.Cooks, cook) {
				b.Cooks = append(b.Cooks, cook)
			}
			for _, s := range network.Spans(u, t) {
				b.Hands = append(b.Hands, r.hands(i, cook, s))
			}
		}
	}
	return b
}

// hands are a cook's on a task, with what they do.
func (r *reporter) hands(i int, cook string, s schedule.Span) HandsOn {
	out := HandsOn{From: s[0], To: s[1], Start: r.moment(s[0]), Cook: cook, Who: r.names["cook."+cook]}
	at := s[0] - r.plan.Tasks[i].Start
	if k := slices.IndexFunc(r.of.Work[i].Hands, func(h work.Hand) bool { return h.From == at }); k >= 0 {
		out.What, out.Assumed = r.of.Work[i].Hands[k].What, r.of.Work[i].Hands[k].Assumed
	}
	return out
}
