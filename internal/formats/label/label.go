// Package label draws labels for containers as SVG, in millimetres, in black
// and white: for a label printer, and for plain paper.
package label

import (
	"fmt"
	"html"
	"strings"
	"time"
	"unicode/utf8"

	"jointime/internal/core/mise"
)

// Width and Height of a label, in millimetres.
const (
	Width  = 62.0
	Height = 40.0
)

// margin of a label, and how wide a letter is for its height: the mean of the
// typeface, with some to spare.
const (
	margin = 2.5
	letter = 0.48
)

// SVG draws a label. Times are told in a zone.
func SVG(l mise.Label, zone *time.Location) string {
	var b strings.Builder
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" width="%gmm" height="%gmm" viewBox="0 0 %g %g" font-family="'Atkinson Hyperlegible Next Variable', 'Atkinson Hyperlegible Next', sans-serif" fill="#000">`, Width, Height, Width, Height)
	fmt.Fprintf(&b, `<rect x="0.2" y="0.2" width="%g" height="%g" fill="#fff" stroke="#000" stroke-width="0.3"/>`, Width-0.4, Height-0.4)
	y := margin
	write := func(size float64, weight int, text string, lines int) {
		for _, line := range wrap(text, size, lines) {
			y += size * 1.12
			fmt.Fprintf(&b, `<text x="%g" y="%.2f" font-size="%g" font-weight="%d">%s</text>`, margin, y-size*0.22, size, weight, html.EscapeString(strings.Map(printable, line)))
		}
	}
	write(6, 700, l.Name, 1)
	write(3.2, 400, join(" · ", l.Amount, l.Container, l.What), 2)
	y += 1
	if l.Made != nil {
		write(3.2, 400, "made "+moment(*l.Made, zone)+" by "+l.By, 1)
	} else {
		write(3.2, 400, "made ____________ by ________", 1)
	}
	switch {
	case l.UseBy != nil:
		write(4.8, 700, "use by "+moment(*l.UseBy, zone), 1)
	default:
		write(4.8, 700, "use by ______________", 1)
	}
	y += 1
	write(3.6, 700, l.Allergens, 2)
	y = Height - margin - 2.9
	write(2.9, 400, join(" · ", l.Section, l.For), 1)
	b.WriteString(`</svg>`)
	return b.String()
}

func moment(t time.Time, zone *time.Location) string { return t.In(zone).Format("Mon 2 Jan 15:04") }

func join(with string, parts ...string) string {
	var some []string
	for _, p := range parts {
		if p != "" {
			some = append(some, p)
		}
	}
	return strings.Join(some, with)
}

// wrap parts a text into no more than so many lines of a label's width. What
// does not fit ends in an ellipsis.
func wrap(text string, size float64, lines int) (out []string) {
	room := int((Width - 2*margin) / (size * letter))
	line := ""
	for _, word := range strings.Fields(text) {
		next := strings.TrimSpace(line + " " + word)
		if utf8.RuneCountInString(next) <= room || line == "" {
			line = next
			continue
		}
		if len(out) == lines-1 {
			return append(out, cut(next, room))
		}
		out, line = append(out, cut(line, room)), word
	}
	return append(out, cut(line, room))
}

func cut(line string, room int) string {
	if r := []rune(line); len(r) > room {
		return string(r[:room-1]) + "…"
	}
	return line
}

// printable drops what no XML may hold.
func printable(r rune) rune {
	if r < ' ' || r == utf8.RuneError || r == 0xFFFE || r == 0xFFFF {
		return -1
	}
	return r
}
