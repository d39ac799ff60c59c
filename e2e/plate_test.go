package e2e

import (
	"bytes"
	"fmt"
	"image"
	"image/png"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The ring is too small for its portion: the misfit is told while it is typed,
// and one of the ways out is taken.
func TestARingThatIsTooSmallIsMended(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake?placing=swede")
	chef.see("Save the placing")
	chef.type_("#placing-length", "70")
	chef.see("the ring comes to 96 ml (91.4 g of it), the amount says 110 g.")
	chef.click("30.1 mm high")
	chef.gone("the ring comes to")
	chef.until("it is kept", `document.querySelector('#placing-height').value === '30.09' && document.querySelector('#placing-length').value === '70'`)
	chef.see("54 mm")
	chef.click("Undo")
	chef.see("49 mm")
}

// By keys and by hand: the numbers follow, and nothing is kept before it is
// saved.
func TestAPlacingIsMovedByKeysAndByHand(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl?placing=quince")
	chef.see("Save the placing")
	js[bool](chef, `(document.querySelector('.movable').focus(), true)`)
	chef.do(chromedp.KeyEvent("\u0303")) // arrow right
	chef.until("a quarter of an hour further", `document.querySelector('#placing-place').value === '2¼ o’clock, 52 mm'`)
	chef.do(chromedp.KeyEvent("\u0301")) // arrow down
	chef.until("two millimetres in", `document.querySelector('#placing-place').value === '2¼ o’clock, 50 mm'`)
	before := js[string](chef, `document.querySelector('.movable path').getAttribute('d')`)
	js[bool](chef, `(() => {
		const svg = document.querySelector('svg.from-above').getBoundingClientRect(), e = document.querySelector('.movable')
		const at = (x, y) => ({bubbles: true, pointerId: 1, clientX: svg.left + svg.width / 2 + x, clientY: svg.top + svg.height / 2 + y})
		const from = document.querySelector('.movable path').getBoundingClientRect()
		const x = from.left + from.width / 2 - svg.left - svg.width / 2, y = from.top + from.height / 2 - svg.top - svg.height / 2
		e.dispatchEvent(new PointerEvent('pointerdown', at(x, y)))
		e.dispatchEvent(new PointerEvent('pointermove', at(x, y + 60)))
		e.dispatchEvent(new PointerEvent('pointerup', at(x, y + 60)))
		return true
	})()`)
	chef.until("it is drawn elsewhere", `document.querySelector('.movable path').getAttribute('d') !== `+quote(before))
	assert.NotEqual(t, "2¼ o’clock, 50 mm", chef.value("#placing-place"))
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.click("Undo")
	chef.see("2 o’clock, 52 mm")
}

// A place typed as a cook says it, and what is no place is told and kept.
func TestAPlaceIsTyped(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl?placing=quince")
	chef.see("Save the placing")
	before := js[string](chef, `document.querySelector('.movable path').getAttribute('d')`)
	chef.type_("#placing-place", "half past nowhere")
	chef.click("Save the placing")
	chef.see("is not a place. Write 2 o’clock, 40 mm")
	chef.type_("#placing-place", "8 o'clock, 40 mm")
	chef.until("it is drawn elsewhere", `document.querySelector('.movable path').getAttribute('d') !== `+quote(before))
	js[bool](chef, `(document.querySelector('.movable').focus(), true)`)
	chef.do(chromedp.KeyEvent("\u0304")) // arrow up
	chef.until("moved from there", `document.querySelector('#placing-place').value === '8 o’clock, 42 mm'`)
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.see("8 o’clock, 42 mm")
}

// Another way of building is kept, named, built, and dropped.
func TestAWayOfBuildingIsKeptBesideAnother(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake")
	chef.pick("[aria-label='Compare with']", "broth-first")
	chef.see("broth first, under the rest")
	chef.see("no. 1 there")
	chef.click("Use this")
	chef.until("they changed places", `document.querySelector('[aria-label="Name of this plating"]').value === 'broth first, under the rest'`)
	chef.see("broth poured last")
	chef.pick("[aria-label='Compare with']", "+")
	chef.until("a third is beside it", `document.querySelector('[aria-label="Name of the other plating"]').value === 'plating 2'`)
	chef.type_("[aria-label='Name of the other plating']", "at the table")
	js[bool](chef, `(document.activeElement.blur(), true)`)
	chef.until("it is named", `[...document.querySelectorAll('.plate-compare h2')].some(h => h.innerText === 'at the table')`)
	chef.click("Delete")
	chef.gone("at the table")
	chef.click("Undo")
	chef.see("broth first, under the rest")
}

func TestAnElementIsSaidOntoThePlate(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/set-buttermilk-cream-poached-plum")
	chef.type_("[aria-label='Type a placing']", "some unicorn")
	chef.see("Of what? Not on the dish.")
	chef.type_("[aria-label='Type a placing']", "four dots of poached plum, 8 o'clock, 50 mm")
	chef.see("4 dots · Poached plum · 8 o’clock, 50 mm")
	chef.do(chromedp.KeyEvent("\r"))
	chef.see("70 g on the plate, the portion says 35 g")
	chef.see("4 dots of Poached plum: odd numbers sit easier.")
	chef.click("Ignore")
	chef.gone("odd numbers sit easier")
	chef.see("the build, step by step")
}

// Crisp under the sauce: another order is offered, and mends it.
func TestAnotherOrderIsOffered(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/set-buttermilk-cream-poached-plum?placing=plum-sorbet")
	chef.see("Save the placing")
	for _, number := range []string{"3", "2", "1"} {
		chef.click("Move up")
		chef.until("it is earlier", `document.querySelector('.placing[aria-current=true] .number').innerText === `+quote(number))
	}
	chef.type_("#placing-seconds", "100")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.click("Set buttermilk cream")
	chef.see("Save the placing")
	chef.type_("#placing-seconds", "130")
	chef.click("Save the placing")
	chef.see("of building follows")
	chef.click("Reorder to fix these")
	chef.gone("of building follows")
}

// One placing at a time, and the plate checked in two taps.
func TestAPlateIsBuiltFromItsCardAndChecked(t *testing.T) {
	h := newHouse(t)
	fish := h.open("Fish", "/card/roast-hake")
	fish.size(1024, 768)
	fish.see("before the first plate")
	fish.see("6 × ring 77 mm")
	fish.click("Build")
	fish.see("fill the ring 77 mm")
	fish.see("9 o’clock, 1 finger")
	fish.pressOn("the measures", `document.querySelector('.build-step summary')`)
	fish.see("ring 77 mm, 25 mm high · 9 o’clock, 22 mm")
	for range 4 {
		fish.click("Next")
	}
	fish.see("5 of 5")
	fish.do(chromedp.KeyEvent("\u0302")) // arrow left
	fish.see("4 of 5")
	fish.do(chromedp.KeyEvent("\u0303"))
	fish.click("To the pass")
	fish.click("Send back")
	fish.click("rim smeared")
	fish.see("1 of 5")
	fish.load("/plate/roast-hake")
	fish.see("1 sent back")
	fish.see("rim smeared")
	assert.True(t, js[bool](fish, `fetch('/api/dishes/roast-hake/card.svg').then(r => r.text()).then(t => t.startsWith('<svg'))`))
}

func TestAVersionIsLaidBesideTheDish(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl")
	chef.pick("[aria-label='Compare with']", "meatless")
	chef.see("Salt-baked celeriac")
	chef.see("only here")
	chef.see("replaces it")
	chef.see("Hazelnut crumb")
	chef.gone("but not placed")
	assert.Equal(t, 2, js[int](chef, `document.querySelectorAll('svg.from-above').length`))
}

// A photograph is handed in, stands beside the drawing and at the check, and is
// taken off and put back.
func TestAPhotographStandsBesideTheDrawing(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake")
	chef.see("Add photo")
	file := filepath.Join(t.TempDir(), "plate.png")
	var picture bytes.Buffer
	require.NoError(t, png.Encode(&picture, image.NewRGBA(image.Rect(0, 0, 400, 300))))
	require.NoError(t, os.WriteFile(file, []byte("no picture"), 0o600))
	chef.do(chromedp.SetUploadFiles(chromedp.CSS(".plate-photo input"), []string{file}))
	chef.see("not a JPEG or PNG")
	require.NoError(t, os.WriteFile(file, picture.Bytes(), 0o600))
	chef.do(chromedp.SetUploadFiles(chromedp.CSS(".plate-photo input"), []string{file}))
	chef.until("it is shown", `document.querySelector('.plate-photo img')?.naturalWidth === 400`)
	chef.click("Remove photo")
	chef.gone("Replace photo")
	chef.click("Restore last photo")
	chef.until("it is shown again", `document.querySelector('.plate-photo img')?.naturalWidth === 400`)
	chef.go_("/card/roast-hake")
	chef.click("Build")
	for range 4 {
		chef.click("Next")
	}
	chef.click("To the pass")
	chef.until("it is shown at the check", `document.querySelector('.build-photo')?.naturalWidth === 400`)
}

// A finger moves a placing: the plate does not scroll away under it.
func TestAPlacingIsMovedByAFinger(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl?placing=quince")
	chef.size(1024, 768)
	chef.see("Save the placing")
	box := js[[]float64](chef, `(() => { const r = document.querySelector('.movable path').getBoundingClientRect(); return [r.left + r.width / 2, r.top + r.height / 2, window.scrollY] })()`)
	chef.finger(input.DispatchTouchEventTypeTouchStart, &input.TouchPoint{X: box[0], Y: box[1]})
	for step := range 6 {
		chef.finger(input.DispatchTouchEventTypeTouchMove, &input.TouchPoint{X: box[0], Y: box[1] + 10*float64(step+1)})
	}
	chef.finger(input.DispatchTouchEventTypeTouchEnd)
	chef.until("it lies elsewhere", `document.querySelector('#placing-place').value !== '2 o’clock, 52 mm'`)
	assert.Equal(t, box[2], js[float64](chef, `window.scrollY`))
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.gone("2 o’clock, 52 mm")
}

// A plate of 40 elements, one of them moved by a key: from the key until all
// that follows is drawn anew, through React, the server and back. Median and
// 95th percentile, warm.
func BenchmarkAPlateOf40IsRedrawn(b *testing.B) {
	chef := newHouse(b).open("Head chef", "/plate/guinea-fowl?placing=quince")
	chef.see("Save the placing")
	js[bool](chef, `(async () => {
		const v = await fetch('/api/dishes/guinea-fowl').then(r => r.json())
		const quince = v.dish.plate.placings.find(p => p.id === 'quince')
		for (let i = v.dish.plate.placings.length; i < 40; i++) v.dish.plate.placings.push({...quince, id: 'more-' + i, hour: i % 12 || 12, distance: 30 + i, length: 12, width: 8, height: 4})
		const answer = await fetch('/api/dishes/guinea-fowl', {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({version: v.version, what: 'forty', value: v.dish})})
		return answer.ok
	})()`)
	chef.until("forty are drawn", `document.querySelectorAll('.from-above [role=button]').length === 40`)
	// a key at a time, as a cook nudges: until the drawing is the new one, and
	// until the frame that shows it; then keys without a rest between them, as
	// when one is held
	alone, shown, held := []float64{}, []float64{}, []float64{}
	for b.Loop() {
		took := js[[][]float64](chef, `(async () => {
			const it = document.querySelector('.movable'), took = [[], [], []]
			it.focus()
			const pause = (ms) => new Promise(r => setTimeout(r, ms))
			const frame = () => new Promise(r => requestAnimationFrame(() => setTimeout(r, 0)))
			// told by the document itself when the outline is the new one: asking
			// again and again would take the time that it measures
			const press = () => new Promise(done => {
				const start = performance.now()
				const watch = new MutationObserver(() => { watch.disconnect(); done([start, performance.now()]) })
				watch.observe(document.querySelector('.movable path'), {attributeFilter: ['d']})
				it.dispatchEvent(new KeyboardEvent('keydown', {key: 'ArrowRight', bubbles: true}))
			})
			for (let n = 0; n < 12; n++) {
				const [start, when] = await press()
				await frame()
				if (n > 1) took[0].push(when - start), took[1].push(performance.now() - start)
				await pause(1000)
			}
			for (let n = 0; n < 24; n++) {
				const [start, when] = await press()
				took[2].push(when - start)
			}
			return took
		})()`)
		alone, shown, held = append(alone, took[0]...), append(shown, took[1]...), append(held, took[2]...)
	}
	for name, took := range map[string][]float64{"drawn": alone, "shown": shown, "held": held} {
		slices.Sort(took)
		b.ReportMetric(took[len(took)/2], "ms-"+name+"-median")
		b.ReportMetric(took[len(took)*95/100], "ms-"+name+"-p95")
	}
}

// The ware is changed, a boat stands beside the plate, and the broth goes into it:
// drawn there, judged there, and taken back.
func TestTheWareIsChangedAndTheBrothServedBesideIt(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake")
	chef.click("280 mm coupe, warmed to 60 °C (have 48) · 6 × ring 77 mm Edit")
	chef.see("Save the ware")
	chef.click("Add side ware")
	chef.type_("#ware-name-1", "sauce boat")
	chef.type_("#ware-well-1", "wide")
	chef.click("Save the ware")
	chef.see("sauce boat, well: “wide” is not a number")
	chef.type_("#ware-well-1", "80")
	chef.click("Save the ware")
	chef.gone("Save the ware")
	chef.see("· sauce boat ·")
	chef.go_("/plate/roast-hake?placing=broth")
	chef.see("Save the placing")
	chef.type_("#placing-place", "in the sauce boat: in the middle")
	chef.type_("#placing-length", "60")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.see("in the sauce boat: in the middle")
	chef.until("it is drawn to the right of the plate", `document.querySelector('.from-above [aria-label="placing 5"]').getBoundingClientRect().left > document.querySelector('.from-above path').getBoundingClientRect().right`)
	chef.click("Undo")
	chef.gone("in the sauce boat: in the middle")
}

// A place is measured from another placing, and follows it when that is moved.
func TestAPlacingFollowsTheOneItIsMeasuredFrom(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/roast-hake?placing=lettuce")
	chef.see("Save the placing")
	chef.type_("#placing-place", "3 o'clock, 62 mm from the swede")
	chef.click("Save the placing")
	chef.gone("Save the placing")
	chef.see("3 o’clock, 62 mm from the middle of 1")
	middle := `(() => { const r = document.querySelector('.from-above [aria-label="placing 2"] path').getBoundingClientRect(); return r.top + r.height / 2 })()`
	before := js[float64](chef, middle)
	chef.click("Crushed swede")
	chef.see("Save the placing")
	chef.type_("#placing-place", "12 o'clock, 30 mm")
	chef.until("the lettuce goes up with the swede", fmt.Sprintf("%s < %f - 20", middle, before))
}

// What is added for some guests only is placed for them only.
func TestAPlacingOnlyForAVersion(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl?beside=meatless")
	chef.see("Only on “meatless”")
	chef.click("Remove")
	chef.see("is on the dish but not placed")
	chef.type_("[aria-label='Type a placing']", "hazelnut crumb on the salt-baked celeriac")
	chef.see("Enter to add")
	chef.do(chromedp.KeyEvent("\r"))
	chef.gone("is on the dish but not placed")
	chef.click("Undo")
	chef.see("is on the dish but not placed")
}

// The plates of a menu stand side by side on Menu.
func TestAMenuIsSeenFromTheFirstPlateToTheLast(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.see("From the first plate to the last")
	chef.until("two plates", `document.querySelectorAll('.across thead svg').length === 2`)
	chef.until("the hake is crisp", `[...document.querySelectorAll('.across td[aria-label="1 crisp"]')].length === 2`)
}

// The words of the menu card are typed on the dish, and held against what is built: capers are announced and on no
// plate, and nobody says that there is broth.
func TestWhatIsAnnouncedIsHeldAgainstThePlate(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?side=dish")
	chef.see("words of the menu card")
	chef.type_("#room-card", "Roast hake, crushed swede, gem lettuce, shrimp butter, capers")
	chef.click("Save the dish")
	chef.until("the card is kept", `fetch('/api/dishes/roast-hake').then(r => r.json()).then(v => /capers/.test(v.dish.room.card))`)
	chef.go_("/plate/roast-hake")
	chef.see("not on the plate")
	chef.see("Built and never said:")
	look(chef, "announced")
}

// A thing with a hole is chosen, its hole typed, and drawn.
func TestAHollowFormHasAHole(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl?placing=quince")
	chef.see("Save the placing")
	chef.pick("#placing-form", "hollow")
	chef.type_("#placing-inner", "20")
	chef.click("Save the placing")
	chef.until("the hole is kept", `fetch('/api/dishes/guinea-fowl').then(r => r.json()).then(v => v.dish.plate.placings.some(p => p.form === 'hollow' && p.inner === 20))`)
}

// Enter that comes before a line is read adds it all the same.
func TestAPlacingIsAddedHoweverFastItIsTyped(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/plate/guinea-fowl")
	chef.see("Add a placing")
	before := js[int](chef, `document.querySelectorAll('.placing').length`)
	chef.do(chromedp.SendKeys(chromedp.CSS(`[aria-label="Type a placing"]`), "three dots of thyme gravy, 1 o'clock, 70 mm\r"))
	chef.until("it is added", fmt.Sprintf(`document.querySelectorAll('.placing').length === %d`, before+1))
	chef.until("the line is empty", `document.querySelector('[aria-label="Type a placing"]').value === ''`)
}
