// Package api serves the kitchen over HTTP: JSON over REST, an event stream,
// and the screens. It knows no rule of the job; it reads from the store, asks
// the core, and answers.
package api

import (
	"context"
	"net/http"
	"sync"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"jointime/internal/app"
	"jointime/internal/store"
)

// Server answers requests for one database.
type Server struct {
	base
	handler http.Handler
	doc     *huma.OpenAPI
}

// maxBody is the largest request that is read, in bytes.
const maxBody = 1 << 20

// New makes a server. Run must be called for live changes to be told.
func New(st *store.Store, o Options) *Server {
	if o.Now == nil {
		o.Now = time.Now
	}
	if o.PingEach == 0 {
		o.PingEach = 15 * time.Second
	}
	if o.Within == 0 {
		o.Within = 20 * time.Second
	}
	if o.Shared == 0 {
		o.Shared = 250 * time.Millisecond
	}
	if o.Patience == 0 {
		o.Patience = 300 * time.Millisecond
	}
	s := &Server{base: base{Options: o, store: st, app: app.New(st, o.Now, o.Patience), sessions: scs.New()}}
	if o.Background {
		s.app.InBackground(3 * time.Second)
	}
	s.sessions.Lifetime = 365 * 24 * time.Hour
	s.sessions.Cookie.Name = "jointime"
	s.sessions.Cookie.SameSite = http.SameSiteStrictMode
	if st != nil {
		s.sessions.Store = postgresstore.NewWithCleanupInterval(st.DB.DB, 0)
	}
	s.sessions.ErrorFunc = func(w http.ResponseWriter, _ *http.Request, err error) { s.writeProblem(w, s.fail(err)) }
	s.handler = s.routes()
	return s
}

// Run tells open screens of changes until the context ends; then the event
// streams end too.
func (s *Server) Run(ctx context.Context) {
	var tidying sync.WaitGroup
	tidying.Go(func() { s.tidy(ctx) })
	s.store.Listen(ctx, s.Log, s.app.Hub.Tell)
	s.app.Hub.Close()
	tidying.Wait()
}

// tidyEach is how often what nobody asks for any more is let go of.
const tidyEach = time.Hour

func (s *Server) tidy(ctx context.Context) {
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(tidyEach):
		}
		if err := s.store.Tidy(ctx); err != nil && ctx.Err() == nil {
			s.Log.Warn("old plans and sessions were not let go of", "error", err)
		}
	}
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// OpenAPI is the description of the API, made from the Go types.
func (s *Server) OpenAPI() ([]byte, error) { return s.doc.MarshalJSON() }

func (s *Server) routes() http.Handler {
	r := chi.NewRouter()
	r.Use(middleware.RequestID, s.logged, s.recovered, secured, s.ownHost, s.limited, http.NewCrossOriginProtection().Handler, newSending().handler)
	r.NotFound(func(w http.ResponseWriter, _ *http.Request) {
		s.writeProblem(w, problem(noAddress, "Page not found."))
	})
	r.MethodNotAllowed(func(w http.ResponseWriter, _ *http.Request) {
		s.writeProblem(w, problem(noMethod, "This address does not take that method."))
	})
	r.Get("/api/health", s.health)
	r.Group(func(r chi.Router) {
		r.Use(s.sessions.LoadAndSave, s.joined, s.received, (&sharing{base: s.base}).handler)
		s.describe(r)
	})
	if s.Screens != nil {
		s.screens(r)
	}
	return r
}
