package entry

import (
	"slices"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// Check tells in each component of a paste what does not fit together: what is listed and
// no step names, what a step names and the list has not, what is not understood of its facts.
func (p *Pasted) Check() {
	for i := range p.Components {
		p.Components[i].Asks = p.asks(p.Components[i])
	}
}

func (p *Pasted) asks(pc PastedComponent) (out []string) {
	if y, _ := YieldOf(pc.Yield); pc.Yield != "" && y == recipe.YieldNotSaid {
		out = append(out, "Yield "+words.Quote(pc.Yield)+": how much is that?")
	}
	if _, err := units.ParseAmount(pc.Portion); pc.Portion != "" && err != nil {
		out = append(out, "Portion "+words.Quote(pc.Portion)+": how much is that?")
	}
	if pc.Keeps != "" && len(KeepsFrom(pc.Keeps)) == 0 {
		out = append(out, "Keeps "+words.Quote(pc.Keeps)+": how long is that?")
	}
	c := inWords(pc)
	if len(c.Steps()) == 0 {
		return out
	}
	if silent := c.Silent(); len(silent) > 0 {
		out = append(out, "No step names "+recipe.Either(silent)+".")
	}
	if names := p.unlisted(c); len(names) > 0 {
		out = append(out, "Not on the list: "+words.List(names)+".")
	}
	return out
}

// inWords is a component of which nothing is known but its words.
func inWords(pc PastedComponent) recipe.Component {
	c := recipe.Component{Name: pc.Name, Methods: recipe.OneWay()}
	lines := map[string]bool{}
	for _, l := range pc.Lines {
		switch {
		case l.Step != nil && l.Step.Kind == reading.StepKind:
			c.Methods[0].Steps = append(c.Methods[0].Steps, recipe.Step{Name: l.Text, Said: l.Text})
		case l.Ingredient != nil:
			if line, ok := LineFrom(recipe.Book{}, *l.Ingredient, lines, c.Lines); ok {
				c.Lines = append(c.Lines, line)
			}
		}
	}
	return c
}

// unlisted are the foods that a method takes and neither its list has nor another component
// of the dish is.
func (p *Pasted) unlisted(c recipe.Component) (names []string) {
	for _, s := range c.Steps() {
		for _, food := range reading.Foods(s.Said) {
			if !slices.Contains(names, food) && !Lists(c, food) && !slices.ContainsFunc(p.Components, func(o PastedComponent) bool { return words.Names(o.Name, food) }) {
				names = append(names, food)
			}
		}
	}
	return names
}

// Lists tells whether a food is on the list of a component, or is what it is itself.
func Lists(c recipe.Component, food string) bool {
	return words.Names(c.Name, food) || slices.ContainsFunc(c.Lines, func(l recipe.Line) bool { return words.Names(l.Name+" "+l.Note, food) })
}
