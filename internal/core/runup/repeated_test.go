package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
)

// Ten plates built one after the other, and a purée that may stand for a minute: it is made ten
// times, and that is told as what it is. Built ten at once it is made once; where the book says
// that it is done for each wave, that is meant.
func TestWhatIsMadeAgainAndAgainIsTold(t *testing.T) {
	of := func(atOnce int, eachWave bool) planned {
		in := runuptest.Evening(10, runuptest.Step("blend", 2, func(s *recipe.Step) {
			s.Then.Most = minutesOf(1)
			s.EachWave = eachWave
		}))
		in.Service.AtOnce, in.Kitchen.PassWidth, in.Service.Within = atOnce, 10, 3600
		d := in.Dishes["dish"]
		d.Plate.Placings[0].Seconds = 60
		in.Dishes["dish"] = d
		return makePlan(t, in)
	}
	said := func(r planned) (out []report.Violation) {
		for _, c := range r.RunUp.Clashes {
			if c.Advice == "Hold it longer, build more plates at once, or say that it is done for each wave." {
				out = append(out, c)
			}
		}
		return out
	}
	r := of(1, false)
	told := said(r)
	require.Len(t, told, 1)
	assert.Equal(t, "Food: blend: made 10 times, for it may wait 1 min.", told[0].What)
	assert.False(t, r.RunUp.OnPlan)
	assert.Empty(t, said(of(1, true)))
	assert.Empty(t, said(of(10, false)))
}
