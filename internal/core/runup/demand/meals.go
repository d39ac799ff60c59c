package demand

import (
	"slices"

	"jointime/internal/core/recipe"
)

// Meal is what a table is served, course by course.
type Meal struct {
	Table   string
	Courses []MealCourse
}

// MealCourse is a course of a table: in which waves it leaves, the first and the last, and
// which servings of the course it has.
type MealCourse struct {
	Course      int
	First, Last int
	Servings    []int
	// Begins and Ends are when these waves are to leave, in seconds from the origin.
	Begins, Ends int64
}

// Meals are those of all tables, course by course in the order of the courses' hours, and where
// those are one in that of the menu, whatever hours a table has for itself; a course of which
// it has no plate is not among them.
func (d *Demand) Meals() (out []Meal) {
	for _, t := range d.In.Service.Tables {
		m := Meal{Table: t.Name}
		for c, k := range d.Courses {
			if !d.Seated(c) {
				continue
			}
			leave := d.Leavings(c)
			x := MealCourse{Course: c, First: -1}
			for s, n := range d.In.servedOf(k, t.Plates(d.menuCourse(k))) {
				if n > 0 {
					x.Servings = append(x.Servings, s)
				}
			}
			for w, wave := range k.Waves {
				if !slices.Contains(wave.Tables, t.Name) || !slices.ContainsFunc(x.Servings, func(s int) bool { return wave.Plates[s] > 0 }) {
					continue
				}
				if x.Last, x.Ends = w, leave[w]; x.First < 0 {
					x.First, x.Begins = w, leave[w]
				}
			}
			if x.First >= 0 {
				m.Courses = append(m.Courses, x)
			}
		}
		slices.SortStableFunc(m.Courses, func(a, b MealCourse) int { return d.Courses[a.Course].At.Compare(d.Courses[b.Course].At) })
		out = append(out, m)
	}
	return out
}

// menuCourse is the course of the menu behind one of the plan.
func (d *Demand) menuCourse(k Course) recipe.Course {
	for _, m := range d.In.Menu.Courses {
		if m.ID == k.Course {
			return m
		}
	}
	return recipe.Course{}
}
