package demand

import (
	"fmt"
	"slices"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// Lacks says what the kitchen has too little of, or what has no setting.
func (d *Demand) Lacks(n recipe.Needed, portions int) (why string, gap bool) {
	have := d.In.Kitchen.OfKind(n.Kind)
	if len(have) == 0 {
		return fmt.Sprintf("No %s in this kitchen", n.Kind), false
	}
	hottest := have[0]
	for _, e := range have {
		if e.Most == nil || hottest.Most != nil && *e.Most > *hottest.Most {
			hottest = e
		}
	}
	have = slices.DeleteFunc(have, func(e kitchen.Equipment) bool { return !e.Reaches(n.Setting) })
	if len(have) == 0 {
		return fmt.Sprintf("%s reaches %d °C, not %d °C", hottest.Name, *hottest.Most, *n.Setting), false
	}
	best := have[0]
	for _, e := range have {
		if e.Places > best.Places {
			best = e
		}
	}
	switch places := n.Places(portions); {
	case places > best.Places:
		return fmt.Sprintf("%s %s %s; %s has %d", words.Count(portions, "portion"), map[bool]string{true: "needs", false: "need"}[portions == 1], words.Count(places, "place"), best.Name, best.Places), false
	case best.Heating != nil && n.Setting == nil:
		return fmt.Sprintf("%s: what temperature?", best.Name), true
	}
	return "", false
}
