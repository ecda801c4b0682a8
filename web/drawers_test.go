package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"plaintracer/core/edit"
)

// Every command has a control that can be found: on the bench, in a drawer, at the
// paper, in the step list; those for keys alone are in the list of keys.
func TestEveryCommandHasAControl(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.run(focusOn("#desk"))
	b.key("?")
	keys := eval[string](b, `document.querySelector('#panel .keytable').textContent`)
	b.key("\x1b")
	for _, c := range edit.Commands() {
		sel := fmt.Sprintf("[data-act=%q]", c.Name)
		switch {
		case eval[bool](b, fmt.Sprintf(`!!document.querySelector(%q)`, sel)):
			if eval[bool](b, fmt.Sprintf(`[...document.querySelectorAll(%q)].some(e => !e.title && !e.dataset.title)`, sel)) {
				t.Errorf("%s: a control has no hover text", c.Name)
			}
			for _, x := range c.Choices {
				if !eval[bool](b, fmt.Sprintf(`[...document.querySelectorAll(%q)].some(e => e.dataset.arg === %q)`, sel, x.Arg)) {
					t.Errorf("%s: there is no control for %s", c.Name, x.Words)
				}
			}
		case c.Place == edit.AtHand || c.Place == edit.ByKey:
			if len(c.Keys) > 0 && !strings.Contains(keys, c.Words) {
				t.Errorf("%s is not in the list of keys", c.Name)
			}
			if len(c.Keys) == 0 && !c.Menu {
				t.Errorf("%s has neither a key nor a place in the menu", c.Name)
			}
		case c.Name == "field" || c.Name == "lane-names" || c.Name == "stage-names" || c.Name == "lane-size" || c.Name == "lane-in" || c.Name == "lane-field" || c.Name == "step-lane" || c.Name == "step-size" || c.Name == "step-gap" || strings.HasPrefix(c.Name, "row-") || c.Name == "add-step", c.Name == "look-set", c.Name == "page-set", c.Name == "number-set", c.Name == "link-set", c.Name == "file-drop", c.Name == "field-hide", c.Name == "house-take": // by their fields, below
		default:
			t.Errorf("%s has no control", c.Name)
		}
	}
	for _, field := range []string{"#lane-names", "#stage-names", "#symbol-find", "[data-drawer=symbol] [data-what=w]", "[data-drawer=lane] .hex", "[data-drawer=lane] .into", "[data-drawer=lane] .fieldlist", "#row-lane-of", "#next-step", "[data-drawer=fields] template", "[data-drawer=look] [data-what=corner]", "[data-drawer=fields] .shown ul", "#team", "[data-drawer=numbers] [data-what=first]", "[data-drawer=lineup] [data-what=across]"} {
		if !eval[bool](b, fmt.Sprintf(`!!document.querySelector(%q)`, field)) {
			t.Errorf("there is no %s", field)
		}
	}
}

