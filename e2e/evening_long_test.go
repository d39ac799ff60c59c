//go:build long

package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// The same with keys alone: every Tab counts.
func TestFromAnEmptyKitchenToAFiveCourseEveningWithKeysAlone(t *testing.T) {
	c := &counted{tablet: emptyHouse(t).stranger("/"), alone: true}
	c.evening()
	t.Logf("%d keys", c.keys)
	assert.Zero(t, c.clicks)
	assert.LessOrEqual(t, c.keys, 1800)
}

// What is put in by itself can be left out and put in again, and the calm of the
// plan is chosen by what it does.
func TestCalmIsChosenByWhatItDoes(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/service/supper")
	chef.see("Lead-ins the plan adds")
	chef.press("[aria-label='Leave out Warm plates: 4 × 280 mm coupe']")
	chef.see("Put back")
	chef.click("Compare")
	chef.until("three effects", `document.querySelectorAll('.effect b').length === 3`)
	chef.pressOn("the calm setting", `document.querySelectorAll("input[name=calm]")[2]`)
	chef.until("it is chosen", `document.querySelectorAll("input[name=calm]")[2].checked`)
	chef.see("Fewer cooks or shorter shifts")
	chef.pressOn("the commis", `[...document.querySelectorAll('.crew label')].find(l => l.innerText.includes('Commis'))`)
	chef.until("one is not there", `[...document.querySelectorAll('.crew label')].some(l => l.innerText.includes('Commis') && l.innerText.includes('off'))`)
	chef.pressOn("the commis", `[...document.querySelectorAll('.crew label')].find(l => l.innerText.includes('Commis'))`)
	chef.pressOn("in its oven", `document.querySelectorAll("input[name=rest]")[2]`)
	chef.until("roasts rest in their oven", `document.querySelectorAll("input[name=rest]")[2].checked`)
	chef.click("Put back")
	chef.until("it is there again", `!!document.querySelector("[aria-label='Leave out Warm plates: 4 × 280 mm coupe']")`)
}
