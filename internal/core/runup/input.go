// Package runup turns a service in a kitchen into a planning problem, and the
// plan into a run-up: when every step starts, by whom, with what, and why.
package runup

import (
	"maps"
	"math"
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
	"jointime/internal/core/units"
)

// Input is all that a run-up is computed from.
type Input struct {
	Kitchen    kitchen.Kitchen
	Menu       recipe.Menu
	Service    service.Service
	Dishes     map[string]recipe.Dish
	Components map[string]recipe.Component
	// Ingredients are what the components are made of, as far as that is known: what
	// they come from says which published limits concern them.
	Ingredients map[string]recipe.Ingredient
	Zone        *time.Location
}

// Prices of the plan, a second each. A table that waits is worst; what is
// ready early loses a little; a soft wait may be passed before a plate is late.
const (
	priceEarly    = 5
	priceLate     = 20
	priceLaterOn  = 4  // waves after the first
	priceSpread   = 10 // a course that leaves for too long
	priceTable    = 5  // plates of one table apart
	priceSoftWait = 2
	priceBuilding = 1 // a plate that stands unfinished
	priceDeadline = 1
)

const (
	platesBefore   = 30 * 60 // seconds before its hour at which a plate may be begun at the earliest
	tableWithin    = 60      // seconds between the plates of a table
	buildingWithin = 30      // seconds between two placings of a plate
	priceUnbuilt   = 3
)

// servings are the dishes and versions of a course that have plates.
func (in Input) servings(c service.CourseHour) (out []serving) {
	at := map[string]int{}
	for _, n := range c.Covers {
		id := in.servedAs(n)
		d, known := in.Dishes[id]
		if !known || n.Plates <= 0 {
			continue
		}
		i, there := at[id]
		if !there {
			i = len(out)
			at[id] = i
			out = append(out, serving{dish: d})
		}
		out[i].total += n.Plates
	}
	return out
}

// servedAs is the id under which plates are planned: that of the dish, or
// dish~version.
func (in Input) servedAs(n service.Covers) string {
	if _, version := in.Dishes[n.Dish+"~"+n.Version]; version {
		return n.Dish + "~" + n.Version
	}
	return n.Dish
}

// withVersions adds the versions that are served as dishes of their own, with
// the components that they change.
func (in Input) withVersions() Input {
	dishes, components := maps.Clone(in.Dishes), maps.Clone(in.Components)
	for _, c := range in.Service.Courses {
		for _, n := range c.Covers {
			d := in.Dishes[n.Dish]
			for _, v := range d.Versions {
				if v.ID != n.Version || n.Plates <= 0 {
					continue
				}
				served, book, _ := in.book().Served(d, v)
				for _, comp := range book.Within(served) {
					components[comp.ID] = comp
				}
				served.ID, served.Name, served.Versions = d.ID+"~"+v.ID, d.Name+", "+v.Name, nil
				served.Plate = d.PlateOf(v)
				for i, p := range served.Plate.Placings { // what the version changes is placed as it is
					if own := p.Component + "~" + v.ID; slices.ContainsFunc(served.Parts, func(q recipe.Part) bool { return q.Component == own }) {
						served.Plate.Placings[i].Component = own
					}
				}
				dishes[served.ID] = served
			}
		}
	}
	in.Dishes, in.Components = dishes, components
	return in
}

// leadDays is how many days before the service the plan must open: three, or
// more where a component's shortest way to the plate is longer.
func (in Input) leadDays(courses []course) int {
	longest := int64(0)
	for _, c := range courses {
		for _, s := range c.dishes {
			for _, p := range s.dish.Parts {
				longest = max(longest, in.book().Lead(in.Components[p.Component], s.total).Must)
			}
		}
	}
	days := int(math.Ceil(float64(longest)/86400)) + 1
	for _, c := range in.Components {
		for _, s := range c.Steps() {
			if s.By != nil {
				days = max(days, s.By.DaysBefore+1)
			}
		}
	}
	return max(3, days)
}

// book is what the run-up is made from, as a book: variants are resolved in
// it already.
func (in Input) book() recipe.Book {
	return recipe.Book{Components: in.Components, Dishes: in.Dishes}
}

// clockOn is an hour so many days before a day.
func clockOn(day time.Time, daysBefore int, clock string) (time.Time, bool) {
	seconds, err := units.ParseClock(clock)
	if err != nil {
		return time.Time{}, false
	}
	y, m, d := day.AddDate(0, 0, -daysBefore).Date()
	return time.Date(y, m, d, int(seconds/3600), int(seconds%3600/60), 0, 0, day.Location()), true
}
