package expand

import (
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// What must be ready before a step and stands in no recipe: water at the boil, ice,
// meat out of the cold, warm plates; and clearing down after the last of them. A
// kitchen that knows better leaves it out and writes its own steps.

// setups add what must be ready before a step, or after the last plate.
func (b *builder) setups() {
	if len(b.cooks) == 0 {
		return
	}
	added := map[string]bool{}
	for i, n := 0, len(b.of.Work); i < n; i++ {
		w, step := b.of.Work[i], b.steps[i]
		if step == nil || w.Wave > 1 || w.Batch > 1 {
			continue
		}
		wanted := step.LeadIns()
		if b.tempers(w.Component, step) {
			wanted = append(wanted, recipe.Temper)
		}
		for _, kind := range wanted {
			id := string(kind) + "/" + w.Component + "/" + w.Step
			if before, known := setupOf[kind]; known && !added[id+w.Dish] && !b.leftOut(id) {
				added[id+w.Dish] = true
				before(b, id, i)
			}
		}
	}
	for _, t := range b.Consumers {
		b.warmWare(t)
	}
	b.clearDown()
}

// setupOf are the rules by what is wanted: each puts it before a task, under an id.
var setupOf = map[recipe.LeadIn]func(b *builder, id string, before int){
	recipe.Boiling: (*builder).boilWater,
	recipe.Ice:     (*builder).makeIce,
	recipe.Temper:  (*builder).temper,
}

// leftOut tells whether the service does without a setup.
func (b *builder) leftOut(id string) bool { return slices.Contains(b.In.Service.LeftOut, id) }

// setup puts a step that stands in no recipe before a task. It may wait for so long at
// most, and at least.
func (b *builder) setup(id string, before int, step recipe.Step, least, most int64) {
	w := b.of.Work[before]
	l := schedule.Link{To: b.id(before), Max: &most, Over: ptr(priceSetup)}
	if least > 0 {
		l.Min = &least
	}
	l.From = b.chore(w.Dish+"/"+id, id, work.Setup, w, step)
	b.link(l, work.Link{Reason: work.Ready})
}

// chore adds a task that stands in no recipe, for the plates of another one.
func (b *builder) chore(id, leadIn string, kind work.Kind, like work.Work, step recipe.Step) string {
	like.Kind, like.Step, like.Name, like.Working, like.LeadIn = kind, step.ID, step.Name, "lead-in, added by the plan", leadIn
	like.Placing, like.Early, like.Batch, like.Batches, like.Buffer = "", false, 0, 0, 0
	b.task(schedule.Task{ID: id, Duration: step.Time.Usual, Uses: b.uses(step, like.Portions, id)}, like, &step)
	return id
}

// seconds is a time that is known.
func seconds(v int64) *recipe.Time {
	return &recipe.Time{Quick: v, Usual: v, Slow: v, Per: recipe.Once}
}
