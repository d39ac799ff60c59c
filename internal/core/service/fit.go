package service

import (
	"cmp"
	"slices"

	"jointime/internal/core/recipe"
)

// usualHour is when a service begins where nobody says.
const usualHour = "19:30"

// usualApart is how many minutes a course comes after the one before where nobody says.
const usualApart = int64(25)

// Fit is a service whose menu has become another one. Courses and dishes that it no longer has
// are out of the hours, covers and orders; a dish in another course has its plates there. The
// hours stay in their places: a course that is moved up comes at the hour that is there, and
// the evening begins when it did. A course that is new comes when the menu says, or 25 minutes
// after the one before. Where nothing of a course is ordered and nobody is seated, every cover
// has its first dish.
func (s Service) Fit(menu recipe.Menu) Service {
	course := courseOf(menu)
	covers := map[string][]Covers{} // those of dishes that are gone, under none
	for _, c := range s.Courses {
		for _, n := range c.Covers {
			covers[course[n.Dish]] = append(covers[course[n.Dish]], n)
		}
	}
	guests := s.covers()
	hours := s.hoursOf(menu)
	for i, c := range menu.Courses {
		hours[i].Covers = append([]Covers{}, covers[c.ID]...)
		if len(hours[i].Covers) == 0 && len(s.Tables) == 0 && len(c.Dishes) > 0 && guests > 0 {
			hours[i].Covers = append(hours[i].Covers, Covers{Dish: c.Dishes[0], Plates: guests})
		}
	}
	s.Courses = hours
	s.Tables = slices.Clone(s.Tables)
	for i, t := range s.Tables {
		s.Tables[i] = t.fit(menu, course)
	}
	return s
}

// courseOf has the course of every dish; a dish is on a menu once.
func courseOf(menu recipe.Menu) map[string]string {
	out := map[string]string{}
	for _, c := range menu.Courses {
		for _, d := range c.Dishes {
			out[d] = c.ID
		}
	}
	return out
}

// hoursOf are the hours of the courses of a menu, which the service may not have had so far.
func (s Service) hoursOf(menu recipe.Menu) []CourseHour {
	had := func(id string) bool {
		return slices.ContainsFunc(s.Courses, func(c CourseHour) bool { return c.Course == id })
	}
	stay := slices.DeleteFunc(slices.Clone(s.Courses), func(c CourseHour) bool {
		return !slices.ContainsFunc(menu.Courses, func(m recipe.Course) bool { return m.ID == c.Course })
	})
	out := make([]CourseHour, len(menu.Courses))
	for i, c := range menu.Courses {
		out[i] = CourseHour{Course: c.ID, Hour: c.Hour, After: c.After}
		if had(c.ID) {
			out[i].Hour, out[i].After = stay[0].Hour, stay[0].After
			stay = stay[1:]
		} else if i > 0 && c.Hour == "" && c.After == nil {
			apart := usualApart
			out[i].After = &apart
		}
	}
	if len(out) > 0 && (out[0].After != nil || out[0].Hour == "") { // there is none before it
		began := ""
		if len(s.Courses) > 0 {
			began = s.Courses[0].Hour
		}
		out[0].Hour, out[0].After = cmp.Or(began, out[0].Hour, usualHour), nil
	}
	return out
}

// fit is a table with its orders and hours of a menu.
func (t Table) fit(menu recipe.Menu, course map[string]string) Table {
	var orders []Order
	for _, o := range t.Orders {
		if c, there := course[o.Dish]; there {
			o.Course = c
			orders = append(orders, o)
		}
	}
	t.Orders = orders
	t.Hours = slices.DeleteFunc(slices.Clone(t.Hours), func(h TableHour) bool {
		return !slices.ContainsFunc(menu.Courses, func(c recipe.Course) bool { return c.ID == h.Course })
	})
	return t
}

// covers are the guests that it is for, while nobody is seated.
func (s Service) covers() int {
	if s.Covers > 0 {
		return s.Covers
	}
	most := 0
	for _, c := range s.Courses {
		sum := 0
		for _, n := range c.Covers {
			sum += n.Plates
		}
		most = max(most, sum)
	}
	return most
}
