package app_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/app"
	"jointime/internal/demo/demotest"
	"jointime/internal/store"
)

// looking keeps an eye on the plan of a service until something is so.
func looking(t *testing.T, a *app.App, service string, until func(app.Progress) bool) {
	t.Helper()
	require.Eventually(t, func() bool { return until(a.Progress(service)) }, demotest.Patience, 10*time.Millisecond)
}

// A plan whose making had to end early is kept, and searched on while somebody looks; the
// better one is told, and what is then read.
func TestAPlanIsBetteredWhileSomebodyLooks(t *testing.T) {
	st := demotest.Unplanned(t)
	a := app.New(st, now, demotest.Patience)
	a.InBackground(3 * time.Second) // as the server does; it ends as soon as something is found
	app.Short(t)
	news := a.Hub.Join()
	defer news.Leave()
	listening(t, st, a)

	_, first, err := a.RunUp(t.Context(), "winter-supper")
	require.NoError(t, err)
	require.True(t, first.CutShort, "its search was over at the first plan")
	looking(t, a, "winter-supper", func(p app.Progress) bool { return p.Bettering && p.Found > 0 })
	require.True(t, a.Stop("winter-supper"))
	looking(t, a, "winter-supper", func(p app.Progress) bool { return !p.Bettering })
	_, then, err := a.RunUp(t.Context(), "winter-supper")
	require.NoError(t, err)
	assert.Less(t, then.Plan.Violation*1_000_000+then.Plan.Cost, first.Plan.Violation*1_000_000+first.Plan.Cost)
	assert.False(t, then.CutShort)
	assert.Empty(t, then.RunUp.Message, "nothing has failed")
	require.Eventually(t, func() bool { <-news.Wake; return len(news.News()) > 0 }, demotest.Patience, time.Millisecond, "it is told")

	assert.False(t, a.Progress("winter-supper").Bettering, "who stopped it does not want it begun again")
	assert.False(t, a.Stop("winter-supper"), "there is nothing to stop")
}

// What nobody wants any more ends: the plan of what a service was before a change.
func TestAPlanOfBeforeAChangeIsNotBettered(t *testing.T) {
	st := demotest.Unplanned(t)
	a := app.New(st, now, demotest.Patience)
	a.InBackground(50 * time.Millisecond)
	app.Short(t)
	_, before, err := a.RunUp(t.Context(), "winter-supper")
	require.NoError(t, err)
	b, err := a.Book(t.Context())
	require.NoError(t, err)
	svc := b.Services["winter-supper"]
	svc.Within = 1200
	_, err = st.Save(t.Context(), store.Request{Who: "Chef", Person: "chef"}, store.Write{Kind: store.Service, ID: svc.ID, Base: b.Version(store.Service, svc.ID), Body: svc.Said()})
	require.NoError(t, err)
	_, after, err := a.RunUp(t.Context(), "winter-supper")
	require.NoError(t, err)
	require.NotEqual(t, before.Problem, after.Problem)
	moved, same := 0, 0
	was := map[string]int64{}
	for _, x := range before.Plan.Tasks {
		was[x.ID] = x.Start
	}
	for _, x := range after.Plan.Tasks {
		if at, had := was[x.ID]; had && at != x.Start {
			moved++
		} else if had {
			same++
		}
	}
	assert.Greater(t, same, moved, "five minutes more for the last wave: the rest of the plan stays")
}

// Without somebody who wants it nothing is searched on, nor what costs nothing.
func TestWhatIsPerfectIsNotBettered(t *testing.T) {
	a := app.New(demotest.Store(t), now, demotest.Patience)
	a.InBackground(time.Second)
	_, r, err := a.RunUp(t.Context(), "supper")
	require.NoError(t, err)
	require.Zero(t, r.Plan.Violation+r.Plan.Cost)
	assert.False(t, a.Progress("supper").Bettering)
}
