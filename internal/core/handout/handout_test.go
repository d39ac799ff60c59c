package handout_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/handout"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

var origin = time.Date(2026, 3, 14, 0, 0, 0, 0, time.UTC)

func at(h, m int64) int64 { return h*3600 + m*60 }

// bar is a step of one cook from begin to end, with hands on it for its first and its last minute.
func bar(component, step string, wave int, from, to int64) report.Bar {
	var waves []int
	if wave > 0 {
		waves = []int{wave}
	}
	return report.Bar{ID: component + "/" + step, Dish: "hake", For: []string{"hake"}, Component: component, Made: map[string]string{"hake": "Hake", "stock": "Fish stock"}[component], Step: step, Wave: wave, Waves: waves, Name: step, From: from, To: to, Start: origin.Add(time.Duration(from) * time.Second), End: origin.Add(time.Duration(to) * time.Second),
		Portions: 6, Cooks: []string{"fish"}, With: []string{"Fish cook", "Oven"}, Section: "fish",
		Hands: []report.HandsOn{{From: from, To: from + 60, Cook: "fish", Who: "Fish cook"}, {From: to - 60, To: to, Cook: "fish", Who: "Fish cook", Assumed: true}}}
}

// evening is hake for eight at two tables, of whom one guest must not have shellfish and another
// has a plate that is stopped.
func evening() handout.Input {
	boil, roast, second := bar("stock", "boil", 0, at(15, 0), at(16, 0)), bar("hake", "roast", 1, at(20, 11), at(20, 18)), bar("hake", "roast", 2, at(20, 15), at(20, 22))
	boil.Give, boil.Cautions = 7*60, []limits.Caution{{Text: "Hot fat"}, {Text: "Cool it", Source: "A table"}}
	roast.Tables, second.Tables = []string{"Table 1"}, []string{"Table 2"}
	roast.Cautions = []limits.Caution{{Text: "Hot fat"}}
	second.Cautions = roast.Cautions
	return handout.Input{
		Sections: []kitchen.Section{{ID: "fish", Name: "Fish"}},
		Menu:     recipe.Menu{Courses: []recipe.Course{{ID: "fish", Dishes: []string{"hake"}}}},
		Service: service.Service{Tables: []service.Table{
			{ID: "1", Name: "Table 1", Guests: 4, Orders: []service.Order{{Course: "fish", Dish: "hake", Version: "plain", Plates: 1}},
				Needs: []service.GuestNeed{{Seat: "2", Said: "no shellfish", Served: []service.Served{{Course: "fish", Dish: "hake", Version: "plain"}}}}},
			{ID: "2", Name: "Table 2", Guests: 4, Needs: []service.GuestNeed{{Said: "no fish", Served: []service.Served{{Course: "fish", Stopped: true}}}}}}},
		Plan: report.RunUp{Day: "2026-03-14", Origin: origin, Bars: []report.Bar{boil, roast, second},
			Strands: []report.Strand{{Dish: "hake", DishName: "Roast hake", Component: "stock", Name: "Fish stock", Bars: []int{0}}, {Dish: "hake", DishName: "Roast hake", Component: "hake", Name: "Hake", Bars: []int{1, 2}}},
			Courses: []report.CourseRow{{ID: "fish", Name: "Roast hake", Hour: origin.Add(20*time.Hour + 25*time.Minute), Plates: 7, Leaves: at(20, 25), Sent: []report.Departure{
				{Wave: 2, Tables: []string{"Table 2"}, At: at(20, 29), Plates: []report.Sent{{Dish: "hake", Name: "Roast hake", Plates: 3}}},
				{Wave: 1, Tables: []string{"Table 1"}, At: at(20, 25), Plates: []report.Sent{{Dish: "hake", Name: "Roast hake", Plates: 3}, {Dish: "hake~plain", Name: "Roast hake, no shellfish", Plates: 1}}}}}},
			Turns: []report.Changeover{{Name: "Oven", Start: origin.Add(20 * time.Hour), FromC: 165, ToC: 200, Takes: 600, Bar: 1, Who: "Fish cook"}}},
	}
}

