package solve

import (
	"context"
)

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
	s.now.copyFrom(s.best)
}

// bend changes the bounds of the tasks of the worst wait, and makes the plan
// anew, until none is too long or no plan comes of it. The bounds are as wide as
// ever afterwards.
func (s *search) bend(ctx context.Context, how func(l *link, by int64)) {
	s.now.copyFrom(s.best)
	for range maxPulls {
		e, by := s.worstWait()
		if by == 0 || ctx.Err() != nil {
			break
		}
		how(&s.m.links[e], by)
		if !s.build(0, false, 0) {
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
