package recipe

import (
	"fmt"
	"slices"

	"jointime/internal/core/units"
)

// TakeOut is an object that goes into the food and must come out: twine, a
// skewer, a herb bundle, foil, a bone.
type TakeOut struct {
	Name   string `json:"name" minLength:"1" maxLength:"120"`
	Pieces int    `json:"pieces,omitempty" minimum:"0" maximum:"1000" doc:"how many go in, and are counted out; absent: they are not counted"`
	Each   bool   `json:"each,omitempty" doc:"so many for each portion; otherwise in what is made in one go"`
	In     string `json:"in" minLength:"1" doc:"id of the step with which it goes in"`
	At     int64  `json:"at,omitempty" minimum:"-5184000" maximum:"5184000" doc:"seconds from the start of that step; below zero: from its end"`
	Out    string `json:"out,omitempty" doc:"id of the step with which it comes out; plate: when it is plated; absent: nobody takes it out"`
	Before string `json:"before,omitempty" doc:"id of the step before which it must be out; absent or plate: before the plate"`
	Within *int64 `json:"within,omitempty" minimum:"0" maximum:"5184000" doc:"seconds for which it may stay in"`
}

// Count is how many there are for so many portions, made in one go; 0: they are not counted.
func (t TakeOut) Count(portions int) int {
	if t.Each {
		return t.Pieces * portions
	}
	return t.Pieces
}

// Counted is what there is for so many portions, as it is told: 8 × twine.
func (t TakeOut) Counted(portions int) string {
	if n := t.Count(portions); n > 0 {
		return fmt.Sprintf("%d × %s", n, t.Name)
	}
	return t.Name
}

// Stays is how long an object may be in, as a wait over several steps of the method: from when it
// goes in to the step with which it comes out. False where nothing limits it, or it goes in and comes
// out with the same step.
func (t TakeOut) Stays() (Chain, bool) {
	if t.Within == nil || t.Out == "" || t.Out == t.In {
		return Chain{}, false
	}
	from := Point{Step: t.In, At: t.At}
	if t.At < 0 {
		from.At, from.End = -t.At, true
	}
	return Chain{From: from, To: Point{Step: t.Out}, Most: t.Within, Reason: t.Name + " in"}, true
}

// What a word of a take-out begins with.
const (
	GoesIn   = "in"
	ComesOut = "out"
	NotYet   = "not before it is out"
)

// TakeOutWords are what goes in with a step of the method, for so many portions, what comes out
// with it, and what must be out before it is begun. The step Plate is the first placing.
func (c Component) TakeOutWords(step string, portions int) (out []Word) {
	for _, t := range c.TakeOuts {
		if c.StepAt(t.In) < 0 {
			continue
		}
		what := t.Counted(portions)
		if t.In == step {
			out = append(out, Word{inside(GoesIn, t.At), what})
		}
		counted := what
		if t.Count(portions) > 1 {
			counted += ", count them"
		}
		switch {
		case t.Out == step && t.In == step && t.Within != nil:
			out = append(out, Word{ComesOut, fmt.Sprintf("%s, after %s at most", counted, units.FormatDuration(*t.Within))})
		case t.Out == step:
			out = append(out, Word{ComesOut, counted})
		case t.Before == step && t.Out != "":
			out = append(out, Word{NotYet, what})
		}
	}
	return out
}

// inside says when in a step; what is done at its start needs no hour.
func inside(what string, at int64) string {
	if at == 0 {
		return what
	}
	return what + " " + atMoment(at)
}

// seenTo is how long a hand takes to put an object in, or to take it out, in seconds: common
// practice, no source.
const seenTo = 15

// TakeOutMoments are the hands that a step wants while it goes on by itself: to put in what goes
// in on the way, and to take it out again. Nobody said how long, so they are assumed.
func (c Component) TakeOutMoments(s Step) (out []Slice) {
	if s.Time == nil || s.Hands.Work == AllHands {
		return nil
	}
	whole, _ := s.Time.For(1) // as short as the step can be
	there := s.Moments(1)
	hand := func(at int64, what string) {
		from := at
		if from < 0 {
			from += whole
		}
		if from < 0 || slices.ContainsFunc(there, func(m Moment) bool { return m.From < from+seenTo && from < m.To }) {
			return // whoever is there does it
		}
		there = append(there, Moment{From: from, To: from + seenTo})
		out = append(out, Slice{At: at, For: seenTo, What: what, Assumed: true})
	}
	for _, t := range c.TakeOuts {
		if t.In != s.ID {
			continue
		}
		if t.At != 0 {
			hand(t.At, t.Name+" in")
		}
		if t.Out == s.ID && t.Within != nil && (t.At >= 0 || t.At+*t.Within < 0) {
			hand(t.At+*t.Within, t.Name+" out")
		}
	}
	return out
}
