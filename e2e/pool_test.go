package e2e

import (
	"context"
	"sync"
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

// emptied leaves a page and forgets all that it kept, and every emulation.
func emptied(origin string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(chromedp.Navigate("about:blank"), chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
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
