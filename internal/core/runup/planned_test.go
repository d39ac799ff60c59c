package runup_test

import (
	"context"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/schedule/check"
)

// planned is a plan with its run-up.
type planned struct {
	runup.Result
	RunUp report.RunUp
}

// attempt plans a service, whatever comes of it.
func attempt(in demand.Input) (planned, error) { return attemptUntil(context.Background(), nil, in) }

// attemptFirst plans a service and stops at the first plan, as "Stop and keep the best"
// does: for what holds of every plan.
func attemptFirst(in demand.Input) (planned, error) {
	ctx, stop := context.WithCancel(context.Background())
	defer stop()
	return attemptUntil(ctx, func(runup.Result) { stop() }, in)
}

// attemptKept plans a service and stops at the first plan that keeps every strict limit.
func attemptKept(in demand.Input) (planned, error) {
	ctx, stop := context.WithCancel(context.Background())
	defer stop()
	return attemptUntil(ctx, func(r runup.Result) {
		if r.Plan.Violation == 0 {
			stop()
		}
	}, in)
}

func attemptUntil(ctx context.Context, found func(runup.Result), in demand.Input) (planned, error) {
	s, err := runup.Prepare(in)
	if err != nil {
		return planned{}, err
	}
	r, err := s.Plan(ctx, found)
	if err != nil {
		return planned{}, err
	}
	return planned{r, r.RunUp(in.Zone)}, nil
}

// makePlan plans, and holds the plan against the checker.
func makePlan(t testing.TB, in demand.Input) planned {
	t.Helper()
	r, err := attempt(in)
	require.NoError(t, err)
	require.True(t, r.Found, r.Why)
	require.Empty(t, check.Plan(r.Problem, r.Plan))
	return r
}

// The evenings of the demo are planned once for all tests that only read them.
var (
	dinnerPlan  = once(dinner)
	banquetPlan = once(banquet)
	forTwoPlan  = once(forTwo)
	supperPlan  = once(demoInput)
)

// once plans an evening when it is wanted for the first time.
func once(in func(testing.TB) demand.Input) func(testing.TB) planned {
	var do sync.Once
	var made planned
	return func(t testing.TB) planned {
		t.Helper()
		do.Do(func() { made = makePlan(t, in(t)) })
		require.True(t, made.Found, "it was not planned before")
		return made
	}
}
