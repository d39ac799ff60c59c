package contents_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/recipetest"
)

// Whites are left when the eggs are separated; the milk goes into the custard after that, and is
// not in a meringue of those whites. Where no step is named, or nobody knows when the milk goes
// in, it counts.
func TestWhatWentInLaterIsNotInWhatIsLeftOver(t *testing.T) {
	some := func(ids ...string) *[]string { return &ids }
	b := recipe.NewBook()
	b.Ingredients["egg"] = recipe.Ingredient{ID: "egg", Name: "egg", Allergens: some("egg"), Animal: "egg"}
	b.Ingredients["milk"] = recipe.Ingredient{ID: "milk", Name: "milk", Allergens: some("milk"), Animal: "milk"}
	line := func(id, step string) recipe.Line {
		return recipe.Line{ID: id, Name: id, Ingredient: id, Step: step, Amount: recipetest.Ptr(recipetest.Grams(100))}
	}
	custard := recipe.Component{ID: "custard", Name: "Custard", Yield: recipetest.Grams(200), Lines: []recipe.Line{line("egg", "separate"), line("milk", "cook")},
		ByProducts: []recipe.ByProduct{{ID: "whites", Name: "whites", Step: "separate"}}, Methods: recipe.OneWay(recipetest.Simple("separate"), recipetest.Simple("cook"))}
	b.Components["meringue"] = recipe.Component{ID: "meringue", Name: "Meringue", Yield: recipetest.Grams(100), Lines: []recipe.Line{{ID: "whites", Name: "whites", Component: "custard", ByProduct: "whites", Amount: recipetest.Ptr(recipetest.Grams(60))}}, Methods: recipe.OneWay(recipetest.Simple("whip"))}
	in := func(change func(*recipe.Component)) []string {
		c := custard
		c.Lines, c.ByProducts = append([]recipe.Line{}, c.Lines...), append([]recipe.ByProduct{}, c.ByProducts...)
		change(&c)
		b.Components["custard"] = c
		return ids(contents.Of(b, "meringue", kitchen.Kitchen{}).Allergens)
	}
	assert.Equal(t, []string{"egg"}, in(func(*recipe.Component) {}))
	assert.Equal(t, []string{"egg", "milk"}, sorted(in(func(c *recipe.Component) { c.ByProducts[0].Step = "" })), "nobody says when they are taken off")
	assert.Equal(t, []string{"egg", "milk"}, sorted(in(func(c *recipe.Component) { c.ByProducts[0].Step = "cook" })))
	assert.Equal(t, []string{"egg", "milk"}, sorted(in(func(c *recipe.Component) { c.Lines[1].Step = "" })), "nobody knows when it goes in")
	assert.Equal(t, []string{"egg", "milk"}, sorted(in(func(c *recipe.Component) { c.Methods = recipe.OneWay(recipetest.Simple("cook")) })), "this way leaves no whites: nothing is known of them")
}
