package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/cutting"
)

// discs are those of a round cutter on a sheet.
func (g *given) discs() answer {
	d := g.positive("cutter")
	gap, pattern := g.or("gap", d.of(0)).base, g.choice("pattern")
	fit := func(l, w float64) float64 {
		rows, other := float64(cutting.Rows(l, w, d.base, gap)), float64(max(cutting.Staggered(l, w, d.base, gap), cutting.Staggered(w, l, d.base, gap)))
		return map[string]float64{cutting.InRows: rows, cutting.Stagger: other, cutting.Best: math.Max(rows, other)}[pattern]
	}
	if pattern == cutting.Ringed && !g.has("diameter") {
		refuse("pattern", "Rings are laid on a round sheet: give its diameter.")
	}
	disc := math.Pi / 4 * d.base * d.base
	if n := g.wants(); n > 0 && !g.has("length") && !g.has("diameter") {
		return g.sheetFor(n, d.base, gap, fit)
	}
	all, said := g.sheet()
	fits := 0.0
	if g.has("diameter") {
		fits = float64(cutting.OnRound(g.quantity("diameter").base, d.base, gap, pattern))
	} else {
		fits = fit(g.quantity("length").base, g.quantity("width").base)
	}
	return g.cut(fits, all, disc, fmt.Sprintf("%s, cutter %s, %s: %s", said, d, pattern, say(fits)))
}

// cut is what is cut out of a sheet, with its offcut, and what it weighs.
func (g *given) cut(fits, all, each float64, how string) answer {
	mm2 := named("mm²")
	off := quantity{math.Max(0, all-fits*each), mm2}
	figures := []Figure{piecesFigure(fits), off.own("offcut"), {"offcut", 100 * off.base / all, "%"}}
	how += fmt.Sprintf("; offcut %s − %s × %s = %s", quantity{all, mm2}, say(fits), quantity{each, mm2}, off)
	if g.has("height") && g.has("density") {
		h, d := g.positive("height"), g.positive("density")
		w := quantity{all * h.base / 1000 * d.base, named("g")}
		figures = append(figures, w.own("sheet weighs"), w.of(w.base*off.base/all).own("offcut weighs"))
	}
	if n := g.wants(); n > 0 {
		if fits == 0 {
			refuse("cutter", "None fits on it.")
		}
		figures = append(figures, Figure{"sheets", ceil(n / fits), "piece"})
		how += fmt.Sprintf("; %s ÷ %s = %s, so %s", say(n), say(fits), say(n/fits), say(ceil(n/fits)))
	}
	return several(figures, "%s", how)
}

// sheetFor is how long a sheet of a width must be for so many.
func (g *given) sheetFor(n, d, gap float64, fit func(l, w float64) float64) answer {
	w := g.positive("width")
	if fit(d, w.base) == 0 {
		refuse("width", "%s is narrower than the cutter.", w)
	}
	low, high := 0.0, (n+1)*(d+gap)
	for range 200 {
		if mid := (low + high) / 2; fit(mid, w.base) >= n {
			high = mid
		} else {
			low = mid
		}
	}
	l := w.of(high)
	return several([]Figure{l.own("length"), {"offcut", 100 * (1 - n*math.Pi/4*d*d/(high*w.base)), "%"}}, "the shortest sheet of %s on which %s fit: %s", w, say(n), l)
}
