// Package e2e drives the real interface in headless Chromium, on a server and
// a database of its own.
package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"

	"jointime/internal/api"
	"jointime/internal/demo/demotest"
	"jointime/internal/pgdev/pgtest"
	"jointime/internal/store"
	"jointime/web"

	_ "time/tzdata"
)

var browser context.Context

func TestMain(m *testing.M) {
	flags := append(chromedp.DefaultExecAllocatorOptions[:],
		chromedp.ExecPath("/usr/lib/chromium/chromium-headless-shell"), chromedp.NoSandbox, chromedp.DisableGPU,
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

// morning is the clock of the tests.
var morning = demotest.Morning

// house is a running Jointime with the demo in it.
type house struct {
	testing.TB
	store   *store.Store
	server  *httptest.Server
	now     *atomic.Pointer[time.Time]
	printer string
	codes   bool // browsers join with a code

	background bool // plans are bettered while somebody looks
}

// set turns the clock of the server.
func (h *house) set(now time.Time) { h.now.Store(&now) }

// newHouse is one in which the suppers are planned. Each has a database, a server and
// browsers of its own, so that tests run side by side.
func newHouse(t testing.TB) *house {
	t.Helper()
	beside(t)
	return houseOn(t, demotest.Store(t))
}

// newHouseWith is one with a label printer.
func newHouseWith(t testing.TB, printer string) *house {
	t.Helper()
	beside(t)
	h := &house{TB: t, store: demotest.Store(t), now: new(atomic.Pointer[time.Time]), printer: printer}
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

// in is the same house for a part of a test.
func (h *house) in(t testing.TB) *house {
	return &house{TB: t, store: h.store, server: h.server, now: h.now, printer: h.printer}
}

// beside lets a test run beside others; benchmarks run alone.
func beside(t testing.TB) {
	if p, is := t.(*testing.T); is {
		p.Parallel()
	}
}

// begin serves at the hour of the tests.
func (h *house) begin() {
	h.Helper()
	h.set(morning)
	h.serve()
}

func (h *house) serve() {
	screens, built := web.Screens()
	require.True(h, built, "the screens are not built: make web")
	server := api.New(h.store, api.Options{Log: slog.New(slog.DiscardHandler), Screens: screens, Now: func() time.Time { return *h.now.Load() }, Printer: h.printer, Codes: h.codes, Background: h.background, Within: demotest.Patience, Patience: demotest.Patience / 10})
	ctx, stop := context.WithCancel(context.Background())
	done := make(chan bool)
	go func() { server.Run(ctx); close(done) }()
	at := doors.take()
	at.open(server)
	h.server = at.Server
	h.Cleanup(func() { stop(); <-done; at.CloseClientConnections(); doors.giveBack(at) })
}

// tablet is one browser with its own cookies.
type tablet struct {
	*house
	ctx    context.Context
	marked bool // it has scripts or a network of its own, and is not used again
}

// open opens a path as somebody, who has said before who it is.
func (h *house) open(who, path string) *tablet {
	h.Helper()
	t := h.blank()
	t.named(who)
	t.go_(path)
	return t
}

// stranger opens a path in a browser that has no name yet.
func (h *house) stranger(path string) *tablet {
	h.Helper()
	t := h.blank()
	t.go_(path)
	t.see("Who is on this screen?")
	return t
}

// blank is an empty page of a browser with cookies of its own.
func (h *house) blank() *tablet {
	h.Helper()
	t := &tablet{house: h, ctx: idle.take(h.TB)}
	h.Cleanup(func() { idle.giveBack(t) })
	t.size(1280, 800)
	return t
}

// named puts a name in over HTTP and takes the session into the browser.
func (t *tablet) named(who string) {
	t.Helper()
	r, err := http.NewRequest(http.MethodPut, t.server.URL+"/api/session", strings.NewReader(`{"name": `+quote(who)+`}`))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	resp, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	resp.Body.Close()
	require.Equal(t, http.StatusOK, resp.StatusCode)
	for _, c := range resp.Cookies() {
		t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
			_, err := chromedp.Call(ctx, network.SetCookie, network.SetCookieParams{Name: c.Name, Value: c.Value, URL: t.server.URL, HTTPOnly: &c.HttpOnly, SameSite: network.CookieSameSiteStrict})
			return err
		}))
	}
}

