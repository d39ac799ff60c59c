package demo

import (
	"time"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/service"
)

// Three dishes with what cooks say and no plain recipe has a place for: a cured fish that is turned
// on another day, a joint shared by guests with different wishes, and a filled and baked apple whose
// skewers come out again. Times and amounts are common practice, with no source.

func (s stepMaker) best(minutes float64) stepMaker {
	m := int64(minutes * minute)
	s.Then.Best = &m
	return s
}

// moved is where it waits after its rest, up to so many minutes.
func (s stepMaker) moved(reason, place string, most float64) stepMaker {
	m := int64(most * minute)
	s.Then.Moved = &recipe.Moved{Most: &m, Soft: true, Reason: reason, Place: &recipe.Needed{Kind: place}}
	return s
}

func (s stepMaker) notBefore(at, why string) stepMaker {
	s.NotBefore = &recipe.Deadline{Clock: at, Reason: why}
	return s
}

// at is the place where it waits, at so many degrees.
func (s stepMaker) at(kind string, celsius int64) stepMaker {
	s.Then.Place = &recipe.Needed{Kind: kind, Setting: &celsius}
	return s
}

// does is what waiting does to it, so many per cent a minute, and what is done about it.
func (s stepMaker) does(what string, percent float64, rescue string) stepMaker {
	s.Then.Does = &recipe.Holding{What: what, Percent: percent, Rescue: rescue}
	return s
}

func (s stepMaker) optional() stepMaker { s.Optional = true; return s }

func (s stepMaker) ceiling(celsius int64) stepMaker { s.Ceiling = &celsius; return s }

func (s stepMaker) flame(how string) stepMaker {
	s.Equipment = append(s.Equipment, recipe.Needed{Kind: "burner", Flame: how})
	return s
}

// byTwo is so much a portion by two cooks.
func (s stepMaker) byTwo() stepMaker { s.Time.Per, s.Time.Cooks = recipe.PerPortion, 2; return s }

func hours(hours int64) *int64 { h := hours * 3600; return &h }

