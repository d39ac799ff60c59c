package api_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"reflect"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/app"
	"jointime/internal/core/schedule"
	"jointime/internal/core/schedule/check"
	"jointime/internal/core/schedule/solve"
	"jointime/internal/demo"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
)

// listen opens the event stream and hands out its lines.
func (c *cook) listen(last string) (lines chan string, end func()) {
	c.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	r, err := http.NewRequestWithContext(ctx, "GET", c.base+"/api/events", nil)
	require.NoError(c, err)
	if last != "" {
		r.Header.Set("Last-Event-ID", last)
	}
	resp, err := (&http.Client{Jar: c.client.Jar}).Do(r)
	require.NoError(c, err)
	require.Equal(c, "text/event-stream", resp.Header.Get("Content-Type"))
	lines = make(chan string, 1000)
	go func() {
		defer close(lines)
		for s := bufio.NewScanner(resp.Body); s.Scan(); {
			lines <- s.Text()
		}
	}()
	return lines, func() { cancel(); resp.Body.Close() }
}

func await(t *testing.T, lines chan string, part string) string {
	t.Helper()
	for timeout := time.After(demotest.Patience); ; {
		select {
		case line, open := <-lines:
			require.True(t, open, "the stream ended before %q", part)
			if strings.Contains(line, part) {
				return line
			}
		case <-timeout:
			require.Fail(t, "not heard in time", part)
		}
	}
}

func TestChangesReachOtherScreensAlsoOfAnotherServer(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.cook("Chef"), h.cook("Commis")
	other := h.serve()
	commis.base = other.URL
	lines, end := commis.listen("")
	defer end()
	await(t, lines, "event: ready")
	doc, version := chef.component("hake")
	doc["name"] = "Ling"
	require.Equal(t, 200, chef.send("PUT", "/api/components/hake", edit(version, doc)).status)
	line := await(t, lines, "data: {\"kind\"")
	assert.Contains(t, line, `"id":"hake"`)
	assert.Contains(t, line, `"who":"Chef"`)
}

func TestAStreamCatchesUpFromWhereItLeftOff(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	seq, err := h.store.LastSeq(context.Background())
	require.NoError(t, err)
	for i, name := range []string{"one", "two", "three"} {
		doc, version := c.component("hake")
		doc["name"] = name
		require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version, doc)).status, i)
	}
	lines, end := c.listen(store.Place{Revision: seq + 1}.String())
	defer end()
	assert.Contains(t, await(t, lines, `"version":3`), `"hake"`)
	assert.Contains(t, await(t, lines, `"version":4`), `"hake"`)
	await(t, lines, ": still here")
}

func jsonText(v any) string { b, _ := json.Marshal(v); return string(b) }

// The problem of the run-up, saved as a file, gives as good a plan with the seed and the rounds
// that stand beside it: the one that is kept begins at round figures, which costs nothing.
func TestProblemAndPlanAreSavedAsFiles(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.RunUpView](c, "/api/services/supper/runup").RunUp
	a := c.send("GET", "/api/services/supper/problem.json", nil)
	assert.Equal(t, `attachment; filename="supper.problem.json"`, a.header.Get("Content-Disposition"))
	p, err := schedule.ReadProblem(bytes.NewReader(a.body))
	require.NoError(t, err)
	plan, err := schedule.ReadPlan(bytes.NewReader(c.send("GET", "/api/services/supper/plan.json", nil).body))
	require.NoError(t, err)
	assert.Empty(t, check.Plan(p, plan))
	again, err := solve.Solve(context.Background(), p, solve.Options{Seed: uint64(view.Seed), Rounds: view.Rounds})
	require.NoError(t, err)
	assert.Equal(t, []int64{again.Violation, again.Cost}, []int64{plan.Violation, plan.Cost})
}

// A plan that takes its time tells what it has come to while it is made.
func TestPlanningTellsItsProgress(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	view := get[api.ServiceView](c, "/api/services/supper")
	for i := range view.Service.Courses {
		view.Service.Courses[i].Covers[0].Plates = 20
	}
	require.Equal(t, 200, c.send("PUT", "/api/services/supper", edit(view.Version, view.Service)).status)
	done := make(chan bool)
	go func() {
		defer close(done)
		resp, err := c.client.Get(c.base + "/api/services/supper/runup")
		if err == nil {
			resp.Body.Close()
		}
	}()
	seen := app.Progress{}
	for open := true; open; {
		select {
		case <-done:
			open = false
		case <-time.After(10 * time.Millisecond):
			if v := get[app.Progress](c, "/api/services/supper/progress"); v.Planning && v.Found > 0 && seen.Found == 0 {
				seen = v
				// the rest of it is the same; where it is over already there is nothing to stop
				require.Contains(t, []int{http.StatusNoContent, http.StatusNotFound}, c.send("POST", "/api/services/supper/stop", nil).status)
			}
		}
	}
	assert.True(t, seen.Planning)
	assert.Positive(t, seen.Found)
	require.Eventually(t, func() bool { return !get[app.Progress](c, "/api/services/supper/progress").Planning }, demotest.Patience, 50*time.Millisecond, "it is over")
}

