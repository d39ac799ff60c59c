package runup_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/core/service"
)

// A purée of 37 min that keeps for half an hour, and 4 plates of 10 s: it would begin at 19:22:20,
// and is in the last hour: 19:22:00. One that takes 97 min would begin at 18:22:20: 18:20:00.
// What may stand for two minutes only begins at half minutes, and with the fresh setting as late
// as it may be. The sums still add up.
func TestRoundFigures(t *testing.T) {
	of := func(lasts, most int64, calm service.Calm) (string, string) {
		in := runuptest.Evening(4, runuptest.Step("cook", lasts, func(s *recipe.Step) { s.Then.Most = minutesOf(most) }))
		in.Service.Calm = calm
		b := bars(makePlan(t, in))["dish/food/cook"]
		return b.Start.Format("15:04:05"), b.Why.Sum
	}
	for _, c := range []struct {
		lasts, most int64
		calm        service.Calm
		want        string
	}{
		{37, 30, service.SomeCalm, "19:22:00"}, {97, 30, service.SomeCalm, "18:20:00"}, {97, 2, service.SomeCalm, "18:22:00"},
		{37, 30, service.Fresh, "19:22:20"}, {97, 30, service.Fresh, "18:20:00"},
	} {
		start, sum := of(c.lasts, c.most, c.calm)
		assert.Equal(t, c.want, start, "%d min", c.lasts)
		if start == "18:20:00" {
			assert.Contains(t, sum, " − Food: spoon 0:40 − Food: cook 1:37:00 − to spare 2:20")
		}
	}
}

// The winter supper costs no more for its round figures, and breaks no more; of its steps before
// the last hour three in four begin at whole minutes (38 of 48): what follows raw work a minute later only moves
// with it.
func TestRoundFiguresCostNothing(t *testing.T) {
	t.Parallel()
	s := dinnerPlan(t)
	exact, err := solve.Solve(context.Background(), s.Problem, solve.Options{Rounds: 300, Seed: 1, From: &s.Plan})
	require.NoError(t, err)
	round, err := solve.Solve(context.Background(), s.Problem, solve.Options{Rounds: 300, Seed: 1, From: &s.Plan, Grid: s.Grid()})
	require.NoError(t, err)
	require.Empty(t, check.Plan(s.Problem, round))
	assert.LessOrEqual(t, round.Violation, exact.Violation)
	if round.Violation == exact.Violation {
		assert.LessOrEqual(t, round.Cost, exact.Cost)
	}
	whole, prep := 0, 0
	for i, x := range round.Tasks[:s.Map.Own()] {
		if !s.Map.Work[i].Placed() && x.Start < s.Map.Courses[0].At-3600 {
			if prep++; x.Start%60 == 0 {
				whole++
			}
		}
	}
	t.Logf("%d of %d at whole minutes", whole, prep)
	assert.GreaterOrEqual(t, whole*4, prep*3)
}
