package e2e

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Five courses for 36 stand on one sheet, each as a band with its waves; what does not hold is told
// once, by its cause, and of the course that is opened alone; a version is opened by itself.
func TestTheWinterSupperStandsOnOneSheet(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/winter-supper")
	chef.see("Export plan")
	bands := js[[]int](chef, `[...document.querySelectorAll('.bands .band[aria-label*="plates"]')].map(e => e.querySelectorAll('.stroke').length)`)
	assert.Equal(t, []int{7, 7, 7, 7, 7}, bands, "seven waves each")
	chef.pressOn("the band of the fowl", `document.querySelector('.band[aria-label^="21:00"]')`)
	chef.see("36 plates in 7 waves · 3 meatless")
	causes := js[[]string](chef, `[...document.querySelectorAll('.cause')].map(e => e.textContent)`)
	assert.NotEmpty(t, causes)
	assert.LessOrEqual(t, len(causes), 4, "one cause, one line: %s", causes)
	assert.NotContains(t, strings.Join(causes, " "), "hake", "nor any of another course")
	chef.gone("limit 14 min")
	chef.pressOn("the worst", `document.querySelector('.cause')`)
	chef.see("Show step")
	chef.see("limit 14 min")
	chef.pick("[aria-label='Open']", "dish guinea-fowl~meatless")
	chef.until("only the meatless strands", `[...document.querySelectorAll('.strands text')].some(e => e.textContent.trim() === 'Salt-baked celeriac') && ![...document.querySelectorAll('.strands text')].some(e => e.textContent.trim() === 'Leg croquette')`)
	chef.pressOn("poach the quince", `document.querySelector('.bar[aria-label^="poach"]')`)
	chef.see("One batch for Guinea fowl, Guinea fowl, meatless")
	chef.go_("/menu/winter-supper")
	chef.until("five plates side by side", `document.querySelectorAll('.across thead svg').length === 5`)
}
