package e2e

import (
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/size"
)

// Ten dishes as cooks write them down, from memory: pasted, saved, their gaps answered in
// the table, and planned. Behind the dashes stands what a cook answers, row by row. The
// sloppier the paste, the more is asked; what was assumed stands behind it.
func TestTenPastedDishesGetARunUp(t *testing.T) {
	h := emptyHouse(t)
	c := &counted{tablet: h.stranger("/")}
	c.do(chromedp.SendKeys(chromedp.CSS("#asked"), "Chef\r"))
	c.see("What is there to cook with?")
	c.write(".start-name", "Lantern Quay")
	c.type_(`[aria-label="Line 1"]`, "6 burners\roven, 4 shelves\rgrill, 2 places\rfryer, 2 baskets\rwater bath, 8 bags\rblender\rfridge, 40 shelves\rfreezer, 10 shelves\rice cream machine\rhead chef\rcommis\r")
	c.until("the lines are understood", `document.querySelectorAll('.said-lines li .understood').length >= 9`)
	c.hit("Set up the kitchen")
	c.see("first course at the pass")
	c.hit("Close")
	files, err := filepath.Glob("testdata/pasted/*.txt")
	require.NoError(t, err)
	require.Len(t, files, 10)
	for _, file := range files[:size.Of(1, 2, 10)] { // all ten in make test-long
		c.clicks, c.keys = 0, 0
		pasteAndPlan(t, c, file)
		assert.LessOrEqual(t, c.clicks, 8, file)
		assert.LessOrEqual(t, c.keys, 80, file)
	}
}

func pasteAndPlan(t *testing.T, c *counted, file string) {
	t.Helper()
	text, err := os.ReadFile(file)
	require.NoError(t, err)
	dish, answers, _ := strings.Cut(string(text), "\n---\n")
	said := map[string]string{}
	for _, line := range strings.Split(strings.TrimSpace(answers), "\n") {
		row, answer, _ := strings.Cut(line, " = ")
		said[row] = answer
	}
	c.go_("/book/new")
	c.until("the text can be typed", `document.activeElement?.classList.contains('paste')`)
	c.keys++
	c.paste(dish)
	c.see("Save to the book")
	c.hit("Save to the book")
	c.see("Plan a service")
	c.until("the table of gaps", `!!document.querySelector('.gaps')`)
	asked := answerPlanGaps(t, c, file, said)
	groups := js[map[string]int](c.tablet, `fetch('/api/dishes/' + location.pathname.split('/').pop()).then(r => r.json()).then(v => v.gaps.reduce((n, g) => ({...n, [g.group]: (n[g.group] ?? 0) + 1}), {}))`)
	assert.Zero(t, groups["plan"], file)
	c.hit("Plan a service")
	c.write("#serve-hour", "20:00")
	c.write("#serve-plates", "6")
	c.hit("Plan the run-up")
	c.see("Export plan")
	c.gone("Fetching the run-up")
	open := js[[]string](c.tablet, `fetch('/api/services/' + location.pathname.split('/').pop() + '/runup').then(r => r.json()).then(r => r.runUp.unplanned?.filter(u => u.gap).map(u => u.name + ': ' + u.why) ?? [])`)
	assert.Empty(t, open, file)
	t.Logf("%s: %d clicks, %d keys; asked before it could be planned %d, to check %d, for the order %d, assumed %d", filepath.Base(file), c.clicks, c.keys, asked, groups["check"], groups["order"], groups["assumed"])
}

// answerPlanGaps answers what stops the plan, in the order of the table, with Enter alone.
func answerPlanGaps(t *testing.T, c *counted, file string, said map[string]string) (asked int) {
	t.Helper()
	rows := js[[]string](c.tablet, `[...document.querySelectorAll('.gap-row.plan')].map(r => r.querySelector('.name-button').innerText)`)
	delete(said, "")
	assert.Len(t, rows, len(said), "%s asks more or less than it should: %v", file, rows)
	for i, title := range rows {
		row := title[strings.LastIndex(title, ": ")+1:]
		answer, known := said[strings.TrimSpace(row)]
		require.True(t, known, "%s asks %s", file, title)
		field := `document.querySelector('.gap-row.plan input[placeholder]')`
		if i == 0 {
			c.to(field)
		} else {
			c.until("the next row has the focus", `document.activeElement?.closest('.gap-row.plan') === document.querySelector('.gap-row.plan')`)
		}
		c.keys += len(answer) + 1
		c.insert(answer)
		c.do(chromedp.KeyEvent("\r"))
		c.until(title+" is answered", `document.querySelectorAll('.gap-row.plan').length === `+strconv.Itoa(len(rows)-i-1))
	}
	return len(rows)
}

