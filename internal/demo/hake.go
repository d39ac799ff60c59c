package demo

import (
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
)

func hakeComponents() []recipe.Component {
	return []recipe.Component{
		component("hake", "Hake", grams(660), []recipe.Line{line("hake, whole", grams(1450), "gutted"), line("salt", grams(6), ""), line("oil", ml(12), "")},
			step("fillet", "fillet, pin bones out", takes(3, 4, 5)).each().hands().by(1, "16:15").
				rest("on ice", "fridge", 0, 36*60).cue("a finger drawn against the grain meets nothing").
				care("Pin bones: run a finger over every fillet, twice.", ""),
			step("temper", "temper", takes(10, 12, 15)).on("rack").wave().rest("", "", 0, 2).cue("no longer cold to the back of the hand"),
			step("sear", "sear", takes(2, 2.25, 2.5)).pan(6).wave().slices(recipe.Slice{At: 0, For: 45}, recipe.Slice{At: -30, For: 30}).
				rest("", "", 0, 0.5).cue("rim pale for 5 mm, skin like toast; slides when the pan is shaken").
				care("Hot fat: press with the slice, not with the fingers.", ""),
			step("roast", "roast", takes(6, 7, 8)).in("oven", 200, 8).wave().slices(recipe.Slice{At: 0, For: 20}, recipe.Slice{At: -20, For: 20}).
				rest("rest", "rack", 2, 4).cue("core 50 °C, taken out a little under: the rest finishes it").
				care("Served at a core below 63 °C (145 °F), the published figure for fish.", "USDA FSIS, safe minimum internal temperatures"),
		),
		component("swede", "Crushed swede", grams(480), []recipe.Line{line("swede", grams(620), "peeled, in even pieces"), line("butter", grams(60), ""), line("salt", grams(5), "")},
			step("boil", "boil", takes(28, 30, 32)).on("burner").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: -60, For: 60}).cue("a knife slides in").
				care("Boiling water: drain away from you.", ""),
			step("crush", "crush", takes(5, 6, 8)).hands().rest("warm drawer", "warm drawer", 0, 55).cue("rough, no water at the edge"),
		),
		component("shrimp-butter", "Brown-shrimp butter", grams(96), []recipe.Line{line("butter", grams(80), ""), line("brown shrimps, peeled", grams(60), ""), line("lemon juice", ml(6), "")},
			step("pick", "pick, weigh", takes(5, 6, 8)).hands().by(0, "14:30").rest("chilled", "fridge", 0, 48*60).
				cue("no shell between the fingers").
				care("Crustaceans and milk: tell the room.", "EU Regulation 1169/2011, Annex II"),
			step("brown", "brown", takes(3.5, 4, 5)).on("burner").wave().slices(recipe.Slice{At: 0, For: 30}, recipe.Slice{At: -90, For: 90}).rest("warm", "", 0, 7).
				cue("falls quiet, then smells of nuts; too far: bitter and black, a clean cold pan and new butter"),
		),
		component("lettuce", "Gem lettuce", pieces(2), []recipe.Line{line("gem lettuce", pieces(2), "halved through the core"), line("butter", grams(15), "")},
			step("trim", "trim", takes(4, 5, 6)).hands().by(0, "15:00").rest("damp cloth", "", 0, 8*60).cue("core holds the leaves, no brown edge"),
			step("sear", "sear", takes(1.5, 2, 2.5)).on("burner").wave().slices(recipe.Slice{At: 0, For: 40}).cue("cut side brown, core still firm").rest("", "", 0, 0),
			step("braise", "braise", takes(2, 2.5, 3)).on("burner").wave().slices(recipe.Slice{At: -20, For: 20}).rest("lid on", "", 0, 3),
		),
		component("fish-broth", "Fish broth", ml(400), []recipe.Line{line("hake bones", grams(500), "from filleting"), line("white wine", ml(100), ""), line("water", ml(900), ""), line("shallot", grams(40), "")},
			step("simmer", "simmer bones", takes(40, 45, 50)).on("burner").after("hake/fillet").slices(recipe.Slice{At: 0, For: 180}, recipe.Slice{At: -180, For: 180}).by(1, "18:30").
				rest("chilled in two stages", "fridge", 0, 48*60).cue("bones fall apart, broth clear").
				care("Cool from 60 to 21 °C within 2 h and on to 5 °C within 4 h more.", "FDA Food Code 2022, 3-501.14"),
			step("reduce", "reduce by half", nil).on("burner").rest("63 °C or more", "", 0, 20),
		),
	}
}

