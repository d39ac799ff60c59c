package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
)

// told is a list of allergens that was told, if only as none.
func told(ids ...string) *[]string { return &ids }

func uses(ingredient string) recipe.Line {
	a := grams(100)
	return recipe.Line{Name: ingredient, Ingredient: ingredient, Amount: &a}
}

func goesIn(component string) recipe.Line {
	a := grams(100)
	return recipe.Line{Name: component, Component: component, Amount: &a}
}

// smallBook: gravy of bones that a crown leaves over, a broth of shellfish
// that goes into a sauce, a bun that is bought in.
func smallBook() recipe.Book {
	b := recipe.NewBook()
	for _, i := range []recipe.Ingredient{
		{ID: "fowl", Name: "guinea fowl", Allergens: told(), Animal: "meat"},
		{ID: "prawn", Name: "prawn shells", Allergens: told("crustaceans"), Animal: "shellfish"},
		{ID: "cream", Name: "cream", Allergens: told("milk"), Animal: "milk"},
		{ID: "wine", Name: "white wine", Allergens: told("sulphites"), Animal: "none", Alcohol: true},
		{ID: "swede", Name: "swede", Allergens: told(), Animal: "none"},
		{ID: "rye", Name: "rye flour", Allergens: told("rye"), Animal: "none"},
		{ID: "spice", Name: "spice mix", Animal: "none"},
		{ID: "oat cream", Name: "oat cream", Allergens: told("oats"), Animal: "none"},
	} {
		b.Ingredients[i.ID] = i
	}
	fry := simple("fry")
	fry.Equipment = []recipe.Needed{{Kind: "fryer"}}
	sauceStep := simple("mount")
	sauceStep.Pan = &recipe.Pan{Of: "crown/sear"}
	for _, c := range []recipe.Component{
		{ID: "crown", Name: "Crown", Yield: grams(500), Lines: []recipe.Line{uses("fowl")}, Methods: recipe.OneWay(simple("joint"), simple("sear")), ByProducts: []recipe.ByProduct{{ID: "bones", Name: "bones", Step: "joint"}}},
		{ID: "broth", Name: "Broth", Yield: grams(500), Lines: []recipe.Line{uses("prawn"), uses("wine")}, Methods: recipe.OneWay(simple("simmer"))},
		{ID: "sauce", Name: "Sauce", Yield: grams(200), Lines: []recipe.Line{goesIn("broth"), uses("cream")}, Methods: recipe.OneWay(simple("reduce"))},
		{ID: "gravy", Name: "Gravy", Yield: grams(200), Lines: []recipe.Line{{Name: "bones", Component: "crown", ByProduct: "bones"}}, Methods: recipe.OneWay(simple("bones"))},
		{ID: "mounted", Name: "Mounted sauce", Yield: grams(200), Lines: []recipe.Line{uses("swede")}, Methods: recipe.OneWay(sauceStep)},
		{ID: "crisp", Name: "Crisp", Yield: grams(50), Lines: []recipe.Line{uses("swede")}, Methods: recipe.OneWay(fry)},
		{ID: "mash", Name: "Mash", Yield: grams(300), Lines: []recipe.Line{uses("swede")}, Methods: recipe.OneWay(simple("boil"))},
		{ID: "dusted", Name: "Dusted", Yield: grams(300), Lines: []recipe.Line{uses("swede"), uses("spice")}, Methods: recipe.OneWay(simple("dust"))},
		{ID: "bun", Name: "Bun", Yield: grams(300), Methods: []recipe.Method{{ID: "shop", Name: "bought in", Bought: &recipe.Bought{Order: 86400, Allergens: told("wheat", "milk"), Animal: "milk"}}}},
		{ID: "bag", Name: "Bag of stock", Yield: grams(300), Methods: []recipe.Method{{ID: "shop", Name: "bought in", Bought: &recipe.Bought{}}}},
	} {
		b.Components[c.ID] = c
	}
	return b
}

func on(components ...string) recipe.Dish {
	d := recipe.Dish{ID: "dish", Name: "Dish"}
	for _, id := range components {
		a := grams(50)
		d.Parts = append(d.Parts, recipe.Part{Component: id, Portion: &a})
		d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: id, Component: id})
	}
	return d
}

func ids(found []recipe.Found) (out []string) {
	for _, f := range found {
		out = append(out, f.ID)
	}
	return out
}

