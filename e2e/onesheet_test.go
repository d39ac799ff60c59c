package e2e

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/core/kitchen"
	"jointime/internal/core/service"
	"jointime/internal/demo"
	"jointime/internal/store"
)

// put saves an evening with its kitchen and menu.
func (h *house) put(id string, e demo.Evening) {
	h.Helper()
	e.Kitchen.ID, e.Menu.ID, e.Service.ID, e.Service.Menu, e.Service.Kitchen = id, id, id, id, id
	_, err := h.store.Save(h.Context(), store.Request{Who: "test", Person: "test"},
		store.Write{Kind: store.Kitchen, ID: id, Body: e.Kitchen, What: "an evening"}, store.Write{Kind: store.Menu, ID: id, Body: e.Menu, What: "an evening"}, store.Write{Kind: store.Service, ID: id, Body: e.Service, What: "an evening"})
	require.NoError(h, err)
}

// wedding is the banquet for 300 at thirty tables, with twice the cooks and three times the
// things.
func wedding() demo.Evening {
	e := demo.Banquet("2026-03-14")
	e.Service.Tables, e.Kitchen.PassWidth, e.Service.Name = nil, 24, "Wedding"
	for i := range 30 {
		e.Service.Tables = append(e.Service.Tables, service.Table{ID: fmt.Sprint("t", i+1), Name: fmt.Sprint("Table ", i+1), Guests: 10})
	}
	for i := range 12 {
		e.Kitchen.Cooks = append(e.Kitchen.Cooks, kitchen.Cook{ID: fmt.Sprint("cook-", i+13), Name: fmt.Sprint("Cook ", i+13), Shifts: []kitchen.Shift{{From: "08:00", To: "23:59"}}})
	}
	for i := range e.Kitchen.Equipment {
		e.Kitchen.Equipment[i].Places *= 3
	}
	return e
}

// misread is what cannot be read of the drawings on a page: texts on texts, letters below so many
// pixels, texts cut by the edge, steps of a first round without a name.
const misread = `(least => {
	const bad = [], seen = e => e.getClientRects().length > 0
	for (const svg of document.querySelectorAll('.run-up svg')) {
		const box = svg.getBoundingClientRect(), scale = box.width / (svg.viewBox.baseVal.width || box.width)
		const texts = [...svg.querySelectorAll('text')].filter(e => e.textContent.trim() && seen(e)).map(e => {
			const r = e.getBoundingClientRect(), size = parseFloat(getComputedStyle(e).fontSize) * scale
			if (size < least) bad.push('small ' + size.toFixed(1) + ': ' + e.textContent)
			if (r.left < box.left - 1 || r.right > box.right + 1) bad.push('cut: ' + e.textContent)
			return {t: e.textContent, left: r.left, right: r.right, top: r.top + r.height * 0.2, bottom: r.bottom - r.height * 0.22}
		})
		texts.sort((a, b) => a.left - b.left)
		texts.forEach((a, i) => {
			for (let k = i + 1; k < texts.length && texts[k].left < a.right - 1; k++) {
				const b = texts[k]
				if (a.top < b.bottom - 1 && b.top < a.bottom - 1) bad.push('on each other: ' + a.t + ' | ' + b.t)
			}
		})
	}
	for (const b of document.querySelectorAll('.strands .bar:not(.stair)')) if (!b.querySelector('text')?.textContent) bad.push('no name: ' + b.dataset.bar)
	for (const b of document.querySelectorAll('.lane-unit')) if (!b.querySelector('text')?.textContent) bad.push('no name: ' + b.getAttribute('aria-label'))
	return bad
})`

// pages prints what is shown, and counts the pages; inches.
func (t *tablet) pages(wide, high float64) int {
	t.Helper()
	got, err := chromedp.Call(t.ctx, page.PrintToPDF, page.PrintToPDFParams{PaperWidth: wide, PaperHeight: high, MarginTop: new(0.4), MarginBottom: new(0.4), MarginLeft: new(0.4), MarginRight: new(0.4), PrintBackground: new(true)})
	require.NoError(t, err)
	return strings.Count(string(got.Data), "/Type /Page\n")
}

// onPaper shows a page as it is printed on A4 on its side.
func (t *tablet) onPaper(printed bool) {
	t.Helper()
	media := map[bool]string{true: "print", false: ""}[printed]
	_, err := chromedp.Call(t.ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Media: media})
	require.NoError(t, err)
}

// opens shows what is opened on a run-up, by its kind and id.
func (t *tablet) opens(what, shows string) {
	t.Helper()
	t.pick("[aria-label='Open']", what)
	t.until(what, `document.querySelector('.open-head h2')?.textContent === `+quote(shows))
}

