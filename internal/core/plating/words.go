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
	case Quenelle, Slices, Fan, Shavings:
		if p.Count > 1 {
			text = fmt.Sprintf("%d in %s", p.Count, map[Form]string{Quenelle: "quenelles", Slices: "slices", Fan: "a fan", Shavings: "shavings"}[p.Form])
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
	}
	return text
}
