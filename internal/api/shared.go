package api

import (
	"fmt"
	"maps"
	"net/http"
	"strings"
	"sync"
	"time"

	"golang.org/x/sync/singleflight"
)

// sharing answers those who read the same of a service at the same time once: a change has
// every tablet read it. The key of an answer is its address with all that was written and
// told until it was asked for, so that nobody is given what was there before.
type sharing struct {
	base
	flights singleflight.Group

	mu   sync.Mutex
	last map[string]*shareable // by address
}

// shareable is an answer with the key that it is for. It is given to others for a moment
// only: a plan that is being bettered changes without being told.
type shareable struct {
	held
	key string
	at  time.Time
}

// mostShared bounds how many answers are kept.
const mostShared = 16

func (s *sharing) handler(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet || !strings.HasPrefix(r.URL.Path, "/api/services/") || r.URL.Path == "/api/services/" {
			next.ServeHTTP(w, r)
			return
		}
		place, err := s.store.Newest(r.Context())
		if err != nil {
			s.writeProblem(w, s.fail(err))
			return
		}
		at := r.URL.RequestURI()
		key := fmt.Sprintf("%s %s %d %d", at, place, s.app.Hub.Told(), s.Now().Unix()/60)
		answer := s.fresh(at, key)
		if answer == nil {
			made, _, _ := s.flights.Do(key, func() (any, error) { // it has no error of its own
				out := &shareable{held: held{header: http.Header{}, status: http.StatusOK}, key: key, at: time.Now()}
				next.ServeHTTP(&out.held, r)
				out.header.Set("ETag", tagOf(out.body.Bytes()))
				s.keep(at, out)
				return out, nil
			})
			answer = made.(*shareable)
		}
		if answer.status >= 500 && r.Context().Err() == nil { // who asked first may have left: ask for oneself
			next.ServeHTTP(w, r)
			return
		}
		maps.Copy(w.Header(), answer.header)
		w.WriteHeader(answer.status)
		_, _ = w.Write(answer.body.Bytes()) // nobody may be listening
	})
}

func (s *sharing) fresh(at, key string) *shareable {
	s.mu.Lock()
	defer s.mu.Unlock()
	if a := s.last[at]; a != nil && a.key == key && time.Since(a.at) < s.Shared {
		return a
	}
	return nil
}

func (s *sharing) keep(at string, a *shareable) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.last == nil || len(s.last) >= mostShared {
		s.last = map[string]*shareable{}
	}
	if a.status < 500 {
		s.last[at] = a
	}
}
