// Package runup turns a service in a kitchen into a planning problem, and the
// plan into a run-up: when every step starts, by whom, with what, and why.
package runup

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
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
	Zone       *time.Location
}

// Prices of the plan, a second each. A table that waits is worst; what is
// ready early loses a little; a soft wait may be passed before a plate is late.
const (
	priceEarly    = 2
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

// course is a course with its hour, as the plan sees it.
type course struct {
	service.CourseHour
	name   string
	at     time.Time
	dishes []serving
}

// serving is a dish in a course with the plates of each wave. A version is a
// serving of its own, under the id dish~version.
type serving struct {
	dish  recipe.Dish
	total int
	waves []int
	hands int // pairs of them that build each wave side by side
}

// servings are the dishes and versions of a course that have plates.
func (in Input) servings(c service.CourseHour) (out []serving) {
	at := map[string]int{}
	for _, n := range c.Covers {
		id := n.Dish
		if _, version := in.Dishes[n.Dish+"~"+n.Version]; version {
			id = n.Dish + "~" + n.Version
		}
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

func (in Input) courses() ([]course, error) {
	var out []course
	for _, m := range in.Menu.Courses {
		for _, c := range in.Service.Courses {
			if c.Course != m.ID {
				continue
			}
			at, err := in.Service.At(c, in.Zone)
			if err != nil {
				return nil, fmt.Errorf("course %s: %w", m.Name, err)
			}
			k := course{CourseHour: c, name: m.Name, at: at}
			for _, s := range in.servings(c) {
				in.crew(&s)
				k.dishes = append(k.dishes, s)
			}
			out = append(out, k)
		}
	}
	return out, nil
}

// crew says in how many waves a serving is built, and by how many pairs of hands:
// the fewest with which the last wave leaves within the spread of the service
// after the first, or, where no number does it, all that there are.
func (in Input) crew(s *serving) {
	spec := s.dish.Plate
	for s.hands = 1; ; s.hands++ {
		s.waves = waves(s.total, spec.AtOnce(s.total, in.Kitchen.PassWidth, s.hands).Plates*max(spec.Serves, 1))
		after := int64(0) // from the first wave to the last
		for _, portions := range s.waves[min(1, len(s.waves)):] {
			after += built(spec, portions, s.hands)
		}
		if after <= in.Service.Spread() || s.hands >= len(in.Kitchen.Cooks) {
			return
		}
	}
}

// built is how long a wave takes so many pairs of hands, in seconds.
func built(spec plating.Spec, portions, hands int) (sum int64) {
	for _, p := range spec.Placings {
		sum += shareOf(p.Seconds*int64(spec.Plates(portions)), hands)
	}
	return sum
}

// shareOf is the time of work that several pairs of hands share, in whole seconds.
func shareOf(seconds int64, hands int) int64 {
	return (seconds + int64(hands) - 1) / int64(hands)
}

// waves splits plates into even groups of no more than can be built side by
// side.
func waves(plates, width int) []int {
	width = max(width, 1)
	n := (plates + width - 1) / width
	out := make([]int, n)
	for i := range out {
		out[i] = plates / n
		if i < plates%n {
			out[i]++
		}
	}
	return out
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
