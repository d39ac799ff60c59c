package solve

import (
	"context"
	"slices"
)

// build puts all tasks in, one after the other, and gives those that found no place.
func (s *search) build(jitter int64, noise bool) (rest []int) {
	tasks := all(len(s.m.tasks))
	s.now.clear()
	s.bounds.all(nil, nil, s.floors, s.caps)
	s.order(tasks, jitter)
	for len(tasks) > 0 && !s.late() {
		k := s.insertAll(tasks, noise)
		if k < len(tasks) {
			rest = append(rest, tasks[k])
			s.urgency[tasks[k]]++
			k++
		}
		tasks = tasks[k:]
	}
	return append(rest, tasks...)
}

// chainsOfATask bounds how many chains of liftings are followed for a first plan, by the
// number of tasks.
const chainsOfATask = 40

// first finds any plan: all that finds a place, backwards from the plates or forwards, and
// the rest squeezed in. A task that found no place goes in front the next time. Later tries
// shuffle the order and the choice of resources. Where everything will be tried anyway, only
// a few are made.
func (s *search) first(ctx context.Context, tiny bool) bool {
	jitter, noise := int64(0), false
	defer func() { s.forwards = false; s.dues() }()
	tries := firstTries
	if tiny {
		tries = firstTries / 30
	}
	for try := range tries {
		s.forwards = try%2 == 1
		if try == 1 {
			s.soonAfter()
		}
		if try == 1 || try > firstTries/8 && try%8 == 0 {
			clear(s.urgency)
		}
		rest := s.build(jitter, noise)
		if len(rest) > 0 && (try >= firstTries/30 || len(s.m.tasks) > small) { // in a small problem beginning anew costs nothing
			if s.betterWay(rest, jitter, noise) {
				rest = nil
			}
		}
		if len(rest) == 0 {
			s.begin()
			s.otherWay()
			return true
		}
		if ctx.Err() != nil && (s.late() || try >= firstTries/30) || s.placings > firstWork+firstWorkOfATask*len(s.m.tasks) {
			return false
		}
		if try >= firstTries/8 {
			jitter = max(1, (s.m.p.Horizon[1]-s.m.p.Horizon[0])/int64(1+s.rng.IntN(20)))
			noise = try%2 == 0
			s.now.turn = s.rng.IntN(64)
		}
	}
	return false
}

// betterWay squeezes what is left over into the plan, or into that of the other direction
// where less is left over.
func (s *search) betterWay(rest []int, jitter int64, noise bool) bool {
	anew := func() []int {
		s.forwards = !s.forwards
		clear(s.urgency)
		return s.build(jitter, noise)
	}
	if other := anew(); len(other) < len(rest) {
		rest = other
	} else {
		rest = anew()
	}
	slices.Reverse(rest)
	return s.squeeze(rest, chainsOfATask*len(s.m.tasks))
}

// otherWay makes a second plan in the other direction.
func (s *search) otherWay() {
	s.forwards = !s.forwards
	if !s.value.perfect() && len(s.build(0, false)) == 0 {
		s.keep()
	}
}

// maxPulls bounds how often a plan is made anew with a task pulled or pushed.
const maxPulls = 40

// pull makes the plan anew while a strict wait is too long, each time with the
// later of its two tasks capped earlier by as much as the wait is too long.
// Where that does not do, the earlier task is pushed: it may not start before
// the wait would be short enough, and what follows has to be later.
func (s *search) pull(ctx context.Context) {
	s.bend(ctx, func(l *link, by int64) {
		s.caps[l.to] = min(s.caps[l.to], s.now.start[l.to]) - by
	})
	if s.value.violation > 0 {
		clear(s.urgency)
		s.bend(ctx, func(l *link, by int64) {
			s.floors[l.from] = max(s.floors[l.from], s.now.start[l.from]+by)
			s.urgency[l.from]++
		})
		clear(s.urgency)
	}
	s.now.load(&s.best)
}

// bend changes the bounds of the tasks of the worst wait, and makes the plan
// anew, until none is too long or no plan comes of it. The bounds are as wide as
// ever afterwards.
func (s *search) bend(ctx context.Context, how func(l *link, by int64)) {
	s.now.load(&s.best)
	for range maxPulls {
		e, by := s.worstWait()
		if by == 0 || ctx.Err() != nil {
			break
		}
		how(&s.m.links[e], by)
		if len(s.build(0, false)) > 0 {
			break
		}
		s.keep()
	}
	s.widen()
}

// widen takes all caps and floors away.
func (s *search) widen() {
	for i := range s.caps {
		s.caps[i], s.floors[i] = s.m.p.Horizon[1], s.m.p.Horizon[0]
	}
}

// worstWait is the link whose strict wait is furthest beyond its limit, and by
// how much.
func (s *search) worstWait() (worst int, by int64) {
	for e := range s.m.links {
		l := &s.m.links[e]
		if l.most == nil || l.over != nil || l.from == l.to {
			continue
		}
		if over := s.now.start[l.to] - s.now.start[l.from] + l.off - *l.most; over > by {
			worst, by = e, over
		}
	}
	return worst, by
}
