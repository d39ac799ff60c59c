package mise

import (
	"slices"
	"strings"
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/runup/report"
)

// base is the component that a version was made from.
func base(component string) string {
	id, _, _ := strings.Cut(component, "~")
	return id
}

// tasks parts a component's steps into stretches, each up to something that
// keeps; those that must be fired are none. What nothing says the steps of is
// one task.
func (m *maker) tasks(made quantity.Made) (out []Task) {
	c := m.Book.Made(base(made.Component))
	steps := c.Steps()
	if made.Make.Quantity <= 0 {
		return nil
	}
	from := 0
	for i := range steps {
		if m.keepsAfter(c, i) {
			out = append(out, m.task(made, c, from, i+1))
			from = i + 1
		}
	}
	if len(steps) == 0 {
		out = append(out, m.task(made, c, 0, 0))
	}
	for k := range out {
		out[k].Last = k == len(out)-1
	}
	return out
}

// keepsLong is how long something must be able to wait to count as mise, in
// seconds.
const keepsLong = 3600

// keepsAfter tells whether what a step leaves can wait: an hour or more, or, at
// the end and without a word about it, where the plan has it well before the
// first course.
func (m *maker) keepsAfter(c recipe.Component, i int) bool {
	s, last := c.Steps()[i], i == len(c.Steps())-1
	if s.EachWave {
		return false
	}
	if w := s.Then; w.Most != nil {
		return *w.Most >= keepsLong
	} else if w.Least >= keepsLong || w.Place != nil || w.Reason != "" {
		return true
	}
	if !last {
		return false
	}
	end, planned := m.ends(c.ID, s.ID)
	return len(c.Keeps) > 0 || !planned || m.Begins.Sub(end) >= keepsLong/2*time.Second
}

func (m *maker) task(made quantity.Made, c recipe.Component, from, to int) Task {
	t := Task{ID: made.Component, Component: made.Component, Name: made.Name, Make: made.Make, Figure: made.Figure, Other: made.Other, Working: made.Working,
		Dishes: []string{}, Waiting: []string{}, Cautions: []string{}, Allergens: []string{}, Weigh: []quantity.Weigh{}, Ticks: []Tick{}, from: from, to: to, section: c.Section, day: m.Begins.In(m.Zone).Format(dayLayout)}
	if to > from {
		t.ID += "/" + c.Steps()[to-1].ID
		m.steps(&t, c)
	}
	if _, version, is := strings.Cut(made.Component, "~"); is {
		t.Name += " (" + version + ")"
	}
	t.Container = m.container(c, made.Make)
	m.stand(&t, made)
	m.takers(&t, made)
	m.contents(&t)
	m.weigh(&t, c, made)
	m.tick(&t)
	t.Outs = m.outs(t, c)
	return t
}

// stand tells what there is, and what is to be there, where that is not just what is made.
func (m *maker) stand(t *Task, made quantity.Made) {
	spare := slices.ContainsFunc(made.Takers, func(k quantity.Taker) bool { return k.Spare })
	if made.Have.Quantity <= 0 && made.Par == nil && !spare {
		return
	}
	t.Have, _ = m.Ways.Read(made.Have)
	if made.Have.Quantity <= 0 {
		t.Have = "0"
	}
	t.Par, _ = m.Ways.Read(made.Need)
}

// steps tells what a task's steps are, when they begin, until when it keeps,
// and where it can hurt.
func (m *maker) steps(t *Task, c recipe.Component) {
	var names []string
	for _, s := range c.Steps()[t.from:t.to] {
		names = append(names, s.Name)
		for _, k := range s.Cautions {
			t.Cautions = append(t.Cautions, k.Text)
		}
	}
	t.What = strings.Join(names, ", ")
	if start, planned := m.begins(c.ID, c.Steps()[t.from].ID); planned {
		start = start.In(m.Zone)
		t.Start, t.day = &start, start.Format(dayLayout)
		t.Planned = slices.ContainsFunc(m.bars[c.ID], func(b report.Bar) bool { return b.Step == c.Steps()[t.from].ID })
	} else if by := c.Steps()[t.to-1].By; by != nil {
		t.day = m.Begins.In(m.Zone).AddDate(0, 0, -by.DaysBefore).Format(dayLayout)
	}
	last := c.Steps()[t.to-1]
	if last.Then.Place != nil {
		t.Place = last.Then.Place.Kind
	}
	end, planned := m.ends(c.ID, last.ID)
	if planned {
		end := end.In(m.Zone)
		t.End = &end
	}
	if within, ok := m.house.UseWithin(c, last); ok {
		t.KeepsFor = within
		if planned {
			until := end.Add(time.Duration(within) * time.Second).In(m.Zone)
			t.Keeps = &until
		}
	}
	if by, ok := m.wanted(c, t.to, end); ok {
		by = by.In(m.Zone)
		t.By = &by
	}
}
