package web

import (
	"bytes"
	"context"
	"fmt"
	"image/png"
	"net/url"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/chromedp"

	"plaintracer/core/layout"
	"plaintracer/format/csv"
)

// What the hand does in the editor besides the journey, with real events.
func TestEditorByHand(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	for _, name := range []string{"clipboard-read", "clipboard-write"} {
		b.run(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
			_, err := cdp.Call(ctx, t, cdpbrowser.SetPermission, cdpbrowser.SetPermissionParams{Permission: &cdpbrowser.PermissionDescriptor{Name: name}, Setting: "granted", Origin: s.url, BrowserContextID: chromedp.FromContext(ctx).BrowserContextID})
			return err
		}))
	}
	b.signIn()
	b.edit("Outgoing loans")

	// A right click opens the bench's commands at the hand.
	x, y := b.middle("Fit to travel?")
	sx, sy := b.at(x, y)
	b.run(chromedp.MouseClickXY(sx, sy, chromedp.ButtonRight))
	b.until("the menu", `document.querySelector('#menu').matches(':popover-open')`)
	if words := eval[string](b, `[...document.querySelectorAll('#menu [data-name]')].filter(e => e.offsetParent).map(e => e.firstChild.textContent).join('|')`); strings.Count(words, "|") > 11 || !strings.HasPrefix(words, "Text|Next step|Another way out|Symbol|Look|Fields|Glue|Delete|Duplicate") {
		t.Errorf("the menu offers %s", words)
	}
	// The rest is folded, by group; a group that is opened stays in the window.
	eval[bool](b, `([...document.querySelectorAll('#menu .more-of')].filter(e => e.offsetParent).at(-1).click(), true)`)
	b.until("the group open", `document.querySelectorAll('#menu .more-of[aria-expanded=true]').length === 1`)
	b.until("what is in it", `[...document.querySelectorAll('#menu .more-of[aria-expanded=true] ~ [data-name]')].some(e => e.offsetParent)`)
	b.until("the menu within the window", `(() => { const r = document.querySelector('#menu').getBoundingClientRect(); return r.top >= 0 && r.bottom <= innerHeight; })()`)
	if look := os.Getenv("LOOK"); look != "" {
		png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
		os.WriteFile(look, png, 0o600)
	}
	b.key("\x1b")
	if !eval[bool](b, `!document.querySelector('#menu').matches(':popover-open')`) {
		t.Error("Escape leaves the menu open")
	}
	// Another symbol, from the bench, and by Alt and its key.
	b.press("Symbol")
	b.press("Data")
	if k := b.step("Fit to travel?").Symbol; k != "data" {
		t.Errorf("it became a %s", k)
	}
	b.key("d", chromedp.KeyModifiers(chromedp.ModifierAlt))
	if k := b.step("Fit to travel?").Symbol; k != "decision" {
		t.Errorf("by key it became a %s", k)
	}
	// Glue by number: g, 1, Enter.
	n := len(b.page().Connectors)
	// (The protocol sends a key's letter even when the page has taken the key:
	// it is typed over.)
	over := func(text string) {
		b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl))
		b.key(text)
	}
	b.key("g")
	over("1\r")
	if p := b.page(); len(p.Connectors) != n+1 || p.Connectors[n].To.Step != b.step("Loan wanted").ID {
		t.Error("g and a number did not connect")
	}
	b.press("Undo")
	// Steps by number, and the nearest that way.
	b.run(focusOn("#desk"))
	for _, c := range []struct{ key, want string }{{"]", "1"}, {"]", "2"}, {"[", "1"}} {
		b.key(c.key)
		if at := eval[string](b, `document.querySelector('.row[aria-current=true] .no')?.textContent || ''`); at != c.want {
			t.Errorf("%s selects %q, want %s", c.key, at, c.want)
		}
	}
	// The list says in whose lane steps stand, how they are called, and where they lead.
	list := eval[string](b, `[...document.querySelectorAll('#rows > li')].slice(0, 7).map(li => [...li.querySelectorAll('.no, .words, .way, .lane > span'), li].slice(0, -1).map(e => (e.value ?? e.innerText).replace(/\s+/g, ' ').trim()).join(' / ')).join('\n')`)
	if !strings.Contains(list, "4 / Request complete? / yes → to 5 › / no → to 2 ‹") || !strings.Contains(list, "3 / Log the request / → to 4 / writes to Register") {
		t.Errorf("the list reads\n%s", list)
	}
	heads := eval[string](b, `[...document.querySelectorAll('#rows > .lane')].map(e => e.innerText).join('|')`)
	if !strings.HasPrefix(heads, "Borrower|Loans desk|Conservation|") {
		t.Errorf("the list is headed %s", heads)
	}
	// Find.
	b.run(focusOn("#desk"))
	b.key("/")
	over("decline\r")
	if title := eval[string](b, `document.querySelector('#chosen').textContent`); title != "Process 12" {
		t.Errorf("found %s", title)
	}
	// All keys, folding, zoom.
	b.key("?")
	b.until("all keys", `document.querySelector('#panel .keytable')`)
	b.key("\x1b")
	b.key(",")
	if eval[bool](b, `document.querySelector('#rows').offsetParent !== null`) {
		t.Error("the step list does not fold away")
	}
	b.key(",")
	b.key("9")
	if z := b.zoom(); z != 1 {
		t.Errorf("9 zooms to %v", z)
	}
	b.key("0")
	if eval[bool](b, `document.querySelector('#desk').scrollWidth > document.querySelector('#desk').clientWidth + 1`) {
		t.Error("the whole page does not fit")
	}

	// A crop mark dragged makes the step larger.
	x, y = b.middle("Sign and insure")
	b.click(x, y)
	st := b.step("Sign and insure")
	off := 8 / b.zoom()
	b.drag(x+st.W/2+off, y+st.H/2+off, x+st.W/2+off+40, y+st.H/2+off+16, nil)
	if now := b.step("Sign and insure"); now.W <= st.W || now.H <= st.H {
		t.Errorf("resized to %v x %v", now.W, now.H)
	}
	// Copy and paste by keys.
	steps := len(b.page().Steps)
	b.run(focusOn("#desk"))
	// The clipboard itself is all windows' of the browser, and others copy at the same time.
	eval[bool](b, `(() => {
		const event = (what, clipboardData) => document.querySelector('#desk').dispatchEvent(new ClipboardEvent(what, { clipboardData, bubbles: true, cancelable: true }));
		const d = new DataTransfer();
		event('copy', d);
		event('paste', d);
		return true;
	})()`)
	if now := len(b.page().Steps); now != steps+1 {
		t.Errorf("%d steps after pasting, were %d", now, steps)
	}
	b.press("Undo")
	// A lane, by its head and the panel.
	p := b.page()
	r := p.LaneRect(p.Lanes[1])
	b.click(r.X+12, r.CY())
	b.press("Lane")
	b.press("Insert before")
	b.key("Archive\r")
	if l := b.page().Lanes[1]; l.Name != "Archive" {
		t.Errorf("lane %q", l.Name)
	}
	b.press("Delete")
	// One with steps asks.
	p = b.page()
	r = p.LaneRect(p.Lanes[0])
	b.click(r.X+12, r.CY())
	b.press("Delete")
	b.until("the question", `document.querySelector('#ask').open`)
	b.press("Cancel")
	if n := len(b.page().Lanes); n != 5 {
		t.Errorf("%d lanes", n)
	}

	// The picture on the clipboard.
	b.saved()
	b.press("Picture")
	b.until("word of the picture", `document.querySelector('#notice').textContent.includes('on the clipboard')`)
	img := eval[string](b, `navigator.clipboard.read().then(async (items) => { const a = new Uint8Array(await (await items[0].getType('image/png')).arrayBuffer()); let s = ''; for (const x of a) s += String.fromCharCode(x); return btoa(s); })`)
	if m, err := png.Decode(bytes.NewReader(decode64(t, img))); err != nil || m.Bounds().Dx() < 1000 {
		t.Errorf("the clipboard holds no picture of the page: %v", err)
	}

	// What does not apply is greyed and says why.
	b.run(focusOn("#desk"))
	b.key("\x1b")
	b.press("Align left")
	b.until("the reason", `document.querySelector('#notice').textContent.includes('Select two or more steps first')`)
}

