package demo

import (
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
)

// placed is a placing with what a plain drawing needs.
func placed(component string, form plating.Form, texture plating.Texture, colour string, hour, distance, length, width, height float64, seconds int64) plating.Placing {
	return plating.Placing{ID: component, Component: component, Form: form, Hour: hour, Distance: distance, Length: length, Width: width, Height: height, Texture: texture, Colour: colour, Seconds: seconds, Tool: "spoon"}
}

// plates says how the typed dishes are built, each component once.
func (b *Book) plates() {
	b.build("rye-cracker-smoked-mackerel-cream", plating.Ware{Name: "180 mm side plate", Diameter: 180, Well: 130},
		placed("smoked-mackerel-cream", plating.Mound, plating.Soft, "#e6dcc8", 6, 20, 30, 24, 12, 6),
		placed("rye-cracker", plating.Block, plating.Crisp, "#8a6a45", 12, 0, 80, 40, 4, 3),
		placed("pickled-gooseberry", plating.Dots, plating.Firm, "#a9b86a", 3, 20, 36, 10, 10, 6),
		placed("dill", plating.Leaf, plating.Soft, "#5f8a4c", 9, 18, 26, 12, 6, 4))
	b.dish("slow-cooked-egg-mushroom-broth").Parts = append(b.dish("slow-cooked-egg-mushroom-broth").Parts[:3], part("tarragon-oil", grams(3)))
	b.build("slow-cooked-egg-mushroom-broth", plating.Ware{Name: "210 mm bowl", Diameter: 210, Well: 130, Note: "warmed to 60 °C"},
		placed("slow-cooked-egg", plating.Mound, plating.Soft, "#f2ead2", 12, 0, 60, 55, 30, 8),
		placed("mushroom-broth", plating.Pool, plating.Wet, "#6d5238", 6, 20, 110, 110, 0, 6),
		placed("toasted-barley", plating.Scatter, plating.Crisp, "#c29a5c", 2, 20, 40, 20, 4, 4),
		placed("tarragon-oil", plating.Dots, plating.Wet, "#4f7d4a", 8, 35, 60, 8, 2, 5))
	b.build("set-buttermilk-cream-poached-plum", plating.Ware{Name: "230 mm bowl plate", Diameter: 230, Well: 150, Note: "cold"},
		placed("set-buttermilk-cream", plating.Mound, plating.Soft, "#f4efe3", 10, 20, 60, 60, 40, 12),
		placed("poached-plum", plating.Slices, plating.Soft, "#8c3f52", 4, 35, 60, 30, 18, 8),
		placed("plum-sorbet", plating.Mound, plating.Firm, "#b0526a", 2, 40, 45, 28, 22, 8),
		placed("ginger-wafer", plating.Block, plating.Crisp, "#b77a3a", 12, 40, 70, 30, 20, 4))
	b.build("split-pea-broth-warm-bun", plating.Ware{Name: "210 mm bowl", Diameter: 210, Well: 140, Note: "warmed to 60 °C"},
		placed("split-pea-broth", plating.Pool, plating.Wet, "#a3a05a", 12, 0, 130, 130, 0, 8),
		placed("warm-bun", plating.Mound, plating.Crisp, "#c99a5b", 3, 70, 56, 50, 45, 3))
}

func (b *Book) build(dish string, ware plating.Ware, placings ...plating.Placing) {
	d := b.dish(dish)
	for i := range placings {
		for _, p := range d.Parts {
			if p.Component == placings[i].Component {
				placings[i].Amount = p.Portion
			}
		}
	}
	d.Plate = plating.Spec{Ware: ware, Placings: placings}
}

// versions for guests.
func (b *Book) versions() {
	b.dish("rye-cracker-smoked-mackerel-cream").Versions = []recipe.Version{
		{ID: "no-fish", Name: "no fish", Without: []string{"fish", "meat"}, Changes: []recipe.Change{{Do: "swap", Component: "smoked-mackerel-cream", Line: "smoked mackerel", With: "chestnut mushrooms", Ingredient: "chestnut-mushrooms"}}}}
	b.dish("slow-cooked-egg-mushroom-broth").Versions = []recipe.Version{
		{ID: "no-gluten", Name: "no gluten", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "leave out", Component: "toasted-barley"}}},
		{ID: "no-alcohol", Name: "no alcohol", Without: []string{"alcohol"}, Changes: []recipe.Change{{Do: "leave out", Component: "mushroom-broth", Line: "white wine"}}}}
	b.dish("roast-hake").Versions = []recipe.Version{
		{ID: "no-shellfish", Name: "no shellfish", Without: []string{"crustaceans", "molluscs"}, Changes: []recipe.Change{{Do: "leave out", Component: "shrimp-butter", Line: "brown shrimps, peeled"}}},
		{ID: "no-dairy", Name: "no dairy", Without: []string{"milk"}, Changes: []recipe.Change{
			{Do: "leave out", Component: "shrimp-butter"}, {Do: "swap", Component: "swede", Line: "butter", With: "rapeseed oil", Ingredient: "rapeseed-oil", Factor: 0.8}, {Do: "swap", Component: "lettuce", Line: "butter", With: "rapeseed oil", Ingredient: "rapeseed-oil", Factor: 0.8}}}}
	b.dish("guinea-fowl").Versions = []recipe.Version{
		{ID: "meatless", Name: "meatless", Without: []string{"meat"}, Changes: []recipe.Change{
			{Do: "swap", Component: "crown", With: "salt-baked-celeriac"}, {Do: "leave out", Component: "croquette"}, {Do: "add", With: "hazelnut-crumb", Amount: amount(grams(15))},
			{Do: "swap", Component: "gravy", With: "quince-and-barley-gravy"}, {Do: "swap", Component: "barley", Line: "stock", With: "vegetable stock", Ingredient: "vegetable-stock"}}}}
	b.dish("set-buttermilk-cream-poached-plum").Versions = []recipe.Version{
		{ID: "no-gluten", Name: "no gluten", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "leave out", Component: "ginger-wafer"}}},
		{ID: "no-dairy", Name: "no dairy", Without: []string{"milk", "alcohol"}, Changes: []recipe.Change{{Do: "leave out", Component: "set-buttermilk-cream"}, {Do: "leave out", Component: "ginger-wafer"}, {Do: "scale", Component: "plum-sorbet", Factor: 2}, {Do: "leave out", Component: "poached-plum"}}}}
	b.dish("split-pea-broth-warm-bun").Versions = []recipe.Version{
		{ID: "no-gluten", Name: "no gluten", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "leave out", Component: "warm-bun"}}}}
}
