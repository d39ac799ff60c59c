// Package runupsvg draws a run-up as SVG to print: the strands of every dish on the
// folded axis, hands-on work solid, the rest an outline, each wait a thin line that
// ends in a bracket where it must end.
package runupsvg

import (
	"fmt"
	"html"
	"strings"

	"jointime/internal/core/runup/report"
)

// Measures of the sheet, in millimetres: as wide as A3 across, as high as it needs.
const (
	width  = 420.0
	left   = 62.0
	right  = 24.0
	top    = 20.0
	row    = 9.0
	dish   = 5.0 // between two dishes
	half   = 2.2 // of a bar
	margin = 6.0
)

// SVG draws a run-up.
func SVG(u report.RunUp) string {
	p := &page{u: u, fold: (width - left - right) / float64(max(len(u.Folds), 1))}
	p.strands()
	height := p.y + 10
	var b strings.Builder
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%gmm" height="%gmm" viewBox="0 0 %g %g" font-family="'Atkinson Hyperlegible Next', sans-serif" font-size="3" fill="#14202b">`, width, height, width, height)
	fmt.Fprintf(&b, `<title>%s</title><rect width="%g" height="%g" fill="#fff"/>`, html.EscapeString(u.Name), width, height)
	fmt.Fprintf(&b, `<text x="%g" y="9" font-size="6" font-weight="700">%s, %s</text>`, margin, html.EscapeString(u.Name), html.EscapeString(u.Day))
	for i, f := range u.Folds {
		x := left + float64(i)*p.fold
		fmt.Fprintf(&b, `<path d="M%.2f 13V%.2f" stroke="#c3cdd3" stroke-width="0.3" stroke-dasharray="1 1"/><text x="%.2f" y="16">%s</text>`, x, p.y, x+1, html.EscapeString(f.Label))
	}
	b.WriteString(p.b.String())
	b.WriteString("</svg>\n")
	return b.String()
}

type page struct {
	b    strings.Builder
	u    report.RunUp
	fold float64 // width of one
	y    float64
}

// x is where a moment lies on the folded axis.
func (p *page) x(at int64) float64 {
	for i, f := range p.u.Folds {
		if at < f.From {
			return left + float64(i)*p.fold
		}
		if at <= f.To {
			return left + (float64(i)+float64(at-f.From)/float64(max(f.To-f.From, 1)))*p.fold
		}
	}
	return width - right
}

func (p *page) strands() {
	p.y = top
	for i := 0; i < len(p.u.Strands); {
		n := i
		for n < len(p.u.Strands) && p.u.Strands[n].Dish == p.u.Strands[i].Dish && p.u.Strands[n].Course == p.u.Strands[i].Course {
			n++
		}
		p.dish(p.u.Strands[i:n])
		i = n
	}
}

// dish draws the strands of one dish and the line of the pass at which they meet.
func (p *page) dish(list []report.Strand) {
	s := list[0]
	p.y += dish
	fmt.Fprintf(&p.b, `<text x="%g" y="%.2f" font-size="4" font-weight="700">%s</text>`, margin, p.y, html.EscapeString(s.DishName))
	from := p.y
	for _, s := range list {
		p.y += row
		p.strand(s)
	}
	if s.Course < len(p.u.Courses) {
		c := p.u.Courses[s.Course]
		x := p.x(c.Leaves) + 2
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fV%.2f" stroke="#1554b8" stroke-width="1"/><text x="%.2f" y="%.2f" font-weight="700">%s × %d</text>`, x, from+2, p.y+3, x+1.5, from+4, c.Hour.Format("15:04"), s.Plates)
	}
}

func (p *page) strand(s report.Strand) {
	fmt.Fprintf(&p.b, `<text x="%g" y="%.2f">%s</text>`, margin, p.y+1, html.EscapeString(s.Name))
	for _, h := range s.Holds {
		a, b := p.x(p.u.Bars[h.From].To), p.x(p.u.Bars[h.To].From)
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fH%.2f" stroke="#14202b" stroke-width="0.3" fill="none"/>`, a, p.y, b)
		if h.Limit != nil {
			fmt.Fprintf(&p.b, `<path d="M%.2f %.2fh0.8v3.6h-0.8" stroke="#a3261b" stroke-width="0.4" fill="none"/>`, b-1, p.y-1.8)
		}
	}
	free := 0.0
	for _, i := range s.Bars {
		bar := p.u.Bars[i]
		a, b := p.x(bar.From), p.x(bar.To)
		b = max(b, a+0.8)
		fmt.Fprintf(&p.b, `<rect x="%.2f" y="%.2f" width="%.2f" height="%g" fill="#fff" stroke="#14202b" stroke-width="0.4" rx="0.5"><title>%s</title></rect>`, a, p.y-half, b-a, 2*half, html.EscapeString(bar.Start.Format("Mon 15:04:05 ")+bar.Name))
		for _, h := range bar.Hands {
			fmt.Fprintf(&p.b, `<rect x="%.2f" y="%.2f" width="%.2f" height="%g" fill="#14202b"/>`, p.x(h.From), p.y-half, max(min(p.x(h.To), b)-p.x(h.From), 0.4), 2*half)
		}
		if bar.Wave <= 1 && a >= free {
			fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" font-size="2.4">%s</text>`, a, p.y-half-0.7, html.EscapeString(bar.Name))
			free = a + 1.3*float64(len(bar.Name)) + 1
		}
	}
	if s.Stop != nil {
		fmt.Fprintf(&p.b, `<text x="%.2f" y="%.2f" fill="#a3261b" font-weight="700">[ %s ]</text>`, left, p.y+1, html.EscapeString(s.Stop.Why))
	}
}
