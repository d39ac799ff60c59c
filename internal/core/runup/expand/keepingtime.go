package expand

import (
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// How long something keeps, the book says for the places in which it may stand. What
// waits longer is no longer at its best: a price, not a limit.

// keeps prices what the book says of how long a component keeps: from its last step
// until the last of it is taken. The wait's own limit counts before it, where it is
// shorter; published limits stand beside both.
func (b *builder) keeps() {
	last := map[int]waited{} // by the task that a wait is after: the one that ends last
	for _, w := range b.waits {
		c := b.In.Components[b.of.Work[w.from].Component]
		steps := c.Steps()
		if len(steps) > 0 && b.steps[w.from].ID == steps[len(steps)-1].ID {
			last[w.from] = w
		}
	}
	for i := range b.of.Work {
		w, is := last[i]
		if !is {
			continue
		}
		k, known := b.house.ShelfLife(b.In.Components[b.of.Work[w.from].Component], w.wait)
		if !known || k.For >= b.problem.Horizon[1]-b.problem.Horizon[0] || w.wait.Least >= k.For || (w.wait.Most != nil && *w.wait.Most <= k.For) {
			continue
		}
		b.link(schedule.Link{From: b.id(w.from), To: b.id(w.to), Min: ptr(-b.of.Work[i].Wash), Max: ptr(k.For - b.of.Work[i].Wash), Over: ptr(priceKeep)},
			work.Link{Reason: work.Keeps, Keep: &work.Keep{Place: k.Place, For: k.For, Then: k.Then}})
	}
}
