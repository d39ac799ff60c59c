package app_test

import (
	"go/parser"
	"go/token"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTheApplicationKnowsNoRequest(t *testing.T) {
	files, err := filepath.Glob("*.go")
	require.NoError(t, err)
	assert.Greater(t, len(files), 5)
	for _, path := range files {
		f, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		require.NoError(t, err)
		for _, i := range f.Imports {
			name, _ := strconv.Unquote(i.Path.Value)
			for _, web := range []string{"net/http", "github.com/go-chi", "github.com/danielgtaylor/huma", "jointime/internal/api"} {
				assert.False(t, strings.HasPrefix(name, web), "%s imports %s", path, name)
			}
		}
	}
}
