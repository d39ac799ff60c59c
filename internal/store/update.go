package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"

	"github.com/jmoiron/sqlx"
)

// Request says who asks for a change, and under which key.
type Request struct {
	Who    string
	Person string
	Screen string
	Key    string         // a repeat with the same key does nothing, and answers as the first did; empty: none
	Digest string         // of what is asked for: something else under the same key is refused
	Told   func(done int) // how many documents are in, of many; may be nil
}

// Write is a document as it is to be.
type Write struct {
	Kind Kind
	ID   string
	Base int64  // the version it was made from; 0: it is new
	Body any    // nil: it is deleted
	What string // in words, for the history
}

// ErrKeyTaken says that the key of a request was used for another one before.
var ErrKeyTaken = errors.New("this write key was used for another write")

// Update lets decide see what there is and say what is to be written: all of it, or none
// where anything fails. Nobody writes between the two. A version that has moved on gives
// *Conflict; a repeat gives the revisions that the first one made.
func (s *Store) Update(ctx context.Context, q Request, decide func(Reader) ([]Write, error)) (made []Revision, err error) {
	var places []int64
	err = s.once(ctx, q, &places, func(tx *sqlx.Tx) error {
		writes, err := decide(Reader{tx})
		if err != nil {
			return err
		}
		made = make([]Revision, len(writes))
		for i, w := range writes {
			if made[i], err = w.revision(q); err != nil {
				return err
			}
		}
		for from := 0; from < len(made); from += atOnce {
			to := min(from+atOnce, len(made))
			if err := put(ctx, tx, made[from:to]); err != nil {
				return err
			}
			if q.Told != nil {
				q.Told(to)
			}
		}
		for _, rev := range made {
			places = append(places, rev.Seq)
		}
		return nil
	})
	if err == nil && len(made) < len(places) {
		return s.revisions(ctx, places)
	}
	return made, err
}

// atOnce is how many documents go to the database in one statement.
const atOnce = 400

// Save stores documents over the versions that they were made from.
func (s *Store) Save(ctx context.Context, q Request, writes ...Write) ([]Revision, error) {
	return s.Update(ctx, q, func(Reader) ([]Write, error) { return writes, nil })
}

func (w Write) revision(q Request) (Revision, error) {
	body, err := json.Marshal(w.Body)
	if err != nil {
		return Revision{}, fmt.Errorf("save %s %q: %w", w.Kind, w.ID, err)
	}
	return Revision{Kind: w.Kind, ID: w.ID, Version: w.Base + 1, Body: body, Who: q.Who, Person: q.Person, Screen: q.Screen, What: w.What, Act: "edit"}, nil
}

