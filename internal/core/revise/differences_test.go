package revise_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/revise"
)

func TestTwoRevisionsAreCompared(t *testing.T) {
	got, err := revise.Differences(
		[]byte(`{"name":"Hake","methods":[{"id":"oven","steps":[{"id":"sear","name":"sear","time":120},{"id":"roast","name":"roast","time":420}]}]}`),
		[]byte(`{"name":"Hake","methods":[{"id":"oven","steps":[{"id":"roast","name":"roast","time":480},{"id":"rest","name":"rest"}]}],"yield":4}`))
	require.NoError(t, err)
	assert.Equal(t, []revise.Difference{
		{Where: "methods[oven] steps[roast] time", Was: "420", Is: "480"},
		{Where: "methods[oven] steps[rest]", Was: "", Is: "rest"},
		{Where: "methods[oven] steps[sear]", Was: "sear", Is: ""},
		{Where: "yield", Was: "", Is: "4"},
	}, got)
	same, err := revise.Differences([]byte(`{"a":[1,2]}`), []byte(`{"a":[1,2]}`))
	require.NoError(t, err)
	assert.Empty(t, same)
	_, err = revise.Differences([]byte(`{`), []byte(`{}`))
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
