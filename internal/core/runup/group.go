package runup

import (
	"slices"

	"jointime/internal/core/recipe"
)

// taker is a serving with its course, and its place among all of them.
type taker struct {
	serving
	id     string // of its tasks: that of the dish, with the course where it is served again
	course int
	at     int64 // the hour of its course
	place  int
}

// group is a component with all servings that take it. It is made once for them
// up to the step from which it can no longer wait for the last of them.
type group struct {
	component recipe.Component
	takers    []taker
	total     int // portions
	split     int // the first step that is done for each serving by itself
}

// group finds what each serving takes, and what several take together.
func (d *draft) group() {
	d.groups = map[string]*group{}
	for c, k := range d.courses {
		for _, s := range k.dishes {
			t := taker{s, s.dish.ID, c, d.at(k), len(d.all)}
			if slices.ContainsFunc(d.all, func(o taker) bool { return o.dish.ID == s.dish.ID }) {
				t.id += "/" + k.Course
			}
			d.all = append(d.all, t)
			for _, comp := range d.in.book().Within(s.dish) {
				g := d.groups[comp.ID]
				if g == nil {
					g = &group{component: comp}
					d.groups[comp.ID] = g
				}
				g.takers, g.total = append(g.takers, t), g.total+s.total
			}
		}
	}
	for _, g := range d.groups {
		g.split = d.splits(*g)
	}
}

// at is the hour of a course, in seconds of the Unix clock: only differences
// count.
func (d *draft) at(k course) int64 { return k.at.Unix() }

// splits finds the first step that is done for each serving by itself: from
// there on nothing may wait as long as the hours of the servings lie apart, or
// what all of them take at once is more than the kitchen has room for.
func (d *draft) splits(g group) int {
	steps := g.component.Steps()
	k := len(steps)
	if len(g.takers) == 1 {
		return k
	}
	first, last := g.takers[0].at, g.takers[0].at
	waves := int64(0) // from the first wave of a serving to its last
	for _, t := range g.takers {
		first, last = min(first, t.at), max(last, t.at)
		waves = max(waves, d.spreadOf(batch{takers: []taker{t}, waves: t.waves}))
	}
	for k > 0 && steps[k-1].Then.Most != nil && (*steps[k-1].Then.Most < last-first || room(steps[k-1].Then) < waves) {
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
func (d *draft) crowds(g group, step recipe.Step) bool {
	needed := slices.Clone(step.Equipment)
	if p := step.Then.Place; p != nil {
		needed = append(needed, *p)
	}
	lacks := func(portions int) bool {
		return slices.ContainsFunc(needed, func(n recipe.Needed) bool { why, _ := d.lacks(n, portions); return why != "" })
	}
	return !step.EachWave && lacks(g.total) && !slices.ContainsFunc(g.takers, func(t taker) bool { return lacks(t.total) })
}

// batch is those takers for whom one step is done together, wave by wave or at
// once.
type batch struct {
	id     string // of its tasks
	takers []taker
	waves  []int
	total  int
}

// batches are the takers of a component as a step serves them: each by itself, or,
// where their plates leave in the same waves, all of a course wave by wave.
func (d *draft) batches(g group, byWave bool) (out []batch) {
	at := map[int]int{} // course → place in out
	for _, t := range g.takers {
		i, there := at[t.course]
		if !there || !byWave || !d.seated(t.course) {
			at[t.course] = len(out)
			out = append(out, batch{t.id, []taker{t}, slices.Clone(t.waves), t.total})
			continue
		}
		b := &out[i]
		b.takers, b.total = append(b.takers, t), b.total+t.total
		for w, n := range t.waves {
			b.waves[w] += n
		}
	}
	return out
}

// work is what a task for a batch stands for.
func (b batch) work() work {
	first := b.takers[0]
	w := work{course: first.course, dish: first.dish.ID, serving: first.place, portions: b.total}
	for _, t := range b.takers {
		w.dishes = append(w.dishes, t.dish.ID)
	}
	if len(b.takers) > 1 {
		w.serving, w.own = -1, true
	}
	return w
}

// shared tells whether a step is done once for several servings.
func (g group) shared(step int) bool { return len(g.takers) > 1 && step < g.split }

// most is for how many portions one instance of a step is done at most.
func (d *draft) most(g group, at int, step recipe.Step) (portions int) {
	if g.shared(at) && !step.EachWave {
		return g.total
	}
	for _, b := range d.batches(g, d.byWave(g, at)) {
		for _, o := range d.goes(b, g.component.Steps(), at) {
			portions = max(portions, o.portions)
		}
	}
	return portions
}

// dishes are the ids of the dishes that take it.
func (g group) dishes() (ids []string) {
	for _, t := range g.takers {
		if !slices.Contains(ids, t.dish.ID) {
			ids = append(ids, t.dish.ID)
		}
	}
	return ids
}