// A line that is cut is said to be cut; what was done meanwhile waits, and is
// on disk when the line is back. What an earlier window left is sent first.
func TestCutOff(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	id := eval[string](b, `document.body.dataset.chart`)
	eval[bool](b, `(window.__fetch = window.fetch, window.fetch = () => Promise.reject(new Error('cut')), editor.core.act('row-text', JSON.stringify({id: 's2', text: 'Said while cut off'})), true)`)
	b.until("the bar says so", `document.querySelector('#disk').textContent === 'offline: 1 change kept in this browser'`)
	if c, _, _ := s.store.Chart(id); c.Pages[0].Step("s2").Text == "Said while cut off" {
		t.Fatal("the line was not cut")
	}
	if kept := eval[string](b, `Object.keys(localStorage).filter(k => k.startsWith('waiting')).map(k => localStorage[k]).join()`); !strings.Contains(kept, "Said while cut off") {
		t.Errorf("kept is %q", kept)
	}
	eval[bool](b, `(window.fetch = window.__fetch, true)`)
	b.saved()
	if c, _, _ := s.store.Chart(id); c.Pages[0].Step("s2").Text != "Said while cut off" {
		t.Error("it never came to the server")
	}
	// Left by a window that was closed, twice over: done once.
	left := `[{"n":1,"command":{"words":"title","parts":[{"do":"page.set","page":"p1","title":"Left behind"}]}}]`
	for range 2 {
		eval[bool](b, fmt.Sprintf("(localStorage['waiting %s oldwindow'] = %q, true)", id, left))
		b.run(chromedp.Reload())
		b.until("the editor", `document.body.dataset.ready && window.editor`)
	}
	if title := b.page().Title; title != "Left behind" {
		t.Errorf("title %q", title)
	}
	n := 0
	for l, err := range s.store.Log(id, 0) {
		if err != nil {
			t.Fatal(err)
		}
		if l.Client == "oldwindow" {
			n++
		}
	}
	if n != 1 {
		t.Errorf("done %d times", n)
	}
}

