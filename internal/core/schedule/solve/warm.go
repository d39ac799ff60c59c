package solve

import (
	"cmp"
	"math"
	"slices"

	"jointime/internal/core/schedule"
)

// compileFrom compiles a problem with what it weighs that tasks stand as they did: two more
// prices on when they end, and one on each resource that they did not have.
func compileFrom(p schedule.Problem, a *aside, o Options) *model {
	if o.From == nil || len(o.Stay) == 0 {
		return compileBeside(p, a)
	}
	h := hadIn(*o.From)
	q := p
	q.Tasks, q.Links, q.Targets = slices.Clone(p.Tasks), slices.Clone(p.Links), slices.Clone(p.Targets)
	for i := range q.Tasks {
		t := &q.Tasks[i]
		was, stay := h.task[t.ID], o.Stay[t.ID]
		if was == nil {
			continue
		}
		t.Uses = stay.bid(t.Uses, was.Resources)
		if stay.Begun {
			t.Earliest = &was.Start
		} else if stay.Second > 0 {
			q.Targets = append(q.Targets, schedule.Target{Task: t.ID, At: was.Start + t.Duration, Early: stay.Second, Late: stay.Second})
		}
	}
	for e := range q.Links {
		l := &q.Links[e]
		l.Holds = o.Stay[l.From].bid(l.Holds, h.wait[[2]string{l.From, l.To}])
	}
	m := compileBeside(q, a)
	for i, t := range q.Tasks {
		if o.Stay[t.ID].Begun && h.task[t.ID] != nil {
			m.tasks[i].earliest, m.tasks[i].last = *t.Earliest, *t.Earliest
			if end := *t.Earliest + t.Duration; t.Latest == nil || t.LatestOver != nil || *t.Latest > end {
				q.Tasks[i].Latest, q.Tasks[i].LatestOver = &end, nil
			}
		}
	}
	m.p, m.had, m.stay = p, &h, o.Stay
	return m
}

// bid makes uses prefer the resources that they had, or, of what has begun, take them.
func (y Stay) bid(uses []schedule.Use, had []string) []schedule.Use {
	if y == (Stay{}) || len(had) != len(uses) {
		return uses
	}
	out := slices.Clone(uses)
	for k := range out {
		u := &out[k]
		switch {
		case !slices.Contains(u.OneOf, had[k]):
		case y.Begun:
			u.OneOf, u.Costs = had[k:k+1], nil
			if c := uses[k].Costs[had[k]]; c > 0 {
				u.Costs = map[string]int64{had[k]: c}
			}
		case y.Other > 0:
			u.Costs = map[string]int64{}
			for _, id := range u.OneOf {
				if u.Costs[id] = uses[k].Costs[id]; id != had[k] {
					u.Costs[id] += y.Other
				}
			}
		}
	}
	return out
}

// moved is what it weighs that tasks of the plan that stands do not stand as they did.
func (s *search) moved() (sum int64) {
	if s.m.had == nil {
		return 0
	}
	others := func(uses []schedule.Use, had []string, chosen []int) (n int64) {
		for k := range uses {
			if len(had) == len(uses) && slices.Contains(uses[k].OneOf, had[k]) && s.m.resources[chosen[k]].ID != had[k] {
				n++
			}
		}
		return n
	}
	for i, t := range s.m.p.Tasks {
		was, stay := s.m.had.task[t.ID], s.m.stay[t.ID]
		if was == nil || stay.Begun {
			continue
		}
		sum += stay.Second*max(s.now.start[i]-was.Start, was.Start-s.now.start[i]) + stay.Other*others(t.Uses, was.Resources, s.now.chosen[i])
	}
	for e, l := range s.m.p.Links {
		if stay := s.m.stay[l.From]; !stay.Begun {
			sum += stay.Other * others(l.Holds, s.m.had.wait[[2]string{l.From, l.To}], s.now.held[e])
		}
	}
	return sum
}

