package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// A chart is written in the step list with the keyboard: each key's effect is in the list and on the
// paper, and the caret is in the row that is written next, in sight.
func TestChartIsWrittenInTheList(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.blank()
	b.run(focusOn("#next-step"))
	b.key("Desk: Ask the borrower\r")
	b.until("its row", `document.querySelectorAll('#rows .words').length === 1`)
	b.run(focusOn("#rows .words"))
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
	b.key("Examine")
	b.until("it is on the paper while it is typed", `[...document.querySelectorAll('#layer-steps .step text')].some(t => t.textContent === 'Examine')`)
	b.key("\r")
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
	b.until("the list as it was typed", `[...document.querySelectorAll('#rows .row')].map(r => r.querySelector('.words').value + [...r.querySelectorAll('[data-of=label]')].map(l => ' ' + l.innerText + '>' + l.parentElement.querySelector('[data-of=to]').innerText).join('')).join('; ') ===
		'Ask the borrower >All papers there?; All papers there? yes>Examine no>Ask again; Examine; Ask again >Ask the borrower'`)
	// A row that ends in an arrow is led to a step that is pressed, on the paper or in the list.
	for _, press := range []string{"paper", "list"} {
		b.run(clickOn(`.row[data-id="` + b.step("Examine").ID + `"] .words`))
		b.key(kb.End)
		b.key(" ->")
		if press == "paper" {
			b.click(b.middle("Ask again"))
		} else {
			at := b.rect(`document.querySelector('.row[data-id="` + b.step("Ask the borrower").ID + `"] .words')`)
			b.run(chromedp.MouseClickXY(at.X+20, at.Y+at.H/2))
		}
		b.until("it is said", `document.querySelector('#notice').innerText.includes('leads to')`)
		here("the row still", "Examine")
	}
	to := map[string]bool{}
	for _, c := range b.page().Connectors {
		if c.From.Step == b.step("Examine").ID {
			to[c.To.Step] = true
		}
	}
	if len(to) != 1 || !to[b.step("Ask the borrower").ID] {
		t.Errorf("it leads to %v", to)
	}
	b.run(focusOn("#desk"))
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	p := b.page()
	if len(p.Lanes) != 1 || p.Lanes[0].Name != "Desk" || b.step("Ask the borrower").Lane != p.Lanes[0].ID {
		t.Errorf("lanes %v", names(p))
	}
	if len(p.Steps) != 4 || len(p.Connectors) < 3 {
		t.Errorf("%d steps, %d connectors", len(p.Steps), len(p.Connectors))
	}
	// Up and down, with the caret in the row that moved.
	b.run(clickOn(`.row[data-id="` + b.step("Examine").ID + `"] .words`))
	b.key(kb.ArrowUp, chromedp.KeyModifiers(chromedp.ModifierAlt))
	here("moved", "Examine")
	order := eval[string](b, `[...document.querySelectorAll('#rows .words')].map(e => e.value).join('|')`)
	if order != "Ask the borrower|Examine|All papers there?|Ask again" {
		t.Errorf("order %s", order)
	}
	b.axe("the list being written")
}

// A chart of twelve steps in three lanes, with two decisions and a way back, takes few keys beside the
// text: here one a step.
func TestFewKeys(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.blank()
	b.run(focusOn("#next-step"))
	keys := 0
	for _, line := range []string{
		"Borrower: Loan wanted", "Loans desk: Log the request", "Request complete?", "no -> Ask for what is missing -> 2", "yes -> Conservation: Examine",
		"Fit to travel?", "no -> Loans desk: Decline", "yes -> Loans desk: Draw up the agreement", "Borrower: Sign", "Loans desk: Pack", "Ship", "Borrower: Received",
	} {
		b.key(line + "\r")
		keys++
		b.frame()
	}
	p := b.page()
	if len(p.Steps) != 12 || names(p) != "Borrower|Loans desk|Conservation|" || len(p.Connectors) != 12 || keys >= 60 {
		t.Errorf("%d steps in %s, %d connectors, %d keys", len(p.Steps), names(p), len(p.Connectors), keys)
	}
	want := map[string]string{"Ask for what is missing": "Log the request", "Request complete?": "Ask for what is missing Examine", "Fit to travel?": "Decline Draw up the agreement", "Ship": "Received"}
	for from, to := range want {
		got := ""
		for _, c := range p.Connectors {
			if c.From.Step == b.step(from).ID {
				got += " " + p.Step(c.To.Step).Text
			}
		}
		if got != " "+to {
			t.Errorf("%s leads to%s", from, got)
		}
	}
}

