package reading_test

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"jointime/internal/core/reading"
)

// asRead is a line of a corpus: what it should be read as, what it was read as, and whether
// marks are there and wanted.
type asRead struct {
	line, want, got string
	doubt, wanted   bool
	why             []string
}

// score is how a corpus was read: right; wrong with a mark or handed back, which is left to
// the cook; wrong without a mark; and right but marked though no mark was wanted.
type score struct{ all, right, left, unmarked, needless int }

func (s *score) count(r asRead) {
	s.all++
	switch {
	case r.got == r.want && (!r.wanted || r.doubt):
		s.right++
		if r.doubt && !r.wanted {
			s.needless++
		}
	case r.doubt:
		s.left++
	default:
		s.unmarked++
	}
}

func (s score) String() string {
	return fmt.Sprintf("%d lines: %d right, %d left to the cook, %d wrong without a mark, %d right and needlessly marked", s.all, s.right, s.left, s.unmarked, s.needless)
}

func ingredientAsRead(c string) asRead {
	c, wanted := strings.CutSuffix(c, "; doubt")
	cells := strings.Split(c, " | ")
	if strings.HasPrefix(c, " | ") {
		cells = []string{"", c[3:]}
	}
	got := reading.Ingredient(cells[0])
	text := strings.Join([]string{amount(got.Low), amount(got.High), said(got.Unit), said(got.Item), said(got.Note)}, " | ")
	if got.Kind != reading.IngredientKind {
		text = string(got.Kind)
	}
	return asRead{cells[0], strings.Join(cells[1:], " | "), text, got.Doubt && got.Kind != reading.Unread, wanted, got.Why}
}

func stepAsRead(c string) asRead {
	line, want, _ := strings.Cut(c, " => ")
	want, wanted := strings.CutSuffix(want, "; doubt")
	var parts []string
	for _, p := range strings.Split(want, "; ") {
		if !strings.HasPrefix(p, "takes=") {
			parts = append(parts, p)
		}
	}
	got := reading.Step(line)
	return asRead{line, strings.Join(parts, "; "), shown(got), got.Doubt, wanted, got.Why}
}

// scored reads a corpus; with JOINTIME_LINES set, what went wrong is told line by line.
func scored(t *testing.T, file string, read func(string) asRead) score {
	t.Helper()
	var s score
	for _, c := range corpus(t, file) {
		r := read(c)
		before := s.right
		s.count(r)
		if os.Getenv("JOINTIME_LINES") != "" && s.right == before {
			t.Logf("%s\n  want %s\n  got  %s %v", r.line, r.want, r.got, r.why)
		}
	}
	t.Logf("%s: %v", file, s)
	return s
}

// The third hundred was written before the reader was changed for it.
func TestTheThirdHundredIsUnderstood(t *testing.T) {
	for _, c := range []struct {
		file  string
		read  func(string) asRead
		right int // per cent
	}{{"third-ingredients.txt", ingredientAsRead, 92}, {"third-steps.txt", stepAsRead, 85}} {
		s := scored(t, c.file, c.read)
		require.GreaterOrEqual(t, 100*s.right, c.right*s.all, c.file)
		require.LessOrEqual(t, s.unmarked, 1, c.file)
		require.LessOrEqual(t, 10*s.needless, s.right, c.file)
	}
}
