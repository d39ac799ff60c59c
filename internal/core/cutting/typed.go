package cutting

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
)

// inMillimetres are the units of length that people write.
var inMillimetres = map[string]float64{"mm": 1, "cm": 10, "m": 1000, "in": 25.4, "inch": 25.4, "inches": 25.4, "\"": 25.4, "″": 25.4}

var (
	length  = regexp.MustCompile(`(\d+(?:[.,]\d+)?|\d*[¼½¾])\s*(mm|cm|m|inches|inch|in|"|″)?`)
	round   = regexp.MustCompile(`(?i)ø|⌀|\b(round|ring|disc|discs|dia|diameter|cutter)\b`)
	rolled  = regexp.MustCompile(`(?i)\b(roll|log|loaf|terrine|ballotine)\b`)
	sliced  = regexp.MustCompile(`(?i)\bslices?\b`)
	squared = regexp.MustCompile(`(?i)\b(squares?|cubes?)\b`)
)

// quarters are the fractions that a keyboard has.
var quarters = strings.NewReplacer("¼", ".25", "½", ".5", "¾", ".75", ",", ".")

// Lengths reads "40 × 30 cm" as 400 and 300 mm: a unit goes for those before it that have none, and
// without any unit they are mm.
func Lengths(text string) (out []float64) {
	pending := 0
	for _, m := range length.FindAllStringSubmatch(text, -1) {
		v, err := strconv.ParseFloat(quarters.Replace(m[1]), 64)
		if err != nil {
			continue
		}
		out, pending = append(out, v), pending+1
		if by, said := inMillimetres[m[2]]; said {
			for k := len(out) - pending; k < len(out); k++ {
				out[k] *= by
			}
			pending = 0
		}
	}
	return out
}

// Typed reads a cut as people write it: from "40 × 30 cm", "Ø 26 cm" or "45 cm roll", into "Ø 6 cm",
// "8 × 4 cm" or "12 mm slices"; gap and ends may be empty. A slip is told with its field: from, into,
// gap, ends.
func Typed(from, into, gap, ends string) (c Cut, err error) {
	a, b := Lengths(from), Lengths(into)
	switch {
	case len(a) == 1 && (round.MatchString(from) || !rolled.MatchString(from) && !sliced.MatchString(into)):
		c.Diameter = a[0]
	case len(a) == 1:
		c.Length = a[0]
	case len(a) == 2:
		c.Length, c.Width = a[0], a[1]
	}
	switch {
	case len(b) == 1 && (sliced.MatchString(into) || rolled.MatchString(from)):
		c.Slice = b[0]
	case len(b) == 1 && squared.MatchString(into):
		c.Along, c.Across = b[0], b[0]
	case len(b) == 1:
		c.Cutter = b[0]
	case len(b) == 2:
		c.Along, c.Across = b[0], b[1]
	}
	var l fault.List
	for field, one := range map[string]struct {
		text string
		to   *float64
	}{"gap": {gap, &c.Gap}, "ends": {ends, &c.Ends}} {
		if strings.TrimSpace(one.text) == "" {
			continue
		}
		if v := Lengths(one.text); len(v) == 1 {
			*one.to = v[0]
		} else {
			l.Add(field, "“%s”: write 2 mm.", one.text)
		}
	}
	if err := l.Err(); err != nil {
		return Cut{}, err
	}
	return c, c.Validate()
}

// From is what is cut, as it is typed.
func (c Cut) From() string {
	switch {
	case c.Diameter > 0:
		return "Ø " + said(c.Diameter)
	case c.Slice > 0:
		return said(c.Length) + " roll"
	}
	return both(c.Length, c.Width)
}

// Into is what it is cut into, likewise.
func (c Cut) Into() string {
	switch {
	case c.Slice > 0:
		return said(c.Slice) + " slices"
	case c.Cutter > 0:
		return "Ø " + said(c.Cutter)
	}
	return both(c.Along, c.Across)
}

func both(a, b float64) string {
	if a >= 100 && b >= 100 {
		return fmt.Sprintf("%g × %g cm", a/10, b/10)
	}
	return fmt.Sprintf("%g × %g mm", a, b)
}

func said(mm float64) string {
	if mm >= 100 {
		return fmt.Sprintf("%g cm", mm/10)
	}
	return fmt.Sprintf("%g mm", mm)
}
