package expand

import (
	"slices"

	"jointime/internal/core/keeping"
	"jointime/internal/core/limits"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// The published limits in the problem: strict links beside the waits' own, which are
// about the best. They are about times: how long food may stand neither hot nor cold,
// how fast it is cooled and heated again. What a step is cooked to, and how cold a
// freezer is, is told beside it (package keeping).

// stretch is the time since food was last hot, or cold: from the end of a task.
type stretch struct {
	from  int
	after limits.Kind // how it was before: hot off the heat, cold; empty: nobody says
	most  int64       // seconds that it may last by the waits' own limits; below 0: no limit is said
}

// publishedLimits adds the published limits to the problem. Tasks stand in the order in which
// food passes through them, so that one walk is enough.
func (b *builder) publishedLimits() {
	into, out := map[int][]waited{}, map[int][]waited{}
	for _, w := range b.waits {
		into[w.to], out[w.from] = append(into[w.to], w), append(out[w.from], w)
	}
	open := map[int][]stretch{} // by task: the stretches that go on after it
	for i := range b.of.Work {
		var here []stretch
		for _, w := range into[i] {
			here = append(here, b.since(w, open)...)
		}
		open[i] = b.closed(i, here, out[i])
		b.reheated(i, into[i], out[i])
	}
	b.unplaced()
}

// unplaced notes the waits that have to be longer than the limit and of which nobody
// says where they are spent.
func (b *builder) unplaced() {
	l, is := limits.OutOfControl(b.Limits, "")
	if !is {
		return
	}
	told := map[string]bool{}
	for _, w := range b.waits {
		from := b.of.Work[w.from]
		if w.wait.Least < l.Within || told[from.Key()] || !keeping.Perishable(b.In.Components[from.Component]) || b.house.Control(w.wait) != "" {
			continue
		}
		told[from.Key()] = true
		b.of.Unplaced = append(b.of.Unplaced, work.Unplaced{After: w.from, Least: w.wait.Least, Limit: l})
	}
}

// since are the stretches that a wait goes on with, or begins. A wait that has to be
// longer than the limit is spent somewhere that nobody has said; it is told, and it is
// not for the plan to say where.
func (b *builder) since(w waited, open map[int][]stretch) (list []stretch) {
	from := b.of.Work[w.from]
	if !keeping.Perishable(b.In.Components[from.Component]) || b.house.Control(w.wait) != "" {
		return nil
	}
	if l, is := limits.OutOfControl(b.Limits, ""); is && w.wait.Least >= l.Within {
		return nil
	}
	most := int64(-1)
	if w.wait.Most != nil && !w.wait.Soft {
		most = *w.wait.Most
	}
	for _, s := range open[w.from] {
		if s.most >= 0 && most >= 0 {
			s.most += most + b.problem.Tasks[w.from].Duration
		} else {
			s.most = -1
		}
		list = append(list, s)
	}
	if list != nil {
		return list
	}
	s := stretch{from: w.from, most: most, after: limits.Cold}
	if b.house.Heats(b.steps[w.from]) {
		s.after = limits.Hot
	}
	return []stretch{s}
}

// closed ends the stretches that come to an end at a task: on the heat, in the cold,
// on the plate, or by the wait after it. The others go on.
func (b *builder) closed(i int, here []stretch, out []waited) (goOn []stretch) {
	w := b.of.Work[i]
	next := limits.Kind("")
	for k, o := range out {
		if kind := b.house.Control(o.wait); k == 0 || kind == "" {
			next = kind
		}
	}
	seen := map[stretch]bool{}
	for _, s := range here {
		if s = (stretch{s.from, s.after, s.most}); seen[s] {
			continue
		}
		seen[s] = true
		first, whole, staged := limits.Stages(b.Limits)
		cools := staged && s.after == limits.Hot
		switch {
		case w.Placed() || b.house.Heats(b.steps[i]):
			b.outOfControl(s, i, schedule.Start)
		case cools && b.house.Chills(b.steps[i]):
			b.publish(first, s, i, schedule.Start)
			b.publish(whole, s, i, schedule.End)
		case cools && (next == limits.Cold || next == limits.Freeze):
			b.publish(first, s, i, schedule.End)
		case b.house.Chills(b.steps[i]):
			b.outOfControl(s, i, schedule.Start)
		case next != "" || len(out) == 0:
			b.outOfControl(s, i, schedule.End)
		default:
			goOn = append(goOn, s)
		}
	}
	return goOn
}

func (b *builder) outOfControl(s stretch, to int, at schedule.Anchor) {
	if l, is := limits.OutOfControl(b.Limits, s.after); is {
		b.publish(l, s, to, at)
	}
}

// publish adds a limit from the end of a stretch's first task, where what the waits
// themselves allow does not keep it anyway.
func (b *builder) publish(l limits.Limit, s stretch, to int, at schedule.Anchor) {
	lasts := int64(0)
	link := schedule.Link{From: b.id(s.from), To: b.id(to), ToAt: at, Max: ptr(l.Within)}
	if at == schedule.End {
		lasts = b.problem.Tasks[to].Duration
	}
	if s.most >= 0 && s.most+lasts <= l.Within {
		return
	}
	if at == schedule.Start {
		link.ToAt = ""
	}
	b.link(link, work.Link{Reason: work.PublishedLimit, Limit: &l})
}

// reheated limits how long food that was cooked, and then cold, takes on the heat
// before it is held hot.
func (b *builder) reheated(i int, into, out []waited) {
	w := b.of.Work[i]
	l, is := limits.ToReheat(b.Limits)
	if !is || !b.house.Heats(b.steps[i]) || !keeping.Perishable(b.In.Components[w.Component]) || !b.house.CookedBefore(b.In.Components[w.Component], w.Step) {
		return
	}
	wasCold := len(into) == 0 || slices.ContainsFunc(into, func(o waited) bool {
		kind := b.house.Control(o.wait)
		return kind == limits.Cold || kind == limits.Freeze
	})
	if wasCold && slices.ContainsFunc(out, func(o waited) bool { return b.house.Control(o.wait) == limits.Hot }) {
		b.link(schedule.Link{From: b.id(i), To: b.id(i), FromAt: schedule.Start, ToAt: schedule.End, Max: ptr(l.Within)}, work.Link{Reason: work.PublishedLimit, Limit: &l})
	}
}

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
		b.link(schedule.Link{From: b.id(w.from), To: b.id(w.to), Max: ptr(k.For), Over: ptr(priceKeep)},
			work.Link{Reason: work.Keeps, Keep: &work.Keep{Place: k.Place, For: k.For, Then: k.Then}})
	}
}
