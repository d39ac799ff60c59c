package demo

import (
	"time"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// sunday is a lunch of three courses on the day after, with a choice of two mains. One guest
// eats no shellfish: with the hake comes shrimp butter, so that plate is stopped until the head
// chef names the answer.
func sunday(saturday string) (recipe.Menu, service.Service) {
	day := saturday
	if at, err := time.Parse(service.DayLayout, saturday); err == nil {
		day = at.AddDate(0, 0, 1).Format(service.DayLayout)
	}
	apart := int64(30)
	menu := recipe.Menu{ID: "sunday-lunch", Name: "Sunday lunch", Courses: []recipe.Course{
		{ID: "first", Name: "Broth", Dishes: []string{"split-pea-broth-warm-bun"}, Hour: "12:30"},
		{ID: "main", Name: "Main", Dishes: []string{"roast-hake", "guinea-fowl"}, After: &apart},
		{ID: "sweet", Name: "Sweet", Dishes: []string{"set-buttermilk-cream-poached-plum"}, After: &apart},
	}}
	s := service.Service{ID: "sunday-lunch", Name: "Sunday lunch", Menu: menu.ID, Kitchen: "lantern-quay", Day: day,
		Courses: []service.CourseHour{{Course: "first", Hour: "12:30", Covers: []service.Covers{}}, {Course: "main", After: &apart, Covers: []service.Covers{}}, {Course: "sweet", After: &apart, Covers: []service.Covers{}}},
		Tables: []service.Table{
			{ID: "t1", Name: "Table 1", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "guinea-fowl", Plates: 3}}},
			{ID: "t2", Name: "Table 2", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "guinea-fowl", Plates: 2}},
				Needs: []service.GuestNeed{{ID: "need-1", Seat: "3", Said: "no shellfish", Without: []string{"crustaceans", "molluscs"}}}},
		}}
	return menu, s
}
