package e2e

import (
	"context"
	"strconv"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// point is the middle of an element, at a part of its height.
func (t *tablet) point(find string, down float64) (x, y float64) {
	t.Helper()
	at := js[[]float64](t, `(e => { const b = e.getBoundingClientRect(); return [b.left + b.width / 2, b.top + b.height * `+strconv.FormatFloat(down, 'f', 2, 64)+`] })(`+find+`)`)
	return at[0], at[1]
}

// drag takes something with the mouse and puts it down at a part of the height of something else.
func (t *tablet) drag(from, to string, down float64) {
	t.Helper()
	x, y := t.point(from, 0.5)
	left := func(kind input.DispatchMouseEventType, x, y float64) chromedp.Action[chromedp.Void] {
		return chromedp.MouseEvent(kind, x, y, chromedp.ButtonType(input.MouseButtonLeft), chromedp.ClickCount(1))
	}
	t.do(left(input.DispatchMouseEventTypeMousePressed, x, y))
	x, y = t.point(to, down)
	t.do(left(input.DispatchMouseEventTypeMouseMoved, x, y-3), left(input.DispatchMouseEventTypeMouseMoved, x, y))
	t.until("a line shows where it goes", `!!document.querySelector('[data-edge]')`)
	t.do(left(input.DispatchMouseEventTypeMouseReleased, x, y))
}

// finger touches the screen.
func (t *tablet) finger(kind input.DispatchTouchEventType, points ...*input.TouchPoint) {
	t.Helper()
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		_, err := chromedp.Call(ctx, input.DispatchTouchEvent, input.DispatchTouchEventParams{Type: kind, TouchPoints: append([]*input.TouchPoint{}, points...)})
		return err
	}))
}

// swipe drags with a finger.
func (t *tablet) swipe(from, to string, down float64) {
	t.Helper()
	x, y := t.point(from, 0.5)
	endX, endY := t.point(to, down)
	t.finger(input.DispatchTouchEventTypeTouchStart, &input.TouchPoint{X: x, Y: y})
	for i := 1.0; i <= 4; i++ {
		t.finger(input.DispatchTouchEventTypeTouchMove, &input.TouchPoint{X: x + (endX-x)*i/4, Y: y + (endY-y)*i/4})
	}
	t.until("a line shows where it goes", `!!document.querySelector('[data-edge]')`)
	t.finger(input.DispatchTouchEventTypeTouchEnd)
}

const (
	dishesInOrder  = `[...document.querySelectorAll('.course .dish-row .name')].map(e => e.innerText).join(', ')`
	coursesInOrder = `[...document.querySelectorAll('.course')].map(e => e.getAttribute('aria-label')).join(', ')`
)

func grip(name string) string {
	return `document.querySelector('.grip[aria-label^="` + name + `: move"]')`
}

// The dishes and courses of an evening are moved with the mouse, with a finger and with keys,
// replaced by three letters, and each change can be undone.
func TestAMenuIsComposedByHandByTouchAndByKeys(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/menu/supper")
	chef.see("Guinea fowl")
	chef.drag(grip("Guinea fowl"), `document.querySelector('.dish-row')`, 0.1)
	chef.until("both in the first course", `document.querySelectorAll('.course')[0].querySelectorAll('.dish-row .name').length === 2`)
	assert.Equal(t, "Guinea fowl, Roast hake", js[string](chef, dishesInOrder))
	chef.click("Undo")
	chef.until("as it was", dishesInOrder+` === 'Roast hake, Guinea fowl' && document.querySelectorAll('.course')[0].querySelectorAll('.dish-row .name').length === 1`)

	chef.swipe(grip("Course Guinea fowl"), `document.querySelectorAll('.course')[0]`, 0.1)
	chef.until("the courses have changed places", coursesInOrder+` === 'Guinea fowl, Roast hake'`)
	chef.until("the hours stay in their places", `[...document.querySelectorAll('.course .hour input')].map(e => e.value).filter(v => /^\d\d:\d\d$/.test(v)).join(' ') === '20:25 21:00'`)
	chef.press(`.grip[aria-label^="Course Guinea fowl"]`)
	chef.do(chromedp.KeyEvent(kb.ArrowDown))
	chef.until("and back", coursesInOrder+` === 'Roast hake, Guinea fowl'`)

	chef.pressOn("replace", `[...document.querySelectorAll('.dish-row')].find(e => e.innerText.includes('Guinea fowl')).querySelector('.acts button')`)
	chef.type_(`[aria-label="In place of Guinea fowl"]`, "egg")
	chef.see("Slow-cooked egg, mushroom broth")
	chef.do(chromedp.KeyEvent("\r"))
	chef.until("it is replaced, with its plates", `document.querySelector('#plates-slow-cooked-egg-mushroom-broth')?.value === '4'`)
	chef.press(`.grip[aria-label^="Slow-cooked egg"]`)
	chef.do(chromedp.KeyEvent(kb.Delete))
	chef.see("No dish yet")
	chef.click("Undo")
	chef.until("it is there again", `document.querySelector('#plates-slow-cooked-egg-mushroom-broth')?.value === '4'`)

	other := h.open("Sous chef", "/menus/small-supper")
	other.see("kept menu of 2 courses")
	assert.Equal(t, "Roast hake, Guinea fowl", js[string](other, dishesInOrder), "the kept menu is as it was")
}

