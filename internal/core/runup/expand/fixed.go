package expand

import (
	"slices"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// fix keeps steps at the times that the chef gave them, by the cook that they were
// given to. The time is a strict limit, not a window: where it cannot be, the plan is
// still there and says so.
func (b *builder) fix() {
	for _, f := range b.In.Service.Fixed {
		i := b.index(f.ID)
		at, ok := f.On(b.Day)
		if i < 0 || !ok {
			b.of.Lost = append(b.of.Lost, work.Lost{ID: f.ID, Clock: f.Clock})
			continue
		}
		t := &b.problem.Tasks[i]
		start := b.Seconds(at)
		if start < b.problem.Horizon[0] || start+t.Duration > b.problem.Horizon[1] {
			b.of.Lost = append(b.of.Lost, work.Lost{ID: f.ID, Clock: f.Clock})
			continue
		}
		if t.Earliest == nil || *t.Earliest < start {
			t.Earliest = &start
		}
		t.Latest = ptr(start + t.Duration)
		b.of.Work[i].Fixed = f.Clock
		if len(t.Uses) > 0 && slices.Contains(t.Uses[0].OneOf, "cook."+f.Cook) && b.there(f.Cook, schedule.Span{start, *t.Latest}) {
			t.Uses[0].OneOf = []string{"cook." + f.Cook}
		}
	}
	for i := range b.problem.Tasks {
		if b.of.Work[i].Fixed != "" {
			left := waysToPins
			b.allowed(i, i, 0, nil, &left)
		}
	}
	b.problem.Targets = slices.DeleteFunc(b.problem.Targets, func(t schedule.Target) bool {
		w := b.of.Work[b.index(t.Task)]
		return w.Fixed != "" && !w.Placed() // it has its time; another one would only count against it
	})
}

// waysToPins bounds how many waits are followed from a pinned step to others.
const waysToPins = 2000

// allowed puts a price on the waits between a step that is pinned and another one that is pinned
// further off than they allow: what the chef pinned stays, and what it passes is told. It goes
// on from a task that begins at most so many seconds after the pinned one ends, along the waits of
// the food, until as many ways are looked at as are left: batches that all feed all others make many.
func (b *builder) allowed(pinned, at int, most int64, along []int, left *int) {
	for e, l := range b.problem.Links {
		if l.From != b.id(at) || l.Max == nil || l.FromAt == schedule.Start || l.ToAt == schedule.End || b.of.Links[e].Limit != nil || slices.Contains(along, e) {
			continue
		}
		to := b.index(l.To)
		if *left--; *left < 0 || b.of.Work[to].Placed() {
			continue
		}
		way, reach := append(slices.Clone(along), e), most+*l.Max
		if b.of.Work[to].Fixed == "" {
			b.allowed(pinned, to, reach+b.problem.Tasks[to].Duration, way, left)
			continue
		}
		if *b.problem.Tasks[to].Earliest-*b.problem.Tasks[pinned].Latest > reach {
			for _, e := range way {
				b.problem.Links[e].Over = ptr(priceSoftWait)
			}
		}
	}
}

// there tells whether a cook is on shift for all of a stretch.
func (b *builder) there(cook string, s schedule.Span) bool {
	return slices.ContainsFunc(b.problem.Resources, func(r schedule.Resource) bool {
		return r.ID == "cook."+cook && slices.ContainsFunc(r.Windows, func(w schedule.Span) bool { return w.Holds(s) })
	})
}
