// Package e2e drives the real interface in headless Chromium, on a server and
// a database of its own.
package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http/httptest"
	"os"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/demo"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
	"jointime/web"

	_ "time/tzdata"
)

var browser context.Context

func TestMain(m *testing.M) {
	flags := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath("/usr/bin/chromium"), chromedp.NoSandbox, chromedp.DisableGPU,
		chromedp.Flag("disable-quic", true), chromedp.Flag("disable-component-update", true), chromedp.Flag("disable-background-networking", true),
		chromedp.Flag("hide-scrollbars", true), chromedp.Flag("font-render-hinting", "none"), chromedp.Flag("disable-dev-shm-usage", false),
		chromedp.Flag("host-resolver-rules", "MAP * ~NOTFOUND, EXCLUDE 127.0.0.1"))
	alloc, end := chromedp.NewExecAllocator(context.Background(), flags...)
	var stop context.CancelFunc
	browser, stop = chromedp.NewContext(alloc)
	if err := chromedp.Do(browser); err != nil {
		fmt.Fprintln(os.Stderr, "start Chromium:", err)
		os.Exit(1)
	}
	pgtest.MainWith(m, func() { stop(); end() })
}

// morning is the clock of the tests: a Tuesday; the demo's supper is on the
// Saturday after.
var morning = time.Date(2026, 3, 10, 9, 0, 0, 0, time.UTC)

// house is a running Jointime with the demo in it.
type house struct {
	testing.TB
	store   *store.Store
	server  *httptest.Server
	now     *atomic.Pointer[time.Time]
	printer string
}

// set turns the clock of the server.
func (h *house) set(now time.Time) { h.now.Store(&now) }

func newHouse(t testing.TB) *house {
	t.Helper()
	return houseOn(t, pgtest.Store(t))
}

// newHouseWith is one with a label printer.
func newHouseWith(t testing.TB, printer string) *house {
	t.Helper()
	h := &house{TB: t, store: pgtest.Store(t), now: new(atomic.Pointer[time.Time]), printer: printer}
	h.begin()
	return h
}

// houseOn is a Jointime on a store of the caller's.
func houseOn(t testing.TB, st *store.Store) *house {
	t.Helper()
	h := &house{TB: t, store: st, now: new(atomic.Pointer[time.Time])}
	h.begin()
	return h
}

// begin loads the demo, and serves it.
func (h *house) begin() {
	h.Helper()
	h.set(morning)
	require.NoError(h, demo.LoadInto(context.Background(), h.store, morning))
	h.serve()
}

func (h *house) serve() {
	screens, built := web.Screens()
	require.True(h, built, "the screens are not built: make web")
	server := api.New(h.store, api.Options{Log: slog.New(slog.DiscardHandler), Screens: screens, Now: func() time.Time { return *h.now.Load() }, Printer: h.printer})
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan bool)
	go func() { server.Run(ctx); close(done) }()
	h.server = httptest.NewServer(server)
	h.Cleanup(func() { stop(); <-done; h.server.CloseClientConnections(); h.server.Close() })
}

// tablet is one browser with its own cookies.
type tablet struct {
	*house
	ctx context.Context
}

// open opens a path as somebody.
func (h *house) open(who, path string) *tablet {
	h.Helper()
	t := h.stranger(path)
	t.do(chromedp.SendKeys(chromedp.CSS("#asked"), who+"\r"))
	t.gone("Who is at this screen?")
	return t
}

// stranger opens a path in a browser that has no name yet.
func (h *house) stranger(path string) *tablet {
	h.Helper()
	ctx, end := chromedp.NewContext(browser, chromedp.WithNewBrowserContext())
	h.Cleanup(end)
	t := &tablet{h, ctx}
	require.NoError(h, chromedp.Do(ctx)) // the tab lives as long as this context
	t.size(1280, 800)
	t.do(chromedp.Navigate(h.server.URL + path))
	t.see("Who is at this screen?")
	return t
}

func (t *tablet) size(w, h int64) {
	t.Helper()
	t.do(chromedp.EmulateViewport(w, h))
}

// within bounds each action.
const within = 15 * time.Second

func (t *tablet) do(actions ...chromedp.Action[chromedp.Void]) {
	t.Helper()
	get(t, chromedp.Steps(actions...))
}

// get runs an action and gives its value.
func get[T any](t *tablet, action chromedp.Action[T]) T {
	t.Helper()
	ctx, cancel := context.WithTimeout(t.ctx, within)
	defer cancel()
	v, err := chromedp.Run(ctx, action)
	if err != nil {
		t.keep()
		require.NoError(t, err)
	}
	return v
}

