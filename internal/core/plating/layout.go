package plating

import (
	"math"

	"jointime/internal/core/plating/raster"
	"jointime/internal/core/solids"
)

// layout is a plate laid out: where each placing lies, how high it reaches, and
// what covers what.
type layout struct {
	spec     Spec
	called   map[string]string // name of a component, by its id
	portions []Portion         // of the dish, where they are known
	grid     raster.Grid
	spots    [][]spot
	from     [][2]float64
	circle   []bool // it is measured, by whatever way, from itself
	pens     [][]*pen
	masks    []raster.Mask
	areas    []float64 // mm²
	overlap  [][]float64
	base     []float64 // mm over the plate on which it stands
	top      []float64
	place    map[string]int
	stands   [][]bool // by placing: on what it stands or leans, by whatever way
	room     Room
	visible  []float64 // mm², from above
}

// lay lays a plate out; with its drawing, or only its outlines.
func (s Spec) lay(drawn bool) layout {
	n, f := len(s.Placings), s.find()
	l := layout{spec: s, grid: s.grid(), spots: f.spots, from: f.from, circle: f.circle, place: f.place, pens: make([][]*pen, n), masks: make([]raster.Mask, n), areas: make([]float64, n), overlap: make([][]float64, n), base: make([]float64, n), top: make([]float64, n)}
	for i, p := range s.Placings {
		l.masks[i] = l.grid.Empty()
		for _, at := range l.spots[i] {
			pen := newPen(at.x, at.y, at.turn)
			pen.silent = !drawn
			p.draw(pen)
			for _, polygon := range pen.polygons {
				l.grid.Fill(&l.masks[i], polygon)
			}
			l.pens[i] = append(l.pens[i], pen)
		}
		l.areas[i] = l.area(i)
	}
	whole := l.outlines()
	for i := range s.Placings {
		l.overlap[i] = make([]float64, n)
		for k := range i {
			l.overlap[i][k] = l.shared(whole, i, k)
			l.overlap[k][i] = l.overlap[i][k]
		}
	}
	l.settle()
	l.room, l.visible = l.measure(), l.seen()
	l.room.EyeHour, l.room.EyeFar, l.room.Eye = l.eye()
	return l
}

// area of a placing, in mm²: that of its outlines, or, where they lie over one another, counted.
func (l layout) area(i int) (sum float64) {
	parts := 0
	for _, pen := range l.pens[i] {
		for _, polygon := range pen.polygons {
			sum, parts = sum+solids.Outline(polygon).Area(), parts+1
		}
	}
	if counted := l.grid.Area(l.masks[i]); parts > 1 && counted < 0.98*sum {
		return counted
	}
	return sum
}

// outlines are those of placings of one piece without a dent; nil of the others.
func (l layout) outlines() []solids.Outline {
	out := make([]solids.Outline, len(l.pens))
	for i, pens := range l.pens {
		if len(pens) == 1 && len(pens[0].polygons) == 1 {
			if o := solids.Outline(pens[0].polygons[0]).Ordered(); o.Convex() {
				out[i] = o
			}
		}
	}
	return out
}

// shared is what two placings share, in mm²: of two pieces without a dent exactly, or else counted.
func (l layout) shared(whole []solids.Outline, i, k int) float64 {
	counted := l.grid.Both(l.masks[i], l.masks[k])
	if counted == 0 || whole[i] == nil || whole[k] == nil {
		return counted
	}
	return whole[i].Within(whole[k]).Area()
}

// settle works out what stands on what, and how high it reaches.
func (l *layout) settle() {
	l.stands = l.standing()
	for i := range l.spec.Placings {
		l.heights(i, 0)
	}
}

