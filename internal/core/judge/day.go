// Package judge holds the run-ups of a day in one kitchen against what a kitchen promises
// its guests and its cooks, and says each promise that they break. It shares nothing with
// what plans: it reads the book, the kitchen, the services and the run-ups as a cook reads
// them, and works everything out again. What a run-up says itself it breaks is told.
//
// Where something cannot be known from what is read, it is not judged: whose portions are
// whose in a component that a version changes, and the plates of a version.
package judge

import (
	"fmt"
	"maps"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Day is what is served in one kitchen, and how that is planned.
type Day struct {
	Kitchen    kitchen.Kitchen             `json:"kitchen"`
	Dishes     map[string]recipe.Dish      `json:"dishes"`
	Components map[string]recipe.Component `json:"components"`

	Ingredients map[string]recipe.Ingredient `json:"ingredients"`

	Services []Served       `json:"services"`
	Zone     *time.Location `json:"-"`
}

// Served is a service with its run-up, and what is told beside that.
type Served struct {
	Service service.Service `json:"service"`
	Menu    recipe.Menu     `json:"menu"` // that is served
	RunUp   RunUp           `json:"runUp"`
	Told    []string        `json:"told,omitempty"`
}

// RunUp is what is read of a run-up. Seconds count from Origin.
type RunUp struct {
	Origin  time.Time `json:"origin"`
	Status  string    `json:"status"`
	Courses []Course  `json:"courses"`
	Bars    []Bar     `json:"bars"`
	Lanes   []Lane    `json:"lanes"`
	Clashes []Clash   `json:"clashes"`
	Stops   []Stop    `json:"stops"`
}

// Course is a course with the waves in which it leaves.
type Course struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	At   int64  `json:"at"`
	Sent []Wave `json:"sent"`
}

// Wave is what leaves together.
type Wave struct {
	Wave   int       `json:"wave"`
	Tables []string  `json:"tables"`
	Asked  time.Time `json:"asked"`
	Head   bool      `json:"head"`
}

// Bar is a step, or a placing, at its time.
type Bar struct {
	ID        string   `json:"id"`
	Dish      string   `json:"dish"`
	For       []string `json:"for"`
	Course    int      `json:"course"`
	Component string   `json:"component"`
	Step      string   `json:"step"`
	Placing   string   `json:"placing"`
	Number    int      `json:"number"`
	Wave      int      `json:"wave"`
	Tables    []string `json:"tables"`
	Name      string   `json:"name"`
	From      int64    `json:"from"`
	To        int64    `json:"to"`
	Portions  int      `json:"portions"`
	Hands     []Hands  `json:"hands"`
	Section   string   `json:"section"`
	Help      string   `json:"help"`
	LeadIn    string   `json:"leadIn"`
	Fixed     bool     `json:"fixed"`
}

// Hands are a cook's on a bar.
type Hands struct {
	From int64  `json:"from"`
	To   int64  `json:"to"`
	Cook string `json:"cook"`
}

// Lane is a cook or a thing with all that it is taken for.
type Lane struct {
	ID     string  `json:"id"`
	Cook   bool    `json:"cook"`
	Blocks []Block `json:"blocks"`
}

// Block is a stretch in which a lane is taken.
type Block struct {
	Bar     int    `json:"bar"`
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	Places  int    `json:"places"`
	Setting *int64 `json:"setting"`
}

// Clash is what the run-up says that it breaks.
type Clash struct {
	What string `json:"what"`
	Bar  *int   `json:"bar"`
}

// Stop is what the run-up says that it leaves out.
type Stop struct {
	Dish      string `json:"dish"`
	Component string `json:"component"`
	Step      string `json:"step"`
}

// Validate finds places that are not there: a block or a clash of a bar that the run-up does
// not have.
func (d Day) Validate() error {
	var l fault.List
	for s, x := range d.Services {
		bars := len(x.RunUp.Bars)
		for i, lane := range x.RunUp.Lanes {
			for k, b := range lane.Blocks {
				if b.Bar < 0 || b.Bar >= bars {
					l.Add(fmt.Sprintf("services[%d].runUp.lanes[%d].blocks[%d].bar", s, i, k), "No bar %d.", b.Bar)
				}
			}
		}
		for i, b := range x.RunUp.Bars {
			if b.Placing != "" && (b.Course < 0 || b.Course >= len(x.RunUp.Courses)) {
				l.Add(fmt.Sprintf("services[%d].runUp.bars[%d].course", s, i), "No course %d.", b.Course)
			}
			if b.To < b.From {
				l.Add(fmt.Sprintf("services[%d].runUp.bars[%d].to", s, i), "Ends before it begins.")
			}
		}
	}
	return l.Err()
}

// asServed is the day with the book as a service has it: on a busy evening without what is optional,
// and each plate as it leaves the pass.
func (d Day) asServed(s Served) Day {
	if s.Service.Lean {
		lean := recipe.Book{Ingredients: d.Ingredients, Components: d.Components, Dishes: d.Dishes}.Lean()
		d.Components, d.Dishes = lean.Components, lean.Dishes
	}
	d.Dishes = maps.Clone(d.Dishes)
	for id, x := range d.Dishes {
		if len(x.Plate.AtTable()) > 0 {
			x.Plate = x.Plate.AtPass()
			d.Dishes[id] = x
		}
	}
	return d
}