// Who types in the step list types on when the list is drawn anew: nothing
// typed is lost, and what was chosen is still chosen.
func TestTypingInTheList(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	drawnAnew := func(text string) {
		eval[bool](b, fmt.Sprintf(`(editor.core.act('row-text', JSON.stringify({id: 's3', text: %q})), true)`, text))
	}
	eval[bool](b, `(() => { const w = document.querySelector('[data-id=s2] .words'); w.focus(); w.select(); return true; })()`)
	drawnAnew("Meanwhile")
	b.key("Wrap it")
	drawnAnew("Meanwhile again")
	b.key(" twice\t")
	if got := b.page().Step("s2").Text; got != "Wrap it twice" {
		t.Errorf("typed text came out as %q", got)
	}
	if got := b.page().Step("s3").Text; got != "Meanwhile again" {
		t.Errorf("the other step says %q", got)
	}
}

// The list of charts: rename, duplicate, the bin and back, a typed list, a file.
func TestChartsPage(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	names := func() string {
		return eval[string](b, `[...document.querySelectorAll('.card h2')].map(e => e.textContent).join('|')`)
	}
	b.press("Duplicate Packing a crate")
	b.until("the copy", `document.body.textContent.includes('Copy of Packing a crate')`)
	b.press("Rename Copy of Packing a crate")
	b.until("the field", `document.activeElement.name === 'name'`)
	b.key("Crates for sculpture\r")
	b.until("the new name", `[...document.querySelectorAll('.card h2')].some(e => e.textContent === 'Crates for sculpture')`)
	b.press("Delete Crates for sculpture")
	b.until("it is gone", `![...document.querySelectorAll('.card h2')].some(e => e.textContent === 'Crates for sculpture')`)
	b.open("/charts/bin")
	if n := names(); n != "Crates for sculpture" {
		t.Fatalf("in the bin: %s", n)
	}
	b.press("Restore Crates for sculpture")
	b.until("an empty bin", `document.querySelector('.empty')`)
	b.open("/charts")
	if n := names(); !strings.Contains(n, "Crates for sculpture") {
		t.Errorf("charts: %s", n)
	}
	if c := eval[string](b, `[...document.querySelectorAll('.card')].find(c => c.textContent.includes('Yearly')).querySelector('.quiet').textContent`); c != "20 pages · 200 steps · 6 lanes" {
		t.Errorf("counts %q", c)
	}
	b.until("drawn thumbnails", `[...document.images].every(i => i.complete && i.naturalWidth > 0)`)
	b.press("Type or paste a list One line per step; the chart draws itself")
	b.run(typeInto("textarea[name=list]", "Lender: Object offered\nDesk: Room in the store?\nLender: Object accepted"))
	b.press("Draw chart")
	b.until("the editor", `document.body.dataset.ready`)
	p := b.page()
	if len(p.Steps) != 3 || len(p.Lanes) != 2 || p.Steps[1].Symbol != "decision" || len(p.Connectors) != 2 {
		t.Errorf("%d steps, %d lanes, %d connectors", len(p.Steps), len(p.Lanes), len(p.Connectors))
	}
	// Another person sees none of it.
	other, err := s.store.AddPerson("else@saltmarsh.example", "Somebody Else", "quite another word")
	if err != nil {
		t.Fatal(err)
	}
	if es, err := s.store.Charts(other.ID, false); err != nil || len(es) != 0 {
		t.Errorf("%d charts of others", len(es))
	}
}

