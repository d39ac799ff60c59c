// Package check judges a plan from the problem and the plan alone. It shares
// no code with the solver: it asks of every rule, one by one, whether the plan
// keeps it, in the plainest way there is.
package check

import (
	"fmt"
	"slices"

	"jointime/internal/core/schedule"
)

// Plan says everything that is wrong with a plan, a line each; nothing if it
// is as it says and breaks no hard rule. The problem must be valid.
func Plan(p schedule.Problem, plan schedule.Plan) []string {
	c := newChecker(p, plan)
	if !c.shape() {
		return c.wrong
	}
	c.tasks()
	c.links()
	c.resources()
	c.totals()
	return c.wrong
}

// Measured is a plan with the violation, cost, status and broken limits that its starts and
// resources come to. It must speak of the problem's tasks, in their order.
func Measured(p schedule.Problem, plan schedule.Plan) schedule.Plan {
	return newChecker(p, plan).measured()
}

func newChecker(p schedule.Problem, plan schedule.Plan) *checker {
	c := &checker{p: p, plan: plan, task: map[string]int{}, resource: map[string]int{}, chosen: map[string]string{}}
	for i, t := range p.Tasks {
		c.task[t.ID] = i
	}
	for i, r := range p.Resources {
		c.resource[r.ID] = i
	}
	return c
}

type checker struct {
	p        schedule.Problem
	plan     schedule.Plan
	task     map[string]int
	resource map[string]int
	chosen   map[string]string // label → resource
	taken    []taking
	wrong    []string
}

// taking is one slice or hold as the plan has it.
type taking struct {
	what     string
	resource int
	span     schedule.Span
	units    int64
	setting  *int64
	settle   bool
}

func (c *checker) say(format string, args ...any) {
	c.wrong = append(c.wrong, fmt.Sprintf(format, args...))
}

// shape reports whether the plan speaks of the problem's tasks and links at
// all, in their order; nothing else can be judged otherwise.
func (c *checker) shape() bool {
	if c.plan.Problem != c.p.Name && c.plan.Problem != "" {
		c.say("the plan is for %q, the problem is %q", c.plan.Problem, c.p.Name)
	}
	if len(c.plan.Tasks) != len(c.p.Tasks) {
		c.say("the plan has %d tasks, the problem %d", len(c.plan.Tasks), len(c.p.Tasks))
		return false
	}
	for i, t := range c.p.Tasks {
		if got := c.plan.Tasks[i]; got.ID != t.ID || len(got.Resources) != len(t.Uses) {
			c.say("tasks[%d]: wants %q with %d resources", i, t.ID, len(t.Uses))
		}
	}
	held := []int{}
	for i, l := range c.p.Links {
		if len(l.Holds) > 0 {
			held = append(held, i)
		}
	}
	if len(held) != len(c.plan.Links) {
		c.say("the plan has %d links, the problem %d with holds", len(c.plan.Links), len(held))
		return false
	}
	for k, i := range held {
		l, got := c.p.Links[i], c.plan.Links[k]
		if got.Link != i || got.From != l.From || got.To != l.To || len(got.Resources) != len(l.Holds) {
			c.say("links[%d]: wants link %d from %q to %q with %d resources", k, i, l.From, l.To, len(l.Holds))
		}
	}
	return len(c.wrong) == 0
}

func (c *checker) tasks() {
	for i, t := range c.p.Tasks {
		got := c.plan.Tasks[i]
		at := schedule.Span{got.Start, got.End}
		if got.End-got.Start != t.Duration {
			c.say("task %q lasts %d s, the plan says %d to %d", t.ID, t.Duration, got.Start, got.End)
		}
		if !c.p.Horizon.Holds(at) {
			c.say("task %q, %d to %d, is outside the horizon", t.ID, got.Start, got.End)
		}
		if t.Earliest != nil && got.Start < *t.Earliest {
			c.say("task %q starts at %d, before its earliest %d", t.ID, got.Start, *t.Earliest)
		}
		for k, u := range t.Uses {
			parts := []schedule.Span{at}
			if u.Slices != nil {
				parts = nil
				for _, s := range u.Slices {
					parts = append(parts, s.Shift(got.Start))
				}
			}
			c.take(fmt.Sprintf("task %q, use %d", t.ID, k), u, got.Resources[k], parts)
		}
	}
}

