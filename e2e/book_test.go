package e2e

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"sync/atomic"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/pgdev/pgtest"
)

// mackerel is a dish as somebody would paste it.
const mackerel = `Roast mackerel, crushed potato

Mackerel:
4 mackerel fillets, pin bones out
1 tbsp oil
a pinch of salt
oil and salt the skin, 2 min, hands throughout
sear skin side down 3 min in a hot pan until the rim pales, turn, 30 s more, then rest 1 to 3 min
makes 4
portion: 1

Crushed potato:
600 g floury potatoes, peeled
50 g butter
boil the potatoes 20 to 25 min until a needle slides in
crush with the butter, 3 min, hands throughout, then hold 0 to 20 min covered
makes 620 g
portion: 150 g

For the dressing
2 tbsp cider vinegar
4 tbsp oil
1 tsp mustard
1 packet chives
whisk 2 min by hand
leave overnight if possible
makes 100 ml
portion: 20 ml
`

// plumCake is a recipe as a saved page has it inside.
const plumCake = `<!doctype html><html><head><title>Plum cake</title>
<script type="application/ld+json">
{"@context": "https://schema.org", "@type": "Recipe", "name": "Plum cake with crumble",
 "recipeYield": "12 slices", "totalTime": "PT1H30M",
 "recipeIngredient": ["900 g ripe plums, stoned", "250 g plain flour", "2 large eggs", "150 g butter, soft", "1 packet baking powder", "½ tsp cinnamon"],
 "recipeInstructions": [
  {"@type": "HowToSection", "name": "Cake", "itemListElement": [
   {"@type": "HowToStep", "text": "Beat the butter and eggs for 4 min until pale."},
   {"@type": "HowToStep", "text": "Bake at 350 degrees for 45 to 50 minutes, until a needle comes out clean."}]},
  {"@type": "HowToSection", "name": "Crumble", "itemListElement": [
   {"@type": "HowToStep", "text": "Rub the flour and butter, 3 min by hand."}]}]}
</script></head><body><p>Plum cake</p></body></html>`

// paste puts a text into the field that has the focus, as from a clipboard.
func (t *tablet) paste(text string) {
	t.Helper()
	js[bool](t, `(() => { const e = document.activeElement; e.focus(); return document.execCommand('insertText', false, `+quote(text)+`) })()`)
}

// emptyHouse is a Jointime whose kitchen nobody has described.
func emptyHouse(t *testing.T) *house {
	t.Helper()
	beside(t)
	h := &house{TB: t, store: pgtest.Store(t), now: new(atomic.Pointer[time.Time])}
	h.set(morning)
	h.serve()
	return h
}

