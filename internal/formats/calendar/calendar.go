// Package calendar writes the work of a cook, or of a section, as iCalendar has it
// (RFC 5545): an event for each step, with an alarm before it.
package calendar

import (
	"fmt"
	"io"
	"strings"
	"time"

	ical "github.com/arran4/golang-ical"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/words"
)

// Calendar is what is written.
type Calendar struct {
	Name    string             // of the service, and for whom
	Service string             // id: events keep theirs when a plan is made anew
	Made    time.Time          // when the file is made
	Calls   []report.SheetLine // in time
	Alarm   time.Duration      // before each; 0: none
	Heat    func(celsius int64) string
}

// Write writes the calendar. Moments are in UTC, so that no zone has to be told and
// a change of summer time hurts nobody.
func Write(w io.Writer, c Calendar) error {
	cal := ical.NewCalendarFor("Jointime")
	cal.SetProductId("-//Jointime//Run-up//EN")
	cal.SetMethod(ical.MethodPublish)
	cal.SetName(c.Name)
	for _, call := range c.Calls {
		e := cal.AddEvent(fmt.Sprintf("%s/%s@jointime.invalid", c.Service, call.ID))
		e.SetDtStampTime(c.Made.UTC())
		e.SetStartAt(call.Start)
		e.SetEndAt(call.End)
		e.SetSummary(c.summary(call))
		e.SetDescription(c.description(call))
		if call.Section != "" {
			e.AddProperty(ical.ComponentPropertyCategories, call.Section)
		}
		if c.Alarm > 0 {
			a := e.AddAlarm()
			a.SetAction(ical.ActionDisplay)
			a.SetTrigger(fmt.Sprintf("-PT%dS", int64(c.Alarm/time.Second)))
			a.SetDescription(c.summary(call))
		}
	}
	return cal.SerializeTo(w, ical.WithNewLineWindows)
}

func (c Calendar) summary(call report.SheetLine) string {
	if call.Setting == nil {
		return call.What
	}
	return call.What + ", " + c.Heat(*call.Setting)
}

func (c Calendar) description(call report.SheetLine) string {
	var lines []string
	add := func(label, text string) {
		if text != "" {
			lines = append(lines, label+text)
		}
	}
	add("", strings.Join(call.Who, ", "))
	add("with ", strings.Join(call.With, ", "))
	if call.Portions > 0 {
		add("", words.Count(call.Portions, "portion"))
	}
	add("until ", call.Until)
	add("then ", call.Next)
	for _, m := range call.Mind {
		add("mind: ", m)
	}
	for _, k := range call.Care {
		add("care: ", k)
	}
	return strings.Join(lines, "\n")
}
