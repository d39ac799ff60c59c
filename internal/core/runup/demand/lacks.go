package demand

import (
	"fmt"
	"slices"

	"jointime/internal/core/recipe"
	"jointime/internal/core/words"
)

// Lacks says what the kitchen does not have, or what has no setting.
func (d *Demand) Lacks(n recipe.Needed) (why string, gap bool) {
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
	if have = d.fit(n); len(have) == 0 {
		return fmt.Sprintf("%s reaches %d °C, not %d °C", hottest.Name, *hottest.Most, *n.Setting), false
	}
	best := have[0]
	for _, e := range have {
		if e.Places > best.Places {
			best = e
		}
	}
	if best.Heating != nil && n.Setting == nil {
		return fmt.Sprintf("%s: what temperature?", best.Name), true
	}
	return "", false
}

// HoldLacks says that the plates of a wave, which wait at the same time, have no place for it.
func (d *Demand) HoldLacks(g Lot, n recipe.Needed) (why string) {
	portions := 0
	for _, b := range d.Sets(g, true) {
		portions = max(portions, slices.Max(b.Waves))
	}
	if d.fits(n, portions) {
		return ""
	}
	room := 0
	for _, e := range d.fit(n) {
		room += e.Places * n.Holds
	}
	return fmt.Sprintf("%s at once; %d fit on %s", words.Count(portions, "portion"), room, d.fit(n)[0].Name)
}
