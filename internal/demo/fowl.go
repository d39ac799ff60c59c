package demo

import (
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

func amount(a units.Amount) *units.Amount { return &a }

func fowlComponents() []recipe.Component {
	poultry := "Poultry: 74 °C (165 °F) in the middle is the published figure."
	return []recipe.Component{
		component("crown", "Roast crown", grams(560), []recipe.Line{line("guinea fowl", pieces(2), "legs off, crowns tied"), line("salt", grams(14), ""), line("butter", grams(30), "")},
			step("joint", "joint, tie, salt", takes(22, 25, 30)).hands().by(1, "15:30").rest("dry in the fridge", "fridge", 8*60, 36*60).
				cue("skin dry as paper").care("Raw poultry: own board, own knife, hands washed.", "").
				care("Twine on both crowns: it comes off before carving.", ""),
			step("temper", "temper", takes(25, 30, 40)).on("rack").rest("", "", 0, 5).cue("no longer cold to the touch"),
			step("sear", "sear", takes(5, 6, 7)).on("burner").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: 150, For: 40}, recipe.Slice{At: -60, For: 60}).
				cue("even brown, also along the keel").rest("", "", 0, 12).
				care("Hot fat: lay the crown away from you.", ""),
			step("roast", "roast", takes(18, 20, 24)).in("oven", 165, 8).slices(recipe.Slice{At: 0, For: 20}, recipe.Slice{At: -30, For: 30}).
				cue("core 70 °C at the thickest, clear of bone; juices clear. Pink: four minutes more").rest("rest, loosely covered", "rack", 6, 14).soft().
				care(poultry, "USDA FSIS, safe minimum internal temperatures"),
			step("carve", "twine off, carve", takes(3, 4, 5)).wave().hands().rest("", "", 0, 2).cue("grain across, skin on every slice").
				care("Twine: count two ends into the bin.", ""),
		),
		component("croquette", "Leg croquette", pieces(4), []recipe.Line{line("guinea fowl legs", pieces(4), "from the fowl"), line("stock", ml(500), ""), line("flour", grams(40), ""), line("egg", pieces(1), ""), line("breadcrumbs", grams(80), "")},
			step("braise", "braise legs", takes(80, 90, 100)).on("burner").after("crown/joint").slices(recipe.Slice{At: 0, For: 240}, recipe.Slice{At: -120, For: 120}).by(1, "18:00").
				cue("a leg comes away with a tug").rest("cool enough to handle", "", 20, 90),
			step("shape", "pick, bind, shape", takes(15, 18, 20)).hands().rest("set in the fridge", "fridge", 120, 36*60).cue("holds its edge").
				care("Bones: feel for splinters while picking.", ""),
			step("crumb", "crumb", takes(5, 6, 8)).hands().by(0, "16:00").rest("chilled", "fridge", 0, 12*60).cue("no bare spot").
				care("Egg and gluten: tell the room.", "EU Regulation 1169/2011, Annex II"),
			step("fry", "fry", takes(3.5, 4, 5)).on("burner").wave().slices(recipe.Slice{At: 0, For: 30}, recipe.Slice{At: 110, For: 20}, recipe.Slice{At: -30, For: 30}).
				rest("stays crisp", "rack", 0.5, 6).cue("170 °C falling quiet, brown as hazel; pale: a minute more").
				care("Deep hot fat: no water near it, lid at hand.", ""),
		),
		component("barley", "Pearl barley", grams(360), []recipe.Line{line("pearl barley", grams(150), ""), line("stock", ml(450), ""), line("butter", grams(20), "")},
			step("simmer", "simmer", takes(26, 28, 32)).on("burner").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: 800, For: 30}, recipe.Slice{At: -60, For: 60}).
				cue("tender with a bite, no chalk in the middle").rest("warm drawer", "warm drawer", 0, 40),
		),
		component("quince", "Poached quince", grams(240), []recipe.Line{line("quince", grams(320), "peeled, cored"), line("sugar", grams(60), ""), line("water", ml(300), "")},
			step("poach", "poach", takes(35, 40, 50)).on("burner").slices(recipe.Slice{At: 0, For: 300}, recipe.Slice{At: -60, For: 60}).by(1, "17:00").
				cue("pink, a needle goes in").rest("chilled in its syrup", "fridge", 60, 72*60),
			step("warm", "warm", takes(3, 4, 5)).on("burner").slices(recipe.Slice{At: 0, For: 20}).rest("warm in its syrup", "", 0, 15),
		),
		component("gravy", "Thyme gravy", ml(200), []recipe.Line{line("fowl bones and trimmings", grams(600), "from jointing"), line("red wine", ml(120), ""), line("stock", ml(500), ""), line("thyme", grams(4), "")},
			step("bones", "brown bones, simmer", takes(80, 90, 100)).on("burner").after("crown/joint").slices(recipe.Slice{At: 0, For: 600}, recipe.Slice{At: 2700, For: 60}, recipe.Slice{At: -180, For: 180}).by(1, "19:00").
				cue("bones bare, liquor brown").rest("chilled in two stages", "fridge", 0, 48*60).
				care("Cool from 60 to 21 °C within 2 h and on to 5 °C within 4 h more.", "FDA Food Code 2022, 3-501.14"),
			step("reduce", "reduce, thyme in", takes(10, 12, 15)).on("burner").slices(recipe.Slice{At: 0, For: 30}, recipe.Slice{At: -180, For: 20}, recipe.Slice{At: -20, For: 20}).
				cue("coats a spoon").rest("hot, 63 °C or more", "", 0, 15).soft().
				care("Thyme stalks out within 3 min, or bitter.", ""),
		),
	}
}

