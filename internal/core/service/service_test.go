package service_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

var (
	menu = recipe.Menu{Courses: []recipe.Course{{ID: "fish", Dishes: []string{"hake"}}}}
	noon = time.Date(2026, 3, 14, 12, 0, 0, 0, time.UTC)
)

func supper(hour string) service.Service {
	return service.Service{Day: "2026-03-14", Courses: []service.CourseHour{{Course: "fish", Hour: hour, Covers: []service.Covers{{Dish: "hake", Plates: 4}}}}}
}

func TestMalformedServicesAreToldWithTheirField(t *testing.T) {
	for field, spoil := range map[string]func(*service.Service){
		"day":                         func(s *service.Service) { s.Day = "Saturday" },
		"courses[0].hour":             func(s *service.Service) { s.Courses[0].Hour = "late" },
		"courses[0].course":           func(s *service.Service) { s.Courses[0].Course = "x"; s.Courses[0].Covers = nil },
		"courses[0].covers[0].dish":   func(s *service.Service) { s.Courses[0].Covers[0].Dish = "x" },
		"courses[0].covers[0].plates": func(s *service.Service) { s.Courses[0].Covers[0].Plates = -1 },
	} {
		t.Run(field, func(t *testing.T) {
			s := supper("20:25")
			spoil(&s)
			var faults fault.List
			require.ErrorAs(t, s.Validate(menu, time.UTC, noon), &faults)
			assert.Equal(t, field, faults[0].Field)
		})
	}
	assert.NoError(t, supper("20:25").Validate(menu, time.UTC, noon))
}

func TestAnHourThatIsPastIsRefused(t *testing.T) {
	err := supper("11:59").Validate(menu, time.UTC, noon)
	assert.ErrorContains(t, err, "courses[0].hour: 14 March 11:59 is in the past")
}

func TestAnHourAfterMidnightBelongsToTheNight(t *testing.T) {
	s := supper("00:30")
	at, err := s.At(s.Courses[0], time.UTC)
	require.NoError(t, err)
	assert.Equal(t, time.Date(2026, 3, 15, 0, 30, 0, 0, time.UTC), at)
}

func TestAServiceIsPastWhenItsLastCourseHasLeft(t *testing.T) {
	s := supper("20:25")
	assert.False(t, s.Past(time.Date(2026, 3, 14, 20, 40, 0, 0, time.UTC), time.UTC))
	assert.True(t, s.Past(time.Date(2026, 3, 14, 20, 40, 1, 0, time.UTC), time.UTC))
	empty := service.Service{Day: "2026-03-14"}
	assert.False(t, empty.Past(time.Date(2026, 3, 14, 23, 59, 0, 0, time.UTC), time.UTC))
	assert.True(t, empty.Past(time.Date(2026, 3, 15, 0, 1, 0, 0, time.UTC), time.UTC), "without a course its day is over")
	for days := -400; days < 400; days++ { // as far as it lies, the day alone tells
		s.Day = noon.AddDate(0, 0, days).Format(time.DateOnly)
		assert.Equal(t, noon.After(s.Last(time.UTC).Add(15*time.Minute)), s.Past(noon, time.UTC), s.Day)
	}
}
