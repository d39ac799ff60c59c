// Package clash says why a limit of a plan is passed: a set of requirements of which not all
// can be kept, and from which none can be left out, for then there is a plan.
//
// Such a set is irreducible (an irreducible infeasible subset; Chinneck, "Feasibility and
// Infeasibility in Optimization", 2008, from memory). It is found by leaving out what is not
// needed for it, half of what is left at a time, and is one of several: the smallest that was
// found is given.
package clash

import (
	"context"
	"math/rand/v2"

	"jointime/internal/core/schedule"
)

// Options steer how long a clash is looked for.
type Options struct {
	Tries      int    // orders in which things are left out, of which the smallest set is taken; 0: few
	Branchings int    // of a proof; 0: many
	Rounds     int    // of a search, where no proof comes off; 0: a few for each task
	Seed       uint64 // of chance
}

const (
	usualTries      = 4
	usualBranchings = 2000
	roundsOfATask   = 10
)

func (o Options) filled(p schedule.Problem) Options {
	if o.Tries == 0 {
		o.Tries = usualTries
	}
	if o.Branchings == 0 {
		o.Branchings = usualBranchings
	}
	if o.Rounds == 0 {
		o.Rounds = 200 + roundsOfATask*len(p.Tasks)
	}
	return o
}

// Set is why a limit is passed.
type Set struct {
	Limit schedule.Breach `json:"limit"` // that is passed
	// Requirements cannot all be kept together with the limit; without any one of them they
	// can, and there is a plan that does. Empty where none was found.
	Requirements []Requirement `json:"requirements,omitempty"`
	// Proven says that they cannot; otherwise no plan was found that does.
	Proven bool `json:"proven"`
	// Better is a plan that keeps the limit, and all that the plan keeps: none is needed.
	Better *schedule.Plan `json:"better,omitempty"`
}

// Of says why a plan passes a limit. The plan has to be a valid one of the problem, and the
// limit one of its Broken.
func Of(ctx context.Context, p schedule.Problem, plan schedule.Plan, limit schedule.Breach, o Options) Set {
	o = o.filled(p)
	a := &asked{p: p, plan: plan, limit: limit, o: o, rng: rand.New(rand.NewPCG(o.Seed, 0x636c6173))}
	a.index()
	a.list()
	set := Set{Limit: limit}
	whole := make([]bool, len(a.all))
	for i := range whole {
		whole[i] = true
	}
	if can, found := a.can(ctx, whole); can == yes {
		set.Better = found
		return set
	}
	var best []int
	for try := range o.Tries {
		if try > 0 && ctx.Err() != nil {
			break
		}
		kept, proven := a.reduced(ctx, whole, try)
		if kept != nil && (best == nil || proven && !set.Proven || proven == set.Proven && len(kept) < len(best)) {
			best, set.Proven = kept, proven
		}
	}
	for _, k := range best {
		set.Requirements = append(set.Requirements, a.all[k])
	}
	return set
}

// reduced leaves out what is not needed, in an order of its own for each try: nil where
// that did not come off before the context ended.
func (a *asked) reduced(ctx context.Context, whole []bool, try int) (kept []int, proven bool) {
	in := append([]bool{}, whole...)
	certain := true // every "no" so far was proven
	var leave func(list []int)
	leave = func(list []int) {
		if len(list) == 0 || ctx.Err() != nil {
			return
		}
		for _, k := range list {
			in[k] = false
		}
		can, _ := a.can(ctx, in)
		if can != yes {
			certain = certain && can == no
			return
		}
		for _, k := range list {
			in[k] = true
		}
		if len(list) > 1 {
			leave(list[:len(list)/2])
			leave(list[len(list)/2:])
		}
	}
	for _, part := range a.order(try) {
		leave(part)
	}
	if ctx.Err() != nil {
		return nil, false
	}
	for k, need := range in {
		if need {
			kept = append(kept, k)
		}
	}
	if !certain { // what is left is small: it may be proven now
		can, _ := a.proof(ctx, in, lastTimes*a.o.Branchings)
		if can == yes {
			return nil, false
		}
		certain = can == no
	}
	return kept, certain
}

// lastTimes as many branchings go into the proof of what is given.
const lastTimes = 10
