package clash

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
)

// Kind is what a requirement asks for.
type Kind string

// The kinds of requirements.
const (
	LinkMax  Kind = "link.max"        // the wait of Link is at most so long
	LinkMin  Kind = "link.min"        // the wait of Link is at least so long
	Latest   Kind = "task.latest"     // Task ends at so much
	Earliest Kind = "task.earliest"   // Task starts no earlier
	Within   Kind = "together.within" // the ends of Together lie so near one another
	Late     Kind = "target.late"     // Task ends no later than its Target
	Early    Kind = "target.early"    // Task ends no earlier than its Target
	Use      Kind = "use"             // Task has what its use Use needs
	Hold     Kind = "hold"            // what hold Use of Link needs is held
	Windows  Kind = "windows"         // Resource is there in its windows only
	Heat     Kind = "setting"         // Resource has one temperature at a time
	Longer   Kind = "link.weight"     // the wait of Link is no longer than now, for it costs
	Wider    Kind = "together.weight" // the ends of Together are no further apart, for it costs
	Hands    Kind = "hands"           // Task's Use, or Link's hold Use, stays with Resource, for others may cost more
)

// Requirement is one thing that a plan has to keep. What the plan itself passes is asked for
// only as far as the plan keeps it.
type Requirement struct {
	Kind     Kind   `json:"kind"`
	Task     string `json:"task,omitempty"`
	Resource string `json:"resource,omitempty"`
	Link     *int   `json:"link,omitempty"`
	Use      *int   `json:"use,omitempty"`
	Together *int   `json:"together,omitempty"`
	Target   *int   `json:"target,omitempty"`
	// At is what is asked for, in seconds: a wait, an end or start, a spread.
	At *int64 `json:"at,omitempty"`
	// Priced says that it could be missed at a price.
	Priced bool `json:"priced,omitempty"`
	near   int  // waits to what the limit speaks of
}

// asked is one question.
type asked struct {
	p     schedule.Problem
	plan  schedule.Plan
	limit schedule.Breach
	o     Options
	rng   interface{ IntN(int) int }
	all   []Requirement
	at    map[string]int
	near  []int // by task
}

// far is the distance of what no wait joins to the limit.
const far = 1 << 20

// index finds how many waits lie between the limit and each task.
func (a *asked) index() {
	a.at = map[string]int{}
	a.near = make([]int, len(a.p.Tasks))
	for i, t := range a.p.Tasks {
		a.at[t.ID], a.near[i] = i, far
	}
	var queue []int
	reach := func(id string, near int) {
		if i, ok := a.at[id]; ok && a.near[i] > near {
			a.near[i] = near
			queue = append(queue, i)
		}
	}
	for _, id := range a.spokenOf() {
		reach(id, 0)
	}
	for len(queue) > 0 {
		i := queue[0]
		queue = queue[1:]
		for _, l := range a.p.Links {
			if a.at[l.From] == i || a.at[l.To] == i {
				reach(l.From, a.near[i]+1)
				reach(l.To, a.near[i]+1)
			}
		}
	}
}

// spokenOf are the tasks of the limit.
func (a *asked) spokenOf() []string {
	switch {
	case a.limit.Link != nil:
		return []string{a.limit.From, a.limit.To}
	case a.limit.Together != nil:
		return a.p.Together[*a.limit.Together].Tasks
	}
	return []string{a.limit.Task}
}

// list finds everything that is asked of a plan, but the limit itself.
func (a *asked) list() {
	for i, t := range a.p.Tasks {
		a.ofTask(i, t)
	}
	for e, l := range a.p.Links {
		a.ofLink(e, l)
	}
	for g, x := range a.p.Together {
		near := far
		first, last := a.plan.Tasks[a.at[x.Tasks[0]]].End, a.plan.Tasks[a.at[x.Tasks[0]]].End
		for _, id := range x.Tasks {
			near = min(near, a.near[a.at[id]])
			first, last = min(first, a.plan.Tasks[a.at[id]].End), max(last, a.plan.Tasks[a.at[id]].End)
		}
		if x.Within != nil && (a.limit.Together == nil || *a.limit.Together != g) {
			a.add(Requirement{Kind: Within, Together: &g, At: num(max(*x.Within, last-first)), Priced: x.Over != nil, near: near})
		}
		if x.Weight > 0 {
			a.add(Requirement{Kind: Wider, Together: &g, At: num(last - first), Priced: true, near: near})
		}
	}
	for k, x := range a.p.Targets {
		i := a.at[x.Task]
		if end := a.plan.Tasks[i].End; x.Late > 0 {
			a.add(Requirement{Kind: Late, Task: x.Task, Target: &k, At: num(max(x.At, end)), Priced: true, near: a.near[i]})
		}
		if end := a.plan.Tasks[i].End; x.Early > 0 {
			a.add(Requirement{Kind: Early, Task: x.Task, Target: &k, At: num(min(x.At, end)), Priced: true, near: a.near[i]})
		}
	}
	for _, r := range a.p.Resources {
		if r.Windows != nil {
			a.add(Requirement{Kind: Windows, Resource: r.ID})
		}
		if r.Setting != nil {
			a.add(Requirement{Kind: Heat, Resource: r.ID})
		}
	}
}

