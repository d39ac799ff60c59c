package plating

import (
	"math"
	"math/bits"
	"slices"
)

// A plate is laid out on a grid of cells, a bit each, to know what covers what.
// Shapes are filled row by row (the even-odd rule, at the middle of each cell),
// so the cost grows with the rows and not with the pairs of edges. The error of
// an area is about half a cell along the outline.

// grid is the field of cells over the outer bounds of a plate.
type grid struct {
	cell  float64 // mm
	n     int     // cells along a side
	words int     // of a row
}

// cells along a side: half a millimetre to a few on the plates there are. With
// ware beside the plate the grid grows and its cells stay, up to a limit.
const (
	gridCells = 320
	mostCells = 1280
)

func (s Spec) grid() grid {
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
	return grid{cell, n, (n + 63) / 64}
}

// mask is the cells that something covers.
type mask struct {
	rows      [][]uint64
	from, end int // rows in which anything is
}

func (g grid) empty() mask {
	m := mask{rows: make([][]uint64, g.n), from: g.n}
	all := make([]uint64, g.n*g.words)
	for i := range m.rows {
		m.rows[i] = all[i*g.words : (i+1)*g.words]
	}
	return m
}

// at is the middle of a cell, in mm from the centre of the plate.
func (g grid) at(i int) float64 { return (float64(i) + 0.5 - float64(g.n)/2) * g.cell }

// index is the cell in which a place begins.
func (g grid) index(v float64) float64 { return v/g.cell + float64(g.n)/2 - 0.5 }

// fill adds a polygon.
func (g grid) fill(m *mask, polygon [][2]float64) {
	top, bottom := math.Inf(1), math.Inf(-1)
	for _, q := range polygon {
		top, bottom = math.Min(top, q[1]), math.Max(bottom, q[1])
	}
	from, to := max(0, int(math.Ceil(g.index(top)))), min(g.n-1, int(math.Floor(g.index(bottom))))
	m.from, m.end = min(m.from, from), max(m.end, to+1)
	var cuts []float64
	for row := from; row <= to; row++ {
		y := g.at(row)
		cuts = cuts[:0]
		for i, a := range polygon {
			b := polygon[(i+1)%len(polygon)]
			if (a[1] <= y) != (b[1] <= y) {
				cuts = append(cuts, a[0]+(y-a[1])/(b[1]-a[1])*(b[0]-a[0]))
			}
		}
		slices.Sort(cuts)
		for k := 0; k+1 < len(cuts); k += 2 {
			m.span(g, row, cuts[k], cuts[k+1])
		}
	}
}

// span sets the cells of a row whose middles lie between two places, a word at a
// time.
func (m mask) span(g grid, row int, left, right float64) {
	first, last := max(0, int(math.Ceil(g.index(left)))), min(g.n-1, int(math.Floor(g.index(right))))
	if first > last {
		return
	}
	words := m.rows[row]
	for k := first >> 6; k <= last>>6; k++ {
		bits := ^uint64(0)
		if k == first>>6 {
			bits &= ^uint64(0) << (first & 63)
		}
		if k == last>>6 {
			bits &= ^uint64(0) >> (63 - last&63)
		}
		words[k] |= bits
	}
}

// area of a mask, in mm².
func (g grid) area(m mask) float64 {
	n := 0
	for i := m.from; i < m.end; i++ {
		for _, w := range m.rows[i] {
			n += bits.OnesCount64(w)
		}
	}
	return float64(n) * g.cell * g.cell
}

// both is the area that two masks have in common, in mm².
func (g grid) both(a, b mask) float64 {
	n := 0
	for i := max(a.from, b.from); i < min(a.end, b.end); i++ {
		for k, w := range a.rows[i] {
			n += bits.OnesCount64(w & b.rows[i][k])
		}
	}
	return float64(n) * g.cell * g.cell
}

// has tells whether the cell of a point is covered.
func (m mask) has(g grid, x, y float64) bool {
	row, c := int(math.Round(g.index(y))), int(math.Round(g.index(x)))
	return row >= m.from && row < m.end && c >= 0 && c < g.n && m.rows[row][c>>6]&(1<<(c&63)) != 0
}

// add puts another mask's cells into this one.
func (m *mask) add(o mask) {
	m.from, m.end = min(m.from, o.from), max(m.end, o.end)
	for i := o.from; i < o.end; i++ {
		for k := range m.rows[i] {
			m.rows[i][k] |= o.rows[i][k]
		}
	}
}