// keep leaves a picture of a failure.
func (t *tablet) keep() {
	ctx, cancel := context.WithTimeout(t.ctx, within)
	defer cancel()
	if png, err := chromedp.Run(ctx, chromedp.CaptureScreenshot()); err == nil {
		name := fmt.Sprintf("%s/jointime-%d.png", os.TempDir(), time.Now().UnixNano())
		_ = os.WriteFile(name, png, 0o600) // only a help
		t.Logf("picture of the failure: %s", name)
	}
}

func (t *tablet) go_(path string) {
	t.Helper()
	t.do(chromedp.Navigate(t.server.URL + path))
}

// js evaluates an expression, and waits for what it promises.
func js[T any](t *tablet, expression string) T {
	t.Helper()
	return get(t, chromedp.Evaluate[T](expression, chromedp.EvalAwaitPromise))
}

// until waits for an expression to be true.
func (t *tablet) until(what, expression string) {
	t.Helper()
	for end := time.Now().Add(within); time.Now().Before(end); time.Sleep(25 * time.Millisecond) {
		ctx, cancel := context.WithTimeout(t.ctx, within)
		ok, err := chromedp.Run(ctx, chromedp.Evaluate[bool](expression))
		cancel()
		if err == nil && ok {
			return
		}
	}
	t.keep()
	require.Fail(t, "not seen in time: "+what)
}

func quote(s string) string { b, _ := json.Marshal(s); return string(b) }

// see waits for a text on the page.
func (t *tablet) see(text string) {
	t.Helper()
	t.until(text, `document.body.innerText.includes(`+quote(text)+`)`)
}

// gone waits until a text is not on the page.
func (t *tablet) gone(text string) {
	t.Helper()
	t.until("no "+text, `!document.body.innerText.includes(`+quote(text)+`)`)
}

// click presses the first button, link or step that has a text, one that has
// nothing else before one that has more.
func (t *tablet) click(text string) {
	t.Helper()
	find := `((all, words) => all.find(e => words(e) === ` + quote(text) + `) ?? all.find(e => words(e).includes(` + quote(text) + `)))(
		[...document.querySelectorAll('button, a, [role=button]')].filter(e => !e.disabled), e => (e.innerText ?? e.textContent).trim())`
	t.until("something to press: "+text, `!!`+find)
	js[bool](t, `(() => { const e = `+find+`; e.click ? e.click() : e.dispatchEvent(new MouseEvent('click', {bubbles: true})); return true })()`)
}

// press presses what a selector names, with the mouse.
func (t *tablet) press(selector string) {
	t.Helper()
	t.do(chromedp.Click(chromedp.CSS(selector), chromedp.NodeVisible))
}

// type_ replaces what is in a field, with the keyboard.
func (t *tablet) type_(selector, text string) {
	t.Helper()
	t.do(chromedp.WaitVisible(chromedp.CSS(selector)), chromedp.Focus(chromedp.CSS(selector)))
	js[bool](t, `(document.querySelector(`+quote(selector)+`).select(), true)`)
	t.do(chromedp.KeyEvent("\b"))
	if text != "" {
		t.do(chromedp.SendKeys(chromedp.CSS(selector), text))
	}
}

// pick chooses in a list, as a person would: React hears of it.
func (t *tablet) pick(selector, value string) {
	t.Helper()
	t.do(chromedp.WaitVisible(chromedp.CSS(selector)))
	js[bool](t, `(() => { const e = document.querySelector(`+quote(selector)+`); e.value = `+quote(value)+`; return e.dispatchEvent(new Event('change', {bubbles: true})) })()`)
}

// value is what stands in a field.
func (t *tablet) value(selector string) string {
	t.Helper()
	return js[string](t, `document.querySelector(`+quote(selector)+`).value`)
}

// bars are the steps of the run-up on the page, as the API gives them.
type bar struct {
	ID      string   `json:"id"`
	Start   string   `json:"start"`
	From    int64    `json:"from"`
	To      int64    `json:"to"`
	With    []string `json:"with"`
	Setting *int64   `json:"setting"`
}

// plan reads the run-up through the page's own session.
func (t *tablet) plan() map[string]bar {
	t.Helper()
	list := js[[]bar](t, `fetch('/api/services/supper/runup').then(r => r.json()).then(r => r.runUp.bars)`)
	out := map[string]bar{}
	for _, b := range list {
		out[b.ID] = b
	}
	return out
}

// picture writes a PNG of what is to be seen.
func (t *tablet) picture(file string) {
	t.Helper()
	js[bool](t, `document.fonts.ready.then(() => new Promise(r => requestAnimationFrame(() => requestAnimationFrame(() => r(true)))))`)
	require.NoError(t, os.WriteFile(file, get(t, chromedp.CaptureScreenshot()), 0o644))
}