func hakeDish() recipe.Dish {
	d := recipe.Dish{ID: "roast-hake", Name: "Roast hake",
		Parts: []recipe.Part{part("hake", grams(165)), part("swede", grams(110)), part("shrimp-butter", grams(22)), part("lettuce", pieces(0.5)), part("fish-broth", ml(45))},
		Plate: plating.Spec{Ware: plating.Ware{Name: "280 mm coupe", Diameter: 280, Well: 208, Depth: 16, Note: "warmed to 60 °C", Celsius: at(60), Have: 48}, Formers: []plating.Former{{Name: "ring 77 mm", Have: 6}}, Placings: []plating.Placing{
			{ID: "swede", Component: "swede", Amount: amount(grams(110)), Form: plating.Ring, Hour: 9, Distance: 22, Length: 77, Height: 25, Texture: plating.Soft, Colour: "#ead79a", Former: "ring 77 mm", Warmth: plating.Hot, Tastes: []string{"sweet"}, Tool: "ring, spoon", Seconds: 15, Note: "full to the rim"},
			{ID: "lettuce", Component: "lettuce", Amount: amount(pieces(0.5)), Form: plating.Leaf, Hour: 2, Distance: 46, Turn: 62, Length: 78, Width: 34, Height: 24, Texture: plating.Firm, Colour: "#9dbb7c", Leans: "swede", Warmth: plating.Warm, Tastes: []string{"bitter", "fresh"}, Side: "cut side up", Tool: "tongs", Seconds: 9, Note: "against the swede"},
			{ID: "hake", Component: "hake", Amount: amount(grams(165)), Form: plating.Piece, Hour: 9, Distance: 14, Turn: -28, Length: 92, Width: 44, Height: 24, Texture: plating.Crisp, Colour: "#cfc6b5", On: "swede", Warmth: plating.Hot, Tastes: []string{"rich"}, Side: "skin up", Tool: "fish slice", Seconds: 12, Note: "thick end to 8"},
			{ID: "butter", Component: "shrimp-butter", Amount: amount(grams(22)), Form: plating.Swipe, Hour: 5.5, Distance: 52, Turn: 172, Length: 92, Width: 26, Height: 5, Texture: plating.Wet, Colour: "#c08045", Warmth: plating.Warm, Tastes: []string{"salty", "rich"}, Tool: "spoon", Seconds: 10, Note: "round the fish, higher than the broth, not over the skin"},
			{ID: "broth", Component: "fish-broth", Amount: amount(ml(45)), Form: plating.Pool, Hour: 12, Distance: 0, Length: 176, Height: 2, Texture: plating.Wet, Colour: "#f3e8cf", Warmth: plating.Hot, Tastes: []string{"salty"}, Tool: "jug", Seconds: 7, Note: "poured last, from 5 o'clock, pool to 88 mm"},
		}}, Way: "broth poured last"}
	d.Room = &recipe.ForRoom{Card: "Roast hake, crushed swede, gem lettuce and brown-shrimp butter, fish broth", Story: "Hake off the day boats, on swede crushed with its own butter", With: "a dry white from the cellar list", Cutlery: "fish knife and fork, spoon for the broth"}
	d.Ways = []recipe.Way{{ID: "broth-first", Name: "broth first, under the rest", Plate: brothFirst(d.Plate)}}
	return d
}

// brothFirst is the same plate as other kitchens build it: the broth goes down
// before what stands in it, and no jug comes near the skin.
func brothFirst(s plating.Spec) plating.Spec {
	last := len(s.Placings) - 1
	broth := s.Placings[last]
	broth.Note = "first, pool to 88 mm"
	s.Placings = append([]plating.Placing{broth}, s.Placings[:last]...)
	return s
}
