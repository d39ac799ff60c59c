package e2e

import (
	"os"
	"testing"

	"github.com/chromedp/chromedp"
)

// What lies between two, what is taken of one thing in parts, and a pot that is what it is, typed on the
// screens and followed to the order. By hand: 36 g of yolk are those of two eggs, of which 66 g of white are left.
func TestAmountsThatAreNotOneFigure(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/book/ingredients?of=egg")
	chef.see("parts of one")
	look(chef, "ingredient")
	chef.go_("/dish/roast-hake?side=component&of=swede")
	chef.see("Save the component")
	chef.type_("#component-portion", "130–150 g")
	chef.pick("#component-scaling", "once")
	chef.click("Save the component")
	chef.see("4 covers × 140 g (130–150 g)")
	chef.type_(`[aria-label="Crushed swede: add a line"]`, "36 g egg yolks")
	chef.do(chromedp.KeyEvent("\r"))
	chef.until("the line is kept", `fetch('/api/dishes/roast-hake').then(r => r.json()).then(v => v.components.some(c => c.component.ingredients.some(l => l.ingredient === 'egg' && /yolk/.test(l.name))))`)
	chef.type_(`[aria-label="Crushed swede: add a line"]`, "2-3 sprigs thyme")
	chef.do(chromedp.KeyEvent("\r"))
	chef.see("2–3 sprigs")
	chef.type_(`[aria-label="Crushed swede: add a line"]`, "3 g pepper (4 g in the notes)")
	chef.do(chromedp.KeyEvent("\r"))
	chef.see("or 4 g?")
	look(chef, "dish")
	chef.go_("/order/supper?side=made")
	chef.see("Crushed swede: 80 g short")
	chef.see("560 g needed, 480 g made. Make it twice: 960 g, 400 g over")
	look(chef, "made")
	chef.go_("/order/supper")
	chef.see("left: 66 g white")
	look(chef, "order")
}

// The usual spares are put on the kitchen in one tap, and stand in what is made: of four croquettes two more,
// of 200 ml of gravy 30.
func TestSparesOfTheKitchen(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/kitchen/back-kitchen")
	chef.click("Use the usual: 1 in 12 and at least 2, 15 %, 10 %")
	look(chef, "kitchen")
	chef.click("Save the kitchen")
	chef.until("the kitchen has spares", `fetch('/api/kitchens').then(r => r.json()).then(v => v.kitchens.some(k => k.kitchen.spares?.oneIn === 12))`)
	chef.go_("/order/supper?side=made")
	chef.click("Leg croquette")
	chef.see("4, one in 12 = 1, and at least 2")
	chef.click("Thyme gravy")
	chef.see("15 % of 200 ml = 30 ml")
	look(chef, "spares")
	chef.go_("/dish/guinea-fowl?side=component&of=gravy")
	chef.click("Add a par")
	chef.pick(`[aria-label="par 1, on"]`, "5,6")
	chef.type_(`[aria-label="par 1, to be there"]`, "500 ml")
	look(chef, "par")
	chef.click("Save the component")
	chef.until("the gravy has a par", `fetch('/api/dishes/guinea-fowl').then(r => r.json()).then(v => v.components.some(c => c.component.pars?.[0].amount.quantity === 500))`)
	chef.go_("/mise/supper")
	chef.see("have 0 · par 500 ml · make 500 ml")
	look(chef, "mise")
}

