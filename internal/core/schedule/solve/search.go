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

// stretch is a part of a task's bounds in which its value is a straight line:
// from its better end to the other.
type stretch struct {
	from, to int64
	v        value // at from
}

// place puts a task at the start with the best value, its bid included, at
// which it fits. Where several are as good, the later one is taken, or, while
// the search goes forwards, the earlier one.
func (s *search) place(i int, low, high int64) bool {
	found, at := false, int64(0)
	var most value
	for _, x := range s.stretches(i, low, high) {
		if found && !s.prefers(x.v, most) {
			break
		}
		if found {
			s.now.lift(i)
		}
		way := int64(1)
		if x.to < x.from {
			way = -1
		}
		if got, ok := s.now.near(i, x.from, way, x.to); ok {
			v := s.valueAt(i, got)
			if !found || s.prefers(v, most) {
				found, at, most = true, got, v
				continue
			}
			s.now.lift(i)
		}
		if found {
			s.now.put(i, at)
		}
	}
	return found
}

// valueAt is the value of a start against what stands, with the bid of what
// does not.
func (s *search) valueAt(i int, at int64) value {
	v := s.now.local(i, at)
	v.cost += s.bid(i, at)
	return v
}

// prefers compares values; among equals the later start, or the earlier.
func (s *search) prefers(a, b value) bool {
	if s.forwards && a.violation == b.violation && a.cost == b.cost {
		return a.starts < b.starts
	}
	return a.better(b)
}

// stretches cuts the bounds at every moment at which the value bends; best end
// first.
func (s *search) stretches(i int, low, high int64) []stretch {
	if low > high {
		return nil
	}
	at := s.now.atRules(append(s.at[:0], low, high, s.due[i]), i)
	in := at[:0]
	for _, t := range at {
		if low <= t && t <= high {
			in = append(in, t)
		}
	}
	slices.Sort(in)
	s.at = slices.Compact(in)
	out := s.line[:0]
	if len(s.at) == 1 {
		out = append(out, stretch{low, low, s.valueAt(i, low)})
	}
	for k := 0; k+1 < len(s.at); k++ {
		a, b := stretch{s.at[k], s.at[k+1], s.valueAt(i, s.at[k])}, stretch{s.at[k+1], s.at[k], s.valueAt(i, s.at[k+1])}
		if s.prefers(b.v, a.v) {
			a = b
		}
		out = append(out, a)
	}
	slices.SortFunc(out, func(a, b stretch) int {
		switch {
		case s.prefers(a.v, b.v):
			return -1
		case s.prefers(b.v, a.v):
			return 1
		}
		return 0
	})
	s.line = out
	return out
}

// atRules adds the starts that targets, limits and waits ask for.
func (s *state) atRules(at []int64, i int) []int64 {
	t := &s.m.tasks[i]
	for _, g := range t.targets {
		at = append(at, g.At-t.dur)
	}
	if t.latest != nil {
		at = append(at, *t.latest-t.dur)
	}
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		if other := l.from + l.to - i; other == i || !s.placed[other] {
			continue
		}
		at = s.atGap(at, l, i, l.least)
		if l.most != nil {
			at = s.atGap(at, l, i, *l.most)
		}
	}
	for _, g := range s.m.groupsOf[i] {
		if first, last, any := s.ends(g, i); any {
			at = append(at, first-t.dur, last-t.dur)
			if w := s.m.p.Together[g].Within; w != nil {
				at = append(at, last-*w-t.dur, first+*w-t.dur)
			}
		}
	}
	return at
}

// atGap adds the start at which a link has a gap.
func (s *state) atGap(at []int64, l *link, i int, gap int64) []int64 {
	if l.from == i {
		return append(at, s.start[l.to]+l.off-gap)
	}
	return append(at, s.start[l.from]-l.off+gap)
}
