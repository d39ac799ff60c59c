package runup_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/service"
)

// calmly is an evening with a calm of its own.
func calmly(in demand.Input, calm service.Calm) demand.Input {
	in.Service.Calm = calm
	return in
}

// The calm setting takes of four plans, each by its own seed, one with which no fewer
// plates are in time than with any other that passes strict limits no more.
func TestTheCalmestOfFourPlansIsTaken(t *testing.T) {
	in := calmly(demoInput(t), service.MoreCalm)
	r := makePlan(t, in)
	best := 0.0
	for seed := range uint64(4) {
		one := r
		var err error
		one.Plan, err = solve.Solve(context.Background(), r.Problem, solve.Options{Rounds: r.Options.Rounds, Seed: seed + 1, Grid: r.Grid()})
		require.NoError(t, err)
		assert.GreaterOrEqual(t, one.Plan.Violation, r.Plan.Violation)
		if one.Plan.Violation == r.Plan.Violation {
			best = max(best, one.Punctuality(200, 120, 7))
		}
		if seed+1 == r.Seed {
			assert.Equal(t, one.Plan, r.Plan, "the run-up names its seed")
		}
	}
	assert.InDelta(t, best, r.Punctuality(200, 120, 7), 1e-12)
}
