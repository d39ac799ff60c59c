package clash

import (
	"slices"

	"jointime/internal/core/schedule"
)

// With is a problem of the limit and some requirements alone.
func With(p schedule.Problem, plan schedule.Plan, limit schedule.Breach, list []Requirement) schedule.Problem {
	a := &asked{p: p, plan: plan, limit: limit}
	a.index()
	a.list()
	in := make([]bool, len(a.all))
	for k, r := range a.all {
		in[k] = slices.ContainsFunc(list, func(o Requirement) bool { return same(o, r) })
	}
	return a.with(in)
}

func same(a, b Requirement) bool {
	num := func(p *int) int {
		if p == nil {
			return -1
		}
		return *p
	}
	return a.Kind == b.Kind && a.Task == b.Task && a.Resource == b.Resource && num(a.Link) == num(b.Link) && num(a.Use) == num(b.Use) && num(a.Together) == num(b.Together) && num(a.Target) == num(b.Target)
}
