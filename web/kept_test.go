package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// fill leaves no room in the browser's storage, not for a command.
const fill = `(() => {
	for (const size of [1e6, 1e4, 100, 1])
		try { for (let i = 0; ; i++) localStorage['full ' + size + ' ' + i] = 'x'.repeat(size); } catch {}
	return true;
})()`

// A browser whose storage is full sends changes all the same; while they cannot be sent, the bar says that this window
// alone has them. With room again they are kept, each by itself, and gone when they are on disk.
func TestStorageIsFull(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	id := eval[string](b, `document.body.dataset.chart`)
	text := func(step string) string {
		c, _, err := s.store.Chart(id)
		if err != nil {
			t.Fatal(err)
		}
		return c.Pages[0].Step(step).Text
	}
	write := func(step, words string) {
		eval[bool](b, fmt.Sprintf(`(editor.core.act('row-text', JSON.stringify({id: %q, text: %q})), true)`, step, words))
	}
	kept := `Object.keys(localStorage).filter(k => k.startsWith('waiting')).map(k => localStorage[k]).join()`
	eval[bool](b, fill)
	write("s2", "Written without room")
	b.saved()
	if got := text("s2"); got != "Written without room" {
		t.Fatalf("on disk stands %q", got)
	}

	eval[bool](b, `(window.__fetch = window.fetch, window.fetch = () => Promise.reject(new Error('cut')), true)`)
	write("s2", "Only here")
	b.until("the bar says where they are", `document.querySelector('#disk').textContent === 'offline: 1 change only in this window'`)
	if title := eval[string](b, `document.querySelector('#disk').title`); !strings.Contains(title, "full") {
		t.Errorf("why, says %q", title)
	}
	eval[bool](b, `(Object.keys(localStorage).filter(k => k.startsWith('full')).forEach(k => localStorage.removeItem(k)), true)`)
	write("s3", "And here")
	b.until("and that they are kept", `document.querySelector('#disk').textContent === 'offline: 2 changes kept in this browser'`)
	if n := eval[int](b, `Object.keys(localStorage).filter(k => k.startsWith('waiting')).length`); n != 2 {
		t.Errorf("%d are kept, each by itself", n)
	}

	// On disk they are kept no more; what a closed window has left is sent by the next one.
	left := eval[string](b, `JSON.stringify(Object.fromEntries(Object.keys(localStorage).filter(k => k.startsWith('waiting')).map(k => [k, localStorage[k]])))`)
	eval[bool](b, `(window.fetch = window.__fetch, true)`)
	b.saved()
	if got := eval[string](b, kept); got != "" {
		t.Errorf("on disk, and still kept: %s", got)
	}
	if text("s2") != "Only here" || text("s3") != "And here" {
		t.Errorf("on disk stand %q and %q", text("s2"), text("s3"))
	}
	left = strings.NewReplacer("Only here", "Left behind", "And here", "Left, too").Replace(strings.ReplaceAll(left, "waiting "+id+" ", "waiting "+id+" x"))
	eval[bool](b, fmt.Sprintf(`(Object.assign(localStorage, JSON.parse(%q)), localStorage['waiting %s broken 1'] = '{', true)`, left, id))
	b.run(chromedp.Reload())
	b.until("the editor", `document.body.dataset.ready && window.editor`)
	if text("s2") != "Left behind" || text("s3") != "Left, too" {
		t.Errorf("what was left behind: %q and %q", text("s2"), text("s3"))
	}
	if got := eval[string](b, kept); got != "{" {
		t.Errorf("sent, and still kept: %s", got)
	}
}

// Comments that come while a button among them is pressed do not take the press away.
func TestPressAmongComments(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	say := func(words string) {
		eval[bool](b, fmt.Sprintf(`(async () => (await fetch('/charts/' + document.body.dataset.chart + '/comments', { method: 'POST', headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content }, body: new URLSearchParams({ step: 's2', body: %q }) })).ok)()`, words))
	}
	say("Who packs?")
	say("And on Sundays?")
	b.run(clickOn("[data-act=margin]"))
	b.until("the comments", `document.querySelectorAll('#comments .remark').length === 2`)
	const second = `[...document.querySelectorAll('#comments .remark')].at(-1)`
	words := eval[string](b, second+`.querySelector('.body').textContent`)
	at := b.rect(second + `.querySelector('[hx-vals]')`)
	x, y := at.X+at.W/2, at.Y+at.H/2
	b.mouse(chromedp.MousePressed, x, y, chromedp.ButtonLeft, chromedp.ClickCount(1))
	eval[bool](b, `(addEventListener('htmx:before:swap', () => (window.came = true)), true)`)
	// Somebody deletes the one above it.
	eval[bool](b, `(async () => (await fetch('/charts/' + document.body.dataset.chart + '/comments/' + document.querySelector('#comments .remark').id.replace('remark-', '') + '/delete', { method: 'POST', headers: { 'X-Csrf-Token': document.querySelector('meta[name=csrf]').content } })).ok)()`)
	b.until("word of it", `window.came`)
	b.frame()
	if now := b.rect(second + `.querySelector('[hx-vals]')`); now != at {
		t.Errorf("the button went from %v to %v under the hand", at, now)
	}
	b.mouse(chromedp.MouseReleased, x, y, chromedp.ButtonLeft, chromedp.ClickCount(1))
	b.until("it is settled", fmt.Sprintf(`document.querySelector('.remark.settled .body')?.textContent === %q`, words))
	b.until("the other is gone", `document.querySelectorAll('#comments .remark').length === 1`)
}
