package reading_test

import (
	"bufio"
	"os"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// corpus gives the lines of a file of testdata that are not comments.
func corpus(t *testing.T, name string) (out []string) {
	t.Helper()
	f, err := os.Open("testdata/" + name)
	require.NoError(t, err)
	defer f.Close()
	for s := bufio.NewScanner(f); s.Scan(); {
		if strings.HasPrefix(s.Text(), "# ") || s.Text() == "#" {
			continue
		}
		out = append(out, s.Text())
	}
	return out
}

// said writes an optional text as the corpus does.
func said(s *string) string {
	if s == nil {
		return "-"
	}
	return *s
}

func amount(v *float64) string {
	if v == nil {
		return "-"
	}
	return strconv.FormatFloat(*v, 'f', -1, 64)
}
