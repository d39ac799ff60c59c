package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
)

// Nobody says how long a fried thing may wait for the plate, and with the usual calm what may
// wait is made before the rush. Fried food is taken to wait two minutes at most: plated
// in 4 × 10 s before 20:00, so its frying ends at 19:57:20 at the earliest. A chopped salad, cold
// and settled, is made before the rush.
func TestHotFoodDoesNotWaitWhereNobodySaidHowLong(t *testing.T) {
	onStove := func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }
	in := runuptest.Evening(4, runuptest.Step("fry", 5, onStove))
	in.Service.Calm = service.SomeCalm
	b := bars(makePlan(t, in))["dish/food/fry"]
	assert.GreaterOrEqual(t, b.End.Format("15:04:05"), "19:57:20")

	in = runuptest.Evening(4, runuptest.Step("chop", 5, nil))
	in.Service.Calm = service.SomeCalm
	assert.Less(t, bars(makePlan(t, in))["dish/food/chop"].End.Format("15:04"), "19:20")
}

// It is shown as assumed, and no more once somebody has answered.
func TestWhatIsAssumedOfAWaitIsShown(t *testing.T) {
	said := func(change func(*recipe.Component)) string {
		in := runuptest.Evening(4, runuptest.Step("fry", 5, func(s *recipe.Step) { s.Equipment = []recipe.Needed{{Kind: "burner"}} }))
		c := in.Components["food"]
		change(&c)
		in.Components["food"] = c
		holds := makePlan(t, in).RunUp.Strands[0].Holds
		require.NotEmpty(t, holds)
		return holds[0].Text
	}
	assert.Equal(t, "hold up to 2 min, assumed", said(func(*recipe.Component) {}))
	assert.Equal(t, "", said(func(c *recipe.Component) { c.Settled = []string{"wait/fry/"} }))
	most := int64(240)
	assert.Equal(t, "hold up to 4 min", said(func(c *recipe.Component) { c.Methods[0].Steps[0].Then.Most = &most }))
}
