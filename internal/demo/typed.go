package demo

import (
	"embed"
	"strconv"

	"jointime/internal/core/cutting"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/units"
)

// texts are dishes as a cook would type them in. What a line cannot say is
// added below.
//
//go:embed texts/*.txt
var texts embed.FS

// typed reads the dishes of the texts into a book, as the program would.
func (b *Book) typed() {
	for _, name := range []string{"cracker", "egg", "meatless", "plum", "pea"} {
		text, err := texts.ReadFile("texts/" + name + ".txt")
		if err != nil {
			panic(err) // it is compiled in
		}
		d, components, more := entry.Keep(b.Recipes(), entry.Paste(string(text)), b.Kitchen)
		b.Components = append(b.Components, components...)
		b.Ingredients = append(b.Ingredients, more...)
		if name != "meatless" { // these are parts of a version of the fowl
			b.Dishes = append(b.Dishes, d)
		}
	}
	b.Components = append(b.Components, recipe.Component{ID: "tarragon-oil", Name: "Tarragon oil", Yield: grams(0), Lines: []recipe.Line{}, Methods: []recipe.Method{},
		Variant: &recipe.Variant{Of: "herb-oil", Reason: "the egg wants aniseed", Changes: []recipe.Change{{Do: "swap", Line: "flat parsley", With: "tarragon", Ingredient: "tarragon", Factor: 0.8, Reason: "stronger"}}}})
	b.Ingredients = append(b.Ingredients, recipe.Ingredient{ID: "tarragon", Name: "tarragon", Allergens: &[]string{}, Animal: "none", Loss: 0.3})
}

// link ties every line to what the book knows under its name.
func (b *Book) link() {
	book := b.Recipes()
	for c := range b.Components {
		for l := range b.Components[c].Lines {
			line := &b.Components[c].Lines[l]
			if line.ID == "" {
				line.ID = "line-" + strconv.Itoa(l+1)
			}
			if line.Ingredient == "" && line.Component == "" {
				line.Ingredient, line.Component = book.Find(line.Name)
			}
			if line.Component == b.Components[c].ID {
				line.Component = ""
			}
		}
	}
}

// number reads a figure of the tables; 0 for an empty text.
func number(text string) float64 {
	v, _ := strconv.ParseFloat(text, 64)
	return v
}

// of finds a component to add to it.
func (b *Book) of(id string) *recipe.Component {
	for i := range b.Components {
		if b.Components[i].ID == id {
			return &b.Components[i]
		}
	}
	panic("the demo has no component " + id) // a test loads it
}

func (b *Book) dish(id string) *recipe.Dish {
	for i := range b.Dishes {
		if b.Dishes[i].ID == id {
			return &b.Dishes[i]
		}
	}
	panic("the demo has no dish " + id)
}

// step finds a step of the first method of a component.
func (b *Book) step(component, id string) *recipe.Step {
	steps := b.of(component).Methods[0].Steps
	for i := range steps {
		if steps[i].ID == id {
			return &steps[i]
		}
	}
	panic("the demo has no step " + component + "/" + id)
}

const (
	hour = 3600
	day  = 24 * hour
)

func within(seconds int64) *int64 { return &seconds }

// adorn adds what a line cannot say: how things keep, what is left over, what
// must come out, other methods, states, readings of cues.
func (b *Book) adorn() {
	b.keeps()
	b.leavings()
	b.methods()
	b.readings()
	b.plates()
	b.versions()
}

func (b *Book) keeps() {
	for id, keeps := range map[string][]recipe.Keep{
		"rye-cracker":             {{Place: "ambient", For: 5 * day, Then: "soft: five minutes in a low oven bring it back"}},
		"smoked-mackerel-cream":   {{Place: "chilled", For: 2 * day, Then: "weeps"}},
		"pickled-gooseberry":      {{Place: "chilled", For: 21 * day, Then: "dull, and too soft"}},
		"dill":                    {{Place: "chilled", For: 4 * hour, Then: "limp"}},
		"mushroom-broth":          {{Place: "chilled", For: 3 * day, Then: "flat"}, {Place: "frozen", For: 60 * day, Then: "watery"}},
		"toasted-barley":          {{Place: "ambient", For: 2 * day, Then: "stale"}},
		"herb-oil":                {{Place: "frozen", For: 30 * day, Then: "brown"}, {Place: "chilled", For: 2 * day, Then: "brown, and not to be kept warm"}},
		"salt-baked-celeriac":     {{Place: "hot", For: hour, Then: "salty at the edge"}},
		"hazelnut-crumb":          {{Place: "ambient", For: day, Then: "soft"}},
		"set-buttermilk-cream":    {{Place: "chilled", For: 2 * day, Then: "rubbery"}},
		"poached-plum":            {{Place: "chilled", For: 3 * day, Then: "falls apart"}},
		"plum-sorbet":             {{Place: "frozen", For: 3 * day, Then: "coarse: churned again"}},
		"ginger-wafer":            {{Place: "ambient", For: 2 * day, Then: "soft: it wants a tight tin"}},
		"split-pea-broth":         {{Place: "chilled", For: 3 * day, Then: "thickens, thin it with stock"}},
		"warm-bun":                {{Place: "ambient", For: 12 * hour, Then: "crumb"}, {Place: "frozen", For: 14 * day, Then: "dry"}},
		"quince-and-barley-gravy": {{Place: "chilled", For: 3 * day, Then: "dull"}},
		"gravy":                   {{Place: "chilled", For: 2 * day, Then: "goes on thickening each time it is heated"}},
		"croquette":               {{Place: "chilled", For: 36 * hour, Then: "the crumb softens"}},
	} {
		b.of(id).Keeps = keeps
	}
}

