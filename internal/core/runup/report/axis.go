package report

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
)

// The folded axis: days, then hours, then minutes and at last seconds take
// equal room, and a stretch in which nothing happens takes none.
const (
	emptyStretch = 150 * 60 // longer ones are folded away
	shortStretch = 15 * 60  // shorter ones do not get a fold of their own
	lastMinutes  = 5 * 60   // before a course, drawn large
	rush         = 35 * 60  // before the first course, drawn by itself
	longBar      = 40 * 60  // of longer bars only the ends count as happening
	maxFolds     = 8
)

// folds gives each day before the service one fold, and cuts the day itself
// where nothing happens and before the hours of the courses.
func (r *reporter) folds() []AxisSegment {
	out := []AxisSegment{}
	cuts, midnight := r.cuts(), r.of.Midnight
	for _, s := range r.busy() {
		if n := len(out); n > 0 && s[0] < midnight && r.moment(out[n-1].From).YearDay() == r.moment(s[0]).YearDay() {
			out[n-1].To = s[1]
			continue
		}
		from := s[0]
		for _, c := range cuts {
			if c > from && c < s[1] && (c-from >= shortStretch || r.leaves(c) || r.leaves(c+lastMinutes)) {
				out = append(out, AxisSegment{From: from, To: c})
				from = c
			}
		}
		out = append(out, AxisSegment{From: from, To: s[1]})
	}
	for len(out) > maxFolds {
		out = mergeSmallest(out)
	}
	for i := range out {
		out[i].Label = r.foldLabel(out[i])
	}
	return out
}

// leaves reports whether a course leaves at a moment.
func (r *reporter) leaves(at int64) bool {
	for c := range r.of.Courses {
		if r.leaving(c) == at {
			return true
		}
	}
	return false
}

// leaving is when a course has left: its hour, or later where it is late.
func (r *reporter) leaving(c int) int64 {
	at := r.of.Courses[c].At
	for i, w := range r.of.Work {
		if w.Course == c && w.Placed() {
			at = max(at, r.plan.Tasks[i].End)
		}
	}
	return at
}

// cuts are the moments at which the scale changes: before the rush, five
// minutes before each course leaves, and when it has left.
func (r *reporter) cuts() []int64 {
	var out []int64
	for c := range r.of.Courses {
		at := r.leaving(c)
		out = append(out, at, at-lastMinutes)
		if c == 0 {
			out = append(out, at-rush)
		}
	}
	slices.Sort(out)
	return slices.Compact(out)
}

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

// mergeSmallest joins the two neighbours that span the least time together,
// the last fold excepted.
func mergeSmallest(folds []AxisSegment) []AxisSegment {
	best := 0
	for i := 0; i+2 < len(folds); i++ {
		if folds[i+1].To-folds[i].From < folds[best+1].To-folds[best].From {
			best = i
		}
	}
	folds[best].To = folds[best+1].To
	return slices.Delete(folds, best+1, best+2)
}

func (r *reporter) foldLabel(f AxisSegment) string {
	from, to := r.moment(f.From), r.moment(f.To)
	if f.To-f.From <= lastMinutes && r.leaves(f.To) {
		return "last " + units.FormatDuration(f.To-f.From)
	}
	label := fmt.Sprintf("%s–%s", from.Format("15:04"), to.Format("15:04"))
	if f.From >= r.of.Midnight {
		return label
	}
	return from.Format("Mon ") + label
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

// sumText writes the terms as one line: 20:11:49 = 20:25:00 − pour 0:28 − ….
func (r *reporter) sumText(start int64, terms []Term) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s = %s", r.clock(start), r.anchorText(start, terms[0]))
	for _, t := range terms[1:] {
		sign, v := "−", -t.Seconds
		if v < 0 {
			sign, v = "+", -v
		}
		fmt.Fprintf(&b, " %s %s %s", sign, t.Label, figure(v))
	}
	return b.String()
}

// anchorText names the day of an anchor that is not on the day of the start.
func (r *reporter) anchorText(start int64, anchor Term) string {
	text := r.clock(anchor.Seconds)
	if a := r.moment(anchor.Seconds); a.YearDay() != r.moment(start).YearDay() {
		text = a.Format("Monday ") + text
	}
	return text + " (" + anchor.Label + ")"
}

// figure writes seconds so that sums can be followed on paper: m:ss below an
// hour, h:mm:ss above.
func figure(s int64) string {
	if s < 3600 {
		return fmt.Sprintf("%d:%02d", s/60, s%60)
	}
	return fmt.Sprintf("%d:%02d:%02d", s/3600, s%3600/60, s%60)
}
