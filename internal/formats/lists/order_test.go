package lists_test

import (
	"encoding/csv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
	"jointime/internal/core/units"
	"jointime/internal/formats/lists"
)

// RFC 4180, section 2: lines end in CRLF, a field with a comma, a quote or a
// line break stands in quotes, and a quote inside is doubled.
func TestTheOrderIsATableOfRFC4180(t *testing.T) {
	var out strings.Builder
	require.NoError(t, lists.WriteOrder(&out, []recipe.Buy{
		{Name: "hake, whole", Amount: units.Amount{Quantity: 1450.00049, Unit: units.Gram}, Takers: []recipe.Taker{{Name: "Hake"}, {Name: `the "other"`}}},
		{Name: "=2+2", Amount: units.Amount{Quantity: 3, Unit: units.Piece}, Lost: units.Amount{Quantity: 0.5, Unit: units.Piece}},
	}))
	assert.Equal(t, "what,amount,unit,lost in trimming,for\r\n\"hake, whole\",1450,g,0,\"Hake; the \"\"other\"\"\"\r\n'=2+2,3,piece,0.5,\r\n", out.String())
	rows, err := csv.NewReader(strings.NewReader(out.String())).ReadAll()
	require.NoError(t, err)
	assert.Equal(t, "hake, whole", rows[1][0])
}