func (b *Book) leavings() {
	for _, gross := range [][2]string{{"hake", "hake, whole"}, {"crown", "guinea fowl"}, {"lettuce", "gem lettuce"}} {
		c := b.of(gross[0])
		for i := range c.Lines {
			c.Lines[i].Gross = c.Lines[i].Gross || c.Lines[i].Name == gross[1]
		}
	}
	b.of("herb-oil").Batching = &recipe.Batching{Least: amount(grams(150))}
	b.of("smoked-mackerel-cream").Batching = &recipe.Batching{Least: amount(grams(300))}
	b.of("ginger-wafer").Batching = &recipe.Batching{Whole: true}
	cracker := b.of("rye-cracker")
	cracker.Batching, cracker.Cut = &recipe.Batching{Whole: true}, &cutting.Cut{Length: 420, Width: 330, Along: 80, Across: 40}
	cracker.Losses = []recipe.Loss{{How: "boiled away", Amount: units.Amount{Quantity: 22, Unit: "percent"}}}
	cracker.ByProducts = []recipe.ByProduct{{ID: "offcut", Name: "cracker offcuts", Amount: amount(grams(22)), Step: "bake"}}
	b.of("hake").Losses = []recipe.Loss{{How: "trimmed", Amount: grams(450)}, {How: "trimmed", Amount: grams(340)}, {How: "clings", Amount: grams(17)}}
	b.of("fish-broth").Pars = []recipe.Par{{Days: []int{5, 6}, Covers: 24, Amount: ml(2000)}, {Covers: 24, Amount: ml(1200)}}
	b.of("crown").ByProducts = []recipe.ByProduct{
		{ID: "legs", Name: "guinea fowl legs", Amount: amount(pieces(4)), Step: "joint"}, {ID: "bones", Name: "fowl bones and trimmings", Amount: amount(grams(540)), Step: "joint"}}
	b.of("crown").TakeOuts = []recipe.TakeOut{{Name: "twine", Pieces: 2, In: "joint", Out: "carve"}}
	b.of("gravy").TakeOuts = []recipe.TakeOut{{Name: "thyme stalks", In: "reduce", At: -180, Out: "reduce", Within: within(180)}}
	b.of("mushroom-broth").TakeOuts = []recipe.TakeOut{{Name: "herb bundle", Pieces: 1, In: "simmer-with-the-dried-mushrooms", Out: "strain-through-a-fine-sieve-and-season"}}
	b.of("split-pea-broth").TakeOuts = []recipe.TakeOut{{Name: "bay leaf", Pieces: 2, In: "simmer-with-the-split-peas", Out: "simmer-with-the-split-peas", Before: "blend"}}
	b.of("smoked-mackerel-cream").TakeOuts = []recipe.TakeOut{{Name: "pin bones", In: "pick-the-smoked-mackerel", Out: "pick-the-smoked-mackerel", Before: "blend-with-the-cream-cheese"}}
	b.of("salt-baked-celeriac").TakeOuts = []recipe.TakeOut{{Name: "sheet of foil", Pieces: 1, In: "wrap-the-celeriac", Out: "crack-the-crust-and-carve"}}
	b.of("poached-plum").TakeOuts = []recipe.TakeOut{{Name: "cinnamon stick", Pieces: 1, In: "boil-the-red-wine-sugar-and-cinnamon", Out: recipe.Plate}}
	b.of("quince").ByProducts = []recipe.ByProduct{{ID: "peelings", Name: "quince peelings", Amount: amount(grams(80)), Step: "poach"}}
	b.of("lettuce").ByProducts = []recipe.ByProduct{{ID: "cores", Name: "lettuce cores", Step: "trim", Amount: amount(grams(60))}}
	b.of("hake").ByProducts = []recipe.ByProduct{{ID: "bones", Name: "hake bones", Amount: amount(grams(450)), Step: "fillet"}}
	for _, in := range [][3]string{{"hake", "salt", "fillet"}, {"shrimp-butter", "lemon juice", "brown"}, {"lettuce", "butter", "braise"}, {"fish-broth", "white wine", "simmer"}, {"fish-broth", "shallot", "simmer"}, {"crown", "butter", "sear"}, {"barley", "butter", "simmer"}, {"gravy", "red wine", "reduce"},
		{"lamb-shoulder", "honey", "glaze"}, {"lamb-shoulder", "mustard", "glaze"}, {"beetroot", "sugar", "slice"}, {"dill-cream", "lemon juice", "whip"}, {"barley-beans", "butter", "simmer"}, {"hazelnut-brittle", "sugar", "boil"}} {
		b.goesInto(in[0], in[1], in[2])
	}
	b.takes("croquette", "guinea fowl legs", "crown", "legs")
	b.takes("gravy", "fowl bones and trimmings", "crown", "bones")
	b.takes("fish-broth", "hake bones", "hake", "bones")
	b.takes("quince-and-barley-gravy", "quince peelings", "quince", "peelings")
}

