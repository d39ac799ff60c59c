package demo_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/contents"
	"jointime/internal/core/recipe/quantity"
	"jointime/internal/core/recipe/review"
	"jointime/internal/core/units"
	"jointime/internal/demo"

	_ "time/tzdata"
)

func TestTheDemoIsSound(t *testing.T) {
	now := time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)
	b := demo.Load(now)
	require.NoError(t, b.Kitchen.Validate())
	components, dishes := map[string]recipe.Component{}, map[string]recipe.Dish{}
	for _, c := range b.Components {
		require.NoError(t, c.Validate(), c.Name)
		components[c.ID] = c
	}
	for id := range components {
		require.NoError(t, recipe.Circles(id, components))
	}
	for _, d := range b.Dishes {
		require.NoError(t, d.Validate(components), d.Name)
		dishes[d.ID] = d
		assert.Empty(t, d.Plate.Findings(b.Recipes().PlateScene(d, 4, b.Kitchen.PassWidth)), d.Name)
		for _, v := range d.Versions {
			served, book, _ := b.Recipes().Served(d, v)
			for _, f := range d.PlateOf(v).Findings(book.PlateScene(served, 4, b.Kitchen.PassWidth)) {
				assert.NotEqual(t, plating.IsFault, f.Kind, "%s, %s: %s", d.Name, v.Name, f.What)
			}
		}
	}
	require.NoError(t, b.Menu.Validate(dishes))
	require.NoError(t, b.Service.Validate(b.Menu, time.UTC, now))
	require.NoError(t, b.Winter.Validate(dishes))
	require.NoError(t, b.Supper.Validate(b.Winter, time.UTC, now))
	require.NoError(t, b.Harbour.Validate(dishes))
	require.NoError(t, b.Table.Validate(b.Harbour, time.UTC, now))
}

// One gap that holds a dish up is left on purpose, and a step on the heat without a cue.
func TestTheDemoHasTheGapsItMeansToHave(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	book := b.Recipes()
	var grave, lesser []string
	for _, d := range b.Dishes {
		for _, g := range review.Gaps(book, d, b.Kitchen) {
			if g.Lesser {
				lesser = append(lesser, g.Title)
			} else {
				grave = append(grave, g.Title)
			}
		}
	}
	assert.Equal(t, []string{"Fish broth: reduce by half"}, grave)
	assert.Equal(t, []string{"Gem lettuce: braise"}, lesser)
}

func TestTheSupperIsOnTheNextSaturdayThatCanStillBePrepared(t *testing.T) {
	for now, want := range map[string]string{"2026-03-10": "2026-03-14", "2026-03-12": "2026-03-14", "2026-03-13": "2026-03-21", "2026-03-14": "2026-03-21"} {
		at, err := time.Parse("2006-01-02", now)
		require.NoError(t, err)
		assert.Equal(t, want, demo.Load(at.Add(9*time.Hour)).Service.Day, now)
	}
}

// The figures that cautions name are the published ones (from memory): USDA
// FSIS, 74 °C (165 °F) for poultry and 63 °C (145 °F) for fish; FDA Food Code
// 2022, 3-501.14, cooling in two stages.
func TestCautionsWithALimitNameTheirSource(t *testing.T) {
	sources := 0
	for _, c := range demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)).Components {
		for _, s := range c.Steps() {
			for _, caution := range s.Cautions {
				if caution.Source != "" {
					sources++
				}
				if containsDegrees(caution.Text) {
					assert.NotEmpty(t, caution.Source, caution.Text)
					assert.NotContains(t, caution.Text, "trained people decide", "that is told once, at the foot")
				}
			}
		}
	}
	assert.Equal(t, 8, sources)
}

func containsDegrees(s string) bool {
	for _, r := range s {
		if r == '°' {
			return true
		}
	}
	return false
}

// Every dish of the scenario is there with its versions, without a gap that
// holds it up but the one that is meant, and each version is without what it
// says; save one, for something in it was never told.
func TestEveryDishAndVersionHolds(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	book := b.Recipes()
	require.Len(t, b.Dishes, 9)
	versions := 0
	var faults []string
	for _, d := range b.Dishes {
		versions += len(d.Versions)
		assert.NotEmpty(t, d.Versions, d.Name)
		assert.NotEmpty(t, d.Plate.Placings, d.Name)
		faults = append(faults, review.Faults(book, d, b.Kitchen, d.Versions)...)
		for _, v := range d.Versions {
			assert.Empty(t, contents.Version(book, d, v, b.Kitchen, 4).Lost, v.Name)
		}
	}
	assert.Equal(t, 13, versions)
	assert.Equal(t, []string{"“no gluten” may contain gluten: Mushroom broth › mushroom seasoning"}, faults)
	for _, c := range b.Components {
		for _, l := range book.Made(c.ID).Lines {
			assert.NotEmpty(t, l.Ingredient+l.Component, "%s: %s is not in the book", c.Name, l.Name)
		}
	}
}

