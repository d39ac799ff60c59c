package e2e

import (
	"net/http"
	"strconv"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A table more, a version, an hour of its own and a course after the one before:
// the covers and the waves follow, it can be taken back, and the other tablet sees
// it (how soon is BenchmarkAnotherTabletSeesAChange).
func TestTablesAreSeatedAndTheEveningFollows(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/service/winter-supper")
	chef.see("36 guests at 10 tables")
	chef.see("Select a wave")
	other := h.open("Commis", "/service/winter-supper")
	other.see("36 guests at 10 tables")

	chef.click("Add a table of two")
	other.see("38 guests at 11 tables")
	chef.see("38 guests at 11 tables")
	chef.press("[data-seat='t11/main']")
	chef.type_("#order-t11-guinea-fowl-meatless", "1")
	chef.press("#guests-t11")
	chef.see("+ 1 meatless")
	other.see("+ 1 meatless")
	other.type_("#guests-t1", "3")
	other.press("#guests-t2")
	chef.until("what the other did", `document.querySelector('#guests-t1').value === '3'`)
	chef.until("and one's own is still there", `document.querySelector('[data-seat="t11/main"]').innerText.includes('meatless')`)

	chef.type_("#hour-egg", "+25")
	chef.press("#guests-t2")
	chef.see("19:55")
	chef.type_("#hour-fish", "soon")
	chef.press("#guests-t2")
	chef.see("is not a time. Write 20:15, or +20")
	chef.until("what was typed is kept", `document.querySelector('#hour-fish').value === 'soon'`)
	chef.press("#hour-fish")
	chef.do(chromedp.KeyEvent(kb.Escape))
	chef.click("Undo")
	chef.until("the hour is fixed again", `document.querySelector('#hour-egg').value === '19:50'`)
	chef.go_("/menu/winter-supper")
	chef.press("#details-guinea-fowl")
	chef.until("the covers follow", `[...document.querySelectorAll('#plates-guinea-fowl-meatless')].some(e => e.value === '4' && e.readOnly)`)
}

// A cook more and an oven less: what it would do is shown before it is saved, and a
// field that is not understood is named.
func TestAKitchenIsChangedByWhatItWouldDo(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/kitchen")
	chef.see("Small supper")
	chef.see("Check the plan")
	field := "[aria-label='cooks 2, hours of the week']"
	chef.type_(field, "all day")
	chef.click("Try this change")
	chef.see("Write 09:00–15:00, or Tue–Sat 14–23.")
	chef.type_(field, "10:00-15:00, 19:30-23:30")
	chef.click("Try this change")
	chef.see("with the change")
	chef.see("cooks working")
	chef.click("Save the kitchen")
	chef.until("it is saved", `document.querySelector("`+field+`").value === '10:00–15:00, 19:30–23:30' && !document.body.innerText.includes("Discard changes")`)
	status := js[int](chef, `fetch('/api/kitchens').then(r => r.json()).then(r => r.kitchens.flatMap(k => k.kitchen.cooks).filter(c => c.shifts.length === 2).length)`)
	assert.Equal(t, 1, status)
}

// A long sheet is shown a stretch of the clock at a time, and printed whole.
func TestALongSheetHasPages(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/sheets/winter-supper")
	lines := func() int { return js[int](chef, `document.querySelectorAll('.call-sheet .call-at').length`) }
	chef.see("Fire list")
	chef.until("there are pages", `document.querySelectorAll('.sheet-pages button').length > 2`)
	all := js[int](chef, `fetch('/api/services/winter-supper/sheets').then(r => r.json()).then(r => r.calls.length)`)
	seen, pages := 0, js[int](chef, `document.querySelectorAll('.sheet-pages button').length`)
	for i := range pages {
		chef.pressOn("a page", `document.querySelectorAll('.sheet-pages button')[`+strconv.Itoa(i)+`]`)
		chef.until("it is shown", `document.querySelectorAll('.sheet-pages button')[`+strconv.Itoa(i)+`].getAttribute('aria-pressed') === 'true'`)
		assert.Less(t, lines(), all/2)
		seen += lines()
	}
	assert.Equal(t, all, seen, "each line is on one page")
	chef.print()
	chef.until("paper has them all", `document.querySelectorAll('.call-sheet .call-at').length === `+strconv.Itoa(all))
}

// The sheets: a cook's own calls, the service of a section, prep, what the room is told; as files
// too, which open formats have.
func TestThePlanIsHandedOut(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/sheets/winter-supper")
	chef.see("Fire list")
	chef.pick("[aria-label='Sheet for']", "cook:fish")
	chef.see("Fish cook")
	chef.until("their calls", `document.querySelector('.page-head h1')?.innerText === 'Fish cook' && document.querySelectorAll('.call-sheet .call-at').length > 0`)
	chef.pick("[aria-label='Sheet for']", "section:fish")
	chef.until("minutes before the plate, and rounds", `(t => /−\d+ roast 200 °C/.test(t) && t.includes('T3 T5'))(document.querySelector('.service-sheet')?.innerText ?? '')`)
	chef.until("what must be otherwise stands out", `[...document.querySelectorAll('.sheet-tables [data-need="true"]')].some(e => e.innerText.startsWith('T2 4, 1 no shellfish'))`)
	chef.see("Not planned, and on no sheet:")
	chef.see("Fish broth: reduce by half: How long, and how do you know?")
	chef.until("each caution once", `(list => list.length > 0 && new Set(list).size === list.length)([...document.querySelectorAll('.sheet-cautions li')].map(e => e.innerText))`)
	chef.pick("[aria-label='Sheet for']", "prep:sauce")
	chef.until("what is left alone is on and out by an hour", `[...document.querySelectorAll('.prep-sheet tbody tr')].some(r => r.innerText.includes('brown bones') && r.children[2].innerText && r.children[3].innerText && !r.children[4].innerText)`)
	chef.until("the rest is ready by one", `[...document.querySelectorAll('.prep-sheet tbody tr')].some(r => !r.children[2].innerText && r.children[4].innerText)`)
	chef.click("The room")
	chef.see("ordered without")
	chef.see("alcohol: white wine")
	chef.see("Cannot wait")
	chef.see("Hake starts")
	chef.see("a birthday")
	chef.gone("good for 20 min")
	for file, kind := range map[string]string{"calendar.ics?cook=fish": "text/calendar; charset=utf-8", "fire.csv?section=fish": "text/csv; charset=utf-8; header=present", "run-up.svg": "image/svg+xml; charset=utf-8"} {
		got := js[struct {
			Status int
			Kind   string
			Size   int
		}](chef, `fetch('/api/services/winter-supper/`+file+`').then(async r => ({Status: r.status, Kind: r.headers.get('content-type'), Size: (await r.text()).length}))`)
		assert.Equal(t, http.StatusOK, got.Status, file)
		assert.Equal(t, kind, got.Kind)
		assert.Greater(t, got.Size, 500)
	}
}

// A run-up is read by what one asks for: a course, a cook, one table all the way
// through; a fold is unfolded; the tight hours and the step that hurts first are
// told.
func TestARunUpIsReadByWhatOneAsksFor(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/winter-supper")
	chef.see("Watch first")
	chef.pick("[aria-label='Open']", "course main")
	chef.until("its strands", `[...document.querySelectorAll('.strands text')].some(e => e.textContent.trim() === 'Leg croquette')`)
	chef.until("no strand of another course", `![...document.querySelectorAll('.strands text')].some(e => e.textContent.trim() === 'Rye cracker')`)
	chef.pressOn("the second wave", `document.querySelector('.waves li:nth-child(2) button')`)
	chef.until("it is lit through all strands", `(lit => lit.length >= 5 && lit.every(e => e.dataset.wave.split(' ').includes('2')))([...document.querySelectorAll('.strands .bar[data-lit]')])`)
	chef.pick("[aria-label='Open']", "table Table 2")
	chef.until("no step of another wave", `!document.querySelector('.strands [data-bar$="wave 7"]')`)
	chef.until("those of its own", `!!document.querySelector('.strands [data-bar$="roast/wave 1"]')`)
	folds := js[int](chef, `document.querySelectorAll('.fold').length`)
	chef.pressOn("a fold", `document.querySelector('.fold')`)
	chef.until("one fold over the whole width", `document.querySelectorAll('.fold').length === 1`)
	chef.pressOn("a fold", `document.querySelector('.fold')`)
	chef.until("folded again", `document.querySelectorAll('.fold').length === `+strconv.Itoa(folds))
	chef.pick("[aria-label='Open']", "course main")
	chef.pressOn("where a delay hurts", `document.querySelector('.critical:not(.notes) summary')`)
	chef.pressOn("the step", `document.querySelector('.critical:not(.notes) button')`)
	chef.see("To spare")
	chef.click("Why the")
	chef.see("Why hold ")
	chef.see("Held ")
	chef.click("Load")
	chef.see("All cooks busy")
	chef.click("Cooks and equipment")
	chef.click("4 ×")
	chef.until("four times as wide", `location.search.includes('wide=4')`)
	chef.until("wider than the screen", `document.querySelector('.moves').scrollWidth > 2 * document.querySelector('.moves').clientWidth`)
}

// A service that has covers and no tables is seated in one step, which can be taken
// back; no plate is lost on the way.
func TestCoversAreSeatedInOneStep(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/service/supper")
	chef.see("Nobody is seated yet")
	chef.click("Seat at tables of four")
	chef.see("4 guests at 1 table")
	chef.see("Table 1")
	chef.click("Undo")
	chef.see("Nobody is seated yet")
}

// A step is pinned where it stands, which another tablet sees, is let go again, and a pin is
// taken back.
func TestAStepIsPinnedAndAnotherTabletSeesIt(t *testing.T) {
	h := newHouse(t)
	chef, other := h.open("Head chef", "/run-up/supper"), h.open("Commis", "/run-up/supper")
	other.see("Guinea fowl")
	chef.why()
	chef.click("Pin at")
	chef.until("the step is kept", `document.querySelectorAll('.kept').length === 1`)
	other.until("the other sees it", `document.querySelectorAll('.kept').length === 1`)
	chef.pressOn("the kept step", `document.querySelector('.bar:has(.kept)')`)
	chef.see("Pinned at")
	chef.see("pinned")
	chef.click("Unpin")
	chef.until("it is free again", `document.querySelectorAll('.kept').length === 0`)
	chef.click("Pin at")
	chef.see("Pinned at")
	chef.click("Undo")
	chef.until("taken back", `document.querySelectorAll('.kept').length === 0`)
}

// A limit of the kitchen's own is planned with, and one that is looser than what is published is
// refused in words.
func TestAKitchenIsStricterThanWhatIsPublished(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/kitchen")
	chef.see("Show limits, set stricter ones")
	js[bool](chef, `(document.querySelector('details.limits').open = true, true)`)
	ours := "[aria-label='Ours, out of temperature control, from 5 or 57 °C']"
	chef.type_(ours, "long")
	chef.click("Save the kitchen")
	chef.see("is not a limit. Write 65 °C or 90 min.")
	chef.type_(ours, "5 h")
	chef.click("Save the kitchen")
	chef.see("ours must be stricter than")
	chef.type_(ours, "2 h")
	chef.click("Save the kitchen")
	chef.until("it is kept", `!document.querySelector('[role=alert]')`)
	chef.load("/kitchen")
	chef.until("and still there", `document.querySelector("`+ours+`")?.value === '2 h'`)
}