// From an empty kitchen to a first run-up of a dish of three components that
// is pasted as text, as somebody would who sees it for the first time: at most
// 60 clicks and 1,500 keys, pasting apart.
func TestFromAnEmptyKitchenToAFirstRunUp(t *testing.T) {
	c := &counted{tablet: emptyHouse(t).stranger("/")}
	c.keys += len("Chef")
	c.do(chromedp.SendKeys(chromedp.CSS("#asked"), "Chef\r"))
	c.see("What is there to cook with?")
	c.write(".start-name", "Lantern Quay")
	c.type_(`[aria-label="Line 1"]`, "4 burners\roven, 2 shelves\rfridge, 20 shelves\rblender\rresting rack, 4 places\rhead chef\rcommis\r")
	c.see("4 places")
	c.hit("Set up the kitchen")
	c.see("first course at the pass")
	c.hit("Close")
	c.hit("Book")
	c.hit("New dish")
	c.clicks++
	c.until("the text can be typed", `document.activeElement?.classList.contains('paste')`)
	c.paste(mackerel)
	c.see("3 components")
	assert.True(t, js[bool](c.tablet, `document.querySelectorAll('.said-line.doubt').length === 2`), "the packet and the night are marked")
	// A line that is not meant is left out, another is put right.
	c.clicks++
	c.press(`[aria-label="leave overnight if possible: step, change"]`)
	c.hit("1 packet chives")
	c.keys += len("20 g chives\r")
	c.type_(`[aria-label="the line"]`, "20 g chives\r")
	c.until("read again", `!document.body.innerText.includes('packet')|| [...document.querySelectorAll('.said-line')].some(e => e.innerText.startsWith('20 g chives'))`)
	c.hit("Save to the book")
	c.see("Plan a service")
	c.see("The plan has no gaps")
	c.hit("Plan a service")
	c.write("#serve-hour", "20:00")
	c.write("#serve-plates", "6")
	c.hit("Plan the run-up")
	c.see("Export plan")
	c.see("Mackerel")
	assert.LessOrEqual(t, c.clicks, 60)
	assert.LessOrEqual(t, c.keys, 1500)
	t.Logf("%d clicks, %d keys", c.clicks, c.keys)
	bars := js[[]bar](c.tablet, `fetch('/api/services').then(r => r.json()).then(l => fetch('/api/services/' + l.services[0].id + '/runup')).then(r => r.json()).then(r => r.runUp.bars)`)
	planned := map[string]bool{}
	for _, b := range bars {
		planned[b.Component+"/"+b.Step] = true
	}
	book := js[[]struct {
		ID    string
		Steps []string
	}](c.tablet, `fetch('/api/book/export.json').then(r => r.json()).then(b => b.components.map(c => ({ID: c.id, Steps: c.methods[0].steps.map(s => s.id)})))`)
	require.Len(t, book, 3)
	for _, made := range book {
		for _, step := range made.Steps {
			assert.True(t, planned[made.ID+"/"+step], "%s, %s is planned", made.ID, step)
		}
	}
}

func TestALineIsUnderstoodWhileItIsTyped(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/guinea-fowl")
	field := `[aria-label="Roast crown: add a line"]`
	chef.see("Roast crown")
	chef.type_(field, "glaze under the grill 2 min")
	chef.see("glaze under the grill 2 min")
	chef.until("underlined", `[...document.querySelectorAll('u.heard')].some(u => u.innerText === '2 min')`)
	chef.type_(field, "brush with 20 g honey, 9 to 3 min")
	chef.until("marked", `!!document.querySelector('.said-line.doubt')`)
	chef.do(chromedp.Reload())
	chef.see("9 to 3 min") // what was typed is kept
	chef.type_(field, "40 g honey, warmed\r")
	chef.kept(".lines", "honey")
	chef.type_(field, "glaze with the honey 2 min, hands throughout, until it shines\r")
	chef.kept(".cue", "until it shines")
	chef.click("Undo")
	chef.gone("until it shines")
	chef.see("40 g honey, warmed")
}

// kept waits until what was typed stands on the sheet of the dish, and nothing
// is on its way.
func (t *tablet) kept(where, text string) {
	t.Helper()
	t.until(text+" is kept", `[...document.querySelectorAll(`+quote(where)+`)].some(e => e.innerText.includes(`+quote(text)+`)) && !document.body.innerText.includes('Adding:')`)
}

func TestAStepIsSaidAgainInOneLine(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=lettuce/braise")
	chef.type_(`[aria-label="the step in one line"]`, "braise 4 min with the lid on, shaking often, until the core gives\r")
	chef.kept(".cue", "until the core gives")
	chef.gone("Gem lettuce: braise How do you know it is done?")
	assert.Equal(t, []string{"trim", "sear", "braise"}, chef.steps("lettuce"), "it is the same step")
	chef.click("Undo")
	chef.gone("until the core gives")
}

func TestAGapIsFilledForNowAndMarked(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake")
	chef.see("1 gap")
	chef.click("Use 15 min for now")
	chef.until("its time is assumed", `document.querySelector(".step-line .assumed-fact") !== null`)
	chef.see("No gaps")
	chef.click("reduce by half")
	chef.see("Save the step")
	chef.type_("#step-time", "12 min\r")
	chef.until("it is said", `document.querySelector(".step-line .assumed-fact") === null`)
}

