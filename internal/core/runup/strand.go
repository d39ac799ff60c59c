package runup

import (
	"fmt"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
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
func (d *draft) expand(g *group) strand {
	comp, dish := g.component, g.takers[0].dish.ID
	steps := comp.Steps()
	out := strand{component: comp}
	first := 0
	stop := func(step, name, why string, gap bool) {
		d.stops = append(d.stops, Stop{Dish: dish, Component: comp.ID, Step: step, Name: name, Why: why, Gap: gap, dishes: g.dishes()})
	}
	for i, step := range steps {
		if why, gap := d.open(*g, i, step); why != "" {
			first = max(first, i+1)
			stop(step.ID, comp.Name+", "+step.Name, why, gap)
		}
	}
	if len(steps) == 0 && comp.Method().Bought == nil {
		stop("", comp.Name, "how is it made?", true)
	}
	out.steps = turnedUp(steps[first:])
	carried := int64(0)
	for k := range out.steps {
		out.tasks = append(out.tasks, d.instances(*g, first+k, &out.steps[k]))
		carried = d.spare(out.tasks[k], out.steps[k], carried)
		if k > 0 {
			d.wait(out.steps[k-1].Then, out.tasks[k-1], out.tasks[k], true)
		}
	}
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

// feed ties what goes into a component to the step that uses it: another
// component by its last step, a by-product by the step that leaves it over.
func (d *draft) feed(x strand) {
	for _, l := range x.component.Lines {
		from, on := d.strands[l.Component]
		at := x.at(x.component.UsedAt(l))
		if !on || at < 0 || len(from.tasks) == 0 {
			continue
		}
		last := len(from.tasks) - 1
		if l.ByProduct != "" {
			last = from.leaves(l.ByProduct)
		}
		if last < 0 {
			continue
		}
		then := from.steps[last].Then
		said := len(d.waited)
		if l.ByProduct != "" {
			then = recipe.Wait{}
		}
		if d.wait(then, from.tasks[last], x.tasks[at], true); l.ByProduct != "" {
			d.waited = d.waited[:said] // nobody says where what is left over is kept
		}
	}
}

// at is the place in the planned end of a method of a step of the whole one;
// a step that is used and not planned counts as the first that is.
func (x strand) at(step int) int {
	if len(x.tasks) == 0 {
		return -1
	}
	return max(0, step-(len(x.component.Steps())-len(x.steps)))
}

// leaves is the place of the step that leaves a by-product over; -1: it is
// not planned.
func (x strand) leaves(byProduct string) int {
	for _, p := range x.component.ByProducts {
		if p.ID != byProduct {
			continue
		}
		for i, s := range x.steps {
			if s.ID == p.Step {
				return i
			}
		}
	}
	return -1
}

// open says why a step cannot be planned; gap tells what was left open from
// what cannot be.
func (d *draft) open(g group, at int, step recipe.Step) (why string, gap bool) {
	for _, dish := range g.dishes() {
		if why, is := d.blocked[dish+"/"+g.component.ID+"/"+step.ID]; is {
			return why, false
		}
	}
	portions := d.most(g, at, step)
	for _, n := range step.Equipment {
		if why, gap := d.lacks(n, portions); why != "" {
			return why, gap
		}
	}
	if p := step.Then.Place; p != nil {
		if why, gap := d.lacks(*p, portions); why != "" {
			return "the wait after it: " + why, gap
		}
	}
	if step.Hands.Work != recipe.NoHands && len(d.hands(step)) == 0 {
		if slices.Contains(d.in.Service.Off, step.Hands.Cook) {
			return fmt.Sprintf("only %s does it, who is not there for this service", step.Hands.Cook), false
		}
		if step.Hands.Cook != "" {
			return fmt.Sprintf("there is no cook %q in this kitchen", step.Hands.Cook), false
		}
		return "there is no cook in this kitchen", false
	}
	if step.Time == nil {
		if step.Cue() == "" {
			return "how long, how do you know?", true
		}
		return "a working time for the plan?", true
	}
	if lasts, _ := step.Time.For(portions); lasts > schedulable {
		return "it would last longer than a plan can hold", false
	}
	return "", false
}

// schedulable bounds one task, in seconds: a year.
const schedulable = 366 * 86400

// lacks says what the kitchen has too little of, or what has no setting.
func (d *draft) lacks(n recipe.Needed, portions int) (why string, gap bool) {
	have := d.in.Kitchen.OfKind(n.Kind)
	if len(have) == 0 {
		return fmt.Sprintf("the kitchen has no %s", n.Kind), false
	}
	best := have[0]
	for _, e := range have {
		if e.Places > best.Places {
			best = e
		}
	}
	switch places := n.Places(portions); {
	case places > best.Places:
		return fmt.Sprintf("%d portions take %d places, %s has %d", portions, places, best.Name, best.Places), false
	case best.Heating != nil && n.Setting == nil:
		return fmt.Sprintf("%s at how many °C?", best.Name), true
	}
	return "", false
}

// instances makes a task for all that share a step, or one for each serving, or
// for each of its waves.
func (d *draft) instances(g group, at int, step *recipe.Step) (out []int) {
	name := "/" + g.component.ID + "/" + step.ID
	do := func(id string, w work) []int {
		w.component, w.step, w.name = g.component.ID, step, step.Name
		made := d.inBatches(id, w)
		for _, i := range made {
			d.deadline(i, *step)
			d.early(i, g, at)
		}
		return made
	}
	if g.shared(at) && !step.EachWave {
		t := g.takers[0]
		out = do(t.id+name, work{course: t.course, dish: t.dish.ID, dishes: g.dishes(), serving: -1, portions: g.total})
		for _, dish := range g.dishes() {
			d.made[dish+name] = out
		}
		return out
	}
	for _, b := range d.batches(g, d.byWave(g, at)) {
		w := b.work()
		goes := d.goes(b, g.component.Steps(), at)
		var mine []int
		for k, o := range goes {
			name := b.id + name
			if w.portions = o.portions; len(goes) > 1 && step.EachWave {
				w.wave, name = o.from, fmt.Sprintf("%s/wave %d", name, o.from)
			} else if len(goes) > 1 {
				name = fmt.Sprintf("%s/go %d", name, k+1)
			}
			if len(goes) > 1 {
				w.from, w.to = o.from, o.to
			}
			mine = append(mine, do(name, w)...)
			w.first += o.portions
		}
		for _, t := range b.takers {
			d.made[t.dish.ID+name] = append(d.made[t.dish.ID+name], mine...)
		}
		out = append(out, mine...)
	}
	return out
}

// inBatches makes the task of a step, or one for each of its batches, of which each
// begins no earlier than the one before: what the first of them has waited counts,
// not only what the last has.
func (d *draft) inBatches(id string, w work) (out []int) {
	sizes := []int{w.portions}
	if t := w.step.Time; t.Per == recipe.PerBatch && t.Batch > 0 {
		sizes = waves(w.portions, t.Batch)
	}
	for k, portions := range sizes {
		one, name := w, id
		if one.portions = portions; len(sizes) > 1 {
			one.batch, one.of, name = k+1, len(sizes), fmt.Sprintf("%s/batch %d", id, k+1)
		}
		lasts, working := w.step.Time.For(portions)
		one.working = working
		uses := d.uses(*w.step, portions, name)
		if wash, what := d.washes(*w.step); wash > 0 {
			one.wash, one.working, uses = wash, fmt.Sprintf("%s + washing the %s %s", working, what, units.FormatDuration(wash)), d.washed(uses, *w.step, lasts, wash)
		}
		out = append(out, d.add(schedule.Task{ID: name, Duration: lasts + one.wash, Uses: uses}, one))
		if k > 0 {
			d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(out[k-1]), To: name, FromAt: schedule.Start, ToAt: schedule.Start})
		}
		w.first += portions
	}
	return out
}

