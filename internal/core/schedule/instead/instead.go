// Package instead says, of who does what in a plan, why nobody cheaper does it: the problem is
// solved again with each that would cost less, from the plan as it stands, and what that plan
// breaks or costs is told.
package instead

import (
	"context"
	"errors"
	"maps"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

// Choice is a use of a task, or what is held during a wait, for which somebody cheaper could
// be chosen by the price alone.
type Choice struct {
	Task     string `json:"task,omitempty"` // of a use
	Link     *int   `json:"link,omitempty"` // of a hold
	Use      int    `json:"use"`            // which of its uses, or holds
	Resource string `json:"resource"`       // that the plan has
	// Others would cost less, the cheapest in front.
	Others []Other `json:"others"`
}

// Verdict is what comes of another choice.
type Verdict string

// The verdicts.
const (
	Impossible Verdict = "impossible" // proven: there is no plan with it
	NotFound   Verdict = "not found"  // no plan with it was found
	Dearer     Verdict = "dearer"     // the best plan found with it passes or costs more
	AsGood     Verdict = "as good"    // a plan with it was found that is as good: others change hands, see Alone
	Better     Verdict = "better"     // a plan with it was found that is better
)

// Other is one that would cost less, and what comes of it.
type Other struct {
	Resource string   `json:"resource"`
	Saves    int64    `json:"saves"`          // by the prices of the choice alone
	With     []string `json:"with,omitempty"` // tasks that have it in the plan meanwhile
	Outcome
	// Alone is what comes of it where nobody else changes hands, with AsGood.
	Alone *Outcome `json:"alone,omitempty"`
}

// Outcome is what comes of solving with another choice.
type Outcome struct {
	Verdict Verdict  `json:"verdict"`
	Beyond  int64    `json:"beyond,omitempty"` // seconds of violation more, with Dearer
	Costs   int64    `json:"costs,omitempty"`  // more in all, with Dearer
	Broken  []Broken `json:"broken,omitempty"` // limits that are then passed by more, with Dearer
	Better  *Plan    `json:"better,omitempty"` // with Better
}

// Broken and Plan are those of the format.
type (
	Broken = schedule.Breach
	Plan   = schedule.Plan
)

// use is one of a problem, with its place.
type use struct {
	task, link, k int // task or link is -1
	u             schedule.Use
	has           string
}

// Of asks for every use and hold of a plan that could be had cheaper. Rounds bound each search; the
// plan has to be a valid one. What the context does not leave time for is left out.
func Of(ctx context.Context, p schedule.Problem, plan schedule.Plan, rounds int, seed uint64) (out []Choice) {
	plan = check.Measured(p, plan)
	uses := listed(p, plan)
	told := map[string]bool{}
	for n, x := range uses {
		if len(x.u.Costs) == 0 && len(x.u.Keep) == 0 || x.u.Same != "" && told[x.u.Same] {
			continue
		}
		told[x.u.Same] = true
		c := Choice{Use: x.k, Resource: x.has}
		if x.link >= 0 {
			c.Link = &x.link
		} else {
			c.Task = p.Tasks[x.task].ID
		}
		for _, id := range x.u.OneOf {
			saves := plan.Cost - check.Measured(p, given(p, plan, uses, n, id)).Cost
			if id == x.has || saves <= 0 || ctx.Err() != nil {
				continue
			}
			o := Other{Resource: id, Saves: saves, With: busy(p, plan, x, id)}
			options := solve.Options{Rounds: rounds, Seed: seed, From: &plan}
			if o.Outcome = outcome(ctx, forced(p, uses, n, id), p, plan, options); o.Verdict == AsGood {
				alone := outcome(ctx, forced(stayed(p, uses), uses, n, id), p, plan, options)
				o.Alone = &alone
			}
			c.Others = append(c.Others, o)
		}
		if len(c.Others) > 0 {
			slices.SortStableFunc(c.Others, func(a, b Other) int { return int(b.Saves - a.Saves) })
			out = append(out, c)
		}
	}
	return out
}

// listed are all uses and holds.
func listed(p schedule.Problem, plan schedule.Plan) (out []use) {
	for i, t := range p.Tasks {
		for k, u := range t.Uses {
			out = append(out, use{i, -1, k, u, plan.Tasks[i].Resources[k]})
		}
	}
	for _, l := range plan.Links {
		for k, u := range p.Links[l.Link].Holds {
			out = append(out, use{-1, l.Link, k, u, l.Resources[k]})
		}
	}
	return out
}

// bound are the uses that have what one of them has: those of its label.
func bound(uses []use, n int) (out []use) {
	for k, x := range uses {
		if k == n || uses[n].u.Same != "" && x.u.Same == uses[n].u.Same {
			out = append(out, x)
		}
	}
	return out
}

// given is the plan with a use on another resource, at the same times.
func given(p schedule.Problem, plan schedule.Plan, uses []use, n int, id string) schedule.Plan {
	plan.Tasks, plan.Links = slices.Clone(plan.Tasks), slices.Clone(plan.Links)
	for _, x := range bound(uses, n) {
		if x.task >= 0 {
			t := &plan.Tasks[x.task]
			t.Resources = slices.Clone(t.Resources)
			t.Resources[x.k] = id
			continue
		}
		for k := range plan.Links {
			if l := &plan.Links[k]; l.Link == x.link {
				l.Resources = slices.Clone(l.Resources)
				l.Resources[x.k] = id
			}
		}
	}
	return plan
}

// forced is the problem with a use that has no other resource.
func forced(p schedule.Problem, uses []use, n int, id string) schedule.Problem {
	p.Tasks, p.Links = slices.Clone(p.Tasks), slices.Clone(p.Links)
	only := func(u *schedule.Use) {
		u.OneOf = []string{id}
		costs := maps.Clone(u.Costs)
		maps.DeleteFunc(costs, func(r string, _ int64) bool { return r != id })
		u.Costs = costs
	}
	for _, x := range bound(uses, n) {
		if x.task >= 0 {
			t := &p.Tasks[x.task]
			t.Uses = slices.Clone(t.Uses)
			only(&t.Uses[x.k])
		} else {
			l := &p.Links[x.link]
			l.Holds = slices.Clone(l.Holds)
			only(&l.Holds[x.k])
		}
	}
	return p
}

// stayed is the problem in which whatever has a price is done by whom the plan has.
func stayed(p schedule.Problem, uses []use) schedule.Problem {
	for n, x := range uses {
		if len(x.u.Costs)+len(x.u.Keep) > 0 {
			p = forced(p, uses, n, x.has)
		}
	}
	return p
}

// busy are the tasks that have a resource while a use lasts.
func busy(p schedule.Problem, plan schedule.Plan, x use, id string) (out []string) {
	if x.task < 0 {
		return nil
	}
	at := func(i, k int) (spans []schedule.Span) {
		for _, s := range p.Tasks[i].Uses[k].Parts(p.Tasks[i].Duration) {
			spans = append(spans, s.Shift(plan.Tasks[i].Start))
		}
		return spans
	}
	own := at(x.task, x.k)
	for i, t := range plan.Tasks {
		meets := false
		for k, r := range t.Resources {
			meets = meets || i != x.task && r == id && slices.ContainsFunc(at(i, k), func(s schedule.Span) bool { return slices.ContainsFunc(own, s.Overlaps) })
		}
		if meets {
			out = append(out, t.ID)
		}
	}
	return out
}

// outcome is what comes of solving with another choice.
func outcome(ctx context.Context, q, p schedule.Problem, plan schedule.Plan, options solve.Options) Outcome {
	found, err := solve.Solve(ctx, q, options)
	var no *solve.Impossible
	switch {
	case errors.As(err, &no):
		return Outcome{Verdict: Impossible}
	case err != nil:
		return Outcome{Verdict: NotFound}
	}
	found = check.Measured(p, found)
	beyond, costs := found.Violation-plan.Violation, found.Cost-plan.Cost
	switch {
	case beyond == 0 && costs == 0:
		return Outcome{Verdict: AsGood}
	case beyond < 0 || beyond == 0 && costs < 0:
		found.ViolationBound, found.Bound = nil, nil // those of the other problem
		return Outcome{Verdict: Better, Better: &found}
	}
	o := Outcome{Verdict: Dearer, Beyond: beyond, Costs: costs}
	for _, b := range found.Broken {
		if more(b, plan.Broken) {
			o.Broken = append(o.Broken, b)
		}
	}
	return o
}

// more reports whether a limit is passed by more than in a list.
func more(b schedule.Breach, list []schedule.Breach) bool {
	num := func(x *int) int {
		if x == nil {
			return -1
		}
		return *x
	}
	return !slices.ContainsFunc(list, func(o schedule.Breach) bool {
		return o.Limit == b.Limit && num(o.Link) == num(b.Link) && o.Task == b.Task && num(o.Together) == num(b.Together) && o.By >= b.By
	})
}
