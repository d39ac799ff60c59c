// Package golden holds what a test makes against what was made before, byte for byte:
// a file of SHA-256 digests, by name. A change that is meant is taken in with
//
//	JOINTIME_GOLDEN=take go test ./internal/core/runup -run Unchanged
//
// and with JOINTIME_GOLDEN set to a folder, what is made is written into it, so that
// the texts of two versions can be compared.
package golden

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// take is the value of JOINTIME_GOLDEN with which digests are written, not compared.
const take = "take"

// File is what is made of one thing, held against the digests of a file.
type File struct {
	t    testing.TB
	path string
	of   string
	how  string // empty, take, or a folder
	want map[string]string
}

// writing keeps tests side by side from writing one file at a time.
var writing sync.Mutex

// Of opens the digests of something in a file, which need not be there yet.
func Of(t testing.TB, path, of string) File {
	t.Helper()
	return File{t: t, path: path, of: of, how: os.Getenv("JOINTIME_GOLDEN"), want: read(t, path)[of]}
}

// read gives the digests of a file, by what they are of and by name.
func read(t testing.TB, path string) map[string]map[string]string {
	t.Helper()
	out := map[string]map[string]string{}
	text, err := os.ReadFile(path)
	if errors.Is(err, fs.ErrNotExist) {
		return out
	}
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(text, &out), path)
	return out
}

// JSON holds a value, as JSON.
func (f File) JSON(name string, v any) {
	f.t.Helper()
	text, err := json.MarshalIndent(v, "", " ")
	require.NoError(f.t, err)
	f.Text(name, text)
}

// Text holds a text.
func (f File) Text(name string, text []byte) {
	f.t.Helper()
	sum := sha256.Sum256(text)
	got := hex.EncodeToString(sum[:])
	switch f.how {
	case "":
		assert.Equal(f.t, f.want[name], got, "%s, %s: see internal/golden", f.of, name)
	case take:
		f.take(name, got)
	default:
		file := strings.Map(plain, f.of+" "+name)
		require.NoError(f.t, os.WriteFile(filepath.Join(f.how, file), text, 0o600))
	}
}

// take writes one digest into the file.
func (f File) take(name, digest string) {
	f.t.Helper()
	writing.Lock()
	defer writing.Unlock()
	all := read(f.t, f.path)
	of := maps.Clone(all[f.of])
	if of == nil {
		of = map[string]string{}
	}
	of[name] = digest
	all[f.of] = of
	text, err := json.MarshalIndent(all, "", "\t")
	require.NoError(f.t, err)
	require.NoError(f.t, os.WriteFile(f.path, append(text, '\n'), 0o600))
}

// plain puts a dash where a letter does not belong into the name of a file.
func plain(r rune) rune {
	if strings.ContainsRune(`/\?&=: `, r) {
		return '-'
	}
	return r
}