// washed are the uses of a step that is followed by washing: everything that it
// takes it keeps until then, and a hand washes.
func (d *draft) washed(uses []schedule.Use, step recipe.Step, lasts, wash int64) []schedule.Use {
	switch step.Hands.Work {
	case recipe.AllHands: // the whole of the task, with the washing
	case recipe.SliceHands:
		uses[0].Slices = append(uses[0].Slices, schedule.Span{lasts, lasts + wash})
	default:
		uses = append([]schedule.Use{{OneOf: d.cooks, Units: 1, Slices: []schedule.Span{{lasts, lasts + wash}}}}, uses...)
	}
	return uses
}

func (d *draft) deadline(i int, step recipe.Step) {
	if step.By == nil {
		return
	}
	if at, ok := clockOn(d.day, step.By.DaysBefore, step.By.Clock); ok {
		d.problem.Targets = append(d.problem.Targets, schedule.Target{Task: d.id(i), At: d.seconds(at), Late: priceDeadline})
	}
}

func (d *draft) hands(step recipe.Step) []string {
	if step.Hands.Cook == "" {
		return d.cooks
	}
	for _, id := range d.cooks {
		if id == "cook."+step.Hands.Cook {
			return []string{id}
		}
	}
	return nil
}

// uses of a step, by the id of its task: what it keeps in its own oven afterwards
// is labelled with that.
func (d *draft) uses(step recipe.Step, portions int, id string) (out []schedule.Use) {
	if step.Hands.Work != recipe.NoHands {
		u := schedule.Use{OneOf: d.hands(step), Units: 1}
		if step.Hands.Work == recipe.SliceHands {
			u.Slices = []schedule.Span{}
			for _, p := range step.HandSpans(portions) {
				u.Slices = append(u.Slices, schedule.Span(p))
			}
		}
		out = append(out, u)
	}
	for _, n := range step.Equipment {
		u := d.needed(n, portions)
		if p := step.Then.Place; p != nil && step.Then.Own && p.Kind == n.Kind {
			u.Same = ownLabel(id)
		}
		out = append(out, u)
	}
	return out
}

