package solve

import "math"

// bounds are the first and last start that the least gaps leave to each task,
// given where others stand.
type bounds struct {
	m             *model
	es, ls        []int64
	before, after []int // the task that set es, ls; -1: the horizon
	queue         []int
	queued        []bool
}

// withinWindows takes from the starts of each task what no window leaves to it.
func (m *model) withinWindows() {
	for i := range m.tasks {
		t := &m.tasks[i]
		for _, n := range t.needs {
			if len(n.slices) == 0 {
				continue
			}
			first, last := int64(math.MaxInt64), int64(math.MinInt64)
			for _, r := range n.options {
				for _, w := range m.windows[r] {
					first, last = min(first, w[0]-n.slices[0][0]), max(last, w[1]-n.slices[len(n.slices)-1][1])
				}
			}
			if first <= last { // else it is disproved
				t.earliest, t.last = max(t.earliest, first), min(t.last, last)
			}
		}
	}
}

func (m *model) newBounds() *bounds {
	n := len(m.tasks)
	return &bounds{m: m, es: make([]int64, n), ls: make([]int64, n), before: make([]int, n), after: make([]int, n), queued: make([]bool, n)}
}

// all computes the bounds anew. Placed tasks stand where start says; floors and
// caps, if not nil, are the first and last starts allowed.
func (b *bounds) all(placed []bool, start, floors, caps []int64) {
	for i, t := range b.m.tasks {
		b.es[i], b.ls[i] = t.earliest, t.last
		b.before[i], b.after[i] = -1, -1
		if floors != nil {
			b.es[i] = max(b.es[i], floors[i])
		}
		if caps != nil {
			b.ls[i] = min(b.ls[i], caps[i])
		}
		if placed != nil && placed[i] {
			b.es[i], b.ls[i] = start[i], start[i]
		}
		b.push(i)
	}
	b.spread(placed)
}

// some computes the bounds of tasks that were taken out, where all others stand: what
// stands binds them only through its own links. The bounds of what stands are not
// kept up.
func (b *bounds) some(out []int, placed []bool, start []int64) {
	for _, i := range out {
		b.es[i], b.ls[i] = b.m.tasks[i].earliest, b.m.tasks[i].last
		for _, e := range b.m.bindsOf[i] {
			l := &b.m.links[e]
			switch {
			case l.to == i && placed[l.from]:
				b.es[i] = max(b.es[i], start[l.from]+l.lag())
			case l.from == i && placed[l.to]:
				b.ls[i] = min(b.ls[i], start[l.to]-l.lag())
			}
		}
		b.push(i)
	}
	b.spread(placed)
}

// fix says that a task now stands at start, and tells the others.
func (b *bounds) fix(i int, start int64, placed []bool) {
	b.es[i], b.ls[i] = start, start
	b.push(i)
	b.spread(placed)
}

func (b *bounds) push(i int) {
	if !b.queued[i] {
		b.queued[i] = true
		b.queue = append(b.queue, i)
	}
}

// spread carries changes along the links until nothing changes. There is no
// cycle of positive gaps (disprove has looked), so it ends; a bound that was
// made empty by a caller is left as it is.
func (b *bounds) spread(placed []bool) {
	for k := 0; k < len(b.queue); k++ {
		i := b.queue[k]
		b.queued[i] = false
		for _, e := range b.m.bindsOf[i] {
			l := &b.m.links[e]
			if l.from == i && (placed == nil || !placed[l.to]) {
				if v := b.es[i] + l.lag(); v > b.es[l.to] {
					b.es[l.to], b.before[l.to] = v, i
					b.push(l.to)
				}
			}
			if l.to == i && (placed == nil || !placed[l.from]) {
				if v := b.ls[i] - l.lag(); v < b.ls[l.from] {
					b.ls[l.from], b.after[l.from] = v, i
					b.push(l.from)
				}
			}
		}
	}
	b.queue = b.queue[:0]
}

// wish is the last start that the targets and limits of other tasks leave to a
// task, the price of each second past it, and the task that it comes from.
type wish struct {
	at     int64
	price  int64
	source int
}

// strictPrice stands for a strict limit when starts are compared.
const strictPrice = 1000

// dues carries targets and limits along the links: backwards over what must be
// waited at least, and forwards over what may be waited at most. A batch that
// should be in the fridge by noon thus bids the step after it to come soon.
func (s *search) dues() {
	s.wishes = make([]wish, len(s.m.tasks))
	queue := make([]int, len(s.m.tasks))
	for i := range s.m.tasks {
		s.wishes[i], queue[i] = s.m.ownWish(i), i
	}
	for k := 0; k < len(queue) && k < 50*len(s.m.tasks); k++ {
		i := queue[k]
		for _, e := range s.m.linksOf[i] {
			to, w, carries := s.m.carry(s.wishes[i], i, s.m.links[e])
			if carries && w.at < s.wishes[to].at {
				s.wishes[to] = w
				queue = append(queue, to)
			}
		}
	}
	s.due = make([]int64, len(s.m.tasks))
	for i, w := range s.wishes {
		s.due[i] = w.at
	}
}

// soonAfter makes what nothing wants by an hour, and for which a wait keeps something, due as
// soon as that wait may end: washing that waits for the evening to be over keeps its blender
// from all others. It is for first plans alone: later the search knows better.
func (s *search) soonAfter() {
	open := func(i int) bool { return s.wishes[i] == wish{s.m.p.Horizon[1] - s.m.tasks[i].dur, 0, i} }
	for e := range s.m.links {
		if l := &s.m.links[e]; len(l.holds) > 0 && l.most == nil && l.from != l.to && open(l.to) && !open(l.from) {
			s.due[l.to] = min(s.due[l.to], s.due[l.from]+l.lag())
		}
	}
}

// ownWish is what a task's own targets and limit ask of it.
func (m *model) ownWish(i int) wish {
	t := m.tasks[i]
	w := wish{m.p.Horizon[1] - t.dur, 0, i}
	for _, g := range t.targets {
		if g.Late > 0 && g.At-t.dur < w.at {
			w = wish{g.At - t.dur, g.Late, i}
		}
	}
	if t.latest != nil && *t.latest-t.dur < w.at {
		w = wish{*t.latest - t.dur, strictPrice, i}
	}
	return w
}

// carry takes a wish of task i over a link to its other task.
func (m *model) carry(w wish, i int, l link) (to int, out wish, carries bool) {
	switch {
	case l.to == i:
		w.at -= l.lag()
		return l.from, w, true
	case l.most != nil && l.over == nil:
		w.at += *l.most - l.off
		return l.to, w, true
	}
	return i, w, false
}

// bid is what a start costs a task that does not stand yet.
func (s *search) bid(i int, at int64) int64 {
	w := s.wishes[i]
	if w.source == i || s.now.placed[w.source] {
		return 0
	}
	return w.price * max(0, at-w.at)
}
