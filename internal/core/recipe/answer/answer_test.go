package answer_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/answer"
	"jointime/internal/core/recipe/entry"
	"jointime/internal/core/recipe/review"
)

var stove = kitchen.Kitchen{Equipment: []kitchen.Equipment{{ID: "stove", Name: "Burners", Kind: "burner", Places: 4, Cooks: true}, {ID: "oven", Name: "Oven", Kind: "oven", Places: 4, Cooks: true, Heating: &kitchen.Heater{}}}}

// kept is a pasted dish, as the book has it.
func kept(t *testing.T, text string) (recipe.Book, recipe.Dish) {
	t.Helper()
	d, components, bought := entry.Keep(recipe.NewBook(), entry.Paste(text), stove)
	b := recipe.NewBook()
	for _, c := range components {
		b.Components[c.ID] = c
	}
	for _, i := range bought {
		b.Ingredients[i.ID] = i
	}
	b.Dishes[d.ID] = d
	return b, d
}

// put puts what an answer changed into the book.
func put(b recipe.Book, d *recipe.Dish, ch answer.Changed) {
	if ch.Component != nil {
		b.Components[ch.Component.ID] = *ch.Component
	}
	if ch.Ingredient != nil {
		b.Ingredients[ch.Ingredient.ID] = *ch.Ingredient
	}
	if ch.Dish != nil {
		*d = *ch.Dish
		b.Dishes[d.ID] = *d
	}
}

const lamb = `Lamb rump, swede

Lamb rump:
4 lamb rumps
1 tbsp oil
salt
sear the lamb rump 6 min
roast in the oven 10 min, then rest 8 min

Crushed swede:
800 g swede
butter
dice the swede
boil until soft
finish with the butter and cream

Glaze:
`

// Every gap is answered where it stands, by what a cook would type; after the last the dish
// is without one.
func TestEveryGapIsAnsweredInItsRow(t *testing.T) {
	b, d := kept(t, lamb)
	b.Ingredients["cream"] = recipe.Ingredient{ID: "cream", Name: "cream"}
	d.Plate.Placings = []plating.Placing{{Component: "lamb-rump"}, {Component: "crushed-swede"}, {Component: "glaze"}}
	answers := map[recipe.GapField]string{
		recipe.GapSteps: "reduce 200 ml stock 10 min to a glaze", recipe.GapTime: "18–20 min", recipe.GapSetting: "gas 4", recipe.GapCore: "58 C", recipe.GapCue: "until even brown", recipe.GapWait: "8 to 15 min",
		recipe.GapSize: "2 cm", recipe.GapUnlisted: "50 ml", recipe.GapAmount: "80 g", recipe.GapYield: "4 portions", recipe.GapPortion: "40 ml", recipe.GapUnused: "", recipe.GapKeeps: "3 days, frozen 2 months",
	}
	asked := map[recipe.GapField]int{}
	for n := 0; ; n++ {
		require.Less(t, n, 40, "it goes on for ever")
		gaps := review.Gaps(b, d, stove)
		if len(gaps) == 0 {
			break
		}
		g := gaps[0]
		asked[g.Field]++
		require.Contains(t, answers, g.Field, "%s: %s", g.Title, g.Question)
		ch, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: answers[g.Field]})
		require.NoError(t, err, "%s: %s", g.Title, g.Question)
		put(b, &d, ch)
		for _, c := range b.Components {
			require.NoError(t, c.Validate())
		}
		assert.NotContains(t, review.Gaps(b, d, stove), g, "answered, and asked again")
	}
	for _, field := range []recipe.GapField{recipe.GapSteps, recipe.GapTime, recipe.GapSetting, recipe.GapCore, recipe.GapWait, recipe.GapSize, recipe.GapUnlisted, recipe.GapAmount, recipe.GapYield} {
		assert.Positive(t, asked[field], field)
	}
	roast := b.Components["lamb-rump"].Steps()[1]
	assert.Equal(t, "core 58 °C", roast.Cue())
	assert.Equal(t, int64(180), *roast.Equipment[0].Setting)
	assert.Equal(t, int64(480), roast.Then.Least)
	assert.Equal(t, int64(900), *roast.Then.Most)
	assert.Equal(t, 1.0, d.PartOf("lamb-rump").Portion.Quantity)
	assert.Equal(t, 4.0, b.Components["lamb-rump"].Yield.Quantity)
	assert.Equal(t, int64(1140), b.Components["crushed-swede"].Steps()[1].Time.Usual)
	assert.Equal(t, "2 cm", b.Components["crushed-swede"].Steps()[0].Note)
}

