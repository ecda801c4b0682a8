package web

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// A chart is written in the step list with the keyboard: each key's effect is in the list and on the
// paper, and the caret is in the row that is written next, in sight.
func TestChartIsWrittenInTheList(t *testing.T) {
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	b.press("Blank page A4 landscape, lanes if you want them")
	b.until("the editor", `document.body.dataset.ready`)
	b.run(chromedp.Focus(chromedp.CSS("#next-step")))
	b.key("Desk: Ask the borrower\r")
	b.until("its row", `document.querySelectorAll('#rows .words').length === 1`)
	b.run(chromedp.Focus(chromedp.CSS("#rows .words")))
	here := func(what, text string) {
		t.Helper()
		b.until(what, `document.activeElement.matches('#rows .words') && document.activeElement.value.trim() === `+"`"+text+"`") // the protocol types the letter of a key that the page has taken
		if at, list := b.rect(`document.activeElement`), b.rect(`document.querySelector('#rows')`); !at.inside(list) {
			t.Errorf("%s: the field is at %v, the list at %v", what, at, list)
		}
	}
	b.key("\r")
	here("the next row", "")
	b.key("All papers there?\r")
	here("its outcome", "")
	if n := eval[int](b, `document.querySelectorAll('#layer-steps .step').length`); n != 3 {
		t.Errorf("%d steps on the paper in the middle of it", n)
	}
	b.key("Examine\r")
	here("the next", "")
	b.key("Ask again")
	b.key(kb.Tab)
	here("an outcome now", "Ask again")
	b.until("it is said", `document.querySelector('#notice').innerText.includes('outcome “no”')`)
	b.key(" -> 1")
	b.key("\r")
	here("one more", "")
	b.key(kb.Escape)
	b.until("the empty one is gone", `document.querySelectorAll('#rows .words').length === 4`)
	if got := eval[string](b, `[...document.querySelectorAll('#rows .row')].map(r => r.querySelector('.words').value + [...r.querySelectorAll('[data-of=label]')].map(l => ' ' + l.innerText + '>' + l.parentElement.querySelector('[data-of=to]').innerText).join('')).join('; ')`); got != "Ask the borrower >All papers there?; All papers there? yes>Examine no>Ask again; Examine; Ask again >Ask the borrower" {
		t.Errorf("the list says %s", got)
	}
	p := b.page()
	if len(p.Lanes) != 1 || p.Lanes[0].Name != "Desk" || b.step("Ask the borrower").Lane != p.Lanes[0].ID {
		t.Errorf("lanes %v", names(p))
	}
	if len(p.Steps) != 4 || len(p.Connectors) < 3 {
		t.Errorf("%d steps, %d connectors", len(p.Steps), len(p.Connectors))
	}
	// Up and down, with the caret in the row that moved.
	b.run(chromedp.Click(chromedp.CSS(`.row[data-id="` + b.step("Examine").ID + `"] .words`)))
	b.key(kb.ArrowUp, chromedp.KeyModifiers(chromedp.ModifierAlt))
	here("moved", "Examine")
	order := eval[string](b, `[...document.querySelectorAll('#rows .words')].map(e => e.value).join('|')`)
	if order != "Ask the borrower|Examine|All papers there?|Ask again" {
		t.Errorf("order %s", order)
	}
	b.axe("the list being written")
}
