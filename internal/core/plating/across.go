package plating

import (
	"fmt"
	"slices"
)

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
