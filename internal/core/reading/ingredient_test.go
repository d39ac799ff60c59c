package reading_test

import (
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/reading"
)

func amount(v *float64) string {
	if v == nil {
		return "-"
	}
	return strconv.FormatFloat(*v, 'f', -1, 64)
}

// The corpus was written before the reader; its other half, more-ingredients.txt,
// after it.
func TestIngredientLinesAreUnderstood(t *testing.T) {
	for _, file := range []string{"ingredients.txt", "more-ingredients.txt"} {
		var s share
		for _, c := range corpus(t, file) {
			cells := strings.Split(c, " | ")
			if strings.HasPrefix(c, " | ") {
				cells = []string{"", c[3:]}
			}
			got := reading.Ingredient(cells[0])
			text := strings.Join([]string{amount(got.Low), amount(got.High), said(got.Unit), said(got.Item), said(got.Note)}, " | ")
			if got.Kind != reading.IngredientKind {
				text = string(got.Kind)
			}
			want := strings.Join(cells[1:], " | ")
			s.count(assert.ObjectsAreEqual(want, text), got.Doubt)
			if want != text || got.Doubt {
				t.Logf("%s\n  want %s\n  got  %s %v", cells[0], want, text, got.Why)
			}
		}
		s.hold(t, 0.9)
	}
}
