package expand

import (
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// Meat comes out of the cold before it goes onto the heat. Common practice: twenty
// minutes before, and not for longer than an hour; a minute of hands.
const (
	temperTakes = 60
	temperReady = 20 * 60
	temperWaits = 60 * 60
)

// tempers tells whether a step is the first on the heat of what was kept cold.
func (b *builder) tempers(component string, step *recipe.Step) bool {
	c := b.In.Components[component]
	at := slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == step.ID })
	return c.Tempers(at, b.cold)
}

// temper takes meat out of the cold before a task.
func (b *builder) temper(id string, before int) {
	b.setup(id, before, recipe.Step{ID: string(recipe.Temper), Name: "out of the fridge", Time: seconds(temperTakes), Hands: recipe.Hands{Work: recipe.AllHands}}, temperReady, temperWaits)
}

// cold tells whether a kind of place is kept cold.
func (b *builder) cold(kind string) bool {
	return slices.ContainsFunc(b.In.Kitchen.OfKind(kind), func(e kitchen.Equipment) bool { return e.Keeps == "cold" })
}
