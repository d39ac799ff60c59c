package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
)

// What whoever does a step has to know stands in the order in which it is typed, several
// rescues one after another.
func TestWordsOfAStep(t *testing.T) {
	s := recipe.Step{Name: "whisk", Note: "over a bain-marie", Unbroken: true, Short: "it finishes off the heat",
		Hands:    recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30, Assumed: true}, {At: 180, For: 20, What: "turn"}, {At: -30, For: 30, What: "taste"}}},
		Cues:     []recipe.Cue{{How: "on the back of a spoon", Right: "coats", NotYet: "runs", More: 120, TooFar: "grainy", Then: "blend it", LooksWrong: "foams first"}, {Right: "hot"}},
		Troubles: []recipe.Trouble{{What: "splits", Follows: "greasy", Rescue: "a spoon of water; a new yolk"}, {What: "catches"}}}
	assert.Equal(t, []recipe.Word{
		{"", "over a bain-marie"}, {"at 3 min", "turn"}, {"30 s before the end", "taste"}, {"", "do not leave"}, {"stop short", "it finishes off the heat"}, {"test", "on the back of a spoon"}, {"not yet: runs", "2 min more"},
		{"too far: grainy", "blend it"}, {"looks wrong, is right", "foams first"}, {"splits: greasy", "a spoon of water"}, {"if not", "a new yolk"}, {"catches", "watch for it"},
	}, s.Words())
	assert.Empty(t, recipe.Step{Cues: []recipe.Cue{{Right: "golden"}}}.Words())
}

// What is assumed is shorter in a short step, and gives way to what is said.
func TestAssumedHandsFitTheirStep(t *testing.T) {
	s := recipe.Step{Time: &recipe.Time{Usual: 60}, Hands: recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 60, Assumed: true}, {At: -60, For: 60, Assumed: true}}}}
	assert.Equal(t, [][2]int64{{0, 15}, {45, 60}}, s.HandSpans(1))
	s.Time.Usual = 1200
	assert.Equal(t, [][2]int64{{0, 60}, {1140, 1200}}, s.HandSpans(1))
	s.Hands.Slices = []recipe.Slice{{At: 0, For: 600}, {At: 300, For: 60, Assumed: true}, {At: -60, For: 60, Assumed: true}}
	assert.Equal(t, [][2]int64{{0, 600}, {1140, 1200}}, s.HandSpans(1))
}