// Regulation (EU) No 1169/2011, Annex II, names fourteen; the law of the
// United States nine (FALCPA 2004 eight, FASTER Act 2021 sesame). From memory.
func TestTheTwoListsOfAllergensAreMappedOntoOneAnother(t *testing.T) {
	eu, us := map[int]string{}, map[string]bool{}
	for _, a := range recipe.Allergens {
		assert.True(t, eu[a.EUNo] == "" || eu[a.EUNo] == a.EU)
		eu[a.EUNo] = a.EU
		if a.US != "" {
			us[a.US] = true
		}
	}
	assert.Len(t, eu, 14)
	for n := 1; n <= 14; n++ {
		assert.NotEmpty(t, eu[n], n)
	}
	assert.Equal(t, map[string]bool{"milk": true, "eggs": true, "fish": true, "crustacean shellfish": true, "tree nuts": true, "peanuts": true, "wheat": true, "soybeans": true, "sesame": true}, us)
	rye, known := recipe.AllergenOf("rye")
	require.True(t, known)
	assert.Equal(t, "cereals containing gluten", rye.EU)
	assert.Empty(t, rye.US, "rye contains gluten, and is not on the list of nine")
	molluscs, _ := recipe.AllergenOf("molluscs")
	assert.Empty(t, molluscs.US)
}

func TestAllergensTravel(t *testing.T) {
	b := smallBook()
	k := kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "f", Name: "Fryer", Kind: "fryer", Places: 1, Carries: []string{"fish", "wheat"}}}}
	for name, c := range map[string]struct {
		dish       recipe.Dish
		allergens  []string
		vegetarian recipe.Answer
	}{
		"with stock, two deep":          {on("sauce"), []string{"crustaceans", "milk", "sulphites"}, recipe.No},
		"with what is left over":        {on("gravy"), nil, recipe.No},
		"with what the pan kept":        {on("mounted"), nil, recipe.No},
		"with the fat of the kitchen":   {on("crisp"), []string{"wheat", "fish"}, recipe.Yes},
		"with what is bought in":        {on("bun"), []string{"wheat", "milk"}, recipe.Yes},
		"not with what is not in it":    {on("mash"), nil, recipe.Yes},
		"what was never told: unknown":  {on("bag"), nil, recipe.Unknown},
		"a component that is not there": {on("ghost"), nil, recipe.Unknown},
	} {
		t.Run(name, func(t *testing.T) {
			got := b.Contents(c.dish, k)
			assert.Equal(t, c.allergens, ids(got.Allergens))
			assert.Equal(t, c.vegetarian, got.Vegetarian)
		})
	}
	assert.Equal(t, []string{"Sauce › Broth › prawn"}, b.Contents(on("sauce"), k).Allergens[0].From)
	assert.Equal(t, []string{"Sauce › Broth › wine"}, b.Contents(on("sauce"), k).Alcohol, "alcohol that does not all cook off counts")
}

func TestWhatWasNeverToldIsNeverFree(t *testing.T) {
	c := smallBook().Contents(on("dusted"), kitchen.Kitchen{})
	assert.Empty(t, c.Allergens)
	answer, from := c.Without("milk")
	assert.Equal(t, recipe.Unknown, answer)
	assert.Equal(t, []string{"Dusted › spice"}, from)
	answer, _ = smallBook().Contents(on("mash"), kitchen.Kitchen{}).Without("milk")
	assert.Equal(t, recipe.Yes, answer)
	empty := recipe.NewBook()
	empty.Components["x"] = recipe.Component{ID: "x", Name: "X"}
	assert.NotEmpty(t, empty.Contents(on("x"), kitchen.Kitchen{}).Unknown, "no list of ingredients says nothing")
	for _, what := range []string{"gluten", "alcohol", "meat", "animal"} {
		answer, _ := empty.Contents(on("x"), kitchen.Kitchen{}).Without(what)
		assert.Equal(t, recipe.Unknown, answer, what)
	}
}

