package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
)

func TestAnIDNeedsNoEscaping(t *testing.T) {
	taken := map[string]bool{}
	for _, v := range [][2]string{
		{"Brûlée", "brulee"}, {"Brulee", "brulee-2"}, {"Jus à l’œuf", "jus-a-l-oeuf"}, {"Smørrebrød", "smorrebrod"}, {"Grüße", "grusse"},
		{"No dairy!", "no-dairy"}, {"½ cup", "1-2-cup"}, {"Кролик", "x"}, {"鯖", "x-2"}, {"  ", "x-3"}, {"a@b/c%d", "a-b-c-d"},
		{"A very long name of something that nobody would ever write on a menu", "a-very-long-name-of-something-that-nobod"},
	} {
		assert.Equal(t, v[1], recipe.Slug(v[0], taken), v[0])
	}
}
