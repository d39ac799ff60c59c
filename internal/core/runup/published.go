package runup

import (
	"fmt"
	"slices"
	"strings"
	"unicode"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
)

// Press is where the plan comes near a published limit, or passes it.
type Press struct {
	Bar    int    `json:"bar" doc:"place in bars: after this step"`
	Say    string `json:"say"`
	Source string `json:"source"`
	Over   bool   `json:"over" doc:"it is passed"`
}

// Decides stands beside every published limit.
const Decides = "Local food law, the kitchen's own safety plan and trained people decide."

// nearly is how much of a published limit a wait may take before it is told.
func nearly(limit int64) int64 { return limit * 3 / 4 }

// control is the published limit on standing out of temperature control, or the
// kitchen's own where that is shorter; false: there is none.
func (d *draft) control() (limits.Limit, bool) {
	l, is := limits.OutOfControl(limits.Chosen(d.in.Kitchen.Limits))
	if own := d.in.Kitchen.Tighter; own != nil && (!is || *own < l.Within) {
		return limits.Limit{Kind: limits.Out, What: "out of temperature control", Within: *own, Source: "the kitchen's own plan"}, true
	}
	return l, is
}

// limited adds the published limit to a wait of what must be kept cold or hot and,
// in this wait, is neither: strict, and beside the wait's own, which is about its
// best. A wait that has to be longer than the limit is kept somewhere that nobody
// has said; it is not for the plan to say where.
func (d *draft) limited(w recipe.Wait, from, to int) {
	l, is := d.control()
	if !is || !perishable(d.in.Components[d.works[from].component]) || d.kept(w) || w.Least >= l.Within {
		return
	}
	if w.Most != nil && !w.Soft && *w.Most <= l.Within {
		return
	}
	d.published[len(d.problem.Links)] = l
	d.problem.Links = append(d.problem.Links, schedule.Link{From: d.id(from), To: d.id(to), Min: ptr(-d.works[from].wash), Max: ptr(l.Within - d.works[from].wash)})
}

// perishable tells what the book keeps cold, frozen or hot, and not as the room is.
func perishable(c recipe.Component) bool {
	for _, k := range c.Keeps {
		if k.Place == "ambient" {
			return false
		}
	}
	return len(c.Keeps) > 0
}

// kept tells whether a wait is spent cold, frozen or hot: in a place that is, or by
// its words.
func (d *draft) kept(w recipe.Wait) bool {
	if w.Place != nil {
		for _, e := range d.in.Kitchen.OfKind(w.Place.Kind) {
			if e.Keeps != "" || e.Heating != nil {
				return true
			}
		}
	}
	words := strings.FieldsFunc(strings.ToLower(w.Reason), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) })
	return slices.ContainsFunc(words, func(word string) bool { return slices.Contains(controlled, word) })
}

// controlled are the words of a wait that say that it is spent cold, frozen or hot.
// They are whole words: what is sliced is not on ice.
var controlled = []string{"chill", "chilled", "fridge", "cold", "ice", "iced", "freeze", "freezer", "frozen", "hot", "warm", "63", "drawer"}

// presses are the waits that come near a published limit, or pass it.
func (r *reading) presses() []Press {
	out := []Press{}
	for e, l := range r.problem.Links {
		limit, is := r.published[e]
		if !is {
			continue
		}
		from := r.index(l.From)
		gap := r.plan.Tasks[r.index(l.To)].Start - r.plan.Tasks[from].End + r.works[from].wash
		if gap < nearly(limit.Within) {
			continue
		}
		name := r.in.Components[r.works[from].component].Name
		out = append(out, Press{Bar: from, Over: gap > limit.Within, Source: limit.Source + ". " + Decides,
			Say: fmt.Sprintf("%s stands %s after %s, neither cold nor hot; the published limit is %s.", name, units.FormatDuration(gap), r.works[from].name, units.FormatDuration(limit.Within))})
	}
	return out
}

// told are the published limits that a step comes under by what it does: food off the
// heat that is put into the cold is cooled in stages, what is kept hot is kept at a
// temperature, what the book keeps cold and is warmed to be held hot is reheated. They
// stand beside the step as its own cautions do, and are not planned with: the plan does
// not know how warm food is.
func (r *reading) told(i int) (out []recipe.Caution) {
	w := r.works[i]
	if w.step == nil || w.leadIn != "" || !perishable(r.in.Components[w.component]) {
		return nil
	}
	place := ""
	if w.step.Then.Place != nil {
		place = w.step.Then.Place.Kind
	}
	hot := r.keeps(place, "hot")
	for _, l := range limits.Chosen(r.in.Kitchen.Limits) {
		switch {
		case l.Kind == limits.Cool && r.heats(*w.step) && r.keeps(place, "cold"),
			l.Kind == limits.Hot && hot,
			l.Kind == limits.Reheat && hot && r.heats(*w.step):
			out = append(out, recipe.Caution{Text: saying(l), Source: l.Source + ". " + Decides})
		}
	}
	return out
}

// saying is a limit in a sentence.
func saying(l limits.Limit) string {
	text := strings.ToUpper(l.What[:1]) + l.What[1:] + ": "
	switch {
	case l.Kind == limits.Cool:
		text += fmt.Sprintf("from %g to %g °C within %s", *l.From, *l.Celsius, units.FormatDuration(l.Within))
	case l.For > 0:
		text += fmt.Sprintf("%g °C for %s", *l.Celsius, units.FormatDuration(l.For))
	default:
		text += fmt.Sprintf("%g °C or more", *l.Celsius)
	}
	return text + "."
}

func (r *reading) keeps(kind, how string) bool {
	return slices.ContainsFunc(r.in.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Keeps == how })
}

// heats tells whether a step cooks on something.
func (r *reading) heats(step recipe.Step) bool {
	return slices.ContainsFunc(step.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(r.in.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}
