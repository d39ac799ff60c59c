package reading_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/reading"
)

// A time and the most of it are two sides of one time, with or without the unit again.
func TestATimeAndTheMostOfIt(t *testing.T) {
	for line, want := range map[string][2]float64{
		"rest 3 min, at most 6":                 {180, 360},
		"Rest 3 min, at most 6 min":             {180, 360},
		"rest 8 min but no more than 12":        {480, 720},
		"simmer 20 min, no more than 25 min":    {1200, 1500},
		"chill 2 h, max 6 h":                    {7200, 21600},
		"stand 1 h, not longer than 90 minutes": {3600, 5400},
	} {
		s := reading.Step(line)
		require.NotNil(t, s.Low, line)
		require.NotNil(t, s.High, line)
		assert.Equal(t, want, [2]float64{*s.Low, *s.High}, line)
		assert.False(t, s.Doubt, line)
	}
	for line, want := range map[string]float64{"fry 3 min, 6 at a time": 180, "cook 10 min, then cool up to 2 h": 600} {
		s := reading.Step(line)
		require.NotNil(t, s.High, line)
		assert.Equal(t, want, *s.High, line)
	}
}
