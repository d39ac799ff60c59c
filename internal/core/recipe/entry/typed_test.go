package entry_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/reading"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/recipetest"
	"jointime/internal/core/units"
)

func typed(t *testing.T, line string) []recipe.Step {
	t.Helper()
	return entry.StepsFrom(reading.Step(line), backKitchen, map[string]bool{})
}

// What a typed line becomes, written back in words. What stands in brackets is
// the kitchen's own.
func TestWhatATypedLineBecomes(t *testing.T) {
	for line, want := range map[string][]string{
		"roast 12 min at 220 C, hands at the start for 30 s, then rest 4 to 8 min covered": {"roast 12 min at 220 °C, hands-on 30 s, then rest, covered 4 min to 8 min []"},
		"sear 2 min a side":                       {"sear 4 min, hands-on 1 min and 1 min [hands]"},
		"sear 30 s a side":                        {"sear 1 min, hands-on [hands]"},
		"peel and dice the swede, 15 min":         {"peel and dice the swede 15 min, hands-on [hands]"},
		"chop the onions and sweat them 10 min":   {"chop the onions, hands-on [hands]", "sweat 10 min, hands-on 1 min and 1 min [hands]"},
		"simmer 45 min, skimming now and then":    {"simmer 45 min, hands-on 1 min and 1 min and 1 min []"},
		"rest 10 min":                             {"rest 10 min, unattended [hands]"},
		"blend 2 min, then rest 10 min":           {"blend 2 min, hands-on, then rest 10 min to 20 min [hands wait]"},
		"blend 2 min, then chill at least 2 h":    {"blend 2 min, hands-on, then chill 2 h [hands wait]"},
		"poach 8 min, then chill up to 3 days":    {"poach 8 min, hands-on 1 min and 1 min [hands]"},
		"bake at 350F for 25 min":                 {"bake 25 min at 177 °C, hands-on 1 min and 1 min [setting hands]"},
		"toast the nuts at 160 C for 10 min":      {"toast the nuts 10 min at 160 °C, hands-on 1 min and 1 min [hands]"},
		"stir constantly for 10 min, no stopping": {"stir constantly 10 min, hands-on []"},
		"cook until a needle slides in":           {"cook, until a needle slides in, hands-on [hands]"},
		"braise 3 h, unattended":                  {"braise 3 h, unattended []"},
	} {
		var got []string
		for _, s := range typed(t, line) {
			got = append(got, entry.SayStep(s)+" ["+strings.Join(s.Ours, " ")+"]")
		}
		assert.Equal(t, want, got, line)
	}
	assert.Empty(t, typed(t, "For the sauce:"))
	assert.Empty(t, typed(t, "qwrt zzz"))
}

// What is said of a step can be typed again and means the same.
func TestASaidStepIsUnderstoodAgain(t *testing.T) {
	for _, line := range []string{
		"roast 12 min at 220 °C, unattended, then rest 4 min to 8 min", "boil 10 min, until tender, hands throughout", "sear 2 min, hands throughout", "simmer 45 min, unattended",
	} {
		first := typed(t, line)
		require.Len(t, first, 1, line)
		again := typed(t, entry.SayStep(first[0]))
		require.Len(t, again, 1, line)
		assert.Equal(t, first[0].Time, again[0].Time, line)
		assert.Equal(t, first[0].Then, again[0].Then, line)
		assert.Equal(t, first[0].Hands, again[0].Hands, line)
		assert.Equal(t, first[0].Cue(), again[0].Cue(), line)
	}
}

func TestIdsAreNewAndReadable(t *testing.T) {
	taken := map[string]bool{}
	assert.Equal(t, "creme-fraiche", recipe.Slug("Creme fraîche", taken))
	assert.Equal(t, "creme-fraiche-2", recipe.Slug("creme fraiche", taken))
	assert.Equal(t, "1-2", recipe.Slug("½ ?", taken))
	assert.LessOrEqual(t, len(recipe.Slug(strings.Repeat("long name ", 20), taken)), 40)
	steps := entry.StepsFrom(reading.Step("boil 2 min, then boil 3 min, then boil 4 min"), backKitchen, map[string]bool{"boil": true})
	ids := map[string]bool{}
	for _, s := range steps {
		assert.NotEqual(t, "boil", s.ID)
		ids[s.ID] = true
	}
	assert.Len(t, ids, len(steps))
}

func TestCuesGetASenseWhereNoOtherIsPossible(t *testing.T) {
	for line, want := range map[string]string{
		"roast until the core reads 54 °C": "measure", "fry 2 min until golden": "see", "boil 8 min until tender": "feel", "toast until it smells of nuts": "smell", "cook 8 min until it is right": "",
	} {
		steps := typed(t, line)
		require.NotEmpty(t, steps, line)
		require.NotEmpty(t, steps[0].Cues, line)
		assert.Equal(t, want, steps[0].Cues[0].Sense, line)
	}
}

func TestALineIsSaidAsOneReadsItOut(t *testing.T) {
	a := recipetest.Grams(200)
	assert.Equal(t, "200 g swede, peeled", entry.SayLine(recipe.Line{Name: "swede", Amount: &a, Note: "peeled"}))
	assert.Equal(t, "salt", entry.SayLine(recipe.Line{Name: "salt"}))
}

func TestALineLooksLikeAnIngredientOrAStep(t *testing.T) {
	for line, want := range map[string]string{
		"200 g swede": "ingredient", "½ lemon, juice": "ingredient", "roast 12 min": "step", "strain": "step", "a pinch of salt": "ingredient", "For the sauce:": "skip", "%%": "skip",
		"dill": "ingredient", "rest": "step", "2 min in the pan": "step",
	} {
		assert.Equal(t, want, entry.LooksLike(line), line)
	}
}

// A measure that the line names holds whatever the kitchen counts in: a UK pint is
// 568.26125 ml (Weights and Measures Act 1985), a US cup 236.5882365 ml (NIST Handbook 44);
// both from memory.
func TestAMeasureThatTheLineNamesIsKept(t *testing.T) {
	for text, want := range map[string]float64{"1½ UK pints milk": 852.391875, "2½ US cups bread flour": 591.47059125, "1 metric cup rice": 250} {
		l, ok := entry.LineFrom(recipe.Book{}, reading.Ingredient(text), map[string]bool{}, nil)
		require.True(t, ok, text)
		assert.Equal(t, units.Unit("ml"), l.Amount.Unit, text)
		assert.InDelta(t, want, l.Amount.Quantity, 1e-6, text)
	}
	l, _ := entry.LineFrom(recipe.Book{}, reading.Ingredient("1½ UK pints milk"), map[string]bool{}, nil)
	assert.Equal(t, "UK, 1.5 pints", l.Note, "what was said stays")
}