// A new installation: the one-time address makes the first account, once.
func TestFirstAccount(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	inv, err := s.store.Invite("")
	if err != nil {
		t.Fatal(err)
	}
	b := s.browse(t)
	b.open("/join/" + inv)
	fill := func(name, value string) {
		b.run(typeInto("[name="+name+"]", value))
	}
	fill("name", "Ines Park")
	fill("email", "ines@saltmarsh.example")
	fill("password", "ten letters or more")
	b.press("Create account")
	b.until("her charts", `document.querySelector('.empty')`)
	r := s.do(t, "GET", "/join/"+inv, "", "", "", nil)
	r.Body.Close()
	if r.StatusCode != 404 {
		t.Errorf("used again: %d", r.StatusCode)
	}
	if _, err := s.store.SignIn("INES@saltmarsh.example", "ten letters or more"); err != nil {
		t.Error(err)
	}
	for _, bad := range []url.Values{{"email": {"nobody"}}, {"email": {"a@b.example"}, "password": {"short"}}} {
		if _, err := s.store.AddPerson(bad.Get("email"), "X", bad.Get("password")); err == nil {
			t.Errorf("%v made an account", bad)
		}
	}
	b.press("Account of Ines Park")
	b.press("Sign out")
	b.until("signed out", `location.pathname === '/sign-in'`)
	time.Sleep(50 * time.Millisecond)
	b.open("/charts")
	b.until("sent to sign in", `location.pathname === '/sign-in'`)
}

// Laying out a large page takes a while: that is seen, over nothing that is typed or pressed,
// before it begins, and goes when it is done.
func TestLayingOutSaysSo(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	c, err := csv.Read(benchTable(64), "Large") // more than are laid out before anybody waits
	if err != nil {
		t.Fatal(err)
	}
	if err := layout.Chart(t.Context(), c, layout.Down); err != nil {
		t.Fatal(err)
	}
	c.Pages[0].Steps[3].X += 40
	b := s.browse(t)
	b.signIn()
	b.openChart(s, c)
	got := eval[map[string]any](b, `(async () => {
	  const el = document.querySelector('#working'), before = editor.core.chart();
	  document.querySelector('#desk').dispatchEvent(new KeyboardEvent('keydown', { key: 'l', bubbles: true }));
	  await new Promise(requestAnimationFrame);
	  const r = el.getBoundingClientRect(), desk = document.querySelector('#desk').getBoundingClientRect();
	  const seen = { words: el.textContent, open: el.matches(':popover-open'), begun: editor.core.chart() !== before,
	    inside: r.width > 0 && r.left >= desk.left && r.right <= desk.right && r.top >= desk.top && r.bottom <= desk.bottom,
	    on: document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2) === el };
	  while (el.matches(':popover-open')) await new Promise(requestAnimationFrame);
	  return { ...seen, done: editor.core.chart() !== before };
	})()`)
	want := map[string]any{"words": "Laying out …", "open": true, "begun": false, "inside": true, "on": true, "done": true}
	if fmt.Sprint(got) != fmt.Sprint(want) {
		t.Errorf("it is %v, not %v", got, want)
	}
}

// What a call of the core leaves as it is, is not shown anew: a selection changes little of the page's state.
func TestOnlyWhatChangedIsShownAnew(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.click(b.middle("Pack and ship"))
	renewed := eval[string](b, fmt.Sprintf(`(async () => {
	  const facts = Alpine.raw(Alpine.store('now').facts), was = { ...facts };
	  editor.core.act('select', %q);
	  await Alpine.nextTick();
	  return Object.keys(facts).filter((k) => typeof facts[k] === 'object' && facts[k] !== was[k]).join(' ');
	})()`, b.step("Examine condition").ID))
	for _, k := range strings.Fields(renewed) {
		if !slices.Contains([]string{"fields", "files", "selected", "sight", "link", "look", "band", "hold", "size"}, k) {
			t.Errorf("another step was selected, and %s is another one", k)
		}
	}
	if title := eval[string](b, `document.querySelector('[data-drawer=fields] header p').textContent`); !strings.Contains(title, "5") {
		t.Errorf("the fields drawer is of %q", title)
	}
}
