// Package expand makes a planning problem of what a service asks for, and the map that
// says what its tasks and links stand for. Each rule of the trade that puts work in, or
// keeps it apart, has a file of its own; their order stands in rules.
package expand

import (
	"time"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// rule is one thing that the problem heeds.
type rule struct {
	name  string
	apply func(*builder)
}

// rules in their order: those that put tasks in come before those that read them. Tasks
// stand in the order in which food passes through them, which publishedLimits relies on.
var rules = []rule{
	{"cooks and equipment", (*builder).resources},
	{"steps and plates, course by course", (*builder).courses},
	{"a table is served a meal", (*builder).meals},
	{"the order that steps ask for", (*builder).afters},
	{"pans that are kept for the next step", (*builder).pans},
	{"washing", (*builder).washing},
	{"what must be ready", (*builder).setups},
	{"published limits", (*builder).publishedLimits},
	{"how long it keeps", (*builder).keeps},
	{"steps that the chef keeps at their time", (*builder).fix},
	{"whose work it is", (*builder).whoseWork},
	{"where cooks stand, and with which hands", (*builder).standing},
	{"the words of the map", (*builder).words},
	{"what other services have booked", (*builder).elsewhere},
}

// Problem expands what is wanted into a planning problem, and the map that says what
// its tasks and links stand for. What is excluded is left out with all that leads to
// it, and stands in the map as unplanned.
func Problem(d *demand.Demand, x Exclusions) (schedule.Problem, work.Map) {
	b := &builder{Demand: d, excluded: x, made: map[string][]int{}, tasks: map[string]int{}, kinds: map[string][]string{}, strands: map[string]strand{}, cleaned: map[int]int64{}}
	b.house = d.House()
	b.problem = schedule.Problem{Name: d.In.Service.Name, Origin: d.Origin.Format(time.RFC3339), Horizon: schedule.Span{0, d.Seconds(d.Closes())}}
	b.of = work.Map{Format: work.Format, Service: d.In.Service.ID, Name: d.In.Service.Name, Day: d.In.Service.Day, Origin: d.Origin, Midnight: d.Seconds(d.Day)}
	for _, r := range rules {
		r.apply(b)
	}
	return b.problem, b.of
}

// builder is a problem in the making, with the map that goes with it.
type builder struct {
	*demand.Demand
	excluded Exclusions
	house    keeping.House
	problem  schedule.Problem
	of       work.Map
	steps    []*recipe.Step      // by task; nil for a placing
	tasks    map[string]int      // id → task
	strands  map[string]strand   // by component
	made     map[string][]int    // dish/component/step → tasks
	waits    []waited            // of the strands, in the order of their tasks
	kinds    map[string][]string // equipment kind → resources
	cooks    []string
	cleaned  map[int]int64 // seconds for clean hands that a placing begins with
}

// task puts a task into the problem and returns its index.
func (b *builder) task(t schedule.Task, w work.Work, step *recipe.Step) int {
	b.problem.Tasks = append(b.problem.Tasks, t)
	b.of.Work = append(b.of.Work, w)
	b.steps = append(b.steps, step)
	b.tasks[t.ID] = len(b.steps) - 1
	return len(b.steps) - 1
}

// link puts a link into the problem, with why it is there.
func (b *builder) link(l schedule.Link, why work.Link) {
	b.problem.Links = append(b.problem.Links, l)
	b.of.Links = append(b.of.Links, why)
}

// target puts a target into the problem.
func (b *builder) target(t schedule.Target) { b.problem.Targets = append(b.problem.Targets, t) }

// unplanned notes what is left out, and why.
func (b *builder) unplanned(u work.Unplanned) { b.of.Unplanned = append(b.of.Unplanned, u) }

func (b *builder) id(i int) string { return b.problem.Tasks[i].ID }

// index is the task with an id; below 0: there is none.
func (b *builder) index(id string) int {
	if i, there := b.tasks[id]; there {
		return i
	}
	return -1
}

// resources are the cooks in their shifts and the equipment of the kitchen, without
// the hours in which they are not to be had.
func (b *builder) resources() {
	for _, c := range b.In.Kitchen.Cooks {
		b.cooks = append(b.cooks, "cook."+c.ID)
		b.of.Resources = append(b.of.Resources, work.Resource{ID: "cook." + c.ID, Name: c.Name, Cook: c.ID, Section: b.In.Kitchen.SectionName(c.Section), Calls: c.ID == b.In.Kitchen.Calls()})
		b.problem.Resources = append(b.problem.Resources, schedule.Resource{ID: "cook." + c.ID, Capacity: 1, Windows: schedule.Without(b.spansOf(c.ShiftsOn), b.away(c.Away))})
	}
	if c := b.In.Kitchen.Carry; c != nil {
		b.of.Resources = append(b.of.Resources, work.Resource{ID: carriers, Name: "Hands to carry"})
		b.problem.Resources = append(b.problem.Resources, schedule.Resource{ID: carriers, Capacity: int64(c.People)})
	}
	for _, e := range b.In.Kitchen.Equipment {
		r := schedule.Resource{ID: e.ID, Capacity: int64(e.Places)}
		if h := e.Heating; h != nil {
			r.Setting = &schedule.Setting{Initial: int64(h.Cold), Up: int64(h.Up), Down: int64(h.Down), Tolerance: int64(h.Tolerance)}
		}
		if len(e.Away) > 0 {
			r.Windows = schedule.Without([]schedule.Span{b.problem.Horizon}, b.away(e.Away))
		}
		b.of.Resources = append(b.of.Resources, work.Resource{ID: e.ID, Name: e.Name, Kind: e.Kind, Wash: e.Wash})
		b.kinds[e.Kind] = append(b.kinds[e.Kind], e.ID)
		b.problem.Resources = append(b.problem.Resources, r)
	}
}

// spansOf are the shifts of every day of the plan, in seconds from its origin.
func (b *builder) spansOf(on func(time.Time) []kitchen.Shift) []schedule.Span {
	out := []schedule.Span{}
	for day := b.Origin.AddDate(0, 0, -1); !day.After(b.Day); day = day.AddDate(0, 0, 1) {
		for _, s := range on(day) {
			if span, ok := b.onDay(day, s); ok {
				out = append(out, span)
			}
		}
	}
	return out
}

func (b *builder) onDay(day time.Time, s kitchen.Shift) (schedule.Span, bool) {
	from, ok := clockOn(day, 0, s.From)
	to, ok2 := clockOn(day, 0, s.To)
	if !to.After(from) {
		to, _ = clockOn(day, -1, s.To)
	}
	return schedule.Span{b.Seconds(from), b.Seconds(to)}, ok && ok2
}

// away are the stretches in which something is not to be had.
func (b *builder) away(list []kitchen.Away) (out []schedule.Span) {
	for _, a := range list {
		if a.Day == "" {
			out = append(out, b.spansOf(func(time.Time) []kitchen.Shift { return []kitchen.Shift{a.Shift} })...)
			continue
		}
		if day, err := time.ParseInLocation(service.DayLayout, a.Day, b.In.Zone); err == nil {
			if span, ok := b.onDay(day, a.Shift); ok {
				out = append(out, span)
			}
		}
	}
	return out
}

// clockOn is an hour so many days before a day.
func clockOn(day time.Time, daysBefore int, clock string) (time.Time, bool) {
	seconds, err := units.ParseClock(clock)
	if err != nil {
		return time.Time{}, false
	}
	y, m, d := day.AddDate(0, 0, -daysBefore).Date()
	return time.Date(y, m, d, int(seconds/3600), int(seconds%3600/60), 0, 0, day.Location()), true
}

// Exclusions are what an earlier attempt proved to be impossible.
type Exclusions struct {
	Steps    map[string]string `json:"steps,omitempty"`    // work.Key → why it cannot be
	NoBuffer map[string]bool   `json:"noBuffer,omitempty"` // work.Key: it only fits without a buffer
	// AsIs is what is not washed, since the next use wants it as it is: the id of the washing → of
	// that use; empty: there is none.
	AsIs  map[string]string `json:"asIs,omitempty"`
	NoDay bool              `json:"noDay,omitempty"` // there is no plan around what the day of the kitchen has
	Alone bool              `json:"alone,omitempty"` // there is no plan around the other services of the kitchen
}
