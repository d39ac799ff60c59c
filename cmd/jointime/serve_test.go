package main

import (
	"bufio"
	"context"
	"io"
	"jointime/internal/pgdev/pgtest"
	"net"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// program builds the real program once for the tests of this file.
func program(t testing.TB) string {
	t.Helper()
	bin := filepath.Join(t.TempDir(), "jointime")
	out, err := exec.Command("go", "build", "-o", bin, ".").CombinedOutput()
	require.NoError(t, err, string(out))
	return bin
}

// place is a folder that the database's account can reach.
func place(t testing.TB) string {
	t.Helper()
	dir, err := os.MkdirTemp("/dev/shm", "jointime-serve-")
	require.NoError(t, err)
	require.NoError(t, os.Chmod(dir, 0o755))
	t.Cleanup(func() { os.RemoveAll(dir) })
	return dir
}

type running struct {
	cmd  *exec.Cmd
	url  string
	text chan string
}

var address = regexp.MustCompile(`http://localhost:(\d+)`)

// start runs the demo and waits for the address that it prints.
func start(t testing.TB, bin, dir string, args ...string) *running {
	t.Helper()
	r := &running{cmd: exec.Command(bin, append([]string{"demo"}, args...)...), text: make(chan string, 100)}
	r.cmd.Dir = dir
	r.cmd.Stderr = os.Stderr
	out, err := r.cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, r.cmd.Start())
	go func() {
		for s := bufio.NewScanner(out); s.Scan(); {
			r.text <- s.Text()
		}
		close(r.text)
	}()
	for timeout := time.After(3 * time.Minute); r.url == ""; {
		select {
		case line, open := <-r.text:
			require.True(t, open, "it ended at once")
			if m := address.FindStringSubmatch(line); m != nil {
				r.url = "http://127.0.0.1:" + m[1]
			}
		case <-timeout:
			require.Fail(t, "it printed no address")
		}
	}
	return r
}

func (r *running) body(t testing.TB, path string) string {
	t.Helper()
	resp, err := http.Get(r.url + path)
	require.NoError(t, err)
	defer resp.Body.Close()
	text, err := io.ReadAll(resp.Body)
	require.NoError(t, err)
	return string(text)
}

func (r *running) stop(t testing.TB, sig os.Signal) error {
	t.Helper()
	require.NoError(t, r.cmd.Process.Signal(sig))
	done := make(chan error, 1)
	go func() { done <- r.cmd.Wait() }()
	select {
	case err := <-done:
		return err
	case <-time.After(3 * time.Minute):
		require.Fail(t, "it does not stop")
		return nil
	}
}

// servers counts database servers on a folder.
func servers(dir string) (n int) {
	lines, _ := filepath.Glob("/proc/[0-9]*/cmdline")
	for _, f := range lines {
		if text, err := os.ReadFile(f); err == nil && strings.Contains(string(text), "postgres\x00-D\x00"+dir) {
			n++
		}
	}
	return n
}

// Started, stopped, started again, killed, started again: the data is kept, the
// database goes with the program, and a port in use is avoided.
func TestTheDemoStartsStopsAndSurvivesAKill(t *testing.T) {
	bin, dir := program(t), place(t)
	first := start(t, bin, dir)
	assert.Contains(t, first.body(t, "/api/health"), "answers")
	assert.Contains(t, first.body(t, "/api/services"), "Small supper")
	day := first.body(t, "/api/services")
	// a child that the server has just forked bears its command line for a moment
	assert.Eventually(t, func() bool { return servers(dir) == 1 }, 2*time.Minute, 20*time.Millisecond)

	blocked := exec.Command(bin, "demo")
	blocked.Dir = dir
	out, err := blocked.CombinedOutput()
	require.Error(t, err)
	assert.Contains(t, string(out), "another Jointime already runs the database")

	require.NoError(t, first.stop(t, syscall.SIGINT), "Ctrl-C ends it cleanly")
	assert.Zero(t, servers(dir), "the database ended with it")

	second := start(t, bin, dir)
	assert.Equal(t, day, second.body(t, "/api/services"), "the data is kept")
	require.Error(t, second.stop(t, syscall.SIGKILL))

	third := start(t, bin, dir)
	assert.Equal(t, day, third.body(t, "/api/services"), "a kill loses nothing")
	require.NoError(t, third.stop(t, syscall.SIGTERM))
	assert.Eventually(t, func() bool { return servers(dir) == 0 }, 2*time.Minute, 50*time.Millisecond)
}

