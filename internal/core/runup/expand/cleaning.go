package expand

import (
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// What a step used is washed directly after it, as long as the kitchen says for its
// kind: by the same hands where the step has them, or by whoever is free. Until then
// nobody else has it.

// washes is for how many seconds what a step used is washed afterwards, which are part
// of the step's, and what it is called.
func (b *builder) washes(step recipe.Step) (longest int64, what string) {
	for _, e := range step.Equipment {
		if seconds, name := b.washing(e); seconds > longest && !b.leftOut("wash/"+e.Kind) {
			longest, what = seconds, name
		}
	}
	if len(b.cooks) == 0 {
		return 0, ""
	}
	return longest, what
}

// washing is how long a kind of equipment is washed after every use, and how the
// first of the kind is called.
func (b *builder) washing(n recipe.Needed) (seconds int64, name string) {
	for _, e := range b.In.Kitchen.OfKind(n.Kind) {
		if e.Wash > seconds {
			seconds, name = e.Wash, e.Name
		}
	}
	return seconds, name
}

// washed are the uses of a step that is followed by washing: everything that it
// takes it keeps until then, and a hand washes.
func (b *builder) washed(uses []schedule.Use, step recipe.Step, lasts, wash int64) []schedule.Use {
	switch step.Hands.Work {
	case recipe.AllHands: // the whole of the task, with the washing
	case recipe.SliceHands: // whoever has the last of it
		last := len(uses) - len(step.Equipment) - 1
		uses[last].Slices = append(uses[last].Slices, schedule.Span{lasts, lasts + wash})
	default:
		uses = append([]schedule.Use{{OneOf: b.cooks, Units: 1, Slices: []schedule.Span{{lasts, lasts + wash}}}}, uses...)
	}
	return uses
}

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
