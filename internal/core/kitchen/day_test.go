package kitchen_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
)

// What a day has beside food work is said among cooks and ovens, and is taken for none of them.
func TestALineOfTheDayIsNoCook(t *testing.T) {
	for text, want := range map[string]string{
		"staff meal 16:30-16:50":                "Of the day · 16:30 · 20 min",
		"Briefing, Tue-Sat 19:10–19:15":         "Of the day · Tue–Sat 19:10 · 5 min",
		"delivery, 9:00 to 9:20":                "Of the day · 09:00 · 20 min",
		"line check 40 min before, for 10 min":  "Of the day · 40 min before the first course · 10 min",
		"counting 20 min after service, 10 min": "Of the day · 20 min after the last course · 10 min",
	} {
		l, err := kitchen.ReadLine(text, kitchen.Either)
		require.NoError(t, err, text)
		assert.Equal(t, want, l.Say(), text)
		assert.Nil(t, l.Cook, text)
		assert.Nil(t, l.Equipment, text)
		assert.Empty(t, l.Open, text)
	}
	_, err := kitchen.ReadLine("staff meal in the afternoon", kitchen.Either)
	assert.EqualError(t, err, "Staff meal: when? Write 16:30–16:50, or 40 min before, for 10 min.")
	l, err := kitchen.ReadLine("breakfast cook, 6–14", kitchen.Either)
	require.NoError(t, err)
	assert.NotNil(t, l.Cook, "who cooks breakfast is no break")
}

func TestALineOfTheDayThatCannotBeIsRefused(t *testing.T) {
	k := kitchen.Kitchen{PassWidth: 4, Day: []kitchen.Event{{ID: "a", Name: "Meal", Minutes: 20}, {ID: "a", Name: "Check", From: "25:00", Minutes: 5}, {ID: "c", From: "16:00", Minutes: 5, Who: []string{"nobody"}}}}
	err := k.Validate()
	require.Error(t, err)
	for _, part := range []string{"day[0].from", "day[1].id", "day[1].from", "day[2].name", "day[2].who"} {
		assert.ErrorContains(t, err, part)
	}
}
