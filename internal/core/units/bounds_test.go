package units_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/units"
)

func TestAnAmountBetweenTwo(t *testing.T) {
	for text, want := range map[string]struct {
		usual float64
		unit  units.Unit
		says  string
	}{
		"180–190 g":     {185, "g", "180–190 g"},
		"3 to 4":        {3.5, "piece", "3 or 4"},
		"2 or 4 pieces": {3, "piece", "2–4"},
		"1 kg to 1.2kg": {1.1, "kg", "1–1.2 kg"},
		"½-1 tsp":       {0.75, "tsp", "½–1 tsp"},
		"800 g - 1 kg":  {0.9, "kg", "0.8–1 kg"},
		"1-2 sprigs":    {1.5, "sprig", "1–2 sprigs"},
	} {
		a, between, err := units.ParseAmounts(text)
		require.NoError(t, err, text)
		require.NotNil(t, between, text)
		assert.InDelta(t, want.usual, a.Quantity, 1e-12, text)
		assert.Equal(t, want.unit, a.Unit, text)
		assert.Equal(t, want.says, between.String())
		assert.True(t, between.Valid(a))
	}
	for text, says := range map[string]string{"4 to 3 g": "the smaller one first", "1 kg to 2 l": "both in one unit", "3 to many": "is not a unit", "a to 3 g": "is not a number"} {
		_, _, err := units.ParseAmounts(text)
		assert.ErrorContains(t, err, says, text)
	}
	a, between, err := units.ParseAmounts("110 g")
	require.NoError(t, err)
	assert.Nil(t, between)
	assert.Equal(t, units.Amount{Quantity: 110, Unit: "g"}, a)
}

func TestTwoFiguresOfOneSource(t *testing.T) {
	for text, want := range map[string][2]string{"10 g and 12 g": {"10 g", "12 g"}, "10/12 g": {"10 g", "12 g"}, "1 tsp / 2 tsp": {"1 tsp", "2 tsp"}, "12 g and 10 g": {"12 g", "10 g"}, "500 g / 1 kg": {"500 g", "1 kg"}} {
		one, other, is := units.ParseEither(text)
		assert.True(t, is, text)
		assert.Equal(t, want, [2]string{one.String(), other.String()}, text)
	}
	for _, text := range []string{"10 g", "10 g and a pinch", "10 g / 12 ml", "10 g and 10 g", "salt and 2 g", "8 oz / 225 g"} {
		_, _, is := units.ParseEither(text)
		assert.False(t, is, text)
	}
}
