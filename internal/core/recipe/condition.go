package recipe

import (
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/words"
)

// Condition is a state in which an ingredient arrives, chosen on the day:
// fresh or stale, small or large, sharp or sweet.
type Condition struct {
	ID      string   `json:"id" minLength:"1" maxLength:"60"`
	Name    string   `json:"name" minLength:"1" maxLength:"120"`
	Line    string   `json:"line" doc:"name of the ingredient line whose state it is"`
	Effects []Effect `json:"effects" nullable:"false" maxItems:"40"`
}

// Effect is what a condition changes: the amount of a line, the time of a step, or whether it is
// done at all.
type Effect struct {
	Line     string  `json:"line,omitempty"`
	Step     string  `json:"step,omitempty"`
	Factor   float64 `json:"factor" minimum:"0" maximum:"100" doc:"of an amount, or of a time; 1 with one of the following"`
	More     int64   `json:"more,omitempty" minimum:"-5184000" maximum:"5184000" doc:"seconds that the step takes more"`
	LeaveOut bool    `json:"leaveOut,omitempty" doc:"the step is not done"`
	New      *Step   `json:"new,omitempty" doc:"a step that is done after it, or, where it is left out, instead"`
	Reason   string  `json:"reason,omitempty" maxLength:"200"`
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
			if e.Step == "" || step.ID != e.Step {
				continue
			}
			steps := slices.Clone(c.Methods[m].Steps)
			if step.Time != nil {
				steps[s].Time = step.Time.times(e.Factor).longer(e.More)
			}
			c.Methods[m].Steps = altered(steps, e.changes())
			break
		}
	}
}

// changes are what an effect does to the steps of a method, beside the time of one.
func (e Effect) changes() []Change {
	switch {
	case e.LeaveOut && e.New != nil:
		return []Change{{Do: "swap", Step: e.Step, New: e.New}}
	case e.LeaveOut:
		return []Change{{Do: "leave out", Step: e.Step}}
	case e.New != nil:
		return []Change{{Do: "add", Step: e.Step, New: e.New}}
	}
	return nil
}

// Lean is the component without its optional steps, and without what only these take.
func (c Component) Lean() Component {
	optional := func(s Step) bool { return s.Optional }
	if !slices.ContainsFunc(c.Steps(), optional) {
		return c
	}
	full := c
	c.Lines = slices.DeleteFunc(slices.Clone(c.Lines), func(l Line) bool {
		at := full.UsedAt(l)
		return at >= 0 && full.Steps()[at].Optional
	})
	return c.Done(slices.DeleteFunc(slices.Clone(c.Steps()), optional))
}

// Lean is the dish without its optional placings, and without what only these lay.
func (d Dish) Lean() Dish {
	optional := func(p plating.Placing) bool { return p.Optional }
	lays := func(s plating.Spec, component string) bool {
		return slices.ContainsFunc(s.Placings, func(p plating.Placing) bool { return p.Component == component })
	}
	full := d.Plate
	d.Plate = full.Without(optional)
	d.Parts = slices.DeleteFunc(slices.Clone(d.Parts), func(p Part) bool {
		return lays(full, p.Component) && !lays(d.Plate, p.Component)
	})
	d.Versions = slices.Clone(d.Versions)
	for i := range d.Versions {
		d.Versions[i].Placings = slices.DeleteFunc(slices.Clone(d.Versions[i].Placings), optional)
	}
	return d
}

// Lean is the book on a busy evening: nothing in it is optional.
func (b Book) Lean() Book {
	out := Book{b.Ingredients, map[string]Component{}, map[string]Dish{}}
	for id := range b.Components {
		c := b.Made(id)
		if lean := c.Lean(); len(lean.Steps()) < len(c.Steps()) {
			lean.Variant = nil
			out.Components[id] = lean
		} else {
			out.Components[id] = b.Components[id]
		}
	}
	for id, d := range b.Dishes {
		lean := d.Lean()
		for i, v := range lean.Versions {
			lean.Versions[i].Changes = b.leanChanges(v.Changes)
		}
		out.Dishes[id] = lean
	}
	return out
}

// leanChanges are changes of a version where what is optional is left out: what came in place of an
// optional step, or after it, comes after the one before.
func (b Book) leanChanges(list []Change) (out []Change) {
	for _, c := range list {
		steps := b.Made(c.Component).Steps()
		at := slices.IndexFunc(steps, func(s Step) bool { return s.ID == c.Step })
		if !c.OfStep() || at < 0 || !steps[at].Optional {
			out = append(out, c)
			continue
		}
		for at >= 0 && steps[at].Optional {
			at--
		}
		if c.New == nil || c.Do == "leave out" {
			continue
		}
		if c.Do, c.Step = "add", ""; at >= 0 {
			c.Step = steps[at].ID
		}
		out = append(out, c)
	}
	return out
}

// Freed is what an optional step, or placing, takes of hands.
type Freed struct {
	What  string `json:"what" doc:"the component, and what is done with it"`
	Hands int64  `json:"hands" doc:"seconds"`
}

// Frees is what a dish, served so many times, has that is optional, and what leaving it out frees.
func (b Book) Frees(d Dish, plates int) (out []Freed) {
	for _, c := range b.Within(d) {
		for _, s := range c.Steps() {
			if !s.Optional {
				continue
			}
			f := Freed{What: words.Step(c.Name, s.Name)}
			for _, span := range s.HandSpans(plates) {
				f.Hands += (span[1] - span[0]) * int64(s.Time.Together())
			}
			out = append(out, f)
		}
	}
	for _, p := range d.Plate.Placings {
		if p.Optional {
			out = append(out, Freed{words.Step(b.Made(p.Component).Name, "on the plate"), p.Seconds * int64(d.Plate.Plates(plates))})
		}
	}
	return out
}
