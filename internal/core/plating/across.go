package plating

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
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
	Colours  []Shade  `json:"colours" nullable:"false" doc:"that are seen, the largest first"`
}

// Shade is a colour that is seen on a plate.
type Shade struct {
	Name  string  `json:"name" doc:"as people call it: brown, green"`
	Share float64 `json:"share" doc:"of all that lies on the plate"`
}

// AcrossMenu lays the plates of a menu side by side. What it advises is common
// practice, no source: something crisp and something sharp somewhere, no two
// courses in a row that are alike in colour, all soft or all of one warmth, and
// no component twice.
func AcrossMenu(plates []Plated) Across {
	out := Across{Plates: []PlateAcross{}, Advice: []string{}}
	for _, p := range plates {
		l := p.Spec.lay(true)
		out.Plates = append(out.Plates, PlateAcross{Dish: p.Dish, Name: p.Name, Course: p.Course, Drawing: l.drawing(), Contrast: p.Spec.contrast(), Colours: l.shades()})
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
			if p.Colours[0].Name == q.Colours[0].Name && p.Colours[0].Share > 0.4 && q.Colours[0].Share > 0.4 {
				a.advise("%s and then %s: both mostly %s.", p.Name, q.Name, p.Colours[0].Name)
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

// shades are the colours that are seen: what is placed later covers what is
// under it, and a pool flows under the others.
func (l layout) shades() []Shade {
	order := make([]int, len(l.spec.Placings))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return l.depth(a) - l.depth(b) })
	over, areas, all := l.grid.empty(), map[string]float64{}, 0.0
	for k := len(order) - 1; k >= 0; k-- {
		i := order[k]
		seen := l.areas[i] - l.grid.both(l.masks[i], over)
		over.add(l.masks[i])
		areas[ColourName(l.spec.Placings[i].Colour)] += seen
		all += seen
	}
	out := []Shade{}
	for name, area := range areas {
		out = append(out, Shade{name, math.Round(area/math.Max(all, 1e-9)*1000) / 1000})
	}
	slices.SortFunc(out, func(a, b Shade) int {
		if a.Share != b.Share {
			return map[bool]int{true: -1, false: 1}[a.Share > b.Share]
		}
		return strings.Compare(a.Name, b.Name)
	})
	return out
}

// depth puts pools below the rest.
func (l layout) depth(i int) int {
	if f := l.spec.Placings[i].Form; f == Pool || f == Poured {
		return i - len(l.spec.Placings)
	}
	return i
}

// ColourName calls a colour (#rrggbb) as people do, by hue, lightness and
// saturation (HSL): a coarse naming of our own, eleven words.
func ColourName(hex string) string {
	v, err := strconv.ParseUint(strings.TrimPrefix(hex, "#"), 16, 32)
	if err != nil {
		return "white"
	}
	r, g, b := float64(v>>16&255)/255, float64(v>>8&255)/255, float64(v&255)/255
	high, low := max(r, g, b), min(r, g, b)
	light, span := (high+low)/2, high-low
	saturation := 0.0
	if span > 0 {
		saturation = span / (1 - math.Abs(2*light-1))
	}
	switch {
	case light > 0.88:
		return "white"
	case light < 0.12:
		return "black"
	case saturation < 0.12:
		return "grey"
	}
	return hueName(hue(r, g, b, high, span), light)
}

// hue in degrees.
func hue(r, g, b, high, span float64) float64 {
	switch high {
	case r:
		return math.Mod((g-b)/span*60+360, 360)
	case g:
		return (b-r)/span*60 + 120
	}
	return (r-g)/span*60 + 240
}

func hueName(h, light float64) string {
	switch {
	case h < 12 || h >= 320:
		return "red"
	case h < 52 && light > 0.72:
		return "cream"
	case h < 45 && light < 0.55:
		return "brown"
	case h < 35:
		return "orange"
	case h < 66:
		return "yellow"
	case h < 170:
		return "green"
	case h < 255:
		return "blue"
	}
	return "purple"
}
