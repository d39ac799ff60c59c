// Package demotest gives tests a database with the demo in it, and with the plans of
// its suppers: loaded and planned once, and copied for each test.
package demotest

import (
	"context"
	"testing"
	"time"

	"jointime/internal/app"
	"jointime/internal/demo"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

// Morning is the clock of the tests: a Tuesday; the demo's suppers are on the Saturday
// after.
var Morning = time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)

// Patience bounds what a test waits for: so long that a busy machine is no failure.
const Patience = 2 * time.Minute

// Store is a fresh database with the demo, and with a plan of each of its services.
func Store(t testing.TB) *store.Store {
	t.Helper()
	return pgtest.From(t, "demo_planned", planned)
}

// Unplanned is one in which nothing is planned yet.
func Unplanned(t testing.TB) *store.Store {
	t.Helper()
	return pgtest.From(t, "demo", load)
}

func load(ctx context.Context, st *store.Store) error { return demo.LoadInto(ctx, st, Morning) }

// planned loads the demo and plans every service; in a short run not the one of the whole
// house, which takes seconds, or a minute under the race detector.
func planned(ctx context.Context, st *store.Store) error {
	if err := load(ctx, st); err != nil {
		return err
	}
	a := app.New(st, func() time.Time { return Morning }, Patience)
	book, err := a.Book(ctx)
	if err != nil {
		return err
	}
	for s := range book.Listed(Morning) { // what is served first is planned first: the others keep clear of it
		if testing.Short() && s.ID == "winter-supper" {
			continue
		}
		if _, _, err := a.Settled(ctx, s.ID); err != nil {
			return err
		}
	}
	return nil
}
