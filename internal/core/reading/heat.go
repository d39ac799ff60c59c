package reading

import (
	"fmt"
	"math"
	"regexp"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/units"
)

const (
	degree = ` ?(?:°|degrees?|degs?\.?)? ?(c|f|celsius|fahrenheit|centigrade)\b`
	plainC = `(\d{2,3}(?:[.,]\d+)?)`
)

var (
	// withUnit: low, its unit, high, unit.
	withUnit  = regexp.MustCompile(`(-?\b\d{1,3}(?:[.,]\d+)?)(?: ?(?:°|degrees?)? ?([cf])?(?: ?- ?| to )(-?\d{1,3}(?:[.,]\d+)?))?` + degree)
	degrees   = regexp.MustCompile(`(-?\b\d{1,3})(?:(?: ?- ?| to )(\d{1,3}))? ?(?:°|degrees?\b|degs?\b)`)
	gasMark   = regexp.MustCompile(`\bgas (?:mark )?(\d/\d|\d{1,2}|` + signs + `)\b|\bgas (?:mark )?(` + signs + `)`)
	bareHeat  = regexp.MustCompile(`(?:\b(?:at|to|below|under|above|over|oven(?: (?:on|up))?|fryer|bath) |@ ?)` + plainC + `(?:(?: ?- ?| to )` + plainC + `)?(?: |$|[,;.)])`)
	ovenAt    = regexp.MustCompile(`\b([12]\d\d)(?: degree)? (?:oven|oil|fat|fryer)\b`) // "in a 190 oven"
	otherHeat = regexp.MustCompile(`^ ?/ ?-?\d{1,3} ?(?:°|degrees?)? ?[cf]?\b ?(?:fan)?|^ ?(?:[(,]|or) ?\(?-?\d{1,3} ?(?:°|degrees?)? ?[cf]\b ?(?:fan)?\)?|^ ?(?:[/(,]|or) ?\(?(?:gas (?:mark )?\S+?|fan \d+ ?°? ?c?)\)?(?:[ ,;.]|$)|^ ?\(?fan(?: oven)?\)?|^ ?conventional`)
	coreAfter = regexp.MustCompile(`^ ?(?:(?:in|at) (?:the )?)?(?:very )?(?:core|internal|centre|center|middle|inside|thickest)\b`)
	coreWord  = regexp.MustCompile(`\b(?:core|internal|centre|center|middle|inside|probe|reads|thermometer|thickest)\b`)
	bathWord  = regexp.MustCompile(`\b(?:oil|fat|oven|bath|water|fryer|room|grill)\b`)
	toHeat    = regexp.MustCompile(`\b(?:to|until|till|reads|reaches|hits) (?:a |an |the )?(?:core |internal )?(?:temperature )?(?:of )?(?:below |under |above |over |about |around |at least )?$`)
	coreCue   = regexp.MustCompile(`\b(?:(?:an? |the )?(?:core|internal|probe)[^,;.]*)`)
)

// heat is a temperature in a text, in °C.
type heat struct {
	from, to  int
	low       float64
	high      *float64
	core      bool // of the food, and so a cue
	why       string
	fan       bool
	uncertain bool
}

// celsius of a figure in a unit, to a tenth of a degree.
func celsius(v float64, unit string) float64 {
	if strings.HasPrefix(unit, "f") {
		v = units.Celsius(v)
	}
	return math.Round(v*10) / 10
}

// asSign writes a half or a quarter as the dial does.
func asSign(mark string) string {
	switch mark {
	case "1/4":
		return "¼"
	case "1/2":
		return "½"
	}
	return mark
}

// heats finds the temperatures in a text. The same heat said again in
// another scale (200C/180C fan/gas 6) is one.
func heats(text string) (out []heat) {
	if !strings.ContainsAny(text, anyFigure) {
		return nil
	}
	blank := []byte(text)
	take := func(h heat) {
		h.to += sayings(text[h.to:], &h)
		copy(blank[h.from:h.to], strings.Repeat("#", h.to-h.from))
		out = append(out, h)
	}
	for _, find := range []func(string) (heat, bool){unitHeat, degreeHeat, gasHeat, fanHeat, bareHeats} {
		for {
			h, ok := find(string(blank))
			if !ok {
				break
			}
			take(h)
		}
	}
	for i := range out {
		for k := i; k > 0 && out[k].from < out[k-1].from; k-- {
			out[k], out[k-1] = out[k-1], out[k]
		}
	}
	return out
}

