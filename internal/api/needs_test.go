package api_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/service"
)

// From a need at a table to a stopped plate, to its answer with name and time; in the plan, too.
func TestANeedStopsAPlateUntilItIsAnswered(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Head chef")
	read := get[api.NeedReading](chef, "/api/read/need?text=no+gluten,+pine+nuts")
	assert.Equal(t, api.NeedReading{Without: []string{"gluten"}, Words: []string{"pine nuts"}}, read)

	v := get[api.ServiceView](chef, "/api/services/winter-supper")
	v.Service.Tables[0].Needs = []service.GuestNeed{{ID: "n1", Seat: "2", Said: "no shellfish", Without: []string{"crustaceans"}, Answers: []service.NamedAnswer{{Course: "fish", Dish: "roast-hake", Who: "forged"}}}}
	require.Equal(t, 200, chef.send("PUT", "/api/services/winter-supper", edit(v.Version, v.Service)).status)
	v = get[api.ServiceView](chef, "/api/services/winter-supper")
	fish := v.Service.Tables[0].Needs[0].Of("fish")
	assert.True(t, fish.Stopped, "no answer comes by another way")
	assert.Nil(t, fish.Answer)
	assert.Contains(t, fish.Contains[0], "crustaceans from Brown-shrimp butter")
	require.Equal(t, "no-shellfish", fish.Offers[0].Version)
	planned := func(dish string) (n int) {
		for _, c := range get[api.RunUpView](chef, "/api/services/winter-supper/runup").RunUp.Courses {
			for _, s := range c.Sent {
				for _, p := range s.Plates {
					if p.Dish == dish {
						n += p.Plates
					}
				}
			}
		}
		return n
	}
	assert.Equal(t, 32, planned("roast-hake"), "the stopped plate is not planned")

	answer := map[string]any{"table": "t1", "need": "n1", "course": "fish", "dish": "roast-hake"}
	p := chef.send("POST", "/api/services/winter-supper/answers", answer).problem(t)
	assert.Contains(t, p.Errors[0].Message, "Roast hake cannot be the answer: crustaceans from Brown-shrimp butter")
	answer["version"] = "no-shellfish"
	require.Equal(t, 200, chef.send("POST", "/api/services/winter-supper/answers", answer, "Jointime-Screen", "service:winter-supper").status)
	v = get[api.ServiceView](chef, "/api/services/winter-supper")
	fish = v.Service.Tables[0].Needs[0].Of("fish")
	assert.False(t, fish.Stopped)
	assert.Equal(t, "Head chef", fish.Answer.Who)
	assert.Equal(t, h.clock().UTC(), fish.Answer.At.UTC())
	assert.Equal(t, 4, planned("roast-hake~no-shellfish"))

	require.Equal(t, 200, chef.undo("service:winter-supper").status)
	assert.True(t, get[api.ServiceView](chef, "/api/services/winter-supper").Service.Tables[0].Needs[0].Of("fish").Stopped, "an answer that is undone stops again")
	answer["back"] = true
	require.Equal(t, 200, chef.send("POST", "/api/services/winter-supper/answers", answer).status)
	answer["need"] = "ghost"
	assert.Equal(t, 422, chef.send("POST", "/api/services/winter-supper/answers", answer).status)
	assert.Equal(t, 403, h.stranger().send("POST", "/api/services/winter-supper/answers", answer).status, "nobody without a name answers")

	a := chef.send("POST", "/api/services/winter-supper/copy", map[string]any{"day": "2026-03-21"})
	require.Equal(t, 201, a.status)
	assert.Empty(t, get[api.ServiceView](chef, a.header.Get("Location")).Service.Tables[0].Needs, "other guests sit there")
}