// After the supper what is left is counted, a tap or two a line; it stands in the stock with its last day, and
// the supper itself does not come to need less for it.
func TestWhatIsLeftIsCounted(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/order/supper?side=count")
	chef.see("after Small supper")
	chef.pressOn("hake bones are as reckoned", `[...document.querySelectorAll('.order-line')].find(r => r.textContent.startsWith('Hake bones')).querySelector('button')`)
	chef.see("225 g left")
	chef.pressOn("no gravy", `[...document.querySelectorAll('.order-line')].find(r => r.textContent.startsWith('Thyme gravy')).querySelector('button')`)
	chef.see("none left")
	chef.press(`[aria-label="Crushed swede: another amount"]`)
	chef.type_(`[aria-label="Crushed swede, left"]`, "250 g")
	look(chef, "count")
	chef.click("Count it")
	chef.see("250 g left")
	chef.until("it is in the stock", `fetch('/api/stock').then(r => r.json()).then(v => v.stock.some(s => s.stock.component === 'swede' && s.stock.amount.quantity === 250 && s.stock.after === 'supper'))`)
	chef.go_("/order/supper?side=made")
	chef.until("as much is made for the supper", `[...document.querySelectorAll('.order-line, .opens, button')].some(r => /Crushed swede/.test(r.textContent))`)
	chef.go_("/order/supper?side=count")
	chef.press(`[aria-label="Crushed swede: another amount"]`)
	chef.type_(`[aria-label="Crushed swede, left"]`, "300 g")
	chef.click("Count it")
	chef.see("300 g left")
}

// A sum by itself: typed as it is said, answered with its working, refused with the field that is to blame.
func TestSumsAreTypedAndAnswered(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/book")
	chef.click("Sums")
	chef.click("Pieces")
	chef.type_("#sum-length", "40 cm")
	chef.type_("#sum-width", "30 cm")
	chef.type_("#sum-cutter", "60 mm")
	chef.see("32 pieces")
	chef.see("40 cm × 30 cm, cutter 60 mm, best: 32")
	look(chef, "pieces")
	chef.type_("#sum-cutter", "60 g")
	chef.see("60 g is no length.")
	chef.click("Chain of reductions")
	chef.click("Show an example")
	chef.see("6.4 l")
	look(chef, "chain")
}

// look takes a picture where somebody wants to see it.
func look(t *tablet, name string) {
	if dir := os.Getenv("JOINTIME_LOOK"); dir != "" {
		t.picture(dir + "/" + name + ".png")
	}
}

// A croquette cut out of a tray: typed as a cook says it, counted, drawn, and taken as the yield. By hand:
// 40 × 30 cm into Ø 6 cm are seven rows of five and four, 32, and 24.6 % are offcut.
func TestPiecesOutOfATray(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?side=component&of=croquette")
	chef.click("Cut into pieces")
	chef.see("32 pieces")
	chef.see("offcut 25 %")
	chef.click("What it loses on the way")
	chef.pick(`[aria-label="what it loses 1, what happens"]`, "tasted")
	chef.type_(`[aria-label="what it loses 1, how much"]`, "1")
	chef.see("31 pieces")
	look(chef, "pieces")
	chef.type_("#component-from", "a tray")
	chef.see("What is cut?")
	chef.type_("#component-from", "Ø 26 cm")
	chef.see("12 pieces") // 10 round the edge and 3 inside, less the one that is tasted
	chef.click("Take 12 as the yield")
	look(chef, "round")
	chef.click("Save the component")
	chef.until("the yield is kept", `fetch('/api/dishes/guinea-fowl').then(r => r.json()).then(v => v.components.some(c => c.component.id === 'croquette' && c.component.yield.quantity === 12 && c.component.cut.diameter === 260))`)
	chef.see("12 out of Ø 26 cm, offcut 31 %")
}

// Ware is counted against what the kitchen has: a cloth for every other of four covers.
func TestWareAndSmallThings(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/kitchen/back-kitchen")
	chef.click("Add ware or a small thing")
	chef.type_(`[aria-label="ware and small things 1, what"]`, "cloth")
	chef.type_(`[aria-label="ware and small things 1, how many"]`, "1")
	chef.type_(`[aria-label="ware and small things 1, a cover takes"]`, "0.5")
	chef.click("Save the kitchen")
	chef.until("the kitchen counts cloths", `fetch('/api/kitchens').then(r => r.json()).then(v => v.kitchens.some(k => k.kitchen.things?.[0].have === 1))`)
	chef.go_("/mise/supper")
	chef.see("Cloth: 2 wanted, 1 there, 1 short")
	chef.see("Ware and small things")
	look(chef, "ware")
}
