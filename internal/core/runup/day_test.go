package runup_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/kitchenday"
	"jointime/internal/core/runup/demand"
)

func minutes(m int64) *int64 { return &m }

// with is a service in a kitchen whose day has something.
func with(in demand.Input, events ...kitchen.Event) demand.Input {
	in.Kitchen.Day = events
	return in
}

// Stirring takes 30 min without a break and may stand for a minute: it would begin at 19:29:20.
// The briefing takes the only cook from 19:50 to 19:55 (20:00 − 10 min). After it the plates
// would leave at 20:25:40, 25:40 late, at 20 a second: 30,800. Before it they leave at 19:50,
// 10 min early, at 5 a second: 3,000. That is done and told, with the true cause. With the
// briefing 40 min before, from 19:20 to 19:25, nothing is in the way.
func TestWhatTheDayHasTakesHands(t *testing.T) {
	briefing := func(before int64) kitchen.Event {
		return kitchen.Event{ID: "briefing", Name: "Briefing", Before: minutes(before), Minutes: 5}
	}
	early := makePlan(t, with(stirred("Dinner", "20:00"), briefing(10)))
	require.Len(t, early.RunUp.Clashes, 1)
	assert.Equal(t, "Main: 10 min early, leaves 19:50.", early.RunUp.Clashes[0].What)
	assert.Equal(t, "Food: spoon cannot be later: Briefing then has Cook.", early.RunUp.Clashes[0].Why)
	assert.Contains(t, early.RunUp.Clashes[0].Advice, "Move briefing on Kitchen")
	assert.True(t, makePlan(t, with(stirred("Dinner", "20:00"), briefing(40))).RunUp.OnPlan)
	assert.Empty(t, early.RunUp.Around, "it is no service")
}

// A line of the day at an hour is there for every service of the kitchen, and once: the staff
// meal from 16:30 to 16:50. One that a service has before its first course is booked by that
// service, and others keep clear of it.
func TestWhatTheDayHasAndOtherServices(t *testing.T) {
	meal := kitchen.Event{ID: "meal", Name: "Staff meal", From: "16:30", Minutes: 20}
	check := kitchen.Event{ID: "check", Name: "Line check", Before: minutes(60), Minutes: 10}
	dinner := makePlan(t, with(stirred("Dinner", "20:00"), meal, check))
	took := map[string]int{}
	for _, b := range dinner.Booked().Bookings {
		if b.Resource == "cook.cook" {
			took[b.From.Format("15:04")]++
		}
	}
	assert.Zero(t, took["16:30"], "the kitchen has it, not the service")
	assert.Equal(t, 1, took["19:00"], "20:00 − 60 min")
	party := around(t, with(stirred("Party", "17:00"), meal, check), dinner)
	// stirring 30 min, plates 0:40: it would begin at 16:29:20; the meal begins at 16:30 and ends
	// at 16:50. No plate is built before 16:30: 20:40 late
	assert.Equal(t, "Main: 20:40 late, leaves 17:20.", party.RunUp.Clashes[0].What)
	assert.Empty(t, party.RunUp.Doubles(dinner.RunUp))
}

// Where there is no plan around it, the plan is made over it, and that is told.
func TestAPlanOverWhatTheDayHas(t *testing.T) {
	in := with(stirred("Dinner", "20:00"), kitchen.Event{ID: "delivery", Name: "Delivery", From: "19:20", Minutes: 50, Days: []int{6}})
	in.Kitchen.Cooks[0].Shifts = []kitchen.Shift{{From: "19:20", To: "20:20", Days: []int{6}}}
	r := makePlan(t, in)
	require.NotEmpty(t, r.RunUp.Clashes)
	assert.Equal(t, "No plan found around Delivery: planned over it.", r.RunUp.Clashes[0].What)
	assert.False(t, r.RunUp.OnPlan)
}

// The day of the kitchen: a row for each service, in the seconds of the day, and what the day
// has for each cook, as often as it is.
func TestADayOfTheKitchen(t *testing.T) {
	meal := kitchen.Event{ID: "meal", Name: "Staff meal", From: "16:30", Minutes: 20}
	check := kitchen.Event{ID: "check", Name: "Line check", Before: minutes(60), Minutes: 10}
	lunch := makePlan(t, with(stirred("Lunch", "13:00"), meal, check))
	dinner := around(t, with(stirred("Dinner", "20:00"), meal, check), lunch)
	k := dinner.RunUp
	s := kitchenday.Make(with(stirred("Dinner", "20:00"), meal, check).Kitchen, time.Date(2026, 3, 14, 0, 0, 0, 0, time.UTC), []kitchenday.Served{{RunUp: lunch.RunUp, Spread: 900}, {RunUp: k, First: true, Spread: 900}})
	require.Len(t, s.Services, 2)
	assert.Equal(t, []kitchenday.DayCourse{{Name: "Main", At: 13 * 3600}}, s.Services[0].Courses)
	assert.True(t, s.Services[1].First)
	require.Len(t, s.Cooks, 1)
	cook := s.Cooks[0]
	assert.Equal(t, "Fish", cook.Section)
	assert.Equal(t, []kitchenday.DayStretch{{From: 10 * 3600, To: 23*3600 + 1800}}, cook.There)
	var events []string
	for _, e := range cook.Events {
		events = append(events, e.Label+time.Unix(e.From, 0).UTC().Format(" 15:04"))
	}
	assert.Equal(t, []string{"Line check 12:00", "Staff meal 16:30", "Line check 19:00"}, events)
	require.Len(t, cook.Rows, 2)
	assert.Equal(t, int64(12*3600+29*60+20), cook.Rows[0].Blocks[0].From, "13:00 − 0:40 − 30 min")
	// each service has the cook for 30 min, 0:40 of plates and 15 min of clearing down
	assert.Equal(t, int64(2*(1800+40+900)+20*60+2*600), cook.Busy)
	require.Len(t, s.Things, 1, "only what is in use")
	assert.Equal(t, int64(10*3600), s.From)
	assert.Equal(t, int64(24*3600), s.To)
	assert.Empty(t, s.Told)
	twice := makePlan(t, stirred("Party", "20:00"))
	s = kitchenday.Make(k1(), time.Date(2026, 3, 14, 0, 0, 0, 0, time.UTC), []kitchenday.Served{{RunUp: k}, {RunUp: twice.RunUp}})
	require.Len(t, s.Told, 1)
	assert.Equal(t, "Dinner and Party: Cook is booked twice: 46 min, first Sat 19:29 (Food: stir; there Food: stir).", s.Told[0])
}

func k1() kitchen.Kitchen { return stirred("x", "20:00").Kitchen }

// What the day has stands on the sheet of each whom it takes, on the days with food work: the
// staff meal of Saturday, and not that of Thursday.
func TestTheDayStandsOnTheSheets(t *testing.T) {
	meal := kitchen.Event{ID: "meal", Name: "Staff meal", From: "16:30", Minutes: 20}
	r := makePlan(t, with(stirred("Dinner", "20:00"), meal))
	var lines []string
	for _, c := range r.RunUp.Calls() {
		if c.What == "Staff meal" {
			lines = append(lines, c.Start.Format("Mon 15:04 ")+c.Who[0]+c.End.Format(" 15:04"))
			assert.Equal(t, []string{"cook"}, c.Cooks)
		}
	}
	assert.Equal(t, []string{"Sat 16:30 Cook 16:50"}, lines)
}
