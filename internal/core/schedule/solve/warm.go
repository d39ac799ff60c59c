package solve

import (
	"cmp"
	"math"
	"slices"

	"jointime/internal/core/schedule"
)

// from makes a first plan out of one of a problem like this: what is in both, and still
// fits where and with what it was, stands so, the last in front, for they lead to the
// plates; the rest is put among it. It is false where less than half fits, or where
// something finds no place: then a plan from nothing is as near.
func (s *search) from(p schedule.Plan) bool {
	was := make(map[string]*schedule.PlannedTask, len(p.Tasks))
	for i := range p.Tasks {
		was[p.Tasks[i].ID] = &p.Tasks[i]
	}
	var rest []int
	for _, i := range s.lastFirst(was) {
		s.bounds.some([]int{i}, s.now.placed, s.now.start)
		t := was[s.m.p.Tasks[i].ID]
		if t == nil || t.Start < s.bounds.es[i] || s.bounds.ls[i] < t.Start || !s.now.putWith(i, t.Start, t.Resources) {
			rest = append(rest, i)
		}
	}
	if 2*len(rest) > len(s.m.tasks) || !s.fill(rest) {
		s.now = newState(s.m)
		clear(s.urgency)
		return false
	}
	s.value = s.now.whole()
	s.best.copyFrom(s.now)
	s.planned = true
	s.tell()
	return true
}

// lastFirst is all tasks, those that began last in front, and at the end those that are new.
func (s *search) lastFirst(was map[string]*schedule.PlannedTask) []int {
	order := all(len(s.m.tasks))
	start := func(i int) int64 {
		if t := was[s.m.p.Tasks[i].ID]; t != nil {
			return t.Start
		}
		return math.MinInt64
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(start(b), start(a)) })
	return order
}

// fill puts tasks among those that stand. For one that finds no place, first what comes
// before it is lifted and put in again after it, then what follows it, and then, further
// and further off, what has its resources.
func (s *search) fill(rest []int) bool {
	for left := 4*len(s.m.tasks) + 40; ; left-- {
		s.bounds.all(s.now.placed, s.now.start, nil, nil)
		k := s.insertAll(rest, false)
		if k == len(rest) {
			return true
		}
		i := rest[k]
		if s.urgency[i]++; left == 0 || s.late() {
			return false
		}
		out := s.ejectFor(i, s.urgency[i])
		s.order(out, 0)
		rest = append(append([]int{i}, out...), rest[k+1:]...)
	}
}

// ejectFor lifts the more for a task, the more often it found no place.
func (s *search) ejectFor(i, tries int) (out []int) {
	if tries > 2 {
		return s.eject(i, 2*s.m.tasks[i].dur>>max(0, 6-tries)+1800>>max(0, 8-tries))
	}
	for _, e := range s.m.linksOf[i] {
		k := s.m.links[e].from
		if tries == 2 && k == i {
			k = s.m.links[e].to
		}
		if k != i && s.now.placed[k] {
			s.now.lift(k)
			out = append(out, k)
		}
	}
	return out
}

// putWith places a task at a start with the resources that it had, by need.
func (s *state) putWith(i int, at int64, names []string) bool {
	t := &s.m.tasks[i]
	if len(names) != len(t.needs) {
		return false
	}
	had := make([]need, len(t.needs))
	for k := range t.needs {
		r := slices.IndexFunc(t.needs[k].options, func(r int) bool { return s.m.resources[r].ID == names[k] })
		if r < 0 {
			return false
		}
		had[k] = t.needs[k]
		had[k].options = t.needs[k].options[r : r+1]
	}
	all := t.needs
	t.needs = had
	ok := s.put(i, at)
	t.needs = all
	return ok
}
