// Package runup plans a service: what is asked for (demand) becomes a planning problem
// and a map of what it stands for (expand), the solver finds a plan, and the plan is read
// back with the map (report). What cannot be done is left out with its reason, and the
// rest is planned.
package runup

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/expand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/solve"
)

// Service is one that is about to be planned: what it asks for, and the problem that
// this is, with nothing left out yet.
type Service struct {
	demand  *demand.Demand
	problem schedule.Problem
	of      work.Map
	options Options
	from    *schedule.Plan // with which the search begins
	stay    map[string]solve.Stay
	asIs    map[string]string // what was not washed in it
}

// Prepare expands a service, and searches for nothing. The error is for a service that
// cannot be read: a day, an hour.
func Prepare(in demand.Input) (Service, error) {
	d, err := demand.New(in)
	if err != nil {
		return Service{}, err
	}
	s := Service{demand: d}
	s.problem, s.of = expand.Problem(d, expand.Exclusions{})
	if faults := s.problem.Validate(); len(faults) > 0 {
		return s, fmt.Errorf("expand the service: %w", faults)
	}
	s.options = usual(s.of.Own(), in.Service.Calm)
	return s, nil
}

// From is the service searched for from a plan of it, or of what it was like before a
// change, instead of from nothing.
func (s Service) From(p schedule.Plan) Service {
	s.from = &p
	return s
}

// After is the service searched for from what it was like before a change, at a moment: what
// has begun by then stays, and what is soon to begin moves for a reason only. A service that
// was moved to another day has the same minutes there.
func (s Service) After(before Result, now time.Time) Service {
	p := before.Plan
	p.Tasks = slices.Clone(p.Tasks)
	for i := range p.Tasks {
		p.Tasks[i].Start += s.of.Midnight - before.Map.Midnight
		p.Tasks[i].End += s.of.Midnight - before.Map.Midnight
	}
	s.from, s.stay = &p, staying(p, int64(now.Sub(s.demand.Origin)/time.Second))
	s.asIs = before.Excluded.AsIs
	return s
}

// Options are those with which the service is searched.
func (s Service) Options() Options { return s.options }

// Origin is from when its plans count their seconds.
func (s Service) Origin() time.Time { return s.demand.Origin }

// Key finds the plan of a service: the SHA-256 digest of its problem and of how the
// search goes about it. Whatever leads to the same problem has the same plan.
func (s Service) Key() (string, error) { return s.digest(s.problem) }

// Base is that of the problem without what other services have: it is the same as long as
// what the service itself asks for is.
func (s Service) Base() (string, error) {
	p := s.problem
	p.Tasks = p.Tasks[:s.of.Own()]
	return s.digest(p)
}

func (s Service) digest(p schedule.Problem) (string, error) {
	problem, err := json.Marshal(p)
	if err != nil {
		return "", fmt.Errorf("write the problem: %w", err)
	}
	options, err := json.Marshal(s.options)
	if err != nil {
		return "", fmt.Errorf("write the options: %w", err)
	}
	sum := sha256.Sum256(append(problem, options...))
	return hex.EncodeToString(sum[:]), nil
}

// Result is a plan with the problem that it solves and the map that says what both
// stand for. Problem and Map are always there; Plan is empty where Found is false.
type Result struct {
	Problem  schedule.Problem
	Map      work.Map
	Plan     schedule.Plan
	Found    bool
	Why      string // there is no plan
	Options  Options
	Seed     uint64            // of the plan
	Excluded expand.Exclusions // what had to be left out
	CutShort bool              // the search was ended before it was over

	from *schedule.Plan
	stay map[string]solve.Stay
}

// maxExcluded bounds how many steps may turn out impossible, one by one.
const maxExcluded = 500

