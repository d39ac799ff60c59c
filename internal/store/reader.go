package store

import (
	"context"

	"github.com/jmoiron/sqlx"
)

// Reader reads all documents: as they are now, or, in an update, as they are when
// nobody else can write.
type Reader struct{ db sqlx.QueryerContext }

// LastSeq is the place of the newest revision, 0 where there is none.
func (r Reader) LastSeq(ctx context.Context) (seq int64, err error) {
	err = sqlx.GetContext(ctx, r.db, &seq, `select coalesce(max(seq), 0) from revision`)
	return seq, wrap(err, "read the newest change")
}

// All reads every thing of all kinds.
func (r Reader) All(ctx context.Context) (list []Document, err error) {
	err = sqlx.SelectContext(ctx, r.db, &list, `select t.kind, t.id, t.version, t.body, r.at as made from thing t
		join revision r on r.kind = t.kind and r.id = t.id and r.version = 1 order by t.kind, t.id`)
	return list, wrap(err, "read all things")
}

// ChangedSince reads the things that were written after a place in the sequence.
func (r Reader) ChangedSince(ctx context.Context, seq int64) (list []Document, err error) {
	err = sqlx.SelectContext(ctx, r.db, &list, `select t.kind, t.id, t.version, t.body, r.at as made from thing t
		join revision r on r.kind = t.kind and r.id = t.id and r.version = 1
		where (t.kind, t.id) in (select kind, id from revision where seq > $1) order by t.kind, t.id`, seq)
	return list, wrap(err, "read what changed since %d", seq)
}
