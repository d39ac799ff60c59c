package reckon

import (
	"fmt"
	"strings"
)

var stages = []Member{
	{Name: "left", What: "what is left of it", Kinds: []kind{percent}},
	{Name: "lost", What: "what it loses: a percentage, or an amount", Kinds: []kind{percent, mass, volume}},
	{Name: "added", What: "what is added", Kinds: []kind{mass, volume}},
	{Name: "to", What: "the amount to which it is brought", Kinds: []kind{mass, volume}},
	{Name: "scales", What: "true: what is added, lost or reached is for the start as it is written, and grows with it", Flag: true},
	{Name: "density", What: "of what is added or lost, where that is a mass and the rest a volume, or the other way round", Kinds: []kind{dense}},
}

var reduceChain = Ask{
	Name: "reduce-chain", What: "a chain of reductions with what is added on the way: what comes of a start, or which start gives what is wanted",
	Members: []Member{
		{Name: "start", What: "what it begins with; with a wanted amount as well: as it is written, for what scales", Kinds: []kind{mass, volume}},
		{Name: "wanted", What: "what is wanted in the end: the start is asked", Kinds: []kind{mass, volume}},
		{Name: "stages", What: "in order, of each one of left, lost, added and to", Of: stages},
	},
	Example: `{"ask": "reduce-chain", "given": {"wanted": {"value": 1.6, "unit": "l"}, "stages": [{"left": {"value": 25, "unit": "%"}}, {"added": {"value": 400, "unit": "ml"}}, {"lost": {"value": 20, "unit": "%"}}]}}`,
	do: func(g *given) answer {
		if !g.has("wanted") {
			return forwards(g)
		}
		return backwards(g)
	},
}

// stage is a step of a chain: what there is times keep, plus the addition; or what it is brought to.
type stage struct {
	item   *given
	name   string
	keep   float64
	add    float64 // below nought: taken away
	to     bool    // brought to add
	scales bool
}

func readStages(g *given, u unit) (out []stage) {
	for _, item := range g.some("stages") {
		if item.count("left", "lost", "added", "to") != 1 {
			refuse(strings.TrimSuffix(item.path, "."), "Of each stage one of left, lost, added and to.")
		}
		s := stage{item: item, keep: 1, scales: item.flag("scales")}
		amount := func(name string) float64 {
			q := item.quantity(name)
			if q.unit.kind != u.kind && item.has("density") {
				q = item.exchanged(q, u)
			}
			item.alike(name, quantity{0, u}, q)
			return q.base
		}
		switch {
		case item.has("left"):
			s.name, s.keep = "left", item.share("left", true)
		case item.has("lost") && item.quantity("lost").unit.kind == percent:
			s.name, s.keep = "lost", 1-item.share("lost", true)
		case item.has("lost"):
			s.name, s.add = "lost", -amount("lost")
		case item.has("added"):
			s.name, s.add = "added", amount("added")
		default:
			s.name, s.to, s.add = "to", true, amount("to")
		}
		out = append(out, s)
	}
	return out
}

// after is what a stage leaves of an amount, for a chain that is so many times what is written.
func (s stage) after(level, times float64) float64 {
	add := s.add
	if s.scales {
		add *= times
	}
	if s.to {
		return add
	}
	return level*s.keep + add
}

// run goes along the chain, and refuses what cannot be.
func run(start quantity, list []stage, times float64) (quantity, string) {
	level, sums := start, []string{start.String()}
	for _, s := range list {
		next := level.of(s.after(level.base, times))
		slack := noise * max(1, level.base)
		switch {
		case s.to && next.base > level.base+slack:
			refuse(s.item.at("to"), "There are %s: it cannot be brought down to %s.", level, next)
		case next.base < -slack:
			refuse(s.item.at(s.name), "There are %s: %s cannot be taken from it.", level, level.of(-s.add))
		}
		switch {
		case s.to:
			sums = append(sums, fmt.Sprintf("→ %s", next))
		case s.keep < 1 || s.add == 0:
			sums = append(sums, fmt.Sprintf("× %s = %s", say(s.keep), next))
		default:
			sign := "+"
			if s.add < 0 {
				sign = "−"
			}
			sums = append(sums, fmt.Sprintf("%s %s = %s", sign, level.of(max(next.base-level.base, level.base-next.base)), next))
		}
		level = next
	}
	return level, strings.Join(sums, " ")
}

func forwards(g *given) answer {
	start := g.quantity("start")
	end, working := run(start, readStages(g, start.unit), 1)
	return one(end.own(""), "%s", working)
}

