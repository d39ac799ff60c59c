package demand

import (
	"slices"
	"strings"
	"time"
)

// Seated tells whether the tables of a course are known.
func (d *Demand) Seated(c int) bool { return d.Courses[c].Waves != nil }

// Untied tells a version whose plates leave with tables that the plan does not
// know: one in a course that leaves in several waves.
func (d *Demand) Untied(t Consumer) bool {
	return !d.Seated(t.Course) && strings.Contains(t.Dish.ID, "~") && slices.ContainsFunc(d.Courses[t.Course].Servings, func(s Serving) bool { return len(s.Waves) > 1 })
}

// WaveHour is the hour that is asked of a wave: its own, or that of its course.
func (d *Demand) WaveHour(c, w int) time.Time {
	if d.Seated(c) {
		return d.Courses[c].Waves[w].At
	}
	return d.Courses[c].At
}

// Leavings are when the waves of a seated course are to leave: the first of an
// hour at that hour, each after it when it can have been built.
func (d *Demand) Leavings(c int) []int64 {
	k := d.Courses[c]
	out := make([]int64, len(k.Waves))
	for w := range k.Waves {
		out[w] = d.Seconds(k.Waves[w].At)
		if w > 0 {
			if next := out[w-1] + d.In.span(k, k.Waves[w]); k.Waves[w].At.Equal(k.Waves[w-1].At) || next > out[w] {
				out[w] = next
			}
		}
	}
	return out
}

// FirstHour is that of the first course, in seconds from the origin.
func (d *Demand) FirstHour() (at int64) {
	for c, k := range d.Courses {
		if v := d.Seconds(k.At); c == 0 || v < at {
			at = v
		}
	}
	return at
}

// leavingOf are the moments at which the waves of a set leave.
func (d *Demand) leavingOf(b ConsumerSet) []int64 {
	t := b.Consumers[0]
	if d.Seated(t.Course) {
		return d.Leavings(t.Course)
	}
	out := make([]int64, len(b.Waves))
	for w := 1; w < len(out); w++ {
		out[w] = out[w-1] + d.In.BuildingTime(t.Dish.Plate, b.Waves[w], t.Hands)
	}
	return out
}

// spreadOf is how long after the first wave of a set its last one leaves.
func (d *Demand) spreadOf(b ConsumerSet) int64 {
	at := d.leavingOf(b)
	first, last := int64(-1), int64(0)
	for w, n := range b.Waves {
		if n > 0 && first < 0 {
			first = at[w]
		}
		if n > 0 {
			last = at[w]
		}
	}
	return last - max(first, 0)
}
