package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
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
}

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
	WriteKey *string         `db:"write_key"`
	Digest   string          `db:"digest"`
	At       time.Time       `db:"at"`
}

// ErrNotFound says that there is no such thing.
var ErrNotFound = errors.New("there is no such thing")

// ErrKeyTaken says that a write key was used for another write before.
var ErrKeyTaken = errors.New("this write key was used for another write")

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
	if errors.Is(err, sql.ErrNoRows) {
		return d, fmt.Errorf("%s %q: %w", kind, id, ErrNotFound)
	}
	return d, wrap(err, "read %s %q", kind, id)
}

// All reads every thing of all kinds.
func (s *Store) All(ctx context.Context) (list []Document, err error) {
	err = s.DB.SelectContext(ctx, &list, `select kind, id, version, body from thing order by kind, id`)
	return list, wrap(err, "read all things")
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

// History lists the revisions of a thing, newest first.
func (s *Store) History(ctx context.Context, kind Kind, id string) (list []Revision, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from revision where kind = $1 and id = $2 order by version desc limit 200`, kind, id)
	return list, wrap(err, "read the history of %s %q", kind, id)
}

// Since lists revisions after a place in the sequence, oldest first.
func (s *Store) Since(ctx context.Context, seq int64) (list []Revision, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from revision where seq > $1 order by seq limit 1000`, seq)
	return list, wrap(err, "read changes since %d", seq)
}

// LastSeq is the place of the newest revision, 0 where there is none.
func (s *Store) LastSeq(ctx context.Context) (seq int64, err error) {
	err = s.DB.GetContext(ctx, &seq, `select coalesce(max(seq), 0) from revision`)
	return seq, wrap(err, "read the newest change")
}

// Write is a change that somebody asks for.
type Write struct {
	Kind   Kind
	ID     string
	Base   int64 // the version it was made from; 0: it is new
	Body   any
	Who    string
	Person string
	Screen string
	What   string
	Key    string // a repeat with the same key does nothing; empty: none
}

// Save stores a change. A version that has moved on gives *Conflict; a repeat
// of a write that was done gives the revision that it made.
func (s *Store) Save(ctx context.Context, w Write) (rev Revision, err error) {
	body, err := json.Marshal(w.Body)
	if err != nil {
		return rev, fmt.Errorf("save %s %q: %w", w.Kind, w.ID, err)
	}
	rev = Revision{Kind: w.Kind, ID: w.ID, Version: w.Base + 1, Body: body, Who: w.Who, Person: w.Person, Screen: w.Screen, What: w.What, Act: "edit", Digest: digest(w, body)}
	if w.Key != "" {
		rev.WriteKey = &w.Key
	}
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneAfterAnother(ctx, tx); err != nil {
			return err
		}
		if done, ok, err := repeated(ctx, tx, rev); ok || err != nil {
			rev = done
			return err
		}
		return put(ctx, tx, &rev, w.Base)
	})
	return rev, err
}

// SaveAll stores several changes at once: all of them, or none.
func (s *Store) SaveAll(ctx context.Context, writes []Write) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		if err := oneAfterAnother(ctx, tx); err != nil {
			return err
		}
		for i, w := range writes {
			body, err := json.Marshal(w.Body)
			if err != nil {
				return fmt.Errorf("save %s %q: %w", w.Kind, w.ID, err)
			}
			rev := Revision{Kind: w.Kind, ID: w.ID, Version: w.Base + 1, Body: body, Who: w.Who, Person: w.Person, Screen: w.Screen, What: w.What, Act: "edit", Digest: digest(w, body)}
			if w.Key != "" {
				key := fmt.Sprintf("%s/%d", w.Key, i)
				rev.WriteKey = &key
			}
			if _, done, err := repeated(ctx, tx, rev); done || err != nil {
				return err
			}
			if err := put(ctx, tx, &rev, w.Base); err != nil {
				return err
			}
		}
		return nil
	})
}

// Done finds the revision that a write with a key made; false where there was
// none.
func (s *Store) Done(ctx context.Context, key string) (rev Revision, ok bool, err error) {
	err = s.DB.GetContext(ctx, &rev, `select * from revision where write_key = $1`, key)
	if errors.Is(err, sql.ErrNoRows) {
		return rev, false, nil
	}
	return rev, err == nil, wrap(err, "look for a repeated write")
}

func digest(w Write, body []byte) string {
	h := sha256.New()
	fmt.Fprintf(h, "%s\n%s\n%d\n%s", w.Kind, w.ID, w.Base, body)
	return hex.EncodeToString(h.Sum(nil))
}

// oneAfterAnother lets writes follow one another, so that the order of seq is
// the order of commits and a screen that catches up misses none.
func oneAfterAnother(ctx context.Context, tx *sqlx.Tx) error {
	_, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(7041)`)
	return wrap(err, "wait for other writes")
}

func repeated(ctx context.Context, tx *sqlx.Tx, rev Revision) (done Revision, ok bool, err error) {
	if rev.WriteKey == nil {
		return done, false, nil
	}
	err = tx.GetContext(ctx, &done, `select * from revision where write_key = $1`, *rev.WriteKey)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return done, false, nil
	case err != nil:
		return done, false, wrap(err, "look for a repeated write")
	case done.Digest != rev.Digest:
		return done, false, ErrKeyTaken
	}
	return done, true, nil
}

// put stores a revision over the version it was made from, and tells it.
func put(ctx context.Context, tx *sqlx.Tx, rev *Revision, base int64) error {
	var now Revision
	err := tx.GetContext(ctx, &now, `select * from revision where kind = $1 and id = $2 order by version desc limit 1`, rev.Kind, rev.ID)
	switch {
	case errors.Is(err, sql.ErrNoRows) && base == 0:
	case errors.Is(err, sql.ErrNoRows):
		return fmt.Errorf("%s %q: %w", rev.Kind, rev.ID, ErrNotFound)
	case err != nil:
		return wrap(err, "read %s %q", rev.Kind, rev.ID)
	case now.Version != base:
		return &Conflict{Now: now}
	}
	err = tx.GetContext(ctx, rev, `insert into revision (kind, id, version, body, who, person, screen, what, act, reverts, write_key, digest)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12) returning *`,
		rev.Kind, rev.ID, rev.Version, string(rev.Body), rev.Who, rev.Person, rev.Screen, rev.What, rev.Act, rev.Reverts, rev.WriteKey, rev.Digest)
	if err != nil {
		return wrap(err, "keep a revision of %s %q", rev.Kind, rev.ID)
	}
	_, err = tx.ExecContext(ctx, `insert into thing (kind, id, version, body) values ($1, $2, $3, $4)
		on conflict (kind, id) do update set version = excluded.version, body = excluded.body`, rev.Kind, rev.ID, rev.Version, string(rev.Body))
	if err != nil {
		return wrap(err, "save %s %q", rev.Kind, rev.ID)
	}
	_, err = tx.ExecContext(ctx, `select pg_notify('jointime', $1::text)`, fmt.Sprint(rev.Seq))
	return wrap(err, "tell of a change")
}

func wrap(err error, format string, args ...any) error {
	if err == nil {
		return nil
	}
	return fmt.Errorf(format+": %w", append(args, err)...)
}
