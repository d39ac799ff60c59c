package e2e

import (
	"context"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// 1. The page that the start prints shows Lantern Quay with its supper.
func TestOneOpensThePageAndSeesTheSupper(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/")
	for _, text := range []string{"Small supper", "Saturday 14 March", "Lantern Quay, back kitchen", "Roast hake", "Guinea fowl", "begin Fri 13 Mar", "Does it hold together?"} {
		chef.see(text)
	}
	assert.Equal(t, "20:25", chef.value("#hour-fish"))
	assert.Equal(t, "4", chef.value("#plates-guinea-fowl"))
}

// 2. Menu: covers and hours are changed, and what depends on them follows.
func TestMenuChangesCoversAndHours(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.press("#details-roast-hake")
	chef.see("660 g")
	before := chef.plan()
	chef.type_("#plates-roast-hake", "3\r")
	chef.see("495 g")
	chef.type_("#hour-main", "21:10\r")
	chef.until("the plan follows", `fetch('/api/services/supper/runup').then(r => r.json()).then(r => r.runUp.courses[1].hour.includes('21:10'))`)
	after := chef.plan()
	assert.Equal(t, before["guinea-fowl/plate/croquette"].To+600, after["guinea-fowl/plate/croquette"].To)
	assert.Equal(t, before["roast-hake/plate/-wipe"].To, after["roast-hake/plate/-wipe"].To)
	assert.Less(t, after["roast-hake/hake/fillet"].To-after["roast-hake/hake/fillet"].From, before["roast-hake/hake/fillet"].To-before["roast-hake/hake/fillet"].From)
	chef.click("Hake")
	chef.see("3 covers × 165 g = 495 g")

	chef.type_("#hour-main", "nonsense\r")
	chef.see("“nonsense” is not a time")
	assert.Equal(t, "nonsense", chef.value("#hour-main"), "what was typed stays")
	chef.do(chromedp.Reload())
	chef.see("Not saved.")
	assert.Equal(t, "nonsense", chef.value("#hour-main"), "also over a reload")
	chef.do(chromedp.SendKeys(chromedp.CSS("#hour-main"), "\x1b"))
	chef.until("given up", `document.querySelector('#hour-main').value === '21:10'`)
}

// 3. Dish: a step's facts are changed, a step is added, moved, deleted, and
// that is taken back.
func TestDishChangesAStep(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/roast-hake")
	chef.see("Fish broth: reduce by half")
	chef.see("How long, and how do you know?")
	chef.click("until rim pale")
	chef.see("Save the step")
	chef.type_("#step-time", "3–4 min")
	chef.see("3–4 min")
	chef.click("Who, do not leave")
	chef.pick("#step-cook", "chef")
	chef.type_("[aria-label='time 2, for how long']", "20 s")
	chef.click("Add a time")
	chef.type_("[aria-label='time 3, how long after or before']", "2 min")
	chef.see("Add equipment")
	chef.type_("#step-least", "20 s")
	chef.type_("#step-most", "1 min")
	chef.type_("#step-reason", "in the pan")
	chef.type_("#step-cue", "skin like glass")
	chef.click("Add a caution")
	chef.type_("[aria-label='caution 2']", "Long sleeves.")
	chef.click("Save the step")
	// the third slice, at 2:00 from the start for 0:30, begins before the end's slice but after it in the list
	chef.see("These two times overlap.")
	chef.pressOn("take time 3 off", `document.querySelector('[aria-label="time 3, how long after or before"]')?.closest('div').querySelector('button')`)
	chef.click("Save the step")
	chef.gone("Save the step")
	chef.see("hands-on 45 s, 20 s")
	chef.see("until skin like glass")
	chef.see("20 s to 1 min")
	assert.Equal(t, int64(210), duration(chef.plan()["roast-hake/hake/sear"]))
	assert.Equal(t, []string{"Head chef", "Burners"}, chef.plan()["roast-hake/hake/sear"].With)
}

func duration(b bar) int64 { return b.To - b.From }

// steps are the ids of a component's steps as they are stored.
func (t *tablet) steps(component string) []string {
	t.Helper()
	return js[[]string](t, `fetch('/api/dishes/roast-hake').then(r => r.json()).then(d => d.components.find(c => c.component.id === `+quote(component)+`).component.methods[0].steps.map(s => s.id))`)
}

func TestDishAddsMovesDeletesAndTakesBack(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=lettuce/sear")
	chef.see("Save the step")
	chef.click("Add step below")
	chef.see("Gem lettuce: new step")
	assert.Equal(t, []string{"trim", "sear", "step-4", "braise"}, chef.steps("lettuce"))
	chef.type_("#step-name", "butter over")
	chef.type_("#step-time", "30 s\r")
	chef.gone("Save the step")
	chef.click("butter over")
	chef.see("Gem lettuce: butter over")
	chef.press(".editor-more button:nth-child(1)") // earlier
	chef.until("moved", `fetch('/api/dishes/roast-hake').then(r => r.json()).then(d => d.components[3].component.methods[0].steps[1].id === 'step-4')`)
	chef.click("Delete")
	chef.gone("butter over")
	assert.Equal(t, []string{"trim", "sear", "braise"}, chef.steps("lettuce"))
	chef.click("Undo")
	chef.see("butter over")
	assert.Equal(t, []string{"trim", "step-4", "sear", "braise"}, chef.steps("lettuce"))
	chef.do(chromedp.Reload())
	chef.see("butter over")
	chef.until("taking back outlives a reload", `[...document.querySelectorAll('button')].some(b => b.innerText === 'Undo' && !b.disabled)`)
	chef.click("Undo")
	chef.until("moved back", `fetch('/api/dishes/roast-hake').then(r => r.json()).then(d => d.components[3].component.methods[0].steps[1].id === 'sear')`)
}

func TestDishDecidesAGapAndTheStrandIsPlanned(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake")
	chef.see("Gaps: the plan stops here")
	assert.NotContains(t, chef.plan(), "roast-hake/fish-broth/simmer")
	chef.type_("[aria-label='Fish broth: reduce by half: How long, and how do you know?'] input", "soon\r")
	chef.see("“soon” is not a length of time")
	chef.type_("[aria-label='Fish broth: reduce by half: How long, and how do you know?'] input", "18 to 22 min until it coats a spoon\r")
	chef.see("No gaps")
	plan := chef.plan()
	assert.Equal(t, int64(1200), duration(plan["roast-hake/fish-broth/reduce"]))
	assert.Contains(t, plan, "roast-hake/fish-broth/simmer")
}

// 4. Run-up: both dishes on one plan, in both views; a step says why.
func TestRunUpShowsBothDishesAndSaysWhy(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/supper")
	for _, text := range []string{"20:25", "Roast hake", "21:00", "Guinea fowl", "Oven"} {
		chef.until(text, `document.querySelector('.bands svg')?.textContent.includes(`+quote(text)+`)`)
	}
	chef.pressOn("the band of the fowl", `document.querySelector('.band[aria-label^="21:00"]')`)
	chef.until("it is opened", `document.querySelector('.strands')?.textContent.includes('Thyme gravy')`)
	chef.pressOn("the band of the hake", `document.querySelector('.band[aria-label^="20:25"]')`)
	for _, text := range []string{"Hake", "20:25:00", "How long, and how do you know?", "Fri 15:55"} {
		chef.until(text, `document.querySelector('.strands')?.textContent.includes(`+quote(text)+`)`)
	}
	chef.see("Select a step to see why")
	chef.do(chromedp.Focus(chromedp.CSS(`.bar[aria-label^="fillet, pin bones out"]`)), chromedp.KeyEvent("\r"))
	chef.see("15:55:00 = 16:15:00 (due) − to spare 4:00 − Hake: fillet, pin bones out 16:00")
	for range 2 { // temper, sear
		before := js[string](chef, `document.activeElement.dataset.bar`)
		chef.do(chromedp.KeyEvent(kb.ArrowRight))
		chef.until("the next step", `document.activeElement.dataset.bar !== `+quote(before))
	}
	sum := js[string](chef, `fetch('/api/services/supper/runup').then(r => r.json()).then(r => r.runUp.bars.find(b => b.component === 'hake' && b.step === 'sear').why.sum)`)
	assert.Regexp(t, `^20:\d\d:\d\d = .* − Hake: sear 2:15( − to spare \d:\d\d)?$`, sum)
	chef.see(sum)
	chef.see("Later: ")
	chef.see("Hot fat: press with the slice")

	chef.click("Cooks and equipment")
	chef.until("the oven at both settings", `(t => t.includes('Hake 200 °C') && t.includes('Roast crown 165 °C') && t.includes('heats to 200 °C'))(document.querySelector('.moves svg').textContent)`)
	chef.click("Friday 13 March")
	chef.until("Friday", `document.querySelector('.moves svg').textContent.includes('Poached quince')`)
	chef.click("Fire list")
	chef.see("until")                        // the panel of the selected step stays
	chef.gone("a leg comes away with a tug") // the course that was opened is the one that is listed
	chef.click("Clear filter")
	chef.see("a leg comes away with a tug")
	chef.click("Filter")
	chef.pick("select[aria-label=Dish]", "roast-hake")
	chef.gone("a leg comes away with a tug")

	for _, file := range []string{"problem", "plan"} {
		text := js[string](chef, `fetch(document.querySelector('a[href$="`+file+`.json"]').href).then(r => r.text())`)
		assert.Contains(t, text, `"format": "jointime/`+file+`"`)
	}
}

func TestRunUpShowsAClash(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=swede/crush")
	chef.see("Save the step")
	chef.type_("#step-time", "20 h")
	chef.click("Save the step")
	chef.gone("Save the step")
	chef.go_("/run-up/supper")
	chef.see("Crushed swede: crush. Needs 20 h, but Head chef is there for ")
	chef.until("the strand stops there", `document.querySelector('.strands').textContent.includes('cannot be done')`)
	assert.Contains(t, chef.plan(), "guinea-fowl/crown/roast", "the rest is planned")
}

// 5. Plate: the order of building, to scale; changed, and the drawing follows.
func TestPlateIsChangedAndTheDrawingFollows(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake")
	for _, text := range []string{"Crushed swede", "110 g", "9 o’clock, 22 mm", "ring, spoon", "15 s", "0:53, one cook"} {
		chef.see(text)
	}
	outline := `document.querySelector('.plate-svg [aria-label="placing 2"] path').getAttribute('d')`
	before := js[string](chef, outline)
	chef.click("Gem lettuce")
	chef.type_("#placing-place", "2 o'clock, 70 mm")
	chef.until("drawn while it is typed", outline+` !== `+quote(before))
	chef.type_("#placing-amount", "1")
	chef.type_("#placing-seconds", "11")
	chef.type_("#placing-tool", "long tweezers")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.see("2 o’clock, 70 mm")
	chef.see("long tweezers")
	chef.see("0:55, one cook")
	chef.see("Gem lettuce: 1 on the plate, the portion says ½.")
	assert.Equal(t, int64(44), duration(chef.plan()["roast-hake/plate/lettuce"]), "four plates of 11 s each in the run-up")
	chef.click("Undo")
	chef.see("2 o’clock, 46 mm")
}

func TestPlateAddsMovesAndTakesOff(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl")
	order := `[...document.querySelectorAll('.placing .name')].map(e => e.innerText).join(', ')`
	chef.until("all placings", order+` === 'Pearl barley, Poached quince, Roast crown, Thyme gravy, Leg croquette'`)
	chef.click("Leg croquette")
	chef.click("Move up")
	chef.until("moved", order+` === 'Pearl barley, Poached quince, Roast crown, Leg croquette, Thyme gravy'`)
	chef.click("Delete")
	chef.see("Leg croquette is on the dish but not placed.")
	chef.click("Add a placing")
	chef.until("added", order+`.endsWith('Leg croquette')`)
	chef.pick("#placing-form", "dots")
	chef.type_("#placing-count", "3")
	chef.type_("#placing-length", "far")
	chef.click("Save the placing")
	chef.see("length: “far” is not a number")
	chef.type_("#placing-length", "50")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.gone("but not placed")
}

// 6. All is there after a reload and on a second tablet; Live (how soon is
// BenchmarkAnotherTabletSeesAChange); neither overwrites the other silently; the past is
// read only.
func TestTwoTablets(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.open("Head chef", "/menu/supper"), h.open("Commis", "/menu/supper")
	commis.press("#details-roast-hake")
	commis.see("660 g")
	commis.see("Live")
	chef.type_("#plates-roast-hake", "2\r")
	commis.see("330 g")
	chef.do(chromedp.Reload())
	chef.press("#details-roast-hake")
	chef.see("330 g")
	assert.Equal(t, "2", chef.value("#plates-roast-hake"))
}

func TestTwoTabletsOnOneStep(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.open("Head chef", "/dish/roast-hake?step=hake/roast"), h.open("Commis", "/dish/roast-hake?step=hake/roast")
	commis.see("Save the step")
	commis.type_("#step-cue", "when the commis says so")
	chef.see("Save the step")
	chef.type_("#step-cue", "when the chef says so\r")
	chef.gone("Save the step")
	commis.see("Someone else changed this component while you typed")
	commis.click("Save the step")
	commis.see("Head chef changed this too")
	commis.see("when the commis says so")
	commis.see("when the chef says so")
	commis.click("Use mine")
	commis.gone("changed this too")
	chef.see("until when the commis says so")
	history := js[string](chef, `fetch('/api/history/component/hake').then(r => r.json()).then(h => h.revisions.map(r => r.who).join(', '))`)
	assert.Equal(t, "Commis, Head chef, demo", history, "both are kept, one after the other")
}

func TestTwoTabletsOnTwoStepsBothStand(t *testing.T) {
	h := newHouse(t)
	chef, commis := h.open("Head chef", "/dish/roast-hake?step=hake/roast"), h.open("Commis", "/dish/roast-hake?step=hake/sear")
	commis.see("Save the step")
	commis.type_("#step-cue", "when the commis says so")
	chef.see("Save the step")
	chef.type_("#step-cue", "when the chef says so\r")
	chef.gone("Save the step")
	commis.see("Someone else changed this component")
	commis.click("Save the step")
	commis.gone("Save the step")
	commis.see("until when the commis says so")
	commis.see("until when the chef says so")
}

func TestAPastServiceIsReadOnlyAndCanBeCopied(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper@2026-02-28")
	chef.see("Past service:")
	assert.True(t, js[bool](chef, `document.querySelector('#hour-fish').readOnly`))
	assert.False(t, js[bool](chef, `document.body.innerText.includes('Undo')`))
	chef.click("Service …")
	chef.click("Copy to another day")
	chef.until("the day is asked for", `!!document.querySelector('#copy-day')`)
	js[bool](chef, `(() => { const e = document.querySelector('#copy-day'); Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(e, '2026-03-21'); return e.dispatchEvent(new Event('input', {bubbles: true})) })()`)
	chef.click("Copy service")
	chef.see("Saturday 21 March")
	assert.False(t, js[bool](chef, `document.querySelector('#hour-fish').readOnly`))
	chef.go_("/run-up/supper%402026-02-28")
	chef.see("past, as planned")
}

func TestMarkupInNamesIsShownAsText(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=hake/temper")
	chef.see("Save the step")
	chef.type_("#step-name", `<img src=x onerror="window.__hit=1">`)
	chef.click("Save the step")
	chef.see(`<img src=x onerror="window.__hit=1">`)
	chef.go_("/run-up/supper?view=list")
	chef.see(`<img src=x onerror=`)
	assert.False(t, js[bool](chef, `window.__hit === 1`))
}

// A server that goes away: the screen says so, keeps what was typed, and sends
// it when asked again.
func TestAServerThatGoesAwayLosesNothing(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/menu/supper")
	chef.press("#details-roast-hake")
	chef.see("660 g")
	chef.do(offline(true))
	chef.type_("#plates-roast-hake", "5\r")
	chef.see("No connection. What you typed is kept")
	assert.Equal(t, "5", chef.value("#plates-roast-hake"))
	chef.do(offline(false))
	chef.click("Try again")
	chef.see("825 g")
	chef.gone("No connection")
}

// offline cuts the tablet off, or joins it again.
func offline(off bool) chromedp.Action[chromedp.Void] {
	return chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{
			MatchedNetworkConditions: []*network.Conditions{{Offline: off, DownloadThroughput: -1, UploadThroughput: -1}}})
		return err
	})
}

