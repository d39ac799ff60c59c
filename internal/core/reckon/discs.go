package reckon

import (
	"fmt"
	"math"
)

// inRows and staggered are how many discs fit on a sheet with corners: under one another, or each
// row in the gaps of the one before, √3 ÷ 2 of a step further.
func inRows(l, w, d, gap float64) float64 { return inRow(l, d, gap) * inRow(w, d, gap) }

func staggered(l, w, d, gap float64) float64 {
	if w < d-noise || l < d-noise {
		return 0
	}
	step := d + gap
	rows := 1 + floor((w-d)/(step*math.Sqrt(3)/2))
	odd := inRow(l-step/2, d, gap)
	return math.Ceil(rows/2)*inRow(l, d, gap) + math.Floor(rows/2)*odd
}

// onRound is how many discs fit on a round sheet in rows: one through the middle, or two beside
// it; straight or staggered.
func onRound(across, d, gap float64, pattern string) (best float64) {
	step, r := d+gap, across/2
	chord := func(y float64) float64 { // for centres
		if c := (r-d/2)*(r-d/2) - y*y; c >= 0 {
			return 2 * math.Sqrt(c)
		}
		return -1
	}
	for _, p := range []string{"rows", "staggered"} {
		if pattern != "best" && pattern != p {
			continue
		}
		rise := step
		if p == "staggered" {
			rise = step * math.Sqrt(3) / 2
		}
		for _, first := range []float64{0, rise / 2} {
			for _, shift := range []float64{0, 0.5} { // of a centre from the middle, in steps
				n := 0.0
				for k := -math.Ceil(r / rise); k <= math.Ceil(r/rise); k++ {
					half, at := chord(first+k*rise)/2, shift
					if half < 0 {
						continue
					}
					if p == "staggered" && math.Mod(math.Abs(k), 2) == 1 {
						at += 0.5
					}
					at = math.Mod(at, 1) * step
					n += math.Max(0, floor((half-at)/step)+floor((half+at)/step)+1)
				}
				best = math.Max(best, n)
			}
		}
	}
	return best
}

// discs are those of a round cutter on a sheet.
func (g *given) discs() answer {
	d := g.positive("cutter")
	gap, pattern := g.or("gap", d.of(0)).base, g.choice("pattern")
	fit := func(l, w float64) float64 {
		rows, other := inRows(l, w, d.base, gap), math.Max(staggered(l, w, d.base, gap), staggered(w, l, d.base, gap))
		return map[string]float64{"rows": rows, "staggered": other, "best": math.Max(rows, other)}[pattern]
	}
	disc := math.Pi / 4 * d.base * d.base
	if n := g.wants(); n > 0 && !g.has("length") && !g.has("diameter") {
		return g.sheetFor(n, d.base, gap, fit)
	}
	all, said := g.sheet()
	fits := 0.0
	if g.has("diameter") {
		fits = onRound(g.quantity("diameter").base, d.base, gap, pattern)
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
