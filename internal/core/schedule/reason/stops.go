package reason

import (
	"iter"
	"slices"

	"jointime/internal/core/schedule"
)

// Breaks are the rules that are broken, or get worse, when task i moves by so many
// seconds and all others stay: hard rules and hours first, for they are the
// better reasons.
func (s *Scene) Breaks(i int, by int64) iter.Seq[Stop] {
	t, at := s.p.Tasks[i], s.plan.Tasks[i]
	return func(yield func(Stop) bool) {
		defer s.move(by, i)()
		tell := func(stop Stop) bool { return stop.Rule == Nothing || yield(stop) }
		for _, rule := range s.limitStops(i, by) {
			if !yield(Stop{Rule: rule, Other: -1, Link: -1}) {
				return
			}
		}
		for _, e := range s.linksOf[i] {
			if !tell(s.minStops(e, i, by)) {
				return
			}
		}
		if s.missesTarget(i, by) && !yield(Stop{Rule: Target, Other: -1, Link: -1}) {
			return
		}
		for k, u := range t.Uses {
			if !s.resourceStops(at.Resources[k], u, parts(t, u, at.Start+by), asker{i, -1}, yield) {
				return
			}
		}
		for _, e := range s.linksOf[i] {
			if !s.waitStops(e, i, by, yield) {
				return
			}
		}
		if s.spreads(i, by) {
			yield(Stop{Rule: Together, Other: -1, Link: -1})
		}
	}
}

// first is the first of the rules that stop a task from moving so far.
func (s *Scene) first(i int, by int64) Stop {
	for stop := range s.Breaks(i, by) {
		return stop
	}
	return Stop{Other: -1, Link: -1}
}

// limitStops judges the task by itself.
func (s *Scene) limitStops(i int, by int64) (out []Rule) {
	t, at := s.p.Tasks[i], s.plan.Tasks[i]
	start, end := at.Start+by, at.End+by
	if start < s.p.Horizon[0] || end > s.p.Horizon[1] {
		out = append(out, Horizon)
	}
	if t.Earliest != nil && start < *t.Earliest {
		out = append(out, Earliest)
	}
	if t.Latest != nil && end > max(*t.Latest, at.End) {
		out = append(out, Latest)
	}
	return out
}

// missesTarget reports whether a target that costs is missed by more than now.
func (s *Scene) missesTarget(i int, by int64) bool {
	now := s.plan.Tasks[i].End
	for _, g := range s.targets[i] {
		late := g.Late > 0 && now+by > max(g.At, now)
		early := g.Early > 0 && now+by < min(g.At, now)
		if late || early {
			return true
		}
	}
	return false
}

// spreads reports whether tasks that should end together end further apart
// than they may, and than now.
func (s *Scene) spreads(i int, by int64) bool {
	id, now := s.p.Tasks[i].ID, s.plan.Tasks[i].End
	for _, g := range s.p.Together {
		if g.Within == nil || !slices.Contains(g.Tasks, id) {
			continue
		}
		first, last := s.ends(g, id)
		if max(last, now+by)-min(first, now+by) > max(*g.Within, max(last, now)-min(first, now)) {
			return true
		}
	}
	return false
}

// moved is a link's gap before and after task i moves, what is held then, and
// the task at its other end; -1 for a link of a task with itself.
func (s *Scene) moved(e, i int, by int64) (old, gap int64, held schedule.Span, other int) {
	l := s.p.Links[e]
	from, to := s.index[l.From], s.index[l.To]
	old = s.gap(l)
	switch {
	case from == to:
		return old, old, schedule.Span{}, -1
	case from == i:
		return old, old - by, schedule.Span{s.plan.Tasks[from].End + by, s.plan.Tasks[to].Start}, to
	}
	return old, old + by, schedule.Span{s.plan.Tasks[from].End, s.plan.Tasks[to].Start + by}, from
}

func (s *Scene) minStops(e, i int, by int64) Stop {
	_, gap, _, other := s.moved(e, i, by)
	if other >= 0 && gap < s.p.Links[e].Least() {
		return Stop{Rule: LinkMin, Other: other, Link: e}
	}
	return Stop{}
}

