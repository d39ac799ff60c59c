package expand

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// words put into the map what a reader of the plan tells of its tasks: names, cues,
// cautions, tables; and the courses and strands in which they stand.
func (b *builder) words() {
	for i := range b.of.Work {
		b.describe(i)
	}
	for _, t := range b.In.Service.Tables {
		for _, n := range t.Needs {
			for _, c := range b.In.Service.Courses {
				if n.Of(c.Course).Stopped {
					b.of.Stopped++
				}
			}
		}
	}
	for c, k := range b.Courses {
		b.of.Courses = append(b.of.Courses, b.courseOf(k))
		for _, s := range k.Servings {
			b.strandsOf(c, s)
		}
	}
}

// describe tells of one task.
func (b *builder) describe(i int) {
	w, step := &b.of.Work[i], b.steps[i]
	c := b.In.Components[w.Component]
	w.Made, w.Section, w.Notes = c.Name, c.Section, b.dietaryNotes(*w, step)
	if w.Placed() && b.Seated(w.Course) {
		w.Tables = b.TablesOf(b.Consumers[w.Serving], max(w.Wave, 1)-1)
	}
	if step == nil {
		if w.Placed() && b.laidFirst(*w) {
			b.tell(w, append(c.TakeOutWords(recipe.Plate, w.Portions), c.BroughtBack(recipe.Plate)...))
		}
		return
	}
	if w.Kind == work.Step {
		b.tell(w, append(c.TakeOutWords(step.ID, w.Portions), c.BroughtBack(step.ID)...))
	}
	w.Cue, w.Slow, w.Chills = step.Cue(), overrun(*step, w.Portions), b.house.Chills(step)
	b.tell(w, b.notFor(*w, *step))
	b.tell(w, c.Method().SpanWords(*step))
	if word, is := b.In.Book().CeilingWord(c, c.StepAt(step.ID)); is && w.Kind == work.Step {
		b.tell(w, []recipe.Word{word})
	}
	b.tell(w, step.Words())
	w.Wait = work.Wait{Least: step.Then.Least, Best: step.Then.Best, Most: step.Then.Most, Reason: step.Then.Reason, Placed: step.Then.Place != nil, Assumed: step.Then.Assumed}
	if t := step.Time; t != nil {
		w.Time = &work.Time{Quick: t.Quick, Usual: t.Usual, Slow: t.Slow}
	}
	w.Cautions = slices.Clone(step.Cautions)
	if w.Kind == work.Step {
		w.Cautions = append(w.Cautions, b.house.Cautions(c, step, b.problem.Tasks[i].Duration)...)
	}
}

// tell adds words to what whoever does it has to know.
func (b *builder) tell(w *work.Work, list []recipe.Word) {
	for _, word := range list {
		w.Words = append(w.Words, work.Advice(word))
	}
}

// laidFirst tells whether a placing is the first of its component on the plate.
func (b *builder) laidFirst(w work.Work) bool {
	placings := b.Consumers[w.Serving].Dish.Plate.Placings
	return slices.IndexFunc(placings, func(p plating.Placing) bool { return p.Component == w.Component }) == w.Number-1
}

// notFor tells for whom a step is not done, of what it is done to: one part of a joint is left as
// it is, and marked.
func (b *builder) notFor(w work.Work, step recipe.Step) (out []recipe.Word) {
	for _, id := range step.Not {
		dish, version, _ := strings.Cut(id, "~")
		for _, v := range b.In.Dishes[dish].Versions {
			if v.ID != version {
				continue
			}
			text := v.Name
			if at := b.tablesOf(w.Scope, dish, version); len(at) > 0 {
				text = strings.Join(at, ", ") + ": " + text
			}
			out = append(out, recipe.Word{When: "not for", Then: text + "; leave it as it is, and mark it"})
		}
	}
	return out
}

// courseOf is a course as the map has it.
func (b *builder) courseOf(k demand.Course) work.Course {
	out := work.Course{ID: k.Course, Name: k.Name, At: b.Seconds(k.At), Within: b.In.Service.Spread(), Servings: []work.Serving{}}
	for _, s := range k.Servings {
		out.Servings = append(out.Servings, work.Serving{Dish: s.Dish.ID, Name: s.Dish.Name, Plates: s.Portions, Waves: s.Waves})
	}
	for _, w := range k.Waves {
		out.Waves = append(out.Waves, work.Wave{Tables: w.Tables, At: b.Seconds(w.At)})
	}
	return out
}

// strandsOf lists the components of a serving: those on the plate, then those that go
// into them.
func (b *builder) strandsOf(course int, s demand.Serving) {
	within := b.In.Book().Within(s.Dish)
	listed := map[string]bool{}
	add := func(component, into string, portion *units.Amount) {
		x := work.Strand{Course: course, Dish: s.Dish.ID, DishName: s.Dish.Name, Plates: s.Portions, Component: component, Name: b.In.Components[component].Name, Into: into}
		if portion != nil {
			x.Amount = portion.Times(float64(s.Portions)).String()
		}
		b.of.Strands = append(b.of.Strands, x)
		listed[component] = true
	}
	for _, p := range s.Dish.Parts {
		add(p.Component, "", p.Portion)
	}
	for _, c := range within {
		if !listed[c.ID] {
			add(c.ID, usedIn(within, c.ID), nil)
		}
	}
}

// usedIn names the first of some components that another one goes into.
func usedIn(within []recipe.Component, component string) string {
	for _, c := range within {
		if slices.ContainsFunc(c.Lines, func(l recipe.Line) bool { return l.Component == component }) {
			return c.Name
		}
	}
	return ""
}

// dietaryNotes tell which plates must be without something, where it concerns them:
// for a plate of a version its own tables, for a step all versions that it is done for. Of guests who
// only want something otherwise a step speaks where it is theirs alone.
func (b *builder) dietaryNotes(w work.Work, step *recipe.Step) (out []string) {
	for _, id := range w.For {
		dish, version, is := strings.Cut(id, "~")
		if !is {
			continue
		}
		for _, v := range b.In.Dishes[dish].Versions {
			if v.ID != version || step != nil && len(v.Without) == 0 && step.Only == nil && !strings.Contains(w.Component, "~") {
				continue
			}
			text := v.Name
			if said := words.Plain(v.Name); slices.ContainsFunc(v.Without, func(w string) bool { return !strings.Contains(said, words.Plain(w)) }) {
				text = fmt.Sprintf("%s (no %s)", v.Name, strings.Join(v.Without, ", "))
			}
			if b.Seated(w.Course) {
				at := b.tablesOf(w.Scope, dish, version)
				if len(at) == 0 {
					continue // nobody has it in these waves
				}
				text = strings.Join(at, ", ") + ": " + text
			}
			if !slices.Contains(out, text) {
				out = append(out, text)
			}
		}
	}
	return out
}

// tablesOf are the tables that have a version, among those of the waves of a scope, with
// how many each.
func (b *builder) tablesOf(s work.Scope, dish, version string) (out []string) {
	course := b.Courses[s.Course]
	in := func(name string) bool {
		for k, wave := range course.Waves {
			if (s.From == 0 || (s.From <= k+1 && k+1 <= s.To)) && slices.Contains(wave.Tables, name) {
				return true
			}
		}
		return false
	}
	for _, t := range b.In.Service.Tables {
		for _, o := range t.Orders {
			if o.Course == course.Course && o.Dish == dish && o.Version == version && o.Plates > 0 && in(t.Name) {
				out = append(out, fmt.Sprintf("%s, %d ×", t.Name, o.Plates))
			}
		}
	}
	return out
}