// Cells of a spreadsheet that are pasted show what their columns are taken for; that is changed where it
// is wrong, and then the steps are drawn.
func TestPastedTable(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.blank()
	b.run(focusOn("#desk"))
	paste := func() {
		eval[bool](b, `(() => { const d = new DataTransfer(); d.setData('text/plain', 'Desk\tAsk the borrower\tL-1\nDesk\tAll papers there?\tL-2\nStore\tHand the object out\tL-3\n'); document.querySelector('#desk').dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true })); return true; })()`)
		b.until("the question", `document.querySelector('#table').open && document.querySelectorAll('#table select').length === 3`)
	}
	paste()
	if got := eval[string](b, `[...document.querySelectorAll('#table select')].map(s => s.value).join() + ' ' + document.querySelectorAll('#table td').length`); got != "lane,text,field 9" {
		t.Errorf("the columns are %s", got)
	}
	if dialog, window := b.rect(`document.querySelector('#table')`), (box{0, 0, 1280, 800}); !dialog.inside(window) {
		t.Errorf("the question is at %v", dialog)
	}
	b.axe("a pasted table")
	eval[bool](b, `(() => { const s = document.querySelectorAll('#table select')[2]; s.value = 'none'; s.dispatchEvent(new Event('change', { bubbles: true })); return true; })()`)
	b.press("Draw steps")
	b.until("the steps", `document.querySelectorAll('#layer-steps .step').length === 3 && !document.querySelector('#table').open`)
	p := b.page()
	if names(p) != "Desk|Store|" || len(p.Connectors) != 2 || len(p.Steps[0].Fields) != 0 || b.step("All papers there?").Symbol != "decision" {
		t.Errorf("lanes %s, %d connectors, fields %v", names(p), len(p.Connectors), p.Steps[0].Fields)
	}
	// Left alone, nothing is drawn.
	paste()
	b.key(kb.Escape)
	b.until("it is gone", `!document.querySelector('#table').open`)
	if n := len(b.page().Steps); n != 3 {
		t.Errorf("%d steps", n)
	}
}

// Outcomes are written in the field under the list: Tab begins the one that is missing, Shift+Tab comes back out,
// a way back is written in words, and the decision's own text stays what it is.
func TestOutcomesInTheField(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.blank()
	b.run(focusOn("#next-step"))
	field := func() string { return eval[string](b, `document.querySelector('#next-step').value`) }
	// Whoever has not written in it yet has the rules above it, while it has the focus; it stays where it is.
	rules, line := `document.querySelector('.writing table')`, `document.querySelector('#next-step')`
	shown := func() bool { return eval[bool](b, rules+`.checkVisibility()`) }
	with := b.rect(line)
	if !shown() || !b.rect(rules).inside(b.rect(`document.querySelector('#list')`)) || b.rect(rules).overlaps(with) {
		t.Errorf("the rules are shown: %v, at %v, the field is at %v", shown(), b.rect(rules), with)
	}
	if b.run(focusOn("#desk")); shown() || b.rect(line) != with {
		t.Errorf("without the focus the rules are shown: %v, the field is at %v, it was at %v", shown(), b.rect(line), with)
	}
	b.run(focusOn("#next-step"))
	b.key("Alarm rings\r")
	b.key("Is it a drill?\r")
	b.key("\t")
	if got := field(); got != "yes -> " {
		t.Fatalf("Tab begins with %q", got)
	}
	b.key("\t", chromedp.KeyModifiers(chromedp.ModifierShift))
	if got := field(); got != "" || !eval[bool](b, `document.activeElement.id === 'next-step'`) {
		t.Errorf("come back out, it says %q", got)
	}
	b.key("No: guard calls the brigade\r")
	b.key("\t")
	if got := field(); got != "yes -> " {
		t.Fatalf("Tab begins with %q", got)
	}
	b.key("Reset the panel\r")
	b.key("Quiet now?\r")
	b.key("no: go back to 4\r")
	b.key("Log it\r")
	p, got := b.page(), ""
	for _, c := range p.Connectors {
		got += p.Step(c.From.Step).Text + " " + c.Outcome() + ">" + p.Step(c.To.Step).Text + "; "
	}
	if want := "Alarm rings >Is it a drill?; Is it a drill? no>guard calls the brigade; Is it a drill? yes>Reset the panel; Reset the panel >Quiet now?; Quiet now? no>Reset the panel; Quiet now? yes>Log it; "; got != want || p.Steps[0].Symbol != "terminator" {
		t.Errorf("got  %s\nwant %s (it begins with a %s)", got, want, p.Steps[0].Symbol)
	}
	if b.key("Lock up\r"); shown() {
		t.Error("the rules are shown to whoever has written eight steps")
	}
}

