package dayfile_test

import (
	"bytes"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/app"
	"jointime/internal/core/judge"
	"jointime/internal/demo/demotest"
	"jointime/internal/formats/dayfile"
	"jointime/internal/pgdev/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

// A day of the demo goes out as its schema says, and comes in to be judged: nothing is
// broken without a word. With the same run-up for a second service everything is twice.
func TestADayIsWrittenAndJudged(t *testing.T) {
	planner := app.New(demotest.Store(t), func() time.Time { return demotest.Morning }, demotest.Patience)
	day, err := planner.Day(t.Context(), "lantern-quay", "2026-03-14")
	require.NoError(t, err)
	require.Equal(t, 1, len(day.Services))
	var text bytes.Buffer
	require.NoError(t, dayfile.Write(&text, day))

	docs := filepath.Join("..", "..", "..", "docs", "runup.schema.json")
	kept, err := os.ReadFile(docs)
	require.NoError(t, err)
	made, err := dayfile.Schema()
	require.NoError(t, err)
	require.True(t, strings.TrimSpace(string(kept)) == strings.TrimSpace(string(made)), "docs/runup.schema.json is not current: run make types")
	schema, err := jsonschema.NewCompiler().Compile(docs)
	require.NoError(t, err)
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text.Bytes()))
	require.NoError(t, err)
	require.NoError(t, schema.Validate(v))

	read, err := dayfile.Read(bytes.NewReader(text.Bytes()))
	require.NoError(t, err)
	for _, b := range judge.Judge(read) {
		assert.True(t, b.Told, b.Says)
	}
	also := read.Services[0]
	also.Service.ID, also.Service.Name = "also", "Also"
	read.Services = append(read.Services, also)
	assert.True(t, slices.ContainsFunc(judge.Judge(read), func(b judge.Breach) bool { return b.Promise == judge.TwoPlaces && !b.Told }))
}

func TestWhatIsNoDayIsTold(t *testing.T) {
	for text, says := range map[string]string{
		`{`:                           "Line 1: the file is cut off.",
		`{"format": "jointime book"}`: "Not a Jointime day.",
		"{\n\"services\": [{]}":       "Line 2",
		`{"format": "jointime day", "version": 1, "zone": "Moon/Base"}`:                                                                                                                    "No time zone “Moon/Base”.",
		`{"format": "jointime day", "version": 1, "zone": "Etc/UTC", "kitchen": "k", "book": {"kitchens": []}}`:                                                                            "No kitchen “k” in the book.",
		`{"format": "jointime day", "version": 1, "zone": "Etc/UTC", "kitchen": "k", "book": {"kitchens": [{"id": "k"}]}, "services": [{"runUp": {"lanes": [{"blocks": [{"bar": 3}]}]}}]}`: "No bar 3.",
	} {
		_, err := dayfile.Read(strings.NewReader(text))
		require.Error(t, err, text)
		assert.Contains(t, err.Error(), says)
	}
}