// Heat reads one temperature as people write it: 180, 180 C, 350 °F, gas 4. A
// bare figure is °C. The error says what is in doubt.
func Heat(text string) (celsius float64, err error) {
	plain := strings.ToLower(strings.TrimSpace(text))
	found := heats("at " + plain)
	switch {
	case len(found) != 1 || found[0].high != nil:
		return 0, fault.Say("“%s” is not a temperature. Write 180, 350 F or gas 4.", text)
	case found[0].why != "":
		return 0, fmt.Errorf("%q: %s", text, found[0].why)
	}
	h := found[0]
	if rest := strings.TrimSpace(plain[max(0, h.to-len("at ")):]); rest != "" {
		return 0, fault.Say("“%s”: what is “%s”?", text, rest)
	}
	if h.fan && strings.Contains(plain, "fan") {
		return 0, fault.Say("“%s”: give the temperature without fan.", text)
	}
	return h.low, nil
}

// sayings counts the letters of other ways to say the same heat.
func sayings(rest string, h *heat) (n int) {
	for {
		m := otherHeat.FindString(rest[n:])
		if m == "" {
			return n
		}
		h.fan = h.fan || strings.HasPrefix(strings.Trim(m, " ("), "fan") && n == 0 && !strings.ContainsAny(m, "0123456789")
		n += len(strings.TrimRight(m, " ,;."))
	}
}

func number64(s string) float64 {
	v, _ := strconv.ParseFloat(strings.ReplaceAll(s, ",", "."), 64)
	return v
}

func unitHeat(text string) (heat, bool) {
	m := withUnit.FindStringSubmatchIndex(text)
	if m == nil {
		return heat{}, false
	}
	unit := group(text, m, 4)
	own := group(text, m, 2)
	if own == "" {
		own = unit
	}
	h := heat{from: m[0], to: m[1], low: celsius(number64(group(text, m, 1)), own)}
	if second := group(text, m, 3); second != "" {
		high := celsius(number64(second), unit)
		h.high = &high
		if high < h.low {
			h.why = "Second temperature lower than the first."
		}
	}
	return h, true
}

func degreeHeat(text string) (heat, bool) {
	m := degrees.FindStringSubmatchIndex(text)
	if m == nil {
		return heat{}, false
	}
	h := heat{from: m[0], to: m[1], low: number64(group(text, m, 1))}
	if second := group(text, m, 2); second != "" {
		high := number64(second)
		h.high = &high
	}
	if h.low > 260 {
		h.why = "°C or °F?"
	}
	return h, true
}

func gasHeat(text string) (heat, bool) {
	m := gasMark.FindStringSubmatchIndex(text)
	if m == nil {
		return heat{}, false
	}
	v, known := units.GasMarks[asSign(group(text, m, 1)+group(text, m, 2))]
	h := heat{from: m[0], to: m[1], low: v}
	if !known {
		h.why = "No such gas mark."
	}
	return h, true
}

var fanOnly = regexp.MustCompile(`\b(\d{2,3}) ?°? ?fan\b`)

// fanHeat reads "180 fan".
func fanHeat(text string) (heat, bool) {
	m := fanOnly.FindStringSubmatchIndex(text)
	if m == nil {
		return heat{}, false
	}
	return heat{from: m[0], to: m[1], low: number64(group(text, m, 1)), fan: true}, true
}

// bareHeats reads "at 190": a temperature where nothing says so but the
// preposition.
func bareHeats(text string) (heat, bool) {
	if m := ovenAt.FindStringSubmatchIndex(text); m != nil {
		return heat{from: m[2], to: m[3], low: number64(group(text, m, 1))}, true
	}
	for _, m := range bareHeat.FindAllStringSubmatchIndex(text, -1) {
		low := number64(group(text, m, 1))
		if low < 40 || low > 500 || timeAfter.MatchString(text[m[3]:]) || measured.MatchString(text[m[3]:]) {
			continue
		}
		h := heat{from: m[2], to: m[3], low: low, uncertain: true}
		if m[4] >= 0 {
			high := number64(group(text, m, 2))
			h.high, h.to = &high, m[5]
		}
		if low > 260 {
			h.why = "°C or °F?"
		}
		return h, true
	}
	return heat{}, false
}

var (
	timeAfter = regexp.MustCompile(`^(?: ?- ?\d+)? ?` + timeUnit)
	measured  = regexp.MustCompile(`^ ?(?:%|mm|cm|g|kg|ml|l|portions?|pieces?|bar|w|watts?)\b|^ ?%`)
)
