package runup

import (
	"context"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/solve"
)

// soon is how long before it begins a step moves for a reason only, in seconds: somebody has
// its minute in their head, or on a sheet.
const soon = 12 * 3600

// What it weighs that a step moves which is soon to begin: a second, and other hands. A
// second late at the pass costs 20.
const (
	movedSecond = 1
	otherHands  = 60
	laterHands  = 30 // of what is not so soon
)

// staying is how much it weighs that the tasks of a plan stand as they do, at a moment.
func staying(p schedule.Plan, now int64) map[string]solve.Stay {
	out := make(map[string]solve.Stay, len(p.Tasks))
	for _, t := range p.Tasks {
		switch {
		case t.Start < now:
			out[t.ID] = solve.Stay{Begun: true}
		case t.Start < now+soon:
			out[t.ID] = solve.Stay{Second: movedSecond, Other: otherHands}
		default:
			out[t.ID] = solve.Stay{Other: laterHands}
		}
	}
	return out
}

// Better searches on from a plan that is kept, with another seed, until the context ends.
// What has begun by a moment, in seconds from the origin, stays, and nothing else comes to
// begin before it. It is the plan itself where nothing better was found.
func (r Result) Better(ctx context.Context, seed uint64, now int64) Result {
	p := r.Problem
	p.Tasks = slices.Clone(p.Tasks)
	for i, t := range r.Plan.Tasks {
		if e := p.Tasks[i].Earliest; t.Start >= now && (e == nil || *e < now) {
			p.Tasks[i].Earliest = &now
		}
	}
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: seed, From: &r.Plan, Stay: staying(r.Plan, now), Grid: r.Grid()})
	if err == nil && (plan.Violation < r.Plan.Violation || plan.Violation == r.Plan.Violation && plan.Cost < r.Plan.Cost) {
		r.Plan, r.Seed, r.CutShort = plan, seed, false
		r.washSoon()
	}
	return r
}
