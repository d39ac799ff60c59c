package schemaorg

import (
	"strings"

	"jointime/internal/core/recipe"
)

// Pasted is a recipe as it is reviewed before it is kept: the ingredients and
// steps of each section. Where the ingredients are not parted, they stand with
// the first section, to be moved by the cook.
func (r Recipe) Pasted() recipe.Pasted {
	var text strings.Builder
	name := r.Name
	if name == "" {
		name = "New dish"
	}
	sections := r.Sections
	if len(sections) == 0 {
		sections = []Section{{}}
	}
	for i, s := range sections {
		title := s.Name
		if title == "" {
			title = name
		}
		text.WriteString(heading(title) + "\n")
		if i == 0 {
			text.WriteString("Ingredients:\n" + strings.Join(r.Ingredients, "\n") + "\n")
		}
		text.WriteString("Method:\n" + strings.Join(s.Steps, "\n") + "\n")
	}
	p := recipe.Paste(text.String())
	p.Name = name
	p.About = r.About
	if len(p.Components) > 0 && len(r.Yield) > 0 {
		p.Components[0].Yield = r.Yield[0]
	}
	return p
}

func heading(s string) string { return "# " + strings.Trim(s, "#*:- ") }