func TestKeysAreListedAndWork(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.see("Does it hold together?")
	chef.do(chromedp.KeyEvent("?"))
	chef.see("Undo your last change on this screen")
	chef.click("Close")
	chef.gone("Undo your last change")
	chef.until("the dishes are known", `!!document.querySelector('nav a[href^="/plate/"]:not([href="/plate/"])') && !document.querySelector('.modal')`)
	chef.do(chromedp.KeyEvent("p"))
	chef.see("Build")
	chef.until("the services are known", `!!document.querySelector('nav a[href^="/run-up/"]:not([href="/run-up/"])')`)
	chef.do(chromedp.KeyEvent("r"))
	chef.see("Select a step")
}

// The first screen loads under 120 kB of script, compressed, and each other one under 60
// more.
func TestTheFirstLoadIsSmall(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/")
	script := func(path, shows string) (total int) {
		chef.load(path) // what is in the browser's cache is counted with its size too
		chef.see(shows)
		if path == "/" {
			chef.until("the plates of the menu", `!!document.querySelector('.across thead svg')`)
		}
		// each script once: one that is fetched ahead and then used stands there twice
		for _, size := range js[map[string]int](chef, `Object.fromEntries(performance.getEntriesByType('resource').filter(e => e.name.endsWith('.js')).map(e => [e.name, e.encodedBodySize]))`) {
			total += size
		}
		t.Logf("%s: %d bytes of script", path, total)
		return total
	}
	first := script("/", "Small supper")
	assert.Greater(t, first, 1000)
	assert.Less(t, first, 120_000)
	for path, shows := range map[string]string{"/mise/supper": "first course", "/run-up/supper": "Export plan", "/dish/roast-hake": "before the plate", "/plate/roast-hake": "Build", "/order/supper": "order by",
		"/service/supper": "Nobody is seated yet", "/kitchen": "Save the kitchen", "/book": "Split-pea broth", "/sheets/supper": "Fire list", "/card/roast-hake": "before the first plate"} {
		assert.Less(t, script(path, shows), first+60_000, path)
	}
}
