package recipe

import (
	"fmt"

	"jointime/internal/core/kitchen"
)

// HoldsUp says what a gap makes impossible.
type HoldsUp string

// What a gap holds up. The last is the lesser one: the dish can be planned.
const (
	CannotBeTimed  HoldsUp = "cannot be timed"
	CannotBeSet    HoldsUp = "cannot be set"
	CannotBeBought HoldsUp = "cannot be bought"
	CannotBeMade   HoldsUp = "cannot be made"
	CannotBeJudged HoldsUp = "cannot be judged"
)

// Gap is what a method leaves open and somebody has to decide.
type Gap struct {
	Component string  `json:"component"`
	Step      string  `json:"step,omitempty"`
	Field     string  `json:"field" enum:"time,setting,portion,steps,cue" doc:"what is to be decided"`
	Title     string  `json:"title"`
	Question  string  `json:"question"`
	HoldsUp   HoldsUp `json:"holdsUp"`
	Lesser    bool    `json:"lesser,omitempty"`
}

// Gaps lists what a dish leaves open, in the order of its components. The
// kitchen says what has a temperature and where food cooks.
func (d Dish) Gaps(components map[string]Component, k kitchen.Kitchen) []Gap {
	gaps := []Gap{}
	for _, p := range d.Parts {
		c := components[p.Component]
		if p.Portion == nil {
			gaps = append(gaps, Gap{Component: c.ID, Field: "portion", Title: c.Name, Question: "how much on a plate?", HoldsUp: CannotBeBought})
		}
		if len(c.Steps) == 0 {
			gaps = append(gaps, Gap{Component: c.ID, Field: "steps", Title: c.Name, Question: "how is it made?", HoldsUp: CannotBeMade})
		}
		for _, s := range c.Steps {
			gaps = append(gaps, c.stepGaps(s, k)...)
		}
	}
	return gaps
}

func (c Component) stepGaps(s Step, k kitchen.Kitchen) (gaps []Gap) {
	gap := func(field, question string, holds HoldsUp) {
		gaps = append(gaps, Gap{c.ID, s.ID, field, fmt.Sprintf("%s, %s", c.Name, s.Name), question, holds, holds == CannotBeJudged})
	}
	switch {
	case s.Time == nil && s.Cue == "":
		gap("time", "how long, how do you know?", CannotBeTimed)
	case s.Time == nil:
		gap("time", "a working time for the plan?", CannotBeTimed)
	}
	cooks := false
	for _, n := range s.Equipment {
		for _, e := range k.OfKind(n.Kind) {
			cooks = cooks || e.Cooks
			if e.Heating != nil && n.Setting == nil {
				gap("setting", fmt.Sprintf("%s at how many °C?", e.Name), CannotBeSet)
				break
			}
		}
	}
	if s.Time != nil && s.Cue == "" && cooks {
		gap("cue", "how do you know it is done?", CannotBeJudged)
	}
	return gaps
}
