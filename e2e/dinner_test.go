package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Five courses for 36 stand on one sheet: each dish and version meets at its own
// pass with its own plates, and what is not at its best is folded until asked for.
func TestTheWinterSupperStandsOnOneSheet(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/winter-supper")
	chef.see("Export plan")
	passes := js[[]string](chef, `[...document.querySelectorAll('.run-up svg circle + text')].map(e => e.textContent)`)
	assert.ElementsMatch(t, []string{"36", "34", "2", "33", "3", "33", "3", "34", "2"}, passes)
	chef.see("soft limits")
	chef.gone("limit 14 min")
	chef.click("Show")
	chef.see("limit 14 min")
	chef.click("Filter")
	chef.pick("[aria-label='Dish']", "guinea-fowl~meatless")
	chef.until("only the meatless strands", `[...document.querySelectorAll('.run-up svg text')].some(e => e.textContent === 'Salt-baked celeriac') && ![...document.querySelectorAll('.run-up svg text')].some(e => e.textContent === 'Leg croquette')`)
	chef.pressOn("poach the quince", `document.querySelector('.bar[aria-label^="poach"]')`)
	chef.see("One batch for Guinea fowl, Guinea fowl, meatless")
	chef.go_("/menu/winter-supper")
	chef.until("five plates side by side", `document.querySelectorAll('.across thead svg').length === 5`)
}
