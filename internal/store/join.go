package store

import (
	"context"
	"crypto/sha256"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// Limits on tries to join from one address.
const (
	triesAllowed = 8
	triesWithin  = 10 * time.Minute
)

// ErrTooManyTries says that an address has tried to join too often.
var ErrTooManyTries = errors.New("too many tries to join")

// SetJoinCode replaces the code with which a tablet joins. Only its hash is
// kept.
func (s *Store) SetJoinCode(ctx context.Context, code string) error {
	hash := sha256.Sum256([]byte(code))
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `delete from join_code`); err != nil {
			return wrap(err, "forget the old code")
		}
		_, err := tx.ExecContext(ctx, `insert into join_code (hash) values ($1)`, hash[:])
		return wrap(err, "keep the code")
	})
}

// TryJoin reports whether a code is the one that lets a tablet join. Each
// wrong one counts against the address.
func (s *Store) TryJoin(ctx context.Context, code, address string) (ok bool, err error) {
	hash := sha256.Sum256([]byte(code))
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(7042)`); err != nil {
			return wrap(err, "wait for other tries")
		}
		var tries int
		if err := tx.GetContext(ctx, &tries, `select count(*) from join_try where address = $1 and at > now() - $2 * interval '1 second'`, address, triesWithin.Seconds()); err != nil {
			return wrap(err, "count tries")
		}
		if tries >= triesAllowed {
			return ErrTooManyTries
		}
		if err := tx.GetContext(ctx, &ok, `select exists (select from join_code where hash = $1)`, hash[:]); err != nil {
			return wrap(err, "look the code up")
		}
		if !ok {
			_, err := tx.ExecContext(ctx, `insert into join_try (address) values ($1)`, address)
			return wrap(err, "note a wrong code")
		}
		_, err := tx.ExecContext(ctx, `delete from join_try where address = $1 or at < now() - interval '1 day'`, address)
		return wrap(err, "forget old tries")
	})
	return ok, err
}

// TellOut tells all servers that a tablet was put out.
func (s *Store) TellOut(ctx context.Context, tablet string) error { return tell(ctx, s.DB, out+tablet) }
