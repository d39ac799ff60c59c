package keeping_test

import (
	"fmt"

	"jointime/internal/core/keeping"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/limits"
	"jointime/internal/core/recipe"
)

var house = keeping.House{Limits: limits.Chosen(nil),
	Kitchen: kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "oven", Kind: "oven", Places: 1, Cooks: true}, {ID: "fridge", Kind: "fridge", Places: 9, Keeps: "cold"}, {ID: "drawer", Kind: "hot cupboard", Places: 9, Keeps: "hot"}}}}

func Example_freezing() {
	raw := recipe.Component{ID: "tartare", Name: "Tartare", Lines: []recipe.Line{{Name: "hake", Ingredient: "hake"}}, Methods: recipe.OneWay(recipe.Step{ID: "dice", Name: "dice"})}
	h := house
	h.Ingredients = map[string]recipe.Ingredient{"hake": {ID: "hake", Name: "hake", Animal: "fish"}}
	h.Components = map[string]recipe.Component{"tartare": raw}
	for _, c := range h.Cautions(raw, &raw.Methods[0].Steps[0], 300) {
		fmt.Println(c.Text)
	}
	// Output: Raw fish, not frozen in any step. Limit: −20 °C or colder for 7 days (fish to be eaten raw, seven days). Some farmed fish and tuna are exempt.
}

func Example_cooking() {
	bird := recipe.Component{ID: "bird", Name: "Bird", Lines: []recipe.Line{{Name: "guinea fowl", Ingredient: "fowl"}}, Methods: recipe.OneWay(recipe.Step{ID: "roast", Name: "roast", Cues: []recipe.Cue{{Sense: "measure", Right: "65 °C in the middle"}}, Equipment: []recipe.Needed{{Kind: "oven"}}})}
	h := house
	h.Ingredients = map[string]recipe.Ingredient{"fowl": {ID: "fowl", Name: "guinea fowl", Animal: "meat"}}
	for _, c := range h.Cautions(bird, &bird.Methods[0].Steps[0], 1800) {
		fmt.Println(c.Text)
	}
	// Output: Cooked to 65 °C for 30 min; limit for poultry, stuffed meat: 74 °C.
}

func Example_shelfLife() {
	c := recipe.Component{ID: "purée", Name: "Purée", Keeps: []recipe.Keep{{Place: "chilled", For: 2 * 86400}, {Place: "hot", For: 2 * 3600}}}
	for _, kind := range []string{"fridge", "hot cupboard"} {
		k, _ := house.ShelfLife(c, recipe.Wait{Place: &recipe.Needed{Kind: kind}})
		fmt.Println(kind, "·", k.Place, "·", k.For/3600, "h")
	}
	// Output:
	// fridge · chilled · 48 h
	// hot cupboard · hot · 2 h
}
