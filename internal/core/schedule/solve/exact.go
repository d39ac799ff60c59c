package solve

import (
	"context"
	"slices"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/prove"
)

// exactStates bounds the problems that are solved by trying everything: the
// product of the starts and of the choices of resources of all tasks.
const exactStates = 2_000_000

// exactNodes bounds the trial itself, which turns back early and so seldom
// comes near.
const exactNodes = 4_000_000

// exact tries every start of every task with every choice of resources, and
// turns back where what stands is already no better than the best plan
// (branch and bound). It is for tiny problems, where a plan must be found
// whenever there is one.
type exact struct {
	s     *search
	order []int
	nodes int
	ctx   context.Context
}

// tiny reports whether everything can be tried.
func (m *model) tiny(b *bounds) bool {
	states := 1.0
	for i := range m.tasks {
		states *= float64(max(b.ls[i]-b.es[i]+1, 1))
		for _, n := range m.tasks[i].needs {
			states *= float64(len(n.options))
		}
	}
	for _, l := range m.links {
		for _, n := range l.holds {
			states *= float64(len(n.options))
		}
	}
	return states <= exactStates
}

// tryAll looks for a better plan than the best, everywhere. Done tells whether
// everything was tried: then the best plan is an optimum, or, where there is
// none, none exists.
func (s *search) tryAll(ctx context.Context, any bool) (found, done bool) {
	x := &exact{s: s, ctx: ctx}
	for i := range s.m.tasks {
		x.order = append(x.order, i)
	}
	s.now.clear()
	s.bounds.all(nil, nil, nil, nil)
	wide := slices.Clone(s.bounds.ls)
	for i := range wide {
		wide[i] -= s.bounds.es[i]
	}
	slices.SortStableFunc(x.order, func(a, b int) int { return int(wide[a] - wide[b]) })
	found = any
	done = x.place(0, &found)
	s.now.clear()
	if found {
		s.now.load(&s.best)
	}
	return found, done
}

// place tries the starts of the task at a depth; false where the trial was cut
// off.
func (x *exact) place(depth int, found *bool) bool {
	s := x.s
	if *found {
		if v := s.now.whole(); v.violation > s.value.violation || (v.violation == s.value.violation && v.cost > s.value.cost) {
			return true
		}
	}
	if depth == len(x.order) {
		if v := s.now.whole(); !*found || v.better(s.value) {
			*found, s.value = true, v
			s.best.take(s.now)
			s.tell()
		}
		return true
	}
	i := x.order[depth]
	s.bounds.all(s.now.placed, s.now.start, nil, nil)
	low, high := s.bounds.es[i], s.bounds.ls[i]
	for at := high; at >= low; at-- {
		if x.nodes++; x.nodes > exactNodes || (x.nodes%1024 == 0 && x.ctx.Err() != nil) {
			return false
		}
		if !x.choose(depth, i, at, found) {
			return false
		}
	}
	return true
}

// choose tries every choice of resources for a task at a start, and for the
// waits that it completes.
func (x *exact) choose(depth, i int, at int64, found *bool) bool {
	s := x.s
	var needs []*need
	for k := range s.m.tasks[i].needs {
		needs = append(needs, &s.m.tasks[i].needs[k])
	}
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		if other := l.from + l.to - i; other == i || s.now.placed[other] {
			for h := range l.holds {
				needs = append(needs, &l.holds[h])
			}
		}
	}
	all := make([][]int, len(needs))
	for k, n := range needs {
		all[k] = n.options
	}
	defer func() {
		for k, n := range needs {
			n.options = all[k]
		}
	}()
	return x.each(needs, all, 0, func() bool {
		if !s.now.put(i, at) {
			return true
		}
		ok := x.place(depth+1, found)
		s.now.lift(i)
		s.now.commit()
		return ok
	})
}

// each narrows needs to one resource each, in every way.
func (x *exact) each(needs []*need, all [][]int, k int, do func() bool) bool {
	if k == len(needs) {
		return do()
	}
	for j := range all[k] {
		needs[k].options = all[k][j : j+1]
		if !x.each(needs, all, k+1, do) {
			return false
		}
	}
	return true
}

// branchTasks bounds the problems that are branched on, and branchWork how much: what a
// branching costs grows with the square of the tasks. Where there is a plan already, one that
// keeps every limit is found soon or not at all.
const (
	branchTasks     = 100
	branchWork      = 1_600_000
	branchWorkAgain = 500_000
)

// branch looks for a plan by branching (package prove), where none was found: it gives
// ErrNotFound where it finds none either, and *Impossible where that is proven.
func (s *search) branch(ctx context.Context) error {
	n := len(s.m.tasks)
	if n > branchTasks {
		return ErrNotFound
	}
	v, plan := prove.Limits(ctx, s.m.whole, branchWork/(n*n))
	if v != prove.Kept {
		v, plan = prove.Limits(ctx, withoutLimits(s.m.whole), branchWork/(n*n))
	}
	if v == prove.Cannot {
		return &Impossible{Reason: "together they fit nowhere", Tasks: s.m.ids(all(n)), Kind: Nowhere}
	}
	if v != prove.Kept || !s.loadPlan(ctx, plan) {
		return ErrNotFound
	}
	return nil
}

// branchAgain looks for a plan that keeps every strict limit, where the best one does not.
func (s *search) branchAgain(ctx context.Context) {
	n := len(s.m.tasks)
	if n > branchTasks || s.value.violation == 0 || s.proven {
		return
	}
	if v, plan := prove.Limits(ctx, s.m.whole, branchWorkAgain/(n*n)); v == prove.Kept && !s.loadPlan(ctx, plan) {
		s.now.load(&s.best)
	}
}

// loadPlan makes a plan of the problem the best one.
func (s *search) loadPlan(ctx context.Context, plan schedule.Plan) bool {
	s.now.clear()
	clear(s.urgency)
	if !s.stayed(hadIn(plan)) {
		return false
	}
	s.begin()
	s.settle(ctx)
	return true
}

// withoutLimits is a problem with its hard rules alone.
func withoutLimits(p schedule.Problem) schedule.Problem {
	p.Tasks, p.Links, p.Together = slices.Clone(p.Tasks), slices.Clone(p.Links), nil
	for i := range p.Tasks {
		p.Tasks[i].Latest = nil
	}
	for e := range p.Links {
		p.Links[e].Max = nil
	}
	return p
}