func harbourComponents() []recipe.Component {
	trout := component("cured-trout", "Cured sea trout", grams(800), []recipe.Line{line("sea trout", grams(1000), "side, pin-boned"), line("salt", grams(60), ""), line("sugar", grams(40), ""), line("dill", grams(20), "")},
		step("salt", "salt, sugar and dill on, wrap", takes(12, 15, 20)).hands().rest("in the cure, weighted", "fridge", 8*60, -1).cue("covered all over").
			care("Raw fish: freeze it first or buy it frozen; the house's own plan decides.", ""),
		step("turn", "turn and press", takes(4, 5, 6)).hands().rest("in the cure, weighted", "fridge", 8*60, -1).cue("liquid drawn, flesh firmer"),
		step("rinse", "rinse and dry", takes(8, 10, 12)).hands().rest("uncovered on a rack", "fridge", 60, 24*60).cue("dry and tacky"),
		step("slice", "slice thin", takes(0.5, 0.5, 0.5)).each().hands().rest("laid out, covered, cold", "fridge", 0, 40).cue("the knife shows through"))
	trout.Methods[0].Chains = []recipe.Chain{
		{From: recipe.Point{Step: "salt", End: true}, To: recipe.Point{Step: "rinse"}, Least: 24 * 3600, Best: hours(30), Most: hours(36), Reason: "cured"},
		{From: recipe.Point{Step: "slice"}, To: recipe.Point{Step: recipe.Plate}, Most: hours(1), Soft: true, Reason: "cut and waiting"}}
	trout.Keeps = []recipe.Keep{{Place: "chilled", For: 3 * 24 * 3600, Then: "dull, and dry at the edges"}}
	lamb := component("lamb-shoulder", "Glazed lamb shoulder", grams(1600), []recipe.Line{line("lamb shoulder", grams(2600), "boned, rolled"), line("salt", grams(30), ""), line("honey", grams(60), "for the glaze"), line("mustard", grams(40), "for the glaze")},
		step("tie", "tie and salt", takes(12, 15, 20)).hands().rest("dry in the fridge", "fridge", 4*60, 36*60).by(1, "18:00").cue("even from end to end"),
		step("roast", "roast low", takes(200, 220, 240)).in("oven", 140, 10).slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: 7200, For: 60, What: "turn"}, recipe.Slice{At: -60, For: 60}).
			cue("core 88 °C, a skewer goes in like butter").rest("rest", "rack", 15, 30).best(20).moved("kept warm, covered", "warm drawer", 90),
		step("glaze", "brush and glaze", takes(10, 12, 14)).in("oven", 220, 10).slices(recipe.Slice{At: 0, For: 90}, recipe.Slice{At: -30, For: 30}).
			cue("shining, edges dark").rest("the glaze sets", "", 3, 15).soft(),
		step("carve", "twine off, carve", takes(0.6, 0.6, 0.6)).byTwo().hands().rest("", "", 0, 12).soft().cue("across the grain, a piece of crust on every slice"))
	lamb.TakeOuts = []recipe.TakeOut{{Name: "twine", Pieces: 6, In: "tie", Out: "carve"}}
	lamb.Methods[0].Orders = []recipe.StepOrder{{First: "glaze", Then: "carve", Reason: "the glaze runs off cut meat"}}
	apple := component("filled-apple", "Filled apple", pieces(8), []recipe.Line{line("apple", pieces(8), "cored"), line("hazelnuts", grams(160), "toasted"), line("honey", grams(80), ""), line("butter", grams(60), "")},
		step("fill", "fill and skewer shut", takes(1, 1, 1)).each().hands().notBefore("16:00", "the cut flesh browns").rest("covered, cool", "fridge", 0, 3*60).cue("filled to the brim, lid on"),
		step("bake", "bake", takes(30, 34, 40)).in("oven", 170, 12).slices(recipe.Slice{At: 0, For: 30}, recipe.Slice{At: -30, For: 30}).cue("skin wrinkled, not split").rest("rest in the tin", "rack", 5, 15).best(8),
		step("unskewer", "skewers out", takes(0.2, 0.2, 0.2)).each().hands().rest("", "", 0, 6).soft().cue("two out of each"))
	apple.TakeOuts = []recipe.TakeOut{{Name: "skewer", Pieces: 2, Each: true, In: "fill", Out: "unskewer"}}
	all := []recipe.Component{trout, lamb, apple,
		component("beetroot", "Soused beetroot", grams(480), []recipe.Line{line("beetroot", grams(560), "cooked, peeled"), line("cider vinegar", ml(80), ""), line("sugar", grams(20), "")},
			step("slice", "slice 4 mm thick, souse", takes(12, 15, 18)).hands().rest("in its vinegar", "fridge", 60, 48*60).cue("bright, sharp")),
		component("dill-cream", "Dill cream", grams(240), []recipe.Line{line("double cream", ml(200), ""), line("dill", grams(15), ""), line("lemon juice", ml(15), "")},
			step("whip", "whip to a soft ribbon", takes(4, 5, 6)).hands().rest("chilled", "fridge", 0, 6*60).cue("falls in a ribbon")),
		component("barley-beans", "Barley and beans", grams(1280), []recipe.Line{line("pearl barley", grams(400), ""), line("stock", ml(1400), ""), line("butter", grams(40), "")},
			step("simmer", "simmer", takes(28, 30, 34)).flame("low").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: 900, For: 30}, recipe.Slice{At: -60, For: 60}).cue("tender with a bite").rest("warm drawer", "warm drawer", 0, 60)),
		component("crisp-sage", "Crisp sage", grams(24), []recipe.Line{line("sage", grams(30), ""), line("oil", ml(60), "for frying")},
			step("fry", "fry", takes(3, 4, 5)).flame("medium").hands().rest("on paper", "rack", 0, 60).cue("no more bubbles").care("Hot fat: leaves spit.", "")),
		component("lamb-gravy", "Lamb gravy", ml(480), []recipe.Line{line("stock", ml(900), ""), line("red wine", ml(200), ""), line("butter", grams(30), "")},
			step("reduce", "reduce", takes(22, 25, 30)).flame("high").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: -120, For: 120}).cue("coats a spoon").rest("hot, 63 °C or more", "", 0, 30).soft().does("loses", 0.4, "a spoon of stock")),
		component("yolk-sauce", "Yolk sauce", ml(400), []recipe.Line{line("egg", pieces(6), "yolks"), line("milk", ml(250), ""), line("sugar", grams(60), "")},
			step("whisk", "whisk over a low heat", takes(8, 9, 10)).flame("low").hands().ceiling(82).cue("coats the back of a spoon").rest("in the water bath, 70 °C", "", 0, 60).soft().at("water bath", 70).
				care("Egg: 74 °C (165 °F) is the published figure for egg dishes.", "USDA FSIS, safe minimum internal temperatures")),
		component("hazelnut-brittle", "Hazelnut brittle", grams(80), []recipe.Line{line("hazelnuts", grams(40), ""), line("sugar", grams(50), "")},
			step("boil", "boil, pour, break", takes(9, 10, 12)).flame("medium").hands().optional().rest("dry tin", "", 20, 48*60).cue("amber, then hard").care("Caramel burns: no bare hands, water at hand.", "")),
	}
	for i, section := range []string{"larder", "sauce", "pastry", "larder", "larder", "sauce", "sauce", "sauce", "pastry", "pastry"} {
		all[i].Section = section
	}
	return all
}

