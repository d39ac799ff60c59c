package e2e

import (
	"context"
	"encoding/json"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"jointime/internal/demo"
	"jointime/internal/pgdev"
	"jointime/internal/store"
)

// Bad input, typed: each is told where it was typed, and stays there.
func TestWhatIsTypedWrongIsToldAndKept(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/dish/guinea-fowl?step=crown/joint")
	chef.see("Save the step")
	for typed, says := range map[string]string{"-3 min": "less than 0", "soon": "is not a length of time", "20–10 min": "smaller figure first", "99 d": "longer than 60 days"} {
		chef.type_("#step-time", typed+"\r")
		chef.see(says)
		assert.Equal(t, typed, chef.value("#step-time"))
	}
	chef.type_("#step-time", "25 min")
	chef.type_("#step-least", "3 h")
	chef.type_("#step-most", "2 h\r")
	chef.see("Up to 2 h is less than at least 3 h")
	chef.type_("#step-least", "8 h")
	chef.type_("#step-most", "36 h")

	chef.click("After another component")
	chef.click("Add a step of another component")
	chef.pick("[aria-label='after 1']", "gravy/bones")
	chef.click("Save the step")
	chef.see("These wait for each other:")
	require.Equal(t, "gravy/bones", chef.value("[aria-label='after 1']"))
	chef.pick("[aria-label='after 1']", "quince/poach")
	chef.click("Save the step")
	chef.gone("Save the step")
	plan := chef.plan()
	assert.LessOrEqual(t, plan["guinea-fowl/quince/poach"].To, plan["guinea-fowl/crown/joint"].From)
}

func TestAnHourThatIsPastIsToldOnTheMenu(t *testing.T) {
	h := newHouse(t)
	chef := h.open("Head chef", "/menu/supper")
	chef.press("#details-roast-hake")
	chef.see("660 g")
	h.set(time.Date(2026, 3, 14, 18, 0, 0, 0, time.UTC)) // 19:00 in the kitchen
	chef.type_("#hour-main", "18:30\r")
	chef.see("14 March 18:30 is in the past")
	assert.Equal(t, "18:30", chef.value("#hour-main"))
	chef.type_("#plates-roast-hake", "many\r")
	chef.see("Plates: “many” is not a number.")
}

// A database that goes away and comes back: the screen says so, what was typed
// stays, and is saved when it is sent again.
func TestADatabaseThatGoesAwayLosesNothingOnTheScreen(t *testing.T) {
	beside(t)
	dir, err := os.MkdirTemp("/dev/shm", "jointime-e2e-")
	require.NoError(t, err)
	t.Cleanup(func() { os.RemoveAll(dir) })
	ctx := context.Background()
	cluster, err := pgdev.Start(ctx, pgdev.Options{Dir: dir, Fast: true})
	require.NoError(t, err)
	url, err := cluster.Ensure(ctx, "jointime")
	require.NoError(t, err)
	st, err := store.Open(ctx, url)
	require.NoError(t, err)
	require.NoError(t, demo.LoadInto(ctx, st, morning))
	h := houseOn(t, st)
	chef := h.open("Head chef", "/menu/supper")
	chef.press("#details-roast-hake")
	chef.see("660 g")

	require.NoError(t, cluster.Stop())
	chef.type_("#plates-roast-hake", "5\r")
	chef.see("The server is not answering. What you typed is kept; try again.")
	assert.Equal(t, "5", chef.value("#plates-roast-hake"))

	cluster, err = pgdev.Start(ctx, pgdev.Options{Dir: dir, Fast: true})
	require.NoError(t, err)
	t.Cleanup(func() { st.Close(); assert.NoError(t, cluster.Stop()) })
	chef.click("Try again")
	chef.see("825 g")
	chef.see("Live")
}

func TestAnUnknownServiceAndAnUnknownDishSaySo(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/menu/nothing")
	chef.see("may have been deleted")
	chef.go_("/dish/nothing")
	chef.see("may have been deleted")
	chef.click("Menu")
	chef.see("Small supper")
}

// It prints: the list by the clock and the plate, without what is only for the
// screen, and not wider than the paper.
func TestItPrints(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/run-up/supper?view=list")
	chef.see("done when")
	chef.print()
	chef.size(720, 1000)
	chef.until("nothing but the list", `getComputedStyle(document.querySelector('.frame-bar')).display === 'none'`)
	assert.True(t, js[bool](chef, `document.documentElement.scrollWidth <= 720`), "no clipped table")
	chef.go_("/plate/roast-hake")
	chef.see("Fish broth")
	assert.True(t, js[bool](chef, `document.documentElement.scrollWidth <= 720`))
}

// The whole way with keys alone: from the menu to a step, changed and saved.
func TestADishIsChangedWithKeysAlone(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake")
	chef.see("before the plate")
	js[bool](chef, `([...document.querySelectorAll('.step-line')].find(e => e.innerText.startsWith('temper')).focus(), true)`)
	chef.do(chromedp.KeyEvent("\r"))
	chef.see("Save the step")
	js[bool](chef, `(document.querySelector('#step-time').focus(), document.querySelector('#step-time').select(), true)`)
	chef.do(chromedp.KeyEvent("14 min\r"))
	chef.gone("Save the step")
	chef.see("14 min, rack")
	js[bool](chef, `(document.activeElement?.blur(), true)`)
	chef.do(chromedp.KeyEvent("z", chromedp.KeyModifiers(2)))
	chef.see("10–15 min, rack")
}

// A page that is reloaded in the middle of typing shows what was typed, until it
// is given up; then nothing of it is left in the browser.
func TestAReloadInTheMiddleOfTypingLosesNothing(t *testing.T) {
	chef := newHouse(t).open("Head chef", "/dish/roast-hake?step=hake/sear")
	chef.see("Save the step")
	long := strings.Repeat("rim pale, ", 20)
	chef.type_("#step-cue", long)
	chef.do(chromedp.Reload())
	chef.see("Discard changes")
	assert.Equal(t, long, chef.value("#step-cue"))
	chef.click("Discard changes")
	chef.until("as it was", `document.querySelector('#step-cue').value.startsWith('rim pale for 5 mm')`)
	var left []string
	require.NoError(t, json.Unmarshal([]byte(js[string](chef, `JSON.stringify(Object.keys(localStorage))`)), &left))
	assert.Empty(t, left)
}

// print shows the page as it is printed.
func (t *tablet) print() {
	t.Helper()
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		_, err := chromedp.Call(ctx, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Media: "print"})
		return err
	}))
}
