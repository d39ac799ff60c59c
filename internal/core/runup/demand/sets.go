package demand

import (
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/work"
)

// ConsumerSet is those takers for whom one step is done together, wave by wave or at
// once.
type ConsumerSet struct {
	ID        string // of its tasks
	Consumers []Consumer
	Waves     []int
	Portions  int
}

// Sets are the takers of a component as a step serves them: each by itself, or,
// where their plates leave in the same waves, all of a course wave by wave.
func (d *Demand) Sets(g Lot, byWave bool) (out []ConsumerSet) {
	at := map[int]int{} // course → place in out
	for _, t := range g.Consumers {
		i, there := at[t.Course]
		if !there || !byWave || !d.Seated(t.Course) {
			at[t.Course] = len(out)
			out = append(out, ConsumerSet{t.ID, []Consumer{t}, slices.Clone(t.Waves), t.Portions})
			continue
		}
		b := &out[i]
		b.Consumers, b.Portions = append(b.Consumers, t), b.Portions+t.Portions
		for w, n := range t.Waves {
			b.Waves[w] += n
		}
	}
	return out
}

// Scope is for which plates a task for the set is done.
func (b ConsumerSet) Scope() work.Scope {
	s := work.Scope{Course: b.Consumers[0].Course, Serving: b.Consumers[0].Place, Portions: b.Portions, All: b.Portions}
	if len(b.Consumers) > 1 {
		s.Serving, s.OwnCourse = -1, true
	}
	return s
}

// Dishes are the ids of the dishes of its consumers.
func (b ConsumerSet) Dishes() (ids []string) {
	for _, t := range b.Consumers {
		ids = append(ids, t.Dish.ID)
	}
	return ids
}

// MostPortions is for how many portions one instance of a step is done at most.
func (d *Demand) MostPortions(g Lot, at int, step recipe.Step) (portions int) {
	if g.Shared(at) && !step.EachWave {
		return g.Portions
	}
	for _, b := range d.Sets(g, d.ByWave(g, at)) {
		for _, o := range d.Runs(b, g.Component.Steps(), at) {
			portions = max(portions, o.Portions)
		}
	}
	return portions
}

// LastConsumer is the place of the last serving that takes from a task.
func (d *Demand) LastConsumer(g Lot, from work.Scope) (place int) {
	for _, t := range g.Consumers {
		if from.OwnCourse && t.Course != from.Course {
			continue
		}
		if from.From == 0 || slices.ContainsFunc(t.Waves[from.From-1:min(from.To, len(t.Waves))], func(n int) bool { return n > 0 }) {
			place = t.Place
		}
	}
	return place
}
