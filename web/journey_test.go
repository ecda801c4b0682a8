package web

import (
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
)

// at is where a point of the page is on the screen.
func (b *browser) at(x, y float64) (float64, float64) {
	b.t.Helper()
	p := eval[[]float64](b, fmt.Sprintf(`(() => { const r = document.querySelector('#drawing').getBoundingClientRect(), z = editor.paper.zoom; return [r.left + %f * z, r.top + %f * z]; })()`, x, y))
	return p[0], p[1]
}

func (b *browser) mouse(kind input.DispatchMouseEventType, x, y float64, opts ...chromedp.MouseOption) {
	b.t.Helper()
	b.run(chromedp.MouseEvent(kind, x, y, opts...))
}

// click presses and lets go at a point of the page.
func (b *browser) click(x, y float64) {
	b.t.Helper()
	sx, sy := b.at(x, y)
	b.run(chromedp.MouseClickXY(sx, sy))
}

func (b *browser) double(x, y float64) {
	b.t.Helper()
	sx, sy := b.at(x, y)
	b.run(chromedp.MouseClickXY(sx, sy), chromedp.MouseClickXY(sx, sy, chromedp.ClickCount(2)))
}

// drag pulls from one point of the page to another; half way, f may look on.
func (b *browser) drag(x1, y1, x2, y2 float64, f func()) {
	b.t.Helper()
	sx, sy := b.at(x1, y1)
	tx, ty := b.at(x2, y2)
	b.mouse(chromedp.MouseMoved, sx, sy)
	b.mouse(chromedp.MousePressed, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1))
	for i := 1; i <= 8; i++ {
		k := float64(i) / 8
		b.mouse(chromedp.MouseMoved, sx+(tx-sx)*k, sy+(ty-sy)*k, chromedp.ButtonLeft)
	}
	eval[bool](b, `new Promise(ok => requestAnimationFrame(() => requestAnimationFrame(() => ok(true))))`)
	if f != nil {
		f()
	}
	b.mouse(chromedp.MouseReleased, tx, ty, chromedp.ButtonLeft, chromedp.ClickCount(1))
}

func (b *browser) key(k string, opts ...chromedp.KeyOption) {
	b.t.Helper()
	b.run(chromedp.KeyEvent(k, opts...))
}

// press clicks a button by its accessible name, once it is there and the page
// is alive (the scripts take x-cloak away when they are).
func (b *browser) press(name string) {
	b.t.Helper()
	b.until(fmt.Sprintf("a button %q", name), fmt.Sprintf(`!document.querySelector('[x-cloak]') && (() => { const n = %q; for (const e of (document.querySelector('dialog[open]') || document).querySelectorAll('button, a')) { if (e.offsetParent && ((e.getAttribute('aria-label') || '') === n || e.innerText.replace(/\s+/g, ' ').trim() === n)) { window.__hit = e; return true; } } return false; })()`, name))
	p := eval[[]float64](b, `(() => { const e = window.__hit; e.scrollIntoView({block:'nearest'}); const r = e.getBoundingClientRect(); return [r.left + r.width/2, r.top + r.height/2]; })()`)
	b.run(chromedp.MouseClickXY(p[0], p[1]))
}

// page is the first page as the window has it.
func (b *browser) page() *chart.Page {
	b.t.Helper()
	c, err := chart.Unmarshal([]byte(eval[string](b, `editor.core.chart()`)))
	if err != nil {
		b.t.Fatal(err)
	}
	return c.Pages[0]
}

func (b *browser) step(text string) *chart.Step {
	b.t.Helper()
	for _, s := range b.page().Steps {
		if s.Text == text {
			return s
		}
	}
	b.t.Fatalf("no step %q in %s; notice %q", text, eval[string](b, "editor.core.chart()"), eval[string](b, "document.querySelector('#notice').textContent"))
	return nil
}

// middle of the step of that text, on the page.
func (b *browser) middle(text string) (float64, float64) {
	b.t.Helper()
	s := b.step(text)
	c := b.page().StepRect(s).Centre()
	return c.X, c.Y
}

func (b *browser) saved() {
	b.t.Helper()
	b.until("everything on disk", `editor.live.waiting.length === 0 && document.querySelector('#disk').textContent.startsWith('on disk')`)
}