func ownLabel(id string) string { return "where " + id + " was" }

// needed is the use of a kind of equipment that has places enough.
func (d *draft) needed(n recipe.Needed, portions int) schedule.Use {
	places := n.Places(portions)
	var fit []kitchen.Equipment
	for _, e := range d.in.Kitchen.OfKind(n.Kind) {
		if e.Places >= places {
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

// wait links the tasks of one step with those of the next that are for the same
// plates. Holding says whether the place is kept for these takers. What was made
// at once and stands on one place keeps it until the last has taken from it.
func (d *draft) wait(w recipe.Wait, from, to []int, holding bool) {
	for _, i := range from {
		var takers []int
		for _, j := range to {
			if d.works[i].feeds(d.works[j]) {
				takers = append(takers, j)
			}
		}
		for b, j := range takers {
			margin := d.margin[i]
			if w.Most != nil {
				margin = min(margin, slack(w))
			}
			l := schedule.Link{From: d.id(i), To: d.id(j), Min: ptr(w.Least + margin - d.works[i].wash), Max: w.Most}
			if w.Most != nil {
				l.Max = ptr(*w.Most - d.works[i].wash)
			}
			if margin > 0 {
				d.left[len(d.problem.Links)] = margin
			}
			if w.Most != nil && w.Soft {
				l.Over = ptr(priceSoftWait)
			}
			last := b == len(takers)-1 || (w.Place != nil && w.Place.Holds > 0)
			if w.Place != nil && holding && last && (l.Max == nil || *l.Max >= 0) {
				l.Min = ptr(max(0, *l.Min))
				hold := d.needed(*w.Place, min(d.works[i].portions, d.works[j].portions))
				if w.Own {
					hold.Same, hold.Settle = ownLabel(d.id(i)), hold.Setting != nil
				}
				l.Holds = []schedule.Use{hold}
			}
			d.problem.Links = append(d.problem.Links, l)
			d.waited = append(d.waited, waited{i, j, w})
		}
	}
}

// feeds tells whether two works have plates in common.
func (w work) feeds(next work) bool {
	if w.serving >= 0 && next.serving >= 0 && w.serving != next.serving {
		return false
	}
	if (w.own || next.own) && w.course != next.course {
		return false
	}
	if w.of > 1 && w.of == next.of && w.batch != next.batch {
		return false
	}
	if w.serving >= 0 && w.serving == next.serving && (w.of > 1 || next.of > 1) {
		return w.first < next.first+next.portions && next.first < w.first+w.portions
	}
	return w.from == 0 || next.from == 0 || (w.from <= next.to && next.from <= w.to)
}
