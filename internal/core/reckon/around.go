package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/solids"
)

var place = Ask{
	Name: "place", What: "a clock hour and a distance as x to the right and y downwards, or the other way round; 12 is at the top",
	Members: []Member{
		{Name: "hour", What: "0 to 12, 2.5 for half past two", Kinds: []kind{number}}, {Name: "distance", What: "from the centre", Kinds: []kind{length}},
		{Name: "part", What: "or a part of the way to the edge", Kinds: []kind{percent, number}}, {Name: "well", What: "of a well of this diameter", Kinds: []kind{length}},
		{Name: "fromX", What: "measured from another point; absent: from the centre", Kinds: []kind{length, signed}}, {Name: "fromY", Kinds: []kind{length, signed}},
		{Name: "x", What: "or: to the right", Kinds: []kind{length, signed}}, {Name: "y", What: "downwards", Kinds: []kind{length, signed}},
		{Name: "up", What: "true: y is upwards", Flag: true},
	},
	Example: `{"ask": "place", "given": {"hour": 2, "distance": {"value": 40, "unit": "mm"}}}`,
	do: func(g *given) answer {
		mm := named("mm")
		sign := 1.0
		if g.has("up") && g.flag("up") {
			sign = -1
		}
		if g.has("x") || g.has("y") {
			if g.has("hour") || g.has("distance") {
				refuse("x", "Give x and y, or hour and distance.")
			}
			x, y := g.or("x", quantity{0, mm}), g.or("y", quantity{0, mm})
			h, d := solids.HourOf(x.base-g.or("fromX", quantity{0, mm}).base, sign*(y.base-g.or("fromY", quantity{0, mm}).base))
			if h == 0 {
				h = 12
			}
			return several([]Figure{{"hour", h, ""}, {"distance", d, "mm"}}, "√(x² + y²) = %s; the angle from 12 clockwise ÷ 30° = %s", quantity{d, mm}, say(h))
		}
		d := quantity{0, mm}
		if g.has("part") {
			p := g.quantity("part")
			if !g.has("well") {
				refuse("well", "A part of the way to the edge of what? Give the well.")
			}
			d.base = p.base * g.positive("well").base / 2
		} else {
			d = g.notBelow("distance")
		}
		if !g.has("hour") && d.base > 0 {
			refuse("hour", "“hour” is missing.")
		}
		h := g.hour("hour", 12)
		x, y := solids.Place(h, d.base)
		x, y = x+g.or("fromX", quantity{0, mm}).base, sign*y+g.or("fromY", quantity{0, mm}).base
		return several([]Figure{{"x", x, "mm"}, {"y", y, "mm"}}, "%s × sin(%s × 30°) = %s to the right; %s × cos = %s %s", d, say(h), quantity{x, mm}, d, quantity{y, mm}, map[bool]string{true: "up", false: "down"}[sign < 0])
	},
}

var ringOf = Ask{
	Name: "ring-of", What: "so many at equal angles on a circle, or in a row, and the gap between them; or how many fit",
	Members: []Member{
		{Name: "count", What: "so many; absent: as many as fit", Kinds: []kind{number, count}},
		{Name: "radius", What: "of the circle through their middles", Kinds: []kind{length}}, {Name: "length", What: "or of a row, from edge to edge", Kinds: []kind{length}},
		{Name: "diameter", What: "of one, or its length along the circle or row", Kinds: []kind{length}}, {Name: "gap", What: "between two at least; absent: they may touch", Kinds: []kind{length}},
		{Name: "hour", What: "of the first; absent: 12", Kinds: []kind{number}},
	},
	Example: `{"ask": "ring-of", "given": {"radius": {"value": 60, "unit": "mm"}, "diameter": {"value": 30, "unit": "mm"}, "gap": {"value": 5, "unit": "mm"}}}`,
	do: func(g *given) answer {
		mm := named("mm")
		d, gap := g.or("diameter", quantity{0, mm}), g.or("gap", quantity{0, mm})
		if d.base < 0 || gap.base < 0 {
			refuse("diameter", "Sizes of 0 or more.")
		}
		if g.has("radius") == g.has("length") {
			refuse("radius", "Give the radius of the circle, or the length of the row.")
		}
		n := 0.0
		if g.has("count") {
			if n = g.positive("count").base; n != math.Trunc(n) {
				refuse("count", "%s pieces: a whole number.", say(n))
			}
		} else if d.base+gap.base == 0 {
			refuse("count", "How many, or how large is one?")
		}
		if g.has("length") {
			return row(g.positive("length"), d, gap, n)
		}
		r := g.positive("radius")
		if n == 0 {
			n = float64(solids.FitRound(r.base, d.base, gap.base))
		}
		apart := 0.0
		if n > 1 {
			apart = solids.Apart(int(n), r.base)
		}
		figures := []Figure{{"count", n, "piece"}, {"angle", 360 / n, "°"}, {"between middles", apart, "mm"}, {"gap", apart - d.base, "mm"}}
		if n > 1 && apart-d.base < gap.base-noise {
			refuse("count", "%s of %s do not fit: the gap would be %s.", say(n), d, quantity{apart - d.base, mm})
		}
		first := g.hour("hour", 12)
		for k := range int(math.Min(n, 60)) {
			x, y := solids.Place(first+12*float64(k)/n, r.base)
			figures = append(figures, Figure{fmt.Sprintf("x of %d", k+1), x, "mm"}, Figure{fmt.Sprintf("y of %d", k+1), y, "mm"})
		}
		return several(figures, "360° ÷ %s = %s°; 2 × %s × sin(180° ÷ %s) = %s between middles; − %s = %s", say(n), say(360/n), r, say(n), quantity{apart, mm}, d, quantity{apart - d.base, mm})
	},
}

