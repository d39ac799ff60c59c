package demand_test

import (
	"fmt"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

func made(in demand.Input) *demand.Demand {
	d, err := demand.New(in)
	if err != nil {
		panic(err) // the examples have an hour
	}
	return d
}

func Example_seating() {
	in := runuptest.Evening(0, runuptest.Step("warm", 5, nil))
	for i, guests := range []int{2, 3, 1, 4} {
		id := fmt.Sprint("T", i+1)
		in.Service.Tables = append(in.Service.Tables, service.Table{ID: id, Name: id, Guests: guests})
	}
	in.Service = in.Service.Resolved(in.Menu)
	for _, w := range made(in).Courses[0].Waves {
		fmt.Println(w.Tables, w.Plates)
	}
	// Output:
	// [T1 T3] [3]
	// [T2] [3]
	// [T4] [4]
}

func Example_hands() {
	in := runuptest.Evening(24, runuptest.Step("warm", 5, nil))
	in.Kitchen.Cooks = append(in.Kitchen.Cooks, kitchen.Cook{ID: "second", Name: "Second"}, kitchen.Cook{ID: "third", Name: "Third"})
	for _, within := range []int64{900, 120, 60} {
		in.Service.Within = within
		s := made(in).Courses[0].Servings[0]
		fmt.Println(units.FormatDuration(within), "· hands:", s.Hands, "· waves:", s.Waves)
	}
	// Output:
	// 15 min · hands: 1 · waves: [4 4 4 4 4 4]
	// 2 min · hands: 2 · waves: [4 4 4 4 4 4]
	// 1 min · hands: 3 · waves: [4 4 4 4 4 4]
}

func Example_rounds() {
	most := int64(60)
	in := runuptest.Evening(16, runuptest.Step("sear", 3, func(s *recipe.Step) { s.Then.Most = &most }))
	d := made(in)
	lot := *d.Lots["food"]
	for _, set := range d.Sets(lot, true) {
		for _, r := range d.Runs(set, lot.Component.Steps(), 0) {
			fmt.Println("waves", r.From, "to", r.To, "·", r.Portions, "portions")
		}
	}
	// Output:
	// waves 1 to 2 · 8 portions
	// waves 3 to 4 · 8 portions
}

func Example_resting() {
	hot := int64(180)
	in := runuptest.Evening(2, runuptest.Step("roast", 30, func(s *recipe.Step) {
		s.Equipment, s.Then.Reason = []recipe.Needed{{Kind: "oven", Setting: &hot}}, "rest"
	}))
	in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "oven", Name: "Oven", Kind: "oven", Places: 2, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 8, Tolerance: 5}}, kitchen.Equipment{ID: "rack", Name: "Rack", Kind: "resting rack", Places: 4})
	for _, school := range []service.Resting{service.InTheOpen, service.InItsOven} {
		in.Service.Rest = school
		place := made(in).Lots["food"].Component.Steps()[0].Then.Place
		if place.Setting == nil {
			fmt.Println(place.Kind)
		} else {
			fmt.Println(place.Kind, "at", *place.Setting)
		}
	}
	// Output:
	// resting rack
	// oven at 60
}
