// Package work is the map between a service and its planning problem: which task
// stands for which work, and which link for which wait. The way there (expand) writes
// it, the way back (report) reads it, and nothing else is shared by the two. It is a
// plain value with a JSON form and is stored beside problem and plan: what a plan
// means is read from it, and never computed again.
package work

import (
	"slices"

	"jointime/internal/core/limits"
)

// Kind is what sort of work a task is.
type Kind string

// The kinds of work.
const (
	Step      Kind = "step"       // of a method
	Placing   Kind = "placing"    // of a component on the plates of a wave
	Setup     Kind = "setup"      // what must be ready before a step, and stands in no recipe
	Ware      Kind = "ware"       // plates that are warmed or chilled
	Wash      Kind = "wash"       // of what a step used, before something else is made in it
	Carry     Kind = "carry"      // of plates to the room
	ClearDown Kind = "clear-down" // of a section, after the last plate
	Elsewhere Kind = "elsewhere"  // for other services of the kitchen, or of its day: it stands behind the rest
	Event     Kind = "event"      // of the day, counted from an hour of the service; likewise
)

// Work is what one task stands for. It holds all that a reader of the plan needs, so
// that reading asks neither the book nor the service.
type Work struct {
	Kind      Kind     `json:"kind"`
	Name      string   `json:"name"` // of the step; what a hand does, of a placing
	Component string   `json:"component,omitempty"`
	Made      string   `json:"made,omitempty"` // name of the component
	Step      string   `json:"step,omitempty"`
	Placing   string   `json:"placing,omitempty"`
	Number    int      `json:"number,omitempty"`  // of the placing, from 1
	Dish      string   `json:"dish"`              // the first that takes it; a version has the id dish~version
	For       []string `json:"for"`               // ids of all dishes that take it
	Section   string   `json:"section,omitempty"` // that makes the component
	Own       []string `json:"own,omitempty"`     // resources of the cooks whose work it is; absent: anybody's
	Tables    []string `json:"tables,omitempty"`  // whose plates they are, of a placing
	Scope
	Working  string           `json:"working"`          // how its length was worked out
	Time     *Time            `json:"time,omitempty"`   // of a step
	Hands    []Hand           `json:"hands,omitempty"`  // when a step needs hands
	Slow     int64            `json:"slow,omitempty"`   // seconds that it may take longer than planned
	Clean    bool             `json:"clean,omitempty"`  // it wants what it is done in clean
	Washes   string           `json:"washes,omitempty"` // task after which it washes
	Early    bool             `json:"early,omitempty"`  // it keeps, and has a place before the rush
	Shared   bool             `json:"shared,omitempty"` // its batches are the shares of several cooks
	Buffer   int64            `json:"buffer,omitempty"` // seconds left after it because it may take longer
	LeadIn   string           `json:"leadIn,omitempty"` // id under which the service can leave it out
	Chills   bool             `json:"chills,omitempty"` // it is done in the cold
	Cue      string           `json:"cue,omitempty"`    // how it is known to be done
	Words    []Advice         `json:"words,omitempty"`  // what whoever does it has to know
	Wait     Wait             `json:"wait,omitzero"`    // after a step, as the book has it
	Notes    []string         `json:"notes,omitempty"`  // for whom it must be without something
	Cautions []limits.Caution `json:"cautions,omitempty"`
	Fixed    string           `json:"fixed,omitempty"` // clock time at which the chef keeps it

	NotBefore *Hour `json:"notBefore,omitempty"` // it is begun no earlier
	OverBy    *Hour `json:"overBy,omitempty"`    // it is to be over by then
}

// Hour is an hour that the book asks for, and why.
type Hour struct {
	Clock  string `json:"clock"`
	Reason string `json:"reason,omitempty"`
}

// Scope is for which plates work is done.
type Scope struct {
	Course    int  `json:"course"`              // place among the courses
	Serving   int  `json:"serving"`             // place among all servings; -1: for several
	OwnCourse bool `json:"ownCourse,omitempty"` // for several, all of its own course
	Wave      int  `json:"wave,omitempty"`      // from 1; 0: for several waves at once
	From      int  `json:"from,omitempty"`      // the waves for which it is done; 0: for all of them
	To        int  `json:"to,omitempty"`
	Portions  int  `json:"portions"`
	First     int  `json:"first,omitempty"`   // of its portions, among all
	All       int  `json:"all,omitempty"`     // portions of its serving, or of all for which it is done together
	Batch     int  `json:"batch,omitempty"`   // from 1
	Batches   int  `json:"batches,omitempty"` // how many there are; 0: it is not done in batches
}

// Time is how long a step may take, in seconds, for the portions of its method: the
// planned length is drawn out between quick and slow as they are to usual.
type Time struct {
	Quick int64 `json:"quick"`
	Usual int64 `json:"usual"`
	Slow  int64 `json:"slow"`
}

// Hand is a part of a step in which hands are needed, in seconds from its start.
type Hand struct {
	From    int64  `json:"from"`
	To      int64  `json:"to"`
	What    string `json:"what,omitempty"`
	Assumed bool   `json:"assumed,omitempty"` // nobody said that it needs any
}

// Advice is what whoever does a step has to know: when what happens, and what then. When is
// empty for a remark.
type Advice struct {
	When string `json:"when,omitempty" doc:"empty: a remark"`
	Then string `json:"then"`
}

// Wait is what follows a step: how long at least and at most, and why.
type Wait struct {
	Least  int64  `json:"least,omitempty"`
	Best   *int64 `json:"best,omitempty"`
	Most   *int64 `json:"most,omitempty"`
	Reason string `json:"reason,omitempty"`
	Placed bool   `json:"placed,omitempty"` // it keeps a place meanwhile

	Assumed bool `json:"assumed,omitempty"` // nobody said how long it may be at most
}

// Placed tells a placing on a plate from other work.
func (w Work) Placed() bool { return w.Kind == Placing }

// Wipe is the placing that a plate ends with: it is wiped and checked.
const Wipe = "-wipe"

// Key names what is done, whatever plates it is for: dish/component/step, or
// dish/plate.
func (w Work) Key() string {
	if w.Placed() {
		return w.Dish + "/plate"
	}
	return w.Dish + "/" + w.Component + "/" + w.Step
}

// OnlyAssumed tells whether nobody said that the work needs hands.
func (w Work) OnlyAssumed() bool {
	return len(w.Hands) > 0 && !slices.ContainsFunc(w.Hands, func(h Hand) bool { return !h.Assumed })
}

// LeftOutKey names what is left out where it cannot be: a step, a plate, or what stands in
// no recipe.
func (w Work) LeftOutKey() string {
	if w.LeadIn != "" {
		return LeadInKey(w.LeadIn)
	}
	return w.Key()
}

// LeadInKey is that of what stands in no recipe.
func LeadInKey(id string) string { return "lead-in " + id }

// Overlaps tells whether two scopes have plates in common.
func (s Scope) Overlaps(o Scope) bool {
	if s.Serving >= 0 && o.Serving >= 0 && s.Serving != o.Serving {
		return false
	}
	if (s.OwnCourse || o.OwnCourse) && s.Course != o.Course {
		return false
	}
	if s.All > 0 && s.All == o.All && s.Serving == o.Serving && s.OwnCourse == o.OwnCourse { // counted in the same order
		return s.First < o.First+o.Portions && o.First < s.First+s.Portions
	}
	return s.From == 0 || o.From == 0 || (s.From <= o.To && o.From <= s.To)
}
