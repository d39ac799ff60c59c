package reading_test

import (
	"bufio"
	"os"
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

// share counts how a reader did.
type share struct{ all, right, unmarked, rightMarked int }

func (s *share) count(right, doubt bool) {
	s.all++
	switch {
	case right:
		s.right++
		if doubt {
			s.rightMarked++
		}
	case !doubt:
		s.unmarked++
	}
}

func (s share) hold(t *testing.T, least float64) {
	t.Helper()
	t.Logf("%d of %d right (%.1f %%); %d wrong without a mark; %d right ones marked", s.right, s.all, 100*float64(s.right)/float64(s.all), s.unmarked, s.rightMarked)
	require.GreaterOrEqual(t, float64(s.right), least*float64(s.all))
	require.Zero(t, s.unmarked, "wrong without a mark")
	require.LessOrEqual(t, 10*s.rightMarked, s.right, "too many of the right ones are marked")
}
