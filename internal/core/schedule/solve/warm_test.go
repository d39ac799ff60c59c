package solve_test

import (
	"context"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
)

// first gives the first plan that a search has, and ends it there.
func first(t *testing.T, p schedule.Problem, from *schedule.Plan, stay map[string]solve.Stay) (out schedule.Plan) {
	t.Helper()
	ctx, stop := context.WithCancel(t.Context())
	defer stop()
	_, err := solve.Solve(ctx, p, solve.Options{Rounds: -1, Seed: 2, From: from, Stay: stay, Found: func(x schedule.Plan) {
		if len(out.Tasks) == 0 {
			out = x
		}
		stop()
	}})
	require.NoError(t, err)
	return out
}

func TestASearchBeginsFromThePlanThatItIsGiven(t *testing.T) {
	for _, name := range []string{"kitchen-08-tight", "kitchen-20-tight", "kitchen-40", "kitchen-100"} {
		t.Run(name, func(t *testing.T) {
			p := sample(t, name)
			was, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 300, Seed: 1})
			require.NoError(t, err)
			again := first(t, p, &was, nil)
			assert.Empty(t, check.Plan(p, again))
			assert.Equal(t, [2]int64{was.Violation, was.Cost}, [2]int64{again.Violation, again.Cost})
			for i := range was.Tasks {
				assert.Equal(t, was.Tasks[i].Start, again.Tasks[i].Start, was.Tasks[i].ID)
			}
		})
	}
}

// With some tasks a minute longer, most of the plan is within five minutes of where it was,
// and the whole is a plan.
func TestAfterAChangeMostOfThePlanStays(t *testing.T) {
	p := sample(t, "kitchen-100")
	was, err := solve.Solve(t.Context(), p, solve.Options{Rounds: 300, Seed: 1})
	require.NoError(t, err)
	stay := map[string]solve.Stay{}
	for _, x := range was.Tasks {
		stay[x.ID] = solve.Stay{Second: 100, Other: 1000}
	}
	r := rand.New(rand.NewPCG(1, 2))
	for range 20 {
		next := p
		next.Tasks = append([]schedule.Task{}, p.Tasks...)
		for range 3 {
			i := r.IntN(len(next.Tasks))
			if next.Tasks[i].Uses == nil || next.Tasks[i].Uses[0].Slices == nil {
				next.Tasks[i].Duration += 60
			}
		}
		plan := first(t, next, &was, stay)
		require.Empty(t, check.Plan(next, plan))
		moved := 0
		for i := range plan.Tasks {
			if by := plan.Tasks[i].Start - was.Tasks[i].Start; by < -300 || by > 300 {
				moved++
			}
		}
		assert.Less(t, moved, len(p.Tasks)/2)
	}
}

func TestAPlanOfAnotherProblemIsNoHindrance(t *testing.T) {
	other, err := solve.Solve(t.Context(), sample(t, "kitchen-08-tight"), solve.Options{Rounds: 10, Seed: 1})
	require.NoError(t, err)
	p := sample(t, "kitchen-20-tight")
	assert.Empty(t, check.Plan(p, first(t, p, &other, nil)))
	for i := range other.Tasks {
		other.Tasks[i].Start, other.Tasks[i].Resources = -1<<60, nil
	}
	assert.Empty(t, check.Plan(p, first(t, p, &other, nil)))
	assert.Empty(t, check.Plan(p, first(t, p, &schedule.Plan{}, nil)))
}
