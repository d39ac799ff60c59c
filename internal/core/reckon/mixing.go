package reckon

import (
	"fmt"
	"strings"
)

var concentrate = Ask{
	Name: "concentrate", What: "salt, sugar (°Bx), acid or alcohol per cent along a chain: of a mixture, after boiling down or thinning, and what reaches a wanted per cent",
	Members: []Member{
		{Name: "of", What: "salt, sugar and acid are parts by mass and stay when it boils; alcohol is a part by volume", Texts: []string{"salt", "sugar", "acid", "alcohol"}},
		{Name: "parts", What: "what comes together: its amount and its per cent; without one there is nothing of it in it", Of: append([]Member{{Name: "percent", Kinds: []kind{percent}}, {Name: "density", Kinds: []kind{dense}}}, listed...)},
		{Name: "amount", What: "or one amount", Kinds: []kind{mass, volume}}, {Name: "percent", What: "of it", Kinds: []kind{percent}},
		{Name: "to", What: "boiled down, or thinned with water, to as much", Kinds: []kind{mass, volume}},
		{Name: "wanted", What: "or the per cent that is wanted: to how much is it boiled down, or thinned; or how much is added (see by)", Kinds: []kind{percent}},
		{Name: "by", What: "how it gets there; absent: with water, or by boiling it away", Texts: []string{"water", "adding"}},
	},
	Example: `{"ask": "concentrate", "given": {"of": "salt", "parts": [{"name": "stock", "value": 4, "unit": "kg", "percent": {"value": 0.6, "unit": "%"}}, {"name": "soy", "value": 100, "unit": "g", "percent": {"value": 16, "unit": "%"}}], "to": {"value": 1, "unit": "kg"}}}`,
	do:      concentrateOf,
}

func concentrateOf(g *given) answer {
	of := g.choice("of")
	if g.has("parts") == g.has("amount") {
		refuse("parts", "Give what comes together, or one amount with its per cent.")
	}
	all, part := quantity{}, 0.0
	var sums []string
	add := func(at string, q quantity, share float64) {
		if of == "alcohol" && q.unit.kind != volume {
			refuse(at, "Per cent of alcohol are by volume: give volumes.")
		}
		if all.unit.name == "" {
			all.unit = q.unit
		} else if all.unit.kind != q.unit.kind {
			refuse(at, "%s and %s cannot be reckoned together: give the density.", q, all)
		}
		all.base += q.base
		part += q.base * share
		sums = append(sums, fmt.Sprintf("%s × %s %%", q, say(share*100)))
	}
	if g.has("amount") {
		g.quantity("percent")
		add("amount", g.quantity("amount"), g.share("percent", true))
	}
	weighed := false
	for _, item := range g.list("parts") {
		weighed = weighed || item.self(mass, volume).unit.kind == mass
	}
	for _, item := range g.list("parts") {
		q, share := item.self(mass, volume), 0.0
		if weighed && of != "alcohol" && item.has("density") {
			q = item.exchanged(q, named("g"))
		}
		if item.has("percent") {
			share = item.share("percent", true)
		}
		add(strings.TrimSuffix(item.path, "."), q, share)
	}
	if all.base <= 0 {
		refuse("amount", "There is nothing of it.")
	}
	now := part / all.base
	working := fmt.Sprintf("(%s) ÷ %s = %s %%", strings.Join(sums, " + "), all, say(now*100))
	switch {
	case g.has("to") && g.has("wanted"):
		refuse("to", "To how much, or to which per cent: not both.")
	case g.has("to"):
		return reduced(g, of, all, part, working)
	case g.has("wanted"):
		return reached(g, of, all, part, working)
	}
	return several([]Figure{{"percent", now * 100, "%"}, all.of(part).own(of)}, "%s", working)
}

// reduced is the per cent after boiling down, or thinning.
func reduced(g *given, of string, all quantity, part float64, working string) answer {
	to := g.positive("to")
	g.alike("to", all, to)
	if of == "alcohol" && to.base < all.base*(1-noise) {
		refuse("to", "Alcohol boils off with the water: what is left of it cannot be reckoned.")
	}
	if part > to.base*(1+noise) {
		refuse("to", "There are %s of %s in it: more than %s.", all.of(part), of, to)
	}
	p := 100 * part / to.base
	return several([]Figure{{"percent", p, "%"}, all.of(part).own(of)}, "%s; %s of %s ÷ %s = %s %%%s", working, all.of(part), of, to, say(p), dissolved(of, p/100))
}

