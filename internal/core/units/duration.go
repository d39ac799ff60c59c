// Package units reads and writes times and amounts as people in a kitchen
// write them. Durations are whole seconds everywhere.
package units

import (
	"fmt"
	"jointime/internal/core/fault"
	"math"
	"regexp"
	"strconv"
	"strings"
)

// Range is a span of time as cooks say it: quick, usual, slow, in seconds.
// One figure gives three equal ones; two figures have their middle as usual.
type Range struct {
	Quick, Usual, Slow int64
}

// MaxDuration bounds what one step or wait may last: 60 days.
const MaxDuration = 60 * 24 * 3600

var (
	clockLike  = regexp.MustCompile(`^(\d+):([0-5]\d)(?::([0-5]\d))?$`)
	unitLike   = regexp.MustCompile(`^([\d.,]*\s*[½¼¾⅓⅔]?)\s*(months?|weeks?|wks?|w|days?|d|hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|s)\b\.?\s*(.*)$`)
	rangeSplit = regexp.MustCompile(`\s*(?:–|—|-|\bto\b)\s*`)
	bareFigure = regexp.MustCompile(`^[\d.,]*\s*[½¼¾⅓⅔]?$`)
)

// oneOf is a length that is said with an article: a week, an hour.
var oneOf = regexp.MustCompile(`^an? `)

var perUnit = map[byte]int64{'w': 7 * 86400, 'd': 86400, 'h': 3600, 'm': 60, 's': 1}

