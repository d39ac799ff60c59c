package contents_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/recipetest"
)

// The card says four things: the hake and the swede are there, the capers nowhere; of the butter the shrimps are
// missing. The broth is on the plate, and nobody says so.
func TestWhatIsAnnouncedIsHeldAgainstWhatIsBuilt(t *testing.T) {
	b := recipe.NewBook()
	put := func(id, name string, lines ...string) {
		c := recipe.Component{ID: id, Name: name, Yield: recipetest.Grams(100), Methods: recipe.OneWay(recipe.Step{ID: id, Name: "roast"})}
		for _, l := range lines {
			c.Lines = append(c.Lines, recipe.Line{Name: l})
		}
		b.Components[id] = c
	}
	put("hake", "Hake", "hake, whole", "salt")
	put("mash", "Crushed root", "swede", "butter")
	put("butter", "Brown butter", "butter", "lemon juice")
	put("broth", "Broth", "bones", "white wine")
	d := recipe.Dish{Room: &recipe.ForRoom{Card: "Roasted hake, crushed swede and shrimp butter, capers", Brief: "lemon"}}
	for _, id := range []string{"hake", "mash", "butter", "broth"} {
		d.Plate.Placings = append(d.Plate.Placings, plating.Placing{ID: id, Component: id})
	}
	a := contents.AnnouncedOf(b, d)
	require.NotNil(t, a)
	in := map[string]contents.Phrase{}
	for _, p := range a.Said {
		in[p.Text] = p
	}
	assert.Equal(t, []string{"Hake"}, in["Roasted hake"].In)
	assert.Empty(t, in["Roasted hake"].Missing, "it is roasted by its step")
	assert.Equal(t, []string{"Crushed root"}, in["crushed swede"].In)
	assert.Equal(t, []string{"shrimp"}, in["shrimp butter"].Missing)
	assert.Empty(t, in["capers"].In)
	assert.True(t, in["lemon"].Brief)
	assert.Equal(t, []string{"Brown butter"}, in["lemon"].In)
	assert.Equal(t, []string{"Broth"}, a.NeverSaid)
	d.Room = nil
	assert.Nil(t, contents.AnnouncedOf(b, d))
}
