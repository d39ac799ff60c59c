package reading_test

import (
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/reading"
)

var (
	aWord = regexp.MustCompile(`[\pL]+`)
	// counts are words that stand in the unit: a tin is a piece, lg is large.
	counts = regexp.MustCompile(`^(?i:l|lg|so|pieces?|tins?|drops?|dash|pinch|handful|knob)$`)
	filler = regexp.MustCompile(`^(?i:a|an|of|the|and|or|to|x|approx|about|roughly|around|circa|ca|say|each|from|for|large|is|at|least|up|between|most|no|than|more|plus)$`)
)

// Every word of an ingredient line belongs to its amount, its unit, its item or its note,
// or the line is marked.
func TestNoWordOfAnIngredientIsDropped(t *testing.T) {
	for _, file := range []string{"ingredients.txt", "more-ingredients.txt", "third-ingredients.txt"} {
		for _, c := range corpus(t, file) {
			line := ingredientAsRead(c).line
			got := reading.Ingredient(line)
			if got.Kind != reading.IngredientKind || got.Doubt {
				continue
			}
			letters := []rune(line)
			covered := map[int]bool{}
			for _, s := range got.Spans {
				for i := s.From; i < s.To && i < len(letters); i++ {
					covered[i] = true
				}
			}
			told := " " + strings.ToLower(said(got.Item)+" "+said(got.Note)) + " "
			for _, at := range aWord.FindAllStringIndex(line, -1) {
				w := line[at[0]:at[1]]
				if filler.MatchString(w) || counts.MatchString(w) || strings.Contains(told, strings.ToLower(w)) || covered[len([]rune(line[:at[0]]))] {
					continue
				}
				assert.Fail(t, "dropped", "%q of %q: %s | %s", w, line, said(got.Item), said(got.Note))
			}
		}
	}
}
