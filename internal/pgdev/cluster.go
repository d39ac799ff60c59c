// Package pgdev runs a PostgreSQL of the project's own: a private cluster on
// loopback with a password, started and stopped with the program. It uses the
// binaries of Debian's package and leaves the system's cluster alone.
package pgdev

import (
	"context"
	"crypto/rand"
	"encoding/hex"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"runtime"
	"sort"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/jackc/pgx/v5"
)

// Options say where a cluster lives and how careful it is.
type Options struct {
	Dir  string       // made if it is missing
	Fast bool         // no durability: for tests only
	Log  *slog.Logger // hears of a server that ended by itself; nil: nobody
}

// Cluster is a running PostgreSQL. One that ends by itself is started again.
type Cluster struct {
	Options
	bin      string
	acc      account
	data     string
	port     int
	password string
	lock     *os.File

	cmd     *exec.Cmd
	done    chan error      // of the server that runs now
	runs    context.Context // until it is stopped
	stop    context.CancelFunc
	watched sync.WaitGroup
}

const (
	startWithin = 60 * time.Second
	stopWithin  = 20 * time.Second
	againWithin = 2 * time.Second // at the most between two tries to start one again
)

// Start starts the cluster, making it first if there is none. A server that a
// killed run left behind is stopped; a port in use is avoided.
func Start(ctx context.Context, o Options) (*Cluster, error) {
	bin, err := binaries()
	if err != nil {
		return nil, err
	}
	acc, err := ownAccount()
	if err != nil {
		return nil, err
	}
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	c := &Cluster{Options: o, bin: bin, acc: acc, data: filepath.Join(o.Dir, "data")}
	c.runs, c.stop = context.WithCancel(context.Background())
	if err := acc.makeDir(c.Dir); err != nil {
		return nil, fmt.Errorf("make the folder of the database: %w", err)
	}
	if err := c.takeLock(); err != nil {
		return nil, err
	}
	err = c.init(ctx)
	if err == nil {
		c.port = c.choosePort()
		err = c.run(ctx)
	}
	if err != nil {
		c.lock.Close()
		return nil, err
	}
	c.watched.Go(c.watch)
	return c, nil
}

// watch starts a server that ends by itself again, under the same address, until the
// cluster is stopped.
func (c *Cluster) watch() {
	for {
		select {
		case <-c.runs.Done():
			return
		case err := <-c.done:
			c.Log.Error("the database ended by itself and is started again", "error", err)
		}
		for wait := 50 * time.Millisecond; ; wait = min(2*wait, againWithin) {
			err := c.run(c.runs)
			if err == nil {
				break
			}
			c.Log.Error("the database does not start", "error", err, "again_in", wait)
			select {
			case <-c.runs.Done():
				return
			case <-time.After(wait):
			}
		}
	}
}

// binaries finds the newest PostgreSQL that Debian's package has installed.
func binaries() (string, error) {
	found, _ := filepath.Glob("/usr/lib/postgresql/*/bin/postgres")
	if len(found) == 0 {
		return "", errors.New("PostgreSQL is not installed: 'make demo' installs Debian's package")
	}
	version := func(p string) int { v, _ := strconv.Atoi(strings.Split(p, "/")[4]); return v }
	sort.Slice(found, func(i, k int) bool { return version(found[i]) > version(found[k]) })
	return filepath.Dir(found[0]), nil
}

// takeLock makes sure that one program at a time runs the cluster.
func (c *Cluster) takeLock() error {
	f, err := os.OpenFile(filepath.Join(c.Dir, "lock"), os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return fmt.Errorf("lock the database: %w", err)
	}
	if err := syscall.Flock(int(f.Fd()), syscall.LOCK_EX|syscall.LOCK_NB); err != nil {
		f.Close()
		return fmt.Errorf("another Jointime already runs the database in %s: stop it first, or use its page", c.Dir)
	}
	c.lock = f
	return nil
}

// init makes the cluster in a side folder and renames it, so that a kill in
// the middle leaves nothing half made.
func (c *Cluster) init(ctx context.Context) error {
	secret := filepath.Join(c.Dir, "password")
	if text, err := os.ReadFile(secret); err == nil {
		if _, err := os.Stat(filepath.Join(c.data, "PG_VERSION")); err == nil {
			c.password = string(text)
			return nil
		}
	}
	side := filepath.Join(c.Dir, "data.new")
	if err := os.RemoveAll(side); err != nil {
		return fmt.Errorf("clear %s: %w", side, err)
	}
	raw := make([]byte, 24)
	_, _ = rand.Read(raw)
	c.password = hex.EncodeToString(raw)
	pw := filepath.Join(c.Dir, "password.once")
	if err := c.acc.writeFile(pw, c.password); err != nil {
		return fmt.Errorf("write the password: %w", err)
	}
	defer os.Remove(pw)
	cmd := exec.CommandContext(ctx, filepath.Join(c.bin, "initdb"), "-D", side, "-U", "jointime", "--auth=scram-sha-256", "--pwfile="+pw, "-E", "UTF8", "--locale=C.UTF-8", "--no-sync")
	c.acc.apply(cmd)
	if out, err := cmd.CombinedOutput(); err != nil {
		return fmt.Errorf("make the database cluster: %w\n%s", err, out)
	}
	if err := os.WriteFile(secret, []byte(c.password), 0o600); err != nil {
		return fmt.Errorf("keep the password: %w", err)
	}
	return os.Rename(side, c.data)
}

