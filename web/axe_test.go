package web

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// axe runs axe-core (Deque, from npm; rules of WCAG 2.2 A and AA and best practice) on
// the page as it is, or on the part of it that has changed since it was looked at whole, and gives what it finds
// that is serious or critical.
func (b *browser) axe(what string, part ...string) {
	b.t.Helper()
	if !eval[bool](b, `'axe' in window`) {
		src, err := os.ReadFile("testdata/axe.min.js")
		if err != nil {
			b.t.Fatal(err)
		}
		eval[bool](b, "(() => { "+string(src)+" return true; })()")
	}
	where := "document"
	for _, p := range part {
		where = fmt.Sprintf("document.querySelector(%q)", p)
	}
	found := eval[string](b, `axe.run(`+where+`, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice', 'experimental'], rules: { 'css-orientation-lock': { enabled: false } }, resultTypes: ['violations'], reporter: 'v2' }).then(r => r.violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => v.id + ' (' + v.impact + '): ' + v.help + '\n' + v.nodes.slice(0, 4).map(n => '    ' + n.target.join(' ') + ' ' + n.html.slice(0, 160) + ' | ' + (n.any.concat(n.all)[0]?.message || '')).join('\n')).join('\n'))`)
	if found != "" {
		b.t.Errorf("%s:\n%s", what, found)
	}
	if twice := eval[string](b, `[...document.querySelectorAll('[id]')].map(e => e.id).filter((id, i, all) => all.indexOf(id) < i).join(', ')`); twice != "" {
		b.t.Errorf("%s: ids that are there twice: %s", what, twice)
	}
	if n := eval[int](b, `[...document.querySelectorAll('h1')].filter(h => h.checkVisibility()).length`); n != 1 {
		b.t.Errorf("%s: %d headings of the first level", what, n)
	}
}

// Nothing serious is found on any page, in the editor's states, on the review page.
func TestForEveryone(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.open("/sign-in")
	b.axe("sign in")
	b.signInByHand()
	b.axe("charts")
	b.open("/account")
	b.axe("account")
	b.open("/charts")
	b.press("Type or paste a list One line per step; the chart draws itself")
	b.axe("charts, typing a list", ".start-form")
	b.press("Blank page A4 landscape, lanes if you want them")
	b.until("the editor", `document.body.dataset.ready`)
	b.axe("an empty page")
	b.edit("Outgoing loans")
	b.until("the comments", `document.querySelector('#comment-count').textContent === '2'`)
	b.axe("editor, nothing selected")
	x, y := b.middle("Fit to travel?")
	b.click(x, y)
	b.axe("editor, a step selected", "#bench")
	for _, d := range []string{"Line…", "Symbol", "Fields", "Lanes 5", "Look", "Page…"} {
		b.press(d)
		b.axe("editor, drawer "+d, "#drawer")
	}
	b.press("Look")
	b.press("House style…")
	b.until("the fonts", `document.querySelector('#fonts form')`)
	b.axe("editor, house styles", "#drawer")
	b.press("Bring a font…")
	b.axe("editor, bringing a font", "#drawer")
	b.key("\x1b")
	b.press("Close")
	b.press("Add page")
	b.axe("editor, two pages", "#pages")
	b.press("Undo")
	b.run(focusOn("#desk"))
	b.double(x, y)
	b.axe("editor, typing", "#desk")
	b.key("\x1b")
	b.run(clickOn("[data-act=margin]"))
	b.axe("editor, comments open", "#margin")
	b.run(focusOn("#desk"))
	b.key("?")
	b.axe("editor, keys", "#panel")
	b.key("\x1b")
	b.press("Export")
	b.until("the export panel", `document.querySelector('#panel form[action]')`)
	b.axe("editor, export", "#panel")
	b.press("Close")
	b.press("Share for review")
	b.until("the share panel", `document.querySelector('#share .link')`)
	b.axe("editor, share", "#panel")
	b.press("Close")
	sx, sy := b.at(x, y)
	b.run(chromedp.MouseClickXY(sx, sy, chromedp.ButtonRight))
	b.axe("editor, menu at the hand", "#menu")
	b.key("\x1b")
	b.saved()
	b.openChart(s, threeSteps())
	b.press("Loose ends 1")
	b.axe("editor, drawer Loose ends", "#drawer")
	link := s.reviewLink(t)
	b.open(link)
	b.until("the comments", `document.querySelectorAll('.remark').length === 2`)
	b.axe("review page")
	b.run(clickOn("#step-on"))
	b.axe("review page, a step", ".margin")
	b.run(chromedp.EmulateViewport(390, 780, chromedp.EmulateMobile, chromedp.EmulateTouch))
	b.axe("review page on a phone")

	// Read aloud, the list of steps gives the chart: number, symbol, text, lane, ways on.
	if said := eval[string](b, `document.querySelector('.sight .heard ol').innerText`); !strings.Contains(said, "6: Decision, Fit to travel?, in Conservation. yes: to 7. no: to 12.") {
		t.Errorf("read aloud: %s", said)
	}
}

