// Package solve finds plans for planning problems.
//
// A first plan is made backwards from the plates: one task after the other,
// the one with the latest possible end first, each as late as everything it
// needs is free (serial schedule generation; Kolisch and Hartmann 1999 give an
// overview, cited from memory). Where a strict limit is passed, the later of
// its two tasks is pulled earlier by as much, and the plan is made anew. Then a
// part of the plan at a time is taken out and put back in another order, and
// kept when it is better (large neighbourhood search; Shaw 1998, from memory).
//
// All arithmetic is on whole numbers, and chance comes from the seed: problem,
// seed and rounds give the same plan on every machine.
package solve

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"strings"

	"jointime/internal/core/schedule"
)

// Options steer a solve.
type Options struct {
	Rounds int    // parts taken out and put back, see harder; below 0: until the context ends
	Seed   uint64 // of chance
	// Workers is how many searches run at once, where Rounds is below 0; 0 stands for 1. What
	// they find then depends on the machine as well.
	Workers int
	// Found, if not nil, is given each plan that is better than the one before,
	// the first among them, while the search goes on.
	Found func(schedule.Plan)
	// From, if not nil, is a plan of this problem or of one like it from which the search
	// begins, where most of it still fits.
	From *schedule.Plan
	// Stay weighs, by the task's id, that it stands as in From.
	Stay map[string]Stay
	// Grid, if not nil, gives the seconds to a whole number of which a start is moved at the
	// end, the largest first, where that costs nothing.
	Grid func(task string, start int64) []int64
}

// Stay weighs that a task stands as it did. What it costs decides between plans like any
// cost, and is not in the cost of the plan that is given.
type Stay struct {
	Begun  bool  // it starts when it did, with what it had: no plan has it otherwise
	Second int64 // each second that it starts earlier or later, 0 to 10,000
	Other  int64 // each use, and each hold after it, on another resource, 0 to 1,000,000
}

// Impossible says that no plan can exist, and why: it is proven, not guessed.
type Impossible struct {
	Reason string   // in the terms of the problem
	Tasks  []string // that clash
	Kind   Proof
	Lack   Lack // of TooFew, TooShort and NoHold
}

// Proof is what kind of proof it is.
type Proof string

// The kinds of proof that there is no plan.
const (
	Circle   Proof = "circle"    // tasks that each must start after the other
	TooLate  Proof = "too late"  // a task ends after everything is over
	TooFew   Proof = "too few"   // a task needs more units than there are
	TooShort Proof = "too short" // a task needs longer than anything is there for it
	Itself   Proof = "itself"    // a task must wait for itself
	NoHold   Proof = "no hold"   // a wait needs more units than there are
	TooLong  Proof = "too long"  // a chain is longer than there is time
	Nowhere  Proof = "nowhere"   // everything was tried
)

// Lack is a resource of which there is too little: units, or seconds.
type Lack struct {
	Resource   string // id
	Need, Have int64
}

// Error tells the reason with the tasks.
func (e *Impossible) Error() string {
	return fmt.Sprintf("%s: %s", strings.Join(e.Tasks, ", "), e.Reason)
}

// ErrNotFound says that no plan was found; there may be one.
var ErrNotFound = errors.New("no plan was found, and none was disproved")

// firstTries is how often a first plan is begun anew, each time with the task
// that found no place put in front.
const firstTries = 240

// firstWork bounds the placings of tasks that are spent on a first plan, with so many more
// for each task.
const (
	firstWork        = 10_000
	firstWorkOfATask = 60
)

