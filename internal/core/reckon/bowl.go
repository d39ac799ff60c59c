package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/solids"
)

var fill = Ask{
	Name: "fill", What: "how high so much stands in a bowl, a ring, a glass or a tray, or how much it holds up to a level; and what it holds to the rim",
	Members: []Member{
		{Name: "sides", What: "absent: straight", Texts: []string{string(solids.Straight), string(solids.Conical), string(solids.Rounded)}},
		{Name: "diameter", What: "inside, at the rim", Kinds: []kind{length}}, {Name: "width", What: "across that, where it is oval; with corners: length and width", Kinds: []kind{length}}, {Name: "length", What: "of a tray with corners, in place of a diameter", Kinds: []kind{length}},
		{Name: "bottom", What: "diameter of a conical one's floor; 0: a point", Kinds: []kind{length}}, {Name: "depth", What: "from the rim to the floor", Kinds: []kind{length}},
		{Name: "amount", What: "how high does so much stand?", Kinds: []kind{volume, mass}}, {Name: "density", What: "where that is a weight", Kinds: []kind{dense}},
		{Name: "level", What: "or how much is it up to there?", Kinds: []kind{length}}, {Name: "share", What: "or filled to this part of its depth", Kinds: []kind{percent}},
		{Name: "standing", What: "volume of what stands in it below the level already", Kinds: []kind{volume}},
	},
	Example: `{"ask": "fill", "given": {"sides": "rounded", "diameter": {"value": 160, "unit": "mm"}, "depth": {"value": 40, "unit": "mm"}, "amount": {"value": 180, "unit": "ml"}}}`,
	do: func(g *given) answer {
		b, square := g.bowl()
		holds := b.Holds() * square
		standing := g.or("standing", quantity{0, named("ml")}).base
		full := Figure{"to the rim", holds - standing, "ml"}
		if n := g.count("amount", "level", "share"); n > 1 {
			refuse("amount", "Give one of amount, level and share.")
		} else if n == 0 {
			return several([]Figure{full}, "%s sides: %s to the rim", b.Sides, quantity{holds, named("ml")})
		}
		if !g.has("amount") {
			level := quantity{b.Depth, named("mm")}
			if g.has("level") {
				level = g.notBelow("level")
			} else {
				level.base *= g.share("share", true)
			}
			if level.base > b.Depth+noise {
				refuse("level", "%s is over the rim, %s.", level, quantity{b.Depth, level.unit})
			}
			v := quantity{b.At(level.base)*square - standing, named("ml")}
			if v.base < 0 {
				refuse("standing", "What stands in it is more than there is up to there.")
			}
			return several([]Figure{v.own("amount"), full, {"of that", 100 * v.base / full.Value, "%"}, {"across at the level", b.WideAt(level.base), "mm"}}, "%s sides up to %s: %s", b.Sides, level, v)
		}
		ml := g.millilitres("amount")
		level, fits := b.Level((ml + standing) / square)
		if !fits {
			refuse("amount", "It holds %s to the rim: %s too much.", quantity{full.Value, named("ml")}, quantity{ml - full.Value, named("ml")})
		}
		q := quantity{level, named("mm")}
		return several([]Figure{q.own("level"), full, {"of that", 100 * ml / full.Value, "%"}, {"below the rim", b.Depth - level, "mm"}, {"across at the level", b.WideAt(level), "mm"}}, "%s sides, %s to the rim; %s stand %s high", b.Sides, quantity{holds, named("ml")}, quantity{ml, named("ml")}, q)
	},
}

// bowl is the one that is given; what it holds times square is what one with corners does.
func (g *given) bowl() (b solids.Bowl, square float64) {
	b, square = solids.Bowl{Sides: solids.Straight, Depth: g.positive("depth").base}, 1
	if g.has("sides") {
		b.Sides = solids.Sides(g.choice("sides"))
	}
	if g.has("length") == g.has("diameter") {
		refuse("diameter", "Give its diameter, or, with corners, length and width.")
	}
	if g.has("length") {
		if b.Sides != solids.Straight {
			refuse("length", "With corners its sides are straight.")
		}
		b.Rim, b.Across = g.positive("length").base, g.positive("width").base
		return b, 4 / math.Pi
	}
	b.Rim = g.positive("diameter").base
	if g.has("width") {
		b.Across = g.positive("width").base
	}
	if b.Sides == solids.Conical {
		if b.Bottom = g.notBelow("bottom").base; b.Bottom > b.Rim {
			refuse("bottom", "Wider below than at the rim: turn the two round.")
		}
	} else if g.has("bottom") {
		refuse("bottom", "Only a conical one has a floor of its own.")
	}
	if b.Sides == solids.Rounded && b.Depth > b.Rim/2+noise {
		refuse("depth", "A rounded bowl is no deeper than half its diameter.")
	}
	return b, square
}

