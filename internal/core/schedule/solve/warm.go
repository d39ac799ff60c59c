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
	had := hadIn(p)
	var rest []int
	for _, i := range s.lastFirst(had.task) {
		s.bounds.some([]int{i}, s.now.placed, s.now.start)
		t := had.task[s.m.p.Tasks[i].ID]
		if t == nil || t.Start < s.bounds.es[i] || s.bounds.ls[i] < t.Start || !s.putAsHad(i, t.Start, had) {
			rest = append(rest, i)
		}
	}
	if 2*len(rest) > len(s.m.tasks) || !s.squeeze(rest, chainsOfATask*len(s.m.tasks)) {
		s.now = newState(s.m)
		clear(s.urgency)
		return false
	}
	s.begin()
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

// had is what a plan says of a problem's tasks and waits, by their ids.
type had struct {
	task map[string]*schedule.PlannedTask
	wait map[[2]string][]string // resources
}

func hadIn(p schedule.Plan) had {
	h := had{make(map[string]*schedule.PlannedTask, len(p.Tasks)), make(map[[2]string][]string, len(p.Links))}
	for i := range p.Tasks {
		h.task[p.Tasks[i].ID] = &p.Tasks[i]
	}
	for _, l := range p.Links {
		h.wait[[2]string{l.From, l.To}] = l.Resources
	}
	return h
}

// putAsHad places a task at a start with the resources that it had, and the waits that it
// completes on theirs.
func (s *search) putAsHad(i int, at int64, h had) bool {
	var on []int
	find := func(n *need, names []string, k int) {
		on = append(on, -1)
		if k < len(names) {
			if j := slices.IndexFunc(n.options, func(r int) bool { return s.m.resources[r].ID == names[k] }); j >= 0 {
				on[len(on)-1] = n.options[j]
			}
		}
	}
	t := h.task[s.m.p.Tasks[i].ID]
	for k := range s.m.tasks[i].needs {
		if find(&s.m.tasks[i].needs[k], t.Resources, k); on[k] < 0 {
			return false
		}
	}
	for _, e := range s.m.linksOf[i] {
		if _, stands := s.now.waits(e, i, at); stands {
			l := &s.m.p.Links[e]
			for k := range l.Holds {
				find(&s.m.links[e].holds[k], h.wait[[2]string{l.From, l.To}], k)
			}
		}
	}
	return s.putOn(i, at, on)
}
