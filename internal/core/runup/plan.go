package runup

import (
	"context"
	"errors"
	"fmt"
	"strconv"
	"strings"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/service"
)

// Method counts changes of how run-ups are planned; plans kept under an older
// one are made anew, but for services that are past.
const Method = 5

// Seed of every run-up: the same service gives the same plan, here and with the
// solve command.
const Seed = 1

// Rounds grow with the number of tasks, for the search tries parts of the plan:
// measured on the winter supper, a round costs 80 to 150 µs, and more than 60 for
// each task hardly better the plan.
func rounds(p schedule.Problem) int { return min(15_000, max(2000, 60*len(p.Tasks))) }

// Result is a run-up with the problem and the plan that it was read from.
// Problem is always there; Plan is empty where Found is false.
type Result struct {
	RunUp   RunUp
	Found   bool
	Problem schedule.Problem
	Plan    schedule.Plan
	Blocked map[string]string // dish/component/step → why it cannot be, or has no margin; seed → that of the plan, where it is not the usual one
}

// maxBlocked bounds how many steps may turn out impossible, one by one.
const maxBlocked = 500

// Make plans a service. What cannot be done is kept out of the problem,
// marked as a clash with its reason, and the rest is planned. The error is
// only for a service that cannot be read, or a context that ended.
func Make(ctx context.Context, in Input) (Result, error) {
	return MakeWatched(ctx, in, nil)
}

// MakeWatched does the same, and hands each better plan to found while the
// search goes on.
func MakeWatched(ctx context.Context, in Input, found func(schedule.Plan)) (Result, error) {
	blocked := map[string]string{}
	for range maxBlocked {
		d, err := newDraft(in, blocked)
		if err != nil {
			return Result{}, err
		}
		if faults := d.problem.Validate(); len(faults) > 0 {
			return Result{}, fmt.Errorf("expand the service: %w", faults)
		}
		others, stop := d.others(ctx)
		plan, err := solve.Solve(ctx, d.problem, solve.Options{Rounds: rounds(d.problem), Seed: Seed, Found: found})
		if err != nil {
			stop()
		}
		var no *solve.Impossible
		switch {
		case err == nil:
			d.seed = Seed
			plan = d.choose(plan, others, blocked)
			stop()
			return Result{d.read(plan), true, d.problem, plan, blocked}, nil
		case errors.As(err, &no):
			if d.bare(no, blocked) {
				continue
			}
			key, why := d.blame(no)
			if _, again := blocked[key]; again {
				return Result{RunUp: d.unplanned(no.Error()), Problem: d.problem, Blocked: blocked}, nil
			}
			blocked[key] = why
		case ctx.Err() != nil:
			return Result{}, ctx.Err()
		default:
			return Result{RunUp: d.unplanned("no plan was found in the time; whether there is one is not known"), Problem: d.problem, Blocked: blocked}, nil
		}
	}
	return Result{}, fmt.Errorf("more than %d steps cannot be done", maxBlocked)
}

// seeds are how many plans the calm setting chooses from.
const seeds = 4

// seedKey is where a kept plan says which seed it has, among what cannot be.
const seedKey = "seed"

// seeded is a plan with its seed; found is false where none was.
type seeded struct {
	seed  int
	plan  schedule.Plan
	found bool
}

// others plans with other seeds too, beside the first, where the calm setting wants to
// choose; none otherwise. Stop ends them early.
func (d *draft) others(ctx context.Context) (plans []chan seeded, stop func()) {
	if d.in.Service.Calm != service.MoreCalm {
		return nil, func() {}
	}
	ctx, stop = context.WithCancel(ctx)
	for seed := Seed + 1; seed <= seeds; seed++ {
		out := make(chan seeded, 1)
		plans = append(plans, out)
		go func() {
			plan, err := solve.Solve(ctx, d.problem, solve.Options{Rounds: rounds(d.problem), Seed: uint64(seed)})
			out <- seeded{seed, plan, err == nil}
		}()
	}
	return plans, stop
}

// choose takes the plan that passes strict limits least, and of those the one of which
// most plates are in time on evenings as chance has them.
func (d *draft) choose(plan schedule.Plan, others []chan seeded, blocked map[string]string) schedule.Plan {
	if len(others) == 0 {
		return plan
	}
	best := d.inTime(plan)
	for _, next := range others {
		other := <-next
		if !other.found || other.plan.Violation > plan.Violation {
			continue
		}
		if share := d.inTime(other.plan); other.plan.Violation < plan.Violation || share > best {
			best, plan, d.seed = share, other.plan, other.seed
			blocked[seedKey] = strconv.Itoa(other.seed)
		}
	}
	return plan
}

// Restore reads a run-up from a plan that Make gave before, without solving
// again; false where the plan does not fit the input.
func Restore(in Input, blocked map[string]string, plan schedule.Plan) (RunUp, bool) {
	d, err := newDraft(in, blocked)
	if err != nil || !sameTasks(d.problem, plan) {
		return RunUp{}, false
	}
	d.seed = Seed
	if seed, err := strconv.Atoi(blocked[seedKey]); err == nil {
		d.seed = seed
	}
	return d.read(plan), true
}

func sameTasks(p schedule.Problem, plan schedule.Plan) bool {
	if len(p.Tasks) != len(plan.Tasks) {
		return false
	}
	for i, t := range p.Tasks {
		if got := plan.Tasks[i]; got.ID != t.ID || got.End-got.Start != t.Duration || len(got.Resources) != len(t.Uses) {
			return false
		}
	}
	return true
}

// bare takes the margins away from the steps that a proof of impossibility speaks
// of; false where they had none.
func (d *draft) bare(no *solve.Impossible, blocked map[string]string) (changed bool) {
	for _, id := range no.Tasks {
		i := d.index(id)
		if key := bareKey(d.keyOf(d.works[i])); d.margin[i] > 0 && blocked[key] == "" {
			blocked[key], changed = "there is no room for one", true
		}
	}
	return changed
}

// blame finds the step, or the plate, that a proof of impossibility speaks of:
// the first task of the chain, for it is the one that would have to begin
// before there is anything to begin with.
func (d *draft) blame(no *solve.Impossible) (key, why string) {
	var names []string
	for _, id := range no.Tasks {
		w := d.works[d.index(id)]
		names = append(names, w.name)
		if key == "" {
			key = d.keyOf(w)
		}
	}
	if len(names) > 1 {
		return key, fmt.Sprintf("%s (%s)", no.Reason, strings.Join(names, ", "))
	}
	return key, d.reword(no.Reason)
}

func (d *draft) keyOf(w work) string {
	if w.step == nil {
		return w.dish + "/plate"
	}
	return w.dish + "/" + w.component + "/" + w.step.ID
}

func (d *draft) index(id string) int {
	if i, there := d.places[id]; there {
		return i
	}
	return -1
}

// reword puts names in place of the ids of resources.
func (d *draft) reword(reason string) string {
	for _, c := range d.in.Kitchen.Cooks {
		reason = strings.ReplaceAll(reason, "cook."+c.ID, c.Name)
	}
	for _, e := range d.in.Kitchen.Equipment {
		reason = strings.ReplaceAll(reason, " "+e.ID+" ", " "+e.Name+" ")
	}
	return reason
}
