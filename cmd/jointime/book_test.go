package main

import (
	"bytes"
	"context"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/demo"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev/pgtest"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func TestABookIsExportedAndImportedFromTheCommandLine(t *testing.T) {
	ctx := context.Background()
	st := pgtest.Store(t)
	require.NoError(t, demo.LoadInto(ctx, st, demotest.Morning))
	call := func(want int, args ...string) (string, string) {
		t.Helper()
		var out, errs bytes.Buffer
		require.Equal(t, want, run(ctx, args, strings.NewReader(""), &out, &errs), errs.String())
		return out.String(), errs.String()
	}
	book, _ := call(0, "export", "--database", st.URL)
	file := filepath.Join(t.TempDir(), "book.json")
	require.NoError(t, os.WriteFile(file, []byte(strings.Replace(book, "Crushed swede", "Crushed turnip", 1)), 0o600))

	said, _ := call(0, "import", "--database", st.URL, file)
	assert.Contains(t, said, `changed component "Crushed turnip"`)
	assert.Contains(t, said, "Nothing changed yet")
	same, _ := call(0, "export", "--database", st.URL)
	assert.Equal(t, book, same)

	said, _ = call(0, "import", "--database", st.URL, "--yes", file)
	assert.Contains(t, said, "Imported.")
	now, _ := call(0, "export", "--database", st.URL)
	assert.Contains(t, now, "Crushed turnip")

	require.NoError(t, os.WriteFile(file, []byte(book[:len(book)/3]), 0o600))
	_, errs := call(exitMalformed, "import", "--database", st.URL, file)
	assert.Contains(t, errs, "is cut off")
	call(exitMalformed, "import")
	_, errs = call(1, "export", "--database", "postgres://127.0.0.1:1/none")
	assert.Contains(t, errs, "connect")
	schema, _ := call(0, "schema")
	assert.Contains(t, schema, "json-schema.org")
}
