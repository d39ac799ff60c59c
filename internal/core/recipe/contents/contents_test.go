package contents_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func ids(found []contents.Found) (out []string) {
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
	b := recipetest.SmallBook()
	k := kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "f", Name: "Fryer", Kind: "fryer", Places: 1, Carries: []string{"fish", "wheat"}}}}
	for name, c := range map[string]struct {
		dish       recipe.Dish
		allergens  []string
		vegetarian recipe.Answer
	}{
		"with stock, two deep":          {recipetest.On("sauce"), []string{"crustaceans", "milk", "sulphites"}, recipe.No},
		"with what is left over":        {recipetest.On("gravy"), nil, recipe.No},
		"with what the pan kept":        {recipetest.On("mounted"), nil, recipe.No},
		"with the fat of the kitchen":   {recipetest.On("crisp"), []string{"wheat", "fish"}, recipe.Yes},
		"with what is bought in":        {recipetest.On("bun"), []string{"wheat", "milk"}, recipe.Yes},
		"not with what is not in it":    {recipetest.On("mash"), nil, recipe.Yes},
		"what was never told: unknown":  {recipetest.On("bag"), nil, recipe.Unknown},
		"a component that is not there": {recipetest.On("ghost"), nil, recipe.Unknown},
	} {
		t.Run(name, func(t *testing.T) {
			got := contents.In(b, c.dish, k)
			assert.Equal(t, c.allergens, ids(got.Allergens))
			assert.Equal(t, c.vegetarian, got.Vegetarian)
		})
	}
	assert.Equal(t, []string{"Sauce › Broth › prawn"}, contents.In(b, recipetest.On("sauce"), k).Allergens[0].From)
	assert.Equal(t, []string{"Sauce › Broth › wine"}, contents.In(b, recipetest.On("sauce"), k).Alcohol, "alcohol that does not all cook off counts")
}

func TestWhatWasNeverToldIsNeverFree(t *testing.T) {
	c := contents.In(recipetest.SmallBook(), recipetest.On("dusted"), kitchen.Kitchen{})
	assert.Empty(t, c.Allergens)
	answer, from := c.Without("milk")
	assert.Equal(t, recipe.Unknown, answer)
	assert.Equal(t, []string{"Dusted › spice"}, from)
	answer, _ = contents.In(recipetest.SmallBook(), recipetest.On("mash"), kitchen.Kitchen{}).Without("milk")
	assert.Equal(t, recipe.Yes, answer)
	empty := recipe.NewBook()
	empty.Components["x"] = recipe.Component{ID: "x", Name: "X"}
	assert.NotEmpty(t, contents.In(empty, recipetest.On("x"), kitchen.Kitchen{}).Unknown, "no list of ingredients says nothing")
	for _, what := range []string{"gluten", "alcohol", "meat", "animal"} {
		answer, _ := contents.In(empty, recipetest.On("x"), kitchen.Kitchen{}).Without(what)
		assert.Equal(t, recipe.Unknown, answer, what)
	}
}

func TestVersionsAreComputedAndHeldToTheirClaims(t *testing.T) {
	b, k := recipetest.SmallBook(), kitchen.Kitchen{}
	d := recipetest.On("crown", "sauce", "mash")
	v := contents.Version(b, d, recipe.Version{ID: "no-milk", Name: "No dairy", Without: []string{"milk", "crustaceans"}, Changes: []recipe.Change{
		{Do: "swap", Component: "sauce", Line: "cream", With: "oat cream", Ingredient: "oat cream"}}}, k, 4)
	assert.Equal(t, []string{"crustaceans", "oats", "sulphites"}, sorted(ids(v.Contents.Allergens)))
	require.Len(t, v.Broken, 1)
	assert.Equal(t, "crustaceans", v.Broken[0].What)
	assert.Equal(t, []string{"oat cream instead of cream in Sauce"}, v.Changes)
	assert.Equal(t, ids(contents.In(b, d, k).Allergens), []string{"crustaceans", "milk", "sulphites"}, "the dish itself is as it was")

	v = contents.Version(b, d, recipe.Version{ID: "x", Name: "X", Changes: []recipe.Change{{Do: "leave out", Component: "quince"}, {Do: "leave out", Component: "sauce", Line: "salt"}}}, k, 4)
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
	b := recipetest.SmallBook()
	b.Components["quick"] = recipe.Component{ID: "quick", Name: "Quick", Yield: recipetest.Grams(1), Lines: []recipe.Line{recipetest.Uses("swede")}, Methods: recipe.OneWay(recipetest.Simple("chop"), recipetest.Simple("swede in"), recipetest.Simple("rest"))}
	d := recipetest.On("crown", "quick", "mash")
	ask := func(changes ...recipe.Change) contents.TooLate {
		return contents.Version(b, d, recipe.Version{ID: "v", Name: "V", Changes: changes}, kitchen.Kitchen{}, 1).TooLate
	}
	off := ask(recipe.Change{Do: "leave out", Component: "mash"})
	assert.True(t, off.AtPass, "placed last, so that it can be left off")
	assert.Zero(t, off.Before)
	assert.False(t, ask(recipe.Change{Do: "leave out", Component: "crown"}).AtPass)
	line := ask(recipe.Change{Do: "leave out", Component: "quick", Line: "swede"})
	assert.Equal(t, int64(240), line.Before)
	assert.Equal(t, "before Quick: swede in", line.Say)
	swap := ask(recipe.Change{Do: "swap", Component: "mash", With: "crown"}, recipe.Change{Do: "leave out", Component: "mash"})
	assert.Equal(t, int64(240), swap.Before, "the earlier of the two")
	assert.False(t, swap.AtPass)
}

func TestAVariantIsItsMasterWithChanges(t *testing.T) {
	b := recipetest.SmallBook()
	b.Components["oat"] = recipe.Component{ID: "oat", Name: "Oat sauce", Variant: &recipe.Variant{Of: "sauce", Changes: []recipe.Change{
		{Do: "swap", Line: "cream", With: "oat cream", Ingredient: "oat cream", Factor: 1.5}, {Do: "add", With: "swede", Ingredient: "swede"}}}}
	made := b.Made("oat")
	assert.Equal(t, "reduce", made.Steps()[0].ID)
	assert.Equal(t, units.Amount{Quantity: 150, Unit: units.Gram}, *made.Lines[1].Amount)
	assert.Len(t, made.Lines, 3)
	assert.Equal(t, []string{"oats"}, ids(contents.Of(b, "oat", kitchen.Kitchen{}).Allergens)[:1])
	assert.Equal(t, recipetest.Grams(200), made.Yield)
}

func TestAComponentThatGoesIntoItselfIsRefusedWithItsPath(t *testing.T) {
	b := recipetest.SmallBook()
	broth := b.Components["broth"]
	broth.Lines = append(broth.Lines, recipetest.GoesIn("sauce"))
	b.Components["broth"] = broth
	err := recipe.Circles("broth", b.Components)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "Broth in Sauce in Broth")
	assert.NoError(t, recipe.Circles("mash", b.Components))
	assert.NotPanics(t, func() {
		contents.In(b, recipetest.On("broth"), kitchen.Kitchen{})
		b.Lead(broth, 1)
		b.Within(recipetest.On("sauce"))
	})
}
