package solve_test

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

func sample(t testing.TB, name string) schedule.Problem {
	t.Helper()
	f, err := os.Open(filepath.Join("..", "testdata", name+".json"))
	require.NoError(t, err)
	defer f.Close()
	p, err := schedule.ReadProblem(f)
	require.NoError(t, err)
	return p
}

// The optima of the tiny problems are proven; they come with the samples of
// the planning format.
func TestTinyProblemsAreSolvedToTheirKnownOptimum(t *testing.T) {
	for name, cost := range map[string]int64{
		"tiny-oven": 1551, "tiny-shelf": 600, "tiny-slices": 60, "tiny-batches": 1080,
		"tiny-together": 2940, "tiny-priced": 120, "tiny-settle": 900,
	} {
		t.Run(name, func(t *testing.T) {
			p := sample(t, name)
			plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 2000, Seed: 1})
			require.NoError(t, err)
			assert.Empty(t, check.Plan(p, plan))
			assert.Zero(t, plan.Violation)
			assert.Equal(t, cost, plan.Cost)
		})
	}
}

func TestKitchensAreNoWorseThanTheSimpleRule(t *testing.T) {
	for name, greedy := range map[string][2]int64{
		"kitchen-08-loose": {0, 2280}, "kitchen-08-tight": {0, 450}, "kitchen-08-overloaded": {810, 1350}, "kitchen-08-priced": {150, 1950},
		"kitchen-12-loose": {0, 1620}, "kitchen-12-tight": {120, 2190}, "kitchen-12-overloaded": {1380, 3720}, "kitchen-12-priced": {0, 5760},
		"kitchen-20-loose": {0, 5730}, "kitchen-20-tight": {3240, 183000}, "kitchen-20-overloaded": {11370, 86130}, "kitchen-20-priced": {330, 29250},
		"kitchen-100": {20460, 880890},
	} {
		t.Run(name, func(t *testing.T) {
			p := sample(t, name)
			plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 4000, Seed: 1})
			require.NoError(t, err)
			require.Empty(t, check.Plan(p, plan))
			t.Logf("%s: %d+%d, the simple rule %d+%d", name, plan.Violation, plan.Cost, greedy[0], greedy[1])
			worse := plan.Violation > greedy[0] || (plan.Violation == greedy[0] && plan.Cost > greedy[1])
			assert.False(t, worse, "%d+%d is worse than %d+%d", plan.Violation, plan.Cost, greedy[0], greedy[1])
		})
	}
}

func TestWhatCannotBeIsDisprovedWithItsTasks(t *testing.T) {
	for name, want := range map[string]struct {
		reason string
		tasks  []string
	}{
		"impossible-cycle":  {"cycle of minimum gaps", []string{"boil", "pass", "mount"}},
		"impossible-units":  {"needs 3 units, oven has 2", []string{"goose"}},
		"impossible-window": {"needs 1500 s, the windows of baker have 900", []string{"shape"}},
	} {
		t.Run(name, func(t *testing.T) {
			_, err := solve.Solve(context.Background(), sample(t, name), solve.Options{Rounds: 10})
			var no *solve.Impossible
			require.True(t, errors.As(err, &no), "got %v", err)
			assert.Contains(t, no.Reason, want.reason)
			assert.ElementsMatch(t, want.tasks, no.Tasks)
		})
	}
}

func TestTheSameSeedAndRoundsGiveTheSamePlan(t *testing.T) {
	p := sample(t, "kitchen-20-tight")
	first, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 300, Seed: 7})
	require.NoError(t, err)
	for range 3 {
		again, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 300, Seed: 7})
		require.NoError(t, err)
		assert.Equal(t, first, again)
	}
}

func TestACancelledSolveStillGivesAPlan(t *testing.T) {
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	p := sample(t, "kitchen-12-tight")
	plan, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 1})
	require.NoError(t, err)
	assert.Empty(t, check.Plan(p, plan))
}

// Random tiny problems, solved and also tried out start by start: whenever a
// plan exists one is found, none is refused by the checker, and "cannot" is
// never said where there is a plan.
func TestRandomTinyProblemsAgainstTryingEverything(t *testing.T) {
	found, none, missed := 0, 0, 0
	for seed := range uint64(150) {
		p := randomProblem(rand.New(rand.NewPCG(seed, 1)))
		require.Empty(t, p.Validate())
		plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 50, Seed: seed})
		exists := anyPlan(p)
		var no *solve.Impossible
		switch {
		case err == nil:
			require.Empty(t, check.Plan(p, plan), "seed %d", seed)
			require.True(t, exists)
			found++
		case errors.As(err, &no):
			require.False(t, exists, "seed %d: %v", seed, err)
			none++
		default:
			if exists {
				missed++
			}
		}
	}
	t.Logf("%d planned, %d disproved, %d missed", found, none, missed)
	assert.Zero(t, missed)
}