// run starts the server and waits until it answers as ours. What is left of one before it
// is stopped first.
func (c *Cluster) run(ctx context.Context) error {
	if err := c.clearStale(); err != nil {
		return err
	}
	args := []string{"-D", c.data, "-p", strconv.Itoa(c.port), "-c", "listen_addresses=127.0.0.1", "-c", "unix_socket_directories=", "-c", "max_connections=200", "-c", "log_min_messages=fatal"}
	if c.Fast {
		args = append(args, "-c", "fsync=off", "-c", "synchronous_commit=off", "-c", "full_page_writes=off")
	}
	log, err := os.OpenFile(filepath.Join(c.Dir, "log"), os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return fmt.Errorf("open the database's log: %w", err)
	}
	c.cmd = exec.Command(filepath.Join(c.bin, "postgres"), args...)
	c.cmd.Stdout, c.cmd.Stderr = log, log
	c.acc.apply(c.cmd)
	c.done = make(chan error, 1)
	cmd, done, started := c.cmd, c.done, make(chan error)
	go func() {
		// The death signal goes with the thread that started the process, so
		// that thread must live as long as the process does.
		runtime.LockOSThread()
		defer log.Close()
		err := cmd.Start()
		started <- err
		if err == nil {
			done <- cmd.Wait()
		}
	}()
	if err := <-started; err != nil {
		return fmt.Errorf("start the database: %w", err)
	}
	return c.waitReady(ctx)
}

// choosePort takes the port of last time if it is free, or any free one.
func (c *Cluster) choosePort() int {
	file := filepath.Join(c.Dir, "port")
	if text, err := os.ReadFile(file); err == nil {
		if l, err := net.Listen("tcp", "127.0.0.1:"+strings.TrimSpace(string(text))); err == nil {
			l.Close()
			port, _ := strconv.Atoi(strings.TrimSpace(string(text)))
			return port
		}
	}
	l, err := net.Listen("tcp", "127.0.0.1:0")
	if err != nil {
		return 54329
	}
	defer l.Close()
	port := l.Addr().(*net.TCPAddr).Port
	_ = os.WriteFile(file, []byte(strconv.Itoa(port)), 0o600) // only a convenience
	return port
}

func (c *Cluster) waitReady(ctx context.Context) error {
	ctx, cancel := context.WithTimeout(ctx, startWithin)
	defer cancel()
	for {
		if dir, err := c.dataDirectory(ctx); err == nil {
			if dir != c.data {
				return fmt.Errorf("port %d is answered by another database, in %s", c.port, dir)
			}
			return nil
		}
		select {
		case err := <-c.done:
			text, _ := os.ReadFile(filepath.Join(c.Dir, "log"))
			return fmt.Errorf("the database ended at once: %v\n%s", err, text)
		case <-ctx.Done():
			_ = c.cmd.Process.Signal(syscall.SIGQUIT)
			return fmt.Errorf("the database does not answer: %w", ctx.Err())
		case <-time.After(30 * time.Millisecond):
		}
	}
}

func (c *Cluster) dataDirectory(ctx context.Context) (dir string, err error) {
	conn, err := pgx.Connect(ctx, c.URL("postgres"))
	if err != nil {
		return "", err
	}
	defer conn.Close(ctx) //nolint:errcheck // it only asked a question
	err = conn.QueryRow(ctx, "show data_directory").Scan(&dir)
	return dir, err
}

// URL is the address of a database of the cluster.
func (c *Cluster) URL(database string) string {
	return fmt.Sprintf("postgres://jointime:%s@127.0.0.1:%d/%s?sslmode=disable", c.password, c.port, database)
}

// Ensure makes a database if it is missing, and gives its address.
func (c *Cluster) Ensure(ctx context.Context, database string) (string, error) {
	conn, err := pgx.Connect(ctx, c.URL("postgres"))
	if err != nil {
		return "", fmt.Errorf("connect to the cluster: %w", err)
	}
	defer conn.Close(ctx) //nolint:errcheck // it is over either way
	var there bool
	if err := conn.QueryRow(ctx, "select exists (select from pg_database where datname = $1)", database).Scan(&there); err != nil {
		return "", fmt.Errorf("look for database %s: %w", database, err)
	}
	if !there {
		if _, err := conn.Exec(ctx, "create database "+pgx.Identifier{database}.Sanitize()); err != nil {
			return "", fmt.Errorf("make database %s: %w", database, err)
		}
	}
	return c.URL(database), nil
}

// Stop shuts the server down and waits until it has ended.
func (c *Cluster) Stop() error {
	defer c.lock.Close()
	c.stop()
	c.watched.Wait()
	for _, sig := range []syscall.Signal{syscall.SIGINT, syscall.SIGQUIT, syscall.SIGKILL} {
		if err := c.cmd.Process.Signal(sig); errors.Is(err, os.ErrProcessDone) {
			return nil
		}
		select {
		case <-c.done:
			return nil
		case <-time.After(stopWithin):
		}
	}
	return errors.New("the database does not stop")
}
