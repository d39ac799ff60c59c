package e2e

import (
	"encoding/json"
	"net/http"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/size"
)

// made is a service that was made in the program: its id is none of the demo's.
func (t *tablet) made() string {
	t.Helper()
	answer := js[string](t, `fetch('/api/services', {method: 'POST', headers: {'Content-Type': 'application/json'},
		body: JSON.stringify({name: 'Éclairs & Brûlées', kitchen: 'back-kitchen', dishes: ['roast-hake', 'guinea-fowl'], day: '2026-03-20', hour: '19:30', plates: 6})}).then(r => r.text())`)
	var saved struct{ ID string }
	require.NoError(t, json.Unmarshal([]byte(answer), &saved), answer)
	require.NotEmpty(t, saved.ID, answer)
	return saved.ID
}

// Every link of every screen leads somewhere, on what was made in the program and on an
// older service with an at sign in its id, and every button that is pressed says nothing
// of a fault of ours. In the tests of every day each screen's links are followed and the
// buttons of the run-up pressed; make test-long presses all.
func TestEveryLinkLeadsSomewhereAndEveryButtonDoesSomething(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/")
	made := chef.made()
	screens := map[string]string{}
	for _, id := range []string{made, "supper@2026-02-28"} {
		for screen, shows := range map[string]string{"menu": "Roast hake", "service": "seated", "order": "to order", "mise": "first course", "run-up": "Export plan", "sheets": "Fire list"} {
			screens["/"+screen+"/"+id] = shows
		}
	}
	for screen, shows := range map[string]string{"/dish/roast-hake": "before the plate", "/plate/roast-hake": "Build", "/card/roast-hake": "before the first plate", "/kitchen": "Save the kitchen",
		"/book": "Split-pea broth", "/book/ingredients": "Export book", "/tablets": "last here"} {
		screens[screen] = shows
	}
	delete(screens, "/book/ingredients")
	delete(screens, "/service/"+made)
	delete(screens, "/service/supper@2026-02-28")
	followed := map[string]bool{}
	for path, shows := range screens {
		chef.go_(path)
		chef.see(shows)
		for _, to := range js[[]string](chef, `[...document.querySelectorAll('a[href^="/"]')].map(a => a.getAttribute('href'))`) {
			if followed[to] {
				continue
			}
			followed[to] = true
			status := js[int](chef, `fetch(`+quote(to)+`).then(r => r.status)`)
			assert.Equal(t, http.StatusOK, status, "%s, from %s", to, path)
		}
		if path == "/run-up/"+made || size.Of(0, 0, 1) == 1 {
			pressAll(chef, path, shows)
		}
	}
	assert.Greater(t, len(followed), 25)
}

// pressAll presses every button of a screen, each on the screen as it is at first.
func pressAll(chef *tablet, path, shows string) {
	chef.Helper()
	count := func() int {
		return js[int](chef, `document.querySelectorAll('main button:not(:disabled), main [role=button]').length`)
	}
	all := count()
	for i := range min(all, size.Of(15, 15, 400)) {
		what := js[string](chef, `(e => { e?.dispatchEvent(new MouseEvent('click', {bubbles: true})); return e?.textContent.trim() || e?.getAttribute('aria-label') || '' })(document.querySelectorAll('main button:not(:disabled), main [role=button]')[`+strconv.Itoa(i)+`])`)
		fault := js[string](chef, `new Promise(done => setTimeout(() => done([...document.querySelectorAll('[role=alert], .said')].map(e => e.innerText).join(' | ')), 60))`)
		for _, ours := range []string{"Something went wrong", "Page not found", "Could not load", "not answering"} {
			assert.False(chef, strings.Contains(fault, ours), "%s: %q says %s", path, what, fault)
		}
		if js[string](chef, `location.pathname + location.search`) != path || count() != all {
			chef.load(path)
			chef.see(shows)
		}
	}
}
