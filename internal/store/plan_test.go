package store_test

import (
	"context"
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

// planOf is a plan for a service, of so much cost; below 0: none was found.
func planOf(service, key string, violation, cost int64) store.ServicePlan {
	p := store.ServicePlan{Service: service, Pins: json.RawMessage(`{"dish/hake": 1}`), Map: json.RawMessage(`{"format": 1}`), Plan: store.Plan{
		Key: key, Options: json.RawMessage(`{}`), Excluded: json.RawMessage(`{}`), Problem: json.RawMessage(`{"name": "p"}`), Violation: violation, Cost: cost}}
	if cost >= 0 {
		text := json.RawMessage(`{"tasks": []}`)
		p.Plan.Plan = &text
	}
	return p
}

// A plan of the same problem is replaced by a better one only, whoever asks for it.
func TestABetterPlanOfTheSameProblemReplacesIt(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	for _, c := range []struct {
		violation, cost int64
		taken           bool
		then            int64
	}{{0, -1, true, -1}, {9, 100, true, 100}, {9, 100, false, 100}, {9, 120, false, 100}, {9, 80, true, 80}, {0, 500, true, 500}, {3, 10, false, 500}, {0, -1, false, 500}} {
		taken, err := s.SavePlan(ctx, planOf("supper", "k", c.violation, c.cost))
		require.NoError(t, err)
		assert.Equal(t, c.taken, taken, "%v", c)
		got, found, err := s.PlanFor(ctx, "supper", "k")
		require.NoError(t, err)
		require.True(t, found)
		assert.Equal(t, c.then, got.Cost)
	}
}

// One plan belongs to all services that ask for the same; each has its own words for it.
func TestAPlanBelongsToSeveralServices(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	_, err := s.SavePlan(ctx, planOf("friday", "k", 0, 10))
	require.NoError(t, err)
	got, found, err := s.PlanFor(ctx, "saturday", "k")
	require.NoError(t, err)
	require.True(t, found)
	assert.JSONEq(t, "null", string(got.Map), "it has none of it yet")
	_, found, err = s.LastPlan(ctx, "saturday")
	require.NoError(t, err)
	assert.False(t, found)
	got.Pins, got.Map = json.RawMessage(`{"dish/hake": 2}`), json.RawMessage(`{"format": 1, "name": "Saturday"}`)
	require.NoError(t, s.PointTo(ctx, got))
	last, found, err := s.LastPlan(ctx, "saturday")
	require.NoError(t, err)
	require.True(t, found)
	assert.JSONEq(t, string(got.Map), string(last.Map))
	first, _, err := s.LastPlan(ctx, "friday")
	require.NoError(t, err)
	assert.JSONEq(t, `{"format": 1}`, string(first.Map))
	_, err = s.SavePlan(ctx, planOf("friday", "other", 0, 90))
	require.NoError(t, err)
	first, _, err = s.LastPlan(ctx, "friday")
	require.NoError(t, err)
	assert.Equal(t, "other", first.Key, "the newest that it had")
	require.NoError(t, s.PointTo(ctx, planOf("friday", "k", 0, 10)))
	first, _, err = s.LastPlan(ctx, "friday")
	require.NoError(t, err)
	assert.Equal(t, "k", first.Key, "it has that one again")
}

// Old plans, answers, sessions and tries go; the newest plans of a service stay, and what
// others of the same problem have.
func TestTidyKeepsTheNewestPlans(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	for i := range 14 {
		_, err := s.SavePlan(ctx, planOf("supper", fmt.Sprint("k", i), 0, 10))
		require.NoError(t, err)
	}
	_, err := s.SavePlan(ctx, planOf("lunch", "k0", 0, 5))
	require.NoError(t, err)
	_, err = s.DB.Exec(`update plan set made_at = now() - interval '2 hours'`)
	require.NoError(t, err)
	_, err = s.DB.Exec(`insert into request (key, digest, answer, at) values ('old', '', '1', now() - interval '40 days'), ('new', '', '1', now());
		insert into sessions (token, data, expiry) values ('old', '', now() - interval '1 day'), ('new', '', now() + interval '1 day');
		insert into join_try (address, at) values ('a', now() - interval '2 days'), ('a', now())`)
	require.NoError(t, err)
	require.NoError(t, s.Tidy(ctx))
	last, found, err := s.LastPlan(ctx, "supper")
	require.NoError(t, err)
	require.True(t, found)
	assert.Equal(t, "k13", last.Key)
	for table, want := range map[string]int{"plan": 11, "service_plan": 11, "request": 1, "sessions": 1, "join_try": 1} {
		var n int
		require.NoError(t, s.DB.Get(&n, `select count(*) from `+table))
		assert.Equal(t, want, n, table)
	}
	_, found, err = s.PlanFor(ctx, "lunch", "k0")
	require.NoError(t, err)
	assert.True(t, found, "lunch has it still")
}

// Which plan a service has: the one that it was pointed to last, with what of it is its own; of
// no services nothing is asked.
func TestWhichPlansServicesHave(t *testing.T) {
	ctx := context.Background()
	s := pgtest.Store(t)
	lunch, none := planOf("lunch", "l", 0, 10), planOf("none", "n", 0, -1)
	lunch.Base = "own"
	for _, p := range []store.ServicePlan{lunch, none, planOf("dinner", "d1", 0, 10), planOf("dinner", "d2", 0, 20)} {
		_, err := s.SavePlan(ctx, p)
		require.NoError(t, err)
	}
	require.NoError(t, s.PointTo(ctx, planOf("dinner", "d1", 0, 10)))
	list, err := s.Standing(ctx, []string{"none", "lunch", "dinner", "unknown"})
	require.NoError(t, err)
	require.Len(t, list, 3)
	for k, want := range []store.Standing{{Service: "dinner", Key: "d1", Planned: true}, {Service: "lunch", Key: "l", Base: "own", Planned: true}, {Service: "none", Key: "n"}} {
		want.MadeAt = list[k].MadeAt
		assert.Equal(t, want, list[k])
	}
	list, err = s.Standing(ctx, nil)
	require.NoError(t, err)
	assert.Empty(t, list)
}
