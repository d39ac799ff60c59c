package mise

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Act is what a tick says.
type Act string

// The acts. Ticks add up: whoever made some more of a thing ticks that much.
// So it does not matter in which order they arrive.
const (
	DidMake Act = "made"  // so much was made
	DidLook Act = "visit" // a visit on the way was paid
	Undone  Act = "back"  // an earlier tick is taken back
)

// Tick is something ticked off, by somebody, on some tablet. Ticks are only
// ever added.
type Tick struct {
	ID       string       `json:"id" minLength:"8" maxLength:"60" doc:"made by the tablet; a repeat with the same id does nothing"`
	Task     string       `json:"task" minLength:"1" maxLength:"200"`
	Act      Act          `json:"act" enum:"made,visit,back"`
	Of       string       `json:"of,omitempty" maxLength:"60" doc:"id of the tick that is taken back"`
	Amount   units.Amount `json:"amount,omitzero" doc:"what was really made"`
	Who      string       `json:"who,omitempty" readOnly:"true"`
	At       time.Time    `json:"at" doc:"when it was ticked, by the tablet's clock"`
	Received time.Time    `json:"received,omitzero" readOnly:"true"`
}

// Validate finds what is malformed in a tick.
func (t Tick) Validate() error {
	var l fault.List
	if t.Act == DidMake && (!t.Amount.Unit.Known() || !(t.Amount.Quantity > 0) || t.Amount.Quantity > 1e9) {
		l.Add("amount", "How much was made? More than 0, in a unit such as g, ml or a count.")
	}
	if t.Act == Undone && t.Of == "" {
		l.Add("of", "Which tick is undone?")
	}
	if t.At.IsZero() || t.At.Year() < 2000 || t.At.Year() > 2200 {
		l.Add("at", "%s is not a time of this kitchen.", t.At.Format(time.RFC3339))
	}
	return l.Err()
}

// ValidateIn finds a tick of something that the book does not have, and an amount in a unit
// that cannot be added to what is made. A task that is no longer on the sheet is none of
// the two.
func (t Tick) ValidateIn(components map[string]recipe.Component) error {
	var l fault.List
	var of *recipe.Component
	for part := range strings.SplitSeq(t.Task, "/") {
		if c, known := components[base(part)]; known && of == nil {
			of = &c
		}
	}
	switch {
	case t.Act == Undone:
	case of == nil:
		l.Add("task", "“%s” is not on this list.", t.Task)
	case t.Act == DidMake && of.Yield.Unit.Known():
		through := units.Through{}
		if of.Density != nil {
			through.Density = *of.Density
		}
		if _, _, err := t.Amount.Basic(units.Metric).As(of.Yield.Basic(units.Metric).Unit, through); err != nil {
			l.Add("amount", "%s is made in %s: %v", of.Name, of.Yield.Unit, err)
		}
	}
	return l.Err()
}

// standing are the ticks of each task that were not taken back, in the order in
// which they were ticked. A taking back takes effect whether it arrives before
// or after what it takes back.
func standing(all []Tick) map[string][]Tick {
	back := map[string]bool{}
	for _, t := range all {
		if t.Act == Undone {
			back[t.Of] = true
		}
	}
	out := map[string][]Tick{}
	for _, t := range all {
		if t.Act != Undone && !back[t.ID] {
			out[t.Task] = append(out[t.Task], t)
		}
	}
	for _, list := range out {
		slices.SortStableFunc(list, func(a, b Tick) int {
			if c := a.At.Compare(b.At); c != 0 {
				return c
			}
			if a.ID < b.ID {
				return -1
			}
			return 1
		})
	}
	return out
}

// twice says when two people may have ticked the same making: more came
// together than is made, and it was not one person.
func twice(list []Tick, made, need units.Amount) string {
	if len(list) < 2 || made.Quantity < need.Quantity*1.5 {
		return ""
	}
	a, b := list[len(list)-2], list[len(list)-1]
	if a.Who == b.Who {
		return ""
	}
	return fmt.Sprintf("Ticked twice? %s by %s, %s by %s. If made once, undo one.", a.Amount, a.Who, b.Amount, b.Who)
}
