package store

import (
	"context"
	"time"
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

// AddPlateCheck keeps a check; one with the same id is left as it is.
func (s *Store) AddPlateCheck(ctx context.Context, c PlateCheck) error {
	_, err := s.DB.ExecContext(ctx, `insert into plate_check (id, dish, sent, reason, who, person) values ($1, $2, $3, $4, $5, $6) on conflict (id) do nothing`, c.ID, c.Dish, c.Sent, c.Reason, c.Who, c.Person)
	return wrap(err, "keep a check of %q", c.Dish)
}

// PlateChecks lists the newest checks of a dish.
func (s *Store) PlateChecks(ctx context.Context, dish string) (list []PlateCheck, err error) {
	err = s.DB.SelectContext(ctx, &list, `select * from plate_check where dish = $1 order by seq desc limit 500`, dish)
	return list, wrap(err, "read the checks of %q", dish)
}
