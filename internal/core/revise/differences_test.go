package revise_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/revise"
)

func TestTwoRevisionsAreCompared(t *testing.T) {
	got, err := revise.Differences(
		[]byte(`{"name":"Hake","methods":[{"id":"oven","steps":[{"id":"sear","name":"sear","time":120},{"id":"roast","name":"roast","time":420}]}]}`),
		[]byte(`{"name":"Hake","methods":[{"id":"oven","steps":[{"id":"roast","name":"roast","time":480},{"id":"rest","name":"rest"}]}],"yield":4}`), nil)
	require.NoError(t, err)
	said := [][3]string{}
	for _, d := range got {
		said = append(said, [3]string{d.Where, d.Was, d.Is})
	}
	assert.Equal(t, [][3]string{
		{"Oven: roast: how long", "420", "480"},
		{"Oven: rest", "", "rest"},
		{"Oven: sear", "sear", ""},
		{"Yield", "", "4"},
	}, said)
	assert.Equal(t, got[:1], revise.At(slices.Clone(got), []string{"methods[oven].steps[roast]"}))
	assert.Equal(t, []string{"Roast: shelf life", "Name"}, revise.Labels([]string{"steps[r].keeps", "name"}, []byte(`{"steps":[{"id":"r","name":"roast"}]}`)))
	same, err := revise.Differences([]byte(`{"a":[1,2]}`), []byte(`{"a":[1,2]}`), nil)
	require.NoError(t, err)
	assert.Empty(t, same)
	_, err = revise.Differences([]byte(`{`), []byte(`{}`), nil)
	assert.Error(t, err)
}

func TestTwoStepsOfOneMethodAreJoined(t *testing.T) {
	base := `{"methods":[{"id":"oven","steps":[{"id":"sear","t":1},{"id":"roast","t":1}]}]}`
	mine := `{"methods":[{"id":"oven","steps":[{"id":"sear","t":2},{"id":"roast","t":1}]}]}`
	theirs := `{"methods":[{"id":"oven","steps":[{"id":"sear","t":1},{"id":"roast","t":3}]}]}`
	merged, conflicts, err := revise.Merge([]byte(base), []byte(mine), []byte(theirs))
	require.NoError(t, err)
	assert.Empty(t, conflicts)
	assert.JSONEq(t, `{"methods":[{"id":"oven","steps":[{"id":"sear","t":2},{"id":"roast","t":3}]}]}`, string(merged))
	_, conflicts, err = revise.Merge([]byte(base), []byte(mine), []byte(`{"methods":[{"id":"oven","steps":[{"id":"sear","t":9},{"id":"roast","t":1}]}]}`))
	require.NoError(t, err)
	assert.Equal(t, []string{"methods[oven].steps[sear]"}, conflicts)
}