func (t *tablet) size(w, h int64) {
	t.Helper()
	t.do(chromedp.EmulateViewport(w, h))
}

// within bounds each action: so long that a busy machine is no failure. Who mends a test
// and waits for it to fail sets JOINTIME_WITHIN=10s.
var within = sync.OnceValue(func() time.Duration {
	if d, err := time.ParseDuration(os.Getenv("JOINTIME_WITHIN")); err == nil {
		return d
	}
	return demotest.Patience
})()

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

// go_ goes to a path as a link does: what is loaded stays.
func (t *tablet) go_(path string) {
	t.Helper()
	there := js[bool](t, `location.origin === `+quote(t.server.URL)+` && !!document.querySelector('.frame-bar') && (history.pushState(null, '', `+quote(path)+`), window.scrollTo(0, 0), true)`)
	if !there {
		t.load(path)
	}
}

// load goes to a path as its address does: everything is loaded anew.
func (t *tablet) load(path string) {
	t.Helper()
	t.do(chromedp.Navigate(t.server.URL + path))
}

// js evaluates an expression, and waits for what it promises.
func js[T any](t *tablet, expression string) T {
	t.Helper()
	return get(t, chromedp.Evaluate[T](expression, chromedp.EvalAwaitPromise))
}

// waited looks at a condition, or asks the server for one, whenever the page has changed,
// and now and then for what is not in its tree; it promises whether it came true.
const waited = `((holds, most) => new Promise(done => {
	let asking = false
	const look = async () => {
		if (asking) return
		asking = true
		let yes = false
		try { yes = await holds() } catch { /* not there yet */ }
		asking = false
		if (yes || Date.now() > end) stop(yes)
	}
	const stop = yes => { seen.disconnect(); clearInterval(often); clearTimeout(soon); done(!!yes) }
	let soon
	const seen = new MutationObserver(() => { soon ??= setTimeout(() => { soon = undefined; look() }, 15) })
	seen.observe(document, {subtree: true, childList: true, characterData: true, attributes: true})
	const often = setInterval(look, 100), end = Date.now() + most
	look()
}))`

// until waits for an expression to be true, on this page or on one that follows it.
func (t *tablet) until(what, expression string) {
	t.Helper()
	for end := time.Now().Add(within); time.Now().Before(end); time.Sleep(25 * time.Millisecond) {
		ctx, cancel := context.WithDeadline(t.ctx, end.Add(time.Second))
		look := fmt.Sprintf("%s(() => (%s), %d)", waited, expression, time.Until(end).Milliseconds())
		ok, err := chromedp.Run(ctx, chromedp.Evaluate[bool](look, chromedp.EvalAwaitPromise))
		cancel()
		if err == nil && ok {
			return
		}
	}
	t.keep()
	require.Fail(t, "not seen in time: "+what)
}

// quote writes a text as JavaScript has it.
func quote(s string) string { b, _ := json.Marshal(s); return string(b) }

// reads tells in the page whether a text stands on it: as whole words, so that "1 gap"
// is not found in "11 gaps". Where something else stands directly before or after it, it
// is looked for in each element by itself.
func reads(text string) string {
	return `(text => {
		const letter = c => c !== undefined && /[\p{L}\p{N}]/u.test(c)
		const whole = all => {
			for (let at = all.indexOf(text); at >= 0; at = all.indexOf(text, at + 1))
				if (!(letter(text[0]) && letter(all[at - 1])) && !(letter(text.at(-1)) && letter(all[at + text.length]))) return true
			return false
		}
		const all = document.body.innerText
		if (!all.includes(text)) return false
		const own = e => [...e.childNodes].map(n => n.nodeType === Node.TEXT_NODE ? n.data : '\n').join('')
		return whole(all) || [...document.body.querySelectorAll('*')].some(e => e.textContent.includes(text) && (whole(e.innerText ?? e.textContent) || whole(own(e))))
	})(` + quote(text) + `)`
}

// see waits for a text on the page.
func (t *tablet) see(text string) {
	t.Helper()
	t.until(text, reads(text))
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
	t.pressOn(text, withText(text))
}