// harbourDishes are the three, with their plates and what guests have otherwise.
func harbourDishes() []recipe.Dish {
	flat := func(celsius float64) plating.Ware {
		return plating.Ware{Name: "290 mm flat plate", Diameter: 290, Well: 210, Depth: 8, Celsius: at(celsius), Have: 48}
	}
	wellDone := step("longer", "back in the oven, well done", takes(6, 8, 9)).in("oven", 220, 10).slices(recipe.Slice{At: 0, For: 20}, recipe.Slice{At: -20, For: 20}).cue("no pink").rest("", "", 0, 3).soft().Step
	return []recipe.Dish{
		{ID: "cured-sea-trout", Name: "Cured sea trout", Parts: []recipe.Part{part("cured-trout", grams(70)), part("beetroot", grams(40)), part("dill-cream", grams(20)), part("rye-cracker", pieces(1))},
			Plate: plating.Spec{Ware: flat(5), Placings: []plating.Placing{
				placed("beetroot", plating.Scatter, plating.Moist, "#8a2f4c", 7, 40, 70, 46, 5, 8).of(grams(40)).count(9).is(plating.Cold, "sharp").Placing,
				placed("cured-trout", plating.Slices, plating.Soft, "#e0906c", 12, 30, 110, 60, 8, 12).of(grams(70)).count(5).tool("palette knife").is(plating.Cold, "salty", "rich").Placing,
				placed("dill-cream", plating.Quenelle, plating.Soft, "#f2f0e2", 3, 60, 38, 24, 20, 6).of(grams(20)).tool("two spoons").is(plating.Cold, "fresh").Placing,
				placed("rye-cracker", plating.Block, plating.Crisp, "#8a6a45", 9, 80, 40, 24, 4, 3).tastes("salty", "bitter").tool("fingers").note("last: it softens").Placing}},
			Versions: []recipe.Version{{ID: "no-dairy", Name: "no dairy", Without: []string{"milk"}, Changes: []recipe.Change{{Do: "leave out", Component: "dill-cream"}}}}},
		{ID: "shared-lamb", Name: "Glazed lamb shoulder", Parts: []recipe.Part{part("lamb-shoulder", grams(180)), part("barley-beans", grams(140)), part("crisp-sage", grams(2)), part("lamb-gravy", ml(50))},
			Plate: plating.Spec{Ware: flat(60), Placings: []plating.Placing{
				placed("barley-beans", plating.Mound, plating.Soft, "#e4d3ac", 10, 24, 100, 80, 16, 8).of(grams(140)).is(plating.Hot, "salty").Placing,
				placed("lamb-shoulder", plating.Slices, plating.Firm, "#8c5a3c", 4, 20, 110, 56, 22, 12).of(grams(180)).count(3).on("barley-beans").tool("tongs").is(plating.Hot, "rich", "sweet").Placing,
				func() plating.Placing {
					p := placed("crisp-sage", plating.Leaf, plating.Crisp, "#6c8a58", 12, 0, 34, 14, 3, 4).of(grams(2)).on("lamb-shoulder").from("lamb-shoulder").tool("tweezers").is("", "fresh").Placing
					p.Optional = true
					return p
				}(),
				func() plating.Placing {
					p := placed("lamb-gravy", plating.Poured, plating.Wet, "#7a4b2c", 6, 62, 60, 40, 4, 6).of(ml(50)).tool("jug").is(plating.Hot, "salty").note("by the waiter, beside the meat").Placing
					p.AtTable = true
					return p
				}()}},
			Versions: []recipe.Version{
				{ID: "no-glaze", Name: "no glaze", Changes: []recipe.Change{{Do: "leave out", Component: "lamb-shoulder", Step: "glaze", Reason: "one end is left as it is"}}},
				{ID: "well-done", Name: "well done", Changes: []recipe.Change{{Do: "add", Component: "lamb-shoulder", Step: "carve", New: &wellDone}}}}},
		{ID: "filled-apple", Name: "Filled apple, yolk sauce", Parts: []recipe.Part{part("filled-apple", pieces(1)), part("yolk-sauce", ml(40)), part("hazelnut-brittle", grams(8))},
			Plate: plating.Spec{Ware: plating.Ware{Name: "230 mm bowl plate", Diameter: 230, Well: 160, Depth: 14, Celsius: at(40), Have: 40}, Placings: []plating.Placing{
				placed("yolk-sauce", plating.Pool, plating.Wet, "#ecd27a", 12, 0, 110, 110, 4, 6).of(ml(40)).is(plating.Warm, "sweet", "rich").Placing,
				placed("filled-apple", plating.Piece, plating.Soft, "#b5643c", 12, 0, 72, 72, 60, 6).of(pieces(1)).on("yolk-sauce").tool("palette knife").is(plating.Hot, "sweet", "sharp").Placing,
				func() plating.Placing {
					p := placed("hazelnut-brittle", plating.Block, plating.Crunchy, "#a87436", 3, 24, 34, 18, 4, 4).of(grams(8)).leans("filled-apple").tool("fingers").is("", "sweet", "bitter").Placing
					p.Optional = true
					return p
				}()}},
			Versions: []recipe.Version{{ID: "no-nuts", Name: "no nuts", Without: []string{"nuts"}, Changes: []recipe.Change{{Do: "leave out", Component: "hazelnut-brittle"}, {Do: "leave out", Component: "filled-apple", Line: "hazelnuts"}}}}},
	}
}

