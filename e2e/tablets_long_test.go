//go:build long

package e2e

import (
	"bufio"
	"context"
	"fmt"
	"net"
	"net/http/httptest"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/demo"
	"jointime/internal/pgdev/pgtest"
)

// ticking is what a tablet does in the crowd: every now and then it says of
// some task that a little of it was made, through the screen, as a cook would.
// What ever stood in its outbox is noted.
const ticking = `(() => {
	window.__sent = new Set()
	const set = Storage.prototype.setItem
	Storage.prototype.setItem = function (key, value) {
		if (key === 'outbox') JSON.parse(value).forEach(h => window.__sent.add(h.tick.id))
		return set.call(this, key, value)
	}
	const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set
	const sleep = ms => new Promise(r => setTimeout(r, ms))
	const some = list => list[Math.floor(Math.random() * list.length)]
	document.querySelectorAll('button.task-name[aria-expanded=false]').forEach(b => b.click())
	;(async () => {
		while (!window.__stop) {
			await sleep(window.__pace * (0.3 + Math.random()))
			const form = some([...document.querySelectorAll('form.task-amount')])
			if (!form) continue
			const unit = form.closest('.task').querySelector('.figure').innerText.replace(/[\d.,½¼¾ ]/g, '')
			write.call(form.querySelector('input'), /^(g|kg)$/.test(unit) ? '1 g' : /^(ml|l)$/.test(unit) ? '1 ml' : '1')
			form.querySelector('input').dispatchEvent(new Event('input', { bubbles: true }))
			await sleep(20)
			form.requestSubmit()
			await sleep(100)
		}
		window.__ended = true
	})()
	return true
})()`

// atHome runs the real program on a port, over a database of the test's.
type atHome struct {
	testing.TB
	bin, database string
	port          int
	cmd           *exec.Cmd
}

var printed = regexp.MustCompile(`http://localhost:(\d+)`)

func (p *atHome) start() {
	p.Helper()
	p.cmd = exec.Command(p.bin, "demo", "--database", p.database, "--port", strconv.Itoa(p.port))
	p.cmd.Stderr = os.Stderr
	out, err := p.cmd.StdoutPipe()
	require.NoError(p, err)
	require.NoError(p, p.cmd.Start())
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if printed.MatchString(lines.Text()) {
			go func() {
				for lines.Scan() { // so that it is never held up
				}
			}()
			return
		}
	}
	require.Fail(p, "the program ended at once")
}

func (p *atHome) kill() {
	p.Helper()
	require.NoError(p, p.cmd.Process.Kill())
	_ = p.cmd.Wait() // it was killed
}

// freePort is one that is free now.
func freePort(t testing.TB) int {
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer l.Close()
	return l.Addr().(*net.TCPAddr).Port
}

// Twenty tablets tick at once; one of them is cut off for half of the time, and
// the server is killed once. Nothing is lost, and nothing is there twice. In the
// tests of every day there are fewer and it is shorter; JOINTIME_TABLETS=20 and
// JOINTIME_FOR=1m (make tablets) are the whole of it.
func TestManyTabletsTickWhileTheServerIsKilled(t *testing.T) {
	beside(t)
	count, long, pace := 5, time.Duration(0), 300
	if n, err := strconv.Atoi(os.Getenv("JOINTIME_TABLETS")); err == nil {
		count = n
	}
	if d, err := time.ParseDuration(os.Getenv("JOINTIME_FOR")); err == nil {
		long, pace = d, 1500
	}
	bin := filepath.Join(t.TempDir(), "jointime")
	text, err := exec.Command("go", "build", "-o", bin, "jointime/cmd/jointime").CombinedOutput()
	require.NoError(t, err, string(text))
	st := pgtest.Store(t)
	require.NoError(t, demo.LoadInto(context.Background(), st, time.Now()))
	home := &atHome{TB: t, bin: bin, database: st.URL, port: freePort(t)}
	home.start()
	defer func() { home.kill() }()

	now := new(atomic.Pointer[time.Time])
	h := &house{TB: t, store: st, now: now, server: &httptest.Server{URL: fmt.Sprintf("http://127.0.0.1:%d", home.port)}}
	tablets := make([]*tablet, count)
	for i := range tablets {
		tablets[i] = h.open(fmt.Sprintf("Tablet %d", i+1), "/mise/supper")
		tablets[i].see("first course")
	}
	for _, tab := range tablets {
		js[bool](tab, fmt.Sprintf(`(window.__pace = %d) > 0`, pace))
		require.True(t, js[bool](tab, ticking))
	}
	// wait goes on when something is so, and no sooner than after its part of the time
	wait := func(part time.Duration, what string, is func() bool) {
		t.Helper()
		from := time.Now()
		require.Eventually(t, func() bool { return time.Since(from) >= long/part && is() }, long+within, 20*time.Millisecond, what)
	}
	more := func(n int) func() bool {
		had := len(h.ticks())
		return func() bool { return len(h.ticks()) >= had+n }
	}
	holds := func(tab *tablet) bool { return js[bool](tab, `(localStorage.getItem('outbox') ?? '[]') !== '[]'`) }
	wait(4, "every tablet has ticked", func() bool {
		who := map[string]bool{}
		for _, k := range h.ticks() {
			who[k.Who] = true
		}
		return len(who) == count
	})
	tablets[0].offline(true)
	wait(8, "the others go on, and one is cut off", func() bool { return holds(tablets[0]) && more(0)() })
	home.kill()
	wait(8, "all keep what they tick", func() bool { return !slices.ContainsFunc(tablets, func(tab *tablet) bool { return !holds(tab) }) })
	some := more(count)
	home.start()
	wait(4, "it is delivered", some)
	some = more(count)
	tablets[0].offline(false)
	wait(4, "all go on", some)

	sent, by := map[string]bool{}, map[int]int{}
	for _, tab := range tablets {
		js[bool](tab, `(window.__stop = true)`)
	}
	for i, tab := range tablets {
		tab.until("it has stopped", `window.__ended === true`)
		tab.until("its outbox is empty", `localStorage.getItem('outbox') === '[]'`)
		for _, id := range js[[]string](tab, `[...window.__sent]`) {
			assert.False(t, sent[id], "an id of one tablet only")
			sent[id] = true
			by[i]++
		}
	}
	list := h.ticks()
	there := map[string]bool{}
	sums := map[string]float64{}
	for _, k := range list {
		assert.False(t, there[k.ID], "it is there once")
		there[k.ID] = true
		sums[k.Task]++
	}
	assert.Equal(t, sent, there, "all that was ticked is there, and nothing else")
	for i := range tablets {
		assert.Positive(t, by[i], "tablet %d has ticked", i+1)
	}
	tablets[0].load("/mise/supper")
	tablets[0].see("first course")
	made := js[map[string]float64](tablets[0], `fetch('/api/services/supper/mise').then(r => r.json()).then(v => Object.fromEntries(v.sheet.days.flatMap(d => d.sections).flatMap(s => s.tasks).filter(t => t.ticks.length).map(t => [t.id, t.made.quantity])))`)
	assert.Equal(t, sums, made, "a gram, millilitre or piece for each tick")
	t.Logf("%d tablets ticked %d times, tablet 1 %d times", count, len(list), by[0])
}
