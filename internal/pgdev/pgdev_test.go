package pgdev_test

import (
	"context"
	"net"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/pgdev"
)

func folder(t *testing.T) string {
	t.Helper()
	dir, err := os.MkdirTemp("/dev/shm", "jointime-pg-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

func start(t *testing.T, dir string) *pgdev.Cluster {
	t.Helper()
	c, err := pgdev.Start(context.Background(), pgdev.Options{Dir: dir, Fast: true})
	require.NoError(t, err)
	return c
}

func query(t *testing.T, url, text string) (out string) {
	t.Helper()
	conn, err := pgx.Connect(context.Background(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	require.NoError(t, conn.QueryRow(context.Background(), text).Scan(&out))
	return out
}

// makeTable makes a table.
func makeTable(t *testing.T, url string) {
	t.Helper()
	conn, err := pgx.Connect(context.Background(), url)
	require.NoError(t, err)
	defer conn.Close(context.Background())
	_, err = conn.Exec(context.Background(), "create table a (b text)")
	require.NoError(t, err)
}

func TestAClusterIsPrivateAndKeepsItsDataAndItsPort(t *testing.T) {
	dir := folder(t)
	c := start(t, dir)
	url, err := c.Ensure(context.Background(), "jointime")
	require.NoError(t, err)
	assert.Equal(t, "127.0.0.1", query(t, url, "show listen_addresses"))
	assert.Equal(t, "", query(t, url, "show unix_socket_directories"))
	makeTable(t, url)
	_, err = pgx.Connect(context.Background(), strings.Replace(url, "jointime:", "jointime:wrong", 1))
	assert.ErrorContains(t, err, "password authentication failed")

	for _, name := range []string{"password", "lock", "log"} {
		info, err := os.Stat(filepath.Join(dir, name))
		require.NoError(t, err)
		assert.Zero(t, info.Mode().Perm()&0o077, "%s is nobody else's", name)
	}
	assert.NoFileExists(t, filepath.Join(dir, "password.once"))

	_, err = pgdev.Start(context.Background(), pgdev.Options{Dir: dir})
	assert.ErrorContains(t, err, "another Jointime already runs the database")
	require.NoError(t, c.Stop())

	c = start(t, dir)
	again, err := c.Ensure(context.Background(), "jointime")
	require.NoError(t, err)
	assert.Equal(t, url, again)
	assert.Equal(t, "0", query(t, again, "select count(*)::text from a"))
	require.NoError(t, c.Stop())
}

// A server that is killed is started again, under its address, with its data.
func TestAKilledServerIsStartedAgain(t *testing.T) {
	dir := folder(t)
	c, err := pgdev.Start(t.Context(), pgdev.Options{Dir: dir}) // with durability: what was answered is there after a kill
	require.NoError(t, err)
	defer func() { require.NoError(t, c.Stop()) }()
	url, err := c.Ensure(t.Context(), "jointime")
	require.NoError(t, err)
	makeTable(t, url)
	for range 2 {
		text, err := os.ReadFile(filepath.Join(dir, "data", "postmaster.pid"))
		require.NoError(t, err)
		pid, err := strconv.Atoi(strings.SplitN(string(text), "\n", 2)[0])
		require.NoError(t, err)
		require.NoError(t, syscall.Kill(pid, syscall.SIGKILL))
		require.Eventually(t, func() bool {
			ctx, cancel := context.WithTimeout(t.Context(), 10*time.Second)
			defer cancel()
			conn, err := pgx.Connect(ctx, url)
			if err != nil {
				return false
			}
			defer conn.Close(ctx)
			var now int
			err = conn.QueryRow(ctx, "select pg_backend_pid()").Scan(&now)
			return err == nil
		}, 2*time.Minute, 20*time.Millisecond)
		assert.Equal(t, "0", query(t, url, "select count(*)::text from a"))
	}
}

func TestAPortTakenMeanwhileIsAvoided(t *testing.T) {
	dir := folder(t)
	c := start(t, dir)
	require.NoError(t, c.Stop())
	port, err := os.ReadFile(filepath.Join(dir, "port"))
	require.NoError(t, err)
	l, err := net.Listen("tcp", "127.0.0.1:"+string(port))
	require.NoError(t, err)
	defer l.Close()
	c = start(t, dir)
	assert.NotContains(t, c.URL("x"), ":"+string(port)+"/")
	require.NoError(t, c.Stop())
}

// What a kill in the middle leaves: a half-made side folder, a note of a server
// that is not there any more, a password not yet wiped.
func TestLeftoversDoNotHinder(t *testing.T) {
	dir := folder(t)
	require.NoError(t, os.MkdirAll(filepath.Join(dir, "data.new", "half"), 0o700))
	require.NoError(t, os.WriteFile(filepath.Join(dir, "password.once"), []byte("old"), 0o600))
	c := start(t, dir)
	require.NoError(t, c.Stop())
	require.NoError(t, os.WriteFile(filepath.Join(dir, "data", "postmaster.pid"), []byte("1\n"), 0o600)) // a process, and not ours
	c = start(t, dir)
	require.NoError(t, c.Stop())
}

func TestTheClusterOfACheckoutLiesInItsIgnoredFolder(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, os.Chmod(dir, 0o700))
	home := pgdev.HomeFor(dir)
	if os.Getuid() == 0 {
		assert.True(t, strings.HasPrefix(home, "/var/lib/jointime/"), "root's private folders cannot be reached by the database's account")
	} else {
		assert.Equal(t, filepath.Join(dir, ".data", "postgres"), home)
	}
}
