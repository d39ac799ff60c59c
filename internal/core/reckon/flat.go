package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/solids"
)

// shapeMembers are those of a shape that lies somewhere.
var shapeMembers = []Member{
	{Name: "name"}, {Name: "form", What: "absent: circle where there is a diameter", Texts: []string{"circle", "ellipse", "rectangle"}},
	{Name: "diameter", Kinds: []kind{length}}, {Name: "length", What: "from left to right, before it is turned", Kinds: []kind{length}}, {Name: "width", Kinds: []kind{length}},
	{Name: "x", What: "of its middle, to the right; absent: 0", Kinds: []kind{length, signed}}, {Name: "y", What: "downwards", Kinds: []kind{length, signed}},
	{Name: "hour", What: "or its clock hour, 12 at the top", Kinds: []kind{number}}, {Name: "distance", What: "and distance from the centre", Kinds: []kind{length}},
	{Name: "turn", What: "degrees, clockwise", Kinds: []kind{number, signed}},
}

// lain is a shape where it lies.
type lain struct {
	solids.Outline
	name   string
	x, y   float64
	circle float64 // its diameter; 0: it is none
	area   float64
}

// shape reads one.
func (g *given) shape(otherwise string) lain {
	out := lain{name: g.name(otherwise)}
	out.x, out.y = g.middle()
	turn := 0.0
	if g.has("turn") {
		turn = g.quantity("turn").base
	}
	form := "circle"
	if g.has("form") {
		form = g.choice("form")
	} else if !g.has("diameter") {
		refuse(g.at("form"), "Which form has it? A circle has a diameter; else give the form.")
	}
	if form == "circle" {
		d := g.positive("diameter").base
		out.circle, out.area = d, math.Pi/4*d*d
		out.Outline = solids.Ellipse(out.x, out.y, d, d, 0)
		return out
	}
	l, w := g.positive("length").base, g.positive("width").base
	if form == "ellipse" {
		out.area, out.Outline = math.Pi/4*l*w, solids.Ellipse(out.x, out.y, l, w, turn)
		return out
	}
	out.area, out.Outline = l*w, solids.Rectangle(out.x, out.y, l, w, turn)
	return out
}

// middle is where something lies: x and y, or a clock hour and a distance.
func (g *given) middle() (x, y float64) {
	none := quantity{0, named("mm")}
	if g.has("hour") || g.has("distance") {
		if g.has("x") || g.has("y") {
			refuse(g.at("x"), "Give x and y, or hour and distance.")
		}
		if !g.has("distance") {
			refuse(g.at("distance"), "“distance” is missing.")
		}
		return solids.Place(g.hour("hour", 12), g.notBelow("distance").base)
	}
	return g.or("x", none).base, g.or("y", none).base
}

// hour of a clock.
func (g *given) hour(name string, otherwise float64) float64 {
	if !g.has(name) {
		return otherwise
	}
	h := g.quantity(name).base
	if h < 0 || h > 12 {
		refuse(g.at(name), "%s: an hour is 0 to 12.", say(h))
	}
	return h
}

// shapes are so many at least.
func (g *given) shapes(least, most int) (out []lain) {
	for k, s := range g.some("shapes") {
		out = append(out, s.shape(fmt.Sprint(k+1)))
	}
	if len(out) < least || len(out) > most {
		refuse(g.at("shapes"), "%d shapes, and not %d.", least, len(out))
	}
	return out
}

// shared is what two shapes share, in mm²; of two circles by the formula of the lens.
func shared(a, b lain) float64 {
	if a.circle == 0 || b.circle == 0 {
		return a.Within(b.Outline).Area()
	}
	r, s, d := a.circle/2, b.circle/2, math.Hypot(a.x-b.x, a.y-b.y)
	switch {
	case d >= r+s:
		return 0
	case d <= math.Abs(r-s):
		return math.Pi * math.Min(r, s) * math.Min(r, s)
	}
	return r*r*math.Acos((d*d+r*r-s*s)/(2*d*r)) + s*s*math.Acos((d*d+s*s-r*r)/(2*d*s)) - math.Sqrt((-d+r+s)*(d+r-s)*(d-r+s)*(d+r+s))/2
}

var overlapOf = Ask{
	Name: "overlap", What: "what two shapes share, from above",
	Members: []Member{{Name: "shapes", What: "the two", Of: shapeMembers}},
	Example: `{"ask": "overlap", "given": {"shapes": [{"diameter": {"value": 60, "unit": "mm"}}, {"diameter": {"value": 40, "unit": "mm"}, "hour": 3, "distance": {"value": 35, "unit": "mm"}}]}}`,
	do: func(g *given) answer {
		s := g.shapes(2, 2)
		a := quantity{shared(s[0], s[1]), named("mm²")}
		figures := []Figure{a.own("overlap"), {"of " + s[0].name, 100 * a.base / s[0].area, "%"}, {"of " + s[1].name, 100 * a.base / s[1].area, "%"}}
		return several(figures, "%s of %s and %s", a, quantity{s[0].area, a.unit}, quantity{s[1].area, a.unit})
	},
}

