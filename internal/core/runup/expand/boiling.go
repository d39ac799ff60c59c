package expand

import (
	"jointime/internal/core/recipe"
)

// Water is at the boil, and ice in its bowl, before the step that wants it. Common
// practice of a working kitchen, no published figures: a pot of water takes twelve
// minutes on a burner and may go on boiling for twenty; a bowl of ice takes two
// minutes and is water again after three quarters of an hour.
const (
	boilTakes = 12 * 60
	boilWaits = 20 * 60
	iceTakes  = 2 * 60
	iceWaits  = 45 * 60
)

// boilWater puts a pot on the heat before a task, in a kitchen that has a burner.
func (b *builder) boilWater(id string, before int) {
	if len(b.kinds["burner"]) == 0 {
		return
	}
	b.setup(id, before, recipe.Step{ID: string(recipe.Boiling), Name: "bring water to the boil", Time: seconds(boilTakes),
		Hands: recipe.Hands{Work: recipe.SliceHands, Slices: []recipe.Slice{{At: 0, For: 30}}}, Equipment: []recipe.Needed{{Kind: "burner"}}}, 0, boilWaits)
}

// makeIce puts ice and water into a bowl before a task.
func (b *builder) makeIce(id string, before int) {
	b.setup(id, before, recipe.Step{ID: string(recipe.Ice), Name: "ice bath", Time: seconds(iceTakes), Hands: recipe.Hands{Work: recipe.AllHands}}, 0, iceWaits)
}
