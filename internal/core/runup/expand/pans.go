package expand

import (
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// What a step leaves in a pan makes the sauce: a step that wants the pan of another
// one has that very pan, and nobody else has it in between.

// pans keep what a step left in one for the step that wants it: both on the same
// thing of a kind that both need, which nobody else has in between.
func (b *builder) pans() {
	for i := range b.of.Work {
		step := b.steps[i]
		if step == nil || step.Pan == nil || step.Pan.Of == "" {
			continue
		}
		for _, from := range b.find(b.of.Work[i].Dish, step.Pan.Of) {
			if b.of.Work[from].Overlaps(b.of.Work[i].Scope) && from != i {
				b.keepPan(from, i)
			}
		}
	}
}

// keepPan holds the first equipment that two steps have in common, of one kind,
// from the end of the one to the start of the other.
func (b *builder) keepPan(from, to int) {
	left, wants := b.steps[from], b.steps[to]
	for x := range left.Equipment {
		for y := range wants.Equipment {
			if left.Equipment[x].Kind != wants.Equipment[y].Kind {
				continue
			}
			first, second := b.equipmentUse(from, x), b.equipmentUse(to, y)
			if first.Same == "" {
				first.Same = "pan of " + b.id(from)
			}
			if second.Same != "" && second.Same != first.Same {
				return // it has another pan to come from already
			}
			second.Same = first.Same
			hold := *first
			hold.Slices = nil
			b.link(schedule.Link{From: b.id(from), To: b.id(to), Holds: []schedule.Use{hold}}, work.Link{Reason: work.SamePan})
			return
		}
	}
}

// equipmentUse is the use of the nth equipment of a step's task, which comes after
// its hands.
func (b *builder) equipmentUse(task, n int) *schedule.Use {
	uses := b.problem.Tasks[task].Uses
	return &uses[len(uses)-len(b.steps[task].Equipment)+n]
}