var fractions = map[string]float64{"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1.0 / 3, "⅔": 2.0 / 3, "⅛": 0.125, "⅜": 0.375, "⅝": 0.625, "⅞": 0.875}

// ParseRange reads "7 min", "2–2½ min", "1 h 30", "0:45" (minutes and
// seconds), "1:30:00", "2 to 4 min" or "half an hour". The error says what is
// not understood.
func ParseRange(text string) (Range, error) {
	text = strings.TrimSpace(strings.ToLower(text))
	if strings.HasPrefix(text, "-") || strings.HasPrefix(text, "−") {
		return Range{}, fault.Say("“%s”: less than 0.", text)
	}
	parts := rangeSplit.Split(text, -1)
	switch len(parts) {
	case 1:
		v, err := parseOne(parts[0])
		return Range{v, v, v}, err
	case 2:
		high, err := parseOne(parts[1])
		if err != nil {
			return Range{}, err
		}
		if bareFigure.MatchString(parts[0]) {
			if m := unitLike.FindStringSubmatch(parts[1]); m != nil {
				parts[0] += " " + m[2]
			}
		}
		low, err := parseOne(parts[0])
		if err == nil && low > high {
			err = fault.Say("“%s”: smaller figure first.", text)
		}
		return Range{low, (low + high) / 2, high}, err
	}
	return Range{}, fault.Say("“%s”: two figures at most.", text)
}

// ParseDuration reads a single time, as ParseRange does.
func ParseDuration(text string) (int64, error) {
	return parseOne(strings.TrimSpace(strings.ToLower(text)))
}

// ParseKeeping reads how long something keeps, which may be longer than a step: to two years.
func ParseKeeping(text string) (int64, error) {
	return parseUpTo(strings.TrimSpace(strings.ToLower(text)), maxKeeping)
}

// maxKeeping bounds how long something keeps: 730 days.
const maxKeeping = 730 * 24 * 3600

func parseOne(text string) (int64, error) { return parseUpTo(text, MaxDuration) }

func parseUpTo(text string, most int64) (int64, error) {
	v, err := parseParts(oneOf.ReplaceAllString(text, "1 "))
	if err == nil && v > most {
		err = fault.Say("“%s” is longer than %d days.", text, most/86400)
	}
	return v, err
}

func parseParts(text string) (int64, error) {
	switch text {
	case "":
		return 0, fault.Say("How long? Write 7 min or 0:45.")
	case "half an hour":
		return 1800, nil
	}
	if m := clockLike.FindStringSubmatch(text); m != nil {
		return colons(m), nil
	}
	total, last := 0.0, int64(0)
	for rest := text; rest != ""; {
		if bareFigure.MatchString(rest) && last >= 60 {
			rest += string("sm"[min(1, last/3600)]) // "1 h 30": minutes follow hours
		}
		m := unitLike.FindStringSubmatch(rest)
		if m == nil {
			return 0, fault.Say("“%s” is not a length of time. Write 7 min, 1 h 30 or 0:45.", text)
		}
		value, ok := figure(m[1])
		if !ok {
			return 0, fault.Say("“%s” is not a number.", strings.TrimSpace(m[1]))
		}
		if last = perUnit[m[2][0]]; strings.HasPrefix(m[2], "mo") {
			last = 30 * 86400
		}
		total += value * float64(last)
		rest = m[3]
	}
	if total > math.MaxInt32 {
		return maxKeeping + 1, nil
	}
	return int64(math.Round(total)), nil
}

// colons reads m:ss or h:mm:ss.
func colons(m []string) int64 {
	a, _ := strconv.ParseInt(m[1], 10, 32)
	b, _ := strconv.ParseInt(m[2], 10, 32)
	if m[3] == "" {
		return a*60 + b
	}
	c, _ := strconv.ParseInt(m[3], 10, 32)
	return a*3600 + b*60 + c
}

// figure reads 2, 2.5, 2,5, ½ or 2½.
func figure(text string) (float64, bool) {
	text = strings.ReplaceAll(strings.TrimSpace(text), ",", ".")
	value := 0.0
	for sign, part := range fractions {
		if strings.HasSuffix(text, sign) {
			text = strings.TrimSpace(strings.TrimSuffix(text, sign))
			value = part
			if text == "" {
				return value, true
			}
		}
	}
	whole, err := strconv.ParseFloat(text, 64)
	return whole + value, err == nil && whole >= 0 && !math.IsInf(whole, 0)
}

// FormatDuration writes seconds as a kitchen reads them: 45 s, 2½ min, 3:25, 7 min, 15:49,
// 1 h 30 min, 36 h, 3 days. From an hour on it is rounded to the minute.
func FormatDuration(s int64) string {
	switch {
	case s < 0:
		return "−" + FormatDuration(-s)
	case s < 60:
		return fmt.Sprintf("%d s", s)
	case s < 600 && s%60 == 30:
		return fmt.Sprintf("%d½ min", s/60)
	case s < 3600 && s%60 != 0:
		return fmt.Sprintf("%d:%02d", s/60, s%60)
	}
	switch minutes := (s + 30) / 60; {
	case s >= 48*3600 && s%86400 == 0:
		return fmt.Sprintf("%d days", s/86400)
	case minutes < 60:
		return fmt.Sprintf("%d min", minutes)
	case minutes%60 == 0:
		return fmt.Sprintf("%d h", minutes/60)
	default:
		return fmt.Sprintf("%d h %d min", minutes/60, minutes%60)
	}
}

// FormatOver writes by how much, or how long, something is over a limit: never as little as
// to read as within it, for what FormatDuration rounds is rounded up.
func FormatOver(s int64) string {
	if s >= 3600 {
		s = (s + 59) / 60 * 60
	}
	return FormatDuration(s)
}

// FormatBeside writes a limit in the unit in which what passes it is written: 72 h beside 78 h.
func FormatBeside(limit, passed int64) string {
	if limit >= 48*3600 && limit%86400 == 0 && passed%86400 != 0 {
		return fmt.Sprintf("%d h", limit/3600)
	}
	return FormatDuration(limit)
}

// FormatRange writes a span of time, the unit once where both have it: 6–14 min, 2–2½ min,
// 45 s to 2 min; or one figure where quick and slow are equal.
func FormatRange(r Range) string {
	low, high := FormatDuration(r.Quick), FormatDuration(r.Slow)
	if low == high {
		return high
	}
	figure, unit, plain := strings.Cut(low, " ")
	if above, ok := strings.CutSuffix(high, " "+unit); plain && ok && !strings.Contains(above, " ") && !strings.Contains(unit, " ") {
		return figure + "–" + high
	}
	return low + " to " + high
}
