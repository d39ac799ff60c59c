package reckon

import (
	"math"
	"strings"

	"jointime/internal/core/units"
)

var measured = []kind{mass, volume, count, length, area, heat, span, power, energy, dense, percent}

var convert = Ask{
	Name: "convert", What: "an amount in another unit; between mass and volume through a density, between pieces and mass through what one weighs",
	Members: []Member{
		{Name: "amount", What: "what is converted", Kinds: measured},
		{Name: "to", What: "the unit: \"cup\", \"US cup\", \"imperial pint\""},
		{Name: "density", What: "where mass and volume are exchanged", Kinds: []kind{dense}},
		{Name: "each", What: "what one weighs, where pieces and mass are exchanged", Kinds: []kind{mass}},
	},
	Example: `{"ask": "convert", "given": {"amount": {"value": 2, "unit": "US cup"}, "to": "g", "density": {"value": 0.53, "unit": "g/ml"}}}`,
	do: func(g *given) answer {
		if g.has("each") { // then it may be of anything: lemons
			g.members[0].Kinds = append([]kind{thing}, measured...)
		}
		a := g.quantity("amount")
		word := g.text("to")
		u, is := g.unit(word)
		if !is {
			refuse("to", "“%s” is not a unit that is known here.", word)
		}
		if a.unit.kind == u.kind && (u.kind != count || u.name == a.unit.name) {
			return one(a.figure("", u), "%s = %s", a, figured(a.in(u), u.name))
		}
		grams, how := a.base, ""
		switch {
		case a.unit.kind == mass:
		case a.unit.kind == volume && (u.kind == mass || u.kind == count):
			d := g.positive("density").base
			grams, how = a.base*d, " × "+say(d)+" g/ml"
		case a.unit.kind == count && (u.kind == mass || u.kind == volume):
			e := g.positive("each").base
			grams, how = a.base*e, " × "+say(e)+" g each"
		default:
			refuse("to", "%s cannot be told in %s.", a, u.name)
		}
		switch u.kind {
		case volume:
			d := g.positive("density").base
			grams, how = grams/d, how+" ÷ "+say(d)+" g/ml"
		case count:
			e := g.positive("each").base
			grams, how = grams/e, how+" ÷ "+say(e)+" g each"
		case mass:
		default:
			refuse("to", "%s cannot be told in %s.", a, u.name)
		}
		q := quantity{grams, u}
		return one(q.figure("", u), "%s%s = %s", a, how, q)
	},
}

var temperature = Ask{
	Name: "temperature", What: "a temperature on another scale, not rounded to any knob",
	Members: []Member{{Name: "temperature", What: "in °C, °F or K", Kinds: []kind{heat}}, {Name: "to", What: "°C, °F or K"}},
	Example: `{"ask": "temperature", "given": {"temperature": {"value": 190, "unit": "°C"}, "to": "°F"}}`,
	do: func(g *given) answer {
		t := g.quantity("temperature")
		g.text("to")
		u := g.to("to", t.unit, heat)
		return one(t.figure("", u), "%s", heatSum(t, u))
	},
}

// heatSum is the sum by which a temperature is told on another scale.
func heatSum(t quantity, u unit) string {
	v, end := say(t.in(t.unit)), " = "+figured(t.in(u), u.name)
	switch t.unit.name + u.name {
	case "°C°F":
		return v + " × 9 ÷ 5 + 32" + end
	case "°F°C":
		return "(" + v + " − 32) × 5 ÷ 9" + end
	case "°CK":
		return v + " + 273.15" + end
	case "K°C":
		return v + " − 273.15" + end
	case "°FK":
		return "(" + v + " − 32) × 5 ÷ 9 + 273.15" + end
	case "K°F":
		return "(" + v + " − 273.15) × 9 ÷ 5 + 32" + end
	}
	return t.String()
}

var temperatureDifference = Ask{
	Name: "temperature-difference", What: "how much warmer, on another scale: 10 °C more are 18 °F more",
	Members: []Member{
		{Name: "difference", What: "how much warmer, or cooler below nought", Kinds: []kind{heat}},
		{Name: "from", What: "or between two temperatures: the one", Kinds: []kind{heat}},
		{Name: "until", What: "the other", Kinds: []kind{heat}},
		{Name: "to", What: "°C, °F or K; absent: as it is given"},
	},
	Example: `{"ask": "temperature-difference", "given": {"difference": {"value": 10, "unit": "°C"}, "to": "°F"}}`,
	do: func(g *given) answer {
		if g.has("difference") {
			if g.has("from") || g.has("until") {
				refuse("difference", "A difference, or two temperatures: not both.")
			}
			var d quantity
			d.unit, d.base = g.difference()
			u := g.to("to", d.unit, heat)
			v := d.base / u.factor
			return one(Figure{"", v, u.name}, "%s × %s = %s", figured(d.base/d.unit.factor, d.unit.name), say(d.unit.factor/u.factor), figured(v, u.name))
		}
		a, b := g.quantity("from"), g.quantity("until")
		u := g.to("to", b.unit, heat)
		v := (b.base - a.base) / u.factor
		return one(Figure{"", v, u.name}, "%s − %s = %s", figured(b.in(u), u.name), figured(a.in(u), u.name), figured(v, u.name))
	},
}

