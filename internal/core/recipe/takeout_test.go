package recipe_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
)

// Twelve parcels with two skewers each: 24 go in, and 24 are counted out before they are sliced. A
// herb bundle is one, however many it serves. Bay goes in 3 min before the end for 3 min at most.
func TestWhatGoesInIsCountedOut(t *testing.T) {
	three := int64(180)
	c := recipe.Component{ID: "parcels", Methods: recipe.OneWay(recipe.Step{ID: "tie"}, recipe.Step{ID: "braise"}, recipe.Step{ID: "untie"}, recipe.Step{ID: "slice"}), TakeOuts: []recipe.TakeOut{
		{Name: "skewer", Pieces: 2, Each: true, In: "tie", Out: "untie", Before: "slice"}, {Name: "herb bundle", Pieces: 1, In: "braise", Out: "untie"},
		{Name: "bay", In: "braise", At: -180, Out: "braise", Within: &three}, {Name: "clove", Pieces: 3, In: "braise", Out: recipe.Plate}, {Name: "net", In: "tie"}, {Name: "ghost", In: "gone", Out: "slice"}}}
	assert.Equal(t, []recipe.Word{{When: "in", Then: "24 × skewer"}, {When: "in", Then: "net"}}, c.TakeOutWords("tie", 12))
	assert.Equal(t, []recipe.Word{{When: "in", Then: "1 × herb bundle"}, {When: "in 3 min before the end", Then: "bay"}, {When: "out", Then: "bay, after 3 min at most"}, {When: "in", Then: "3 × clove"}}, c.TakeOutWords("braise", 12))
	assert.Equal(t, []recipe.Word{{When: "out", Then: "24 × skewer, count them"}, {When: "out", Then: "1 × herb bundle"}}, c.TakeOutWords("untie", 12))
	assert.Equal(t, []recipe.Word{{When: "not before it is out", Then: "24 × skewer"}}, c.TakeOutWords("slice", 12))
	assert.Equal(t, []recipe.Word{{When: "out", Then: "3 × clove, count them"}}, c.TakeOutWords(recipe.Plate, 12))
}

// A braise of an hour that goes on by itself wants a hand 3 min before its end, for 15 s; bay is
// out with the pot. Thyme that goes in after 10 min for 20 wants one at 10 and at 30 min. Where
// somebody is at it all the time, or is there at that moment, nobody comes.
func TestWhatGoesInOnTheWayWantsAHand(t *testing.T) {
	three, twenty := int64(180), int64(1200)
	step := recipe.Step{ID: "braise", Time: &recipe.Time{Usual: 3600}, Hands: recipe.Hands{Work: recipe.NoHands}}
	c := recipe.Component{Methods: recipe.OneWay(step), TakeOuts: []recipe.TakeOut{
		{Name: "bay", In: "braise", At: -180, Out: "braise", Within: &three}, {Name: "thyme", In: "braise", At: 600, Out: "braise", Within: &twenty}, {Name: "twine", In: "braise", Out: "slice"}}}
	assert.Equal(t, []recipe.Slice{{At: -180, For: 15, What: "bay in", Assumed: true}, {At: 600, For: 15, What: "thyme in", Assumed: true}, {At: 1800, For: 15, What: "thyme out", Assumed: true}}, c.TakeOutMoments(step))
	step.Hands = recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: -190, For: 20, What: "baste"}}}
	assert.Len(t, c.TakeOutMoments(step), 2, "who bastes puts the bay in")
	step.Hands = recipe.Hands{Work: recipe.NoHands}
	step.Time = &recipe.Time{Usual: 360, Per: recipe.PerPortion}
	assert.Equal(t, []int64{-180, 600, 1800}, func() (at []int64) {
		for _, m := range c.TakeOutMoments(step) {
			at = append(at, m.At)
		}
		return at
	}(), "what takes 6 min a portion may last long enough")
	step.Hands = recipe.Hands{Work: recipe.AllHands}
	assert.Empty(t, c.TakeOutMoments(step))
}
