// Package units reads and writes times and amounts as people in a kitchen
// write them. Durations are whole seconds everywhere.
package units

import (
	"fmt"
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
	unitLike   = regexp.MustCompile(`^([\d.,]*\s*[½¼¾⅓⅔]?)\s*(days?|d|hours?|hrs?|h|minutes?|mins?|min|m|seconds?|secs?|s)\b\.?\s*(.*)$`)
	rangeSplit = regexp.MustCompile(`\s*(?:–|—|-|\bto\b)\s*`)
	bareFigure = regexp.MustCompile(`^[\d.,]*\s*[½¼¾⅓⅔]?$`)
)

var perUnit = map[byte]int64{'d': 86400, 'h': 3600, 'm': 60, 's': 1}

var fractions = map[string]float64{"½": 0.5, "¼": 0.25, "¾": 0.75, "⅓": 1.0 / 3, "⅔": 2.0 / 3}

// ParseRange reads "7 min", "2–2½ min", "1 h 30", "0:45" (minutes and
// seconds), "1:30:00", "2 to 4 min" or "half an hour". The error says what is
// not understood.
func ParseRange(text string) (Range, error) {
	text = strings.TrimSpace(strings.ToLower(text))
	if strings.HasPrefix(text, "-") || strings.HasPrefix(text, "−") {
		return Range{}, fmt.Errorf("%q: a time cannot be less than nothing", text)
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
			err = fmt.Errorf("%q: the first figure is the greater one", text)
		}
		return Range{low, (low + high) / 2, high}, err
	}
	return Range{}, fmt.Errorf("%q: more than two figures", text)
}

// ParseDuration reads a single time, as ParseRange does.
func ParseDuration(text string) (int64, error) {
	return parseOne(strings.TrimSpace(strings.ToLower(text)))
}

func parseOne(text string) (int64, error) {
	v, err := parseParts(text)
	if err == nil && v > MaxDuration {
		err = fmt.Errorf("%q is longer than %d days", text, MaxDuration/86400)
	}
	return v, err
}

func parseParts(text string) (int64, error) {
	switch text {
	case "":
		return 0, fmt.Errorf("a time is wanted, like 7 min or 0:45")
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
			return 0, fmt.Errorf("%q is no time: write it like 7 min, 1 h 30 or 0:45", text)
		}
		value, ok := figure(m[1])
		if !ok {
			return 0, fmt.Errorf("%q is no figure", strings.TrimSpace(m[1]))
		}
		last = perUnit[m[2][0]]
		total += value * float64(last)
		rest = m[3]
	}
	if total > math.MaxInt32 {
		return MaxDuration + 1, nil
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

// FormatDuration writes seconds as a kitchen reads them: 0:45, 7 min, 2:15,
// 1 h 30 min, 36 h, 2 d.
func FormatDuration(s int64) string {
	switch {
	case s < 0:
		return "−" + FormatDuration(-s)
	case s >= 48*3600 && s%86400 == 0:
		return fmt.Sprintf("%d d", s/86400)
	case s >= 3600 && s%3600 == 0:
		return fmt.Sprintf("%d h", s/3600)
	case s >= 3600 && s%60 == 0:
		return fmt.Sprintf("%d h %d min", s/3600, s%3600/60)
	case s >= 3600:
		return fmt.Sprintf("%d:%02d:%02d", s/3600, s%3600/60, s%60)
	case s > 0 && s%60 == 0:
		return fmt.Sprintf("%d min", s/60)
	}
	return fmt.Sprintf("%d:%02d", s/60, s%60)
}

// FormatRange writes a span of time: "2:00–2:30", or one figure where quick
// and slow are equal.
func FormatRange(r Range) string {
	if r.Quick == r.Slow {
		return FormatDuration(r.Usual)
	}
	low, high := FormatDuration(r.Quick), FormatDuration(r.Slow)
	if strings.HasSuffix(low, " min") && strings.HasSuffix(high, " min") && r.Slow < 3600 {
		low = strings.TrimSuffix(low, " min")
	}
	return low + "–" + high
}
