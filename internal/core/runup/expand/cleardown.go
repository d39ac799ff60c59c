package expand

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// A section is cleared after the last plate by the cook who has it. Common practice: a
// quarter of an hour.
const clearTakes = 15 * 60

// clearDown lets every cook who has a section and is there long enough clear it
// after the last plate.
func (b *builder) clearDown() {
	last, ends := -1, int64(0)
	for i, t := range b.problem.Targets {
		if k := b.index(t.Task); b.of.Work[k].Placed() && t.At > ends {
			last, ends = i, t.At
		}
	}
	if last < 0 {
		return
	}
	after := b.problem.Targets[last].Task
	for _, c := range b.In.Kitchen.Cooks {
		id := "clear/" + c.ID
		if c.Section == "" || !b.there(c.ID, schedule.Span{ends, ends + 2*clearTakes}) || b.leftOut(id) {
			continue
		}
		w := b.of.Work[b.index(after)]
		w.Wave, w.Component, w.Number, w.Serving, w.For = 0, "", 0, -1, []string{}
		name := "clear down"
		if section := b.In.Kitchen.SectionName(c.Section); section != "" {
			name += " " + section + " section"
		}
		task := b.chore(id, id, work.ClearDown, w, recipe.Step{ID: "clear", Name: name, Time: seconds(clearTakes), Hands: recipe.Hands{Work: recipe.AllHands, Cook: c.ID}})
		b.link(schedule.Link{From: after, To: task}, work.Link{Reason: work.ClearedAfter})
		b.target(schedule.Target{Task: task, At: ends + clearTakes, Late: priceSetup})
	}
}
