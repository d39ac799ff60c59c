// Package pgtest gives tests a PostgreSQL of their own: one cluster for a
// package, in memory and without durability, and a fresh database for each
// test, copied from one whose tables are up to date.
package pgtest

import (
	"context"
	"errors"
	"fmt"
	"os"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"jointime/internal/pgdev"
	"jointime/internal/store"
)

var (
	cluster *pgdev.Cluster
	count   atomic.Int64
)

// Main runs the tests of a package with a cluster; call it from TestMain.
func Main(m *testing.M) { MainWith(m, func() {}) }

// MainWith does the same, and calls end when the tests are over.
func MainWith(m *testing.M, end func()) {
	status := run(m)
	end()
	os.Exit(status)
}

func run(m *testing.M) int {
	base := ""
	if info, err := os.Stat("/dev/shm"); err == nil && info.IsDir() {
		base = "/dev/shm"
	}
	dir, err := os.MkdirTemp(base, "jointime-test-")
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer os.RemoveAll(dir)
	if cluster, err = pgdev.Start(context.Background(), pgdev.Options{Dir: dir, Fast: true}); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	defer cluster.Stop() //nolint:errcheck // the folder goes anyway
	if err := template(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		return 1
	}
	return m.Run()
}

// plain is the database whose tables are up to date, and empty.
const plain = "template_jointime"

func template() error {
	return filled(plain, func(context.Context, *store.Store) error { return nil })
}

// filled makes a database to copy from. Nobody may be connected to it afterwards.
func filled(name string, fill func(context.Context, *store.Store) error) error {
	ctx := context.Background()
	url, err := cluster.Ensure(ctx, name)
	if err != nil {
		return err
	}
	s, err := store.Open(ctx, url)
	if err != nil {
		return err
	}
	return errors.Join(fill(ctx, s), s.Close())
}

// URL makes a fresh database and gives its address.
func URL(t testing.TB) string {
	t.Helper()
	return copyOf(t, plain)
}

func copyOf(t testing.TB, name string) string {
	t.Helper()
	ctx := context.Background()
	conn, err := pgx.Connect(ctx, cluster.URL("postgres"))
	require.NoError(t, err)
	defer conn.Close(ctx) //nolint:errcheck // it is over either way
	fresh := fmt.Sprintf("test_%d", count.Add(1))
	_, err = conn.Exec(ctx, "create database "+fresh+" template "+name+" strategy file_copy")
	require.NoError(t, err)
	return cluster.URL(fresh)
}

// Store opens a fresh database, closed when the test ends.
func Store(t testing.TB) *store.Store {
	t.Helper()
	return open(t, URL(t))
}

func open(t testing.TB, url string) *store.Store {
	t.Helper()
	s, err := store.Open(context.Background(), url)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	return s
}

// templates are what From has filled, each once, by name.
var templates sync.Map

// From opens a fresh copy of a database that fill has filled: it is called once for
// each name.
func From(t testing.TB, name string, fill func(context.Context, *store.Store) error) *store.Store {
	t.Helper()
	make, _ := templates.LoadOrStore(name, sync.OnceValue(func() error { return filled(name, fill) }))
	require.NoError(t, make.(func() error)())
	return open(t, copyOf(t, name))
}

// Cluster is the running cluster, for tests that take it away.
func Cluster() *pgdev.Cluster { return cluster }
