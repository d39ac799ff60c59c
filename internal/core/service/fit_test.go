package service_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// composed is a supper of two courses for 24, the second with a choice.
func composed() (recipe.Menu, service.Service) {
	menu := recipe.Menu{Courses: []recipe.Course{{ID: "fish", Dishes: []string{"hake"}}, {ID: "main", Dishes: []string{"fowl", "celeriac"}}}}
	return menu, service.Service{Day: "2026-12-05", Covers: 24, Courses: []service.CourseHour{
		{Course: "fish", Hour: "19:30", Covers: []service.Covers{{Dish: "hake", Plates: 24}}},
		{Course: "main", After: minutes(25), Covers: []service.Covers{{Dish: "fowl", Plates: 16}, {Dish: "celeriac", Plates: 8}}}}}
}

func with(courses ...recipe.Course) recipe.Menu { return recipe.Menu{Courses: courses} }

func TestACourseThatIsNewFollowsWithAPlateForEveryCover(t *testing.T) {
	menu, s := composed()
	next := s.Fit(with(append(menu.Courses, recipe.Course{ID: "sweet", Dishes: []string{"plum"}})...))
	assert.Equal(t, service.CourseHour{Course: "sweet", After: minutes(25), Covers: []service.Covers{{Dish: "plum", Plates: 24}}}, next.Courses[2])
	assert.Equal(t, s.Courses, next.Courses[:2])
	next = s.Fit(with(append(menu.Courses, recipe.Course{ID: "sweet", Dishes: []string{"plum"}, Hour: "21:00"})...))
	assert.Equal(t, "21:00", next.Courses[2].Hour, "as the menu says")
	empty := service.Service{Covers: 12}.Fit(with(recipe.Course{ID: "sweet", Dishes: []string{"plum"}}))
	assert.Equal(t, []service.CourseHour{{Course: "sweet", Hour: "19:30", Covers: []service.Covers{{Dish: "plum", Plates: 12}}}}, empty.Courses)
}

// The hours stay in their places, so that a course that is moved up is served earlier, and the
// evening begins when it did.
func TestTheHoursStayWhenCoursesAreMovedOrTakenOff(t *testing.T) {
	menu, s := composed()
	next := s.Fit(with(menu.Courses[1], menu.Courses[0]))
	assert.Equal(t, []service.CourseHour{{Course: "main", Hour: "19:30", Covers: s.Courses[1].Covers}, {Course: "fish", After: minutes(25), Covers: s.Courses[0].Covers}}, next.Courses)
	next = s.Fit(with(menu.Courses[1]))
	assert.Equal(t, []service.CourseHour{{Course: "main", Hour: "19:30", Covers: s.Courses[1].Covers}}, next.Courses)
	s.Courses[1].Hour, s.Courses[1].After = "20:45", nil
	next = s.Fit(with(menu.Courses[1], menu.Courses[0]))
	assert.Equal(t, [2]string{"19:30", "20:45"}, [2]string{next.Courses[0].Hour, next.Courses[1].Hour})
	assert.Equal(t, "20:45", s.Fit(with(menu.Courses[1])).Courses[0].Hour, "a fixed hour is kept")
	assert.Equal(t, s, s.Fit(menu), "what fits stays as it is")
}

func TestADishHasItsPlatesAndOrdersInAnotherCourse(t *testing.T) {
	_, s := composed()
	turned := with(recipe.Course{ID: "fish", Dishes: []string{"hake", "fowl"}}, recipe.Course{ID: "main", Dishes: []string{"celeriac"}})
	assert.Equal(t, []service.Covers{{Dish: "hake", Plates: 24}, {Dish: "fowl", Plates: 16}}, s.Fit(turned).Courses[0].Covers)
	s.Tables = []service.Table{{ID: "1", Name: "One", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "celeriac", Plates: 2}}, Hours: []service.TableHour{{Course: "main", Hour: "20:30"}}}}
	next := s.Fit(with(recipe.Course{ID: "fish", Dishes: []string{"hake", "celeriac"}}))
	assert.Equal(t, []service.Order{{Course: "fish", Dish: "celeriac", Plates: 2}}, next.Tables[0].Orders)
	assert.Empty(t, next.Tables[0].Hours)
	assert.Empty(t, s.Fit(with(recipe.Course{ID: "fish", Dishes: []string{"hake"}})).Tables[0].Orders, "it is gone")
	assert.Len(t, s.Tables[0].Orders, 1, "the service itself stays")
}
