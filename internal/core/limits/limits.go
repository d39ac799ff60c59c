// Package limits holds published limits of food hygiene as data: each with its
// source and edition, in sets that a kitchen chooses from and may tighten. They judge
// nothing: local food law, the kitchen's own safety plan and trained people decide.
//
// All figures are from memory of the documents that they name, and are to be held
// against the edition that applies.
package limits

import (
	"cmp"
	"jointime/internal/core/fault"
	"jointime/internal/core/units"
	"slices"
)

// Set is the limits of one document, or of one country.
type Set struct {
	ID      string  `json:"id"`
	Name    string  `json:"name"`
	Edition string  `json:"edition"`
	Limits  []Limit `json:"limits" nullable:"false"`
}

// Limit is one published figure, or a kitchen's own that is stricter.
type Limit struct {
	ID      string   `json:"id"`
	Kind    Kind     `json:"kind" enum:"cook,hot,cold,out,cool,reheat,freeze"`
	What    string   `json:"what" doc:"what it concerns, in words"`
	Of      Food     `json:"of,omitempty" enum:"poultry,minced,meat,other," doc:"of cooking: which food; absent: any"`
	After   Kind     `json:"after,omitempty" enum:"hot,cold," doc:"of standing out of control: what was kept so before; absent: either"`
	Celsius *float64 `json:"celsius,omitempty" doc:"at least, of cooking, holding hot and reheating; at most, of holding cold, cooling and freezing"`
	For     int64    `json:"for,omitempty" doc:"seconds that the temperature is held"`
	Instead []Held   `json:"instead,omitempty" doc:"lower temperatures held for longer, the lowest first"`
	Within  int64    `json:"within,omitempty" doc:"seconds: the longest time out of control, or from one temperature to the next"`
	From    *float64 `json:"from,omitempty" doc:"°C from which cooling or reheating counts"`
	Source  string   `json:"source"`
}

// Held is a temperature that is held for some time.
type Held struct {
	Celsius float64 `json:"celsius"`
	For     int64   `json:"for" doc:"seconds"`
}

// Kind is what a limit is of.
type Kind string

// The kinds of limits.
const (
	Cook   Kind = "cook"   // the temperature in the middle
	Hot    Kind = "hot"    // holding hot
	Cold   Kind = "cold"   // holding cold
	Out    Kind = "out"    // out of temperature control
	Cool   Kind = "cool"   // cooling, in stages
	Reheat Kind = "reheat" // for holding hot
	Freeze Kind = "freeze" // of fish to be eaten raw
)

// Food is what is cooked, as the limits tell it apart.
type Food string

// The foods of the limits of cooking.
const (
	Poultry Food = "poultry" // and what is stuffed
	Minced  Food = "minced"  // and injected
	Meat    Food = "meat"    // whole pieces
	Other   Food = "other"   // fish, shellfish, eggs to order
)

// Own is a figure of a kitchen's own plan that is stricter than a published limit:
// a temperature, or a time, whichever the limit is about.
type Own struct {
	Limit   string   `json:"limit" minLength:"1" maxLength:"60" doc:"id of the limit"`
	Celsius *float64 `json:"celsius,omitempty" minimum:"-100" maximum:"120"`
	Seconds *int64   `json:"seconds,omitempty" minimum:"1" maximum:"5184000"`
}

// Chosen are the limits of the sets with these ids, of the first of all where none is
// named.
func Chosen(ids []string) (out []Limit) {
	for i, s := range Sets() {
		if slices.Contains(ids, s.ID) || (len(ids) == 0 && i == 0) {
			out = append(out, s.Limits...)
		}
	}
	return out
}

// In are the limits that a kitchen holds to: those of the sets that it chose, each as
// strict as its own plan has it.
func In(ids []string, own []Own) []Limit {
	out := Chosen(ids)
	for i := range out {
		for _, o := range own {
			if o.Limit == out[i].ID && o.Check() == nil {
				out[i] = out[i].tightened(o)
			}
		}
	}
	return out
}

// Check tells what is wrong with an own figure: its limit is not known, it is looser
// than what is published, or it says a time where the limit is a temperature.
func (o Own) Check() error {
	for _, s := range Sets() {
		for _, l := range s.Limits {
			if l.ID == o.Limit {
				return l.allows(o)
			}
		}
	}
	return fault.Say("“%s” is not a food safety limit.", o.Limit)
}

