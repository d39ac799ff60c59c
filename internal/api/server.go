// Package api serves the kitchen over HTTP: JSON over REST, an event stream,
// and the screens. It knows no rule of the job; it reads from the store, asks
// the core, and answers.
package api

import (
	"context"
	"io/fs"
	"log/slog"
	"net/http"
	"time"

	"github.com/alexedwards/scs/postgresstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"jointime/internal/store"
)

// Options say how the server is reached and what it shows.
type Options struct {
	Log      *slog.Logger
	Screens  fs.FS            // the built front end; nil: none
	Open     bool             // reached from elsewhere than this machine: tablets join with a code
	Now      func() time.Time // the clock; nil: the real one
	PingEach time.Duration    // of the event stream; 0: 15 s
	Within   time.Duration    // bounds every request but the event stream; 0: 20 s
	Printer  string           // address of the label printer; empty: there is none
}

// Server answers requests for one database.
type Server struct {
	Options
	store    *store.Store
	sessions *scs.SessionManager
	hub      *hub
	progress *progress
	kept     keptBook
	sheets   keptSheets
	handler  http.Handler
	doc      *huma.OpenAPI
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
	s := &Server{Options: o, store: st, hub: newHub(), progress: newProgress(), sessions: scs.New()}
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
	s.store.Listen(ctx, s.Log, s.hub.tell)
	s.hub.close()
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// OpenAPI is the description of the API, made from the Go types.
func (s *Server) OpenAPI() ([]byte, error) { return s.doc.MarshalJSON() }

func (s *Server) routes() http.Handler {
	r := chi.NewRouter()
	r.Use(middleware.RequestID, s.logged, s.recovered, secured, s.ownHost, s.limited, http.NewCrossOriginProtection().Handler)
	r.NotFound(func(w http.ResponseWriter, _ *http.Request) {
		s.writeProblem(w, problem(http.StatusNotFound, "There is nothing at this address."))
	})
	r.MethodNotAllowed(func(w http.ResponseWriter, _ *http.Request) {
		s.writeProblem(w, problem(http.StatusMethodNotAllowed, "This address does not take that method."))
	})
	r.Get("/api/health", s.health)
	r.Group(func(r chi.Router) {
		r.Use(s.sessions.LoadAndSave, s.joined)
		r.Get("/api/events", s.events)
		r.Get("/api/services/{id}/problem.json", s.problemFile)
		r.Get("/api/services/{id}/plan.json", s.planFile)
		r.Get("/api/book/export.json", s.exportBook)
		r.Get("/api/services/{id}/order.csv", s.orderFile)
		r.Get("/api/services/{id}/mise.csv", s.miseFile)
		r.Get("/api/services/{id}/fire.csv", s.handOut("fire.csv", "text/csv; charset=utf-8; header=present", fireFile))
		r.Get("/api/services/{id}/run-up.svg", s.handOut("run-up.svg", "image/svg+xml; charset=utf-8", runUpFile))
		r.Get("/api/services/{id}/calendar.ics", s.handOut("ics", "text/calendar; charset=utf-8", s.calendarFile))
		r.Post("/api/services/{id}/stop", s.stopPlanning)
		r.Get("/api/dishes/{id}/card.svg", s.cardFile)
		r.Get(photoPath, s.photoFile)
		r.Put(photoPath, s.takePhoto)
		r.Get("/api/dishes/{id}/recipe.jsonld", s.recipeFile)
		s.describe(r)
	})
	if s.Screens != nil {
		s.screens(r)
	}
	return r
}

// describe adds the operations that the OpenAPI document tells of.
func (s *Server) describe(r chi.Router) {
	huma.NewError = newProblem
	c := huma.DefaultConfig("Jointime", "1")
	c.CreateHooks = nil
	c.DocsPath, c.SchemasPath = "", ""
	c.OpenAPIPath = "/api/openapi"
	api := humachi.New(r, c)
	s.doc = api.OpenAPI()
	s.sessionRoutes(api)
	s.serviceRoutes(api)
	s.sheetRoutes(api)
	s.whatIfRoutes(api)
	s.limitRoutes(api)
	s.dishRoutes(api)
	s.bookRoutes(api)
	s.readRoutes(api)
	s.pasteRoutes(api)
	s.amountRoutes(api)
	s.larderRoutes(api)
	s.miseRoutes(api)
	s.labelRoutes(api)
	s.kitchenRoutes(api)
	s.plateRoutes(api)
	s.checkRoutes(api)
	s.photoRoutes(api)
	s.bookFileRoutes(api)
	s.startRoutes(api)
	s.undoRoutes(api)
}
