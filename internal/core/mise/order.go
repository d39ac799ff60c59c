package mise

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// days puts tasks and visits onto their days and sections. Sections stand as
// the kitchen has them, what is of none comes last.
func (m *maker) days(tasks []Task, visits []Visit) []DayList {
	rank := map[string]int{}
	names := map[string]string{"": "No section"}
	for i, s := range m.Kitchen.Sections {
		rank[s.ID], names[s.ID] = i+1, s.Name
	}
	section := func(id string) string {
		if _, known := rank[id]; known {
			return id
		}
		return ""
	}
	found := map[string]map[string]*SectionList{}
	at := func(day, id string) *SectionList {
		id = section(id)
		if found[day] == nil {
			found[day] = map[string]*SectionList{}
		}
		if found[day][id] == nil {
			found[day][id] = &SectionList{ID: id, Name: names[id], Tasks: []Task{}, Visits: []Visit{}}
		}
		return found[day][id]
	}
	for _, t := range tasks {
		s := at(t.day, t.section)
		s.Tasks = append(s.Tasks, t)
	}
	for _, v := range visits {
		s := at(v.day, v.section)
		s.Visits = append(s.Visits, v)
	}
	out := []DayList{}
	for day, sections := range found {
		d := DayList{Day: day, Sections: []SectionList{}}
		for _, s := range sections {
			s.Tasks = m.sorted(s.Tasks)
			slices.SortStableFunc(s.Visits, func(a, b Visit) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) })
			d.Sections = append(d.Sections, *s)
		}
		place := func(s SectionList) int {
			if s.ID == "" {
				return len(rank) + 1
			}
			return rank[s.ID]
		}
		slices.SortFunc(d.Sections, func(a, b SectionList) int { return cmp.Compare(place(a), place(b)) })
		out = append(out, d)
	}
	slices.SortFunc(out, func(a, b DayList) int { return cmp.Compare(a.Day, b.Day) })
	return out
}

// sorted puts tasks in the order in which they should be done: what another
// needs before it; then what keeps longest, what most waits for, and what is
// planned first. What fades comes last.
func (m *maker) sorted(tasks []Task) []Task {
	out := []Task{}
	for len(tasks) > 0 {
		best := -1
		for i, t := range tasks {
			if !m.free(t, tasks) {
				continue
			}
			if best < 0 || m.sooner(t, tasks[best]) < 0 {
				best = i
			}
		}
		best = max(best, 0) // by-products can run in a circle
		t := tasks[best]
		t.Why = t.why()
		out = append(out, t)
		tasks = slices.Delete(slices.Clone(tasks), best, best+1)
	}
	return out
}

// free tells whether nothing that is still in the list goes into a task.
func (m *maker) free(t Task, list []Task) bool {
	for _, other := range list {
		if other.ID == t.ID {
			continue
		}
		if other.Component == t.Component && other.from < t.from || slices.Contains(other.Waiting, t.Name) {
			return false
		}
	}
	return true
}

func (m *maker) sooner(a, b Task) int {
	start := func(t Task) time.Time {
		if t.Start == nil {
			return m.Begins
		}
		return *t.Start
	}
	return cmp.Or(cmp.Compare(b.weight(), a.weight()), cmp.Compare(b.KeepsFor, a.KeepsFor), start(a).Compare(start(b)), cmp.Compare(a.ID, b.ID))
}

// weight grows with how long something keeps (days, a day, a shift, hours,
// less; what nobody said counts as a shift) and with what waits for it.
func (t Task) weight() int {
	keeps := 0
	switch {
	case t.KeepsFor >= 48*3600:
		keeps = 4
	case t.KeepsFor >= 24*3600:
		keeps = 3
	case t.KeepsFor >= 6*3600, t.KeepsFor == 0:
		keeps = 2
	case t.KeepsFor >= 2*3600:
		keeps = 1
	}
	return keeps + min(2, len(t.Waiting))
}

