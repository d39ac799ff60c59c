package planted

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"jointime/internal/core/schedule"
)

// Change is what may happen to a plan.
type Change int

// The changes: one task takes longer, a resource is gone for a while, a plate more with all
// that leads to it, a task that somebody wants at another time, an hour moved.
const (
	Late Change = iota
	Gone
	More
	Pinned
	Moved
	Changes // how many there are
)

// String names a change.
func (c Change) String() string { return [...]string{"late", "gone", "more", "pinned", "moved"}[c] }

// Changed is a problem after something happened, at a moment of its plan.
type Changed struct {
	Problem schedule.Problem
	What    Change
	Now     int64
	Begun   map[string]bool // tasks that had begun by then, and can stay as they stand
}

// Happens changes a problem by chance, at a moment at which some of the plan is done: what
// has not begun by then cannot begin before. The same seed gives the same change.
func Happens(seed uint64, p schedule.Problem, plan schedule.Plan) Changed {
	rng := rand.New(rand.NewPCG(seed, 0x6368616e6765))
	c := Changed{Problem: clone(p), What: Change(rng.IntN(int(Changes))), Begun: map[string]bool{}}
	starts := make([]int64, len(plan.Tasks))
	for i, t := range plan.Tasks {
		starts[i] = t.Start
	}
	slices.Sort(starts)
	c.Now = starts[rng.IntN(len(starts)*3/4)]
	for i, t := range plan.Tasks {
		if t.Start < c.Now {
			c.Begun[t.ID] = true
		} else if e := c.Problem.Tasks[i].Earliest; e == nil || *e < c.Now {
			c.Problem.Tasks[i].Earliest = &c.Now
		}
	}
	switch c.What {
	case Late:
		c.late(rng, plan)
	case Gone:
		c.gone(rng, plan)
	case More:
		c.more(rng)
	case Pinned:
		c.pinned(rng, plan)
	case Moved:
		c.moved(rng)
	}
	return c
}

func clone(p schedule.Problem) schedule.Problem {
	p.Resources, p.Tasks, p.Links = slices.Clone(p.Resources), slices.Clone(p.Tasks), slices.Clone(p.Links)
	p.Targets, p.Together = slices.Clone(p.Targets), slices.Clone(p.Together)
	return p
}

// late makes a task longer that is being done, or comes next.
func (c *Changed) late(rng *rand.Rand, plan schedule.Plan) {
	var near []int
	for i, t := range plan.Tasks {
		if t.End > c.Now && t.Start < c.Now+hour {
			near = append(near, i)
		}
	}
	if len(near) == 0 {
		return
	}
	t := &c.Problem.Tasks[near[rng.IntN(len(near))]]
	was := t.Duration
	t.Duration += 60 * (2 + rng.Int64N(10))
	t.Uses = slices.Clone(t.Uses)
	for k, u := range t.Uses { // what it wanted at its end it wants later
		t.Uses[k].Slices = slices.Clone(u.Slices)
		for s, span := range u.Slices {
			if span[1] == was && s > 0 {
				t.Uses[k].Slices[s] = span.Shift(t.Duration - was)
			}
		}
	}
}

// gone takes a resource away for half an hour to two, of which there are others.
func (c *Changed) gone(rng *rand.Rand, plan schedule.Plan) {
	r := &c.Problem.Resources[rng.IntN(len(c.Problem.Resources))]
	away := schedule.Span{c.Now, c.Now + int64(1+rng.IntN(4))*hour/2}
	if r.Windows == nil {
		r.Windows = []schedule.Span{c.Problem.Horizon}
	}
	r.Windows = schedule.Without(r.Windows, []schedule.Span{away})
	end := map[string]int64{}
	for _, t := range plan.Tasks { // what was on it has to go elsewhere, or again
		end[t.ID] = t.End
		if t.Start < away[1] && t.End > away[0] && slices.Contains(t.Resources, r.ID) && c.Begun[t.ID] {
			delete(c.Begun, t.ID)
		}
	}
	for _, l := range plan.Links {
		if slices.Contains(l.Resources, r.ID) && end[l.From] < away[1] && end[l.From]+l.Gap > away[0] {
			delete(c.Begun, l.From)
		}
	}
	for again := true; again; { // what came of it as well
		again = false
		for _, l := range c.Problem.Links {
			if !c.Begun[l.From] && c.Begun[l.To] {
				delete(c.Begun, l.To)
				again = true
			}
		}
	}
	for i, t := range c.Problem.Tasks {
		if !c.Begun[t.ID] && (t.Earliest == nil || *t.Earliest < c.Now) {
			c.Problem.Tasks[i].Earliest = &c.Now
		}
	}
}

// more adds a plate like one that there is, with all that leads to it alone.
func (c *Changed) more(rng *rand.Rand) {
	p := &c.Problem
	target := p.Targets[rng.IntN(len(p.Targets))]
	copied := map[string]string{target.Task: target.Task + "+"}
	for again := true; again; {
		again = false
		for _, l := range p.Links {
			if copied[l.To] != "" && copied[l.From] == "" {
				copied[l.From], again = l.From+"+", true
			}
		}
	}
	for _, t := range slices.Clone(p.Tasks) {
		if copied[t.ID] == "" {
			continue
		}
		t.ID = copied[t.ID]
		t.Earliest = &c.Now
		p.Tasks = append(p.Tasks, t)
	}
	for _, l := range slices.Clone(p.Links) {
		if copied[l.From] != "" && copied[l.To] != "" {
			l.From, l.To = copied[l.From], copied[l.To]
			p.Links = append(p.Links, l)
		}
	}
	p.Horizon[1] += hour
	target.Task, target.At = copied[target.Task], max(target.At, c.Now+hour)+10*60
	p.Targets = append(p.Targets, target)
}

// pinned wants a task to start up to ten minutes from where it stands.
func (c *Changed) pinned(rng *rand.Rand, plan schedule.Plan) {
	var left []int
	for i, t := range plan.Tasks {
		if !c.Begun[t.ID] && t.End > t.Start {
			left = append(left, i)
		}
	}
	if len(left) == 0 {
		return
	}
	i := left[rng.IntN(len(left))]
	t := plan.Tasks[i]
	at := max(c.Now, t.Start+60*(rng.Int64N(21)-10))
	id := fmt.Sprintf("pin.%s", t.ID)
	c.Problem.Resources = append(c.Problem.Resources, schedule.Resource{ID: id, Capacity: 1, Windows: []schedule.Span{{at, at + t.End - t.Start}}})
	c.Problem.Tasks[i].Uses = append(slices.Clone(c.Problem.Tasks[i].Uses), schedule.Use{OneOf: []string{id}})
}

// moved moves all plates of an hour by up to a quarter of an hour.
func (c *Changed) moved(rng *rand.Rand) {
	at := c.Problem.Targets[rng.IntN(len(c.Problem.Targets))].At
	by := 60 * (rng.Int64N(31) - 15)
	for i, t := range c.Problem.Targets {
		if t.At == at {
			c.Problem.Targets[i].At = max(c.Now, at+by)
		}
	}
}