func randomProblem(r *rand.Rand) schedule.Problem {
	n := func(low, high int64) *int64 { v := low + r.Int64N(high-low+1); return &v }
	p := schedule.Problem{Name: "random", Horizon: schedule.Span{0, 10}, Resources: []schedule.Resource{
		{ID: "cook", Capacity: 1 + r.Int64N(2)}, {ID: "help", Capacity: 1, Windows: []schedule.Span{{2, 9}}},
		{ID: "oven", Capacity: 2, Setting: &schedule.Setting{Initial: 0, Up: r.Int64N(2), Down: r.Int64N(3), Tolerance: 0}},
	}}
	for i := range 3 {
		t := schedule.Task{ID: fmt.Sprint("t", i), Duration: r.Int64N(5)}
		t.Uses = append(t.Uses, schedule.Use{OneOf: []string{"cook", "help"}[:1+r.IntN(2)], Units: 1})
		if r.IntN(2) == 0 {
			t.Uses = append(t.Uses, schedule.Use{OneOf: []string{"oven"}, Units: 1, Setting: n(0, 3), Settle: r.IntN(4) == 0})
		}
		if r.IntN(4) == 0 {
			t.Earliest = n(0, 8)
		}
		if i > 0 && r.IntN(2) == 0 {
			l := schedule.Link{From: fmt.Sprint("t", r.IntN(i)), To: t.ID, Min: n(0, 3)}
			if r.IntN(2) == 0 {
				l.Max = n(*l.Min, 6)
			}
			if r.IntN(3) == 0 {
				l.Holds = []schedule.Use{{OneOf: []string{"oven"}, Setting: n(0, 3), Settle: r.IntN(2) == 0}}
			}
			p.Links = append(p.Links, l)
		}
		p.Tasks = append(p.Tasks, t)
	}
	p.Targets = []schedule.Target{{Task: "t2", At: 10, Early: 1, Late: 2}}
	return p
}

// anyPlan tries every start of every task with every choice of resources.
func anyPlan(p schedule.Problem) bool {
	plan := schedule.Plan{Problem: p.Name, Status: schedule.Kept, Tasks: make([]schedule.PlannedTask, len(p.Tasks))}
	held := 0
	for i, l := range p.Links {
		if len(l.Holds) > 0 {
			plan.Links = append(plan.Links, schedule.PlannedLink{Link: i, From: l.From, To: l.To, Resources: []string{"oven"}})
			held++
		}
	}
	return tryTask(p, &plan, 0)
}

func tryTask(p schedule.Problem, plan *schedule.Plan, i int) bool {
	if i == len(p.Tasks) {
		return hardKept(p, *plan)
	}
	t := p.Tasks[i]
	for at := p.Horizon[0]; at+t.Duration <= p.Horizon[1]; at++ {
		for _, who := range t.Uses[0].OneOf {
			resources := []string{who}
			if len(t.Uses) > 1 {
				resources = append(resources, "oven")
			}
			plan.Tasks[i] = schedule.PlannedTask{ID: t.ID, Start: at, End: at + t.Duration, Resources: resources}
			if partKept(p, *plan, i) && tryTask(p, plan, i+1) {
				return true
			}
		}
	}
	return false
}

// partKept judges the first tasks alone, so that the trial can turn back.
func partKept(p schedule.Problem, plan schedule.Plan, last int) bool {
	part := p
	part.Tasks, part.Targets, part.Links = p.Tasks[:last+1], nil, nil
	cut := schedule.Plan{Problem: p.Name, Status: schedule.Kept, Tasks: plan.Tasks[:last+1]}
	return hardKept(part, cut)
}

// hardKept asks the checker, and passes over what it says of sums.
func hardKept(p schedule.Problem, plan schedule.Plan) bool {
	for i, l := range plan.Links {
		from, to := 0, 0
		for k, t := range p.Tasks {
			if t.ID == l.From {
				from = k
			}
			if t.ID == l.To {
				to = k
			}
		}
		plan.Links[i].Gap = plan.Tasks[to].Start - plan.Tasks[from].End
	}
	for _, line := range check.Plan(p, plan) {
		if !strings.HasPrefix(line, "the ") && !strings.Contains(line, "limits are passed") {
			return false
		}
	}
	return true
}

func BenchmarkKitchen20(b *testing.B) {
	p := sample(b, "kitchen-20-tight")
	for b.Loop() {
		_, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 100, Seed: 1})
		require.NoError(b, err)
	}
}