// reordered is the same plate built in another order: everything lies where it
// lay.
func (l layout) reordered(order []int) layout {
	n := len(order)
	out := layout{spec: l.spec, grid: l.grid, spots: make([][]spot, n), from: make([][2]float64, n), circle: make([]bool, n), place: map[string]int{}, pens: make([][]*pen, n), masks: make([]raster.Mask, n), areas: make([]float64, n), overlap: make([][]float64, n), base: make([]float64, n), top: make([]float64, n), room: l.room}
	out.spec.Placings = make([]Placing, n)
	for i, was := range order {
		out.spec.Placings[i] = l.spec.Placings[was]
		out.place[l.spec.Placings[was].ID] = i
		out.spots[i], out.from[i], out.circle[i], out.pens[i], out.masks[i], out.areas[i] = l.spots[was], l.from[was], l.circle[was], l.pens[was], l.masks[was], l.areas[was]
		out.overlap[i] = make([]float64, n)
		for k, other := range order {
			out.overlap[i][k] = l.overlap[was][other]
		}
	}
	out.settle()
	return out
}

// heights works out on what a placing stands, and how high it reaches. Deep
// guards against circles.
func (l *layout) heights(i, deep int) {
	p := l.spec.Placings[i]
	l.base[i] = 0
	if at, there := l.place[p.On]; there && at != i && deep < len(l.spec.Placings) {
		l.heights(at, deep+1)
		l.base[i] = max(l.base[at], l.top[at]-p.Sinks)
	}
	l.top[i] = l.base[i] + p.tall()
}

// tall is how high a placing is by itself, in mm.
func (p Placing) tall() float64 {
	switch {
	case p.Height > 0:
		return p.Height
	case p.Form == Quenelle || p.Form == Roll:
		return p.width()
	case p.Form.flows() || p.Form == Grating:
		return film
	}
	return 0
}

// flows tells liquids, which find their own place.
func (f Form) flows() bool {
	return f == Pool || f == Poured || f == Swipe || f == Drizzle
}

// loose tells what lies between and on other things without being in their way.
func (f Form) loose() bool {
	switch f {
	case Scatter, Shavings, Grating, Foam, Dots, Leaf, Line:
		return true
	}
	return f.flows()
}

// points calls back for every point of the outlines of a placing, as it lies
// about the middle of its ware.
func (l layout) points(i int, do func(x, y float64)) {
	c := l.spec.middles()[l.spec.Placings[i].In]
	for _, pen := range l.pens[i] {
		for _, polygon := range pen.polygons {
			for _, q := range polygon {
				do(q[0]-c[0], q[1]-c[1])
			}
		}
	}
}

// standsOn tells whether one placing stands or leans, by whatever way, on
// another.
func (l layout) standsOn(i, k int) bool { return l.stands[i][k] }

// standing works out what stands or leans on what, by whatever way.
func (l layout) standing() [][]bool {
	out := make([][]bool, len(l.spec.Placings))
	var up func(from, i int)
	up = func(from, i int) {
		for _, to := range []string{l.spec.Placings[i].On, l.spec.Placings[i].Leans} {
			if at, there := l.place[to]; there && !out[from][at] {
				out[from][at] = true
				up(from, at)
			}
		}
	}
	for i := range out {
		out[i] = make([]bool, len(out))
		up(i, i)
	}
	return out
}

// cells along a side: half a millimetre to a few on the plates there are. With
// ware beside the plate the grid grows and its cells stay, up to a limit.
const (
	gridCells = 320
	mostCells = 1280
)

func (s Spec) grid() raster.Grid {
	side := math.Max(s.Ware.Diameter, s.Ware.across()) * 1.3 // what hangs over is seen too
	if side <= 0 {
		side = 1
	}
	cell, n := side/gridCells, gridCells
	reach := side / 2
	for name, c := range s.middles() {
		if w, _ := s.ware(name); name != "" {
			reach = math.Max(reach, math.Max(math.Abs(c[0])+w.Diameter*0.65, math.Abs(c[1])+w.across()*0.65))
		}
	}
	if reach > side/2 {
		n = min(2*int(math.Ceil(reach/cell)), mostCells)
		cell = 2 * reach / float64(n)
	}
	return raster.New(cell, n)
}
