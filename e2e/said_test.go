package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// planned waits until a plan has settled of whose bars an expression is true.
func (t *tablet) planned(what, says string) {
	t.Helper()
	t.until(what, `fetch('/api/services/supper/runup').then(r => r.json()).then(r => !r.planning && (bars => { const bar = (c, s) => bars.find(b => b.component === c && b.step === s); return `+says+` })(r.runUp.bars))`)
}

// What cooks say every day and no form had a place for, typed on the screens: the crown rests 8 min
// between 5 and 12 and is then kept warm; the joint stays on the bone for 24 h; one guest's leg goes
// on for 4 min; the quince is warmed only when there is time. The plan has it to the second.
func TestWhatCouldNotBeSaidIsTyped(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?step=crown/roast")
	chef.see("Save the step")
	chef.click("Best time, then a warm place")
	chef.type_("#step-least", "5 min")
	chef.type_("#step-best", "8 min")
	chef.type_("#step-most", "12 min")
	chef.type_("#step-moved-to", "the warm shelf")
	chef.type_("#step-moved-most", "20 min")
	chef.click("Save the step")
	chef.see("5–12 min, best 8 min, rack, can run over, then the warm shelf up to 20 min")
	chef.planned("it rests 8 min and is moved", `bar('crown', 'roast-moved') && bar('crown', 'roast-moved').from - bar('crown', 'roast').to === 480`)

	chef.go_("/dish/guinea-fowl?side=component&of=crown")
	chef.click("Add a wait over several steps")
	chef.type_(`[aria-label="waits over several steps 1, what"]`, "on the bone")
	chef.pick(`[aria-label="waits over several steps 1, from"]`, "end:joint")
	chef.pick(`[aria-label="waits over several steps 1, to"]`, "start:roast")
	chef.click("Save the component")
	chef.see("on the bone: how long at least, or at most?")
	chef.type_(`[aria-label="waits over several steps 1, at least"]`, "24 h")
	chef.type_(`[aria-label="waits over several steps 1, up to"]`, "40 h")
	chef.click("Add an order")
	chef.pick(`[aria-label="always in this order 1, first"]`, "roast")
	chef.pick(`[aria-label="always in this order 1, then"]`, "sear")
	chef.type_(`[aria-label="always in this order 1, why"]`, "for the crust")
	chef.click("Save the component")
	chef.see("“roast” always comes before “sear”: for the crust.")
	chef.pick(`[aria-label="always in this order 1, first"]`, "sear")
	chef.pick(`[aria-label="always in this order 1, then"]`, "roast")
	chef.click("Save the component")
	chef.see("from the end of joint, tie, salt to the start of roast")
	chef.planned("it is on the bone for a day", `bar('crown', 'roast').from - bar('crown', 'joint').to >= 86400`)

	chef.type_(`[aria-label="Roast crown: add a line"]`, "4 skewers, in at joint, out at carve")
	chef.see("4 × skewers: in at joint, tie, salt, out at twine off, carve")
	chef.do(chromedp.KeyEvent("\r"))
	chef.until("it is kept", `fetch('/api/dishes/guinea-fowl').then(r => r.json()).then(v => v.components.some(c => (c.component.takeOuts ?? []).some(t => t.name === 'skewers' && t.pieces === 4 && t.out === 'carve')))`)

	chef.go_("/dish/guinea-fowl?side=version&of=")
	chef.type_("#version-name", "well done")
	chef.click("Add a change")
	chef.pick(`[aria-label="changes 1, do"]`, "add")
	chef.pick(`[aria-label="changes 1, what"]`, "crown/step:carve")
	chef.click("Save the version")
	chef.see("Do what after it?")
	chef.type_(`[aria-label="changes 1, step"]`, "roast on 4 min")
	chef.click("Save the version")
	chef.see("“roast on” after “twine off, carve” in Roast crown")

	chef.go_("/dish/guinea-fowl?step=quince/warm")
	chef.see("Save the step")
	chef.click("Optional on a busy evening")
	chef.press("#step-optional")
	chef.click("Save the step")
	chef.see("optional")
	chef.go_("/service/supper")
	chef.see("A busy evening")
	chef.see("optional: Poached quince: warm")
	chef.pressOn("leave it out", `document.querySelectorAll('input[name=lean]')[1]`)
	chef.planned("it is left out", `!bar('quince', 'warm') && !!bar('quince', 'poach')`)

	chef.go_("/run-up/supper?course=main")
	chef.until("it is moved there", `document.querySelector('.strands')?.textContent.includes('the warm shelf')`)
	bars := chef.plan()
	assert.Equal(t, int64(480), bars["guinea-fowl/crown/roast-moved"].From-bars["guinea-fowl/crown/roast"].To)
}
