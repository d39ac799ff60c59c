// Package recipe is the book of a kitchen: components with their steps,
// dishes, and menus; what a method leaves open; and what so many covers need.
package recipe

import "jointime/internal/core/units"

// Component is what is made and can stand on a plate.
type Component struct {
	ID          string       `json:"id"`
	Name        string       `json:"name" minLength:"1" maxLength:"120"`
	Yield       units.Amount `json:"yield" doc:"what the ingredients make"`
	Ingredients []Ingredient `json:"ingredients" nullable:"false"`
	Steps       []Step       `json:"steps" nullable:"false" maxItems:"200"`
}

// Ingredient is a line of what goes in, for the yield.
type Ingredient struct {
	Name   string       `json:"name"`
	Amount units.Amount `json:"amount"`
	Note   string       `json:"note,omitempty"`
}

// Step is one action of a method.
type Step struct {
	ID        string    `json:"id" minLength:"1" maxLength:"60"`
	Name      string    `json:"name" minLength:"1" maxLength:"120"`
	Time      *Time     `json:"time,omitempty" doc:"absent: a gap, the step cannot be planned"`
	Hands     Hands     `json:"hands"`
	Equipment []Needed  `json:"equipment" nullable:"false"`
	Then      Wait      `json:"then" doc:"the wait after this step, until the next one or the plate"`
	After     []string  `json:"after,omitempty" doc:"steps of other components that must end first, each as component/step"`
	EachWave  bool      `json:"eachWave,omitempty" doc:"done for each wave of plates, not once for all"`
	By        *Deadline `json:"by,omitempty" doc:"when it should be over, so that it is not in the rush"`
	Cue       string    `json:"cue,omitempty" maxLength:"400" doc:"how the cook knows that it is done"`
	Cautions  []Caution `json:"cautions,omitempty"`
}

// Per says for how much a step's time holds.
type Per string

// A step takes its time once, for each portion, or for each batch.
const (
	Once       Per = "once"
	PerPortion Per = "portion"
	PerBatch   Per = "batch"
)

// Time is how long a step takes, in seconds: quick, usual, slow. Plans use
// the usual.
type Time struct {
	Quick int64 `json:"quick" minimum:"0" maximum:"5184000"`
	Usual int64 `json:"usual" minimum:"0" maximum:"5184000"`
	Slow  int64 `json:"slow" minimum:"0" maximum:"5184000"`
	Per   Per   `json:"per" enum:"once,portion,batch"`
	Batch int   `json:"batch,omitempty" minimum:"0" maximum:"100000" doc:"portions in one batch, with per batch"`
}

// For is the usual time for so many portions, and its working.
func (t Time) For(portions int) (seconds int64, working string) {
	switch t.Per {
	case PerPortion:
		return t.Usual * int64(portions), sum(t.Usual, int64(portions), "portions")
	case PerBatch:
		n := int64(batches(portions, t.Batch))
		return t.Usual * n, sum(t.Usual, n, "batches")
	}
	return t.Usual, units.FormatDuration(t.Usual)
}

// batches is portions over the size of a batch, rounded up.
func batches(portions, size int) int {
	size = max(size, 1)
	return (portions + size - 1) / size
}

// Work says how a step keeps hands busy.
type Work string

// Hands are needed throughout, in slices, or not at all.
const (
	AllHands   Work = "all"
	SliceHands Work = "slices"
	NoHands    Work = "none"
)

// Hands says whose hands a step needs, and when.
type Hands struct {
	Work   Work    `json:"work" enum:"all,slices,none"`
	Cook   string  `json:"cook,omitempty" doc:"id of the cook; absent: whoever is free"`
	Slices []Slice `json:"slices,omitempty"`
}

// Slice is a part of a step in which hands are needed: so many seconds from
// its start, or, below zero, from its end.
type Slice struct {
	At  int64 `json:"at" minimum:"-5184000" maximum:"5184000" doc:"seconds from the start; below zero: from the end"`
	For int64 `json:"for" minimum:"1" maximum:"5184000"`
}

// Needed is equipment that a step takes while it lasts.
type Needed struct {
	Kind    string `json:"kind" minLength:"1"`
	Setting *int64 `json:"setting,omitempty" minimum:"-300" maximum:"2000" doc:"°C"`
	Holds   int    `json:"holds,omitempty" minimum:"0" maximum:"100000" doc:"portions that fit on one place; 0: one place whatever the number"`
}

// Places is how many places so many portions take.
func (n Needed) Places(portions int) int {
	if n.Holds <= 0 {
		return 1
	}
	return batches(portions, n.Holds)
}

// Wait is the time between a step and what follows it. It has two sides, a
// place that it keeps, and a reason.
type Wait struct {
	Least  int64   `json:"least,omitempty" minimum:"0" maximum:"5184000"`
	Most   *int64  `json:"most,omitempty" minimum:"0" maximum:"5184000"`
	Soft   bool    `json:"soft,omitempty" doc:"the longest wait may be passed at a price"`
	Place  *Needed `json:"place,omitempty" doc:"what it keeps meanwhile"`
	Reason string  `json:"reason,omitempty" maxLength:"200"`
}

// Deadline is an hour on the day of the service, or on a day before it.
type Deadline struct {
	DaysBefore int    `json:"daysBefore" minimum:"0" maximum:"30"`
	Clock      string `json:"clock"`
}

// Caution is where the work can hurt someone.
type Caution struct {
	Text   string `json:"text" maxLength:"400"`
	Source string `json:"source,omitempty" maxLength:"200" doc:"where a limit in it comes from"`
}

// Step finds a step by its id.
func (c Component) Step(id string) (Step, bool) {
	for _, s := range c.Steps {
		if s.ID == id {
			return s, true
		}
	}
	return Step{}, false
}
