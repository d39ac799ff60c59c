package e2e

import (
	"context"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/standin"
	"jointime/internal/store"
)

// offline cuts a tablet off, or lets it back.
func (t *tablet) offline(cut bool) {
	t.Helper()
	t.marked = true
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		if _, err := chromedp.Call(ctx, network.Enable, network.EnableParams{}); err != nil {
			return err
		}
		_, err := chromedp.Call(ctx, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: []*network.Conditions{{DownloadThroughput: -1, UploadThroughput: -1, Offline: cut}}})
		if err != nil {
			return err
		}
		_, err = chromedp.Call(ctx, network.OverrideNetworkState, network.OverrideNetworkStateParams{Offline: cut, DownloadThroughput: -1, UploadThroughput: -1})
		return err
	}))
}

// tick presses the box of a task.
func (t *tablet) tick(name string) {
	t.Helper()
	box := `[...document.querySelectorAll('.tick-box')].find(b => b.ariaLabel.startsWith(` + quote(name) + `) && b.ariaChecked !== 'true')`
	t.pressOn("a box for "+name, box)
}

func (h *house) ticks() []store.Tick {
	h.Helper()
	list, err := h.store.Ticks(context.Background(), "supper")
	require.NoError(h, err)
	return list
}

func TestTheMiseIsTickedAndOthersSeeIt(t *testing.T) {
	h := newHouse(t)
	sauce, fish := h.open("Sauce", "/mise/supper?section=sauce"), h.open("Fish", "/mise/supper")
	for _, tab := range []*tablet{sauce, fish} {
		tab.see("first course")
		tab.see("Live")
	}
	sauce.gone("Brown-shrimp butter")
	fish.see("Brown-shrimp butter")
	sauce.tick("Thyme gravy")
	fish.see("made 200 ml")
	fish.see("1 of 10 ready")

	sauce.click("Roast crown")
	sauce.see("guinea fowl")
	sauce.type_("[aria-label='Roast crown, amount made']", "400 g\r")
	sauce.see("160 g to make")
	sauce.see("Roast crown: 160 g short (400 g made)")
	fish.see("Roast crown: 160 g short (400 g made)")
	sauce.tick("Roast crown")
	sauce.gone("160 g short")
	sauce.tick("Thyme gravy: brown bones, simmer: skim")
	fish.until("the visit is ticked", `document.querySelector('.visit')?.dataset.done === 'true'`)

	sauce.click("Undo")
	sauce.see(" to make")
	assert.Len(t, h.ticks(), 5)
	sauce.go_("/order/supper?side=made")
	sauce.see(" to make")
}

// A tablet in the cold room: it ticks, says that the ticks wait, outlives a
// reload of nothing, and delivers them once it is back, with the hours at which
// they were ticked.
func TestATabletThatWasCutOffDeliversLaterAndOnce(t *testing.T) {
	h := newHouse(t)
	larder, other := h.open("Larder", "/mise/supper"), h.open("Pastry", "/mise/supper")
	larder.see("first course")
	other.see("first course")
	larder.offline(true)
	larder.tick("Hake")
	larder.see("1 tick not sent yet")
	larder.click("Gem lettuce")
	larder.type_("[aria-label='Gem lettuce, amount made']", "1\r")
	larder.see("2 ticks not sent yet")
	assert.Empty(t, h.ticks())
	assert.False(t, js[bool](other, `document.body.innerText.includes('made 660 g')`))
	then := time.Now()
	require.Eventually(t, func() bool { return time.Since(then) > time.Second }, within, 10*time.Millisecond, "the ticks are a second old when they are delivered")
	larder.offline(false)
	other.see("made 660 g")
	larder.gone("not sent yet")
	list := h.ticks()
	require.Len(t, list, 2)
	for _, k := range list {
		assert.True(t, k.At.Before(then), "by the tablet's clock")
		assert.True(t, k.Received.After(k.At.Add(time.Second)))
		assert.Equal(t, "Larder", k.Who)
	}
	larder.load("/mise/supper")
	larder.see("1 to make")
	assert.Len(t, h.ticks(), 2)
}

func TestLabelsArePrintedOrPutOnPaper(t *testing.T) {
	printer := &standin.Printer{}
	address, stop, err := standin.Serve(printer)
	require.NoError(t, err)
	defer stop()
	h := newHouseWith(t, address)
	sauce := h.open("Sauce", "/mise/supper?section=sauce")
	sauce.tick("Thyme gravy")
	sauce.see("made 200 ml")
	sauce.click("Labels")
	sauce.see("use by")
	sauce.click("Send to the label printer")
	sauce.see("2 labels printed.")
	all := strings.Join(printer.Labels(), "")
	assert.Contains(t, all, "Thyme gravy")
	assert.Contains(t, all, "contains milk, celery, sulphites")
	resp, err := http.Post(address+"/paper?out=true", "", nil)
	require.NoError(t, err)
	resp.Body.Close()
	sauce.click("Send to the label printer")
	sauce.see("out of paper")
	sauce.see("Print on paper")
	sauce.click("Back to the list")
	sauce.see("first course")
}

