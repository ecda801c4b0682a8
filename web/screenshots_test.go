package web

import (
	"fmt"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
)

// TestScreenshots makes the pictures of the main views, from the demo scenario,
// in the folder that SCREENSHOTS names.
func TestScreenshots(t *testing.T) {
	dir := os.Getenv("SCREENSHOTS")
	if dir == "" {
		t.Skip("run by make screenshots")
	}
	s := newSite(t)
	b := s.browse(t)
	picture := func(name string) {
		t.Helper()
		time.Sleep(400 * time.Millisecond)
		png, err := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		if err != nil {
			t.Fatal(err)
		}
		if err := os.WriteFile(filepath.Join(dir, name+".png"), png, 0o644); err != nil {
			t.Fatal(err)
		}
	}
	b.open("/sign-in")
	b.signInByHand()
	picture("charts")
	b.edit("Outgoing loans")
	b.until("the comments", `document.querySelector('#comment-count').textContent === '2'`)
	picture("editor")

	x, y := b.middle("Fit to travel?")
	b.click(x, y)

	// A connector being pulled, half way into another step.
	d := b.step("Fit to travel?")
	sx, sy := b.at(x, y-d.H/2-9/b.zoom())
	tx, ty := b.middle("Draw up loan agreement")
	tx, ty = b.at(tx, ty)
	b.mouse(chromedp.MouseMoved, sx, sy)
	b.mouse(chromedp.MousePressed, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1))
	for i := 1; i <= 8; i++ {
		k := float64(i) / 8
		b.mouse(chromedp.MouseMoved, sx+(tx-sx)*k, sy+(ty-sy)*k, chromedp.ButtonLeft)
	}
	picture("connector-pulled")
	b.key("\x1b")
	b.mouse(chromedp.MouseReleased, tx, ty, chromedp.ButtonLeft, chromedp.ClickCount(1))

	// Numbers by lane, one of them pinned.
	numbered := eval[string](b, `editor.core.chart()`)
	x, y = b.middle("Examine condition")
	b.click(x, y)
	b.press("Numbers…")
	b.press("Pin the number")
	b.press("Lanes: A1, B1")
	picture("numbers")
	b.press("Close")
	b.undoTo(numbered)

	// What the proof finds when a step is gone.
	x, y = b.middle("Decline with reasons")
	b.click(x, y)
	b.key("\x7f")
	b.run(clickOn("#margin [data-act=proof]"))
	b.until("findings", `document.querySelectorAll('.finding').length === 3`)
	picture("proof")
	b.run(clickOn("#margin [data-act=proof]"))
	b.undoTo(numbered)

	// A text being typed, longer than its symbol was.
	x, y = b.middle("Fit to travel?")
	b.double(x, y)
	b.key("Fit to travel, in the crate that it came in?")
	picture("typing")
	b.key("\x1b")

	b.press("Share for review")
	b.until("the share panel", `document.querySelector('#share .link')`)
	link := eval[string](b, `document.querySelector('#share .link input').value`)
	b.press("Close")
	b.saved()
	b.blank()
	// The list while a chart is written in it.
	b.run(focusOn("#next-step"))
	b.key("Loans desk: Ask the borrower\r")
	b.until("its row", `document.querySelectorAll('#rows .words').length === 1`)
	b.run(focusOn("#rows .words"))
	for i, text := range []string{"", "All papers there?", "Conservation: Examine the object", "Fit to travel?", "Transport: Pack and sh"} {
		// Set, since the protocol also types the letter of a key that the page has taken.
		eval[bool](b, fmt.Sprintf(`((f) => { f.value = %q || f.value.trim(); f.dispatchEvent(new Event('input', { bubbles: true })); return true; })(document.activeElement)`, text))
		if i < 4 {
			b.key("\r")
			b.until("the next row", fmt.Sprintf(`document.querySelectorAll('#rows .words').length === %d && document.activeElement.matches('#rows .words')`, i+2))
		}
	}
	picture("list")
	b.saved()
	b.open("/starters")
	b.until("the previews", `[...document.images].length > 6 && [...document.images].every(i => i.complete)`)
	picture("starters")
	b.edit("Outgoing loans")
	x, y = b.middle("Examine condition")
	tx, ty = b.middle("Fit to travel?")
	eval[bool](b, `(editor.core.act('hand', 'box'), true)`)
	b.drag(x-90, y-70, tx+120, ty+80, nil)
	eval[bool](b, `(editor.core.act('step-look', JSON.stringify({ fill: '#FBEFD9' })), true)`)
	eval[bool](b, `(editor.core.act('hand', 'callout'), true)`)
	b.click(tx+284, ty-20)
	b.run(focusOn("#desk"))
	b.key("Two days at most, or the flight is missed")
	b.key("\r")
	b.press("Symbol")
	picture("symbols")
	b.press("Close")
	for range 5 {
		b.press("Undo")
	}
	b.saved()
	b.edit("Packing a crate")
	b.click(b.middle("Fits a stock crate?"))
	b.press("Look")
	b.press("Fill: sea")
	b.press("Emphasise")
	picture("look")
	b.press("Close")
	b.press("Undo")
	b.press("Undo")
	b.saved()
	b.edit("Outgoing loans")
	b.press("Look")
	b.press("One fill per lane")
	b.press("Symbol key")
	b.press("Close")
	b.press("Fields")
	b.press("Show")
	b.press("Close")
	picture("key")
	for range 3 {
		b.press("Undo")
	}
	b.press("Look")
	b.press("House style…")
	b.press("Wharf")
	picture("house")
	b.press("Close")
	b.press("Undo")
	b.press("Page…")
	b.press("mm")
	b.press("Show the grid")
	picture("pages")
	b.press("Close")
	for range 2 {
		b.press("Undo")
	}
	b.saved()
	b.edit("Returned loans")
	picture("lanes-down")
	b.saved()
	b.edit("Touring exhibition")
	head := b.page().HeadRect(b.page().Lanes[2])
	b.click(head.CX(), head.CY())
	b.press("Lane")
	picture("pools")
	b.press("Close")
	b.saved()
	// A hierarchy, in which somebody is put under somebody else.
	b.edit("Museum staff")
	x, y = b.middle("Edda Stone\nCouriers")
	tx, ty = b.middle("Tove Berg\nHead of collections")
	b.drag(x, y, tx+20, ty+10, func() { picture("staff") })
	b.press("Undo")
	b.saved()
	// Steps that stand nearly in line, and where tidying would put them.
	b.edit("Outgoing loans")
	for i, text := range []string{"Log the request", "Examine condition", "Decline with reasons", "Sign and insure", "Pack and ship"} {
		x, y = b.middle(text)
		b.drag(x, y, x+float64(i%3*12-14), y+float64(i%2*22-11), nil)
	}
	b.run(focusOn("#desk"))
	b.key("\x1b")
	b.press("Line up")
	eval[bool](b, `(editor.core.act('tidy-show', ''), true)`)
	picture("tidy")
	b.press("Close")
	for range 5 {
		b.press("Undo")
	}
	b.saved() // else the browser asks before it leaves
	b.open(link[len(s.url):])
	b.until("the comments", `document.querySelectorAll('.remark').length === 2`)
	p := eval[[]float64](b, fmt.Sprintf(`(() => { const r = document.querySelector('[data-step=%q]').getBoundingClientRect(); return [r.left + r.width / 2, r.top + r.height / 2]; })()`, "s7"))
	b.run(chromedp.MouseClickXY(p[0], p[1]))
	picture("review")
	b.run(chromedp.EmulateViewport(390, 780, chromedp.EmulateMobile, chromedp.EmulateTouch), chromedp.Reload())
	b.until("the comments", `document.querySelectorAll('.remark').length === 2`)
	for range 7 {
		b.run(clickOn("#step-on"))
	}
	picture("phone")
}
