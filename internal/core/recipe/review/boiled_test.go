package review_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/units"
)

// 1.2 l boiled down to 300 ml are 0.9 l, 0.862 kg at 0.958 kg/l; times 2,257 kJ/kg, by 3.5 kW × 35 % less some 10 W
// of the wall: about 27 min (steam tables; by hand). Typed as 2½ min it is asked, as 25 min it is not.
func TestATypedReductionIsHeldAgainstTheHeatOfBoiling(t *testing.T) {
	litres, left := units.Amount{Quantity: 1.2, Unit: units.Litre}, 0.25
	ask := func(seconds int64) (out []recipe.Gap) {
		b := recipe.NewBook()
		step := recipe.Step{ID: "reduce", Name: "reduce", Left: &left, Time: &recipe.Time{Quick: seconds, Usual: seconds, Slow: seconds, Per: recipe.Once}, Cues: []recipe.Cue{{Sense: "see", How: "it coats a spoon"}}}
		b.Components["sauce"] = recipe.Component{ID: "sauce", Name: "Sauce", Yield: units.Amount{Quantity: 300, Unit: units.Millilitre}, Methods: recipe.OneWay(step), Lines: []recipe.Line{{Name: "stock", Amount: &litres, Step: "reduce"}}}
		portion := units.Amount{Quantity: 50, Unit: units.Millilitre}
		b.Dishes["d"] = recipe.Dish{ID: "d", Name: "D", Parts: []recipe.Part{{Component: "sauce", Portion: &portion}}}
		for _, g := range review.Gaps(b, b.Dishes["d"], kitchen.Kitchen{}) {
			if g.Field == recipe.GapTwice {
				out = append(out, g)
			}
		}
		return out
	}
	gaps := ask(150)
	require.Len(t, gaps, 1)
	assert.Equal(t, "From 1.2 l to 300 ml takes about 27 min in a 240 mm pan on gas, 2½ min is typed: which?", gaps[0].Question)
	assert.Equal(t, []string{"27 min", "2½ min"}, gaps[0].Options)
	assert.Empty(t, ask(25*60))
	assert.Empty(t, ask(40*60), "a lower flame")
	assert.Len(t, ask(3*3600), 1)
}
