package demo

import (
	"fmt"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Evening is a service with the kitchen and the menu that it is planned for, with
// the dishes of the book.
type Evening struct {
	Kitchen kitchen.Kitchen
	Menu    recipe.Menu
	Service service.Service
}

// Banquet is three courses for 120 at fifteen tables, in a hall with a kitchen of
// twelve cooks and a pass twelve plates wide.
func Banquet(day string) Evening {
	k := house(kitchen.Kitchen{})
	k.ID, k.Name, k.PassWidth = "the-loft", "The sail loft", 12
	wipe := int64(2) // in passing, at the end of a line
	k.Cooks, k.Wipe = nil, &wipe
	for i := range 12 {
		k.Cooks = append(k.Cooks, kitchen.Cook{ID: fmt.Sprint("cook-", i+1), Name: fmt.Sprint("Cook ", i+1), Shifts: []kitchen.Shift{{From: "08:00", To: "23:59"}}})
	}
	for i := range k.Equipment {
		k.Equipment[i].Places *= 5
	}
	e := evening(k, "Banquet", day, [][3]string{{"egg", "slow-cooked-egg-mushroom-broth", "19:30"}, {"main", "guinea-fowl", "20:15"}, {"sweet", "set-buttermilk-cream-poached-plum", "21:15"}})
	for i := range 15 {
		e.Service.Tables = append(e.Service.Tables, service.Table{ID: fmt.Sprint("t", i+1), Name: fmt.Sprint("Table ", i+1), Guests: 8})
	}
	e.Service.Tables[4].Orders = []service.Order{{Course: "main", Dish: "guinea-fowl", Version: "meatless", Plates: 3}}
	return e
}

// ForTwo is two courses for two, by one cook with four burners and one oven.
func ForTwo(day string) Evening {
	k := house(kitchen.Kitchen{})
	k.ID, k.Name, k.PassWidth = "the-galley", "The galley", 2
	k.Cooks = []kitchen.Cook{{ID: "cook", Name: "Cook", Shifts: []kitchen.Shift{{From: "10:00", To: "23:00"}}}}
	var keep []kitchen.Equipment
	for _, e := range k.Equipment {
		switch e.ID {
		case "stove":
			e.Places = 4
		case "combi", "plancha":
			continue
		}
		keep = append(keep, e)
	}
	k.Equipment = keep
	e := evening(k, "For two", day, [][3]string{{"fish", "roast-hake", "20:00"}, {"sweet", "set-buttermilk-cream-poached-plum", "20:40"}})
	e.Service.Tables = []service.Table{{ID: "t1", Name: "The table", Guests: 2}}
	return e
}

func evening(k kitchen.Kitchen, name, day string, courses [][3]string) Evening {
	e := Evening{Kitchen: k, Menu: recipe.Menu{ID: k.ID, Name: name}, Service: service.Service{ID: k.ID, Name: name, Menu: k.ID, Kitchen: k.ID, Day: day}}
	for _, c := range courses {
		e.Menu.Courses = append(e.Menu.Courses, recipe.Course{ID: c[0], Name: c[0], Dishes: []string{c[1]}})
		e.Service.Courses = append(e.Service.Courses, service.CourseHour{Course: c[0], Hour: c[2], Covers: []service.Covers{}})
	}
	return e
}
