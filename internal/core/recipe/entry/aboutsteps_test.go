package entry_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
)

// Lines about several steps of a component that is salted, turned, rinsed, filled and skewered shut,
// and carved.
func TestLinesAboutSeveralSteps(t *testing.T) {
	c := recipe.Component{ID: "c", Methods: recipe.OneWay(
		recipe.Step{ID: "salt", Name: "salt and wrap"}, recipe.Step{ID: "turn", Name: "turn"}, recipe.Step{ID: "rinse", Name: "rinse and dry"},
		recipe.Step{ID: "fill", Name: "fill and skewer shut"}, recipe.Step{ID: "carve", Name: "twine off, carve"})}
	for line, want := range map[string]string{
		"cured 24 to 72 h in all, from salt to rinse":                   "cured 24 to 72 h in all, from the end of salt and wrap to the start of rinse and dry",
		"cured 24 to 72 h in all":                                       "cured 24 to 72 h in all, from the end of salt and wrap to the start of twine off, carve, assumed",
		"out of the cold up to 1 h altogether, from rinse to the plate": "out of the cold up to 1 h in all, from the end of rinse and dry to the plate",
		"salt always before rinse: it draws the water":                  "always salt and wrap before rinse and dry",
		"2 skewers each, out before the plate":                          "2 × skewers for each portion: in at fill and skewer shut, out before the plate",
		"six twine, in at salt, out at carve":                           "6 × twine: in at salt and wrap, out at twine off, carve",
		"bay leaf, out with carve, within 20 min":                       "bay leaf: in at salt and wrap, out at twine off, carve, within 20 min, assumed",
		"rinse 5 min":                                  "",
		"24 g salt":                                    "",
		"rest 8 min (5 to 12)":                         "",
		"dust always before the storm":                 "",
		"take out the bones 10 min":                    "",
		"lift the fish out with a carver before carve": "",
		"wring the cloth, out with the salt":           "",
		"squeeze out at least 200 ml":                  "",
	} {
		next, said, is := entry.AboutSteps(c, line)
		assert.Equal(t, want, said, line)
		assert.Equal(t, want != "", is, line)
		assert.NoError(t, next.Validate(), line)
	}
	assert.Empty(t, c.Methods[0].Chains, "the component itself stays as it is")
}
