// Package mise is what a kitchen has ready before a service: by day and
// section, in the order in which it should be done.
//
// What is made, and how much of it, comes from the sums of package recipe; when,
// from the run-up. A task is a stretch of a component's steps that ends in
// something that keeps: what must be eaten at once is no mise but fired.
package mise

import (
	"time"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
)

// Input is all that a sheet is made from.
type Input struct {
	Book     recipe.Book
	Kitchen  kitchen.Kitchen
	Exploded quantity.Exploded // with what was ticked already in it
	Plan     report.RunUp
	Ways     quantity.Ways
	Ticks    []Tick
	Begins   time.Time            // hour of the first course
	Hours    map[string]time.Time // by dish: hour of its course
	Plates   int                  // of the whole service
	Covers   int                  // guests who eat
	Now      time.Time
	Zone     *time.Location
}

// Sheet is the mise of a service.
type Sheet struct {
	Days  []DayList `json:"days" nullable:"false"`
	Short []Short   `json:"short" nullable:"false" doc:"what will be missing before the service"`
	Ware  []LaidOut `json:"ware" nullable:"false" doc:"what food is served on, kept and set in, and small things"`
	Parts []InParts `json:"parts" nullable:"false" doc:"what is taken apart for several things, in its order"`
	Stray []Stray   `json:"stray" nullable:"false" doc:"ticks of what is no longer on the sheet"`
	Open  int       `json:"open"`
	Done  int       `json:"done"`
}

// DayList is what is done on a day, by section.
type DayList struct {
	Day      string        `json:"day" doc:"like 2026-11-28"`
	Sections []SectionList `json:"sections" nullable:"false"`
}

// SectionList is what one section does on a day.
type SectionList struct {
	ID     string  `json:"id" doc:"empty: nobody was said"`
	Name   string  `json:"name"`
	Tasks  []Task  `json:"tasks" nullable:"false" doc:"in the order in which they should be done"`
	Visits []Visit `json:"visits" nullable:"false" doc:"in their hours"`
}

// Task is something to have ready.
type Task struct {
	ID        string           `json:"id"`
	Component string           `json:"component"`
	Name      string           `json:"name"`
	What      string           `json:"what" doc:"the steps, in words"`
	Make      units.Amount     `json:"make"`
	Figure    string           `json:"figure" doc:"how much, as the kitchen reads it"`
	Have      string           `json:"have,omitempty" doc:"what is there of it; absent: nothing"`
	Par       string           `json:"par,omitempty" doc:"what is to be there when the service begins: its par, or what is needed with its spares"`
	Other     string           `json:"other,omitempty"`
	Working   string           `json:"working"`
	Container string           `json:"container,omitempty"`
	Start     *time.Time       `json:"start,omitempty" doc:"absent: it cannot be timed"`
	End       *time.Time       `json:"end,omitempty" doc:"when it is made"`
	Planned   bool             `json:"planned" doc:"start is by the plan; otherwise it is the latest that its own times allow"`
	By        *time.Time       `json:"by,omitempty" doc:"when the next thing wants it"`
	Keeps     *time.Time       `json:"keeps,omitempty" doc:"until when: by the plan, or, once it is made, from when that was"`
	KeepsFor  int64            `json:"keepsFor,omitempty" doc:"seconds, from when it is made"`
	Place     string           `json:"place,omitempty" doc:"where it waits"`
	Dishes    []string         `json:"dishes" nullable:"false"`
	Waiting   []string         `json:"waiting" nullable:"false" doc:"what cannot begin without it"`
	Why       string           `json:"why" doc:"why it stands at this place of the list"`
	Cautions  []string         `json:"cautions" nullable:"false"`
	Allergens []string         `json:"allergens" nullable:"false"`
	Unknown   bool             `json:"unknown" doc:"what is in something of it was never told"`
	Weigh     []quantity.Weigh `json:"weigh" nullable:"false"`
	Made      units.Amount     `json:"made"`
	Missing   units.Amount     `json:"missing"`
	Still     string           `json:"still,omitempty" doc:"what is missing, in words"`
	Outs      []Out            `json:"outs" nullable:"false" doc:"what must come out of it again"`
	Ticks     []Tick           `json:"ticks" nullable:"false"`
	Twice     string           `json:"twice,omitempty"`
	Done      bool             `json:"done"`
	Last      bool             `json:"last" doc:"nothing more is done to it before the service"`

	section string
	day     string
	from    int // places of its first step and of the one after its last
	to      int
}

// Visit is a hand that is needed in the middle of something that goes on by
// itself.
type Visit struct {
	ID    string    `json:"id"`
	Name  string    `json:"name" doc:"of the component, and its step"`
	What  string    `json:"what"`
	At    time.Time `json:"at"`
	For   int64     `json:"for" doc:"seconds"`
	Ticks []Tick    `json:"ticks" nullable:"false"`

	section, day string
}

// Short is something that will be missing.
type Short struct {
	What string `json:"what"`
	Do   string `json:"do" doc:"what can be done about it"`
	Task string `json:"task,omitempty"`
}

// Make makes the sheet.
func Make(in Input) Sheet {
	m := newMaker(in)
	var tasks []Task
	for _, made := range in.Exploded.Make {
		tasks = append(tasks, m.tasks(made)...)
	}
	visits := m.visits()
	ware := m.ware()
	out := Sheet{Days: m.days(tasks, visits), Short: append(m.shorts(tasks), missingWare(ware)...), Ware: ware, Parts: m.inParts(), Stray: m.stray(tasks, visits)}
	for _, t := range tasks {
		if t.Done {
			out.Done++
		} else {
			out.Open++
		}
	}
	return out
}

func newMaker(in Input) *maker {
	house := keeping.House{Kitchen: in.Kitchen, Components: in.Book.Components, Ingredients: in.Book.Ingredients, Limits: in.Kitchen.Held()}
	m := &maker{Input: in, house: house, bars: map[string][]report.Bar{}, ticks: standing(in.Ticks), order: map[string]int{}}
	for _, b := range in.Plan.Bars {
		m.bars[b.Component] = append(m.bars[b.Component], b)
	}
	for i, made := range in.Exploded.Make {
		m.order[made.Component] = i
	}
	m.late = m.latest()
	return m
}

type maker struct {
	Input
	house keeping.House
	bars  map[string][]report.Bar    // by component
	ticks map[string][]Tick          // that stand, by task
	order map[string]int             // component → its place in the sums
	late  map[string]map[string]span // component → step → when it must be done at the latest
}
