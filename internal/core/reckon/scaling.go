package reckon

import (
	"fmt"
	"math"
	"strings"
)

// amounts are what is weighed, measured or counted.
var amounts = []kind{mass, volume, thing}

var listed = []Member{{Name: "name", What: "what it is"}, {Name: "value"}, {Name: "unit"}}

// above and below are by how much a sum may be off a whole number and still be it: the noise of
// floating point.
const noise = 1e-9

func ceil(v float64) float64  { return math.Ceil(v - noise*math.Max(1, math.Abs(v))) }
func floor(v float64) float64 { return math.Floor(v + noise*math.Max(1, math.Abs(v))) }

// seasonFrom and seasonShare: above double a batch, salt, spice and acid are begun with two thirds,
// and tasted (common practice, no source).
const (
	seasonFrom  = 2
	seasonShare = 2.0 / 3
)

var scale = Ask{
	Name: "scale", What: "amounts for another number of portions, or for as much as there is of one of them",
	Members: []Member{
		{Name: "amount", What: "one amount", Kinds: amounts},
		{Name: "amounts", What: "or a list; of each \"season\": true says that it is salt, spice or acid", Of: append([]Member{{Name: "season", Flag: true}}, listed...)},
		{Name: "factor", What: "by so much", Kinds: []kind{number, percent}},
		{Name: "from", What: "or from what the list makes", Kinds: append([]kind{number}, amounts...)},
		{Name: "to", What: "to what is wanted", Kinds: append([]kind{number}, amounts...)},
	},
	Example: `{"ask": "scale", "given": {"amounts": [{"name": "flour", "value": 250, "unit": "g"}, {"name": "salt", "value": 5, "unit": "g", "season": true}], "from": {"value": 4, "unit": "portions"}, "to": {"value": 36, "unit": "portions"}}}`,
	do: func(g *given) answer {
		by, how := g.factor()
		if g.has("amount") == g.has("amounts") {
			refuse("amount", "Give an amount, or a list of amounts.")
		}
		if g.has("amount") {
			a := g.quantity("amount")
			out := a.of(a.base * by)
			return one(out.own(""), "%s; %s × %s = %s", how, a, say(by), out)
		}
		var out []Figure
		sums := []string{how}
		for k, item := range g.some("amounts") {
			a := item.self(amounts...)
			name := item.name(fmt.Sprintf("line %d", k+1))
			scaled := a.of(a.base * by)
			out = append(out, scaled.own(name))
			sum := fmt.Sprintf("%s %s × %s = %s", name, a, say(by), scaled)
			if item.flag("season") && by > seasonFrom {
				start := scaled.of(scaled.base * seasonShare)
				out = append(out, start.own(name+": start with two thirds, taste"))
				sum += fmt.Sprintf(", start with two thirds: %s", start)
			}
			sums = append(sums, sum)
		}
		return several(out, "%s", strings.Join(sums, "; "))
	},
}

// factor is by how much is scaled, with the sum.
func (g *given) factor() (float64, string) {
	if g.has("factor") {
		if g.has("from") || g.has("to") {
			refuse("factor", "A factor, or from and to: not both.")
		}
		f := g.positive("factor")
		return f.base, "× " + say(f.base)
	}
	from, to := g.positive("from"), g.positive("to")
	g.alike("to", from, to)
	by := to.base / from.base
	return by, fmt.Sprintf("%s ÷ %s = %s", to, from, say(by))
}

var yield = Ask{
	Name: "yield", What: "what is left of what is bought, what must be bought, or which part of it is used; or the yield of a list, less what it loses on the way",
	Members: []Member{
		{Name: "bought", What: "as it comes", Kinds: amounts}, {Name: "usable", What: "what is used of it", Kinds: amounts}, {Name: "percent", What: "the part that is used", Kinds: []kind{percent}},
		{Name: "swells", What: "true: it takes up water, and may come to more than was bought", Flag: true},
		{Name: "list", What: "or the lines of a recipe", Of: append([]Member{{Name: "density", Kinds: []kind{dense}}}, listed...)},
		{Name: "trim", What: "taken off first: an amount, or a percentage of what is there", Kinds: []kind{mass, volume, percent}},
		{Name: "strained", What: "then what stays in the sieve", Kinds: []kind{mass, volume, percent}},
		{Name: "evaporated", What: "then what boils away", Kinds: []kind{mass, volume, percent}},
		{Name: "clings", What: "then what stays in the pot", Kinds: []kind{mass, volume, percent}},
	},
	Example: `{"ask": "yield", "given": {"list": [{"name": "bones", "value": 2, "unit": "kg"}, {"name": "water", "value": 3, "unit": "l", "density": {"value": 1, "unit": "g/ml"}}], "strained": {"value": 2, "unit": "kg"}, "evaporated": {"value": 20, "unit": "%"}, "clings": {"value": 50, "unit": "g"}}}`,
	do: func(g *given) answer {
		if g.has("list") {
			return yieldOf(g)
		}
		if g.count("bought", "usable", "percent") != 2 {
			refuse("percent", "Give two of bought, usable and percent, or a list.")
		}
		switch {
		case !g.has("usable"):
			b, p := g.quantity("bought"), g.share("percent", !g.flag("swells"))
			u := b.of(b.base * p)
			return one(u.own(""), "%s × %s %% = %s", b, say(p*100), u)
		case !g.has("bought"):
			u, p := g.quantity("usable"), g.share("percent", !g.flag("swells"))
			if p == 0 {
				refuse("percent", "Of nothing there is nothing to use.")
			}
			b := u.of(u.base / p)
			return one(b.own(""), "%s ÷ %s %% = %s", u, say(p*100), b)
		}
		b, u := g.positive("bought"), g.quantity("usable")
		g.alike("usable", b, u)
		if u.base > b.base*(1+noise) && !g.flag("swells") {
			refuse("usable", "%s cannot be had from %s. If it takes up water, say \"swells\": true.", u, b)
		}
		p := 100 * u.base / b.base
		return one(Figure{"", p, "%"}, "%s ÷ %s = %s %%", u, b, say(p))
	},
}

