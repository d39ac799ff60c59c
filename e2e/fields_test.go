package e2e

import (
	"slices"
	"strings"
	"testing"

	"jointime/internal/demo/demotest"
)

// fields are where somebody types on the screens: where each is, how it is opened, what is
// typed, and when the answer to it stands there; without: when the letter does.
var fields = []struct{ name, path, open, field, text, answered string }{
	{"a service by its name", "/menu/supper", "", `.frame-bar .chooser input`, "winter", `!document.querySelector('.frame-bar [aria-busy=true]') && document.querySelector('.frame-bar [role=listbox]')`},
	{"anything", "/menu/supper", "Find", `.finder input`, "dish 77", `!document.querySelector('.finder [aria-busy=true]')`},
	{"anything by what is in it", "/book", "Find", `.finder input`, "thing ab", `!document.querySelector('.finder [aria-busy=true]')`},
	{"a dish for a menu", "/menu/supper", "", `[aria-label="Add a course"]`, "dish 12", `!document.querySelector('.new-course [aria-busy=true]') && document.querySelector('.new-course [role=listbox]')`},
	{"how many plates", "/menu/supper", "", `#plates-roast-hake`, "412", ""},
	{"when a course is", "/menu/supper", "", `.course .hour input`, "20:15", ""},
	{"the name of a service", "/services", "New service", `#serve-name`, "Late supper", ""},
	{"a need", "/service/winter-supper?side=guests", "", `#need-said`, "no shellfish", ""},
	{"the book", "/book", "", `[aria-label="Search the book"]`, "thing ab", ""},
	{"ingredients", "/book/ingredients", "", `[aria-label="Search ingredients"]`, "thing ab", ""},
	{"an ingredient", "/book/ingredients?of=butter", "", `#ingredient-name`, "salted butter", ""},
	{"another dish", "/dish/roast-hake", "", `.page-head .chooser input`, "dish 99", `!document.querySelector('.page-head [aria-busy=true]')`},
	{"a component for a dish", "/dish/roast-hake", "", `[aria-label="Add a component"]`, "component ab", ""},
	{"a line of a component", "/dish/roast-hake", "", `[aria-label="Hake: add a line"]`, "roast 12 min at 220 C", ""},
	{"a figure of a component", "/dish/roast-hake?side=component&of=hake", "", `#component-yield`, "1450 g", ""},
	{"a placing", "/plate/roast-hake?placing=hake", "", `#placing-place`, "9 o’clock, 14 mm", ""},
	{"stock", "/order/supper?side=stock", "", `input[aria-label="Add stock"], .stock input, main input`, "250 g", ""},
	{"a cook’s hours", "/kitchen", "", `[aria-label="cooks 1, hours of the week"]`, "Tue–Sat 14–23", ""},
	{"a line of a new kitchen", "/kitchen/new", "", `[aria-label="Line 1"]`, "combi oven, 5 shelves", ""},
	{"a pasted recipe", "/book/new", "", `.paste`, "Trout, cucumber", ""},
}

// typing types a text letter by letter and gives how long each took, from the event until the
// letter and its answer are painted, in ms.
const typing = `((selector, text, answered) => new Promise(async done => {
	const field = document.querySelector(selector)
	field.focus()
	const set = Object.getOwnPropertyDescriptor(field.tagName === 'TEXTAREA' ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype, 'value').set
	const painted = () => new Promise(r => requestAnimationFrame(() => { const c = new MessageChannel(); c.port1.onmessage = r; c.port2.postMessage(0) }))
	const took = []
	for (let n = 1; n <= text.length; n++) {
		await new Promise(r => setTimeout(r, 120)) // a fast hand
		const start = performance.now()
		set.call(field, text.slice(0, n))
		field.dispatchEvent(new Event('input', {bubbles: true}))
		do await painted(); while (!answered())
		took.push(performance.now() - start)
	}
	done(took)
}))`

// atRest waits until a page has asked for nothing more for half a second.
const atRest = `new Promise(async done => {
	for (let was = -1, is = 0; was !== is; is = performance.getEntriesByType('resource').length) {
		was = is
		await new Promise(r => setTimeout(r, 500))
	}
	done(true)
})`

// BenchmarkEveryFieldAnswers is how long a key takes on the fields of the screens, with a book
// of 5,000 components and 2,000 services of the past: the median, and the 95th percentile.
// Each is typed into once before, so that the server is warm; the page is loaded anew each time.
func BenchmarkEveryFieldAnswers(b *testing.B) {
	st := demotest.Store(b)
	demotest.Grow(b, st, 5000, 2000)
	chef := houseOn(b, st).open("Head chef", "/book")
	chef.see("Export book")
	for _, f := range fields {
		b.Run(strings.ReplaceAll(f.name, " ", "-"), func(b *testing.B) {
			opened := func() {
				chef.load(f.path)
				if f.open != "" {
					chef.click(f.open)
				}
				chef.until(f.name, `!!document.querySelector(`+quote(f.field)+`)`)
				js[bool](chef, atRest)
			}
			answered := f.answered
			if answered == "" {
				answered = "true"
			}
			once := typing + `(` + quote(f.field) + `, ` + quote(f.text) + `, () => ` + answered + `)`
			opened()
			js[[]float64](chef, once)
			var took []float64
			for b.Loop() {
				opened() // with nothing kept of what was asked before
				took = append(took, js[[]float64](chef, once)...)
			}
			slices.Sort(took)
			b.ReportMetric(took[len(took)/2], "ms-median")
			b.ReportMetric(took[len(took)*95/100], "ms-p95")
			b.ReportMetric(0, "ns/op")
		})
	}
}
