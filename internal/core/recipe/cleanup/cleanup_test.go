package cleanup_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/cleanup"
	"jointime/internal/core/recipe/recipetest"
)

func TestTwoIngredientsAreMadeOne(t *testing.T) {
	butter := recipe.Ingredient{ID: "butter", Name: "Butter", Allergens: recipetest.Told("milk"), Density: recipetest.Ptr(0.91), Packs: []recipe.Pack{{Supplier: "dairy", Size: recipetest.Grams(5000)}}}
	other := recipe.Ingredient{ID: "butter-unsalted", Name: "Butter, unsalted", Also: []string{"sweet butter"}, Allergens: recipetest.Told("milk", "nuts"), Density: recipetest.Ptr(0.95), Animal: "milk",
		Packs: []recipe.Pack{{Supplier: "dairy", Size: recipetest.Grams(5000)}, {Supplier: "farm", Size: recipetest.Grams(250)}}, Substitutes: []recipe.Substitute{{Ingredient: "butter"}, {Ingredient: "margarine"}}}
	one, notes := cleanup.Merged(butter, other)
	assert.Equal(t, []string{"Butter, unsalted", "sweet butter"}, one.Also, "it is found by all names")
	assert.Equal(t, []string{"milk", "nuts"}, *one.Allergens, "no allergen of either is lost")
	assert.Equal(t, "milk", one.Animal)
	assert.Len(t, one.Packs, 2)
	assert.Equal(t, []recipe.Substitute{{Ingredient: "margarine"}}, one.Substitutes, "it does not stand in for itself")
	assert.Equal(t, []string{"allergens: those of both", "density: 0.91 stays, not 0.95"}, notes)
	assert.Equal(t, []string{"milk"}, *butter.Allergens, "what was given stays as it is")
	assert.Empty(t, butter.Also)
}

// Never told is not none: where one of the two was told, that counts; where neither was, it
// stays unknown.
func TestAllergensNeverToldAreNotTakenForNone(t *testing.T) {
	told, never := recipe.Ingredient{ID: "a", Allergens: recipetest.Told("nuts")}, recipe.Ingredient{ID: "b"}
	one, _ := cleanup.Merged(never, told)
	assert.Equal(t, []string{"nuts"}, *one.Allergens)
	one, _ = cleanup.Merged(told, never)
	assert.Equal(t, []string{"nuts"}, *one.Allergens)
	one, _ = cleanup.Merged(never, recipe.Ingredient{ID: "c"})
	assert.Nil(t, one.Allergens)
}

func TestAComponentIsTakenOffADishWithItsPlacings(t *testing.T) {
	d := recipetest.On("hake", "shrimp-butter")
	d.Plate.Placings = []plating.Placing{{ID: "fish", Component: "hake"}, {ID: "sauce", Component: "shrimp-butter"}}
	d.Versions = []recipe.Version{{ID: "no-shellfish", Changes: []recipe.Change{{Do: "swap", Component: "shrimp-butter", With: "brown-butter"}, {Do: "leave out", Component: "hake", Line: "salt"}}}}
	next, had := cleanup.WithoutComponent(d, "shrimp-butter")
	assert.True(t, had)
	assert.Len(t, next.Parts, 1)
	assert.Equal(t, []plating.Placing{{ID: "fish", Component: "hake"}}, next.Plate.Placings)
	assert.Equal(t, []recipe.Change{{Do: "leave out", Component: "hake", Line: "salt"}}, next.Versions[0].Changes)
	assert.Len(t, d.Plate.Placings, 2, "what was given stays as it is")
	_, had = cleanup.WithoutComponent(next, "shrimp-butter")
	assert.False(t, had)
}

func TestWhatUsedAnIngredientUsesTheOtherOrKeepsItsName(t *testing.T) {
	c := recipe.Component{ID: "mash", Lines: []recipe.Line{recipetest.Uses("butter")}, Variant: &recipe.Variant{Of: "base", Changes: []recipe.Change{{Do: "add", With: "Butter", Ingredient: "butter"}, {Do: "add", With: "butter", Ingredient: "butter", Made: true}}}}
	next, had := cleanup.RenamedIn(c, "butter", "ghee")
	assert.True(t, had)
	assert.Equal(t, "ghee", next.Lines[0].Ingredient)
	assert.Equal(t, "ghee", next.Variant.Changes[0].Ingredient)
	assert.Equal(t, "butter", next.Variant.Changes[1].Ingredient, "a component of that id is not meant")
	assert.Equal(t, "butter", c.Variant.Changes[0].Ingredient, "what was given stays as it is")
	next, _ = cleanup.RenamedIn(c, "butter", "")
	assert.Empty(t, next.Lines[0].Ingredient)
	assert.Equal(t, c.Lines[0].Name, next.Lines[0].Name)
	i, had := cleanup.Substituted(recipe.Ingredient{ID: "oil", Substitutes: []recipe.Substitute{{Ingredient: "butter"}, {Ingredient: "ghee"}}}, "butter", "ghee")
	assert.True(t, had)
	assert.Equal(t, []recipe.Substitute{{Ingredient: "ghee"}}, i.Substitutes, "once")
}

func TestADishIsTakenOffAMenu(t *testing.T) {
	m := recipe.Menu{Courses: []recipe.Course{{ID: "main", Dishes: []string{"fowl", "celeriac"}}, {ID: "sweet", Dishes: []string{"plum"}}}}
	next, had := cleanup.WithoutDish(m, "fowl")
	assert.True(t, had)
	assert.Equal(t, []string{"celeriac"}, next.Courses[0].Dishes)
	assert.Equal(t, []string{"fowl", "celeriac"}, m.Courses[0].Dishes, "what was given stays as it is")
	_, had = cleanup.WithoutDish(m, "egg")
	assert.False(t, had)
}

func TestStepsForgetWhatIsGone(t *testing.T) {
	c := recipe.Component{ID: "sauce", Methods: []recipe.Method{{Steps: []recipe.Step{{ID: "warm", After: []string{"stock/strain", "reduce"}}}}}}
	next, had := cleanup.Forgetting(c, "stock")
	assert.True(t, had)
	assert.Equal(t, []string{"reduce"}, next.Methods[0].Steps[0].After)
	assert.Len(t, c.Methods[0].Steps[0].After, 2, "what was given stays as it is")
}