var swipe = Ask{
	Name: "swipe", What: "a stroke of sauce or purée that grows thin: how much it takes, or how long or deep so much makes it",
	Members: []Member{
		{Name: "length", What: "absent: asked", Kinds: []kind{length}}, {Name: "start", What: "width where it starts", Kinds: []kind{length}}, {Name: "end", What: "and where it ends; absent: as the start", Kinds: []kind{length}},
		{Name: "depth", What: "where it starts; absent: asked", Kinds: []kind{length}}, {Name: "endDepth", What: "and where it ends; absent: as at the start", Kinds: []kind{length}},
		{Name: "section", What: "flat fills width times depth, rounded π ÷ 4 of it; absent: flat", Texts: []string{"flat", "rounded"}},
		{Name: "amount", What: "absent: asked", Kinds: []kind{volume, mass}}, {Name: "density", What: "where that is a weight, or for the weight", Kinds: []kind{dense}},
	},
	Example: `{"ask": "swipe", "given": {"length": {"value": 140, "unit": "mm"}, "start": {"value": 40, "unit": "mm"}, "end": {"value": 10, "unit": "mm"}, "depth": {"value": 3, "unit": "mm"}, "endDepth": {"value": 1, "unit": "mm"}}}`,
	do: func(g *given) answer {
		start := g.positive("start").base
		end := start
		if g.has("end") {
			end = g.notBelow("end").base
		}
		section := 1.0
		if g.has("section") && g.choice("section") == "rounded" {
			section = math.Pi / 4
		}
		if g.count("length", "depth", "amount") != 2 {
			refuse("amount", "Give two of length, depth and amount: the third is asked.")
		}
		of := func(long, deep, endDeep float64) float64 {
			return solids.Swipe(long, start, end, deep, endDeep, section)
		}
		told := fmt.Sprintf("length ÷ 6 × (2 × %s × depth + 2 × %s × end + %s × end + %s × depth)", say(start), say(end), say(start), say(end))
		mm := named("mm")
		if !g.has("depth") {
			l, ml := g.positive("length"), g.millilitres("amount")
			if g.has("endDepth") {
				e := g.notBelow("endDepth").base
				each, rest := of(l.base, 1, 0), of(l.base, 0, e)
				if ml < rest {
					refuse("amount", "Less than its end alone takes.")
				}
				return one(quantity{(ml - rest) / each, mm}.own("depth"), "%s: %s", told, quantity{(ml - rest) / each, mm})
			}
			d := quantity{ml / of(l.base, 1, 1), mm}
			return one(d.own("depth"), "%s: %s", told, d)
		}
		deep := g.positive("depth").base
		endDeep := deep
		if g.has("endDepth") {
			endDeep = g.notBelow("endDepth").base
		}
		if !g.has("length") {
			l := quantity{g.millilitres("amount") / of(1, deep, endDeep), mm}
			return one(l.own("length"), "%s: %s", told, l)
		}
		v := quantity{of(g.positive("length").base, deep, endDeep), named("ml")}
		if g.has("density") {
			w := quantity{v.base * g.positive("density").base, named("g")}
			return several([]Figure{v.own("amount"), w.own("weight")}, "%s = %s; %s", told, v, w)
		}
		return one(v.own("amount"), "%s = %s", told, v)
	},
}

var dots = Ask{
	Name: "dots", What: "how many dots so much makes, how much so many take, or how wide they are: caps of balls, half a ball where no height is said",
	Members: []Member{
		{Name: "diameter", What: "of one; absent: asked", Kinds: []kind{length}}, {Name: "height", What: "absent: half the diameter", Kinds: []kind{length}},
		{Name: "count", What: "absent: asked", Kinds: []kind{number, count}}, {Name: "amount", What: "of all; absent: asked", Kinds: []kind{volume, mass}}, {Name: "density", What: "where that is a weight, or for the weight", Kinds: []kind{dense}},
	},
	Example: `{"ask": "dots", "given": {"diameter": {"value": 12, "unit": "mm"}, "height": {"value": 5, "unit": "mm"}, "amount": {"value": 10, "unit": "ml"}}}`,
	do: func(g *given) answer {
		if g.count("diameter", "count", "amount") != 2 {
			refuse("amount", "Give two of diameter, count and amount: the third is asked.")
		}
		each := func(d float64) float64 {
			if g.has("height") {
				return solids.Cap(d, d, g.positive("height").base)
			}
			return solids.Cap(d, d, d/2)
		}
		ml, mm := named("ml"), named("mm")
		if !g.has("diameter") {
			one1 := g.millilitres("amount") / g.positive("count").base
			low, high := 0.0, 1e4
			if each(low+1e-12) > one1 {
				refuse("height", "Dots so high take more than that.")
			}
			for range 200 {
				if mid := (low + high) / 2; each(mid) < one1 {
					low = mid
				} else {
					high = mid
				}
			}
			d := quantity{(low + high) / 2, mm}
			return one(d.own("diameter"), "%s each, so %s wide", quantity{one1, ml}, d)
		}
		e := each(g.positive("diameter").base)
		if !g.has("amount") {
			v := quantity{e * g.positive("count").base, ml}
			if g.has("density") {
				w := quantity{v.base * g.positive("density").base, named("g")}
				return several([]Figure{v.own("amount"), {"each", e, "ml"}, w.own("weight")}, "%s each × %s = %s = %s", quantity{e, ml}, g.quantity("count"), v, w)
			}
			return several([]Figure{v.own("amount"), {"each", e, "ml"}}, "%s each × %s = %s", quantity{e, ml}, g.quantity("count"), v)
		}
		all := g.millilitres("amount")
		n := floor(all / e)
		return several([]Figure{{"count", n, "dot"}, {"each", e, "ml"}, {"left", math.Max(0, all-n*e), "ml"}}, "%s ÷ %s each = %s, so %s", quantity{all, ml}, quantity{e, ml}, say(all/e), say(n))
	},
}
