package e2e

import (
	"context"
	"strings"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/require"
)

// counted is somebody whose clicks and keys are counted; alone: with keys alone.
type counted struct {
	*tablet
	clicks, keys int
	alone        bool
}

// key presses a key so many times.
func (c *counted) key(key string, times int) {
	c.Helper()
	for range times {
		c.keys++
		c.do(chromedp.KeyEvent(key))
	}
}

// letter presses a key that is a letter: as one event, as a keyboard does, so that a letter
// that does something is not typed as well.
func (t *tablet) letter(key string) {
	t.Helper()
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		_, err := chromedp.Call(ctx, input.DispatchKeyEvent, input.DispatchKeyEventParams{Type: input.DispatchKeyEventTypeKeyDown, Key: key, Text: key, UnmodifiedText: key})
		return err
	}))
}

// to brings the focus to what an expression finds: with a click, or with Tab, forwards or
// backwards, whichever way it lies.
func (c *counted) to(find string) {
	c.Helper()
	if !c.alone {
		c.clicks++
		c.pressOn(find, find)
		return
	}
	c.until("it is there: "+find, `!!(`+find+`)`)
	for range 150 {
		way := js[string](c.tablet, `((to, at) => at === to || to.contains(at) && at !== document.body ? '' : at !== document.body && to.compareDocumentPosition(at) & Node.DOCUMENT_POSITION_FOLLOWING ? 'back' : 'on')(`+find+`, document.activeElement)`)
		c.keys++
		switch way {
		case "":
			c.keys--
			return
		case "on":
			c.do(chromedp.KeyEvent("\t"))
		default:
			c.do(chromedp.KeyEvent("\t", chromedp.KeyModifiers(chromedp.ModifierShift)))
		}
	}
	c.keep()
	require.Fail(c, "not reached with Tab: "+find)
}

// on presses a button or a link.
func (c *counted) on(what, find string) {
	c.Helper()
	c.to(find)
	if c.alone {
		c.key("\r", 1)
	}
}

// hit presses the first button or link that has a text.
func (c *counted) hit(text string) {
	c.Helper()
	c.on(text, withText(text))
}

// screen goes to another screen: by its link, or its letter.
func (c *counted) screen(link, letter string) {
	c.Helper()
	if !c.alone {
		c.hit(link)
		return
	}
	c.leave()
	c.keys++
	c.letter(letter)
}

// open opens a dish: from the menu, or with the finder.
func (c *counted) open(dish string) {
	c.Helper()
	if !c.alone {
		c.hit(dish)
		return
	}
	c.leave()
	c.keys++
	c.letter("/")
	c.until("the finder", `document.activeElement?.getAttribute('aria-label') === 'Find'`)
	for _, letter := range dish[:4] {
		c.key(string(letter), 1)
	}
	c.until("it is found", `document.querySelector('.finder [role=option]')?.innerText.startsWith('`+dish+`')`)
	c.key("\r", 1)
}

// leave goes out of a field, in which letters are letters.
func (c *counted) leave() {
	c.Helper()
	for range 20 {
		if !js[bool](c.tablet, `/^(INPUT|TEXTAREA|SELECT)$/.test(document.activeElement.tagName)`) {
			return
		}
		c.key("\t", 1)
	}
}

// into goes into a field.
func (c *counted) into(selector string) {
	c.Helper()
	c.to(`document.querySelector(` + quote(selector) + `)`)
}

// write goes into a field and replaces what is in it.
func (c *counted) write(selector, text string) {
	c.Helper()
	c.into(selector)
	c.keys += len(text)
	c.type_(selector, text)
}

// lines puts lines in whose characters do not count, each with Enter; with keys alone it pastes
// where there are several. A line comes at once, as dictated: that each letter is read while
// one types is another test's.
func (c *counted) lines(selector string, lines ...string) {
	c.Helper()
	c.keys += len(lines)
	if c.alone && len(lines) > 1 {
		c.pasteInto(selector, strings.Join(lines, "\n"))
		return
	}
	c.type_(selector, "")
	for _, l := range lines {
		c.insert(l)
		c.do(chromedp.KeyEvent("\r"))
	}
}

// insert puts a text where the focus is, at once.
func (t *tablet) insert(text string) {
	t.Helper()
	t.do(chromedp.Func(func(ctx context.Context, _ *chromedp.Target) error {
		_, err := chromedp.Call(ctx, input.InsertText, input.InsertTextParams{Text: text})
		return err
	}))
}
