// Package mise is what a kitchen has ready before a service: by day and
// section, in the order in which it should be done.
//
// What is made, and how much of it, comes from the sums of package recipe; when,
// from the run-up. A task is a stretch of a component's steps that ends in
// something that keeps: what must be eaten at once is no mise but fired.
package mise

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
)

// Input is all that a sheet is made from.
type Input struct {
	Book     recipe.Book
	Kitchen  kitchen.Kitchen
	Exploded recipe.Exploded // with what was ticked already in it
	Plan     report.RunUp
	Ways     recipe.Ways
	Ticks    []Tick
	Begins   time.Time            // hour of the first course
	Hours    map[string]time.Time // by dish: hour of its course
	Plates   int                  // of the whole service
	Now      time.Time
	Zone     *time.Location
}

// Sheet is the mise of a service.
type Sheet struct {
	Days  []DayList `json:"days" nullable:"false"`
	Short []Short   `json:"short" nullable:"false" doc:"what will be missing before the service"`
	Stray []Tick    `json:"stray" nullable:"false" doc:"ticks of what is no longer on the sheet"`
	Open  int       `json:"open"`
	Done  int       `json:"done"`
}

// DayList is what is done on a day, by section.
type DayList struct {
	Day      string        `json:"day" doc:"like 2026-11-28"`
	Sections []SectionList `json:"sections" nullable:"false"`
}

// SectionList is what one section does on a day.
type SectionList struct {
	ID     string  `json:"id" doc:"empty: nobody was said"`
	Name   string  `json:"name"`
	Tasks  []Task  `json:"tasks" nullable:"false" doc:"in the order in which they should be done"`
	Visits []Visit `json:"visits" nullable:"false" doc:"in their hours"`
}

// Task is something to have ready.
type Task struct {
	ID        string         `json:"id"`
	Component string         `json:"component"`
	Name      string         `json:"name"`
	What      string         `json:"what" doc:"the steps, in words"`
	Make      units.Amount   `json:"make"`
	Figure    string         `json:"figure" doc:"how much, as the kitchen reads it"`
	Other     string         `json:"other,omitempty"`
	Working   string         `json:"working"`
	Container string         `json:"container,omitempty"`
	Start     *time.Time     `json:"start,omitempty" doc:"absent: it cannot be timed"`
	End       *time.Time     `json:"end,omitempty" doc:"when it is made"`
	Planned   bool           `json:"planned" doc:"start is by the plan; otherwise it is the latest that its own times allow"`
	By        *time.Time     `json:"by,omitempty" doc:"when the next thing wants it"`
	Keeps     *time.Time     `json:"keeps,omitempty" doc:"until when: by the plan, or, once it is made, from when that was"`
	KeepsFor  int64          `json:"keepsFor,omitempty" doc:"seconds, from when it is made"`
	Place     string         `json:"place,omitempty" doc:"where it waits"`
	Dishes    []string       `json:"dishes" nullable:"false"`
	Waiting   []string       `json:"waiting" nullable:"false" doc:"what cannot begin without it"`
	Why       string         `json:"why" doc:"why it stands at this place of the list"`
	Cautions  []string       `json:"cautions" nullable:"false"`
	Allergens []string       `json:"allergens" nullable:"false"`
	Unknown   bool           `json:"unknown" doc:"what is in something of it was never told"`
	Weigh     []recipe.Weigh `json:"weigh" nullable:"false"`
	Made      units.Amount   `json:"made"`
	Missing   units.Amount   `json:"missing"`
	Still     string         `json:"still,omitempty" doc:"what is missing, in words"`
	Ticks     []Tick         `json:"ticks" nullable:"false"`
	Twice     string         `json:"twice,omitempty"`
	Done      bool           `json:"done"`
	Last      bool           `json:"last" doc:"nothing more is done to it before the service"`

	section string
	day     string
	from    int // places of its first step and of the one after its last
	to      int
}

// Visit is a hand that is needed in the middle of something that goes on by
// itself.
type Visit struct {
	ID    string    `json:"id"`
	Name  string    `json:"name" doc:"of the component, and its step"`
	What  string    `json:"what"`
	At    time.Time `json:"at"`
	For   int64     `json:"for" doc:"seconds"`
	Ticks []Tick    `json:"ticks" nullable:"false"`

	section, day string
}

// Short is something that will be missing.
type Short struct {
	What string `json:"what"`
	Do   string `json:"do" doc:"what can be done about it"`
	Task string `json:"task,omitempty"`
}

