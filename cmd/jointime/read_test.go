package main

import (
	"bytes"
	"context"
	"encoding/json"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestReadWritesOneObjectALine(t *testing.T) {
	var out, errs bytes.Buffer
	in := strings.NewReader("a pinch of salt\r\n\nFor the sauce:\n" + strings.Repeat("x", 1<<20) + "\nsalt")
	require.Zero(t, run(context.Background(), []string{"read", "ingredients"}, in, &out, &errs), errs.String())
	lines := strings.Split(strings.TrimSpace(out.String()), "\n")
	require.Len(t, lines, 5)
	var kinds []any
	for _, l := range lines {
		var m map[string]any
		require.NoError(t, json.Unmarshal([]byte(l), &m))
		for _, key := range []string{"line", "kind", "low", "high", "unit", "item", "note", "doubt"} {
			assert.Contains(t, m, key)
		}
		kinds = append(kinds, m["kind"])
	}
	assert.Equal(t, []any{"ingredient", "empty", "heading", "unread", "ingredient"}, kinds)
}

func TestReadStepsHasEveryMember(t *testing.T) {
	var out, errs bytes.Buffer
	require.Zero(t, run(context.Background(), []string{"read", "steps"}, strings.NewReader("rest"), &out, &errs))
	var m map[string]any
	require.NoError(t, json.Unmarshal(out.Bytes(), &m))
	for _, key := range []string{"line", "kind", "verb", "low_s", "high_s", "temperature_c", "equipment", "cue", "hands", "hands_s", "then", "until_fraction", "doubt"} {
		assert.Contains(t, m, key)
	}
	assert.Equal(t, 2, run(context.Background(), []string{"read", "poems"}, strings.NewReader(""), &out, &errs))
}