// backwards solves the chain for its start: what comes of it is the sum of a part that grows with
// the start and of one that does not.
func backwards(g *given) answer {
	wanted := g.quantity("wanted")
	list := readStages(g, wanted.unit)
	written := 0.0
	if g.has("start") {
		q := g.positive("start")
		g.alike("start", wanted, q)
		written = q.base
	}
	grows, stays := 1.0, 0.0 // of each unit of the start
	for _, s := range list {
		if s.to && !s.scales {
			refuse(s.item.at("to"), "What is brought to %s has nothing of the start in it: that cannot be told from the end.", wanted.of(s.add))
		}
		if s.scales && s.add != 0 && written == 0 {
			refuse("start", "What scales is for a start: give that as it is written.")
		}
		switch {
		case s.to:
			grows, stays = s.add/written, 0
		case s.scales && written > 0:
			grows, stays = grows*s.keep+s.add/written, stays*s.keep
		default:
			grows, stays = grows*s.keep, stays*s.keep+s.add
		}
	}
	if grows <= noise {
		refuse("stages", "Nothing of the start is left in the end: it cannot be told from that.")
	}
	start := wanted.of((wanted.base - stays) / grows)
	if start.base < -noise*max(1, wanted.base) {
		refuse("wanted", "What is added comes to more than %s by itself, %s: no start is small enough.", wanted, wanted.of(stays))
	}
	start.base = max(0, start.base)
	times := 1.0
	if written > 0 {
		times = start.base / written
	}
	_, working := run(start, list, times)
	return one(start.own(""), "(%s − %s) ÷ %s = %s; for it is: %s", wanted, wanted.of(stays), say(grows), start, working)
}

var boilDown = Ask{
	Name: "boil-down", What: "how long it takes to boil water away: heat of boiling over what comes into the pot; what thickens takes longer",
	Members: []Member{
		{Name: "amount", What: "what boils away", Kinds: []kind{mass, volume}},
		{Name: "from", What: "or from as much", Kinds: []kind{mass, volume}}, {Name: "to", What: "to as much", Kinds: []kind{mass, volume}},
		{Name: "power", What: "of the burner", Kinds: []kind{power}},
		{Name: "efficiency", What: "the part of it that comes into the pot", Kinds: []kind{percent}},
		{Name: "burner", What: "or the usual part of such a burner: gas 35 %, electric 72 %, induction 83 %", Texts: []string{"gas", "electric", "induction"}},
		{Name: "start", What: "temperature at which it starts; absent: it boils already", Kinds: []kind{heat}},
		{Name: "density", What: "where the amount is a volume; absent: 1 g/ml", Kinds: []kind{dense}},
		{Name: "latent", What: "heat of boiling; absent: 2,257 kJ/kg", Kinds: []kind{latent}},
		{Name: "typed", What: "a time that is written: where one is more than half as much again as the other, it is asked", Kinds: []kind{span}},
	},
	Example: `{"ask": "boil-down", "given": {"from": {"value": 2, "unit": "l"}, "to": {"value": 0.5, "unit": "l"}, "power": {"value": 3, "unit": "kW"}, "efficiency": {"value": 50, "unit": "%"}}}`,
	do:      boilDownTime,
}

// Water at the boil (IAPWS, from memory): heat of boiling in J/g, specific heat in J/(g K).
const (
	heatOfBoiling = 2257
	specificHeat  = 4.19
)

func boilDownTime(g *given) answer {
	d := g.or("density", quantity{1, named("g/ml")})
	grams := func(name string) quantity {
		q := g.quantity(name)
		if q.unit.kind == volume {
			return quantity{q.base * d.base, named("g")}
		}
		return q
	}
	if g.has("amount") == g.has("from") || g.has("from") != g.has("to") {
		refuse("amount", "Give what boils away, or from how much to how much.")
	}
	gone, all := quantity{}, quantity{}
	if g.has("amount") {
		gone = grams("amount")
		all = gone
	} else {
		all = grams("from")
		to := grams("to")
		if to.base > all.base {
			refuse("to", "%s is more than there is at first, %s.", to, all)
		}
		gone = all.of(all.base - to.base)
	}
	p := g.positive("power")
	if g.has("efficiency") == g.has("burner") {
		refuse("efficiency", "Which part of the heat comes into the pot? Give the efficiency, or the kind of burner.")
	}
	share := map[string]float64{"gas": 0.35, "electric": 0.72, "induction": 0.83}[g.choice("burner")]
	if g.has("efficiency") {
		share = g.share("efficiency", true)
	}
	if share == 0 {
		refuse("efficiency", "Without heat nothing boils.")
	}
	boiling := g.or("latent", quantity{heatOfBoiling, named("kJ/kg")})
	watts := p.base * share
	seconds := gone.base * boiling.base / watts
	working := fmt.Sprintf("%s × %s ÷ (%s × %s %%) = %s s", quantity{gone.base, named("g")}, boiling, quantity{p.base, named("W")}, say(share*100), say(seconds))
	if g.has("start") {
		if !g.has("from") {
			refuse("from", "How much is brought to the boil? Give from and to.")
		}
		t := g.quantity("start")
		if t.base > 100 {
			refuse("start", "%s is above the boil.", t)
		}
		warming := all.base * specificHeat * (100 - t.base) / watts
		working += fmt.Sprintf("; to the boil %s × %s J/(g K) × %s K ÷ %s W = %s s", quantity{all.base, named("g")}, say(specificHeat), say(100-t.base), say(watts), say(warming))
		seconds += warming
	}
	out := []Figure{{"time", seconds, "s"}}
	if !g.has("typed") {
		return one(Figure{"", seconds, "s"}, "%s", working)
	}
	typed := g.positive("typed")
	ratio := seconds / typed.base
	if out = append(out, Figure{"of the time that is written", 100 * ratio, "%"}); ratio > 1.5 || ratio < 1/1.5 {
		working += fmt.Sprintf("; written: %s. Which holds?", typed)
	}
	return several(out, "%s", working)
}
