// Package raster counts areas on a grid of cells, a bit each, to know what covers what.
// Shapes are filled row by row (the even-odd rule, at the middle of each cell), so the
// cost grows with the rows and not with the pairs of edges. The error of an area is about
// half a cell along the outline.
package raster

import (
	"math"
	"math/bits"
	"slices"
)

// Grid is the field of cells over the outer bounds of a plate.
type Grid struct {
	Cell  float64 // mm
	N     int     // cells along a side
	words int     // of a row
}

// Mask is the cells that something covers.
type Mask struct {
	rows      [][]uint64
	from, end int // rows in which anything is
}

// New is a grid of n cells along a side, each so many mm wide, about the middle.
func New(cell float64, n int) Grid { return Grid{cell, n, (n + 63) / 64} }

// Empty is a mask without a cell.
func (g Grid) Empty() Mask {
	m := Mask{rows: make([][]uint64, g.N), from: g.N}
	all := make([]uint64, g.N*g.words)
	for i := range m.rows {
		m.rows[i] = all[i*g.words : (i+1)*g.words]
	}
	return m
}

// At is the middle of a cell, in mm from the centre of the plate.
func (g Grid) At(i int) float64 { return (float64(i) + 0.5 - float64(g.N)/2) * g.Cell }

// index is the cell in which a place begins.
func (g Grid) index(v float64) float64 { return v/g.Cell + float64(g.N)/2 - 0.5 }

// Fill adds a polygon.
func (g Grid) Fill(m *Mask, polygon [][2]float64) {
	top, bottom := math.Inf(1), math.Inf(-1)
	for _, q := range polygon {
		top, bottom = math.Min(top, q[1]), math.Max(bottom, q[1])
	}
	from, to := max(0, int(math.Ceil(g.index(top)))), min(g.N-1, int(math.Floor(g.index(bottom))))
	m.from, m.end = min(m.from, from), max(m.end, to+1)
	var cuts []float64
	for row := from; row <= to; row++ {
		y := g.At(row)
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

// Area of a mask, in mm².
func (g Grid) Area(m Mask) float64 {
	n := 0
	for i := m.from; i < m.end; i++ {
		for _, w := range m.rows[i] {
			n += bits.OnesCount64(w)
		}
	}
	return float64(n) * g.Cell * g.Cell
}

// Both is the area that two masks have in common, in mm².
func (g Grid) Both(a, b Mask) float64 {
	n := 0
	for i := max(a.from, b.from); i < min(a.end, b.end); i++ {
		for k, w := range a.rows[i] {
			n += bits.OnesCount64(w & b.rows[i][k])
		}
	}
	return float64(n) * g.Cell * g.Cell
}

// Open is the area that two masks have in common and a third one leaves open, in mm².
func (g Grid) Open(a, b, but Mask) float64 {
	n := 0
	for i := max(a.from, b.from); i < min(a.end, b.end); i++ {
		for k, w := range a.rows[i] {
			n += bits.OnesCount64(w & b.rows[i][k] &^ but.rows[i][k])
		}
	}
	return float64(n) * g.Cell * g.Cell
}

// span sets the cells of a row whose middles lie between two places, a word at a
// time.
func (m Mask) span(g Grid, row int, left, right float64) {
	first, last := max(0, int(math.Ceil(g.index(left)))), min(g.N-1, int(math.Floor(g.index(right))))
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

// Has tells whether the cell of a point is covered.
func (m Mask) Has(g Grid, x, y float64) bool {
	row, c := int(math.Round(g.index(y))), int(math.Round(g.index(x)))
	return row >= m.from && row < m.end && c >= 0 && c < g.N && m.rows[row][c>>6]&(1<<(c&63)) != 0
}

// Add puts another mask's cells into this one.
func (m *Mask) Add(o Mask) {
	m.from, m.end = min(m.from, o.from), max(m.end, o.end)
	for i := o.from; i < o.end; i++ {
		for k := range m.rows[i] {
			m.rows[i][k] |= o.rows[i][k]
		}
	}
}

// Cut is a mask cut to a shape that is even about the middle: in each row, at y mm, what
// lies within half(y) mm of the middle; below 0: none of it.
func (g Grid) Cut(m Mask, half func(y float64) float64) Mask {
	out := g.Empty()
	out.from, out.end = m.from, m.end
	for i := m.from; i < m.end; i++ {
		h := half(g.At(i))
		if h < 0 {
			continue
		}
		out.span(g, i, -h, h)
		for k := range out.rows[i] {
			out.rows[i][k] &= m.rows[i][k]
		}
	}
	return out
}
