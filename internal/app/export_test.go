package app

import (
	"context"
	"sync"
	"sync/atomic"
	"testing"

	"jointime/internal/core/runup"
)

type searching = func(runup.Service, context.Context, func(runup.Result)) (runup.Result, error)

func instead(t *testing.T, other searching) {
	t.Helper()
	before := plan
	plan = other
	t.Cleanup(func() { plan = before })
}

// Spoil has every search panic until the test is over.
func Spoil(t *testing.T) {
	t.Helper()
	instead(t, func(runup.Service, context.Context, func(runup.Result)) (runup.Result, error) { panic("spoilt") })
}

// Hold has every search wait before it begins, until it is let go.
func Hold(t *testing.T) (letGo func()) {
	t.Helper()
	open := make(chan bool)
	letGo = sync.OnceFunc(func() { close(open) })
	t.Cleanup(letGo)
	instead(t, func(x runup.Service, ctx context.Context, found func(runup.Result)) (runup.Result, error) {
		<-open
		return x.Plan(ctx, found)
	})
	return letGo
}

// Short has every search end at its first plan, as one does that takes too long, and counts
// the searches.
func Short(t *testing.T) (searches *atomic.Int64) {
	t.Helper()
	searches = new(atomic.Int64)
	instead(t, func(x runup.Service, ctx context.Context, _ func(runup.Result)) (runup.Result, error) {
		searches.Add(1)
		ctx, stop := context.WithCancel(ctx)
		defer stop()
		return x.Plan(ctx, func(runup.Result) { stop() })
	})
	return searches
}
