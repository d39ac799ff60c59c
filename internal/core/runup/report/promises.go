package report

import (
	"slices"
	"strings"

	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// What matters of an evening, in the order in which it does (common practice, without a
// source): nobody gets what they must not; a table's plates together; each plate within its
// life; a table's courses in order, neither too close nor too far apart; then the clock.

// Promise is how much of one thing that matters the plan keeps.
type Promise struct {
	Name string `json:"name" doc:"what it is"`
	Kept int    `json:"kept"`
	Of   int    `json:"of" doc:"0: there is none of it"`
	What string `json:"what" doc:"what is counted: plates, tables, courses of tables, waves"`
}

// What the clock allows, in seconds: the first wave of an hour, and the others.
const (
	firstWithin = 180
	laterWithin = 300
)

// promises are the five, in their order.
func (r *reporter) promises(courses []CourseRow) []Promise {
	broken := r.brokenLinks()
	return []Promise{r.needs(), r.together(courses), r.living(broken), r.meals(courses, broken), clock(courses)}
}

// brokenLinks are the links whose limit is passed, by why they are there.
func (r *reporter) brokenLinks() map[work.Reason][]schedule.Breach {
	out := map[work.Reason][]schedule.Breach{}
	for _, b := range r.plan.Broken {
		if b.Limit == schedule.LinkMax {
			why := r.of.Links[*b.Link].Reason
			out[why] = append(out[why], b)
		}
	}
	return out
}

// needs are the plates of guests who must not have something: those that are planned, of all.
func (r *reporter) needs() Promise {
	p := Promise{Name: "needs answered", What: "plates", Of: r.of.Stopped}
	for _, c := range r.of.Courses {
		for _, s := range c.Servings {
			if strings.Contains(s.Dish, "~") {
				p.Kept, p.Of = p.Kept+s.Plates, p.Of+s.Plates
			}
		}
	}
	return p
}

// together are the tables, course by course, whose plates leave within a minute; where the
// tables are not known, the waves.
func (r *reporter) together(courses []CourseRow) Promise {
	p := Promise{Name: "tables together", What: "tables"}
	if !slices.ContainsFunc(r.of.Courses, func(c work.Course) bool { return c.Waves != nil }) {
		p.Name, p.What = "waves together", "waves"
	}
	for c, k := range courses {
		for _, s := range k.Sent {
			if len(s.Tables) == 0 {
				if p.Of++; s.At-s.First <= tableTogether {
					p.Kept++
				}
			}
			for _, t := range s.Tables {
				if p.Of++; r.apartAt(c, s.Wave, t) <= tableTogether {
					p.Kept++
				}
			}
		}
	}
	return p
}

// apartAt is by how much the plates of a table in a wave of a course are finished at different
// times.
func (r *reporter) apartAt(course, wave int, table string) int64 {
	ends := map[string]int64{} // by dish: of its last placing
	for i, w := range r.of.Work {
		if w.Placed() && w.Course == course && max(1, w.Wave) == wave && slices.Contains(w.Tables, table) {
			ends[w.Dish] = max(ends[w.Dish], r.plan.Tasks[i].End)
		}
	}
	first, last := int64(1)<<60, int64(0)
	for _, at := range ends {
		first, last = min(first, at), max(last, at)
	}
	return max(0, last-first)
}

// tableTogether is how far apart the plates of a table may leave, in seconds.
const tableTogether = 60

// living are the plates of which everything is within its life when they leave.
func (r *reporter) living(broken map[work.Reason][]schedule.Breach) Promise {
	p := Promise{Name: "within their life", What: "plates"}
	type wave struct {
		dish         string
		course, wave int
	}
	past := map[wave]bool{}
	for _, b := range broken[work.PlateLife] {
		w := r.of.Work[r.index[b.From]]
		past[wave{w.Dish, w.Course, w.Wave}] = true
	}
	for c, k := range r.of.Courses {
		for _, s := range k.Servings {
			for n, plates := range s.Waves {
				at := n + 1
				if len(s.Waves) == 1 {
					at = 0
				}
				if p.Of += plates; !past[wave{s.Dish, c, at}] {
					p.Kept += plates
				}
			}
		}
	}
	return p
}

// meals are the courses of tables that come after another one, as long after it as they should.
func (r *reporter) meals(courses []CourseRow, broken map[work.Reason][]schedule.Breach) Promise {
	p := Promise{Name: "courses in order, well apart", What: "courses of tables"}
	type served struct{ course, wave int }
	off := map[[2]served]bool{}
	for _, b := range broken[work.Courses] {
		x, y := r.of.Work[r.index[b.From]], r.of.Work[r.index[b.To]]
		one, other := served{x.Course, max(1, x.Wave)}, served{y.Course, max(1, y.Wave)}
		off[[2]served{one, other}], off[[2]served{other, one}] = true, true
	}
	in := map[string][]served{} // by table, in the order of the courses
	order := make([]int, len(courses))
	for c := range order {
		order[c] = c
	}
	slices.SortStableFunc(order, func(a, b int) int { return int(courses[a].At - courses[b].At) })
	for _, c := range order {
		for _, s := range courses[c].Sent {
			for _, t := range s.Tables {
				in[t] = append(in[t], served{c, s.Wave})
			}
		}
	}
	for _, list := range in {
		for k := 1; k < len(list); k++ {
			if list[k].course == list[k-1].course {
				continue // a table that is wider than the pass
			}
			if p.Of++; !off[[2]served{list[k-1], list[k]}] {
				p.Kept++
			}
		}
	}
	return p
}

// clock are the waves that leave in time.
func clock(courses []CourseRow) Promise {
	p := Promise{Name: "on the clock", What: "waves"}
	for _, c := range courses {
		for _, s := range c.Sent {
			most := int64(laterWithin)
			if s.Head {
				most = firstWithin
			}
			if p.Of++; -tooEarly <= s.Late && s.Late <= most {
				p.Kept++
			}
		}
	}
	return p
}
