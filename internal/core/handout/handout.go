// Package handout makes the sheets of a plan that hang above the stove and lie on the bench: the
// service of a section on one page, and its prep in order. On paper a clock is dead at the first
// delay: a service is told in minutes before the plate, and by tables, not by waves.
package handout

import (
	"slices"
	"strings"
	"time"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/service"
)

// lastHour is how long before its course leaves a step is no prep any more, in seconds (common
// practice, without a source).
const lastHour = 3600

// Input is what sheets are made from.
type Input struct {
	Plan     report.RunUp
	Service  service.Service // with what was worked out for its guests
	Menu     recipe.Menu
	Sections []kitchen.Section // of the kitchen, in their order
}

// sectionsOf are the sections that have anything to do, in their order, and behind them what is of
// none; where a kitchen has none, the whole of it is one.
func (in Input) sectionsOf() (out []kitchen.Section) {
	rest := kitchen.Section{Name: "No section"}
	if len(in.Sections) == 0 {
		rest.Name = "Kitchen"
	}
	has := map[string]bool{}
	for _, b := range in.Plan.Bars {
		has[in.section(b)] = true
	}
	for _, s := range append(slices.Clone(in.Sections), rest) {
		if has[s.ID] {
			out = append(out, s)
		}
	}
	return out
}

// section is the id of the section of a bar; empty: it has none, or one that the kitchen has not.
func (in Input) section(b report.Bar) string {
	if slices.ContainsFunc(in.Sections, func(s kitchen.Section) bool { return s.ID == b.Section }) {
		return b.Section
	}
	return ""
}

// isPrep tells whether a bar is done before the last hour of its course, and for no wave alone.
func (in Input) isPrep(b report.Bar) bool {
	return b.Placing == "" && b.Wave == 0 && b.To <= in.Plan.Courses[b.Course].FirstPlate()-lastHour
}

// at is a moment on the wall.
func (in Input) at(seconds int64) time.Time {
	return in.Plan.Origin.Add(time.Duration(seconds) * time.Second)
}

// version is the name of the version that a bar is for alone; empty: it is for the dish itself.
func (in Input) version(b report.Bar) string {
	for _, s := range in.Plan.Strands {
		if s.Dish == b.Dish {
			return version(s.Dish, s.DishName)
		}
	}
	return ""
}

// version is the name of the version that a dish of the plan is; empty: it is none.
func version(dish, name string) string {
	if !strings.Contains(dish, "~") {
		return ""
	}
	return name[strings.LastIndex(name, ", ")+len(", "):]
}

// cautions are those of some bars, each once, with their sources.
func cautions(bars []report.Bar) []string {
	out := []string{}
	for _, b := range bars {
		for _, k := range b.Cautions {
			text := k.String()
			if !slices.Contains(out, text) {
				out = append(out, text)
			}
		}
	}
	return out
}
