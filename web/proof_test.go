package web

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
	"plaintracer/store"
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
	marks := `document.querySelectorAll('#layer-chosen path[stroke-dasharray]').length`
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

// Readers of a link see the proof where the link allows it, and are led to the places.
func TestProofOnTheReviewPage(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	session := mustSession(t, s)
	c := chart.New("Loans")
	c.Pages[0].Steps = []*chart.Step{
		{ID: "s1", Symbol: symbol.Decision, X: 100, Y: 100, W: 130, H: 80, Text: "Fit?"},
		{ID: "s2", Symbol: symbol.Process, X: 400, Y: 100, W: 112, H: 56, Text: "Sign"},
	}
	c.Pages[0].Connectors = []*chart.Connector{{ID: "c1", Meaning: chart.Flow, From: chart.End{Step: "s1"}, To: chart.End{Step: "s2"}}}
	c.Waived = []chart.Waiver{{Rule: "no-text", Reason: "as <agreed>"}}
	id := s.keepChart(t, c)
	l, err := s.store.AddLink(id, store.Read)
	if err != nil {
		t.Fatal(err)
	}
	page := func() string { return body(t, s.do(t, "GET", "/review/"+l.Token, "", "", "", nil)) }
	if strings.Contains(page(), "one way out") {
		t.Error("it is shown where the link does not allow it")
	}
	at := "/charts/" + id + "/links/" + l.Token + "/proof"
	if r := s.post(t, at, session, s.token(t, session), "application/x-www-form-urlencoded", []byte("may=1")); !strings.Contains(body(t, r), "Proof shown") {
		t.Error("the dialog does not say so")
	}
	if p := page(); !strings.Contains(p, "Proof: 1 wrong, 0 doubtful") || !strings.Contains(p, "as &lt;agreed&gt;") {
		t.Error("it is not shown")
	}
	b := s.browse(t)
	b.open("/review/" + l.Token)
	b.run(clickOn(".proved summary"))
	b.press("'Fit?' is a decision with one way out: it decides nothing.")
	b.until("its step", `document.querySelector('.step.picked')?.dataset.step === 's1'`)
	if r := s.post(t, at, session, s.token(t, session), "application/x-www-form-urlencoded", nil); r.StatusCode != 200 || strings.Contains(page(), "one way out") {
		t.Error("it is still shown")
	}
}
