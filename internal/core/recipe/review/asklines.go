package review

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/words"
)

// lines asks what the list of ingredients and the method do not agree on.
func (r *asking) lines(c recipe.Component) (gaps []recipe.Gap) {
	gap := func(l recipe.Line, field recipe.GapField, question string, holds recipe.HoldsUp, example string, options ...string) {
		gaps = append(gaps, recipe.Gap{Component: c.ID, Line: l.Name, Field: field, Title: words.Step(c.Name, l.Name), Question: question, HoldsUp: holds, Lesser: field == recipe.GapUnused || field == recipe.GapLink, Example: example, Options: options})
	}
	for _, l := range c.Lines {
		if l.Amount == nil && !l.Free {
			gap(l, recipe.GapAmount, "How much?", recipe.CannotBeBought, "200 g, to taste")
		}
		if l.Either != nil && l.Amount != nil {
			gap(l, recipe.GapTwice, fmt.Sprintf("It says %s, and %s: which?", l.Amount, l.Either), recipe.CannotBeJudged, "", l.Amount.String(), l.Either.String())
			gaps[len(gaps)-1].Lesser = true
		}
		if l.ByProduct != "" && !gives(r.b, l) {
			gap(l, recipe.GapByProduct, "No step yields it. Where does it come from?", recipe.CannotBeBought, "")
		}
		if of, name := r.alike(l, c); of != "" {
			gap(l, recipe.GapLink, fmt.Sprintf("Is it the %s of the book?", words.Lower(name)), recipe.CannotBeJudged, "", "Yes, "+words.Lower(name), "No, another")
			gaps[len(gaps)-1].Of = of
		}
	}
	return slices.Concat(gaps, unplaced(c), unused(c), r.unlisted(c))
}

// unused are the lines that no step speaks of. Where many of them go in without a word, they
// are asked about at once. What stands first on a list is what the steps are done to; a method in bare verbs alone leaves its cook in no doubt.
func unused(c recipe.Component) (gaps []recipe.Gap) {
	silent := c.Silent()
	if len(silent) == 0 || len(silent) >= len(c.Lines)-1 && len(c.Lines) > 2 || len(c.Steps()) == 0 {
		return nil
	}
	gap := recipe.Gap{Component: c.ID, Field: recipe.GapUnused, HoldsUp: recipe.CannotBeJudged, Lesser: true}
	if len(silent) > 1 && 5*len(silent) > 2*len(c.Lines) {
		gap.Title, gap.Question = c.Name, "No step names "+recipe.Either(silent)+". All in at the start?"
		gap.Options = []string{"Yes"}
		return []recipe.Gap{gap}
	}
	var steps []string
	for _, s := range c.Steps() {
		steps = append(steps, s.Name)
	}
	for _, l := range silent {
		one := gap
		one.Line, one.Title, one.Question, one.Options = l.Name, words.Step(c.Name, l.Name), "No step uses it. Where does it go in?", steps
		gaps = append(gaps, one)
	}
	return gaps
}

// gives tells whether a component leaves over what a line wants from it.
func gives(b recipe.Book, l recipe.Line) bool {
	_, given := b.Made(l.Component).LeavesAt(l.ByProduct)
	return given
}

// unplaced are the by-products that no step is named for: it decides when they are there, and
// what is in them.
func unplaced(c recipe.Component) (gaps []recipe.Gap) {
	var steps []string
	for _, s := range c.Steps() {
		steps = append(steps, s.Name)
	}
	for _, p := range c.ByProducts {
		if p.Step == "" && len(steps) > 1 {
			gaps = append(gaps, recipe.Gap{Component: c.ID, Line: p.Name, Field: recipe.GapByProduct, Title: words.Step(c.Name, p.Name), Question: "Which step leaves it? The first, until you say.", HoldsUp: recipe.CannotBeJudged, Lesser: true, Options: steps})
		}
	}
	return gaps
}

