package report

import (
	"slices"

	"jointime/internal/core/runup/work"
)

// courseRow is a course with the hour that it has, before it is planned.
func (r *reporter) courseRow(c work.Course) CourseRow {
	row := CourseRow{ID: c.ID, Name: c.Name, Hour: r.moment(c.At), At: c.At, Leaves: c.At, Dishes: []string{}, Sent: []Departure{}}
	for _, s := range c.Servings {
		row.Dishes = append(row.Dishes, s.Name)
		row.Plates += s.Plates
		row.Waves = max(row.Waves, len(s.Waves))
	}
	return row
}

// FirstPlate is when the first plates of a course leave, in seconds from origin; without a plan, its hour.
func (c CourseRow) FirstPlate() int64 {
	first := c.Leaves
	for i, s := range c.Sent {
		if i == 0 || s.At < first {
			first = s.At
		}
	}
	return first
}

// courseRows give the courses the hours that they get.
func (r *reporter) courseRows(out *RunUp) {
	for c := range out.Courses {
		row := &out.Courses[c]
		first := int64(1 << 60)
		for i, w := range r.of.Work {
			if t := r.plan.Tasks[i]; w.Course == c && t.Start < first {
				first, row.First = t.Start, t.ID
			}
		}
		row.Sent = r.sendings(c)
		for _, s := range row.Sent {
			if s.Head && r.of.Courses[c].Asked(s.Wave-1) == r.of.Courses[c].At {
				row.Leaves, row.Late = s.At, s.Late
			}
		}
	}
}

// sendings are the waves of a course as they are planned.
func (r *reporter) sendings(c int) []Departure {
	out := []Departure{}
	k := r.of.Courses[c]
	n := len(k.Waves)
	for _, s := range k.Servings {
		n = max(n, len(s.Waves))
	}
	for w := range n {
		s := Departure{Wave: w + 1, Asked: r.moment(k.Asked(w)), Tables: []string{}, Plates: []Sent{}, At: -1, First: 1 << 60}
		s.Head = w == 0 || k.Asked(w) != k.Asked(w-1)
		if k.Waves != nil {
			s.Tables, s.Parts = k.Waves[w].Tables, partsOf(k.Waves, w)
		}
		for _, d := range k.Servings {
			if end := r.ends(d, c, w); end >= 0 {
				s.Plates = append(s.Plates, Sent{d.Dish, d.Name, d.Waves[w]})
				s.At, s.First = max(s.At, end), min(s.First, end)
			}
		}
		if s.At < 0 {
			continue // its plates cannot be planned
		}
		s.Leaves = r.moment(s.At)
		s.Late = offBy(k, k.Asked(w), s.At, s.Head)
		out = append(out, s)
	}
	return out
}

// partsOf tells which tables of a wave do not leave whole, being wider than a wave.
func partsOf(waves []work.Wave, w int) (out []TablePart) {
	for _, name := range waves[w].Tables {
		part := TablePart{Table: name}
		for k, v := range waves {
			if slices.Contains(v.Tables, name) {
				part.Of++
			}
			if k == w {
				part.Part = part.Of
			}
		}
		if part.Of > 1 {
			out = append(out, part)
		}
	}
	return out
}

// ends is when the plates of a serving are planned to be built, of one of its
// waves; below 0: it has none there.
func (r *reporter) ends(s work.Serving, c, wave int) int64 {
	if wave >= len(s.Waves) || s.Waves[wave] == 0 {
		return -1
	}
	end := int64(-1)
	for i, w := range r.of.Work {
		if w.Placed() && w.Course == c && w.Dish == s.Dish && (w.Wave == 0 || w.Wave == wave+1) {
			end = max(end, r.plan.Tasks[i].End)
		}
	}
	return end
}

// lastOf is the placing that a wave waits for.
func (r *reporter) lastOf(c int, s Departure) (at int) {
	for i, w := range r.of.Work {
		if w.Course == c && w.Placed() && (w.Wave == 0 || w.Wave == s.Wave) && r.plan.Tasks[i].End == s.At {
			at = i
		}
	}
	return at
}
