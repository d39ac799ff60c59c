package review

import (
	"fmt"
	"math"

	"jointime/internal/core/heat"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/units"
	"jointime/internal/core/words"
)

// usualPan is what a kitchen boils down in where nobody says: the one with which the reductions of a
// dish begin on its screen. Common practice, no source.
var usualPan = heat.Vessel{Width: 240, Burner: heat.Gas, Power: 3500}

// offBy is how many times longer, or shorter, a typed time may be than what is estimated.
const offBy = 1.5

// boiledDown asks about reductions whose typed time and the heat of boiling disagree by half and more: for the
// amounts of the list, at the full boil. A large pan, or a low flame, may explain it: that is for the cook to say.
func boiledDown(b recipe.Book, c recipe.Component, w quantity.Ways) (gaps []recipe.Gap) {
	stages, why := quantity.Reductions(b, c, w)
	if why != "" {
		return nil
	}
	for _, r := range stages {
		s, is := c.Step(r.Step)
		if r.Add != nil || !is || s.Time == nil || s.Time.Per != recipe.Once || r.Out.Quantity >= r.In.Quantity {
			continue
		}
		takes, err := usualPan.BoilDown(r.In.Quantity/1000, r.Out.Quantity/1000, 100)
		if err != nil {
			continue
		}
		typed := float64(s.Time.Usual)
		if typed*offBy >= takes.Quick && typed <= takes.Slow*offBy {
			continue
		}
		about := units.FormatDuration(60 * max(1, int64(math.Round(takes.Usual/60))))
		gaps = append(gaps, recipe.Gap{Component: c.ID, Step: s.ID, Field: recipe.GapTwice, Title: words.Step(c.Name, s.Name), HoldsUp: recipe.CannotBeJudged, Lesser: true,
			Question: fmt.Sprintf("From %s to %s takes about %s in a %g mm pan on gas, %s is typed: which?", r.In, r.Out, about, usualPan.Width, units.FormatDuration(s.Time.Usual)),
			Options:  []string{about, units.FormatDuration(s.Time.Usual)}})
	}
	return gaps
}
