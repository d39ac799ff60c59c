package api_test

import (
	"encoding/json"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/kitchen"
	"jointime/internal/core/service"
	"jointime/internal/demo/demotest"
)

// supper reads a service as the screens do.
func (c *cook) supper(id string) api.ServiceView { return get[api.ServiceView](c, "/api/services/"+id) }

// Two people seat two tables of the same service from the same version: the second
// is told, and what the two are together has both, and no conflict.
func TestTwoPeopleSeatTwoTables(t *testing.T) {
	h := newHouse(t)
	chef, other := h.cook("Chef"), h.cook("Other")
	a, b := chef.supper("winter-supper"), other.supper("winter-supper")
	assert.Equal(t, 36, a.Service.Guests())
	a.Service.Tables[0].Guests = 3
	b.Service.Tables[1].Note = "by the window"
	save := func(c *cook, v api.ServiceView, version int64) answer {
		return c.send("PUT", "/api/services/winter-supper", map[string]any{"version": version, "value": v.Service})
	}
	require.Equal(t, 200, save(chef, a, a.Version).status)
	lost := save(other, b, b.Version)
	require.Equal(t, http.StatusConflict, lost.status)
	p := lost.problem(t)
	assert.Empty(t, p.Conflicts, "covers and hours that follow from the tables are not kept, and cannot clash")
	var merged service.Service
	require.NoError(t, json.Unmarshal(p.Merged, &merged))
	assert.Equal(t, 3, merged.Tables[0].Guests)
	assert.Equal(t, "by the window", merged.Tables[1].Note)
	b.Service = merged
	require.Equal(t, 200, save(other, b, p.Version).status)
	now := chef.supper("winter-supper")
	assert.Equal(t, 37, now.Service.Guests())
	assert.Equal(t, 37, now.Service.Plates("guinea-fowl"), "the covers follow")
}

func TestWhatWouldBeIsPlannedAndNotKept(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	k := get[struct {
		Kitchens []api.KitchenView `json:"kitchens"`
	}](chef, "/api/kitchens")
	var back kitchen.Kitchen
	for _, v := range k.Kitchens {
		if v.Kitchen.ID == chef.supper("supper").Service.Kitchen {
			back = v.Kitchen
		}
	}
	back.Cooks = back.Cooks[:1]
	got := chef.send("POST", "/api/services/supper/what-if", map[string]any{"kitchen": back})
	require.Equal(t, 200, got.status, string(got.body))
	var v api.WhatIfView
	require.NoError(t, json.Unmarshal(got.body, &v))
	assert.Equal(t, 2, v.Now.Cooks)
	assert.Equal(t, 1, v.Then.Cooks)
	assert.True(t, v.Now.Planned)
	assert.Greater(t, v.Then.Tight, v.Now.Tight, "one cook has hands full for longer")
	assert.Len(t, chef.supper("supper").Kitchen.Cooks, 2, "nothing is kept")
	back.Zone = "Lantern/Quay"
	refused := chef.send("POST", "/api/services/supper/what-if", map[string]any{"kitchen": back})
	assert.Equal(t, 422, refused.status)
	assert.Contains(t, string(refused.body), "not a time zone")
}

func TestAPlanWithEachMethod(t *testing.T) {
	chef := newHouse(t).cook("Chef")
	v := posted[struct {
		Components []api.MethodPlans `json:"components"`
	}](chef, "/api/services/supper/methods", nil)
	got := map[string][]string{}
	for _, c := range v.Components {
		got[c.Component] = append(got[c.Component], c.Chosen+" of")
		for _, m := range c.Methods {
			got[c.Component] = append(got[c.Component], m.ID)
		}
	}
	assert.Equal(t, map[string][]string{"barley": {"method of", "method", "soaked"}, "hake": {"method of", "method", "bath"}}, got, "each component that has several, and no other")
	for _, c := range v.Components {
		for _, m := range c.Methods {
			assert.True(t, m.Plan.Planned, "%s, %s", c.Name, m.Name)
		}
	}
}

// A plan that takes long can be stopped: what was found until then is kept, and says
// so; stopping when nothing is planned is told.
func TestPlanningIsStoppedAndTheBestIsKept(t *testing.T) {
	h := unplanned(t)
	chef, other := h.cook("Chef"), h.cook("Other")
	assert.Equal(t, 404, chef.send("POST", "/api/services/winter-supper/stop", nil).status)
	done := make(chan answer)
	go func() { done <- other.send("GET", "/api/services/winter-supper/runup", nil) }()
	require.Eventually(t, func() bool {
		return chef.send("POST", "/api/services/winter-supper/stop", nil).status == http.StatusNoContent
	}, demotest.Patience, 2*time.Millisecond)
	got := <-done
	require.Equal(t, 200, got.status)
	var v api.RunUpView
	require.NoError(t, json.Unmarshal(got.body, &v))
	assert.Greater(t, len(v.RunUp.Bars), 320, "all that is to be done has its time")
	assert.True(t, strings.HasPrefix(v.RunUp.Message, "Stopped: best plan so far"), v.RunUp.Message)
	again := get[api.RunUpView](chef, "/api/services/winter-supper/runup")
	assert.Equal(t, v.RunUp.Message, again.RunUp.Message, "it is kept as it is")
	assert.Equal(t, v.RunUp.Bars, again.RunUp.Bars)
}
