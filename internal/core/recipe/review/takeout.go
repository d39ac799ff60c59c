package review

import (
	"fmt"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// StepFault is what is wrong with a step: a take-out that does not come out in time, a heat that
// is too high.
type StepFault struct {
	Component string `json:"component"`
	Step      string `json:"step" doc:"of a take-out, the one with which it goes in"`
	Name      string `json:"name"`
	What      string `json:"what"`
}

// TakeOutFaults lists the objects that do not come out in time by the method
// that is used. An object whose step that method does not have is not put in
// by it.
func TakeOutFaults(c recipe.Component) []StepFault {
	out := []StepFault{}
	for _, t := range c.TakeOuts {
		if c.StepAt(t.In) < 0 {
			continue
		}
		if what := late(c, t); what != "" {
			out = append(out, StepFault{c.ID, t.In, t.Name, what})
		}
	}
	return out
}

func late(c recipe.Component, t recipe.TakeOut) string {
	steps := c.Steps()
	in, end, before := c.StepAt(t.In), len(steps), len(steps)
	if t.Out != recipe.Plate {
		end = c.StepAt(t.Out)
	}
	if t.Before != "" && t.Before != recipe.Plate {
		before = c.StepAt(t.Before)
	}
	switch {
	case t.Out == "":
		return fmt.Sprintf("%s goes in at %s and is never taken out", words.Upper(t.Name), steps[in].Name)
	case end < 0:
		return fmt.Sprintf("%s comes out at a step this method does not have", words.Upper(t.Name))
	case end < in:
		return fmt.Sprintf("%s comes out at %s, before it goes in", words.Upper(t.Name), steps[end].Name)
	case end == len(steps) && t.Before == recipe.Plate || end == len(steps) && t.Before == "" && t.Within == nil:
		return ""
	case before >= 0 && end > before, before >= 0 && end == before && before < len(steps) && end != in:
		return fmt.Sprintf("%s must be out before %s; it comes out later", words.Upper(t.Name), steps[before].Name)
	}
	return tooLong(c, t, in, end)
}

// tooLong compares the time for which an object stays in, the usual times and
// the shortest waits, with the time for which it may.
func tooLong(c recipe.Component, t recipe.TakeOut, in, end int) string {
	if t.Within == nil {
		return ""
	}
	stays := int64(0)
	for i, s := range c.Steps() {
		if i < in || i >= end && !(i == in && end == in) {
			continue
		}
		if s.Time == nil {
			return fmt.Sprintf("%s may stay in for %s, and %s has no time", words.Upper(t.Name), units.FormatDuration(*t.Within), s.Name)
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
		return fmt.Sprintf("%s: in for %s, limit %s", words.Upper(t.Name), units.FormatDuration(stays), units.FormatDuration(*t.Within))
	}
	return ""
}
