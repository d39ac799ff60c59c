package reading_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/reading"
)

func sayHour(h *reading.SaidHour) string {
	if h == nil {
		return ""
	}
	return fmt.Sprintf("%s −%d", h.Clock, h.Before)
}

// An hour says when, and not how long: it is no time of the step.
func TestHoursOfAStep(t *testing.T) {
	for line, want := range map[string][3]string{ // not before, by, how long
		"fill 10 min, not before 19:20":                {"19:20 −0", "", "600"},
		"fill 10 min from 19:20 on":                    {"19:20 −0", "", "600"},
		"fill from 19:20, 10 min":                      {"19:20 −0", "", "600"},
		"brine 30 min by 4 pm the day before":          {"", "16:00 −1", "1800"},
		"brine 30 min, done by 16:00, two days before": {"", "16:00 −2", "1800"},
		"slice 5 min, ready by 7.30pm":                 {"", "19:30 −0", "300"},
		"salt 10 min, no earlier than 6 am, by noon":   {"06:00 −0", "12:00 −0", "600"},
		"roast 1 h at 180, not until 18h30":            {"18:30 −0", "", "3600"},
		"reduce by half, 12 min":                       {"", "", "720"},
		"cut by 12":                                    {"", "", ""},
		"whisk 10 min by hand":                         {"", "", "600"},
	} {
		l := reading.Step(line)
		long := ""
		if l.Low != nil {
			long = fmt.Sprint(*l.Low)
		}
		assert.Equal(t, want, [3]string{sayHour(l.NotBefore), sayHour(l.By), long}, line)
	}
}

// What something is best at lies in the span: it is no second time.
func TestBestOfASpan(t *testing.T) {
	for line, want := range map[string]string{
		"rest 5 to 12 min, best 8 min":    "300 720 480 false",
		"rest 8 min (5 to 12)":            "300 720 480 false",
		"rest 8 min (5-12 min)":           "300 720 480 false",
		"rest 5 to 12 min, ideally 8 min": "300 720 480 false",
		"prove 1 h (45 to 75 min)":        "2700 4500 3600 false",
		"rest 8 min (about 4 portions)":   "480 480 0 false",
	} {
		l := reading.Step(line)
		best := 0.0
		if l.Best != nil {
			best = *l.Best
		}
		assert.Equal(t, want, fmt.Sprintf("%g %g %g %v", *l.Low, *l.High, best, l.Doubt), line)
	}
}
