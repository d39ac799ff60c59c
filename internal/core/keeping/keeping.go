// Package keeping knows how warm food is: what heats it, what it comes off, where it
// waits, how long it keeps there, and which published limits stand beside a step. The
// run-up, the mise and the printed label ask it, so that they say the same.
package keeping

import (
	"slices"
	"strings"
	"unicode"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
)

// House is what decides how food keeps: the places of a kitchen, the limits that it
// holds to, and the book.
type House struct {
	Kitchen     kitchen.Kitchen
	Components  map[string]recipe.Component
	Ingredients map[string]recipe.Ingredient
	Limits      []limits.Limit
}

// Perishable tells what the book keeps cold, frozen or hot, and not as the room is.
func Perishable(c recipe.Component) bool {
	for _, k := range c.Keeps {
		if k.Place == "ambient" {
			return false
		}
	}
	return len(c.Keeps) > 0
}

// Control is how a wait is spent: cold, frozen (which is Freeze) or hot, in a place
// that is, or by its words; empty: neither, as the room is.
func (h House) Control(w recipe.Wait) limits.Kind {
	if w.Place != nil {
		things := h.Kitchen.OfKind(w.Place.Kind)
		for i, e := range things {
			kind := h.placeControl(e, w.Place.Setting)
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
func (h House) placeControl(e kitchen.Equipment, setting *int64) limits.Kind {
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
	if l, is := limits.Kept(h.Limits, kind); is && ((kind == limits.Hot && *celsius < *l.Celsius) || (kind == limits.Cold && *celsius > *l.Celsius)) {
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
