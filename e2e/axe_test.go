package e2e

import (
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// findings runs axe on the page and gives its serious and critical findings.
func (t *tablet) findings() []string {
	t.Helper()
	axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "make install brings axe")
	js[bool](t, string(axe)+"\n;true")
	return js[[]string](t, `axe.run(document, {resultTypes: ['violations']}).then(r => r.violations
		.filter(v => v.impact === 'serious' || v.impact === 'critical')
		.map(v => v.id + ': ' + v.help + ' — ' + v.nodes.slice(0, 3).map(n => n.html.slice(0, 120)).join(' | ')))`)
}

func TestEveryScreenIsAccessible(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/")
	for _, v := range []struct{ path, shows string }{
		{"/menu/supper", "Guinea fowl"}, {"/menu/supper@2026-02-28", "past"}, {"/dish/roast-hake", "before the plate"}, {"/dish/roast-hake?step=hake/sear", "Save the step"},
		{"/dish/guinea-fowl?side=what%20is%20in%20it", "to be asked for"}, {"/dish/roast-hake?side=methods", "Use this"}, {"/dish/guinea-fowl?side=history", "history of"}, {"/dish/roast-hake?side=gaps", "for now"},
		{"/dish/guinea-fowl?side=component&of=crown", "Save the component"}, {"/dish/guinea-fowl?side=version&of=meatless", "Save the version"},
		{"/order/supper", "order by"}, {"/order/supper?side=made", "left over on the way"}, {"/order/supper?side=stock", "counted"}, {"/order/supper?side=suppliers", "who brings it"}, {"/order/supper?side=costs", "for one portion"},
		{"/mise/supper", "first course"}, {"/kitchen", "Save the kitchen"}, {"/dish/slow-cooked-egg-mushroom-broth?side=boiled%20down", "about "},
		{"/book", "Split-pea broth"}, {"/book/new", "Put a dish in"}, {"/book/ingredients?of=butter", "Save the ingredient"},
		{"/run-up/supper", "Save the plan"}, {"/run-up/supper?view=lanes", "Commis"}, {"/run-up/supper?view=list", "done when"}, {"/run-up/winter-supper?view=loads", "All hands are taken"}, {"/run-up/supper?view=methods", "as chance has it"},
		{"/service/winter-supper", "Select a wave"}, {"/sheets/winter-supper", "Fire list"}, {"/sheets/winter-supper?for=room", "seated, with cutlery"},
		{"/plate/roast-hake", "Build"}, {"/plate/roast-hake?placing=lettuce", "Save the placing"}, {"/plate/roast-hake?beside=broth-first", "in the other"}, {"/plate/guinea-fowl?beside=meatless", "in its place"}, {"/card/roast-hake", "before the first plate"},
	} {
		t.Run(v.path, func(t *testing.T) {
			tab := &tablet{&house{TB: t, store: h.store, server: h.server, now: h.now}, chef.ctx}
			tab.go_(v.path)
			tab.see(v.shows)
			assert.Empty(t, tab.findings(), strings.ReplaceAll(v.path, "/", " "))
		})
	}
	t.Run("who is there", func(t *testing.T) {
		tab := (&house{TB: t, store: h.store, server: h.server, now: h.now}).stranger("/")
		assert.Empty(t, tab.findings())
	})
}
