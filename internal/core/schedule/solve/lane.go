package solve

import (
	"slices"

	"jointime/internal/core/schedule"
)

// taking is one slice or hold on a resource.
type taking struct {
	span    schedule.Span
	units   int64
	setting int64
	settle  bool
	owner   int // task, or len(tasks)+link for a hold
}

// lane is what a resource does, by start.
type lane struct {
	taken   []taking
	longest int64  // no span on it was ever longer
	units   int64  // of all that is on it
	several bool   // there is more than one unit
	steps   []step // where there are several: how many are in use from when on
}

// step is how many units are in use, until the next one.
type step struct{ at, use int64 }

// insert keeps the order by start.
func (l *lane) insert(t taking) {
	l.longest = max(l.longest, t.span[1]-t.span[0])
	l.taken = slices.Insert(l.taken, l.after(t.span[0]), t)
	l.units += t.units
	if l.several {
		l.use(t.span, t.units)
	}
}

// remove takes one taking of an owner with a span off.
func (l *lane) remove(owner int, s schedule.Span) {
	for k := l.after(s[0] - 1); k < len(l.taken); k++ {
		if t := &l.taken[k]; t.owner == owner && t.span == s {
			l.units -= t.units
			if l.several {
				l.use(s, -t.units)
			}
			l.taken = slices.Delete(l.taken, k, k+1)
			return
		}
	}
}

// use adds units to what is in use in a span.
func (l *lane) use(s schedule.Span, units int64) {
	from := l.cut(s[0])
	to := l.cut(s[1])
	for k := from; k < to; k++ {
		l.steps[k].use += units
	}
	l.join(to)
	l.join(from)
}

// cut is the step that begins at a moment.
func (l *lane) cut(at int64) int {
	k := l.step(at)
	if k >= 0 && l.steps[k].at == at {
		return k
	}
	use := int64(0)
	if k >= 0 {
		use = l.steps[k].use
	}
	l.steps = slices.Insert(l.steps, k+1, step{at, use})
	return k + 1
}

// join drops a step that is like the one before it.
func (l *lane) join(k int) {
	before := int64(0)
	if k > 0 {
		before = l.steps[k-1].use
	}
	if l.steps[k].use == before {
		l.steps = slices.Delete(l.steps, k, k+1)
	}
}

// step is the step that a moment lies in; -1: before all of them.
func (l *lane) step(at int64) int {
	from, to := 0, len(l.steps)
	for from < to {
		if k := int(uint(from+to) >> 1); l.steps[k].at > at {
			to = k
		} else {
			from = k + 1
		}
	}
	return from - 1
}

// over is where more than so many units are in use within a span: from the opening of the
// first such time to the close of the last, which may lie outside it.
func (l *lane) over(s schedule.Span, most int64) (out schedule.Span, any bool) {
	for k := max(0, l.step(s[0])); k < len(l.steps) && l.steps[k].at < s[1]; k++ {
		if l.steps[k].use <= most {
			continue
		}
		if !any {
			out[0], any = l.steps[k].at, true
		}
		for k+1 < len(l.steps) && l.steps[k+1].use > most {
			k++
		}
		out[1] = l.steps[k+1].at // the last step has nothing in use
	}
	return out, any
}

// after finds the first taking that starts later than a moment.
func (l *lane) after(at int64) int {
	from, to := 0, len(l.taken)
	for from < to {
		if k := int(uint(from+to) >> 1); l.taken[k].span[0] > at {
			to = k
		} else {
			from = k + 1
		}
	}
	return from
}
