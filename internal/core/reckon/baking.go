package reckon

import (
	"fmt"
	"strings"
)

var baker = Ask{
	Name: "baker", What: "baker's percentages: weights from the flour or from the dough, or percentages from weights",
	Members: []Member{
		{Name: "flour", What: "all flour together", Kinds: []kind{mass}},
		{Name: "dough", What: "or all of the dough", Kinds: []kind{mass}},
		{Name: "parts", What: "each other part: a percentage of the flour, or a weight", Of: listed},
	},
	Example: `{"ask": "baker", "given": {"dough": {"value": 1.68, "unit": "kg"}, "parts": [{"name": "water", "value": 65, "unit": "%"}, {"name": "salt", "value": 2, "unit": "%"}, {"name": "yeast", "value": 1, "unit": "%"}]}}`,
	do: func(g *given) answer {
		if g.has("flour") == g.has("dough") {
			refuse("flour", "Give the flour, or the dough.")
		}
		flour, shares, weights := 0.0, 0.0, 0.0
		items := g.some("parts")
		for _, item := range items {
			if q := item.self(mass, percent); q.unit.kind == percent {
				shares += q.base
			} else {
				weights += q.base
			}
		}
		var u unit
		how := ""
		if g.has("flour") {
			f := g.positive("flour")
			flour, u, how = f.base, f.unit, "flour "+f.String()
		} else {
			d := g.positive("dough")
			if weights >= d.base {
				refuse("dough", "The parts weigh as much as the dough: no flour is left.")
			}
			flour, u = (d.base-weights)/(1+shares), d.unit
			how = fmt.Sprintf("flour (%s − %s) ÷ %s = %s", d, d.of(weights), say(1+shares), d.of(flour))
		}
		f := quantity{flour, u}
		figures := []Figure{f.own("flour")}
		sums := []string{how}
		total := flour
		for k, item := range items {
			q, name := item.self(mass, percent), item.name(fmt.Sprintf("part %d", k+1))
			if q.unit.kind == percent {
				w := f.of(flour * q.base)
				total += w.base
				figures = append(figures, w.own(name))
				sums = append(sums, fmt.Sprintf("%s %s × %s = %s", name, f, q, w))
				continue
			}
			total += q.base
			p := 100 * q.base / flour
			figures = append(figures, Figure{name, p, "%"})
			sums = append(sums, fmt.Sprintf("%s %s ÷ %s = %s %%", name, q, f, say(p)))
		}
		figures = append(figures, f.of(total).own("dough"), Figure{"of the flour, all together", 100 * total / flour, "%"})
		return several(figures, "%s", strings.Join(sums, "; "))
	},
}

var preferment = Ask{
	Name: "preferment", What: "the flour and water that a preferment takes, and what the final dough still takes",
	Members: []Member{
		{Name: "flour", What: "of the whole dough", Kinds: []kind{mass}},
		{Name: "water", What: "of the whole dough: a weight, or a percentage of the flour", Kinds: []kind{mass, percent}},
		{Name: "part", What: "of the flour that is fermented before, or of the whole dough that the preferment is (see by)", Kinds: []kind{percent}},
		{Name: "preferment", What: "or what the preferment weighs", Kinds: []kind{mass}},
		{Name: "hydration", What: "water of the preferment, of its flour", Kinds: []kind{percent}},
		{Name: "by", What: "what the part is of; absent: flour", Texts: []string{"flour", "total"}},
		{Name: "others", What: "salt, yeast and the like in the whole dough, where the part is of all of it: a weight, or a percentage of the flour", Kinds: []kind{mass, percent}},
	},
	Example: `{"ask": "preferment", "given": {"flour": {"value": 1000, "unit": "g"}, "water": {"value": 68, "unit": "%"}, "part": {"value": 30, "unit": "%"}, "hydration": {"value": 100, "unit": "%"}}}`,
	do: func(g *given) answer {
		flour := g.positive("flour")
		ofFlour := func(name string) float64 {
			q := g.or(name, quantity{})
			if q.unit.kind == percent {
				return q.base * flour.base
			}
			return q.base
		}
		g.quantity("water")
		water, h := ofFlour("water"), g.share("hydration", false)
		if g.has("part") == g.has("preferment") {
			refuse("part", "Give the part that is fermented before, or what the preferment weighs.")
		}
		own, how := 0.0, "" // flour of the preferment
		switch {
		case g.has("preferment"):
			p := g.quantity("preferment")
			own, how = p.base/(1+h), fmt.Sprintf("%s ÷ (1 + %s) ", p, say(h))
		case g.choice("by") == "total":
			all := flour.base + water + ofFlour("others")
			own = all * g.share("part", true) / (1 + h)
			how = fmt.Sprintf("(%s + %s + %s) × %s ÷ (1 + %s) ", flour, flour.of(water), flour.of(ofFlour("others")), g.quantity("part"), say(h))
		default:
			own = flour.base * g.share("part", true)
			how = fmt.Sprintf("%s × %s ", flour, g.quantity("part"))
		}
		if own > flour.base*(1+noise) {
			refuse("preferment", "The preferment takes %s of flour, the dough has %s.", flour.of(own), flour)
		}
		if own*h > water*(1+noise) {
			refuse("hydration", "The preferment takes %s of water, the dough has %s.", flour.of(own*h), flour.of(water))
		}
		f := func(name string, base float64) Figure { return flour.of(base).own(name) }
		return several([]Figure{f("flour of the preferment", own), f("water of the preferment", own*h), f("preferment", own*(1+h)), f("flour of the final dough", max(0, flour.base-own)), f("water of the final dough", max(0, water-own*h))},
			"flour of the preferment %s= %s; its water × %s = %s; final dough: flour %s − %s = %s, water %s − %s = %s",
			how, flour.of(own), say(h), flour.of(own*h), flour, flour.of(own), flour.of(max(0, flour.base-own)), flour.of(water), flour.of(own*h), flour.of(max(0, water-own*h)))
	},
}

