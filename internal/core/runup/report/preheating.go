package report

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/network"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// An oven is turned on, up or down so early that it stands at its setting when it is
// wanted; a hand is at the knob for a quarter of a minute. The problem counts the heating;
// here is who begins it, and when.

// Changeover is a hand that turns a knob.
type Changeover struct {
	Resource string    `json:"resource"`
	Name     string    `json:"name"`
	Start    time.Time `json:"start"`
	At       int64     `json:"at" doc:"the same, from origin"`
	FromC    int64     `json:"fromC"`
	ToC      int64     `json:"toC"`
	Takes    int64     `json:"takes" doc:"seconds until it is there"`
	Cook     string    `json:"cook,omitempty" doc:"id of who has a hand free for it; absent: nobody has"`
	Who      string    `json:"who,omitempty"`
	Bar      int       `json:"bar" doc:"for what: place in bars"`
}

// turnTakes is how long a hand is at a knob, in seconds.
const turnTakes = 15

// turnEarly is how long before its last moment a knob is turned at the most.
const turnEarly = 3600

// turns finds for every heating and cooling the cook who begins it: at the last
// moment at which it is in time, or, where nobody has a hand free then, at the
// latest one before it at which somebody has, once the use before is over. Where that is
// nobody, whoever takes out what was in it turns the knob as well.
func (r *reporter) turns(lanes []Lane) []Changeover {
	out := []Changeover{}
	busy := map[string][]schedule.Span{}
	for _, l := range lanes {
		for _, b := range l.all() {
			if l.Cook {
				busy[l.ID] = append(busy[l.ID], schedule.Span{b.From, b.To})
			}
		}
	}
	for _, l := range lanes {
		for _, p := range l.Pauses {
			if l.Cook {
				break
			}
			t := Changeover{Resource: l.ID, Name: l.Name, FromC: p.FromC, ToC: p.ToC, Takes: p.To - p.From, Bar: p.Bar}
			over := p.To - p.Available // of the use before
			t.Cook, t.At = r.hand(busy, max(over, p.From-turnEarly), p.From)
			if out := r.takesOut(l.ID, over); t.Cook == "" && out != "" {
				t.Cook, t.At = out, over
			}
			if t.Cook != "" {
				busy[t.Cook] = append(busy[t.Cook], schedule.Span{t.At, t.At + turnTakes})
			}
			t.Who, t.Start = r.names[t.Cook], r.moment(t.At)
			t.Cook = strings.TrimPrefix(t.Cook, "cook.")
			out = append(out, t)
		}
	}
	slices.SortStableFunc(out, func(a, b Changeover) int { return cmp.Compare(a.At, b.At) })
	return out
}

// takesOut is the cook who takes what was on a thing out of it at a moment.
func (r *reporter) takesOut(resource string, at int64) string {
	for i, t := range r.plan.Tasks {
		if !slices.Contains(t.Resources, resource) || t.End != at {
			continue
		}
		for k, u := range r.problem.Tasks[i].Uses {
			if spans := network.Spans(u, t); r.isCook(t.Resources[k]) && len(spans) > 0 && spans[len(spans)-1][1] == t.End {
				return t.Resources[k]
			}
		}
	}
	return ""
}

// hand is a cook who is on shift and free at the latest moment between two, and
// that moment; nobody: the last of the two.
func (r *reporter) hand(busy map[string][]schedule.Span, first, last int64) (cook string, at int64) {
	at = first - 1
	for _, x := range r.of.Resources {
		if x.Cook == "" {
			continue
		}
		id := x.ID
		if free := latestFree(busy[id], r.windows(id), first, last); free > at {
			cook, at = id, free
		}
	}
	if cook == "" {
		return "", last
	}
	return cook, at
}

// latestFree is the latest moment between two from which on somebody is free for as
// long as a turn takes; below the first where there is none.
func latestFree(busy, windows []schedule.Span, first, last int64) int64 {
	moments := []int64{last}
	for _, b := range busy {
		moments = append(moments, b[0]-turnTakes)
	}
	for _, w := range windows {
		moments = append(moments, w[1]-turnTakes)
	}
	best := first - 1
	for _, at := range moments {
		span := schedule.Span{at, at + turnTakes}
		if at < first || at > last || at <= best || slices.ContainsFunc(busy, span.Overlaps) {
			continue
		}
		if windows == nil || slices.ContainsFunc(windows, func(w schedule.Span) bool { return w.Holds(span) }) {
			best = at
		}
	}
	return best
}

// unlit tells of what nobody can turn in time: everybody is busy, or nobody is there
// yet.
func unlit(turns []Changeover) (out []Violation) {
	for _, t := range turns {
		if t.Cook == "" {
			bar := t.Bar
			out = append(out, Violation{What: fmt.Sprintf("No cook free at %s to turn %s %s (%s to %s).", t.Start.Format("15:04"), t.Name, t.turned(), units.FormatDuration(t.Takes), map[bool]string{true: "heat", false: "cool"}[t.ToC > t.FromC]),
				Advice: words.Ways("start a cook earlier", "set its timer", "move the step"), Bar: &bar})
		}
	}
	return out
}

// say is what is done with a knob, without the degrees that follow it.
func (t Changeover) say() string {
	if t.turned() == "on" {
		return words.Step(t.Name, "on,")
	}
	return words.Step(t.Name, t.turned()+" to")
}

// turned is which way a knob is turned.
func (t Changeover) turned() string {
	switch {
	case t.ToC < t.FromC:
		return "down"
	case t.FromC <= coldest:
		return "on"
	}
	return "up"
}

// coldest is what counts as not lit, in °C.
const coldest = 35
