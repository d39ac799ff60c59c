package runup

import (
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Cooking and freezing: what the plan can hold against published figures is what a
// step says of its own temperature. Who serves a hake at 50 °C does so on purpose, so
// this is told and breaks no plan; a time in the freezer is planned.

// The words by which food is told apart, in the singular; common practice.
var (
	poultryWords = []string{"poultry", "chicken", "guinea", "fowl", "duck", "turkey", "goose", "quail", "pheasant", "partridge", "pigeon", "squab", "poussin"}
	mincedWords  = []string{"mince", "minced", "burger", "sausage", "forcemeat", "farce", "meatball", "stuffed", "stuffing"}
	readyWords   = []string{"smoked", "cooked", "boiled", "tinned", "canned", "dried", "salted", "frozen", "sauce", "stock", "paste", "powder", "flake", "bone"}
)

// food is what kind of food a component is by its own ingredients, as the limits of
// cooking tell it apart; empty: none that comes from an animal.
func (in Input) food(c recipe.Component) (kind limits.Food) {
	said := func(l recipe.Line, words []string) bool {
		return recipe.Says(l.Name+" "+l.Note+" "+c.Name, words)
	}
	for _, l := range c.Lines {
		switch in.Ingredients[l.Ingredient].Animal {
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
func (in Input) core(step *recipe.Step) (celsius float64, is bool) {
	for _, c := range step.Cues {
		text := strings.ToLower(c.Right)
		inside := c.Sense == "measure" || slices.ContainsFunc([]string{"core", "middle", "inside", "centre", "center", "probe"}, func(w string) bool { return strings.Contains(text, w) })
		if m := degrees.FindStringSubmatch(c.Right); inside && m != nil {
			v, err := strconv.ParseFloat(strings.Replace(m[1], ",", ".", 1), 64)
			return v, err == nil
		}
	}
	for _, n := range step.Equipment {
		if n.Setting != nil && *n.Setting < 100 && in.heats(step) {
			return float64(*n.Setting), true // it cannot be hotter than what it is in
		}
	}
	return 0, false
}

// undercooked tells of a step that is cooked to less than is published, and for how
// long it would have to be held at its own temperature. What the step's own cautions
// say already is not told again.
func (in Input) undercooked(c recipe.Component, step *recipe.Step, lasts int64, held []limits.Limit) []recipe.Caution {
	kind := in.food(c)
	celsius, said := in.core(step)
	l, is := limits.ToCook(held, kind)
	if kind == "" || !said || !is || !in.heats(step) || in.laterHotter(c, step, celsius) {
		return nil
	}
	need, ok := l.Reaches(celsius, lasts)
	figure := fmt.Sprintf("%g °C", *l.Celsius)
	if ok || slices.ContainsFunc(step.Cautions, func(c recipe.Caution) bool { return strings.Contains(c.Text, figure) }) {
		return nil
	}
	text := fmt.Sprintf("Cooked to %g °C for %s; published for %s: %s", celsius, units.FormatDuration(lasts), l.What, figure)
	if l.For > 0 {
		text += " for " + units.FormatDuration(l.For)
	}
	if need > 0 {
		text += fmt.Sprintf(", or %s at this temperature", units.FormatDuration(need))
	}
	return []recipe.Caution{caution(text+".", l)}
}

// laterHotter tells whether a later step of the method is cooked to a higher
// temperature: then that one counts.
func (in Input) laterHotter(c recipe.Component, step *recipe.Step, celsius float64) bool {
	steps := c.Steps()
	at := slices.IndexFunc(steps, func(s recipe.Step) bool { return s.ID == step.ID })
	return slices.ContainsFunc(steps[at+1:], func(s recipe.Step) bool {
		later, said := in.core(&s)
		return said && later > celsius
	})
}

// rawFish tells whether a component has fish in it that nothing cooks: not itself, and
// not what it goes into. What was bought smoked, tinned, dried or frozen is not raw.
func (in Input) rawFish(c recipe.Component) bool {
	if c.Method().Bought != nil || in.cooks(c, 0) {
		return false
	}
	fish := slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		return in.Ingredients[l.Ingredient].Animal == "fish" && !recipe.Says(l.Name, readyWords)
	})
	if !fish {
		return false
	}
	for _, into := range in.Components {
		for _, l := range into.Lines {
			if l.Component == c.ID && l.ByProduct == "" && in.cooks(into, into.UsedAt(l)) {
				return false
			}
		}
	}
	return true
}

// cooks tells whether a method cooks on something from one of its steps on.
func (in Input) cooks(c recipe.Component, from int) bool {
	steps := c.Steps()
	return slices.ContainsFunc(steps[min(max(from, 0), len(steps)):], func(s recipe.Step) bool { return in.heats(&s) })
}

// freezes finds the step after which a component is kept frozen; below 0: none. Where
// the place says no temperature, it is taken to be as cold as the first limit asks.
func (in Input) freezes(c recipe.Component, held []limits.Limit) (step int, celsius float64) {
	for i, s := range c.Steps() {
		if in.control(s.Then, held) != limits.Freeze {
			continue
		}
		celsius = -20
		if s.Then.Place != nil {
			for _, e := range in.Kitchen.OfKind(s.Then.Place.Kind) {
				if e.Celsius != nil {
					celsius = *e.Celsius
				}
			}
		}
		return i, celsius
	}
	return -1, 0
}

// frozen are the components, of which raw fish is kept frozen for as long as is
// published, where its own wait does not forbid that.
func (in Input) frozen(held []limits.Limit) map[string]recipe.Component {
	out := maps.Clone(in.Components)
	for id, c := range out {
		at, celsius := in.freezes(c, held)
		if at < 0 || !in.rawFish(c) {
			continue
		}
		l, is, met := limits.ToFreeze(held, celsius)
		then := c.Steps()[at].Then
		if !is || !met || (then.Most != nil && *then.Most < l.For) || then.Least >= l.For {
			continue
		}
		out[id] = c.With(at, func(s *recipe.Step) { s.Then.Least = l.For })
	}
	return out
}

// unfrozen tells of raw fish that is not frozen as is published, at the step after
// which it is frozen, or at its first.
func (in Input) unfrozen(c recipe.Component, step *recipe.Step, held []limits.Limit) []recipe.Caution {
	if !in.rawFish(c) {
		return nil
	}
	at, celsius := in.freezes(c, held)
	if c.Steps()[max(at, 0)].ID != step.ID {
		return nil
	}
	l, is, met := limits.ToFreeze(held, celsius)
	published := func() string {
		return fmt.Sprintf("published for %s: %g °C or colder for %s", l.What, *l.Celsius, units.FormatDuration(l.For))
	}
	switch {
	case !is:
		return nil
	case at < 0:
		return []recipe.Caution{caution(fmt.Sprintf("Fish that is not cooked, and no step freezes it; %s. Some farmed fish and tuna are excepted.", published()), l)}
	case !met:
		return []recipe.Caution{caution(fmt.Sprintf("Frozen at %g °C; %s.", celsius, published()), l)}
	case step.Then.Most != nil && *step.Then.Most < l.For:
		return []recipe.Caution{caution(fmt.Sprintf("Frozen for %s at most; %s.", units.FormatDuration(*step.Then.Most), published()), l)}
	}
	return []recipe.Caution{caution(fmt.Sprintf("Kept frozen for %s: %s.", units.FormatDuration(l.For), published()), l)}
}