var brine = Ask{
	Name: "brine", What: "salt (or another part of a cure) by percentage: of the water, of the brine, of food and water together, or of the food; two of salt, percent and the rest give the third",
	Members: []Member{
		{Name: "by", What: "what the percentage is of: water; solution (salt and water); total (food and water); food (a dry cure); flour (of a dough)", Texts: []string{"water", "solution", "total", "food", "flour"}},
		{Name: "water", What: "a litre weighs 1 kg", Kinds: []kind{mass, volume}}, {Name: "food", Kinds: []kind{mass}}, {Name: "flour", Kinds: []kind{mass}},
		{Name: "percent", Kinds: []kind{percent}}, {Name: "salt", Kinds: []kind{mass}},
	},
	Example: `{"ask": "brine", "given": {"by": "total", "water": {"value": 2, "unit": "l"}, "food": {"value": 3, "unit": "kg"}, "percent": {"value": 1.5, "unit": "%"}}}`,
	do:      brineOf,
}

// saturated is how much salt water takes up at 20 °C, of the solution: 359 g in a litre of water
// (handbook value, from memory).
const saturated = 0.264

func brineOf(g *given) answer {
	by := g.choice("by")
	if !g.has("by") {
		refuse("by", "Of what: water, solution, total, food or flour?")
	}
	takes := map[string][]string{"water": {"water"}, "solution": {"water"}, "total": {"water", "food"}, "food": {"food"}, "flour": {"flour"}}[by]
	base, sum := 0.0, ""
	missing := ""
	for k, name := range takes {
		if !g.has(name) {
			missing = name
			continue
		}
		q := g.quantity(name)
		base += q.base // a millilitre of water weighs a gram
		if k > 0 && sum != "" {
			sum += " + "
		}
		sum += quantity{q.base, named("g")}.String()
	}
	gram := func(v float64) quantity { return quantity{v, named("g")} }
	if missing != "" {
		s, p := g.quantity("salt").base, g.share("percent", by == "solution")
		if p <= 0 {
			refuse("percent", "With no salt any amount of %s does.", missing)
		}
		all := s / p
		if by == "solution" {
			all -= s
		}
		rest := gram(all - base)
		if rest.base < -noise*all {
			refuse(missing, "There is more than that already: %s.", gram(base))
		}
		return one(rest.own(missing), "%s ÷ %s %% = %s; %s %s", gram(s), say(p*100), gram(s/p), missing, rest)
	}
	if g.has("salt") == g.has("percent") {
		refuse("percent", "Give the salt, or the percentage.")
	}
	if g.has("percent") {
		p := g.share("percent", by == "solution" || by == "total")
		s := base * p
		how := fmt.Sprintf("(%s) × %s %%", sum, say(p*100))
		if by == "solution" {
			if p >= 1 {
				refuse("percent", "A brine has water in it.")
			}
			s, how = base*p/(1-p), fmt.Sprintf("%s × %s %% ÷ (100 %% − %s %%)", sum, say(p*100), say(p*100))
		}
		note := ""
		if w := g.or("water", quantity{}); w.base > 0 && s/(s+w.base) > saturated {
			note = "; water takes up no more than about 26.4 % salt at 20 °C: some stays undissolved"
		}
		return one(gram(s).own("salt"), "%s = %s%s", how, gram(s), note)
	}
	s := g.quantity("salt").base
	of := base
	if by == "solution" {
		of, sum = base+s, sum+" + "+gram(s).String()
	}
	if of <= 0 {
		refuse(takes[0], "“%s” is more than nothing.", takes[0])
	}
	return one(Figure{"percent", 100 * s / of, "%"}, "%s ÷ (%s) = %s %%", gram(s), sum, say(100*s/of))
}
