package report

import (
	"slices"

	"jointime/internal/core/schedule"
)

// A stretch of a day in which nothing happens parts what is before it from what is after it.
const (
	emptyStretch = 150 * 60 // longer ones part
	longBar      = 40 * 60  // of longer bars only the ends count as happening
)

// busy are the stretches in which something begins, ends or wants hands.
func (r *reporter) busy() []schedule.Span {
	var marks []schedule.Span
	for _, t := range r.plan.Tasks {
		if t.End-t.Start <= longBar {
			marks = append(marks, schedule.Span{t.Start, t.End})
			continue
		}
		marks = append(marks, schedule.Span{t.Start, t.Start + longBar/2}, schedule.Span{t.End - longBar/2, t.End})
	}
	slices.SortFunc(marks, func(a, b schedule.Span) int { return int(a[0] - b[0]) })
	var out []schedule.Span
	for _, m := range marks {
		if n := len(out); n > 0 && m[0]-out[n-1][1] < emptyStretch {
			out[n-1][1] = max(out[n-1][1], m[1])
		} else {
			out = append(out, m)
		}
	}
	return out
}

// days lists the days with work on them, with a margin of ten minutes.
func (r *reporter) days() []Day {
	out := []Day{}
	last := ""
	for _, s := range r.busy() {
		name := r.moment(s[0]).Format("Monday 2 January")
		if name != last {
			out = append(out, Day{Label: name, From: s[0] - 600, To: s[1] + 600})
			last = name
		} else {
			out[len(out)-1].To = s[1] + 600
		}
	}
	return out
}
