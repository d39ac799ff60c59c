package calendar_test

import (
	"bytes"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/runup/report"
	"jointime/internal/formats/calendar"
)

func sheet() calendar.Calendar {
	zone := time.FixedZone("CET", 3600)
	at := time.Date(2026, 3, 14, 20, 11, 49, 0, zone)
	heat := int64(200)
	return calendar.Calendar{Name: "Winter supper, Fish cook", Service: "winter-supper", Made: time.Date(2026, 3, 10, 8, 0, 0, 0, time.UTC), Alarm: 2 * time.Minute,
		Heat: func(int64) string { return "200 °C" },
		Calls: []report.SheetLine{
			{ID: "roast-hake/hake/roast", Start: at, End: at.Add(7 * time.Minute), What: "Hake, oven 200; skin, \"up\"", Who: []string{"Fish cook"}, With: []string{"Deck oven"}, Setting: &heat, Section: "fish",
				Until: "core 50 °C", Next: "rest 2–4 min", Mind: []string{"Table 2 × 1: no shellfish"}, Care: []string{strings.Repeat("hot fat, ", 30)}},
			{ID: "turn 1", Start: at.Add(-20 * time.Minute), End: at.Add(-20 * time.Minute).Add(15 * time.Second), What: "light the deck oven", Who: []string{}, With: []string{}},
		}}
}

// Held against RFC 5545 with a parser that shares nothing with the writer
// (github.com/emersion/go-ical), and by hand where the standard gives a length.
func TestAnIndependentParserReadsTheCalendar(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, calendar.Write(&b, sheet()))
	for line := range strings.SplitSeq(b.String(), "\r\n") {
		assert.LessOrEqual(t, len(line), 75, "RFC 5545, 3.1: lines are folded at 75 octets")
		assert.NotContains(t, line, "\n")
	}
	cal, err := ical.NewDecoder(&b).Decode()
	require.NoError(t, err)
	version, err := cal.Props.Text(ical.PropVersion)
	require.NoError(t, err)
	assert.Equal(t, "2.0", version)
	events := cal.Events()
	require.Len(t, events, 2)
	e := events[0]
	start, err := e.DateTimeStart(time.UTC)
	require.NoError(t, err)
	assert.Equal(t, "2026-03-14T19:11:49Z", start.Format(time.RFC3339), "the same moment, in UTC")
	end, err := e.DateTimeEnd(time.UTC)
	require.NoError(t, err)
	assert.Equal(t, 7*time.Minute, end.Sub(start))
	summary, err := e.Props.Text(ical.PropSummary)
	require.NoError(t, err)
	assert.Equal(t, "Hake, oven 200; skin, \"up\", 200 °C", summary, "commas, semicolons and quotes come back")
	description, err := e.Props.Text(ical.PropDescription)
	require.NoError(t, err)
	assert.Contains(t, description, "mind: Table 2 × 1: no shellfish\n")
	assert.Contains(t, description, "until core 50 °C\n")
	uid, err := e.Props.Text(ical.PropUID)
	require.NoError(t, err)
	assert.Equal(t, "winter-supper/roast-hake/hake/roast@jointime.invalid", uid)
	require.Len(t, e.Children, 1)
	assert.Equal(t, ical.CompAlarm, e.Children[0].Name)
	trigger := e.Children[0].Props.Get(ical.PropTrigger)
	assert.Equal(t, "-PT120S", trigger.Value)
	_, again := calendar.Calendar{}, calendar.Write(&bytes.Buffer{}, calendar.Calendar{})
	assert.NoError(t, again, "nobody has anything to do: an empty calendar")
}