func fowlDish() recipe.Dish {
	return recipe.Dish{ID: "guinea-fowl", Name: "Guinea fowl",
		Parts: []recipe.Part{part("crown", grams(140)), part("croquette", pieces(1)), part("barley", grams(90)), part("quince", grams(60)), part("gravy", ml(50))},
		Plate: plating.Spec{Ware: plating.Ware{Name: "290 mm flat plate", Diameter: 290, Well: 210, Depth: 8, Note: "warmed to 60 °C", Celsius: at(60), Have: 48}, Placings: []plating.Placing{
			{ID: "barley", Component: "barley", Amount: amount(grams(90)), Form: plating.Mound, Hour: 10, Distance: 24, Length: 96, Width: 76, Height: 16, Texture: plating.Soft, Colour: "#e4d3ac", Warmth: plating.Hot, Tastes: []string{"salty"}, Tool: "spoon", Seconds: 10, Note: "flattened, a bed for 3"},
			{ID: "quince", Component: "quince", Amount: amount(grams(60)), Form: plating.Block, Hour: 2, Distance: 52, Turn: 30, Length: 58, Width: 26, Height: 22, Texture: plating.Firm, Colour: "#d98c6a", Warmth: plating.Warm, Tastes: []string{"sweet", "sharp"}, Side: "cut face up", Tool: "tongs", Seconds: 8},
			{ID: "crown", Component: "crown", Amount: amount(grams(140)), Form: plating.Slices, Hour: 10, Distance: 18, Turn: 24, Length: 104, Width: 50, Count: 4, Height: 20, Texture: plating.Firm, Colour: "#e6cdb0", On: "barley", Warmth: plating.Hot, Tastes: []string{"rich"}, Side: "skin up", Tool: "slice", Seconds: 14, Note: "skin up"},
			{ID: "gravy", Component: "gravy", Amount: amount(ml(50)), Form: plating.Swipe, Hour: 6, Distance: 46, Turn: 180, Length: 120, Width: 38, Texture: plating.Wet, Colour: "#8a5a35", Warmth: plating.Hot, Life: 205, Tastes: []string{"salty"}, Tool: "spoon", Seconds: 8, Note: "in front of the meat, not over the croquette"},
			{ID: "croquette", Component: "croquette", Amount: amount(pieces(1)), Form: plating.Block, Hour: 4, Distance: 50, Turn: -18, Length: 64, Width: 30, Height: 30, Texture: plating.Crisp, Colour: "#c4924f", Warmth: plating.Hot, Tastes: []string{"rich", "salty"}, Tool: "tongs", Seconds: 6, Note: "last, so that it stays crisp"},
		}}}
}
