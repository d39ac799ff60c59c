package bookfile_test

import (
	"bytes"
	"compress/gzip"
	"encoding/json"
	"io"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/fault"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/demo"
	"jointime/internal/formats/bookfile"
)

func demoFile() bookfile.File {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	f := bookfile.New()
	f.Kitchens, f.Ingredients, f.Components, f.Dishes, f.Menus = []kitchen.Kitchen{b.Kitchen}, b.Ingredients, b.Components, b.Dishes, []recipe.Menu{b.Menu}
	f.Suppliers = b.Suppliers
	return f
}

func written(t testing.TB, f bookfile.File) []byte {
	t.Helper()
	var out bytes.Buffer
	require.NoError(t, bookfile.Write(&out, f))
	return out.Bytes()
}

func TestABookGoesOutAndInAgainIdentical(t *testing.T) {
	first := written(t, demoFile())
	back, err := bookfile.Read(bytes.NewReader(first))
	require.NoError(t, err)
	assert.Equal(t, string(first), string(written(t, back)))
	items, err := bookfile.Changes(demoFile(), back)
	require.NoError(t, err)
	for _, i := range items {
		assert.Equal(t, "same", i.What, i.Name)
	}
}

// The schema in docs/ is the one that the reader holds files against, and an
// independent validator takes the demo's book and refuses what the reader does.
func TestTheSchemaIsCurrentAndAgreesWithTheReader(t *testing.T) {
	made, err := bookfile.Schema()
	require.NoError(t, err)
	kept, err := os.ReadFile(filepath.Join("..", "..", "..", "docs", "book.schema.json"))
	require.NoError(t, err)
	require.True(t, strings.TrimSpace(string(kept)) == strings.TrimSpace(string(made)), "docs/book.schema.json is not current: run make types")
	schema, err := jsonschema.NewCompiler().Compile(filepath.Join("..", "..", "..", "docs", "book.schema.json"))
	require.NoError(t, err)
	text := written(t, demoFile())
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	require.NoError(t, err)
	require.NoError(t, schema.Validate(v))
	for name, spoil := range map[string]func(m map[string]any){
		"an unknown member": func(m map[string]any) { m["extra"] = 1 },
		"a missing list":    func(m map[string]any) { delete(m, "dishes") },
		"a text for a time": func(m map[string]any) {
			c := m["components"].([]any)[0].(map[string]any)
			c["methods"].([]any)[0].(map[string]any)["steps"].([]any)[0].(map[string]any)["time"] = "soon"
		},
		"a unit of nowhere": func(m map[string]any) {
			m["components"].([]any)[0].(map[string]any)["yield"].(map[string]any)["unit"] = "bucket"
		},
	} {
		var m map[string]any
		require.NoError(t, json.Unmarshal(text, &m))
		spoil(m)
		spoiled, err := json.Marshal(m)
		require.NoError(t, err)
		v, err := jsonschema.UnmarshalJSON(bytes.NewReader(spoiled))
		require.NoError(t, err)
		require.Error(t, schema.Validate(v), name)
		_, err = bookfile.Read(bytes.NewReader(spoiled))
		var faults fault.List
		require.ErrorAs(t, err, &faults, name)
		assert.NotEmpty(t, faults[0].What, name)
	}
}

func TestBadFilesAreToldWithTheirPlace(t *testing.T) {
	text := string(written(t, demoFile()))
	for name, c := range map[string]struct{ file, want string }{
		"half a file":       {text[:len(text)/2], "the file is cut off"},
		"no JSON":           {"hello", "Line 1"},
		"another format":    {`{"format": "cards", "version": 1}`, "Not a Jointime book"},
		"another version":   {strings.Replace(text, `"version": 1`, `"version": 7`, 1), "Book version 7 is not supported"},
		"a name twice":      {strings.Replace(text, `"id": "shrimp-butter",`, `"id": "lettuce",`, 1), "missing or used twice"},
		"a missing thing":   {strings.Replace(text, `"ingredient": "swede"`, `"ingredient": "gold"`, 1), `No ingredient “gold” in the file`},
		"nothing":           {"", "the file is cut off"},
		"a list, no object": {"[]", "Not a Jointime book"},
	} {
		_, err := bookfile.Read(strings.NewReader(c.file))
		require.ErrorContains(t, err, c.want, name)
	}
}

func TestAnImportSaysWhatItWouldChange(t *testing.T) {
	now, file := demoFile(), demoFile()
	file.Components = append([]recipe.Component{}, file.Components...)
	file.Components[0].Name = "Another hake"
	file.Dishes = append(append([]recipe.Dish{}, file.Dishes...), recipe.Dish{ID: "new", Name: "New"})
	items, err := bookfile.Changes(now, file)
	require.NoError(t, err)
	what := map[string]int{}
	for _, i := range items {
		what[i.What]++
		if i.What == "changed" {
			require.Len(t, i.Differences, 1)
			assert.Equal(t, "Another hake", i.Differences[0].Is)
		}
	}
	assert.Equal(t, 1, what["new"])
	assert.Equal(t, 1, what["changed"])
}

func FuzzRead(f *testing.F) {
	f.Add([]byte(`{"format":"jointime book","version":1,"kitchens":[],"ingredients":[],"components":[],"dishes":[],"menus":[]}`))
	f.Add(written(f, demoFile())[:4000])
	f.Fuzz(func(t *testing.T, text []byte) {
		file, err := bookfile.Read(bytes.NewReader(text))
		if err != nil {
			return
		}
		again, err := bookfile.Read(bytes.NewReader(written(t, file)))
		require.NoError(t, err)
		assert.Equal(t, string(written(t, file)), string(written(t, again)))
	})
}

// The demo's book as the version before waits over several steps, windows and parted versions wrote it:
// it is taken in, and goes out again byte for byte, for all that is new may be absent.
func TestABookOfTheVersionBeforeIsTakenIn(t *testing.T) {
	packed, err := os.Open(filepath.Join("testdata", "book-before-chains.json.gz"))
	require.NoError(t, err)
	defer packed.Close()
	plain, err := gzip.NewReader(packed)
	require.NoError(t, err)
	before, err := io.ReadAll(plain)
	require.NoError(t, err)
	f, err := bookfile.Read(bytes.NewReader(before))
	require.NoError(t, err)
	assert.Equal(t, string(before), string(written(t, f)))
}
