package answer_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/answer"
	"jointime/internal/core/recipe/review"
)

// A kitchen whose sections have people asks which of them makes a thing; the pass, and a
// section with nobody in it, are no answer. A kitchen of one section does not ask.
func TestWhichSectionMakesItIsAsked(t *testing.T) {
	k := stove
	k.Sections = []kitchen.Section{{ID: "s1", Name: "Pass"}, {ID: "s2", Name: "Meat"}, {ID: "s3", Name: "Garnish"}, {ID: "s4", Name: "Pastry"}}
	k.Cooks = []kitchen.Cook{{ID: "a", Section: "s1"}, {ID: "b", Section: "s2"}, {ID: "c", Section: "s3"}}
	b, d := kept(t, lamb)
	asked := func() (out []recipe.Gap) {
		for _, g := range review.Gaps(b, d, k) {
			if g.Field == recipe.GapSection {
				out = append(out, g)
			}
		}
		return out
	}
	first := asked()
	require.NotEmpty(t, first)
	assert.Equal(t, []string{"Meat", "Garnish"}, first[0].Options)
	assert.Equal(t, "check", first[0].Group, "it is planned anyway")

	_, err := answer.Give(b, d, k, answer.Given{Gap: first[0], Text: "Pizza"})
	assert.EqualError(t, err, "This kitchen has no section “Pizza”. It has Meat and Garnish.")
	ch, err := answer.Give(b, d, k, answer.Given{Gap: first[0], Text: "meat"})
	require.NoError(t, err)
	put(b, &d, ch)
	assert.Equal(t, "s2", b.Components[first[0].Component].Section)
	assert.Len(t, asked(), len(first)-1)

	k.Cooks = k.Cooks[:2]
	assert.Empty(t, asked())
}
