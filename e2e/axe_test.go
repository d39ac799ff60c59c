package e2e

import (
	"context"
	"fmt"
	"os"
	"testing"

	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// withAxe puts axe into every page that the tablet opens from then on.
func (t *tablet) withAxe() *tablet {
	t.Helper()
	t.marked = true
	axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "make install brings axe")
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		_, err := chromedp.Call(ctx, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: string(axe)})
		return err
	}))
	return t
}

// findings runs axe on the page and gives all that it finds.
func (t *tablet) findings() []string {
	t.Helper()
	return js[[]string](t, `axe.run(document, {resultTypes: ['violations'], selectors: false, elementRef: false, iframes: false}).then(r => r.violations
		.map(v => v.id + ': ' + v.help + ' — ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 120)).join(' | ')))`)
}

// fits: nothing is cut off on a tablet, no view is wider than the screen, and no drawing
// wider than its page.
const fits = `[document.documentElement, ...document.querySelectorAll('main svg')].every(e => (e.scrollWidth || 0) <= 1024 && e.getBoundingClientRect().right <= 1024)`

// TestEveryScreenIsAccessible opens every view as a tablet has it.
func TestEveryScreenIsAccessible(t *testing.T) {
	h := newHouse(t)
	screens := []struct{ path, shows string }{
		{"/menu/supper", "Guinea fowl"}, {"/menu/winter-supper", "at the fullest"}, {"/services", "Kept menus"}, {"/kitchen/new", "What is there to cook with?"}, {"/service/sunday-lunch?side=guests", "stopped, not to be sent"},
		{"/menu/supper@2026-02-28", "as planned"}, {"/dish/roast-hake", "before the plate"}, {"/dish/roast-hake?step=hake/sear", "Save the step"},
		{"/dish/guinea-fowl?side=allergens", "last call"}, {"/dish/roast-hake?side=methods", "Use this"}, {"/dish/guinea-fowl?side=history", "History"}, {"/dish/roast-hake?side=gaps", "for now"},
		{"/dish/guinea-fowl?side=component&of=crown", "Save the component"}, {"/dish/guinea-fowl?side=version&of=meatless", "Save the version"},
		{"/order/supper", "order by"}, {"/order/supper?side=made", "by-products"}, {"/order/supper?side=stock", "counted"}, {"/order/supper?side=suppliers", "suppliers"}, {"/order/supper?side=costs", "per portion"},
		{"/mise/supper", "first course"}, {"/kitchen", "Save the kitchen"}, {"/book/sums?of=pieces", "cutter"}, {"/order/supper?side=count", "after Small supper"}, {"/tablets", "last here"}, {"/dish/slow-cooked-egg-mushroom-broth?side=reductions", "about "},
		{"/book", "Split-pea broth"}, {"/book/new", "New dish"}, {"/book/ingredients?of=butter", "Save the ingredient"},
		{"/run-up/supper", "Export plan"}, {"/run-up/supper?view=lanes", "Commis"}, {"/run-up/supper?view=list", "done when"}, {"/run-up/winter-supper?view=loads", "All cooks busy"}, {"/day/winter-supper", "Solid: hands"}, {"/run-up/supper?view=methods", "plates on time"},
		{"/service/winter-supper", "Select a wave"}, {"/sheets/winter-supper", "Fire list"}, {"/sheets/winter-supper?for=room", "seated by"},
		{"/plate/roast-hake", "Build"}, {"/plate/roast-hake?placing=lettuce", "Save the placing"}, {"/plate/roast-hake?beside=broth-first", "there"}, {"/plate/guinea-fowl?beside=meatless", "replaces it"}, {"/card/roast-hake", "before the first plate"},
	}
	for half := range 2 { // two tabs, side by side
		t.Run(fmt.Sprint("tab ", half+1), func(t *testing.T) {
			t.Parallel()
			tab := h.in(t).blank().withAxe()
			if half == 0 {
				tab.go_("/")
				tab.see("Who is on this screen?")
				assert.Empty(t, tab.findings(), "who is there")
			}
			tab.named("Head chef")
			tab.size(1024, 768)
			for k, v := range screens {
				if k%2 == half {
					tab.go_(v.path)
					tab.see(v.shows)
					assert.Empty(t, tab.findings(), v.path)
					tab.until(v.path+" fits", fits)
				}
			}
		})
	}
}