func TestWhatIsNotThereIsAProblem(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	for path, status := range map[string]int{"/api/nothing": 404, "/api/dishes/none": 404, "/api/services/none": 404, "/api/services/none/runup": 404, "/api/services/none/plan.json": 404} {
		assert.Equal(t, status, c.send("GET", path, nil).problem(t).Status, path)
	}
	assert.Equal(t, 405, c.send("DELETE", "/api/dishes", nil).problem(t).Status)
	doc, _ := c.component("hake")
	doc["id"] = "none"
	assert.Equal(t, 404, c.send("PUT", "/api/components/none", edit(4, doc)).problem(t).Status)
}

func TestTypedTimesAreUnderstood(t *testing.T) {
	h := newHouse(t)
	c := h.stranger()
	v := get[api.DurationView](c, "/api/read/duration?text=2%E2%80%932%C2%BD%20min")
	assert.Equal(t, api.DurationView{Quick: 120, Usual: 135, Slow: 150, Text: "2–2½ min"}, v)
	assert.Contains(t, c.send("GET", "/api/read/duration?text=soon", nil).problem(t).Detail, "is not a length of time")
	assert.Equal(t, "½", get[api.AmountView](c, "/api/read/amount?text=%C2%BD").Text)
}

func TestHeadersAndOrigins(t *testing.T) {
	h := newHouse(t)
	c := h.cook("Chef")
	a := c.send("GET", "/api/services", nil)
	assert.NotContains(t, a.header.Get("Content-Security-Policy"), "unsafe")
	assert.Equal(t, "nosniff", a.header.Get("X-Content-Type-Options"))
	assert.Equal(t, "private, no-cache", a.header.Get("Cache-Control"))
	assert.Equal(t, 403, c.send("PUT", "/api/session", map[string]any{"name": "x"}, "Sec-Fetch-Site", "cross-site", "Origin", "http://evil.invalid").status)
	r, err := http.NewRequest("GET", c.base+"/api/services", nil)
	require.NoError(t, err)
	r.Host = "evil.invalid"
	assert.Equal(t, http.StatusMisdirectedRequest, c.do(r).status)
}

// from sends a request as if from another machine, or from this one.
func from(s *api.Server, address, method, path, body string, cookies []*http.Cookie) *httptest.ResponseRecorder {
	host := "10.1.1.250" // the server's
	if address == "127.0.0.1" {
		host = "localhost"
	}
	r := httptest.NewRequest(method, "http://"+host+path, strings.NewReader(body))
	r.RemoteAddr = address + ":4711"
	r.Header.Set("Content-Type", "application/json")
	for _, c := range cookies {
		r.AddCookie(c)
	}
	w := httptest.NewRecorder()
	s.ServeHTTP(w, r)
	return w
}