func TestVersionsAreComputedAndHeldToTheirClaims(t *testing.T) {
	b, k := smallBook(), kitchen.Kitchen{}
	d := on("crown", "sauce", "mash")
	v := b.Version(d, recipe.Version{ID: "no-milk", Name: "No dairy", Without: []string{"milk", "crustaceans"}, Changes: []recipe.Change{
		{Do: "swap", Component: "sauce", Line: "cream", With: "oat cream", Ingredient: "oat cream"}}}, k, 4)
	assert.Equal(t, []string{"crustaceans", "oats", "sulphites"}, sorted(ids(v.Contents.Allergens)))
	require.Len(t, v.Broken, 1)
	assert.Equal(t, "crustaceans", v.Broken[0].What)
	assert.Equal(t, []string{"oat cream instead of cream in Sauce"}, v.Changes)
	assert.Equal(t, ids(b.Contents(d, k).Allergens), []string{"crustaceans", "milk", "sulphites"}, "the dish itself is as it was")

	v = b.Version(d, recipe.Version{ID: "x", Name: "X", Changes: []recipe.Change{{Do: "leave out", Component: "quince"}, {Do: "leave out", Component: "sauce", Line: "salt"}}}, k, 4)
	assert.Equal(t, []string{"without quince", "without salt in Sauce"}, v.Lost)
}

func sorted(s []string) []string {
	out := append([]string{}, s...)
	for i := range out {
		for k := i; k > 0 && out[k] < out[k-1]; k-- {
			out[k], out[k-1] = out[k-1], out[k]
		}
	}
	return out
}

// Each simple step takes 2 min. Left off the plate: until it is placed. Another
// sauce: until that is begun, 2 min before, after its broth 4 min before. A
// line: until the step that takes it in.
func TestTheStepAfterWhichItIsTooLate(t *testing.T) {
	b := smallBook()
	b.Components["quick"] = recipe.Component{ID: "quick", Name: "Quick", Yield: grams(1), Lines: []recipe.Line{uses("swede")}, Methods: recipe.OneWay(simple("chop"), simple("swede in"), simple("rest"))}
	d := on("crown", "quick", "mash")
	ask := func(changes ...recipe.Change) recipe.TooLate {
		return b.Version(d, recipe.Version{ID: "v", Name: "V", Changes: changes}, kitchen.Kitchen{}, 1).TooLate
	}
	off := ask(recipe.Change{Do: "leave out", Component: "mash"})
	assert.True(t, off.AtPass, "placed last, so that it can be left off")
	assert.Zero(t, off.Before)
	assert.False(t, ask(recipe.Change{Do: "leave out", Component: "crown"}).AtPass)
	line := ask(recipe.Change{Do: "leave out", Component: "quick", Line: "swede"})
	assert.Equal(t, int64(240), line.Before)
	assert.Equal(t, "until Quick, swede in begins", line.Say)
	swap := ask(recipe.Change{Do: "swap", Component: "mash", With: "crown"}, recipe.Change{Do: "leave out", Component: "mash"})
	assert.Equal(t, int64(240), swap.Before, "the earlier of the two")
	assert.False(t, swap.AtPass)
}

func TestAVariantIsItsMasterWithChanges(t *testing.T) {
	b := smallBook()
	b.Components["oat"] = recipe.Component{ID: "oat", Name: "Oat sauce", Variant: &recipe.Variant{Of: "sauce", Changes: []recipe.Change{
		{Do: "swap", Line: "cream", With: "oat cream", Ingredient: "oat cream", Factor: 1.5}, {Do: "add", With: "swede", Ingredient: "swede"}}}}
	made := b.Made("oat")
	assert.Equal(t, "reduce", made.Steps()[0].ID)
	assert.Equal(t, units.Amount{Quantity: 150, Unit: units.Gram}, *made.Lines[1].Amount)
	assert.Len(t, made.Lines, 3)
	assert.Equal(t, []string{"oats"}, ids(b.ContentsOf("oat", kitchen.Kitchen{}).Allergens)[:1])
	assert.Equal(t, grams(200), made.Yield)
}

func TestAComponentThatGoesIntoItselfIsRefusedWithItsPath(t *testing.T) {
	b := smallBook()
	broth := b.Components["broth"]
	broth.Lines = append(broth.Lines, goesIn("sauce"))
	b.Components["broth"] = broth
	err := recipe.Circles("broth", b.Components)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "Broth in Sauce in Broth")
	assert.NoError(t, recipe.Circles("mash", b.Components))
	assert.NotPanics(t, func() { b.Contents(on("broth"), kitchen.Kitchen{}); b.Lead(broth, 1); b.Within(on("sauce")) })
}
