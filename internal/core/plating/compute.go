package plating

import "slices"

// Computed is all that is computed of a plate.
type Computed struct {
	Drawing  Drawing   `json:"drawing"`
	Findings []Finding `json:"findings" nullable:"false"`
	Room     Room      `json:"room"`
	Contrast Contrast  `json:"contrast"`
	Lives    []Life    `json:"lives" nullable:"false" doc:"of what fades on the plate, shortest first"`
	AtOnce   []AtOnce  `json:"atOnce" nullable:"false" doc:"by one, two and three pairs of hands"`
	Build    []Built   `json:"build" nullable:"false" doc:"one plate, by one, two and three pairs of hands"`
	Facts    []Fact    `json:"facts" nullable:"false" doc:"overhangs, edges in sight, how deep a liquid stands"`
	Better   []string  `json:"better,omitempty" doc:"ids in an order that has none of the faults of order"`
}

// Built is how long one plate takes so many hands.
type Built struct {
	Hands   int   `json:"hands"`
	Seconds int64 `json:"seconds"`
}

// Contrast tells which textures, tastes, temperatures and colours are there.
type Contrast struct {
	Textures []Tally  `json:"textures" nullable:"false"`
	Tastes   []Tally  `json:"tastes" nullable:"false"`
	Warmth   []Tally  `json:"warmth" nullable:"false"`
	Colours  []Shade  `json:"colours" nullable:"false" doc:"that are seen, the largest first"`
	Missing  []string `json:"missing" nullable:"false" doc:"textures that nothing has"`
	Only     string   `json:"only,omitempty" doc:"id of the only crisp placing"`
}

// Tally counts the placings that have something.
type Tally struct {
	Name  string `json:"name"`
	Count int    `json:"count"`
}

// Compute computes everything of a plate.
func (s Spec) Compute(scene Scene) Computed {
	l := s.lay(true)
	l.called = map[string]string{}
	for _, p := range scene.Portions {
		l.called[p.Component] = p.Name
	}
	l.weigh(scene)
	out := Computed{Drawing: l.drawing(), Facts: l.facts(scene), Findings: l.findings(scene), Room: l.room, Contrast: l.contrast(), Lives: []Life{}, AtOnce: []AtOnce{}, Build: []Built{}}
	for i := range s.Placings {
		if life, fades := l.life(i); fades {
			out.Lives = append(out.Lives, life)
		}
	}
	slices.SortStableFunc(out.Lives, func(a, b Life) int { return int(a.Seconds - b.Seconds) })
	before := l.before()
	for _, hands := range []int{1, 2, 3} {
		out.AtOnce = append(out.AtOnce, l.atOnce(scene.Covers, scene.Pass, hands))
		out.Build = append(out.Build, Built{hands, l.alone(hands, before)})
	}
	out.Better = l.better(out.Findings)
	return out
}

// alone is how long one plate takes so many hands: each placing begins when what
// it lies on or over is there and a hand is free, the longest chain first.
func (l layout) alone(hands int, before [][]int) int64 {
	n := len(l.spec.Placings)
	chain := make([]int64, n) // from a placing to the end of its longest chain
	for i := n - 1; i >= 0; i-- {
		for k := i + 1; k < n; k++ {
			if l.waits(k, i) {
				chain[i] = max(chain[i], chain[k])
			}
		}
		chain[i] += l.spec.Placings[i].Seconds
	}
	free, ends, done := make([]int64, hands), make([]int64, n), make([]bool, n)
	last := int64(0)
	for range n {
		best := -1
		for i := range n {
			if !done[i] && !slices.ContainsFunc(before[i], func(k int) bool { return !done[k] }) && (best < 0 || chain[i] > chain[best]) {
				best = i
			}
		}
		hand := 0
		for h := range free {
			if free[h] < free[hand] {
				hand = h
			}
		}
		start := free[hand]
		for _, k := range before[best] {
			start = max(start, ends[k])
		}
		ends[best] = start + l.spec.Placings[best].Seconds
		free[hand], done[best] = ends[best], true
		last = max(last, ends[best])
	}
	return last
}

// waits tells whether a placing must wait for an earlier one: it lies on it, over
// a part of it, or is measured from it.
func (l layout) waits(i, k int) bool {
	return k < i && (l.overlap[i][k] > 1 || l.standsOn(i, k) || l.spec.Placings[i].From == l.spec.Placings[k].ID)
}

// before is what each placing waits for.
func (l layout) before() [][]int {
	out := make([][]int, len(l.spec.Placings))
	for i := range out {
		for k := range i {
			if l.waits(i, k) {
				out[i] = append(out[i], k)
			}
		}
	}
	return out
}

func (l layout) contrast() Contrast {
	s := l.spec
	c := Contrast{Missing: []string{}, Colours: l.shades()}
	textures, tastes, warmth := map[string]int{}, map[string]int{}, map[string]int{}
	crisp := 0
	for _, p := range s.Placings {
		textures[string(p.Texture)]++
		for _, t := range p.Tastes {
			tastes[t]++
		}
		if p.Warmth != "" {
			warmth[string(p.Warmth)]++
		}
		if p.Texture == Crisp || p.Texture == Crunchy {
			crisp++
			c.Only = p.ID
		}
	}
	if crisp != 1 {
		c.Only = ""
	}
	all := func(names []string, counts map[string]int) []Tally {
		out := []Tally{}
		for _, n := range names {
			if counts[n] > 0 {
				out = append(out, Tally{n, counts[n]})
			}
		}
		return out
	}
	kinds := []string{"crisp", "crunchy", "firm", "soft", "moist", "wet"}
	c.Textures = all(kinds, textures)
	c.Tastes = all([]string{"sharp", "salty", "sweet", "bitter", "rich", "fresh"}, tastes)
	c.Warmth = all([]string{"hot", "warm", "room", "cold", "frozen"}, warmth)
	if len(s.Placings) > 0 && textures["crisp"]+textures["crunchy"] == 0 {
		c.Missing = append(c.Missing, "crisp")
	}
	if len(s.Placings) > 0 && textures["soft"]+textures["moist"]+textures["wet"] == 0 {
		c.Missing = append(c.Missing, "soft")
	}
	return c
}
