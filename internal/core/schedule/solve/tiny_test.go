package solve_test

import (
	"context"
	"errors"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/scheduletest"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/size"
)

// Random tiny problems of four tasks in a horizon of about 15, solved and also
// tried out start by start by a program that shares nothing with the solver:
// whenever a plan exists one is found, violation and cost are the least there
// are, no plan is refused by the checker, and "cannot" is never said where
// there is a plan.
func TestRandomTinyProblemsAgainstTryingEverything(t *testing.T) {
	problems := size.Of(100, 500, 20_000)
	found, none := 0, 0
	for seed := range uint64(problems) {
		p := scheduletest.Random(rand.New(rand.NewPCG(seed, 1)))
		require.Empty(t, p.Validate())
		plan, err := solve.Solve(context.Background(), p, solve.Options{Rounds: 50, Seed: seed})
		best, exists := scheduletest.TryEverything(p)
		var no *solve.Impossible
		switch {
		case err == nil:
			require.Empty(t, check.Plan(p, plan), "seed %d", seed)
			require.True(t, exists, "seed %d", seed)
			require.Equal(t, best, [2]int64{plan.Violation, plan.Cost}, "seed %d", seed)
			found++
		case errors.As(err, &no):
			require.False(t, exists, "seed %d: %v", seed, err)
			none++
		default:
			require.False(t, exists, "seed %d: a plan exists and was not found", seed)
		}
	}
	t.Logf("%d planned at the optimum, %d disproved, none missed", found, none)
	assert.Greater(t, found, problems/2)
	assert.Greater(t, none, problems/20)
}
