package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/solids"
)

// solid is a form on a plate: what it needs, its volume in ml, and how that is told. Its height is the last
// that it needs, where it has one.
type solid struct {
	name  string
	needs []string
	ml    func(m map[string]float64) float64
	told  string
}

// forms are those whose volume is reckoned; every measure is the full one.
var forms = []solid{
	{"cylinder", []string{"diameter", "height"}, func(m map[string]float64) float64 { return solids.Cylinder(m["diameter"], m["width"], m["height"]) }, "π ÷ 4 × diameter × width × height"},
	{"ring", []string{"diameter", "height"}, func(m map[string]float64) float64 { return solids.Cylinder(m["diameter"], m["width"], m["height"]) }, "what is set in it: π ÷ 4 × diameter × width × height"},
	{"pool", []string{"diameter", "height"}, func(m map[string]float64) float64 { return solids.Cylinder(m["diameter"], m["width"], m["height"]) }, "π ÷ 4 × diameter × width × depth"},
	{"block", []string{"length", "width", "height"}, func(m map[string]float64) float64 { return solids.Block(m["length"], m["width"], m["height"]) }, "length × width × height"},
	{"cone", []string{"diameter", "height"}, func(m map[string]float64) float64 {
		return solids.Frustum(m["diameter"], 0, m["height"]) * m["width"] / m["diameter"]
	}, "π ÷ 12 × diameter × width × height"},
	{"frustum", []string{"lower", "upper", "height"}, func(m map[string]float64) float64 { return solids.Frustum(m["lower"], m["upper"], m["height"]) }, "π × height × (r² + r × s + s²) ÷ 3 for the radii r and s of both ends"},
	{"dome", []string{"diameter", "height"}, func(m map[string]float64) float64 { return solids.Cap(m["diameter"], m["width"], m["height"]) }, "a cap of a ball: π × height × (3 × a² + height²) ÷ 6 for the radius a of its base"},
	{"ball", []string{"diameter"}, func(m map[string]float64) float64 {
		return solids.Ellipsoid(m["diameter"], m["diameter"], m["diameter"])
	}, "π ÷ 6 × diameter³"},
	{"quenelle", []string{"length", "width", "height"}, func(m map[string]float64) float64 { return solids.Ellipsoid(m["length"], m["width"], m["height"]) }, "three axes: π ÷ 6 × length × width × height"},
	{"roll", []string{"diameter", "length"}, func(m map[string]float64) float64 { return solids.Cylinder(m["diameter"], m["width"], m["length"]) }, "π ÷ 4 × diameter × width × length"},
	{"tube", []string{"diameter", "inner", "height"}, func(m map[string]float64) float64 {
		return solids.Cylinder(m["diameter"], m["diameter"], m["height"]) - solids.Cylinder(m["inner"], m["inner"], m["height"])
	}, "π ÷ 4 × (diameter² − inner²) × height"},
}

func formNames() (out []string) {
	for _, f := range forms {
		out = append(out, f.name)
	}
	return out
}

// measures of a form that are asked for as members.
var formMembers = []Member{
	{Name: "form", Texts: formNames()},
	{Name: "diameter", What: "of the base, or from left to right", Kinds: []kind{length}}, {Name: "width", What: "across that; absent: as the diameter, of a quenelle its height", Kinds: []kind{length}},
	{Name: "length", What: "of a block, a quenelle, a roll", Kinds: []kind{length}}, {Name: "height", What: "or depth; of a quenelle absent: as its width", Kinds: []kind{length}},
	{Name: "lower", What: "diameter of a frustum below", Kinds: []kind{length}}, {Name: "upper", What: "and above", Kinds: []kind{length}}, {Name: "inner", What: "diameter of the hole in a tube", Kinds: []kind{length}},
}