// The prep list on paper: black and white, nothing clipped, boxes to tick.
func TestThePrepListPrints(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/mise/supper")
	chef.see("first course")
	chef.print()
	chef.size(720, 1000)
	assert.True(t, js[bool](chef, `document.documentElement.scrollWidth <= 720`))
	assert.Equal(t, "none", js[string](chef, `getComputedStyle(document.querySelector('.mise-choices')).display`))
	assert.True(t, js[bool](chef, `[...document.querySelectorAll('.task')].every(e => e.getBoundingClientRect().right <= 720)`))
}

func TestTheOrderIsWhatIsStillMissing(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/order/supper")
	chef.see("order by")
	chef.see("The quay boat")
	chef.click("hake")
	chef.see("2 × 1 kg = 2 kg: 1.45 kg needed, 550 g left over")
	chef.click("stock")
	chef.type_("[aria-label='item']", "hake")
	chef.type_("[aria-label='amount']", "1 kg\r")
	chef.see("Of what?") // it is bought, and made
	chef.type_("[aria-label='item']", "hake")
	chef.pressOn("what is bought", `[...document.querySelectorAll('.stock-new [role=option]')].find(e => e.innerText.includes('ingredient'))`)
	chef.type_("[aria-label='amount']", "1 kg\r")
	chef.see("counted")
	chef.until("the hake is listed", `[...document.querySelectorAll('.stock b')].some(e => e.innerText === 'hake')`)
	chef.click("to order")
	chef.see("need 450 g")
	chef.click("stock")
	chef.type_("[aria-label='hake, amount']", "lots\r")
	chef.see("how much?")
	chef.type_("[aria-label='hake, amount']", "1.5 kg\r")
	chef.click("to order")
	chef.until("no hake is ordered", `![...document.querySelectorAll('.one-order')].some(e => e.innerText.includes('hake'))`)
	chef.click("stock")
	chef.click("Undo")
	chef.until("it is a kilogram again", `document.querySelector("[aria-label='hake, amount']").value === '1 kg'`)

	chef.click("suppliers")
	chef.click("Add a supplier")
	chef.type_("#supplier-name", "The pier")
	chef.click("Save the supplier")
	chef.see("Choose delivery days.")
	chef.pressOn("Monday", `document.querySelector('#on-Mon')`)
	chef.pressOn("Friday", `document.querySelector('#on-Fri')`)
	chef.click("Save the supplier")
	chef.see("order by 14:00 the day before")
	chef.go_("/book/ingredients?of=hake")
	chef.see("Save the ingredient")
	chef.click("Add a pack")
	chef.pick("[aria-label='packs 2, supplier']", "the-pier")
	chef.type_("[aria-label='packs 2, size']", "500 g")
	chef.type_("[aria-label='packs 2, price']", "8.00")
	chef.click("Save the ingredient")
	chef.until("the pack is kept", `fetch('/api/ingredients/hake').then(r => r.json()).then(r => r.ingredient.packs.length === 2)`)
	chef.go_("/order/supper")
	chef.until("hake from the pier", `[...document.querySelectorAll('.one-order')].some(e => e.innerText.includes('The pier') && e.innerText.includes('hake'))`)
	chef.click("costs")
	chef.see("ingredient cost per portion")
}

// What a version takes is ordered, and its strands stand in the run-up.
func TestVersionsOnTheMenuAreOrdered(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/supper")
	chef.press("#details-guinea-fowl")
	chef.type_("#plates-guinea-fowl-meatless", "2\r")
	chef.until("it is kept", `[...document.querySelectorAll("button")].some(e => e.innerText === "Undo" && !e.disabled)`)
	chef.go_("/run-up/supper")
	chef.until("the version can be opened", `[...document.querySelectorAll('[aria-label="Open"] option')].some(e => e.textContent === 'Guinea fowl, meatless')`)
	chef.pick("[aria-label='Open']", "dish guinea-fowl~meatless")
	chef.until("the celeriac has a strand", `[...document.querySelectorAll('.strands text')].some(e => e.textContent.trim() === 'Salt-baked celeriac')`)
	chef.go_("/order/supper")
	chef.see("celeriac")
	chef.go_("/mise/supper")
	chef.see("Salt-baked celeriac")
}