// gap is the time between the two anchors of a link in the plan.
func (c *checker) gap(l schedule.Link) int64 {
	from, to := c.plan.Tasks[c.task[l.From]], c.plan.Tasks[c.task[l.To]]
	a, b := from.End, to.Start
	if l.FromAt == schedule.Start {
		a = from.Start
	}
	if l.ToAt == schedule.End {
		b = to.End
	}
	return b - a
}

func (c *checker) links() {
	k := 0
	for i, l := range c.p.Links {
		gap := c.gap(l)
		if gap < l.Least() {
			c.say("link %d from %q to %q: the gap is %d, at least %d is wanted", i, l.From, l.To, gap, l.Least())
		}
		if len(l.Holds) == 0 {
			continue
		}
		got := c.plan.Links[k]
		k++
		if got.Gap != gap {
			c.say("link %d from %q to %q: the gap is %d, the plan says %d", i, l.From, l.To, gap, got.Gap)
		}
		held := schedule.Span{c.plan.Tasks[c.task[l.From]].End, c.plan.Tasks[c.task[l.To]].Start}
		for h, u := range l.Holds {
			c.take(fmt.Sprintf("link %d, hold %d", i, h), u, got.Resources[h], []schedule.Span{held})
		}
	}
}

// take checks one use by itself and keeps its parts for the resource's sake.
func (c *checker) take(what string, u schedule.Use, id string, parts []schedule.Span) {
	if !slices.Contains(u.OneOf, id) {
		c.say("%s takes %q, which is none of %v", what, id, u.OneOf)
		return
	}
	if u.Same != "" {
		if other, met := c.chosen[u.Same]; met && other != id {
			c.say("%s takes %q, the same label %q took %q", what, id, u.Same, other)
		}
		c.chosen[u.Same] = id
	}
	parts = slices.DeleteFunc(slices.Clone(parts), func(s schedule.Span) bool { return s[0] >= s[1] })
	if len(parts) == 0 {
		return
	}
	if w := c.p.Resources[c.resource[id]].Windows; w != nil && !slices.ContainsFunc(w, func(w schedule.Span) bool {
		return w.Holds(parts[0]) && w.Holds(parts[len(parts)-1])
	}) {
		c.say("%s is outside the windows of %q", what, id)
	}
	for _, s := range parts {
		c.taken = append(c.taken, taking{what, c.resource[id], s, u.Need(), u.Setting, u.Settle})
	}
}

func (c *checker) resources() {
	for i, r := range c.p.Resources {
		var own []taking
		for _, t := range c.taken {
			if t.resource == i {
				own = append(own, t)
			}
		}
		c.capacity(r, own)
		if r.Setting != nil {
			c.settings(r, own)
		}
	}
}

// capacity looks at every opening: the load can only grow there.
func (c *checker) capacity(r schedule.Resource, own []taking) {
	for _, t := range own {
		load := int64(0)
		for _, o := range own {
			if o.span[0] <= t.span[0] && t.span[0] < o.span[1] {
				load += o.units
			}
		}
		if load > r.Capacity {
			c.say("resource %q has %d units, %d are taken at %d (%s)", r.ID, r.Capacity, load, t.span[0], t.what)
		}
	}
}

func (c *checker) settings(r schedule.Resource, own []taking) {
	for i, a := range own {
		first := c.p.Horizon[0] + r.Setting.Pause(r.Setting.Initial, *a.setting)
		if !a.settle && a.span[0] < first {
			c.say("%s: %q stands at %d °C only at %d", a.what, r.ID, *a.setting, first)
		}
		for _, b := range own[i+1:] {
			c.pair(r, a, b)
		}
	}
}

func (c *checker) pair(r schedule.Resource, a, b taking) {
	if b.span[0] < a.span[0] {
		a, b = b, a
	}
	pause := r.Setting.Pause(*a.setting, *b.setting)
	apart := *a.setting - *b.setting
	switch {
	case a.span.Overlaps(b.span):
		if max(apart, -apart) > r.Setting.Tolerance {
			c.say("%q at once at %d and %d °C: %s and %s", r.ID, *a.setting, *b.setting, a.what, b.what)
		}
	case !b.settle && b.span[0]-a.span[1] < pause:
		c.say("%q needs %d s from %d to %d °C, it has %d: %s and %s", r.ID, pause, *a.setting, *b.setting, b.span[0]-a.span[1], a.what, b.what)
	}
}
