package web

import (
	"strconv"
	"strings"
	"testing"
)

// The drawer of numbers: a scheme, a typed first number, a pinned number around which the others go, the table of old and
// new numbers, and numbers in the list alone, each with real presses.
func TestNumberDrawer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	was := eval[string](b, `editor.core.chart()`)
	x, y := b.middle("Examine condition")
	b.click(x, y)
	b.press("Numbers…")
	if hidden := b.unreachable("numbers"); hidden != "" {
		t.Errorf("cannot be pressed: %s", hidden)
	}
	pressed := func(words string) bool {
		return eval[bool](b, `[...document.querySelectorAll('[data-drawer=numbers] button')].find(e => e.ariaLabel === '`+words+`' || e.textContent.trim() === '`+words+`').ariaPressed === 'true'`)
	}
	if !pressed("The flow: 1, 2, 3") || !pressed("On the steps") || !pressed("Number anew") {
		t.Error("what is so at first is not shown")
	}
	b.press("Lanes: A1, B1")
	if n := b.step("Examine condition").Number; n != "C1" || !pressed("Lanes: A1, B1") || pressed("The flow: 1, 2, 3") {
		t.Errorf("by lane it is %s", n)
	}
	b.until("the table is offered", `document.querySelector('#notice').textContent.includes('13 numbers changed.')`)
	if sample := eval[string](b, `document.querySelector('[data-drawer=numbers] header .mono').textContent`); sample != "A1, A2, B1" {
		t.Errorf("the sample is %q", sample)
	}
	b.press("Pin the number")
	b.until("its pin in the list", `!!document.querySelector('#rows .no.pinned')`)
	b.press("The flow: 1, 2, 3")
	first := func(value string) {
		eval[bool](b, `(document.querySelector('[data-drawer=numbers] [data-what=first]').focus(), document.activeElement.select(), true)`)
		b.key(value + "\r")
	}
	first("20")
	if b.step("Examine condition").Number != "C1" || b.step("Loan wanted").Number != "20" {
		t.Errorf("pinned it is %s, the first is %s", b.step("Examine condition").Number, b.step("Loan wanted").Number)
	}
	first("none")
	b.until("it says what is taken", `document.querySelector('#notice').textContent.includes('Type a whole number') && document.querySelector('[data-drawer=numbers] [data-what=first]').value === '20'`)
	eval[bool](b, `(window.__clip = '', navigator.clipboard.writeText = (t) => { window.__clip = t; return Promise.resolve(); }, true)`)
	b.press("Copy old and new")
	if clip := eval[string](b, `window.__clip`); !strings.HasPrefix(clip, "Old\tNew\tStep\n") || !strings.Contains(clip, "\t20\tLoan wanted\n") {
		t.Errorf("copied is %q", clip)
	}
	tags := `document.querySelectorAll('#drawing .step text').length`
	before := eval[int](b, tags)
	b.press("In the list alone")
	b.until("no numbers on the steps", tags+` < `+strconv.Itoa(before))
	b.press("Close")
	b.undoTo(was)
}
