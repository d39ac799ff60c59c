package plating

import (
	"fmt"
	"strings"
)

// Measured says a form with its measures: “ring 77 mm, 25 mm high”, “3 dots of
// 8 mm”.
func (p Placing) Measured() string {
	mm := func(v float64) string { return strings.TrimSuffix(fmt.Sprintf("%.1f", v), ".0") }
	text := string(p.Form)
	switch p.Form {
	case Dots:
		text = fmt.Sprintf("%d dots of %s mm", max(p.Count, 1), mm(p.dot()))
		if p.Count < 2 {
			text = fmt.Sprintf("dot of %s mm", mm(p.dot()))
		}
	case Quenelle, Slices, Fan, Shavings:
		if p.Count > 1 && p.inFile() {
			text = fmt.Sprintf("%d quenelles one behind the other,", p.Count)
		} else if p.Count > 1 {
			text = fmt.Sprintf(map[Form]string{Quenelle: "%d quenelles side by side,", Slices: "%d slices in a row,", Fan: "fan of %d,", Shavings: "%d shavings,"}[p.Form], p.Count)
		}
		fallthrough
	default:
		text += " " + mm(p.Length)
		if p.Width > 0 && p.Width != p.Length {
			text += " × " + mm(p.Width)
		}
		text += " mm"
	}
	if p.Height > 0 && p.Form != Dots {
		text += ", " + mm(p.Height) + " mm high"
	}
	if p.Repeat > 1 {
		text = fmt.Sprintf("%d times %s", p.Repeat, text)
		if p.Arc > 0 && p.Arc < 360 {
			text += fmt.Sprintf(", over %s°", mm(p.Arc))
		} else {
			text += ", all round"
		}
	}
	return text
}
