package plating

import (
	"fmt"

	"jointime/internal/core/units"
)

// Portion is what the dish says of one component: its name and amount.
type Portion struct {
	Component string
	Name      string
	Amount    *units.Amount
}

// Finding is something on the plate that a cook should look at.
type Finding struct {
	Placing string `json:"placing,omitempty"`
	What    string `json:"what"`
	Advice  string `json:"advice"`
}

// Findings compares the plate with the portions of its dish: what never
// reaches the plate, what no component makes, amounts that disagree, and what
// hangs over the well.
func (s Spec) Findings(portions []Portion) []Finding {
	out := []Finding{}
	for _, p := range portions {
		out = append(out, s.placed(p)...)
	}
	for _, p := range s.Placings {
		if !known(portions, p.Component) {
			out = append(out, Finding{p.ID, fmt.Sprintf("%s is placed and is not on the dish.", p.Component), "put it on the dish, or take the placing off"})
		}
		if over := p.Distance + p.Length/2 - s.Ware.Diameter/2; over > 0 {
			out = append(out, Finding{p.ID, fmt.Sprintf("It reaches %.0f mm over the edge of the plate.", over), "move it in, or make it smaller"})
		}
	}
	return out
}

func known(portions []Portion, component string) bool {
	for _, p := range portions {
		if p.Component == component {
			return true
		}
	}
	return false
}

// placed compares one portion with all its placings.
func (s Spec) placed(p Portion) []Finding {
	var sum units.Amount
	last, times := "", 0
	for _, g := range s.Placings {
		if g.Component != p.Component {
			continue
		}
		times++
		last = g.ID
		if g.Amount == nil {
			return nil
		}
		if times == 1 {
			sum = *g.Amount
		} else if total, ok := sum.Plus(*g.Amount); ok {
			sum = total
		}
	}
	switch {
	case times == 0:
		return []Finding{{"", fmt.Sprintf("%s is on the dish and never reaches the plate.", p.Name), "place it, or take it off the dish"}}
	case p.Amount == nil:
		return nil
	}
	if ratio, ok := sum.Per(*p.Amount); !ok || ratio < 0.995 || ratio > 1.005 {
		return []Finding{{last, fmt.Sprintf("%s: %s on the plate, the portion says %s.", p.Name, sum, p.Amount), "change one of the two"}}
	}
	return nil
}