// Make makes the sheet.
func Make(in Input) Sheet {
	m := newMaker(in)
	var tasks []Task
	for _, made := range in.Exploded.Make {
		tasks = append(tasks, m.tasks(made)...)
	}
	visits := m.visits()
	out := Sheet{Days: m.days(tasks, visits), Short: m.shorts(tasks), Stray: m.stray(tasks, visits)}
	for _, t := range tasks {
		if t.Done {
			out.Done++
		} else {
			out.Open++
		}
	}
	return out
}

func newMaker(in Input) *maker {
	m := &maker{Input: in, bars: map[string][]report.Bar{}, ticks: standing(in.Ticks), order: map[string]int{}}
	for _, b := range in.Plan.Bars {
		m.bars[b.Component] = append(m.bars[b.Component], b)
	}
	for i, made := range in.Exploded.Make {
		m.order[made.Component] = i
	}
	m.late = m.latest()
	return m
}

// stray are ticks of tasks that are no longer on the sheet: the menu or a dish
// has changed since. They are shown, and never lost.
func (m *maker) stray(tasks []Task, visits []Visit) []Tick {
	on := map[string]bool{}
	for _, t := range tasks {
		on[t.ID] = true
	}
	for _, v := range visits {
		on[v.ID] = true
	}
	out := []Tick{}
	for task, list := range m.ticks {
		if !on[task] {
			out = append(out, list...)
		}
	}
	slices.SortFunc(out, func(a, b Tick) int { return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) })
	return out
}

type maker struct {
	Input
	bars  map[string][]report.Bar    // by component
	ticks map[string][]Tick          // that stand, by task
	order map[string]int             // component → its place in the sums
	late  map[string]map[string]span // component → step → when it must be done at the latest
}

// Ticked are the makings that were ticked, for the sums.
func (s Sheet) Ticked() (out []recipe.Done) {
	for _, d := range s.Days {
		for _, x := range d.Sections {
			for _, t := range x.Tasks {
				for _, k := range t.Ticks {
					out = append(out, recipe.Done{Component: t.Component, Amount: k.Amount, At: k.At, From: t.from, To: t.to, Partly: !t.Last})
				}
			}
		}
	}
	return out
}

// base is the component that a version was made from.
func base(component string) string {
	id, _, _ := strings.Cut(component, "~")
	return id
}

