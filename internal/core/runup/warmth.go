package runup

import (
	"slices"
	"strings"
	"unicode"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
)

// What the plan knows of how warm food is: what it comes off, and where it waits.

// waited is a wait of a strand: from one task to the next of the same plates.
type waited struct {
	from, to int
	wait     recipe.Wait
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

// control is how a wait is spent: cold, frozen (which is Freeze) or hot, in a place
// that is, or by its words; empty: neither, as the room is.
func (in Input) control(w recipe.Wait, held []limits.Limit) limits.Kind {
	if w.Place != nil {
		things := in.Kitchen.OfKind(w.Place.Kind)
		for i, e := range things {
			kind := placeControl(e, w.Place.Setting, held)
			if kind == "" && (e.Keeps != "" || e.Heating != nil) {
				return "" // it may be this one of them, and this one is not cold or hot enough
			}
			if kind != "" && i == len(things)-1 {
				return kind
			}
		}
	}
	return wordControl(w.Reason)
}

// placeControl is how a thing keeps what is in it. One whose temperature is not said
// is as cold, or as hot, as is asked for.
func placeControl(e kitchen.Equipment, setting *int64, held []limits.Limit) limits.Kind {
	kind := limits.Kind(e.Keeps)
	celsius := e.Celsius
	if e.Heating != nil {
		if setting == nil {
			return limits.Hot
		}
		v := float64(*setting)
		celsius = &v
		if kind = limits.Hot; v < 40 {
			kind = limits.Cold
		}
	}
	switch {
	case kind == "frozen":
		return limits.Freeze
	case kind == "" || celsius == nil:
		return kind
	}
	if l, is := limits.Kept(held, kind); is && ((kind == limits.Hot && *celsius < *l.Celsius) || (kind == limits.Cold && *celsius > *l.Celsius)) {
		return ""
	}
	return kind
}

// wordControl is how the words of a wait say that it is spent. They are whole words:
// what is sliced is not on ice.
func wordControl(reason string) limits.Kind {
	words := strings.FieldsFunc(strings.ToLower(reason), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) })
	for _, said := range []struct {
		kind  limits.Kind
		words []string
	}{
		{limits.Freeze, []string{"freeze", "freezer", "frozen"}},
		{limits.Cold, []string{"chill", "chilled", "fridge", "cold", "ice", "iced"}},
		{limits.Hot, []string{"hot", "warm", "63", "drawer"}},
	} {
		if slices.ContainsFunc(words, func(w string) bool { return slices.Contains(said.words, w) }) {
			return said.kind
		}
	}
	return ""
}

// heats tells whether a step cooks on something.
func (in Input) heats(step *recipe.Step) bool {
	return step != nil && slices.ContainsFunc(step.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(in.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}

// chills tells whether a step is done in the cold: in a chiller, or in ice water.
func (in Input) chills(step *recipe.Step) bool {
	return step != nil && (slices.Contains(step.LeadIns(), recipe.Ice) || slices.ContainsFunc(step.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(in.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" || e.Keeps == "frozen" })
	}))
}

// cookedBefore tells whether a component is cooked, or comes ready, before one of its
// steps.
func (in Input) cookedBefore(c recipe.Component, step string) bool {
	m := c.Method()
	for _, s := range m.Steps {
		if s.ID == step {
			return m.Bought != nil
		}
		if in.heats(&s) {
			return true
		}
	}
	return false
}
