package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Two things of 20 min want hands right before 20:00: two cooks make them side by side
// from 19:39:40, one makes one after the other from 19:19:40, and has the longer day.
func TestWithACookFewerTheDayIsLonger(t *testing.T) {
	x := paper(1, does("chop", 20, recipe.AllHands, nil))
	d := x.Dishes["dish"]
	d.Parts = append(d.Parts, recipe.Part{Component: "other"})
	x.Dishes["dish"] = d
	x.Components["other"] = recipe.Component{ID: "other", Name: "Other", Yield: x.Components["food"].Yield, Methods: recipe.OneWay(does("stir", 20, recipe.AllHands, nil))}
	oneMore(&x, "commis", "12:00", "23:00")
	both := makePlan(t, x)
	s := both.Summary(both.RunUp)
	assert.Equal(t, 2, s.Cooks)
	assert.Equal(t, "19:39", s.Begins.Format("15:04"))
	assert.Equal(t, int64(20*60+20), s.Longest)
	x.Service.Off = []string{"commis"}
	one := makePlan(t, x)
	s = one.Summary(one.RunUp)
	assert.Equal(t, 1, s.Cooks)
	assert.Equal(t, "19:19", s.Begins.Format("15:04"))
	assert.Equal(t, int64(40*60+20), s.Longest)
	assert.Len(t, one.RunUp.Lanes, len(both.RunUp.Lanes)-1, "who is not there has no lane")
	x.Components["other"].Steps()[0].Hands.Cook = "commis"
	r := makePlan(t, x)
	require.NotEmpty(t, r.RunUp.Stops)
	assert.Equal(t, "Only Cook commis does this, and is off", r.RunUp.Stops[0].Why)
}

// A roast that rests 10 to 30 min on a rack, and a tray that wants the oven at 200 °C
// for 10 min before the plates. In the open the oven is the tray's as soon as the roast
// is out; in its own oven, turned down to 60 °C, the roast keeps it, and the oven has to
// come up to 200 °C again: 140 × 6 s = 14 min.
func TestRoastsRestInTheOpenOrInTheirOven(t *testing.T) {
	x := paper(1, does("roast", 40, recipe.NoHands, func(s *recipe.Step) {
		s.Equipment = []recipe.Needed{in("oven", 180)}
		s.Then = recipe.Wait{Least: 600, Most: minutesOf(30), Reason: "rest, loosely covered", Place: &recipe.Needed{Kind: "rack"}}
	}))
	x.Kitchen.Equipment = append(x.Kitchen.Equipment, kitchen.Equipment{ID: "rack", Name: "Rack", Kind: "rack", Places: 3})
	where := func() string {
		r := makePlan(t, x)
		assert.Zero(t, r.Plan.Violation)
		for _, l := range r.RunUp.Lanes {
			for _, b := range l.Blocks {
				if b.Hold {
					return l.ID
				}
			}
		}
		return ""
	}
	assert.Equal(t, "rack", where())
	x.Service.Rest = service.InItsOven
	assert.Equal(t, "oven", where())
	x.Service.Rest = service.InTheOpen
	assert.Equal(t, "rack", where())
	x.Components["food"].Steps()[0].Then.Place, x.Components["food"].Steps()[0].Then.Own = &recipe.Needed{Kind: "oven", Setting: minutesOf(1)}, true
	assert.Equal(t, "rack", where(), "what its method keeps in the oven")
	x.Service.Rest = service.AsItIsSaid
	assert.Equal(t, "oven", where())
	x.Service.Rest = service.InItsOven
	x.Components["food"].Steps()[0].Then.Reason = "cool"
	x.Components["food"].Steps()[0].Then.Place, x.Components["food"].Steps()[0].Then.Own = nil, false
	assert.Empty(t, where(), "only what rests")
}
