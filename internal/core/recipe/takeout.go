package recipe

import (
	"fmt"

	"jointime/internal/core/units"
)

// Plate stands for the plate where a step's id is wanted.
const Plate = "plate"

// TakeOut is an object that goes into the food and must come out: twine, a
// skewer, a herb bundle, foil, a bone.
type TakeOut struct {
	Name   string `json:"name" minLength:"1" maxLength:"120"`
	In     string `json:"in" minLength:"1" doc:"id of the step with which it goes in"`
	At     int64  `json:"at,omitempty" minimum:"-5184000" maximum:"5184000" doc:"seconds from the start of that step; below zero: from its end"`
	Out    string `json:"out,omitempty" doc:"id of the step with which it comes out; plate: when it is plated; absent: nobody takes it out"`
	Before string `json:"before,omitempty" doc:"id of the step before which it must be out; absent or plate: before the plate"`
	Within *int64 `json:"within,omitempty" minimum:"0" maximum:"5184000" doc:"seconds for which it may stay in"`
}

// TakeOutFault is a take-out that does not come out in time.
type TakeOutFault struct {
	Component string `json:"component"`
	Step      string `json:"step" doc:"with which it goes in"`
	Name      string `json:"name"`
	What      string `json:"what"`
}

// TakeOutFaults lists the objects that do not come out in time by the method
// that is used. An object whose step that method does not have is not put in
// by it.
func (c Component) TakeOutFaults() []TakeOutFault {
	out := []TakeOutFault{}
	for _, t := range c.TakeOuts {
		if c.stepAt(t.In) < 0 {
			continue
		}
		if what := c.late(t); what != "" {
			out = append(out, TakeOutFault{c.ID, t.In, t.Name, what})
		}
	}
	return out
}

func (c Component) late(t TakeOut) string {
	steps := c.Steps()
	in, end, before := c.stepAt(t.In), len(steps), len(steps)
	if t.Out != Plate {
		end = c.stepAt(t.Out)
	}
	if t.Before != "" && t.Before != Plate {
		before = c.stepAt(t.Before)
	}
	switch {
	case t.Out == "":
		return fmt.Sprintf("%s goes in with %s and nobody takes it out", t.Name, steps[in].Name)
	case end < 0:
		return fmt.Sprintf("%s is to come out with a step that this method does not have", t.Name)
	case end < in:
		return fmt.Sprintf("%s comes out with %s, before it goes in", t.Name, steps[end].Name)
	case end == len(steps) && t.Before == Plate || end == len(steps) && t.Before == "" && t.Within == nil:
		return ""
	case before >= 0 && end > before, before >= 0 && end == before && before < len(steps) && end != in:
		return fmt.Sprintf("%s must be out before %s and comes out only with it or after", t.Name, steps[before].Name)
	}
	return c.tooLong(t, in, end)
}

// tooLong compares the time for which an object stays in, the usual times and
// the shortest waits, with the time for which it may.
func (c Component) tooLong(t TakeOut, in, end int) string {
	if t.Within == nil {
		return ""
	}
	stays := int64(0)
	for i, s := range c.Steps() {
		if i < in || i >= end && !(i == in && end == in) {
			continue
		}
		if s.Time == nil {
			return fmt.Sprintf("%s may stay for %s, and %s has no time", t.Name, units.FormatDuration(*t.Within), s.Name)
		}
		stays += s.Time.Usual
		if i == in && t.At < 0 {
			stays = -t.At
		} else if i == in {
			stays -= t.At
		}
		if i+1 < end || end == len(c.Steps()) {
			stays += s.Then.Least
		}
	}
	if stays > *t.Within {
		return fmt.Sprintf("%s stays in for %s and may for %s", t.Name, units.FormatDuration(stays), units.FormatDuration(*t.Within))
	}
	return ""
}
