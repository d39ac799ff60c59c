package timing_test

import (
	"math/rand/v2"
	"slices"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/serial"
	"jointime/internal/core/schedule/timing"
)

func at[T any](v T) *T { return &v }

// planOf is a plan with these starts, in which every use has the first resource that it can.
func planOf(p schedule.Problem, starts ...int64) schedule.Plan {
	plan := schedule.Plan{Problem: p.Name}
	for i, t := range p.Tasks {
		task := schedule.PlannedTask{ID: t.ID, Start: starts[i], End: starts[i] + t.Duration}
		for _, u := range t.Uses {
			task.Resources = append(task.Resources, u.OneOf[0])
		}
		plan.Tasks = append(plan.Tasks, task)
	}
	return check.Measured(p, plan)
}

// A roast of 30 min may rest 15 min before it is carved in 5, at 2 a second beyond that, and the
// plate is due at 20:00 (7,200 s), at 20 a second. One cook roasts for two: the second roast
// begins when the first is carved. Both stand 40 min too early: the second is carved at 20:00,
// and the first, whose plate is due five minutes before that, right before the second roast:
// 7,200 − 300 − 0 − 1,800 = 5,100 s, 1,800 s before it is due, for 5 a second.
func TestWhatStandsTooEarlyMovesTogether(t *testing.T) {
	cook := []schedule.Use{{OneOf: []string{"cook"}}}
	p := schedule.Problem{Name: "roasts", Horizon: schedule.Span{0, 20000}, Resources: []schedule.Resource{{ID: "cook", Capacity: 1}},
		Tasks:   []schedule.Task{{ID: "roast 1", Duration: 1800, Uses: cook}, {ID: "carve 1", Duration: 300, Uses: cook}, {ID: "roast 2", Duration: 1800, Uses: cook}, {ID: "carve 2", Duration: 300, Uses: cook}},
		Links:   []schedule.Link{{From: "roast 1", To: "carve 1", Max: at(int64(900)), Over: at(int64(2))}, {From: "roast 2", To: "carve 2", Max: at(int64(900)), Over: at(int64(2))}},
		Targets: []schedule.Target{{Task: "carve 1", At: 6900, Early: 5, Late: 20}, {Task: "carve 2", At: 7200, Early: 5, Late: 20}}}
	starts := timing.Best(p, planOf(p, 0, 1800, 2400, 4500), nil, nil)
	assert.Equal(t, int64(6900), starts[3])
	assert.Equal(t, int64(5100), starts[2])
	assert.Equal(t, int64(4800), starts[1])
	assert.Equal(t, int64((6900-5100)*5), planOf(p, starts...).Cost)

	stopped := timing.Best(p, planOf(p, 0, 1800, 2400, 4500), nil, func() bool { return true })
	assert.Equal(t, []int64{0, 1800, 2400, 4500}, stopped)
	held := timing.Best(p, planOf(p, 0, 1800, 2400, 4500), func(id string) bool { return id == "carve 1" }, nil)
	assert.Equal(t, int64(1800), held[1])
	assert.Equal(t, int64(6900), held[3])
}

// Where nothing is taken, no order binds: of three tasks with every price there is, tried at
// each second of a horizon of 24, none stands better.
func TestNoOtherHoursAreBetter(t *testing.T) {
	for seed := range uint64(60) {
		r := rand.New(rand.NewPCG(seed, 11))
		p := unbound(r)
		plan := planOf(p, 0, 0, 0)
		require.Empty(t, check.Plan(p, plan), "seed %d", seed)
		found := planOf(p, timing.Best(p, plan, nil, nil)...)
		require.Empty(t, check.Plan(p, found), "seed %d", seed)
		for a := int64(0); a+p.Tasks[0].Duration <= 24; a++ {
			for b := int64(0); b+p.Tasks[1].Duration <= 24; b++ {
				for c := int64(0); c+p.Tasks[2].Duration <= 24; c++ {
					if o := planOf(p, a, b, c); o.Violation < found.Violation || o.Violation == found.Violation && o.Cost < found.Cost {
						require.NotEmpty(t, check.Plan(p, o), "seed %d: %d, %d, %d costs %d, found %d", seed, a, b, c, o.Cost, found.Cost)
					}
				}
			}
		}
	}
}

