package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
)

// wrapped is dough that is laid out and may lie open for so many minutes, and eight parcels that
// are wrapped in it at 40 s each.
func wrapped(most int64) demand.Input {
	return runuptest.Evening(8, runuptest.Step("lay out", 5, atMost(most)), runuptest.Step("wrap", 0, func(s *recipe.Step) {
		s.Time = &recipe.Time{Quick: 40, Usual: 40, Slow: 40, Per: recipe.PerPortion}
		s.Then.Most = minutesOf(60)
	}))
}

// The last of eight parcels is wrapped 8 × 40 s = 5:20 after the first was begun. Dough that may
// lie open for 2 min cannot be worked so by one cook, whenever it is laid out: that is told, with
// why. Where it may lie for 6 min nothing is told, and the wrapping begins within 40 s.
func TestTheLastPieceWaitsAsWell(t *testing.T) {
	r := makePlan(t, wrapped(2))
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Food: the last of 8 has waited 5:20 after lay out when wrap is done, limit 2 min.", r.RunUp.Clashes[0].What)
	assert.Equal(t, "Food: wrap takes 5:20.", r.RunUp.Clashes[0].Why)
	assert.Contains(t, r.RunUp.Clashes[0].Advice, "smaller batches")
	assert.False(t, r.RunUp.OnPlan)

	r = makePlan(t, wrapped(6))
	assert.Empty(t, r.RunUp.Clashes)
	b := bars(r)
	assert.LessOrEqual(t, b["dish/food/wrap"].To-b["dish/food/lay out"].To, int64(6*60))
}
