package solve

import (
	"context"
	"math/rand/v2"
	"slices"
	"sync"

	"jointime/internal/core/schedule"
)

// team are searches for one plan, beside one another or one after the other, with the best
// that any of them has found.
type team struct {
	mu    sync.Mutex
	any   bool
	best  shot
	value value
	found func(schedule.Plan)
}

// offer gives a search's best plan to the others; it is told where it is the best of all.
func (t *team) offer(s *search) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.any && !s.value.better(t.value) {
		return
	}
	better := !t.any || s.value.violation < t.value.violation || s.value.cost < t.value.cost
	t.any, t.value = true, s.value
	t.best = shot{append(t.best.start[:0], s.best.start...), append(t.best.flat[:0], s.best.flat...)}
	if better && t.found != nil {
		t.found(s.answer())
	}
}

// least is the least violation of all.
func (t *team) least() int64 {
	t.mu.Lock()
	defer t.mu.Unlock()
	return t.value.violation
}

// take goes on from the best plan of all, where that is better.
func (t *team) take(s *search) {
	t.mu.Lock()
	defer t.mu.Unlock()
	if t.any && t.value.better(s.value) {
		s.value, s.best = t.value, shot{slices.Clone(t.best.start), slices.Clone(t.best.flat)}
	}
}

// searchOn betters a plan until the context ends, by so many searches at a time.
func (s *search) searchOn(ctx context.Context, o Options) {
	s.team = &team{found: s.found}
	s.team.offer(s)
	var all sync.WaitGroup
	for n := 1; n < o.Workers; n++ {
		all.Go(func() {
			other := newSearch(ctx, compileFrom(s.m.p, s.m.aside, o), rand.New(rand.NewPCG(o.Seed, 0x6a6f696e+uint64(n))))
			other.team, other.planned, other.value = s.team, true, value{violation: nothing}
			other.bounds.all(nil, nil, nil, nil)
			other.team.take(other)
			other.goOn(ctx, n)
		})
	}
	s.goOn(ctx, 0)
	all.Wait()
	s.team.take(s)
	s.team = nil
}

// nothing is the violation of a plan that there is not yet.
const nothing = 1 << 60

// startWork of a start are so many placings, by the third power of the tasks.
const startWork = 3

// goOn begins again and again from other arrangements, and searches on from each: longer,
// the more have been tried (as often as Luby, Sinclair and Zuckerman 1993 give it, from
// memory). Where a search ends up is decided early, by the order in which an oven is used. A
// plan of many tasks is only searched on.
func (s *search) goOn(ctx context.Context, number int) {
	n := len(s.m.tasks)
	if n < 2 || n > arrangeMost {
		s.together = true
		s.improve(ctx, -1)
		s.share()
		return
	}
	worse := false
	for k := 1; ctx.Err() == nil && !s.value.perfect(); k++ {
		s.until = s.placings + max(startLeast, luby(k)*n*n*n/startWork)
		switch {
		case worse && k%2 == 0: // starts do not come near the best: that is searched on
			s.team.take(s)
			s.now.load(&s.best)
			s.now.commit()
		case k > 1 || number > 0:
			s.value = value{violation: nothing}
			s.arrange(ctx, -1)
		}
		if s.value.violation < nothing {
			s.improve(ctx, -1)
			worse = s.value.violation > 0 && s.team.least() == 0
			s.share()
		}
	}
	s.until = 0
	s.team.take(s)
}

// share makes the best plan of a search stand, and gives it to the others.
func (s *search) share() {
	s.now.load(&s.best)
	s.team.offer(s)
}

// startLeast is for how many placings a start is searched on at least.
const startLeast = 4000

// luby is 1, 1, 2, 1, 1, 2, 4 …
func luby(k int) int {
	for p := 1; ; p *= 2 {
		if k == 2*p-1 {
			return p
		}
		if k < 2*p-1 {
			return luby(k - p + 1)
		}
	}
}

// tooNear says that the other task of a link stands nearer to a task at a start than they
// must be apart.
func (s *state) tooNear(e, i int, at int64) bool {
	l := &s.m.links[e]
	if l.from == i {
		return s.placed[l.to] && s.start[l.to]-at < l.lag()
	}
	return s.placed[l.from] && at-s.start[l.from] < l.lag()
}

// weightOf is what it weighs that a task has to go.
func (s *search) weightOf(i int) int64 { return 1 + int64(s.urgency[i])*int64(s.urgency[i]) }

// putOn places a task at a start on some resources: of its needs, and then of the waits that
// it completes, -1 for any. Of the waits none is held to it where less of them are completed
// than there were.
func (s *search) putOn(i int, at int64, on []int) bool {
	s.now.demands(i, at)
	needs := make([]*need, len(s.now.wants))
	was := make([][]int, len(needs))
	for k, d := range s.now.wants {
		needs[k], was[k] = d.n, d.n.options
	}
	for k, n := range needs {
		if (k < len(s.m.tasks[i].needs) || len(needs) == len(on)) && on[k] >= 0 {
			n.options = on[k : k+1]
		}
	}
	ok := s.now.put(i, at)
	for k, n := range needs {
		n.options = was[k]
	}
	return ok
}

// noWait stands for the resource of a wait that is not completed, because its other task goes:
// two that each stand in the way of the other's wait would take turns for ever.
const noWait = -1

// across is the task at the other end of the wait that a demand is for; below 0: it is for the
// task itself.
func (s *search) across(d demand, i int) int {
	if d.owner < len(s.m.tasks) {
		return -1
	}
	l := &s.m.links[d.owner-len(s.m.tasks)]
	if l.from == l.to {
		return -1
	}
	return l.from + l.to - i
}
