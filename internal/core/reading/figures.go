package reading

import (
	"regexp"
	"strconv"
	"strings"
	"unicode"
)

// vulgar are the fractions that have a sign of their own.
var vulgar = map[rune]float64{'½': 1. / 2, '¼': 1. / 4, '¾': 3. / 4, '⅓': 1. / 3, '⅔': 2. / 3, '⅛': 1. / 8, '⅜': 3. / 8, '⅝': 5. / 8, '⅞': 7. / 8, '⅕': 1. / 5}

var numberWords = map[string]float64{
	"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10,
	"eleven": 11, "twelve": 12, "fifteen": 15, "twenty": 20, "twenty-five": 25, "thirty": 30, "forty": 40, "forty-five": 45, "fifty": 50, "sixty": 60, "ninety": 90,
	"half": 0.5, "half a": 0.5, "half an": 0.5, "a half": 0.5, "one half": 0.5,
	"quarter": 0.25, "a quarter": 0.25, "one quarter": 0.25, "quarter of a": 0.25, "quarter of an": 0.25, "a quarter of a": 0.25, "a quarter of an": 0.25,
	"three quarters": 0.75, "three-quarters": 0.75, "three quarters of a": 0.75, "three quarters of an": 0.75,
	"a third": 1. / 3, "one third": 1. / 3, "a third of a": 1. / 3, "two thirds": 2. / 3, "two-thirds": 2. / 3,
	"dozen": 12, "a dozen": 12, "half a dozen": 6, "half dozen": 6, "a couple": 2, "a couple of": 2, "couple of": 2,
}

// anyFigure are the characters of which one is in every figure that is not a word.
const anyFigure = "0123456789½¼¾⅓⅔⅛⅜⅝⅞⅕"

const (
	signs   = `[½¼¾⅓⅔⅛⅜⅝⅞⅕]`
	counted = `one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|fifteen|twenty-five|twenty|thirty|forty-five|forty|fifty|sixty|ninety`
	figures = `(?:\d+(?:[ -]| and )\d+/\d+|\d+ ?` + signs + `|\d+/\d+|\d+(?:[.,]\d+)*|\.\d+|` + signs + `)`
	number  = `(?:\d+(?:[ -]| and )\d+/\d+|\d+ ?` + signs + `|\d+/\d+|\d+(?:[.,]\d+)*|\.\d+|` + signs +
		`|\b(?:half a doz(?:en)?|half doz(?:en)?|(?:` + counted + `|an?) and a half|(?:a |one |three )?quarters? of an?|a third of a|three[ -]quarters|two[ -]thirds|one half|one quarter|one third|a half|half an?|half|a quarter|quarter|a third|a doz(?:en)?|doz(?:en)?|a couple of|a couple|couple of|` +
		counted + `|an?)\b)(?: ?doz(?:en)?\b\.?)?`
	between = ` ?(?:-|\bto\b|\bor\b) ?`
	least   = `at least|a minimum of|minimum of|minimum|min\.?|not less than|no less than|more than|over`
	most    = `up to|at most|no more than|not more than|no longer than|not longer than|a maximum of|maximum of|maximum|max\.?|less than|under|within`
	about   = `about|approximately|approx\.?|around|roughly|circa|ca\.?|some|~`
	// quantity has four groups: qualifier, low, high, and a qualifier behind.
	quantity = `(?:\b(` + least + `|` + most + `|` + about + `|between) ?|(~) ?)?(` + number + `)(?:(?:` + between + `| and )(` + number + `))?`
)

var spaces = regexp.MustCompile(`\s+`)

// plain puts a line into the letters that the patterns are written in, sign
// by sign, so that every character keeps its place.
func plain(line string) string {
	return noughts(strings.Map(func(r rune) rune {
		if d, is := digitOf(r); is {
			return d
		}
		switch r {
		case '，':
			return ','
		case '．':
			return '.'
		case '\u00a0', '\u2009', '\u202f', '\t':
			return ' '
		case '–', '—', '−', '‐', '‑':
			return '-'
		case 'º', '˚':
			return '°'
		case '⁄', '∕':
			return '/'
		case '’', '‘', '`':
			return '\''
		}
		return r
	}, line))
}

// digitOf is a digit of another script, or a wide one, as we write it.
func digitOf(r rune) (rune, bool) {
	if r < 0x80 || !unicode.Is(unicode.Nd, r) {
		return 0, false
	}
	for _, t := range unicode.Nd.R16 { // each range is one or more runs of nought to nine
		if lo := rune(t.Lo); r >= lo && r <= rune(t.Hi) {
			return '0' + (r-lo)%10, true
		}
	}
	return 0, false
}

var withO = regexp.MustCompile(`(?:^|[^\pL\d])(\d[\dOo]*[Oo][\dOo]*)(?:[^\pL\d]|$)`)

