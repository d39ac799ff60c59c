package runup

import (
	"cmp"
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
)

// resources are the cooks in their shifts and the equipment of the kitchen, without
// the hours in which they are not to be had.
func (d *draft) resources() {
	for _, c := range d.in.Kitchen.Cooks {
		d.cooks = append(d.cooks, "cook."+c.ID)
		d.problem.Resources = append(d.problem.Resources, schedule.Resource{ID: "cook." + c.ID, Capacity: 1, Windows: without(d.spansOf(c.Shifts), d.away(c.Away))})
	}
	for _, e := range d.in.Kitchen.Equipment {
		r := schedule.Resource{ID: e.ID, Capacity: int64(e.Places)}
		if h := e.Heating; h != nil {
			r.Setting = &schedule.Setting{Initial: int64(h.Cold), Up: int64(h.Up), Down: int64(h.Down), Tolerance: int64(h.Tolerance)}
		}
		if len(e.Away) > 0 {
			r.Windows = without([]schedule.Span{d.problem.Horizon}, d.away(e.Away))
		}
		d.kinds[e.Kind] = append(d.kinds[e.Kind], e.ID)
		d.problem.Resources = append(d.problem.Resources, r)
	}
}

// spansOf are shifts on every day of the plan, in seconds from its origin.
func (d *draft) spansOf(shifts []kitchen.Shift) []schedule.Span {
	out := []schedule.Span{}
	for day := d.origin.AddDate(0, 0, -1); !day.After(d.day); day = day.AddDate(0, 0, 1) {
		for _, s := range shifts {
			if span, ok := d.onDay(day, s); ok {
				out = append(out, span)
			}
		}
	}
	return out
}

func (d *draft) onDay(day time.Time, s kitchen.Shift) (schedule.Span, bool) {
	from, ok := clockOn(day, 0, s.From)
	to, ok2 := clockOn(day, 0, s.To)
	if !to.After(from) {
		to, _ = clockOn(day, -1, s.To)
	}
	return schedule.Span{d.seconds(from), d.seconds(to)}, ok && ok2
}

// away are the stretches in which something is not to be had.
func (d *draft) away(list []kitchen.Away) (out []schedule.Span) {
	for _, a := range list {
		if a.Day == "" {
			out = append(out, d.spansOf([]kitchen.Shift{a.Shift})...)
			continue
		}
		if day, err := time.ParseInLocation(service.DayLayout, a.Day, d.in.Zone); err == nil {
			if span, ok := d.onDay(day, a.Shift); ok {
				out = append(out, span)
			}
		}
	}
	return out
}

// without cuts some stretches out of others.
func without(spans, cuts []schedule.Span) []schedule.Span {
	out := slices.Clone(spans)
	for _, c := range cuts {
		next := []schedule.Span{}
		for _, s := range out {
			if !s.Overlaps(c) {
				next = append(next, s)
				continue
			}
			for _, part := range []schedule.Span{{s[0], min(s[1], c[0])}, {max(s[0], c[1]), s[1]}} {
				if part[0] < part[1] {
					next = append(next, part)
				}
			}
		}
		out = next
	}
	slices.SortFunc(out, func(a, b schedule.Span) int { return cmp.Compare(a[0], b[0]) })
	return out
}