// from makes a first plan out of one of a problem like this, in two ways, and takes the
// better one. It is false where neither comes off: then a plan from nothing is as near.
func (s *search) from(p schedule.Plan) bool {
	had := hadIn(p)
	var best shot
	var least value
	for _, how := range []func(past) bool{s.stayed, s.shifted} {
		if how(had) && (best.start == nil || s.now.whole().better(least)) {
			least = s.now.whole()
			best.take(s.now)
		}
		s.now.clear()
		clear(s.urgency)
	}
	if best.start == nil {
		return false
	}
	s.now.load(&best)
	s.begin()
	return true
}

// shifted puts everything in as it was, the first in front, or else at the next start at
// which it fits, after what it waits for: what is late makes later what comes after it.
func (s *search) shifted(had past) bool {
	order, key := all(len(s.m.tasks)), make([]int64, len(s.m.tasks))
	for i := range order {
		if key[i] = s.due[i]; had.task[s.m.p.Tasks[i].ID] != nil {
			key[i] = had.task[s.m.p.Tasks[i].ID].Start
		}
		if s.m.tasks[i].last == s.m.tasks[i].earliest { // it cannot be elsewhere
			key[i] = math.MinInt64
		}
	}
	slices.SortStableFunc(order, func(a, b int) int { return cmp.Compare(key[a], key[b]) })
	s.bounds.all(nil, nil, nil, nil)
	var rest []int
	met := make([]bool, len(order))
	var put func(i int)
	put = func(i int) {
		if met[i] {
			return
		}
		met[i] = true
		for _, e := range s.m.bindsOf[i] {
			if l := &s.m.links[e]; l.to == i && key[i] > math.MinInt64 {
				put(l.from)
			}
		}
		if s.shift(i, had) {
			s.bounds.fix(i, s.now.start[i], s.now.placed)
		} else {
			rest = append(rest, i)
		}
	}
	for _, i := range order {
		if put(i); s.late() {
			return false
		}
	}
	slices.Reverse(rest)
	return 2*len(rest) <= len(s.m.tasks) && s.squeeze(rest, chainsOfATask*len(s.m.tasks))
}

// shift puts a task in as it was, or as soon after as it fits, or before.
func (s *search) shift(i int, had past) bool {
	low, high := s.bounds.es[i], s.bounds.ls[i]
	t := had.task[s.m.p.Tasks[i].ID]
	if t == nil {
		return s.insertOne(i, false)
	}
	if low <= t.Start && t.Start <= high && s.putAsHad(i, t.Start, had) {
		return true
	}
	if _, ok := s.now.near(i, max(low, t.Start), 1, high); ok {
		return true
	}
	_, ok := s.now.near(i, min(high, t.Start), -1, low)
	return ok
}

// stayed leaves everything that still fits where and with what it was, the last in front,
// for they lead to the plates, and puts the rest among it. It is false where less than half
// fits, or where something finds no place.
func (s *search) stayed(had past) bool {
	var rest []int
	s.bounds.all(nil, nil, nil, nil)
	for _, i := range s.lastFirst(had.task) {
		t := had.task[s.m.p.Tasks[i].ID]
		if t != nil && s.bounds.es[i] <= t.Start && t.Start <= s.bounds.ls[i] && s.putAsHad(i, t.Start, had) {
			s.bounds.fix(i, t.Start, s.now.placed)
		} else {
			rest = append(rest, i)
		}
	}
	return 2*len(rest) <= len(s.m.tasks) && s.squeeze(rest, chainsOfATask*len(s.m.tasks))
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

// past is what a plan says of a problem's tasks and waits, by their ids.
type past struct {
	task map[string]*schedule.PlannedTask
	wait map[[2]string][]string // resources
}

func hadIn(p schedule.Plan) past {
	h := past{make(map[string]*schedule.PlannedTask, len(p.Tasks)), make(map[[2]string][]string, len(p.Links))}
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
func (s *search) putAsHad(i int, at int64, h past) bool {
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
