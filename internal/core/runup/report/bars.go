package report

import (
	"strings"

	"jointime/internal/core/schedule/network"
)

// bar is a task at its time.
func (r *reporter) bar(i int) Bar {
	w, t := r.of.Work[i], r.plan.Tasks[i]
	b := Bar{ID: t.ID, Dish: w.Dish, For: w.For, Component: w.Component, Placing: w.Placing, Number: w.Number, Wave: w.Wave, Name: w.Name,
		Start: r.moment(t.Start), End: r.moment(t.End), From: t.Start, To: t.End, Portions: w.Portions, Working: w.Working,
		Fixed: w.Fixed != "", Hands: []Stretch{}, With: []string{}, Cooks: []string{}, Section: w.Section, Tables: w.Tables, Mind: w.Notes, Why: r.why(i), Early: w.Early, Give: r.slack[i], Help: r.helps(i)}
	if !w.Placed() {
		b.Slow, b.LeadIn, b.Wash = w.Slow, w.LeadIn, w.Wash
		b.Step, b.Cue, b.Words, b.Cautions = w.Step, w.Cue, w.Words, w.Cautions
	}
	for k, u := range r.problem.Tasks[i].Uses {
		id := t.Resources[k]
		b.With = append(b.With, r.names[id])
		if u.Setting != nil {
			b.Setting = u.Setting
		}
		if cook, is := strings.CutPrefix(id, "cook."); is {
			b.Cooks = append(b.Cooks, cook)
			for _, s := range network.Spans(u, t) {
				b.Hands = append(b.Hands, Stretch{s[0], s[1]})
			}
		}
	}
	return b
}
