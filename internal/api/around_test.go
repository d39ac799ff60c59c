package api_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/kitchenday"
	"jointime/internal/demo/demotest"
)

// A second service in the same kitchen at the same hour wants the same two cooks: it is planned
// around the first, which stays as it is, and both name the other; on another day neither does.
func TestServicesOfOneKitchenAreNotBookedTwice(t *testing.T) {
	c := newHouse(t).cook("Chef")
	was := get[api.RunUpView](c, "/api/services/supper/runup").RunUp
	var made api.SavedView
	read(t, c.send("POST", "/api/services", map[string]any{"name": "Party", "kitchen": "back-kitchen", "day": "2026-03-14", "hour": "20:25", "plates": 4, "dishes": []string{"roast-hake"}}), &made)
	v := get[api.RunUpView](c, "/api/services/supper/runup")
	if len(v.RunUp.Around) == 0 {
		assert.Contains(t, v.Told, "Not planned yet, and not seen here: Party.")
	}
	settled := func(id string) (out api.RunUpView) {
		require.Eventually(t, func() bool {
			out = get[api.RunUpView](c, "/api/services/"+id+"/runup")
			return !out.Planning
		}, demotest.Patience, 50*time.Millisecond)
		return out
	}
	party := settled(made.ID).RunUp
	assert.Equal(t, []string{"Small supper"}, party.Around)
	supper := settled("supper").RunUp
	assert.Equal(t, []string{"Party"}, supper.Around)
	assert.Equal(t, was.Bars[0].Start, supper.Bars[0].Start)
	assert.Empty(t, party.Doubles(supper))

	s := get[api.ServiceView](c, "/api/services/"+made.ID)
	s.Service.Day = "2026-03-20"
	require.Equal(t, 200, c.send("PUT", "/api/services/"+made.ID, edit(s.Version, s.Service)).status)
	assert.Empty(t, settled(made.ID).RunUp.Around)
	assert.Empty(t, settled("supper").RunUp.Around)
}

// A day of a kitchen has its services on one clock; what it would do to let one go first is told
// for it and for who would have to move. A day that is none, and a kitchen that is not there, are
// refused by name.
func TestADayOfAKitchen(t *testing.T) {
	c := newHouse(t).cook("Chef")
	day := get[kitchenday.DaySheet](c, "/api/kitchens/back-kitchen/days/2026-03-14")
	require.Len(t, day.Services, 1)
	assert.Equal(t, "Small supper", day.Services[0].Name)
	assert.True(t, day.Services[0].Planned)
	assert.Len(t, day.Services[0].Courses, 2)
	assert.Len(t, day.Cooks, 2)
	assert.Empty(t, day.Told)
	assert.Empty(t, get[kitchenday.DaySheet](c, "/api/kitchens/back-kitchen/days/2026-05-01").Services)

	var first api.FirstView
	read(t, c.send("POST", "/api/services/supper/first", nil), &first)
	require.Len(t, first.Services, 1, "nobody has to move")
	assert.Equal(t, "Small supper", first.Services[0].Name)
	assert.Equal(t, first.Services[0].Now.Cost, first.Services[0].Then.Cost)

	wrong := c.send("GET", "/api/kitchens/back-kitchen/days/14.3.", nil)
	assert.Equal(t, 422, wrong.status)
	assert.Contains(t, string(wrong.body), "is not a date. Write 2026-11-28.")
	assert.Equal(t, 404, c.send("GET", "/api/kitchens/none/days/2026-03-14", nil).status)
	assert.Equal(t, 404, c.send("POST", "/api/services/none/first", nil).status)
}
