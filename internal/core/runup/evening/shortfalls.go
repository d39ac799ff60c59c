package evening

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/runup/report"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Shortfall is one cause with all that does not hold for it.
type Shortfall struct {
	Say     string            `json:"say,omitempty" doc:"the cause, where it is found: who or what is short, and when"`
	Short   string            `json:"short,omitempty" doc:"the same in a few words"`
	Plates  int               `json:"plates" doc:"that hang on it, those of a wave once"`
	Over    int64             `json:"over" doc:"seconds by which what is furthest over is over"`
	Strict  bool              `json:"strict" doc:"a limit that must be kept is broken"`
	Courses []int             `json:"courses" nullable:"false" doc:"places in courses; none: it is of the whole evening"`
	Effects []ShortfallEffect `json:"effects" nullable:"false" doc:"what does not hold, the worst first"`
}

// ShortfallEffect is one thing that does not hold, in all waves in which it does not.
type ShortfallEffect struct {
	Say    string   `json:"say" doc:"the worst of them"`
	Short  string   `json:"short" doc:"the same in a few words"`
	Why    []string `json:"why" nullable:"false" doc:"what stops each, as found, each sentence once"`
	Advice string   `json:"advice"`
	Source string   `json:"source,omitempty"`
	Times  int      `json:"times" doc:"how often"`
	Plates int      `json:"plates"`
	Over   int64    `json:"over" doc:"seconds, of the worst"`
	Strict bool     `json:"strict"`
	Course int      `json:"course" doc:"place in courses; -1: of none"`
	Bar    *int     `json:"bar,omitempty" doc:"place in bars, of the worst"`

	all []report.Violation
}

// shortfalls are what does not hold, by cause, the gravest first. Two things have one cause where what stops them is
// told in the same words, and two waves of one thing always.
func shortfalls(u report.RunUp) []Shortfall {
	list := effects(u)
	group := make([]int, len(list))
	for i := range list {
		group[i] = i
		for k := range i {
			if list[k].Course == list[i].Course && shared(list[k].Why, list[i].Why) {
				join(group, group[k], group[i])
			}
		}
	}
	out := []Shortfall{}
	for g := range list {
		var of []ShortfallEffect
		for i, e := range list {
			if group[i] == g {
				of = append(of, e)
			}
		}
		if len(of) > 0 {
			out = append(out, shortfall(u, of))
		}
	}
	slices.SortStableFunc(out, func(a, b Shortfall) int {
		if by := cmp.Compare(grave(b), grave(a)); by != 0 {
			return by
		}
		return cmp.Compare(int64(max(b.Plates, 1))*max(b.Over, 1), int64(max(a.Plates, 1))*max(a.Over, 1))
	})
	return out
}

// grave puts what is not planned at all before what must be kept and is not, and that before the rest.
func grave(s Shortfall) int {
	switch {
	case s.Effects[0].all[0].Dish != "":
		return 2
	case s.Strict:
		return 1
	}
	return 0
}

// join gives two groups the number of the first.
func join(group []int, one, other int) {
	for i, g := range group {
		if g == other {
			group[i] = one
		}
	}
}

func shared(a, b []string) bool {
	return slices.ContainsFunc(a, func(s string) bool { return slices.Contains(b, s) })
}

// effects are the violations of a run-up, those of the same limit of the same step as one.
func effects(u report.RunUp) (out []ShortfallEffect) {
	at := map[string]int{}
	for _, v := range u.Clashes {
		key, course := v.What, courseOf(u, v.Dish)
		if v.Bar != nil {
			b := u.Bars[*v.Bar]
			course = b.Course
			if v.Rule != "" {
				key = strings.Join([]string{v.Rule, fmt.Sprint(course), b.Component, b.Step, fmt.Sprint(v.Strict)}, "/")
			}
		}
		if v.Dish != "" {
			v.Plates = platesFor(u, v.Dish)
		}
		k, met := at[key]
		if !met {
			k = len(out)
			at[key] = k
			out = append(out, ShortfallEffect{Course: course, Why: []string{}, Over: -1})
		}
		e := &out[k]
		e.all, e.Times, e.Strict = append(e.all, v), e.Times+1, e.Strict || v.Strict
		if v.Why != "" && !slices.Contains(e.Why, v.Why) {
			e.Why = append(e.Why, v.Why)
		}
		if v.Over > e.Over {
			e.Say, e.Advice, e.Source, e.Over, e.Bar = v.What, v.Advice, v.Source, v.Over, v.Bar
		}
	}
	for k := range out {
		out[k].Plates = platesOf(u, out[k].all)
		out[k].Short = short(u, out[k])
	}
	return out
}