// alike finds what the book has under a name that differs only in a word such as red or
// smoked, for a line whose ingredient the book did not know: nobody but a cook can say
// whether that is the same.
func (r *asking) alike(l recipe.Line, c recipe.Component) (id, name string) {
	i, known := r.b.Ingredients[l.Ingredient]
	if !known || i.Allergens != nil || i.Animal != "" {
		return "", ""
	}
	key := words.Key(l.Name)
	if staple[key] { // any salt is salt
		return "", ""
	}
	for _, other := range r.known.Alike[key] {
		if o := r.b.Ingredients[other]; other != l.Ingredient && (o.Allergens != nil || o.Animal != "") {
			return other, o.Name
		}
	}
	for _, o := range r.within {
		if o.ID != c.ID && key != "" && (words.Key(o.Name) == key || strings.HasSuffix(" "+key, " "+words.Key(o.Name)) && words.Key(o.Name) != "") {
			return o.ID, o.Name
		}
	}
	return "", ""
}

// staple is what every kitchen has at hand and no method lists.
var staple = map[string]bool{"water": true, "ice": true, "salt": true, "pepper": true, "sea salt": true, "black pepper": true}

// unlisted finds steps whose typed words speak of an ingredient by its whole
// name, though neither it nor anything of that name is listed.
func (r *asking) unlisted(c recipe.Component) (gaps []recipe.Gap) {
	asked := map[string]bool{}
	for _, s := range c.Steps() {
		said := " " + words.Plain(s.Name+" "+s.Said) + " "
		for _, i := range r.known.Ingredients {
			if asked[i.ID] || i.Plain == "" || staple[i.Plain] || !strings.Contains(said, " "+i.Plain+" ") || lists(r.b, c, i) {
				continue
			}
			asked[i.ID], asked[i.Plain] = true, true
			gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Line: i.Name, Of: i.ID, Field: recipe.GapUnlisted, Title: words.Step(c.Name, s.Name), Question: fmt.Sprintf("Uses %s, which is not listed. How much?", i.Name), HoldsUp: recipe.CannotBeBought, Lesser: true, Example: "30 ml, to taste"})
		}
		for _, food := range reading.Foods(s.Said) { // which the book does not know
			plain := words.Plain(food)
			if _, known := r.known.Bought[plain]; known || asked[plain] || entry.Lists(c, food) || slices.ContainsFunc(r.within, func(o recipe.Component) bool { return words.Names(o.Name, food) }) {
				continue
			}
			asked[plain] = true
			gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Line: food, Field: recipe.GapUnlisted, Title: words.Step(c.Name, s.Name), Question: fmt.Sprintf("Uses %s, which is not listed. How much?", food), HoldsUp: recipe.CannotBeBought, Lesser: true, Example: "30 ml, to taste"})
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

// swapped asks what is lost of an ingredient that a variant or a version puts in for one of
// which something is lost.
func (r *asking) swapped() {
	ask := func(settled []string, component string, changes []recipe.Change, lines []recipe.Line) {
		for _, ch := range changes {
			in, known := r.b.Ingredients[ch.Ingredient]
			if ch.Do != "swap" || !known || in.Loss > 0 {
				continue
			}
			at := slices.IndexFunc(lines, func(l recipe.Line) bool { return l.Name == ch.Line })
			if at < 0 || r.b.Ingredients[lines[at].Ingredient].Loss == 0 {
				continue
			}
			r.add(settled, recipe.Gap{Component: component, Line: in.Name, Of: in.ID, Field: recipe.GapLoss, Title: in.Name, HoldsUp: recipe.CannotBeBought, Lesser: true, Example: "15 %",
				Question: fmt.Sprintf("In for %s, which loses %.0f %%. What does it lose in trimming?", lines[at].Name, 100*r.b.Ingredients[lines[at].Ingredient].Loss)})
		}
	}
	for _, c := range r.within {
		if v := r.b.Components[c.ID].Variant; v != nil {
			ask(r.b.Components[c.ID].Settled, c.ID, v.Changes, r.b.Made(v.Of).Lines)
		}
	}
	for _, v := range r.d.Versions {
		for _, ch := range v.Changes {
			ask(r.b.Components[ch.Component].Settled, ch.Component, []recipe.Change{ch}, r.b.Made(ch.Component).Lines)
		}
	}
}
