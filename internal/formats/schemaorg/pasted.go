package schemaorg

import "jointime/internal/core/recipe/entry"

// Pasted is a recipe as it is reviewed before it is kept: the ingredients and
// steps of each section. Where the ingredients are not parted, they stand with
// the first section, to be moved by the cook.
func (r Recipe) Pasted() entry.Pasted {
	p := entry.Pasted{Name: r.Name, Components: []entry.PastedComponent{}, About: r.About}
	if p.Name == "" {
		p.Name = "New dish"
	}
	sections := r.Sections
	if len(sections) == 0 {
		sections = []Section{{}}
	}
	ingredients := r.Ingredients
	for _, s := range sections {
		name := s.Name
		if name == "" {
			name = p.Name
		}
		p.Components = append(p.Components, entry.PasteSection(name, ingredients, s.Steps))
		ingredients = nil
	}
	if len(r.Yield) > 0 {
		p.Components[0].Yield = r.Yield[0]
	}
	return p
}
