package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// The usual day is put into a kitchen that has none, and a line of it that cannot be read is
// told and kept. Then two services of one evening stand on one clock, planned around each other,
// and the second is let go first after what that does was seen; it can be taken back.
func TestTheDayOfAKitchen(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/kitchen")
	chef.click("Add the usual")
	chef.type_(`[aria-label="the day 3, when"]`, "a bit before")
	chef.click("Save the kitchen")
	chef.see("Briefing: say when. Write 16:30–16:50, or 40 min before, for 10 min.")
	chef.type_(`[aria-label="the day 3, when"]`, "25 min before, for 5 min")
	chef.click("Save the kitchen")
	chef.until("it is saved", `!document.body.innerText.includes('Save the kitchen') || !document.querySelector('.editor-actions .btn-primary:not(:disabled)')`)
	chef.until("a party at the same hour", `(async () => { const r = await fetch('/api/services', {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({name: 'Party', kitchen: 'back-kitchen', day: '2026-03-14', hour: '20:25', plates: 4, dishes: ['roast-hake']})}); return r.ok })()`)

	chef.go_("/day/supper")
	chef.until("both are planned", `document.querySelectorAll('.day-services li').length === 2 && !document.body.innerText.includes('planning …') && !document.body.innerText.includes('Not planned')`)
	chef.see("planned around Small supper")
	chef.until("what the day has", `document.querySelector('[aria-label="Briefing, Head chef"]') !== null`)
	assert.False(t, js[bool](chef, `document.body.innerText.includes('booked twice')`))
	chef.pressOn("the staff meal", `document.querySelector('[aria-label="Staff meal, Commis"]')`)
	chef.see("16:30–16:50 Staff meal · Commis")

	chef.pressOn("let the party go first", `[...document.querySelectorAll('.day-services li')].find(l => l.innerText.includes('Party') && !l.innerText.startsWith('20:25–')).querySelector('button.btn')`)
	chef.see("Let Party go first?")
	chef.until("what it does", `document.querySelectorAll('.modal table tbody tr').length >= 1`)
	chef.pressOn("do it", `document.querySelector('.modal .btn-primary:not(:disabled)')`)
	chef.see("goes first")
	chef.until("they moved", `!document.body.innerText.includes('planning …')`)
	chef.see("planned around Party")
	chef.click("No longer first")
	chef.see("no longer goes first?")
	chef.pressOn("leave it", `document.querySelector('.modal .btn-primary')`)
	chef.until("it does not", `![...document.querySelectorAll('.day-services li')].some(l => l.innerText.includes('goes first'))`)
}
