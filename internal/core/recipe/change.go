package recipe

import (
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/plating"
	"jointime/internal/core/units"
)

// Variant is a master formula with named changes.
type Variant struct {
	Of      string   `json:"of" minLength:"1" doc:"id of the master formula"`
	Changes []Change `json:"changes" nullable:"false" maxItems:"60"`
	Reason  string   `json:"reason,omitempty" maxLength:"400"`
}

// Version is a dish for particular guests.
type Version struct {
	ID       string            `json:"id" minLength:"1" maxLength:"60"`
	Name     string            `json:"name" minLength:"1" maxLength:"120"`
	Without  []string          `json:"without,omitempty" doc:"what it is to be without: allergens by id, gluten, alcohol, meat, animal"`
	Changes  []Change          `json:"changes" nullable:"false" maxItems:"60"`
	Placings []plating.Placing `json:"placings,omitempty" maxItems:"40" doc:"its own, after those of the dish; one with the id of the dish's takes that one's place"`
}

// Change alters a list: of the lines of a component, or of the components of
// a dish. Without a line it is the component itself that is meant.
type Change struct {
	Do         string        `json:"do" enum:"swap,leave out,scale,add"`
	Component  string        `json:"component,omitempty" doc:"of a dish: the component that it concerns"`
	Line       string        `json:"line,omitempty" doc:"name of the ingredient line that it concerns"`
	Step       string        `json:"step,omitempty" doc:"of a version: id of the step of the component that is left out, done otherwise, or after which one more is done"`
	New        *Step         `json:"new,omitempty" doc:"the step that is done instead, or as well"`
	With       string        `json:"with,omitempty" doc:"what is put in its place, or added: id of a component, or name of an ingredient"`
	Ingredient string        `json:"ingredient,omitempty" doc:"id of the ingredient that is put in"`
	Made       bool          `json:"made,omitempty" doc:"what is put into a line is a component"`
	Factor     float64       `json:"factor,omitempty" minimum:"0" maximum:"100"`
	Amount     *units.Amount `json:"amount,omitempty"`
	Reason     string        `json:"reason,omitempty" maxLength:"200"`
}

// String says a change as a cook would.
func (c Change) String() string {
	what := c.Line
	if what == "" {
		what = c.Component
	}
	if c.OfStep() {
		return c.sayStep()
	}
	switch c.Do {
	case "swap":
		return fmt.Sprintf("%s instead of %s", c.With, what)
	case "leave out":
		return "without " + what
	case "scale":
		return fmt.Sprintf("%s × %g", what, c.Factor)
	}
	return "with " + c.With
}

// changed applies changes to the lines of a component; the second result
// names the changes that found nothing to change.
func changed(lines []Line, changes []Change) (out []Line, lost []Change) {
	out = append(out, lines...)
	for _, c := range changes {
		if c.Do == "add" {
			out = append(out, c.line(Line{ID: "added " + c.With, Amount: c.Amount}))
			continue
		}
		at := -1
		for i, l := range out {
			if strings.EqualFold(l.Name, c.Line) || l.ID != "" && l.ID == c.Line {
				at = i
			}
		}
		if at < 0 {
			lost = append(lost, c)
			continue
		}
		switch c.Do {
		case "leave out":
			out = append(out[:at:at], out[at+1:]...)
		case "swap":
			out[at] = c.line(out[at])
		case "scale":
			if a := out[at].Amount; a != nil {
				scaled := a.Times(c.Factor)
				out[at].Amount, out[at].Between = &scaled, out[at].Between.Times(c.Factor)
			}
		}
	}
	return out, lost
}

// line is a line with what the change puts in.
func (c Change) line(l Line) Line {
	l.Name, l.Ingredient, l.Component, l.ByProduct = c.With, c.Ingredient, "", ""
	if c.Made {
		l.Ingredient, l.Component = "", c.Ingredient
	}
	switch {
	case c.Amount != nil:
		l.Amount, l.Between = c.Amount, nil
	case c.Factor > 0 && l.Amount != nil:
		scaled := l.Amount.Times(c.Factor)
		l.Amount, l.Between = &scaled, l.Between.Times(c.Factor)
	}
	return l
}

// Served is a dish in one of its versions, with a book in which the
// components that the version changes are changed, under ids of their own.
// The last result names changes that find nothing.
func (b Book) Served(d Dish, v Version) (Dish, Book, []Change) {
	out := Book{b.Ingredients, map[string]Component{}, b.Dishes}
	for id, c := range b.Components {
		out.Components[id] = c
	}
	var lost []Change
	d.Parts = append([]Part{}, d.Parts...)
	byComponent := map[string][]Change{}
	var order []string
	for _, c := range v.Changes {
		if c.OfStep() {
			if at := slices.IndexFunc(b.Within(d), func(o Component) bool { return o.ID == c.Component }); at < 0 || !b.Made(c.Component).takesStep(c) {
				lost = append(lost, c)
			}
			continue // what goes in stays as it is
		}
		if c.Line == "" && !(c.Do == "add" && c.Component != "") {
			if !d.changePart(c) {
				lost = append(lost, c)
			}
			continue
		}
		if byComponent[c.Component] == nil {
			order = append(order, c.Component)
		}
		byComponent[c.Component] = append(byComponent[c.Component], c)
	}
	within := b.Within(d)
	for _, id := range order {
		if !slices.ContainsFunc(within, func(c Component) bool { return c.ID == id }) {
			lost = append(lost, byComponent[id]...)
		}
	}
	own := map[string]string{} // components that the version has otherwise, and how they are called in it
	for _, c := range within { // what is used comes before what uses it
		id := c.ID
		var missed []Change
		c.Lines, missed = changed(c.Lines, byComponent[id])
		lost = append(lost, missed...)
		nested := false
		for k, l := range c.Lines {
			if to, is := own[l.Component]; is && l.ByProduct == "" {
				c.Lines[k].Component, nested = to, true
			}
		}
		if byComponent[id] == nil && !nested {
			continue
		}
		c.ID, c.Variant = id+"~"+v.ID, nil
		out.Components[c.ID], own[id] = c, c.ID
		if p := d.PartOf(id); p != nil {
			p.Component = c.ID
		}
	}
	return d, out, lost
}

// changePart changes the components of a dish; false: it is not on it.
func (d *Dish) changePart(c Change) bool {
	if c.Do == "add" {
		d.Parts = append(d.Parts, Part{Component: c.With, Portion: c.Amount})
		return true
	}
	for i, p := range d.Parts {
		if p.Component != c.Component {
			continue
		}
		switch c.Do {
		case "leave out":
			d.Parts = append(d.Parts[:i:i], d.Parts[i+1:]...)
		case "swap":
			d.Parts[i].Component = c.With
			if c.Amount != nil {
				d.Parts[i].Portion, d.Parts[i].Between = c.Amount, nil
			}
		case "scale":
			if p.Portion != nil {
				scaled := p.Portion.Times(c.Factor)
				d.Parts[i].Portion, d.Parts[i].Between = &scaled, p.Between.Times(c.Factor)
			}
		}
		return true
	}
	return false
}

// ForAllergy tells whether a version is without an allergen: whoever has it may be made ill by
// a trace, which what a guest only does without is not.
func (v Version) ForAllergy() bool {
	return slices.ContainsFunc(v.Without, func(w string) bool {
		_, is := AllergenOf(w)
		return is || w == "gluten"
	})
}