func TestATabletJoinsOnceWithTheCode(t *testing.T) {
	h := newHouse(t)
	s := api.New(h.store, api.Options{Log: slog.New(slog.DiscardHandler), Open: true, Codes: true})
	require.NoError(t, h.store.SetJoinCode(context.Background(), "ABCD2345"))
	assert.Equal(t, 401, from(s, "10.1.1.1", "GET", "/api/services", "", nil).Code)
	assert.Equal(t, 401, from(s, "10.1.1.1", "PUT", "/api/session", `{"name":"x"}`, nil).Code)
	assert.Equal(t, 403, from(s, "10.1.1.1", "POST", "/api/session/join", `{"code":"WRONG"}`, nil).Code)
	w := from(s, "10.1.1.1", "POST", "/api/session/join", `{"code":"abcd2345"}`, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	cookies := w.Result().Cookies()
	assert.True(t, cookies[0].HttpOnly)
	assert.Equal(t, 200, from(s, "10.1.1.1", "GET", "/api/services", "", cookies).Code)
	assert.Equal(t, 401, from(s, "127.0.0.1", "GET", "/api/services", "", nil).Code, "this machine needs it too")
	for range 8 {
		from(s, "10.1.1.2", "POST", "/api/session/join", `{"code":"GUESS"}`, nil)
	}
	assert.Equal(t, 429, from(s, "10.1.1.2", "POST", "/api/session/join", `{"code":"ABCD2345"}`, nil).Code)
}

// Served to tablets too, it is asked by localhost, by addresses in figures, and by the
// names that it was started with: a page under a foreign name that points at this machine
// reads and writes nothing, and needs the code like anybody who is passed on.
func TestAForeignNameIsRefusedInEveryMode(t *testing.T) {
	st := newHouse(t).store
	for _, open := range []bool{false, true} {
		s := api.New(st, api.Options{Log: slog.New(slog.DiscardHandler), Open: open, Codes: open, Hosts: []string{"pass.kitchen.example"}})
		ask := func(host, forwarded string) int {
			r := httptest.NewRequest("GET", "/api/services", nil)
			r.RemoteAddr, r.Host = "127.0.0.1:4000", host
			if forwarded != "" {
				r.Header.Set("X-Forwarded-For", forwarded)
			}
			w := httptest.NewRecorder()
			s.ServeHTTP(w, r)
			return w.Code
		}
		here := map[bool]int{false: 200, true: 401}[open]
		for host, want := range map[string]int{"localhost:8741": here, "127.0.0.1:8741": here, "[::1]:8741": here, "evil.example": 421, "localhost.evil.example:8741": 421} {
			assert.Equal(t, want, ask(host, ""), "%s, open %v", host, open)
		}
		if open {
			assert.Equal(t, 401, ask("10.1.1.1:8741", ""), "by its address one joins with the code")
			assert.Equal(t, 401, ask("Pass.Kitchen.example:8741", ""), "and by its name")
			assert.Equal(t, 401, ask("localhost:8741", "10.1.1.9"), "and through another machine")
		} else {
			assert.Equal(t, 421, ask("10.1.1.1:8741", ""))
			assert.Equal(t, 401, ask("localhost:8741", "10.1.1.9"), "and not through another machine")
		}
	}
}

// A database that goes away and comes back: requests say so, nothing stored is
// lost, and the event stream goes on.
func TestADatabaseThatGoesAwayAndComesBack(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, os.Chmod(dir, 0o755))
	dir, err := os.MkdirTemp("/dev/shm", "jointime-gone-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(dir) })
	ctx := context.Background()
	cluster, err := pgdev.Start(ctx, pgdev.Options{Dir: dir})
	require.NoError(t, err)
	url, err := cluster.Ensure(ctx, "jointime")
	require.NoError(t, err)
	st, err := store.Open(ctx, url)
	require.NoError(t, err)
	require.NoError(t, demo.LoadInto(ctx, st, demotest.Morning))
	h := houseOn(t, st)
	c := h.cook("Chef")
	doc, version := c.component("hake")
	doc["name"] = "Ling"
	require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version, doc)).status)

	require.NoError(t, cluster.Stop())
	a := c.send("PUT", "/api/components/hake", edit(version+1, doc))
	assert.Equal(t, 503, a.status, string(a.body))
	assert.Contains(t, a.problem(t).Detail, "server is not answering")
	assert.Equal(t, 503, c.send("GET", "/api/health", nil).status)

	cluster, err = pgdev.Start(ctx, pgdev.Options{Dir: dir})
	require.NoError(t, err)
	t.Cleanup(func() { st.Close(); assert.NoError(t, cluster.Stop()) })
	require.Equal(t, url, cluster.URL("jointime"), "it comes back at its old port")
	assert.Eventually(t, func() bool { return c.send("GET", "/api/health", nil).status == 200 }, demotest.Patience, 50*time.Millisecond)
	now, _ := c.component("hake")
	assert.Equal(t, "Ling", now["name"])
	require.Equal(t, 200, c.send("PUT", "/api/components/hake", edit(version+1, now)).status)
}

// The description in docs/ is what the Go types give.
func TestTheDescriptionOfTheAPIIsCurrent(t *testing.T) {
	want, err := api.New(nil, api.Options{Log: slog.New(slog.DiscardHandler)}).OpenAPI()
	require.NoError(t, err)
	got, err := os.ReadFile("../../docs/openapi.json")
	require.NoError(t, err)
	var is, there any
	require.NoError(t, json.Unmarshal(want, &is))
	require.NoError(t, json.Unmarshal(got, &there))
	assert.True(t, reflect.DeepEqual(is, there), "run make types") // the two are too long to be printed
}

func BenchmarkRunUp(b *testing.B) {
	for _, id := range []string{"supper", "winter-supper"} {
		b.Run(id, func(b *testing.B) { benchmarkPath(b, demotest.Store(b), "/api/services/"+id+"/runup") })
	}
}

func BenchmarkServicePage(b *testing.B) {
	benchmarkPath(b, pgtest.Store(b), "/api/services/supper")
}
