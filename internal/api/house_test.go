package api_test

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"io/fs"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"

	_ "time/tzdata"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

// house is a server with the demo in its database, and a clock that can be set.
type house struct {
	*testing.T
	store   *store.Store
	server  *httptest.Server
	mu      sync.Mutex
	now     time.Time
	printer string
	screens fs.FS
	codes   bool // browsers join with a code
	shared  time.Duration
}

// newHouse is one in which the suppers are planned already.
func newHouse(t *testing.T) *house {
	t.Helper()
	return houseOn(t, demotest.Store(t))
}

// unplanned is one in which they are not.
func unplanned(t *testing.T) *house {
	t.Helper()
	return houseOn(t, demotest.Unplanned(t))
}

func houseOn(t *testing.T, st *store.Store) *house {
	t.Helper()
	h := &house{T: t, store: st, now: demotest.Morning}
	h.server = h.serve()
	return h
}

func (h *house) clock() time.Time {
	h.mu.Lock()
	defer h.mu.Unlock()
	return h.now
}

func (h *house) set(now time.Time) {
	h.mu.Lock()
	defer h.mu.Unlock()
	h.now = now
}

// serve starts one more server on the same database.
func (h *house) serve() *httptest.Server {
	s := api.New(h.store, api.Options{Log: slog.New(slog.DiscardHandler), Now: h.clock, PingEach: 50 * time.Millisecond, Within: demotest.Patience, Patience: demotest.Patience / 10, Printer: h.printer, Screens: h.screens, Codes: h.codes, Shared: max(1, h.shared)}) // tests change what is stored by hand
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan bool)
	go func() { s.Run(ctx); close(done) }()
	server := httptest.NewServer(s)
	h.Cleanup(func() { stop(); <-done; server.CloseClientConnections(); server.Close() })
	return server
}

// cook is somebody at a browser.
type cook struct {
	*house
	client *http.Client
	base   string
}

func (h *house) stranger() *cook {
	jar, err := cookiejar.New(nil)
	require.NoError(h, err)
	return &cook{h, &http.Client{Jar: jar, Timeout: demotest.Patience}, h.server.URL}
}

func (h *house) cook(name string) *cook {
	h.Helper()
	c := h.stranger()
	require.Equal(h, 200, c.send("PUT", "/api/session", map[string]any{"name": name}).status)
	return c
}

// answer is a status and a body.
type answer struct {
	status int
	header http.Header
	body   []byte
}

// problem reads an answer as RFC 9457 has it.
func (a answer) problem(t *testing.T) (p api.Problem) {
	t.Helper()
	require.Equal(t, "application/problem+json", a.header.Get("Content-Type"), string(a.body))
	require.NoError(t, json.Unmarshal(a.body, &p))
	require.Equal(t, a.status, p.Status)
	return p
}

func (c *cook) do(r *http.Request) answer {
	c.Helper()
	resp, err := c.client.Do(r)
	require.NoError(c, err)
	defer resp.Body.Close()
	body, err := io.ReadAll(resp.Body)
	require.NoError(c, err)
	return answer{resp.StatusCode, resp.Header, body}
}

// send sends a value as JSON, or bytes as they are.
func (c *cook) send(method, path string, body any, headers ...string) answer {
	c.Helper()
	text, raw := body.([]byte)
	if !raw && body != nil {
		var err error
		text, err = json.Marshal(body)
		require.NoError(c, err)
	}
	r, err := http.NewRequest(method, c.base+path, bytes.NewReader(text))
	require.NoError(c, err)
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
	}
	return c.do(r)
}

// get reads a path into a value.
func get[T any](c *cook, path string) (v T) {
	c.Helper()
	a := c.send("GET", path, nil)
	require.Equal(c, 200, a.status, string(a.body))
	require.NoError(c, json.Unmarshal(a.body, &v))
	return v
}

// posted posts a question and reads what is answered.
func posted[T any](c *cook, path string, body any) (v T) {
	c.Helper()
	a := c.send("POST", path, body)
	require.Equal(c, 200, a.status, string(a.body))
	require.NoError(c, json.Unmarshal(a.body, &v))
	return v
}

// read reads an answer into a value.
func read(t *testing.T, a answer, into any) {
	t.Helper()
	require.NoError(t, json.Unmarshal(a.body, into), string(a.body))
}

// edit is the body of a write.
func edit(version int64, value any) map[string]any {
	return map[string]any{"version": version, "what": "a change", "value": value}
}

// component reads a component as it stands, with its version.
func (c *cook) component(id string) (doc map[string]any, version int64) {
	c.Helper()
	d, err := c.store.Get(context.Background(), store.Component, id)
	require.NoError(c, err)
	require.NoError(c, json.Unmarshal(d.Body, &doc))
	return doc, d.Version
}

// step is one of the steps of a component's first method.
func step(doc map[string]any, i int) map[string]any {
	method := doc["methods"].([]any)[0].(map[string]any)
	return method["steps"].([]any)[i].(map[string]any)
}
