package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"time"
)

// Kind names a kind of document.
type Kind string

// The kinds.
const (
	Ingredient Kind = "ingredient"
	Kitchen    Kind = "kitchen"
	Component  Kind = "component"
	Dish       Kind = "dish"
	Menu       Kind = "menu"
	Service    Kind = "service"
	Supplier   Kind = "supplier"
	Stock      Kind = "stock"
)

// Document is the newest revision of a thing.
type Document struct {
	Kind    Kind            `db:"kind"`
	ID      string          `db:"id"`
	Version int64           `db:"version"`
	Body    json.RawMessage `db:"body"`
	Made    time.Time       `db:"made"` // when it first was there; zero where nobody asked
}

// Deleted tells a thing that is no longer there: its versions are kept.
func (d Document) Deleted() bool { return string(d.Body) == "null" }

// Revision is one state of a thing: who made it, when, and what it was.
type Revision struct {
	Seq      int64           `db:"seq"`
	Kind     Kind            `db:"kind"`
	ID       string          `db:"id"`
	Version  int64           `db:"version"`
	Body     json.RawMessage `db:"body"`
	Who      string          `db:"who"`
	Person   string          `db:"person"`
	Screen   string          `db:"screen"`
	What     string          `db:"what"`
	Act      string          `db:"act"`
	Reverts  *int64          `db:"reverts"`
	Reverted bool            `db:"reverted"`
	At       time.Time       `db:"at"`
}

// Deleted tells a revision with which the thing ceased to be there.
func (r Revision) Deleted() bool { return string(r.Body) == "null" }

// ErrNotFound says that there is no such thing.
var ErrNotFound = errors.New("there is no such thing")

// Missing is ErrNotFound, saying what is not there.
type Missing struct {
	Kind Kind
	ID   string
}

// Error says what is not there.
func (m *Missing) Error() string { return fmt.Sprintf("%s %q: %v", m.Kind, m.ID, ErrNotFound) }

// Unwrap is ErrNotFound.
func (m *Missing) Unwrap() error { return ErrNotFound }

// Conflict says that a thing has moved on since the version that a write was
// made from. Now is what it is now, by whom.
type Conflict struct{ Now Revision }

// Error tells who was first.
func (c *Conflict) Error() string {
	return fmt.Sprintf("%s %q was changed by %s in the meantime", c.Now.Kind, c.Now.ID, c.Now.Who)
}

// Get reads a thing.
func (s *Store) Get(ctx context.Context, kind Kind, id string) (d Document, err error) {
	err = s.DB.GetContext(ctx, &d, `select kind, id, version, body from thing where kind = $1 and id = $2`, kind, id)
	if errors.Is(err, sql.ErrNoRows) || err == nil && d.Deleted() {
		return d, &Missing{kind, id}
	}
	return d, wrap(err, "read %s %q", kind, id)
}

// At reads one revision of a thing.
func (s *Store) At(ctx context.Context, kind Kind, id string, version int64) (r Revision, err error) {
	err = s.DB.GetContext(ctx, &r, `select * from revision where kind = $1 and id = $2 and version = $3`, kind, id, version)
	if errors.Is(err, sql.ErrNoRows) {
		return r, fmt.Errorf("%s %q, revision %d: %w", kind, id, version, ErrNotFound)
	}
	return r, wrap(err, "read %s %q, revision %d", kind, id, version)
}

// AllAt reads every thing as it was at a moment; what was not there yet, in its
// first revision.
func (s *Store) AllAt(ctx context.Context, at time.Time) (list []Document, err error) {
	err = s.DB.SelectContext(ctx, &list, `select distinct on (kind, id) kind, id, version, body from revision
		order by kind, id, at <= $1 desc, case when at <= $1 then -version else version end`, at)
	return list, wrap(err, "read all things as of %s", at)
}

// Pinned reads things in the revisions that pins name, as kind/id → version.
func (s *Store) Pinned(ctx context.Context, pins map[string]int64) (list []Document, err error) {
	text, err := json.Marshal(pins)
	if err != nil {
		return nil, err
	}
	err = s.DB.SelectContext(ctx, &list, `select r.kind, r.id, r.version, r.body from revision r
		join jsonb_each_text($1::jsonb) p on p.key = r.kind || '/' || r.id and p.value::bigint = r.version`, string(text))
	return list, wrap(err, "read pinned revisions")
}

// History lists the revisions of a thing, newest first: those before a version, 0 for the
// newest, and so many at the most.
func (s *Store) History(ctx context.Context, kind Kind, id string, before int64, most int) (list []Revision, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from revision where kind = $1 and id = $2 and ($3 = 0 or version < $3) order by version desc limit $4`, kind, id, before, most)
	return list, wrap(err, "read the history of %s %q", kind, id)
}

// AtOnce is how many changes, or ticks, are listed at a time.
const AtOnce = 1000

// Since lists revisions after a place in the sequence, oldest first, AtOnce of them at the
// most.
func (s *Store) Since(ctx context.Context, seq int64) (list []Revision, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from revision where seq > $1 order by seq limit $2`, seq, AtOnce)
	return list, wrap(err, "read changes since %d", seq)
}

func wrap(err error, format string, args ...any) error {
	if err == nil {
		return nil
	}
	return fmt.Errorf(format+": %w", append(args, err)...)
}
