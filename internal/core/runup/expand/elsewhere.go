package expand

import (
	"cmp"
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// What another service of the kitchen has booked is one task as long as the horizon, with a
// slice for each booking: it has one start, and nothing of it moves. What no longer fits the
// kitchen, or a service that was there before it, is left out: two services that want the same
// are told of each other by their run-ups.

// elsewhere puts in what the day has, and what other services have booked.
func (b *builder) elsewhere() {
	board := map[string][]taken{}
	for _, e := range b.In.Kitchen.Day {
		b.event(e, board)
	}
	for _, o := range b.In.Elsewhere {
		b.of.Around = append(b.of.Around, work.Around{Service: o.Service, Name: o.Name})
		if b.excluded.Alone {
			continue
		}
		o.Bookings = b.serving(o)
		b.of.Around[len(b.of.Around)-1].Partly = b.stand("elsewhere."+o.Service, work.Elsewhere, o, board)
	}
	b.of.Alone = b.excluded.Alone && len(b.of.Around) > 0
}

// serving are bookings of another service by which a cook who is on its plates has no hands for
// this one between two of them: prep for tomorrow is not done during tonight’s service. Two
// services at the same time do share their cooks.
func (b *builder) serving(o demand.Elsewhere) []demand.Booking {
	first, last := b.hours()
	if len(b.Courses) == 0 || first.Add(-demand.Rush).Before(o.Rush[1]) && o.Rush[0].Before(last) {
		return o.Bookings
	}
	on := map[string]*[2]demand.Booking{} // the first of a cook, and the last
	var out, cooks []demand.Booking
	for _, x := range o.Bookings {
		if !b.isCook(x.Resource) || x.From.Before(o.Rush[0]) || x.To.After(o.Rush[1]) {
			out = append(out, x)
			continue
		}
		switch all := on[x.Resource]; {
		case all == nil:
			on[x.Resource] = &[2]demand.Booking{x, x}
		case x.From.Before(all[0].From):
			all[0] = x
		case x.To.After(all[1].To):
			all[1] = x
		}
	}
	for _, id := range b.cooks {
		if x := on[id]; x != nil {
			first, last := x[0], x[1]
			if first.To = last.From; first.From.Before(last.From) {
				cooks = append(cooks, first)
			}
			last.Settle = true // they are on plates all the time
			cooks = append(cooks, last)
		}
	}
	return append(cooks, out...)
}

func (b *builder) isCook(resource string) bool { return slices.Contains(b.cooks, resource) }

// event puts in a line of the day, for each cook whom it takes: on every day of the plan, or
// before or after this service.
func (b *builder) event(e kitchen.Event, board map[string][]taken) {
	o, kind := demand.Elsewhere{Name: e.Name}, work.Elsewhere
	add := func(from time.Time) {
		for _, c := range b.In.Kitchen.Cooks {
			if e.Takes(c.ID) {
				o.Bookings = append(o.Bookings, demand.Booking{Resource: "cook." + c.ID, From: from, To: from.Add(time.Duration(e.Minutes) * time.Minute), Units: 1})
			}
		}
	}
	first, last := b.hours()
	switch {
	case e.Before != nil && e.Has(b.Day) && len(b.Courses) > 0:
		kind = work.Event
		add(first.Add(-time.Duration(*e.Before) * time.Minute))
	case e.After != nil && e.Has(b.Day) && len(b.Courses) > 0:
		kind = work.Event
		add(last.Add(time.Duration(*e.After) * time.Minute))
	case e.From != "":
		for day := b.Origin; !day.After(b.Day); day = day.AddDate(0, 0, 1) {
			if at, ok := clockOn(day, 0, e.From); ok && e.Has(day) {
				add(at)
			}
		}
	}
	if len(o.Bookings) == 0 {
		return
	}
	if b.excluded.NoDay {
		b.of.Over = append(b.of.Over, e.Name)
		return
	}
	b.stand("day."+e.ID, kind, o, board)
}

// hours are that of the first course, and that at which the last one has left.
func (b *builder) hours() (first, last time.Time) {
	for k, c := range b.Courses {
		if k == 0 || c.At.Before(first) {
			first = c.At
		}
		if end := c.At.Add(time.Duration(b.In.Service.Spread()) * time.Second); end.After(last) {
			last = end
		}
	}
	return first, last
}

// stand puts bookings in as one task; partly says that there was no room for some of them.
func (b *builder) stand(id string, kind work.Kind, o demand.Elsewhere, board map[string][]taken) (partly bool) {
	uses, partly := b.booked(o, board)
	if len(uses) > 0 {
		b.task(schedule.Task{ID: id, Duration: b.problem.Horizon[1] - b.problem.Horizon[0], Uses: uses},
			work.Work{Kind: kind, Name: o.Name, For: []string{}, Scope: work.Scope{Serving: -1}}, nil)
	}
	return partly
}

// taken is a part of a booking, within the horizon and one window.
type taken struct {
	span    schedule.Span
	window  int
	units   int64
	setting *int64
	settle  bool
}

// booked are the uses of what a service has booked, beside what stands on the board, which
// they are put on. Partly says that there was no room for some of it.
func (b *builder) booked(o demand.Elsewhere, board map[string][]taken) (uses []schedule.Use, partly bool) {
	for _, r := range b.problem.Resources {
		var own []taken
		for _, x := range o.Bookings {
			if x.Setting == nil && b.isCook(r.ID) {
				x.Setting = ptr(b.In.Kitchen.PassAt())
			}
			if x.Resource != r.ID || (x.Setting == nil) != (r.Setting == nil) {
				continue
			}
			for _, t := range b.clipped(x, r) {
				others := slices.Concat(board[r.ID], own)
				if b.isCook(r.ID) { // who is booked for two things gets from one to the other
					t.settle = t.settle || slices.ContainsFunc(others, func(o taken) bool { return !bear(*r.Setting, o, t) })
					others = settled(others)
				}
				parts := besides(t, r, others)
				own = append(own, parts...)
				partly = partly || sum(parts) < sum([]taken{t})
			}
		}
		board[r.ID] = append(board[r.ID], own...)
		uses = append(uses, usesOf(r.ID, own)...)
	}
	return uses, partly
}

// settled are bookings that need no pause between them.
func settled(list []taken) []taken {
	list = slices.Clone(list)
	for i := range list {
		list[i].settle, list[i].setting = true, nil
	}
	return list
}

// sum is of units and seconds.
func sum(list []taken) (n int64) {
	for _, t := range list {
		n += t.units * (t.span[1] - t.span[0])
	}
	return n
}

// clipped are the parts of a booking in the windows of its resource. What had begun when the
// horizon opens, or so early that nothing could have been heated for it, was hot by then.
func (b *builder) clipped(x demand.Booking, r schedule.Resource) (out []taken) {
	windows := r.Windows
	if windows == nil {
		windows = []schedule.Span{b.problem.Horizon}
	}
	for k, w := range windows {
		t := taken{schedule.Span{max(b.Seconds(x.From), w[0], b.problem.Horizon[0]), min(b.Seconds(x.To), w[1], b.problem.Horizon[1])}, k, x.Units, x.Setting, x.Settle}
		if t.span[0] >= t.span[1] {
			continue
		}
		if r.Setting != nil && t.span[0] < b.problem.Horizon[0]+r.Setting.Pause(r.Setting.Initial, *x.Setting) {
			t.settle = true
		}
		out = append(out, t)
	}
	return out
}

// besides is what of a booking there is room for beside others on its resource: none of it
// where they need another setting.
func besides(t taken, r schedule.Resource, others []taken) (out []taken) {
	cuts := []int64{t.span[0], t.span[1]}
	for _, o := range others {
		if r.Setting != nil && o.setting != nil && !bear(*r.Setting, o, t) {
			return nil
		}
		for _, at := range o.span {
			if t.span[0] < at && at < t.span[1] {
				cuts = append(cuts, at)
			}
		}
	}
	slices.Sort(cuts)
	cuts = slices.Compact(cuts)
	for k := range cuts[1:] {
		part := t
		part.span, part.units = schedule.Span{cuts[k], cuts[k+1]}, r.Capacity
		for _, o := range others {
			if o.span.Overlaps(part.span) {
				part.units -= o.units
			}
		}
		if part.units = min(part.units, t.units); part.units > 0 {
			out = append(out, part)
		}
	}
	return out
}

// bear tells whether two bookings go together on a resource with a setting.
func bear(set schedule.Setting, a, b taken) bool {
	if a.span.Overlaps(b.span) {
		apart := *a.setting - *b.setting
		return max(apart, -apart) <= set.Tolerance
	}
	if a.span[0] > b.span[0] {
		a, b = b, a
	}
	return b.settle || b.span[0]-a.span[1] >= set.Pause(*a.setting, *b.setting)
}

// usesOf are bookings as uses: one for those that are alike, with a slice for each.
func usesOf(resource string, own []taken) (uses []schedule.Use) {
	type kind struct {
		window         int
		units, setting int64
		settle         bool
	}
	of := func(t taken) kind {
		k := kind{t.window, t.units, 0, t.settle}
		if t.setting != nil {
			k.setting = *t.setting
		}
		return k
	}
	slices.SortStableFunc(own, func(a, b taken) int { return cmp.Compare(a.span[0], b.span[0]) })
	place := map[kind]int{}
	for _, t := range own {
		k, known := place[of(t)]
		if known && uses[k].Slices[len(uses[k].Slices)-1][1] > t.span[0] { // two at once are two uses
			known = false
		}
		if !known {
			k = len(uses)
			place[of(t)] = k
			uses = append(uses, schedule.Use{OneOf: []string{resource}, Units: t.units, Setting: t.setting, Settle: t.settle, Slices: []schedule.Span{}})
		}
		uses[k].Slices = append(uses[k].Slices, t.span)
	}
	return uses
}
