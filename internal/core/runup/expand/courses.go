package expand

import (
	"slices"

	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// courses expands the dishes, course by course.
func (b *builder) courses() {
	for c := range b.Courses {
		b.course(c)
	}
}

// course expands the dishes of a course and ties their plates to its hour. A
// component that several servings take is expanded with the first of them.
func (b *builder) course(c int) {
	var last []wavesOf
	for _, t := range b.Consumers {
		if t.Course != c {
			continue
		}
		for _, comp := range b.In.Book().Within(t.Dish) {
			b.strand(comp.ID, map[string]bool{})
		}
		built := b.plates(t)
		for _, part := range t.Dish.Parts {
			b.reach(b.strands[part.Component], t, built)
		}
		ends := make([]int, len(built)) // by wave; -1: no plate in it
		for w, wave := range built {
			if ends[w] = -1; len(wave) > 0 {
				ends[w] = wave[len(wave)-1]
			}
		}
		if b.Seated(c) {
			b.waveHours(c, ends)
		} else {
			b.hour(c, built, ends)
		}
		if !b.Untied(t) {
			last = append(last, wavesOf{t, ends})
		}
	}
	b.tables(c, last)
}

// wavesOf are the last placings of the waves of a serving; -1: no plate in it.
type wavesOf struct {
	serving demand.Consumer
	ends    []int
}

// strand expands a component, unless it is there already: first those that go into it or
// leave something over for it, in whatever order, dish or course they are served. On is
// the way to it: what goes round in a circle is not followed.
func (b *builder) strand(id string, on map[string]bool) {
	lot := b.Lots[id]
	if _, made := b.strands[id]; made || lot == nil || on[id] {
		return
	}
	on[id] = true
	for _, l := range lot.Component.Lines {
		b.strand(l.Component, on)
	}
	b.strands[id] = b.expand(lot)
	b.feed(b.strands[id])
}

// feed ties what goes into a component to the step that uses it: another
// component by its last step, a by-product by the step that leaves it over.
func (b *builder) feed(x strand) {
	for _, l := range x.component.Lines {
		from, on := b.strands[l.Component]
		at := x.at(x.component.UsedAt(l))
		if !on || at < 0 || len(from.tasks) == 0 {
			continue
		}
		if l.ByProduct == "" {
			b.follows(from, len(from.steps), b.Lots[l.Component].Dishes(), x.tasks[at])
		} else if left := from.leaves(l.ByProduct); left >= 0 {
			b.takeOver(from.tasks[left], x.tasks[at])
		}
	}
}

// hour gives the first wave the hour of the course, and the others the time
// that it takes to build those before them, one after the other.
func (b *builder) hour(c int, built [][]int, ends []int) {
	at := b.Seconds(b.Courses[c].At)
	for w, i := range ends {
		if i < 0 {
			continue
		}
		t := schedule.Target{Task: b.id(i), At: at, Early: priceEarly, Late: priceLate}
		if w > 0 {
			for _, k := range built[w] {
				t.At += b.problem.Tasks[k].Duration
			}
			at, t.Late = t.At, priceLaterOn
		}
		b.target(t)
	}
	b.spread(ends)
}

// spread keeps the last of a course's waves within the time in which it leaves.
func (b *builder) spread(ends []int) {
	ends = slices.DeleteFunc(slices.Clone(ends), func(i int) bool { return i < 0 })
	if len(ends) > 1 {
		b.link(schedule.Link{From: b.id(ends[0]), To: b.id(ends[len(ends)-1]), FromAt: schedule.End, ToAt: schedule.End,
			Min: ptr(0), Max: ptr(b.In.Service.Spread()), Over: ptr(priceSpread)}, work.Link{Reason: work.Spread})
	}
}

// waveHours gives the plates of a serving the times at which their tables' waves
// are to leave.
func (b *builder) waveHours(c int, ends []int) {
	k, at := b.Courses[c], b.Leavings(c)
	same := make([]int, len(ends)) // those of the hour of the course
	for w, i := range ends {
		if same[w] = -1; i < 0 {
			continue
		}
		late := int64(priceLate)
		if at[w] != b.Seconds(k.Waves[w].At) {
			late = priceLaterOn
		}
		b.target(schedule.Target{Task: b.id(i), At: at[w], Early: priceEarly, Late: late})
		if k.Waves[w].At.Equal(k.At) {
			same[w] = i
		}
	}
	b.spread(same)
}

// tables keeps the plates of different dishes of a table together; where the tables are not
// known, those of a wave.
func (b *builder) tables(c int, last []wavesOf) {
	most := 0
	for _, s := range last {
		most = max(most, len(s.ends))
	}
	for w := range most {
		for _, group := range b.served(c, w, last) {
			if len(group) > 1 {
				b.problem.Together = append(b.problem.Together, schedule.Together{Tasks: group, Within: ptr(tableWithin), Over: ptr(priceTable)})
			}
		}
	}
}

// served are the last placings of a wave that belong together: those of one table, and of
// another one that has a dish in common with it.
func (b *builder) served(c, w int, last []wavesOf) (groups [][]string) {
	of := map[string]int{} // table → group
	for _, s := range last {
		if w >= len(s.ends) || s.ends[w] < 0 {
			continue
		}
		tables := []string{""}
		if b.Seated(c) {
			tables = b.TablesOf(s.serving, w)
		}
		mine := len(groups)
		groups = append(groups, []string{b.id(s.ends[w])})
		for _, t := range tables {
			if g, known := of[t]; known && g != mine { // they are one group
				groups[g], groups[mine] = append(groups[g], groups[mine]...), nil
				for other, at := range of {
					if at == mine {
						of[other] = g
					}
				}
				mine = g
			}
			of[t] = mine
		}
	}
	return groups
}

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
