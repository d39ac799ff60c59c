package recipe

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

// Dish is components with amounts for one portion, and how the plate is built.
type Dish struct {
	ID       string         `json:"id"`
	Name     string         `json:"name" minLength:"1" maxLength:"120"`
	Parts    []Part         `json:"parts" nullable:"false" maxItems:"60"`
	Plate    plating.Spec   `json:"plate"`
	Way      string         `json:"way,omitempty" maxLength:"60" doc:"how this way of building it is called, where there are others"`
	Ways     []Way          `json:"ways,omitempty" maxItems:"6" doc:"other ways of building the plate, kept beside it"`
	Versions []Version      `json:"versions,omitempty" maxItems:"30"`
	Room     *ForRoom       `json:"room,omitempty" doc:"what the room is told"`
	Settled  []string       `json:"settled,omitempty" maxItems:"200" doc:"gaps that a cook has looked at and let stand, by key"`
	Poured   []string       `json:"-"` // of the plate as it leaves the pass: what comes at the table
	About    map[string]any `json:"about,omitempty" doc:"what a recipe said of it when it was read in and the book has no place for"`
}

// HasVersion tells whether the dish has a version with an id; the empty id is the
// dish as it stands.
func (d Dish) HasVersion(id string) bool {
	return id == "" || slices.ContainsFunc(d.Versions, func(v Version) bool { return v.ID == id })
}

// Way is another way of building the plate: singly and not in waves, the sauce
// over and not under, sliced and not whole. It is kept and compared; the plate of
// the dish is what is built.
type Way struct {
	ID    string       `json:"id" minLength:"1" maxLength:"60"`
	Name  string       `json:"name" minLength:"1" maxLength:"60"`
	Plate plating.Spec `json:"plate"`
}

// ForRoom is what the room is told of a dish, beside what follows from it.
type ForRoom struct {
	Card    string `json:"card,omitempty" maxLength:"400" doc:"the words of the menu card, held against what is built"`
	Brief   string `json:"brief,omitempty" maxLength:"400" doc:"parts that a brief imposes, likewise"`
	Story   string `json:"story,omitempty" maxLength:"300" doc:"in a line"`
	With    string `json:"with,omitempty" maxLength:"200" doc:"what goes with it"`
	Cutlery string `json:"cutlery,omitempty" maxLength:"200"`
	AtTable string `json:"atTable,omitempty" maxLength:"200" doc:"what is carved or poured there"`
}

// Part is a component on a dish.
type Part struct {
	Component string        `json:"component" minLength:"1"`
	Portion   *units.Amount `json:"portion,omitempty" doc:"absent: a gap, the portion cannot be bought"`
	Between   *units.Bounds `json:"between,omitempty" doc:"between what the portion may lie: 3 to 4 each"`
}

// Menu is dishes in the order in which they are eaten.
type Menu struct {
	ID      string   `json:"id"`
	Name    string   `json:"name" minLength:"1" maxLength:"120"`
	Courses []Course `json:"courses" nullable:"false" maxItems:"30"`
}

// Course is one sitting of a menu, with one dish or several to choose from.
type Course struct {
	ID     string   `json:"id"`
	Name   string   `json:"name"`
	Dishes []string `json:"dishes" nullable:"false"`
	Hour   string   `json:"hour,omitempty" doc:"of a kept menu: when it is usually served, like 19:30"`
	After  *int64   `json:"after,omitempty" minimum:"1" maximum:"600" doc:"of a kept menu: or so many minutes after the course before"`
}

// Named is the menu with a name for every course: one that nobody named has that of its first
// dish.
func (m Menu) Named(dishes map[string]Dish) Menu {
	m.Courses = slices.Clone(m.Courses)
	for i := range m.Courses {
		c := &m.Courses[i]
		switch {
		case c.Name != "":
		case len(c.Dishes) > 0:
			c.Name = dishes[c.Dishes[0]].Name
		default:
			c.Name = fmt.Sprintf("Course %d", i+1)
		}
	}
	return m
}

// PartOf finds a component on the dish; nil: it is not on it.
func (d Dish) PartOf(component string) *Part {
	for i := range d.Parts {
		if d.Parts[i].Component == component {
			return &d.Parts[i]
		}
	}
	return nil
}

// PlateScene is what the plate of a dish is judged in: its portions, so many
// covers, a pass so wide.
func (b Book) PlateScene(d Dish, covers, pass int) plating.Scene {
	s := plating.Scene{Covers: covers, Pass: pass}
	for _, p := range d.Parts {
		c := b.Made(p.Component)
		if base, _, is := strings.Cut(p.Component, "~"); is {
			p.Component = base // a version's own is placed as the dish's
		}
		q := plating.Portion{Component: p.Component, Name: c.Name, Amount: p.Portion}
		if c.Density != nil {
			q.Density = *c.Density
		}
		s.Portions = append(s.Portions, q)
	}
	return s
}

// PlateOf is how the plate of a dish is built in one of its versions: what is
// left out is not placed, what is swapped is placed where the other was, and
// what is added is placed as the version's own placings say.
func (d Dish) PlateOf(v Version) plating.Spec {
	out := d.Plate
	out.Placings = append([]plating.Placing{}, d.Plate.Placings...)
	for _, c := range v.Changes {
		if c.Line != "" || c.OfStep() {
			continue
		}
		switch c.Do {
		case "leave out":
			out.Placings = slices.DeleteFunc(out.Placings, func(p plating.Placing) bool { return p.Component == c.Component })
		case "swap", "scale":
			for i := range out.Placings {
				p := &out.Placings[i]
				if p.Component != c.Component {
					continue
				}
				if c.Do == "swap" {
					p.Component = c.With
				} else if p.Amount != nil {
					scaled := p.Amount.Times(c.Factor)
					p.Amount = &scaled
				}
			}
		}
	}
	return out.With(v.Placings, d.Plate)
}
