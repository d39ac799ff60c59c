package units_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/units"
)

// ISO 8601-1:2019, 5.5.2: representations of duration, and its examples of
// days with hours (P2DT12H) and of weeks (P4W); from memory.
func TestDurationsOfISO8601(t *testing.T) {
	for text, want := range map[string]int64{"PT1H30M": 5400, "PT90M": 5400, "P2DT12H": 216000, "P4W": 2419200, "PT0.5H": 1800, "PT20M": 1200, "P0DT0H45M": 2700, "pt10s": 10, "PT0S": 0} {
		got, err := units.ParseISO(text)
		require.NoError(t, err, text)
		assert.Equal(t, want, got, text)
	}
	for _, text := range []string{"", "P", "PT", "P1M", "P1Y", "1H", "PT1H30", "P1DT", "PT-5M", "P9999W"} {
		_, err := units.ParseISO(text)
		assert.Error(t, err, text)
	}
	for s := int64(0); s < 10*86400; s += 1 + s/7 {
		back, err := units.ParseISO(units.FormatISO(s))
		require.NoError(t, err)
		assert.Equal(t, s, back)
	}
}

func FuzzParseISO(f *testing.F) {
	for _, text := range []string{"PT1H30M", "P1W", "P1DT", "PT0.5H", "P"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		if s, err := units.ParseISO(text); err == nil && (s < 0 || s > units.MaxDuration) {
			t.Fatalf("%q is %d s", text, s)
		}
	})
}