// What is served asks every browser for the code, also on this machine, once.
func TestWhatIsServedAsksForTheCode(t *testing.T) {
	ctx, stop := context.WithCancel(t.Context())
	read, write := io.Pipe()
	ended := make(chan error, 1)
	url := pgtest.Store(t).URL
	go func() {
		ended <- serveUntilDone(ctx, serveFlags{listen: "127.0.0.1", database: url}, false, write, io.Discard)
		write.Close()
	}()
	defer func() { stop(); go io.Copy(io.Discard, read); require.NoError(t, <-ended) }() //nolint:errcheck // nothing more is read
	var at, code string
	for lines := bufio.NewScanner(read); code == "" && lines.Scan(); {
		if m := address.FindStringSubmatch(lines.Text()); m != nil {
			at = "http://localhost:" + m[1]
		}
		if _, c, is := strings.Cut(lines.Text(), "with the code "); is {
			code = c
		}
	}
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	browser := &http.Client{Jar: jar}
	status := func(method, path, body string) int {
		r, err := http.NewRequest(method, at+path, strings.NewReader(body))
		require.NoError(t, err)
		r.Header.Set("Content-Type", "application/json")
		resp, err := browser.Do(r)
		require.NoError(t, err)
		resp.Body.Close()
		return resp.StatusCode
	}
	assert.Equal(t, 401, status("GET", "/api/services", ""))
	assert.Equal(t, 200, status("POST", "/api/session/join", `{"code": "`+code+`"}`))
	assert.Equal(t, 200, status("GET", "/api/services", ""))
}

// The address that is printed is one that answers.
func TestTheAddressesThatArePrintedAnswer(t *testing.T) {
	for _, listens := range []string{"127.0.0.1", "127.0.0.2", "localhost", "::1", "0.0.0.0"} {
		l, err := listen(serveFlags{listen: listens})
		if err != nil && listens == "::1" {
			continue // this machine has none
		}
		require.NoError(t, err, listens)
		for _, at := range addresses(l, listens) {
			conn, err := net.Dial("tcp", strings.TrimPrefix(at, "http://"))
			require.NoError(t, err, "%s: %s", listens, at)
			conn.Close()
		}
		l.Close()
	}
}

func TestAPortInUseIsNamedOrAvoided(t *testing.T) {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer l.Close()
	port := l.Addr().(*net.TCPAddr).Port
	_, err = listen(serveFlags{port: port, listen: "127.0.0.1"})
	assert.ErrorContains(t, err, "is in use by another program")

	one, err := listen(serveFlags{listen: "127.0.0.1"})
	require.NoError(t, err)
	defer one.Close()
	two, err := listen(serveFlags{listen: "127.0.0.1"})
	require.NoError(t, err)
	defer two.Close()
	assert.NotEqual(t, one.Addr(), two.Addr())
}

func TestADatabaseThatCannotBeReachedIsAClearError(t *testing.T) {
	err := serveUntilDone(context.Background(), serveFlags{listen: "127.0.0.1", database: "postgres://nobody@127.0.0.1:1/none?connect_timeout=1"}, false, io.Discard, io.Discard)
	assert.ErrorContains(t, err, "connect to the database")
}

// BenchmarkFirstPage is the time from the start of the installed program, with
// its database to be started, to the first page and its data.
func BenchmarkFirstPage(b *testing.B) {
	bin, dir := program(b), place(b)
	require.NoError(b, start(b, bin, dir).stop(b, syscall.SIGINT))
	var took []time.Duration
	for b.Loop() {
		begun := time.Now()
		r := start(b, bin, dir)
		r.body(b, "/")
		r.body(b, "/api/services/supper/runup")
		took = append(took, time.Since(begun))
		require.NoError(b, r.stop(b, syscall.SIGINT))
	}
	slices.Sort(took)
	b.ReportMetric(took[len(took)/2].Seconds(), "s-median")
	b.ReportMetric(took[len(took)*95/100].Seconds(), "s-p95")
}