// yieldOf is the sum of a list, less what it loses one after another.
func yieldOf(g *given) answer {
	var sum quantity
	var lines []string
	items := g.some("list")
	weighed := false
	for _, item := range items {
		weighed = weighed || item.self(mass, volume).unit.kind == mass || item.has("density")
	}
	for k, item := range items {
		a := item.self(mass, volume)
		if weighed && a.unit.kind == volume {
			d := item.positive("density").base
			a = quantity{a.base * d, named("g")}
		}
		if k == 0 {
			sum = quantity{0, a.unit}
		}
		sum.base += a.base
		lines = append(lines, a.String())
	}
	begun := sum
	working := fmt.Sprintf("%s = %s", strings.Join(lines, " + "), sum)
	for _, loss := range []string{"trim", "strained", "evaporated", "clings"} {
		if !g.has(loss) {
			continue
		}
		l := g.quantity(loss)
		if l.unit.kind == percent {
			l = sum.of(sum.base * g.share(loss, true))
		}
		g.alike(loss, sum, l)
		if l.base > sum.base*(1+noise) {
			refuse(loss, "%s is more than the %s that are there.", l, sum)
		}
		sum.base -= l.base
		working += fmt.Sprintf("; − %s %s = %s", l, loss, sum)
	}
	if begun.base == 0 {
		refuse("list", "The list comes to nothing.")
	}
	return several([]Figure{sum.own("yield"), {"of the list", 100 * sum.base / begun.base, "%"}}, "%s", working)
}

var batches = Ask{
	Name: "batches", What: "how many batches make what is wanted, and what is over: each full, or all alike",
	Members: []Member{
		{Name: "wanted", Kinds: append([]kind{number}, amounts...)},
		{Name: "batch", What: "what one pan, tray or mould makes", Kinds: append([]kind{number}, amounts...)},
		{Name: "density", What: "where one is a mass and the other a volume", Kinds: []kind{dense}},
	},
	Example: `{"ask": "batches", "given": {"wanted": {"value": 1150, "unit": "g"}, "batch": {"value": 900, "unit": "g"}}}`,
	do: func(g *given) answer {
		w, b := g.quantity("wanted"), g.positive("batch")
		if w.unit.kind != b.unit.kind && g.has("density") {
			b = g.exchanged(b, w.unit)
		}
		g.alike("batch", w, b)
		n := ceil(w.base / b.base)
		made := w.of(n * b.base)
		over := w.of(math.Max(0, made.base-w.base))
		figures := []Figure{{"batches", n, "batch"}, made.own("made"), over.own("over")}
		if n > 0 {
			figures = append(figures, w.of(w.base/n).own("in each, if all are alike"), w.of(math.Max(0, w.base-(n-1)*b.base)).own("in the last, if the others are full"))
		}
		return several(figures, "%s ÷ %s = %s, so %s; %s × %s = %s; − %s = %s over", w, b, say(w.base/b.base), say(n), say(n), b, made, w, over)
	},
}

// exchanged is a mass as a volume, or the other way round.
func (g *given) exchanged(q quantity, to unit) quantity {
	d := g.positive("density").base
	switch {
	case q.unit.kind == mass && to.kind == volume:
		return quantity{q.base / d, to}
	case q.unit.kind == volume && to.kind == mass:
		return quantity{q.base * d, to}
	}
	return q
}

var percentOf = Ask{
	Name: "percent-of", What: "two of part, whole and percent give the third",
	Members: []Member{
		{Name: "part", Kinds: append([]kind{number}, amounts...)}, {Name: "whole", Kinds: append([]kind{number}, amounts...)}, {Name: "percent", Kinds: []kind{percent}},
	},
	Example: `{"ask": "percent-of", "given": {"whole": {"value": 2.4, "unit": "kg"}, "percent": {"value": 1.8, "unit": "%"}}}`,
	do: func(g *given) answer {
		if g.count("part", "whole", "percent") != 2 {
			refuse("percent", "Give two of part, whole and percent.")
		}
		switch {
		case !g.has("part"):
			w, p := g.quantity("whole"), g.share("percent", false)
			part := w.of(w.base * p)
			return one(part.own(""), "%s × %s %% = %s", w, say(p*100), part)
		case !g.has("whole"):
			part, p := g.quantity("part"), g.share("percent", false)
			if p == 0 {
				refuse("percent", "Of which nothing is a part is not known.")
			}
			w := part.of(part.base / p)
			return one(w.own(""), "%s ÷ %s %% = %s", part, say(p*100), w)
		}
		part, w := g.quantity("part"), g.positive("whole")
		g.alike("part", w, part)
		p := 100 * part.base / w.base
		return one(Figure{"", p, "%"}, "%s ÷ %s × 100 = %s %%", part, w, say(p))
	},
}