func TestRatiosReductionsAndOvenMarksAreTyped(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?side=component&of=gravy")
	chef.see("Save the component")
	chef.click("Add an exception")
	chef.pick("[aria-label='scaling exceptions 1, what']", "thyme")
	chef.pick("[aria-label='scaling exceptions 1, how it scales']", "per")
	chef.type_("[aria-label='scaling exceptions 1, per how much of what']", "100 ml of water")
	chef.click("Save the component")
	chef.see("“water” is not an ingredient here")
	chef.type_("[aria-label='scaling exceptions 1, per how much of what']", "100 ml of stock")
	chef.click("Save the component")
	chef.see("4 g to 100 ml of stock")
	chef.go_("/menu/supper")
	chef.press("#details-guinea-fowl")
	chef.click("Thyme gravy")
	chef.see("4 g per 100 ml, for 500 ml stock = 20 g")

	chef.go_("/dish/guinea-fowl?step=gravy/reduce")
	chef.see("Save the step")
	chef.click("Reduce to")
	chef.type_("#step-left", "2 times\r")
	chef.see("is not a unit")
	chef.type_("#step-left", "200 ml\r")
	chef.gone("Save the step")
	chef.go_("/dish/guinea-fowl?side=reductions")
	chef.see("620 ml reduced to 200 ml")
	chef.see("about ")
	chef.type_("[id^='out-']", "1 l")
	chef.see("3.1 l reduced to 1 l")

	chef.go_("/dish/guinea-fowl?step=crown/roast")
	chef.see("Save the step")
	chef.type_("[aria-label='equipment 1, degrees']", "gas 5\r")
	chef.gone("Save the step")
	chef.see("oven 190 °C")
	chef.go_("/kitchen")
	chef.pick("#kitchen-heat", "f")
	chef.click("Save the kitchen")
	chef.go_("/dish/guinea-fowl")
	chef.see("oven 374 °F (dial 375)")
}

// Two bay leaves are typed into the gravy on Dish; the sheet says that they go in and come out,
// Mise has them to tick beside the gravy, another tablet sees it, and the card counts the twine.
func TestWhatMustComeOutIsTypedCountedAndTicked(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?side=component&of=gravy")
	chef.see("Add a take-out")
	chef.click("Add a take-out")
	chef.type_(`[aria-label="take-outs 2, what"]`, "bay leaf")
	chef.type_(`[aria-label="take-outs 2, how many"]`, "two")
	chef.pick(`[aria-label="take-outs 2, goes in at"]`, "bones")
	chef.pick(`[aria-label="take-outs 2, comes out at"]`, "bones")
	chef.click("Save the component")
	chef.see("is not a number")
	chef.type_(`[aria-label="take-outs 2, how many"]`, "2")
	chef.click("Save the component")
	chef.gone("Save the component")

	chef.go_("/mise/supper")
	chef.until("it is to be taken out", `document.querySelector('.take-out')?.textContent === '2 × bay leaf out at brown bones, simmer'`)
	chef.press(`[aria-label="Thyme gravy: 2 × bay leaf out"]`)
	other := h.open("Sous chef", "/mise/supper")
	other.until("it is out", `document.querySelector('[aria-label="Thyme gravy: 2 × bay leaf out"]')?.textContent.includes('by Head chef')`)
	other.press(`[aria-label="Thyme gravy: 2 × bay leaf out"]`)
	other.until("it says so before it is sent", `document.querySelector('[aria-label="Thyme gravy: 2 × bay leaf out"]').getAttribute('aria-checked') === 'false'`)
	chef.until("it is taken back", `document.querySelector('[aria-label="Thyme gravy: 2 × bay leaf out"]').getAttribute('aria-checked') === 'false'`)

	other.offline(true)
	other.press(`[aria-label="Thyme gravy: 2 × bay leaf out"]`)
	other.until("a tablet that is cut off has it too", `document.querySelector('[aria-label="Thyme gravy: 2 × bay leaf out"]').getAttribute('aria-checked') === 'true'`)
	other.offline(false)
	chef.until("it is delivered", `document.querySelector('[aria-label="Thyme gravy: 2 × bay leaf out"]').textContent.includes('by Sous chef')`)

	chef.go_("/sheets/supper")
	chef.until("in and out", `[...document.querySelectorAll('.advice-words li')].map(e => e.textContent).filter(t => t.includes('bay leaf')).join('; ') === 'in: 2 × bay leaf; out: 2 × bay leaf, count them'`)
	chef.go_("/card/guinea-fowl")
	chef.see("2 × twine, count them")
	chef.press(".take-out")
	chef.until("it is out", `document.querySelector('.take-out').getAttribute('aria-checked') === 'true'`)
}
