package judge

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
)

// After raw meat or fish a cook has hands, board and knife clean before anything that is ready to
// eat. Looked at is only what is certain: meat, fish and shellfish that the method itself cooks
// later, and what comes after the heat, or goes onto a plate.

// comesReady are words of what is bought cooked or cured.
var comesReady = []string{"smoked", "cooked", "boiled", "tinned", "canned", "dried", "salted", "cured", "stock"}

// raws finds cooks who go from raw food to what is ready without the time for it.
func (j *judging) raws() {
	type hand struct {
		Hands
		bar int
	}
	of := map[string][]hand{}
	for i, b := range j.RunUp.Bars {
		for _, h := range b.Hands {
			if h.From < h.To {
				of[h.Cook] = append(of[h.Cook], hand{h, i})
			}
		}
	}
	change := j.Kitchen.Changes()
	for _, list := range of {
		slices.SortStableFunc(list, func(a, b hand) int { return cmp.Compare(a.From, b.From) })
		for k, a := range list {
			if raw, _ := j.rawOrReady(j.RunUp.Bars[a.bar]); !raw {
				continue
			}
			for _, b := range list[k+1:] {
				gap := b.From - a.To
				if gap >= change {
					break
				}
				if _, ready := j.rawOrReady(j.RunUp.Bars[b.bar]); ready {
					j.breach(Breach{Promise: Raw, bars: []int{b.bar}, By: change - gap, Says: fmt.Sprintf("%s: %s comes from raw food, %s before.", j.say(j.RunUp.Bars[b.bar]), b.Cook, over(gap))})
				}
			}
		}
	}
}

// washesHands is how long clean hands, board and spoon take at the pass, in seconds; a kitchen
// that changes faster after raw food is as fast here.
const washesHands = 30

// unclean finds plates for an allergy that somebody begins on, and has no time to have hands, board
// and spoon clean before.
func (j *judging) unclean() {
	keys, of := j.waves()
	for _, k := range keys {
		base, version := cutVersion(k.dish)
		at := slices.IndexFunc(j.Dishes[base].Versions, func(v recipe.Version) bool { return v.ID == version && v.ForAllergy() })
		if at < 0 {
			continue
		}
		spec := j.Dishes[base].PlateOf(j.Dishes[base].Versions[at])
		seen := map[string]bool{}
		for _, i := range of[k] {
			b := j.RunUp.Bars[i]
			p := slices.IndexFunc(spec.Placings, func(p plating.Placing) bool { return p.ID == b.Placing })
			if p < 0 || len(b.Hands) == 0 || seen[b.Hands[0].Cook] {
				continue
			}
			for _, h := range b.Hands {
				seen[h.Cook] = true
			}
			laying := spec.Placings[p].Seconds * int64(spec.Plates(b.Portions)) / int64(len(b.Hands))
			if short := laying + min(washesHands, j.Kitchen.Changes()) - (b.To - b.From); short > 0 {
				j.breach(Breach{Promise: Unclean, bars: []int{i}, By: short, Says: fmt.Sprintf("%s: no time for clean hands, board and spoon before, by %d s.", j.say(b), short)})
			}
		}
	}
}

// uncleanMaking finds what is made for such plates alone, and has no time for it either.
func (j *judging) uncleanMaking() {
	lasts := min(washesHands, j.Kitchen.Changes())
	for i, b := range j.RunUp.Bars {
		c, is := j.component(b.Component)
		at := slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == b.Step })
		if !is || at < 0 || b.LeadIn != "" || slices.ContainsFunc(b.For, func(d string) bool { return !j.forAllergy(d) }) {
			continue
		}
		step := c.Steps()[at]
		if step.Time == nil || step.Hands.Work != recipe.AllHands || recipe.GoesOn(c.Steps()[:at], lasts) {
			continue
		}
		took, _ := step.Time.For(b.Portions)
		if short := took + lasts - (b.To - b.From); short > 0 {
			j.breach(Breach{Promise: Unclean, bars: []int{i}, By: short, Says: fmt.Sprintf("%s: no time for clean hands, board and knife before, by %d s.", j.say(b), short)})
		}
	}
}

// forAllergy tells whether what is served under an id is a version that is without an allergen.
func (j *judging) forAllergy(served string) bool {
	base, version := cutVersion(served)
	return slices.ContainsFunc(j.Dishes[base].Versions, func(v recipe.Version) bool { return v.ID == version && v.ForAllergy() })
}

// rawOrReady tells whether a bar is of raw food, or of what is ready to eat; what is not known
// is neither.
func (j *judging) rawOrReady(b Bar) (raw, ready bool) {
	if b.Placing != "" {
		return false, true
	}
	c, is := j.component(b.Component)
	at := slices.IndexFunc(c.Steps(), func(s recipe.Step) bool { return s.ID == b.Step })
	if !is || at < 0 || b.LeadIn != "" {
		return false, false
	}
	first := slices.IndexFunc(c.Steps(), j.onHeat)
	animal := slices.ContainsFunc(c.Lines, func(l recipe.Line) bool {
		of := j.Ingredients[l.Ingredient].Animal
		return max(0, c.UsedAt(l)) <= at && slices.Contains([]string{"meat", "fish", "shellfish"}, of) &&
			!slices.ContainsFunc(comesReady, func(w string) bool { return strings.Contains(strings.ToLower(l.Name+" "+l.Note), w) })
	})
	return animal && at < first, first >= 0 && at > first
}

// onHeat tells whether a step is done on what food cooks on.
func (j *judging) onHeat(s recipe.Step) bool {
	return slices.ContainsFunc(s.Equipment, func(n recipe.Needed) bool {
		return slices.ContainsFunc(j.Kitchen.OfKind(n.Kind), func(e kitchen.Equipment) bool { return e.Cooks })
	})
}