// What was assumed is confirmed with one tap, or changed with one; undone it is assumed again.
// A gap that is let stand is not asked again.
func TestWhatWasAssumedIsConfirmedInOneTap(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/book/new")
	chef.until("the text can be typed", `document.activeElement?.classList.contains('paste')`)
	chef.paste("Beets\n\nBeets:\nserves 4\n600 g beetroot\nbake 1 h at 190 until tender\ndress with the oil\nsee page 4\n")
	chef.see("Save to the book")
	chef.click("Save to the book")
	chef.see("The plan has no gaps")
	chef.see("Also in the recipe")
	chef.see("see page 4")
	row := func(what string) string { return `document.querySelector('[aria-label="` + what + `"]')` }
	js[bool](chef, `(document.querySelectorAll('.gaps details').forEach(d => d.open = true), true)`)
	bake := "Beets: bake: Hands-on at the start and end, 1 min each"
	chef.pressOn("right", row(bake)+`?.querySelector('.btn')`)
	chef.until("it is said now", `!`+row(bake))
	hands := func() string {
		return js[string](chef, `fetch('/api/dishes/beets').then(r => r.json()).then(v => JSON.stringify(v.components[0].component.methods[0].steps[0].hands))`)
	}
	assert.NotContains(t, hands(), "assumed")
	chef.click("Undo")
	chef.until("assumed again", `!!`+row(bake))
	assert.Contains(t, hands(), "assumed")
	chef.pick(`[aria-label="`+bake+`"] select`, "At the start")
	chef.until("another way", `!`+row(bake))
	assert.Contains(t, hands(), `"slices":[{"at":0,"for":60}]`)
	chef.pressOn("small work: its time and hands", row("Beets: dress with the oil: 40 s, hands-on")+`?.querySelector('.btn')`)
	chef.until("nothing is assumed", `!document.body.innerText.includes('Assumed (')`)
	plate := row("Plate: How is the plate built?")
	chef.pressOn("it is left open", plate+`?.querySelector('.plain-button')`)
	chef.until("it is not asked again", `!`+plate)
	chef.do(chromedp.Reload())
	chef.see("The plan has no gaps")
	assert.False(t, js[bool](chef, `!!`+plate))
}

// What to do when it goes otherwise stands with whoever does it: on the call sheet, on the
// build card, in the run-up.
func TestRescueWordsReachWhoeverDoesIt(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=hake/roast")
	chef.see("Save the step")
	chef.click("Goes wrong, rescue")
	chef.click("Add a trouble")
	chef.type_(`[aria-label="troubles 1, trouble"]`, "skin sticks")
	chef.type_(`[aria-label="troubles 1, rescue; if not, the next"]`, "a minute more; a thin slice under it")
	chef.click("Save the step")
	chef.gone("Save the step")
	words := []string{"skin sticks: a minute more", "if not: a thin slice under it", "stop short: the rest and the warm plate finish it"}
	chef.go_("/sheets/supper")
	for _, w := range words {
		chef.see(w)
	}
	chef.go_("/card/roast-hake")
	chef.see("Build")
	chef.until("the card of the hake", `(() => { if (document.querySelector('.build-step .what')?.innerText === 'Hake') return true; document.querySelector('.build-moves .forth')?.click(); return false })()`)
	for _, w := range words {
		chef.see(w)
	}
	assert.Contains(t, js[string](chef, `fetch('/api/services/supper/runup').then(r => r.json()).then(r => JSON.stringify(r.runUp.bars.find(b => b.component === 'hake' && b.step === 'roast').words))`), "a thin slice under it")
}

// A paste of 200 lines, from the event in the browser until its review stands on the page.
func BenchmarkPasteOf200Lines(b *testing.B) {
	chef := newHouse(b).open("Head chef", "/book/new")
	chef.see("New dish")
	var text strings.Builder
	for n := 0; n < 200; n++ {
		if n%20 == 0 {
			text.WriteString("\nMackerel " + strconv.Itoa(n) + ":\n")
			continue
		}
		text.WriteString([]string{"2 lemons, juice of", "4 mackerel fillets", "1 tbsp oil", "sear skin side down 3 min until the rim pales, turn, 30 s more, then rest 1 min", "600 g floury potatoes", "boil the potatoes 20 min until a needle goes in", "crush with the butter, 3 min, then hold covered 5 to 20 min", "whisk % min"}[n%8] + "\n")
	}
	var took []float64
	for n := 0; b.Loop(); n++ {
		took = append(took, js[float64](chef, `(async () => {
			const field = document.querySelector('textarea.paste')
			const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value').set
			set.call(field, '')
			field.dispatchEvent(new Event('input', {bubbles: true}))
			while (document.querySelector('.reviewed')) await new Promise(r => setTimeout(r, 0))
			const start = performance.now()
			set.call(field, `+quote(strings.ReplaceAll(text.String(), "%", strconv.Itoa(n%50+2)))+`)
			field.dispatchEvent(new Event('input', {bubbles: true}))
			while (document.querySelectorAll('.review-line').length < 190) await new Promise(r => setTimeout(r, 0))
			return performance.now() - start
		})()`))
	}
	slices.Sort(took)
	b.ReportMetric(took[len(took)/2], "ms-median")
	b.ReportMetric(took[len(took)*95/100], "ms-p95")
}
