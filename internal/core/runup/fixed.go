package runup

import (
	"fmt"
	"slices"

	"jointime/internal/core/schedule"
)

// fix keeps steps at the times that the chef gave them, by the cook that they were
// given to. The time is a strict limit, not a window: where it cannot be, the plan is
// still there and says so.
func (d *draft) fix() {
	for _, f := range d.in.Service.Fixed {
		i := d.index(f.ID)
		at, ok := f.On(d.day)
		if i < 0 || !ok {
			d.lost = append(d.lost, f)
			continue
		}
		t := &d.problem.Tasks[i]
		start := d.seconds(at)
		if start < d.problem.Horizon[0] || start+t.Duration > d.problem.Horizon[1] {
			d.lost = append(d.lost, f)
			continue
		}
		if t.Earliest == nil || *t.Earliest < start {
			t.Earliest = &start
		}
		t.Latest = ptr(start + t.Duration)
		d.fixed[i] = f
		if len(t.Uses) > 0 && slices.Contains(t.Uses[0].OneOf, "cook."+f.Cook) && d.there(f.Cook, schedule.Span{start, *t.Latest}) {
			t.Uses[0].OneOf = []string{"cook." + f.Cook}
		}
	}
	d.problem.Targets = slices.DeleteFunc(d.problem.Targets, func(t schedule.Target) bool {
		i := d.index(t.Task)
		_, is := d.fixed[i]
		return is && !d.works[i].placed() // it has its time; another one would only count against it
	})
}

// there tells whether a cook is on shift for all of a stretch.
func (d *draft) there(cook string, s schedule.Span) bool {
	for n, c := range d.in.Kitchen.Cooks {
		if c.ID == cook {
			return slices.ContainsFunc(d.problem.Resources[n].Windows, func(w schedule.Span) bool { return w.Holds(s) })
		}
	}
	return false
}

// lostClashes say what was fixed and is no longer in the plan.
func (d *draft) lostClashes() (out []Clash) {
	for _, f := range d.lost {
		out = append(out, Clash{What: fmt.Sprintf("What was kept at %s is no step of this plan any more: %s.", f.Clock, f.ID), Advice: "let it go"})
	}
	return out
}

// unfixed says that a step cannot be at the time that it was given.
func (r *reading) unfixed(b schedule.Breach) (Clash, bool) {
	i := r.index(b.Task)
	f, is := r.fixed[i]
	if !is {
		return Clash{}, false
	}
	return Clash{What: fmt.Sprintf("%s was kept at %s and is at %s.", r.callOne(i), f.Clock, r.clock(r.plan.Tasks[i].Start)), Advice: "let it go, or free what it needs", Bar: &i, Strict: true}.because(r, i), true
}

func (d *draft) isFixed(i int) bool {
	_, is := d.fixed[i]
	return is
}
