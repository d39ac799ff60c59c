package platecard

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// What a hand does, in the words of a hand: the count and the tool, where it goes by the clock and by fingers,
// and how far off it may be. Millimetres stand behind, smaller.

// finger is how wide a finger is, in mm: common practice, no source.
const finger = 20.0

// act is what is done: 5 dots, squeeze bottle.
func (c Card) act(i int) string {
	g := c.Spec.Placings[i]
	n := max(g.Count, 1)
	what := string(g.Form)
	switch {
	case g.Former != "":
		what = "fill the " + g.Former
	case g.Form == plating.Dots && n == 1:
		what = "1 dot"
	case g.Form == plating.Dots || g.Form == plating.Slices:
		what = fmt.Sprintf("%d %s", n, g.Form)
	case g.Form == plating.Quenelle && n > 1:
		what = fmt.Sprintf("%d quenelles", n)
	case g.Form == plating.Fan && n > 1:
		what = fmt.Sprintf("fan of %d", n)
	case g.Form == plating.Poured && g.On == "":
		what = "pour round"
	case g.Form == plating.Poured:
		what = "pour over"
	case g.Form == plating.Pool && g.On != "":
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

// amount is how much, with what it may be off: a tenth, in a ring a twentieth. Where nobody said, the portion of the
// dish, where it is placed once.
func (c Card) amount(i int) string {
	g := c.Spec.Placings[i]
	a := g.Amount
	if a == nil {
		times := 0
		for _, o := range c.Spec.Placings {
			if o.Component == g.Component {
				times++
			}
		}
		for _, p := range c.Portions {
			if p.Component == g.Component && times == 1 && p.Amount != nil {
				portion := p.Amount.Times(float64(max(c.Spec.Serves, 1)))
				a = &portion
			}
		}
	}
	if a == nil {
		return "amount open"
	}
	share := 0.1
	if g.Form == plating.Ring {
		share = 0.05
	}
	if a.Unit.Kind() == units.Count {
		return a.String()
	}
	off := a.Times(share)
	return fmt.Sprintf("%s ± %s", a, off)
}

// anchor is where it goes, for a hand: on what, at what hour, how many fingers out.
func (c Card) anchor(i int) string {
	g := c.Spec.Placings[i]
	var parts []string
	for _, to := range [][2]string{{"on", g.On}, {"against", g.Leans}} {
		if n := c.number(to[1]); n > 0 {
			parts = append(parts, fmt.Sprintf("%s %d %s", to[0], n, words.Lower(c.Name(c.Spec.Placings[n-1].Component))))
		}
	}
	parts = append(parts, c.byFingers(i))
	for _, t := range []string{g.Side, g.Note} {
		if t != "" && !strings.Contains(strings.Join(parts, " "), t) && (g.Leans == "" || !strings.HasPrefix(t, "against")) {
			parts = append(parts, t)
		}
	}
	return strings.Join(parts, " · ")
}

// byFingers is its place by the clock, and by fingers from the middle.
func (c Card) byFingers(i int) string {
	g := c.Spec.Placings[i]
	place := c.Spec.Place(i)
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

// extra is what must not be forgotten with it.
func (c Card) extra(i int) string {
	g := c.Spec.Placings[i]
	var parts []string
	if g.Stands != nil {
		parts = append(parts, "then "+g.Stands.String())
	}
	if g.OffPlate {
		moved := max(c.number(g.Moved), i+1)
		parts = append(parts, fmt.Sprintf("build off the plate, goes on after %d", moved))
	}
	if n := c.number(g.Lift); g.Former != "" && n > i+1 {
		parts = append(parts, fmt.Sprintf("leave the %s on until %d", g.Former, n))
	} else if g.Former != "" {
		parts = append(parts, "lift the "+g.Former)
	}
	if g.Edge > 0 {
		parts = append(parts, fmt.Sprintf("%g mm of its edge in sight", g.Edge))
	}
	for _, said := range []struct {
		is   bool
		text string
	}{{g.NotEaten, "not to be eaten"}, {g.Hidden, "hidden on purpose"}, {g.Optional, "optional"}, {g.AtTable, "at the table"}} {
		if said.is {
			parts = append(parts, said.text)
		}
	}
	return strings.Join(parts, " · ")
}

// exact is the same for a ruler: form, measures, place and seconds.
func (c Card) exact(i int) string {
	return strings.Join(slices.DeleteFunc([]string{c.Spec.Placings[i].Measured(), c.Spec.Place(i), fmt.Sprintf("%d s", c.Spec.Placings[i].Seconds)}, func(t string) bool { return t == "" }), " · ")
}

// warmth is how the ware is wanted, in one word.
func warmth(w plating.Ware) string {
	switch {
	case w.Celsius == nil:
		return "room-warm"
	case *w.Celsius >= 50:
		return "HOT"
	case *w.Celsius >= 30:
		return "warm"
	case *w.Celsius <= 12:
		return "COLD"
	}
	return "room-warm"
}
