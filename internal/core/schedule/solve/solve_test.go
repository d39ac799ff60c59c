package solve_test

import (
	"context"
	"errors"
	"os"
	"path/filepath"
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
		"tiny-together": 2940, "tiny-priced": 120, "tiny-settle": 900, "tiny-hands": 130, "tiny-keep": 62,
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

func BenchmarkKitchen20(b *testing.B) {
	p := sample(b, "kitchen-20-tight")
	for b.Loop() {
		_, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 100, Seed: 1})
		require.NoError(b, err)
	}
}
