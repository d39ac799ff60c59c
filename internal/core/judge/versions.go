package judge

import (
	"fmt"
	"slices"

	"jointime/internal/core/recipe"
)

// served are the versions that have plates, by the id under which they are served, and the dishes
// themselves.
func (j *judging) served() map[string]recipe.Version {
	out := map[string]recipe.Version{}
	for _, c := range j.Service.Resolved(j.Menu).Courses {
		for _, n := range c.Covers {
			if n.Plates <= 0 {
				continue
			}
			if n.Version == "" {
				out[n.Dish] = recipe.Version{}
			}
			for _, v := range j.Dishes[n.Dish].Versions {
				if v.ID == n.Version {
					out[n.Dish+"~"+v.ID] = v
				}
			}
		}
	}
	return out
}

// book is what is served from.
func (j *judging) book() recipe.Book {
	return recipe.Book{Ingredients: j.Ingredients, Components: j.Components, Dishes: j.Dishes}
}

// within are the ids of the components that the plates of a dish, or of a version, are made of:
// those that the version has otherwise under their own.
func (j *judging) within(served string, v recipe.Version) (out []string) {
	dish, _ := cutVersion(served)
	d, book, _ := j.book().Served(j.Dishes[dish], v.WithoutStepChanges())
	for _, c := range book.Within(d) {
		out = append(out, c.ID)
	}
	return out
}

// componentsAsked are the ids of the components of which something is to be made, and of those of
// which something is, in order.
func (j *judging) componentsAsked() []string {
	out := j.componentsMade()
	for id, v := range j.served() {
		out = append(out, j.within(id, v)...)
	}
	slices.Sort(out)
	return slices.Compact(out)
}

// wanted tells whether anybody's plates take a step of a component: not where all that have it do
// without that step.
func (j *judging) wanted(component, step string) bool {
	base, _ := cutVersion(component)
	for id, v := range j.served() {
		gone := slices.ContainsFunc(v.StepChanges()[base], func(k recipe.Change) bool { return k.Step == step && k.Do != "add" })
		if !gone && slices.Contains(j.within(id, v), component) {
			return true
		}
	}
	return false
}

// parts tells whether the plates of some version have a step of their own after one of a component:
// then it is not known whose portions go straight on.
func (j *judging) parts(component, step string) bool {
	base, _ := cutVersion(component)
	for _, v := range j.served() {
		if slices.ContainsFunc(v.StepChanges()[base], func(k recipe.Change) bool { return k.Step == step && k.Do == "add" }) {
			return true
		}
	}
	return false
}

// versions finds steps that are done for guests whose version is without them, and those that a
// version has and nobody does.
func (j *judging) versions() {
	for id, v := range j.served() {
		for component, changes := range v.StepChanges() {
			c, is := j.component(component)
			made := j.within(id, v)
			if !slices.Contains(made, component) && !slices.Contains(made, component+"~"+v.ID) {
				continue // it is not on their plates at all
			}
			stops := slices.ContainsFunc(j.RunUp.Stops, func(s Stop) bool { return s.Component == component || s.Component == component+"~"+v.ID })
			if !is || stops {
				continue
			}
			for _, k := range changes {
				j.changedStep(id, v, c, k)
			}
		}
	}
}

func (j *judging) changedStep(served string, v recipe.Version, c recipe.Component, k recipe.Change) {
	done := func(step string) int {
		return slices.IndexFunc(j.RunUp.Bars, func(b Bar) bool {
			return b.Step == step && (b.Component == c.ID || b.Component == c.ID+"~"+v.ID) && b.LeadIn == "" && slices.Contains(b.For, served)
		})
	}
	if i := done(k.Step); k.Do != "add" && i >= 0 {
		j.breach(Breach{Promise: NotTheirs, bars: []int{i}, Says: fmt.Sprintf("%s is done for “%s”, which is without it.", j.say(j.RunUp.Bars[i]), v.Name)})
	}
	if k.New != nil && k.Do != "leave out" && done(k.New.ID+"~"+v.ID) < 0 {
		j.breach(Breach{Promise: NotMade, about: []string{c.Name}, Says: fmt.Sprintf("%s: nobody does “%s” for “%s”.", c.Name, k.New.Name, v.Name)})
	}
}
