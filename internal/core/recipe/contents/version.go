package contents

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// VersionView is what a version of a dish comes to.
type VersionView struct {
	ID       string   `json:"id"`
	Name     string   `json:"name"`
	Changes  []string `json:"changes" nullable:"false" doc:"in words"`
	Contents Contents `json:"contents"`
	Broken   []Claim  `json:"broken" nullable:"false" doc:"what it is to be without and is not, or nobody knows"`
	Lost     []string `json:"lost" nullable:"false" doc:"changes that find nothing to change"`
	TooLate  TooLate  `json:"tooLate"`
}

// Claim is something that a version is to be without.
type Claim struct {
	What   string        `json:"what"`
	Answer recipe.Answer `json:"answer" enum:"no,unknown"`
	From   []string      `json:"from" nullable:"false"`
}

// TooLate is the step after which a version can no longer be asked for: the
// first, counted from the plate, that makes a difference.
type TooLate struct {
	Component string `json:"component,omitempty"`
	Step      string `json:"step,omitempty"`
	Before    int64  `json:"before" doc:"seconds before the plate at which it begins"`
	Say       string `json:"say"`
	AtPass    bool   `json:"atPass,omitempty" doc:"all that is left off is placed last"`
	Open      bool   `json:"open,omitempty" doc:"a gap hides how long before that is"`
}

// Plain is the dish as it stands, without any version, in the same form.
func Plain(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) VersionView {
	return VersionView{Name: d.Name, Changes: []string{}, Contents: In(b, d, k), Broken: []Claim{}, Lost: []string{}}
}

// Version says what a version of a dish comes to, for so many portions.
func Version(b recipe.Book, d recipe.Dish, v recipe.Version, k kitchen.Kitchen, portions int) VersionView {
	served, book, lost := b.Served(d, v)
	out := VersionView{ID: v.ID, Name: v.Name, Changes: []string{}, Broken: []Claim{}, Lost: []string{}, Contents: In(book, served, k), TooLate: tooLate(b, d, v, portions)}
	for _, c := range v.Changes {
		out.Changes = append(out.Changes, saying(b, c))
	}
	for _, c := range lost {
		out.Lost = append(out.Lost, saying(b, c))
	}
	for _, what := range v.Without {
		if answer, from := out.Contents.Without(what); answer != recipe.Yes {
			out.Broken = append(out.Broken, Claim{what, answer, from})
		}
	}
	return out
}

// saying is a change with names in place of ids.
func saying(b recipe.Book, c recipe.Change) string {
	name := func(id string) string {
		if k, known := b.Components[id]; known {
			return k.Name
		}
		return id
	}
	in := ""
	if c.OfStep() {
		if made := b.Made(c.Component); made.StepAt(c.Step) >= 0 {
			c.Step = made.Steps()[made.StepAt(c.Step)].Name
		}
		return c.String() + " in " + name(c.Component)
	}
	if c.Line != "" || c.Do == "add" && c.Component != "" {
		in = " in " + name(c.Component)
	} else {
		c.Component = name(c.Component)
	}
	c.With = name(c.With)
	return c.String() + in
}

// tooLate finds the earliest of the points at which the changes of a version
// begin to matter.
func tooLate(b recipe.Book, d recipe.Dish, v recipe.Version, portions int) TooLate {
	out := TooLate{Say: "until plating", AtPass: true}
	for _, c := range v.Changes {
		t := tooLateFor(b, d, c, portions)
		out.AtPass = out.AtPass && t.AtPass
		out.Open = out.Open || t.Open
		if t.Before > out.Before || out.Component == "" && t.Component != "" && t.Before >= out.Before {
			atPass, open := out.AtPass, out.Open
			out = t
			out.AtPass, out.Open = atPass, open
		}
	}
	return out
}

func tooLateFor(b recipe.Book, d recipe.Dish, c recipe.Change, portions int) TooLate {
	switch {
	case c.OfStep():
		made := b.Made(c.Component)
		return begins(b, c.Component, max(0, made.StepAt(c.Step)), portions)
	case c.Line == "" && c.Do == "leave out" || c.Do == "scale" && c.Line == "":
		return TooLate{Say: "until it is placed", AtPass: lastPlaced(d, c.Component)}
	case c.Line == "" && (c.Do == "swap" || c.Component == ""):
		return begins(b, c.With, 0, portions)
	}
	made := b.Made(c.Component)
	at := 0
	for i, l := range made.Lines {
		if l.Name == c.Line || l.ID == c.Line {
			at = made.UsedAt(made.Lines[i])
		}
	}
	return begins(b, c.Component, max(at, 0), portions)
}

// begins is when a step of a component begins.
func begins(b recipe.Book, component string, step, portions int) TooLate {
	c := b.Made(component)
	l := b.Lead(c, portions)
	for _, s := range l.Steps {
		if step < len(c.Steps()) && s.Step == c.Steps()[step].ID {
			return TooLate{Component: component, Step: s.Step, Before: s.From, Say: "before " + words.Step(c.Name, s.Name)}
		}
	}
	return TooLate{Component: component, Before: l.Must, Say: "before " + c.Name + " starts", Open: l.Open}
}

// lastPlaced tells whether nothing but the component itself is placed after
// it, so that it can be left off at the pass.
func lastPlaced(d recipe.Dish, component string) bool {
	placings := d.Plate.Placings
	first := slices.IndexFunc(placings, func(p plating.Placing) bool { return p.Component == component })
	if first < 0 {
		return false
	}
	return !slices.ContainsFunc(placings[first:], func(p plating.Placing) bool { return p.Component != component })
}