func TestMethodsVersionsAndHistory(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?side=methods")
	chef.see("water bath, then sear")
	chef.click("Use this")
	chef.see("bath 52 °C")
	chef.see("fillet, pin, portion, bag")
	chef.click("allergens")
	chef.see("last call")
	chef.click("no dairy")
	chef.see("Save the version")
	chef.click("Close")
	chef.click("Add a version")
	chef.type_("#version-name", "no fish")
	chef.press("#without-fish")
	chef.click("Save the version")
	chef.see("“no fish” contains fish")
	chef.click("history")
	chef.see("water bath, then sear")
	chef.click("Compare with now")
	chef.see("in use")
}

func TestAComponentIsAddedSaidAndTakenOff(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake")
	chef.type_(`[aria-label="Add a component"]`, "Sea herbs\r")
	chef.see("Save the component")
	chef.type_("#component-yield", "60 g")
	chef.type_("#component-portion", "5 g")
	chef.click("Add a take-out")
	chef.type_(`[aria-label="take-outs 1, what"]`, "band")
	chef.click("Save the component")
	chef.see("goes in at which step?")
	chef.click("Add shelf life")
	chef.type_(`[aria-label="shelf life 1, for"]`, "2 days")
	chef.pressOn("take it off", `document.querySelector('[aria-label="take-outs 1, what"]')?.closest('.written-row').querySelector('button')`)
	chef.click("Save the component")
	chef.gone("Save the component")
	chef.type_(`[aria-label="Sea herbs: add a line"]`, "50 g sea herbs\r")
	chef.until("put in", `[...document.querySelectorAll('.lines .amount')].some(e => e.innerText.trim() === '50 g' && e.parentElement.innerText.includes('sea herbs'))`)
	assert.Equal(t, "sea-herbs", js[string](chef, `fetch('/api/ingredients?words=sea+herbs').then(r => r.json()).then(b => b.ingredients[0].ingredient.id)`))
	chef.click("allergens")
	chef.see("Sea herbs › sea herbs")
	chef.click("Roast hake")
	chef.see("on the plate")
	chef.pressOn("take the sea herbs off", `[...document.querySelectorAll('.written-row')].find(r => r.innerText.includes('Sea herbs'))?.querySelectorAll('button')[2]`)
	chef.until("taken off", `fetch('/api/dishes/roast-hake').then(r => r.json()).then(d => d.dish.parts.length === 5)`)
}

func TestTheStateOfAnIngredientIsChosenOnTheDay(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.press("#details-guinea-fowl")
	chef.see("Guinea fowl legs (Leg croquette) arrived")
	before := chef.plan()["guinea-fowl/croquette/braise"]
	chef.pick(".labelled select", "small")
	chef.until("planned anew", `fetch('/api/services/supper/runup').then(r => r.json()).then(r => r.runUp.bars.find(b => b.component === 'croquette' && b.step === 'braise')).then(b => b.to - b.from === 4590)`)
	assert.Equal(t, int64(5400), duration(before))
	chef.click("Undo")
	chef.until("as usual", `document.querySelector('.labelled select').value === ''`)
}

func TestTheOrderOpensItsSums(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/order/supper")
	chef.see("Fowl bones and trimmings: 20 g short")
	chef.click("butter")
	chef.see("60 g × 0.9167 = 55 g")
	chef.see("= 193.3 g")
	chef.see("193.3 g − 150 g in stock = 43.3 g")
	chef.click("40 g")
	chef.see("1.41 oz")
	chef.click("batches and by-products")
	chef.click("quince peelings")
	chef.see("Could go into Quince and barley gravy")
	chef.do(chromedp.KeyEvent("m"))
	chef.see("Does it hold together?")
	chef.type_("#plates-guinea-fowl", "8\r")
	chef.gone("Not saved.")
	chef.do(chromedp.Evaluate[chromedp.Void]("document.activeElement.blur()"))
	chef.do(chromedp.KeyEvent("o"))
	chef.see("Fowl bones and trimmings: 80 g short")
}

