package api

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"maps"
	"net"
	"net/http"
	"net/url"
	"path"
	"runtime/debug"
	"slices"
	"strings"
	"time"
	"unicode"
	"unicode/utf8"

	"github.com/go-chi/chi/v5/middleware"

	"jointime/internal/core/fault"
	"jointime/internal/formats/bookfile"
	"jointime/internal/formats/photo"
	"jointime/internal/store"
)

// policy needs no inline script and fetches nothing from elsewhere.
const policy = "default-src 'self'; img-src 'self' data:; style-src 'self'; script-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"

func secured(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "same-origin")
		h.Set("X-Frame-Options", "DENY")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "private, no-cache") // what a browser has, it asks for by its ETag
		}
		next.ServeHTTP(w, r)
	})
}

// limited bounds the size and the time of requests.
func (s *Server) limited(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		most := int64(maxBody)
		switch {
		case r.URL.Path == "/api/book/import":
			most = bookfile.MaxSize
		case r.Method == http.MethodPut && strings.HasSuffix(r.URL.Path, path.Base(photoPath)):
			most = photo.MaxSize
		}
		r.Body = http.MaxBytesReader(w, r.Body, most+1024)
		if r.URL.Path != eventsPath {
			ctx, cancel := context.WithTimeout(r.Context(), s.Within)
			defer cancel()
			r = r.WithContext(ctx)
		}
		next.ServeHTTP(w, r)
	})
}

// ownHost refuses names that other pages could give to this machine (DNS rebinding): it
// is asked by its loopback names, by an address in figures, which no page can take over,
// where others are served too, or by a name that it was started with.
func (s *Server) ownHost(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host := hostOf(r.Host)
		known := loopback(host) || s.Open && net.ParseIP(host) != nil || slices.ContainsFunc(s.Hosts, func(h string) bool { return strings.EqualFold(h, host) })
		if !known {
			s.writeProblem(w, problem(foreignName, "This is not served under that name. Start with --listen to serve tablets by this machine's address, and with --host for a name that it has."))
			return
		}
		next.ServeHTTP(w, r)
	})
}

// hostOf is an address without its port.
func hostOf(address string) string {
	host, _, err := net.SplitHostPort(address)
	if err != nil {
		host = address
	}
	return strings.Trim(host, "[]")
}

// loopback tells names and addresses by which a machine speaks of itself.
func loopback(host string) bool {
	ip := net.ParseIP(host)
	return host == "localhost" || ip != nil && ip.IsLoopback()
}

func (s *Server) logged(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		start := time.Now()
		ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
		next.ServeHTTP(ww, r)
		level := slog.LevelDebug
		if ww.Status() >= 500 {
			level = slog.LevelError
		}
		s.Log.Log(r.Context(), level, "request", "method", r.Method, "path", r.URL.Path, "status", ww.Status(),
			"bytes", ww.BytesWritten(), "took", time.Since(start), "id", middleware.GetReqID(r.Context()))
	})
}

// recovered turns a panic into a 500 and a log line.
func (s *Server) recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			if v := recover(); v != nil {
				s.Log.Error("panic", "value", v, "stack", string(debug.Stack()))
				s.writeProblem(w, problem(ours, "Something went wrong. Nothing saved was lost."))
			}
		}()
		next.ServeHTTP(w, r)
	})
}

// local reports whether a request comes from this machine: under one of its own names,
// and not through something that passes on what comes from elsewhere.
func local(r *http.Request) bool {
	passedOn := r.Header.Get("Forwarded") != "" || r.Header.Get("X-Forwarded-For") != ""
	return loopback(hostOf(r.RemoteAddr)) && loopback(hostOf(r.Host)) && !passedOn
}

// joined lets in who has joined; where no codes are asked for, this machine. The way to
// join is open to all.
func (s *Server) joined(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		trusted := !s.Codes && local(r)
		open := r.URL.Path == "/api/session" || r.URL.Path == "/api/session/join" || !strings.HasPrefix(r.URL.Path, "/api/")
		if !trusted && !open && !s.sessions.GetBool(r.Context(), "joined") {
			s.writeProblem(w, problem(notJoined, s.howToJoin()))
			return
		}
		s.seen(r.Context())
		ctx := context.WithValue(r.Context(), trustedKey{}, trusted)
		ctx = context.WithValue(ctx, addressKey{}, r.RemoteAddr)
		next.ServeHTTP(w, r.WithContext(ctx))
	})
}

