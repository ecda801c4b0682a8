package web

import (
	"testing"

	"github.com/chromedp/chromedp"
)

// The bench stands in one piece whatever the window is wide, shows as many symbols as there is room for, and
// nothing on it has letters of less than 12 px or reaches beyond its place.
func TestBenchGrows(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	for _, c := range []struct{ wide, symbols int64 }{{1024, 10}, {1280, 10}, {1560, 14}, {1880, 18}, {2560, 18}} {
		b.run(chromedp.EmulateViewport(c.wide, 800))
		b.frame()
		if n := eval[int64](b, `[...document.querySelectorAll('#bench [data-symbol]')].filter(e => e.offsetParent).length`); n != c.symbols {
			t.Errorf("%d px wide, the bench shows %d symbols, want %d", c.wide, n, c.symbols)
		}
		if h := b.rect(`document.querySelector('#bench')`).H; h > 100 {
			t.Errorf("%d px wide, the bench is %v px high", c.wide, h)
		}
		if small := eval[string](b, `[...document.querySelectorAll('#bench *')].filter(e => e.offsetParent && e.textContent.trim() && !e.closest('.heard, svg') &&
			parseFloat(getComputedStyle(e).fontSize) < 12).map(e => e.textContent.trim()).join()`); small != "" {
			t.Errorf("%d px wide, these have letters of less than 12 px: %s", c.wide, small)
		}
		if beyond := eval[string](b, `[...document.querySelectorAll('#bench button')].filter(e => e.offsetParent).filter(e => {
			const r = e.getBoundingClientRect(), g = e.closest('.group').getBoundingClientRect();
			return r.left < g.left - 1 || r.right > g.right + 1 || r.right > innerWidth - 4; }).map(e => e.title).join()`); beyond != "" {
			t.Errorf("%d px wide, these reach out of their group: %s", c.wide, beyond)
		}
	}

	// On the smallest of these windows a notice with an answer stands in the bar, off the paper.
	b.run(chromedp.EmulateViewport(1024, 700))
	eval[bool](b, `(editor.core.act('paste', 'Pack and ship?\nMaybe: call the desk'), true)`)
	b.until("the notice", `document.querySelector('#notice').matches(':popover-open')`)
	if n, bar := b.rect(`document.querySelector('#notice')`), b.rect(`document.querySelector('.bar')`); !n.inside(bar) {
		t.Errorf("the notice stands at %v, the bar at %v", n, bar)
	}
}