// goesInto says in which step a line goes in that no step names.
func (b *Book) goesInto(component, line, step string) {
	c := b.of(component)
	for i := range c.Lines {
		if c.Lines[i].Name == line {
			c.Lines[i].Step = step
		}
	}
}

// takes makes a line take what another component leaves over.
func (b *Book) takes(component, line, from, byProduct string) {
	c := b.of(component)
	for i := range c.Lines {
		if c.Lines[i].Name == line {
			c.Lines[i].Ingredient, c.Lines[i].Component, c.Lines[i].ByProduct = "", from, byProduct
		}
	}
}

func (b *Book) methods() {
	bath := int64(52)
	hake := b.of("hake")
	hake.Methods[0].Name, hake.Methods[0].Reason = "sear, then oven", "crisp skin, and the oven is hot anyway"
	hake.Methods = append(hake.Methods, recipe.Method{ID: "bath", Name: "water bath, then sear", Reason: "every portion the same, a bath to spare, a minute at the end", Steps: []recipe.Step{
		step("bath-fillet", "fillet, pin, portion, bag", takes(22, 25, 28)).hands().by(1, "16:15").rest("chilled on ice", "fridge", 0, 30*60).cue("no pin left under the finger").care("Pin bones: run a finger against the grain.", "").Step,
		step("bath-cook", "water bath", takes(18, 20, 25)).in("water bath", bath, 2).rest("kept in the bath", "", 0, 20).cue("core 50 °C").care("52 °C is below the published figure for fish.", "USDA FSIS, safe minimum internal temperatures").Step,
		step("bath-sear", "dry, sear the skin", takes(1, 1.5, 2)).on("burner").wave().hands().rest("straight to the plate", "", 0, 2).cue("skin crisp to a tap").Step,
	}})
	bun := b.of("warm-bun")
	bun.Methods[0].Name = "baked here"
	bun.Methods = append(bun.Methods, recipe.Method{ID: "bought", Name: "bought in", Reason: "when nobody is free in the morning", Bought: &recipe.Bought{Order: 18 * hour}, Steps: []recipe.Step{
		step("bought-warm", "warm", takes(4, 5, 6)).in("oven", 160, 12).rest("under a cloth", "", 0, 10).cue("warm to the middle").Step,
	}})
	barley := b.of("barley")
	barley.Methods[0].Name = "simmered from dry"
	barley.Methods = append(barley.Methods, recipe.Method{ID: "soaked", Name: "soaked overnight", Reason: "ten minutes less on a burner in the evening", Steps: []recipe.Step{
		step("barley-soak", "soak", takes(8*60, 9*60, 12*60)).by(1, "23:00").rest("drained, chilled", "fridge", 0, 12*60).cue("swollen, pale").Step,
		step("barley-short", "simmer", takes(16, 18, 20)).on("burner").slices(recipe.Slice{At: 0, For: 60}, recipe.Slice{At: -60, For: 60}).cue("tender with a bite").rest("warm drawer", "warm drawer", 0, 40).Step,
	}})
	b.of("quince").Conditions = []recipe.Condition{{ID: "sharp", Name: "sharp, unripe", Line: "quince", Effects: []recipe.Effect{{Line: "sugar", Factor: 1.3, Reason: "sharper"}, {Step: "poach", Factor: 1.25, Reason: "harder"}}}}
	b.of("hazelnut-crumb").Conditions = []recipe.Condition{{ID: "fresh", Name: "fresh", Line: "stale bread", Effects: []recipe.Effect{{Line: "stale bread", Factor: 1.2, Reason: "stale takes up more"}, {Step: "fry-the-crumb", Factor: 1.5, Reason: "wetter"}}}}
	b.of("croquette").Conditions = []recipe.Condition{{ID: "small", Name: "small birds", Line: "guinea fowl legs", Effects: []recipe.Effect{{Step: "braise", Factor: 0.85}}}}
}
