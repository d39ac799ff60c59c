package solve

import "jointime/internal/core/schedule"

// value is what a plan is judged by: violation, then cost, then the sum of
// starts, which is better when greater.
type value struct{ violation, cost, starts int64 }

func (v value) better(o value) bool {
	if v.violation != o.violation {
		return v.violation < o.violation
	}
	if v.cost != o.cost {
		return v.cost < o.cost
	}
	return v.starts > o.starts
}

// perfect reports a plan whose violation and cost no plan can better.
func (v value) perfect() bool { return v.violation == 0 && v.cost == 0 }

// energy weighs violation, at so much a second, and cost together.
func (v value) energy(strict int64) int64 { return v.violation*strict + v.cost }

func (v *value) add(o value) {
	v.violation += o.violation
	v.cost += o.cost
}

// beyond judges the seconds past a limit, strict or priced.
func beyond(by int64, price *int64) value {
	switch {
	case by <= 0:
		return value{}
	case price == nil:
		return value{violation: by}
	}
	return value{cost: by * *price}
}

func (m *model) linkValue(l *link, from, to int64) value {
	gap := to - from + l.off
	v := value{cost: l.weight * max(0, gap-l.least)}
	if l.most != nil {
		v.add(beyond(gap-*l.most, l.over))
	}
	return v
}

func (m *model) taskValue(i int, start int64) (v value) {
	t := &m.tasks[i]
	end := start + t.dur
	for _, g := range t.targets {
		v.cost += g.Early*max(0, g.At-end) + g.Late*max(0, end-g.At)
	}
	if t.latest != nil {
		v.add(beyond(end-*t.latest, t.over))
	}
	return v
}

func (m *model) spreadValue(g int, first, last int64) value {
	rule := m.p.Together[g]
	v := value{cost: rule.Weight * (last - first)}
	if rule.Within != nil {
		v.add(beyond(last-first-*rule.Within, rule.Over))
	}
	return v
}

// whole judges what stands: of a complete state all, of another a lower bound,
// as what is missing can only add.
func (s *state) whole() value {
	v := s.sum
	v.cost += s.board.paid
	return v
}

// ends are the first and last end of the placed members of a group but one.
func (s *state) ends(g, but int) (first, last int64, any bool) {
	for _, i := range s.m.groups[g] {
		if i == but || !s.placed[i] {
			continue
		}
		end := s.start[i] + s.m.tasks[i].dur
		if !any {
			first, last, any = end, end, true
		}
		first, last = min(first, end), max(last, end)
	}
	return first, last, any
}

// local is what a start of one task adds to what stands already.
func (s *state) local(i int, at int64) value {
	v := s.m.taskValue(i, at)
	v.starts = at
	for _, e := range s.m.linksOf[i] {
		l := &s.m.links[e]
		switch {
		case l.from == i && l.to == i:
			v.add(s.m.linkValue(l, at, at))
		case l.from == i && s.placed[l.to]:
			v.add(s.m.linkValue(l, at, s.start[l.to]))
		case l.to == i && s.placed[l.from]:
			v.add(s.m.linkValue(l, s.start[l.from], at))
		}
	}
	for _, g := range s.m.groupsOf[i] {
		if first, last, any := s.ends(g, i); any {
			end := at + s.m.tasks[i].dur
			v.add(s.m.spreadValue(g, min(first, end), max(last, end)))
			without := s.m.spreadValue(g, first, last)
			v.violation -= without.violation
			v.cost -= without.cost
		}
	}
	return v
}

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

// usualPrice of a second is that of plates that are late; strictWeights are made for it.
const usualPrice = 20

// dearest is the highest price of a second beyond a limit.
func dearest(p schedule.Problem) (most int64) {
	take := func(limit, over *int64) {
		if limit != nil && over != nil {
			most = max(most, *over)
		}
	}
	for _, t := range p.Tasks {
		take(t.Latest, t.LatestOver)
	}
	for _, l := range p.Links {
		take(l.Max, l.Over)
	}
	for _, g := range p.Together {
		take(g.Within, g.Over)
	}
	return most
}
