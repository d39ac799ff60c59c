package api_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/demo/demotest"
)

// A second service in the same kitchen at the same hour has the same two cooks: it is told on
// both, as soon as both are planned, and no more once one of them is on another day.
func TestServicesOfOneKitchenThatBookTheSameHandsAreTold(t *testing.T) {
	c := newHouse(t).cook("Chef")
	var made api.SavedView
	read(t, c.send("POST", "/api/services", map[string]any{"name": "Party", "kitchen": "back-kitchen", "day": "2026-03-14", "hour": "20:25", "plates": 4, "dishes": []string{"roast-hake"}}), &made)
	twice := func(id, other string) bool {
		v := get[api.RunUpView](c, "/api/services/"+id+"/runup")
		return slices.ContainsFunc(v.Told, func(s string) bool { return strings.Contains(s, "booked twice with "+other) })
	}
	require.Eventually(t, func() bool {
		one, other := twice("supper", "Party"), twice(made.ID, "Small supper")
		return one && other
	}, demotest.Patience, 50*time.Millisecond)
	v := get[api.ServiceView](c, "/api/services/"+made.ID)
	v.Service.Day = "2026-03-20"
	require.Equal(t, 200, c.send("PUT", "/api/services/"+made.ID, edit(v.Version, v.Service)).status)
	assert.Eventually(t, func() bool { return !twice("supper", "Party") }, demotest.Patience, 50*time.Millisecond)
}
