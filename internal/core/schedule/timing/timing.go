// Package timing finds the best starts of a plan whose order and resources are given: what
// stands before what, on each resource, stays so, and only the hours move.
//
// Then every rule is one on the difference of two starts, and every price is convex in one, so
// that a plan is the best of its order as soon as no set of tasks, moved together by one second
// either way, makes it better. The best such set is a smallest cut of a network (Murota,
// "Discrete Convex Analysis", 2003, on functions that are L-natural-convex; from memory). It is
// looked for in steps of hours first, and of a second at the end.
package timing

import (
	"slices"

	"jointime/internal/core/schedule"
)

// Best gives the start of each task of a valid plan, in seconds, in the order of the problem's
// tasks: first by violation, then by cost. Tasks that are fixed stay where they are. The plan
// with these starts is valid again, and no worse. Where it is told to stop, so is what it has
// come to by then. Either may be nil.
func Best(p schedule.Problem, plan schedule.Plan, fixed func(task string) bool, stop func() bool) []int64 {
	n := read(p, plan, fixed)
	if n.flow.stop = stop; stop == nil {
		n.flow.stop = func() bool { return false }
	}
	for step := n.widest(); step >= 1; step /= 4 {
		for !n.flow.stop() && (n.moved(step) || n.moved(-step)) {
		}
	}
	return n.at[:len(p.Tasks)]
}

// network is a plan as starts with what keeps them apart and what they cost.
type network struct {
	at        []int64 // start of each task, then first and last end of each group
	low, high []int64 // of each
	apart     []apart
	own       [][]slope // by start: prices of where it is
	between   []between
	flow      flow
}

// apart: the second starts at least so many seconds after the first.
type apart struct {
	from, to int
	least    int64
}

// slope costs so much for each second beyond a point, or before it.
type slope struct {
	at, price int64
	before    bool
}

// between prices how far one start is from another.
type between struct {
	from, to int
	slopes   []slope
}

func (s slope) cost(x int64) int64 {
	if s.before {
		return s.price * max(0, s.at-x)
	}
	return s.price * max(0, x-s.at)
}

func cost(slopes []slope, x int64) (sum int64) {
	for _, s := range slopes {
		sum += s.cost(x)
	}
	return sum
}

// widest is the first step: a power of four that is as long as the longest that a start is from
// where a price on it begins, or that two are.
func (n *network) widest() int64 {
	most := int64(1)
	look := func(slopes []slope, x int64) {
		for _, s := range slopes {
			if s.cost(x) > 0 {
				most = max(most, s.at-x, x-s.at)
			}
		}
	}
	for i, own := range n.own {
		look(own, n.at[i])
	}
	for _, b := range n.between {
		look(b.slopes, n.at[b.to]-n.at[b.from])
	}
	step := int64(1)
	for step*4 <= most {
		step *= 4
	}
	return step
}

// moved moves the set of starts for which it is best by a step, if that is better.
func (n *network) moved(step int64) bool {
	f := &n.flow
	f.begin(len(n.at))
	for i := range n.at {
		x := n.at[i] + step
		if x < n.low[i] || x > n.high[i] {
			f.own(i, infinite)
			continue
		}
		f.own(i, cost(n.own[i], x)-cost(n.own[i], n.at[i]))
	}
	far := max(step, -step)
	for _, a := range n.apart {
		if n.at[a.to]-n.at[a.from]-a.least >= far {
			continue
		}
		if step > 0 {
			f.with(a.from, a.to)
		} else {
			f.with(a.to, a.from)
		}
	}
	for _, b := range n.between {
		d := n.at[b.to] - n.at[b.from]
		now := cost(b.slopes, d)
		f.pair(b.from, b.to, cost(b.slopes, d-step)-now, cost(b.slopes, d+step)-now)
	}
	if f.least() >= 0 {
		return false
	}
	for i := range n.at {
		if f.chosen(i) {
			n.at[i] += step
		}
	}
	return true
}

// sorted puts takings in the order of their starts.
func sorted(taken []taking) []taking {
	slices.SortStableFunc(taken, func(a, b taking) int { return int(a.from.at - b.from.at) })
	return taken
}
