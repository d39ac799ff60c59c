package api_test

import (
	"bufio"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"runtime"
	"slices"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/core/service"
	"jointime/internal/demo/demotest"
)

// crowd are tablets that read what changed when they are told, as the screens do: the mise,
// and the run-up, again while it is being planned. They ask by ETag, as browsers do. Only
// some of them look into what they get: the others have machines of their own for that.
type crowd struct {
	testing.TB
	base     string
	planning atomic.Bool
	changed  atomic.Int64 // when the covers were changed last, in nanoseconds
	newest   atomic.Int64 // how often

	mu     sync.Mutex
	mise   []time.Duration
	fresh  map[int64]time.Duration // change → until a plan for it, or for a later one, was seen
	failed []string
}

func (c *crowd) read(client *tabletClient, path string, into any) bool {
	began := time.Now()
	r, err := http.NewRequest(http.MethodGet, c.base+path, nil)
	require.NoError(c, err)
	if into == nil {
		r.Header.Set("Accept-Encoding", "gzip") // and it stays as it is
	}
	r.Header.Set("If-None-Match", client.tags[path])
	resp, err := client.Do(r)
	if err == nil && into == nil {
		_, err = io.Copy(io.Discard, resp.Body)
		resp.Body.Close()
	}
	took := time.Since(began)
	c.mu.Lock()
	defer c.mu.Unlock()
	if err != nil {
		c.failed = append(c.failed, path+": "+err.Error())
		return false
	}
	defer resp.Body.Close()
	if resp.StatusCode != http.StatusOK && resp.StatusCode != http.StatusNotModified {
		c.failed = append(c.failed, fmt.Sprint(path, ": ", resp.StatusCode))
		return false
	}
	if strings.HasSuffix(path, "/mise") {
		c.mise = append(c.mise, took)
	}
	if into == nil {
		client.tags[path] = resp.Header.Get("ETag")
		return true
	}
	return json.NewDecoder(resp.Body).Decode(into) == nil
}

// tabletClient is a browser with what it has kept.
type tabletClient struct {
	http.Client
	tags map[string]string
	into bool // it looks into what it gets
}

// look reads as a tablet does that was told of a change.
func (c *crowd) look(client *tabletClient) (planning bool) {
	number, at := c.newest.Load(), c.changed.Load()
	c.read(client, "/api/services/winter-supper/mise", nil)
	if !client.into {
		c.read(client, "/api/services/winter-supper/runup", nil)
		return c.planning.Load()
	}
	var view struct {
		Planning bool
		RunUp    struct {
			Message string
			Bars    []struct{ ID string }
		}
	}
	if !c.read(client, "/api/services/winter-supper/runup", &view) {
		return true
	}
	if of := view.RunUp.Message; len(view.RunUp.Bars) > 0 && !strings.Contains(of, "before the last change") {
		c.mu.Lock()
		if _, seen := c.fresh[number]; !seen && at > 0 {
			c.fresh[number] = time.Since(time.Unix(0, at))
		}
		c.mu.Unlock()
	}
	c.planning.Store(view.Planning)
	return view.Planning
}

// tablet listens, and looks when it is told of something, and while a plan is made.
func (c *crowd) tablet(ctx context.Context, into bool) {
	client := &tabletClient{http.Client{Transport: &http.Transport{}}, map[string]string{}, into}
	r, err := http.NewRequestWithContext(ctx, http.MethodGet, c.base+"/api/events", nil)
	require.NoError(c, err)
	resp, err := client.Do(r)
	require.NoError(c, err)
	defer resp.Body.Close()
	told := make(chan bool, 1)
	go func() {
		for lines := bufio.NewScanner(resp.Body); lines.Scan(); {
			if strings.HasPrefix(lines.Text(), "data: {\"kind\"") {
				select {
				case told <- true:
				default:
				}
			}
		}
	}()
	for again := time.Hour; ; {
		select {
		case <-ctx.Done():
			return
		case <-told:
			time.Sleep(50 * time.Millisecond) // what many change at once is read once
		case <-time.After(again):
		}
		again = time.Hour
		if c.look(client) {
			again = 1500 * time.Millisecond
		}
	}
}

// BenchmarkThirtyTablets has thirty tablets on the winter supper while its covers are
// changed every two seconds for a minute: what a read of the mise takes, how soon a plan for
// the newest covers is seen, and how many reads failed.
func BenchmarkThirtyTablets(b *testing.B) {
	runtime.GOMAXPROCS(runtime.NumCPU() + 1) // as the program does
	now := demotest.Morning
	st := demotest.Store(b)
	s := api.New(st, api.Options{Log: slog.New(slog.DiscardHandler), Now: func() time.Time { return now }})
	ctx, stop := context.WithCancel(b.Context())
	var running sync.WaitGroup
	running.Go(func() { s.Run(ctx) })
	server := httptest.NewServer(s)
	defer func() { server.CloseClientConnections(); server.Close(); stop(); running.Wait() }()
	for b.Loop() {
		c := &crowd{TB: b, base: server.URL, fresh: map[int64]time.Duration{}}
		evening, over := context.WithCancel(ctx)
		var tablets sync.WaitGroup
		for k := range 30 {
			tablets.Go(func() { c.tablet(evening, k < 2) })
		}
		jar, err := cookiejar.New(nil)
		require.NoError(b, err)
		chef := &tabletClient{Client: http.Client{Jar: jar}, into: true}
		put := func(path string, body any) {
			r, err := http.NewRequest(http.MethodPut, server.URL+path, strings.NewReader(jsonText(body)))
			require.NoError(b, err)
			r.Header.Set("Content-Type", "application/json")
			resp, err := chef.Do(r)
			require.NoError(b, err)
			resp.Body.Close()
			require.Equal(b, 200, resp.StatusCode)
		}
		put("/api/session", map[string]any{"name": "Chef"})
		var first *service.Service
		for k := range 30 {
			var view api.ServiceView
			require.True(b, c.read(chef, "/api/services/winter-supper", &view))
			if first == nil {
				was := view.Service
				was.Tables = slices.Clone(was.Tables)
				first = &was
			}
			view.Service.Tables[k%len(view.Service.Tables)].Guests++
			c.newest.Add(1)
			c.changed.Store(time.Now().UnixNano())
			put("/api/services/winter-supper", edit(view.Version, view.Service))
			time.Sleep(2 * time.Second)
		}
		time.Sleep(5 * time.Second)
		c.mu.Lock()
		slices.Sort(c.mise)
		var fresh []time.Duration
		for _, d := range c.fresh {
			fresh = append(fresh, d)
		}
		slices.Sort(fresh)
		b.ReportMetric(float64(len(c.failed)), "failed")
		b.ReportMetric(float64(len(c.mise)), "mise-reads")
		b.ReportMetric(float64(c.mise[len(c.mise)/2].Milliseconds()), "mise-ms-median")
		b.ReportMetric(float64(c.mise[len(c.mise)*95/100].Milliseconds()), "mise-ms-p95")
		b.ReportMetric(float64(len(fresh)), "changes-seen-planned")
		b.ReportMetric(fresh[len(fresh)/2].Seconds(), "plan-s-median")
		b.ReportMetric(fresh[len(fresh)-1].Seconds(), "plan-s-most")
		b.Log(c.failed[:min(5, len(c.failed))])
		c.mu.Unlock()
		over()
		tablets.Wait()
		var view api.ServiceView
		require.True(b, c.read(chef, "/api/services/winter-supper", &view))
		put("/api/services/winter-supper", edit(view.Version, *first))
	}
}