func TestWhatIsNotUnderstoodIsRefusedAndWhatIsUsualIsMarked(t *testing.T) {
	b, d := kept(t, lamb)
	gap := func(field recipe.GapField) recipe.Gap {
		for _, g := range review.Gaps(b, d, stove) {
			if g.Field == field {
				return g
			}
		}
		require.Fail(t, "not asked", field)
		return recipe.Gap{}
	}
	for field, bad := range map[recipe.GapField][2]string{
		recipe.GapTime: {"soon", "not a length of time"}, recipe.GapSetting: {"hot", "hot"}, recipe.GapCore: {"pink", "pink"}, recipe.GapWait: {"2 min", "more than 2 min"}, recipe.GapYield: {"some", "some"}, recipe.GapAmount: {"??", "??"}, recipe.GapSteps: {"%%", "Begin with what is done"},
	} {
		_, err := answer.Give(b, d, stove, answer.Given{Gap: gap(field), Text: bad[0]})
		assert.ErrorContains(t, err, bad[1], field)
	}
	g := gap(recipe.GapTime)
	ch, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: g.Default, Usual: true})
	require.NoError(t, err)
	put(b, &d, ch)
	step, _ := b.Components[g.Component].Step(g.Step)
	assert.Contains(t, step.Ours, "time")

	g = gap(recipe.GapTime)
	ch, err = answer.Give(b, d, stove, answer.Given{Gap: g, Text: "18–20 min, until a needle slides in"})
	require.NoError(t, err)
	step, _ = ch.Component.Step(g.Step)
	assert.Equal(t, int64(1140), step.Time.Usual)
	assert.Contains(t, step.Cue(), "a needle slides in")

	g = gap(recipe.GapWait)
	ch, err = answer.Give(b, d, stove, answer.Given{Gap: g, Text: "no limit"})
	require.NoError(t, err)
	put(b, &d, ch)
	assert.NotContains(t, review.Gaps(b, d, stove), g)

	g = gap(recipe.GapPlate)
	_, err = answer.Give(b, d, stove, answer.Given{Gap: g, Text: "left"})
	assert.ErrorContains(t, err, "Open it")
	ch, err = answer.Give(b, d, stove, answer.Given{Gap: g, Settled: true})
	require.NoError(t, err)
	put(b, &d, ch)
	assert.NotContains(t, review.Gaps(b, d, stove), g)

	_, err = answer.Give(b, d, stove, answer.Given{Gap: recipe.Gap{Component: "gone", Field: recipe.GapTime}, Text: "2 min"})
	assert.ErrorContains(t, err, "not in the book any more")
}

// What was assumed is right with one answer, or something else with another; then it is said.
func TestWhatWasAssumedIsConfirmedOrChanged(t *testing.T) {
	for _, c := range []struct{ field, text, hands, time string }{
		{"hands", "Right", "at the start and end, 1 min each", ""}, {"hands", "At the start", "at the start, 1 min", ""}, {"hands", "All the time", "all the time", ""}, {"hands", "Not at all", "not at all", ""}, {"time", "Right", "", "30 s"}, {"time", "2 min", "", "2 min"},
	} {
		b, d := kept(t, "Beets\n\nBeets:\n600 g beetroot\nbake 1 h at 190 until tender\nseason\n")
		var g recipe.Gap
		for _, any := range review.Asked(b, d, stove) {
			if any.Field == recipe.GapAssumed && any.Line == c.field && (c.field == "time" || any.Step == "bake") {
				g = any
			}
		}
		require.Contains(t, g.Options, "Right", c.field)
		ch, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: c.text})
		require.NoError(t, err)
		require.NoError(t, ch.Component.Validate())
		s, _ := ch.Component.Step(g.Step)
		assert.NotContains(t, s.Ours, c.field)
		for _, h := range s.Hands.Slices {
			assert.False(t, h.Assumed && c.field == "hands")
		}
		if c.hands != "" {
			assert.Equal(t, c.hands, entry.SayHands(s.Hands), c.text)
		} else {
			assert.Equal(t, c.time, s.Time.Say())
		}
		put(b, &d, ch)
		assert.NotContains(t, review.Asked(b, d, stove), g)
	}
	b, d := kept(t, lamb)
	all, err := answer.Give(b, d, stove, answer.Given{Gap: recipe.Gap{Component: "crushed-swede", Field: recipe.GapAssumed}, Text: "Right"})
	require.NoError(t, err)
	for _, s := range all.Component.Steps() {
		assert.Empty(t, s.Ours)
	}
	for _, g := range review.Asked(b, d, stove) {
		if g.Field == recipe.GapAssumed && g.Line == "hands" {
			_, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: "sometimes"})
			assert.ErrorContains(t, err, "now and then")
		}
	}
}

