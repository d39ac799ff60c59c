// Package runupsvg draws a run-up as SVG to print: the strands of every dish on the
// folded axis, hands-on work solid, the rest an outline, each wait a thin line that
// ends in a bracket where it must end.
package runupsvg

import (
	"fmt"
	"html"
	"slices"
	"strings"

	"jointime/internal/core/runup/evening"
	"jointime/internal/core/runup/report"
)

// Measures of the sheet, in millimetres: as wide as A3 across, as high as it needs.
const (
	width  = 420.0
	left   = 62.0
	right  = 24.0
	top    = 20.0
	line   = 9.0
	dish   = 5.0 // between two dishes
	half   = 2.2 // of a bar
	margin = 6.0
)

// SVG draws a run-up, each course on a folded axis of its own.
func SVG(u report.RunUp) string {
	p := &page{u: u, y: top}
	for _, o := range evening.Read(u, nil).Opens {
		if o.Kind == "course" {
			p.course(o)
		}
	}
	height := p.y + 10
	var b strings.Builder
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%gmm" height="%gmm" viewBox="0 0 %g %g" font-family="'Atkinson Hyperlegible Next', sans-serif" font-size="3" fill="#14202b">`, width, height, width, height)
	fmt.Fprintf(&b, `<title>%s</title><rect width="%g" height="%g" fill="#fff"/>`, html.EscapeString(u.Name), width, height)
	fmt.Fprintf(&b, `<text x="%g" y="9" font-size="6" font-weight="700">%s, %s</text>`, margin, html.EscapeString(u.Name), html.EscapeString(u.Day))
	b.WriteString(p.b.String())
	b.WriteString("</svg>\n")
	return b.String()
}

type page struct {
	b    strings.Builder
	u    report.RunUp
	axis []evening.OpenSegment // of the course that is drawn
	y    float64
}

// x is where a moment lies on the folded axis.
func (p *page) x(at int64) float64 {
	sum, all := 0.0, 0.0
	for _, s := range p.axis {
		all += s.Room
	}
	wide := (width - left - right) / max(all, 0.1)
	for _, s := range p.axis {
		if at < s.From {
			return left + sum*wide
		}
		if at <= s.To {
			return left + (sum+s.Room*float64(at-s.From)/float64(max(s.To-s.From, 1)))*wide
		}
		sum += s.Room
	}
	return width - right
}

// course draws the strands of a course under its axis, and the line of the pass at which they meet.
func (p *page) course(o evening.Opening) {
	p.axis = o.Axis
	c := slices.IndexFunc(p.u.Courses, func(c report.CourseRow) bool { return c.ID == o.ID })
	row := p.u.Courses[c]
	p.y += dish
	fmt.Fprintf(&p.b, `<text x="%g" y="%.2f" font-size="4" font-weight="700">%s</text>`, margin, p.y, html.EscapeString(o.Name))
	from := p.y
	p.y += dish
	p.dishes(c)
	for _, s := range o.Axis {
		x := p.x(s.From)
		fmt.Fprintf(&p.b, `<path d="M%.2f %.2fV%.2f" stroke="#c3cdd3" stroke-width="0.3" stroke-dasharray="1 1"/><text x="%.2f" y="%.2f">%s</text>`, x, from+1, p.y+3, x+1, from+2, html.EscapeString(s.Label))
	}
	x := p.x(row.Leaves) + 1
	fmt.Fprintf(&p.b, `<path d="M%.2f %.2fV%.2f" stroke="#1554b8" stroke-width="1"/><text x="%.2f" y="%.2f" font-weight="700">%s × %d</text>`, x, from+3, p.y+3, x+1.5, from+6, row.Hour.Format("15:04"), row.Plates)
}

// dishes draws the strands of a course, those of a version under its name.
func (p *page) dishes(c int) {
	last := ""
	for _, s := range p.u.Strands {
		if s.Course != c {
			continue
		}
		if s.DishName != last {
			p.y += dish
			fmt.Fprintf(&p.b, `<text x="%g" y="%.2f" font-weight="700">%s × %d</text>`, margin, p.y, html.EscapeString(s.DishName), s.Plates)
			last = s.DishName
		}
		p.y += line
		p.strand(s)
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
