package reckon

import (
	"fmt"
	"math"
)

var platesAtOnce = Ask{
	Name: "plates-at-once", What: "how many plates can be built at once: step by step over all of them, and plate after plate, so that nothing is past its life when the last leaves",
	Members: []Member{
		{Name: "steps", What: "in their order, each with its time a plate, and how long it stays good", Of: []Member{{Name: "name"}, {Name: "value"}, {Name: "unit", What: "of its time"}, {Name: "life", What: "absent: it does not fade", Kinds: []kind{span}}}},
		{Name: "finish", What: "wipe and check, a plate; absent: none", Kinds: []kind{span}},
		{Name: "hands", What: "pairs; absent: one", Kinds: []kind{number, count}},
		{Name: "pass", What: "plates that stand on it; absent: no bound", Kinds: []kind{number, count}},
		{Name: "rings", What: "or rings, or plates, that there are; absent: no bound", Kinds: []kind{number, count}},
		{Name: "plates", What: "that are wanted, for the waves", Kinds: []kind{number, count}},
	},
	Example: `{"ask": "plates-at-once", "given": {"steps": [{"name": "swede", "value": 12, "unit": "s"}, {"name": "hake", "value": 15, "unit": "s", "life": {"value": 4, "unit": "min"}}, {"name": "crumb", "value": 6, "unit": "s", "life": {"value": 90, "unit": "s"}}], "finish": {"value": 6, "unit": "s"}, "hands": 2, "pass": 6}}`,
	do: func(g *given) answer {
		whole := func(name string, otherwise float64) float64 {
			if !g.has(name) {
				return otherwise
			}
			n := g.positive(name).base
			if n != math.Trunc(n) {
				refuse(name, "%s: a whole number.", say(n))
			}
			return n
		}
		hands, most := whole("hands", 1), math.Min(whole("pass", math.Inf(1)), whole("rings", math.Inf(1)))
		finish := g.or("finish", quantity{0, named("s")}).base
		var times, lives []float64
		var names []string
		all := finish
		for k, s := range g.some("steps") {
			t := s.self(span)
			if t.base < 0 {
				refuse(s.at("value"), "A time of 0 or more.")
			}
			life := math.Inf(1)
			if s.has("life") {
				life = s.positive("life").base
			}
			times, lives, names, all = append(times, t.base), append(lives, life), append(names, s.name(fmt.Sprint("step ", k+1))), all+t.base
		}
		if all == 0 {
			refuse("steps", "Nothing takes any time.")
		}
		after := func(i int) float64 {
			sum := finish
			for _, t := range times[i+1:] {
				sum += t
			}
			return sum
		}
		step, stepWhy := most, "the pass or what there is of rings"
		plate, plateWhy := most, "the pass or what there is of rings"
		for i, life := range lives {
			if math.IsInf(life, 1) {
				continue
			}
			if s := times[i] + after(i); s > 0 {
				if n := floor((hands*life + times[i]) / s); n < step {
					step, stepWhy = n, fmt.Sprintf("%s: (%s × %s + %s) ÷ %s = %s", names[i], say(hands), say(life), say(times[i]), say(s), say((hands*life+times[i])/s))
				}
			}
			rounds := floor((life-after(i))/all) + 1
			if life < after(i)-noise {
				rounds = 0
			}
			if n := hands * rounds; n < plate {
				plate, plateWhy = n, fmt.Sprintf("%s: ((%s − %s) ÷ %s, and the first) × %s = %s", names[i], say(life), say(after(i)), say(all), say(hands), say(n))
			}
		}
		if math.IsInf(step, 1) || math.IsInf(plate, 1) {
			refuse("pass", "Nothing fades: give the plates that the pass holds.")
		}
		figures := []Figure{{"step by step", step, "plate"}, {"plate after plate", plate, "plate"}, {"one plate", all, "s"}, {"all, step by step", step * all / hands, "s"}, {"all, plate after plate", math.Ceil(plate/hands) * all, "s"}}
		if g.has("plates") {
			n := whole("plates", 1)
			if math.Max(step, plate) == 0 {
				refuse("steps", "Not even one is ready in time: place what fades later.")
			}
			figures = append(figures, Figure{"waves", ceil(n / math.Max(step, plate)), "wave"})
		}
		return several(figures, "step by step, what was placed first waits (k − 1) × its own step + k × what follows, over all hands: %s; plate after plate, each hand its own, it waits for what follows on its plate and for the plates after it: %s", stepWhy, plateWhy)
	},
}
