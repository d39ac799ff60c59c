package store

import (
	"context"
	"log/slog"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/jmoiron/sqlx"
)

// Listen calls told whenever something was written, by whatever server, until
// the context ends. It keeps a connection of its own, and makes a new one when
// that is lost; told is then called too, for something may have been missed. A loss is
// logged once, and its end.
func (s *Store) Listen(ctx context.Context, log *slog.Logger, told func(News)) {
	lost := time.Time{}
	for wait := 100 * time.Millisecond; ctx.Err() == nil; wait = min(2*wait, 2*time.Second) {
		err := s.listenOnce(ctx, func(news News) {
			if !lost.IsZero() {
				log.Info("the database tells of changes again", "after", time.Since(lost).Round(time.Second))
				lost = time.Time{}
			}
			wait = 100 * time.Millisecond
			told(news)
		})
		if ctx.Err() != nil {
			return
		}
		if lost.IsZero() {
			log.Warn("no news from the database; trying again until there are", "error", err)
			lost = time.Now()
		}
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
	}
}

func (s *Store) listenOnce(ctx context.Context, told func(News)) error {
	conn, err := pgx.Connect(ctx, s.URL)
	if err != nil {
		return err
	}
	defer conn.Close(context.WithoutCancel(ctx)) //nolint:errcheck // it is over either way
	if _, err := conn.Exec(ctx, "listen jointime"); err != nil {
		return err
	}
	told(News{Missed: true})
	for {
		news, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		told(newsOf(news.Payload))
	}
}

// News is what was written. An empty one is a document or a tick: who wants to know reads
// what there is.
type News struct {
	Planned string // the service whose plan was kept
	Pass    string // the dish of which a photograph or a check was kept
	Out     string // the tablet that was put out
	Missed  bool   // it is listened from now on: what was told before was not heard
}

// What begins a notification of something other than a document; its id follows.
const (
	planned = "planned "
	pass    = "pass "
	out     = "out "
)

func newsOf(payload string) (n News) {
	for prefix, into := range map[string]*string{planned: &n.Planned, pass: &n.Pass, out: &n.Out} {
		if id, is := strings.CutPrefix(payload, prefix); is {
			*into = id
		}
	}
	return n
}

// tell tells all servers, once what was written is there.
func tell(ctx context.Context, db sqlx.ExecerContext, what string) error {
	_, err := db.ExecContext(ctx, `select pg_notify('jointime', $1::text)`, what)
	return wrap(err, "tell of a change")
}
