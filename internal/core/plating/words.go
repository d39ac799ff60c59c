package plating

import (
	"fmt"
	"math"
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

// Place says where: “9 o'clock, 22 mm”, “in the middle”.
func (p Placing) Place() string {
	if p.Distance == 0 {
		return "in the middle"
	}
	hour, part := math.Modf(p.Hour)
	if hour == 0 && part == 0 {
		hour = 12
	}
	sign := map[float64]string{0: "", 0.25: "¼", 0.5: "½", 0.75: "¾"}[part]
	if sign == "" && part != 0 {
		return fmt.Sprintf("%.1f o'clock, %.0f mm", p.Hour, p.Distance)
	}
	return fmt.Sprintf("%.0f%s o'clock, %.0f mm", hour, sign, p.Distance)
}
