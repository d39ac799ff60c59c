package report

import (
	"fmt"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule/reason"
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
		v := Violation{What: fmt.Sprintf("%s: %s early, leaves %s.", name, units.FormatOver(-s.Late), r.hour(s.At)), Bar: &at, Strict: true}
		way := ""
		if v.Why, way = r.notLater(at); way == "" {
			way = "allow a longer hold"
		}
		v.Advice = words.Ways("move the course", way, "add a cook or equipment")
		return v, true
	}
	return Violation{}, false
}

// notLater says what keeps a plate from leaving later: what would wait too long for it, or
// follows on it, is followed to the first thing, or person, that is not to be had; empty:
// nothing is known. The way is the one out of what others have.
func (r *reporter) notLater(i int) (says, way string) {
	seen := map[int]bool{}
	for !seen[i] {
		seen[i] = true
		stop := r.scene.Later(i).Stop
		switch stop.Rule {
		case reason.LinkMax, reason.LinkMin:
			if stop.Other < 0 {
				return "", ""
			}
			i = stop.Other
		case reason.Busy, reason.Pause:
			if stop.Other < 0 {
				return "", ""
			}
			if r.foreign(stop.Other) {
				return fmt.Sprintf("%s cannot be later: %s then has %s.", r.callOne(i), r.call(stop.Other), r.names[stop.Resource]), r.makeWay(stop.Other)
			}
			if a, b := r.of.Work[i], r.of.Work[stop.Other]; a.Placed() && b.Placed() && a.Course == b.Course && a.Wave == b.Wave {
				i = stop.Other // the same wave
				continue
			}
			at, name := r.plan.Tasks[stop.Other].Start, r.names[stop.Resource]
			if stop.Rule == reason.Pause {
				return fmt.Sprintf("%s cannot be later: %s then changes to %s for %s.", r.callOne(i), name, r.settingOf(stop.Other, stop.Resource), r.callOne(stop.Other)), ""
			}
			return fmt.Sprintf("%s cannot be later: %s is wanted for %s at %s.", r.callOne(i), name, r.callOne(stop.Other), r.hour(at)), ""
		case reason.Window:
			return fmt.Sprintf("%s cannot be later: %s.", r.callOne(i), r.stopText(i, stop, true)), ""
		case reason.Latest:
			if fixed := r.of.Work[i].Fixed; fixed != "" {
				return fmt.Sprintf("%s is pinned at %s.", r.callOne(i), fixed), ""
			}
			return "", ""
		default:
			return "", ""
		}
	}
	return "", ""
}

// passText says what would get worse at the pass beyond a limit; empty: it is none of there.
func (r *reporter) passText(link int) string {
	switch r.of.Links[link].Reason {
	case work.Courses:
		return "the table would wait too long, or not long enough"
	case work.PlateLife:
		return "it would be on the plate too long"
	case work.OneGo, work.Building:
		return "the plates would stand half built"
	}
	return ""
}
