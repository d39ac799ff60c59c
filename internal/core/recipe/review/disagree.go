package review

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// disagreements finds figures of a step that are given twice and differ: in
// the line as it was typed and in its fields, or in a step's words and in the
// list of ingredients.
func disagreements(c recipe.Component, s recipe.Step) (gaps []recipe.Gap) {
	gap := func(line, question string, either ...string) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Line: line, Field: recipe.GapTwice, Title: words.Step(c.Name, s.Name), Question: question, HoldsUp: recipe.CannotBeJudged, Lesser: true, Options: either})
	}
	first, _, _ := strings.Cut(s.Said, "\n") // a wait may stand below it
	if !reading.MayHaveTime(first) {         // and no other figure: nothing that can be told twice
		return nil
	}
	said := reading.Step(first)
	if said.Low != nil && said.High != nil && s.Time != nil && s.Time.Per == recipe.Once && (s.Time.Usual < int64(*said.Low) || s.Time.Usual > int64(math.Ceil(*said.High))) {
		line, plan := units.FormatRange(units.Range{Quick: int64(*said.Low), Usual: int64(*said.Low), Slow: int64(*said.High)}), units.FormatDuration(s.Time.Usual)
		gap("", fmt.Sprintf("The line says %s, the plan takes %s: which?", line, plan), line, plan)
	}
	if said.Temperature != nil {
		for _, n := range s.Equipment {
			if n.Setting != nil && math.Abs(float64(*n.Setting)-*said.Temperature) > 2 && (said.TemperatureTo == nil || float64(*n.Setting) > *said.TemperatureTo) {
				gap("", fmt.Sprintf("The line says %g °C, the %s is set to %d °C: which?", *said.Temperature, n.Kind, *n.Setting), fmt.Sprintf("%g °C", *said.Temperature), fmt.Sprintf("%d °C", *n.Setting))
			}
		}
	}
	told := amountsIn(s.Said, c.Lines)
	for _, l := range c.Lines {
		if l.Amount == nil {
			continue
		}
		if k := slices.IndexFunc(told, func(a named) bool { return words.Names(a.item, l.Name) }); k >= 0 {
			if share, same := told[k].Per(*l.Amount); same && share > 1.005 {
				gap(l.Name, fmt.Sprintf("The step takes %s of %s, the list has %s: which?", told[k].Amount, l.Name, *l.Amount), told[k].String(), l.Amount.String())
			}
		}
	}
	return gaps
}

// named is an amount and what it is of.
type named struct {
	units.Amount
	item string
}

// amountsIn finds the amounts in the words of a step: "add 200 ml wine". Words are read
// only where a name of the list is among them, for most steps name none.
func amountsIn(said string, lines []recipe.Line) (out []named) {
	all := strings.Fields(said)
	for i := range all {
		text := strings.Join(all[i:min(i+4, len(all))], " ")
		if !strings.ContainsAny(all[i], "0123456789½¼¾⅓⅔") { // an amount begins with its figure
			continue
		}
		if !slices.ContainsFunc(lines, func(l recipe.Line) bool { return words.Names(text, l.Name) }) {
			continue
		}
		got := reading.Ingredient(text)
		if got.Low == nil || got.High == nil || *got.Low != *got.High || got.Unit == nil || got.Item == nil || got.Doubt || *got.Unit == "piece" {
			continue
		}
		out = append(out, named{units.Amount{Quantity: *got.Low, Unit: units.Unit(*got.Unit)}, *got.Item})
	}
	return out
}
