package report_test

import (
	"context"
	"fmt"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup"
	"jointime/internal/core/runup/runuptest"
	"jointime/internal/core/units"
)

func Example_preheating() {
	hot := int64(180)
	in := runuptest.Evening(2, runuptest.Step("roast", 30, func(s *recipe.Step) {
		s.Equipment, s.Hands.Work = []recipe.Needed{{Kind: "oven", Setting: &hot}}, recipe.NoHands
	}))
	in.Kitchen.Equipment = append(in.Kitchen.Equipment, kitchen.Equipment{ID: "oven", Name: "Oven", Kind: "oven", Places: 2, Cooks: true, Heating: &kitchen.Heater{Cold: 20, Up: 6, Down: 8, Tolerance: 5}})
	x, err := runup.Prepare(in)
	if err != nil {
		panic(err)
	}
	r, err := x.Plan(context.Background(), nil)
	if err != nil {
		panic(err)
	}
	for _, t := range r.RunUp(in.Zone).Turns {
		fmt.Println(t.Start.Format("15:04:05"), t.Who, "turns", t.Name, "from", t.FromC, "to", t.ToC, "°C:", units.FormatDuration(t.Takes))
	}
	// 160 °C at 6 s each; it is cooked from 19:29:40 to 19:59:40, and plated in 20 s.

	// Output: 19:13:40 Cook turns Oven from 20 to 180 °C: 16 min
}
