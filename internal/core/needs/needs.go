// Package needs answers from the book what a guest may have who must not have something. What
// is in a dish, or may be in it, stops the plate until somebody in charge names the answer.
package needs

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/service"
	"jointime/internal/core/words"
)

// Judged is a service with what its guests with needs have in each course: what the book is
// sure of, what was answered, and what is stopped. It asks for no plate that is stopped.
func Judged(b recipe.Book, k kitchen.Kitchen, menu recipe.Menu, s service.Service) service.Service {
	if !slices.ContainsFunc(s.Tables, func(t service.Table) bool { return len(t.Needs) > 0 }) {
		return s
	}
	j := judge{b, k, map[string][]part{}}
	s.Tables = slices.Clone(s.Tables)
	for i, t := range s.Tables {
		t.Needs = slices.Clone(t.Needs)
		t.Orders = slices.DeleteFunc(slices.Clone(t.Orders), func(o service.Order) bool { return o.Need != "" })
		for n, need := range t.Needs {
			need.Served = nil
			for _, c := range menu.Courses {
				served := j.served(need, c)
				need.Served = append(need.Served, served)
				if !served.Stopped && served.Dish != "" {
					t.Orders = append(t.Orders, service.Order{Course: c.ID, Dish: served.Dish, Version: served.Version, Plates: 1, Need: need.ID})
				}
			}
			t.Needs[n] = need
		}
		s.Tables[i] = t
	}
	return s
}

// Named is an answer for a need in a course, with what the book does not know of it now. The
// error says why it cannot be the answer: what must not be is in it, or nobody has said what was
// read about the unknown.
func Named(b recipe.Book, k kitchen.Kitchen, menu recipe.Menu, n service.GuestNeed, a service.NamedAnswer) (service.NamedAnswer, error) {
	at := slices.IndexFunc(menu.Courses, func(c recipe.Course) bool { return c.ID == a.Course })
	if at < 0 {
		return a, fault.List{{Field: "course", What: "No such course."}}
	}
	if a.Covers = nil; a.Dish == "" {
		return a, nil
	}
	d, known := b.Dishes[a.Dish]
	if !known || !slices.Contains(menu.Courses[at].Dishes, a.Dish) || !d.HasVersion(a.Version) {
		return a, fault.List{{Field: "dish", What: "It is not in this course."}}
	}
	v := judge{b, k, map[string][]part{}}.verdict(a.Dish, a.Version, n)
	switch {
	case len(v.contains) > 0:
		return a, fault.List{{Field: "dish", What: fmt.Sprintf("%s cannot be the answer: %s.", d.Name, words.List(v.contains))}}
	case len(v.unknown) > 0 && strings.TrimSpace(a.Source) == "":
		return a, fault.List{{Field: "source", What: "What did you read, or whom did you ask, about " + words.List(v.unknown) + "?"}}
	}
	a.Covers = v.unknown
	return a, nil
}

type judge struct {
	book    recipe.Book
	kitchen kitchen.Kitchen
	parts   map[string][]part // dish/version → what it is made of
}

// part is a component with its lines, of which words are looked for.
type part struct{ trail, text string }

// verdict is what is known of a dish for a need.
type verdict struct{ contains, unknown []string }

// served is what a guest has in a course: what was answered, or the first dish where the book
// is sure that it is without all of it.
func (j judge) served(n service.GuestNeed, c recipe.Course) service.Served {
	out := service.Served{Course: c.ID, Answer: n.AnswerFor(c.ID)}
	if len(c.Dishes) == 0 {
		return out
	}
	if a := out.Answer; a != nil {
		if a.Dish == "" {
			return out
		}
		out.Dish, out.Version = a.Dish, a.Version
		if !slices.Contains(c.Dishes, a.Dish) || !j.book.Dishes[a.Dish].HasVersion(a.Version) {
			out.Contains = []string{"what was named is not on the menu any more"}
		} else {
			v := j.verdict(a.Dish, a.Version, n)
			out.Contains, out.Unknown = v.contains, v.unknown
			if a.Source != "" { // it was asked about; what has come in since was not
				out.Unknown = slices.DeleteFunc(out.Unknown, func(u string) bool { return slices.Contains(a.Covers, u) })
			}
		}
	} else {
		out.Dish = c.Dishes[0]
		v := j.verdict(out.Dish, "", n)
		out.Contains, out.Unknown = v.contains, v.unknown
	}
	if out.Stopped = len(out.Contains)+len(out.Unknown) > 0; out.Stopped {
		out.Offers = j.offers(n, c)
	}
	return out
}

// offers are the dishes of a course, and their versions, that do not contain what must not be
// in them: those first of which the book is sure.
func (j judge) offers(n service.GuestNeed, c recipe.Course) (out []service.Alternative) {
	for _, id := range c.Dishes {
		d := j.book.Dishes[id]
		for _, version := range append([]recipe.Version{{}}, d.Versions...) {
			if v := j.verdict(id, version.ID, n); len(v.contains) == 0 {
				name := d.Name
				if version.ID != "" {
					name += ", " + version.Name
				}
				out = append(out, service.Alternative{Dish: id, Version: version.ID, Name: name, Unknown: v.unknown})
			}
		}
	}
	slices.SortStableFunc(out, func(x, y service.Alternative) int { return cmp.Compare(len(x.Unknown), len(y.Unknown)) })
	return out
}

func (j judge) verdict(dish, version string, n service.GuestNeed) (out verdict) {
	d, book := j.book.Dishes[dish], j.book
	for _, v := range d.Versions {
		if v.ID == version && version != "" {
			d, book, _ = j.book.Served(d, v)
		}
	}
	in := contents.In(book, d, j.kitchen)
	for _, what := range n.Without {
		answer, from := in.Without(what)
		for _, f := range from {
			if answer == recipe.No {
				out.contains = append(out.contains, say(what)+" from "+f)
			} else if !slices.Contains(out.unknown, f) {
				out.unknown = append(out.unknown, f)
			}
		}
	}
	for _, word := range n.Words {
		from := j.named(dish+"/"+version, book, d, word)
		for _, f := range from {
			out.contains = append(out.contains, word+" in "+f)
		}
		if len(from) == 0 { // what is bought in has things in it that no line names
			out.unknown = append(out.unknown, fmt.Sprintf("%s: no line names it; check what is bought in", word))
		}
	}
	return out
}

// named are the lines that speak of something.
func (j judge) named(key string, b recipe.Book, d recipe.Dish, word string) (out []string) {
	parts, known := j.parts[key]
	if !known {
		for _, c := range b.Within(d) {
			parts = append(parts, part{c.Name, c.Name})
			for _, l := range c.Lines {
				text := l.Name
				for _, also := range append([]string{b.Ingredients[l.Ingredient].Name}, b.Ingredients[l.Ingredient].Also...) {
					text += " " + also
				}
				parts = append(parts, part{c.Name + " › " + l.Name, text})
			}
		}
		j.parts[key] = parts
	}
	for _, p := range parts {
		if words.Has(p.text, word) && !slices.Contains(out, p.trail) {
			out = append(out, p.trail)
		}
	}
	return out
}

// say is what must not be in it, in words.
func say(what string) string {
	if a, is := recipe.AllergenOf(what); is {
		return a.Name
	}
	switch what {
	case "meat":
		return "fish or meat"
	case "animal":
		return "animal product"
	}
	return what // gluten, alcohol
}
