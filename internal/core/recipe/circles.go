package recipe

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"jointime/internal/core/fault"
	"jointime/internal/core/words"
)

// Circles reports an order of steps that comes back to itself: a step that
// waits, by its after or by its place in the method, for one that waits for
// it. The error names the field in the component and tells the whole way.
func Circles(component string, components map[string]Component) error {
	c := components[component]
	if way := within(component, component, components, map[string]bool{}); way != nil {
		var l fault.List
		l.Add("ingredients["+strconv.Itoa(lineTo(c, way))+"].component", "It goes into itself: %s.", strings.Join(way, " in "))
		return l
	}
	for i, s := range c.Steps() {
		for k, ref := range s.After {
			way := wayTo(ref, component+"/"+s.ID, components, map[string]bool{})
			if way != nil {
				var l fault.List
				l.Add(c.at()+".steps["+strconv.Itoa(i)+"].after["+strconv.Itoa(k)+"]", "These wait for each other: %s.", words.List(stepNames(append([]string{component + "/" + s.ID}, way...), components)))
				return l
			}
		}
	}
	return nil
}

// stepNames are steps, given as component/step, each once.
func stepNames(refs []string, components map[string]Component) (out []string) {
	for _, ref := range refs {
		id, step, is := strings.Cut(ref, "/")
		if !is {
			continue
		}
		c := components[id]
		name := words.Step(c.Name, step)
		if i := c.StepAt(step); i >= 0 {
			name = words.Step(c.Name, c.Steps()[i].Name)
		}
		if !slices.Contains(out, name) {
			out = append(out, name)
		}
	}
	return out
}

// at is the field of the method that is used.
func (c Component) at() string {
	return fmt.Sprintf("methods[%d]", max(0, slices.IndexFunc(c.Methods, func(m Method) bool { return m.ID == c.Method().ID })))
}

// within finds a way by which a component goes into itself: the names from
// what goes in to what it goes into. Nil: it does not.
func within(id, target string, components map[string]Component, seen map[string]bool) []string {
	c := components[id]
	for _, into := range goesIn(c) {
		if into == target {
			return []string{components[target].Name, c.Name}
		}
		if seen[into] {
			continue
		}
		seen[into] = true
		if way := within(into, target, components, seen); way != nil {
			return append(way, c.Name)
		}
	}
	return nil
}

// goesIn lists what a component is made of, its master formula included.
func goesIn(c Component) (out []string) {
	for _, l := range c.Lines {
		if l.Component != "" && l.ByProduct == "" {
			out = append(out, l.Component)
		}
	}
	if c.Variant != nil {
		out = append(out, c.Variant.Of)
		for _, k := range c.Variant.Changes {
			if k.Made {
				out = append(out, k.Ingredient)
			}
		}
	}
	return out
}

// lineTo is the line by which the circle begins; 0 for a master formula.
func lineTo(c Component, way []string) int {
	for i, l := range c.Lines {
		if l.Component != "" && len(way) > 1 && l.ByProduct == "" {
			return i
		}
	}
	return 0
}

// Ref parts a component/step.
func Ref(text string) (component, step string) {
	component, step, _ = strings.Cut(text, "/")
	return component, step
}

// wayTo follows what a step waits for until it meets target; nil: it does not.
func wayTo(ref, target string, components map[string]Component, seen map[string]bool) []string {
	if ref == target {
		return []string{ref}
	}
	if seen[ref] {
		return nil
	}
	seen[ref] = true
	for _, before := range waitsFor(ref, components) {
		if way := wayTo(before, target, components, seen); way != nil {
			return append([]string{ref}, way...)
		}
	}
	return nil
}

// waitsFor lists what must end before a step: the one above it, and its after.
func waitsFor(ref string, components map[string]Component) (out []string) {
	id, stepID, _ := strings.Cut(ref, "/")
	c := components[id]
	for i, s := range c.Steps() {
		if s.ID == stepID {
			if i > 0 {
				out = append(out, id+"/"+c.Steps()[i-1].ID)
			}
			return append(out, s.After...)
		}
	}
	return nil
}