// courseOf is the course of a dish that is not planned, or not all of it; -1: of none.
func courseOf(u report.RunUp, dish string) int {
	for _, s := range u.Strands {
		if s.Dish == dish {
			return s.Course
		}
	}
	return -1
}

// platesFor are the plates of a dish.
func platesFor(u report.RunUp, dish string) int {
	for _, s := range u.Strands {
		if s.Dish == dish {
			return s.Plates
		}
	}
	return 0
}

// platesOf counts the plates that hang on violations: those of a wave of a dish once.
func platesOf(u report.RunUp, list []report.Violation) (sum int) {
	type wave struct{ course, wave int }
	most := map[wave]int{}
	for _, v := range list {
		w := wave{-1, v.Wave}
		if v.Bar != nil {
			w.course = u.Bars[*v.Bar].Course
		}
		most[w] = max(most[w], v.Plates)
	}
	whole := map[int]int{} // what is of no wave is of all of them
	for w, n := range most {
		if w.wave == 0 {
			whole[w.course] = n
		}
	}
	for w, n := range most {
		if w.wave == 0 || whole[w.course] == 0 {
			sum += n
		}
	}
	return sum
}

// short is an effect in a few words: Hake 1:22 over.
func short(u report.RunUp, e ShortfallEffect) string {
	if e.Bar == nil || e.Over <= 0 {
		return e.Say
	}
	over := units.FormatOver(e.Over)
	switch rule := e.all[0].Rule; rule {
	case "late", "early":
		return over + " " + rule
	case "together":
		return "a table " + over + " apart"
	}
	return named(u.Bars[*e.Bar]) + " " + over + " over"
}

// shortfall is a cause with its effects.
func shortfall(u report.RunUp, list []ShortfallEffect) Shortfall {
	slices.SortStableFunc(list, func(a, b ShortfallEffect) int { return cmp.Compare(b.Over, a.Over) })
	out := Shortfall{Effects: list, Courses: []int{}}
	var all []report.Violation
	for _, e := range list {
		all = append(all, e.all...)
		out.Over, out.Strict = max(out.Over, e.Over), out.Strict || e.Strict
		if e.Course >= 0 && !slices.Contains(out.Courses, e.Course) {
			out.Courses = append(out.Courses, e.Course)
		}
	}
	out.Plates = platesOf(u, all)
	out.Say, out.Short = scarce(u, all)
	return out
}

// scarce says who or what is short in the causes of violations, and from when to when; empty:
// nobody and nothing is.
func scarce(u report.RunUp, all []report.Violation) (say, short string) {
	times := map[string]int{}
	from, to := int64(1<<60), int64(0)
	for _, v := range all {
		for _, c := range v.Causes {
			if c.Rule != "busy" && c.Rule != "pause" && c.Rule != "window" {
				continue
			}
			times[c.Resource]++
			from, to = min(from, u.Bars[c.Bar].From), max(to, u.Bars[c.Bar].To)
		}
	}
	var cooks, things []report.Lane
	for _, l := range u.Lanes {
		switch {
		case times[l.ID] > 0 && l.Cook:
			cooks = append(cooks, l)
		case times[l.ID] > 0:
			things = append(things, l)
		}
	}
	if len(cooks)+len(things) == 0 {
		return "", ""
	}
	names := func(list []report.Lane) (out []string) {
		slices.SortStableFunc(list, func(a, b report.Lane) int { return cmp.Compare(times[b.ID], times[a.ID]) })
		for _, l := range list {
			out = append(out, l.Name)
		}
		return out
	}
	var says, shorts []string
	if len(cooks) > 0 {
		list := names(cooks)
		says, shorts = append(says, fewOf(list)+" short"), append(shorts, list[0]+" short")
	}
	if len(things) > 0 {
		list := names(things)
		says, shorts = append(says, fewOf(list)+" full"), append(shorts, list[0]+" full")
	}
	return strings.Join(says, "; ") + ", " + hours(u, from, to), shorts[0]
}

// mostNamed is how many who are short are named.
const mostNamed = 3

func fewOf(names []string) string {
	if len(names) <= mostNamed {
		return words.List(names)
	}
	return fmt.Sprintf("%s and %d more", strings.Join(names[:mostNamed], ", "), len(names)-mostNamed)
}
