package runup

import (
	"context"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/service"
)

// Options are those of the search: the same problem and options give the same plan, and the
// solve command one as good: it does not know that people read round figures.
type Options struct {
	Seed   uint64 `json:"seed"`
	Seeds  uint64 `json:"seeds"` // how many plans, of as many seeds, are made, of which the best is taken
	Rounds int    `json:"rounds"`
	Latest bool   `json:"latest,omitempty"` // round figures give way to freshness in the last hour
}

// calmSeeds are how many plans the calm setting chooses from.
const calmSeeds = 4

// usual are the options of every run-up. Rounds grow with the number of tasks, for the
// search tries parts of the plan. There are no more than take the winter supper two or three
// seconds: it is searched on while somebody looks at it.
func usual(tasks int, calm service.Calm) Options {
	o := Options{Seed: 1, Seeds: 1, Latest: calm == service.Fresh, Rounds: min(3_000, max(2000, 60*tasks))}
	if calm == service.MoreCalm {
		o.Seeds = calmSeeds
	}
	return o
}

// seeded is a plan with its seed; found is false where none was.
type seeded struct {
	seed  uint64
	plan  schedule.Plan
	found bool
}

// search finds a plan, or the best of several.
func (r *Result) search(ctx context.Context, found func(schedule.Plan)) error {
	r.Seed = r.Options.Seed
	others, stop := r.others(ctx)
	defer stop()
	o := solve.Options{Rounds: r.Options.Rounds, Seed: r.Options.Seed, Found: found, From: r.from, Stay: r.stay, Grid: r.Grid()}
	plan, err := solve.Solve(ctx, r.Problem, o)
	if err != nil && r.stay != nil && ctx.Err() == nil { // what has begun may be what stands in the way
		o.Stay = nil
		plan, err = solve.Solve(ctx, r.Problem, o)
	}
	if err != nil {
		return err
	}
	r.Plan, r.Found = plan, true
	r.choose(others)
	r.CutShort = ctx.Err() != nil
	return nil
}

// others plans with the other seeds too, beside the first. Stop ends them early.
func (r *Result) others(ctx context.Context) (plans []chan seeded, stop func()) {
	ctx, stop = context.WithCancel(ctx)
	for seed := r.Options.Seed + 1; seed < r.Options.Seed+r.Options.Seeds; seed++ {
		out := make(chan seeded, 1)
		plans = append(plans, out)
		go func() {
			plan, err := solve.Solve(ctx, r.Problem, solve.Options{Rounds: r.Options.Rounds, Seed: seed, From: r.from, Stay: r.stay, Grid: r.Grid()})
			out <- seeded{seed, plan, err == nil}
		}()
	}
	return plans, stop
}

// choose takes the plan that passes strict limits least, and of those the one of which
// most plates are in time on evenings as chance has them.
func (r *Result) choose(others []chan seeded) {
	if len(others) == 0 {
		return
	}
	best := r.inTime(r.Plan)
	for _, next := range others {
		other := <-next
		if !other.found || other.plan.Violation > r.Plan.Violation {
			continue
		}
		if share := r.inTime(other.plan); other.plan.Violation < r.Plan.Violation || share > best {
			best, r.Plan, r.Seed = share, other.plan, other.seed
		}
	}
}
