package demand

import (
	"fmt"

	"jointime/internal/core/recipe"
)

// Lacks says what the kitchen has too little of, or what has no setting.
func (d *Demand) Lacks(n recipe.Needed, portions int) (why string, gap bool) {
	have := d.In.Kitchen.OfKind(n.Kind)
	if len(have) == 0 {
		return fmt.Sprintf("the kitchen has no %s", n.Kind), false
	}
	best := have[0]
	for _, e := range have {
		if e.Places > best.Places {
			best = e
		}
	}
	switch places := n.Places(portions); {
	case places > best.Places:
		return fmt.Sprintf("%d portions take %d places, %s has %d", portions, places, best.Name, best.Places), false
	case best.Heating != nil && n.Setting == nil:
		return fmt.Sprintf("%s at how many °C?", best.Name), true
	}
	return "", false
}
