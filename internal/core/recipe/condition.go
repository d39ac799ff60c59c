package recipe

import "strings"

// Condition is a state in which an ingredient arrives, chosen on the day:
// fresh or stale, small or large, sharp or sweet.
type Condition struct {
	ID      string   `json:"id" minLength:"1" maxLength:"60"`
	Name    string   `json:"name" minLength:"1" maxLength:"120"`
	Line    string   `json:"line" doc:"name of the ingredient line whose state it is"`
	Effects []Effect `json:"effects" nullable:"false" maxItems:"40"`
}

// Effect is what a condition changes: the amount of a line, or the time of a
// step.
type Effect struct {
	Line   string  `json:"line,omitempty"`
	Step   string  `json:"step,omitempty"`
	Factor float64 `json:"factor" minimum:"0" maximum:"100"`
	Reason string  `json:"reason,omitempty" maxLength:"200"`
}

// Under is the component when an ingredient is in one of its conditions. A
// condition that is not known changes nothing.
func (c Component) Under(condition string) Component {
	for _, k := range c.Conditions {
		if k.ID != condition {
			continue
		}
		c.Lines = append([]Line{}, c.Lines...)
		c.Methods = append([]Method{}, c.Methods...)
		for _, e := range k.Effects {
			c.affect(e)
		}
	}
	return c
}

func (c *Component) affect(e Effect) {
	for i, l := range c.Lines {
		if e.Line != "" && strings.EqualFold(l.Name, e.Line) && l.Amount != nil {
			scaled := l.Amount.Times(e.Factor)
			c.Lines[i].Amount = &scaled
		}
	}
	for m := range c.Methods {
		for s, step := range c.Methods[m].Steps {
			if e.Step == "" || step.ID != e.Step || step.Time == nil {
				continue
			}
			steps := append([]Step{}, c.Methods[m].Steps...)
			steps[s].Time = step.Time.times(e.Factor)
			c.Methods[m].Steps = steps
		}
	}
}
