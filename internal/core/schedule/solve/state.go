package solve

import "jointime/internal/core/schedule"

// state is a plan in the making: which tasks stand, where, and with what.
type state struct {
	m       *model
	board   *board
	start   []int64
	placed  []bool
	chosen  [][]int // by task, by need: resource
	held    [][]int // by link, by hold: resource; -1 while it is not held
	flat    []int   // what chosen and held lie in
	sum     value   // of what stands, but for what the chosen resources cost
	log     []change
	was     []int // resources that lifted tasks had, see change
	turn    int
	reached []int64  // of near, reused: by need and resource, see jumpNeed
	wants   []demand // reused by put
	spans   []schedule.Span
}

// change is a task put in or lifted, so that it can be undone.
type change struct {
	task int
	at   int64
	was  int // where its resources begin in state.was; -1: it was put in
}

func newState(m *model) *state {
	s := &state{m: m, board: newBoard(m), start: make([]int64, len(m.tasks)), placed: make([]bool, len(m.tasks)), flat: make([]int, m.choices)}
	rest := s.flat
	cut := func(n int) (out []int) {
		out, rest = rest[:n:n], rest[n:]
		return out
	}
	for _, t := range m.tasks {
		s.chosen = append(s.chosen, cut(len(t.needs)))
	}
	for _, l := range m.links {
		h := cut(len(l.holds))
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
	s.demands(i, at)
	if !s.board.take(s.wants, s.turn) {
		s.unholdFailed(i)
		return false
	}
	s.stand(i, at)
	return true
}

// demands lists what a task wants at a start, and the waits that it completes.
func (s *state) demands(i int, at int64) {
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
}

// stand notes that a task stands.
func (s *state) stand(i int, at int64) {
	s.gain(i, at)
	s.log = append(s.log, change{i, at, -1})
}

// gain adds a task to what stands.
func (s *state) gain(i int, at int64) {
	v := s.local(i, at)
	s.sum.add(v)
	s.sum.starts += v.starts
	s.start[i], s.placed[i] = at, true
}

// unholdFailed forgets the waits that a failed placing had begun to choose.
func (s *state) unholdFailed(i int) {
	for _, e := range s.m.linksOf[i] {
		for h := range s.held[e] {
			s.held[e][h] = -1
		}
	}
}

// waits is when a link holds something if task i starts at at; false where its other task
// does not stand.
func (s *state) waits(e, i int, at int64) (schedule.Span, bool) {
	l := &s.m.links[e]
	other := l.from + l.to - i
	if len(l.holds) == 0 || (other != i && !s.placed[other]) {
		return schedule.Span{}, false
	}
	from, to := s.start[l.from], s.start[l.to]
	if l.from == i {
		from = at
	}
	if l.to == i {
		to = at
	}
	return schedule.Span{from + s.m.tasks[l.from].dur, to}, true
}

// wantHolds adds the holds of a link whose other task stands.
func (s *state) wantHolds(e, i int, at int64) {
	held, stands := s.waits(e, i, at)
	if !stands {
		return
	}
	l := &s.m.links[e]
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
	s.log = append(s.log, change{i, s.start[i], len(s.was)})
	s.was = append(s.was, s.chosen[i]...)
	for _, e := range s.m.linksOf[i] {
		s.was = append(s.was, s.held[e]...)
	}
	s.off(i)
}

// off does it without a note.
func (s *state) off(i int) {
	at := s.start[i]
	for k := range s.m.tasks[i].needs {
		n := &s.m.tasks[i].needs[k]
		for _, part := range n.slices {
			s.board.on[s.chosen[i][k]].remove(i, part.Shift(at))
		}
		s.board.choose(n, s.chosen[i][k], -1)
		s.board.unlabel(n)
	}
	for _, e := range s.m.linksOf[i] {
		s.unhold(e)
	}
	s.placed[i] = false
	v := s.local(i, at)
	s.sum.violation -= v.violation
	s.sum.cost -= v.cost
	s.sum.starts -= v.starts
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
			s.board.on[r].remove(len(s.m.tasks)+e, span)
		}
		s.board.choose(&l.holds[h], r, -1)
		s.board.unlabel(&l.holds[h])
		s.held[e][h] = -1
	}
}

// putAs places a task as it stood before: at a start, with its resources and those of the
// waits beside it, one after the other as lift notes them.
func (s *state) putAs(i int, at int64, had []int) {
	t := &s.m.tasks[i]
	for k := range t.needs {
		n, r := &t.needs[k], had[k]
		s.board.claim(demand{n, nil, i, &s.chosen[i][k]}, r)
		for _, part := range n.slices {
			s.board.on[r].insert(taking{part.Shift(at), n.units, n.setting, n.settle, i})
		}
	}
	had = had[len(t.needs):]
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		if held, stands := s.waits(e, i, at); stands {
			for h := range l.holds {
				n := &l.holds[h]
				s.board.claim(demand{n, nil, len(s.m.tasks) + e, &s.held[e][h]}, had[h])
				if held[0] < held[1] {
					s.board.on[had[h]].insert(taking{held, n.units, n.setting, n.settle, len(s.m.tasks) + e})
				}
			}
		}
		had = had[len(l.holds):]
	}
	s.gain(i, at)
}

// undo takes back what was changed since the last commit, or since a length of the log.
func (s *state) undo(to int) {
	for k := len(s.log) - 1; k >= to; k-- {
		c := s.log[k]
		if c.was < 0 {
			s.off(c.task)
			continue
		}
		s.putAs(c.task, c.at, s.was[c.was:])
		s.was = s.was[:c.was]
	}
	s.log = s.log[:to]
}

// commit says that what stands, stands.
func (s *state) commit() { s.log, s.was = s.log[:0], s.was[:0] }

// clear takes everything off.
func (s *state) clear() {
	for i, on := range s.placed {
		if on {
			s.off(i)
		}
	}
	s.commit()
}

// shot is a whole plan as it stood.
type shot struct {
	start []int64
	flat  []int // as in state
}

// take copies a plan.
func (x *shot) take(s *state) {
	x.start, x.flat = append(x.start[:0], s.start...), append(x.flat[:0], s.flat...)
}

// load makes a plan stand again: only what differs from it is moved.
func (s *state) load(x *shot) {
	old := shot{}
	old.take(s) // what is lifted forgets what it held
	var moved []int
	at := 0
	differs := func(n int) (is bool) {
		for k := range n {
			is = is || x.flat[at+k] != old.flat[at+k]
		}
		at += n
		return is
	}
	out := make([]bool, len(s.m.tasks))
	for i, t := range s.m.tasks {
		out[i] = differs(len(t.needs)) || !s.placed[i] || x.start[i] != s.start[i]
	}
	for _, l := range s.m.links {
		if differs(len(l.holds)) {
			out[l.from] = true
		}
	}
	for i := range out {
		if out[i] {
			moved = append(moved, i)
			if s.placed[i] {
				s.off(i)
			}
		}
	}
	s.commit()
	had := make([]int, 0, 16)
	for _, i := range moved {
		had = x.of(s.m, i, had[:0])
		s.putAs(i, x.start[i], had)
	}
}

// of are the resources of a task and of the waits beside it, as lift notes them.
func (x *shot) of(m *model, i int, had []int) []int {
	had = append(had, x.flat[m.flatTask[i]:m.flatTask[i]+len(m.tasks[i].needs)]...)
	for _, e := range m.linksOf[i] {
		had = append(had, x.flat[m.flatLink[e]:m.flatLink[e]+len(m.links[e].holds)]...)
	}
	return had
}
