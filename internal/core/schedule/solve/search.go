package solve

import (
	"cmp"
	"context"
	"math/rand/v2"
	"slices"

	"jointime/internal/core/schedule"
)

// search holds the best plan so far and the one being tried.
type search struct {
	m        *model
	rng      *rand.Rand
	now      *state
	best     shot
	value    value // of best
	bounds   *bounds
	open     *bounds // as if nothing stood, see squeeze
	wishes   []wish
	due      []int64 // of the wishes
	key      []int64 // of order, reused
	urgency  []int   // raised when a task found no place
	caps     []int64 // last starts that pulling has set
	floors   []int64 // first starts that pushing has set
	found    func(schedule.Plan)
	ctx      context.Context
	planned  bool  // best is a plan
	team     *team // nil: it is alone
	together bool  // it goes on from what the team has found
	until    int   // placings, for this start; 0: no end
	placings int   // of tasks, so far
	proven   bool  // best is an optimum: everything was tried

	forwards bool      // placing goes from the earliest on, and prefers early starts
	at       []int64   // of stretches, reused
	byTime   []int     // of pick, reused
	line     []stretch // of stretches, reused
	on, ways []int     // of way and inTheWayOf, reused
	over     []*taking // of inTheWayOf, reused
}

func newSearch(ctx context.Context, m *model, rng *rand.Rand) *search {
	s := &search{ctx: ctx, m: m, rng: rng, now: newState(m), bounds: m.newBounds(), open: m.newBounds(),
		urgency: make([]int, len(m.tasks)), key: make([]int64, len(m.tasks)), caps: make([]int64, len(m.tasks)), floors: make([]int64, len(m.tasks))}
	s.widen()
	s.dues()
	return s
}

// order sorts tasks for placing: the most urgent, then the latest due first,
// and after what follows them where both are due at once.
func (s *search) order(tasks []int, jitter int64) {
	for _, i := range tasks {
		s.key[i] = s.due[i] + s.m.tasks[i].dur
		if jitter > 0 {
			s.key[i] += s.rng.Int64N(2*jitter) - jitter
		}
	}
	slices.SortFunc(tasks, func(a, b int) int {
		if u := cmp.Compare(s.urgency[b], s.urgency[a]); u != 0 {
			return u
		}
		if s.forwards {
			a, b = b, a
		}
		return cmp.Or(cmp.Compare(s.key[b], s.key[a]), cmp.Compare(s.due[b], s.due[a]), cmp.Compare(b, a))
	})
}

// insert places tasks in order, and reports whether all found a place. With
// noise, a start that is not the best is taken now and then.
func (s *search) insert(tasks []int, noise bool) bool {
	return s.insertAll(tasks, noise) == len(tasks)
}

// insertAll gives the place in the list of the first task that found none.
func (s *search) insertAll(tasks []int, noise bool) int {
	for k, i := range tasks {
		if (k%32 == 31 && s.late()) || !s.insertOne(i, noise) {
			return k
		}
	}
	return len(tasks)
}

// small problems are given a first plan also when there is no time at all.
const small = 200

// late reports that the time is over and nothing more need be finished.
func (s *search) late() bool {
	return (s.planned || len(s.m.tasks) > small) && s.ctx.Err() != nil
}

func (s *search) insertOne(i int, noise bool) bool {
	low, high := s.bounds.es[i], s.bounds.ls[i]
	s.placings++
	if noise {
		s.now.turn = s.rng.IntN(60)
	}
	if !s.placeCheap(i, low, high, noise) && !s.place(i, low, high) {
		return false
	}
	if noise && s.rng.IntN(6) == 0 {
		s.aside(i, low, high)
	}
	s.bounds.fix(i, s.now.start[i], s.now.placed)
	return true
}

// placeCheap places a task with the resources that cost least, where that may pay.
func (s *search) placeCheap(i int, low, high int64, noise bool) bool {
	if !s.m.priced || noise && s.rng.IntN(2) == 0 {
		return false
	}
	undo, any := s.focus(i)
	defer undo()
	return any && s.place(i, low, high)
}

// aside moves a task a little earlier or later than its best place, by
// distances of every size.
func (s *search) aside(i int, low, high int64) {
	at, by := s.now.start[i], 1+s.rng.Int64N(int64(2)<<s.rng.IntN(12))
	s.now.lift(i)
	ok := false
	if s.rng.IntN(3) > 0 {
		ok = s.place(i, low, at-by)
	} else {
		ok = s.place(i, at+by, high)
	}
	if !ok {
		s.now.put(i, at)
	}
}

// keep makes the plan that was tried the best one if it is no worse.
func (s *search) keep() bool { return s.keepIf(s.now.whole()) }

// keepIf does the same for a value that is known.
func (s *search) keepIf(v value) bool {
	if s.value.better(v) {
		return false
	}
	better := v.violation < s.value.violation || v.cost < s.value.cost
	s.value = v
	s.best.take(s.now)
	s.now.commit()
	if better {
		s.tell()
	}
	return true
}

// keepOr makes what was tried the best plan if it is no worse, or takes it back.
func (s *search) keepOr(ok bool) bool {
	if ok && s.keep() {
		return true
	}
	s.now.undo(0)
	return false
}

// begin makes what stands the first plan.
func (s *search) begin() {
	s.value = s.now.whole()
	s.best.take(s.now)
	s.now.commit()
	s.planned = true
	s.tell()
}

// tell hands the best plan, which stands, to whoever wants to see it.
func (s *search) tell() {
	switch {
	case s.team != nil:
		s.team.offer(s)
	case s.found != nil:
		s.found(s.answer())
	}
}

// settle moves single tasks to their best place, the last first, until none
// moves: food made later is fresher.
func (s *search) settle(ctx context.Context) {
	byEnd := make([]int, len(s.m.tasks))
	s.now.load(&s.best)
	for moved := true; moved && ctx.Err() == nil; {
		before := s.value
		_, ok := s.justify(false, 1, false)
		s.keepOr(ok)
		moved = s.value.better(before)
		for i := range byEnd {
			byEnd[i] = i
		}
		end := func(i int) int64 { return s.now.start[i] + s.m.tasks[i].dur }
		slices.SortFunc(byEnd, func(a, b int) int { return cmp.Compare(end(b), end(a)) })
		for _, i := range byEnd {
			if s.late() {
				break
			}
			before := s.value
			s.now.lift(i)
			s.bounds.some([]int{i}, s.now.placed, s.now.start)
			s.keepOr(s.insertOne(i, false))
			moved = moved || s.value.better(before)
		}
		if !moved {
			moved = s.freshen(byEnd)
		}
	}
}

// freshenMost bounds what is moved later together.
const freshenMost = 16

// freshen moves tasks later with what is tied to them: two that keep each other in
// place can only move together. True where that is better.
func (s *search) freshen(order []int) (better bool) {
	done := make([]bool, len(s.m.tasks))
	for _, i := range order {
		if done[i] || s.late() {
			continue
		}
		out := s.around(i, 6*3600)
		if len(out) > freshenMost {
			continue
		}
		for _, k := range out {
			done[k] = true
			s.now.lift(k)
		}
		s.bounds.some(out, s.now.placed, s.now.start)
		s.order(out, 1)
		before := s.value
		s.keepOr(s.insert(out, false))
		better = better || s.value.better(before)
	}
	return better
}
