package demand

import (
	"slices"

	"jointime/internal/core/recipe"
)

// Consumer is a serving with its course, and its place among all of them.
type Consumer struct {
	Serving
	ID     string // of its tasks: that of the dish, with the course where it is served again
	Course int
	Hour   int64 // the hour of its course
	Place  int
}

// Lot is a component with all servings that take it. It is made once for them
// up to the step from which it can no longer wait for the last of them.
type Lot struct {
	Component recipe.Component
	Consumers []Consumer
	Portions  int // portions
	Split     int // the first step that is done for each serving by itself
}

// lots finds what each serving takes, and what several take together.
func (d *Demand) lots() {
	d.Lots = map[string]*Lot{}
	for c, k := range d.Courses {
		for _, s := range k.Servings {
			t := Consumer{s, s.Dish.ID, c, k.At.Unix(), len(d.Consumers)}
			if slices.ContainsFunc(d.Consumers, func(o Consumer) bool { return o.Dish.ID == s.Dish.ID }) {
				t.ID += "/" + k.Course
			}
			d.Consumers = append(d.Consumers, t)
			for _, comp := range d.In.Book().Within(s.Dish) {
				g := d.Lots[comp.ID]
				if g == nil {
					g = &Lot{Component: comp}
					d.Lots[comp.ID] = g
				}
				g.Consumers, g.Portions = append(g.Consumers, t), g.Portions+s.Portions
			}
		}
	}
	for _, g := range d.Lots {
		g.Split = d.splits(*g)
	}
}

// splits finds the first step that is done for each serving by itself: from
// there on nothing may wait as long as the hours of the servings lie apart, or
// what all of them take at once is more than the kitchen has room for.
func (d *Demand) splits(g Lot) int {
	steps := g.Component.Steps()
	k := len(steps)
	if len(g.Consumers) == 1 {
		return k
	}
	first, last := g.Consumers[0].Hour, g.Consumers[0].Hour
	waves := int64(0) // from the first wave of a serving to its last
	for _, t := range g.Consumers {
		first, last = min(first, t.Hour), max(last, t.Hour)
		waves = max(waves, d.spreadOf(ConsumerSet{Consumers: []Consumer{t}, Waves: t.Waves}))
	}
	for k > 0 && steps[k-1].Then.Most != nil && (*steps[k-1].Then.Most < last-first || usableHold(steps[k-1].Then) < waves) {
		k--
	}
	for i := range k {
		if d.crowds(g, steps[i]) {
			return i
		}
	}
	return k
}

// crowds tells whether a step has room for each serving by itself and not for
// all at once.
func (d *Demand) crowds(g Lot, step recipe.Step) bool {
	most := d.Load(step)
	crowds := func(portions int) bool { return most > 0 && portions > most }
	return !step.EachWave && crowds(g.Portions) && !slices.ContainsFunc(g.Consumers, func(t Consumer) bool { return crowds(t.Portions) })
}

// For is the lot as one of its steps has it: for those of its takers for whom that is done.
func (g Lot) For(step recipe.Step) Lot {
	if step.Only == nil && step.Not == nil {
		return g
	}
	g.Consumers = slices.DeleteFunc(slices.Clone(g.Consumers), func(t Consumer) bool { return !step.For(t.Dish.ID) })
	g.Portions = 0
	for _, t := range g.Consumers {
		g.Portions += t.Portions
	}
	return g
}

// Shared tells whether a step is done once for several servings.
func (g Lot) Shared(step int) bool { return len(g.Consumers) > 1 && step < g.Split }

// Dishes are the ids of the dishes that take it.
func (g Lot) Dishes() (ids []string) {
	for _, t := range g.Consumers {
		if !slices.Contains(ids, t.Dish.ID) {
			ids = append(ids, t.Dish.ID)
		}
	}
	return ids
}
