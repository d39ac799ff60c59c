package e2e

import (
	"slices"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/cdproto/performance"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// manySteps makes of every run-up that the page reads one of 1,500 steps and more:
// its strands and bars are repeated under other names.
const manySteps = `(() => {
	const real = window.fetch
	window.fetch = async (...a) => {
		const answer = await real(...a)
		const url = a[0]?.url ?? String(a[0])
		if (!/runup$/.test(url)) return answer
		const v = await answer.json(), p = v.runUp, bars = p.bars, strands = p.strands
		for (let k = 1; p.bars.length < 1500; k++) {
			const from = p.bars.length
			p.bars = p.bars.concat(bars.map(b => ({...b, id: b.id + '#' + k})))
			p.strands = p.strands.concat(strands.map(s => ({...s, component: s.component + '#' + k, bars: s.bars.map(i => i + from), holds: s.holds.map(h => ({...h, from: h.from + from, to: h.to + from}))})))
		}
		return new Response(JSON.stringify(v), {status: 200, headers: {'Content-Type': 'application/json'}})
	}
})()`

// worked is how long the page's thread has worked, in ms: TaskDuration for all of it (scripts,
// layout, what is to be painted), ScriptDuration for its scripts.
func (t *tablet) worked(what string) float64 {
	got, err := chromedp.Call(t.ctx, performance.GetMetrics, cdp.Empty{})
	require.NoError(t, err)
	for _, m := range got.Metrics {
		if m.Name == what {
			return m.Value * 1000
		}
	}
	return 0
}

// A run-up of 1,500 steps, one course of it opened on four times its width and moved along and
// across: how long the page works for a frame, and for a key that selects the next step.
func BenchmarkARunUpOf1500StepsIsMoved(b *testing.B) {
	chef := newHouse(b).open("Head chef", "/book")
	_, err := chromedp.Call(chef.ctx, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: manySteps})
	require.NoError(b, err)
	_, err = chromedp.Call(chef.ctx, performance.Enable, performance.EnableParams{})
	require.NoError(b, err)
	chef.go_("/run-up/winter-supper?course=main&wide=4")
	chef.see("Export plan")
	n := js[int](chef, `document.querySelectorAll('.strands [data-bar]').length`)
	b.ReportMetric(float64(n), "steps-opened")
	measure := func(what string, frames int, move string) (took []float64) {
		for range frames {
			before := chef.worked(what)
			js[bool](chef, `(`+move+`, new Promise(r => requestAnimationFrame(() => requestAnimationFrame(() => r(true)))))`)
			took = append(took, chef.worked(what)-before)
		}
		slices.Sort(took)
		return took
	}
	for b.Loop() {
		idle := measure("TaskDuration", 40, `0`)
		b.ReportMetric(idle[len(idle)/2], "ms-idle-median") // what the measuring itself costs
		scroll := measure("TaskDuration", 120, `document.querySelector('.moves').scrollBy(37, 0), window.scrollBy(0, 23)`)
		b.ReportMetric(scroll[len(scroll)/2], "ms-frame-median")
		b.ReportMetric(scroll[len(scroll)*99/100], "ms-frame-p99")
		js[bool](chef, `(document.querySelector('.strands [data-bar]').focus(), document.querySelector('.strands [data-bar]').dispatchEvent(new MouseEvent('click', {bubbles: true})), true)`)
		keys := measure("TaskDuration", 20, `document.querySelector('.strands').dispatchEvent(new KeyboardEvent('keydown', {key: 'ArrowDown', bubbles: true}))`)
		b.ReportMetric(keys[len(keys)/2], "ms-key-median")
		b.ReportMetric(keys[len(keys)*95/100], "ms-key-p95")
		scripts := measure("ScriptDuration", 20, `document.querySelector('.strands').dispatchEvent(new KeyboardEvent('keydown', {key: 'ArrowUp', bubbles: true}))`)
		b.ReportMetric(scripts[len(scripts)/2], "ms-key-script-median")
		b.ReportMetric(scripts[len(scripts)*95/100], "ms-key-script-p95")
	}
}

// How soon another tablet sees what was changed on one, from the click on.
func BenchmarkAnotherTabletSeesAChange(b *testing.B) {
	h := newHouse(b)
	chef, other := h.open("Head chef", "/mise/supper?section=sauce"), h.open("Fish", "/mise/supper")
	chef.see("first course")
	other.see("first course")
	other.see("Live")
	var took []time.Duration
	for b.Loop() {
		began := time.Now()
		chef.tick("Thyme gravy")
		other.see("made 200 ml")
		took = append(took, time.Since(began))
		chef.click("Undo")
		other.gone("made 200 ml")
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2].Milliseconds()), "ms-median")
	b.ReportMetric(float64(took[len(took)*95/100].Milliseconds()), "ms-p95")
}
