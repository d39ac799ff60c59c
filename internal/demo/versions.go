package demo

import (
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// laid adds to a placing what it has, one call each.
type laid struct{ plating.Placing }

// placed is a placing with what a plain drawing needs.
func placed(component string, form plating.Form, texture plating.Texture, colour string, hour, distance, length, width, height float64, seconds int64) laid {
	return laid{plating.Placing{ID: component, Component: component, Form: form, Hour: hour, Distance: distance, Length: length, Width: width, Height: height, Texture: texture, Colour: colour, Seconds: seconds, Tool: "spoon"}}
}

func (l laid) on(id string) laid      { l.On = id; return l }
func (l laid) of(a units.Amount) laid { l.Amount = &a; return l }
func (l laid) leans(id string) laid   { l.Leans = id; return l }
func (l laid) from(id string) laid    { l.From = id; return l }
func (l laid) repeat(n int, arc float64) laid {
	l.Repeat, l.Arc = n, arc
	return l
}
func (l laid) count(n int) laid        { l.Count = n; return l }
func (l laid) tool(name string) laid   { l.Tool = name; return l }
func (l laid) note(text string) laid   { l.Note = text; return l }
func (l laid) rim() laid               { l.Rim = true; return l }
func (l laid) tastes(t ...string) laid { l.Tastes = t; return l }

func (l laid) is(w plating.Warmth, tastes ...string) laid {
	l.Warmth, l.Tastes = w, tastes
	return l
}

// plates says how the typed dishes are built, each component once.
func (b *Book) plates() {
	b.build("rye-cracker-smoked-mackerel-cream", plating.Ware{Name: "180 mm side plate", Diameter: 180, Well: 130, Depth: 6, Colour: "#ffffff", Have: 60},
		placed("rye-cracker", plating.Block, plating.Crisp, "#8a6a45", 12, 0, 80, 40, 4, 3).tastes("salty", "bitter").tool("fingers").note("rough side up"),
		placed("smoked-mackerel-cream", plating.Quenelle, plating.Soft, "#e6dcc8", 9, 14, 38, 24, 24, 8).on("rye-cracker").is(plating.Cold, "rich", "salty").tool("two spoons"),
		placed("pickled-gooseberry", plating.Dots, plating.Firm, "#a9b86a", 3, 20, 33, 11, 11, 6).on("rye-cracker").is(plating.Cold, "sharp").count(3),
		placed("dill", plating.Leaf, plating.Soft, "#5f8a4c", 12, 0, 26, 12, 4, 4).on("smoked-mackerel-cream").from("smoked-mackerel-cream").is("", "fresh").tool("tweezers"))
	b.dish("slow-cooked-egg-mushroom-broth").Parts = append(b.dish("slow-cooked-egg-mushroom-broth").Parts[:3], part("tarragon-oil", grams(3)))
	b.build("slow-cooked-egg-mushroom-broth", plating.Ware{Name: "210 mm bowl", Diameter: 210, Well: 130, Depth: 35, Note: "warmed to 60 °C", Celsius: at(60), Have: 40},
		placed("slow-cooked-egg", plating.Mound, plating.Soft, "#f2ead2", 12, 0, 60, 55, 30, 8).is(plating.Warm, "rich").note("yolk whole"),
		placed("mushroom-broth", plating.Poured, plating.Wet, "#6d5238", 12, 0, 110, 110, 14, 6).is(plating.Hot, "salty").tool("jug").note("round the egg, not over it"),
		placed("toasted-barley", plating.Scatter, plating.Crunchy, "#c29a5c", 2, 14, 30, 20, 4, 4).on("slow-cooked-egg").from("slow-cooked-egg").is("", "bitter").count(20),
		placed("tarragon-oil", plating.Dots, plating.Wet, "#4f7d4a", 5, 42, 8, 8, 2, 5).from("slow-cooked-egg").repeat(5, 150).is("", "fresh").tool("squeeze bottle").note("round the egg, on the broth"))
	b.build("set-buttermilk-cream-poached-plum", plating.Ware{Name: "230 mm bowl plate", Diameter: 230, Well: 160, Depth: 14, Note: "cold", Celsius: at(5), Have: 40},
		placed("set-buttermilk-cream", plating.Mound, plating.Soft, "#f4efe3", 10, 22, 60, 60, 40, 12).is(plating.Cold, "sharp", "rich").tool("mould, hot cloth").note("turned out, trembling"),
		placed("poached-plum", plating.Fan, plating.Soft, "#8c3f52", 6, 40, 60, 34, 12, 8).is(plating.Cold, "sweet", "sharp").count(5).tool("palette knife"),
		placed("ginger-wafer", plating.Block, plating.Crisp, "#b77a3a", 12, 52, 64, 26, 3, 4).leans("set-buttermilk-cream").is("", "sweet").tool("fingers").note("one end on the cream"),
		placed("plum-sorbet", plating.Quenelle, plating.Firm, "#b0526a", 3, 46, 45, 28, 28, 8).is(plating.Frozen, "sharp", "sweet").tool("warm spoon").note("last: the plate leaves"))
	b.build("split-pea-broth-warm-bun", plating.Ware{Name: "210 mm bowl", Diameter: 210, Well: 140, Depth: 40, Note: "warmed to 60 °C", Celsius: at(60), Have: 40},
		placed("split-pea-broth", plating.Poured, plating.Wet, "#a3a05a", 12, 0, 130, 130, 24, 8).is(plating.Hot, "salty", "sweet").tool("ladle"),
		placed("warm-bun", plating.Mound, plating.Crisp, "#c99a5b", 3, 76, 54, 50, 45, 3).rim().is(plating.Warm, "salty").tool("tongs"))
}

func at(celsius float64) *float64 { return &celsius }

func (b *Book) build(dish string, ware plating.Ware, list ...laid) {
	d := b.dish(dish)
	placings := make([]plating.Placing, len(list))
	for i := range list {
		placings[i] = list[i].Placing
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
			{Do: "swap", Component: "gravy", With: "quince-and-barley-gravy"}, {Do: "swap", Component: "barley", Line: "stock", With: "vegetable stock", Ingredient: "vegetable-stock"}},
			Placings: []plating.Placing{placed("hazelnut-crumb", plating.Scatter, plating.Crunchy, "#9a6b3f", 12, 0, 60, 34, 5, 5).of(grams(15)).count(24).on("crown").from("crown").is("", "bitter", "rich").tool("fingers").note("last, over the celeriac").Placing}}}
	b.dish("set-buttermilk-cream-poached-plum").Versions = []recipe.Version{
		{ID: "no-gluten", Name: "no gluten", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "leave out", Component: "ginger-wafer"}}},
		{ID: "no-dairy", Name: "no dairy", Without: []string{"milk", "alcohol"}, Changes: []recipe.Change{{Do: "leave out", Component: "set-buttermilk-cream"}, {Do: "leave out", Component: "ginger-wafer"}, {Do: "scale", Component: "plum-sorbet", Factor: 2}, {Do: "leave out", Component: "poached-plum"}}}}
	b.dish("split-pea-broth-warm-bun").Versions = []recipe.Version{
		{ID: "no-gluten", Name: "no gluten", Without: []string{"gluten"}, Changes: []recipe.Change{{Do: "leave out", Component: "warm-bun"}}}}
}
