package report

import (
	"fmt"
	"slices"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// A wave is due between its hour and the end of the time in which its course leaves; the first
// of an hour at that hour.
const (
	punctual = 30  // seconds that the first wave of an hour may be late before anybody is told
	tooEarly = 120 // seconds before its hour from which a wave is early
)

// offBy is how many seconds a wave leaves late; below zero: early. Head: it is the first of its
// hour.
func offBy(k work.Course, asked, at int64, head bool) int64 {
	if off := at - asked; head || off < 0 {
		return off
	}
	return max(0, at-asked-k.Within)
}

// untimely says of one wave that it leaves early or late, and why; false: it does neither.
func (r *reporter) untimely(c int, s Departure) (Violation, bool) {
	k := r.of.Courses[c]
	name := k.Name
	if len(s.Tables) > 0 && (k.Asked(s.Wave-1) != k.At || !s.Head) {
		name += " (" + words.List(s.Tables) + ")"
	} else if !s.Head {
		name += fmt.Sprintf(", wave %d", s.Wave)
	}
	at := r.lastOf(c, s)
	switch late := s.Late > punctual || !s.Head && s.Late > 0; {
	case late && s.Head:
		return Violation{What: fmt.Sprintf("%s: %s late, leaves %s.", name, units.FormatOver(s.Late), r.hour(s.At)), Bar: &at, Strict: true}.because(r, at, "move the course", "start it earlier", "add a cook or equipment"), true
	case late:
		return Violation{What: fmt.Sprintf("%s: leaves %s, %s after the %s in which the course leaves.", name, r.hour(s.At), units.FormatOver(s.Late), units.FormatDuration(k.Within)), Bar: &at, Strict: true}.because(r, at, "widen the pass", "add a cook there"), true
	case s.Late < -tooEarly:
		return Violation{What: fmt.Sprintf("%s: %s early, leaves %s.", name, units.FormatOver(-s.Late), r.hour(s.At)), Bar: &at, Strict: true}.
			caused(r.cause(at, true), "move the course", "allow a longer hold", "add a cook or equipment"), true
	}
	return Violation{}, false
}

// passText says what would get worse at the pass beyond a limit; empty: it is none of there.
func (r *reporter) passText(link int) string {
	switch r.of.Links[link].Reason {
	case work.Courses:
		return "the table would wait too long, or not long enough"
	case work.Carried:
		return "the plates would wait for hands to carry"
	case work.PlateLife:
		return "it would be on the plate too long"
	case work.Wanted:
		return "the wait would not be as it is best"
	case work.OneGo, work.Building:
		return "the plates would stand half built"
	}
	return ""
}

// passed tells whether the plan passes anything. A wait that is only not as it is best does not.
func (r *reporter) passed() bool {
	return slices.ContainsFunc(r.plan.Broken, func(b schedule.Breach) bool {
		return b.Link == nil || r.of.Links[*b.Link].Reason != work.Wanted
	})
}