// A red onion is asked about where the book has an onion; nothing is joined without a word.
func TestWhatMayBeTheSameIsAsked(t *testing.T) {
	b, d := kept(t, "Salad\n\nSalad:\n1 red onion\n2 large onions\nslice the red onion 3 mm, 4 min\n")
	none := []string{}
	b.Ingredients["bulb"] = recipe.Ingredient{ID: "bulb", Name: "onion", Allergens: &none}
	c := b.Components["salad"]
	require.NotEqual(t, c.Lines[0].Ingredient, c.Lines[1].Ingredient)
	var g recipe.Gap
	for _, any := range review.Gaps(b, d, stove) {
		if any.Field == recipe.GapLink && any.Line == "red onion" {
			g = any
		}
	}
	require.Equal(t, []string{"Yes, onion", "No, another"}, g.Options)
	yes, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: g.Options[0]})
	require.NoError(t, err)
	assert.Equal(t, "bulb", yes.Component.Lines[0].Ingredient)
	no, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: g.Options[1]})
	require.NoError(t, err)
	assert.Equal(t, c.Lines[0].Ingredient, no.Component.Lines[0].Ingredient)
	put(b, &d, no)
	assert.NotContains(t, review.Gaps(b, d, stove), g)
}

// Where the line and the plan say two times, or the step and the list two amounts, the one
// that is chosen holds and is not asked again.
func TestOneOfTwoFiguresIsChosen(t *testing.T) {
	for _, first := range []bool{true, false} {
		b, d := kept(t, "Sauce\n\nSauce:\n200 ml stock\nreduce 300 ml stock for 12 min until it coats a spoon\n")
		c := b.Components["sauce"]
		c.Methods[0].Steps[0].Time.Usual, c.Methods[0].Steps[0].Time.Slow = 1200, 1200
		for n := 0; n < 2; n++ {
			var g recipe.Gap
			for _, any := range review.Gaps(b, d, stove) {
				if any.Field == recipe.GapTwice && any.Step != "" {
					g = any
				}
			}
			if g.Step == "" {
				break
			}
			require.Len(t, g.Options, 2, g.Question)
			ch, err := answer.Give(b, d, stove, answer.Given{Gap: g, Text: g.Options[map[bool]int{true: 0, false: 1}[first]]})
			require.NoError(t, err)
			put(b, &d, ch)
		}
		for _, g := range review.Gaps(b, d, stove) {
			assert.False(t, g.Field == recipe.GapTwice && g.Step != "", g.Question)
		}
		if first {
			assert.Equal(t, 300.0, b.Components["sauce"].Lines[0].Amount.Quantity)
		}
	}
}

// Two figures of one source stand side by side, and are asked about, until one is chosen.
func TestTwoFiguresStandUntilOneIsChosen(t *testing.T) {
	for choice, want := range []string{"10 g", "12 g"} {
		b, d := kept(t, "Cure\n\nCure:\n1 kg trout\n10 g salt (12 g in the method)\n250 ml water (1 cup)\nrub the salt and water into the trout, 5 min, hands throughout\n")
		c := b.Components["cure"]
		require.NotNil(t, c.Lines[1].Either)
		assert.Equal(t, "10 g salt, 12 g", entry.SayLine(c.Lines[1]))
		assert.Nil(t, c.Lines[2].Either, "a cup is as much")
		var asked *recipe.Gap
		for _, g := range review.Gaps(b, d, stove) {
			if g.Field == recipe.GapTwice && g.Line == "salt" && g.Step == "" {
				asked = &g
			}
		}
		require.NotNil(t, asked)
		assert.Equal(t, "It says 10 g, and 12 g: which?", asked.Question)
		ch, err := answer.Give(b, d, stove, answer.Given{Gap: *asked, Text: asked.Options[choice]})
		require.NoError(t, err)
		put(b, &d, ch)
		salt := b.Components["cure"].Lines[1]
		assert.Nil(t, salt.Either)
		assert.Equal(t, want, salt.Amount.String())
		for _, g := range review.Gaps(b, d, stove) {
			assert.False(t, g.Field == recipe.GapTwice && g.Line == "salt" && g.Step == "")
		}
	}
}
