package recipe

import (
	"fmt"
	"slices"
)

// OfStep tells a change of a step from one of what goes in.
func (c Change) OfStep() bool { return c.Step != "" || c.New != nil }

// sayStep says a change of a step as a cook would.
func (c Change) sayStep() string {
	switch {
	case c.New == nil:
		return fmt.Sprintf("no “%s”", c.Step)
	case c.Do == "swap":
		return fmt.Sprintf("“%s” instead of “%s”", c.New.Name, c.Step)
	case c.Step == "":
		return fmt.Sprintf("“%s” first", c.New.Name)
	}
	return fmt.Sprintf("“%s” after “%s”", c.New.Name, c.Step)
}

// takesStep tells whether a component has the step that a change is about.
func (c Component) takesStep(k Change) bool { return k.Step == "" || c.StepAt(k.Step) >= 0 }

// altered are steps after changes of them; what finds no step changes nothing.
func altered(steps []Step, changes []Change) []Step {
	out := slices.Clone(steps)
	for _, c := range changes {
		at := slices.IndexFunc(out, func(s Step) bool { return s.ID == c.Step })
		if at < 0 && c.Step != "" {
			continue
		}
		switch {
		case c.Do == "leave out":
			out = slices.Delete(out, at, at+1)
		case c.Do == "swap" && c.New != nil:
			out[at] = *c.New
		case c.New != nil:
			out = slices.Insert(out, at+1, *c.New)
		}
	}
	return out
}

// StepChanges are the changes of a version that are about steps, by component.
func (v Version) StepChanges() map[string][]Change {
	out := map[string][]Change{}
	for _, c := range v.Changes {
		if c.OfStep() {
			out[c.Component] = append(out[c.Component], c)
		}
	}
	return out
}

// WithoutStepChanges is the version as far as it changes what goes in.
func (v Version) WithoutStepChanges() Version {
	v.Changes = slices.DeleteFunc(slices.Clone(v.Changes), Change.OfStep)
	return v
}

// Parted is a component of which plates of some dish are made otherwise from a step on: what comes
// before is shared. Steps that these do without, and those that are theirs alone, say so.
func (c Component) Parted(dish, version string, changes []Change) Component {
	steps := slices.Clone(c.Steps())
	for _, k := range changes {
		at := slices.IndexFunc(steps, func(s Step) bool { return s.ID == k.Step })
		if at < 0 && k.Step != "" {
			continue
		}
		if at >= 0 && k.Do != "add" && !slices.Contains(steps[at].Not, dish) {
			steps[at].Not = append(slices.Clone(steps[at].Not), dish)
		}
		if k.New == nil || k.Do == "leave out" {
			continue
		}
		own := *k.New
		own.ID, own.Only = own.ID+"~"+version, []string{dish}
		if there := slices.IndexFunc(steps, func(s Step) bool { return s.ID == own.ID }); there >= 0 {
			steps[there].Only = append(slices.Clone(steps[there].Only), dish)
			continue
		}
		steps = slices.Insert(steps, at+1, own)
	}
	return c.Done(steps)
}

// Views are the steps of a component as the plates of each dish have them, where versions change
// them: those of all others first.
func (c Component) Views() (out []Component) {
	others, ids := "", []string{}
	for _, s := range c.Steps() {
		ids = append(append(ids, s.Not...), s.Only...)
	}
	if len(ids) == 0 {
		return []Component{c}
	}
	slices.Sort(ids)
	for _, id := range append([]string{others}, slices.Compact(ids)...) {
		out = append(out, c.Done(slices.DeleteFunc(slices.Clone(c.Steps()), func(s Step) bool { return !s.For(id) })))
	}
	return out
}

// For tells whether a step is done for the plates of a dish, or of a version of it.
func (s Step) For(dish string) bool {
	return !slices.Contains(s.Not, dish) && (s.Only == nil || slices.Contains(s.Only, dish))
}
