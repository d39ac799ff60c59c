package store

import (
	"context"
	"log/slog"
	"strings"
	"time"

	"github.com/jackc/pgx/v5"
)

// Listen calls told whenever something was written, by whatever server, until
// the context ends. It keeps a connection of its own, and makes a new one when
// that is lost; told is then called too, for something may have been missed.
func (s *Store) Listen(ctx context.Context, log *slog.Logger, told func(planned string)) {
	for wait := 100 * time.Millisecond; ctx.Err() == nil; wait = min(2*wait, 2*time.Second) {
		err := s.listenOnce(ctx, func(planned string) {
			wait = 100 * time.Millisecond
			told(planned)
		})
		if ctx.Err() != nil {
			return
		}
		log.Warn("no news from the database", "error", err, "again_in", wait)
		select {
		case <-ctx.Done():
		case <-time.After(wait):
		}
	}
}

func (s *Store) listenOnce(ctx context.Context, told func(planned string)) error {
	conn, err := pgx.Connect(ctx, s.URL)
	if err != nil {
		return err
	}
	defer conn.Close(context.WithoutCancel(ctx)) //nolint:errcheck // it is over either way
	if _, err := conn.Exec(ctx, "listen jointime"); err != nil {
		return err
	}
	told("") // for what was missed meanwhile
	for {
		news, err := conn.WaitForNotification(ctx)
		if err != nil {
			return err
		}
		service, is := strings.CutPrefix(news.Payload, planned)
		if !is {
			service = ""
		}
		told(service)
	}
}
