package web

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// A comment that names a step tells its number of now, leads to it, and says when it is gone; what it says besides stays words.
func TestCommentsNameSteps(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.run(clickOn("[data-act=margin]"))
	b.until("the comments", `document.querySelector('.remark .ref')`)
	said := `document.querySelector('.remark .body').textContent`
	const before = "Who decides when the survey is older than a year? I would send it back to step 5."
	if got := eval[string](b, said); got != before {
		t.Fatalf("it says %q", got)
	}
	b.run(typeInto(".answer textarea", "As in step 7 or step 99 <b>now</b>"))
	b.press("Answer")
	b.until("the answer", `document.querySelector('.reply .ref')`)
	if got := eval[string](b, `[...document.querySelectorAll('.reply .body')].pop().innerHTML`); got != `As in <button type="button" class="ref" data-ref="s7">step 7</button> or step 99 &lt;b&gt;now&lt;/b&gt;` {
		t.Errorf("the answer is %s", got)
	}

	b.run(clickOn(".remark .ref"))
	b.until("the step that is named is selected", `document.querySelector('#bench').textContent.includes('Process 5')`)
	b.press("Numbers…")
	b.run(typeInto("[data-drawer=numbers] [data-what=first]", "0\t"))
	b.until("the number of now", said+`.endsWith('back to step 14.')`)
	if got := eval[string](b, `document.querySelector('.remark .ref').title`); got != "written as 'step 5'" {
		t.Errorf("it was %q", got)
	}
	b.key("\x1b")
	b.click(b.middle("Examine condition"))
	b.run(clickOn("#bench [data-act=delete]"))
	b.saved()
	b.open(s.reviewLink(t))
	b.until("the step that is gone", `document.querySelector('.remark .body s')?.textContent === 'step 5'`)
	b.run(clickOn(".reply .ref"))
	b.until("the card of the step that is named", `document.querySelector('[data-card=s7]').checkVisibility()`)
}

// Steps to refer to are picked while a text is typed, by key, by press; Escape closes them, not the text; they are seen, below what is
// typed on, and the text follows the step's number.
func TestPickingSteps(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	const open = `!document.querySelector('#picks').hidden`
	const text = `document.querySelector('#typing').value`
	b.double(b.middle("Decline with reasons"))
	b.key("As in step ")
	b.until("steps to pick", open+` && document.querySelectorAll('#picks [role=option]').length === 6`)
	picks, step := b.rect(`document.querySelector('#picks')`), b.rect(`document.querySelector('.step[data-step=s12] path')`)
	if desk := b.rect(`document.querySelector('#desk')`); picks.Y < step.Y+step.H || picks.X < desk.X || picks.Y+picks.H > desk.Y+desk.H {
		t.Errorf("the steps to pick are at %v, what is typed on at %v in %v", picks, step, desk)
	}
	if top := eval[string](b, `(() => { const r = document.querySelector('#picks').getBoundingClientRect(); return document.elementFromPoint(r.x + 20, r.y + 20).role; })()`); top != "option" {
		t.Errorf("on the first of them lies %q", top)
	}
	b.key("dr")
	b.key(kb.ArrowDown)
	b.key("\r")
	b.until("the number of the one that was picked", text+` === 'As in step 8'`)
	if eval[bool](b, open) {
		t.Error("there is still something to pick")
	}
	b.key(" or step 1")
	b.until("steps with 1", open)
	b.key("\x1b")
	b.until("they are closed, the text is not", `document.querySelector('#picks').hidden && !document.querySelector('#typing').hidden`)
	b.key("1")
	b.until("11 is offered", open)
	b.run(clickOn("#picks [role=option]"))
	b.until("it is picked", `document.querySelector('#picks').hidden && !document.querySelector('#typing').hidden && `+text+` === 'As in step 8 or step 11'`)
	b.key("\r")
	b.until("typing has ended", `document.querySelector('#typing').hidden`)
	if st := b.step("As in step 8 or step 11"); len(st.Runs) != 2 || st.Runs[0].Link.Step != "s8" || st.Runs[1].Link.Step != "s11" {
		t.Errorf("it refers to %+v", st.Runs)
	}
	// A label: Tab takes the first.
	line := eval[string](b, `editor.core.chart() && JSON.parse(editor.core.chart()).pages[0].connectors.find(c => c.labels?.[0].text === 'no' && c.from.step === 's7').id`)
	eval[bool](b, `(editor.core.act('select', `+"`"+line+"`"+`), true)`)
	b.press("Text")
	b.key("no, step 6")
	b.until("steps to pick", open)
	b.key("\t")
	b.until("picked", `document.querySelector('#picks').hidden`)
	b.key("\r")
	b.saved()
	b.press("Number")
	if l := eval[string](b, `JSON.stringify(JSON.parse(editor.core.chart()).pages[0].connectors.find(c => c.id === '`+line+`').labels[0])`); !strings.Contains(l, `"refers":{"page":"p1","step":"s6"}`) || !strings.Contains(l, "no, step 6") {
		t.Errorf("the label is %s", l)
	}
	// In a small window they stand above a step at the bottom.
	b.run(chromedp.EmulateViewport(1024, 640))
	b.frame()
	b.double(b.middle("Pack and ship"))
	b.key("As in step ")
	b.until("steps to pick", open)
	picks, step = b.rect(`document.querySelector('#picks')`), b.rect(`document.querySelector('.step[data-step=s10] path')`)
	if picks.overlaps(step) || picks.Y > step.Y || !picks.inside(b.rect(`document.querySelector('#desk')`)) {
		t.Errorf("in a small window the steps to pick are at %v, what is typed on at %v", picks, step)
	}
}
