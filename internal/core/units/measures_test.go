package units_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/units"
)

// NIST Handbook 44, appendix C: 1 gallon is 3.785 411 784 l, 1 liquid quart
// 0.946 352 946 l, 1 liquid pint 473.176 5 ml, 1 fluid ounce 29.573 53 ml, 1
// tablespoon 14.786 76 ml, 1 teaspoon 4.928 922 ml, 1 cup 236.588 2 ml; 1
// avoirdupois pound is 453.592 37 g, 1 ounce 28.349 52 g. The Units of
// Measurement Regulations 1995: 1 gallon is 4.546 09 l, 1 pint 568.261 25 ml, 1
// fluid ounce 28.413 062 5 ml. Both from memory.
func TestCustomaryMeasures(t *testing.T) {
	for _, c := range []struct {
		unit     units.Unit
		measures units.Measures
		want     float64
	}{
		{"gallon", units.UnitedStates, 3785.411784}, {"quart", units.UnitedStates, 946.352946}, {"pint", units.UnitedStates, 473.1765}, {"fl oz", units.UnitedStates, 29.57353},
		{"cup", units.UnitedStates, 236.5882}, {"tbsp", units.UnitedStates, 14.78676}, {"tsp", units.UnitedStates, 4.928922},
		{"gallon", units.Imperial, 4546.09}, {"pint", units.Imperial, 568.26125}, {"fl oz", units.Imperial, 28.4130625},
		{"cup", units.Metric, 250}, {"tbsp", units.Metric, 15}, {"tsp", units.Metric, 5},
		{"lb", units.UnitedStates, 453.59237}, {"oz", units.UnitedStates, 28.34952}, {"kg", units.Metric, 1000}, {"mg", units.Metric, 0.001}, {"dl", units.Metric, 100},
	} {
		got := units.Amount{Quantity: 1, Unit: c.unit}.Basic(c.measures)
		assert.InEpsilon(t, c.want, got.Quantity, 1e-6, "%s %s", c.measures, c.unit)
	}
	assert.Equal(t, units.Amount{Quantity: 3, Unit: "pinch"}, units.Amount{Quantity: 3, Unit: "pinch"}.Basic(units.Metric))
}

func TestTheOtherUnitIsOneTapAway(t *testing.T) {
	for a, want := range map[units.Amount]string{
		{Quantity: 100, Unit: units.Gram}: "3.53 oz", {Quantity: 1000, Unit: units.Gram}: "2.2 lb", {Quantity: 250, Unit: units.Millilitre}: "8.45 fl oz", {Quantity: 1000, Unit: units.Millilitre}: "1.06 quarts", {Quantity: 3, Unit: units.Piece}: "",
	} {
		assert.Equal(t, want, a.Other(units.UnitedStates), a.String())
	}
	litre := units.Amount{Quantity: 1000, Unit: units.Millilitre}
	assert.Equal(t, "1.76 pints", litre.Other(units.Imperial), "an imperial kitchen has imperial pints")
}

// Densities of the FAO/INFOODS Density Database, version 2.0 (2012), from
// memory: wheat flour, white, 0.53 to 0.60 g/ml; honey 1.42; whole milk 1.03;
// olive oil 0.91.
func TestMassIsToldFromVolumeThroughADensityOnly(t *testing.T) {
	honey := units.Through{Density: 1.42}
	ml := units.Amount{Quantity: 100, Unit: units.Millilitre}
	got, how, err := ml.As(units.Gram, honey)
	require.NoError(t, err)
	assert.InDelta(t, 142, got.Quantity, 1e-9)
	assert.Equal(t, "100 ml × 1.42 g/ml = 142 g", how)
	back, _, err := got.As(units.Litre, honey)
	require.NoError(t, err)
	assert.InDelta(t, 100, back.Quantity, 1e-9)
	_, _, err = ml.As(units.Gram, units.Through{Piece: 50})
	require.ErrorIs(t, err, units.ErrNoDensity)
	egg := units.Through{Piece: 55}
	got, _, err = units.Amount{Quantity: 4, Unit: units.Piece}.As(units.Kilogram, egg)
	require.NoError(t, err)
	assert.InDelta(t, 220, got.Quantity, 1e-9)
	pieces, how, err := units.Amount{Quantity: 220, Unit: units.Gram}.As(units.Piece, egg)
	require.NoError(t, err)
	assert.InDelta(t, 4, pieces.Quantity, 1e-9)
	assert.Equal(t, "220 g ÷ 55 g each = 4", how)
	thyme := units.Through{Piece: 0.7, One: "sprig"}
	got, _, err = units.Amount{Quantity: 10, Unit: "sprig"}.As(units.Gram, thyme)
	require.NoError(t, err)
	assert.InDelta(t, 7, got.Quantity, 1e-9)
	got, _, err = got.As("sprig", thyme)
	require.NoError(t, err)
	assert.Equal(t, "10 sprigs", got.String())
	_, _, err = units.Amount{Quantity: 1, Unit: units.Piece}.As(units.Gram, thyme)
	require.Error(t, err, "a piece is no sprig")
	_, _, err = units.Amount{Quantity: 1, Unit: units.Piece}.As(units.Gram, honey)
	require.ErrorIs(t, err, units.ErrNoWeight)
	_, _, err = units.Amount{Quantity: 1, Unit: "pinch"}.As(units.Gram, honey)
	require.Error(t, err)
	same, how, err := ml.As(units.Litre, units.Through{})
	require.NoError(t, err)
	assert.Equal(t, ml, same)
	assert.Empty(t, how)
}
