package units

import (
	"fmt"
	"jointime/internal/core/fault"
	"math"
	"regexp"
	"strconv"
	"strings"
)

var isoPattern = regexp.MustCompile(`^P(?:(\d+(?:[.,]\d+)?)W)?(?:(\d+(?:[.,]\d+)?)D)?(?:T(?:(\d+(?:[.,]\d+)?)H)?(?:(\d+(?:[.,]\d+)?)M)?(?:(\d+(?:[.,]\d+)?)S)?)?$`)

// ParseISO reads a duration of ISO 8601 in weeks, days, hours, minutes and
// seconds: PT1H30M, P2DT12H, PT0.5H. Years and months have no fixed length
// and are refused.
func ParseISO(text string) (int64, error) {
	text = strings.ToUpper(strings.TrimSpace(text))
	m := isoPattern.FindStringSubmatch(text)
	if m == nil || strings.Join(m[1:], "") == "" || strings.HasSuffix(text, "T") {
		return 0, fault.Say("“%s” is not an ISO 8601 duration. Write PT1H30M.", text)
	}
	total := 0.0
	for i, each := range []float64{604800, 86400, 3600, 60, 1} {
		if m[i+1] != "" {
			v, err := strconv.ParseFloat(strings.ReplaceAll(m[i+1], ",", "."), 64)
			if err != nil {
				return 0, fmt.Errorf("%q: %w", text, err)
			}
			total += v * each
		}
	}
	if total > MaxDuration {
		return 0, fault.Say("“%s” is longer than %d days.", text, MaxDuration/86400)
	}
	return int64(math.Round(total)), nil
}

// FormatISO writes seconds as a duration of ISO 8601.
func FormatISO(s int64) string {
	out := "P"
	if d := s / 86400; d > 0 {
		out += fmt.Sprintf("%dD", d)
	}
	rest := s % 86400
	if rest == 0 && s > 0 {
		return out
	}
	out += "T"
	for _, part := range []struct {
		each int64
		sign string
	}{{3600, "H"}, {60, "M"}, {1, "S"}} {
		if n := rest / part.each; n > 0 {
			out += fmt.Sprint(n) + part.sign
		}
		rest %= part.each
	}
	if s == 0 {
		return "PT0S"
	}
	return out
}
