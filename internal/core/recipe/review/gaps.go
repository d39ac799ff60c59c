// Package review reads a dish as a second cook would: what is left open, what disagrees,
// what goes in and must come out, what could be done ahead, which methods there are.
package review

import (
	"fmt"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/words"
)

// Gaps lists what a dish leaves open, in the order of its components, and of
// what goes into them. The kitchen says what has a temperature and where food
// cooks.
func Gaps(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) []recipe.Gap {
	return GapsWith(b, d, k, b.Lexicon())
}

func GapsWith(b recipe.Book, d recipe.Dish, k kitchen.Kitchen, known recipe.Lexicon) []recipe.Gap {
	gaps := []recipe.Gap{}
	for _, c := range b.Within(d) {
		if p := d.PartOf(c.ID); p != nil && p.Portion == nil {
			gaps = append(gaps, recipe.Gap{Component: c.ID, Field: "portion", Title: c.Name, Question: "How much on a plate?", HoldsUp: recipe.CannotBeBought})
		}
		if len(c.Steps()) == 0 && c.Method().Bought == nil {
			gaps = append(gaps, recipe.Gap{Component: c.ID, Field: "steps", Title: c.Name, Question: "How is it made?", HoldsUp: recipe.CannotBeMade})
		}
		for _, s := range c.Steps() {
			gaps = append(gaps, stepGaps(c, s, k)...)
		}
		gaps = append(gaps, lineGaps(b, c, known)...)
		gaps = append(gaps, quantity.OverYield(b, c, quantity.Ways{Measures: k.Sizes()})...)
	}
	return append(gaps, oneNameForTwo(b.Within(d), known)...)
}

func stepGaps(c recipe.Component, s recipe.Step, k kitchen.Kitchen) (gaps []recipe.Gap) {
	gap := func(field, question string, holds recipe.HoldsUp, filled string) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Field: field, Title: words.Step(c.Name, s.Name), Question: question, HoldsUp: holds, Lesser: holds == recipe.CannotBeJudged, Default: filled})
	}
	switch {
	case s.Time == nil && s.Cue() == "":
		gap("time", "How long, and how do you know?", recipe.CannotBeTimed, entry.DefaultTimeWords(s))
	case s.Time == nil:
		gap("time", "Roughly how long?", recipe.CannotBeTimed, entry.DefaultTimeWords(s))
	case s.Time.Per == recipe.PerTable && s.Time.Table != nil:
		if _, why, ok := s.Time.Table.Seconds(); !ok {
			gap("time", words.Upper(why)+". How long then?", recipe.CannotBeTimed, "")
		}
	}
	cooks := false
	for _, n := range s.Equipment {
		for _, e := range k.OfKind(n.Kind) {
			cooks = cooks || e.Cooks
			if e.Heating != nil && n.Setting == nil {
				gap("setting", fmt.Sprintf("%s: what temperature?", e.Name), recipe.CannotBeSet, entry.DefaultSettingWords(s))
				break
			}
		}
	}
	if s.Time != nil && s.Cue() == "" && cooks {
		gap("cue", "How do you know it is done?", recipe.CannotBeJudged, "")
	}
	return append(gaps, disagreements(c, s)...)
}

// lineGaps are what the list of ingredients and the method do not agree on.
func lineGaps(b recipe.Book, c recipe.Component, known recipe.Lexicon) (gaps []recipe.Gap) {
	gap := func(l recipe.Line, field, question string, holds recipe.HoldsUp, lesser bool) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Line: l.Name, Field: field, Title: words.Step(c.Name, l.Name), Question: question, HoldsUp: holds, Lesser: lesser})
	}
	tells := tells(c)
	for _, l := range c.Lines {
		if l.Amount == nil && !l.Free {
			gap(l, "amount", "How much?", recipe.CannotBeBought, false)
		}
		if tells && !words.Names(c.Name, l.Name) && c.UsedAt(l) < 0 {
			gap(l, "unused", "No step uses it. Where does it go in?", recipe.CannotBeMade, true)
		}
		if l.ByProduct != "" && !gives(b, l) {
			gap(l, "byProduct", "No step yields it. Where does it come from?", recipe.CannotBeBought, false)
		}
	}
	gaps = append(gaps, unlisted(b, c, known)...)
	sortGaps(gaps)
	return gaps
}

// tells reports whether the method speaks of what goes in: of three lines in
// five or more. One that is written in bare verbs leaves nobody in doubt.
func tells(c recipe.Component) bool {
	told := 0
	for _, l := range c.Lines {
		if c.UsedAt(l) >= 0 {
			told++
		}
	}
	return told > 0 && 5*told >= 3*len(c.Lines)
}

// gives tells whether a component leaves over what a line wants from it.
func gives(b recipe.Book, l recipe.Line) bool {
	for _, p := range b.Made(l.Component).ByProducts {
		if p.ID == l.ByProduct {
			return true
		}
	}
	return false
}

// unlisted finds steps whose typed words speak of an ingredient by its whole
// name, though neither it nor anything of that name is listed.
func unlisted(b recipe.Book, c recipe.Component, known recipe.Lexicon) (gaps []recipe.Gap) {
	for _, s := range c.Steps() {
		said := " " + words.Plain(s.Name+" "+s.Said) + " "
		for _, i := range known.Ingredients {
			if i.Plain == "" || i.Plain == "water" || i.Plain == "ice" || !strings.Contains(said, " "+i.Plain+" ") || lists(b, c, i) {
				continue
			}
			gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Line: i.Name, Field: "unlisted", Title: words.Step(c.Name, s.Name), Question: fmt.Sprintf("Uses %s, which is not listed. How much?", i.Name), HoldsUp: recipe.CannotBeBought, Lesser: true})
		}
	}
	return gaps
}

// lists tells whether a thing is on the list of a component, or is what the
// component itself is.
func lists(b recipe.Book, c recipe.Component, i recipe.Named) bool {
	for _, l := range c.Lines {
		if l.Ingredient == i.ID || words.Names(l.Name, i.Name) || l.Component != "" && words.Names(b.Components[l.Component].Name, i.Name) {
			return true
		}
	}
	return words.Names(c.Name, i.Name)
}

// oneNameForTwo finds two things of the book that cooks would call the same.
func oneNameForTwo(within []recipe.Component, known recipe.Lexicon) (gaps []recipe.Gap) {
	gap := func(c recipe.Component, question string) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Field: "name", Title: c.Name, Question: question, HoldsUp: recipe.CannotBeMade, Lesser: true})
	}
	for n, c := range within {
		plain := words.Plain(c.Name)
		for _, id := range known.Components[plain] {
			if id != c.ID && !among(within[:n], id) {
				gap(c, "Two components share this name. Which one?")
			}
		}
		if id, bought := known.Bought[plain]; bought && !c.Takes(id) {
			gap(c, "An ingredient has this name too. Which one?")
		}
	}
	return gaps
}

func among(list []recipe.Component, id string) bool {
	for _, c := range list {
		if c.ID == id {
			return true
		}
	}
	return false
}
