package runup_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"jointime/internal/core/recipe"
	"jointime/internal/core/runup/demand"
	"jointime/internal/core/runup/work"
)

// handsFromHeat counts the steps from a component's first heat to the pass that somebody has hands
// on, those that are their section's own, and the components in more than two pairs of hands.
func handsFromHeat(in demand.Input, r planned) (own, all int, many []string) {
	cooks, shown := map[string][]string{}, bars(r)
	for i, w := range r.Map.Work {
		if w.Kind != work.Step || w.LeadIn != "" || w.OnlyAssumed() {
			continue
		}
		b, steps := shown[r.Problem.Tasks[i].ID], in.Components[w.Component].Steps()
		heat := slices.IndexFunc(steps, func(s recipe.Step) bool {
			return slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool { return n.Setting != nil || n.Kind == "burner" || n.Kind == "plancha" })
		})
		if at := slices.IndexFunc(steps, func(s recipe.Step) bool { return s.ID == w.Step }); heat < 0 || at < heat || len(b.Cooks) == 0 {
			continue
		}
		if all++; b.Help == "" {
			own++
		}
		for _, k := range b.Cooks {
			if !w.Shared && !slices.Contains(cooks[w.Component], k) {
				cooks[w.Component] = append(cooks[w.Component], k)
			}
		}
	}
	for c, by := range cooks {
		if len(by) > 2 {
			many = append(many, c)
		}
	}
	slices.Sort(many)
	return own, all, many
}

// The three evenings as they are first shown: at least four in five of these steps are done by the section's own (nine in ten
// are wanted, see docs/evenings.md), and few things go through more than two pairs of hands: of
// the winter supper what each table has roasted and carved for it, of the banquet what is fried,
// cracked and carved for 120 by cooks without sections.
func TestWhoHasHandsOnWhat(t *testing.T) {
	for _, c := range []struct {
		in   demand.Input
		of   func(testing.TB) planned
		many int
	}{{dinner(t), dinnerPlan, 3}, {banquet(t), banquetPlan, 3}, {forTwo(t), forTwoPlan, 0}} {
		own, all, many := handsFromHeat(c.in, c.of(t))
		t.Log(c.in.Service.Name, own, all, many)
		assert.GreaterOrEqual(t, own*5, all*4)
		assert.LessOrEqual(t, len(many), c.many, many)
	}
}