// tasks parts a component's steps into stretches, each up to something that
// keeps; those that must be fired are none. What nothing says the steps of is
// one task.
func (m *maker) tasks(made recipe.Made) (out []Task) {
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

func (m *maker) task(made recipe.Made, c recipe.Component, from, to int) Task {
	t := Task{ID: made.Component, Component: made.Component, Name: made.Name, Make: made.Make, Figure: made.Figure, Other: made.Other, Working: made.Working,
		Dishes: []string{}, Waiting: []string{}, Cautions: []string{}, Allergens: []string{}, Weigh: []recipe.Weigh{}, Ticks: []Tick{}, from: from, to: to, section: c.Section, day: m.Begins.In(m.Zone).Format(dayLayout)}
	if to > from {
		t.ID += "/" + c.Steps()[to-1].ID
		m.steps(&t, c)
	}
	if _, version, is := strings.Cut(made.Component, "~"); is {
		t.Name += " (" + version + ")"
	}
	t.Container = m.container(c, made.Make)
	m.takers(&t, made)
	m.contents(&t)
	m.weigh(&t, c, made)
	m.tick(&t)
	return t
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
	if wait, ok := keeping(c, last); ok {
		t.KeepsFor = int64(wait / time.Second)
		if planned {
			until := end.Add(wait).In(m.Zone)
			t.Keeps = &until
		}
	}
	if by, ok := m.wanted(c, t.to, end); ok {
		by = by.In(m.Zone)
		t.By = &by
	}
}

// dayLayout is how a day is written.
const dayLayout = "2006-01-02"

// keeping is how long what a step leaves keeps: by the wait after it, or by how
// the component keeps where that wait is spent.
func keeping(c recipe.Component, s recipe.Step) (time.Duration, bool) {
	if s.Then.Most != nil {
		return time.Duration(*s.Then.Most) * time.Second, true
	}
	place := "chilled"
	if s.Then.Place != nil {
		switch s.Then.Place.Kind {
		case "freezer":
			place = "frozen"
		case "warm drawer":
			place = "hot"
		}
	}
	for _, k := range c.Keeps {
		if k.Place == place || len(c.Keeps) == 1 {
			return time.Duration(k.For) * time.Second, true
		}
	}
	return 0, false
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

// takers tell for which dishes it is, and what waits for it.
func (m *maker) takers(t *Task, made recipe.Made) {
	dishes := map[string]bool{}
	for _, d := range m.Book.Dishes {
		dishes[d.Name] = true
	}
	seen := map[string]bool{}
	var follow func(made recipe.Made)
	follow = func(made recipe.Made) {
		for _, k := range made.Takers {
			if seen[k.Name] {
				continue
			}
			seen[k.Name] = true
			if name, _, _ := strings.Cut(k.Name, ", "); dishes[k.Name] || dishes[name] {
				t.Dishes = append(t.Dishes, k.Name)
				continue
			}
			t.Waiting = append(t.Waiting, k.Name)
			for _, other := range m.Exploded.Make {
				if other.Name == k.Name {
					follow(other)
				}
			}
		}
	}
	follow(made)
	for _, e := range m.Exploded.Ledger {
		if e.Component != base(made.Component) {
			continue
		}
		for _, k := range e.Takers {
			if !seen[k.Name] {
				seen[k.Name] = true
				t.Waiting = append(t.Waiting, k.Name)
			}
		}
	}
}

func (m *maker) contents(t *Task) {
	contents := m.Book.ContentsOf(t.Component, m.Kitchen)
	for _, a := range contents.Allergens {
		t.Allergens = append(t.Allergens, a.Name)
	}
	t.Unknown = len(contents.Unknown) > 0
}

// weigh gives a task the lines that its steps use; what no step speaks of is
// weighed for the first.
func (m *maker) weigh(t *Task, c recipe.Component, made recipe.Made) {
	for _, w := range made.Weigh {
		at := 0
		for _, l := range c.Lines {
			if l.ID == w.ID && l.Name == w.Line {
				at = max(0, c.UsedAt(l))
			}
		}
		if at >= t.from && at < max(t.to, 1) {
			t.Weigh = append(t.Weigh, w)
		}
	}
}

// tick adds up what was ticked.
func (m *maker) tick(t *Task) {
	t.Made = units.Amount{Unit: t.Make.Unit}
	through := units.Through{}
	if d := m.Book.Made(base(t.Component)).Density; d != nil {
		through.Density = *d
	}
	for _, k := range m.ticks[t.ID] {
		k.At, k.Received = k.At.In(m.Zone), k.Received.In(m.Zone)
		t.Ticks = append(t.Ticks, k)
		if a, _, err := k.Amount.Basic(m.Ways.Measures).As(t.Make.Unit, through); err == nil {
			t.Made.Quantity += a.Quantity
		}
	}
	need := m.need(t.Component)
	t.Missing = units.Amount{Quantity: max(0, need.Quantity-t.Made.Quantity), Unit: t.Make.Unit}
	if t.Missing.Quantity < 0.005*need.Quantity {
		t.Missing.Quantity = 0
	}
	t.Done = len(t.Ticks) > 0 && t.Missing.Quantity == 0
	if t.Done && t.KeepsFor > 0 { // of what was made in parts, the oldest decides
		until := t.Ticks[0].At.Add(time.Duration(t.KeepsFor) * time.Second)
		t.Keeps = &until
	}
	if len(t.Ticks) > 0 && !t.Done {
		t.Still, _ = m.Ways.Likes.Read(t.Missing)
	}
	t.Twice = twice(t.Ticks, t.Made, need)
}

// need is what has to be made of a component beyond what is there.
func (m *maker) need(component string) units.Amount {
	made := m.Exploded.Make[m.order[component]]
	return units.Amount{Quantity: max(0, made.Need.Quantity-made.Have.Quantity), Unit: made.Need.Unit}
}

// container is what it is kept in: as it was said, or the smallest box that
// holds it, or so many of the largest.
func (m *maker) container(c recipe.Component, a units.Amount) string {
	if c.Container != "" || len(m.Kitchen.Boxes) == 0 || a.Unit.Kind() == units.Count {
		return c.Container
	}
	about := ""
	ml := a.Quantity
	if a.Unit == units.Gram {
		if c.Density != nil {
			ml /= *c.Density
		} else {
			about = ", about"
		}
	}
	boxes := slices.Clone(m.Kitchen.Boxes)
	slices.SortFunc(boxes, func(a, b kitchen.Box) int { return cmp.Compare(a.Holds, b.Holds) })
	for _, b := range boxes {
		if b.Holds >= ml {
			return b.Name + about
		}
	}
	largest := boxes[len(boxes)-1]
	n := int64(math.Ceil(ml/largest.Holds - 1e-9))
	return fmt.Sprintf("%d × %s%s", n, largest.Name, about)
}
