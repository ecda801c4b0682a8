package web

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/symbol"
)

// What is wrong is told in the margin once the hand rests, leads to its place, is mended by a press or waived with a reason,
// and marked on the page while the margin shows it.
func TestProofInTheMargin(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	was := eval[string](b, `editor.core.chart()`)
	count := `document.querySelector('#proof-count').textContent`
	b.until("a sound chart", count+` === '0' && document.querySelector('#proof-count').classList.contains('calm')`)
	// A step is deleted: two decisions have one way out now.
	b.click(b.middle("Decline with reasons"))
	b.key("\x7f")
	b.until("what that leaves", count+` === '3'`)
	b.run(clickOn("#margin [data-act=proof]"))
	finding := func(words string) string {
		return `[...document.querySelectorAll('.finding')].find(e => e.offsetParent && e.textContent.includes(` + "`" + words + "`" + `))`
	}
	b.until("the findings", finding("'Fit to travel?' is a decision with one way out")+` && `+finding("No connector leads to 13 'Request closed'"))
	marks := `document.querySelectorAll('#marks path[stroke-dasharray]').length`
	b.until("their marks", marks+` >= 3`)
	// It leads there.
	eval[bool](b, `(`+finding("'Fit to travel?'")+`.querySelector('.words').click(), true)`)
	id := b.step("Fit to travel?").ID
	b.until("it is selected", `document.querySelector('#rows [data-id="`+id+`"]').getAttribute('aria-current') === 'true'`)
	// Waived with a reason only.
	eval[bool](b, `(`+finding("'Fit to travel?'")+`.querySelector('[aria-expanded]').click(), true)`)
	b.until("the field", finding("'Fit to travel?'")+`.querySelector('.waive').offsetParent`)
	eval[bool](b, `(`+finding("'Fit to travel?'")+`.querySelector('.waive input').focus(), true)`)
	b.key("gates that are always open\r")
	b.until("both are passed over", count+` === '1' && document.querySelector('.waived').textContent.includes('gates that are always open')`)
	b.saved()
	if c := eval[string](b, `editor.core.chart()`); !strings.Contains(c, `"one-way-out"`) {
		t.Error("the chart does not keep it")
	}
	b.press("Use again")
	b.until("they are back", count+` === '3'`)
	b.undoTo(was)
	b.until("sound again", count+` === '0'`)
	// A mend is a press.
	b.click(b.middle("Fit to travel?"))
	b.run(focusOn("#desk"))
	b.key("p", chromedp.KeyModifiers(chromedp.ModifierAlt))
	b.until("a question that is no decision", finding("asks something, but is no decision"))
	eval[bool](b, `(`+finding("asks something")+`.querySelector('.button').click(), true)`)
	b.until("mended", count+` === '0'`)
	if k := b.step("Fit to travel?").Symbol; k != symbol.Decision {
		t.Errorf("mended it is a %s", k)
	}
	b.run(clickOn("#margin [data-act=proof]"))
	b.until("no marks where nobody looks", marks+` === 0`)
	if words := eval[string](b, `document.querySelector('[data-leaf=proof]').textContent`); !strings.Contains(words, "decisions") {
		t.Errorf("the figures: %q", words)
	}
}