// Drawers rise beside what is selected, never over it; one at a time. What is chosen in one stays,
// also when Escape closes it; Escape ends what is under way on the paper first.
func TestDrawers(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	x, y := b.middle("Pack and ship") // the lowest of all
	id := b.step("Pack and ship").ID
	b.click(x, y)
	selection := fmt.Sprintf(`document.querySelector('#step-%s path')`, id)
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		for _, name := range []string{"Line…", "Symbol", "Look", "Fields", "Lanes 5"} {
			b.press(name)
			b.frame()
			drawer, sel, desk, bench := b.rect(`document.querySelector('#drawer')`), b.rect(selection), b.rect(`document.querySelector('#desk')`), b.rect(`document.querySelector('#bench')`)
			if drawer.H < 50 || drawer.overlaps(sel) || !sel.inside(desk) || drawer.overlaps(desk) || drawer.Y+drawer.H > bench.Y+1 {
				t.Errorf("%s at %v: the drawer is %v, selected %v, the desk %v, the bench %v", name, size, drawer, sel, desk, bench)
			}
			if n := eval[int](b, `[...document.querySelectorAll('[data-drawer]')].filter(e => e.offsetParent).length`); n != 1 {
				t.Errorf("%s: %d drawers are open", name, n)
			}
			if !eval[bool](b, fmt.Sprintf(`document.elementFromPoint(%f, %f).closest('#drawing') !== null`, sel.cx(), sel.cy())) {
				t.Errorf("%s: something lies over the selection", name)
			}
		}
		b.press("Close")
		if !eval[bool](b, `document.activeElement.id === 'desk' && document.querySelector('#drawer').hidden`) {
			t.Error("the focus did not come back to the paper")
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	b.run(focusOn("#desk"))
	b.key("0")

	// Seen while choosing, and kept.
	was := eval[string](b, `editor.core.chart()`)
	b.press("Symbol")
	if eval[string](b, `document.activeElement.closest('[data-drawer]').dataset.drawer`) != "symbol" {
		t.Error("the focus is not in the drawer")
	}
	b.run(clickOn("[data-drawer=symbol] [data-arg=decision]"))
	b.run(clickOn("[data-drawer=symbol] [data-arg=document]"))
	if k := b.page().Step(id).Symbol; k != "document" {
		t.Errorf("chosen in the drawer it is a %s", k)
	}
	b.key("\x1b")
	if !eval[bool](b, `document.querySelector('#drawer').hidden`) || b.page().Step(id).Symbol != "document" {
		t.Error("Escape takes back what was chosen, or leaves the drawer open")
	}
	b.undoTo(was)
	// Carried while a drawer is open, a step goes back on Escape, and the drawer stays; moved, it is moved.
	b.press("Symbol")
	b.drag(x, y, x+40, y, func() {
		b.key("\x1b")
		if now := eval[string](b, `editor.core.chart()`); now != was || eval[bool](b, `document.querySelector('#drawer').hidden`) {
			t.Error("Escape in a drag takes more than the drag")
		}
	})
	at := b.page().Step(id).X
	b.drag(x, y, x+40, y, nil)
	b.run(focusOn("#desk"))
	b.key("\x1b")
	if now := b.page().Step(id).X; now == at || !eval[bool](b, `document.querySelector('#drawer').hidden`) {
		t.Errorf("moved with a drawer open it stands at %v, was at %v", now, at)
	}
	b.undoTo(was)
	// Half typed, a value is not taken.
	b.click(x, y)
	b.press("Symbol")
	b.run(typeInto("[data-drawer=symbol] [data-what=w]", "77"))
	b.key("\x1b")
	b.undoTo(was)
	b.press("Symbol")
	b.run(clickOn("[data-drawer=symbol] [data-arg=data]"))
	desk := b.rect(`document.querySelector('#desk')`)
	b.run(chromedp.MouseClickXY(desk.X+8, desk.Y+8))
	b.run(focusOn("#desk"))
	b.key("\x1b")
	if k := b.page().Step(id).Symbol; k != "data" {
		t.Errorf("kept is a %s", k)
	}
	// The arrow keys go from control to control.
	b.click(x, y)
	b.press("Symbol")
	first := eval[string](b, `document.activeElement.innerText`)
	b.key(kb.ArrowRight)
	if now := eval[string](b, `document.activeElement.innerText`); now == first || now == "" {
		t.Errorf("from %q the arrow leads to %q", first, now)
	}
	b.press("Close")

	// Lanes by name: more of them, a new name, and away again with every step in place.
	places := func() string {
		return eval[string](b, `JSON.stringify([...document.querySelectorAll('.step > path:first-of-type')].map(p => { const r = p.getBBox(); return [r.x, r.y]; }))`)
	}
	before := places()
	b.press("Lanes 5")
	eval[bool](b, `(() => { const f = document.querySelector('#lane-names'); f.value = f.value.replace('Transport', 'Couriers') + '\nArchive'; f.dispatchEvent(new Event('input', {bubbles: true})); f.dispatchEvent(new Event('change', {bubbles: true})); return true; })()`)
	if l := b.page().Lanes; len(l) != 6 || l[4].Name != "Couriers" || l[5].Name != "Archive" {
		t.Errorf("lanes %v", l)
	}
	b.press("Remove all lanes")
	if p := b.page(); len(p.Lanes) != 0 || places() != before {
		t.Errorf("%d lanes left, places\n%s, were\n%s", len(p.Lanes), places(), before)
	}
	b.key("\x1b")
	b.press("Undo")
	if n := len(b.page().Lanes); n != 5 {
		t.Errorf("undone, %d lanes", n)
	}
	// Fields: kept when the line is left.
	b.click(x, y)
	b.press("Fields")
	b.run(typeInto("[data-drawer=fields] [data-old] input", "Form"))
	b.run(typeInto("[data-drawer=fields] [data-old] input:nth-child(2)", "D-7\t"))
	b.until("the field", `JSON.parse(editor.core.chart()).pages[0].steps.some(s => s.fields?.[0]?.value === 'D-7')`)
	b.until("an empty line after it", `document.querySelectorAll('[data-drawer=fields] [data-old]').length === 2`)
	b.press("Remove")
	b.until("no field", `!editor.core.chart().includes('D-7')`)
}

// An empty page tells how to begin; the words are gone with the first step, which can be
// typed into the list, where there is always a line for the next one.
func TestEmptyPage(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.blank()
	b.until("the words", `document.querySelector('#begin').offsetParent`)
	if r, desk := b.rect(`document.querySelector('#begin')`), b.rect(`document.querySelector('#desk')`); !r.inside(desk) {
		t.Errorf("the words stand at %v, the desk at %v", r, desk)
	}
	b.press("Go to the list")
	b.key("Crate arrives\r")
	b.key("Seal whole?\r")
	b.key("Store the crate\r")
	p := b.page()
	if len(p.Steps) != 3 || len(p.Connectors) != 2 || p.Steps[1].Symbol != "decision" || p.Connectors[1].Outcome() != "yes" {
		t.Fatalf("%d steps, %d connectors", len(p.Steps), len(p.Connectors))
	}
	if eval[bool](b, `document.querySelector('#begin').offsetParent !== null`) {
		t.Error("the words are still there")
	}
	if !eval[bool](b, `document.activeElement.id === 'next-step' && document.activeElement.value === ''`) {
		t.Error("the next one cannot be typed at once")
	}
	if rows := eval[string](b, `[...document.querySelectorAll('.row .words')].map(e => e.value).join('|')`); rows != "Crate arrives|Seal whole?|Store the crate" {
		t.Errorf("the list reads %s", rows)
	}
	// A list pasted on an empty page is the whole chart.
	b.saved()
	b.blank()
	eval[bool](b, `(() => { const d = new DataTransfer(); d.setData('text/plain', '1. Lender: Object offered\n2. Loans desk: Room in the store?\n3. Lender: Object accepted'); document.querySelector('#desk').dispatchEvent(new ClipboardEvent('paste', { clipboardData: d, bubbles: true, cancelable: true })); return true; })()`)
	if p := b.page(); len(p.Steps) != 3 || len(p.Lanes) != 2 || p.Steps[0].Text != "Object offered" {
		t.Errorf("pasted: %d steps, %d lanes", len(p.Steps), len(p.Lanes))
	}
}
