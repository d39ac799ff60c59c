// Package short says what is missing where no plan was found: which resource would have to
// have how much more, and when.
//
// The problem is solved once more with a second one of each resource, that is always there,
// always at the right temperature and never full, and costs as much as the seconds that are
// worked on it; what else costs something is left out. What the plan does there is what is
// short: with so much more, there is that plan. It is a relaxation that a search has solved:
// with less there may be one too, and nothing is proven.
package short

import (
	"cmp"
	"context"
	"maps"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/solve"
)

// Shortage is what is missing of one resource, in a stretch.
type Shortage struct {
	Resource string // id
	Units    int64  // that would be needed at once, beyond what there is
	Seconds  int64  // of work that found no place on it
	Span     schedule.Span
	Tasks    []string // that found none; of a hold, the one before it
}

// more marks the second one of a resource; ids of resources of a problem end otherwise.
const more = "\x00more"

// dearest is the most that a use may cost.
const dearest = 1_000_000

// Of finds what is short, what is missing most in front; nothing where not even a second one
// of everything helps, or the context ended before that was known.
func Of(ctx context.Context, p schedule.Problem, o solve.Options) []Shortage {
	o.From, o.Stay, o.Found = nil, nil, nil
	plan, err := solve.Solve(ctx, relaxed(p), o)
	if err != nil {
		return nil
	}
	return read(p, plan)
}

// relaxed is a problem with a second one of each resource, and without what only costs.
func relaxed(p schedule.Problem) schedule.Problem {
	q := schedule.Problem{Name: p.Name, Horizon: p.Horizon, Resources: slices.Clone(p.Resources), Tasks: slices.Clone(p.Tasks), Links: slices.Clone(p.Links)}
	units := int64(1)
	for i := range q.Tasks {
		t := &q.Tasks[i]
		t.Latest, t.LatestOver = nil, nil
		t.Uses = slices.Clone(t.Uses)
		for k := range t.Uses {
			t.Uses[k] = second(t.Uses[k], worked(t.Uses[k], t.Duration))
			units += t.Uses[k].Need()
		}
	}
	for i := range q.Links {
		l := &q.Links[i]
		l.Max, l.Over, l.Weight = nil, nil, 0
		l.Holds = slices.Clone(l.Holds)
		for k := range l.Holds {
			l.Holds[k] = second(l.Holds[k], max(1, l.Least()))
			units += l.Holds[k].Need()
		}
	}
	for _, r := range p.Resources {
		also := schedule.Resource{ID: r.ID + more, Capacity: min(units, 1_000_000)}
		if r.Setting != nil {
			also.Setting = &schedule.Setting{Initial: r.Setting.Initial, Tolerance: 1000}
		}
		q.Resources = append(q.Resources, also)
	}
	return q
}

// worked is for how many seconds a use has its units, together.
func worked(u schedule.Use, dur int64) (sum int64) {
	for _, s := range u.Parts(dur) {
		sum += u.Need() * (s[1] - s[0])
	}
	return sum
}

// second lets a use take the second one of each of its resources.
func second(u schedule.Use, costs int64) schedule.Use {
	u.OneOf = slices.Clone(u.OneOf)
	u.Costs, u.Keep = map[string]int64{}, nil
	for _, id := range u.OneOf[:len(u.OneOf):len(u.OneOf)] {
		u.OneOf = append(u.OneOf, id+more)
		u.Costs[id+more] = min(dearest, costs)
	}
	return u
}

// taking is what a plan does on a second one.
type taking struct {
	task  string
	span  schedule.Span
	units int64
}

// read sums up what a plan does on the second ones.
func read(p schedule.Problem, plan schedule.Plan) []Shortage {
	on := map[string][]taking{}
	add := func(task, id string, units int64, s schedule.Span) {
		if name := id[:max(0, len(id)-len(more))]; id == name+more && s[0] < s[1] {
			on[name] = append(on[name], taking{task, s, units})
		}
	}
	for i, t := range plan.Tasks {
		for k, u := range p.Tasks[i].Uses {
			for _, s := range u.Parts(t.End - t.Start) {
				add(t.ID, t.Resources[k], u.Need(), s.Shift(t.Start))
			}
		}
	}
	end := map[string]int64{}
	for _, t := range plan.Tasks {
		end[t.ID] = t.End
	}
	for _, l := range plan.Links {
		for k, u := range p.Links[l.Link].Holds {
			add(l.From, l.Resources[k], u.Need(), schedule.Span{end[l.From], end[l.From] + l.Gap})
		}
	}
	var out []Shortage
	for _, id := range slices.Sorted(maps.Keys(on)) {
		out = append(out, sum(id, on[id]))
	}
	slices.SortStableFunc(out, func(a, b Shortage) int { return cmp.Compare(b.Seconds, a.Seconds) })
	return out
}

func sum(id string, all []taking) Shortage {
	s := Shortage{Resource: id, Span: all[0].span}
	for _, t := range all {
		if !slices.Contains(s.Tasks, t.task) {
			s.Tasks = append(s.Tasks, t.task)
		}
		s.Seconds += t.units * (t.span[1] - t.span[0])
		s.Span = schedule.Span{min(s.Span[0], t.span[0]), max(s.Span[1], t.span[1])}
		at := int64(0)
		for _, o := range all {
			if o.span[0] <= t.span[0] && t.span[0] < o.span[1] {
				at += o.units
			}
		}
		s.Units = max(s.Units, at)
	}
	return s
}
