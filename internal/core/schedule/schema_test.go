package schedule_test

import (
	"bytes"
	"encoding/json"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/schedule"
)

func schema(t *testing.T, name string) *jsonschema.Schema {
	t.Helper()
	s, err := jsonschema.NewCompiler().Compile(filepath.Join("..", "..", "..", "docs", name))
	require.NoError(t, err)
	return s
}

func value(t *testing.T, text []byte) any {
	t.Helper()
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	return v
}

// The schemas in docs/ and the reader agree: both take every sample, and each
// change of shape below is refused by both.
func TestTheSchemasAgreeWithTheReader(t *testing.T) {
	problem, plan := schema(t, "problem.schema.json"), schema(t, "plan.schema.json")
	files, err := filepath.Glob("testdata/*.json")
	require.NoError(t, err)
	for _, name := range files {
		text, err := os.ReadFile(name)
		require.NoError(t, err)
		switch {
		case strings.Contains(name, "bad-") || strings.Contains(name, "known"):
		case strings.HasSuffix(name, ".plan.json"):
			assert.NoError(t, plan.Validate(value(t, text)), name)
			shaken(t, name, text, plan, func(b []byte) error { _, err := schedule.ReadPlan(bytes.NewReader(b)); return err })
		default:
			assert.NoError(t, problem.Validate(value(t, text)), name)
			if strings.Contains(name, "tiny") {
				shaken(t, name, text, problem, func(b []byte) error { _, err := schedule.ReadProblem(bytes.NewReader(b)); return err })
			}
		}
	}
}

// shaken changes the shape of a document in one place after another: a member
// too many, one too few, a value of another kind. Where the schema refuses the
// result so must the reader; where the reader alone refuses, it speaks of
// something that one member cannot tell.
func shaken(t *testing.T, name string, text []byte, s *jsonschema.Schema, read func([]byte) error) {
	t.Helper()
	refused := 0
	var walk func(root, at any)
	judge := func(root any, where string) {
		b, err := json.Marshal(root)
		require.NoError(t, err)
		if s.Validate(value(t, b)) != nil {
			refused++
			assert.Error(t, read(b), "%s: the schema refuses, the reader takes: %s", name, where)
		}
	}
	walk = func(root, at any) {
		switch v := at.(type) {
		case map[string]any:
			v["stranger"] = 1
			judge(root, "a stranger")
			delete(v, "stranger")
			for k, old := range v {
				if k == "note" {
					continue
				}
				delete(v, k)
				judge(root, "without "+k)
				for _, other := range []any{"text", -7_000_000_000, true, nil, []any{}, map[string]any{}} {
					v[k] = other
					judge(root, k)
				}
				v[k] = old
				walk(root, old)
			}
		case []any:
			for _, item := range v {
				walk(root, item)
			}
		}
	}
	var root any
	require.NoError(t, json.Unmarshal(text, &root))
	walk(root, root)
	assert.Greater(t, refused, 40, name)
}
