package web

import (
	"testing"
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
