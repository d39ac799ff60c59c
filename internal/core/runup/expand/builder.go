// Package expand makes a planning problem of what a service asks for, and the map that
// says what its tasks and links stand for. Each rule of the trade that puts work in, or
// keeps it apart, has a file of its own; their order stands in rules.
package expand

import (
	"time"

	"jointime/internal/core/keeping"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// Exclusions are what an earlier attempt proved to be impossible.
type Exclusions struct {
	Steps    map[string]string `json:"steps,omitempty"`    // work.Key → why it cannot be
	NoBuffer map[string]bool   `json:"noBuffer,omitempty"` // work.Key: it only fits without a buffer
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
}

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
	{"the order that steps ask for", (*builder).afters},
	{"pans that are kept for the next step", (*builder).pans},
	{"what must be ready", (*builder).setups},
	{"published limits", (*builder).publishedLimits},
	{"how long it keeps", (*builder).keeps},
	{"steps that the chef keeps at their time", (*builder).fix},
	{"the words of the map", (*builder).words},
}

// Problem expands what is wanted into a planning problem, and the map that says what
// its tasks and links stand for. What is excluded is left out with all that leads to
// it, and stands in the map as unplanned.
func Problem(d *demand.Demand, x Exclusions) (schedule.Problem, work.Map) {
	b := &builder{Demand: d, excluded: x, made: map[string][]int{}, tasks: map[string]int{}, kinds: map[string][]string{}, strands: map[string]strand{}}
	b.house = d.House()
	b.problem = schedule.Problem{Name: d.In.Service.Name, Origin: d.Origin.Format(time.RFC3339), Horizon: schedule.Span{0, d.Seconds(d.Closes())}}
	b.of = work.Map{Format: work.Format, Service: d.In.Service.ID, Name: d.In.Service.Name, Day: d.In.Service.Day, Origin: d.Origin, Midnight: d.Seconds(d.Day)}
	for _, r := range rules {
		r.apply(b)
	}
	return b.problem, b.of
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
