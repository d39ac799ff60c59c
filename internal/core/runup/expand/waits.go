package expand

import (
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// waited is a wait of a strand: from one task to the next of the same plates.
type waited struct {
	from, to int
	wait     recipe.Wait
}

// wait links the tasks of one step with those of the next that are for the same
// plates. Holding says whether the place is kept for these takers. What was made
// at once and stands on one place keeps it until the last has taken from it.
func (b *builder) wait(w recipe.Wait, from, to []int, holding bool) {
	for _, i := range from {
		takers := b.sharing(i, to)
		for n, j := range takers {
			last := n == len(takers)-1 || (w.Place != nil && w.Place.Holds > 0)
			l, buffer := b.waitLink(w, i, j)
			if w.Place != nil && holding && last && (l.Max == nil || *l.Max >= 0) {
				l.Min = ptr(max(0, *l.Min))
				l.Holds = []schedule.Use{b.placeHeld(w, i, j)}
			}
			b.link(l, work.Link{Reason: work.After, Buffer: buffer})
			if w.Best != nil {
				b.best(l, max(*w.Best, w.Least+buffer))
			}
			b.lastPiece(w, i, j)
			b.waits = append(b.waits, waited{i, j, w})
		}
	}
}

// follows puts the waits between some tasks and the steps of a strand before a place of it: for
// each dish after the last that is done for it, which is not the same one for all where a version
// does without one.
func (b *builder) follows(x strand, k int, dishes []string, to []int) {
	of := map[int][]string{}
	for _, d := range dishes {
		of[x.before(k, d)] = append(of[x.before(k, d)], d)
	}
	for at := k - 1; at >= 0; at-- {
		if of[at] != nil {
			b.waitFor(of[at], x.steps[at].Then, x.tasks[at], to)
		}
	}
}

// before is the last step of a strand before another one that is done for a dish; -1: there is none.
func (x strand) before(k int, dish string) int {
	for k--; k >= 0 && !x.steps[k].For(dish); k-- {
	}
	return min(k, len(x.tasks)-1)
}

// waitFor is a wait of the plates of some dishes.
func (b *builder) waitFor(dishes []string, w recipe.Wait, from, to []int) {
	theirs := func(list []int) []int {
		return slices.DeleteFunc(slices.Clone(list), func(i int) bool {
			return !slices.ContainsFunc(b.of.Work[i].For, func(d string) bool { return slices.Contains(dishes, d) })
		})
	}
	b.wait(w, theirs(from), theirs(to), true)
}

// lastPiece holds a longest wait to the end of work on the last piece, where the step after it
// goes piece by piece: what is laid out waits until its turn has come. Where that step takes
// longer than the wait may be, no plan keeps it, and it is told at a price.
func (b *builder) lastPiece(w recipe.Wait, from, to int) {
	step := b.steps[to]
	if w.Most == nil || step == nil || step.Time == nil || step.Hands.Work != recipe.AllHands || b.of.Work[to].Portions < 2 || step.Time.Per != recipe.PerPortion && step.Time.Per != recipe.PerPiece {
		return
	}
	l := schedule.Link{From: b.id(from), To: b.id(to), ToAt: schedule.End, Min: ptr(noLeast), Max: ptr(*w.Most)}
	if w.Soft || b.problem.Tasks[to].Duration > *w.Most {
		l.Over = ptr(priceSoftWait)
	}
	b.link(l, work.Link{Reason: work.LastPiece})
}

// noLeast is a least wait that there is not.
const noLeast = int64(-1_000_000_000)

// sharing are those of some tasks that have plates in common with one.
func (b *builder) sharing(i int, to []int) (out []int) {
	for _, j := range to {
		if b.of.Work[i].Overlaps(b.of.Work[j].Scope) {
			out = append(out, j)
		}
	}
	return out
}

// waitLink is a wait from one task to another, and how much of its least is there
// because the first may take longer.
func (b *builder) waitLink(w recipe.Wait, from, to int) (l schedule.Link, buffer int64) {
	buffer = b.of.Work[from].Buffer
	l = schedule.Link{From: b.id(from), To: b.id(to)}
	if w.Most != nil {
		buffer = min(buffer, bufferRoom(w))
		l.Max = ptr(*w.Most)
		if w.Soft {
			l.Over = ptr(priceSoftWait)
		}
	}
	l.Min = ptr(w.Least + buffer)
	return l, max(0, buffer)
}

// placeHeld is what a wait keeps meanwhile.
func (b *builder) placeHeld(w recipe.Wait, from, to int) schedule.Use {
	hold := b.needed(*w.Place, min(b.of.Work[from].Portions, b.of.Work[to].Portions))
	if w.Own {
		hold.Same, hold.Settle = ownLabel(b.id(from)), hold.Setting != nil
	}
	return hold
}

// takeOver ties what a step leaves over to the step that uses it: nobody says where it
// is kept meanwhile, and for how long.
func (b *builder) takeOver(from, to []int) {
	for _, i := range from {
		for _, j := range to {
			elsewhere := len(b.sharing(j, from)) == 0 // what other plates left over: all of it is waited for
			if elsewhere || b.of.Work[i].Overlaps(b.of.Work[j].Scope) {
				l, buffer := b.waitLink(recipe.Wait{}, i, j)
				b.link(l, work.Link{Reason: work.Input, Buffer: buffer})
			}
		}
	}
}

// reach ties the end of a strand to the placings of its component on the plates
// of a serving, or, where it is placed nowhere, to the first placing of the plate.
// A place that was kept for several is free when the last of them has taken.
func (b *builder) reach(x strand, t demand.Consumer, built [][]int) {
	end := x.before(len(x.steps), t.Dish.ID)
	if end < 0 {
		return
	}
	g := b.Lots[x.component.ID]
	then, from := x.steps[end].Then, x.tasks[end]
	for w, wave := range built {
		takers := b.takers(x.component.ID, wave)
		b.chainsToPlates(x, takers[:min(len(takers), 1)])
		for k, i := range takers {
			for _, source := range from {
				if !b.of.Work[source].Overlaps(b.of.Work[i].Scope) {
					continue
				}
				several := then.Place != nil && then.Place.Holds == 0
				last := w == lastWave(b.of.Work[source].Scope, t)
				if b.of.Work[source].Serving < 0 {
					last = last && t.Place == b.LastConsumer(*g, b.of.Work[source].Scope)
				}
				b.wait(then, []int{source}, []int{i}, k == len(takers)-1 && (!several || last))
			}
		}
	}
}

// lastWave is the last wave of a serving with plates that a task is done for.
func lastWave(from work.Scope, t demand.Consumer) (last int) {
	for w, n := range t.Waves {
		if n > 0 && (from.From == 0 || (from.From <= w+1 && w+1 <= from.To)) {
			last = w
		}
	}
	return last
}

func (b *builder) takers(component string, wave []int) (out []int) {
	for _, i := range wave {
		if b.of.Work[i].Component == component {
			out = append(out, i)
		}
	}
	if len(out) == 0 && len(wave) > 0 {
		if b.poured(component, wave[0]) { // it goes out with the plate
			return wave[len(wave)-1:]
		}
		return wave[:1]
	}
	return out
}

// poured tells whether a component is laid or poured at the table, of the plates of a placing.
func (b *builder) poured(component string, placing int) bool {
	return slices.Contains(b.Consumers[b.of.Work[placing].Serving].Dish.Poured, component)
}

// afters adds the order that steps ask for across components.
func (b *builder) afters() {
	for i := range b.of.Work {
		if b.steps[i] == nil {
			continue
		}
		for _, ref := range b.steps[i].After {
			for _, from := range b.find(b.of.Work[i].Dish, ref) {
				if b.of.Work[from].Wave == 0 || b.of.Work[i].Wave == 0 || b.of.Work[from].Wave == b.of.Work[i].Wave {
					b.link(schedule.Link{From: b.id(from), To: b.id(i)}, work.Link{Reason: work.Order})
				}
			}
		}
	}
}

// find looks a component/step up, on the same dish first, then on any.
func (b *builder) find(dish, ref string) []int {
	if own := b.made[dish+"/"+ref]; own != nil {
		return own
	}
	for _, c := range b.Courses {
		for _, s := range c.Servings {
			if other := b.made[s.Dish.ID+"/"+ref]; other != nil {
				return other
			}
		}
	}
	return nil
}
