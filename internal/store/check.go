package store

import (
	"context"
	"time"

	"github.com/jmoiron/sqlx"
)

// PlateCheck is what was decided of one plate at the pass.
type PlateCheck struct {
	ID     string    `db:"id"`
	Seq    int64     `db:"seq"`
	Dish   string    `db:"dish"`
	Sent   bool      `db:"sent"`
	Reason string    `db:"reason"`
	Who    string    `db:"who"`
	Person string    `db:"person"`
	At     time.Time `db:"at"`
}

// AddPlateCheck keeps a check. One that is sent again is there once; another one under
// its id is ErrKeyTaken.
func (s *Store) AddPlateCheck(ctx context.Context, c PlateCheck) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		added, err := insertOnce(ctx, tx, `insert into plate_check (id, dish, sent, reason, who, person) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing`,
			[]any{c.ID, c.Dish, c.Sent, c.Reason, c.Who, c.Person}, `select from plate_check where id = $1 and dish = $2 and sent = $3 and reason = $4`, 4)
		if err != nil || !added {
			return wrap(err, "keep a check of %q", c.Dish)
		}
		return tell(ctx, tx, pass+c.Dish)
	})
}

// insertOnce adds a row under an id that a tablet made; false where it is there already.
// Same, of the first so many arguments, finds one that says the same: another one is
// ErrKeyTaken.
func insertOnce(ctx context.Context, tx *sqlx.Tx, insert string, args []any, same string, first int) (added bool, err error) {
	done, err := tx.ExecContext(ctx, insert, args...)
	if err != nil {
		return false, err
	}
	if n, _ := done.RowsAffected(); n > 0 { // PostgreSQL always tells
		return true, nil
	}
	var is bool
	if err := tx.GetContext(ctx, &is, `select exists (`+same+`)`, args[:first]...); err != nil {
		return false, err
	}
	if !is {
		return false, ErrKeyTaken
	}
	return false, nil
}

// PlateChecks lists the checks of a dish, newest first: those before a place in their
// sequence, 0 for the newest, and so many at the most.
func (s *Store) PlateChecks(ctx context.Context, dish string, before int64, most int) (list []PlateCheck, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from plate_check where dish = $1 and ($2 = 0 or seq < $2) order by seq desc limit $3`, dish, before, most)
	return list, wrap(err, "read the checks of %q", dish)
}

// CheckTally is how many plates of a dish were sent, or sent back for a reason.
type CheckTally struct {
	Sent   bool   `db:"sent"`
	Reason string `db:"reason"`
	Times  int    `db:"times"`
}

// TallyChecks counts all checks of a dish, those sent back first, by how often.
func (s *Store) TallyChecks(ctx context.Context, dish string) (list []CheckTally, err error) {
	err = s.DB.SelectContext(ctx, &list, `select sent, case when sent then '' else reason end as reason, count(*) as times
		from plate_check where dish = $1 group by 1, 2 order by sent, times desc, reason`, dish)
	return list, wrap(err, "count the checks of %q", dish)
}
