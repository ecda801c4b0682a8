package web

import (
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// everySymbol is a chart with each symbol once, with text.
func everySymbol() *chart.Chart {
	c := chart.New("Every symbol")
	p := c.Pages[0]
	for i, k := range symbol.All() {
		p.Steps = append(p.Steps, &chart.Step{ID: string(k.Kind), Symbol: k.Kind, W: k.W, H: k.H, X: 40 + float64(i%6)*180, Y: 60 + float64(i/6)*120, Text: k.Name})
	}
	return c
}

// All symbols are in the drawer, in groups, and are found by name, by what they mean and by the
// standard that they are from; one is taken in the hand where nothing is selected, and changes what is.
func TestSymbolsDrawer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	b.run(focusOn("#desk"))
	b.press("More symbols")
	seen := func() string {
		return eval[string](b, `[...document.querySelectorAll('.symbols-found [data-arg]')].filter(e => e.offsetParent).map(e => e.dataset.arg).join()`)
	}
	if n := eval[int](b, `[...document.querySelectorAll('.symbols-found [data-arg]')].filter(e => e.offsetParent).length`); n != len(symbol.All()) {
		t.Errorf("%d symbols", n)
	}
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		if hidden := b.unreachable("symbol"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	for words, want := range map[string]string{"database": "direct-access", "form": "document,manual-input,multi-document", "hexagon": "preparation", "industrial off": "off-page", "wombat": ""} {
		eval[bool](b, `(() => { const f = document.querySelector('#symbol-find'); f.focus(); f.select(); return true; })()`)
		b.key(words)
		b.frame()
		if got := seen(); got != want && !(words == "form" && len(got) > len(want)) {
			t.Errorf("%q finds %s", words, got)
		}
	}
	eval[bool](b, `(() => { const f = document.querySelector('#symbol-find'); f.value = ''; f.dispatchEvent(new Event('input')); return true; })()`)
	// What is pointed at, or come to by key, says what it means and when to use it; nothing moves by that.
	places := func() string {
		return eval[string](b, `JSON.stringify([...document.querySelectorAll('[data-drawer=symbol] :is(button, input)')].map(e => { const r = e.getBoundingClientRect(); return [r.x, r.y]; }))`)
	}
	before := places()
	delay := b.rect(`document.querySelector('.symbols-found [data-arg=delay]')`)
	b.mouse(chromedp.MouseMoved, delay.X+delay.W/2, delay.Y+delay.H/2)
	b.until("what it is for", `document.querySelector('#symbol-about').textContent.startsWith('Delay: the work waits. Use it where nothing is done')`)
	eval[bool](b, `(document.querySelector('.symbols-found [data-arg=preparation]').focus(), true)`)
	b.until("what another one is for", `document.querySelector('#symbol-about').textContent.includes('what must be ready first')`)
	if places() != before {
		t.Error("telling it moved the controls")
	}
	if at := b.rect(`document.querySelector('#symbol-about')`); at.W < 250 {
		t.Errorf("it is told at %v", at)
	}
	b.press("Delay")
	x, y := b.at(700, 300)
	b.mouse(chromedp.MouseMoved, x, y)
	b.frame()
	if c := eval[string](b, `document.querySelector('#desk').style.cursor`); c != "crosshair" {
		t.Errorf("with the symbol in the hand the pointer is %s", c)
	}
	b.click(700, 300)
	n := len(b.page().Steps)
	if got := b.page().Steps[n-1]; got.Symbol != symbol.Delay {
		t.Errorf("placed was %s", got.Symbol)
	}
	b.press("Preparation")
	if got := b.page().Steps[n-1]; got.Symbol != symbol.Preparation {
		t.Errorf("changed to %s", got.Symbol)
	}
	eval[bool](b, `(() => { const f = document.querySelector('[data-drawer=symbol] [data-what=w]'); f.focus(); f.select(); return true; })()`)
	b.key("50 mm\r")
	b.until("its size", `document.querySelector('[data-drawer=symbol] [data-what=w]').value === '50 mm'`)
	if w := b.page().Steps[n-1].W; w < 188 || w > 190 {
		t.Errorf("50 mm are %v px", w)
	}
	b.press("Copies at the same distance")
	if got := len(b.page().Steps); got != n+3 {
		t.Errorf("%d steps after copying, were %d", got, n)
	}
}
