package plating

import (
	"fmt"
	"math"
	"strings"

	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// What a hand does, in the words of a hand: the count and the tool, where it goes by the clock and by fingers.
// Millimetres stand behind, smaller.

// finger is how wide a finger is, in mm: common practice, no source.
const finger = 20.0

// act is what is done: 5 dots, squeeze bottle.
func (l layout) act(i int) string {
	g := l.spec.Placings[i]
	n := max(g.Count, 1)
	what := string(g.Form)
	switch {
	case g.Former != "":
		what = "fill the " + g.Former
	case g.Form == Dots && n == 1:
		what = "1 dot"
	case g.Form == Dots || g.Form == Slices:
		what = fmt.Sprintf("%d %s", n, g.Form)
	case g.Form == Quenelle && n > 1:
		what = fmt.Sprintf("%d quenelles", n)
	case g.Form == Fan && n > 1:
		what = fmt.Sprintf("fan of %d", n)
	case g.Form == Poured && g.On == "":
		what = "pour round"
	case g.Form == Poured:
		what = "pour over"
	case g.Form == Pool && g.On != "":
		what = "pool over it"
	}
	if g.Repeat > 1 {
		what += fmt.Sprintf(", %d times", g.Repeat)
	}
	for _, t := range strings.Split(g.Tool, ",") {
		if t = strings.TrimSpace(t); t != "" && !strings.Contains(what, t) {
			what += " · " + t
		}
	}
	return what
}

// anchor is where it goes, for a hand: on what, at what hour, how many fingers out.
func (l layout) anchor(i int) string {
	g := l.spec.Placings[i]
	var parts []string
	for _, to := range [][2]string{{"on", g.On}, {"against", g.Leans}} {
		if at, there := l.place[to[1]]; there {
			parts = append(parts, fmt.Sprintf("%s %d %s", to[0], at+1, words.Lower(l.name(at))))
		}
	}
	parts = append(parts, l.byFingers(i))
	for _, t := range []string{g.Side, g.Note} {
		if t != "" && !strings.Contains(strings.Join(parts, " "), t) && (g.Leans == "" || !strings.HasPrefix(t, "against")) {
			parts = append(parts, t)
		}
	}
	return strings.Join(parts, " · ")
}

// byFingers is its place by the clock, and by fingers from the middle.
func (l layout) byFingers(i int) string {
	g := l.spec.Placings[i]
	place := l.spec.Place(i)
	if g.Distance == 0 || g.Part > 0 {
		return place
	}
	n := math.Round(2*g.Distance/finger) / 2
	far := "beside the middle"
	if n > 0 {
		far = half(n) + " finger" + map[bool]string{true: "s", false: ""}[n > 1]
	}
	return strings.Replace(place, fmt.Sprintf(", %.0f mm", g.Distance), ", "+far, 1)
}

func half(n float64) string {
	whole, part := math.Modf(n)
	switch {
	case part == 0:
		return fmt.Sprint(int(whole))
	case whole == 0:
		return "½"
	}
	return fmt.Sprintf("%d½", int(whole))
}

// much is how much goes on, and what it may be off: a tenth, in a ring a twentieth. Where nobody said, it is the portion
// of the dish, where that is placed once.
func (l layout) much(i int) (text, off string) {
	g := l.spec.Placings[i]
	a := g.Amount
	if a == nil {
		a = l.portionOf(g.Component)
	}
	if a == nil {
		return "amount not set", ""
	}
	if a.Unit.Kind() == units.Count {
		return a.String(), ""
	}
	share := 0.1
	if g.Form == Ring {
		share = 0.05
	}
	return a.String(), "± " + a.Times(share).String()
}

// portionOf is what the dish has of a component on one plate; nil where it is placed twice, or was never said.
func (l layout) portionOf(component string) *units.Amount {
	times := 0
	for _, o := range l.spec.Placings {
		if o.Component == component {
			times++
		}
	}
	for _, p := range l.portions {
		if p.Component == component && times == 1 && p.Amount != nil {
			a := p.Amount.Times(float64(max(l.spec.Serves, 1)))
			return &a
		}
	}
	return nil
}