// Rows are selected by Shift with an arrow or a press, with the caret in the last of them and no text
// marked; copied, they are lines in another program; cut, the flow closes; pasted in a row, they follow it.
func TestSeveralRowsAtOnce(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	words := func(text string) string {
		return `.row[data-id="` + b.step(text).ID + `"] .words`
	}
	b.run(clickOn(words("Crate ordered")))
	b.run(clickOn(words("Read the condition report")))
	b.key(kb.ArrowDown, chromedp.KeyModifiers(chromedp.ModifierShift))
	chosen := func() string {
		return eval[string](b, `[...document.querySelectorAll('#rows [aria-current=true] .words')].map(w => w.value).join('; ')`)
	}
	b.until("two rows", `document.querySelectorAll('#rows .row[aria-current=true]').length === 2`)
	if got := chosen(); got != "Read the condition report; Measure the object" {
		t.Errorf("selected are %s", got)
	}
	if at := eval[string](b, `document.activeElement.value + ' ' + (document.activeElement.selectionEnd - document.activeElement.selectionStart)`); at != "Measure the object 0" {
		t.Errorf("the caret is in %q", at)
	}
	// A press with Shift reaches from where it began.
	r := b.rect(`document.querySelector('` + words("Crate ordered") + `')`)
	b.run(chromedp.MouseClickXY(r.X+r.W/2, r.Y+r.H/2, chromedp.ButtonModifiers(chromedp.ModifierShift)))
	if got := chosen(); got != "Crate ordered; Read the condition report" {
		t.Errorf("with a press are selected %s", got)
	}
	b.run(clickOn(words("Read the condition report")))
	b.key(kb.ArrowDown, chromedp.KeyModifiers(chromedp.ModifierShift))
	clip := func(what string) (text string) {
		return eval[string](b, `(() => { const d = new DataTransfer(); document.activeElement.dispatchEvent(new ClipboardEvent('`+what+`', { clipboardData: d, bubbles: true, cancelable: true })); return d.getData('text/plain'); })()`)
	}
	if got := clip("copy"); got != "2. Read the condition report [document]\n3. Measure the object [process]\n" {
		t.Errorf("copied: %q", got)
	}
	n := len(b.page().Steps)
	text := clip("cut")
	if len(b.page().Steps) != n-2 {
		t.Fatalf("%d steps of %d are left", len(b.page().Steps), n)
	}
	b.run(clickOn(words("Line the crate with foam")))
	eval[bool](b, fmt.Sprintf(`(() => { const d = new DataTransfer(); d.setData('text/plain', %q); document.activeElement.dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true })); return true; })()`, text))
	b.until("they are back", fmt.Sprintf(`document.querySelectorAll('#layer-steps .step').length === %d`, n))
	rows := eval[string](b, `[...document.querySelectorAll('#rows .words')].map(w => w.value).join('; ')`)
	if !strings.Contains(rows, "Crate ordered; Fits a stock crate?") || !strings.Contains(rows, "Line the crate with foam; Read the condition report; Measure the object; ") {
		t.Errorf("the list says %s", rows)
	}
	b.saved()
}
