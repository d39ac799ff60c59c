package main

import (
	"bytes"
	"context"
	"encoding/json"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/reckon"
)

func TestReckonAnswersALineAQuestion(t *testing.T) {
	var out, errs bytes.Buffer
	in := strings.NewReader(`{"ask":"temperature","given":{"temperature":{"value":190,"unit":"°C"},"to":"°F"}}` + "\n\nnonsense\n" + `{"ask":"temperature","given":{}}`)
	require.Zero(t, run(context.Background(), []string{"reckon"}, in, &out, &errs), errs.String())
	lines := strings.Split(strings.TrimSpace(out.String()), "\n")
	require.Len(t, lines, 3)
	assert.JSONEq(t, `{"ask":"temperature","answer":{"value":374,"unit":"°F"},"working":"190 × 9 ÷ 5 + 32 = 374 °F"}`, lines[0])
	assert.Contains(t, lines[1], `"refusal":{"reason":"This is not a question`)
	assert.JSONEq(t, `{"ask":"temperature","refusal":{"reason":"“temperature” is missing.","field":"temperature"}}`, lines[2])
	assert.Equal(t, exitMalformed, run(context.Background(), []string{"reckon", "more"}, in, &out, &errs))
}

// The list and the schema in docs/ are what the asks give, and every example is by the schema.
func TestTheListOfSumsIsCurrent(t *testing.T) {
	kept, err := os.ReadFile("../../docs/reckon.txt")
	require.NoError(t, err)
	require.True(t, string(kept) == reckon.List(time.LoadLocation), "docs/reckon.txt is not current: run make types")
	kept, err = os.ReadFile("../../docs/reckon.schema.json")
	require.NoError(t, err)
	made, err := reckon.Schema()
	require.NoError(t, err)
	require.True(t, strings.TrimSpace(string(kept)) == string(made), "docs/reckon.schema.json is not current: run make types")
	schema, err := jsonschema.NewCompiler().Compile("../../docs/reckon.schema.json")
	require.NoError(t, err)
	for _, a := range reckon.Asks() {
		var q any
		require.NoError(t, json.Unmarshal([]byte(a.Example), &q))
		assert.NoError(t, schema.Validate(q), a.Name)
	}
	assert.Error(t, schema.Validate(map[string]any{"ask": "guess", "given": map[string]any{}}))
}
