package mise

import (
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
)

// dayLayout is how a day is written.
const dayLayout = "2006-01-02"

// ends is when a step is over in all dishes that have it: by the plan, or else
// at the latest.
func (m *maker) ends(component, step string) (end time.Time, planned bool) {
	for _, b := range m.bars[component] {
		if b.Step == step && b.End.After(end) {
			end, planned = b.End, true
		}
	}
	if s, known := m.late[component][step]; known && !planned {
		return s.to, true
	}
	return end, planned
}

func (m *maker) begins(component, step string) (start time.Time, planned bool) {
	for _, b := range m.bars[component] {
		if b.Step == step && (!planned || b.Start.Before(start)) {
			start, planned = b.Start, true
		}
	}
	if s, known := m.late[component][step]; known && !planned {
		return s.from, true
	}
	return start, planned
}

// wanted is when the next thing wants what a task leaves: its own next step,
// the component that it goes into, or the plate.
func (m *maker) wanted(c recipe.Component, to int, end time.Time) (first time.Time, ok bool) {
	note := func(b report.Bar) {
		if !b.Start.Before(end) && (!ok || b.Start.Before(first)) {
			first, ok = b.Start, true
		}
	}
	for _, b := range m.bars[c.ID] {
		switch {
		case to < len(c.Steps()) && b.Step == c.Steps()[to].ID, to == len(c.Steps()) && b.Placing != "":
			note(b)
		}
	}
	if ok {
		return first, ok
	}
	if to < len(c.Steps()) {
		return m.begins(c.ID, c.Steps()[to].ID)
	}
	for _, made := range m.Exploded.Make {
		taker := m.Book.Made(base(made.Component))
		for _, l := range taker.Lines {
			if l.Component != c.ID || l.ByProduct != "" || taker.UsedAt(l) < 0 {
				continue
			}
			for _, b := range m.bars[taker.ID] {
				if b.Step == taker.Steps()[taker.UsedAt(l)].ID {
					note(b)
				}
			}
		}
	}
	if !ok {
		return m.due(c, m.late)
	}
	return first, ok
}