// withText finds the first button, link or step that has a text.
func withText(text string) string {
	return `((all, words) => all.find(e => words(e) === ` + quote(text) + `) ?? all.find(e => words(e).includes(` + quote(text) + `)))(
		[...document.querySelectorAll('button, a, [role=button]')].filter(e => !e.disabled && e.getClientRects().length), e => (e.innerText ?? e.textContent).trim())`
}

// aim finds what is to be pressed, scrolls it into view, and gives a point of it over
// which nothing lies; null where there is none. Until missed has looked, a press that
// lands elsewhere, for the page has moved meanwhile, does nothing.
const aim = `(e => {
	if (!e) return null
	const clear = () => {
		const r = e.getBoundingClientRect()
		for (const [x, y] of [[.5, .5], [.25, .5], [.75, .5], [.1, .5], [.9, .5], [.5, .25], [.5, .75], [.03, .5], [.97, .5]]) {
			const p = [r.left + x * r.width, r.top + y * r.height], top = document.elementFromPoint(...p)
			if (top && (e.contains(top) || top.closest('label, button, a, g') === e)) return p
		}
		return null
	}
	let at = clear()
	if (!at) { e.scrollIntoView({block: 'center', inline: 'center'}); at = clear() }
	if (!at) return null
	const g = window.__guard = {within: false, clicked: false, off: () => kinds.forEach(k => removeEventListener(k, see, true))}
	const kinds = ['pointerdown', 'mousedown', 'pointerup', 'mouseup', 'click']
	const see = v => {
		const on = e.contains(v.target) || v.target.closest?.('label, button, a, g') === e
		g.within ||= on
		g.clicked ||= on && v.type === 'click'
		if (g.within) return
		v.stopImmediatePropagation()
		v.preventDefault()
	}
	kinds.forEach(k => addEventListener(k, see, true))
	return at
})`

// missed tells whether the last press was no click on what it was meant for, and lets
// presses through again. On another page, to which it has led, there is nothing to tell.
const missed = `(g => { g?.off(); delete window.__guard; return !!g && !g.clicked })(window.__guard)`

// pressOn presses what an expression finds, with the mouse, where a hand would.
func (t *tablet) pressOn(what, find string) {
	t.Helper()
	for end := time.Now().Add(within); time.Now().Before(end); time.Sleep(25 * time.Millisecond) {
		ctx, cancel := context.WithTimeout(t.ctx, within)
		at, err := chromedp.Run(ctx, chromedp.Evaluate[[]float64](aim+`(`+find+`)`))
		if err == nil && len(at) == 2 {
			t.do(chromedp.MouseClickXY(at[0], at[1]))
			if elsewhere, err := chromedp.Run(ctx, chromedp.Evaluate[bool](missed)); err != nil || !elsewhere {
				cancel()
				return // an error: the press has led to another page
			}
		}
		cancel()
	}
	t.keep()
	require.Fail(t, "nothing to press in time: "+what)
}

// press presses what a selector names, with the mouse.
func (t *tablet) press(selector string) {
	t.Helper()
	t.pressOn(selector, `document.querySelector(`+quote(selector)+`)`)
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
	Dish      string   `json:"dish"`
	Component string   `json:"component"`
	Step      string   `json:"step"`
	Placing   string   `json:"placing"`
	Start     string   `json:"start"`
	From      int64    `json:"from"`
	To        int64    `json:"to"`
	With      []string `json:"with"`
	Setting   *int64   `json:"setting"`
}

// plan reads the run-up through the page's own session: its bars by dish, component and
// step, or dish, plate and placing.
func (t *tablet) plan() map[string]bar {
	t.Helper()
	list := js[[]bar](t, `fetch('/api/services/supper/runup').then(r => r.json()).then(r => r.runUp.bars)`)
	out := map[string]bar{}
	for _, b := range list {
		if b.Placing != "" {
			out[b.Dish+"/plate/"+b.Placing] = b
		} else {
			out[b.Dish+"/"+b.Component+"/"+b.Step] = b
		}
	}
	return out
}

// picture writes a PNG of what is to be seen.
func (t *tablet) picture(file string) {
	t.Helper()
	js[bool](t, `document.fonts.ready.then(() => new Promise(r => requestAnimationFrame(() => requestAnimationFrame(() => r(true)))))`)
	require.NoError(t, os.WriteFile(file, get(t, chromedp.CaptureScreenshot()), 0o644))
}