var cover = Ask{
	Name: "cover", What: "how much of the first shape the others cover together, and how much stays in sight; or how much of a plate's well is covered",
	Members: []Member{{Name: "shapes", What: "the first is covered by the others; eight of these at most", Of: shapeMembers}},
	Example: `{"ask": "cover", "given": {"shapes": [{"diameter": {"value": 200, "unit": "mm"}}, {"diameter": {"value": 80, "unit": "mm"}}, {"form": "rectangle", "length": {"value": 90, "unit": "mm"}, "width": {"value": 30, "unit": "mm"}, "hour": 3, "distance": {"value": 50, "unit": "mm"}}]}}`,
	do: func(g *given) answer {
		s := g.shapes(2, 9)
		a := quantity{shared(s[0], s[1]), named("mm²")}
		if len(s) > 2 {
			var over []solids.Outline
			for _, o := range s[1:] {
				over = append(over, o.Outline)
			}
			a.base = solids.Covered(s[0].Outline, over)
		}
		free := quantity{math.Max(0, s[0].area-a.base), a.unit}
		return several([]Figure{a.own("covered"), {"covered", 100 * a.base / s[0].area, "%"}, free.own("in sight"), {"in sight", 100 * free.base / s[0].area, "%"}}, "%s of %s, %s in sight", a, quantity{s[0].area, a.unit}, free)
	},
}

// beyond is how far one reaches outside another, and towards which hour. Of circles it is exact: what is
// furthest from the middle of a round edge, or a radius further than the middle of a round shape.
func beyond(a, b lain) (far, hour float64) {
	if a.circle > 0 && b.circle == 0 {
		_, at := a.Beyond(b.Outline)
		hour, _ = solids.HourOf(at[0]-b.x, at[1]-b.y)
		far, _ = solids.Outline{{a.x, a.y}}.Beyond(b.Outline)
		return far + a.circle/2, hour
	}
	if b.circle == 0 {
		far, at := a.Beyond(b.Outline)
		hour, _ = solids.HourOf(at[0]-b.x, at[1]-b.y)
		return far, hour
	}
	if a.circle > 0 {
		h, d := solids.HourOf(a.x-b.x, a.y-b.y)
		return d + a.circle/2 - b.circle/2, h
	}
	far = math.Inf(-1)
	for _, p := range a.Outline {
		if h, d := solids.HourOf(p[0]-b.x, p[1]-b.y); d-b.circle/2 > far {
			far, hour = d-b.circle/2, h
		}
	}
	return far, hour
}

var overhang = Ask{
	Name: "overhang", What: "how far the first shape hangs over the edge of the second, on which it stands, and with how much of itself; below 0: how far inside it stays",
	Members: []Member{{Name: "shapes", What: "what stands, and on what", Of: shapeMembers}},
	Example: `{"ask": "overhang", "given": {"shapes": [{"form": "rectangle", "length": {"value": 90, "unit": "mm"}, "width": {"value": 20, "unit": "mm"}}, {"diameter": {"value": 60, "unit": "mm"}}]}}`,
	do: func(g *given) answer {
		s := g.shapes(2, 2)
		far, hour := beyond(s[0], s[1])
		over := quantity{far, named("mm")}
		out := quantity{math.Max(0, s[0].area-shared(s[0], s[1])), named("mm²")}
		return several([]Figure{over.own("overhang"), out.own("hangs over"), {"hangs over", 100 * out.base / s[0].area, "%"}}, "%s at %s o’clock; %s of %s hang over", over, say(hour), out, quantity{s[0].area, out.unit})
	},
}

var overRim = Ask{
	Name: "over-rim", What: "how far something reaches over the edge of the well, and of the plate; below 0: how far inside it stays",
	Members: append(append([]Member{}, shapeMembers...),
		Member{Name: "plate", What: "its outer diameter", Kinds: []kind{length}}, Member{Name: "plateAcross", What: "the other measure of an oval or square one", Kinds: []kind{length}},
		Member{Name: "well", What: "diameter inside the rim", Kinds: []kind{length}}, Member{Name: "wellAcross", Kinds: []kind{length}}, Member{Name: "plateForm", What: "absent: round", Texts: []string{"round", "square"}}),
	Example: `{"ask": "over-rim", "given": {"plate": {"value": 280, "unit": "mm"}, "well": {"value": 200, "unit": "mm"}, "diameter": {"value": 60, "unit": "mm"}, "hour": 2, "distance": {"value": 85, "unit": "mm"}}}`,
	do: func(g *given) answer {
		s := g.shape("it")
		edge := func(name string) lain {
			l := g.positive(name).base
			w := l
			if g.has(name + "Across") {
				w = g.positive(name + "Across").base
			}
			switch {
			case g.has("plateForm") && g.choice("plateForm") == "square":
				return lain{Outline: solids.Rectangle(0, 0, l, w, 0)}
			case l == w:
				return lain{Outline: solids.Ellipse(0, 0, l, l, 0), circle: l}
			}
			return lain{Outline: solids.Ellipse(0, 0, l, w, 0)}
		}
		if !g.has("plate") && !g.has("well") {
			refuse("plate", "Over the edge of what? Give the plate, the well, or both.")
		}
		var figures []Figure
		how := ""
		for _, name := range []string{"well", "plate"} {
			if !g.has(name) {
				continue
			}
			far, hour := beyond(s, edge(name))
			q := quantity{far, named("mm")}
			figures = append(figures, q.own("over the edge of the "+name))
			how += fmt.Sprintf("; %s over the edge of the %s, at %s o’clock", q, name, say(hour))
		}
		return several(figures, "%s", how[2:])
	},
}
