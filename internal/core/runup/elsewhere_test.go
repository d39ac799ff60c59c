package runup_test

import (
	"fmt"
	"math/rand/v2"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/schedule/check"
	"jointime/internal/size"
)

// stirred is a service of four plates of what somebody stirs for half an hour on one of two
// burners, and which may stand for a minute.
func stirred(name, hour string) demand.Input {
	in := runuptest.Evening(4, runuptest.Step("stir", 30, all(on("burner"), atMost(1))))
	in.Service.ID, in.Service.Name = name, name
	in.Service.Courses[0].Hour = hour
	return in
}

// around is a service planned around others, as they stand.
func around(t testing.TB, in demand.Input, others ...planned) planned {
	for _, o := range others {
		in.Elsewhere = append(in.Elsewhere, o.Booked())
	}
	r := makePlan(t, in)
	require.Empty(t, check.Plan(r.Problem, r.Plan))
	return r
}

// The only cook has dinner from 19:29:20 (20:00 − 4 plates of 10 s − 30 min) to 20:15, when the
// section is clear. A party at 20:10 needs 30:40 of the same hands, and no plate is built more
// than half an hour before its course: it is stirred from 20:15 to 20:45 and leaves at 20:45:40,
// 35:40 late. That is told, with dinner as the cause.
func TestAServiceIsPlannedAroundAnother(t *testing.T) {
	dinner := makePlan(t, stirred("Dinner", "20:00"))
	party := around(t, stirred("Party", "20:10"), dinner)
	assert.Empty(t, party.RunUp.Doubles(dinner.RunUp))
	assert.Equal(t, []string{"Dinner"}, party.RunUp.Around)
	var plates report.Bar
	for _, b := range party.RunUp.Bars {
		if b.Placing != "" {
			plates = b
		}
	}
	_, leaves := at(plates)
	assert.Equal(t, "20:45:40", leaves)
	require.Len(t, party.RunUp.Clashes, 1)
	assert.Equal(t, "Main: 35:40 late, leaves 20:45.", party.RunUp.Clashes[0].What)
	assert.Equal(t, "Dinner has Cook until 20:15; Food: stir needs Cook too.", party.RunUp.Clashes[0].Why)
	assert.False(t, party.RunUp.OnPlan)

	late := around(t, stirred("Late", "22:00"), dinner)
	assert.True(t, late.RunUp.OnPlan)
	assert.NotEmpty(t, late.RunUp.Lanes[0].Elsewhere)
	assert.Empty(t, makePlan(t, stirred("Late", "22:00")).RunUp.Around)
}

// With a second cook for whom it is no more than help, the party is on time: somebody helps
// because dinner has the first, and that is told.
func TestWhoHelpsBecauseOfAnotherService(t *testing.T) {
	two := func(in demand.Input) demand.Input {
		in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "mate", Name: "Mate", Section: "meat", Shifts: in.Kitchen.Cooks[0].Shifts})
		in.Kitchen.Sections = append(in.Kitchen.Sections, kitchen.Section{ID: "meat", Name: "Meat"})
		in.Components["food"] = func(c recipe.Component) recipe.Component { c.Section = "fish"; return c }(in.Components["food"])
		return in
	}
	dinner := makePlan(t, two(stirred("Dinner", "20:00")))
	party := around(t, two(stirred("Party", "20:10")), dinner)
	assert.Empty(t, party.RunUp.Doubles(dinner.RunUp))
	for _, b := range party.RunUp.Bars {
		if b.Step == "stir" {
			assert.Equal(t, []string{"mate"}, b.Cooks)
			assert.Contains(t, b.Help, "Mate helps: Cook is on Dinner until 19:59.")
		}
	}
	for _, s := range party.RunUp.Courses[0].Sent {
		assert.LessOrEqual(t, s.Late, int64(0))
	}
}

