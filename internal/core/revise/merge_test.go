package revise_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/revise"
)

func TestMerge(t *testing.T) {
	const base = `{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"roast","time":7},{"id":"rest","time":3}]}`
	cases := map[string]struct {
		mine, theirs, want string
		conflicts          []string
	}{
		"only mine changed":   {`{"name":"Cod","steps":[]}`, base, `{"name":"Cod","steps":[]}`, nil},
		"only theirs changed": {base, `{"name":"Cod","steps":[]}`, `{"name":"Cod","steps":[]}`, nil},
		"two steps": {
			`{"name":"Hake","steps":[{"id":"sear","time":1},{"id":"roast","time":7},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"roast","time":7},{"id":"rest","time":9}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":1},{"id":"roast","time":7},{"id":"rest","time":9}]}`, nil},
		"the same change twice": {`{"name":"Cod"}`, `{"name":"Cod"}`, `{"name":"Cod"}`, nil},
		"one step by both": {
			`{"name":"Hake","steps":[{"id":"sear","time":1},{"id":"roast","time":7},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2,"cue":"pale rim"},{"id":"roast","time":7},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":1},{"id":"roast","time":7},{"id":"rest","time":3}]}`, []string{"steps[sear]"}},
		"one deleted, another added": {
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"roast","time":7},{"id":"glaze","time":1},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"glaze","time":1},{"id":"sear","time":2},{"id":"rest","time":3}]}`, nil},
		"one deleted that the other changed": {
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"roast","time":8},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"rest","time":3}]}`, []string{"steps[roast]"}},
		"theirs moved, mine changed": {
			`{"name":"Hake","steps":[{"id":"sear","time":1},{"id":"roast","time":7},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"roast","time":7},{"id":"sear","time":2},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"roast","time":7},{"id":"sear","time":1},{"id":"rest","time":3}]}`, nil},
		"both moved differently": {
			`{"name":"Hake","steps":[{"id":"roast","time":7},{"id":"sear","time":2},{"id":"rest","time":3}]}`,
			`{"name":"Hake","steps":[{"id":"sear","time":2},{"id":"rest","time":3},{"id":"roast","time":7}]}`,
			`{"name":"Hake","steps":[{"id":"roast","time":7},{"id":"sear","time":2},{"id":"rest","time":3}]}`, []string{"steps"}},
		"one name by both": {`{"name":"Cod","steps":[]}`, `{"name":"Ling","steps":[]}`, `{"name":"Cod","steps":[]}`, []string{"name"}},
	}
	for name, c := range cases {
		t.Run(name, func(t *testing.T) {
			got, conflicts, err := revise.Merge([]byte(base), []byte(c.mine), []byte(c.theirs))
			require.NoError(t, err)
			assert.Equal(t, c.conflicts, conflicts)
			assert.JSONEq(t, c.want, string(got))
		})
	}
}

// Two cooks on one plate: one gives it another order, the other changes a
// placing; and two who change the same placing.
func TestAPlateIsJoinedPlacingByPlacing(t *testing.T) {
	const base = `{"plate":{"ware":{"name":"coupe"},"placings":[{"id":"swede","seconds":15},{"id":"hake","seconds":12}]}}`
	const moved = `{"plate":{"ware":{"name":"coupe"},"placings":[{"id":"hake","seconds":12},{"id":"swede","seconds":15}]}}`
	const slower = `{"plate":{"ware":{"name":"coupe"},"placings":[{"id":"swede","seconds":15},{"id":"hake","seconds":20}]}}`
	got, conflicts, err := revise.Merge([]byte(base), []byte(moved), []byte(slower))
	require.NoError(t, err)
	assert.Empty(t, conflicts)
	assert.JSONEq(t, `{"plate":{"ware":{"name":"coupe"},"placings":[{"id":"hake","seconds":20},{"id":"swede","seconds":15}]}}`, string(got))
	_, conflicts, err = revise.Merge([]byte(base), []byte(strings.Replace(slower, "20", "30", 1)), []byte(slower))
	require.NoError(t, err)
	assert.Equal(t, []string{"plate.placings[hake]"}, conflicts)
}

func TestMergeRefusesWhatIsNotJSON(t *testing.T) {
	_, _, err := revise.Merge([]byte(`{}`), []byte(`{`), []byte(`{}`))
	assert.Error(t, err)
}
