package entry_test

import (
	"fmt"
	"os"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
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
		"sear 2 min a side":                                                   {"sear 4 min, hands-on [hands]"},
		"sear 30 s a side":                                                    {"sear 1 min, hands-on [hands]"},
		"peel and dice the swede, 15 min":                                     {"peel and dice the swede 15 min, hands-on [hands]"},
		"chop the onions and sweat them 10 min":                               {"chop the onions, hands-on [hands]", "sweat 10 min, hands-on 1 min and 1 min and 1 min [hands]"},
		"simmer 45 min, skimming now and then":                                {"simmer 45 min, hands-on 1 min and 1 min and 1 min [hands]"},
		"rest 10 min":                                                         {"rest 10 min, hands-on 1 min [hands]"},
		"blend 2 min, then rest 10 min":                                       {"blend 2 min, hands-on, then rest 10 min [hands]"},
		"blend 2 min, then chill at least 2 h":                                {"blend 2 min, hands-on, then chill 2 h [hands]"},
		"poach 8 min, then chill up to 3 days":                                {"poach 8 min, hands-on 1 min and 1 min, then chill up to 3 days [hands]"},
		"bake at 350F for 25 min":                                             {"bake 25 min at 177 °C, hands-on 1 min and 1 min [setting hands]"},
		"toast the nuts at 160 C for 10 min":                                  {"toast the nuts 10 min at 160 °C, hands-on 1 min and 1 min [hands]"},
		"stir constantly for 10 min, no stopping":                             {"stir constantly 10 min, hands-on, no stopping []"},
		"cook until a needle slides in":                                       {"cook, until a needle slides in, hands-on 1 min and 1 min [hands]"},
		"braise 3 h, unattended":                                              {"braise 3 h, unattended []"},
		"roast 20 min, then rest 5 to 12 min, best 8 min":                     {"roast 20 min, hands-on 1 min and 1 min, then rest 5 min to 12 min, best 8 min [hands]"},
		"roast 20 min, then rest 8 min (5 to 12)":                             {"roast 20 min, hands-on 1 min and 1 min, then rest 5 min to 12 min, best 8 min [hands]"},
		"roast 20 min, rest 6 to 8 min, then keep warm up to 20 min":          {"roast 20 min, hands-on 1 min and 1 min, then rest 6 min to 8 min, then keep warm up to 20 min [hands]"},
		"fill the shells 10 min, not before 19:20":                            {"fill the shells 10 min, hands-on, not before 19:20 [hands]"},
		"fill the shells 10 min, from 19:20 on":                               {"fill the shells 10 min, hands-on, not before 19:20 [hands]"},
		"brine 30 min, done by 4 pm the day before":                           {"brine 30 min, hands-on 1 min, by 16:00 the day before [hands]"},
		"roast 10 to 12 min, ideally 11 min, from 18:10 onwards and by 19:45": {"roast 10–12 min, hands-on 1 min and 1 min, not before 18:10, by 19:45 [hands]"},
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

// A wait that stands on a line of its own is the wait of the step before it, in its place;
// how long at most is only what somebody said.
func TestAWaitOnItsOwnLineIsTheWaitOfTheStepBefore(t *testing.T) {
	k := backKitchen
	k.Equipment = append(k.Equipment, kitchen.Equipment{ID: "cold", Name: "Fridge", Kind: "fridge", Keeps: "cold", Places: 40}, kitchen.Equipment{ID: "ice", Name: "Freezer", Kind: "freezer", Keeps: "frozen", Places: 9}, kitchen.Equipment{ID: "hot", Name: "Lamps", Kind: "warm drawer", Keeps: "hot", Places: 4})
	for line, want := range map[string]struct {
		least, most int64
		place, why  string
	}{
		"keep warm, at most 15 min":                  {0, 900, "", "keep warm"},
		"keep warm under the heat lamps up to 6 min": {0, 360, "warm drawer", "keep warm, under the heat lamps"},
		"freeze up to a week":                        {0, 7 * 86400, "freezer", "freeze"},
		"hold in the fridge up to 2 days":            {0, 2 * 86400, "fridge", "hold in the fridge"},
		"rest 8 min, tented":                         {480, -1, "", "rest, tented"},
		"rest 8 to 12 min":                           {480, 720, "", "rest"},
	} {
		before := typed(t, "roast 20 min at 190 C until browned")[0]
		got := entry.After(before, reading.Step(line), k, map[string]bool{})
		require.Len(t, got, 1, line)
		w := got[0].Then
		assert.Equal(t, want.least, w.Least, line)
		if want.most < 0 {
			assert.Nil(t, w.Most, line)
		} else {
			require.NotNil(t, w.Most, line)
			assert.Equal(t, want.most, *w.Most, line)
		}
		if assert.Equal(t, want.place != "", w.Place != nil, line) && w.Place != nil {
			assert.Equal(t, want.place, w.Place.Kind, line)
		}
		assert.Equal(t, want.why, w.Reason, line)
		assert.Contains(t, got[0].Said, line, "what was typed stays")
	}
	// Nothing waits on it, or it waits already: then it is a step of its own.
	alone := entry.StepsFrom(reading.Step("keep warm, at most 15 min"), k, map[string]bool{})
	require.Len(t, alone, 1)
	assert.Equal(t, int64(900), *alone[0].Then.Most)
	assert.Contains(t, alone[0].Ours, "time")
	// Between four hours and a day: it takes four, and may wait twenty more where it is.
	cure := entry.StepsFrom(reading.Step("in the cure 24 to 72 h in the fridge, turned once"), k, map[string]bool{})
	require.Len(t, cure, 1)
	assert.Equal(t, int64(24*3600), cure[0].Time.Usual)
	assert.Equal(t, int64(48*3600), *cure[0].Then.Most)
	assert.Equal(t, "fridge", cure[0].Then.Place.Kind)
	require.Len(t, cure[0].Hands.Slices, 2)
	assert.True(t, cure[0].Hands.Slices[0].Assumed)
	assert.Equal(t, "turn", cure[0].Hands.Slices[1].What)
	assert.False(t, cure[0].Hands.Slices[1].Assumed)
}

// Every word of a step stands in something that is shown: its name, its time, heat, place,
// cue or hands, what follows, or a note.
func TestNoWordOfAStepIsDropped(t *testing.T) {
	quiet := regexp.MustCompile(`^(?i:a|an|the|and|or|then|for|of|at|in|on|to|it|them|its|is|are|about|until|till|til|by|with|into|from|up|least|most|more|than|no|be|each|per|between|hands?|step|let|leave|allow|meanwhile|first|next|now|finally|every|further|again|another|total|max|fan|c|f|pt|h|m|once|when|they|just|under|needed|portions|time)$`)
	for _, file := range []string{"steps.txt", "more-steps.txt", "third-steps.txt"} {
		text, err := os.ReadFile("../../reading/testdata/" + file)
		require.NoError(t, err)
		for _, c := range strings.Split(string(text), "\n") {
			line, _, is := strings.Cut(c, " => ")
			read := reading.Step(line)
			if !is || strings.HasPrefix(c, "# ") || read.Kind != reading.StepKind || read.Doubt {
				continue
			}
			shown := ""
			for _, s := range entry.StepsFrom(read, backKitchen, map[string]bool{}) {
				if s.Time != nil {
					shown += " " + s.Time.Say()
				}
				shown += " " + s.Name + " " + s.Note + " " + s.Cue() + " " + s.Then.Reason
				for _, h := range s.Hands.Slices {
					shown += " " + h.What
				}
			}
			for _, s := range read.Spans {
				shown += " " + string([]rune(line)[s.From:s.To])
			}
			shown = strings.ToLower(shown)
			for _, w := range regexp.MustCompile(`\pL+`).FindAllString(line, -1) {
				if !quiet.MatchString(w) {
					assert.Contains(t, shown, strings.ToLower(w), line)
				}
			}
		}
	}
}

// A time that is said for so many holds for a batch of them.
func TestATimeForSoManyIsForABatch(t *testing.T) {
	for line, want := range map[string]int{"blend 1 min a batch of 4 portions": 4, "bake 8 at a time, 14 min each batch": 8, "bake 12 min for every 8 moulds at 160C": 8, "fry 3 min per 6 pieces": 6, "bake 12 min": 0, "turn every 5 min for 20 min": 0} {
		s := typed(t, line)[0]
		require.NotNil(t, s.Time, line)
		assert.Equal(t, want, s.Time.Batch, line)
		assert.Equal(t, want > 0, s.Time.Per == recipe.PerBatch, line)
	}
}

// What is done at once leaves nothing waiting before it; what is served needs no step.
func TestAtOnceMeansThatNothingWaits(t *testing.T) {
	for line, want := range map[string]int{"bake 10 min, turn out at once": 2, "sear 2 min, straight on the plate": 1, "rest 2 min, serve immediately": 1, "grill 4 min, then serve at once with the lemon": 1} {
		steps := typed(t, line)
		require.Len(t, steps, want, line)
		require.NotNil(t, steps[0].Then.Most, line)
		assert.Zero(t, *steps[0].Then.Most, line)
	}
	assert.Contains(t, typed(t, "grill 4 min, then serve at once with the lemon")[0].Note, "lemon", "what is said stays")
}

// Small work by hand gets the time that it usually takes, marked; what depends on how much
// there is of it is left open.
func TestSmallWorkGetsItsUsualTime(t *testing.T) {
	for line, want := range map[string]bool{"add the cream": true, "season": true, "strain": true, "cream in": true, "deglaze with the wine": true, "peel the potatoes": false, "dice the swede": false, "melt the butter": false, "finish in the oven at 180": false, "drain overnight": false} {
		s := typed(t, line)[0]
		assert.Equal(t, want, s.Time != nil && strings.Contains(strings.Join(s.Ours, " "), "time"), line)
	}
}

// What is said to be done twice stands beside the step, and is no step with a time to ask for.
func TestBastingTwiceIsNoStepOfItsOwn(t *testing.T) {
	steps := typed(t, "roast 25 min, baste twice")
	require.Len(t, steps, 1)
	require.NotNil(t, steps[0].Time)
	assert.EqualValues(t, 25*60, steps[0].Time.Usual)
}

// The edges of heat, what is optional, and so much a plate by several.
func TestHeatShareAndWhatIsOptional(t *testing.T) {
	k := kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "stove", Name: "Stove", Kind: "burner", Places: 4, Cooks: true}}}
	say := func(line string) string {
		s := entry.StepsFrom(reading.Step(line), k, map[string]bool{})[0]
		out := []string{}
		if len(s.Equipment) > 0 && s.Equipment[0].Flame != "" {
			out = append(out, s.Equipment[0].Flame)
		}
		if s.Ceiling != nil {
			out = append(out, fmt.Sprint(*s.Ceiling, " °C"))
		}
		if s.Optional {
			out = append(out, "optional")
		}
		if s.Time != nil && s.Time.Together() > 1 {
			out = append(out, fmt.Sprintf("%s by %d", s.Time.Per, s.Time.Cooks))
		}
		return strings.Join(out, ", ")
	}
	for line, want := range map[string]string{
		"whisk over a low heat 6 min, not over 65 °C": "65 °C",
		"simmer 20 min on a gentle heat":              "low",
		"sear 2 min, high heat":                       "high",
		"reduce 5 min over medium-high heat":          "medium",
		"warm 4 min, never above 140F":                "60 °C",
		"whisk 6 min, not over 10 min":                "",
		"simmer 10 min, no more than 20 min":          "",
		"fry sage 4 min, optional":                    "optional",
		"torch the tops 2 min, if there is time":      "optional",
		"shape 40 s a portion by two":                 "portion by 2",
		"dress 30 s a plate, two cooks":               "portion by 2",
		"cut into two by hand, 5 min":                 "",
	} {
		assert.Equal(t, want, say(line), line)
	}
}
