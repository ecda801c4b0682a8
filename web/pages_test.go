package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"plaintracer/core/chart"
)

// tabs are the names of the pages as their tabs show them, the one shown in brackets.
func (b *browser) tabs() string {
	b.t.Helper()
	b.frame()
	return eval[string](b, `[...document.querySelectorAll('#pages .page-tab')].map(t => { const n = t.querySelector('.page-name').textContent; return t.querySelector('[aria-current=page]') ? '[' + n + ']' : n; }).join(' | ')`)
}

func (b *browser) tab(name string) box {
	b.t.Helper()
	return b.rect(fmt.Sprintf(`[...document.querySelectorAll('#pages .page-tab')].find(t => t.querySelector('.page-name').textContent === %q)`, name))
}

// Pages have tabs at the paper's lower edge: added, named in their place, moved by dragging with
// a mark where they would stand, copied, deleted and brought back; keys turn them. The list has
// their heads, find looks through all, and what is copied lands at the same place.
func TestPageTabs(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	first := "Packing a crate"
	strip, desk, bench := b.rect(`document.querySelector('#pages')`), b.rect(`document.querySelector('#desk')`), b.rect(`document.querySelector('#bench')`)
	if strip.Y < desk.Y+desk.H-1 || strip.Y+strip.H > bench.Y+1 || strip.overlaps(box{bench.X, bench.Y + 1, bench.W, bench.H}) {
		t.Errorf("the tabs are at %v, the desk at %v, the bench at %v", strip, desk, bench)
	}
	b.press("Add page")
	b.until("the new page", `document.querySelector('#pages [aria-current=page]').textContent.includes('Page 2')`)
	if n := eval[int](b, `document.querySelectorAll('#layer-steps .step, #layer-lines .connector').length`); n > 0 {
		t.Errorf("%d things of the other page are still drawn", n)
	}
	// Named in its place.
	at := b.tab("Page 2")
	b.run(chromedp.MouseClickXY(at.cx(), at.cy()), chromedp.MouseClickXY(at.cx(), at.cy(), chromedp.ClickCount(2)))
	b.until("the field", `document.querySelector('.page-tab.naming input') === document.activeElement`)
	if field := b.rect(`document.querySelector('.page-tab.naming input')`); !field.inside(box{at.X - 2, at.Y - 2, at.W + 200, at.H + 4}) {
		t.Errorf("the field is at %v, the tab at %v", field, at)
	}
	b.key("Inner crates\r")
	if got := b.tabs(); got != first+" | [Inner crates]" {
		t.Errorf("tabs %s", got)
	}
	b.key(kb.PageUp)
	if got := b.tabs(); got != "["+first+"] | Inner crates" {
		t.Errorf("after Page Up %s", got)
	}
	b.press("Copy page")
	b.until("the copy", `document.querySelectorAll('#pages .page-tab').length === 3`)
	if got := b.tabs(); got != first+" | ["+first+", copy] | Inner crates" {
		t.Errorf("after the copy %s", got)
	}
	if c := chartOf(t, b); len(c.Pages[1].Steps) != len(c.Pages[0].Steps) || len(c.Pages[1].Connectors) != len(c.Pages[0].Connectors) || c.Pages[1].Steps[0].ID == c.Pages[0].Steps[0].ID {
		t.Error("the copy is not one, or has the ids of the first")
	}
	// Dragged in front of the first; in the middle of it a line shows where it would stand.
	from, to := b.tab("Inner crates"), b.tab(first)
	mouse := func(kind input.DispatchMouseEventType, x, y float64) {
		b.mouse(kind, x, y, chromedp.ButtonLeft, chromedp.ClickCount(1))
	}
	mouse(chromedp.MousePressed, from.cx(), from.cy())
	mouse(chromedp.MouseMoved, from.cx()-30, from.cy())
	mouse(chromedp.MouseMoved, to.X+8, to.cy())
	if !eval[bool](b, `document.querySelector('.page-tab.before .page-name')?.textContent.startsWith('Packing') && !!document.querySelector('.page-tab.carried')`) {
		t.Error("nothing shows where the tab would stand")
	}
	mouse(chromedp.MouseReleased, to.X+8, to.cy())
	b.until("the new order", `document.querySelector('#pages .page-name').textContent === 'Inner crates'`)
	if got := b.tabs(); got != "Inner crates | "+first+" | ["+first+", copy]" {
		t.Errorf("after dragging %s", got)
	}
	// The list has heads of the pages; a press shows one.
	if heads := eval[string](b, `[...document.querySelectorAll('.page-head')].map(e => e.innerText.replace(/\s+/g, ' ').trim()).join(' | ')`); heads != "1 Inner crates | 2 "+first+" | 3 "+first+", copy" {
		t.Errorf("heads of the list: %s", heads)
	}
	b.press("Delete page")
	b.until("the notice", `document.querySelector('#notice').innerText.includes('Undo brings it back')`)
	if got := b.tabs(); got != "Inner crates | ["+first+"]" {
		t.Errorf("after deleting %s", got)
	}
	b.run(focusOn("#desk"))
	b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	if got := b.tabs(); got != "Inner crates | "+first+" | ["+first+", copy]" {
		t.Errorf("after undo %s", got)
	}
	// Find looks through all pages, and goes there.
	b.press("1 Inner crates")
	b.until("the first page", `document.querySelector('#pages [aria-current=page]').textContent.includes('Inner')`)
	b.run(focusOn("#desk"))
	b.key("/")
	b.until("find", `document.querySelector('#find').open`)
	b.key("a", chromedp.KeyModifiers(chromedp.ModifierCtrl)) // the protocol sends the letter of a key that the page has taken
	b.key("Measure")
	b.until("what was found", `document.querySelector('#find').innerText.includes('Measure the object')`)
	b.key("\r")
	b.until("its page", `document.querySelector('#pages [aria-current=page]').textContent.includes('Packing') && !!document.querySelector('#layer-steps .step')`)
	// Another window sees them.
	b.saved()
	other := s.browse(t)
	other.signIn()
	other.edit("Packing a crate")
	if got := other.tabs(); !strings.HasPrefix(got, "[Inner crates] | "+first) {
		t.Errorf("another window has %s", got)
	}
}

