package demand

import (
	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
)

// Work by hand that grows with the portions and takes longer than this is shared among those
// whose work it is; nobody does so little of it that it is not worth beginning. Common practice.
const (
	longWork    = 40 * 60
	leastShares = 20 * 60
)

// Shares are the portions that each of those whose work a step is does of it: all of them where
// it is short, or one does it for all.
func (d *Demand) Shares(c recipe.Component, step recipe.Step, portions int) []int {
	if step.Time == nil || step.Hands.Work != recipe.AllHands || step.Hands.Cook != "" || step.Time.Together() > 1 || len(step.Equipment) > 0 || d.Load(step) > 0 {
		return []int{portions}
	}
	lasts, _ := step.Time.For(portions)
	half, _ := step.Time.For((portions + 1) / 2)
	people := 0
	for _, cook := range d.In.Kitchen.Cooks {
		if d.In.Kitchen.PartIn(cook, c.Section) <= kitchen.Floats && cook.Does(step.Name, step.Kinds()) {
			people++
		}
	}
	n := min(people, int(lasts/leastShares), portions)
	if lasts <= longWork || half > lasts*3/5 || n < 2 {
		return []int{portions}
	}
	return SplitEvenly(portions, (portions+n-1)/n)
}
