package store

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// Tick is something ticked off in a service.
type Tick struct {
	ID       string          `db:"id"`
	Seq      int64           `db:"seq"`
	Service  string          `db:"service"`
	Task     string          `db:"task"`
	Act      string          `db:"act"`
	Takes    string          `db:"takes"`
	Amount   json.RawMessage `db:"amount"`
	Who      string          `db:"who"`
	Person   string          `db:"person"`
	At       time.Time       `db:"at"`
	Received time.Time       `db:"received"`
}

// AddTicks adds ticks: all of them, or none. One that is sent again is there once;
// another one under its id is ErrKeyTaken. The result is how many were new.
func (s *Store) AddTicks(ctx context.Context, ticks []Tick) (added int64, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		// Told in the order of their places: nobody who reads what is new can
		// pass over one that is not yet there.
		if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(hashtext('jointime ticks'))`); err != nil {
			return wrap(err, "wait for the others' ticks")
		}
		for _, t := range ticks {
			new, err := insertOnce(ctx, tx, `insert into tick (id, service, task, act, takes, amount, who, person, at) values ($1, $2, $3, $4, $5, $6, $7, $8, $9) on conflict (id) do nothing`,
				[]any{t.ID, t.Service, t.Task, t.Act, t.Takes, string(t.Amount), t.Who, t.Person, t.At},
				`select from tick where id = $1 and service = $2 and task = $3 and act = $4 and takes = $5 and amount = $6::jsonb`, 6)
			if err != nil {
				return wrap(err, "keep tick %q", t.ID)
			}
			if new {
				added++
			}
		}
		if added == 0 {
			return nil
		}
		return tell(ctx, tx, "tick")
	})
	return added, err
}

// Ticks lists what was ticked in a service, in the order in which it arrived.
func (s *Store) Ticks(ctx context.Context, service string) (list []Tick, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from tick where service = $1 order by seq`, service)
	return list, wrap(err, "read the ticks of %q", service)
}

// TicksSince lists ticks after a place in their sequence, oldest first.
func (s *Store) TicksSince(ctx context.Context, seq int64) (list []Tick, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from tick where seq > $1 order by seq limit $2`, seq, AtOnce)
	return list, wrap(err, "read ticks since %d", seq)
}

// Place is how far the changes and the ticks have come.
type Place struct{ Revision, Tick int64 }

// Newest is the place of the newest change and the newest tick; 0 where there
// is none.
func (s *Store) Newest(ctx context.Context) (p Place, err error) {
	err = s.DB.QueryRowxContext(ctx, `select (select coalesce(max(seq), 0) from revision), (select coalesce(max(seq), 0) from tick)`).Scan(&p.Revision, &p.Tick)
	return p, wrap(err, "read the newest change")
}

// String writes a place as an event stream names it.
func (p Place) String() string { return fmt.Sprintf("%d.%d", p.Revision, p.Tick) }

// ParsePlace reads a place; false where it is none.
func ParsePlace(text string) (p Place, ok bool) {
	n, err := fmt.Sscanf(text, "%d.%d", &p.Revision, &p.Tick)
	return p, err == nil && n == 2 && p.String() == text
}
