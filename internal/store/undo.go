package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/jmoiron/sqlx"
)

// ErrNothing says that there is nothing to take back, or to do again.
var ErrNothing = errors.New("there is nothing to take back here")

// Joiner joins two changes made from one base; conflicts are places that both
// changed.
type Joiner func(base, mine, theirs []byte) (merged []byte, conflicts []string, err error)

// Clash says that what should be taken back was changed by somebody else
// since.
type Clash struct {
	Conflict
	Places []string
}

// Undo takes back the newest change that a person made on a screen and that
// still stands, with all that was written together with it; again true does the newest
// taken-back one again. What others changed elsewhere in the documents stays. Allow may
// refuse what would come of it, seeing what there is.
func (s *Store) Undo(ctx context.Context, q Request, again bool, join Joiner, allow func(Reader, []Revision) error) (made []Revision, err error) {
	var places []int64
	err = s.once(ctx, q, &places, func(tx *sqlx.Tx) error {
		group, err := lastOwn(ctx, tx, q.Person, q.Screen, again)
		if err != nil {
			return err
		}
		act, what := "undo", func(last Revision) string { return "undone: " + last.What }
		if again {
			act, what = "redo", func(last Revision) string { return "redone: " + original(last.What) }
		}
		if made, err = takeBack(ctx, tx, q, group, join, allow, act, what); err != nil {
			return err
		}
		for i, last := range group {
			places = append(places, made[i].Seq)
			if err := markReverted(ctx, tx, last, again); err != nil {
				return err
			}
		}
		return nil
	})
	if err == nil && len(made) == 0 {
		return s.revisions(ctx, places)
	}
	return made, err
}

// takeBack writes the documents without the changes of a group.
func takeBack(ctx context.Context, tx *sqlx.Tx, q Request, group []Revision, join Joiner, allow func(Reader, []Revision) error, act string, what func(Revision) string) (made []Revision, err error) {
	for _, last := range group {
		rev, err := revert(ctx, tx, last, join)
		if err != nil {
			return nil, err
		}
		rev.Version, rev.Who, rev.Person, rev.Screen = rev.Version+1, q.Who, q.Person, q.Screen
		rev.Act, rev.What, rev.Reverts = act, what(last), &last.Seq
		made = append(made, rev)
	}
	if err := allow(Reader{tx}, made); err != nil {
		return nil, err
	}
	return made, put(ctx, tx, made)
}

func original(what string) string {
	for _, prefix := range []string{"undone: ", "took back: "} { // as older versions wrote it
		what = strings.TrimPrefix(what, prefix)
	}
	return what
}

// lastOwn finds the change to take back, or the taking back to undo: all that was written
// together, the one that was done first in front. A plain change after it ends what could be
// done again. What was made new alone is deleted and not taken back.
func lastOwn(ctx context.Context, tx *sqlx.Tx, person, screen string, again bool) (group []Revision, err error) {
	query := `select * from revision where person = $1 and screen = $2 and act = 'edit' and not reverted and version > 1 order by seq desc limit 1`
	if again {
		query = `select * from revision r where person = $1 and screen = $2 and act = 'undo' and not reverted
			and seq > (select coalesce(max(seq), 0) from revision e where e.person = $1 and e.screen = $2 and e.act = 'edit')
			order by seq desc limit 1`
	}
	var last Revision
	switch err = tx.GetContext(ctx, &last, query, person, screen); {
	case errors.Is(err, sql.ErrNoRows):
		return nil, ErrNothing
	case err != nil:
		return nil, wrap(err, "look for the last change")
	}
	// what one transaction writes has one moment
	err = tx.SelectContext(ctx, &group, `select * from revision where person = $1 and screen = $2 and act = $3 and at = $4 and not reverted order by seq`, person, screen, last.Act, last.At)
	return group, wrap(err, "look for what was written with it")
}

// revert computes the document without a change: what stood before it, joined
// with what others did since. The version is the one that stands now.
func revert(ctx context.Context, tx *sqlx.Tx, last Revision, join Joiner) (out Revision, err error) {
	var before, now Revision
	before.Body = json.RawMessage("null") // it was not there
	for _, q := range []struct {
		into *Revision
		rest string
		arg  int64
	}{{&before, "version = $3", last.Version - 1}, {&now, "version >= $3 order by version desc limit 1", last.Version}} {
		if q.arg == 0 {
			continue
		}
		if err := tx.GetContext(ctx, q.into, `select * from revision where kind = $1 and id = $2 and `+q.rest, last.Kind, last.ID, q.arg); err != nil {
			return out, wrap(err, "read %s %q", last.Kind, last.ID)
		}
	}
	merged, places, err := join(last.Body, before.Body, now.Body)
	if err != nil {
		return out, err
	}
	if len(places) > 0 {
		return out, &Clash{Conflict{now}, places}
	}
	return Revision{Kind: last.Kind, ID: last.ID, Version: now.Version, Body: json.RawMessage(merged)}, nil
}

func markReverted(ctx context.Context, tx *sqlx.Tx, last Revision, again bool) error {
	if _, err := tx.ExecContext(ctx, `update revision set reverted = true where seq = $1`, last.Seq); err != nil {
		return wrap(err, "mark what was taken back")
	}
	if again && last.Reverts != nil {
		_, err := tx.ExecContext(ctx, `update revision set reverted = false where seq = $1`, *last.Reverts)
		return wrap(err, "mark what stands again")
	}
	return nil
}

// Own says in words what a person could take back on a screen, and do again;
// empty where there is nothing.
func (s *Store) Own(ctx context.Context, person, screen string) (back, again string, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		for _, want := range []struct {
			again bool
			into  *string
		}{{false, &back}, {true, &again}} {
			last, err := lastOwn(ctx, tx, person, screen, want.again)
			if errors.Is(err, ErrNothing) {
				continue
			}
			if err != nil {
				return err
			}
			if *want.into = original(last[0].What); *want.into == "" {
				*want.into = fmt.Sprintf("%s %s", last[0].Kind, last[0].ID)
			}
		}
		return nil
	})
	return back, again, err
}
