// Package scheduletest makes tiny problems for the tests of those that solve problems, and
// solves them by trying everything.
package scheduletest

import (
	"fmt"
	"math/rand/v2"
	"slices"

	"jointime/internal/core/schedule"
)

// Random is a problem of four tasks in a horizon of 15, with slices, settings, holds, strict and
// priced limits, and often with prices on who does what.
func Random(r *rand.Rand) schedule.Problem {
	n := func(low, high int64) *int64 { v := low + r.Int64N(high-low+1); return &v }
	p := schedule.Problem{Name: "random", Horizon: schedule.Span{0, 15}, Resources: []schedule.Resource{
		{ID: "cook", Capacity: 1 + r.Int64N(2)}, {ID: "help", Capacity: 1, Windows: []schedule.Span{{2, 12}}},
		{ID: "oven", Capacity: 2, Setting: &schedule.Setting{Initial: 0, Up: r.Int64N(2), Down: r.Int64N(3), Tolerance: 0}},
	}}
	for i := range 4 {
		t := schedule.Task{ID: fmt.Sprint("t", i), Duration: r.Int64N(7)}
		t.Uses = append(t.Uses, schedule.Use{OneOf: []string{"cook", "help"}[:1+r.IntN(2)], Units: 1})
		if r.IntN(3) > 0 && t.Duration > 2 {
			t.Uses[0].Slices = []schedule.Span{{0, 1}, {t.Duration - 1, t.Duration}}
		}
		if r.IntN(2) == 0 {
			t.Uses = append(t.Uses, schedule.Use{OneOf: []string{"oven"}, Units: 1, Setting: n(0, 3), Settle: r.IntN(4) == 0})
		}
		if r.IntN(4) == 0 {
			t.Earliest = n(0, 8)
		}
		if r.IntN(4) == 0 {
			t.Latest = n(t.Duration, 15)
		}
		if i > 0 && r.IntN(3) > 0 {
			p.Links = append(p.Links, randomLink(r, i, t.ID))
		}
		p.Tasks = append(p.Tasks, t)
	}
	p.Targets = []schedule.Target{{Task: "t3", At: 10, Early: 1, Late: 2}}
	if r.IntN(2) == 0 {
		p.Together = []schedule.Together{{Tasks: []string{"t1", "t2"}, Within: n(0, 4), Weight: r.Int64N(3)}}
	}
	if r.IntN(3) == 0 {
		randomChoices(r, &p)
	}
	if r.IntN(6) == 0 {
		randomBooked(r, &p)
	}
	return p
}

// randomBooked makes the first task one that has a single start and a single choice: what
// other work has booked of one pair of hands, here and there.
func randomBooked(r *rand.Rand, p *schedule.Problem) {
	p.Links = slices.DeleteFunc(p.Links, func(l schedule.Link) bool { return l.From == "t0" })
	use := schedule.Use{OneOf: []string{"cook"}, Units: 1, Slices: []schedule.Span{}}
	for at := r.Int64N(4); at < 14; at += 2 + r.Int64N(5) {
		use.Slices = append(use.Slices, schedule.Span{at, at + 1})
	}
	p.Tasks[0] = schedule.Task{ID: "t0", Duration: 15, Uses: []schedule.Use{use}}
}

// randomChoices puts a price on who does what, and a wish to stay with one resource.
func randomChoices(r *rand.Rand, p *schedule.Problem) {
	p.Keeps = []schedule.Keep{{Label: "a", Weight: r.Int64N(6)}, {Label: "b", Weight: r.Int64N(6)}}
	choice := func(u *schedule.Use) {
		if r.IntN(2) == 0 {
			u.Costs = map[string]int64{}
			for _, id := range u.OneOf {
				if r.IntN(2) == 0 {
					u.Costs[id] = r.Int64N(8)
				}
			}
		}
		u.Keep = []schedule.Labels{nil, {"a"}, {"b"}, {"a", "b"}}[r.IntN(4)]
	}
	for i := range p.Tasks {
		for k := range p.Tasks[i].Uses {
			choice(&p.Tasks[i].Uses[k])
		}
	}
	for i := range p.Links {
		for k := range p.Links[i].Holds {
			choice(&p.Links[i].Holds[k])
		}
	}
}

func randomLink(r *rand.Rand, i int, to string) schedule.Link {
	least := r.Int64N(4)
	l := schedule.Link{From: fmt.Sprint("t", r.IntN(i)), To: to, Min: &least, Weight: r.Int64N(2)}
	if r.IntN(2) == 0 {
		most := least + r.Int64N(4)
		l.Max = &most
		if r.IntN(2) == 0 {
			over := r.Int64N(4)
			l.Over = &over
		}
	}
	if r.IntN(3) == 0 {
		degrees := r.Int64N(4)
		l.Holds = []schedule.Use{{OneOf: []string{"oven"}, Setting: &degrees, Settle: r.IntN(2) == 0}}
	}
	return l
}
