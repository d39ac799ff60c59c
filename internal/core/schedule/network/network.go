// Package network is what waits for what in a plan: by its links, and by the places on
// each resource as they are taken one after the other. Where a task takes longer, what
// hangs on it is shifted; nothing changes its place in a queue. It tells how much slack
// each task has, and when all of them start on an evening on which some take longer.
//
// The arcs are precedence constraints as in project scheduling; slack is the total float
// of the critical path method (Kelley and Walker, 1959, from memory), counted from the
// ends that matter.
package network

import (
	"cmp"
	"slices"

	"jointime/internal/core/schedule"
)

// Network is what waits for what in one plan.
type Network struct {
	plan  schedule.Plan
	order []int   // tasks by their planned start
	into  [][]arc // by task
}

// arc is a precedence constraint: a task starts no earlier than the end of another one
// plus lag seconds, or than its start plus lag where fromStart is set.
type arc struct {
	from      int
	lag       int64
	fromStart bool
}

// New reads the arcs of a plan. Buffers, by link, are the part of its least that is
// there because the task before may take longer: that is not waited for.
func New(p schedule.Problem, plan schedule.Plan, buffers []int64) Network {
	n := Network{plan: plan, order: make([]int, len(p.Tasks)), into: make([][]arc, len(p.Tasks))}
	index := map[string]int{}
	for i, t := range p.Tasks {
		index[t.ID], n.order[i] = i, i
	}
	slices.SortStableFunc(n.order, func(a, b int) int { return cmp.Compare(plan.Tasks[a].Start, plan.Tasks[b].Start) })
	for e, l := range p.Links {
		from, to := index[l.From], index[l.To]
		if l.ToAt == schedule.End || from == to || plan.Tasks[from].Start > plan.Tasks[to].Start {
			continue
		}
		n.into[to] = append(n.into[to], arc{from, l.Least() - buffers[e], l.FromAt == schedule.Start})
	}
	n.queues(p, index)
	return n
}

// Earliest is when each task starts if each takes so many seconds, and nothing starts
// before it is planned to.
func (n Network) Earliest(lasts []int64) (starts []int64) {
	starts = make([]int64, len(lasts))
	for _, i := range n.order {
		at := n.plan.Tasks[i].Start
		for _, a := range n.into[i] {
			from := starts[a.from]
			if !a.fromStart {
				from += lasts[a.from]
			}
			at = max(at, from+a.lag)
		}
		starts[i] = at
	}
	return starts
}

// NoEnd stands for a slack without end: what leads to nothing that matters may be late
// for as long as one likes. It is a week, in seconds.
const NoEnd = 7 * 86400

// Slack is how many seconds each task may end late before one that is marked ends later
// than planned; NoEnd where it leads to none of them.
func (n Network) Slack(marked []bool) []int64 {
	out := make([]int64, len(marked))
	for i := range out {
		if out[i] = NoEnd; marked[i] {
			out[i] = 0
		}
	}
	for k := len(n.order) - 1; k >= 0; k-- {
		i := n.order[k]
		for _, a := range n.into[i] {
			from := n.plan.Tasks[a.from].End
			if a.fromStart {
				from = n.plan.Tasks[a.from].Start
			}
			out[a.from] = min(out[a.from], out[i]+n.plan.Tasks[i].Start-from-a.lag)
		}
	}
	return out
}
