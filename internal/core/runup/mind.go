package runup

import (
	"fmt"
	"slices"
	"strings"
)

// mind tells for a work which plates must be without something, where it concerns
// them: for a plate of a version its own tables, for a step all versions that it is
// done for.
func (r *reading) mind(i int) (out []string) {
	w := r.works[i]
	for _, id := range w.dishes {
		dish, version, is := strings.Cut(id, "~")
		if !is {
			continue
		}
		for _, v := range r.in.Dishes[dish].Versions {
			if v.ID != version {
				continue
			}
			text := v.Name
			if len(v.Without) > 0 {
				text = fmt.Sprintf("%s (without %s)", v.Name, strings.Join(v.Without, ", "))
			}
			if r.seated(w.course) {
				at := r.tablesOf(w, dish, version)
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

// tablesOf are the tables that have a version, among those of the waves that a work
// is done for, with how many each.
func (r *reading) tablesOf(w work, dish, version string) (out []string) {
	in := func(name string) bool {
		for k, wave := range r.courses[w.course].waves {
			if (w.from == 0 || (w.from <= k+1 && k+1 <= w.to)) && slices.Contains(wave.tables, name) {
				return true
			}
		}
		return false
	}
	for _, t := range r.in.Service.Tables {
		for _, o := range t.Orders {
			if o.Course == r.courses[w.course].Course && o.Dish == dish && o.Version == version && o.Plates > 0 && in(t.Name) {
				out = append(out, fmt.Sprintf("%s × %d", t.Name, o.Plates))
			}
		}
	}
	return out
}
