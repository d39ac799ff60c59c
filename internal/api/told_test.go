package api_test

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/recipe"
	"jointime/internal/core/recipe/search"
	"jointime/internal/core/service"
)

// A version that is not without what it says is told where it is ordered, and in the book;
// nowhere while nobody has ordered it.
func TestAVersionThatBreaksItsClaimIsToldWhereItIsOrdered(t *testing.T) {
	c := newHouse(t).cook("Chef")
	d := get[api.DishView](c, "/api/dishes/roast-hake")
	for i, v := range d.Dish.Versions {
		if v.ID == "no-dairy" {
			d.Dish.Versions[i].Changes = []recipe.Change{}
		}
	}
	require.Equal(t, 200, c.send("PUT", "/api/dishes/roast-hake", edit(d.Version, d.Dish)).status)
	faults := func() []string {
		for _, row := range get[api.ServiceView](c, "/api/services/supper").Rows {
			for _, d := range row.Dishes {
				if d.Dish == "roast-hake" {
					return append(d.Faults, get[api.RunUpView](c, "/api/services/supper/runup").Faults...)
				}
			}
		}
		return nil
	}
	assert.Empty(t, faults())
	found := get[struct{ Entries []search.Entry }](c, "/api/book?words=hake").Entries
	require.Len(t, found, 1)
	assert.NotEmpty(t, found[0].Faults)

	v := get[api.ServiceView](c, "/api/services/supper")
	v.Service.Courses[0].Covers = []service.Covers{{Dish: "roast-hake", Plates: 3}, {Dish: "roast-hake", Version: "no-dairy", Plates: 1}}
	require.Equal(t, 200, c.send("PUT", "/api/services/supper", edit(v.Version, v.Service)).status)
	told := faults()
	require.Len(t, told, 2, "on the menu and on the run-up")
	assert.Contains(t, told[0], "“no dairy” contains milk")
	assert.Contains(t, told[1], "“no dairy” contains milk")
}

// What is out of season on the day, and what can no longer be begun, stands on the run-up and
// on what is printed.
func TestAServiceIsToldInTime(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	const season = "Quince: out of season in March (October to December). Guinea fowl needs it."
	assert.Contains(t, get[api.RunUpView](c, "/api/services/supper/runup").Told, season)
	assert.Contains(t, get[api.SheetsView](c, "/api/services/supper/sheets").Told, season)
	h.set(time.Date(2026, 3, 14, 17, 0, 0, 0, time.UTC)) // 18:00 in the kitchen, 2 h 25 min before the first plate
	late := strings.Join(get[api.RunUpView](c, "/api/services/supper/runup").Told, "\n")
	assert.Contains(t, late, "can no longer be begun in time, the latest was ")
	assert.Contains(t, late, "Tick it on Mise if it is made.")
}
