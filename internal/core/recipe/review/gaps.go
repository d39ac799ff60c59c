// Package review reads a dish as a second cook would: what is left open, what disagrees,
// what goes in and must come out, what could be done ahead, which methods there are.
package review

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/words"
)

// Gaps lists what a dish leaves open, and what goes into it: first what stops the plan, then
// what is to be checked, last what only the order wants. The kitchen says what has a
// temperature and where food cooks. What a cook has let stand is not asked again.
func Gaps(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) []recipe.Gap {
	return GapsWith(b, d, k, b.Lexicon())
}

// Asked is Gaps, and behind them what was assumed and is right until a cook says otherwise.
func Asked(b recipe.Book, d recipe.Dish, k kitchen.Kitchen) []recipe.Gap {
	gaps := Gaps(b, d, k)
	for _, c := range b.Within(d) {
		for _, s := range c.Steps() {
			gaps = append(gaps, assumed(c, s)...)
		}
	}
	return recipe.InOrder(gaps)
}

// GapsWith is Gaps with the names of the book looked up before.
func GapsWith(b recipe.Book, d recipe.Dish, k kitchen.Kitchen, known recipe.Lexicon) []recipe.Gap {
	r := asking{b: b, d: d, k: k, known: known, within: b.Within(d), gaps: []recipe.Gap{}}
	if len(d.Parts) == 0 {
		r.add(d.Settled, recipe.Gap{Field: recipe.GapSteps, Title: d.Name, Question: "What is it made of?", HoldsUp: recipe.CannotBeMade})
	}
	for _, c := range r.within {
		r.component(c)
	}
	r.names()
	r.plate()
	r.swapped()
	return recipe.InOrder(r.gaps)
}

// asking is a dish that is looked through.
type asking struct {
	b      recipe.Book
	d      recipe.Dish
	k      kitchen.Kitchen
	known  recipe.Lexicon
	within []recipe.Component
	gaps   []recipe.Gap
}

// add asks, unless it was asked already or a cook let it stand.
func (r *asking) add(settled []string, g recipe.Gap) {
	if slices.Contains(settled, g.Key()) || slices.ContainsFunc(r.gaps, func(o recipe.Gap) bool {
		return o.Component == g.Component && o.Key() == g.Key() && o.Question == g.Question
	}) {
		return
	}
	r.gaps = append(r.gaps, g)
}

// component asks what a component leaves open.
func (r *asking) component(c recipe.Component) {
	settled := r.b.Components[c.ID].Settled
	ask := func(field recipe.GapField, question string, holds recipe.HoldsUp, example string) {
		r.add(settled, recipe.Gap{Component: c.ID, Field: field, Title: c.Name, Question: question, HoldsUp: holds, Example: example, Lesser: field == recipe.GapKeeps})
	}
	if len(c.Steps()) == 0 && c.Method().Bought == nil {
		ask(recipe.GapSteps, "How is it made?", recipe.CannotBeMade, "roast 20 min at 190 until golden")
	}
	if names := r.k.Staffed(); len(names) > 1 && c.Section == "" && c.Method().Bought == nil && len(c.Steps()) > 0 {
		r.add(settled, recipe.Gap{Component: c.ID, Field: recipe.GapSection, Title: c.Name, Question: "Which section makes it?", HoldsUp: recipe.AnybodyMakesIt, Options: names, Lesser: true})
	}
	p := r.d.PartOf(c.ID)
	unsaid := c.Makes() == recipe.YieldNotSaid && len(c.Lines) > 0
	switch {
	case unsaid && p != nil && p.Portion == nil:
		ask(recipe.GapYield, "How much does it make?", recipe.CannotBeBought, "6 (portions), or 1.2 kg")
	case unsaid:
		ask(recipe.GapYield, "How much does it make?", recipe.CannotBeBought, "1.2 kg, 12")
	case p != nil && p.Portion == nil:
		ask(recipe.GapPortion, "How much on a plate?", recipe.CannotBeBought, "80 g")
	}
	if question := keepsAsk(c, r.k); question != "" {
		ask(recipe.GapKeeps, question, recipe.CannotBeJudged, "3 days, frozen 2 months")
	}
	for i := range c.Steps() {
		for _, g := range r.step(c, i) {
			r.add(settled, g)
		}
	}
	for _, g := range r.lines(c) {
		r.add(settled, g)
	}
	for _, g := range boiledDown(r.b, c, quantity.Ways{Measures: r.k.Sizes()}) {
		r.add(settled, g)
	}
	ways := quantity.Ways{Measures: r.k.Sizes()}
	for _, g := range append(quantity.OverYield(r.b, c, ways), quantity.YieldsApart(r.b, c, ways)...) {
		r.add(settled, g)
	}
}

// plate asks about what is not placed.
func (r *asking) plate() {
	placed := map[string]bool{}
	for _, p := range r.d.Plate.Placings {
		placed[p.Component] = true
	}
	var missing []string
	for _, c := range r.within {
		if r.d.PartOf(c.ID) != nil && !placed[c.ID] {
			missing = append(missing, c.Name)
		}
	}
	if len(missing) == 0 {
		return
	}
	question := "Where on the plate: " + words.List(missing) + "?"
	if len(placed) == 0 {
		question = "How is the plate built?"
	}
	r.add(r.d.Settled, recipe.Gap{Field: recipe.GapPlate, Title: "Plate", Question: question, HoldsUp: recipe.CannotBeJudged, Lesser: true})
}

// names finds two things of the book that cooks would call the same.
func (r *asking) names() {
	for n, c := range r.within {
		ask := func(of, question string) {
			r.add(r.b.Components[c.ID].Settled, recipe.Gap{Component: c.ID, Field: recipe.GapName, Title: c.Name, Question: question, HoldsUp: recipe.CannotBeJudged, Lesser: true, Of: of, Example: c.Name + " of the summer"})
		}
		plain := words.Plain(c.Name)
		for _, id := range r.known.Components[plain] {
			if id != c.ID && !among(r.within[:n], id) {
				ask(id, "Another component has this name, "+r.where(id)+". What is this one called?")
			}
		}
		if id, bought := r.known.Bought[plain]; bought && !c.Takes(id) && r.listed(id) {
			ask(id, "An ingredient has this name too. What is this one called?")
		}
	}
}

// listed tells whether something of the dish takes an ingredient: only there one name for
// two things can be meant for either.
func (r *asking) listed(ingredient string) bool {
	return slices.ContainsFunc(r.within, func(c recipe.Component) bool { return c.Takes(ingredient) })
}

// where says on which dish a component is.
func (r *asking) where(id string) string {
	for _, c := range r.within {
		if c.ID == id {
			return "on this dish"
		}
	}
	for _, dish := range r.b.UsedBy(id) {
		return "on " + r.b.Dishes[dish].Name
	}
	return "on no dish"
}

func among(list []recipe.Component, id string) bool {
	return slices.ContainsFunc(list, func(c recipe.Component) bool { return c.ID == id })
}
