package quantity

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Stage is one act on a liquid: something is put to it, or it is boiled down,
// to a share, by a share, or until so much is left.
type Stage struct {
	Name  string        `json:"name,omitempty" maxLength:"200"`
	Step  string        `json:"step,omitempty" doc:"id of the step that does it"`
	Add   *units.Amount `json:"add,omitempty"`
	Left  *float64      `json:"left,omitempty" minimum:"0" maximum:"1" doc:"share that is left"`
	Loss  *float64      `json:"loss,omitempty" minimum:"0" maximum:"1" doc:"share that boils away"`
	To    *units.Amount `json:"to,omitempty" doc:"amount that is left"`
	Fixed bool          `json:"fixed,omitempty" doc:"what is put to it stays as it is, however much is made"`
}

// Reduced is a stage with what is in the pan before and after it.
type Reduced struct {
	Stage
	In      units.Amount `json:"in"`
	Out     units.Amount `json:"out"`
	Working string       `json:"working"`
}

// Reduce goes through the stages from an empty pan. All that is put in must be
// of one kind, volume or mass. The error is a fault.List that names the stage.
func Reduce(stages []Stage, m units.Measures) ([]Reduced, error) {
	var l fault.List
	out := []Reduced{}
	var held units.Amount
	for i, s := range stages {
		at := fmt.Sprintf("stages[%d]", i)
		if err := s.validate(at, &l); err != nil {
			return out, err
		}
		r := Reduced{Stage: s, In: held}
		switch {
		case s.Add != nil:
			add := s.Add.Basic(m)
			if held.Unit != "" && add.Unit != held.Unit {
				l.Add(at+".add", "%s and %s: set a density to add them.", s.Add, held)
				return out, l
			}
			r.Out = units.Amount{Quantity: held.Quantity + add.Quantity, Unit: add.Unit}
			r.Working = fmt.Sprintf("%s + %s = %s", held, add, r.Out)
			if held.Quantity == 0 {
				r.In.Unit, r.Working = add.Unit, fmt.Sprintf("%s in", add)
			}
		case s.To != nil:
			r.Out = s.To.Basic(m)
			if r.Out.Unit != held.Unit || r.Out.Quantity > held.Quantity*(1+1e-9) {
				l.Add(at+".to", "%s cannot reduce to %s.", held, s.To)
				return out, l
			}
			r.Working = fmt.Sprintf("%s reduced to %s: %g %% gone", held, r.Out, math.Round(1000*(1-r.Out.Quantity/held.Quantity))/10)
		default:
			r.Out = held.Times(s.share())
			r.Working = fmt.Sprintf("%s less %g %% = %s", held, math.Round(1000*(1-s.share()))/10, r.Out)
		}
		held = r.Out
		out = append(out, r)
	}
	return out, nil
}

// share that a stage leaves.
func (s Stage) share() float64 {
	if s.Left != nil {
		return *s.Left
	}
	return 1 - *s.Loss
}

func (s Stage) validate(at string, l *fault.List) error {
	said := 0
	for _, is := range []bool{s.Add != nil, s.Left != nil, s.Loss != nil, s.To != nil} {
		if is {
			said++
		}
	}
	if said != 1 {
		l.Add(at, "Give one: an addition, a share left or lost, or an amount left.")
	} else if (s.Add == nil && s.To == nil) && !(s.share() > 0 && s.share() <= 1) {
		l.Add(at, "Share left: more than 0, up to 100 %%.")
	}
	for field, a := range map[string]*units.Amount{"add": s.Add, "to": s.To} {
		if a != nil && (!(a.Quantity > 0) || a.Quantity > TooMuch || a.Unit.Kind() == units.Count) {
			l.Add(at+"."+field, "Must be a weight or volume of more than 0.")
		}
	}
	return l.Err()
}

// ReduceTo works backwards: how much of everything goes in when so much is to
// come out. The whole chain grows or shrinks in proportion, and so does the
// amount to which a stage boils down; but not what is fixed.
func ReduceTo(want units.Amount, stages []Stage, m units.Measures) ([]Reduced, error) {
	factor, err := timesFor(want, stages, m)
	if err != nil {
		return nil, err
	}
	scaled := make([]Stage, len(stages))
	for i, s := range stages {
		scaled[i] = s
		if s.Fixed {
			continue
		}
		for _, p := range []**units.Amount{&scaled[i].Add, &scaled[i].To} {
			if *p != nil {
				a := (*p).Times(factor)
				*p = &a
			}
		}
	}
	return Reduce(scaled, m)
}

