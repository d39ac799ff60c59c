package clash

import (
	"context"
	"errors"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/prove"
	"jointime/internal/core/schedule/solve"
)

// answer is whether some requirements can be kept.
type answer int

const (
	unknown answer = iota // no plan was found
	yes
	no // proven
)

// can says whether the limit and some requirements can be kept, and how.
func (a *asked) can(ctx context.Context, in []bool) (answer, *schedule.Plan) {
	if can, plan := a.proof(ctx, in, a.o.Branchings); can != unknown {
		return can, plan
	}
	p := a.with(in)
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: a.o.Rounds, Seed: a.o.Seed})
	var none *solve.Impossible
	switch {
	case errors.As(err, &none):
		return no, nil
	case err == nil && plan.Violation == 0:
		return yes, a.told(plan)
	}
	return unknown, nil
}

// proof branches only.
func (a *asked) proof(ctx context.Context, in []bool, branchings int) (answer, *schedule.Plan) {
	switch v, plan := prove.Limits(ctx, a.with(in), branchings); v {
	case prove.Kept:
		return yes, a.told(plan)
	case prove.Cannot:
		return no, nil
	}
	return unknown, nil
}

// told is a plan in the terms of the problem, where it speaks of all that the problem does.
func (a *asked) told(plan schedule.Plan) *schedule.Plan {
	if len(plan.Tasks) != len(a.p.Tasks) {
		return nil
	}
	for i, t := range plan.Tasks {
		if len(t.Resources) != len(a.p.Tasks[i].Uses) {
			return nil
		}
	}
	out := check.Measured(a.p, plan)
	return &out
}

// with is a problem of the limit and some of the requirements alone, all of them strict.
func (a *asked) with(in []bool) schedule.Problem {
	q := schedule.Problem{Name: a.p.Name, Horizon: a.p.Horizon, Resources: slices.Clone(a.p.Resources), Tasks: slices.Clone(a.p.Tasks), Links: slices.Clone(a.p.Links)}
	a.bare(&q)
	a.keepLimit(&q)
	for k, r := range a.all {
		if in[k] {
			a.put(&q, r)
		}
	}
	a.putHolds(&q, in)
	if !slices.Contains(in, false) {
		return q
	}
	return small(q)
}

// bare takes from a problem all that is a requirement.
func (a *asked) bare(q *schedule.Problem) {
	for i := range q.Tasks {
		t := &q.Tasks[i]
		t.Earliest, t.Latest, t.LatestOver = nil, nil, nil
		t.Uses = nil
		for _, u := range a.p.Tasks[i].Uses { // in their places, and taking nothing
			u.Slices, u.Costs, u.Keep, u.Same = []schedule.Span{}, nil, nil, ""
			t.Uses = append(t.Uses, u)
		}
	}
	for e := range q.Links {
		l := &q.Links[e]
		l.Min, l.Max, l.Over, l.Weight, l.Holds = num(never), nil, nil, 0, nil
	}
	for r := range q.Resources {
		x := &q.Resources[r]
		if x.Windows = nil; x.Setting != nil {
			x.Setting = &schedule.Setting{Tolerance: 1000}
		}
	}
}

// keepLimit makes the limit strict.
func (a *asked) keepLimit(q *schedule.Problem) {
	switch {
	case a.limit.Link != nil:
		q.Links[*a.limit.Link].Max = a.p.Links[*a.limit.Link].Max
	case a.limit.Together != nil:
		x := a.p.Together[*a.limit.Together]
		q.Together = append(q.Together, schedule.Together{Tasks: x.Tasks, Within: x.Within})
	default:
		i := a.at[a.limit.Task]
		q.Tasks[i].Latest = a.p.Tasks[i].Latest
	}
}

// put puts a requirement in.
func (a *asked) put(q *schedule.Problem, r Requirement) {
	latest := func(id string) {
		t := &q.Tasks[a.at[id]]
		if t.Latest == nil || *t.Latest > *r.At {
			t.Latest = r.At
		}
	}
	earliest := func(id string, at int64) {
		t := &q.Tasks[a.at[id]]
		if t.Earliest == nil || *t.Earliest < at {
			t.Earliest = &at
		}
	}
	switch r.Kind {
	case LinkMax, Longer:
		if l := &q.Links[*r.Link]; l.Max == nil || *l.Max > *r.At {
			l.Max = r.At
		}
	case LinkMin:
		q.Links[*r.Link].Min = r.At
	case Latest, Late:
		latest(r.Task)
	case Earliest:
		earliest(r.Task, *r.At)
	case Early:
		earliest(r.Task, *r.At-q.Tasks[a.at[r.Task]].Duration)
	case Within, Wider:
		q.Together = append(q.Together, schedule.Together{Tasks: a.p.Together[*r.Together].Tasks, Within: r.At})
	case Use:
		i := a.at[r.Task]
		u, was := &q.Tasks[i].Uses[*r.Use], a.p.Tasks[i].Uses[*r.Use]
		u.Slices, u.Same = was.Slices, was.Same
	case Hands:
		if r.Link == nil {
			q.Tasks[a.at[r.Task]].Uses[*r.Use].OneOf = []string{r.Resource}
		}
	case Windows, Heat:
		a.putResource(q, r)
	}
}

func (a *asked) putResource(q *schedule.Problem, r Requirement) {
	for k, x := range a.p.Resources {
		switch {
		case x.ID != r.Resource:
		case r.Kind == Windows:
			q.Resources[k].Windows = x.Windows
		default:
			q.Resources[k].Setting = x.Setting
		}
	}
}

// putHolds puts what is held in: a wait that holds something is not below none.
func (a *asked) putHolds(q *schedule.Problem, in []bool) {
	stays := map[[2]int]string{}
	for k, r := range a.all {
		if r.Kind == Hands && r.Link != nil && in[k] {
			stays[[2]int{*r.Link, *r.Use}] = r.Resource
		}
	}
	for k, r := range a.all {
		if r.Kind != Hold || !in[k] {
			continue
		}
		l := &q.Links[*r.Link]
		u := a.p.Links[*r.Link].Holds[*r.Use]
		u.Costs, u.Keep = nil, nil
		if id, ok := stays[[2]int{*r.Link, *r.Use}]; ok {
			u.OneOf = []string{id}
		}
		l.Holds = append(l.Holds, u)
		if l.Least() < 0 {
			l.Min = num(0)
		}
	}
}

// small leaves out the tasks of which nothing is asked, and the waits.
func small(q schedule.Problem) schedule.Problem {
	asked := map[string]bool{}
	q.Links = slices.DeleteFunc(q.Links, func(l schedule.Link) bool { return l.Least() <= never && l.Max == nil })
	for _, l := range q.Links {
		asked[l.From], asked[l.To] = true, true
	}
	for _, g := range q.Together {
		for _, id := range g.Tasks {
			asked[id] = true
		}
	}
	q.Tasks = slices.DeleteFunc(q.Tasks, func(t schedule.Task) bool {
		takes := slices.ContainsFunc(t.Uses, func(u schedule.Use) bool { return u.Same != "" || len(u.Parts(t.Duration)) > 0 })
		return !asked[t.ID] && !takes && t.Earliest == nil && t.Latest == nil
	})
	return q
}
