package recipe

import (
	"strconv"
	"strings"

	"jointime/internal/core/fault"
)

// Circles reports an order of steps that comes back to itself: a step that
// waits, by its after or by its place in the method, for one that waits for
// it. The error names the field in the component and tells the whole way.
func Circles(component string, components map[string]Component) error {
	c := components[component]
	for i, s := range c.Steps {
		for k, ref := range s.After {
			way := wayTo(ref, component+"/"+s.ID, components, map[string]bool{})
			if way != nil {
				var l fault.List
				l.Add("steps["+strconv.Itoa(i)+"].after["+strconv.Itoa(k)+"]", "a circle of waits: %s after %s", s.ID, strings.Join(way, " after "))
				return l
			}
		}
	}
	return nil
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
	for i, s := range c.Steps {
		if s.ID == stepID {
			if i > 0 {
				out = append(out, id+"/"+c.Steps[i-1].ID)
			}
			return append(out, s.After...)
		}
	}
	return nil
}