func (s base) howToJoin() string {
	if s.Codes {
		return "This tablet has not joined. Type the code shown where Jointime was started."
	}
	return "This is served to the machine that it runs on alone. Start with serve and --listen to let tablets join."
}

type (
	trustedKey struct{}
	addressKey struct{}
	requestKey struct{}
)

// received reads what is sent, and refuses what cannot be kept or would garble a label, a
// calendar or a picture. Of a request that changes something under a key it notes a digest
// of all that it asks for: a repeat is known by both.
func (s *Server) received(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if p := cleanAddress(r.URL); p != nil {
			s.writeProblem(w, p)
			return
		}
		if r.Method == http.MethodGet || r.Method == http.MethodHead {
			next.ServeHTTP(w, r)
			return
		}
		body, err := io.ReadAll(r.Body)
		if err != nil {
			s.writeProblem(w, s.unread(err))
			return
		}
		if where, bad := controlIn(body); bad && !strings.HasPrefix(r.Header.Get("Content-Type"), "image/") && !strings.HasPrefix(r.URL.Path, "/api/read/") {
			s.writeProblem(w, malformed(fault.List{{Field: where, What: "Has a character that cannot be written: a control character, or half a line end."}}))
			return
		}
		r.Body = io.NopCloser(bytes.NewReader(body))
		key := r.Header.Get("Idempotency-Key")
		switch {
		case len(key) > maxKey:
			s.writeProblem(w, problem(isMalformed, fmt.Sprintf("Idempotency-Key: is longer than %d characters", maxKey)))
			return
		case key != "":
			sum := sha256.New()
			fmt.Fprintf(sum, "%s %s\n", r.Method, r.URL.RequestURI())
			sum.Write(body)
			q := store.Request{Key: key, Digest: hex.EncodeToString(sum.Sum(nil))}
			r = r.WithContext(context.WithValue(r.Context(), requestKey{}, q))
		}
		next.ServeHTTP(w, r)
	})
}

// cleanAddress refuses an address that no document can have.
func cleanAddress(at *url.URL) *Problem {
	whole := at.Path
	for name, values := range at.Query() {
		whole += name + strings.Join(values, "")
	}
	if !utf8.ValidString(whole) || strings.ContainsFunc(strings.NewReplacer("\n", "", "\r", "", "\t", "").Replace(whole), unicode.IsControl) {
		return problem(noAddress, "Page not found: its address has a character that cannot be written.")
	}
	return nil
}

// controlIn finds the first text of a JSON value in which a control character stands,
// other than the end of a line or a tab, and where that is.
func controlIn(body []byte) (where string, bad bool) {
	suspect := bytes.IndexByte(body, 0x7f) >= 0 || bytes.Contains(body, []byte(`\u00`)) || bytes.Contains(body, []byte(`\b`)) || bytes.Contains(body, []byte(`\f`)) || bytes.Contains(body, []byte(`\r`)) || bytes.IndexByte(body, 0xc2) >= 0 // of U+0080 to U+009F
	if !suspect {
		return "", false
	}
	var v any
	if json.Unmarshal(body, &v) != nil {
		return "", false // what is no JSON is refused where it is read
	}
	return controlAt("", v)
}

func controlAt(at string, v any) (string, bool) {
	switch v := v.(type) {
	case string:
		return at, strings.ContainsFunc(v, func(r rune) bool { return unicode.IsControl(r) && r != '\n' && r != '\t' })
	case []any:
		for i, x := range v {
			if where, bad := controlAt(fmt.Sprintf("%s[%d]", at, i), x); bad {
				return where, true
			}
		}
	case map[string]any:
		for _, key := range slices.Sorted(maps.Keys(v)) {
			name := strings.TrimPrefix(at+"."+key, ".")
			if _, bad := controlAt(name, key); bad {
				return at, true
			}
			if where, bad := controlAt(name, v[key]); bad {
				return where, true
			}
		}
	}
	return "", false
}

// maxKey is the longest key of a request.
const maxKey = 100

// unread tells why the body of a request was not read.
func (s base) unread(err error) *Problem {
	var large *http.MaxBytesError
	if errors.As(err, &large) {
		return problem(tooLarge, fmt.Sprintf("More than %d MB, the most that is read here.", large.Limit>>20))
	}
	return problem(notWhole, "It did not arrive whole. Send it again.")
}