func (s *Store) revisions(ctx context.Context, places []int64) (list []Revision, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from revision where seq = any($1) order by array_position($1, seq)`, places)
	return list, wrap(err, "read what a request made")
}

// once does a request while nobody else writes, in a transaction that is undone where it
// fails. Of one that was done before under the same key it only reads the answer.
func (s *Store) once(ctx context.Context, q Request, answer any, do func(*sqlx.Tx) error) error {
	select { // one connection of ours waits for other servers; the rest are free to read
	case s.writing <- struct{}{}:
		defer func() { <-s.writing }()
	case <-ctx.Done():
		return ctx.Err()
	}
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		// one after the other, so that the order of seq is the order of commits, and who
		// catches up misses none
		if _, err := tx.ExecContext(ctx, `select pg_advisory_xact_lock(7041)`); err != nil {
			return wrap(err, "wait for other writes")
		}
		if done, err := q.answered(ctx, tx, answer); done || err != nil {
			return err
		}
		if err := do(tx); err != nil {
			return err
		}
		return q.note(ctx, tx, answer)
	})
}

// answered reads what a request was answered before; false where it is new.
func (q Request) answered(ctx context.Context, db sqlx.QueryerContext, answer any) (bool, error) {
	if q.Key == "" {
		return false, nil
	}
	var digest string
	var text []byte
	err := db.QueryRowxContext(ctx, `select digest, answer from request where key = $1`, q.Key).Scan(&digest, &text)
	switch {
	case errors.Is(err, sql.ErrNoRows):
		return false, nil
	case err != nil:
		return false, wrap(err, "look for a repeated request")
	case digest != q.Digest:
		return false, ErrKeyTaken
	}
	return true, wrap(json.Unmarshal(text, answer), "read the answer to %q", q.Key)
}

func (q Request) note(ctx context.Context, db sqlx.ExecerContext, answer any) error {
	if q.Key == "" {
		return nil
	}
	text, err := json.Marshal(answer)
	if err != nil {
		return err
	}
	_, err = db.ExecContext(ctx, `insert into request (key, digest, answer) values ($1, $2, $3)
		on conflict (key) do update set answer = excluded.answer`, q.Key, q.Digest, string(text))
	return wrap(err, "note a request")
}

// Answered reads what a request that writes no document was answered before; false where
// it is new.
func (s *Store) Answered(ctx context.Context, q Request, answer any) (bool, error) {
	return q.answered(ctx, s.DB, answer)
}

// Answer notes what such a request was answered, or how far it has come.
func (s *Store) Answer(ctx context.Context, q Request, answer any) error {
	return q.note(ctx, s.DB, answer)
}

// put stores revisions, each over the version before it, which must be the newest there
// is, and tells of them. Each gets its place and its moment.
func put(ctx context.Context, tx *sqlx.Tx, list []Revision) error {
	if err := newest(ctx, tx, list); err != nil {
		return err
	}
	text, err := json.Marshal(rowsOf(list))
	if err != nil {
		return err
	}
	rows, err := tx.QueryxContext(ctx, `insert into revision (kind, id, version, body, who, person, screen, what, act, reverts)
		select kind, id, version, coalesce(body, 'null'), who, person, screen, what, act, reverts
		from jsonb_to_recordset($1::jsonb) as r (n int, kind text, id text, version bigint, body jsonb, who text, person text, screen text, what text, act text, reverts bigint)
		order by n returning seq, at, body, id`, string(text))
	if err != nil {
		return wrap(err, "keep revisions")
	}
	defer rows.Close()
	for i := 0; rows.Next(); i++ {
		var id string
		if err := rows.Scan(&list[i].Seq, &list[i].At, &list[i].Body, &id); err != nil {
			return wrap(err, "keep revisions")
		}
		if id != list[i].ID { // they come as they were put in, or nothing is kept
			return fmt.Errorf("keep revisions: %q came back for %q", id, list[i].ID)
		}
	}
	if err := rows.Err(); err != nil {
		return wrap(err, "keep revisions")
	}
	_, err = tx.ExecContext(ctx, `insert into thing (kind, id, version, body)
		select distinct on (kind, id) kind, id, version, coalesce(body, 'null') from jsonb_to_recordset($1::jsonb) as r (kind text, id text, version bigint, body jsonb)
		order by kind, id, version desc
		on conflict (kind, id) do update set version = excluded.version, body = excluded.body`, string(text))
	if err != nil {
		return wrap(err, "save documents")
	}
	if len(list) == 0 {
		return nil
	}
	return tell(ctx, tx, fmt.Sprint(list[len(list)-1].Seq))
}

// newest finds a revision whose document has moved on, or is not there. What is new under
// the id of something deleted goes on from its versions.
func newest(ctx context.Context, tx *sqlx.Tx, list []Revision) error {
	kinds, ids := make([]string, len(list)), make([]string, len(list))
	for i, rev := range list {
		kinds[i], ids[i] = string(rev.Kind), rev.ID
	}
	var now []Document
	err := tx.SelectContext(ctx, &now, `select kind, id, version, case when body = 'null' then body else 'true'::jsonb end as body from thing where (kind, id) in (select * from unnest($1::text[], $2::text[]))`, kinds, ids)
	if err != nil {
		return wrap(err, "read versions")
	}
	version, gone := map[string]int64{}, map[string]bool{}
	for _, d := range now {
		version[string(d.Kind)+"/"+d.ID], gone[string(d.Kind)+"/"+d.ID] = d.Version, d.Deleted()
	}
	for i, rev := range list {
		is := version[string(rev.Kind)+"/"+rev.ID]
		if gone[string(rev.Kind)+"/"+rev.ID] && rev.Version == 1 {
			rev.Version = is + 1
			list[i].Version = rev.Version
		}
		switch {
		case is == rev.Version-1:
			version[string(rev.Kind)+"/"+rev.ID]++ // another one of the same is over this one
		case is == 0:
			return fmt.Errorf("%s %q: %w", rev.Kind, rev.ID, ErrNotFound)
		default:
			lost := Conflict{}
			err := tx.GetContext(ctx, &lost.Now, `select * from revision where kind = $1 and id = $2 order by version desc limit 1`, rev.Kind, rev.ID)
			if err != nil {
				return wrap(err, "read %s %q", rev.Kind, rev.ID)
			}
			return &lost
		}
	}
	return nil
}

// row is a revision as the database takes it.
type row struct {
	N       int             `json:"n"`
	Kind    Kind            `json:"kind"`
	ID      string          `json:"id"`
	Version int64           `json:"version"`
	Body    json.RawMessage `json:"body"`
	Who     string          `json:"who"`
	Person  string          `json:"person"`
	Screen  string          `json:"screen"`
	What    string          `json:"what"`
	Act     string          `json:"act"`
	Reverts *int64          `json:"reverts"`
}

func rowsOf(list []Revision) []row {
	out := make([]row, len(list))
	for i, r := range list {
		out[i] = row{i, r.Kind, r.ID, r.Version, r.Body, r.Who, r.Person, r.Screen, r.What, r.Act, r.Reverts}
	}
	return out
}
