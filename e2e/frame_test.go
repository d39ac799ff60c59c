package e2e

import (
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/demo/demotest"
)

// WCAG 2.4.2, 2.4.3 and 2.4.1: each screen has a title of its own, the focus comes with one
// to the screen, and what stands above it is skipped with one key.
func TestTitlesAndFocusFollowTheScreen(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	titled := func(title string) {
		t.Helper()
		chef.until(title, `document.title === `+quote(title))
	}
	titled("Menu · Small supper · Jointime")
	chef.click("Mise")
	titled("Mise · Small supper · Jointime")
	chef.until("the focus is on the screen", `document.activeElement === document.querySelector('main')`)
	chef.click("Kitchen")
	titled("Kitchen · Jointime")
	chef.go_("/dish/roast-hake")
	titled("Dish · Roast hake · Jointime")
	chef.go_("/book")
	titled("Book · Jointime")
	chef.until("the search has the focus", `document.activeElement?.getAttribute('aria-label') === 'Search the book'`)
	js[bool](chef, `(document.querySelector('.skip').focus(), true)`)
	chef.until("it can be seen", `document.querySelector('.skip').getBoundingClientRect().top >= 0`)
	chef.click("To the screen")
	chef.until("the focus is on the screen", `document.activeElement === document.querySelector('main')`)
}

// WCAG 2.1.4: single letters that go to screens can be turned off, and stay off.
func TestSingleLettersCanBeTurnedOff(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.see("Guinea fowl")
	letter := func(key string) { chef.do(chromedp.KeyEvent(key)) }
	letter("k")
	chef.see("Save the kitchen")
	chef.press(`[aria-label="Keyboard shortcuts"]`)
	chef.press("#keys-on")
	chef.click("Close")
	chef.gone("Single letters")
	letter("m")
	chef.load("/kitchen")
	chef.see("Save the kitchen")
	letter("m")
	assert.Equal(t, "/kitchen", js[string](chef, `location.pathname`))
	chef.press(`[aria-label="Keyboard shortcuts"]`)
	chef.press("#keys-on")
	chef.click("Close")
	chef.gone("Single letters")
	letter("m")
	chef.see("Guinea fowl")
}

// What is drawn and can be pressed is pressed with Space too, and Space on a button of the
// build card presses that, and does not turn the page.
func TestSpacePressesWhatHasTheFocus(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/card/roast-hake")
	chef.see("before the first plate")
	chef.click("Build")
	chef.see("1 of 5")
	js[bool](chef, `([...document.querySelectorAll('button')].find(b => b.textContent === 'Back').focus(), true)`)
	chef.do(chromedp.KeyEvent(" "))
	chef.see("before the first plate")
	chef.go_("/dish/roast-hake")
	chef.see("before the plate")
	js[bool](chef, `(document.querySelector('[role=button][aria-label^="Roast hake"], svg [role=button]').focus(), true)`)
	chef.do(chromedp.KeyEvent(" "))
	chef.see("Save the step")
}

// Browsers that have joined stand in a list, and one is put out with a tap: its screen asks
// for the code at once.
func TestATabletIsPutOutWithATap(t *testing.T) {
	beside(t)
	h := &house{TB: t, store: demotest.Store(t), now: new(atomic.Pointer[time.Time]), codes: true}
	require.NoError(t, h.store.SetJoinCode(t.Context(), "ABCD2345"))
	h.begin()
	join := func(who string) *tablet {
		c := h.blank()
		c.go_("/menu/supper")
		c.see("Type the code shown where Jointime was started")
		c.type_("#asked", "abcd2345\r")
		c.see("Who is on this screen?")
		c.type_("#asked", who+"\r")
		c.see("Guinea fowl")
		return c
	}
	chef, lost := join("Head chef"), join("Lost tablet")
	chef.press(`.frame-bar .who`)
	chef.see("last here")
	chef.see("Lost tablet")
	chef.press(`tr:has(b:only-child) button`)
	chef.click("Put Lost tablet out")
	chef.gone("Lost tablet")
	lost.see("Join this kitchen")
	chef.type_(`[aria-label="your name"]`, "Sous chef\r")
	chef.until("the new name", `document.querySelector('.who').textContent === 'Sous chef'`)
}
