package web

import (
	"fmt"
	"testing"
)

// What is being typed stays while the editor hears of other things: a comment that comes in, a
// change that is saved.
func TestWhatIsBeingTypedStays(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	id := b.step("Pack and ship").ID
	const typed = `document.activeElement.value`
	for _, name := range []string{"Fields", "Symbol", "Look", "Page…"} {
		b.click(b.middle("Pack and ship"))
		b.press(name)
		fields := eval[int](b, `(window.typed = [...document.querySelectorAll('#drawer [x-says]')].filter(e => e.offsetParent)).length`)
		if fields == 0 {
			t.Errorf("%s: nothing to type in", name)
		}
		for i := range fields {
			eval[bool](b, fmt.Sprintf(`(typed[%d].focus(), typed[%[1]d].select(), true)`, i))
			b.key("12")
			eval[bool](b, `(editor.core.act('comments', '{}'), true)`)
			b.frame()
			if got := eval[string](b, typed); got != "12" {
				t.Errorf("%s, field %d: a comment came in, and of 12 typed there is %q", name, i, got)
			}
			eval[bool](b, fmt.Sprintf(`((e) => { e.value = ''; e.dispatchEvent(new Event('input')); })(typed[%d]), true`, i))
		}
		b.key("\x1b")
	}

	// A field that is entered twice is there once, and the line for new ones is empty again.
	b.click(b.middle("Pack and ship"))
	b.press("Fields")
	before := len(b.step("Pack and ship").Fields)
	for _, value := range []string{"D-1", "D-2"} {
		b.run(typeInto(".fieldlist div:last-of-type input:first-child", "Form"))
		eval[bool](b, `(editor.core.act('comments', '{}'), true)`)
		b.run(typeInto(".fieldlist div:last-of-type input:nth-child(2)", value+"\t"))
		b.frame()
		if left := eval[string](b, `[...document.querySelectorAll('.fieldlist')].find(e => e.offsetParent).lastElementChild.querySelector('input').value`); left != "" {
			t.Errorf("the line for a new field still says %q", left)
		}
	}
	b.saved()
	if f := b.step("Pack and ship").Fields; len(f) != before+1 || f[len(f)-1].Value != "D-2" {
		t.Errorf("fields are %v", f)
	}
	// A name that is taken already is refused, and the field says what it is still called.
	b.run(typeInto(".fieldlist div:last-of-type input:first-child", "Desk"), typeInto(".fieldlist div:last-of-type input:nth-child(2)", "Loans\t"))
	b.until("two fields", fmt.Sprintf(`[...document.querySelectorAll('.fieldlist')].find(e => e.offsetParent).querySelectorAll('[data-old]').length === %d`, before+3))
	eval[bool](b, `((e) => { e.focus(); e.select(); return true; })(document.querySelector('.fieldlist [data-old=Desk] input'))`)
	b.key("Form\t")
	b.frame()
	if got := eval[string](b, `document.querySelector('.fieldlist [data-old=Desk] input').value`); got != "Desk" {
		t.Errorf("refused, the field is called %q", got)
	}
	b.key("\x1b")

	// An answer, while a comment of somebody else comes in.
	say := func(words string) {
		eval[bool](b, fmt.Sprintf(`(async () => (await fetch('/charts/' + document.body.dataset.chart + '/comments', { method: 'POST', headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content }, body: new URLSearchParams({ step: %q, body: %q }) })).ok)()`, id, words))
		b.until(words, fmt.Sprintf(`document.querySelector('#comments').textContent.includes(%q)`, words))
	}
	say("Who packs?")
	b.run(clickOn("[data-act=margin]"), typeInto(".answer textarea", "The packer"))
	say("And on Sundays?")
	b.key(" on duty")
	// One that is deleted above it leaves the answer with its comment.
	asked := `document.activeElement.closest('.remark').querySelector('.body').textContent`
	eval[bool](b, `(async () => { const [first, second] = document.querySelectorAll('.remark'); const f = second.querySelector('textarea'); f.value = document.activeElement.value; f.focus();
	  await fetch('/charts/' + document.body.dataset.chart + '/comments/' + first.id.replace('remark-', '') + '/delete', { method: 'POST', headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content } });
	  window.gone = first.id; return true; })()`)
	of := eval[string](b, asked)
	b.until("one comment less", `!document.getElementById(gone)`)
	b.key(".")
	if now := eval[string](b, asked); now != of {
		t.Errorf("the answer is to %q, it was to %q", now, of)
	}
	if got := eval[string](b, typed); got != "The packer on duty." {
		t.Errorf("of an answer there is %q", got)
	}
	b.press("Answer")
	b.until("the answer", `[...document.querySelectorAll('.reply .body')].some(e => e.textContent === 'The packer on duty.')`)
	if got := eval[string](b, `[...document.querySelectorAll('.answer textarea')].map(e => e.value).join('')`); got != "" {
		t.Errorf("the answer is given, and there still stands %q", got)
	}

	// What is half written to one comment stays when another is answered, or settled.
	say("Who signs?")
	half := `document.querySelector('.answer textarea').value`
	b.run(typeInto(".remark:first-of-type .answer textarea", "Whoever is"))
	eval[bool](b, `((f) => { f.querySelector('textarea').value = 'Nobody'; f.requestSubmit(); return true; })(document.querySelectorAll('.answer')[1])`)
	b.until("the other answer", `[...document.querySelectorAll('.reply .body')].some(e => e.textContent === 'Nobody')`)
	if got, other := eval[string](b, half), eval[string](b, `document.querySelectorAll('.answer textarea')[1].value`); got != "Whoever is" || other != "" {
		t.Errorf("another is answered, and of what was half written there is %q; beside the one that is answered stands %q", got, other)
	}
	eval[bool](b, `([...document.querySelectorAll('.answer')[1].querySelectorAll('button')].find(e => e.textContent.trim() === 'Settle').click(), true)`)
	b.until("it is settled", `document.querySelector(".remark.settled")`)
	if got := eval[string](b, half); got != "Whoever is" {
		t.Errorf("another is settled, and of what was half written there is %q", got)
	}
}
