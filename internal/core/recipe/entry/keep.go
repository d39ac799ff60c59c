package entry

import (
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// Keep makes components and a dish of a reviewed paste. Names that the book
// does not know become ingredients of which nothing is told yet. What a cook
// skipped is not kept.
func Keep(b recipe.Book, p Pasted, k kitchen.Kitchen) (recipe.Dish, []recipe.Component, []recipe.Ingredient) {
	ids := map[string]bool{}
	for id := range b.Components {
		ids[id] = true
	}
	dishes := map[string]bool{}
	for id := range b.Dishes {
		dishes[id] = true
	}
	name := p.Name
	if name == "" {
		name = "New dish"
	}
	d := recipe.Dish{ID: recipe.Slug(name, dishes), Name: name, Parts: []recipe.Part{}, Plate: plating.Spec{Ware: plating.Ware{Name: "270 mm plate", Diameter: 270, Well: 190}, Placings: []plating.Placing{}}, About: p.About}
	var components []recipe.Component
	var bought []recipe.Ingredient
	own := recipe.Book{Ingredients: map[string]recipe.Ingredient{}, Components: map[string]recipe.Component{}}
	for id, i := range b.Ingredients {
		own.Ingredients[id] = i
	}
	for id, c := range b.Components {
		own.Components[id] = c
	}
	for _, pc := range p.Components {
		for i := range pc.Lines { // as it is typed, whatever somebody says that it was read as
			pc.Lines[i].read()
		}
		c := recipe.Component{ID: recipe.Slug(pc.Name, ids), Name: pc.Name, Lines: []recipe.Line{}, Methods: recipe.OneWay()}
		own.Components[c.ID] = c
		components = append(components, c)
	}
	for i, pc := range p.Components {
		bought = append(bought, fill(own, &components[i], pc, k)...)
		own.Components[components[i].ID] = components[i]
		part := recipe.Part{Component: components[i].ID}
		if a, err := units.ParseAmount(pc.Portion); err == nil {
			part.Portion = &a
		} else if _, portions := YieldOf(pc.Yield); portions && pc.Portion == "" {
			part.Portion = &units.Amount{Quantity: 1, Unit: units.Piece}
		}
		d.Parts = append(d.Parts, part)
	}
	d.Parts = outermost(d.Parts, components)
	d.About = withAside(d.About, p)
	return d, components, bought
}

// Aside is under which name a dish keeps the lines of its recipe that are neither an
// ingredient nor a step: "see page 4".
const Aside = "alsoSaid"

// withAside keeps the lines that are neither an ingredient nor a step.
func withAside(about map[string]any, p Pasted) map[string]any {
	var lines []any
	for _, c := range p.Components {
		for _, l := range c.Lines {
			if text := strings.TrimSpace(l.Text); l.As == "skip" && reading.Step(text).Kind != reading.Empty {
				lines = append(lines, text)
			}
		}
	}
	if len(lines) == 0 {
		return about
	}
	out := map[string]any{Aside: lines}
	for name, v := range about {
		out[name] = v
	}
	return out
}

// fill reads the lines of a component.
func fill(b recipe.Book, c *recipe.Component, pc PastedComponent, k kitchen.Kitchen) (bought []recipe.Ingredient) {
	steps, lines, ingredients := map[string]bool{}, map[string]bool{}, map[string]bool{}
	for id := range b.Ingredients {
		ingredients[id] = true
	}
	c.Yield, _ = YieldOf(pc.Yield)
	c.Keeps = KeepsFrom(pc.Keeps)
	for _, l := range pc.Lines {
		switch {
		case l.Step != nil:
			m := &c.Methods[0]
			if n := len(m.Steps); n > 0 {
				m.Steps = append(m.Steps[:n-1], After(m.Steps[n-1], *l.Step, k, steps)...)
			} else {
				m.Steps = StepsFrom(*l.Step, k, steps)
			}
		case l.Ingredient != nil:
			line, ok := LineFrom(b, *l.Ingredient, lines, c.Lines)
			if !ok {
				continue
			}
			if line.Component == c.ID {
				line.Component = ""
			}
			if line.Ingredient == "" && line.Component == "" {
				i := recipe.Ingredient{ID: recipe.Slug(line.Name, ingredients), Name: line.Name}
				b.Ingredients[i.ID], line.Ingredient = i, i.ID
				bought = append(bought, i)
			}
			c.Lines = append(c.Lines, line)
		}
	}
	return bought
}

// outermost leaves out the components that go into another one of the same
// paste.
func outermost(parts []recipe.Part, components []recipe.Component) []recipe.Part {
	inner := map[string]bool{}
	for _, c := range components {
		for _, l := range c.Lines {
			inner[l.Component] = true
		}
	}
	out := []recipe.Part{}
	for _, p := range parts {
		if !inner[p.Component] {
			out = append(out, p)
		}
	}
	return out
}
