package work

import (
	"fmt"
	"strings"
	"time"

	"jointime/internal/core/limits"
	"jointime/internal/core/schedule"
)

// Format of the JSON form. A map of another one is not read.
const Format = 1

// Map says what a planning problem stands for: one Work for each task, one Link for
// each link, in their order. Moments are seconds from Origin.
type Map struct {
	Format    int         `json:"format"`
	Service   string      `json:"service"`
	Name      string      `json:"name"`
	Day       string      `json:"day"`
	Origin    time.Time   `json:"origin"`
	Midnight  int64       `json:"midnight"` // at which the day of the service begins
	Work      []Work      `json:"work"`
	Links     []Link      `json:"links"`
	Courses   []Course    `json:"courses"`
	Strands   []Strand    `json:"strands"`
	Resources []Resource  `json:"resources"`           // in the order of the problem's
	Unplanned []Unplanned `json:"unplanned,omitempty"` // what is left out, and why
	Lost      []Lost      `json:"lost,omitempty"`
	Unplaced  []Unplaced  `json:"unplaced,omitempty"`
	Around    []Around    `json:"around,omitempty"`   // other services of the kitchen, which were there first
	Alone     bool        `json:"alone,omitempty"`    // there was no plan around them: it is as if they were not there
	Over      []string    `json:"over,omitempty"`     // names of what the day has and there was no plan around
	Repeated  []Repeated  `json:"repeated,omitempty"` // what is made many times, for it cannot wait
	Stopped   int         `json:"stopped,omitempty"`  // plates that nobody may send: a guest must not have what is in them
	Raw       int64       `json:"raw,omitempty"`      // from this setting of a cook on it is raw food that they handle
}

// Repeated is a component of which a step is done many times for one serving, for what it makes
// cannot wait for all of it.
type Repeated struct {
	Component string `json:"component"` // name
	Step      string `json:"step"`      // name
	Times     int    `json:"times"`
	Most      int64  `json:"most"`  // seconds that it may wait
	First     string `json:"first"` // id of the first task
}

// Around is another service of the kitchen, whose cooks and equipment are taken.
type Around struct {
	Service string `json:"service"` // id
	Name    string `json:"name"`
	Partly  bool   `json:"partly,omitempty"` // not all that it has booked goes with what is there and what others have
}

// Course is a course with its hour.
type Course struct {
	ID       string    `json:"id"`
	Name     string    `json:"name"`
	At       int64     `json:"at"`
	Within   int64     `json:"within"` // seconds in which all of it leaves
	Servings []Serving `json:"servings"`
	Waves    []Wave    `json:"waves,omitempty"` // where the tables are known
}

// Serving is a dish, or a version of one, in a course, with the plates of each wave.
type Serving struct {
	Dish   string `json:"dish"`
	Name   string `json:"name"`
	Plates int    `json:"plates"`
	Waves  []int  `json:"waves"`
}

// Wave is what leaves the pass together, at an hour.
type Wave struct {
	Tables []string `json:"tables"`
	At     int64    `json:"at"`
}

// Asked is the hour that is asked of a wave, from 0: its own, or that of its course.
func (c Course) Asked(wave int) int64 {
	if c.Waves != nil {
		return c.Waves[wave].At
	}
	return c.At
}

// Strand is a component on its way to the plates of a serving.
type Strand struct {
	Course    int    `json:"course"` // place among the courses
	Dish      string `json:"dish"`
	DishName  string `json:"dishName"`
	Plates    int    `json:"plates"`
	Component string `json:"component"`
	Name      string `json:"name"`
	Into      string `json:"into,omitempty"` // name of the component that it goes into
	Amount    string `json:"amount,omitempty"`
}

// Resource is what stands behind a resource of the problem.
type Resource struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Cook string `json:"cook,omitempty"` // id of the cook; empty: it is a thing
	Kind string `json:"kind,omitempty"` // of a thing
	Wash int64  `json:"wash,omitempty"` // seconds in which it is washed before something else is made in it

	Section string `json:"section,omitempty"` // name of that of the cook
	Calls   bool   `json:"calls,omitempty"`   // the cook calls, and is kept free for it
}

// Unplanned is a step, or a component, that is not planned, with all that leads to it.
type Unplanned struct {
	Dish      string   `json:"dish"`
	Component string   `json:"component,omitempty"`
	Step      string   `json:"step,omitempty"`
	Name      string   `json:"name"`
	Why       string   `json:"why"`
	Gap       bool     `json:"gap,omitempty"` // true: left open; false: it cannot be
	For       []string `json:"for,omitempty"` // ids of the dishes that take it
}

// Lost is what the chef keeps at its time and is no step of the plan any more.
type Lost struct {
	ID    string `json:"id"`
	Clock string `json:"clock"`
}

// Unplaced is a wait that has to be longer than a published limit, and nobody says
// where it is spent.
type Unplaced struct {
	After int          `json:"after"` // task
	Least int64        `json:"least"`
	Limit limits.Limit `json:"limit"`
}

// Own is how many works are of the service itself; what stands behind them is elsewhere.
func (m Map) Own() int {
	n := len(m.Work)
	for n > 0 && (m.Work[n-1].Kind == Elsewhere || m.Work[n-1].Kind == Event) {
		n--
	}
	return n
}

// Check tells whether the map fits a problem: as many works as tasks, links as links
// and resources as resources.
func (m Map) Check(p schedule.Problem) error {
	switch {
	case m.Format != Format:
		return fmt.Errorf("format %d of the map is not known", m.Format)
	case len(m.Work) != len(p.Tasks):
		return fmt.Errorf("%d works for %d tasks", len(m.Work), len(p.Tasks))
	case len(m.Links) != len(p.Links):
		return fmt.Errorf("%d reasons for %d links", len(m.Links), len(p.Links))
	case len(m.Resources) != len(p.Resources):
		return fmt.Errorf("%d names for %d resources", len(m.Resources), len(p.Resources))
	}
	return nil
}

// Buffers are, by link, the seconds of its least that are there because the task before
// it may take longer.
func (m Map) Buffers() []int64 {
	out := make([]int64, len(m.Links))
	for e, l := range m.Links {
		out[e] = l.Buffer
	}
	return out
}

// Bare is a map of a problem of which nothing else is known: each task is a step that
// has its id for a name.
func Bare(p schedule.Problem) Map {
	m := Map{Format: Format, Links: make([]Link, len(p.Links)), Courses: []Course{}, Strands: []Strand{}}
	for _, t := range p.Tasks {
		m.Work = append(m.Work, Work{Kind: Step, Name: t.ID, For: []string{}, Scope: Scope{Serving: -1}})
	}
	for _, r := range p.Resources {
		cook, _ := strings.CutPrefix(r.ID, "cook.")
		if cook == r.ID {
			cook = ""
		}
		m.Resources = append(m.Resources, Resource{ID: r.ID, Name: r.ID, Cook: cook})
	}
	return m
}
