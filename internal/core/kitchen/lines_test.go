package kitchen_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
)

func TestAKitchenIsSaidInLines(t *testing.T) {
	for line, want := range map[string]struct {
		kind   string
		places int
		heats  bool
	}{
		"4 burners":                {"burner", 4, false},
		"oven, 2 shelves":          {"oven", 2, true},
		"2 ovens":                  {"oven", 2, true},
		"combination oven 5 trays": {"combination oven", 5, true},
		"Water bath, 8 bags":       {"water bath", 8, true},
		"blender":                  {"blender", 1, false},
		"smoke box":                {"smoke box", 1, false},
	} {
		e, err := kitchen.FromLine(line)
		require.NoError(t, err, line)
		assert.Equal(t, want.kind, e.Kind, line)
		assert.Equal(t, want.places, e.Places, line)
		assert.Equal(t, want.heats, e.Heating != nil, line)
	}
	for _, line := range []string{"", "4", "0 burners", "99999999999999999999 ovens", ","} {
		_, err := kitchen.FromLine(line)
		assert.Error(t, err, line)
	}
}

func FuzzFromLine(f *testing.F) {
	for _, line := range []string{"4 burners", "oven, 2 shelves", "99 x", ", ,"} {
		f.Add(line)
	}
	f.Fuzz(func(t *testing.T, line string) {
		e, err := kitchen.FromLine(line)
		if err == nil && (e.Places < 1 || e.Kind == "") {
			t.Fatalf("%q is %+v", line, e)
		}
	})
}
