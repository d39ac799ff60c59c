package app_test

import (
	"context"
	"log/slog"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/app"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"

	_ "time/tzdata"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

func now() time.Time { return demotest.Morning }

// Who asked has gone; the plan is made and kept all the same, and told of.
func TestAPlanIsKeptWhenNobodyWaitsForIt(t *testing.T) {
	st := demotest.Unplanned(t)
	a := app.New(st, now, 0)
	news := a.Hub.Join()
	defer news.Leave()
	listening(t, st, a)
	letGo := app.Hold(t)

	_, r, err := a.RunUp(t.Context(), "supper")
	require.NoError(t, err)
	assert.True(t, r.Planning)
	assert.Equal(t, "Planning …", r.RunUp.Message)
	assert.Empty(t, r.RunUp.Bars)
	letGo()
	require.Eventually(t, func() bool {
		<-news.Wake
		told := news.News()
		return len(told) == 1 && told[0].Planned == "supper"
	}, demotest.Patience, time.Millisecond, "it is told that the plan is there")
	_, r, err = a.RunUp(t.Context(), "supper")
	require.NoError(t, err)
	assert.False(t, r.Planning, "the kept one")
	assert.True(t, r.Found)
}

// An asker whose request has ended does not end the planning, and gets its own error; who
// asks after it waits for the same plan.
func TestAnAskerWhoLeavesEndsNothing(t *testing.T) {
	a := app.New(demotest.Unplanned(t), now, demotest.Patience)
	letGo := app.Hold(t)
	ctx, leave := context.WithCancel(t.Context())
	gone := make(chan error, 1)
	go func() {
		_, _, err := a.RunUp(ctx, "supper")
		gone <- err
	}()
	require.Eventually(t, func() bool { return a.Progress("supper").Planning }, demotest.Patience, time.Millisecond)
	leave()
	require.ErrorIs(t, <-gone, context.Canceled)
	assert.True(t, a.Progress("supper").Planning, "it goes on")

	soon, cancel := context.WithTimeout(t.Context(), time.Millisecond)
	defer cancel()
	_, _, err := a.Settled(soon, "supper")
	require.ErrorIs(t, err, app.ErrNoTime, "not that the database does not answer")
	letGo()
	_, r, err := a.Settled(t.Context(), "supper")
	require.NoError(t, err)
	assert.True(t, r.Found)
}

// While a service is planned anew, the plan before the last change is what there is.
func TestThePlanBeforeTheLastChangeIsShownMeanwhile(t *testing.T) {
	st := demotest.Store(t)
	a := app.New(st, now, 0)
	b, err := a.Book(t.Context())
	require.NoError(t, err)
	svc := b.Services["supper"]
	_, before, err := a.RunUp(t.Context(), svc.ID)
	require.NoError(t, err)
	require.False(t, before.Planning)
	letGo := app.Hold(t)
	svc.Courses[0].Hour = "20:20"
	_, err = st.Save(t.Context(), store.Request{Who: "Chef", Person: "chef"}, store.Write{Kind: store.Service, ID: svc.ID, Base: b.Version(store.Service, svc.ID), Body: svc.Said()})
	require.NoError(t, err)

	_, r, err := a.RunUp(t.Context(), svc.ID)
	require.NoError(t, err)
	assert.True(t, r.Planning)
	assert.Equal(t, "Planning again; this is the plan before the last change.", r.RunUp.Message)
	assert.Equal(t, before.RunUp.Bars, r.RunUp.Bars)
	x, err := a.Stocked(t.Context(), svc.ID)
	require.NoError(t, err, "the mise never fails for want of a plan")
	assert.True(t, x.Planning)
	letGo()
	_, r, err = a.Settled(t.Context(), svc.ID)
	require.NoError(t, err)
	assert.NotEqual(t, before.RunUp.Bars, r.RunUp.Bars)
	x, err = a.Stocked(t.Context(), svc.ID)
	require.NoError(t, err)
	assert.False(t, x.Planning, "what was worked out without it was not kept")
}

// What is compared is searched for from the plan that is kept, on both sides as long: a
// choice is not better because more was tried, nor worse because the kept plan had longer.
func TestBothSidesOfAComparisonAreSearchedForAsLong(t *testing.T) {
	a := app.New(demotest.Store(t), now, demotest.Patience)
	p, kept, err := a.RunUp(t.Context(), "supper")
	require.NoError(t, err)
	would := p.In
	would.Service.Within = 60
	then, was, cut, err := a.Beside(t.Context(), kept, p.In, would, demotest.Patience)
	require.NoError(t, err)
	assert.False(t, cut)
	assert.False(t, then.CutShort)
	worth := func(r app.Planned) []int64 { return []int64{r.Plan.Violation, r.Plan.Cost} }
	assert.LessOrEqual(t, slices.Compare(worth(was), worth(kept)), 0, "as it is, it is no worse than the kept plan")

	searches := app.Short(t)
	then, was, cut, err = a.Beside(t.Context(), kept, p.In, would, demotest.Patience)
	require.NoError(t, err)
	assert.True(t, cut)
	assert.Equal(t, int64(2), searches.Load(), "one for each side")
	assert.True(t, then.CutShort)
	assert.True(t, was.CutShort)
	assert.LessOrEqual(t, slices.Compare(worth(was), worth(kept)), 0, "short as it was, it began from the kept plan")
}

// A fault of ours in the planning is the error of that plan, and the server goes on.
func TestAPanicInThePlanningIsItsError(t *testing.T) {
	st := demotest.Store(t)
	a := app.New(st, now, demotest.Patience)
	p, _, err := a.RunUp(t.Context(), "supper")
	require.NoError(t, err)
	app.Spoil(t) // every search panics from here on
	p.In.Service.Within = 60
	_, err = a.Once(t.Context(), p.In, app.Planned{}, demotest.Patience)
	var fault *app.Panic
	require.ErrorAs(t, err, &fault)
	assert.Equal(t, "spoilt", fault.What)
	assert.NotEmpty(t, fault.Stack)
}

// listening has the application hear of what is written.
func listening(t *testing.T, st *store.Store, a *app.App) {
	t.Helper()
	ctx, stop := context.WithCancel(t.Context())
	ready, done := make(chan bool, 100), make(chan bool)
	go func() {
		st.Listen(ctx, slog.New(slog.DiscardHandler), func(n store.News) { a.Hub.Tell(n); ready <- true })
		close(done)
	}()
	<-ready
	t.Cleanup(func() { stop(); <-done })
}
