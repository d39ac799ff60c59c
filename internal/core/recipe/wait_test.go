package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/recipe"
)

func stepsOf(ids ...string) (out []recipe.Step) {
	for _, id := range ids {
		out = append(out, recipe.Step{ID: id, Name: id, Hands: recipe.Hands{Work: recipe.AllHands}})
	}
	return out
}

// An order that always holds is refused, with its reason, when the steps are put the other way.
func TestAnOrderThatAlwaysHolds(t *testing.T) {
	c := recipe.Component{ID: "c", Methods: recipe.OneWay(stepsOf("spirit", "cheeks", "simmer")...)}
	c.Methods[0].Orders = []recipe.StepOrder{{First: "spirit", Then: "cheeks", Reason: "it burns off first"}}
	require.NoError(t, c.Validate())
	c.Methods[0].Steps = stepsOf("cheeks", "spirit", "simmer")
	assert.ErrorContains(t, c.Validate(), "“spirit” always comes before “cheeks”: it burns off first.")
	c.Methods[0].Orders[0].Reason = ""
	assert.ErrorContains(t, c.Validate(), "“spirit” always comes before “cheeks”.")
	c.Methods[0].Orders[0].Then = "gone"
	assert.ErrorContains(t, c.Validate(), "No such step: “gone”.")
}

// What cannot be is named with its field.
func TestWaitsThatCannotBe(t *testing.T) {
	hour := func(n int64) *int64 { n *= 3600; return &n }
	for says, change := range map[string]func(*recipe.Method){
		"chains[0].to.step": func(m *recipe.Method) {
			m.Chains = []recipe.Chain{{From: recipe.Point{Step: "turn"}, To: recipe.Point{Step: "salt"}, Most: hour(1)}}
		},
		"How long at least, or at most?": func(m *recipe.Method) {
			m.Chains = []recipe.Chain{{From: recipe.Point{Step: "salt"}, To: recipe.Point{Step: "turn"}}}
		},
		"Up to 1 h is less than at least 2 h.": func(m *recipe.Method) {
			m.Chains = []recipe.Chain{{From: recipe.Point{Step: "salt"}, To: recipe.Point{Step: "plate"}, Least: 7200, Most: hour(1)}}
		},
		"Best at 3 h is not between": func(m *recipe.Method) {
			m.Steps[0].Then = recipe.Wait{Best: hour(3), Most: hour(2)}
		},
		"No such step: “rinse”.": func(m *recipe.Method) {
			m.Chains = []recipe.Chain{{From: recipe.Point{Step: "rinse"}, To: recipe.Point{Step: "plate"}, Most: hour(1)}}
		},
		"notBefore.clock": func(m *recipe.Method) { m.Steps[0].NotBefore = &recipe.Deadline{Clock: "soon"} },
		"Over before it may be begun.": func(m *recipe.Method) {
			m.Steps[0].NotBefore, m.Steps[0].By = &recipe.Deadline{Clock: "12:00"}, &recipe.Deadline{DaysBefore: 1, Clock: "18:00"}
		},
		"then.moved.most": func(m *recipe.Method) {
			m.Steps[0].Then.Moved = &recipe.Moved{Least: 7200, Most: hour(1)}
		},
	} {
		c := recipe.Component{ID: "c", Methods: recipe.OneWay(stepsOf("salt", "turn")...)}
		require.NoError(t, c.Validate())
		change(&c.Methods[0])
		assert.ErrorContains(t, c.Validate(), says)
	}
}

// What has waited is brought back by whoever takes it: in the next step, or on the plate.
func TestWhatHasWaitedIsBroughtBack(t *testing.T) {
	c := recipe.Component{Methods: recipe.OneWay(stepsOf("fry", "drain")...)}
	c.Methods[0].Steps[0].Then.Does = &recipe.Holding{What: "softens", Rescue: "into the oven", Reheat: "2 min at 200"}
	c.Methods[0].Steps[1].Then.Does = &recipe.Holding{What: "loses", Percent: 0.5}
	assert.Equal(t, []recipe.Word{{When: "it has waited", Then: "2 min at 200"}}, c.BroughtBack("drain"))
	assert.Empty(t, c.BroughtBack("fry"))
	assert.Empty(t, c.BroughtBack(recipe.Plate))
	assert.Equal(t, []recipe.Word{{When: "while it waits", Then: "softens; into the oven"}}, c.Steps()[0].Words())
	assert.Equal(t, []recipe.Word{{When: "while it waits", Then: "loses 0.5 % a minute"}}, c.Steps()[1].Words())
	c.Methods[0].Steps[1].Then.Does.Reheat = "to the boil"
	assert.Equal(t, []recipe.Word{{When: "it has waited", Then: "to the boil"}}, c.BroughtBack(recipe.Plate))
}

// Whoever begins it reads until when, and how long in all.
func TestSpansAreSaidToWhoeverBegins(t *testing.T) {
	day, best := int64(36*3600), int64(30*3600)
	m := recipe.Method{Steps: stepsOf("salt", "turn", "rinse"), Chains: []recipe.Chain{
		{From: recipe.Point{Step: "salt", End: true}, To: recipe.Point{Step: "rinse"}, Least: 24 * 3600, Best: &best, Most: &day, Reason: "cured"},
		{From: recipe.Point{Step: "salt"}, To: recipe.Point{Step: "plate"}, Most: &day},
		{From: recipe.Point{Step: "turn"}, To: recipe.Point{Step: "rinse"}, Least: 3600}}}
	salt := m.Steps[0]
	salt.NotBefore = &recipe.Deadline{Clock: "10:00", Reason: "the fish comes"}
	assert.Equal(t, []recipe.Word{{When: "not before", Then: "10:00: the fish comes"}, {When: "cured", Then: "until “rinse” 24–36 h, best 30 h"}, {When: "in all", Then: "until the plate up to 36 h"}}, m.SpanWords(salt))
	assert.Equal(t, []recipe.Word{{When: "in all", Then: "until “rinse” at least 1 h"}}, m.SpanWords(m.Steps[1]))
}
