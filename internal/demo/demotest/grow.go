package demotest

import (
	"context"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
	"jointime/internal/store"
)

// Grow adds what years leave behind to a database: so many components of five lines each, a
// quarter as many dishes, 400 ingredients, and past services, five a week, of the demo's
// kitchen.
func Grow(t testing.TB, st *store.Store, components, past int) {
	t.Helper()
	var writes []store.Write
	add := func(kind store.Kind, id string, body any) {
		writes = append(writes, store.Write{Kind: kind, ID: id, Body: body})
	}
	for i := range 400 {
		add(store.Ingredient, fmt.Sprint("i", i), recipe.Ingredient{ID: fmt.Sprint("i", i), Name: fmt.Sprintf("thing %c%c", 'a'+i%26, 'a'+i/26), Allergens: &[]string{}, Animal: "none"})
	}
	for c := range components {
		k := grownComponent(c)
		add(store.Component, k.ID, k)
	}
	amount := units.Amount{Quantity: 100, Unit: units.Gram}
	for d := range components / 4 {
		dish := recipe.Dish{ID: fmt.Sprint("d", d), Name: fmt.Sprint("dish ", d), Plate: plating.Spec{Ware: plating.Ware{Name: "plate", Diameter: 270, Well: 180}, Placings: []plating.Placing{}}}
		for c := range 4 {
			dish.Parts = append(dish.Parts, recipe.Part{Component: fmt.Sprint("c", 4*d+c), Portion: &amount})
		}
		add(store.Dish, dish.ID, dish)
	}
	day := time.Date(2026, 3, 1, 12, 0, 0, 0, time.UTC)
	for s := range past {
		at := day.AddDate(0, 0, -(s/5*7 + s%5)).Format(time.DateOnly)
		dish := fmt.Sprint("d", s%max(1, components/4))
		own := recipe.Menu{ID: fmt.Sprint("s", s), Name: "Supper", Courses: []recipe.Course{{ID: "main", Dishes: []string{dish}}}}
		add(store.Service, own.ID, service.Service{ID: own.ID, Name: fmt.Sprintf("Supper %c%c", 'a'+s%26, 'a'+s/26%26), Day: at, Kitchen: "lantern-quay", Own: &own, Courses: []service.CourseHour{{Course: "main", Hour: "19:30", Covers: []service.Covers{{Dish: dish, Plates: 24}}}}})
	}
	_, err := st.Save(context.Background(), store.Request{Who: "bench", Person: "bench"}, writes...)
	require.NoError(t, err)
}

func grownComponent(c int) recipe.Component {
	amount := units.Amount{Quantity: 100, Unit: units.Gram}
	k := recipe.Component{ID: fmt.Sprint("c", c), Name: fmt.Sprintf("component %c%c%c", 'a'+c%26, 'a'+c/26%26, 'a'+c/676), Yield: amount, Methods: recipe.OneWay(recipe.Step{ID: "s", Name: "simmer", Time: &recipe.Time{Usual: 600, Slow: 600, Quick: 600, Per: recipe.Once}, Equipment: []recipe.Needed{}, Hands: recipe.Hands{Work: recipe.AllHands}})}
	for l := range 5 {
		i := (c*7 + l) % 400
		k.Lines = append(k.Lines, recipe.Line{ID: fmt.Sprint(l), Name: fmt.Sprintf("thing %c%c", 'a'+i%26, 'a'+i/26), Ingredient: fmt.Sprint("i", i), Amount: &amount})
	}
	return k
}