// noughts reads the letter O in a figure as nought: "1OO g".
func noughts(text string) string {
	for _, m := range withO.FindAllStringSubmatchIndex(text, -1) {
		text = text[:m[2]] + strings.NewReplacer("O", "0", "o", "0").Replace(text[m[2]:m[3]]) + text[m[3]:]
	}
	return text
}

// figure is the value of what number matches; sure is false where a separator
// could be read in two ways.
func figure(text string) (value float64, sure, ok bool) {
	text = strings.TrimSpace(dozens.ReplaceAllString(strings.TrimSpace(strings.ToLower(text)), " dozen"))
	if head, dozen := strings.CutSuffix(text, " dozen"); dozen && head != "half a" && head != "a" && head != "half" {
		value, sure, ok = figure(head)
		return value * 12, sure, ok
	}
	if v, known := numberWords[text]; known {
		return v, !strings.Contains(text, "couple"), true
	}
	if head, half := strings.CutSuffix(text, " and a half"); half {
		return numberWords[head] + 0.5, true, true
	}
	return digits(text)
}

var dozens = regexp.MustCompile(`( ?)\bdoz(?:en)?\.?$`)

func digits(text string) (value float64, sure, ok bool) {
	sure = true
	for _, r := range text {
		if part, is := vulgar[r]; is {
			value += part
			text = strings.TrimSpace(strings.ReplaceAll(text, string(r), ""))
			if text == "" {
				return value, true, true
			}
		}
	}
	if over, under, is := strings.Cut(text, "/"); is {
		over = strings.ReplaceAll(strings.ReplaceAll(over, " and ", " "), "-", " ")
		whole := ""
		if at := strings.LastIndex(over, " "); at >= 0 {
			whole, over = over[:at], over[at+1:]
		}
		a, e1 := strconv.ParseFloat(over, 64)
		b, e2 := strconv.ParseFloat(under, 64)
		if e1 != nil || e2 != nil || b == 0 {
			return 0, false, false
		}
		w, _ := strconv.ParseFloat(strings.TrimSpace(whole), 64)
		return w + a/b, a < b, true // "50/50" is no amount
	}
	text, sure = separators(text)
	whole, err := strconv.ParseFloat(text, 64)
	return whole + value, sure, err == nil
}

// separators settles whether a comma or point parts thousands or decimals:
// 1,200 is over a thousand, 2,5 and 0,750 are not. A point before three
// figures (1.200) may be either: it is read as decimals, and not sure.
func separators(text string) (string, bool) {
	commas, points := strings.Count(text, ","), strings.Count(text, ".")
	head, tail, _ := strings.Cut(text, ",")
	switch {
	case commas > 0 && points > 0:
		if strings.LastIndex(text, ",") < strings.Index(text, ".") {
			return strings.ReplaceAll(text, ",", ""), true
		}
		return strings.ReplaceAll(strings.ReplaceAll(text, ".", ""), ",", "."), false
	case commas > 1:
		return strings.ReplaceAll(text, ",", ""), true
	case commas == 1 && len(tail) == 3 && strings.Trim(head, "0") != "" && len(head) <= 3:
		return head + tail, true
	case commas == 1:
		return head + "." + tail, true
	case points > 1:
		return strings.ReplaceAll(text, ".", ""), false
	}
	head, tail, has := strings.Cut(text, ".")
	return text, !(has && len(tail) == 3 && strings.Trim(head, "0") != "")
}

// span is one figure, or two, or an open side.
type span struct {
	low, high *float64
	about     bool
	sure      bool
}

// bounds reads the four groups of quantity: a qualifier (as a word or a
// sign) and one or two figures.
func bounds(qualifier, tilde, first, second string) (span, bool) {
	a, sure, ok := figure(first)
	s := span{low: &a, high: &a, sure: sure, about: tilde != ""}
	if !ok {
		return s, false
	}
	if second != "" {
		b, sureB, ok := figure(second)
		if !ok {
			return s, false
		}
		s.high, s.sure = &b, s.sure && sureB && a <= b
	}
	qualifier = strings.ToLower(qualifier)
	switch {
	case qualifier == "" || qualifier == "between":
	case leastWord.MatchString(qualifier):
		s.high = nil
	case mostWord.MatchString(qualifier):
		s.low = nil
	default:
		s.about = true
	}
	return s, true
}

var (
	leastWord = regexp.MustCompile(`^(?:` + least + `)$`)
	mostWord  = regexp.MustCompile(`^(?:` + most + `)$`)
)

// scaled multiplies both sides.
func (s span) scaled(by float64) span {
	times := func(v *float64) *float64 {
		if v == nil {
			return nil
		}
		w := *v * by
		return &w
	}
	s.low, s.high = times(s.low), times(s.high)
	return s
}