// reached is what brings it to a wanted per cent.
func reached(g *given, of string, all quantity, part float64, working string) answer {
	w := g.share("wanted", true)
	now := part / all.base
	if g.choice("by") == "adding" {
		if w >= 1 || w < now*(1-noise) {
			refuse("wanted", "By adding %s it does not come to %s %%.", of, say(w*100))
		}
		more := all.of((w*all.base - part) / (1 - w))
		return one(more.own(of), "%s; (%s × %s − %s) ÷ (1 − %s) = %s", working, say(w), all, all.of(part), say(w), more)
	}
	if w == 0 || part == 0 {
		refuse("wanted", "With water alone it does not come to %s %%.", say(w*100))
	}
	to := all.of(part / w)
	if to.base < all.base*(1-noise) && of == "alcohol" {
		refuse("wanted", "Alcohol boils off with the water: it grows no stronger.")
	}
	figures := []Figure{to.own("to")}
	if to.base >= all.base {
		figures = append(figures, all.of(to.base-all.base).own("water added"))
	} else {
		figures = append(figures, all.of(all.base-to.base).own("boiled away"))
	}
	return several(figures, "%s; %s of %s ÷ %s = %s%s", working, all.of(part), of, say(w), to, dissolved(of, w))
}

// dissolved is a word where there is more salt than water takes up.
func dissolved(of string, share float64) string {
	if of == "salt" && share > saturated {
		return "; water takes up no more than about 26.4 % salt at 20 °C"
	}
	return ""
}

var ranged = append([]Member{{Name: "least", Kinds: append([]kind{number}, amounts...)}, {Name: "most", Kinds: append([]kind{number}, amounts...)}}, listed...)

var ledger = Ask{
	Name: "ledger", What: "what came in, less what went out, by name: what is left of each, or short; with a least and a most where figures have one",
	Members: []Member{
		{Name: "in", What: "bought, made, counted: name, value and unit, or least, usual (value) and most", Of: ranged},
		{Name: "out", What: "used, sold, thrown away", Of: ranged},
	},
	Example: `{"ask": "ledger", "given": {"in": [{"name": "bones", "value": 3, "unit": "kg"}], "out": [{"name": "bones", "value": 2.2, "unit": "kg", "least": 2, "most": 2.5}]}}`,
	do: func(g *given) answer {
		var names []string
		left := map[string]*[3]quantity{} // least, usual, most
		wide := map[string]bool{}
		for k, side := range []string{"in", "out"} {
			for _, item := range g.list(side) {
				name := strings.TrimSpace(item.text("name"))
				v := item.spread()
				l := left[name]
				if l == nil {
					names = append(names, name)
					l = &[3]quantity{v[1].of(0), v[1].of(0), v[1].of(0)}
					left[name] = l
				}
				item.alike("unit", l[1], v[1])
				for n := range l {
					if k == 0 {
						l[n].base += v[n].base
					} else {
						l[n].base -= v[2-n].base // what goes out at most leaves the least
					}
				}
				wide[name] = wide[name] || v[0].base < v[2].base
			}
		}
		if len(names) == 0 {
			refuse("in", "“in” is missing.")
		}
		var figures []Figure
		var sums []string
		for _, name := range names {
			l := left[name]
			words := []string{"least ", "", "most "}
			for n, word := range words {
				if n != 1 && !wide[name] {
					continue
				}
				says := word + "left of " + name
				if l[n].base < 0 {
					says = word + "left of " + name + " (short)"
				}
				figures = append(figures, l[n].own(says))
			}
			sums = append(sums, fmt.Sprintf("%s: %s", name, l[1]))
		}
		return several(figures, "in − out, by name: %s", strings.Join(sums, "; "))
	},
}

// spread is an item's least, usual and most amount.
func (g *given) spread() (out [3]quantity) {
	usual := g.self(amounts...)
	out = [3]quantity{usual, usual, usual}
	for n, name := range []string{"least", "", "most"} {
		if name == "" || !g.has(name) {
			continue
		}
		v, word := g.bare(name)
		if word == "" {
			v = v*usual.unit.factor + usual.unit.offset
		} else {
			v = (&given{path: g.path, raw: g.raw, members: []Member{{Name: name, Kinds: amounts}}, family: g.family}).quantity(name).base
		}
		out[n] = usual.of(v)
	}
	if out[0].base > usual.base*(1+noise) || out[2].base < usual.base*(1-noise) {
		refuse(g.at("least"), "Least, usual and most: in this order.")
	}
	return out
}
