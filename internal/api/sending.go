package api

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"strings"
	"sync"

	"github.com/klauspost/compress/gzip"
	"golang.org/x/sync/singleflight"
)

// sending holds an answer until it is whole, and then sends as little of it as it can:
// what is to be read has its digest as ETag, and is not sent to those who have it; what is
// text is compressed, once for all who read the same.
type sending struct {
	mu     sync.Mutex
	zipped map[string][]byte // by ETag
	size   int
	now    singleflight.Group
}

// The most that is kept compressed, in bytes, and the least that is worth compressing.
const (
	mostZipped  = 8 << 20
	leastZipped = 1000
)

func newSending() *sending { return &sending{zipped: map[string][]byte{}} }

func (x *sending) handler(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if !strings.HasPrefix(r.URL.Path, "/api/") || r.URL.Path == eventsPath {
			next.ServeHTTP(w, r)
			return
		}
		held := &held{header: w.Header(), status: http.StatusOK}
		next.ServeHTTP(held, r)
		body, tag := held.body.Bytes(), w.Header().Get("ETag")
		if tag == "" {
			tag = tagOf(body)
		}
		w.Header().Del("ETag")
		if held.status == http.StatusOK && r.Method == http.MethodGet {
			w.Header().Set("ETag", tag)
			if r.Header.Get("If-None-Match") == tag {
				w.Header().Del("Content-Type")
				w.WriteHeader(http.StatusNotModified)
				return
			}
		}
		if text(w.Header().Get("Content-Type")) {
			w.Header().Add("Vary", "Accept-Encoding")
			if len(body) >= leastZipped && strings.Contains(r.Header.Get("Accept-Encoding"), "gzip") {
				body = x.zip(tag, body)
				w.Header().Set("Content-Encoding", "gzip")
			}
		}
		w.WriteHeader(held.status)
		_, _ = w.Write(body) // nobody may be listening
	})
}

// tagOf is the ETag of an answer: weak, for it is the same however it is sent.
func tagOf(body []byte) string {
	digest := sha256.Sum256(body)
	return `W/"` + hex.EncodeToString(digest[:12]) + `"`
}

// text tells what compresses well.
func text(media string) bool {
	return strings.HasPrefix(media, "text/") || strings.Contains(media, "json") || strings.Contains(media, "svg")
}

// zip compresses as well as it can be done: on the run-up of the winter supper that costs
// 10 ms more than a middling level, once, and saves 5 of 62 kB for every tablet.
func (x *sending) zip(tag string, body []byte) []byte {
	x.mu.Lock()
	have, known := x.zipped[tag]
	x.mu.Unlock()
	if known {
		return have
	}
	made, _, _ := x.now.Do(tag, func() (any, error) { // it has no error
		var out bytes.Buffer
		zip, _ := gzip.NewWriterLevel(&out, gzip.BestCompression) // there is such a level
		_, _ = zip.Write(body)                                    // a buffer takes all
		_ = zip.Close()
		x.keep(tag, out.Bytes())
		return out.Bytes(), nil
	})
	return made.([]byte)
}

func (x *sending) keep(tag string, zipped []byte) {
	x.mu.Lock()
	defer x.mu.Unlock()
	if x.size += len(zipped); x.size > mostZipped {
		clear(x.zipped)
		x.size = len(zipped)
	}
	x.zipped[tag] = zipped
}

// held is an answer that is not sent yet. The first status stands, as on the wire: where a
// session cannot be kept, the fault is written first, and what the handler then writes as
// well is dropped.
type held struct {
	header  http.Header
	status  int
	body    bytes.Buffer
	decided bool
	over    bool
}

func (h *held) Header() http.Header { return h.header }

func (h *held) WriteHeader(status int) {
	h.over = h.over || h.decided
	if !h.decided {
		h.status, h.decided = status, true
	}
}

func (h *held) Write(part []byte) (int, error) {
	if h.over {
		return len(part), nil
	}
	h.decided = true
	return h.body.Write(part)
}