// Solve finds a plan for a valid problem. It returns the best plan found when
// the rounds are done or the context ends, *Impossible where it is proven that
// there is none, or ErrNotFound.
func Solve(ctx context.Context, p schedule.Problem, o Options) (schedule.Plan, error) {
	rest, apart := setAside(p)
	m := compileFrom(rest, apart, o)
	if err := m.disprove(); err != nil {
		return schedule.Plan{}, err
	}
	s := newSearch(ctx, m, rand.New(rand.NewPCG(o.Seed, 0x6a6f696e)))
	s.found = o.Found
	s.bounds.all(nil, nil, nil, nil)
	tiny := m.tiny(s.bounds)
	warm := o.From != nil && s.from(*o.From)
	found := warm || s.first(ctx, tiny)
	if found && !warm { // what stands is to stay
		s.pull(ctx)
		s.settle(ctx)
	}
	if tiny && !(found && s.value.perfect()) {
		if found, s.proven = s.tryAll(ctx, found); !found && s.proven {
			return schedule.Plan{}, &Impossible{Reason: "together they fit nowhere: every start was tried", Tasks: m.ids(all(len(m.tasks))), Kind: Nowhere}
		}
	}
	if !found {
		if err := s.branch(ctx); err != nil {
			return schedule.Plan{}, err
		}
	}
	s.branchAgain(ctx)
	if !s.proven {
		if !warm || o.Rounds >= 0 {
			s.arrange(ctx, o.Rounds)
		}
		if o.Rounds < 0 {
			s.searchOn(ctx, o)
		} else {
			s.improve(ctx, o.Rounds)
		}
		s.retime()
		s.closeUp(ctx)
		s.settle(ctx)
	}
	if o.Grid != nil {
		s.round(o.Grid)
	}
	return s.answer(), nil
}

// all is the tasks from 0 on.
func all(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}

// answer writes the plan that stands, which has to be the best, in the terms of the problem.
func (s *search) answer() schedule.Plan {
	zero := int64(0)
	p := schedule.Plan{Problem: s.m.p.Name, Status: schedule.Kept, Violation: s.value.violation, Cost: s.value.cost - s.moved(), ViolationBound: &zero, Bound: &zero}
	if s.proven && s.m.had == nil {
		violation, cost := p.Violation, p.Cost
		p.ViolationBound, p.Bound = &violation, &cost
	}
	if p.Violation > 0 {
		p.Status = schedule.Broken
	}
	b := s.now
	for i, t := range s.m.p.Tasks {
		p.Tasks = append(p.Tasks, schedule.PlannedTask{ID: t.ID, Start: b.start[i], End: b.start[i] + t.Duration, Resources: s.names(b.chosen[i])})
	}
	p.Tasks = s.m.aside.into(p.Tasks)
	for e, l := range s.m.p.Links {
		if len(l.Holds) > 0 {
			gap := b.start[s.m.links[e].to] - b.start[s.m.links[e].from] + s.m.links[e].off
			p.Links = append(p.Links, schedule.PlannedLink{Link: e, From: l.From, To: l.To, Gap: gap, Resources: s.names(b.held[e])})
		}
	}
	p.Broken = s.broken()
	return p
}

func (s *search) names(resources []int) []string {
	out := make([]string, len(resources))
	for i, r := range resources {
		out[i] = s.m.resources[r].ID
	}
	return out
}

// broken lists the limits that the plan passes, in the format's order.
func (s *search) broken() (out []schedule.Breach) {
	b := s.now
	for e, l := range s.m.links {
		if l.most == nil {
			continue
		}
		if by := b.start[l.to] - b.start[l.from] + l.off - *l.most; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.LinkMax, Link: &e, From: s.m.p.Links[e].From, To: s.m.p.Links[e].To, By: by, Priced: l.over != nil})
		}
	}
	for i, t := range s.m.tasks {
		if t.latest == nil {
			continue
		}
		if by := b.start[i] + t.dur - *t.latest; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TaskLatest, Task: s.m.p.Tasks[i].ID, By: by, Priced: t.over != nil})
		}
	}
	for g, rule := range s.m.p.Together {
		if rule.Within == nil {
			continue
		}
		first, last, _ := b.ends(g, -1)
		if by := last - first - *rule.Within; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TogetherWithin, Together: &g, By: by, Priced: rule.Over != nil})
		}
	}
	return out
}
