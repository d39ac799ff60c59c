package reason

import (
	"slices"

	"jointime/internal/core/schedule"
)

// Blocked is a rule that stops one of some tasks that would move together.
type Blocked struct {
	Task int
	Stop
	Instead []string // resources that are free then and could be taken in place of that of a use, for more
}

// Move says what it would take to move a task by so many seconds, below 0 to be earlier: which
// tasks waits tie to it, so that they have to move as far, itself in front, and every rule that
// stops one of them. What could be done with another resource that costs no more is not stopped;
// where no rule is left nothing stops the move. Ok is false where more than so many tasks would
// have to move.
func (s *Scene) Move(i int, by int64, most int) (with []int, stops []Blocked, ok bool) {
	with = []int{i}
	defer s.move(by, i)()
	for k := 0; k < len(with); k++ {
		for _, e := range s.linksOf[with[k]] {
			if other := s.tied(e, with[k], by); other >= 0 && !s.moving[other] {
				s.moving[other] = true
				if with = append(with, other); len(with) > most {
					return nil, nil, false
				}
			}
		}
	}
	for _, t := range with {
		stops = append(stops, s.blocked(t, by)...)
	}
	return with, stops, true
}

// move lets a task move by so many seconds until what it returns is called.
func (s *Scene) move(by int64, i int) (stay func()) {
	was, far := s.moving, s.by
	s.moving, s.by = map[int]bool{i: true}, by
	return func() { s.moving, s.by = was, far }
}

// tied is the task at the other end of a link that has to move with one: the wait between them
// would be too short, or longer than it may be, and than it is; below 0: it need not.
func (s *Scene) tied(e, i int, by int64) int {
	if stop := s.minStops(e, i, by); stop.Rule != Nothing {
		return stop.Other
	}
	old, gap, _, other := s.moved(e, i, by)
	if l := s.p.Links[e]; other >= 0 && l.Max != nil && gap > max(*l.Max, old) {
		return other
	}
	return -1
}

// blocked are the rules that stop a task that moves with others.
func (s *Scene) blocked(i int, by int64) (out []Blocked) {
	t, at := s.p.Tasks[i], s.plan.Tasks[i]
	tell := func(stop Stop, instead ...string) {
		same := func(o Blocked) bool {
			return o.Rule == stop.Rule && o.Resource == stop.Resource && o.Other == stop.Other
		}
		if !slices.ContainsFunc(out, same) {
			out = append(out, Blocked{i, stop, instead})
		}
	}
	for _, rule := range s.limitStops(i, by) {
		tell(Stop{Rule: rule, Other: -1, Link: -1})
	}
	if s.missesTarget(i, by) {
		tell(Stop{Rule: Target, Other: -1, Link: -1})
	}
	if s.spreads(i, by) {
		tell(Stop{Rule: Together, Other: -1, Link: -1})
	}
	for k, u := range t.Uses {
		spans := parts(t, u, at.Start+by)
		instead, free := s.instead(i, k, spans)
		for _, stop := range s.stopsOn(at.Resources[k], u, spans, asker{i, -1}) {
			if !free {
				tell(stop, instead...)
			}
		}
	}
	for _, e := range s.linksOf[i] {
		l := s.p.Links[e]
		from, to := s.index[l.From], s.index[l.To]
		if len(l.Holds) == 0 || from == to || i == to && s.moving[from] {
			continue // told by the first of the two
		}
		held := schedule.Span{s.plan.Tasks[from].End, s.plan.Tasks[to].Start}
		if s.moving[from] {
			held[0] += by
		}
		if s.moving[to] {
			held[1] += by
		}
		for h, u := range l.Holds {
			for _, stop := range s.stopsOn(s.held[e][h], u, []schedule.Span{held}, asker{i, e}) {
				if !s.heldElsewhere(e, h, held, i) {
					tell(stop)
				}
			}
		}
	}
	return out
}

func (s *Scene) stopsOn(id string, u schedule.Use, spans []schedule.Span, who asker) (out []Stop) {
	s.resourceStops(id, u, spans, who, func(stop Stop) bool {
		out = append(out, stop)
		return true
	})
	return out
}

// instead are the resources that are free for a use of a task, where the one that it has is not;
// free: one of them costs no more.
func (s *Scene) instead(i, k int, spans []schedule.Span) (dearer []string, free bool) {
	u, had := s.p.Tasks[i].Uses[k], s.plan.Tasks[i].Resources
	if u.Same != "" {
		return nil, false // others would have to change as well
	}
	for _, id := range u.OneOf {
		if slices.Contains(had, id) || len(s.stopsOn(id, u, spans, asker{i, -1})) > 0 {
			continue
		}
		if u.Costs[id] <= u.Costs[had[k]] {
			return nil, true
		}
		dearer = append(dearer, id)
	}
	return dearer, false
}

// heldElsewhere tells whether another resource is free for a hold.
func (s *Scene) heldElsewhere(e, h int, held schedule.Span, i int) bool {
	u := s.p.Links[e].Holds[h]
	return u.Same == "" && slices.ContainsFunc(u.OneOf, func(id string) bool {
		return id != s.held[e][h] && len(s.stopsOn(id, u, []schedule.Span{held}, asker{i, e})) == 0
	})
}

// shifted is when something is taken after tasks have moved together: of a wait only that end
// whose task has moved is elsewhere.
func (s *Scene) shifted(o taking) schedule.Span {
	from, to := o.task, o.task
	if o.link >= 0 {
		from, to = s.index[s.p.Links[o.link].From], s.index[s.p.Links[o.link].To]
	}
	out := o.span
	if s.moving[from] {
		out[0] += s.by
	}
	if s.moving[to] {
		out[1] += s.by
	}
	return out
}

// moves reports whether a taking belongs to tasks that move together.
func (s *Scene) moves(o taking) bool {
	if o.link < 0 {
		return s.moving[o.task]
	}
	return s.moving[s.index[s.p.Links[o.link].From]] || s.moving[s.index[s.p.Links[o.link].To]]
}