func num(x int64) *int64 { return &x }

func (a *asked) add(r Requirement) { a.all = append(a.all, r) }

func (a *asked) ofTask(i int, t schedule.Task) {
	if t.Earliest != nil {
		a.add(Requirement{Kind: Earliest, Task: t.ID, At: t.Earliest, near: a.near[i]})
	}
	if t.Latest != nil && (a.limit.Limit != schedule.TaskLatest || a.limit.Task != t.ID) {
		a.add(Requirement{Kind: Latest, Task: t.ID, At: num(max(*t.Latest, a.plan.Tasks[i].End)), Priced: t.LatestOver != nil, near: a.near[i]})
	}
	for k, u := range t.Uses {
		if u.Same != "" || t.Duration > 0 && len(u.Parts(t.Duration)) > 0 {
			a.add(Requirement{Kind: Use, Task: t.ID, Use: &k, near: a.near[i]})
		}
		if len(u.Costs) > 0 || len(u.Keep) > 0 {
			a.add(Requirement{Kind: Hands, Task: t.ID, Use: &k, Resource: a.plan.Tasks[i].Resources[k], Priced: true, near: a.near[i]})
		}
	}
}

func (a *asked) ofLink(e int, l schedule.Link) {
	near := min(a.near[a.at[l.From]], a.near[a.at[l.To]])
	if l.Least() > never { // a wait of the other way round asks for no least
		a.add(Requirement{Kind: LinkMin, Link: &e, At: num(l.Least()), near: near})
	}
	if l.Max != nil && (a.limit.Link == nil || *a.limit.Link != e) {
		a.add(Requirement{Kind: LinkMax, Link: &e, At: num(max(*l.Max, a.gap(l))), Priced: l.Over != nil, near: near})
	}
	if l.Weight > 0 {
		a.add(Requirement{Kind: Longer, Link: &e, At: num(max(l.Least(), a.gap(l))), Priced: true, near: near})
	}
	for h, u := range l.Holds {
		a.add(Requirement{Kind: Hold, Link: &e, Use: &h, near: near})
		if len(u.Costs) > 0 || len(u.Keep) > 0 {
			a.add(Requirement{Kind: Hands, Link: &e, Use: &h, Resource: a.held(e)[h], Priced: true, near: near})
		}
	}
}

// held is what the plan has for what is held during a wait.
func (a *asked) held(e int) []string {
	for _, l := range a.plan.Links {
		if l.Link == e {
			return l.Resources
		}
	}
	return nil
}

// never is a gap that is no least at all.
const never = -1_000_000_000

func (a *asked) gap(l schedule.Link) int64 {
	return l.Gap(a.plan.Tasks[a.at[l.From]], a.plan.Tasks[a.at[l.To]])
}

// order is what is left out in turn: first what has a price, for what cannot be missed is
// the better reason, and of each what is furthest from the limit; after the first try with
// some chance.
func (a *asked) order(try int) (parts [][]int) {
	key := make([]int, len(a.all))
	for k, r := range a.all {
		if key[k] = 4 * r.near; try > 0 {
			key[k] = 3*r.near + a.rng.IntN(4+12*try)
		}
	}
	for _, priced := range []bool{true, false} {
		var part []int
		for k, r := range a.all {
			if r.Priced == priced {
				part = append(part, k)
			}
		}
		slices.SortStableFunc(part, func(x, y int) int { return cmp.Compare(key[y], key[x]) })
		parts = append(parts, part)
	}
	return parts
}
