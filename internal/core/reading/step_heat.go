package reading

import (
	"math"
	"regexp"
	"strings"
)

// heat takes the temperature of a clause, unless it is of the food.
func (r *stepReader) heat(c clause) {
	for i, h := range c.heats {
		r.mark(c.at+h.from, c.at+h.to, "heat")
		if h.core {
			continue
		}
		if r.out.Temperature != nil {
			if i > 0 && math.Abs(*r.out.Temperature-h.low) > 1 {
				r.doubt("Which of the temperatures?")
			}
			continue
		}
		low := h.low
		r.out.Temperature, r.out.TemperatureTo, r.out.Fan = &low, h.high, h.fan
		r.doubt(h.why)
		if h.uncertain && h.why == "" && !heated.MatchString(c.text) && !bathWord.MatchString(c.text) {
			r.doubt("Is that a temperature?")
		}
	}
}

var heated = regexp.MustCompile(`\b(?:oven|roast|bake|preheat|fry|deep-fry|fryer|toast|confit|poach|bath|vide|braise|slow-roast|cook|dry|dehydrate|hold|steam|grill)\b`)

var (
	reduceBy = regexp.MustCompile(`\b(?:reduc\w*|boil\w*|simmer\w*|cook\w*|volume)\b[^;]*?\b(by|to) (?:about |roughly |around )?(?:(?:a|one) )?(half|third|quarter|two[ -]thirds|three[ -]quarters|tenth|\d{1,2}(?:[.,]\d+)? ?(?:%|per ?cent)|\d/\d{1,2}|` + signs + `)`)
	leftOver = regexp.MustCompile(`\b(half|a third|a quarter|two[ -]thirds|three[ -]quarters|\d/\d|\d{1,2} ?%)(?: of (?:it|the [\pL]+))? (?:is |are )?(?:left|remains?)\b`)
	fromTo   = regexp.MustCompile(`\breduc\w*\b[^;]*?\bfrom (\d+(?:[.,]\d+)?) ?(?:l|litres?|liters?) to (\d+(?:[.,]\d+)?) ?(?:l|litres?|liters?)\b`)
	halved   = regexp.MustCompile(`\b(?:until|till) (?:reduced )?(?:to )?(?:by )?halved?\b|\bhalve the (?:liquid|volume|liquor)|\b(half) its volume`)
)

var parts = map[string]float64{"half": .5, "third": 1. / 3, "quarter": .25, "two thirds": 2. / 3, "three quarters": .75, "tenth": .1}

// share is the value of "a third", "3/4" or "75 %".
func share(said string) float64 {
	said = strings.TrimPrefix(strings.ReplaceAll(said, "-", " "), "a ")
	if v, known := parts[said]; known {
		return v
	}
	v, _, _ := digits(strings.TrimRight(strings.TrimSuffix(strings.TrimSuffix(said, "per cent"), "percent"), "% "))
	if strings.Contains(said, "%") || strings.Contains(said, "cent") {
		v /= 100
	}
	return v
}

// fraction reads what is left after a reduction.
func (r *stepReader) fraction(c clause) {
	left := 0.0
	m := reduceBy.FindStringSubmatchIndex(c.text)
	switch {
	case m != nil:
		if left = share(group(c.text, m, 2)); group(c.text, m, 1) == "by" {
			left = 1 - left
		}
		if left <= 0 || left >= 1 {
			r.doubt("How much is left?")
			return
		}
		r.mark(c.at+m[2], c.at+m[5], "left")
	case halved.MatchString(c.text):
		left = .5
	case leftOver.MatchString(c.text):
		left = share(leftOver.FindStringSubmatch(c.text)[1])
		if r.out.Cue != nil && leftOver.MatchString(*r.out.Cue) {
			r.out.Cue = nil
		}
	case fromTo.MatchString(c.text):
		m := fromTo.FindStringSubmatch(c.text)
		if left = number64(m[2]) / number64(m[1]); left <= 0 || left >= 1 {
			r.doubt("How much is left?")
			return
		}
	default:
		return
	}
	r.out.UntilFraction = &left
	if r.out.Cue != nil && (halved.MatchString("until "+*r.out.Cue) || reduceBy.MatchString(*r.out.Cue) || strings.HasPrefix(*r.out.Cue, "reduced")) {
		r.out.Cue = nil
	}
}
