package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/service"
)

// A dressing of 10 min that may wait 8 h is whisked at the last moment, 19:49:40; kept
// at 16:05 by the commis it is whisked then and by them, and says so.
func TestAStepIsKeptAtItsTime(t *testing.T) {
	x := paper(1, does("whisk", 10, recipe.AllHands, func(s *recipe.Step) { s.Then.Most = minutesOf(480) }))
	oneMore(&x, "commis", "13:00", "23:00")
	assert.Equal(t, "19:49:40 19:59:40", times(t, makePlan(t, x), "dish/food/whisk"))
	x.Service.Fixed = []service.Fixed{{ID: "dish/food/whisk", Clock: "16:05:30", Cook: "commis"}}
	r := makePlan(t, x)
	b := bars(r)["dish/food/whisk"]
	assert.Equal(t, "16:05:30 16:15:30", times(t, r, "dish/food/whisk"))
	assert.Equal(t, []string{"Cook commis"}, b.With)
	assert.True(t, b.Fixed)
	assert.Equal(t, "pinned", b.Why.LaterTo)
	assert.Equal(t, "pinned", b.Why.EarlyTo)
	assert.Contains(t, b.Why.Sum, "pinned")
	assert.Zero(t, r.Plan.Violation)

	x.Service.Fixed[0].DaysBefore = 1
	b = bars(makePlan(t, x))["dish/food/whisk"]
	assert.Equal(t, 13, b.Start.Day(), "the day before")
}

// What cannot be at its time is as near after it as can be, and it is said which
// requirement is in the way; what is no step any more is told, and changes nothing.
func TestAKeptStepThatCannotBeThereIsTold(t *testing.T) {
	x := paper(1, does("whisk", 10, recipe.AllHands, nil))
	x.Service.Fixed = []service.Fixed{{ID: "dish/food/whisk", Clock: "11:55"}, {ID: "dish/food/gone", Clock: "16:00"}, {ID: "dish/food/whisk/x", Clock: "noon"}}
	r := makePlan(t, x)
	assert.Equal(t, "12:00:00 12:10:00", times(t, r, "dish/food/whisk"), "the cook comes at noon")
	assert.Equal(t, int64(300), r.Plan.Violation)
	require.Len(t, r.RunUp.Clashes, 3)
	assert.Equal(t, "Food: whisk is pinned at 11:55 but can start at 12:00:00.", r.RunUp.Clashes[0].What)
	assert.Equal(t, "Cook starts at 12:00.", r.RunUp.Clashes[0].Why)
	assert.Equal(t, []string{"dish/food/gone", "dish/food/whisk/x"}, r.RunUp.Lost)
	assert.Contains(t, r.RunUp.Clashes[1].What, "now gone: ")
	x.Service.Fixed = []service.Fixed{{ID: "dish/food/whisk", Clock: "16:00", Cook: "nobody"}}
	assert.Equal(t, "16:00:00 16:10:00", times(t, makePlan(t, x), "dish/food/whisk"))
}

// What is offered for a free hour can be taken as it is offered: the plan with it
// breaks no more than before.
func TestWhatIsOfferedCanBeTaken(t *testing.T) {
	x := brigade(4, "pastry", "fish", "pastry")
	x.Kitchen.Cooks = x.Kitchen.Cooks[1:] // two, both taken before the plates: one of them whips what keeps
	more := x.Components["more"]
	more.Methods = recipe.OneWay(does("whip", 10, recipe.AllHands, nil))
	x.Components["more"] = more
	before := makePlan(t, x)
	require.NotEmpty(t, before.RunUp.Slots)
	s := before.RunUp.Slots[0]
	o := s.Offers[0]
	at := before.RunUp.Origin.In(x.Zone).Add(secondsOf(o.At))
	x.Service.Fixed = []service.Fixed{{ID: before.RunUp.Bars[o.Bar].ID, Clock: at.Format("15:04:05"), Cook: s.Cook}}
	after, err := attemptKept(x)
	require.NoError(t, err)
	require.Empty(t, check.Plan(after.Problem, after.Plan))
	assert.Zero(t, after.Plan.Violation)
	b := bars(after)[before.RunUp.Bars[o.Bar].ID]
	assert.Equal(t, o.At, b.From)
	assert.Equal(t, []string{s.Cook}, b.Cooks)
	assert.NotZero(t, s.Worth)
}

// Salted at noon on Wednesday and cooked on Saturday at 18:00, both pinned: 78 h in the salt are
// told as 6 h more than the 72 h that it may, with what is pinned, and not moved.
func TestWhatTwoPinnedStepsPassIsTold(t *testing.T) {
	x := paper(1, does("salt", 10, recipe.AllHands, func(s *recipe.Step) {
		s.Then = recipe.Wait{Least: 24 * 3600, Most: minutesOf(72 * 60), Reason: "in the salt"}
	}),
		does("cook", 30, recipe.AllHands, nil))
	x.Service.Fixed = []service.Fixed{{ID: "dish/food/salt", Clock: "12:00", DaysBefore: 3}, {ID: "dish/food/cook", Clock: "18:10"}}
	r := makePlan(t, x)
	assert.Equal(t, "12:00:00 12:10:00", times(t, r, "dish/food/salt"))
	assert.Equal(t, "18:10:00 18:40:00", times(t, r, "dish/food/cook"))
	require.Len(t, r.RunUp.Clashes, 1)
	c := r.RunUp.Clashes[0]
	assert.Equal(t, "Food: in the salt 78 h after salt, limit 72 h.", c.What)
	assert.Equal(t, "Food: cook is pinned at 18:10.", c.Why)
	assert.Equal(t, "Unpin food: cook, allow a longer hold, or move the course.", c.Advice)
	assert.False(t, r.RunUp.OnPlan)

	x.Service.Fixed[1].Clock = "12:10" // as long as it may
	assert.Empty(t, makePlan(t, x).RunUp.Clashes)
}

// The same where a step in between is not pinned: what waits on either side of it takes up the
// 6 h, and both pins stay.
func TestWhatTwoPinnedStepsPassOverAnotherIsTold(t *testing.T) {
	x := paper(1, does("salt", 10, recipe.AllHands, func(s *recipe.Step) { s.Then = recipe.Wait{Most: minutesOf(24 * 60), Reason: "in the salt"} }),
		does("rinse", 10, recipe.AllHands, func(s *recipe.Step) { s.Then = recipe.Wait{Most: minutesOf(24 * 60), Reason: "hang"} }), does("cook", 30, recipe.AllHands, nil))
	x.Service.Fixed = []service.Fixed{{ID: "dish/food/salt", Clock: "12:00", DaysBefore: 2}, {ID: "dish/food/cook", Clock: "18:20"}}
	r := makePlan(t, x)
	assert.Equal(t, "12:00:00 12:10:00", times(t, r, "dish/food/salt"))
	assert.Equal(t, "18:20:00 18:50:00", times(t, r, "dish/food/cook"))
	assert.Zero(t, r.Plan.Violation)
	require.Len(t, r.RunUp.Clashes, 1)
	assert.Equal(t, "Food: in the salt 30 h after salt, limit 24 h.", r.RunUp.Clashes[0].What)
	assert.Equal(t, "Food: cook is pinned at 18:20.", r.RunUp.Clashes[0].Why)
}