func (l Limit) allows(o Own) error {
	if o.Seconds == nil && o.Celsius == nil {
		return fault.Say("%s: give a time or a temperature.", l.What)
	}
	if s := o.Seconds; s != nil {
		switch {
		case l.Within == 0 && l.For == 0:
			return fault.Say("%s: give a temperature, not a time.", l.What)
		case l.Within > 0 && *s > l.Within, l.Within == 0 && *s < l.For:
			return fault.Say("%s: ours must be stricter than %s.", l.What, units.FormatDuration(max(l.Within, l.For)))
		}
	}
	if c := o.Celsius; c != nil {
		switch {
		case l.Celsius == nil:
			return fault.Say("%s: give a time, not a temperature.", l.What)
		case l.atLeast() && *c < *l.Celsius, !l.atLeast() && *c > *l.Celsius:
			return fault.Say("%s: ours must be stricter than %s.", l.What, units.SayCelsius(*l.Celsius))
		}
	}
	return nil
}

// atLeast tells limits that a temperature must reach from those that it must not pass.
func (l Limit) atLeast() bool { return l.Kind == Cook || l.Kind == Hot || l.Kind == Reheat }

func (l Limit) tightened(o Own) Limit {
	if o.Seconds != nil {
		if l.Within > 0 {
			l.Within = *o.Seconds
		} else {
			l.For = *o.Seconds
		}
	}
	if o.Celsius != nil {
		l.Celsius, l.Instead = o.Celsius, nil
	}
	l.Source = "our own plan, stricter than " + l.Source
	return l
}

// OutOfControl is the shortest of the longest times that food may stand where it is
// neither kept hot nor cold, by how it was before; false where none of the limits
// says so. What was neither is counted as the strictest of all.
func OutOfControl(list []Limit, before Kind) (strictest Limit, is bool) {
	for _, l := range list {
		counts := l.Kind == Out && (l.After == "" || l.After == before || before == "")
		if counts && (!is || l.Within < strictest.Within) {
			strictest, is = l, true
		}
	}
	return strictest, is
}

// Stages are the limits of cooling, by how cold food must be at their end: the first
// stage and the whole; false where there is none.
func Stages(list []Limit) (first, whole Limit, is bool) {
	for _, l := range list {
		if l.Kind != Cool {
			continue
		}
		if !is || *l.Celsius > *first.Celsius {
			first = l
		}
		if !is || *l.Celsius < *whole.Celsius {
			whole = l
		}
		is = true
	}
	return first, whole, is
}

// Kept is the strictest limit of holding hot, or cold; false where none says so.
func Kept(list []Limit, kind Kind) (strictest Limit, is bool) {
	for _, l := range list {
		if l.Kind == kind && (!is || (kind == Hot && *l.Celsius > *strictest.Celsius) || (kind == Cold && *l.Celsius < *strictest.Celsius)) {
			strictest, is = l, true
		}
	}
	return strictest, is
}

// ToReheat is the strictest limit of reheating; false where none says so.
func ToReheat(list []Limit) (strictest Limit, is bool) {
	for _, l := range list {
		if l.Kind == Reheat && (!is || l.Within < strictest.Within) {
			strictest, is = l, true
		}
	}
	return strictest, is
}

// ToCook is the limit of cooking with the highest temperature for a food; false where
// none says so.
func ToCook(list []Limit, of Food) (strictest Limit, is bool) {
	for _, l := range list {
		if l.Kind == Cook && (l.Of == of || l.Of == "") && (!is || *l.Celsius > *strictest.Celsius) {
			strictest, is = l, true
		}
	}
	return strictest, is
}

// Reaches tells whether food that is held at a temperature for some time, in seconds,
// comes to what a limit of cooking asks for, or to what it takes instead; need is how
// long it would have to be held at that temperature, 0 where no time is enough.
func (l Limit) Reaches(celsius float64, held int64) (need int64, ok bool) {
	if celsius >= *l.Celsius {
		return l.For, true // a core temperature that is named is reached; who holds it for seconds is not measured
	}
	for _, h := range l.Instead {
		if celsius >= h.Celsius {
			need = h.For
		}
	}
	return need, need > 0 && held >= need
}

// ToFreeze is how long fish that is eaten raw is kept frozen at a temperature: each set
// offers several temperatures with their times, of which the shortest counts that is
// met, and of several sets the longest. Is is false where none says so, met where the
// temperature is not cold enough for one that does.
func ToFreeze(list []Limit, celsius float64) (strictest Limit, is, met bool) {
	for _, s := range Sets() {
		offers := slices.DeleteFunc(slices.Clone(list), func(l Limit) bool {
			return l.Kind != Freeze || !slices.ContainsFunc(s.Limits, func(o Limit) bool { return o.ID == l.ID })
		})
		if len(offers) == 0 {
			continue
		}
		fit := slices.DeleteFunc(slices.Clone(offers), func(l Limit) bool { return celsius > *l.Celsius })
		if len(fit) == 0 {
			return offers[0], true, false
		}
		best := slices.MinFunc(fit, func(a, b Limit) int { return cmp.Compare(a.For, b.For) })
		if !is || best.For > strictest.For {
			strictest, is = best, true
		}
	}
	return strictest, is, is
}
