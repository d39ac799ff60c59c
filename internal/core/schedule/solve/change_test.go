package solve_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/planted"
	"jointime/internal/core/schedule/serial"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/size"
)

// Whatever happens in the middle of an evening, what has begun stays as it is, and the new
// plan is at least as good as the old one with what no longer fits put later.
func TestAfterAChangeThePlanIsAtLeastTheOldOneMadeValid(t *testing.T) {
	repaired := 0
	for seed := range uint64(size.Of(4, 10, 200)) {
		p, was := planted.Kitchen(seed, planted.Options{Tasks: 50, Kind: planted.Kind(seed % 4), Sections: seed%2 == 0, Slack: 15})
		c := planted.Happens(seed, p, was)
		stay := map[string]solve.Stay{}
		for _, x := range was.Tasks {
			stay[x.ID] = solve.Stay{Begun: c.Begun[x.ID], Second: 1, Other: 300}
		}
		plan, err := solve.Solve(t.Context(), c.Problem, solve.Options{Rounds: 200, Seed: 1, From: &was, Stay: stay})
		old, can := serial.Repair(c.Problem, was)
		if err != nil {
			assert.False(t, can, "seed %d (%s): %v, and there is one", seed, c.What, err)
			continue
		}
		require.Empty(t, check.Plan(c.Problem, plan), "seed %d (%s)", seed, c.What)
		for i, x := range was.Tasks {
			if c.Begun[x.ID] {
				require.Equal(t, x.Start, plan.Tasks[i].Start, "seed %d (%s): %s has begun", seed, c.What, x.ID)
			}
		}
		if can {
			repaired++
			assert.False(t, old.Violation < plan.Violation || old.Violation == plan.Violation && old.Cost < plan.Cost,
				"seed %d (%s): %d+%d, the old one made valid %d+%d", seed, c.What, plan.Violation, plan.Cost, old.Violation, old.Cost)
		}
	}
	assert.Greater(t, repaired, 2)
}

// A plan that costs as much as another stays as it was; what it costs that something moves
// is not told as a cost of the plan.
func TestWhatNeedNotMoveStays(t *testing.T) {
	cooks := []string{"cook.a", "cook.b"}
	p := schedule.Problem{Name: "two", Horizon: schedule.Span{0, 1000}, Resources: []schedule.Resource{{ID: "cook.a", Capacity: 1}, {ID: "cook.b", Capacity: 1}}}
	for _, id := range []string{"cut", "stir"} {
		p.Tasks = append(p.Tasks, schedule.Task{ID: id, Duration: 100, Uses: []schedule.Use{{OneOf: cooks}}})
	}
	was := schedule.Plan{Tasks: []schedule.PlannedTask{{ID: "cut", Start: 200, End: 300, Resources: []string{"cook.b"}}, {ID: "stir", Start: 0, End: 100, Resources: []string{"cook.a"}}}}
	stay := map[string]solve.Stay{"cut": {Second: 1, Other: 60}, "stir": {Begun: true}}
	plan, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 50, Seed: 1, From: &was, Stay: stay})
	require.NoError(t, err)
	assert.Equal(t, was.Tasks, plan.Tasks)

	late := p
	late.Targets = []schedule.Target{{Task: "cut", At: 400, Early: 3}, {Task: "stir", At: 900, Early: 3}}
	plan, err = solve.Solve(t.Context(), late, solve.Options{Rounds: 50, Seed: 1, From: &was, Stay: stay})
	require.NoError(t, err)
	assert.Equal(t, int64(300), plan.Tasks[0].Start, "3 a second is more than 1")
	assert.Equal(t, "cook.b", plan.Tasks[0].Resources[0])
	assert.Equal(t, int64(0), plan.Tasks[1].Start, "it has begun")
	assert.Equal(t, int64(2400), plan.Cost, "800 s early at 3; 100 s moved at 1 are not in it")
	assert.Zero(t, *plan.Bound, "with what must stay nothing is proven of the problem")
}

// What has begun, and cannot be where it was, is an error and never a panic.
func TestWhatHasBegunAndCannotBeIsSaid(t *testing.T) {
	p := schedule.Problem{Name: "gone", Horizon: schedule.Span{0, 1000}, Resources: []schedule.Resource{{ID: "a", Capacity: 1}, {ID: "b", Capacity: 1}}}
	p.Tasks = []schedule.Task{
		{ID: "one", Duration: 100, Uses: []schedule.Use{{OneOf: []string{"a", "b"}, Same: "x"}}},
		{ID: "two", Duration: 100, Uses: []schedule.Use{{OneOf: []string{"a", "b"}, Same: "x"}}},
	}
	was := schedule.Plan{Tasks: []schedule.PlannedTask{{ID: "one", Start: 0, End: 100, Resources: []string{"a"}}, {ID: "two", Start: 0, End: 100, Resources: []string{"b"}}}}
	stay := map[string]solve.Stay{"one": {Begun: true}, "two": {Begun: true}}
	_, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 50, Seed: 1, From: &was, Stay: stay})
	require.Error(t, err)
}
