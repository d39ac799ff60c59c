package reckon

import (
	"fmt"
	"math"

	"jointime/internal/core/cutting"
)

var pieces = Ask{
	Name: "pieces", What: "how many portions, slices, cubes, discs or quenelles: out of a weight, a roll, a sheet, a tray or a block, with what is left; and backwards, what so many take",
	Members: []Member{
		{Name: "wanted", What: "backwards: so many", Kinds: []kind{number, count}},
		{Name: "of", What: "what there is, by weight or volume", Kinds: []kind{mass, volume}},
		{Name: "each", What: "what one takes", Kinds: []kind{mass, volume}},
		{Name: "loss", What: "what is trimmed or lost of it before", Kinds: []kind{percent, mass, volume}},
		{Name: "density", What: "where one is a mass and the other a volume; or of a sheet, for its weight", Kinds: []kind{dense}},
		{Name: "length", What: "of a roll, a sheet, a tray, a block", Kinds: []kind{length}}, {Name: "width", Kinds: []kind{length}}, {Name: "height", What: "or thickness", Kinds: []kind{length}},
		{Name: "diameter", What: "or of a round sheet or tray", Kinds: []kind{length}},
		{Name: "slice", What: "thickness of a slice of a roll", Kinds: []kind{length}}, {Name: "ends", What: "cut off the roll, both ends together", Kinds: []kind{length}}, {Name: "kerf", What: "lost at each cut", Kinds: []kind{length}},
		{Name: "cutter", What: "diameter of a round cutter", Kinds: []kind{length}},
		{Name: "pieceLength", What: "of a piece with corners", Kinds: []kind{length}}, {Name: "pieceWidth", Kinds: []kind{length}}, {Name: "pieceHeight", Kinds: []kind{length}},
		{Name: "cube", What: "or the edge of a cube", Kinds: []kind{length}},
		{Name: "gap", What: "between two pieces", Kinds: []kind{length}},
		{Name: "pattern", What: "how discs are cut: in rows, staggered, on a round sheet in rings, or the best of these", Texts: []string{cutting.Best, cutting.InRows, cutting.Stagger, cutting.Ringed}},
	},
	Example: `{"ask": "pieces", "given": {"length": {"value": 40, "unit": "cm"}, "width": {"value": 30, "unit": "cm"}, "cutter": {"value": 60, "unit": "mm"}}}`,
	do: func(g *given) answer {
		ways := g.count("each", "slice", "cutter", "pieceLength", "cube")
		if ways != 1 {
			refuse("each", "Say one of each, slice, cutter, pieceLength and cube.")
		}
		switch {
		case g.has("each"):
			return g.byWeight()
		case g.has("slice"):
			return g.slices()
		case g.has("cutter"):
			return g.discs()
		}
		return g.cornered()
	},
}

// wants is how many are wanted; 0: that is asked.
func (g *given) wants() float64 {
	if !g.has("wanted") {
		return 0
	}
	n := g.positive("wanted").base
	if n != math.Trunc(n) {
		refuse("wanted", "%s pieces: a whole number.", say(n))
	}
	return n
}

func piecesFigure(n float64) Figure { return Figure{"pieces", n, "piece"} }

// byWeight is how many come out of a weight, a volume, or a tray that is filled so high.
func (g *given) byWeight() answer {
	each := g.positive("each")
	if n := g.wants(); n > 0 {
		need := each.of(n * each.base)
		how := fmt.Sprintf("%s × %s = %s", say(n), each, need)
		if g.has("loss") {
			if l := g.quantity("loss"); l.unit.kind == percent {
				if l.base >= 1 {
					refuse("loss", "Nothing is left of it.")
				}
				need.base /= 1 - l.base
				how += fmt.Sprintf("; ÷ (1 − %s) = %s", say(l.base), need)
			} else {
				g.alike("loss", need, l)
				need.base += l.base
				how += fmt.Sprintf("; + %s = %s", l, need)
			}
		}
		return one(need.own("of"), "%s", how)
	}
	var of quantity
	how := ""
	if g.has("of") {
		of = g.quantity("of")
	} else {
		a, said := g.sheet()
		h := g.positive("height")
		of = quantity{a * h.base / 1000, named("ml")}
		how = fmt.Sprintf("%s × %s = %s; ", said, h, of)
	}
	if of.unit.kind != each.unit.kind && g.has("density") {
		of = g.exchanged(of, each.unit)
	}
	g.alike("each", of, each)
	if g.has("loss") {
		l := g.quantity("loss")
		if l.unit.kind == percent {
			l = of.of(of.base * g.share("loss", true))
		}
		g.alike("loss", of, l)
		if l.base > of.base {
			refuse("loss", "%s is more than there is, %s.", l, of)
		}
		how += fmt.Sprintf("%s − %s = ", of, l)
		of.base -= l.base
		how += of.String() + "; "
	}
	n := floor(of.base / each.base)
	left := of.of(math.Max(0, of.base-n*each.base))
	return several([]Figure{piecesFigure(n), left.own("left")}, "%s%s ÷ %s = %s, so %s; %s left", how, of, each, say(of.base/each.base), say(n), left)
}

