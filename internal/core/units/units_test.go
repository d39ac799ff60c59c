package units_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/units"
)

func ExampleParseRange() {
	r, _ := units.ParseRange("2–2½ min")
	fmt.Println(r.Quick, r.Usual, r.Slow, units.FormatRange(r))
	// Output: 120 135 150 2–2½ min
}

func TestTimesAsPeopleWriteThem(t *testing.T) {
	for text, want := range map[string]units.Range{
		"7 min":        {Quick: 420, Usual: 420, Slow: 420},
		"7min":         {Quick: 420, Usual: 420, Slow: 420},
		"7 minutes":    {Quick: 420, Usual: 420, Slow: 420},
		"45 s":         {Quick: 45, Usual: 45, Slow: 45},
		"90 seconds":   {Quick: 90, Usual: 90, Slow: 90},
		"0:45":         {Quick: 45, Usual: 45, Slow: 45},
		"1:30:00":      {Quick: 5400, Usual: 5400, Slow: 5400},
		"1 h 30":       {Quick: 5400, Usual: 5400, Slow: 5400},
		"1 h 30 min":   {Quick: 5400, Usual: 5400, Slow: 5400},
		"3 min 20":     {Quick: 200, Usual: 200, Slow: 200},
		"1½ h":         {Quick: 5400, Usual: 5400, Slow: 5400},
		"½ min":        {Quick: 30, Usual: 30, Slow: 30},
		"2.5 min":      {Quick: 150, Usual: 150, Slow: 150},
		"2,5 min":      {Quick: 150, Usual: 150, Slow: 150},
		"2 d":          {Quick: 172800, Usual: 172800, Slow: 172800},
		"36 hours":     {Quick: 129600, Usual: 129600, Slow: 129600},
		"half an hour": {Quick: 1800, Usual: 1800, Slow: 1800},
		"28 to 32 min": {Quick: 1680, Usual: 1800, Slow: 1920},
		"2-4 min":      {Quick: 120, Usual: 180, Slow: 240},
		"30 s – 1 min": {Quick: 30, Usual: 45, Slow: 60},
		" 2 – 2½ MIN ": {Quick: 120, Usual: 135, Slow: 150},
	} {
		t.Run(text, func(t *testing.T) {
			got, err := units.ParseRange(text)
			require.NoError(t, err)
			assert.Equal(t, want, got)
		})
	}
}

func TestWhatIsNoTimeIsToldAndNotGuessed(t *testing.T) {
	for _, text := range []string{"", "7", "soon", "-3 min", "7 mn", "1:75", "4–2 min", "1-2-3 min", "∞ min", "7 min or so", "100 d", "1e9 h", "9999999999999 h"} {
		_, err := units.ParseRange(text)
		assert.Error(t, err, "%q", text)
	}
}

func TestWrittenTimesAreReadBack(t *testing.T) {
	for s := int64(0); s <= units.MaxDuration; s += 1 + s/17 {
		back, err := units.ParseDuration(units.FormatDuration(s))
		require.NoError(t, err, units.FormatDuration(s))
		if s >= 3600 { // written to the minute
			require.LessOrEqual(t, max(s-back, back-s), int64(30), units.FormatDuration(s))
			continue
		}
		require.Equal(t, s, back, units.FormatDuration(s))
	}
}

func TestWhatIsOverALimitNeverReadsAsWithinIt(t *testing.T) {
	for limit := int64(60); limit < 200_000; limit += 60 {
		require.NotEqual(t, units.FormatDuration(limit), units.FormatOver(limit+1), limit)
	}
}

func TestAmounts(t *testing.T) {
	for text, want := range map[string]units.Amount{
		"110 g": {Quantity: 110, Unit: units.Gram}, "1.2 kg": {Quantity: 1.2, Unit: units.Kilogram}, "45ml": {Quantity: 45, Unit: units.Millilitre},
		"½": {Quantity: 0.5, Unit: units.Piece}, "2 pieces": {Quantity: 2, Unit: units.Piece}, "1½ l": {Quantity: 1.5, Unit: units.Litre}, "⅓": {Quantity: 1.0 / 3, Unit: units.Piece},
	} {
		got, err := units.ParseAmount(text)
		require.NoError(t, err, text)
		assert.InDelta(t, want.Quantity, got.Quantity, 1e-12, text)
		assert.Equal(t, want.Unit, got.Unit, text)
	}
	for _, text := range []string{"", "some", "5 stone", "-1 g", "1..2 g"} {
		_, err := units.ParseAmount(text)
		assert.Error(t, err, text)
	}
}

func TestAmountsAreScaledAddedAndCompared(t *testing.T) {
	g := units.Amount{Quantity: 165, Unit: units.Gram}
	assert.Equal(t, "660 g", g.Times(4).String())
	assert.Equal(t, "1.32 kg", g.Times(8).String())
	sum, ok := g.Plus(units.Amount{Quantity: 0.1, Unit: units.Kilogram})
	assert.True(t, ok)
	assert.Equal(t, "265 g", sum.String())
	_, ok = g.Plus(units.Amount{Quantity: 1, Unit: units.Litre})
	assert.False(t, ok, "mass and volume do not add without a density")
	_, ok = g.Per(units.Amount{Quantity: 0, Unit: units.Gram})
	assert.False(t, ok)
	assert.Equal(t, "2½", units.Amount{Quantity: 2.5, Unit: units.Piece}.String())
}

func TestClockHours(t *testing.T) {
	for text, want := range map[string]int64{"20:25": 73500, "9:05": 32700, "0:00": 0, "23:59": 86340, "2025": 73500, "20h25": 73500} {
		got, err := units.ParseClock(text)
		require.NoError(t, err, text)
		assert.Equal(t, want, got, text)
	}
	for _, text := range []string{"", "24:00", "8", "20:60", "eight"} {
		_, err := units.ParseClock(text)
		assert.Error(t, err, text)
	}
}

func FuzzParseRange(f *testing.F) {
	for _, s := range []string{"2–2½ min", "1 h 30", "0:45", "half an hour", "½ ½"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		r, err := units.ParseRange(text)
		if err == nil && (r.Quick < 0 || r.Quick > r.Usual || r.Usual > r.Slow || r.Slow > units.MaxDuration) {
			t.Fatalf("%q gives %+v", text, r)
		}
	})
}

func FuzzParseAmount(f *testing.F) {
	f.Add("110 g")
	f.Add("½")
	f.Fuzz(func(t *testing.T, text string) {
		if a, err := units.ParseAmount(text); err == nil && a.Quantity < 0 {
			t.Fatalf("%q gives %+v", text, a)
		}
	})
}
