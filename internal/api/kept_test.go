package api_test

import (
	"context"
	"encoding/json"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
)

// before puts the plan that a service has to where the version before kept it: with its
// revisions, and without what its tasks stand for.
func (h *house) before(id string) {
	h.Helper()
	ctx := context.Background()
	last, found, err := h.store.LastPlan(ctx, id)
	require.NoError(h, err)
	require.True(h, found)
	_, err = h.store.DB.ExecContext(ctx, `truncate plan_before`)
	require.NoError(h, err)
	_, err = h.store.DB.ExecContext(ctx, `insert into plan_before (service, key, pins, blocked, problem, plan, message) values ($1, 'k', $2, '{}', $3, $4, '')`,
		id, string(last.Pins), string(last.Problem), string(*last.Plan.Plan))
	require.NoError(h, err)
	_, err = h.store.DB.ExecContext(ctx, `truncate plan, service_plan`)
	require.NoError(h, err)
}

// made is when the plan of a service was made.
func (h *house) made(id string) time.Time {
	h.Helper()
	last, found, err := h.store.LastPlan(context.Background(), id)
	require.NoError(h, err)
	require.True(h, found)
	return last.MadeAt
}

// A plan that the version before kept is taken over as it was, for a service to come
// and for one that is past.
func TestAPlanOfTheVersionBeforeIsTakenOver(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	first := get[api.RunUpView](chef, "/api/services/supper/runup")
	h.before("supper")
	again := get[api.RunUpView](chef, "/api/services/supper/runup")
	assert.Equal(t, first.RunUp, again.RunUp)
	h.before("supper")
	h.set(h.now.AddDate(0, 0, 9))
	past := get[api.RunUpView](chef, "/api/services/supper/runup")
	assert.True(t, past.ReadOnly)
	assert.Equal(t, first.RunUp, past.RunUp)
	made := h.made("supper")
	get[api.RunUpView](chef, "/api/services/supper/runup")
	assert.Equal(t, made, h.made("supper"), "it is read from what was kept")
}

// What is past is never planned again: not where its plan, in today's words, is none of
// its problem. Its times stand, and it is told that the words cannot be had.
func TestAPastPlanThatFitsNoMoreIsShownWithItsTimes(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	first := get[api.RunUpView](chef, "/api/services/supper/runup")
	h.before("supper")
	_, err := h.store.DB.Exec(`update plan_before set plan = replace(plan::text, 'hake/roast', 'hake/oven')::jsonb, problem = replace(problem::text, 'hake/roast', 'hake/oven')::jsonb`)
	require.NoError(t, err)
	h.set(h.now.AddDate(0, 0, 9))
	past := get[api.RunUpView](chef, "/api/services/supper/runup")
	require.Len(t, past.RunUp.Bars, len(first.RunUp.Bars))
	assert.Contains(t, past.RunUp.Message, "older version")
	for i, b := range first.RunUp.Bars {
		assert.Equal(t, b.From, past.RunUp.Bars[i].From)
		assert.Equal(t, strings.ReplaceAll(b.ID, "hake/roast", "hake/oven"), past.RunUp.Bars[i].ID)
	}
	again := get[api.RunUpView](chef, "/api/services/supper/runup")
	assert.Equal(t, past.RunUp, again.RunUp)
}

// A service that is past is read from what was stored, in the words of its day: whatever
// its dishes are called, and take, today.
func TestThePastIsReadInItsOwnWords(t *testing.T) {
	h := newHouse(t)
	chef := h.cook("Chef")
	first := get[api.RunUpView](chef, "/api/services/supper/runup")
	h.set(h.now.AddDate(0, 0, 9))
	doc, version := chef.component("hake")
	doc["name"] = "Hake of today"
	step(doc, 0)["time"] = json.RawMessage(`{"quick": 60, "usual": 7200, "slow": 7200, "per": "once"}`)
	require.Equal(t, 200, chef.send("PUT", "/api/components/hake", edit(version, doc)).status)
	past := get[api.RunUpView](chef, "/api/services/supper/runup")
	assert.Equal(t, first.RunUp, past.RunUp)
	assert.Equal(t, []string{"Hake"}, past.Changed)
}