// get fetches an address with the window's own cookies.
func (b *browser) get(path string) []byte {
	b.t.Helper()
	s := eval[string](b, fmt.Sprintf(`fetch(%q).then(r => r.arrayBuffer()).then(a => { let s = ''; for (const x of new Uint8Array(a)) s += String.fromCharCode(x); return btoa(s); })`, path))
	return decode64(b.t, s)
}

// The whole of the main job, with real pointer and key events in two browsers.
func TestJourney(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signInByHand()
	b.press("Blank page A4 landscape, lanes if you want them")
	b.until("the editor", `document.body.dataset.ready`)

	// Name and title.
	b.run(clickOn("#name"))
	b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.key("Incoming crates\r")
	// A terminator by key and click, its text typed at once.
	b.run(focusOn("#desk"))
	b.key("t")
	b.click(200, 150)
	b.key("Crate arrives")
	b.key("\r")
	// Enter adds the next steps, connected and open for typing.
	b.key("\r")
	b.key("Check the seal")
	b.key("\r")
	b.key("\r")
	b.key("Seal whole?")
	b.key("\r")
	if k := b.step("Seal whole?").Symbol; k != "decision" {
		t.Fatalf("a text that asks made a %s", k)
	}
	b.key("\r")
	b.key("Store the crate")
	b.key("\r")
	b.press("Undo")
	if n := len(b.page().Steps); n != 4 {
		t.Fatalf("%d steps after undoing a text", n)
	}
	b.press("Redo")
	b.step("Store the crate")

	// Lanes are names in a drawer.
	b.press("Lanes")
	b.run(typeInto("#lane-names", "Lender\nLoans desk"))
	b.until("the lanes", `document.querySelectorAll('[data-lane]').length === 2`)
	b.press("Close")
	if n := len(b.page().Lanes); n < 2 {
		t.Fatalf("%d lanes", n)
	}

	// A document dragged from the bench onto the paper.
	sx, sy := b.at(700, 180)
	bench := eval[[]float64](b, `(() => { const r = document.querySelector('[data-symbol=document]').getBoundingClientRect(); return [r.left + 20, r.top + 30]; })()`)
	b.mouse(chromedp.MouseMoved, bench[0], bench[1])
	b.mouse(chromedp.MousePressed, bench[0], bench[1], chromedp.ButtonLeft, chromedp.ClickCount(1))
	for i := 1; i <= 6; i++ {
		k := float64(i) / 6
		b.mouse(chromedp.MouseMoved, bench[0]+(sx-bench[0])*k, bench[1]+(sy-bench[1])*k, chromedp.ButtonLeft)
	}
	b.mouse(chromedp.MouseReleased, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1))
	b.key("Damage report")
	b.key("\r")
	if k := b.step("Damage report").Symbol; k != "document" {
		t.Fatalf("dragged a document, got a %s", k)
	}

	// Pull a connector out of the decision's right port onto the document's body.
	x, y := b.middle("Seal whole?")
	d := b.step("Seal whole?")
	b.click(x, y)
	tx, ty := b.middle("Damage report")
	b.drag(x+d.W/2+9/b.zoom(), y, tx, ty, func() {
		if w := eval[string](b, `document.querySelector('#layer-marks').textContent`); !strings.Contains(w, "attaches to Damage report, best side") {
			t.Errorf("beside the pointer stands %q", w)
		}
	})
	p := b.page()
	if len(p.Connectors) != 4 {
		t.Fatalf("%d connectors", len(p.Connectors))
	}
	if o := p.Connectors[3]; o.To.Step != b.step("Damage report").ID || o.To.Port != "" || o.From.Port != "right" || o.Outcome() != "no" {
		t.Fatalf("pulled connector is %+v", o)
	}
	// Into empty paper: a new step, connected and open for typing.
	x, y = b.middle("Damage report")
	b.click(x, y)
	doc := b.step("Damage report")
	b.drag(x+doc.W/2+9/b.zoom(), y, x+260, y, nil)
	b.key("Tell the lender")
	b.key("\r")
	b.step("Tell the lender")

	// Move a step: its connector follows, the drop is what the drag showed.
	x, y = b.middle("Tell the lender")
	id := b.step("Tell the lender").ID
	line := b.page().Connectors[4].ID
	var during string
	geometry := func() string {
		return eval[string](b, fmt.Sprintf(`(() => { const r = document.querySelector('[data-step=%q] path').getBoundingClientRect(); return [r.x, r.y, r.width, r.height].map(v => v.toFixed(1)).join(' ') + document.querySelector('[data-connector=%q] path').getAttribute('d'); })()`, id, line))
	}
	before := geometry()
	b.drag(x, y, x-40, y+70, func() { during = geometry() })
	after := geometry()
	if during != after {
		t.Errorf("in the drag %s, dropped %s", during, after)
	}
	if before == after {
		t.Error("the drag moved nothing")
	}

	// Align two by a dragged frame and a press; number; lay out.
	b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.press("Align middle")
	b.press("Undo")
	b.press("Number")
	for i, text := range []string{"Crate arrives", "Check the seal", "Seal whole?", "Store the crate", "Damage report", "Tell the lender"} {
		if n := b.step(text).Number; n != fmt.Sprint(i+1) {
			t.Errorf("%q has number %q, want %d", text, n, i+1)
		}
	}
	b.press("Lay out")
	if rows := eval[string](b, `[...document.querySelectorAll('.row .words')].map(e => e.value).join('|')`); rows != "Crate arrives|Check the seal|Seal whole?|Store the crate|Damage report|Tell the lender" {
		t.Errorf("the step list reads %s", rows)
	}
	// Text edited in the list is on the page, selected in one is selected in the other.
	eval[bool](b, `(() => { const w = [...document.querySelectorAll('.row .words')].find(e => e.value === 'Tell the lender'); w.focus(); w.select(); return true; })()`)
	b.key("Tell the owner\t")
	b.step("Tell the owner")
	// A field.
	x, y = b.middle("Tell the owner")
	b.click(x, y)
	b.press("Fields")
	b.run(typeInto(".fieldlist div:last-child input:first-child", "Form"), typeInto(".fieldlist div:last-child input:nth-child(2)", "D-2\t"))
	b.press("Close")
	if f := b.step("Tell the owner").Fields; len(f) != 1 || f[0].Name != "Form" || f[0].Value != "D-2" {
		t.Errorf("fields are %v", f)
	}
	b.saved()

	// Reload: nothing is lost.
	was := eval[string](b, `editor.core.chart()`)
	b.run(chromedp.Reload())
	b.until("the editor again", `document.body.dataset.ready && window.editor`)
	if now := eval[string](b, `editor.core.chart()`); now != was {
		t.Error("the chart is another one after a reload")
	}

	// Export, read back.
	id = eval[string](b, `document.body.dataset.chart`)
	checkExports(t, b, "/charts/"+id+"/export?format=", []string{"Crate arrives", "Seal whole?", "Damage report", "Incoming crates"})
	b.press("Export")
	b.until("the export panel", `document.querySelector('#panel form[action]')`)
	b.press("Close")

	// Share; a colleague without an account opens it and comments on a step.
	b.press("Share for review")
	b.until("the share panel", `document.querySelector('#share')`)
	b.press("New link for comments")
	b.until("a link", `document.querySelector('#share .link input')`)
	link := eval[string](b, `document.querySelector('#share .link input').value`)
	if bits := len(link[strings.LastIndex(link, "/")+1:]) * 6; bits < 128 {
		t.Errorf("the link has %d bits", bits)
	}
	c := s.browse(t)
	c.open(strings.TrimPrefix(link, s.url))
	c.until("the review page", `document.querySelector('.page svg .step')`)
	if n := eval[int](c, `performance.getEntriesByType('resource').filter(e => /wasm/.test(e.name)).length`); n != 0 {
		t.Error("the review page loads the editor")
	}
	p2 := eval[[]float64](c, `(() => { const r = [...document.querySelectorAll('.step')].find(g => g.querySelector('title').textContent.includes('Damage')).getBoundingClientRect(); return [r.left + r.width/2, r.top + r.height/2]; })()`)
	c.run(chromedp.MouseClickXY(p2[0], p2[1]))
	c.until("the step is picked", `document.querySelector('.step.picked') && document.querySelector('#step').value`)
	c.run(typeInto("#who", "Ines Park"), typeInto("#remark textarea", "Who signs the report?"))
	c.press("Send")
	c.until("the comment", `document.querySelector('.remark .body')?.textContent === 'Who signs the report?'`)

	// The analyst sees it without a reload, answers it and marks it settled.
	b.press("Close")
	b.until("the comment in the margin", `document.querySelector('#comment-count').textContent === '1'`)
	b.until("its mark on the step", `document.querySelector('#layer-marks path[fill="#0B6B69"]')`)
	b.run(clickOn("[data-act=margin]"))
	b.run(typeInto(".answer textarea", "The registrar."))
	b.press("Answer")
	b.until("the answer", `document.querySelector('.reply .body')?.textContent === 'The registrar.'`)
	b.press("Settle")
	b.until("no open comment", `document.querySelector('#comment-count').textContent === '0'`)

	// Switched off, the link is dead and shows nothing.
	b.press("Share for review")
	b.until("the share panel", `document.querySelector('#share .link')`)
	b.press("Turn off")
	b.until("no link", `!document.querySelector('#share .link')`)
	r, err := http.Get(link)
	if err != nil {
		t.Fatal(err)
	}
	body, _ := io.ReadAll(r.Body)
	r.Body.Close()
	if r.StatusCode != 404 || strings.Contains(string(body), "Damage") {
		t.Errorf("a dead link answers %d: %s", r.StatusCode, body)
	}
}

