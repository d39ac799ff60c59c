package reckon

import (
	"fmt"
	"math"
	"strings"
)

var parts = Ask{
	Name: "parts", What: "how many whole things give the parts that are wanted (rind, juice and flesh of one fruit), each counted once, with what is left of every part",
	Members: []Member{
		{Name: "each", What: "what one whole thing weighs, where parts are percentages of it", Kinds: []kind{mass}},
		{Name: "parts", What: "of one: its amount, or its percentage; and what is wanted of it, if anything", Of: append([]Member{{Name: "wanted", Kinds: amounts}, {Name: "density", What: "where one is a mass and the other a volume", Kinds: []kind{dense}}}, listed...)},
		{Name: "whole", What: "true: they are bought whole; absent: true", Flag: true},
	},
	Example: `{"ask": "parts", "given": {"each": {"value": 120, "unit": "g"}, "parts": [{"name": "rind", "value": 5, "unit": "%", "wanted": {"value": 30, "unit": "g"}}, {"name": "juice", "value": 45, "unit": "ml", "wanted": {"value": 400, "unit": "ml"}}]}}`,
	do: func(g *given) answer {
		type piece struct {
			name   string
			of     quantity // of one
			wanted quantity
		}
		var list []piece
		need, because, taken := 0.0, "", 0.0
		for k, item := range g.some("parts") {
			p := piece{name: item.name(fmt.Sprintf("part %d", k+1)), of: item.self(append([]kind{percent}, amounts...)...)}
			if p.of.unit.kind == percent {
				if taken += p.of.base; taken > 1+noise {
					refuse(item.at("value"), "The parts come to %s %%, more than the whole.", say(taken*100))
				}
				p.of = quantity{g.positive("each").base * p.of.base, named("g")}
			}
			if p.wanted = item.or("wanted", p.of.of(0)); p.wanted.unit.kind != p.of.unit.kind && item.has("density") {
				p.of = item.exchanged(p.of, p.wanted.unit)
			}
			item.alike("wanted", p.of, p.wanted)
			if p.of.base <= 0 && p.wanted.base > 0 {
				refuse(item.at("value"), "There is none of %s in it.", p.name)
			}
			if p.wanted.base > 0 {
				if n := p.wanted.base / p.of.base; n > need {
					need, because = n, fmt.Sprintf("%s: %s ÷ %s of one = %s", p.name, p.wanted, p.of, say(n))
				}
			}
			list = append(list, p)
		}
		if because == "" {
			refuse("parts", "Nothing is wanted of any part.")
		}
		number := need
		if !g.has("whole") || g.flag("whole") {
			number = ceil(need)
		}
		figures := []Figure{{"whole", number, "piece"}}
		sums := []string{because + ", so " + say(number)}
		for _, p := range list {
			left := p.wanted.of(math.Max(0, number*p.of.base-p.wanted.base))
			figures = append(figures, left.own("left of "+p.name))
			sums = append(sums, fmt.Sprintf("%s %s × %s − %s = %s left", p.name, say(number), p.of, p.wanted, left))
		}
		return several(figures, "%s", strings.Join(sums, "; "))
	},
}
