package schemaorg

import (
	"encoding/json"
	"maps"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
)

// Write makes the JSON-LD of a dish: a section for every component, a step for
// every step. What a recipe said when it was read, and the book has no place
// for, is written out as it was.
func Write(b recipe.Book, d recipe.Dish) ([]byte, error) {
	out := map[string]any{}
	maps.Copy(out, d.About)
	out["@context"], out["@type"], out["name"] = "https://schema.org", "Recipe", d.Name
	var ingredients []string
	sections := []map[string]any{}
	must, hands := int64(0), int64(0)
	for _, c := range b.Within(d) {
		lead := b.Lead(c, 1)
		must, hands = max(must, lead.Must), hands+lead.Hands
		for _, l := range c.Lines {
			ingredients = append(ingredients, entry.SayLine(l))
		}
		steps := []map[string]any{}
		for _, s := range c.Steps() {
			steps = append(steps, howTo(s))
		}
		sections = append(sections, map[string]any{"@type": "HowToSection", "name": c.Name, "itemListElement": steps})
	}
	out["recipeIngredient"], out["recipeInstructions"] = ingredients, sections
	if must > 0 {
		out["totalTime"] = units.FormatISO(must)
	}
	if hands > 0 {
		out["prepTime"] = units.FormatISO(hands)
	}
	out["recipeYield"] = "1 portion"
	return json.MarshalIndent(out, "", "  ")
}

func howTo(s recipe.Step) map[string]any {
	text := s.Said
	if text == "" {
		text = entry.SayStep(s)
	}
	step := map[string]any{"@type": "HowToStep", "name": s.Name, "text": text}
	if s.Time != nil {
		step["timeRequired"] = units.FormatISO(s.Time.Usual)
	}
	return step
}
