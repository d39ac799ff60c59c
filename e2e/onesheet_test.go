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

// Everything on the sheet of an evening can be read: 36 covers in five courses, 120 in three, 300
// with one menu; whatever is opened, at both sizes of a screen.
func TestNothingLiesOnAnythingOnTheSheetOfAnEvening(t *testing.T) {
	h := newHouse(t)
	h.put("banquet", demo.Banquet("2026-03-14"))
	h.put("wedding", wedding())
	chef := h.open("Head chef", "/book")
	for id, courses := range map[string][]string{"winter-supper": {"cracker", "egg", "fish", "main", "sweet"}, "banquet": {"egg", "main", "sweet"}, "wedding": {"egg", "main", "sweet"}} {
		for _, size := range [][2]int64{{1280, 800}, {1024, 768}} {
			chef.size(size[0], size[1])
			readable := func(address, shows string) {
				chef.go_("/run-up/" + id + "?" + address)
				chef.until(shows, `!!document.querySelector(`+quote(shows)+`)`)
				assert.Empty(t, js[[]string](chef, misread+`(13.9)`), "%s %s at %d", id, address, size[0])
			}
			for _, c := range courses {
				readable("course="+c, ".strands [data-bar]")
			}
			readable("section=sauce", ".strands [data-bar]")
			readable("thing=deck", ".strands [data-bar]")
			readable("table=Table+2", ".strands [data-bar]")
			readable("view=lanes", ".lane-unit")
		}
	}
}

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

// On paper: a section has one A4 for its service, and a kitchen without sections one for each
// course; the evening has a page for each course, drawn or as a table, of which everything can be
// read.
func TestSheetsOnPaper(t *testing.T) {
	h := newHouse(t)
	h.put("banquet", demo.Banquet("2026-03-14"))
	chef := h.open("Head chef", "/book")
	chef.size(1280, 800)
	for address, most := range map[string]int{"winter-supper?for=section:sauce": 1, "winter-supper?for=section:fish": 1, "winter-supper?for=section:larder": 1, "winter-supper?for=section:pastry": 1, "banquet?for=section:": 3, "winter-supper?for=room": 3} {
		chef.go_("/sheets/" + address)
		chef.until("the sheet", `!!document.querySelector('.service-sheet tbody tr, .room-waves')`)
		n := chef.pages(8.27, 11.69)
		assert.LessOrEqual(t, n, most, address)
		assert.NotZero(t, n)
	}
	for id, courses := range map[string]int{"winter-supper": 5, "banquet": 3} {
		chef.go_("/run-up/" + id)
		chef.until("the evening", `!!document.querySelector('.strands [data-bar]')`)
		assert.LessOrEqual(t, chef.pages(11.69, 8.27), 2*courses, "%s on A4", id)
		chef.onPaper(true)
		chef.size(1046, 717)
		chef.until("all courses", `document.querySelectorAll('.paper-sheet section').length === `+strconv.Itoa(courses))
		assert.Empty(t, js[[]string](chef, misread+`(9.3)`), "%s in print: 7 points and more", id) // 1 pt is 1.33 px
		chef.onPaper(false)
		chef.size(1280, 800)
	}
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
}
