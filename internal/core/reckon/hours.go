package reckon

import (
	"fmt"
	"math"
)

var cooling = Ask{
	Name: "cooling", What: "Newton's law of cooling: how long until it is so cool, or how warm it is after so long; from half its way, or from one reading on the way",
	Members: []Member{
		{Name: "start", What: "temperature at which it starts", Kinds: []kind{heat}},
		{Name: "around", What: "temperature of the room, fridge or ice bath", Kinds: []kind{heat}},
		{Name: "half", What: "time in which half of the difference is gone", Kinds: []kind{span}},
		{Name: "reading", What: "or a temperature that was measured on the way", Kinds: []kind{heat}},
		{Name: "readingAfter", What: "and after how long", Kinds: []kind{span}},
		{Name: "target", What: "asked: how long until it has this temperature", Kinds: []kind{heat}},
		{Name: "after", What: "or asked: how warm it is after so long", Kinds: []kind{span}},
		{Name: "to", What: "the unit of the answer; absent: min, or °C"},
	},
	Example: `{"ask": "cooling", "given": {"start": {"value": 90, "unit": "°C"}, "around": {"value": 20, "unit": "°C"}, "reading": {"value": 55, "unit": "°C"}, "readingAfter": {"value": 40, "unit": "min"}, "target": {"value": 21, "unit": "°C"}}}`,
	do: func(g *given) answer {
		start, around := g.quantity("start"), g.quantity("around")
		if start.base == around.base {
			refuse("around", "It is as warm as what is around it: nothing changes.")
		}
		per, how := g.rate(start, around) // of the logarithm, in a second
		if g.has("target") == g.has("after") {
			refuse("target", "Give the temperature that is wanted, or after how long it is asked.")
		}
		if g.has("after") {
			t := g.quantity("after")
			if t.base < 0 {
				refuse("after", "%s is before it starts.", t)
			}
			at := quantity{around.base + (start.base-around.base)*math.Exp(-per*t.base), g.to("to", named("°C"), heat)}
			return one(at.own("temperature"), "%s; %s + (%s − %s) × e^(−%s × %s s) = %s", how, around, start, around, say(per), say(t.base), at)
		}
		target := g.quantity("target")
		share := (target.base - around.base) / (start.base - around.base)
		if share <= 0 {
			refuse("target", "It comes no nearer than what is around it, %s.", around)
		}
		if share > 1 {
			refuse("target", "%s is on the other side of where it starts, %s.", target, start)
		}
		t := quantity{-math.Log(share) / per, g.to("to", named("min"), span)}
		return one(t.own("time"), "%s; ln((%s − %s) ÷ (%s − %s)) ÷ %s = %s", how, start, around, target, around, say(per), t)
	},
}

// rate is how fast the logarithm of the difference falls, a second.
func (g *given) rate(start, around quantity) (float64, string) {
	if g.has("half") == g.has("reading") {
		refuse("half", "How fast does it cool? Give the time for half of the difference, or a reading and after how long it was taken.")
	}
	if g.has("half") {
		h := g.positive("half")
		per := math.Ln2 / h.base
		return per, fmt.Sprintf("ln 2 ÷ %s s = %s a second", say(h.base), say(per))
	}
	r, t := g.quantity("reading"), g.positive("readingAfter")
	share := (r.base - around.base) / (start.base - around.base)
	if share <= 0 || share >= 1 {
		refuse("reading", "%s is not between %s and %s.", r, start, around)
	}
	per := -math.Log(share) / t.base
	return per, fmt.Sprintf("ln((%s − %s) ÷ (%s − %s)) ÷ %s s = %s a second", start, around, r, around, say(t.base), say(per))
}

var runs = Ask{
	Name: "runs", What: "how long a machine, an oven or a pan takes for so many: in how many runs, with what is between them",
	Members: []Member{
		{Name: "wanted", What: "all that goes through", Kinds: []kind{number, mass, volume, count, thing}},
		{Name: "load", What: "what one run takes", Kinds: []kind{number, mass, volume, count, thing}},
		{Name: "run", What: "how long one takes", Kinds: []kind{span}},
		{Name: "between", What: "wash, wipe or heat up between two; absent: nothing", Kinds: []kind{span}},
		{Name: "machines", What: "side by side; absent: one", Kinds: []kind{number, count}},
		{Name: "to", What: "the unit of the answer; absent: min"},
	},
	Example: `{"ask": "runs", "given": {"wanted": {"value": 36, "unit": "portions"}, "load": {"value": 8, "unit": "portions"}, "run": {"value": 12, "unit": "min"}, "between": {"value": 1, "unit": "min"}}}`,
	do: func(g *given) answer {
		wanted, load := g.positive("wanted"), g.positive("load")
		g.alike("load", wanted, load)
		run := g.positive("run")
		between := g.or("between", quantity{0, named("min")})
		if between.base < 0 {
			refuse("between", "A time of 0 or more.")
		}
		machines := 1.0
		if g.has("machines") {
			if machines = g.positive("machines").base; machines != math.Trunc(machines) {
				refuse("machines", "%s machines: a whole number.", say(machines))
			}
		}
		n := ceil(wanted.base / load.base)
		each := ceil(n / machines)
		all := quantity{each*run.base + (each-1)*between.base, g.to("to", named("min"), span)}
		how := fmt.Sprintf("%s ÷ %s, so %s", wanted, load, plural(n, "run"))
		if machines > 1 {
			how += fmt.Sprintf("; ÷ %s machines, so %s each", say(machines), say(each))
		}
		return several([]Figure{{"runs", n, "run"}, all.own("time")}, "%s; %s × %s + %s × %s = %s", how, say(each), run, say(each-1), between, all)
	},
}
