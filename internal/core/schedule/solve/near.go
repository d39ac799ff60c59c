package solve

import "math"

const never = math.MinInt64 / 4

// near places a task at the start nearest to at, going one way (1 later, -1
// earlier) and no further than limit, at which it and the waits that it
// completes fit. Each step jumps over what is in the way.
func (s *state) near(i int, at, way, limit int64) (int64, bool) {
	s.reached = s.reached[:0]
	for tries := 0; (limit-at)*way >= 0; {
		next := s.jump(i, at, way)
		switch {
		case next == never:
			return 0, false
		case next != at:
			at = next
		case s.put(i, at):
			return at, true
		default: // each need alone would fit, together they do not
			if tries++; tries > 40 {
				return 0, false
			}
			at += way * max(1, s.m.tasks[i].dur/8)
		}
	}
	return 0, false
}

// jump is at itself where every need alone fits there, or else the next start
// that may; never where there is none that way.
func (s *state) jump(i int, at, way int64) int64 {
	t := &s.m.tasks[i]
	next, known := at, 0
	for k := range t.needs {
		n := &t.needs[k]
		if len(n.slices) == 0 {
			continue
		}
		options := s.options(n)
		if len(s.reached) < known+len(options) {
			s.reached = append(s.reached, make([]int64, known+len(options)-len(s.reached))...)
			for j := range options {
				s.reached[known+j] = at - way
			}
		}
		to := s.jumpNeed(n, options, s.reached[known:known+len(options)], at, way)
		if to == never {
			return never
		}
		next, known = further(next, to, way), known+len(options)
	}
	for _, e := range s.m.linksOf[i] {
		if len(s.m.links[e].holds) == 0 {
			continue
		}
		to := s.jumpHold(e, i, at, way)
		if to == never {
			return never
		}
		next = further(next, to, way)
	}
	return next
}

func further(a, b, way int64) int64 {
	if way > 0 {
		return max(a, b)
	}
	return min(a, b)
}

func nearer(a, b, way int64) int64 {
	if a == never {
		return b
	}
	if way > 0 {
		return min(a, b)
	}
	return max(a, b)
}

// options are the resources that a need may still take.
func (s *state) options(n *need) []int {
	if n.label >= 0 && s.board.label[n.label] >= 0 {
		return s.board.label[n.label : n.label+1]
	}
	return n.options
}

// jumpNeed is the nearest start over all resources that a need may take. Up to which start
// each of them is known to be taken is kept in reached, if not nil, from one jump to the next.
func (s *state) jumpNeed(n *need, options []int, reached []int64, at, way int64) int64 {
	best := int64(never)
	for j, r := range options {
		var to int64
		if reached != nil && (reached[j] == never || (reached[j]-at)*way > 0) {
			to = reached[j]
		} else if to = s.jumpOn(r, n, at, way); reached != nil {
			reached[j] = to
		}
		if to == at {
			return at
		}
		if to != never {
			best = nearer(best, to, way)
		}
	}
	return best
}

// jumpOn clears every slice of a need on one resource, and its windows.
func (s *state) jumpOn(r int, n *need, at, way int64) int64 {
	next := s.jumpWindow(r, n, at, way)
	if next != at {
		return next
	}
	for _, part := range n.slices {
		c := s.board.clash(r, part.Shift(at), n)
		if c.free {
			continue
		}
		to := c.before - part[1]
		if way > 0 {
			to = c.after - part[0]
		}
		if to < never/2 || to > -never/2 {
			return never
		}
		next = further(next, to, way)
	}
	return next
}

// jumpWindow is the nearest start at which all slices lie in one window.
func (s *state) jumpWindow(r int, n *need, at, way int64) int64 {
	begin, end := n.slices[0][0], n.slices[len(n.slices)-1][1]
	best := int64(never)
	for _, w := range s.m.windows[r] {
		low, high := w[0]-begin, w[1]-end
		switch {
		case low > high || (way > 0 && high < at) || (way < 0 && low > at):
		case low <= at && at <= high:
			return at
		case way > 0:
			best = nearer(best, low, way)
		default:
			best = nearer(best, high, way)
		}
	}
	return best
}

// jumpHold clears the waits of a link whose other task stands. Away from that
// task a wait only grows, and what is in its way stays there.
func (s *state) jumpHold(e, i int, at, way int64) int64 {
	l := &s.m.links[e]
	held, known := s.waits(e, i, at)
	if !known {
		return s.jumpLeast(l, i, at, way)
	}
	if held[0] >= held[1] {
		return at
	}
	shrinks := (l.from == i) == (way > 0)
	next := at
	for h := range l.holds {
		best := int64(never)
		for _, r := range s.options(&l.holds[h]) {
			c := s.board.clash(r, held, &l.holds[h])
			in := s.board.inWindow(r, held)
			if c.free && in {
				best = at
				break
			}
			if !shrinks {
				continue
			}
			to := at + way
			if !c.free {
				to = c.before
				if l.from == i {
					to = c.after - s.m.tasks[i].dur
				}
			}
			if to > never/2 && to < -never/2 {
				best = nearer(best, further(to, at+way, way), way)
			}
		}
		if best == never {
			return never
		}
		next = further(next, best, way)
	}
	return next
}

// jumpLeast looks ahead: a wait that will last at least so long wants a free
// place right after the task, or right before it, whatever its other task does.
func (s *state) jumpLeast(l *link, i int, at, way int64) int64 {
	if l.from == l.to || l.least <= 0 {
		return at
	}
	ahead := l.after
	if l.to == i {
		ahead = l.before
	}
	next := at
	for h := range ahead {
		to := s.jumpNeed(&ahead[h], s.options(&ahead[h]), nil, at, way)
		if to == never {
			return never
		}
		next = further(next, to, way)
	}
	return next
}
