package expand

import (
	"fmt"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/words"
)

// strand is the planned end of a component's method: the tasks of each step
// from the last stop on.
type strand struct {
	component recipe.Component
	steps     []recipe.Step
	tasks     [][]int // by step
}

// expand makes the tasks of a component for all that take it. Where a step is a
// gap or cannot be, it and all before it are left out, and a stop is noted.
func (b *builder) expand(g *demand.Lot) strand {
	comp, dish := g.Component, g.Consumers[0].Dish.ID
	steps := comp.Steps()
	out := strand{component: comp}
	first := 0
	stop := func(step, name, why string, gap bool) {
		b.unplanned(work.Unplanned{Dish: dish, Component: comp.ID, Step: step, Name: name, Why: why, Gap: gap, For: g.Dishes()})
	}
	for i, step := range steps {
		if why, gap := b.open(*g, i, step); why != "" {
			first = max(first, i+1)
			stop(step.ID, words.Step(comp.Name, step.Name), why, gap)
		}
	}
	if len(steps) == 0 && comp.Method().Bought == nil {
		stop("", comp.Name, "How is it made?", true)
	}
	out.steps = turnedUp(steps[first:])
	carried := int64(0)
	for k := range out.steps {
		out.tasks = append(out.tasks, b.instances(*g, first+k, &out.steps[k]))
		carried = b.addBuffers(out.tasks[k], out.steps[k], carried)
		b.follows(out, k, slices.DeleteFunc(g.Dishes(), func(d string) bool { return !out.steps[k].For(d) }), out.tasks[k])
	}
	b.chains(out)
	return out
}

// turnedUp are steps of which one that follows on a rest in the same kind of oven
// begins while that is on its way: it has never left it.
func turnedUp(steps []recipe.Step) []recipe.Step {
	out := slices.Clone(steps)
	for k := 1; k < len(out); k++ {
		place := out[k-1].Then.Place
		if place == nil || !out[k-1].Then.Own {
			continue
		}
		out[k].Equipment = slices.Clone(out[k].Equipment)
		for e := range out[k].Equipment {
			out[k].Equipment[e].Cold = out[k].Equipment[e].Cold || out[k].Equipment[e].Kind == place.Kind
		}
	}
	return out
}

// open says why a step cannot be planned; gap tells what was left open from
// what cannot be.
func (b *builder) open(g demand.Lot, at int, step recipe.Step) (why string, gap bool) {
	for _, dish := range g.Dishes() {
		if why, is := b.excluded.Steps[dish+"/"+g.Component.ID+"/"+step.ID]; is {
			return why, false
		}
	}
	for _, n := range step.Equipment {
		if why, gap := b.Lacks(n); why != "" {
			return why, gap
		}
	}
	if p := step.Then.Place; p != nil {
		why, gap := b.Lacks(*p)
		if why == "" && step.Then.Least > 0 {
			why = b.HoldLacks(g, *p)
		}
		if why != "" {
			return "Its hold: " + words.Lower(why), gap
		}
	}
	if step.Hands.Work != recipe.NoHands && len(b.hands(step)) == 0 {
		if slices.Contains(b.In.Service.Off, step.Hands.Cook) {
			return fmt.Sprintf("Only %s does this, and is off", b.cookName(step.Hands.Cook)), false
		}
		if step.Hands.Cook != "" {
			return "The cook set for this step is not in this kitchen", false
		}
		if len(b.In.Kitchen.Cooks) > 0 {
			return "No cook here does this", false
		}
		return "No cook in this kitchen", false
	}
	if n := step.Time.Together(); n > 1 && step.Hands.Work == recipe.AllHands && len(b.hands(step)) < n {
		return fmt.Sprintf("By %d together; only %s here can", n, words.Count(len(b.hands(step)), "cook")), false
	}
	if step.Time == nil {
		if step.Cue() == "" {
			return "How long, and how do you know?", true
		}
		return "Roughly how long?", true
	}
	if t := step.Time; t.Per == recipe.PerTable && t.Table != nil {
		if _, why, known := t.Table.Seconds(); !known { // the time of another size would be a guess
			return fmt.Sprintf("How long? %s", why), true
		}
	}
	if lasts, _ := step.Time.For(b.MostPortions(g, at, step)); lasts > schedulable {
		return "Too long to plan", false
	}
	return "", false
}

func (b *builder) cookName(id string) string {
	for _, c := range b.Off {
		if c.ID == id {
			return c.Name
		}
	}
	return "one cook"
}

// schedulable bounds one task, in seconds: a year.
const schedulable = 366 * 86400

