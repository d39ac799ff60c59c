package judge

import (
	"fmt"
	"slices"
	"time"

	"jointime/internal/core/service"
)

// served is a course of a table: when its first plates leave, and its last.
type served struct {
	course      int
	first, last int64
	wave        int // of the first
	to          int // of the last
	bars        []int
}

// tables finds tables of which the plates of one course leave apart.
func (j *judging) tables() {
	_, of := j.waves()
	for _, t := range j.Service.Tables {
		for c := range j.RunUp.Courses {
			ends := map[int][]int64{} // by wave: a table that is wider than the pass has several
			var bars []int
			for key, list := range of {
				if key.course == c && slices.Contains(j.RunUp.Bars[list[0]].Tables, t.Name) && j.has(t, c, key.dish) {
					ends[key.wave] = append(ends[key.wave], j.leaves(list))
					bars = append(bars, list...)
				}
			}
			for _, all := range ends {
				if apart := slices.Max(all) - slices.Min(all); apart > oneTable {
					j.breach(Breach{Promise: TableApart, By: apart - oneTable, bars: bars, about: []string{t.Name, "apart"}, Says: fmt.Sprintf("%s: plates %s apart.", t.Name, over(apart))})
				}
			}
		}
	}
}

// has tells whether a table has plates of a dish in a course.
func (j *judging) has(t service.Table, course int, dish string) bool {
	base, version := cutVersion(dish)
	return slices.ContainsFunc(j.ordered(t, j.RunUp.Courses[course].ID), func(n service.Covers) bool {
		return n.Dish == base && n.Version == version && n.Plates > 0
	})
}

// ordered is what a table has in a course.
func (j *judging) ordered(t service.Table, course string) []service.Covers {
	for _, m := range j.Menu.Courses {
		if m.ID == course {
			return t.Plates(m)
		}
	}
	return nil
}

// meals finds tables whose courses leave out of order, or too close or too far apart.
func (j *judging) meals() {
	least, most := j.Kitchen.Between()
	for _, t := range j.Service.Tables {
		meal := j.meal(t)
		for k := 1; k < len(meal); k++ {
			a, b := meal[k-1], meal[k]
			gap, hours := b.first-a.last, max(0, j.asked(b.course, b.wave)-j.asked(a.course, a.to))
			names := []string{t.Name, j.RunUp.Courses[a.course].Name, j.RunUp.Courses[b.course].Name}
			x := Breach{Promise: CoursesGap, bars: append(slices.Clone(a.bars), b.bars...), about: names, Says: fmt.Sprintf("%s: %s %s after %s.", t.Name, names[2], over(gap), names[1])}
			// later waves of a course are built after the first
			switch lo, hi := min(least, hours), max(most, hours+j.Service.Spread()+asGood); {
			case gap < 0:
				x.Promise, x.By = OutOfOrder, -gap
			case gap < lo:
				x.By = lo - gap
			case gap > hi:
				x.By = gap - hi
			default:
				continue
			}
			j.breach(x)
		}
	}
}

// meal is what a table is served, in the order of the hours.
func (j *judging) meal(t service.Table) (out []served) {
	_, of := j.waves()
	for c := range j.RunUp.Courses {
		x := served{course: c, first: -1}
		for key, list := range of {
			if key.course != c || !slices.Contains(j.RunUp.Bars[list[0]].Tables, t.Name) || !j.has(t, c, key.dish) {
				continue
			}
			at := j.leaves(list)
			if x.first < 0 || at < x.first {
				x.first, x.wave = at, key.wave
			}
			if at >= x.last {
				x.last, x.to = at, key.wave
			}
			x.bars = append(x.bars, list...)
		}
		if x.first >= 0 {
			out = append(out, x)
		}
	}
	slices.SortStableFunc(out, func(a, b served) int { return int(j.RunUp.Courses[a.course].At - j.RunUp.Courses[b.course].At) })
	return out
}

// asked is the hour of a wave, in seconds from the origin.
func (j *judging) asked(course, wave int) int64 {
	for _, w := range j.RunUp.Courses[course].Sent {
		if w.Wave == wave {
			return int64(w.Asked.Sub(j.RunUp.Origin) / time.Second)
		}
	}
	return j.RunUp.Courses[course].At
}
