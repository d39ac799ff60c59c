// Package demotest gives tests a database with the demo in it, and with the plans of
// its suppers: loaded and planned once, and copied for each test.
package demotest

import (
	"context"
	"fmt"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"jointime/internal/api"
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

// planned loads the demo and reads every run-up once, as a screen does; in a short run
// not the one of the whole house, which takes seconds, or a minute under the race
// detector.
func planned(ctx context.Context, st *store.Store) error {
	if err := load(ctx, st); err != nil {
		return err
	}
	server := httptest.NewServer(api.New(st, api.Options{Log: slog.New(slog.DiscardHandler), Now: func() time.Time { return Morning }, Within: Patience}))
	defer server.Close()
	jar, err := cookiejar.New(nil)
	if err != nil {
		return err
	}
	client := &http.Client{Jar: jar}
	services, err := st.All(ctx)
	if err != nil {
		return err
	}
	if err := ask(ctx, client, "PUT", server.URL+"/api/session", `{"name": "Test"}`); err != nil {
		return err
	}
	for _, d := range services {
		if d.Kind == store.Service && !(testing.Short() && d.ID == "winter-supper") {
			if err := ask(ctx, client, "GET", server.URL+"/api/services/"+d.ID+"/runup", ""); err != nil {
				return err
			}
		}
	}
	_, err = st.DB.ExecContext(ctx, `truncate sessions`)
	return err
}

func ask(ctx context.Context, client *http.Client, method, url, body string) error {
	r, err := http.NewRequestWithContext(ctx, method, url, strings.NewReader(body))
	if err != nil {
		return err
	}
	r.Header.Set("Content-Type", "application/json")
	resp, err := client.Do(r)
	if err != nil {
		return err
	}
	defer resp.Body.Close()
	if resp.StatusCode != http.StatusOK {
		return fmt.Errorf("%s %s: %s", method, url, resp.Status)
	}
	return nil
}