// difference is read without the zero of its scale: −300 °C less is no temperature.
func (g *given) difference() (unit, float64) {
	at := &given{path: g.path, raw: g.raw, members: []Member{{Name: "difference", Kinds: []kind{number, heat}}}, family: g.family}
	v, word := at.bare("difference")
	u, is := g.unit(word)
	if !is || u.kind != heat {
		refuse(g.at("difference"), "A difference is in °C, °F or K.")
	}
	return u, v * u.factor
}

// marks are the dials of gas ovens: °C as cookery books print them (units.GasMarks), and the °F
// of which they are the nearest: mark 1 is 275 °F, each further one 25 °F more, ½ and ¼ are 250 and
// 225 °F. From memory.
var marks = []struct {
	mark       float64
	sign       string
	fahrenheit float64
}{{0.25, "¼", 225}, {0.5, "½", 250}, {1, "1", 275}, {2, "2", 300}, {3, "3", 325}, {4, "4", 350}, {5, "5", 375}, {6, "6", 400}, {7, "7", 425}, {8, "8", 450}, {9, "9", 475}}

// fanLess is how much cooler an oven with a fan is set: common practice, no source.
const fanLess = 20

// markWithin is how far from a mark a temperature may lie, in °C: half of what lies between two.
const markWithin = 10

var ovenMark = Ask{
	Name: "oven-mark", What: "a gas mark as °C (as cookery books print it), °F and °C in an oven with a fan; or the mark nearest to a temperature",
	Members: []Member{
		{Name: "mark", What: "¼ (0.25), ½ (0.5), 1 to 9", Kinds: []kind{number}},
		{Name: "temperature", What: "or of an oven without a fan", Kinds: []kind{heat}},
		{Name: "to", What: "°C, °F or fan, where one is wanted; absent: all three"},
	},
	Example: `{"ask": "oven-mark", "given": {"mark": 4}}`,
	do: func(g *given) answer {
		if g.has("temperature") {
			return nearestMark(g)
		}
		v, word := g.bare("mark")
		word = strings.TrimSpace(strings.TrimPrefix(strings.TrimSuffix(strings.TrimPrefix(strings.ToLower(word), "gas"), "mark"), " mark"))
		for _, m := range marks {
			if word == m.sign || math.Abs(v-m.mark) < 1e-9 {
				c := units.GasMarks[m.sign]
				all := []Figure{{"oven", c, "°C"}, {"oven", m.fahrenheit, "°F"}, {"fan", c - fanLess, "°C"}}
				at := map[string]int{"": -1, "°c": 0, "c": 0, "°f": 1, "f": 1, "fan": 2, "°c fan": 2}
				want := ""
				if g.has("to") {
					want = strings.ToLower(g.text("to"))
				}
				k, is := at[want]
				if !is {
					refuse("to", "°C, °F or fan.")
				}
				if k >= 0 {
					return one(all[k], "gas mark %s: %s by the usual table", m.sign, figured(all[k].Value, all[k].Unit))
				}
				return several(all, "gas mark %s: %s °C and %s °F by the usual table, each rounded by itself; with a fan %d °C less", m.sign, say(c), say(m.fahrenheit), fanLess)
			}
		}
		refuse("mark", "Gas marks are ¼, ½ and 1 to 9.")
		return answer{}
	},
}

func nearestMark(g *given) answer {
	t := g.quantity("temperature")
	best, off := 0, math.Inf(1)
	for k, m := range marks {
		d := math.Abs(units.GasMarks[m.sign] - t.base)
		if as := t.in(named("°F")); d < off || d == off && math.Abs(m.fahrenheit-as) < math.Abs(marks[best].fahrenheit-as) {
			best, off = k, d
		}
	}
	m := marks[best]
	if off > markWithin+1e-9 {
		refuse("temperature", "%s lies beyond the marks: gas %s is %s °C.", t, m.sign, say(units.GasMarks[m.sign]))
	}
	return one(Figure{"", m.mark, "gas mark"}, "%s; nearest is gas mark %s, %s °C", heatSum(t, named("°C")), m.sign, say(units.GasMarks[m.sign]))
}

var density = Ask{
	Name: "density", What: "two of mass, volume and density give the third",
	Members: []Member{
		{Name: "mass", Kinds: []kind{mass}}, {Name: "volume", Kinds: []kind{volume}}, {Name: "density", Kinds: []kind{dense}},
		{Name: "to", What: "the unit of the answer; absent: g, ml or g/ml"},
	},
	Example: `{"ask": "density", "given": {"mass": {"value": 92, "unit": "g"}, "volume": {"value": 100, "unit": "ml"}}}`,
	do: func(g *given) answer {
		if g.count("mass", "volume", "density") != 2 {
			refuse("density", "Give two of mass, volume and density.")
		}
		switch {
		case !g.has("density"):
			m, v := g.quantity("mass"), g.positive("volume")
			q := quantity{m.base / v.base, g.to("to", named("g/ml"), dense)}
			return one(q.own(""), "%s ÷ %s = %s", quantity{m.base, named("g")}, quantity{v.base, named("ml")}, q)
		case !g.has("mass"):
			v, d := g.quantity("volume"), g.positive("density")
			q := quantity{v.base * d.base, g.to("to", named("g"), mass)}
			return one(q.own(""), "%s × %s = %s", quantity{v.base, named("ml")}, quantity{d.base, named("g/ml")}, q)
		}
		m, d := g.quantity("mass"), g.positive("density")
		q := quantity{m.base / d.base, g.to("to", named("ml"), volume)}
		return one(q.own(""), "%s ÷ %s = %s", quantity{m.base, named("g")}, quantity{d.base, named("g/ml")}, q)
	},
}
