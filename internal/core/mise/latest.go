package mise

import (
	"slices"
	"time"

	"jointime/internal/core/recipe"
)

// span is when a step is done.
type span struct{ from, to time.Time }

// latest works out, without a plan, when each step must be done at the latest:
// backwards from the hour of its dish, or from the step that uses what it goes
// into, by its own times and waits alone. Deadlines that the method names come
// sooner. It knows nothing of hands and equipment.
func (m *maker) latest() map[string]map[string]span {
	out := map[string]map[string]span{}
	for _, made := range slices.Backward(m.Exploded.Make) { // what takes comes before what is taken
		c := m.Book.Made(base(made.Component))
		if at, ok := m.due(c, out); ok && out[c.ID] == nil {
			out[c.ID] = m.backwards(c, at)
		}
	}
	return out
}

// due is when a component is first wanted.
func (m *maker) due(c recipe.Component, known map[string]map[string]span) (first time.Time, ok bool) {
	note := func(at time.Time) {
		if !ok || at.Before(first) {
			first, ok = at, true
		}
	}
	for id, hour := range m.Hours {
		for _, p := range m.Book.Dishes[id].Parts {
			if p.Component == c.ID {
				note(hour)
			}
		}
	}
	for _, made := range m.Exploded.Make {
		taker := m.Book.Made(base(made.Component))
		for _, l := range taker.Lines {
			if l.Component != c.ID || l.ByProduct != "" {
				continue
			}
			steps := taker.Steps()
			if at := max(0, taker.UsedAt(l)); at < len(steps) {
				if s, planned := known[taker.ID][steps[at].ID]; planned {
					note(s.from)
				}
			}
		}
	}
	return first, ok
}

func (m *maker) backwards(c recipe.Component, due time.Time) map[string]span {
	out := map[string]span{}
	lead := c.Lead(m.Plates)
	sooner := time.Duration(0)
	for i := len(lead.Steps) - 1; i >= 0; i-- {
		l := lead.Steps[i]
		s := span{due.Add(-time.Duration(l.From)*time.Second - sooner), due.Add(-time.Duration(l.To)*time.Second - sooner)}
		if step, known := c.Step(l.Step); known && step.By != nil {
			if by, ok := m.deadline(*step.By); ok && by.Before(s.to) {
				sooner += s.to.Sub(by)
				s = span{s.from.Add(by.Sub(s.to)), by}
			}
		}
		out[l.Step] = s
	}
	return out
}

// deadline is the moment of a clock hour so many days before the service.
func (m *maker) deadline(d recipe.Deadline) (time.Time, bool) {
	clock, err := time.Parse("15:04", d.Clock)
	if err != nil {
		return time.Time{}, false
	}
	y, mo, day := m.Begins.In(m.Zone).AddDate(0, 0, -d.DaysBefore).Date()
	return time.Date(y, mo, day, clock.Hour(), clock.Minute(), 0, 0, m.Zone), true
}