// A service is renamed, moved to another kitchen, kept as a menu, served again, copied, and
// deleted and brought back: on its screens.
func TestAServiceIsMovedKeptServedAgainCopiedAndDeleted(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.see("Guinea fowl")
	chef.pressOn("its name", `document.querySelector('.name-button')`)
	chef.type_("#head-name", "Late supper")
	chef.pick("#head-kitchen", "lantern-quay")
	chef.type_("#head-covers", "6")
	chef.click("Save and plan again")
	chef.see("Late supper")
	chef.see("Saturday 14 March · Lantern Quay · 6 covers")
	chef.until("the plan is for that kitchen", `fetch('/api/services/supper/runup').then(r => r.json()).then(r => !r.planning && r.runUp.lanes.some(l => l.name === 'Fish cook'))`)

	chef.click("Service …")
	chef.click("Keep as a menu")
	chef.type_("#keep-name", "Two plates\r")
	chef.see("kept menu of 2 courses")
	chef.click("Serve it")
	chef.setDay("#serve-day", "2026-03-21")
	chef.type_("#serve-plates", "4")
	chef.pick("#serve-kitchen", "back-kitchen")
	chef.pressOn("Serve it", `[...document.querySelectorAll('.modal button')].find(b => b.innerText === 'Serve it')`)
	chef.see("Saturday 21 March · Lantern Quay, back kitchen")
	assert.Equal(t, "Roast hake, Guinea fowl", js[string](chef, dishesInOrder))

	chef.click("Service …")
	chef.click("Copy to another day")
	chef.setDay("#copy-day", "2026-03-28")
	chef.click("Copy service")
	chef.see("Saturday 28 March")
	chef.click("Service …")
	chef.click("Delete")
	chef.see("Nothing else uses it.")
	chef.click("Delete Two plates, Sat 28 Mar")
	chef.see("Services and menus")
	gone := `!document.querySelector('[aria-label="To come"]').innerText.includes('28 Mar')`
	chef.until("it is gone", gone)
	chef.click("Undo")
	chef.until("it is back", `!(`+gone+`)`)
}

// What somebody deletes while another has it open is told there, with who did it; and what was
// typed is there again when it is brought back.
func TestSomebodyDeletesWhatAnotherHasOpen(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/roast-hake?side=component&of=swede")
	chef.see("Save the component")
	chef.type_("#component-yield", "2 kg")
	sous := h.open("Sous chef", "/dish/roast-hake?side=dish")
	sous.click("Delete the dish")
	sous.see("Removed from services")
	sous.click("Delete Roast hake")
	sous.see("dishes")
	chef.see("Sous chef deleted Roast hake.")
	chef.see("Just now. What you typed here is kept on this tablet.")
	chef.click("Bring it back")
	chef.see("Save the component")
	require.Equal(t, "2 kg", chef.value("#component-yield"))
	chef.click("Save the component")
	chef.gone("Save the component")
	chef.go_("/dish/roast-hake?side=component&of=swede")
	chef.see("Save the component")
	sous.load("/menu/supper")
	sous.see("Roast hake")
	sous.load("/dish/roast-hake?side=component&of=swede")
	sous.click("Delete the component")
	sous.see("Removed from dishes, with its placings")
	sous.click("Delete Crushed swede")
	chef.see("Sous chef deleted Crushed swede.")
	sous.click("Undo")
	chef.see("Save the component")

	chef.load("/menu/sunday-lunch")
	chef.see("1 plate stopped, not to be sent")
	sous.load("/menu/sunday-lunch")
	sous.click("Service …")
	sous.click("Delete")
	sous.click("Delete Sunday lunch, Sun 15 Mar")
	chef.see("Sous chef deleted Sunday lunch, Sun 15 Mar.")
	chef.gone("1 plate stopped, not to be sent")
	sous.gone("1 plate stopped, not to be sent")
	sous.click("Menu")
	sous.see("Does it hold together?") // of the next service
	chef.click("Bring it back")
	chef.see("1 plate stopped, not to be sent")
}

// A key opens the finder on any screen; what it finds opens, and a service stays on the screen
// that one is on.
func TestAnythingIsFoundFromOneFieldOnEveryScreen(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/supper")
	chef.see("Small supper")
	find := func(words, sees string) {
		t.Helper()
		chef.pressOn("the page", `document.querySelector('h1')`)
		chef.letter("/")
		chef.until("the field", `document.activeElement?.getAttribute('aria-label') === 'Find'`)
		chef.type_(`.finder input`, words)
		chef.see(sees)
		chef.do(chromedp.KeyEvent("\r"))
		chef.until("it closes", `!document.querySelector('.finder')`)
	}
	find("winter supper", "Winter supper")
	chef.until("the same screen", `location.pathname === '/run-up/winter-supper'`)
	find("shrimps roast", "Roast hake")
	chef.until("what is in it finds a dish", `location.pathname === '/dish/roast-hake'`)
	find("kitchen", "Kitchen")
	chef.until("a screen", `location.pathname === '/kitchen'`)
	chef.click("Find")
	chef.type_(`.finder input`, "zzz")
	chef.see("Nothing found for “zzz”.")
	chef.do(chromedp.KeyEvent(kb.Escape))
	chef.until("it closes", `!document.querySelector('.finder')`)
}

// Two ingredients that are one are merged, told what follows, and parted again.
func TestTwoIngredientsAreMergedOnTheScreen(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/book/ingredients?of=butter")
	chef.click("Merge")
	chef.type_(`[aria-label="The ingredient that stays"]`, "double cream")
	chef.until("it is found", `!!document.querySelector('.modal [role=option]')`)
	chef.do(chromedp.KeyEvent("\r"))
	chef.see("is found as “butter” from then on")
	chef.pressOn("merge", `[...document.querySelectorAll('.modal button')].find(b => b.innerText.startsWith('Merge into'))`)
	chef.until("it is also called so", `document.querySelector('#ingredient-also')?.value.includes('butter')`)
	chef.click("Undo")
	chef.until("they are two again", `!document.querySelector('#ingredient-also')?.value.includes('butter') && [...document.querySelectorAll('.step-line .name')].some(e => e.innerText === 'butter')`)
}