// waitStops judges the longest wait and what is held meanwhile.
func (s *Scene) waitStops(e, i int, by int64, yield func(Stop) bool) bool {
	old, gap, held, other := s.moved(e, i, by)
	l := s.p.Links[e]
	if other >= 0 && l.Max != nil && gap > max(*l.Max, old) && !yield(Stop{Rule: LinkMax, Other: other, Link: e}) {
		return false
	}
	for h, u := range l.Holds {
		if held[0] < held[1] && !s.resourceStops(s.held[e][h], u, []schedule.Span{held}, asker{i, e}, yield) {
			return false
		}
	}
	return true
}

// asker is a task that asks for a resource, for itself or, with a link, for a wait of its.
type asker struct{ task, link int }

func (s *Scene) resourceStops(id string, u schedule.Use, spans []schedule.Span, who asker, yield func(Stop) bool) bool {
	r := s.resource[id]
	spans = slices.DeleteFunc(slices.Clone(spans), func(x schedule.Span) bool { return x[0] >= x[1] })
	if len(spans) == 0 {
		return true
	}
	whole := schedule.Span{spans[0][0], spans[len(spans)-1][1]}
	if r.Windows != nil && !slices.ContainsFunc(r.Windows, func(w schedule.Span) bool { return w.Holds(whole) }) {
		if !yield(Stop{Rule: Window, Other: -1, Link: -1, Resource: id}) {
			return false
		}
	}
	for _, x := range spans {
		for _, stop := range []Stop{s.settingStops(r, u, x, who.task), s.loadStops(r, u, x, who)} {
			if stop.Rule != Nothing && !yield(stop) {
				return false
			}
		}
	}
	return true
}

func (s *Scene) settingStops(r *schedule.Resource, u schedule.Use, x schedule.Span, i int) Stop {
	if r.Setting == nil {
		return Stop{}
	}
	if heat := r.Setting.Pause(r.Setting.Initial, *u.Setting); !u.Settle && x[0] < s.p.Horizon[0]+heat {
		return Stop{Rule: Pause, Other: -1, Link: -1, Resource: r.ID, Pause: heat}
	}
	for _, o := range s.taken[r.ID] {
		if s.own(o, i) {
			continue
		}
		before, after := s.pauses(r, u, o)
		apart := *o.setting - *u.Setting
		switch {
		case o.span.Overlaps(x):
			if max(apart, -apart) > r.Setting.Tolerance {
				return Stop{Rule: Pause, Other: o.task, Link: -1, Resource: r.ID, Pause: max(before, after)}
			}
		case x[1] <= o.span[0] && o.span[0]-x[1] < before:
			return Stop{Rule: Pause, Other: o.task, Link: -1, Resource: r.ID, Pause: before}
		case o.span[1] <= x[0] && x[0]-o.span[1] < after:
			return Stop{Rule: Pause, Other: o.task, Link: -1, Resource: r.ID, Pause: after}
		}
	}
	return Stop{}
}

// loadStops adds up what the others take at each opening inside the span.
func (s *Scene) loadStops(r *schedule.Resource, u schedule.Use, x schedule.Span, who asker) Stop {
	for _, o := range s.taken[r.ID] {
		at := s.shifted(o)
		if s.is(o, who) || !at.Overlaps(x) {
			continue
		}
		if load, other := s.load(r.ID, max(at[0], x[0]), who); load+u.Need() > r.Capacity && other >= 0 {
			return Stop{Rule: Busy, Other: other, Link: -1, Resource: r.ID}
		}
	}
	return Stop{}
}

// load is what is taken at a moment beside what is asked for, and one that takes it and does not
// move as far, or not all of it, another one if there is one; below 0: none.
func (s *Scene) load(resource string, at int64, who asker) (load int64, other int) {
	other = -1
	another := false
	for _, q := range s.taken[resource] {
		span := s.shifted(q)
		if s.is(q, who) || at < span[0] || span[1] <= at {
			continue
		}
		load += q.units
		switch own := s.of(q, who.task); {
		case another || span == q.span.Shift(s.by):
		case !own:
			other, another = q.task, true
		case other < 0 && q.link >= 0:
			if other = q.task; other == who.task {
				other = s.index[s.p.Links[q.link].To]
			}
		}
	}
	return load, other
}