// The page drawer: size, position, margins, grid, rulers, ground, header, footer and title block
// are seen at once on the paper; what is typed in mm or inches is taken, what cannot be is
// answered. What outgrows its sheet is told at the paper's edge, with three ways out.
func TestPageDrawer(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	before := eval[string](b, `editor.core.chart()`)
	b.press("Page…")
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		if hidden := b.unreachable("page"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	field := func(what, value string) {
		eval[bool](b, fmt.Sprintf(`(() => { const f = document.querySelector('[data-drawer=page] [data-what="%s"]'); f.focus(); f.select(); return true; })()`, what))
		b.key(value + "\r")
	}
	page := func() *chart.Page { return chartOf(t, b).Pages[0] }
	b.press("A3")
	b.until("an A3 sheet", `document.querySelector('[data-drawer=page] header p').innerText === 'A3 landscape'`)
	b.press("Inches")
	b.until("inches", `document.querySelector('[data-drawer=page] [data-what=w]').value === '16.54 in'`)
	// Rulers stand outside of the page, along its edges, in sight.
	ruler, paper, desk := b.rect(`document.querySelector('#board text')`), b.rect(`document.querySelector('#drawing')`), b.rect(`document.querySelector('#desk')`)
	if ruler.Y+ruler.H > paper.Y+1 || !ruler.inside(desk) {
		t.Errorf("the ruler's first number is at %v, the paper at %v, the desk at %v", ruler, paper, desk)
	}
	field("margin", "0.5")
	b.until("the margin", `document.querySelector('[data-drawer=page] [data-what=margin]').value === '0.5 in'`)
	if p := page(); p.Margin() != 48 || p.Frame.X != 48 {
		t.Errorf("the margin is %v, the frame at %v", p.Margin(), p.Frame)
	}
	field("margin", "wide")
	b.until("the answer", `document.querySelector('#notice').innerText.includes('Type a length')`)
	field("header.left", "{chart}, {date}")
	field("footer.right", "{page}/{pages} {owner}")
	b.until("the header", `[...document.querySelectorAll('#sheet text')].some(e => /^Outgoing loans, \d{4}-\d\d-\d\d$/.test(e.textContent))`)
	b.until("the footer", `[...document.querySelectorAll('#sheet text')].some(e => e.textContent === '1/2 Mara Olsen')`)
	b.press("Owner")
	b.until("the owner in the title block", `[...document.querySelectorAll('#sheet text')].some(e => e.textContent === 'Owner')`)
	b.press("Show the grid")
	b.until("the grid", `document.querySelector('#board path[stroke="#D9D3C6"]')`)
	field("ground", "#14202b")
	b.until("the ground", `getComputedStyle(document.querySelector('#drawing')).backgroundColor === 'rgb(20, 32, 43)'`)
	if ink := eval[string](b, `document.querySelector('#sheet text').getAttribute('fill')`); ink != "#FFFFFF" {
		t.Errorf("the title on dark ground is %s", ink)
	}
	// A tint of the house style is offered once the chart has one.
	eval[bool](b, `(editor.core.act('house', 'Wharf'), true)`)
	b.press("#CDE6EC")
	b.until("the tint", `getComputedStyle(document.querySelector('#drawing')).backgroundColor === 'rgb(205, 230, 236)'`)
	b.key("\x1b")
	b.run(focusOn("#desk"))
	b.key("\x1b")
	b.until("the drawer shut", `document.querySelector('#drawer').hidden`)
	if eval[string](b, `editor.core.chart()`) == before {
		t.Error("Escape takes back what was chosen")
	}
	b.undoTo(before)
	// Outgrown: told between the paper and its tabs, and each way out does what it says.
	b.press("Page…")
	b.press("A5")
	b.until("what has outgrown", `document.querySelector('.outgrown').checkVisibility() && document.querySelector('.outgrown').innerText.includes('has outgrown A5')`)
	told, tabs := b.rect(`document.querySelector('.outgrown')`), b.rect(`document.querySelector('#pages')`)
	if desk := b.rect(`document.querySelector('#desk')`); told.Y < desk.Y+desk.H-1 || !told.inside(tabs) {
		t.Errorf("it is told at %v, the tabs are at %v", told, tabs)
	}
	// In a narrow window everything in the strip is still to be seen and pressed.
	for _, size := range [][2]int64{{960, 600}, {1024, 700}, {1280, 800}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		hidden := eval[string](b, `[...document.querySelectorAll('#pages button')].filter(e => e.offsetParent).filter(e => { const r = e.getBoundingClientRect(), at = document.elementFromPoint(r.left + r.width / 2, r.top + r.height / 2); return r.width < 20 || !(e === at || e.contains(at)); }).map(e => e.innerText).join(', ')`)
		if hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.press("Print it smaller")
	b.until("why not", `document.querySelector('#notice').innerText.includes('8 pt is the least')`)
	b.press("Larger sheet")
	b.until("a larger sheet", `!document.querySelector('.outgrown').offsetParent`)
	if p := page(); p.Outgrown() {
		t.Errorf("the larger sheet is %v of %v x %v", p.Sheet, p.W, p.H)
	}
	b.press("A5")
	b.press("Rest on a page more")
	b.until("more pages", `document.querySelectorAll('#pages .page-tab').length > 1`)
	// The list leads on from one page to the next.
	b.until("where it goes on", `document.querySelector('#rows .goes')?.innerText.startsWith('goes on at ')`)
	eval[bool](b, `(document.querySelector('#rows .goes').click(), true)`)
	b.until("the next page", `!document.querySelector('#pages .page-tab:first-child [aria-current=page]')`)
	if title := eval[string](b, `document.querySelector('#chosen').textContent`); !strings.HasPrefix(title, "Off-page") {
		t.Errorf("selected there is %s", title)
	}
}

// A long list makes a chart of as many pages as it needs, or of one where that is asked for.
func TestNewChartsGoOnOnFurtherPages(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	for _, one := range []bool{false, true} {
		b.open("/charts")
		b.press("Type or paste a list One line per step; the chart draws itself")
		eval[bool](b, fmt.Sprintf(`(() => { const f = document.querySelector('.start-form[action$=list]');
		  f.list.value = [...Array(90).keys()].map((i) => (i %% 2 ? 'Registrar' : 'Carrier') + ': Move object ' + i).join('\n');
		  f.pages.checked = %v; f.querySelector('button').click(); return true; })()`, one))
		b.until("the chart", `location.pathname.length > 8 && document.querySelector('#pages .page-tab')`)
		c := chartOf(t, b)
		if (len(c.Pages) == 1) != one {
			t.Errorf("one page is %v, and there are %d", one, len(c.Pages))
		}
		for _, p := range c.Pages {
			if p.Outgrown() && !one && (p.Setup == nil || !p.Setup.Fit) {
				t.Errorf("%s is larger than its sheet", p.ID)
			}
		}
	}
}
