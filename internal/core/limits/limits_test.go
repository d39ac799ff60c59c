package limits_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/limits"
)

// Figures of the documents, from memory: FDA Food Code 2022, 3-401.11 to 3-501.19;
// Food Safety and Hygiene (England) Regulations 2013, schedule 4; Regulation (EC)
// 853/2004.
func TestEveryLimitHasItsSourceAndTheFiguresOfIt(t *testing.T) {
	seen := map[string]string{}
	for _, s := range limits.Sets() {
		assert.NotEmpty(t, s.Edition)
		for _, l := range s.Limits {
			assert.NotEmpty(t, l.Source)
			assert.NotContains(t, strings.ToLower(l.What), "safe")
			if l.Celsius != nil {
				seen[string(l.Kind)+" "+l.Source] = l.What
			}
		}
	}
	assert.Contains(t, seen, "hot FDA Food Code 2022, 3-501.16(A)(1)")
	find := func(set string, kind limits.Kind) limits.Limit {
		for _, l := range limits.Chosen([]string{set}) {
			if l.Kind == kind {
				return l
			}
		}
		t.Fatalf("%s has no %s", set, kind)
		return limits.Limit{}
	}
	assert.Equal(t, 57.0, *find("fda-2022", limits.Hot).Celsius)
	assert.Equal(t, 5.0, *find("fda-2022", limits.Cold).Celsius)
	assert.Equal(t, 63.0, *find("uk-2013", limits.Hot).Celsius)
	assert.Equal(t, 8.0, *find("uk-2013", limits.Cold).Celsius)
	assert.Equal(t, int64(24*3600), find("eu-853", limits.Freeze).For)
}

func TestTheStrictestOfTheChosenCounts(t *testing.T) {
	fda, is := limits.OutOfControl(limits.Chosen(nil))
	require.True(t, is)
	assert.Equal(t, int64(4*3600), fda.Within)
	both, _ := limits.OutOfControl(limits.Chosen([]string{"fda-2022", "uk-2013"}))
	assert.Equal(t, int64(2*3600), both.Within)
	_, is = limits.OutOfControl(limits.Chosen([]string{"eu-853"}))
	assert.False(t, is)
}
