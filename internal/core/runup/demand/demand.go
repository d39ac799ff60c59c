// Package demand says who is served what, when and in which waves, what each serving
// takes, and what is made once for several of them. It knows the book, the kitchen and
// the service, and nothing of planning problems.
package demand

import (
	"math"
	"slices"
	"time"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/service"
)

// Demand is what a service asks for, worked out: the courses with their waves, and what
// is made for them together.
type Demand struct {
	In        Input // as it is planned: versions as dishes of their own, without absent cooks
	Limits    []limits.Limit
	Courses   []Course
	Consumers []Consumer      // all servings, course by course
	Lots      map[string]*Lot // by component
	Off       []kitchen.Cook  // who is not there for the service
	Day       time.Time       // midnight at which the service's day begins
	Origin    time.Time       // from which the plan counts its seconds
}

// New works out what a service asks for. The error is for a service that cannot be
// read: a day, an hour.
func New(in Input) (*Demand, error) {
	d := &Demand{Limits: in.Kitchen.Held(), Lots: map[string]*Lot{}}
	for _, c := range in.Kitchen.Cooks {
		if slices.Contains(in.Service.Off, c.ID) {
			d.Off = append(d.Off, c)
		}
	}
	d.In = normalized(in, d.Limits)
	var err error
	if d.Courses, err = d.In.Courses(); err != nil {
		return nil, err
	}
	if d.Day, err = time.ParseInLocation(service.DayLayout, in.Service.Day, in.Zone); err != nil {
		return nil, err
	}
	d.Origin = d.Day.AddDate(0, 0, -d.In.LeadDays(d.Courses))
	d.lots()
	return d, nil
}

// normalized is a service as it is planned. The order counts: roasts are put where they
// rest before fish is found that is kept frozen.
func normalized(in Input, held []limits.Limit) Input {
	in.Service = in.Service.Resolved(in.Menu)
	if in.Service.Lean {
		lean := in.Book().Lean()
		in.Dishes, in.Components = lean.Dishes, lean.Components
	}
	in = in.withVersions()
	in = in.atPass()
	in.Components = in.moved()
	in.Kitchen.Cooks = in.present()
	in.Components = in.portioned()
	in.Components = in.rested()
	in.Components = in.soonEaten()
	in.Components = in.attended()
	in.Components = keeping.House{Kitchen: in.Kitchen, Components: in.Components, Ingredients: in.Ingredients, Limits: held}.Frozen()
	return in
}

// House is what decides how the food of the service keeps.
func (d *Demand) House() keeping.House {
	return keeping.House{Kitchen: d.In.Kitchen, Components: d.In.Components, Ingredients: d.In.Ingredients, Limits: d.Limits}
}

// Seconds are those from the origin to a moment.
func (d *Demand) Seconds(t time.Time) int64 { return int64(t.Sub(d.Origin) / time.Second) }

// Closes is the moment at which the last work must be over: the end of the day, or an
// hour after the last plates where that is later.
func (d *Demand) Closes() time.Time {
	last := d.Day.AddDate(0, 0, 1)
	for _, c := range d.Courses {
		if end := c.At.Add(time.Duration(d.In.Service.Spread()+3600) * time.Second); end.After(last) {
			last = end
		}
	}
	return last
}

// LeadDays is how many days before the service the plan must open: three, or
// more where a component's shortest way to the plate is longer.
func (in Input) LeadDays(courses []Course) int {
	longest := int64(0)
	for _, c := range courses {
		for _, s := range c.Servings {
			for _, p := range s.Dish.Parts {
				longest = max(longest, in.Book().Lead(in.Components[p.Component], s.Portions).Must)
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

// present are the cooks who are there for the service.
func (in Input) present() []kitchen.Cook {
	return slices.DeleteFunc(slices.Clone(in.Kitchen.Cooks), func(c kitchen.Cook) bool { return slices.Contains(in.Service.Off, c.ID) })
}