// unbound is three tasks, tied and priced by chance, that can all begin at once.
func unbound(r *rand.Rand) schedule.Problem {
	p := schedule.Problem{Name: "unbound", Horizon: schedule.Span{0, 24}}
	ids := []string{"a", "b", "c"}
	for _, id := range ids {
		t := schedule.Task{ID: id, Duration: 1 + r.Int64N(4)}
		if r.IntN(3) == 0 {
			t.Latest = at(5 + r.Int64N(15))
			if r.IntN(2) == 0 {
				t.LatestOver = at(r.Int64N(6))
			}
		}
		p.Tasks = append(p.Tasks, t)
		p.Targets = append(p.Targets, schedule.Target{Task: id, At: r.Int64N(24), Early: r.Int64N(6), Late: r.Int64N(6)})
	}
	for range 3 {
		from, to := r.IntN(3), r.IntN(3)
		if from == to {
			continue
		}
		l := schedule.Link{From: ids[from], To: ids[to], Min: at(-10 - r.Int64N(5)), Weight: r.Int64N(4)}
		if r.IntN(2) == 0 {
			l.Max = at(*l.Min + r.Int64N(15))
			if r.IntN(3) > 0 {
				l.Over = at(r.Int64N(8))
			}
		}
		p.Links = append(p.Links, l)
	}
	g := schedule.Together{Tasks: ids, Weight: r.Int64N(3)}
	if r.IntN(2) == 0 {
		g.Within = at(r.Int64N(6))
		if r.IntN(2) == 0 {
			g.Over = at(r.Int64N(6))
		}
	}
	p.Together = append(p.Together, g)
	return p
}

// moved is a plan with other starts.
func moved(p schedule.Problem, plan schedule.Plan, starts []int64) schedule.Plan {
	plan.Tasks, plan.Links = slices.Clone(plan.Tasks), slices.Clone(plan.Links)
	index := map[string]int{}
	for i := range plan.Tasks {
		plan.Tasks[i].Start, plan.Tasks[i].End = starts[i], starts[i]+p.Tasks[i].Duration
		index[p.Tasks[i].ID] = i
	}
	for k, l := range plan.Links {
		plan.Links[k].Gap = p.Links[l.Link].Gap(plan.Tasks[index[l.From]], plan.Tasks[index[l.To]])
	}
	return check.Measured(p, plan)
}

// Kitchens of every kind with the plan that is planted in them, and one made the plain way where
// there is one, with ovens, waits that hold things, shifts and prices: what comes of each is
// valid and no worse, and cannot be bettered once more.
func TestTheOrderStandsAndNothingIsWorse(t *testing.T) {
	better := 0
	for kind := range planted.Kinds {
		for seed := range uint64(6) {
			p, plan := planted.Kitchen(seed, planted.Options{Tasks: 60 + int(seed)*60, Kind: kind, Sections: seed%2 == 1, Fill: int64(seed%3) * 45, Slack: int64(seed)})
			plans := []schedule.Plan{check.Measured(p, plan)}
			if plain, ok := serial.Plan(p); ok {
				plans = append(plans, check.Measured(p, plain))
			}
			for _, before := range plans {
				starts := timing.Best(p, before, nil, nil)
				after := moved(p, before, starts)
				require.Empty(t, check.Plan(p, after), p.Name)
				require.True(t, after.Violation < before.Violation || after.Violation == before.Violation && after.Cost <= before.Cost, p.Name)
				if after.Violation < before.Violation || after.Cost < before.Cost {
					better++
				}
				again := moved(p, after, timing.Best(p, after, nil, nil))
				assert.Equal(t, [2]int64{after.Violation, after.Cost}, [2]int64{again.Violation, again.Cost}, p.Name)
			}
		}
	}
	assert.Greater(t, better, 10)
}

func BenchmarkBest(b *testing.B) {
	for _, tasks := range []int{40, 300, 1000, 3000} {
		p, _ := planted.Kitchen(1, planted.Options{Tasks: tasks, Kind: planted.Overloaded})
		plan, ok := serial.Plan(p)
		if !ok {
			_, plan = planted.Kitchen(1, planted.Options{Tasks: tasks, Kind: planted.Overloaded})
		}
		b.Run(strconv.Itoa(len(p.Tasks)), func(b *testing.B) {
			for b.Loop() {
				timing.Best(p, plan, nil, nil)
			}
		})
	}
}
