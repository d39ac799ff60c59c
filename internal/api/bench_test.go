package api_test

import (
	"bytes"
	"context"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/demo"
	"jointime/internal/store"
)

// benchmarkPath measures reading a path from end to end.
func benchmarkPath(b *testing.B, st *store.Store, path string) {
	b.Helper()
	benchmarkRequest(b, st, "GET", path, func(http.Handler) []byte { return nil })
}

// benchmarkRequest measures a request from end to end, and reports the median
// and the 95th percentile.
func benchmarkRequest(b *testing.B, st *store.Store, method, path string, body func(http.Handler) []byte) {
	b.Helper()
	now := time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)
	require.NoError(b, demo.LoadInto(context.Background(), st, now)) // does nothing where there is something
	s := api.New(st, api.Options{Log: slog.New(slog.DiscardHandler), Now: func() time.Time { return now }})
	var took []time.Duration
	sent := 0
	for b.Loop() {
		r := httptest.NewRequest(method, "http://localhost"+path, bytes.NewReader(body(s)))
		r.Header.Set("Content-Type", "application/json")
		r.RemoteAddr = "127.0.0.1:4711"
		r.Header.Set("Accept-Encoding", "gzip")
		w := httptest.NewRecorder()
		start := time.Now()
		s.ServeHTTP(w, r)
		took = append(took, time.Since(start))
		require.Equal(b, 200, w.Code)
		sent = w.Body.Len()
	}
	b.ReportMetric(float64(sent)/1000, "kB-sent")
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Microseconds())/1000, "ms-median")
	b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "ms-p95")
}
