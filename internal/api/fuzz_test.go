package api_test

import (
	"encoding/json"
	"fmt"
	"math"
	"math/rand/v2"
	"net/url"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/size"
)

// description is what the tests read of the OpenAPI document.
type description struct {
	Paths map[string]map[string]struct {
		Parameters []struct {
			Name, In string
			Schema   schema
		}
		RequestBody *struct {
			Content map[string]struct{ Schema schema }
		}
	}
	Components struct{ Schemas map[string]schema }
}

type schema struct {
	Ref                  string `json:"$ref"`
	Type                 any
	Properties           map[string]schema
	Required             []string
	Items                *schema
	Enum                 []any
	Minimum, Maximum     *float64
	MinLength, MaxLength *int
	MinItems, MaxItems   *int
	AdditionalProperties any
	ReadOnly             bool
}

// asker makes requests at random from the description: most of them as it says they are to
// be, some with one thing wrong.
type asker struct {
	*rand.Rand
	description
	ids []string
}

func (a asker) one(of ...string) string { return of[a.IntN(len(of))] }

var awkward = []string{"", " ", "hake", "Éclair", "Хлеб", "'; drop table thing; --", "<script>", "\x00", "\x1b[0m", "a\rb", "＝1", "../..", "%00", "𝟚 g", strings.Repeat("x", 3000), "2026-03-20", "19:30", "25:99", "2 h", "-1 kg", "1e999 g"}

func (a asker) value(s schema, deep int) any {
	if name, is := strings.CutPrefix(s.Ref, "#/components/schemas/"); is {
		s = a.Components.Schemas[name]
	}
	if a.IntN(60) == 0 { // something else than it is to be
		return []any{nil, true, -1, 1e300, "x", []any{}, map[string]any{}, math.MaxInt64}[a.IntN(8)]
	}
	if len(s.Enum) > 0 {
		return s.Enum[a.IntN(len(s.Enum))]
	}
	kind, _ := s.Type.(string)
	if list, is := s.Type.([]any); is {
		kind, _ = list[0].(string)
	}
	switch kind {
	case "boolean":
		return a.IntN(2) == 0
	case "integer", "number":
		low, high := 0.0, 1000.0
		if s.Minimum != nil {
			low = *s.Minimum
		}
		if s.Maximum != nil {
			high = *s.Maximum
		}
		v := []float64{low, high, low + 1, low + a.Float64()*min(high-low, 100), (low + high) / 2}[a.IntN(5)]
		if kind == "integer" {
			return int64(v)
		}
		return v
	case "array":
		out := []any{}
		if s.Items != nil && deep < 7 {
			for range a.IntN(3) {
				out = append(out, a.value(*s.Items, deep+1))
			}
		}
		return out
	case "object":
		out := map[string]any{}
		for name, p := range s.Properties {
			if !p.ReadOnly && name != "$schema" && (slices.Contains(s.Required, name) || deep < 6 && a.IntN(3) == 0) {
				out[name] = a.value(p, deep+1)
			}
		}
		return out
	case "string":
		if a.IntN(3) > 0 {
			return a.one(a.ids...)
		}
		return a.one(awkward...)
	}
	return a.one(awkward...)
}

// Every operation is asked at random, as its description says and otherwise: it answers with
// no fault of ours, what it says is a problem is one, and what it refuses leaves nothing
// behind.
func TestRandomRequestsAreAnsweredAndRefusedOnesStoreNothing(t *testing.T) {
	text, err := os.ReadFile("../../docs/openapi.json")
	require.NoError(t, err)
	seed := uint64(size.Of(1, 1, int(time.Now().UnixNano()&math.MaxInt32)))
	a := asker{Rand: rand.New(rand.NewPCG(seed, 15)), ids: []string{"supper", "winter-supper", "supper@2026-02-28", "roast-hake", "guinea-fowl", "hake", "gravy", "crown", "butter", "back-kitchen", "ghost"}}
	require.NoError(t, json.Unmarshal(text, &a.description))
	h := newHouse(t)
	chef := h.cook("Chef")
	tried, refused := 0, 0
	for range size.Of(1, 3, 150) {
		for _, path := range sortedKeys(a.Paths) {
			for _, method := range sortedKeys(a.Paths[path]) {
				if path == "/api/events" || path == "/api/services/{id}/labels" && method == "post" {
					continue // a stream; a printer that is not there
				}
				o := a.Paths[path][method]
				at, query := path, url.Values{}
				var headers []string
				for _, p := range o.Parameters {
					v := fmt.Sprint(a.value(p.Schema, 0))
					switch {
					case p.In == "path":
						at = strings.ReplaceAll(at, "{"+p.Name+"}", url.PathEscape(v))
					case p.In == "query" && a.IntN(2) == 0:
						query.Set(p.Name, v)
					case p.Name == "Idempotency-Key" && a.IntN(2) == 0:
						headers = append(headers, p.Name, fmt.Sprint("key ", a.IntN(20)))
					}
				}
				var body any
				if o.RequestBody != nil {
					for kind, c := range o.RequestBody.Content {
						if body = any([]byte("no picture")); kind == "application/json" {
							body = a.value(c.Schema, 0)
						}
					}
				}
				if len(query) > 0 {
					at += "?" + query.Encode()
				}
				before := everything(t, h.store)
				got := chef.send(strings.ToUpper(method), at, body, headers...)
				what := fmt.Sprintf("seed %d: %s %s %s", seed, method, at, jsonText(body))
				tried++
				assert.Less(t, got.status, 500, "%s: %s", what, got.body)
				if got.status < 400 {
					continue
				}
				refused++
				assert.NotEmpty(t, got.problem(t).Detail, what)
				assert.NotEqual(t, "about:blank", got.problem(t).Type, what)
				if method != "get" {
					require.Equal(t, before, everything(t, h.store), "%s: %s", what, got.body)
				}
			}
		}
	}
	t.Logf("seed %d: %d requests, %d of them refused", seed, tried, refused)
	assert.Less(t, refused, tried)
}

func sortedKeys[V any](m map[string]V) (out []string) {
	for k := range m {
		out = append(out, k)
	}
	slices.Sort(out)
	return out
}