// slices are those of a roll, or of a loaf.
func (g *given) slices() answer {
	s := g.positive("slice")
	ends, kerf := g.or("ends", s.of(0)), g.or("kerf", s.of(0))
	if n := g.wants(); n > 0 {
		l := s.of(n*s.base + (n-1)*kerf.base + ends.base)
		return one(l.own("length"), "%s × %s + %s × %s + %s = %s", say(n), s, say(n-1), kerf, ends, l)
	}
	l := g.positive("length")
	rest := l.of(l.base - ends.base)
	if rest.base < 0 {
		refuse("ends", "%s is more than the roll, %s.", ends, l)
	}
	n := float64(cutting.Slices(l.base, s.base, ends.base, kerf.base))
	left := l.of(math.Max(0, rest.base-n*s.base-math.Max(0, n-1)*kerf.base))
	return several([]Figure{piecesFigure(n), left.own("left")}, "(%s − %s + %s) ÷ (%s + %s) = %s, so %s; %s left", l, ends, kerf, s, kerf, say((rest.base+kerf.base)/(s.base+kerf.base)), say(n), left)
}

// sheet is the area of what is cut, in mm², with its sum.
func (g *given) sheet() (float64, string) {
	if g.has("diameter") {
		d := g.positive("diameter")
		return math.Pi / 4 * d.base * d.base, fmt.Sprintf("π ÷ 4 × %s²", d)
	}
	l, w := g.positive("length"), g.positive("width")
	return l.base * w.base, fmt.Sprintf("%s × %s", l, w)
}

// inRow is how many of a size fit in a length with a gap between them.
func inRow(have, size, gap float64) float64 { return float64(cutting.InRow(have, size, gap)) }

// cornered are pieces with corners, out of a sheet or a block.
func (g *given) cornered() answer {
	gap := g.or("gap", g.or("kerf", quantity{0, named("mm")})).base
	if g.has("cube") {
		e := g.positive("cube")
		if n := g.wants(); n > 0 && !g.has("length") {
			v := quantity{n * e.base * e.base * e.base / 1000, named("ml")}
			return one(v.own("of"), "%s × %s³ = %s", say(n), e, v)
		}
		return g.block(e.base, e.base, e.base, gap)
	}
	l, w := g.positive("pieceLength"), g.positive("pieceWidth")
	if g.has("pieceHeight") {
		return g.block(l.base, w.base, g.positive("pieceHeight").base, gap)
	}
	a, said := g.sheet()
	if g.has("diameter") {
		refuse("diameter", "Pieces with corners are cut out of a sheet with corners: give length and width.")
	}
	sl, sw := g.quantity("length").base, g.quantity("width").base
	straight, turned := inRow(sl, l.base, gap)*inRow(sw, w.base, gap), inRow(sl, w.base, gap)*inRow(sw, l.base, gap)
	fits := math.Max(straight, turned)
	return g.cut(fits, a, l.base*w.base, fmt.Sprintf("%s, pieces %s × %s: %s, turned %s", said, l, w, say(straight), say(turned)))
}

// block is how many pieces come out of a block, the best way round.
func (g *given) block(a, b, c, gap float64) answer {
	l, w, h := g.positive("length"), g.positive("width"), g.positive("height")
	best := 0.0
	for _, p := range [][3]float64{{a, b, c}, {a, c, b}, {b, a, c}, {b, c, a}, {c, a, b}, {c, b, a}} {
		best = math.Max(best, inRow(l.base, p[0], gap)*inRow(w.base, p[1], gap)*inRow(h.base, p[2], gap))
	}
	ml := named("ml")
	all, cut := quantity{l.base * w.base * h.base / 1000, ml}, quantity{best * a * b * c / 1000, ml}
	figures := []Figure{piecesFigure(best), all.of(all.base - cut.base).own("offcut"), {"offcut", 100 * (1 - cut.base/all.base), "%"}}
	how := fmt.Sprintf("%s × %s × %s: %s; offcut %s − %s = %s", l, w, h, say(best), all, cut, all.of(all.base-cut.base))
	if n := g.wants(); n > 0 {
		if best == 0 {
			refuse("length", "None comes out of it.")
		}
		figures = append(figures, Figure{"blocks", ceil(n / best), "piece"})
		how += fmt.Sprintf("; %s ÷ %s, so %s", say(n), say(best), say(ceil(n/best)))
	}
	return several(figures, "%s", how)
}

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
