package check

import (
	"fmt"

	"jointime/internal/core/schedule"
)

// totals recomputes violation, cost, status, bounds and the list of broken
// limits.
func (c *checker) totals() {
	m := c.measured()
	if c.plan.Status != m.Status {
		c.say("the status is %q, the plan says %q", m.Status, c.plan.Status)
	}
	if c.plan.Violation != m.Violation {
		c.say("the violation is %d, the plan says %d", m.Violation, c.plan.Violation)
	}
	if c.plan.Cost != m.Cost {
		c.say("the cost is %d, the plan says %d", m.Cost, c.plan.Cost)
	}
	c.bounds(m.Violation, m.Cost)
	c.sameBroken(m.Broken)
}

// measured is the plan with the figures that it should have.
func (c *checker) measured() schedule.Plan {
	out := c.plan
	out.Broken = append(append(c.brokenLinks(), c.brokenTasks()...), c.brokenTogether()...)
	out.Status, out.Violation, out.Cost = schedule.Kept, 0, c.cost()
	for _, b := range out.Broken {
		if !b.Priced {
			out.Violation += b.By
		}
	}
	if out.Violation > 0 {
		out.Status = schedule.Broken
	}
	return out
}

func (c *checker) bounds(violation, cost int64) {
	vb, b := c.plan.ViolationBound, c.plan.Bound
	if vb != nil && *vb > violation {
		c.say("violationBound is %d, above the violation %d", *vb, violation)
	}
	if b != nil && vb != nil && *vb == violation && *b > cost {
		c.say("bound is %d, above the cost %d", *b, cost)
	}
}

func (c *checker) sameBroken(want []schedule.Breach) {
	if len(want) != len(c.plan.Broken) {
		c.say("%d limits are passed, the plan lists %d", len(want), len(c.plan.Broken))
		return
	}
	for i := range want {
		if w, g := tell(want[i]), tell(c.plan.Broken[i]); w != g {
			c.say("broken[%d] is %s, the plan says %s", i, w, g)
		}
	}
}

func tell(b schedule.Breach) string {
	place := func(i *int) string {
		if i == nil {
			return "-"
		}
		return fmt.Sprint(*i)
	}
	return fmt.Sprintf("%s link %s %q→%q task %q together %s by %d priced %t",
		b.Limit, place(b.Link), b.From, b.To, b.Task, place(b.Together), b.By, b.Priced)
}

func (c *checker) brokenLinks() (out []schedule.Breach) {
	for i, l := range c.p.Links {
		if l.Max == nil {
			continue
		}
		if by := c.gap(l) - *l.Max; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.LinkMax, Link: &i, From: l.From, To: l.To, By: by, Priced: l.Over != nil})
		}
	}
	return out
}

func (c *checker) brokenTasks() (out []schedule.Breach) {
	for i, t := range c.p.Tasks {
		if t.Latest == nil {
			continue
		}
		if by := c.plan.Tasks[i].End - *t.Latest; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TaskLatest, Task: t.ID, By: by, Priced: t.LatestOver != nil})
		}
	}
	return out
}

func (c *checker) brokenTogether() (out []schedule.Breach) {
	for i, t := range c.p.Together {
		if t.Within == nil {
			continue
		}
		if by := c.spread(t) - *t.Within; by > 0 {
			out = append(out, schedule.Breach{Limit: schedule.TogetherWithin, Together: &i, By: by, Priced: t.Over != nil})
		}
	}
	return out
}

func (c *checker) spread(t schedule.Together) int64 {
	first := c.plan.Tasks[c.task[t.Tasks[0]]].End
	last := first
	for _, id := range t.Tasks {
		end := c.plan.Tasks[c.task[id]].End
		first, last = min(first, end), max(last, end)
	}
	return last - first
}

// cost adds up targets, weights and prices as the format defines them.
func (c *checker) cost() (sum int64) {
	for _, t := range c.p.Targets {
		end := c.plan.Tasks[c.task[t.Task]].End
		sum += t.Early*max(0, t.At-end) + t.Late*max(0, end-t.At)
	}
	for _, l := range c.p.Links {
		sum += l.Weight * max(0, c.gap(l)-l.Least())
		if l.Max != nil && l.Over != nil {
			sum += *l.Over * max(0, c.gap(l)-*l.Max)
		}
	}
	for _, t := range c.p.Together {
		sum += t.Weight * c.spread(t)
		if t.Within != nil && t.Over != nil {
			sum += *t.Over * max(0, c.spread(t)-*t.Within)
		}
	}
	for i, t := range c.p.Tasks {
		if t.Latest != nil && t.LatestOver != nil {
			sum += *t.LatestOver * max(0, c.plan.Tasks[i].End-*t.Latest)
		}
	}
	return sum + c.choices()
}

// choices adds up what the chosen resources cost, and those beyond the first of each label.
func (c *checker) choices() (sum int64) {
	met := map[string]map[string]bool{}
	take := func(u schedule.Use, id string) {
		sum += u.Costs[id]
		for _, label := range u.Keep {
			if met[label] == nil {
				met[label] = map[string]bool{}
			}
			met[label][id] = true
		}
	}
	for i, t := range c.p.Tasks {
		for k, u := range t.Uses {
			if k < len(c.plan.Tasks[i].Resources) {
				take(u, c.plan.Tasks[i].Resources[k])
			}
		}
	}
	for _, l := range c.plan.Links {
		if l.Link < 0 || l.Link >= len(c.p.Links) {
			continue
		}
		for k, u := range c.p.Links[l.Link].Holds {
			if k < len(l.Resources) {
				take(u, l.Resources[k])
			}
		}
	}
	for _, k := range c.p.Keeps {
		sum += k.Weight * max(0, int64(len(met[k.Label]))-1)
	}
	return sum
}
