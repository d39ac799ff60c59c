package keeping

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Cooking: what can be held against published figures is what a step says of its own
// temperature. Who serves a hake at 50 °C does so on purpose, so this is told and
// breaks no plan.

// Heats tells whether a step cooks on something.
func (h House) Heats(step *recipe.Step) bool {
	return step != nil && slices.ContainsFunc(step.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(h.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}

// Chills tells whether a step is done in the cold: in a chiller, or in ice water.
func (h House) Chills(step *recipe.Step) bool {
	return step != nil && (slices.Contains(step.LeadIns(), recipe.Ice) || slices.ContainsFunc(step.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(h.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" || e.Keeps == "frozen" })
	}))
}

// CookedBefore tells whether a component is cooked, or comes ready, before one of its
// steps.
func (h House) CookedBefore(c recipe.Component, step string) bool {
	m := c.Method()
	for _, s := range m.Steps {
		if s.ID == step {
			return m.Bought != nil
		}
		if h.Heats(&s) {
			return true
		}
	}
	return false
}

// The words by which food is told apart, in the singular; common practice.
var (
	poultryWords = []string{"poultry", "chicken", "guinea", "fowl", "duck", "turkey", "goose", "quail", "pheasant", "partridge", "pigeon", "squab", "poussin"}
	mincedWords  = []string{"mince", "minced", "burger", "sausage", "forcemeat", "farce", "meatball", "stuffed", "stuffing"}
	readyWords   = []string{"smoked", "cooked", "boiled", "tinned", "canned", "dried", "salted", "frozen", "sauce", "stock", "paste", "powder", "flake", "bone"}
)

// food is what kind of food a component is by its own ingredients, as the limits of
// cooking tell it apart; empty: none that comes from an animal.
func (h House) food(c recipe.Component) (kind limits.Food) {
	said := func(l recipe.Line, any []string) bool {
		return words.Says(l.Name+" "+l.Note+" "+c.Name, any)
	}
	for _, l := range c.Lines {
		switch h.Ingredients[l.Ingredient].Animal {
		case "meat":
			if said(l, poultryWords) {
				return limits.Poultry
			}
			if kind = limits.Meat; said(l, mincedWords) {
				kind = limits.Minced
			}
		case "fish", "shellfish", "egg":
			if kind == "" {
				kind = limits.Other
			}
		}
	}
	return kind
}

var degrees = regexp.MustCompile(`(-?\d+(?:[.,]\d+)?)\s*°\s*C`)

// core is the temperature that a step is cooked to in the middle: what a probe says by
// its cues, or that of a bath; false where nothing is said.
func (h House) core(step *recipe.Step) (celsius float64, is bool) {
	for _, c := range step.Cues {
		text := strings.ToLower(c.Right)
		inside := c.Sense == "measure" || slices.ContainsFunc([]string{"core", "middle", "inside", "centre", "center", "probe"}, func(w string) bool { return strings.Contains(text, w) })
		if m := degrees.FindStringSubmatch(c.Right); inside && m != nil {
			v, err := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64)
			return v, err == nil
		}
	}
	for _, n := range step.Equipment {
		if n.Setting != nil && *n.Setting < 100 && h.Heats(step) {
			return float64(*n.Setting), true // it cannot be hotter than what it is in
		}
	}
	return 0, false
}

// undercooked tells of a step that is cooked to less than is published, and for how
// long it would have to be held at its own temperature. What the step's own cautions
// say already is not told again.
func (h House) undercooked(c recipe.Component, step *recipe.Step, lasts int64) []limits.Caution {
	kind := h.food(c)
	celsius, said := h.core(step)
	l, is := limits.ToCook(h.Limits, kind)
	if kind == "" || !said || !is || !h.Heats(step) || h.laterHotter(c, step, celsius) {
		return nil
	}
	need, ok := l.Reaches(celsius, lasts)
	figure := fmt.Sprintf("%g °C", *l.Celsius)
	if ok || slices.ContainsFunc(step.Cautions, func(c limits.Caution) bool { return strings.Contains(c.Text, figure) }) {
		return nil
	}
	text := fmt.Sprintf("Cooked to %g °C for %s; limit for %s: %s", celsius, units.FormatDuration(lasts), l.What, figure)
	if l.For > 0 {
		text += " for " + units.FormatDuration(l.For)
	}
	if need > 0 {
		text += fmt.Sprintf(", or %s at %g °C", units.FormatDuration(need), celsius)
	}
	return []limits.Caution{l.Caution(text + ".")}
}

// laterHotter tells whether a later step of the method is cooked to a higher
// temperature: then that one counts.
func (h House) laterHotter(c recipe.Component, step *recipe.Step, celsius float64) bool {
	steps := c.Steps()
	at := slices.IndexFunc(steps, func(s recipe.Step) bool { return s.ID == step.ID })
	return slices.ContainsFunc(steps[at+1:], func(s recipe.Step) bool {
		later, said := h.core(&s)
		return said && later > celsius
	})
}
