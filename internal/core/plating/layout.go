package plating

import "math"

// layout is a plate laid out: where each placing lies, how high it reaches, and
// what covers what.
type layout struct {
	spec    Spec
	grid    grid
	polys   [][][][2]float64 // by placing: the outlines of all its pieces
	masks   []mask
	areas   []float64 // mm²
	overlap [][]float64
	base    []float64 // mm over the plate on which it stands
	top     []float64
	place   map[string]int
	stands  [][]bool // by placing: on what it stands or leans, by whatever way
}

// lay lays a plate out.
func (s Spec) lay() layout {
	n := len(s.Placings)
	l := layout{spec: s, grid: s.Ware.grid(), polys: make([][][][2]float64, n), masks: make([]mask, n), areas: make([]float64, n), overlap: make([][]float64, n), base: make([]float64, n), top: make([]float64, n), place: map[string]int{}}
	for i, p := range s.Placings {
		l.place[p.ID] = i
		l.masks[i] = l.grid.empty()
		for _, at := range p.places() {
			pen := newPen(at[0], at[1], at[2])
			pen.silent = true
			p.draw(pen)
			for _, polygon := range pen.polygons {
				l.grid.fill(&l.masks[i], polygon)
			}
			l.polys[i] = append(l.polys[i], pen.polygons...)
		}
		l.areas[i] = l.grid.area(l.masks[i])
	}
	for i := range s.Placings {
		l.overlap[i] = make([]float64, n)
		for k := range i {
			l.overlap[i][k] = l.grid.both(l.masks[i], l.masks[k])
			l.overlap[k][i] = l.overlap[i][k]
		}
	}
	l.stands = l.standing()
	for i := range s.Placings {
		l.heights(i, 0)
	}
	return l
}

// heights works out on what a placing stands, and how high it reaches. Deep
// guards against circles.
func (l *layout) heights(i, deep int) {
	p := l.spec.Placings[i]
	l.base[i] = 0
	if at, there := l.place[p.On]; there && at != i && deep < len(l.spec.Placings) {
		l.heights(at, deep+1)
		l.base[i] = l.top[at]
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

// places are the points at which a placing lies, with its turn there: one, or
// as often as it is repeated on its arc.
func (p Placing) places() [][3]float64 {
	n := max(p.Repeat, 1)
	arc := p.Arc
	step := 0.0
	switch {
	case n > 1 && (arc == 0 || arc >= 360):
		step = 360 / float64(n)
	case n > 1:
		step = arc / float64(n-1)
	}
	out := make([][3]float64, n)
	for i := range out {
		hour := p.Hour + float64(i)*step/30
		sin, cos := math.Sincos(hour * math.Pi / 6)
		out[i] = [3]float64{p.Distance * sin, -p.Distance * cos, p.Turn + float64(i)*step}
	}
	return out
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
