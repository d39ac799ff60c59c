package runup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
)

func line(t *testing.T, r planned, what string) report.SheetLine {
	for _, c := range r.RunUp.Calls() {
		if c.What == what {
			return c
		}
	}
	require.Fail(t, "no line: "+what)
	return report.SheetLine{}
}

// A leg roasts 2 h by itself, is carved in 10 min, and laid on 4 plates of 10 s before 20:00:
// carved until 19:59:20, out at 19:49:20, in at 17:49:20, or, in round figures, at 17:45. Nobody
// said who: the cook puts it in, and takes it out in the last 30 s, from 19:44:30. Both are told
// as assumed.
func TestSomebodyPutsItInAndTakesItOut(t *testing.T) {
	hot := int64(180)
	r := makePlan(t, withOven(runuptest.Evening(4, runuptest.Step("roast", 120, func(s *recipe.Step) {
		s.Hands.Work, s.Equipment = recipe.NoHands, []recipe.Needed{{Kind: "oven", Setting: &hot}}
	}), runuptest.Step("carve", 10, nil))))
	in, out := line(t, r, "Food: roast"), line(t, r, "Food: roast: take out (assumed)")
	assert.Equal(t, "17:45:00", in.Start.Format("15:04:05"))
	assert.Equal(t, "19:44:30", out.Start.Format("15:04:05"))
	assert.Equal(t, [][]string{{"Cook"}, {"Cook"}}, [][]string{in.Who, out.Who})
	for _, h := range bars(r)["dish/food/roast"].Hands {
		assert.True(t, h.Assumed)
		assert.Equal(t, "cook", h.Cook)
	}
}

// A cure of 24 h is turned after 15½ h. With one cook who is there 10:00 to 23:30 no shift
// holds both ends of that, and two do: begun in the one before, at 18:30 at the earliest,
// and turned on the day, 15:30 after it began.
func TestHandsOnAnotherDayAreThoseOfAnotherShift(t *testing.T) {
	r := makePlan(t, runuptest.Evening(4, runuptest.Step("cure", 24*60, func(s *recipe.Step) {
		s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 120}, {At: 15*3600 + 1800, For: 60, What: "turn"}}}
		s.Equipment = []recipe.Needed{{Kind: "fridge"}}
	})))
	require.Empty(t, r.RunUp.Stops)
	begun, turned := line(t, r, "Food: cure"), line(t, r, "Food: cure: turn")
	assert.Equal(t, int64(15*3600+1800), turned.At-begun.At)
	assert.GreaterOrEqual(t, begun.Start.Format("02 15:04"), "13 18:30")
	assert.Equal(t, "14", turned.Start.Format("02"))
	assert.Equal(t, []string{"Cook"}, turned.Who)
}

// Of two cooks one is there in the afternoon and one in the evening: who puts the braise in
// does not take it out, and each line has its own name.
func TestWhoTakesItOutIsThere(t *testing.T) {
	in := runuptest.Evening(4, runuptest.Step("braise", 5*60, func(s *recipe.Step) {
		s.Hands.Work, s.Equipment = recipe.NoHands, []recipe.Needed{{Kind: "burner"}}
	}))
	in.Kitchen.Cooks = []kitchen.Cook{{ID: "day", Name: "Day", Section: "fish", Shifts: []kitchen.Shift{{From: "08:00", To: "16:00"}}}, {ID: "late", Name: "Late", Section: "fish", Shifts: []kitchen.Shift{{From: "16:00", To: "23:30"}}}}
	r := makePlan(t, in)
	assert.Equal(t, []string{"Day"}, line(t, r, "Food: braise").Who)
	assert.Equal(t, []string{"Late"}, line(t, r, "Food: braise: take out (assumed)").Who)
}

func withOven(in demand.Input) demand.Input {
	in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "oven", Name: "Oven", Kind: "oven", Places: 2, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 4, Down: 12, Tolerance: 5}})
	return in
}

// A table of times for 45 to 70 g does not say how long 90 g take: the step stops with that
// question, and is not planned with the time of another size.
func TestASizeOutsideItsTableIsAsked(t *testing.T) {
	at := func(size float64) planned {
		return makePlan(t, runuptest.Evening(4, runuptest.Step("cook", 50, func(s *recipe.Step) {
			s.Time.Per, s.Time.Table = recipe.PerTable, &recipe.SizeTable{By: "weight", Unit: "g", At: size, Rows: []recipe.Row{{Size: 45, Seconds: 2700}, {Size: 70, Seconds: 3600}}}
		})))
	}
	assert.Empty(t, at(55).RunUp.Stops)
	stops := at(90).RunUp.Stops
	require.Len(t, stops, 1)
	assert.True(t, stops[0].Gap)
	assert.Equal(t, "How long? 90 g is outside the table", stops[0].Why)
}

// A stock simmers for 2 h and is skimmed after 45 min: that is a line of its own at its time, and
// does not stand beside the putting in as well.
func TestWhatIsDoneInTheMiddleIsSaidOnce(t *testing.T) {
	r := makePlan(t, runuptest.Evening(4, runuptest.Step("simmer", 120, func(s *recipe.Step) {
		s.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 60}, {At: 45 * 60, For: 60, What: "skim"}}}
		s.Note = "never boils"
	})))
	said := 0
	for _, c := range r.RunUp.Calls() {
		if c.What == "Food: simmer: skim" {
			said++
		}
		for _, w := range c.Words {
			assert.NotContains(t, w.Then, "skim")
		}
	}
	assert.Equal(t, 1, said)
	assert.NotEmpty(t, line(t, r, "Food: simmer").Words, "what else is to be known stays")
}
