package solve

import "jointime/internal/core/schedule"

// state is a plan in the making: which tasks stand, where, and with what.
type state struct {
	m      *model
	board  *board
	start  []int64
	placed []bool
	chosen [][]int // by task, by need: resource
	held   [][]int // by link, by hold: resource; -1 while it is not held
	turn   int
	wants  []demand // reused by put
	spans  []schedule.Span
}

func newState(m *model) *state {
	s := &state{m: m, board: newBoard(m), start: make([]int64, len(m.tasks)), placed: make([]bool, len(m.tasks))}
	for _, t := range m.tasks {
		s.chosen = append(s.chosen, make([]int, len(t.needs)))
	}
	for _, l := range m.links {
		h := make([]int, len(l.holds))
		for i := range h {
			h[i] = -1
		}
		s.held = append(s.held, h)
	}
	return s
}

// put places a task at a start if everything that it needs, and every wait
// that it completes, is free.
func (s *state) put(i int, at int64) bool {
	s.wants, s.spans = s.wants[:0], s.spans[:0]
	t := &s.m.tasks[i]
	for k := range t.needs {
		from := len(s.spans)
		for _, part := range t.needs[k].slices {
			s.spans = append(s.spans, part.Shift(at))
		}
		s.wants = append(s.wants, demand{&t.needs[k], s.spans[from:len(s.spans):len(s.spans)], i, &s.chosen[i][k]})
	}
	for _, e := range s.m.linksOf[i] {
		s.wantHolds(e, i, at)
	}
	if !s.board.take(s.wants, s.turn) {
		s.unholdFailed(i)
		return false
	}
	s.start[i], s.placed[i] = at, true
	return true
}

// unholdFailed forgets the waits that a failed placing had begun to choose.
func (s *state) unholdFailed(i int) {
	for _, e := range s.m.linksOf[i] {
		for h := range s.held[e] {
			s.held[e][h] = -1
		}
	}
}

// wantHolds adds the holds of a link whose other task stands.
func (s *state) wantHolds(e, i int, at int64) {
	l := &s.m.links[e]
	other := l.from + l.to - i
	if len(l.holds) == 0 || (other != i && !s.placed[other]) {
		return
	}
	from, to := s.start[l.from], s.start[l.to]
	if l.from == i {
		from = at
	}
	if l.to == i {
		to = at
	}
	held := schedule.Span{from + s.m.tasks[l.from].dur, to}
	mark := len(s.spans)
	if held[0] < held[1] {
		s.spans = append(s.spans, held)
	}
	for h := range l.holds {
		s.wants = append(s.wants, demand{&l.holds[h], s.spans[mark:len(s.spans):len(s.spans)], len(s.m.tasks) + e, &s.held[e][h]})
	}
}

// lift takes a task, and the waits that it completes, off the board.
func (s *state) lift(i int) {
	for k := range s.m.tasks[i].needs {
		n := &s.m.tasks[i].needs[k]
		for _, part := range n.slices {
			s.board.changes(s.chosen[i][k]).remove(i, part.Shift(s.start[i]))
		}
		s.board.choose(n, s.chosen[i][k], -1)
		s.board.unlabel(n)
	}
	for _, e := range s.m.linksOf[i] {
		s.unhold(e)
	}
	s.placed[i] = false
}

// unhold takes the waits of a link off the board.
func (s *state) unhold(e int) {
	l := &s.m.links[e]
	span := schedule.Span{s.start[l.from] + s.m.tasks[l.from].dur, s.start[l.to]}
	for h, r := range s.held[e] {
		if r < 0 {
			continue
		}
		if span[0] < span[1] {
			s.board.changes(r).remove(len(s.m.tasks)+e, span)
		}
		s.board.choose(&l.holds[h], r, -1)
		s.board.unlabel(&l.holds[h])
		s.held[e][h] = -1
	}
}

// copyFrom makes s the same as o.
func (s *state) copyFrom(o *state) {
	copy(s.start, o.start)
	copy(s.placed, o.placed)
	s.board.copyFrom(o.board)
	for i := range o.chosen {
		copy(s.chosen[i], o.chosen[i])
	}
	for e := range o.held {
		copy(s.held[e], o.held[e])
	}
}