// Densities of the FAO/INFOODS Density Database, version 2.0 (2012), from memory,
// as ranges: what the demo says of its ingredients lies within.
func TestTheDemosDensitiesArePublishedOnes(t *testing.T) {
	published := map[string][2]float64{"milk": {1.02, 1.04}, "buttermilk": {1.02, 1.04}, "double cream": {0.98, 1.02}, "flour": {0.48, 0.60}, "rye flour": {0.45, 0.60}, "golden syrup": {1.38, 1.45}, "oil": {0.91, 0.93}, "rapeseed oil": {0.91, 0.93},
		"sugar": {0.80, 0.90}, "salt": {1.10, 1.30}, "water": {0.99, 1.01}, "red wine": {0.98, 1.00}, "white wine": {0.98, 1.00}, "lemon juice": {1.02, 1.04}}
	for _, i := range demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)).Ingredients {
		if i.Density == nil {
			continue
		}
		span, known := published[i.Name]
		require.True(t, known, "%s has a density that nothing is held against", i.Name)
		assert.GreaterOrEqual(t, *i.Density, span[0], i.Name)
		assert.LessOrEqual(t, *i.Density, span[1], i.Name)
	}
}

// Each thing that a dish can say is said somewhere in the demo.
func TestEveryFeatureIsMetSomewhere(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	met := map[string]bool{}
	meet := func(name string, is bool) { met[name] = met[name] || is }
	for _, i := range b.Ingredients {
		meet("density", i.Density != nil)
		meet("weight of a piece", i.Piece != nil)
		meet("trimming loss", i.Loss > 0)
		meet("season", len(i.Season) > 0)
		meet("delivery", i.Delivery != "")
		meet("substitutes", len(i.Substitutes) > 0)
		meet("never told", i.Allergens == nil)
		meet("alcohol", i.Alcohol)
	}
	for _, c := range b.Components {
		meet("by-products", len(c.ByProducts) > 0)
		meet("take-outs", len(c.TakeOuts) > 0)
		meet("conditions", len(c.Conditions) > 0)
		meet("a variant", c.Variant != nil)
		meet("methods", len(c.Methods) > 1)
		for _, k := range c.Keeps {
			meet("keeps "+k.Place, true)
		}
		for _, l := range c.Lines {
			meet("made of another", l.Component != "" && l.ByProduct == "")
			meet("takes what is left over", l.ByProduct != "")
		}
		for _, m := range c.Methods {
			meet("bought in", m.Bought != nil)
			for _, s := range m.Steps {
				if s.Time != nil {
					meet("per "+string(s.Time.Per), true)
				}
				meet("unbroken", s.Unbroken)
				meet("stopped short", s.Short != "")
				meet("a reduction", s.Left != nil)
				meet("a pan wanted", s.Pan != nil && s.Pan.Of != "")
				meet("a pan refused", s.Pan != nil && s.Pan.Clean)
				meet("troubles", len(s.Troubles) > 0)
				meet("ours", len(s.Ours) > 0)
				for _, q := range s.Cues {
					meet("sense "+q.Sense, true)
					meet("not yet", q.More > 0)
					meet("too far", q.TooFar != "")
					meet("looks wrong", q.LooksWrong != "")
				}
			}
		}
	}
	for name, is := range met {
		assert.True(t, is, name)
	}
	for _, name := range []string{"keeps frozen", "keeps chilled", "keeps ambient", "keeps hot", "per once", "per portion", "per piece", "per batch", "per table", "sense see", "sense smell", "sense measure", "sense feel"} {
		assert.True(t, met[name], name)
	}
}

// On the demo's menu the ledger balances to the gram: given and short are taken
// and left; everything that is made is taken or surplus.
func TestTheDemosLedgerBalances(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	for _, plates := range []int{1, 4, 36, 400} {
		var orders []quantity.Order
		for _, d := range b.Dishes {
			orders = append(orders, quantity.Order{Dish: d.ID, Plates: plates})
			for _, v := range d.Versions {
				orders = append(orders, quantity.Order{Dish: d.ID, Version: v.ID, Plates: 1})
			}
		}
		x := quantity.Explode(b.Recipes(), orders, units.Metric)
		assert.Empty(t, x.Problems)
		for _, e := range x.Ledger {
			assert.InDelta(t, e.Given.Quantity+e.Short.Quantity, e.Taken.Quantity+e.Left.Quantity, 1e-6, e.Name)
		}
		for _, m := range x.Make {
			assert.InDelta(t, m.Make.Quantity, m.Need.Quantity+m.Surplus.Quantity, 1e-6, m.Name)
		}
		assert.Greater(t, len(x.Buy), 40)
	}
}
