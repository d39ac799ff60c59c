package service

import "time"

// Fixed is a step of the run-up that the chef keeps at its time, and by whom: a free
// hour that was taken for it, or an hour that was promised.
type Fixed struct {
	ID         string `json:"id" minLength:"1" maxLength:"300" doc:"of the step in the run-up"`
	DaysBefore int    `json:"daysBefore" minimum:"-1" maximum:"60" doc:"before the day of the service; -1: in the night after it"`
	Clock      string `json:"clock" doc:"like 16:05 or 16:05:30"`
	Cook       string `json:"cook,omitempty" doc:"id; absent: whoever is free"`
}

// On is the moment on the days before a day; false where the clock cannot be read.
func (f Fixed) On(day time.Time) (time.Time, bool) {
	at, err := time.Parse("15:04:05", f.Clock)
	if err != nil {
		if at, err = time.Parse("15:04", f.Clock); err != nil {
			return time.Time{}, false
		}
	}
	y, m, d := day.AddDate(0, 0, -f.DaysBefore).Date()
	return time.Date(y, m, d, at.Hour(), at.Minute(), at.Second(), 0, day.Location()), true
}
