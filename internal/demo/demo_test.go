package demo_test

import (
	"testing"
	"time"
	_ "time/tzdata"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/plating"
	"jointime/internal/core/recipe"
	"jointime/internal/demo"
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
		var portions []plating.Portion
		for _, p := range d.Parts {
			portions = append(portions, plating.Portion{Component: p.Component, Name: components[p.Component].Name, Amount: p.Portion})
		}
		assert.Empty(t, d.Plate.Findings(portions), d.Name)
	}
	require.NoError(t, b.Menu.Validate(dishes))
	require.NoError(t, b.Service.Validate(b.Menu, time.UTC, now))
}

// One gap that holds a dish up is left on purpose, and two steps on the heat
// without a cue.
func TestTheDemoHasTheGapsItMeansToHave(t *testing.T) {
	b := demo.Load(time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC))
	book := b.Recipes()
	var grave, lesser []string
	for _, d := range b.Dishes {
		for _, g := range book.Gaps(d, b.Kitchen) {
			if g.Lesser {
				lesser = append(lesser, g.Title)
			} else {
				grave = append(grave, g.Title)
			}
		}
	}
	assert.Equal(t, []string{"Fish broth, reduce by half"}, grave)
	assert.Equal(t, []string{"Gem lettuce, braise", "Poached quince, warm"}, lesser)
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
	for _, c := range demo.Load(time.Now()).Components {
		for _, s := range c.Steps() {
			for _, caution := range s.Cautions {
				if caution.Source != "" {
					sources++
				}
				if containsDegrees(caution.Text) {
					assert.NotEmpty(t, caution.Source, caution.Text)
					assert.Contains(t, caution.Text, "trained people decide")
				}
			}
		}
	}
	assert.Equal(t, 6, sources)
}

func containsDegrees(s string) bool {
	for _, r := range s {
		if r == '°' {
			return true
		}
	}
	return false
}
