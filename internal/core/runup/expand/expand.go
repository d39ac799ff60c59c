// Package expand makes a planning problem of what a service asks for, and the map that
// says what its tasks and links stand for. Each rule of the trade that puts work in, or
// keeps it apart, has a file of its own; their order stands in rules.
package expand

import (
	"time"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
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
