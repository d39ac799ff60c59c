package runup

import (
	"slices"

	"jointime/internal/core/limits"
	"jointime/internal/core/schedule"
)

// The published limits in the problem: strict links beside the waits' own, which are
// about the best. They are about times; what a step is cooked to, and how cold a
// freezer is, is told beside it (told.go).

// stretch is the time since food was last hot, or cold: from the end of a task.
type stretch struct {
	from  int
	after limits.Kind // how it was before: hot off the heat, cold; empty: nobody says
	most  int64       // seconds that it may last by the waits' own limits; below 0: no limit is said
}

// limited adds the published limits to the problem. Tasks stand in the order in which
// food passes through them, so that one walk is enough.
func (d *draft) limited() {
	into, out := map[int][]waited{}, map[int][]waited{}
	for _, w := range d.waited {
		into[w.to], out[w.from] = append(into[w.to], w), append(out[w.from], w)
	}
	open := map[int][]stretch{} // by task: the stretches that go on after it
	for i := range d.works {
		var here []stretch
		for _, w := range into[i] {
			here = append(here, d.since(w, open)...)
		}
		open[i] = d.closed(i, here, out[i])
		d.reheated(i, into[i], out[i])
	}
}

// since are the stretches that a wait goes on with, or begins. A wait that has to be
// longer than the limit is spent somewhere that nobody has said; it is told, and it is
// not for the plan to say where.
func (d *draft) since(w waited, open map[int][]stretch) (list []stretch) {
	from := d.works[w.from]
	if !perishable(d.in.Components[from.component]) || d.in.control(w.wait, d.held) != "" {
		return nil
	}
	if l, is := limits.OutOfControl(d.held, ""); is && w.wait.Least >= l.Within {
		return nil
	}
	most := int64(-1)
	if w.wait.Most != nil && !w.wait.Soft {
		most = *w.wait.Most
	}
	for _, s := range open[w.from] {
		if s.most >= 0 && most >= 0 {
			s.most += most + d.problem.Tasks[w.from].Duration
		} else {
			s.most = -1
		}
		list = append(list, s)
	}
	if list != nil {
		return list
	}
	s := stretch{from: w.from, most: most, after: limits.Cold}
	if d.in.heats(from.step) {
		s.after = limits.Hot
	}
	return []stretch{s}
}

// closed ends the stretches that come to an end at a task: on the heat, in the cold,
// on the plate, or by the wait after it. The others go on.
func (d *draft) closed(i int, here []stretch, out []waited) (goOn []stretch) {
	w := d.works[i]
	next := limits.Kind("")
	for k, o := range out {
		if kind := d.in.control(o.wait, d.held); k == 0 || kind == "" {
			next = kind
		}
	}
	seen := map[stretch]bool{}
	for _, s := range here {
		if s = (stretch{s.from, s.after, s.most}); seen[s] {
			continue
		}
		seen[s] = true
		first, whole, staged := limits.Stages(d.held)
		cools := staged && s.after == limits.Hot
		switch {
		case w.placed() || d.in.heats(w.step):
			d.outOfControl(s, i, schedule.Start)
		case cools && d.in.chills(w.step):
			d.publish(first, s, i, schedule.Start)
			d.publish(whole, s, i, schedule.End)
		case cools && (next == limits.Cold || next == limits.Freeze):
			d.publish(first, s, i, schedule.End)
		case d.in.chills(w.step):
			d.outOfControl(s, i, schedule.Start)
		case next != "" || len(out) == 0:
			d.outOfControl(s, i, schedule.End)
		default:
			goOn = append(goOn, s)
		}
	}
	return goOn
}

func (d *draft) outOfControl(s stretch, to int, at schedule.Anchor) {
	if l, is := limits.OutOfControl(d.held, s.after); is {
		d.publish(l, s, to, at)
	}
}

// publish adds a limit from the end of a stretch's first task, where what the waits
// themselves allow does not keep it anyway.
func (d *draft) publish(l limits.Limit, s stretch, to int, at schedule.Anchor) {
	lasts := int64(0)
	link := schedule.Link{From: d.id(s.from), To: d.id(to), ToAt: at, Min: ptr(-d.works[s.from].wash), Max: ptr(l.Within - d.works[s.from].wash)}
	if at == schedule.End {
		lasts = d.problem.Tasks[to].Duration
		*link.Max += d.works[to].wash
	}
	if s.most >= 0 && s.most+lasts <= l.Within {
		return
	}
	if at == schedule.Start {
		link.ToAt = ""
	}
	d.published[len(d.problem.Links)] = l
	d.problem.Links = append(d.problem.Links, link)
}

// reheated limits how long food that was cooked, and then cold, takes on the heat
// before it is held hot.
func (d *draft) reheated(i int, into, out []waited) {
	w := d.works[i]
	l, is := limits.ToReheat(d.held)
	if !is || !d.in.heats(w.step) || !perishable(d.in.Components[w.component]) || !d.in.cookedBefore(d.in.Components[w.component], w.step.ID) {
		return
	}
	wasCold := len(into) == 0 || slices.ContainsFunc(into, func(o waited) bool {
		kind := d.in.control(o.wait, d.held)
		return kind == limits.Cold || kind == limits.Freeze
	})
	if wasCold && slices.ContainsFunc(out, func(o waited) bool { return d.in.control(o.wait, d.held) == limits.Hot }) {
		d.published[len(d.problem.Links)] = l
		d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(i), To: d.id(i), FromAt: schedule.Start, ToAt: schedule.End, Max: ptr(l.Within + w.wash)})
	}
}