// formGiven is the form that is given, with its measures in mm but for one that is asked.
func (g *given) formGiven(asked string) (solid, map[string]float64) {
	f := forms[0]
	name := g.choice("form")
	for _, o := range forms {
		if o.name == name {
			f = o
		}
	}
	m := map[string]float64{}
	for _, one := range []string{"diameter", "width", "length", "height", "lower", "upper", "inner"} {
		if g.has(one) && one != asked {
			m[one] = g.positive(one).base
		}
	}
	if f.name == "quenelle" && m["height"] == 0 && asked != "height" {
		m["height"] = m["width"]
	}
	for _, need := range f.needs {
		if m[need] == 0 && need != asked {
			refuse(g.at(need), "A %s has a %s: “%s” is missing.", f.name, need, need)
		}
	}
	if m["width"] == 0 {
		m["width"] = m["diameter"]
	}
	if m["inner"] > 0 && m["inner"] >= m["diameter"] {
		refuse(g.at("inner"), "The hole is as wide as the tube.")
	}
	return f, m
}

var volumeOf = Ask{
	Name: "volume", What: "what a form holds, or comes to",
	Members: append(append([]Member{}, formMembers...),
		Member{Name: "count", What: "so many of it; absent: one", Kinds: []kind{number, count}}, Member{Name: "density", What: "for its weight as well", Kinds: []kind{dense}}, Member{Name: "to", What: "the unit of the answer; absent: ml"}),
	Example: `{"ask": "volume", "given": {"form": "cylinder", "diameter": {"value": 70, "unit": "mm"}, "height": {"value": 25, "unit": "mm"}}}`,
	do: func(g *given) answer {
		f, m := g.formGiven("")
		n := 1.0
		if g.has("count") {
			n = g.positive("count").base
		}
		v := quantity{n * f.ml(m), g.to("to", named("ml"), volume)}
		how := fmt.Sprintf("%s: %s = %s", f.name, f.told, v)
		if n != 1 {
			how = fmt.Sprintf("%s: %s, × %s = %s", f.name, f.told, say(n), v)
		}
		if !g.has("density") {
			return one(v.own("volume"), "%s", how)
		}
		w := quantity{v.base * g.positive("density").base, named("g")}
		return several([]Figure{v.own("volume"), w.own("weight")}, "%s; × %s = %s", how, g.quantity("density"), w)
	},
}

var height = Ask{
	Name: "height", What: "how high so much of it stands in a form; of a roll how long it is, of a ball how wide",
	Members: append(append([]Member{}, formMembers...),
		Member{Name: "amount", What: "of one", Kinds: []kind{volume, mass}}, Member{Name: "density", What: "where the amount is a weight", Kinds: []kind{dense}}, Member{Name: "to", What: "the unit of the answer; absent: mm"}),
	Example: `{"ask": "height", "given": {"form": "dome", "diameter": {"value": 60, "unit": "mm"}, "amount": {"value": 40, "unit": "ml"}}}`,
	do: func(g *given) answer {
		asked := map[string]string{"roll": "length", "ball": "diameter"}[g.choice("form")]
		if asked == "" {
			asked = "height"
		}
		if g.has(asked) {
			refuse(g.at(asked), "The %s is what is asked.", asked)
		}
		f, m := g.formGiven(asked)
		ml := g.millilitres("amount")
		low, high := 0.0, 1.0
		at := func(v float64) float64 {
			m[asked] = v
			if f.name == "ball" {
				m["width"] = v
			}
			return f.ml(m)
		}
		for at(high) < ml && high < 1e9 {
			high *= 2
		}
		for range 200 {
			if mid := (low + high) / 2; at(mid) < ml {
				low = mid
			} else {
				high = mid
			}
		}
		h := quantity{(low + high) / 2, g.to("to", named("mm"), length)}
		return one(h.own(asked), "%s: %s = %s, so %s %s", f.name, f.told, quantity{ml, named("ml")}, asked, h)
	},
}

// millilitres are an amount as a volume, through its density where it is a weight.
func (g *given) millilitres(name string) float64 {
	q := g.positive(name)
	if q.unit.kind == volume {
		return q.base
	}
	if !g.has("density") {
		refuse(g.at("density"), "%s is a weight: “density” is missing.", q)
	}
	return q.base / g.positive("density").base
}

