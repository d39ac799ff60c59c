package app_test

import (
	"context"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/app"
	"jointime/internal/core/service"
	"jointime/internal/demo/demotest"
	"jointime/internal/store"
)

// another writes a service of the demo's small supper at another hour of the same day.
func another(t *testing.T, st *store.Store, a *app.App, id, name, hour string) {
	t.Helper()
	b, err := a.Book(t.Context())
	require.NoError(t, err)
	svc := b.Services["supper"].Said()
	svc.ID, svc.Name = id, name
	change(t, st, a, svc, func(s *service.Service) {
		for k := range s.Courses {
			s.Courses[k].Hour, s.Courses[k].After = hour, nil
		}
	})
}

// change writes a service after a change of it.
func change(t *testing.T, st *store.Store, a *app.App, svc service.Service, how func(*service.Service)) {
	t.Helper()
	b, err := a.Book(t.Context())
	require.NoError(t, err)
	how(&svc)
	_, err = st.Save(t.Context(), store.Request{Who: "Chef", Person: "chef"}, store.Write{Kind: store.Service, ID: svc.ID, Base: b.Version(store.Service, svc.ID), Body: svc})
	require.NoError(t, err)
}

func settled(t *testing.T, a *app.App, id string) (app.Scene, app.Planned) {
	t.Helper()
	ctx, cancel := context.WithTimeout(t.Context(), demotest.Patience)
	defer cancel()
	p, r, err := a.Settled(ctx, id)
	require.NoError(t, err)
	require.True(t, r.Found)
	return p, r
}

// One that is planned later keeps clear of what stands, and what stands is not moved for it;
// nor for any change of it. What was there is moved when it is told to make way.
func TestServicesOfAKitchenArePlannedAroundEachOther(t *testing.T) {
	st := demotest.Store(t)
	a := app.New(st, now, demotest.Patience)
	searches := app.Short(t)
	_, supper := settled(t, a, "supper")
	require.Empty(t, supper.RunUp.Around)
	another(t, st, a, "party", "Party", "20:10")

	_, party := settled(t, a, "party")
	assert.Equal(t, []string{"Small supper"}, party.RunUp.Around)
	assert.Empty(t, party.RunUp.Doubles(supper.RunUp))
	done := searches.Load()
	_, again := settled(t, a, "supper")
	assert.Equal(t, own(supper), own(again), "it stands as it stood")
	assert.Equal(t, []string{"Party"}, again.RunUp.Around)
	assert.Equal(t, done, searches.Load(), "and is not searched for")

	b, err := a.Book(t.Context())
	require.NoError(t, err)
	change(t, st, a, b.Services["party"].Said(), func(s *service.Service) { s.Courses[0].Covers[0].Plates += 2 })
	p, party := settled(t, a, "party")
	assert.Empty(t, party.RunUp.Doubles(supper.RunUp))
	_, again = settled(t, a, "supper")
	assert.Equal(t, own(supper), own(again))
	list, err := a.Alongside(t.Context(), p, party)
	require.NoError(t, err)
	assert.Empty(t, list, "there is nothing to hold it against")

	change(t, st, a, b.Services["supper"].Said(), func(s *service.Service) { s.Courses[0].Covers[0].Plates++ })
	_, again = settled(t, a, "supper")
	assert.Empty(t, again.RunUp.Doubles(party.RunUp), "what is planned anew keeps clear of all that stands")
	_, after := settled(t, a, "party")
	assert.Empty(t, after.RunUp.Doubles(again.RunUp))
	assert.LessOrEqual(t, after.Plan.Violation*1_000_000+after.Plan.Cost, party.Plan.Violation*1_000_000+party.Plan.Cost, "it is as it was, or better for what was let go")
}

// A service that goes first is planned as if the others were not there, and they make way.
func TestAServiceThatGoesFirst(t *testing.T) {
	st := demotest.Store(t)
	a := app.New(st, now, demotest.Patience)
	another(t, st, a, "party", "Party", "20:10")
	_, before := settled(t, a, "party")
	b, err := a.Book(t.Context())
	require.NoError(t, err)
	change(t, st, a, b.Services["party"].Said(), func(s *service.Service) { s.First = true })
	_, party := settled(t, a, "party")
	assert.Empty(t, party.RunUp.Around)
	assert.LessOrEqual(t, party.Plan.Violation*1_000_000+party.Plan.Cost, before.Plan.Violation*1_000_000+before.Plan.Cost)
	_, supper := settled(t, a, "supper")
	assert.Equal(t, []string{"Party"}, supper.RunUp.Around)
	assert.Empty(t, supper.RunUp.Doubles(party.RunUp))
}

// Two that were planned at the same time, each without the other: the later one makes way, by
// itself, and the earlier one stays.
func TestTwoPlannedAtOnce(t *testing.T) {
	st := demotest.Unplanned(t)
	a := app.New(st, now, 0)
	another(t, st, a, "party", "Party", "20:10")
	letGo := app.Hold(t)
	for _, id := range []string{"supper", "party"} {
		_, r, err := a.RunUp(t.Context(), id)
		require.NoError(t, err)
		require.True(t, r.Planning)
	}
	p, _, err := a.RunUp(t.Context(), "party")
	require.NoError(t, err)
	assert.Equal(t, []string{"Small supper"}, p.Unplanned)
	letGo()
	require.Eventually(t, func() bool {
		_, supper := settled(t, a, "supper")
		_, party := settled(t, a, "party")
		return len(supper.RunUp.Doubles(party.RunUp)) == 0 && !party.Planning && !supper.Planning && len(party.RunUp.Around)+len(supper.RunUp.Around) > 0
	}, demotest.Patience, 50*time.Millisecond)
	_, supper := settled(t, a, "supper")
	_, party := settled(t, a, "party")
	// the one that was there first stays, also where what it leaves unwashed is washed only now
	assert.Subset(t, []string{"Small supper"}, party.RunUp.Around)
	assert.Subset(t, []string{"Party"}, supper.RunUp.Around)
}

// own is when the tasks of a service itself start.
func own(r app.Planned) map[string]int64 {
	out := map[string]int64{}
	for _, t := range r.Plan.Tasks[:r.Map.Own()] {
		out[t.ID] = t.Start
	}
	return out
}
