package main

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/demo"
	"jointime/internal/pgdev"
	"jointime/internal/size"
	"jointime/internal/store"
)

// serverOn runs the program on a database, at a port of its own.
type serverOn struct {
	bin, database string
	mu            sync.Mutex
	cmd           *exec.Cmd
	url           atomic.Value // string
}

// start runs it until it has printed its address: one that meets PostgreSQL dead at its
// start ends with the error, and is started again, as a supervisor does.
func (s *serverOn) start(t testing.TB) {
	t.Helper()
	for end := time.Now().Add(5 * time.Minute); time.Now().Before(end); {
		cmd := exec.Command(s.bin, "demo", "--database", s.database)
		out, err := cmd.StdoutPipe()
		require.NoError(t, err)
		require.NoError(t, cmd.Start())
		if url := printed(out); url != "" {
			s.url.Store(url)
			s.mu.Lock()
			s.cmd = cmd
			s.mu.Unlock()
			go func() { _, _ = io.Copy(io.Discard, out) }() // until it is killed
			return
		}
		_ = cmd.Wait() // it ended with an error
	}
	require.Fail(t, "it printed no address")
}

// printed is the address that a program tells once it serves; empty where it ended before.
func printed(out io.Reader) string {
	text := make([]byte, 0, 4096)
	for buf := make([]byte, 512); ; {
		n, err := out.Read(buf)
		text = append(text, buf[:n]...)
		if m := address.FindSubmatch(text); m != nil && bytes.Contains(text, []byte("Ctrl-C")) {
			return "http://127.0.0.1:" + string(m[1])
		}
		if err != nil {
			return ""
		}
	}
}

func (s *serverOn) kill() {
	s.mu.Lock()
	defer s.mu.Unlock()
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait() // it was killed
}

// writer adds lines to one component, each with a key and a mark of its own, through
// whichever server answers, as long as it takes; every one that was acknowledged is noted.
type writer struct {
	testing.TB
	servers []*serverOn
	name    string
	acked   []string
}

// send asks one server after the other, again and again, until one answers.
func (w *writer) send(method, path string, body any, key string) (status int, answer []byte) {
	text, err := json.Marshal(body)
	require.NoError(w, err)
	for try := 0; ; try++ {
		jar, _ := cookiejar.New(nil) // never fails
		browser := &http.Client{Jar: jar, Timeout: 20 * time.Second}
		at, _ := w.servers[try%len(w.servers)].url.Load().(string)
		ask := func(method, path string, body []byte) (int, []byte, error) {
			r, err := http.NewRequest(method, at+path, bytes.NewReader(body))
			if err != nil {
				return 0, nil, err
			}
			r.Header.Set("Content-Type", "application/json")
			r.Header.Set("Idempotency-Key", key)
			resp, err := browser.Do(r)
			if err != nil {
				return 0, nil, err
			}
			defer resp.Body.Close()
			out, err := io.ReadAll(resp.Body)
			return resp.StatusCode, out, err
		}
		named, _, err := ask(http.MethodPut, "/api/session", []byte(`{"name":"`+w.name+`"}`))
		status = http.StatusServiceUnavailable
		if err == nil && named == http.StatusOK {
			status, answer, err = ask(method, path, text)
		}
		if err == nil && status < 500 {
			return status, answer
		}
		time.Sleep(30 * time.Millisecond)
	}
}

// write adds an ingredient of its own, and then changes it until enough is acknowledged.
func (w *writer) write(n int) {
	for k := range n {
		id := fmt.Sprintf("%s-%d", w.name, k)
		value := map[string]any{"id": id, "name": "Thing " + id}
		status, answer := w.send(http.MethodPut, "/api/ingredients/"+id, map[string]any{"version": 0, "what": "new", "value": value}, "key-"+id)
		if assert.Equal(w, http.StatusOK, status, "%s: %s", id, answer) {
			w.acked = append(w.acked, id)
		}
		tick := map[string]any{"ticks": []any{map[string]any{"id": "tick-" + id, "task": "gravy/bones", "act": "made", "amount": map[string]any{"quantity": 1, "unit": "ml"}, "at": time.Now().UTC().Format(time.RFC3339)}}}
		status, answer = w.send(http.MethodPost, "/api/services/supper/ticks", tick, "")
		assert.Equal(w, http.StatusOK, status, "%s: %s", id, answer)
	}
}

// Two servers on one PostgreSQL, and both kinds of machine die while several people write:
// one server is killed and started again, and so is PostgreSQL. What was acknowledged is
// there, and nothing is there twice.
func TestNothingAcknowledgedIsLostOrDoubledWhenMachinesDie(t *testing.T) {
	dir, err := os.MkdirTemp("/dev/shm", "jointime-kill-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(dir) })
	cluster, err := pgdev.Start(t.Context(), pgdev.Options{Dir: dir}) // with durability
	require.NoError(t, err)
	t.Cleanup(func() { assert.NoError(t, cluster.Stop()) })
	url, err := cluster.Ensure(t.Context(), "jointime")
	require.NoError(t, err)
	st, err := store.Open(t.Context(), url)
	require.NoError(t, err)
	defer st.Close()
	require.NoError(t, demo.LoadInto(t.Context(), st, time.Now()))
	bin := program(t)
	servers := []*serverOn{{bin: bin, database: url}, {bin: bin, database: url}}
	for _, s := range servers {
		s.start(t)
		defer s.kill()
	}
	writes := size.Of(8, 8, 200)
	var writers []*writer
	var writing sync.WaitGroup
	for i := range 4 {
		w := &writer{TB: t, servers: []*serverOn{servers[i%2], servers[(i+1)%2]}, name: "w" + strconv.Itoa(i)}
		writers = append(writers, w)
		writing.Go(func() { w.write(writes) })
	}
	killing, done := make(chan bool), make(chan bool)
	go func() {
		defer close(done)
		for {
			servers[0].kill()
			servers[0].start(t)
			pid, err := os.ReadFile(filepath.Join(dir, "data", "postmaster.pid"))
			if err == nil {
				if n, err := strconv.Atoi(strings.SplitN(string(pid), "\n", 2)[0]); err == nil {
					_ = syscall.Kill(n, syscall.SIGKILL)
				}
			}
			select {
			case <-killing:
				return
			case <-time.After(500 * time.Millisecond):
			}
		}
	}()
	writing.Wait()
	close(killing)
	<-done
	require.Eventually(t, func() bool { return st.Ping(context.Background()) == nil }, 2*time.Minute, 50*time.Millisecond)
	count := func(query string, args ...any) (n int) {
		require.NoError(t, st.DB.Get(&n, query, args...))
		return n
	}
	for _, w := range writers {
		for _, id := range w.acked {
			assert.Equal(t, 1, count(`select count(*) from revision where kind = 'ingredient' and id = $1`, id), id)
			assert.Equal(t, 1, count(`select count(*) from thing where kind = 'ingredient' and id = $1 and version = 1`, id), id)
			assert.Equal(t, 1, count(`select count(*) from tick where id = $1`, "tick-"+id), id)
		}
	}
	assert.Equal(t, count(`select count(*) from revision`), count(`select count(distinct (kind, id, version)) from revision`))
}
