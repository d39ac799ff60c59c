package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"

	"github.com/jmoiron/sqlx"
)

// Photo tells of the photograph of a plate; Taken off says that the newest one
// was taken off and can be put back.
type Photo struct {
	Seq      int64     `db:"seq"`
	Dish     string    `db:"dish"`
	Width    int       `db:"width"`
	Height   int       `db:"height"`
	Who      string    `db:"who"`
	Person   string    `db:"person"`
	At       time.Time `db:"at"`
	TakenOff bool      `db:"taken_off"`
}

// AddPhoto keeps a photograph, a JPEG; nil takes off the one that is there.
func (s *Store) AddPhoto(ctx context.Context, q Request, p Photo, jpeg []byte) error {
	var done bool
	return s.once(ctx, q, &done, func(tx *sqlx.Tx) error {
		if jpeg == nil {
			if now, err := photo(ctx, tx, p.Dish); err != nil || now == nil || now.TakenOff {
				return cmp.Or(err, fmt.Errorf("photograph of %q: %w", p.Dish, ErrNotFound))
			}
		}
		done = true
		if _, err := tx.ExecContext(ctx, `insert into plate_photo (dish, picture, width, height, who, person) values ($1, $2, $3, $4, $5, $6)`, p.Dish, jpeg, p.Width, p.Height, q.Who, q.Person); err != nil {
			return wrap(err, "keep a photograph of %q", p.Dish)
		}
		return tell(ctx, tx, pass+p.Dish)
	})
}

// PutPhotoBack undoes the taking off of a photograph; where none was taken off
// it does nothing.
func (s *Store) PutPhotoBack(ctx context.Context, q Request, dish string) error {
	var done bool
	return s.once(ctx, q, &done, func(tx *sqlx.Tx) error {
		now, err := photo(ctx, tx, dish)
		if err != nil || now == nil || !now.TakenOff {
			return err
		}
		done = true
		_, err = tx.ExecContext(ctx, `insert into plate_photo (dish, picture, width, height, who, person)
			select dish, picture, width, height, $2, $3 from plate_photo where dish = $1 and picture is not null order by seq desc limit 1`, dish, q.Who, q.Person)
		if err != nil {
			return wrap(err, "put back the photograph of %q", dish)
		}
		return tell(ctx, tx, pass+dish)
	})
}

// Photo tells of the newest photograph of a dish; nil where there was never one.
func (s *Store) Photo(ctx context.Context, dish string) (*Photo, error) {
	return photo(ctx, s.DB, dish)
}

func photo(ctx context.Context, db sqlx.QueryerContext, dish string) (*Photo, error) {
	var p Photo
	err := sqlx.GetContext(ctx, db, &p, `select seq, dish, width, height, who, person, at, picture is null as taken_off from plate_photo where dish = $1 order by seq desc limit 1`, dish)
	if errors.Is(err, sql.ErrNoRows) {
		return nil, nil
	}
	return &p, wrap(err, "read the photograph of %q", dish)
}

// Picture reads the newest photograph of a dish, a JPEG.
func (s *Store) Picture(ctx context.Context, dish string) (jpeg []byte, err error) {
	err = s.DB.GetContext(ctx, &jpeg, `select picture from plate_photo where dish = $1 order by seq desc limit 1`, dish)
	if errors.Is(err, sql.ErrNoRows) || err == nil && jpeg == nil {
		return nil, fmt.Errorf("photograph of %q: %w", dish, ErrNotFound)
	}
	return jpeg, wrap(err, "read the photograph of %q", dish)
}
