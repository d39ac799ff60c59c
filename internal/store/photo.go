package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"time"
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
func (s *Store) AddPhoto(ctx context.Context, p Photo, jpeg []byte) error {
	_, err := s.DB.ExecContext(ctx, `insert into plate_photo (dish, picture, width, height, who, person) values ($1, $2, $3, $4, $5, $6)`, p.Dish, jpeg, p.Width, p.Height, p.Who, p.Person)
	return wrap(err, "keep a photograph of %q", p.Dish)
}

// PutPhotoBack undoes the taking off of a photograph; where none was taken off
// it does nothing.
func (s *Store) PutPhotoBack(ctx context.Context, dish string) error {
	_, err := s.DB.ExecContext(ctx, `delete from plate_photo where picture is null and seq = (select max(seq) from plate_photo where dish = $1)`, dish)
	return wrap(err, "put back the photograph of %q", dish)
}

// Photo tells of the newest photograph of a dish; nil where there was never one.
func (s *Store) Photo(ctx context.Context, dish string) (*Photo, error) {
	var p Photo
	err := s.DB.GetContext(ctx, &p, `select seq, dish, width, height, who, person, at, picture is null as taken_off from plate_photo where dish = $1 order by seq desc limit 1`, dish)
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
