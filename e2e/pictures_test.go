package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// views are the main views with the demo data, each with a text that shows
// that it has been read, and what is done before the picture.
var views = []struct {
	file, path, shows string
	act               func(*tablet)
}{
	{"", "/menu/winter-supper", "at the fullest", nil},
	{"menu.png", "/menu/sunday-lunch", "at the fullest", func(chef *tablet) {
		chef.do(chromedp.Focus(chromedp.CSS(`[aria-label="Add a course"]`)), chromedp.KeyEvent("spl"))
		chef.see("Make “spl” new")
	}},
	{"", "/service/supper", "Nobody is seated yet", func(chef *tablet) {
		chef.letter("/")
		chef.until("it is open", `document.activeElement?.getAttribute("aria-label") === "Find"`)
		chef.do(chromedp.KeyEvent("but"))
		chef.see("component, Roast hake")
	}},
	{"", "/services", "Kept menus", nil},
	{"start.png", "/kitchen/new", "What is there to cook with?", func(chef *tablet) {
		chef.type_(".start-name", "Lantern Quay")
		chef.type_(`[aria-label="Line 1"]`, "6 burners\rcombi oven, 5 shelves, 250 °C at most, 6 s a degree up\rwalk-in, 3 °C\rblender, 3 min to wash\r2 water baths, 58 °C\rhead chef, 10–23:30\rlarder cook, Tue to Sat, 14–23, not the fryer\rpass, 6 plates\rpizza oven 450")
		chef.see("not understood. Say it otherwise?")
	}},
	{"dish.png", "/dish/roast-hake", "before the plate", nil},
	{"", "/dish/slow-cooked-egg-mushroom-broth", "Toasted barley", func(chef *tablet) {
		chef.type_(`[aria-label="Toasted barley: add a line"]`, "bake 12 min at 160 C, hands at the start for 30 s, until it crackles, then cool 10 to 30 min on the tray")
		chef.see("bake 12 min at 160 °C")
		js[bool](chef, `(window.scrollTo(0, 0), document.querySelector('[aria-label="Toasted barley"]').scrollIntoView({block: 'center'}), true)`)
	}},
	{"", "/dish/slow-cooked-egg-mushroom-broth?side=allergens", "last call", nil},
	{"", "/dish/roast-hake?side=methods", "Use this", nil},
	{"", "/dish/roast-hake?step=hake/roast", "Save the step", nil},
	{"book.png", "/book", "Split-pea broth", func(chef *tablet) {
		chef.type_(`[aria-label="Search the book"]`, "butter")
		chef.gone("Rye cracker")
	}},
	{"paste.png", "/book/new", "New dish", func(chef *tablet) {
		chef.paste(mackerel)
		chef.see("3 components")
	}},
	{"", "/book/new", "New dish", func(chef *tablet) {
		js[bool](chef, `(localStorage.clear(), location.reload(), true)`)
		chef.see("New dish")
		chef.until("the text can be typed", `document.activeElement?.classList.contains('paste')`)
		chef.paste(plumCake)
		chef.see("2 components")
		require.True(chef, js[bool](chef, `document.querySelector("[aria-label=\"Name of the component\"]").value === "Cake"`))
	}},
	{"", "/book/ingredients?of=brown-shrimps", "Save the ingredient", nil},
	{"order.png", "/order/winter-supper", "order by", func(chef *tablet) {
		chef.click("lemon")
		chef.until("what lemons give", `(document.querySelector('[aria-label^="juice"]')?.scrollIntoView({block: 'end', behavior: 'instant'}), !!document.querySelector('[aria-label^="juice"]'))`)
	}},
	{"", "/order/supper?side=made", "by-products", func(chef *tablet) {
		chef.click("fowl bones")
		chef.click("Crushed swede")
	}},
	{"mise.png", "/mise/winter-supper", "first course", func(chef *tablet) {
		chef.size(1024, 768)
		chef.tick("Roast crown")
		chef.see("made 5.082 kg")
		chef.click("Thyme gravy")
		chef.see("Record amount")
	}},
	{"", "/mise/supper?section=larder", "first course", func(chef *tablet) {
		chef.tick("Gem lettuce")
		chef.see("made 2")
		chef.click("Labels")
		chef.see("use by")
	}},
	{"", "/dish/slow-cooked-egg-mushroom-broth?side=reductions", "final amount", func(chef *tablet) { chef.see("about ") }},
	{"service.png", "/service/winter-supper", "Select a wave", nil},
	{"guests.png", "/service/sunday-lunch?side=guests", "stopped, not to be sent", func(chef *tablet) {
		chef.until("the guest is shown", `document.querySelector('.guests .halted')?.getBoundingClientRect().bottom < 800`)
	}},
	{"kitchen.png", "/kitchen", "Check the plan", func(chef *tablet) {
		chef.until("what is taken", `document.querySelectorAll('.fullest').length === 1`)
	}},
	{"run-up.png", "/run-up/winter-supper?course=fish", "Export plan", nil},
	{"run-up-cooks.png", "/run-up/winter-supper?view=lanes", "Commis", func(chef *tablet) {
		js[bool](chef, `(document.querySelector('.run-up .moves').scrollIntoView(), true)`)
	}},
	{"day.png", "/day/winter-supper", "planned around", func(chef *tablet) {
		chef.pressOn("the carving", `document.querySelector('[aria-label^="Roast crown: twine off, carve, "]')`)
		chef.see("· Winter supper")
	}},
	{"clash.png", "/run-up/winter-supper?course=main", "Export plan", func(chef *tablet) {
		chef.pressOn("table 8", `document.querySelectorAll('.waves button')[5]`)
		js[bool](chef, `(document.querySelector('.evening-open').scrollIntoView(), true)`)
	}},
	{"", "/run-up/winter-supper", "Export plan", nil},
	{"", "/run-up/supper?view=lanes", "Commis", func(chef *tablet) { chef.why() }},
	{"", "/run-up/winter-supper?view=loads", "All cooks busy", nil},
	{"call-sheet.png", "/sheets/winter-supper?for=section:fish", "before the plate", nil},
	{"room.png", "/sheets/winter-supper?for=room", "seated by", func(chef *tablet) {
		js[bool](chef, `(document.querySelectorAll('.room-course')[2].scrollIntoView(), true)`)
	}},
	{"", "/tablets", "last here", func(chef *tablet) {
		for _, who := range []string{"Fish cook", "Pastry", "Commis"} {
			chef.blank().named(who)
		}
		chef.load("/tablets")
		chef.see("Pastry")
	}},
	{"plate.png", "/plate/roast-hake", "Build", nil},
	{"", "/plate/roast-hake?beside=broth-first", "there", nil},
	{"build-card.png", "/card/roast-hake", "before the first plate", func(chef *tablet) {
		chef.size(1024, 768)
		for _, then := range []string{"Build", "Next", "Next"} {
			chef.click(then)
		}
		chef.see("3 of 5")
	}},
	{"gaps.png", "/book/new", "New dish", func(chef *tablet) {
		js[bool](chef, `(localStorage.clear(), location.reload(), true)`)
		chef.see("New dish")
		chef.until("the text can be typed", `document.activeElement?.classList.contains('paste')`)
		text, err := os.ReadFile("testdata/pasted/03-duck.txt")
		require.NoError(chef, err)
		dish, _, _ := strings.Cut(string(text), "\n---\n")
		chef.paste(dish)
		chef.see("3 components")
		chef.click("Save to the book")
		chef.see("Gaps: the plan stops here")
		chef.type_(".gap-row.plan input", "8 min")
	}},
}

// why opens the reasons of a step of the run-up.
func (t *tablet) why() {
	t.pressOn("a step", `document.querySelector('.bar[aria-label^="sear,"], [aria-label^="Roast crown"][aria-label*=", Oven, "]')`)
	t.see("Why ")
}

// TestPictures writes a picture of every main view to where JOINTIME_PICTURES says.
func TestPictures(t *testing.T) {
	dir := os.Getenv("JOINTIME_PICTURES")
	if dir == "" {
		t.Skip("make pictures asks for them")
	}
	h := newHouse(t)
	chef := h.open("Head chef", "/")
	require.NoError(t, os.MkdirAll(dir, 0o755))
	for _, v := range views {
		t.Run(v.path, func(t *testing.T) {
			chef := &tablet{house: h.in(t), ctx: chef.ctx}
			chef.size(1280, 800)
			chef.go_(v.path)
			chef.see(v.shows)
			chef.until("Live", `document.querySelector(".frame-bar [role=status]").textContent.includes("Live")`)
			if v.act != nil {
				v.act(chef)
			}
			if v.file != "" {
				chef.picture(filepath.Join(dir, v.file))
			}
		})
	}
}