// Plan searches. What cannot be done is kept out of the problem, noted in the map with
// its reason, and the rest is planned. Each better plan is handed to found, which may
// be nil, while the search goes on; what it is handed is a result like the last one. A context that ends during the search gives the best
// plan until then; one that ended before there was any is the error.
func (s Service) Plan(ctx context.Context, found func(Result)) (Result, error) {
	r := Result{from: s.from, stay: s.stay, Problem: s.problem, Map: s.of, Options: s.options, Excluded: expand.Exclusions{Steps: map[string]string{}, NoBuffer: map[string]bool{}}}
	s.sorted(&r)
	for range maxExcluded {
		var no *solve.Impossible
		switch err := r.search(ctx, r.telling(found)); {
		case err == nil:
			s.unwashed(ctx, &r, found)
			r.washSoon()
			return r, nil
		case len(r.Excluded.AsIs) > 0 && ctx.Err() == nil: // what comes after what is no longer as it was
			r.Excluded.AsIs = nil
		case errors.As(err, &no):
			switch works := r.worksOf(no.Tasks); {
			case r.bare(works):
			case no.Kind == solve.Nowhere: // no one step is to blame
				if !s.alone(&r) && !s.without(ctx, &r, cannotBe) {
					return r, nil
				}
			case !r.exclude(works, no):
				_, r.Why = blame(works, r.Map, no)
				return r, nil
			}
		case ctx.Err() != nil:
			return Result{}, ctx.Err()
		case !s.alone(&r) && !s.without(ctx, &r, notFound):
			return r, nil
		}
		r.Problem, r.Map = expand.Problem(s.demand, r.Excluded)
		if faults := r.Problem.Validate(); len(faults) > 0 {
			return Result{}, fmt.Errorf("expand the service: %w", faults)
		}
	}
	return Result{}, fmt.Errorf("more than %d steps cannot be done", maxExcluded)
}

// telling hands plans of the problem as it is now on.
func (r *Result) telling(found func(Result)) func(schedule.Plan) {
	if found == nil {
		return nil
	}
	now := *r
	now.Found = true
	return func(p schedule.Plan) {
		next := now
		next.Plan = p
		found(next)
	}
}

// Unplanned is the service with no plan, and why there is none.
func (s Service) Unplanned(why string) Result {
	return Result{Problem: s.problem, Map: s.of, Options: s.options, Why: why}
}

// Again puts a plan that was kept under the key of the service back into today's words;
// false where it is none of this problem.
func (s Service) Again(kept Result) (Result, bool) {
	kept.Problem, kept.Map = s.problem, s.of
	if len(kept.Excluded.Steps)+len(kept.Excluded.NoBuffer)+len(kept.Excluded.AsIs) > 0 || kept.Excluded.Alone || kept.Excluded.NoDay {
		kept.Problem, kept.Map = expand.Problem(s.demand, kept.Excluded)
	}
	return kept, !kept.Found || kept.Plan.Of(kept.Problem)
}

// RunUp reads the plan, in the time zone of the kitchen.
func (r Result) RunUp(zone *time.Location) report.RunUp {
	var out report.RunUp
	if r.Found {
		out = report.Read(r.Problem, r.Map, r.Plan, zone)
	} else {
		out = report.Unplanned(r.Problem, r.Map, zone, r.Why)
	}
	out.Seed, out.Rounds = int(r.Seed), r.Options.Rounds
	return out
}

// exclude takes the first step that a proof of impossibility speaks of out of the next
// attempt. It is false where it is out already.
func (r *Result) exclude(works []work.Work, no *solve.Impossible) bool {
	key, why := blame(works, r.Map, no)
	if _, again := r.Excluded.Steps[key]; again {
		return false
	}
	r.Excluded.Steps[key] = why
	return true
}

// bare takes the buffers after some steps out of the next attempt; false: there are none.
func (r *Result) bare(works []work.Work) (bare bool) {
	for _, w := range works {
		if w.Buffer > 0 && !r.Excluded.NoBuffer[w.Key()] {
			r.Excluded.NoBuffer[w.Key()], bare = true, true
		}
	}
	return bare
}

// worksOf are what some tasks stand for.
func (r *Result) worksOf(tasks []string) (out []work.Work) {
	for _, id := range tasks {
		for i, t := range r.Problem.Tasks {
			if t.ID == id {
				out = append(out, r.Map.Work[i])
			}
		}
	}
	return out
}
