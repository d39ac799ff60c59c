package units

import (
	"jointime/internal/core/fault"
	"regexp"
	"strconv"
)

var clockPattern = regexp.MustCompile(`^([01]?\d|2[0-3])[:.h]?([0-5]\d)$`)

// ParseClock reads an hour of the day ("20:25", "9:05", "2025") as seconds
// after midnight.
func ParseClock(text string) (int64, error) {
	m := clockPattern.FindStringSubmatch(text)
	if m == nil {
		return 0, fault.Say("“%s” is not a time. Write 20:25.", text)
	}
	h, _ := strconv.ParseInt(m[1], 10, 32)
	min, _ := strconv.ParseInt(m[2], 10, 32)
	return h*3600 + min*60, nil
}
