package expand

import (
	"fmt"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/words"
)

// inBatches makes the task of a step, or one for each batch that goes in at once, of
// which each begins no earlier than the one before: what the first of them has waited
// counts, not only what the last has.
func (b *builder) inBatches(id string, w work.Work, step *recipe.Step) (out []int) {
	sizes := b.Loads(*step, w.Portions)
	shares := b.Shares(b.In.Components[w.Component], *step, w.Portions)
	if len(shares) > 1 {
		sizes = shares
	}
	for k, portions := range sizes {
		one, name := w, id
		one.Hands, one.Clean = nil, step.Pan != nil && step.Pan.Clean
		if one.Portions = portions; len(sizes) > 1 {
			one.Batch, one.Batches, name = k+1, len(sizes), fmt.Sprintf("%s/batch %d", id, k+1)
		}
		lasts, working := step.Time.For(portions)
		switch one.Working = working; {
		case len(shares) > 1:
			one.Shared, one.Working = true, fmt.Sprintf("%d of %s, shared by %d: %s", portions, words.Count(w.Portions, "portion"), len(shares), working)
		case len(sizes) > 1:
			one.Working = fmt.Sprintf("%d of %s, %d fit at once: %s", portions, words.Count(w.Portions, "portion"), b.Load(*step), working)
		}
		for _, m := range step.Moments(portions) {
			one.Hands = append(one.Hands, work.Hand(m))
		}
		uses := b.uses(*step, portions, name)
		out = append(out, b.task(schedule.Task{ID: name, Duration: lasts, Uses: uses}, one, step))
		if k > 0 {
			b.link(schedule.Link{From: b.id(out[k-1]), To: name, FromAt: schedule.Start, ToAt: schedule.Start}, work.Link{Reason: work.Batches})
		}
		w.First += portions
	}
	return out
}

// manyTimes is from how often on it is told that something is made again and again.
const manyTimes = 4

// repeats notes a step that is done many times, for what it makes cannot wait: of a component
// the first such step. What the book says is done for each wave is meant so.
func (b *builder) repeats(g demand.Lot, step *recipe.Step, times int, tasks []int) {
	known := slices.ContainsFunc(b.of.Repeated, func(r work.Repeated) bool { return r.Component == g.Component.Name })
	if step.EachWave || times < manyTimes || known {
		return
	}
	r := work.Repeated{Component: g.Component.Name, Step: step.Name, Times: times, First: b.id(tasks[0])}
	least := int64(1) << 60
	steps := g.Component.Steps()
	for k := slices.IndexFunc(steps, func(s recipe.Step) bool { return s.ID == step.ID }); k < len(steps); k++ {
		if m := steps[k].Then.Most; m != nil && *m < least {
			least, r.Most = *m, *m
		}
	}
	b.of.Repeated = append(b.of.Repeated, r)
}