// harbour is a menu of the three, and a Friday supper for eight with it.
func harbour(saturday string) (recipe.Menu, service.Service) {
	day := saturday
	if at, err := time.Parse(service.DayLayout, saturday); err == nil {
		day = at.AddDate(0, 0, 6).Format(service.DayLayout)
	}
	menu := recipe.Menu{ID: "harbour-table", Name: "Harbour table", Courses: []recipe.Course{
		{ID: "first", Name: "Sea trout", Dishes: []string{"cured-sea-trout"}}, {ID: "main", Name: "Lamb", Dishes: []string{"shared-lamb"}}, {ID: "sweet", Name: "Apple", Dishes: []string{"filled-apple"}}}}
	s := service.Service{ID: "harbour-table", Name: "Harbour table", Menu: menu.ID, Kitchen: "lantern-quay", Day: day,
		Courses: []service.CourseHour{{Course: "first", Hour: "19:00", Covers: []service.Covers{}}, {Course: "main", Hour: "19:35", Covers: []service.Covers{}}, {Course: "sweet", Hour: "20:15", Covers: []service.Covers{}}},
		Tables:  []service.Table{{ID: "h1", Name: "Table 1", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "shared-lamb", Version: "well-done", Plates: 1}}}, {ID: "h2", Name: "Table 2", Guests: 4, Orders: []service.Order{{Course: "main", Dish: "shared-lamb", Version: "no-glaze", Plates: 1}}}}}
	return menu, s
}
