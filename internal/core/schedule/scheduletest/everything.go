package scheduletest

import (
	"slices"

	"jointime/internal/core/schedule"
)

// trial tries every start of every task with every cook. It knows the three
// resources of Random by name, and the rules from the format alone.
type trial struct {
	p      schedule.Problem
	start  [4]int64
	who    [4]string
	best   [2]int64
	exists bool
}

// TryEverything is the least violation and cost of a problem that Random made, and whether it
// has a plan at all.
func TryEverything(p schedule.Problem) ([2]int64, bool) {
	x := &trial{p: p}
	x.try(0)
	return x.best, x.exists
}

func (x *trial) try(i int) {
	if i == len(x.p.Tasks) {
		if v := x.value(); !x.exists || v[0] < x.best[0] || (v[0] == x.best[0] && v[1] < x.best[1]) {
			x.best, x.exists = v, true
		}
		return
	}
	t := x.p.Tasks[i]
	first := int64(0)
	if t.Earliest != nil {
		first = *t.Earliest
	}
	for at := first; at+t.Duration <= 15; at++ {
		x.start[i] = at
		for _, who := range t.Uses[0].OneOf {
			x.who[i] = who
			if x.linksKept(i) && x.handsKept(i) && x.ovenKept(i) {
				x.try(i + 1)
			}
		}
	}
}

// linksKept looks at the least gaps to the tasks before.
func (x *trial) linksKept(i int) bool {
	for _, l := range x.p.Links {
		if l.To == x.p.Tasks[i].ID && x.start[i]-x.end(l.From) < *l.Min {
			return false
		}
	}
	return true
}

func (x *trial) end(id string) int64 {
	i := int(id[1] - '0')
	return x.start[i] + x.p.Tasks[i].Duration
}

// handsKept counts the hands in use second by second.
func (x *trial) handsKept(last int) bool {
	var busy [2][15]int64
	for i := 0; i <= last; i++ {
		t, lane := x.p.Tasks[i], 0
		if x.who[i] == "help" {
			lane = 1
		}
		parts := t.Uses[0].Slices
		if parts == nil {
			parts = []schedule.Span{{0, t.Duration}}
		}
		for _, part := range parts {
			for s := part[0]; s < part[1]; s++ {
				now := x.start[i] + s
				if busy[lane][now]++; busy[lane][now] > x.p.Resources[lane].Capacity || (lane == 1 && (now < 2 || now >= 12)) {
					return false
				}
			}
		}
	}
	return true
}

type baking struct {
	from, to, degrees int64
	settle            bool
}

// bakings are what the oven does for the first tasks, and for the waits between
// them.
func (x *trial) bakings(last int) (out []baking) {
	for i := 0; i <= last; i++ {
		if t := x.p.Tasks[i]; len(t.Uses) > 1 && t.Duration > 0 {
			out = append(out, baking{x.start[i], x.start[i] + t.Duration, *t.Uses[1].Setting, t.Uses[1].Settle})
		}
	}
	for _, l := range x.p.Links {
		to := int64(l.To[1] - '0')
		if len(l.Holds) > 0 && to <= int64(last) && x.end(l.From) < x.start[to] {
			out = append(out, baking{x.end(l.From), x.start[to], *l.Holds[0].Setting, l.Holds[0].Settle})
		}
	}
	return out
}

func (x *trial) ovenKept(last int) bool {
	set := x.p.Resources[2].Setting
	all := x.bakings(last)
	for i, a := range all {
		if !a.settle && a.from < set.Up*a.degrees {
			return false
		}
		load := 0
		for k, b := range all {
			if b.from <= a.from && a.from < b.to {
				load++
			}
			if i == k || a.degrees == b.degrees {
				continue
			}
			pause := set.Up * (b.degrees - a.degrees)
			if b.degrees < a.degrees {
				pause = set.Down * (a.degrees - b.degrees)
			}
			if a.to <= b.from && !b.settle && b.from-a.to < pause || a.from < b.to && b.from < a.to {
				return false
			}
		}
		if load > 2 {
			return false
		}
	}
	return true
}

func (x *trial) value() (v [2]int64) {
	beyond := func(by int64, price *int64) {
		switch {
		case by > 0 && price == nil:
			v[0] += by
		case by > 0:
			v[1] += by * *price
		}
	}
	for i, t := range x.p.Tasks {
		if t.Latest != nil {
			beyond(x.start[i]+t.Duration-*t.Latest, nil)
		}
	}
	for _, l := range x.p.Links {
		gap := x.start[l.To[1]-'0'] - x.end(l.From)
		v[1] += l.Weight * (gap - *l.Min)
		if l.Max != nil {
			beyond(gap-*l.Max, l.Over)
		}
	}
	end := x.end("t3")
	v[1] += max(0, 10-end) + 2*max(0, end-10)
	v[1] += x.choices()
	for _, g := range x.p.Together {
		spread := max(x.end("t1"), x.end("t2")) - min(x.end("t1"), x.end("t2"))
		v[1] += g.Weight * spread
		beyond(spread-*g.Within, nil)
	}
	return v
}

// choices is what it costs who does what: by the words of the format.
func (x *trial) choices() (sum int64) {
	for _, keep := range x.p.Keeps {
		took := map[string]bool{}
		x.eachChoice(func(u schedule.Use, id string) {
			if slices.Contains(u.Keep, keep.Label) {
				took[id] = true
			}
		})
		if len(took) > 1 {
			sum += keep.Weight * int64(len(took)-1)
		}
	}
	x.eachChoice(func(u schedule.Use, id string) { sum += u.Costs[id] })
	return sum
}

func (x *trial) eachChoice(do func(u schedule.Use, id string)) {
	for i, t := range x.p.Tasks {
		for k, u := range t.Uses {
			if k == 0 {
				do(u, x.who[i])
			} else {
				do(u, "oven")
			}
		}
	}
	for _, l := range x.p.Links {
		for _, u := range l.Holds {
			do(u, "oven")
		}
	}
}
