package e2e

import (
	"strconv"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// what a kitchen and three of its dishes are, as somebody who starts with Jointime has them.
var (
	theKitchen = []string{"6 burners", "2 deck ovens, 3 shelves, 300 °C at most", "combi oven, 5 shelves, 250 °C at most", "walk-in, 3 °C", "freezer, −20 °C", "blender, 3 min to wash", "hot cupboard, 20 places, 65 °C", "8 pans", "resting rack, 12 places",
		"head chef, 9–23:30, on the pass", "sauce cook, 10–23, on sauce", "fish cook, Tue to Sun, 10–23, on fish", "larder cook, 10–23, on larder, not the fryer", "commis, 10–23", "pass, 6 plates"}
	leekTart = "Leek tart, hazelnut\n\nLeek filling:\n600 g leeks, sliced\n60 g butter\n150 ml double cream\nsweat 12 min until soft, then cool up to 2 h\nmakes 800 g\nportion: 80 g\n\nTart shell:\n250 g flour\n125 g butter\n1 egg\nmix 10 min, then chill 1 h in the fridge\nblind bake 18 min at 180 C\nmakes 24\nportion: 1\n"
	troutPas = "Trout, cucumber, buttermilk\n\nTrout:\n24 trout fillets\n30 g salt\nsear 2 min skin side down, then rest 1 to 3 min\nmakes 24\nportion: 1\n\nBraised cucumber:\n8 cucumbers\n60 g butter\nbraise 8 min, then hold up to 20 min\nmakes 1.4 kg\nportion: 60 g\n"
	pearPast = "Poached pear, almond cream\n\nPoached pear:\n24 pears\n1 l white wine\n300 g sugar\npoach 35 min, then cool up to 24 h in the fridge\nmakes 24\nportion: 1\n\nAlmond cream:\n500 ml double cream\n80 g ground almonds\nwhip 5 min, then chill up to 6 h in the fridge\nmakes 600 g\nportion: 25 g\n"
)

// From an empty kitchen to five courses for 24, with a choice of two mains, two guests with
// needs, three dishes pasted and two made by lines, planned and printed: without the API and
// without a file, as somebody would who sees it for the first time. Counted are clicks, and keys
// but for pasted text and the characters of kitchen, ingredient and step lines.
func TestFromAnEmptyKitchenToAFiveCourseEvening(t *testing.T) {
	c := &counted{tablet: emptyHouse(t).stranger("/")}
	c.evening()
	t.Logf("%d clicks, %d keys", c.clicks, c.keys)
	assert.LessOrEqual(t, c.clicks, 140)
	assert.LessOrEqual(t, c.keys, 900)
}

func (c *counted) evening() {
	c.keys += len("Chef\r")
	c.do(chromedp.SendKeys(chromedp.CSS("#asked"), "Chef\r"))
	c.see("What is there to cook with?")
	c.write(".start-name", "Lantern Quay")
	c.into(`[aria-label="Line 1"]`)
	c.lines(`[aria-label="Line 1"]`, theKitchen...)
	c.see("5 cooks · 10 pieces of equipment · pass holds 6")
	c.hit("Set up the kitchen")

	c.see("first course at the pass")
	c.keys += len("Winter supper")
	c.do(chromedp.SendKeys(chromedp.CSS("#serve-name"), "Winter supper"))
	c.into("#serve-day")
	c.keys += len("21032026")
	c.setDay("#serve-day", "2026-03-21")
	c.write("#serve-plates", "24")
	c.hit("Compose the menu")

	// three are pasted, two are new by their names, one more is the other main
	course := `[aria-label="Add a course"]`
	for i, text := range []string{leekTart, troutPas, pearPast} {
		c.into(course)
		c.keys++ // to paste
		c.pasteInto(course, text)
		c.see("Save and add")
		c.hit("Save and add")
		c.gone("Save and add")
		c.until("the course is there", `document.querySelectorAll('.course').length === `+string(rune('1'+i)))
	}
	for i, name := range []string{"Beef, shallot", "Cheese, quince"} {
		c.newDish(course, name)
		c.until("the course is there", `document.querySelectorAll('.course').length === `+string(rune('4'+i)))
	}
	// the sweet goes to the end, by keys: down twice
	c.to(`document.querySelector('[aria-label="Course Poached pear, almond cream: move with the arrow keys, Delete removes it"]')`)
	c.key(kb.ArrowDown, 2)
	c.until("it is last", `[...document.querySelectorAll('.course .name')].at(-1).innerText.startsWith('Poached pear')`)
	// a choice of two mains: one more, made new beside the beef, for 8 of the 24
	c.on("a choice", `[...document.querySelectorAll('.course')].find(e => e.getAttribute('aria-label') === 'Beef, shallot').querySelector('.course-foot button')`)
	c.newDish(`[aria-label="Add a dish to Beef, shallot"]`, "Mushroom pie")
	c.until("there is a choice", `document.querySelectorAll('.dish-row').length === 6`)
	c.write("#plates-mushroom-pie", "8\r")
	c.until("the rest have the first", `document.querySelector('#plates-beef-shallot').value === '16'`)
	c.see("Beef, shallot: empty, no components. It is not planned.")

	c.dish("Beef, shallot", "Roast beef", "3.6 kg", "150 g", "3.6 kg beef topside", "20 g salt", "sear 8 min in a hot pan", "roast 40 min at 200 C until core 54 C", "rest 15 to 30 min on the rack")
	c.dish("Mushroom pie", "Pie", "8", "1", "900 g chestnut mushrooms", "400 g puff pastry", "fry 10 min in a pan until browned, then cool up to 2 h", "bake 25 min at 200 C")
	c.dish("Cheese, quince", "Cheese plate", "1.8 kg", "60 g", "1.5 kg hard cheese", "300 g quince paste", "cut 10 min, then hold up to 1 h")

	// the guests: seated, two of them with needs, answered from the book or by name
	c.screen("Service", "s")
	c.hit("Seat at tables of four")
	c.see("6 tables")
	c.need("2", "1", "no egg")
	c.need("5", "3", "no nuts")
	c.see("stopped, not to be sent")
	c.answerAll()
	c.gone("stopped, not to be sent")

	c.screen("Run-up", "r")
	c.until("it is planned", `fetch('/api/services/winter-supper-2026-03-21/runup').then(r => r.json()).then(r => !r.planning && r.runUp.courses.length === 5 && r.runUp.courses.every(c => c.sent.length > 0 && c.plates === 24))`)
	c.screen("Sheets", "h")
	c.see("sear")
	c.print()
}

// newDish makes a dish by its name alone.
func (c *counted) newDish(field, name string) {
	c.write(field, name)
	c.see("Make “" + name + "” new")
	c.key("\r", 1)
}

// answerAll names what every stopped plate is instead: the first that is offered, or a word.
func (c *counted) answerAll() {
	halted := `document.querySelectorAll('.guests .halted')`
	for js[int](c.tablet, halted+`.length`) > 0 {
		left := js[int](c.tablet, halted+`.length`)
		c.on("the first answer", `document.querySelector('.guests .halted .answers button:first-child')`)
		if js[bool](c.tablet, `!!document.querySelector('.guests .halted form')`) {
			c.keys += len("label read\r")
			c.do(chromedp.SendKeys(chromedp.CSS(".guests .halted form input"), "label read\r"))
		}
		c.until("one is answered", halted+`.length < `+strconv.Itoa(left))
	}
}

// setDay puts a day into a field.
func (t *tablet) setDay(selector, day string) {
	t.Helper()
	js[bool](t, `(() => { const e = document.querySelector('`+selector+`'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '`+day+`'); return e.dispatchEvent(new Event('input', {bubbles: true})) })()`)
}

// pasteInto puts a text into a field as from a clipboard.
func (t *tablet) pasteInto(selector, text string) {
	t.Helper()
	js[bool](t, `(() => { const e = document.querySelector(`+quote(selector)+`); e.focus(); const d = new DataTransfer(); d.setData('text', `+quote(text)+`); return e.dispatchEvent(new ClipboardEvent('paste', {clipboardData: d, bubbles: true, cancelable: true})) || true })()`)
}

// dish makes a dish of one component by lines, and comes back to the menu.
func (c *counted) dish(name, component, yield, portion string, lines ...string) {
	c.open(name)
	c.see("Add the first one below")
	c.write(`[aria-label="Add a component"]`, component+"\r")
	c.see("Save the component")
	c.into(`[aria-label="` + component + `: add a line"]`)
	for _, l := range lines {
		c.lines(`[aria-label="`+component+`: add a line"]`, l)
		c.until("it is taken", `!document.body.innerText.includes('Adding:') && document.querySelector(`+quote(`[aria-label="`+component+`: add a line"]`)+`).value === ''`)
	}
	c.write("#component-yield", yield)
	c.write("#component-portion", portion+"\r")
	c.gone("Save the component")
	c.screen("Menu", "m")
	c.see("Does it hold together?")
}

// need tells of a guest who must not have something.
func (c *counted) need(table, seat, said string) {
	c.write("#need-table", table)
	c.write("#need-seat", seat)
	c.write("#need-said", said+"\r")
	c.until("it is taken", `[...document.querySelectorAll('.guest-head b')].some(e => e.innerText === 'Table `+table+`, seat `+seat+`: `+said+`')`)
}
