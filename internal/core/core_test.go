// Package core_test holds the rule that the core computes and nothing else.
package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// allowed are the packages of the standard library that do no I/O, read no
// clock and log nothing. io and time are here for io.Reader and for values of
// time; the clock itself is looked for below.
var allowed = map[string]bool{
	"bytes": true, "cmp": true, "context": true, "crypto/sha256": true, "encoding/hex": true, "encoding/json": true, "errors": true, "fmt": true, "io": true, "iter": true, "maps": true, "math": true, "math/bits": true, "math/rand/v2": true,
	"reflect": true, "regexp": true, "slices": true, "sort": true, "strconv": true, "strings": true, "sync": true, "time": true, "unicode": true, "unicode/utf8": true,
	"golang.org/x/text/unicode/norm": true, // letters without their marks, for ids
}

func TestTheCoreImportsNothingOfOursOutsideItAndNoIO(t *testing.T) {
	files := 0
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		require.NoError(t, err)
		for _, i := range f.Imports {
			name, _ := strconv.Unquote(i.Path.Value)
			assert.True(t, allowed[name] || strings.HasPrefix(name, "jointime/internal/core/"), "%s imports %s", path, name)
		}
		return nil
	})
	require.NoError(t, err)
	assert.Greater(t, files, 30)
}

func TestTheCoreReadsNoClockAndPrintsNothing(t *testing.T) {
	forbidden := map[string]bool{"time.Now": true, "time.Since": true, "time.LoadLocation": true, "time.Sleep": true, "fmt.Print": true, "fmt.Println": true, "fmt.Printf": true}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		for _, call := range calls(t, path) {
			assert.False(t, forbidden[call], "%s calls %s", path, call)
		}
		return nil
	}))
}

// may is who of the core may import whom: what is not here is not allowed. The way there
// (expand) and the way back (report) share the map and nothing else, and the planner
// knows nothing of kitchens.
var may = map[string]string{
	"fault": "", "heat": "", "limits": "fault units", "reading": "fault units words", "revise": "fault units", "schedule": "", "units": "fault", "words": "",
	"cutting":           "fault",
	"solids":            "",
	"reckon":            "cutting solids units",
	"kitchen":           "fault limits units words",
	"plating":           "fault heat plating/raster solids units words",
	"plating/raster":    "",
	"recipe":            "cutting fault kitchen limits plating units words",
	"recipe/quantity":   "cutting fault kitchen recipe units words",
	"recipe/supply":     "fault recipe recipe/quantity units",
	"recipe/entry":      "fault kitchen limits plating reading recipe units words",
	"recipe/cleanup":    "plating recipe",
	"recipe/contents":   "fault kitchen plating recipe units words",
	"recipe/review":     "fault heat keeping kitchen reading recipe recipe/contents recipe/entry recipe/quantity units words",
	"recipe/answer":     "fault kitchen reading recipe recipe/entry units words",
	"recipe/search":     "kitchen recipe recipe/contents recipe/review words",
	"recipe/recipetest": "plating recipe units",
	"needs":             "fault kitchen recipe recipe/contents service words",
	"told":              "recipe runup/report words",
	"service":           "fault recipe recipe/quantity units words",
	"keeping":           "kitchen limits recipe units words",
	"judge":             "fault kitchen limits plating recipe service units", // nothing of what plans
	"schedule/check":    "schedule", "schedule/network": "schedule", "schedule/planted": "schedule schedule/serial", "schedule/prove": "schedule", "schedule/clash": "schedule schedule/check schedule/prove schedule/solve", "schedule/scheduletest": "schedule", "schedule/instead": "schedule schedule/check schedule/solve", "schedule/serial": "schedule schedule/check", "schedule/short": "schedule schedule/solve", "schedule/reason": "schedule", "schedule/solve": "schedule schedule/prove schedule/timing", "schedule/timing": "schedule",
	"runup/runuptest": "kitchen plating recipe runup/demand service units",
	"runup/work":      "limits schedule",
	"runup/demand":    "keeping kitchen limits plating recipe runup/work service words",
	"runup/expand":    "keeping kitchen limits plating recipe runup/demand runup/work schedule service units words",
	"runup/report":    "limits runup/work schedule schedule/network schedule/reason units words",
	"runup/evening":   "kitchen runup/report units words",
	"runup":           "runup/demand runup/expand runup/report runup/work schedule schedule/check schedule/network schedule/short schedule/solve service units words",
	"mise":            "fault keeping kitchen recipe recipe/quantity recipe/contents runup/report units words",
	"kitchenday":      "kitchen runup/report units",
	"handout":         "kitchen recipe runup/report service words",
	"room":            "kitchen plating recipe recipe/contents runup/report service units words",
}

func TestWhoMayImportWhom(t *testing.T) {
	met := map[string]bool{}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		own := filepath.ToSlash(filepath.Dir(path))
		allowed, known := may[own]
		met[own] = true
		assert.True(t, known, "%s: say in this test whom it may import", own)
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		require.NoError(t, err)
		for _, i := range f.Imports {
			name, _ := strconv.Unquote(i.Path.Value)
			if of, ours := strings.CutPrefix(name, "jointime/internal/core/"); ours {
				assert.Contains(t, strings.Fields(allowed), of, path)
			}
		}
		return nil
	}))
	for own := range may {
		assert.True(t, met[own], "%s is no package any more", own)
	}
}

// No package of the core is larger than one can keep in mind, and no file longer than one
// reads in one go.
func TestRoomsAreNoLargerThanOneCanKeepInMind(t *testing.T) {
	files := map[string]int{}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") {
			return err
		}
		text, err := os.ReadFile(path)
		require.NoError(t, err)
		if !strings.HasSuffix(path, "_test.go") {
			files[filepath.Dir(path)]++
			assert.LessOrEqual(t, strings.Count(string(text), "\n"), 300, path)
		}
		return nil
	}))
	for dir, n := range files {
		assert.LessOrEqual(t, n, 20, dir)
	}
}
