package reading_test

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/reading"
)

// asRead is a line of a corpus: what it should be read as, what it was read as, and whether
// marks are there and wanted.
type asRead struct {
	line, want, got string
	doubt, wanted   bool
	why             []string
	takes, taken    string // whose hands a cook takes as said, and whose were told
}

// score is how a corpus was read: right; wrong with a mark or handed back, which is left to
// the cook; wrong without a mark; and right but marked though no mark was wanted.
type score struct{ all, right, left, unmarked, needless, takes, told int }

func (s *score) count(r asRead) {
	s.all++
	if r.takes != "" {
		s.takes++
		if r.takes == r.taken {
			s.told++
		}
	}
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
	text := fmt.Sprintf("%d lines: %d right, %d left to the cook, %d wrong without a mark, %d right and needlessly marked", s.all, s.right, s.left, s.unmarked, s.needless)
	if s.takes > 0 {
		text += fmt.Sprintf("; hands told for %d of %d", s.told, s.takes)
	}
	return text
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
	return asRead{line: cells[0], want: strings.Join(cells[1:], " | "), got: text, doubt: got.Doubt && got.Kind != reading.Unread, wanted: wanted, why: got.Why}
}

func stepAsRead(c string) asRead {
	line, want, _ := strings.Cut(c, " => ")
	want, wanted := strings.CutSuffix(want, "; doubt")
	takes := ""
	var parts []string
	for _, p := range strings.Split(want, "; ") {
		if hands, is := strings.CutPrefix(p, "takes="); is {
			takes = hands
		} else {
			parts = append(parts, p)
		}
	}
	got := reading.Step(line)
	return asRead{line: line, want: strings.Join(parts, "; "), got: shown(got), doubt: got.Doubt, wanted: wanted, why: got.Why, takes: takes, taken: said(got.HandsAssumed)}
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
		if os.Getenv("JOINTIME_LINES") != "" && r.takes != "" && r.takes != r.taken {
			t.Logf("%s\n  takes %s\n  told  %s", r.line, r.takes, r.taken)
		}
	}
	t.Logf("%s: %v", file, s)
	return s
}

// The corpora: the first of each kind was written before the reader, the second after it by
// somebody who tried to trip it, the third and fourth before the reader was changed for them.
func TestLinesAreUnderstood(t *testing.T) {
	for _, c := range []struct {
		file            string
		read            func(string) asRead
		right, unmarked int // per cent at the least, lines at the most
	}{
		{"ingredients.txt", ingredientAsRead, 90, 0}, {"more-ingredients.txt", ingredientAsRead, 90, 0}, {"third-ingredients.txt", ingredientAsRead, 92, 1},
		{"steps.txt", stepAsRead, 80, 0}, {"more-steps.txt", stepAsRead, 80, 0}, {"third-steps.txt", stepAsRead, 85, 1},
		{"fourth-ingredients.txt", ingredientAsRead, 92, 1}, {"fourth-steps.txt", stepAsRead, 85, 1},
	} {
		s := scored(t, c.file, c.read)
		require.GreaterOrEqual(t, 100*s.right, c.right*s.all, c.file)
		require.LessOrEqual(t, s.unmarked, c.unmarked, c.file)
		require.LessOrEqual(t, 10*s.needless, s.right, c.file)
	}
}

// What a line must not be taken for, however it is written.
func TestASizeIsNoSecondIngredient(t *testing.T) {
	for line, want := range map[string]struct {
		low   float64
		item  string
		doubt bool
	}{"4 lamb shanks 350 g each": {4, "lamb shanks", false}, "flour 1 000 g": {1000, "flour", false}, "1 400g tin chopped tomatoes": {1, "chopped tomatoes", false}, "1 large onion, 1 cm dice": {1, "large onion", false}, "6 eggs, 2 yolks": {6, "eggs", true}} {
		got := reading.Ingredient(line)
		require.NotNil(t, got.Low, line)
		assert.Equal(t, want.low, *got.Low, line)
		assert.Equal(t, want.item, *got.Item, line)
		assert.Equal(t, want.doubt, got.Doubt, line)
	}
}