// The oven is at 200 °C for dinner until 19:59:20, and cools at 10 s a degree: at 150 it is not
// before 20:07:40. The party, which bakes for 30 min with no hands and takes 40 s to plate,
// cannot leave before 20:38:20 unless it bakes before dinner does.
func TestAnOvenAtAnotherSettingForAnotherService(t *testing.T) {
	of := func(name, hour string, degrees int64) demand.Input {
		in := runuptest.Evening(4, runuptest.Step("bake", 30, func(s *recipe.Step) {
			s.Hands, s.Equipment = recipe.Hands{Work: recipe.NoHands}, []recipe.Needed{{Kind: "oven", Setting: &degrees}}
			atMost(1)(s)
		}))
		in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "mate", Name: "Mate", Shifts: in.Kitchen.Cooks[0].Shifts})
		in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "oven", Name: "Oven", Kind: "oven", Places: 4, Heating: &kitchen.Heater{Cold: 20, Up: 4, Down: 10, Tolerance: 5}})
		in.Service.ID, in.Service.Name = name, name
		in.Service.Courses[0].Hour = hour
		return in
	}
	dinner := makePlan(t, of("Dinner", "20:00", 200))
	same := around(t, of("Party", "20:05", 200), dinner)
	assert.True(t, same.RunUp.OnPlan, "at the same setting there is room: %v", same.RunUp.Clashes)
	other := around(t, of("Party", "20:05", 150), dinner)
	assert.False(t, other.RunUp.OnPlan)
	assert.Empty(t, other.RunUp.Doubles(dinner.RunUp))
	require.NotEmpty(t, other.RunUp.Clashes)
	assert.Contains(t, other.RunUp.Clashes[0].Why, "Dinner")
}

// A service for which there is no room at all is planned as if it were alone: that is said,
// and who is booked twice.
func TestWhereThereIsNoRoomItIsPlannedAloneAndTold(t *testing.T) {
	shift := func(in demand.Input) demand.Input {
		in.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{From: "19:20", To: "20:20", Days: []int{6}}}
		return in
	}
	dinner := makePlan(t, shift(stirred("Dinner", "20:00")))
	party := around(t, shift(stirred("Party", "20:05")), dinner)
	assert.NotEmpty(t, party.RunUp.Doubles(dinner.RunUp))
	require.NotEmpty(t, party.RunUp.Clashes)
	assert.Equal(t, "No plan found around Dinner: planned as if this were the only service.", party.RunUp.Clashes[0].What)
	assert.False(t, party.RunUp.OnPlan)
	in := shift(stirred("Party", "20:05"))
	in.Elsewhere = []demand.Elsewhere{dinner.Booked()}
	s, err := runup.Prepare(in)
	require.NoError(t, err)
	again, ok := s.Again(party.Result) // as it is read from where it is kept
	require.True(t, ok)
	assert.Equal(t, party.RunUp.Clashes, again.RunUp(in.Zone).Clashes)
}

// Three random menus in one kitchen on one day, each planned around those before it: no cook
// and no place is booked twice, unless it is told that there was no plan.
func TestRandomServicesOfOneDay(t *testing.T) {
	t.Parallel()
	alone := 0
	days := size.Of(8, 20, 300)
	for seed := range uint64(days) {
		m := menuMaker{Rand: rand.New(rand.NewPCG(seed, 77))}
		kitchen := m.kitchen()
		var before []planned
		for n, hour := range []string{"19:00", "19:30", "20:00"} {
			in := m.menu()
			in.Kitchen = kitchen
			in.Service.ID, in.Service.Name = fmt.Sprint("s", n), fmt.Sprint("Service ", n)
			for k := range in.Service.Courses {
				at, err := time.Parse("15:04", hour)
				require.NoError(t, err)
				in.Service.Courses[k].Hour, in.Service.Courses[k].After = at.Add(time.Duration(25*k)*time.Minute).Format("15:04"), nil
			}
			for _, o := range before {
				in.Elsewhere = append(in.Elsewhere, o.Booked())
			}
			r, err := attemptFirst(in)
			require.NoError(t, err)
			if !r.Found {
				continue
			}
			require.Empty(t, check.Plan(r.Problem, r.Plan), "seed %d", seed)
			for _, o := range before {
				if r.Map.Alone {
					alone++
					require.Contains(t, r.RunUp.Clashes[0].What, "as if this were the only service")
				} else {
					require.Empty(t, r.RunUp.Doubles(o.RunUp), "seed %d, service %d", seed, n)
				}
			}
			before = append(before, r)
		}
	}
	t.Logf("%d days, %d pairs planned alone", days, alone)
}