// timesFor is how many times a chain is gone through as it is written for so much to come out. What
// is in the pan is at each stage so much that grows with that, and so much that does not.
func timesFor(want units.Amount, stages []Stage, m units.Measures) (float64, error) {
	plain, err := Reduce(stages, m)
	if err != nil {
		return 0, err
	}
	no := fault.List{{Field: "out", What: fmt.Sprintf("%s cannot come out of it.", want)}}
	if len(plain) == 0 {
		return 0, no
	}
	if share, ok := want.Basic(m).Per(plain[len(plain)-1].Out); !ok || !(share > 0) {
		return 0, no
	}
	grows, stays := 0.0, 0.0
	for _, s := range stages {
		switch {
		case s.Add != nil && s.Fixed:
			stays += s.Add.Basic(m).Quantity
		case s.Add != nil:
			grows += s.Add.Basic(m).Quantity
		case s.To != nil && s.Fixed:
			grows, stays = 0, s.To.Basic(m).Quantity
		case s.To != nil:
			grows, stays = s.To.Basic(m).Quantity, 0
		default:
			grows, stays = grows*s.share(), stays*s.share()
		}
	}
	times := (want.Basic(m).Quantity - stays) / grows
	if !(grows > 0) || !(times > 0) {
		return 0, fault.List{{Field: "out", What: fmt.Sprintf("%s cannot come out of it: what is put to it and stays as it is comes to %s.", want, units.Amount{Quantity: stays, Unit: plain[len(plain)-1].Out.Unit})}}
	}
	return times, nil
}

// Chain is what happens to the liquid of a component, step by step: what is
// poured in, and how far each step boils it down. Liquids are what is measured
// by volume, and what is weighed and has a density near that of water. Nil
// where no step reduces, or something poured in has no amount.
func Chain(b recipe.Book, c recipe.Component, w Ways) []Stage {
	var out []Stage
	reduces := false
	for i, s := range c.Steps() {
		for _, l := range c.Lines {
			used := max(0, c.UsedAt(l))
			if used != i || l.Amount == nil || l.Per != nil {
				continue
			}
			if a, ok := poured(b, l, w); ok {
				out = append(out, Stage{Name: l.Name, Step: s.ID, Add: &a, Fixed: l.Scale == recipe.Fixed})
			}
		}
		switch {
		case s.Until != nil:
			out, reduces = append(out, Stage{Name: s.Name, Step: s.ID, To: s.Until}), true
		case s.Left != nil && *s.Left > 0:
			out, reduces = append(out, Stage{Name: s.Name, Step: s.ID, Left: s.Left}), true
		}
	}
	if !reduces {
		return nil
	}
	return out
}

// poured is the volume of a line that is a liquid.
func poured(b recipe.Book, l recipe.Line, w Ways) (units.Amount, bool) {
	a := l.Amount.Basic(w.Measures)
	if a.Unit == units.Millilitre {
		return a, a.Quantity > 0 && a.Quantity <= TooMuch
	}
	by := Through(b.Ingredients[l.Ingredient])
	if l.Component != "" {
		by = through(b.Components[l.Component])
	}
	if a.Unit != units.Gram || by.Density < 0.9 || by.Density > 1.1 {
		return a, false
	}
	a, _, err := a.As(units.Millilitre, by)
	return a, err == nil && a.Quantity > 0 && a.Quantity <= TooMuch
}

// Reductions goes through the liquid of a component as it stands in the book;
// empty where nothing is boiled down. The second result says why the chain
// cannot be worked out.
func Reductions(b recipe.Book, c recipe.Component, w Ways) ([]Reduced, string) {
	chain := Chain(b, c, w)
	if chain == nil {
		return []Reduced{}, ""
	}
	out, err := Reduce(chain, w.Measures)
	if err != nil {
		return out, strings.TrimSpace(err.Error())
	}
	return out, ""
}

// OverYield is a gap where a component is to make more than its chain of
// reductions leaves. Less is no contradiction: a simmer loses too, and a sieve
// keeps some back.
func OverYield(b recipe.Book, c recipe.Component, w Ways) (gaps []recipe.Gap) {
	reduced, why := Reductions(b, c, w)
	if len(reduced) == 0 || why != "" {
		return nil
	}
	last := reduced[len(reduced)-1].Out
	if share, ok := c.Makes().Basic(w.Measures).Per(last); ok && share > 1.05 {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Field: recipe.GapTwice, Title: c.Name, Question: fmt.Sprintf("Reduced it is %s, the yield says %s: which?", last, c.Makes()), HoldsUp: recipe.CannotBeJudged, Lesser: true,
			Options: []string{last.String(), c.Makes().String()}})
	}
	return gaps
}