func (b *browser) zoom() float64 { return eval[float64](b, `editor.paper.zoom`) }

// Two windows on one chart, forty edits in each at once: both and the
// server end with the same chart.
func TestTwoWindows(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	a, b := s.browse(t), s.browse(t)
	for _, w := range []*browser{a, b} {
		w.signIn()
		w.edit("Packing a crate")
	}
	id := eval[string](a, `document.body.dataset.chart`)
	// An edit in one window comes to the other without a reload.
	eval[bool](a, `(editor.core.act('row-text', JSON.stringify({id: 's3', text: 'Measure it twice'})), true)`)
	start := time.Now()
	b.until("the other window's text", `editor.core.chart().includes('Measure it twice')`)
	t.Logf("a change was in the other window after %v at most", time.Since(start))
	script := `(async (seed) => {
  const r = () => (seed = (seed * 1103515245 + 12345) & 0x7fffffff) / 0x7fffffff;
  let n = 0;
  while (n < 40) {
    const steps = [...document.querySelectorAll('[data-step]')].map(e => e.dataset.step);
    const pick = steps[Math.floor(r() * steps.length)];
    editor.core.act('select', pick);
    switch (Math.floor(r() * 7)) {
      case 0: editor.core.key('ArrowRight', false, false, false); break;
      case 1: editor.core.key('ArrowUp', false, false, false); break;
      case 2: editor.core.act('row-text', JSON.stringify({id: pick, text: 'Window ' + seed + ' wrote ' + n})); break;
      case 3: editor.core.act('duplicate', ''); break;
      case 4: if (steps.length > 8) editor.core.act('delete', ''); break;
      case 5: editor.core.key('z', false, true, false); break;
      case 6: editor.core.act('number', ''); break;
    }
    n++;
    await new Promise(ok => setTimeout(ok, 5 + r() * 30));
  }
  return n;
})`
	done := make(chan int)
	for i, w := range []*browser{a, b} {
		go func() {
			n, err := chromedp.Run(w.ctx, chromedp.Evaluate[int](fmt.Sprintf("%s(%d)", script, 17+i*100), chromedp.EvalAwaitPromise))
			if err != nil {
				t.Error(err)
			}
			done <- n
		}()
	}
	if n := <-done + <-done; n != 80 {
		t.Errorf("only %d edits", n)
	}
	a.saved()
	b.saved()
	want, seq, err := s.store.Chart(id)
	if err != nil {
		t.Fatal(err)
	}
	j, _ := chart.Marshal(want)
	for _, w := range []*browser{a, b} {
		w.until("the last command", fmt.Sprintf(`editor.live.seq === %d`, seq))
		if got := eval[string](w, `editor.core.chart()`); got != string(j) {
			t.Errorf("a window has another chart than the server")
		}
	}
	t.Logf("%d commands", seq)
}
