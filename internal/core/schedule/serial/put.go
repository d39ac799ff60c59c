package serial

import (
	"slices"

	"jointime/internal/core/schedule"
)

// put places a task at a start, with the waits that it completes, if everything is free.
func (m *maker) put(i int, at int64) bool {
	t := &m.p.Tasks[i]
	m.journal = m.journal[:0]
	var had []string
	if was := m.had[t.ID]; was != nil {
		had = was.Resources
	}
	uses := make([]string, 0, len(t.Uses))
	for k, u := range t.Uses {
		wants := ""
		if k < len(had) {
			wants = had[k]
		}
		id := m.take(u, shifted(u.Parts(t.Duration), at), wants)
		if id == "" {
			return m.back()
		}
		uses = append(uses, id)
	}
	m.start[i], m.placed[i] = at, true
	for _, e := range m.links[i] {
		if !m.hold(e) {
			m.placed[i] = false
			return m.back()
		}
	}
	m.uses[i] = uses
	return true
}

// hold takes the places of a wait whose tasks both stand.
func (m *maker) hold(e int) bool {
	l := &m.p.Links[e]
	from, to := m.task[l.From], m.task[l.To]
	if len(l.Holds) == 0 || !m.placed[from] || !m.placed[to] {
		return true
	}
	var held []string
	for _, u := range l.Holds {
		id := m.take(u, []schedule.Span{{m.start[from] + m.p.Tasks[from].Duration, m.start[to]}}, "")
		if id == "" {
			return false
		}
		held = append(held, id)
	}
	m.holds[e] = held
	return true
}

func (m *maker) back() bool {
	for _, undo := range slices.Backward(m.journal) {
		undo()
	}
	m.journal = m.journal[:0]
	return false
}

func shifted(spans []schedule.Span, by int64) (out []schedule.Span) {
	for _, s := range spans {
		if s[0] < s[1] {
			out = append(out, s.Shift(by))
		}
	}
	return out
}

// take takes a resource for a use, the one that is wanted or else the cheapest that is
// free, and gives its id; empty: none is free.
func (m *maker) take(u schedule.Use, spans []schedule.Span, wanted string) string {
	spans = slices.DeleteFunc(spans, func(s schedule.Span) bool { return s[0] >= s[1] })
	options := slices.Clone(u.OneOf)
	if one, set := m.label[u.Same]; set && u.Same != "" {
		options = slices.DeleteFunc(options, func(id string) bool { return id != one })
	}
	slices.SortStableFunc(options, func(a, b string) int {
		return int(u.Costs[a]-u.Costs[b]) + sooner(b == wanted) - sooner(a == wanted)
	})
	for _, id := range options {
		if m.free(u, id, spans) {
			m.claim(u, id, spans)
			return id
		}
	}
	return ""
}

// sooner outweighs every price of a resource.
func sooner(is bool) int {
	if is {
		return 1 << 30
	}
	return 0
}

func (m *maker) free(u schedule.Use, id string, spans []schedule.Span) bool {
	r := m.rooms[m.at[id]]
	if len(spans) == 0 {
		return true
	}
	windows := r.Resource.Windows
	if windows == nil {
		windows = []schedule.Span{m.p.Horizon}
	}
	whole := schedule.Span{spans[0][0], spans[len(spans)-1][1]}
	if !slices.ContainsFunc(windows, func(w schedule.Span) bool { return w.Holds(whole) }) {
		return false
	}
	b := busy(u, spans[0])
	if set := r.Resource.Setting; set != nil && !u.Settle && whole[0] < m.p.Horizon[0]+set.Pause(set.Initial, b.Setting) {
		return false
	}
	return !slices.ContainsFunc(spans, func(s schedule.Span) bool { return !r.Free(busy(u, s)) })
}

func busy(u schedule.Use, s schedule.Span) Busy {
	b := Busy{Span: s, Units: u.Need(), Settle: u.Settle}
	if u.Setting != nil {
		b.Setting = *u.Setting
	}
	return b
}

func (m *maker) claim(u schedule.Use, id string, spans []schedule.Span) {
	r := m.rooms[m.at[id]]
	for _, s := range spans {
		b := busy(u, s)
		r.Put(b)
		m.journal = append(m.journal, func() { r.Drop(b) })
	}
	if _, set := m.label[u.Same]; u.Same != "" && !set {
		m.label[u.Same] = id
		m.journal = append(m.journal, func() { delete(m.label, u.Same) })
	}
}
