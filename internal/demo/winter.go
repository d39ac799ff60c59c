package demo

import (
	"fmt"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// house is the kitchen of the dining room: six cooks, six burners, two ovens, and
// a pass six plates wide; its sections, containers and units are those of the back
// kitchen.
func house(like kitchen.Kitchen) kitchen.Kitchen {
	day := []kitchen.Shift{{From: "09:00", To: "23:30"}}
	k := kitchen.Kitchen{ID: "lantern-quay", Name: "Lantern Quay", Zone: Zone, PassWidth: 6, Plates: kitchen.SectionPlates, Sections: like.Sections, Boxes: like.Boxes, Likes: like.Likes, Day: kitchen.UsualDay(),
		Equipment: []kitchen.Equipment{
			{ID: "stove", Name: "Burners", Kind: "burner", Places: 6, Cooks: true},
			{ID: "plancha", Name: "Plancha", Kind: "plancha", Places: 4, Cooks: true},
			{ID: "deck", Name: "Deck oven", Kind: "oven", Places: 3, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 8, Tolerance: 5}},
			{ID: "combi", Name: "Combination oven", Kind: "oven", Places: 5, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 3, Down: 4, Tolerance: 5}},
			{ID: "bath", Name: "Water bath", Kind: "water bath", Places: 8, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 60, Down: 120, Tolerance: 1}},
			{ID: "rack", Name: "Resting rack", Kind: "rack", Places: 30},
			{ID: "drawer", Name: "Warming drawer", Kind: "warm drawer", Keeps: "hot", Celsius: at(65), Places: 10},
			{ID: "warmer", Name: "Plate warmer", Kind: "plate warmer", Keeps: "hot", Celsius: at(60), Places: 40},
			{ID: "blender", Name: "Blender", Kind: "blender", Places: 1, Wash: 180},
			{ID: "chiller", Name: "Blast chiller", Kind: "blast chiller", Keeps: "cold", Celsius: at(-10), Places: 5},
			{ID: "churn", Name: "Ice cream machine", Kind: "ice cream machine", Places: 1},
			{ID: "fridge", Name: "Fridge", Kind: "fridge", Keeps: "cold", Celsius: at(3), Places: 60},
			{ID: "freezer", Name: "Freezer", Kind: "freezer", Keeps: "frozen", Celsius: at(-20), Places: 30},
			{ID: "bench", Name: "Floured bench", Kind: "floured bench", Places: 1, Carries: []string{"wheat"}},
		}}
	for _, c := range [][2]string{{"chef", "Head chef"}, {"sauce", "Sauce cook"}, {"fish", "Fish cook"}, {"larder", "Larder cook"}, {"pastry", "Pastry cook"}, {"commis", "Commis"}} {
		k.Cooks = append(k.Cooks, kitchen.Cook{ID: c[0], Name: c[1], Shifts: day})
	}
	for i, section := range []string{"pass", "sauce", "fish", "larder", "pastry"} {
		k.Cooks[i].Section = section
	}
	k.Cooks[5].Shifts = []kitchen.Shift{{From: "13:00", To: "23:30"}}
	k.Spares = &kitchen.Spares{OneIn: 12, Least: 2, Sauces: 15, Others: 10}
	k.Things = []kitchen.Thing{
		{Name: "180 mm side plate", Have: 60, Back: 30}, {Name: "210 mm bowl", Have: 40, Back: 30}, {Name: "230 mm bowl plate", Have: 40, Back: 30}, {Name: "280 mm coupe", Have: 40, Back: 30}, {Name: "290 mm flat plate", Have: 40, Back: 30},
		{Name: "twine", Have: 30}, {Name: "cloth", Have: 24, Covers: 0.5}, {Name: "tasting spoon", Have: 40, Need: 30},
	}
	return k
}

// tables of the winter supper: 36 guests at ten tables, three of whom eat no
// shellfish, three no meat and two no gluten.
func tables() []service.Table {
	var out []service.Table
	for i, guests := range []int{2, 4, 4, 6, 2, 3, 5, 4, 2, 4} {
		out = append(out, service.Table{ID: fmt.Sprint("t", i+1), Name: fmt.Sprint("Table ", i+1), Guests: guests})
	}
	order := func(table int, course, dish, version string, plates int) {
		t := &out[table-1]
		t.Orders = append(t.Orders, service.Order{Course: course, Dish: dish, Version: version, Plates: plates})
	}
	order(2, "fish", "roast-hake", "no-shellfish", 1)
	order(9, "fish", "roast-hake", "no-shellfish", 2)
	order(3, "main", "guinea-fowl", "meatless", 1)
	order(8, "main", "guinea-fowl", "meatless", 2)
	order(7, "egg", "slow-cooked-egg-mushroom-broth", "no-gluten", 2)
	order(7, "sweet", "set-buttermilk-cream-poached-plum", "no-gluten", 2)
	out[3].Note = "a birthday"
	return out
}

// winter is the supper of five courses.
func winter(day string) (recipe.Menu, service.Service) {
	menu := recipe.Menu{ID: "winter-supper", Name: "Winter supper"}
	s := service.Service{ID: "winter-supper", Name: "Winter supper", Menu: menu.ID, Kitchen: "lantern-quay", Day: day, Tables: tables()}
	for _, c := range [][4]string{
		{"cracker", "Rye cracker", "rye-cracker-smoked-mackerel-cream", "19:30"},
		{"egg", "Slow-cooked egg", "slow-cooked-egg-mushroom-broth", "19:50"},
		{"fish", "Roast hake", "roast-hake", "20:25"},
		{"main", "Guinea fowl", "guinea-fowl", "21:00"},
		{"sweet", "Set buttermilk cream", "set-buttermilk-cream-poached-plum", "21:35"},
	} {
		menu.Courses = append(menu.Courses, recipe.Course{ID: c[0], Name: c[1], Dishes: []string{c[2]}})
		s.Courses = append(s.Courses, service.CourseHour{Course: c[0], Hour: c[3], Covers: []service.Covers{}})
	}
	return menu, s
}