// The whole of the main job by keyboard alone: no press of the pointer.
func TestByKeyboardAlone(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.open("/sign-in")
	b.key("mara@saltmarsh.example")
	b.reach("the password", `document.activeElement.name === 'password'`)
	b.key("x")
	b.signInByHand()
	b.reach("a blank page", `document.activeElement.innerText?.startsWith('Blank page')`)
	b.key("\r")
	b.until("the editor", `document.body.dataset.ready && document.activeElement.id === 'desk'`)
	// Steps, connected, one after the other; a decision with two ways.
	b.key("t")
	b.key("\r")
	b.key("Crate arrives\r")
	b.key("\r")
	b.key("Seal whole?\r")
	b.key("\r")
	b.key("Store the crate\r")
	b.key(kb.ArrowUp, chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.key("\r", chromedp.KeyModifiers(chromedp.ModifierAlt))
	b.key("Report the damage\r")
	p := b.page()
	if len(p.Steps) != 4 || len(p.Connectors) != 3 || p.Connectors[2].Outcome() != "no" {
		t.Fatalf("%d steps, %d connectors", len(p.Steps), len(p.Connectors))
	}
	// Another symbol, moved, numbered, laid out, connected by number, undone.
	b.key("o", chromedp.KeyModifiers(chromedp.ModifierAlt))
	if k := b.page().Steps[3].Symbol; k != "document" {
		t.Errorf("it is a %s", k)
	}
	was := b.page().Steps[3].X
	b.key(kb.ArrowRight)
	if now := b.page().Steps[3].X; now != was+8 {
		t.Errorf("moved from %v to %v", was, now)
	}
	b.key("\x1b")
	b.key("#")
	b.key("l")
	if n := b.page().Steps[3].Number; n != "4" {
		t.Errorf("number %s", n)
	}
	b.key("]")
	b.key("]")
	b.key("]")
	b.key("]")
	over := func(text string) { // the protocol sends a key's letter even when the page has taken the key
		b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl))
		b.key(text)
	}
	b.key("g")
	over("3\r")
	if p := b.page(); len(p.Connectors) != 4 || p.Connectors[3].To.Step != p.Steps[2].ID {
		t.Errorf("%d connectors", len(p.Connectors))
	}
	// A drawer by the bench: reached by Tab, used by arrows, shut by Escape.
	b.reach("the button", `document.activeElement.dataset?.act === 'drawer-lanes'`)
	b.key("\r")
	b.until("the drawer", `document.activeElement.id === 'lane-names'`)
	b.key("Lender\r")
	b.key("Loans desk")
	b.until("the lanes", `document.querySelectorAll('[data-lane]').length === 2`)
	b.reach("Close", `document.activeElement.dataset?.act === 'drawer-shut'`)
	b.key("\r")
	b.until("the paper", `document.activeElement.id === 'desk'`)
	// The menu at the hand, find, export.
	b.key("]")
	b.key(kb.F10, chromedp.KeyModifiers(chromedp.ModifierShift))
	b.until("the menu", `document.querySelector('#menu').matches(':popover-open') && document.activeElement.getAttribute('role') === 'menuitem'`)
	b.key("\x1b")
	b.key("/")
	b.until("find", `document.querySelector('#find').open`)
	over("store\r")
	if title := eval[string](b, `document.querySelector('#chosen').textContent`); !strings.HasPrefix(title, "Process") {
		t.Errorf("found %s", title)
	}
	b.saved()
	b.reach("Share", `document.activeElement.dataset?.act === 'share'`)
	b.key("\r")
	b.until("the share panel", `document.querySelector('#share')`)
	b.reach("a new link", `document.activeElement.innerText === 'New link for comments'`)
	b.key("\r")
	b.until("a link", `document.querySelector('#share .link input')`)
	link := eval[string](b, `document.querySelector('#share .link input').value`)
	// A colleague comments, by keyboard as well.
	c := s.browse(t)
	c.open(strings.TrimPrefix(link, s.url))
	c.until("the review page", `document.querySelector('.page svg .step')`)
	c.reach("the next step", `document.activeElement.id === 'step-on'`)
	c.key("\r")
	c.key("\r")
	c.reach("the name", `document.activeElement.id === 'who'`)
	c.key("Ines Park")
	c.reach("the comment", `document.activeElement.name === 'body'`)
	c.key("Who checks the seal?")
	c.reach("Send", `document.activeElement.innerText === 'Send'`)
	c.key("\r")
	c.until("the comment", `document.querySelector('.remark .body')?.textContent === 'Who checks the seal?' && document.querySelector('.remark').dataset.step`)
}

// reach presses Tab until the focus is where a script says.
func (b *browser) reach(what, there string) {
	b.t.Helper()
	for range 120 {
		if eval[bool](b, "!!("+there+")") {
			return
		}
		b.key("\t")
	}
	b.t.Fatalf("Tab does not reach %s; the focus is on %s", what, eval[string](b, `document.activeElement.outerHTML.slice(0, 200)`))
}
