package plating

import (
	"fmt"
	"slices"
)

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
	l.portions = scene.Portions
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

// Plated is a plate in its place on a menu; plates of one course have its
// number.
type Plated struct {
	Dish   string
	Name   string
	Course int
	Spec   Spec
	Called func(component string) string
}

// Across is what a guest meets from the first plate to the last.
type Across struct {
	Plates []PlateAcross `json:"plates" nullable:"false"`
	Advice []string      `json:"advice" nullable:"false" doc:"usual rules of the craft, never law: what is missing, and what comes twice"`
}

// PlateAcross is one plate among the others.
type PlateAcross struct {
	Dish     string   `json:"dish"`
	Name     string   `json:"name"`
	Course   int      `json:"course"`
	Drawing  Drawing  `json:"drawing"`
	Contrast Contrast `json:"contrast"`
}

// AcrossMenu lays the plates of a menu side by side. What it advises is common
// practice, no source: something crisp and something sharp somewhere, no two
// courses in a row that are alike in colour, all soft or all of one warmth, and
// no component twice.
func AcrossMenu(plates []Plated) Across {
	out := Across{Plates: []PlateAcross{}, Advice: []string{}}
	for _, p := range plates {
		l := p.Spec.lay(true)
		out.Plates = append(out.Plates, PlateAcross{Dish: p.Dish, Name: p.Name, Course: p.Course, Drawing: l.drawing(), Contrast: l.contrast()})
	}
	out.inARow(plates)
	out.nowhere()
	out.twice(plates)
	return out
}

func (a *Across) advise(format string, args ...any) {
	a.Advice = append(a.Advice, fmt.Sprintf(format, args...))
}

// inARow compares each plate with those of the next course.
func (a *Across) inARow(plates []Plated) {
	for i := range a.Plates {
		for k := i + 1; k < len(a.Plates); k++ {
			p, q := &a.Plates[i], &a.Plates[k]
			if q.Course != p.Course+1 || len(plates[i].Spec.Placings) == 0 || len(plates[k].Spec.Placings) == 0 {
				continue
			}
			if slices.Contains(p.Contrast.Missing, "crisp") && slices.Contains(q.Contrast.Missing, "crisp") {
				a.advise("%s and then %s: nothing crisp on either.", p.Name, q.Name)
			}
			if one, other := p.Contrast.Colours[0], q.Contrast.Colours[0]; one.Name == other.Name && one.Share > 0.4 && other.Share > 0.4 {
				a.advise("%s and then %s: both mostly %s.", p.Name, q.Name, one.Name)
			}
			if one, other := only(p.Contrast.Warmth), only(q.Contrast.Warmth); one != "" && one == other {
				a.advise("%s and then %s: all %s.", p.Name, q.Name, one)
			}
		}
	}
}

// only is the one name that a list holds; empty where there are several.
func only(list []Tally) string {
	if len(list) != 1 {
		return ""
	}
	return list[0].Name
}

// nowhere finds what no plate has.
func (a *Across) nowhere() {
	tastes, crisp, said := map[string]bool{}, false, 0
	for _, p := range a.Plates {
		for _, t := range p.Contrast.Tastes {
			tastes[t.Name] = true
		}
		said += len(p.Contrast.Tastes)
		crisp = crisp || !slices.Contains(p.Contrast.Missing, "crisp")
	}
	if len(a.Plates) < 2 {
		return
	}
	if !crisp {
		a.advise("Nothing is crisp from the first plate to the last.")
	}
	for _, t := range []string{"sharp", "fresh"} {
		if said > 0 && !tastes[t] {
			a.advise("Nothing is %s from the first plate to the last.", t)
		}
	}
}

// twice finds components on plates of several courses.
func (a *Across) twice(plates []Plated) {
	seen := map[string]int{}
	for i, p := range plates {
		mine := map[string]bool{}
		for _, g := range p.Spec.Placings {
			if mine[g.Component] {
				continue
			}
			mine[g.Component] = true
			if first, before := seen[g.Component]; before && plates[first].Course != p.Course {
				a.advise("%s is on %s and on %s.", p.Called(g.Component), plates[first].Name, p.Name)
			} else if !before {
				seen[g.Component] = i
			}
		}
	}
}
