package review_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/review"
)

var hotKitchen = kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "stove", Name: "Burners", Kind: "burner", Places: 4, Cooks: true}, {ID: "oven", Name: "Oven", Kind: "oven", Places: 4, Cooks: true, Heating: &kitchen.Heater{}},
	{ID: "bath", Name: "Bath", Kind: "water bath", Places: 4, Cooks: true, Heating: &kitchen.Heater{}}, {ID: "cold", Name: "Fridge", Kind: "fridge", Places: 9, Keeps: "cold"}}}

// asked are the gaps of a pasted component, as field: step.
func asked(text string) (out []string) {
	d, components, bought := entry.Keep(recipe.NewBook(), entry.Paste("Dish\n\n"+text), hotKitchen)
	b := recipe.NewBook()
	for _, c := range components {
		b.Components[c.ID] = c
	}
	for _, i := range bought {
		b.Ingredients[i.ID] = i
	}
	for _, g := range review.Gaps(b, d, hotKitchen) {
		if g.Field != recipe.GapPlate {
			out = append(out, string(g.Field)+": "+g.Title[strings.LastIndex(g.Title, ": ")+1:])
		}
	}
	return out
}

// Asked is what a second cook would ask, and not more: common practice, no source.
func TestWhatASecondCookAsks(t *testing.T) {
	for text, want := range map[string][]string{
		"Lamb:\nserves 4\n4 lamb rumps\nroast 12 min at 190, then rest 8 to 12 min\n":                                               {"core:  roast"},
		"Lamb:\nserves 4\n4 lamb rumps\nroast 12 min at 190 until the core reads 56 °C, then rest 8 min\n":                          {"wait:  roast"},
		"Lamb:\nserves 4\n4 lamb rumps\nbath 56C, 45 min\nsear 2 min, straight on the plate\n":                                      {"cue:  sear"},
		"Shank:\nserves 4\n4 lamb shanks\nbraise 3 h at 150 until it gives to a spoon, then hold up to 1 h\n":                       nil,
		"Hake:\nserves 4\n4 hake fillets\nfry 4 min until golden\n":                                                                 {"wait:  fry"},
		"Swede:\nserves 4\n1 swede\ndice the swede, 6 min\nboil 20 min until soft, then hold up to 20 min\n":                        {"size:  dice the swede"},
		"Swede:\nserves 4\n1 swede\ndice the swede, 6 min\nboil 20 min until soft\nblend 2 min\n":                                   nil,
		"Swede:\nserves 4\n1 swede\ndice the swede 2 cm, 6 min\nboil 20 min until soft, then hold up to 20 min\n":                   nil,
		"Broth:\nserves 4\n1 l stock\nsimmer 40 min until brown, then chill at least 2 h\nbring to the boil 5 min, serve at once\n": {"keeps: Broth"},
		"Broth:\nserves 4\n1 l stock\nsimmer 40 min until brown\nbring to the boil 5 min, serve at once\nkeeps 3 days\n":            nil,
		"Sauce:\n1 l stock\nreduce 10 min, serve at once\n":                                                                         {"yield: Sauce"},
		"Sauce:\nmakes 600 ml\n1 l stock\nreduce 10 min, serve at once\n":                                                           {"portion: Sauce"},
		"Sauce:\nserves 4\n1 l stock\n50 g butter\nreduce 10 min and add the cream, serve at once\n":                                {"unused:  butter", "unlisted:  reduce"},
		"Salad:\nserves 4\n1 lettuce\nthyme\npick the lettuce and thyme, 5 min\n":                                                   {"amount:  thyme"},
		"Salad:\nserves 4\n1 lettuce\n": {"steps: Salad"},
	} {
		assert.Equal(t, want, asked(text), text)
	}
}

// What stops the plan comes first, what only the order asks last.
func TestGapsAreAskedInTheirOrder(t *testing.T) {
	got := asked("Swede:\n1 swede\nthyme\ndice the swede\nroast at 190, then rest 10 min\nsweat the thyme in the oven until soft\n")
	assert.Equal(t, []string{"time:  dice the swede", "time:  roast", "time:  sweat the thyme", "setting:  sweat the thyme", "wait:  roast", "wait:  sweat the thyme", "size:  dice the swede", "yield: Swede", "amount:  thyme"}, got)
}

// What is put in for something of which a part is lost: what does it lose?
func TestTheLossOfASwappedIngredientIsAsked(t *testing.T) {
	b := recipe.NewBook()
	b.Ingredients["swede"] = recipe.Ingredient{ID: "swede", Name: "swede", Loss: 0.2}
	b.Ingredients["celeriac"] = recipe.Ingredient{ID: "celeriac", Name: "celeriac"}
	b.Components["mash"] = recipe.Component{ID: "mash", Name: "Mash", Lines: []recipe.Line{{Name: "swede", Ingredient: "swede"}}}
	b.Components["winter"] = recipe.Component{ID: "winter", Name: "Winter mash", Variant: &recipe.Variant{Of: "mash", Changes: []recipe.Change{{Do: "swap", Line: "swede", With: "celeriac", Ingredient: "celeriac", Factor: 1}}}}
	d := recipe.Dish{Parts: []recipe.Part{{Component: "winter"}}}
	find := func() (out []string) {
		for _, g := range review.Gaps(b, d, kitchen.Kitchen{}) {
			if g.Field == recipe.GapLoss {
				out = append(out, g.Question)
			}
		}
		return out
	}
	assert.Equal(t, []string{"In for swede, which loses 20 %. What does it lose in trimming?"}, find())
	b.Ingredients["celeriac"] = recipe.Ingredient{ID: "celeriac", Name: "celeriac", Loss: 0.3}
	assert.Empty(t, find())
}
