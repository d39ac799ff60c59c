package mise

import (
	"jointime/internal/core/recipe"
)

// Out is what went into something made, and is counted out of it: twine, skewers, a herb bundle.
type Out struct {
	ID    string `json:"id" doc:"with which it is ticked"`
	What  string `json:"what" doc:"with how many there are, where they are counted"`
	Step  string `json:"step" doc:"with which it comes out"`
	Ticks []Tick `json:"ticks" nullable:"false"`
}

// outs are what comes out within the steps of a task; what comes out as it is plated, or as it is
// fired, is told by the run-up and the build card.
func (m *maker) outs(t Task, c recipe.Component) []Out {
	out := []Out{}
	for _, x := range c.TakeOuts {
		at := c.StepAt(x.Out)
		if c.StepAt(x.In) < 0 || at < t.from || at >= t.to {
			continue
		}
		portions := 0
		for _, b := range m.bars[t.Component] {
			if b.Step == x.Out {
				portions += b.Portions
			}
		}
		o := Out{ID: t.ID + "/out/" + x.Name, What: x.Name, Step: c.Steps()[at].Name, Ticks: []Tick{}}
		if !x.Each || portions > 0 {
			o.What = x.Counted(portions)
		}
		for _, k := range m.ticks[o.ID] {
			k.At, k.Received = k.At.In(m.Zone), k.Received.In(m.Zone)
			o.Ticks = append(o.Ticks, k)
		}
		out = append(out, o)
	}
	return out
}

// stillIn are what was not ticked out of what was ticked as made.
func (t Task) stillIn() (out []Out) {
	for _, o := range t.Outs {
		if t.Done && len(o.Ticks) == 0 {
			out = append(out, o)
		}
	}
	return out
}
