package e2e

import (
	"context"
	"net/http"
	"net/http/httptest"
	"sync"
	"sync/atomic"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/storage"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// pool is browser contexts that no test has: to make one takes as long as to load a
// page. Each has cookies and storage of its own, which are emptied before the next test.
type pool struct {
	sync.Mutex
	free []context.Context
	ends map[context.Context]context.CancelFunc
}

var idle = pool{ends: map[context.Context]context.CancelFunc{}}

// take gives a context with an empty page.
func (p *pool) take(t testing.TB) context.Context {
	t.Helper()
	p.Lock()
	if n := len(p.free); n > 0 {
		ctx := p.free[n-1]
		p.free = p.free[:n-1]
		p.Unlock()
		return ctx
	}
	p.Unlock()
	ctx, end := chromedp.NewContext(browser, chromedp.WithNewBrowserContext())
	require.NoError(t, chromedp.Do(ctx)) // the tab lives as long as this context
	p.Lock()
	defer p.Unlock()
	p.ends[ctx] = end
	return ctx
}

// giveBack empties a context for the next test; one of a test that failed, or that
// cannot be emptied, is closed.
func (p *pool) giveBack(t *tablet) {
	ctx, cancel := context.WithTimeout(t.ctx, within)
	defer cancel()
	p.Lock()
	defer p.Unlock()
	if t.Failed() || t.marked || chromedp.Do(ctx, emptied(t.server.URL)) != nil {
		p.ends[t.ctx]()
		delete(p.ends, t.ctx)
		return
	}
	p.free = append(p.free, t.ctx)
}

// emptyPage is a page of every door with nothing on it: a browser that goes there keeps its
// process, where about:blank would cost it half a second.
const emptyPage = "/empty-page-of-the-tests"

// door is an address at which one house after the other is served: what a browser has kept
// of its scripts, it need not read and translate again.
type door struct {
	*httptest.Server
	to atomic.Pointer[http.Handler]
}

func (d *door) open(to http.Handler) { d.to.Store(&to) }

// doorway is the doors at which no house stands.
type doorway struct {
	sync.Mutex
	free []*door
}

var doors doorway

func (w *doorway) take() *door {
	w.Lock()
	defer w.Unlock()
	if n := len(w.free); n > 0 {
		d := w.free[n-1]
		w.free = w.free[:n-1]
		return d
	}
	d := &door{}
	d.Server = httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path != emptyPage {
			(*d.to.Load()).ServeHTTP(w, r)
		}
	}))
	return d
}

func (w *doorway) giveBack(d *door) {
	w.Lock()
	defer w.Unlock()
	w.free = append(w.free, d)
}

// emptied leaves a page and forgets all that it kept, and every emulation.
func emptied(origin string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(chromedp.Navigate(origin+emptyPage), chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		if _, err := chromedp.Call(ctx, network.ClearBrowserCookies, cdp.Empty{}); err != nil {
			return err
		}
		if _, err := chromedp.Call(ctx, storage.ClearDataForOrigin, storage.ClearDataForOriginParams{Origin: origin, StorageTypes: "all"}); err != nil {
			return err
		}
		_, err := chromedp.Call(ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{})
		return err
	}))
}