// Three evenings on screen and on paper: 36 covers in five courses, 120 in three, 300 with one
// menu. Everything can be read, whatever is opened, at both sizes of a screen; on paper each course
// has a page, drawn or as a table, a section one A4 for its service, and a kitchen without sections
// one for each course.
func TestThreeEveningsCanBeReadOnScreenAndOnPaper(t *testing.T) {
	h := newHouse(t)
	h.put("banquet", demo.Banquet("2026-03-14"))
	h.put("wedding", wedding())
	chef := h.open("Head chef", "/book")
	for id, opens := range map[string][][2]string{
		"winter-supper": {{"course cracker", "Rye cracker"}, {"course egg", "Slow-cooked egg"}, {"course fish", "Roast hake"}, {"course main", "Guinea fowl"}, {"course sweet", "Set buttermilk cream"}, {"section sauce", "Sauce"}, {"dish guinea-fowl~meatless", "Guinea fowl, meatless"}},
		"banquet":       {{"course egg", "egg"}, {"course main", "main"}, {"course sweet", "sweet"}, {"cook cook-1", "Cook 1"}},
		"wedding":       {{"course egg", "egg"}, {"course main", "main"}, {"course sweet", "sweet"}, {"cook cook-1", "Cook 1"}},
	} {
		chef.go_("/run-up/" + id)
		chef.until("there is a plan, which will do", `fetch('/api/services/`+id+`/stop', {method: 'POST'}).then(() => !!document.querySelector('.strands [data-bar]'))`)
		for _, size := range [][2]int64{{1280, 800}, {1024, 768}} {
			chef.size(size[0], size[1])
			for _, o := range append(opens, [2]string{"thing deck", "Deck oven"}, [2]string{"table Table 2", "Table 2"}) {
				chef.opens(o[0], o[1])
				assert.Empty(t, js[[]string](chef, misread+`(13.9)`), "%s %s at %d", id, o[0], size[0])
			}
			chef.click("Cooks and equipment")
			chef.until("cooks", `!!document.querySelector('.lane-unit')`)
			assert.Empty(t, js[[]string](chef, misread+`(13.9)`), "cooks of %s at %d", id, size[0])
			chef.click("Evening")
			chef.until("the evening again", `!!document.querySelector('.strands [data-bar]')`)
		}
		chef.evenOnPaper(id, len(js[[]string](chef, `[...document.querySelectorAll('[aria-label="Open"] option')].map(o => o.value).filter(v => v.startsWith('course '))`)))
	}
	for address, most := range map[string]int{"winter-supper?for=section:sauce": 1, "winter-supper?for=section:fish": 1, "winter-supper?for=section:larder": 1, "winter-supper?for=section:pastry": 1, "winter-supper?for=section:": 3, "banquet?for=section:": 3, "wedding?for=section:": 3, "winter-supper?for=room": 3} {
		chef.go_("/sheets/" + address)
		chef.until("the sheet", `!!document.querySelector('.service-sheet tbody tr, .room-waves')`)
		n := chef.pages(8.27, 11.69)
		assert.LessOrEqual(t, n, most, address)
		assert.NotZero(t, n)
	}
}

// evenOnPaper prints a run-up that is shown.
func (t *tablet) evenOnPaper(id string, courses int) {
	t.Helper()
	assert.LessOrEqual(t, t.pages(11.69, 8.27), 2*courses+1, "%s on A4", id)
	t.onPaper(true)
	t.size(1046, 717)
	t.until("all courses", `document.querySelectorAll('.paper-sheet section').length === `+strconv.Itoa(courses))
	assert.Empty(t, js[[]string](t, misread+`(9.3)`), "%s in print: 7 points and more", id) // 1 pt is 1.33 px
	t.onPaper(false)
	t.size(1280, 800)
}

// What goes into another component is led to it, a step that takes another one's pan is tied to it,
// and what is over is drawn as long as it is over, in the first round and in the later ones.
func TestStrandsFlowIntoOneAnother(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/winter-supper?course=main")
	chef.until("trimmings go into two others", `document.querySelectorAll('.strands .flow').length >= 3`)
	chef.until("the gravy takes the pan of the crown", `document.querySelectorAll('.strands .pan').length === 1`)
	over := js[[]float64](chef, `[...document.querySelectorAll('.strands .over-limit')].map(e => e.getBBox().width)`)
	require.GreaterOrEqual(t, len(over), 10, "seven roasts and seven sauces wait too long")
	assert.Greater(t, slices.Max(over), 4*slices.Min(over), "as long as they are over")
	chef.size(1024, 768)
	chef.pressOn("a step", `document.querySelector('.strands .bar')`)
	chef.see("Why ")
	assert.False(t, js[bool](chef, `(([a, b]) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)(['.why', '.strands'].map(s => document.querySelector(s).getBoundingClientRect()))`), "the reason covers no strand")
}