// row is so many in a row.
func row(l, d, gap quantity, n float64) answer {
	if n == 0 {
		n = inRow(l.base, d.base, gap.base)
	}
	if n == 0 {
		refuse("length", "None fits: one takes %s.", d)
	}
	free := l.of(l.base - n*d.base)
	between := 0.0
	if n > 1 {
		between = free.base / (n - 1)
	}
	if free.base < -noise || n > 1 && between < gap.base-noise {
		refuse("count", "%s of %s do not fit on %s.", say(n), d, l)
	}
	return several([]Figure{{"count", n, "piece"}, {"between middles", d.base + between, "mm"}, {"gap", between, "mm"}}, "%s − %s × %s = %s; ÷ %s gaps = %s", l, say(n), d, free, say(math.Max(1, n-1)), l.of(between))
}

var massCentre = Ask{
	Name: "mass-centre", What: "where the weight of a plate lies: each part by its mass",
	Members: []Member{{Name: "parts", Of: []Member{{Name: "name"}, {Name: "value"}, {Name: "unit", What: "of its mass"}, {Name: "x", Kinds: []kind{length, signed}}, {Name: "y", What: "downwards", Kinds: []kind{length, signed}}, {Name: "hour", Kinds: []kind{number}}, {Name: "distance", Kinds: []kind{length}}}}},
	Example: `{"ask": "mass-centre", "given": {"parts": [{"name": "hake", "value": 150, "unit": "g", "hour": 9, "distance": {"value": 20, "unit": "mm"}}, {"name": "swede", "value": 110, "unit": "g", "hour": 3, "distance": {"value": 45, "unit": "mm"}}]}}`,
	do: func(g *given) answer {
		var x, y, sum float64
		for _, p := range g.some("parts") {
			m := p.self(mass)
			if m.base < 0 {
				refuse(p.at("value"), "A mass of 0 or more.")
			}
			px, py := p.middle()
			x, y, sum = x+m.base*px, y+m.base*py, sum+m.base
		}
		if sum == 0 {
			refuse("parts", "Nothing of it weighs anything.")
		}
		x, y = x/sum, y/sum
		h, d := solids.HourOf(x, y)
		return several([]Figure{{"x", x, "mm"}, {"y", y, "mm"}, {"distance", d, "mm"}, {"hour", h, ""}}, "Σ mass × x ÷ %s = %s mm to the right; Σ mass × y = %s mm down: %s mm towards %s o’clock", quantity{sum, named("g")}, say(x), say(y), say(d), say(h))
	},
}

var stack = Ask{
	Name: "stack", What: "how high a plate stands: layers on one another, with what sinks in and what leans",
	Members: []Member{{Name: "layers", What: "from below; the value is the height, of what leans the thickness", Of: []Member{
		{Name: "name"}, {Name: "value"}, {Name: "unit"}, {Name: "count", What: "so many on one another; absent: one", Kinds: []kind{number, count}},
		{Name: "sinks", What: "into what is below it: so much, or so much of its own height", Kinds: []kind{length, percent}}, {Name: "length", What: "of what leans", Kinds: []kind{length}}, {Name: "angle", What: "at which it leans, in degrees from the level", Kinds: []kind{number}},
	}}, {Name: "to", What: "the unit of the answer; absent: mm"}},
	Example: `{"ask": "stack", "given": {"layers": [{"name": "swede", "value": 25, "unit": "mm"}, {"name": "hake", "value": 30, "unit": "mm", "sinks": {"value": 4, "unit": "mm"}}]}}`,
	do: func(g *given) answer {
		mm := named("mm")
		top := 0.0
		figures, how := []Figure{}, ""
		for k, l := range g.some("layers") {
			h := l.self(length)
			if h.base < 0 {
				refuse(l.at("value"), "A height of 0 or more.")
			}
			high := h.base
			if l.has("count") {
				high *= l.positive("count").base
			}
			if l.has("angle") != l.has("length") {
				refuse(l.at("angle"), "What leans has a length and an angle.")
			}
			if l.has("angle") {
				a := l.quantity("angle").base
				if a < 0 || a > 90 {
					refuse(l.at("angle"), "%s°: from 0 to 90.", say(a))
				}
				sin, cos := math.Sincos(a * math.Pi / 180)
				high = l.positive("length").base*sin + high*cos
			}
			sinks := l.or("sinks", quantity{0, mm})
			if sinks.unit.kind == percent {
				sinks = quantity{sinks.base * high, mm}
			}
			if sinks.base < 0 || sinks.base > top+noise {
				refuse(l.at("sinks"), "It sinks into %s at most.", quantity{top, mm})
			}
			base := top - sinks.base
			top = math.Max(top, base+high)
			figures = append(figures, Figure{l.name(fmt.Sprint(k+1)) + ": from", base, "mm"}, Figure{l.name(fmt.Sprint(k+1)) + ": to", base + high, "mm"})
			how += fmt.Sprintf("; %s − %s + %s = %s", say(base+sinks.base), say(sinks.base), say(high), say(base+high))
		}
		q := quantity{top, g.to("to", mm, length)}
		return several(append([]Figure{q.own("height")}, figures...), "%s", how[2:])
	},
}
