package service_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

func minutes(v int64) *int64 { return &v }

func seated() (recipe.Menu, service.Service) {
	menu := recipe.Menu{Courses: []recipe.Course{{ID: "soup", Name: "Soup", Dishes: []string{"pea"}}, {ID: "main", Name: "Main", Dishes: []string{"hake", "fowl"}}}}
	return menu, service.Service{Day: "2026-03-14",
		Courses: []service.CourseHour{{Course: "soup", Hour: "23:50"}, {Course: "main", Hour: "", After: minutes(25)}},
		Tables: []service.Table{
			{ID: "1", Name: "One", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "fowl", Plates: 1}, {Course: "main", Dish: "hake", Version: "no-milk", Plates: 2}}},
			{ID: "2", Name: "Two", Guests: 2, Hours: []service.TableHour{{Course: "main", Hour: "00:30"}}},
		}}
}

// On paper: four and two guests; one of the four has the fowl and two a version,
// so one is left for the first dish, and two more at the other table.
func TestCoversFollowFromTheTables(t *testing.T) {
	menu, s := seated()
	r := s.Resolved(menu)
	assert.Equal(t, []service.Covers{{Dish: "pea", Plates: 6}}, r.Courses[0].Covers)
	assert.Equal(t, []service.Covers{{Dish: "hake", Plates: 3}, {Dish: "fowl", Plates: 1}, {Dish: "hake", Version: "no-milk", Plates: 2}}, r.Courses[1].Covers)
	assert.Equal(t, 6, s.Guests())
	assert.Equal(t, "00:15", r.Courses[1].Hour, "25 minutes after ten to twelve")
	assert.Equal(t, r, r.Resolved(menu), "worked out twice is the same")
	said := r.Said()
	assert.Empty(t, said.Courses[1].Hour)
	assert.Empty(t, said.Courses[0].Covers)
	assert.Equal(t, "23:50", said.Courses[0].Hour)
	own, err := s.AtTable(r.Courses[1], s.Tables[1], time.UTC)
	require.NoError(t, err)
	assert.Equal(t, "2026-03-15T00:30:00Z", own.Format(time.RFC3339), "after midnight is still that service")
}

func TestWhatIsWrongAtATableIsNamed(t *testing.T) {
	menu, s := seated()
	now := time.Date(2026, 3, 1, 0, 0, 0, 0, time.UTC)
	require.NoError(t, s.Resolved(menu).Validate(menu, time.UTC, now))
	wrong := func(change func(*service.Service), says string) {
		t.Helper()
		menu, s := seated()
		change(&s)
		err := s.Resolved(menu).Validate(menu, time.UTC, now)
		require.Error(t, err)
		assert.Contains(t, err.Error(), says)
	}
	wrong(func(s *service.Service) { s.Tables[0].Orders[0].Plates = 3 }, "tables[0].orders[1].plates: One: 5 plates of Main for 4 guests")
	wrong(func(s *service.Service) { s.Tables[1].ID = "1" }, "tables[1].id")
	wrong(func(s *service.Service) { s.Tables[1].Guests = 0 }, "tables[1].guests")
	wrong(func(s *service.Service) { s.Tables[1].Name = " " }, "tables[1].name")
	wrong(func(s *service.Service) { s.Tables[0].Orders[0].Dish = "pea" }, `tables[0].orders[0].dish: “pea” is not in this course`)
	wrong(func(s *service.Service) { s.Tables[1].Hours[0].Hour = "half past" }, "tables[1].hours[0].hour")
	wrong(func(s *service.Service) { s.Tables[1].Hours[0].Course = "cheese" }, `tables[1].hours[0].course: “cheese” is not a course`)
	wrong(func(s *service.Service) { s.Courses[0].After, s.Courses[0].Hour = minutes(5), "" }, "courses[0].after: No course before it has a time")
	s.Tables[0].Orders[1].Version = "no-fish"
	err := s.ValidateVersions(map[string]recipe.Dish{"hake": {Name: "Hake"}, "fowl": {}, "pea": {}})
	require.Error(t, err)
	assert.Contains(t, err.Error(), `tables[0].orders[1].version: Hake has no version “no-fish”`)
}
