package demand

import (
	"maps"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Servings are the dishes and versions of a course that have plates.
func (in Input) Servings(c service.CourseHour) (out []Serving) {
	at := map[string]int{}
	for _, n := range c.Covers {
		id := in.ServedAs(n)
		d, known := in.Dishes[id]
		if !known || n.Plates <= 0 {
			continue
		}
		i, there := at[id]
		if d.Plate = d.Plate.Wiped(in.Kitchen.Wipes()); !there {
			i = len(out)
			at[id] = i
			out = append(out, Serving{Dish: d})
		}
		out[i].Portions += n.Plates
	}
	return out
}

// ServedAs is the id under which plates are planned: that of the dish, or
// dish~version.
func (in Input) ServedAs(n service.Covers) string {
	if _, version := in.Dishes[n.Dish+"~"+n.Version]; version {
		return n.Dish + "~" + n.Version
	}
	return n.Dish
}

// withVersions adds the versions that are served as dishes of their own, with
// the components that they change.
func (in Input) withVersions() Input {
	dishes, components := maps.Clone(in.Dishes), maps.Clone(in.Components)
	for _, c := range in.Service.Courses {
		for _, n := range c.Covers {
			d := in.Dishes[n.Dish]
			for _, v := range d.Versions {
				if v.ID != n.Version || n.Plates <= 0 {
					continue
				}
				served, book, _ := in.Book().Served(d, v.WithoutStepChanges())
				for _, comp := range book.Within(served) {
					if len(components[comp.ID].Views()) < 2 { // another version may have parted it already
						components[comp.ID] = comp
					}
				}
				in.part(d, v, components)
				served.ID, served.Name, served.Versions = d.ID+"~"+v.ID, d.Name+", "+v.Name, nil
				served.Plate = d.PlateOf(v)
				for i, p := range served.Plate.Placings { // what the version changes is placed as it is
					if own := p.Component + "~" + v.ID; slices.ContainsFunc(served.Parts, func(q recipe.Part) bool { return q.Component == own }) {
						served.Plate.Placings[i].Component = own
					}
				}
				dishes[served.ID] = served
			}
		}
	}
	in.Dishes, in.Components = dishes, components
	return in
}

// part gives the components whose steps a version changes what is said of them: all work before is
// shared. What the version has as a component of its own is changed by itself.
func (in Input) part(d recipe.Dish, v recipe.Version, components map[string]recipe.Component) {
	for id, changes := range v.StepChanges() {
		own := id + "~" + v.ID
		if _, is := components[own]; !is {
			own = id
		}
		if c, known := components[own]; known {
			components[own] = c.Parted(d.ID+"~"+v.ID, v.ID, changes)
		}
	}
}

// atPass are the dishes as they leave the pass: what is poured or laid at the table comes later,
// and is to be ready when the plate leaves.
func (in Input) atPass() Input {
	dishes := maps.Clone(in.Dishes)
	for id, d := range dishes {
		if d.Poured = d.Plate.AtTable(); len(d.Poured) > 0 {
			d.Plate = d.Plate.AtPass()
			dishes[id] = d
		}
	}
	in.Dishes = dishes
	return in
}
