package api

import (
	"context"
	"io/fs"
	"log/slog"
	"net/http"
	"net/url"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/go-chi/chi/v5"

	"jointime/internal/app"
	"jointime/internal/core/recipe"
	"jointime/internal/store"
)

// base is what every subject of the API has: each is a base with the operations on what it
// is about, and knows no other subject.
type base struct {
	Options
	store    *store.Store
	app      *app.App
	sessions *scs.SessionManager
}

// The subjects, in the order in which the document lists them.
type (
	sessions   struct{ base }
	services   struct{ base }
	sheets     struct{ base }
	comparing  struct{ base }
	limitLists struct{ base }
	dishes     struct{ base }
	shelf      struct{ base }
	readings   struct{ base }
	pasting    struct{ base }
	amounts    struct{ base }
	larder     struct{ base }
	prep       struct{ base }
	labels     struct{ base }
	kitchens   struct{ base }
	plates     struct{ base }
	checks     struct{ base }
	photos     struct{ base }
	bookFiles  struct{ base }
	start      struct{ base }
	undo       struct{ base }
	menus      struct{ base }
	deleting   struct{ base }
	finding    struct{ base }
	guests     struct{ base }
	cards      struct{ base }
	live       struct{ base }
	tablets    struct{ base }
)

// Options say how the server is reached and what it shows.
type Options struct {
	Log        *slog.Logger
	Screens    fs.FS            // the built front end; nil: none
	Open       bool             // reached from elsewhere than this machine, by its address
	Codes      bool             // every browser joins with a code; false: this machine needs none, and others cannot join
	Hosts      []string         // names by which it is asked, beside localhost and addresses
	Now        func() time.Time // the clock; nil: the real one
	PingEach   time.Duration    // of the event stream; 0: 15 s
	Within     time.Duration    // bounds every request but the event stream; 0: 20 s
	Patience   time.Duration    // how long who only looks waits for a plan that is being made; 0: 300 ms
	Background bool             // plans that are kept are bettered while somebody looks
	Shared     time.Duration    // how long an answer about a service is given to others who ask the same; 0: 250 ms
	Printer    string           // address of the label printer; empty: there is none
}

// asked is who asks for a change, under which key; a name must have been given.
func (s base) asked(ctx context.Context) (store.Request, error) {
	q, _ := ctx.Value(requestKey{}).(store.Request)
	q.Who, q.Person = s.sessions.GetString(ctx, "name"), s.sessions.GetString(ctx, "person")
	if q.Who == "" || q.Person == "" {
		return q, problem(noName, "Enter your role or initials first.")
	}
	return q, nil
}

// dish is a dish in its book, or the problem that says why not.
func (s base) dish(ctx context.Context, id string) (app.Book, recipe.Dish, error) {
	b, err := s.app.Book(ctx)
	if err != nil {
		return app.Book{}, recipe.Dish{}, s.fail(err)
	}
	d, known := b.Dishes[id]
	if !known {
		return app.Book{}, recipe.Dish{}, s.fail(&store.Missing{Kind: store.Dish, ID: id})
	}
	return b, d, nil
}

// pathID is the id in an address, with nothing escaped: an at sign may come as %40. The
// router gives it as it came, where it came in another way than is usual.
func pathID(r *http.Request) string {
	id := chi.URLParam(r, "id")
	if r.URL.RawPath == "" {
		return id
	}
	if plain, err := url.PathUnescape(id); err == nil {
		return plain
	}
	return id
}
