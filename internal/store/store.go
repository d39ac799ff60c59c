// Package store keeps what a kitchen knows in PostgreSQL: documents with
// their revisions, plans, and who has joined. It knows no rule of the job.
package store

import (
	"context"
	"database/sql"
	"embed"
	"fmt"
	"io/fs"

	_ "github.com/jackc/pgx/v5/stdlib" // the driver
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a database of one or several kitchens.
type Store struct {
	Reader
	DB      *sqlx.DB
	URL     string
	writing chan struct{} // full while one of ours writes
}

// Open connects to the database at url and brings its tables up to date.
func Open(ctx context.Context, url string) (*Store, error) {
	db, err := sqlx.ConnectContext(ctx, "pgx", url)
	if err != nil {
		return nil, fmt.Errorf("connect to the database: %w", err)
	}
	db.SetMaxOpenConns(20)
	db.SetMaxIdleConns(20) // a change has all tablets read at once, and beginning a connection costs more than a read
	if err := migrate(ctx, db.DB); err != nil {
		db.Close()
		return nil, err
	}
	return &Store{Reader: Reader{db}, DB: db, URL: url, writing: make(chan struct{}, 1)}, nil
}

// provider knows the steps from any version of the tables to any other.
func provider(db *sql.DB) (*goose.Provider, error) {
	dir, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	p, err := goose.NewProvider(goose.DialectPostgres, db, dir)
	if err != nil {
		return nil, fmt.Errorf("read the migrations: %w", err)
	}
	return p, nil
}

func migrate(ctx context.Context, db *sql.DB) error {
	p, err := provider(db)
	if err != nil {
		return err
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("bring the tables up to date: %w", err)
	}
	return nil
}

// Close ends all connections.
func (s *Store) Close() error { return s.DB.Close() }

// Ping reports whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return s.DB.PingContext(ctx) }

// inTx runs do in a transaction, which is undone where do fails.
func (s *Store) inTx(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.DB.BeginTxx(ctx, nil)
	if err != nil {
		return fmt.Errorf("begin a transaction: %w", err)
	}
	defer tx.Rollback() //nolint:errcheck // after a commit it has nothing to do
	if err := do(tx); err != nil {
		return err
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("commit: %w", err)
	}
	return nil
}