// plane is a form from above: what it needs, its area in mm², how that is told.
var planes = []solid{
	{"circle", []string{"diameter"}, func(m map[string]float64) float64 { return math.Pi / 4 * m["diameter"] * m["diameter"] }, "π ÷ 4 × diameter²"},
	{"ellipse", []string{"length", "width"}, func(m map[string]float64) float64 { return math.Pi / 4 * m["length"] * m["width"] }, "π ÷ 4 × length × width"},
	{"rectangle", []string{"length", "width"}, func(m map[string]float64) float64 {
		return m["length"]*m["width"] - (4-math.Pi)*m["corner"]*m["corner"]
	}, "length × width, less (4 − π) × corner² where they are rounded"},
	{"square", []string{"length"}, func(m map[string]float64) float64 {
		return m["length"]*m["length"] - (4-math.Pi)*m["corner"]*m["corner"]
	}, "length², less (4 − π) × corner² where they are rounded"},
	{"annulus", []string{"diameter", "inner"}, func(m map[string]float64) float64 {
		return math.Pi / 4 * (m["diameter"]*m["diameter"] - m["inner"]*m["inner"])
	}, "π ÷ 4 × (diameter² − inner²)"},
	{"wedge", []string{"diameter", "angle"}, func(m map[string]float64) float64 {
		return math.Pi / 4 * m["diameter"] * m["diameter"] * m["angle"] / 360
	}, "π ÷ 4 × diameter² × angle ÷ 360°"},
	{"triangle", []string{"length", "width"}, func(m map[string]float64) float64 { return m["length"] * m["width"] / 2 }, "length × width ÷ 2, as base and height"},
	{"swipe", []string{"length", "start", "end"}, func(m map[string]float64) float64 { return m["length"] * (m["start"] + m["end"]) / 2 }, "length × (start + end) ÷ 2"},
}

func planeNames() (out []string) {
	for _, f := range planes {
		out = append(out, f.name)
	}
	return out
}

var areaOf = Ask{
	Name: "area", What: "of a form from above",
	Members: []Member{
		{Name: "form", Texts: planeNames()},
		{Name: "diameter", Kinds: []kind{length}}, {Name: "length", Kinds: []kind{length}}, {Name: "width", Kinds: []kind{length}}, {Name: "inner", What: "diameter of the hole in an annulus", Kinds: []kind{length}},
		{Name: "corner", What: "radius of rounded corners", Kinds: []kind{length}}, {Name: "angle", What: "of a wedge, in degrees", Kinds: []kind{number}}, {Name: "start", What: "width of a swipe where it starts", Kinds: []kind{length}}, {Name: "end", What: "and where it ends; 0: in a point", Kinds: []kind{length}},
		{Name: "count", What: "so many of it; absent: one", Kinds: []kind{number, count}}, {Name: "to", What: "the unit of the answer; absent: mm²"},
	},
	Example: `{"ask": "area", "given": {"form": "annulus", "diameter": {"value": 80, "unit": "mm"}, "inner": {"value": 50, "unit": "mm"}}}`,
	do: func(g *given) answer {
		var f solid
		name := g.choice("form")
		for _, o := range planes {
			if o.name == name {
				f = o
			}
		}
		m := map[string]float64{}
		for _, one := range []string{"diameter", "length", "width", "inner", "corner", "angle", "start", "end"} {
			if g.has(one) {
				m[one] = g.notBelow(one).base
			}
		}
		for _, need := range f.needs {
			if !g.has(need) || m[need] == 0 && need != "end" && need != "inner" {
				refuse(g.at(need), "A %s has a %s: “%s” is missing.", f.name, need, need)
			}
		}
		switch {
		case m["inner"] > m["diameter"] && f.name == "annulus":
			refuse("inner", "The hole is wider than the whole.")
		case m["angle"] > 360:
			refuse("angle", "A wedge has 360° at most.")
		case 2*m["corner"] > m["length"] || m["width"] > 0 && 2*m["corner"] > m["width"]:
			refuse("corner", "Corners so round do not fit.")
		}
		n := 1.0
		if g.has("count") {
			n = g.positive("count").base
		}
		a := quantity{n * f.ml(m), g.to("to", named("mm²"), area)}
		return one(a.own("area"), "%s: %s = %s", f.name, f.told, a)
	},
}

// notBelow is an amount of 0 or more.
func (g *given) notBelow(name string) quantity {
	q := g.quantity(name)
	if q.base < 0 {
		refuse(g.at(name), "0 or more, and not %s.", q)
	}
	return q
}