func (t Task) why() string {
	var parts []string
	if t.KeepsFor > 0 {
		parts = append(parts, "keeps "+units.FormatDuration(t.KeepsFor))
	}
	if len(t.Waiting) > 0 {
		parts = append(parts, strings.Join(t.Waiting, ", ")+wait(len(t.Waiting)))
	}
	return strings.Join(parts, "; ")
}

func wait(n int) string {
	if n == 1 {
		return " waits for it"
	}
	return " wait for it"
}

// visits are the hands that are needed in the middle of something that goes on
// by itself for an hour or more, and all that are said in words.
func (m *maker) visits() []Visit {
	out := []Visit{}
	for _, b := range m.Plan.Bars {
		if b.Step == "" || !b.Start.Before(m.Begins) {
			continue
		}
		c := m.Book.Made(b.Component)
		s, known := c.Step(b.Step)
		if !known {
			if theirs, is := m.otherwise(b, c); is {
				out = append(out, m.ticked(theirs))
			}
			continue
		}
		for k, h := range b.Hands {
			what := ""
			if !h.Assumed {
				what = h.What
			}
			inside := h.From-b.From >= 600 && b.To-h.To >= 600 && b.To-b.From >= keepsLong
			if what == "" && !inside {
				continue
			}
			if what == "" {
				what = "check"
			}
			at := b.Start.Add(time.Duration(h.From-b.From) * time.Second).In(m.Zone)
			v := Visit{ID: fmt.Sprintf("%s/visit %d", b.ID, k+1), Name: words.Step(c.Name, s.Name), What: what, At: at, For: h.To - h.From, Ticks: []Tick{}, section: c.Section, day: at.Format(dayLayout)}
			out = append(out, m.ticked(v))
		}
	}
	return append(out, m.jugs()...)
}

// ticked is a visit with its ticks.
func (m *maker) ticked(v Visit) Visit {
	for _, k := range m.ticks[v.ID] {
		k.At, k.Received = k.At.In(m.Zone), k.Received.In(m.Zone)
		v.Ticks = append(v.Ticks, k)
	}
	return v
}

// shorts lists what will be missing: what was made and is not enough, what
// others leave too little of, what comes too late, and what is late itself.
func (m *maker) shorts(tasks []Task) []Short {
	out := []Short{}
	for _, t := range tasks {
		for _, o := range t.stillIn() {
			out = append(out, Short{fmt.Sprintf("%s: made, and %s not ticked out", t.Name, o.What), words.Ways("take it out and count", "tick it"), t.ID})
		}
		switch {
		case len(t.Ticks) > 0 && !t.Done:
			out = append(out, Short{fmt.Sprintf("%s: %s short (%s made)", t.Name, t.Still, t.Made), words.Ways("make the rest", "serve less"), t.ID})
		case !t.Done && t.Start != nil && t.By != nil && m.Now.After(*t.By):
			out = append(out, Short{fmt.Sprintf("%s was due at %s", t.Name, t.By.Format("15:04")), words.Ways("tick it", "start now"), t.ID})
		}
	}
	for _, k := range m.Exploded.Make {
		if k.Short.Quantity > 0 {
			out = append(out, Short{fmt.Sprintf("%s: %s short, %s is made", k.Name, k.Short, k.Figure), words.Upper(strings.Join(k.Ways, "; or ")), ""})
		}
	}
	for _, e := range m.Exploded.Ledger {
		if e.Short.Quantity > 1e-6 {
			var who []string
			for _, k := range e.Takers {
				who = append(who, k.Name)
			}
			out = append(out, Short{fmt.Sprintf("%s: %s short for %s", words.Upper(e.Name), e.Short, strings.Join(who, ", ")), words.Ways("order some", "make less"), ""})
		}
	}
	for _, b := range m.Exploded.Buy {
		if b.Purchase != nil && b.Purchase.Late {
			out = append(out, Short{fmt.Sprintf("%s: %s short, %s delivers %s at the earliest", words.Upper(b.Name), b.Still, b.Purchase.Name, b.Purchase.Comes.In(m.Zone).Format("Monday 15:04")), words.Ways("collect it", "use a substitute"), ""})
		}
	}
	return out
}
