package expand

import (
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/runup/work"
	"jointime/internal/core/schedule"
)

// Whose work it is: a section does its own, its people in the order in which the kitchen lists
// them; others help where it saves more than that; the same hands do a step in all rounds and
// stay with a thing (common practice, without a source).

// Prices of other hands, once for each use. A second late at the pass costs 20: a helper is
// worth 20 s, a stranger 105 s, the caller five minutes. (A third of that had no more
// plates in time, and no fewer hands on a thing.)
var priceHands = map[kitchen.Part]int64{kitchen.Own: 0, kitchen.Floats: 30, kitchen.Helps: 400, kitchen.Stranger: 2100, kitchen.Caller: 6000}

const (
	priceWipes      = 100 // plates are wiped by somebody else than who calls
	priceNextInLine = 4   // for each who comes before in the section
	priceOtherStep  = 300 // other hands for the same step, in another round or batch
	priceOtherThing = 300 // other hands on the same component
	priceOtherPlate = 20  // other hands for the plates of another wave
)

// whoseWork puts its price on whoever does a step or builds a plate.
func (b *builder) whoseWork() {
	if len(b.cooks) < 2 {
		return
	}
	uses := map[string]int{} // of a label
	each := func(do func(i int, u *schedule.Use)) {
		for i := range b.problem.Tasks {
			for k := range b.problem.Tasks[i].Uses {
				u := &b.problem.Tasks[i].Uses[k]
				if len(u.OneOf) > 0 && strings.HasPrefix(u.OneOf[0], "cook.") && b.of.Work[i].Kind != work.Wash && (b.of.Work[i].Placing != work.Wipe || !b.In.Kitchen.WipesAlone()) {
					do(i, u)
				}
			}
		}
	}
	each(func(i int, _ *schedule.Use) {
		for _, keep := range b.keepsOf(i) {
			uses[keep.Label]++
		}
	})
	kept := map[string]bool{}
	each(func(i int, u *schedule.Use) {
		b.priceHands(i, u)
		for _, keep := range b.keepsOf(i) {
			if uses[keep.Label] < 2 {
				continue
			}
			u.Keep = append(u.Keep, keep.Label)
			if !kept[keep.Label] {
				kept[keep.Label] = true
				b.problem.Keeps = append(b.problem.Keeps, keep)
			}
		}
	})
}

func (b *builder) priceHands(i int, u *schedule.Use) {
	section := b.In.Components[b.of.Work[i].Component].Section
	prices, line, least := map[string]int64{}, int64(0), int64(1<<60) // line: of the people of the section
	var own []string
	for n, c := range b.In.Kitchen.Cooks {
		if !slices.Contains(u.OneOf, b.cooks[n]) {
			continue
		}
		part := b.In.Kitchen.PartIn(c, section)
		if b.of.Work[i].Placed() {
			part = b.In.Kitchen.PartInPlating(c, section)
		}
		if part <= kitchen.Floats {
			own = append(own, b.cooks[n])
		}
		price := priceHands[part]
		if b.of.Work[i].Placed() { // it is for the wave, not for each thing on it
			price /= int64(b.placings(i))
		}
		if part == kitchen.Own && c.Section != "" && c.Section == section && !b.of.Work[i].Shared {
			price, line = line*priceNextInLine, line+1
		}
		prices[b.cooks[n]], least = price, min(least, price)
	}
	u.Costs = map[string]int64{}
	for id, price := range prices { // what nobody does for less costs nothing: a plan may come to nothing
		if price > least {
			u.Costs[id] = price - least
		}
	}
	if len(own) < len(u.OneOf) {
		b.of.Work[i].Own = own
	}
}

// placings is how many placings there are on the plate that a task is part of.
func (b *builder) placings(i int) int {
	return max(1, len(b.Consumers[b.of.Work[i].Serving].Dish.Plate.Placings))
}

// keepsOf are the wishes that the hands of a task stay the same.
func (b *builder) keepsOf(i int) []schedule.Keep {
	w := b.of.Work[i]
	switch {
	case w.Placed():
		return []schedule.Keep{{Label: "plates of " + w.Dish, Weight: priceOtherPlate}}
	case w.Component == "", w.Shared: // several cooks are meant to do it
		return nil
	case w.OnlyAssumed(): // whoever is near puts it in and takes it out
		return []schedule.Keep{{Label: "hands of " + w.Component + "/" + w.Step, Weight: priceOtherStep}}
	}
	return []schedule.Keep{{Label: "hands of " + w.Component + "/" + w.Step, Weight: priceOtherStep}, {Label: "hands of " + w.Component, Weight: priceOtherThing}}
}
