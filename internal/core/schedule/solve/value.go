package solve

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
