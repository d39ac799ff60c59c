package words_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/words"
)

func TestAFirstLetterIsOneWhateverItsLength(t *testing.T) {
	assert.Equal(t, []string{"éclair", "oven", "", "ßtar", "2 ovens"}, []string{words.Lower("Éclair"), words.Lower("Oven"), words.Lower(""), words.Lower("ßtar"), words.Lower("2 ovens")})
	assert.Equal(t, []string{"Éclair", "Oven", "", "2 ovens"}, []string{words.Upper("éclair"), words.Upper("oven"), words.Upper(""), words.Upper("2 ovens")})
	assert.Equal(t, "\xff", words.Lower("\xff"))
}
