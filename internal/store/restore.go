package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"

	"github.com/jmoiron/sqlx"
)

// Deletion is the revision with which a thing was deleted, and the thing as it was before;
// Missing where it was never there, or is there.
func (s *Store) Deletion(ctx context.Context, kind Kind, id string) (gone Revision, was json.RawMessage, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		if gone, err = deletion(ctx, tx, kind, id); err != nil {
			return err
		}
		err := tx.GetContext(ctx, &was, `select body from revision where kind = $1 and id = $2 and body <> 'null' order by version desc limit 1`, kind, id)
		return wrap(err, "read what %s %q was", kind, id)
	})
	return gone, was, err
}

func deletion(ctx context.Context, tx *sqlx.Tx, kind Kind, id string) (gone Revision, err error) {
	err = tx.GetContext(ctx, &gone, `select * from revision where kind = $1 and id = $2 order by version desc limit 1`, kind, id)
	if errors.Is(err, sql.ErrNoRows) || err == nil && !gone.Deleted() {
		return gone, &Missing{kind, id}
	}
	return gone, wrap(err, "read how %s %q was deleted", kind, id)
}

// Restore brings back what anybody deleted, with all that was written together with the
// deletion, or alone; what others did since stays. It is a change like any other, of who brings it
// back, and with it the deletion is no longer something to be undone. Allow may refuse it.
func (s *Store) Restore(ctx context.Context, q Request, kind Kind, id, what string, alone bool, join Joiner, allow func(Reader, []Revision) error) (made []Revision, err error) {
	var places []int64
	err = s.once(ctx, q, &places, func(tx *sqlx.Tx) error {
		gone, err := deletion(ctx, tx, kind, id)
		if err != nil {
			return err
		}
		group := []Revision{gone}
		if !alone {
			group = nil
			if err := tx.SelectContext(ctx, &group, `select * from revision where person = $1 and screen = $2 and at = $3 and not reverted order by seq`, gone.Person, gone.Screen, gone.At); err != nil {
				return wrap(err, "look for what was deleted with it")
			}
		}
		if made, err = takeBack(ctx, tx, q, group, join, allow, "edit", func(Revision) string { return what }); err != nil {
			return err
		}
		for i, last := range group {
			places = append(places, made[i].Seq)
			if err := markReverted(ctx, tx, last, false); err != nil {
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