func TestTheBookIsSearchedAndADeliverySentBack(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/book")
	chef.see("9 of 9 dishes")
	chef.type_(`[aria-label="Search the book"]`, "plum")
	chef.see("1 of 9 dishes")
	chef.type_(`[aria-label="Search the book"]`, "")
	chef.see("9 of 9 dishes")
	chef.see("Rye cracker")
	chef.pick(`[aria-label="Allergens"]`, "milk")
	chef.see("0 of 9 dishes") // there is milk in all of them
	chef.gone("Guinea fowl")
	chef.click("Ingredients")
	chef.click("brown shrimps")
	chef.see("Roast hake is off")
	chef.see("versions still on: no shellfish")
	chef.click("mushroom seasoning")
	chef.see("Until then no dish with it counts as free")
	chef.press("#told")
	chef.pick("#ingredient-animal", "none")
	chef.click("Save the ingredient")
	chef.see(" ingredients")
}

func TestARecipeFromAPageIsReviewedBeforeItIsKept(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/book/new")
	chef.see("New dish")
	chef.paste(`<html><script type="application/ld+json">{"@type":"Recipe","name":"Oat biscuit","recipeYield":"20","recipeIngredient":["200 g oats","100 g butter","1 glass syrup"],"recipeInstructions":[{"@type":"HowToStep","text":"Melt the butter with the syrup, 4 min."},{"@type":"HowToStep","text":"Bake at 160 C for 12 min until amber."}]}</script></html>`)
	chef.see("1 component, 1 line to check")
	chef.do(chromedp.Reload())
	chef.see("Save to the book")
	chef.click("Save to the book")
	chef.see("Oat biscuit")
	chef.see("until amber")
	text := js[string](chef, `fetch('/api/dishes/oat-biscuit/recipe.jsonld').then(r => r.text())`)
	assert.Contains(t, text, "Bake at 160 C for 12 min until amber.")
	chef.go_("/book/new")
	chef.see("New dish")
	chef.paste(`{"@type":"Recipe",
 "name": }`)
	chef.see("line 2, column 10")
}

// A key on a step line, from the event in the browser until what was
// understood stands on the page: through React, the server and back. Median
// and 95th percentile, warm.
func BenchmarkKeystroke(b *testing.B) {
	chef := newHouse(b).open("Head chef", "/dish/guinea-fowl")
	chef.see("Roast crown")
	var took []float64
	for b.Loop() {
		took = append(took, js[[]float64](chef, `(async () => {
			const field = document.querySelector('[aria-label="Roast crown: add a line"]')
			const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set
			const line = 'roast 12 min at 220 C, hands at the start for 30 s, then rest 4 to 8 min covered'
			const took = []
			for (let n = 8; n <= line.length; n++) {
				const text = line.slice(0, n)
				const start = performance.now()
				set.call(field, text)
				field.dispatchEvent(new Event('input', {bubbles: true}))
				while (document.querySelector('.heard-as .said-line')?.childNodes && !document.querySelector('.heard-as .said-line').innerText.startsWith(text.trimEnd())) await new Promise(r => setTimeout(r, 0))
				while (!document.querySelector('.heard-as .said-line')) await new Promise(r => setTimeout(r, 0))
				took.push(performance.now() - start)
			}
			return took.slice(1)
		})()`)...)
	}
	slices.Sort(took)
	b.ReportMetric(took[len(took)/2], "ms-median")
	b.ReportMetric(took[len(took)*95/100], "ms-p95")
}

func TestABookIsTakenInFromAFile(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/book")
	chef.see("Export book")
	book := js[string](chef, `fetch('/api/book/export.json').then(r => r.text())`)
	file := filepath.Join(t.TempDir(), "book.json")
	require.NoError(t, os.WriteFile(file, []byte(strings.Replace(book, "Crushed swede", "Crushed turnip", 1)), 0o600))
	chef.click("Import book")
	chef.see("Nothing changes until you import")
	chef.do(chromedp.SetUploadFiles(chromedp.CSS("#book-file"), []string{file}))
	chef.see("0 new, 1 changed")
	chef.see("Name: Crushed swede → Crushed turnip")
	chef.click("Import")
	chef.see("Crushed turnip")
	require.NoError(t, os.WriteFile(file, []byte(book[:len(book)/2]), 0o600))
	chef.click("Import book")
	chef.see("Nothing changes until you import")
	chef.do(chromedp.SetUploadFiles(chromedp.CSS("#book-file"), []string{file}))
	chef.see("the file is cut off")
}
