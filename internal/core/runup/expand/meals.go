package expand

import (
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// A table is served a meal: its courses in their order, which is hard, and neither too close
// on one another nor too far apart, at a price.

// asGood is by how much courses may be further apart than their hours ask for, in seconds,
// where those ask for more than guests wait.
const asGood = 180

// meals ties the plates of each table from course to course.
func (b *builder) meals() {
	least, most := b.In.Kitchen.Between()
	tied := map[[2]int]bool{} // several tables in the same two waves
	for _, m := range b.Meals() {
		for k := 1; k < len(m.Courses); k++ {
			before, after := m.Courses[k-1], m.Courses[k]
			apart := max(0, after.Begins-before.Ends) // what the hours ask for is not too close, nor too far
			for _, from := range b.ended(before, before.Last) {
				for _, to := range b.ended(after, after.First) {
					if !tied[[2]int{from, to}] {
						tied[[2]int{from, to}] = true
						b.between(from, to, min(least, apart), max(most, apart+asGood), m.Table)
					}
				}
			}
		}
	}
}

// ended are the last placings of what a table has in a wave of a course.
func (b *builder) ended(x demand.MealCourse, wave int) (out []int) {
	for _, s := range x.Servings {
		serving := b.Courses[x.Course].Servings[s]
		last := -1
		for i, w := range b.of.Work {
			if w.Placed() && w.Course == x.Course && w.Dish == serving.Dish.ID && (w.Wave == 0 || w.Wave == wave+1) {
				last = i
			}
		}
		if last >= 0 && serving.Waves[wave] > 0 {
			out = append(out, last)
		}
	}
	return out
}

// between keeps two courses of a table in order, and so long apart at least and at most.
func (b *builder) between(from, to int, least, most int64, table string) {
	b.link(schedule.Link{From: b.id(from), To: b.id(to), FromAt: schedule.End, ToAt: schedule.End, Min: ptr(0), Max: ptr(most), Over: ptr(priceGap)}, work.Link{Reason: work.Courses, Table: table})
	if least > 0 {
		b.link(schedule.Link{From: b.id(to), To: b.id(from), FromAt: schedule.End, ToAt: schedule.End, Min: ptr(-1_000_000_000), Max: ptr(-least), Over: ptr(priceGap)}, work.Link{Reason: work.Courses, Table: table})
	}
}
