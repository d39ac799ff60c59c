package solve

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
