package runup_test

import (
	"slices"
	"strings"

	"jointime/internal/core/judge"
	"jointime/internal/core/recipe"
)

// bySteps are steps of the harbour table moved by so many seconds each.
func bySteps(list ...struct {
	step string // component/step
	by   int64
}) func(d *judge.Day, n int) {
	return func(d *judge.Day, n int) {
		component, step, _ := strings.Cut(list[n].step, "/")
		shifted(&d.Services[0].RunUp, list[n].by, isStep(component, step))
	}
}

type byShift = struct {
	step string
	by   int64
}

const anHour = int64(3600)

// otherwise changes the book after the plan was made, so that the plan does not keep it.
func otherwise(component string, change func(*recipe.Method)) func(d *judge.Day) {
	return func(d *judge.Day) {
		c := d.Components[component]
		c.Methods = slices.Clone(c.Methods)
		change(&c.Methods[0])
		d.Components[component] = c
	}
}

func without(component, step string) func(d *judge.Day) {
	return func(d *judge.Day) {
		r := &d.Services[0].RunUp
		r.Bars = slices.DeleteFunc(r.Bars, isStep(component, step))
	}
}

// also has a step done for a version too.
func also(component, step, dish string) func(d *judge.Day) {
	return func(d *judge.Day) {
		for i := range d.Services[0].RunUp.Bars {
			if b := &d.Services[0].RunUp.Bars[i]; isStep(component, step)(*b) {
				b.For = append(slices.Clone(b.For), dish)
			}
		}
	}
}

func each(list ...func(d *judge.Day)) func(d *judge.Day, n int) {
	return func(d *judge.Day, n int) { list[n](d) }
}

var tableSpoilings = []spoiling{
	// waits over several steps: the cure too short, and too long
	{judge.Before, 3, bySteps(byShift{"cured-trout/salt", 8 * anHour}, byShift{"cured-trout/rinse", -7 * anHour}, byShift{"cured-trout/salt", 20 * anHour})},
	{judge.Waited, 3, bySteps(byShift{"cured-trout/salt", -7 * anHour}, byShift{"cured-trout/salt", -20 * anHour}, byShift{"cured-trout/slice", -2 * anHour})},
	// a least and a most between two steps, turned too soon
	{judge.Before, 2, bySteps(byShift{"cured-trout/turn", -16 * anHour}, byShift{"cured-trout/turn", 3 * anHour})},
	// rests, on both sides of the second place
	{judge.Before, 3, bySteps(byShift{"filled-apple/unskewer", -300}, byShift{"lamb-shoulder/roast-moved", -900}, byShift{"filled-apple/bake", -2 * anHour})},
	{judge.Waited, 2, bySteps(byShift{"filled-apple/bake", -900}, byShift{"lamb-shoulder/roast-moved", 1200})},
	{judge.Waited, 1, bySteps(byShift{"yolk-sauce/whisk", -2 * anHour})},
	// an hour not to be undercut, and one by which a step is over
	{judge.Hours, 3, bySteps(byShift{"filled-apple/fill", -2 * anHour}, byShift{"filled-apple/fill", -6 * anHour}, byShift{"filled-apple/fill", -101 * 60})},
	{judge.Hours, 2, each(
		otherwise("beetroot", func(m *recipe.Method) { m.Steps[0].By = &recipe.Deadline{Clock: "12:00", Strict: true} }),
		otherwise("lamb-shoulder", func(m *recipe.Method) { m.Steps[0].By.Strict, m.Steps[0].By.Clock = true, "10:00" }))},
	{judge.Hours, 1, each(otherwise("dill-cream", func(m *recipe.Method) { m.Steps[0].NotBefore = &recipe.Deadline{Clock: "18:55"} }))},
	// nobody moves it, nobody does what a guest has otherwise, nobody does it at all
	{judge.NotMade, 4, each(without("lamb-shoulder", "roast-moved"), without("lamb-shoulder", "longer~well-done"), without("lamb-shoulder", "carve"), without("filled-apple", "unskewer"))},
	{judge.NotMade, 1, each(without("hazelnut-brittle", "boil"))},
	// done for who is without it
	{judge.NotTheirs, 2, each(also("lamb-shoulder", "glaze", "shared-lamb~no-glaze"), func(d *judge.Day) {
		x := d.Dishes["shared-lamb"]
		x.Versions = slices.Clone(x.Versions)
		x.Versions[0].Changes = append(slices.Clone(x.Versions[0].Changes), recipe.Change{Do: "leave out", Component: "lamb-shoulder", Step: "carve"})
		d.Dishes["shared-lamb"] = x
	})},
	// what a version has instead
	{judge.NotMade, 1, each(func(d *judge.Day) {
		x := d.Dishes["shared-lamb"]
		x.Versions = slices.Clone(x.Versions)
		other := *x.Versions[1].Changes[0].New
		other.ID = "rest-on"
		x.Versions[1].Changes = append(slices.Clone(x.Versions[1].Changes), recipe.Change{Do: "add", Component: "lamb-shoulder", Step: "carve", New: &other})
		d.Dishes["shared-lamb"] = x
	})},
	// what is poured at the table is not wanted on the plate, and what is laid there is
	{judge.NotPlated, 2, each(
		func(d *judge.Day) {
			r := &d.Services[0].RunUp
			r.Bars = slices.DeleteFunc(r.Bars, platesIn("filled-apple", 1))
		},
		func(d *judge.Day) {
			r := &d.Services[0].RunUp
			r.Bars = slices.DeleteFunc(r.Bars, platesIn("shared-lamb", 2))
		})},
	{judge.TwoPlaces, 1, each(func(d *judge.Day) { // both who carve together are one
		r := &d.Services[0].RunUp
		i := slices.IndexFunc(r.Bars, isStep("lamb-shoulder", "carve"))
		for k := range r.Bars[i].Hands {
			r.Bars[i].Hands[k].Cook = r.Bars[i].Hands[0].Cook
		}
	})},
}
