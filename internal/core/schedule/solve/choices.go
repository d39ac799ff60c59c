package solve

// choose adds (by 1) or takes back (by -1) what it costs that a need takes a resource.
func (b *board) choose(n *need, r, by int) {
	if n.costs != nil {
		b.paid += int64(by) * n.costs[r]
	}
	for _, label := range n.keep {
		c := &b.kept[label*len(b.on)+r]
		before := *c
		*c += by
		switch {
		case before == 0 && *c > 0:
			if b.distinct[label]++; b.distinct[label] > 1 {
				b.paid += b.m.keeps[label]
			}
		case before > 0 && *c == 0:
			if b.distinct[label]--; b.distinct[label] > 0 {
				b.paid -= b.m.keeps[label]
			}
		}
	}
}

// unlabel says that one use less holds a label: after the last of them it is free again.
func (b *board) unlabel(n *need) {
	if n.label < 0 {
		return
	}
	if b.count[n.label]--; b.count[n.label] == 0 {
		b.label[n.label] = -1
	}
}

// price is what a resource would add for a need, given what is chosen already.
func (b *board) price(n *need, r int) (sum int64) {
	if n.costs != nil {
		sum = n.costs[r]
	}
	for _, label := range n.keep {
		if b.distinct[label] > 0 && b.kept[label*len(b.on)+r] == 0 {
			sum += b.m.keeps[label]
		}
	}
	return sum
}

// otherOneIn choices does not begin with the cheapest resource.
const otherOneIn = 4

// cheapest is with which option a choice begins: the one that adds least, or, now and then,
// the one whose turn it is.
func (b *board) cheapest(n *need, turn int) int {
	if turn%otherOneIn == otherOneIn-1 {
		return turn
	}
	best, least := 0, b.price(n, n.options[0])
	for k, r := range n.options[1:] {
		if p := b.price(n, r); p < least {
			best, least = k+1, p
		}
	}
	return best
}

// focus leaves each need of a task, and of the waits beside it, only one resource: the
// cheapest, or one that its label has already. The start is then sought where that one is
// free, and not where any is. It gives back how to undo it; false: there is nothing to choose.
func (s *search) focus(i int) (undo func(), any bool) {
	type was struct {
		n       *need
		options []int
	}
	var before []was
	narrow := func(n *need) {
		if len(n.options) < 2 || n.costs == nil && len(n.keep) == 0 {
			return
		}
		at := s.now.board.cheapest(n, 0)
		before = append(before, was{n, n.options})
		n.options = n.options[at : at+1]
	}
	for k := range s.m.tasks[i].needs {
		narrow(&s.m.tasks[i].needs[k])
	}
	for _, e := range s.m.linksOf[i] {
		for h := range s.m.links[e].holds {
			narrow(&s.m.links[e].holds[h])
		}
	}
	return func() {
		for _, w := range before {
			w.n.options = w.options
		}
	}, len(before) > 0
}

// compileLabels lists who shares a label.
func (m *model) compileLabels() {
	m.labelled = make([][]int, m.labels)
	for i := range m.tasks {
		for _, n := range m.tasks[i].needs {
			if n.label >= 0 {
				m.labelled[n.label] = append(m.labelled[n.label], i)
			}
		}
	}
	for _, l := range m.links {
		for _, n := range l.holds {
			if n.label >= 0 {
				m.labelled[n.label] = append(m.labelled[n.label], l.from)
			}
		}
	}
}

func (m *model) eachLabelled(label int, do func(i int)) {
	if label >= 0 {
		for _, i := range m.labelled[label] {
			do(i)
		}
	}
}

// layOut says where the choices of each task and link lie.
func (m *model) layOut() {
	for i := range m.tasks {
		m.flatTask = append(m.flatTask, m.choices)
		m.choices += len(m.tasks[i].needs)
	}
	for e := range m.links {
		m.flatLink = append(m.flatLink, m.choices)
		m.choices += len(m.links[e].holds)
	}
}