// instances makes a task for all that share a step, or one for each serving, or
// for each of its waves.
func (b *builder) instances(g demand.Lot, at int, step *recipe.Step) (out []int) {
	if g = g.For(*step); len(g.Consumers) == 0 {
		return nil
	}
	name := "/" + g.Component.ID + "/" + step.ID
	do := func(id string, dishes []string, s work.Scope) []int {
		made := b.inBatches(id, work.Work{Kind: work.Step, Name: step.Name, Component: g.Component.ID, Step: step.ID, Dish: dishes[0], For: dishes, Scope: s}, step)
		b.cleanMaking(made, *step, g.Component.Steps()[:at], dishes)
		for _, i := range made {
			b.window(i, *step)
			b.early(i, g, at)
		}
		return made
	}
	if g.Shared(at) && !step.EachWave {
		t := g.Consumers[0]
		out = do(t.ID+name, g.Dishes(), work.Scope{Course: t.Course, Serving: -1, Portions: g.Portions, All: g.Portions})
		for _, dish := range g.Dishes() {
			b.made[dish+name] = out
		}
		return out
	}
	for _, set := range b.Sets(g, b.ByWave(g, at)) {
		s := set.Scope()
		runs := b.Runs(set, g.Component.Steps(), at)
		var mine []int

		for k, o := range runs {
			id := set.ID + name
			if s.Portions = o.Portions; len(runs) > 1 && o.From == o.To && step.EachWave {
				s.Wave, id = o.From, fmt.Sprintf("%s/wave %d", id, o.From)
			} else if len(runs) > 1 {
				id = fmt.Sprintf("%s/go %d", id, k+1)
			}
			if len(runs) > 1 {
				s.From, s.To = o.From, o.To
			}
			mine = append(mine, do(id, set.Dishes(), s)...)
			s.First += o.Portions
		}
		b.repeats(g, step, len(runs), mine)
		for _, t := range set.Consumers {
			b.made[t.Dish.ID+name] = append(b.made[t.Dish.ID+name], mine...)
		}
		out = append(out, mine...)
	}
	return out
}

// window is that of a step: no earlier than one hour, and over by another.
func (b *builder) window(i int, step recipe.Step) {
	t := &b.problem.Tasks[i]
	if d := step.NotBefore; d != nil {
		if at, ok := clockOn(b.Day, d.DaysBefore, d.Clock); ok {
			t.Earliest = ptr(b.Seconds(at))
			b.of.Work[i].NotBefore = &work.Hour{Clock: d.Clock, Reason: d.Reason}
		}
	}
	if d := step.By; d != nil {
		at, ok := clockOn(b.Day, d.DaysBefore, d.Clock)
		if !ok {
			return
		}
		b.of.Work[i].OverBy = &work.Hour{Clock: d.Clock, Reason: d.Reason}
		if d.Strict {
			t.Latest = ptr(b.Seconds(at))
			return
		}
		b.target(schedule.Target{Task: b.id(i), At: b.Seconds(at), Late: priceDeadline})
	}
}

// hands are the cooks who may do a step: the one that it names, or all who do such steps.
func (b *builder) hands(step recipe.Step) (out []string) {
	kinds := step.Kinds()
	for i, c := range b.In.Kitchen.Cooks {
		if step.Hands.Cook == c.ID || step.Hands.Cook == "" && c.Does(step.Name, kinds) {
			out = append(out, b.cooks[i])
		}
	}
	return out
}

// uses of a step, by the id of its task: what it keeps in its own oven afterwards
// is labelled with that.
func (b *builder) uses(step recipe.Step, portions int, id string) (out []schedule.Use) {
	switch step.Hands.Work {
	case recipe.AllHands:
		for range step.Time.Together() {
			out = append(out, schedule.Use{OneOf: b.hands(step), Units: 1})
		}
	case recipe.SliceHands:
		for _, shift := range inShifts(step.HandSpans(portions)) {
			out = append(out, schedule.Use{OneOf: b.hands(step), Units: 1, Slices: shift})
		}
	}
	for _, n := range step.Equipment {
		u := b.needed(n, portions)
		if p := step.Then.Place; p != nil && step.Then.Own && p.Kind == n.Kind {
			u.Same = ownLabel(id)
		}
		out = append(out, u)
	}
	return out
}

// sameShift is how far apart moments of a step may lie that one cook has in one shift, in
// seconds; those further apart may be somebody else's, or another day's.
const sameShift = 3 * 3600

// inShifts are the moments of a step, apart where they lie far from one another.
func inShifts(moments [][2]int64) (out [][]schedule.Span) {
	for i, m := range moments {
		if i == 0 || m[0]-moments[i-1][1] > sameShift {
			out = append(out, nil)
		}
		out[len(out)-1] = append(out[len(out)-1], schedule.Span(m))
	}
	if out == nil {
		out = [][]schedule.Span{{}}
	}
	return out
}

func ownLabel(id string) string { return "where " + id + " was" }

// needed is the use of a kind of equipment that has places enough.
func (b *builder) needed(n recipe.Needed, portions int) schedule.Use {
	places := n.Places(portions)
	var fit []kitchen.Equipment
	for _, e := range b.In.Kitchen.OfKind(n.Kind) {
		if e.Places >= places && e.Reaches(n.Setting) {
			fit = append(fit, e)
		}
	}
	u := schedule.Use{Units: int64(places)}
	for _, e := range fit {
		if (e.Heating == nil) == (fit[0].Heating == nil) {
			u.OneOf = append(u.OneOf, e.ID)
		}
	}
	if fit[0].Heating != nil {
		u.Setting, u.Settle = n.Setting, n.Cold
	}
	return u
}