func TestAServiceSheetHasTablesSeatsAndRounds(t *testing.T) {
	list := handout.Services(evening())
	require.Len(t, list, 1)
	s := list[0]
	assert.Equal(t, []handout.PlateCount{{Name: "Roast hake", Plates: 6}, {Name: "Roast hake, no shellfish", Plates: 1}}, s.Counts)
	c := s.Courses[0]
	assert.Equal(t, []handout.TableService{
		{Name: "Table 1", Plates: 4, Other: []handout.PlateCount{{Name: "no shellfish", Plates: 1}}, Needs: []handout.SeatService{{Seat: "2", Said: "no shellfish"}}},
		{Name: "Table 2", Plates: 3, Other: []handout.PlateCount{}, Needs: []handout.SeatService{{Said: "no fish", Stopped: true}}, Stopped: true},
	}, c.Tables, "in the order in which they leave; a stopped plate is no plate")
	require.Len(t, c.Rows, 1, "the stock is prep")
	assert.Equal(t, []handout.StepService{
		{Before: 14 * 60, First: "20:11:00", What: "roast", Takes: 7 * 60},
		{Before: 8 * 60, First: "20:17:00", What: "out", Takes: 60},
	}, c.Rows[0].Steps)
	assert.Equal(t, []handout.RoundService{{Portions: 6, Tables: []string{"Table 1"}}, {Portions: 6, Tables: []string{"Table 2"}}}, c.Rows[0].Rounds)
	assert.Equal(t, []handout.OvenTurn{{Clock: "20:00", Name: "Oven", FromC: 165, ToC: 200, Takes: 600, For: "Hake", Who: "Fish cook"}}, s.Turns)
	assert.Equal(t, []string{"Hot fat"}, s.Cautions, "once, though two rounds have it")
}

func TestWhatIsLeftToItselfIsOnAndOutByAnHour(t *testing.T) {
	days := handout.Prep(evening())
	require.Len(t, days, 1)
	require.Len(t, days[0].Sections, 1)
	s := days[0].Sections[0]
	assert.Equal(t, "Fish", s.Name)
	assert.Equal(t, []string{"Hot fat", "Cool it (A table)"}, s.Cautions)
	require.Len(t, s.Lines, 1, "the roast is of the last hour")
	l := s.Lines[0]
	assert.Equal(t, "Fish stock: boil", l.What)
	assert.Equal(t, []string{"15:00", "16:00", ""}, []string{l.On, l.Out, l.Ready}, "no prep of the day is later")

	in := evening()
	later := bar("stock", "skim", 0, at(17, 0), at(17, 1))
	in.Plan.Bars = append(in.Plan.Bars, later)
	in.Plan.Strands[0].Bars = append(in.Plan.Strands[0].Bars, 3)
	lines := handout.Prep(in)[0].Sections[0].Lines
	assert.Equal(t, []string{"15:05", "16:05"}, []string{lines[0].On, lines[0].Out}, "7 min to spare, in round figures")
	assert.Equal(t, []string{"", "17:01"}, []string{lines[1].On, lines[1].Ready}, "hands all the time")
}

// What is on over night is out on another day, and says so.
func TestAnHourOfAnotherDayHasItsDay(t *testing.T) {
	in := evening()
	salt := &in.Plan.Bars[0]
	salt.From, salt.To, salt.Give = at(-2, 0), at(10, 0), 0
	for k := range salt.Hands {
		salt.Hands[k].From, salt.Hands[k].To = salt.From, salt.From+60
	}
	l := handout.Prep(in)[0].Sections[0].Lines[0]
	assert.Equal(t, []string{"22:00", "Sat 10:00"}, []string{l.On, l.Out})
}

// Whoever works for no section, or for one that the kitchen has not, is on a sheet as well.
func TestNothingIsOnNoSheet(t *testing.T) {
	in := evening()
	in.Sections = nil
	assert.Equal(t, "Kitchen", handout.Services(in)[0].Name)
	assert.Equal(t, "Kitchen", handout.Prep(in)[0].Sections[0].Name)
	in.Sections = []kitchen.Section{{ID: "sauce", Name: "Sauce"}}
	assert.Equal(t, "No section", handout.Services(in)[0].Name)
}
