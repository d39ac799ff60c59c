package solve

import "context"

// build makes a plan from nothing. A task that finds no place may so many times
// eject what is in its way.
func (s *search) build(jitter int64, noise bool, ejections int) bool {
	all := make([]int, len(s.m.tasks))
	for i := range all {
		all[i] = i
		if s.now.placed[i] {
			s.now.lift(i)
		}
	}
	s.bounds.all(nil, nil, s.floors, s.caps)
	s.order(all, jitter)
	for left := ejections; ; left-- {
		k := s.insertAll(all, noise)
		if k == len(all) {
			return true
		}
		if s.urgency[all[k]]++; left == 0 || s.late() {
			return false
		}
		out := s.eject(all[k], 2*s.m.tasks[all[k]].dur+1800)
		s.bounds.all(s.now.placed, s.now.start, s.floors, s.caps)
		s.order(out, jitter)
		all = append(append([]int{all[k]}, out...), all[k+1:]...)
	}
}

// eject lifts what is in the way of a task that found no place: its neighbours
// by waits, and what has one of its resources no further from the time at which it is due
// than reach, in seconds.
func (s *search) eject(i int, reach int64) (out []int) {
	lift := func(k int) {
		if k != i && s.now.placed[k] {
			s.now.lift(k)
			out = append(out, k)
		}
	}
	for _, e := range s.m.linksOf[i] {
		lift(s.m.links[e].from)
		lift(s.m.links[e].to)
	}
	for _, r := range s.m.touches(i) {
		var owners []int
		for _, t := range s.now.board.on[r].taken {
			if at := t.span[0] - s.due[i]; -reach < at && at < reach {
				owners = append(owners, t.owner)
			}
		}
		for _, o := range owners {
			if o >= len(s.m.tasks) {
				o = s.m.links[o-len(s.m.tasks)].from
			}
			lift(o)
		}
	}
	return out
}

// touches are the resources that a task, or a wait before or after it, may take.
func (m *model) touches(i int) (out []int) {
	for k := range m.tasks[i].needs {
		out = append(out, m.tasks[i].needs[k].options...)
	}
	for _, e := range m.linksOf[i] {
		for h := range m.links[e].holds {
			out = append(out, m.links[e].holds[h].options...)
		}
	}
	return out
}

// first finds any plan; each failed try puts the task that found no place
// further in front. Later tries shuffle the order and the choice of resources.
func (s *search) first(ctx context.Context) bool {
	jitter, noise := int64(0), false
	defer func() { s.forwards = false }()
	for try := range firstTries {
		if s.forwards = try%2 == 1; try == 1 {
			clear(s.urgency)
		}
		ejections := 0 // in a small problem beginning anew is better and costs nothing
		if try >= firstTries/30 || len(s.m.tasks) > small {
			ejections = 2*len(s.m.tasks) + 20
		}
		if s.build(jitter, noise, ejections) {
			s.value = s.now.whole()
			s.best.copyFrom(s.now)
			s.planned = true
			s.tell()
			s.forwards = !s.forwards
			if !s.value.perfect() && s.build(0, false, 0) {
				s.keep()
			}
			return true
		}
		if try < firstTries/8 && !s.late() {
			continue
		}
		if ctx.Err() != nil || s.placings > firstWork+60*len(s.m.tasks) {
			return false
		}
		if try%8 == 0 {
			clear(s.urgency)
		}
		jitter = max(1, (s.m.p.Horizon[1]-s.m.p.Horizon[0])/int64(1+s.rng.IntN(20)))
		noise = try%2 == 0
		s.now.turn = s.rng.IntN(64)
	}
	return false
}
