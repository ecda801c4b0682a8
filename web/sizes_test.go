package web

import (
	"context"
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
)

// sizes of windows that the editor serves, px.
var sizes = [][2]int64{{960, 600}, {1024, 700}, {1152, 720}, {1280, 800}, {1440, 900}, {1920, 1080}, {2560, 1440}}

// unreachable are the visible controls whose middle belongs to something else, or is
// outside of the window; those of a list that scrolls are brought into sight first.
const unreachable = `(() => {
  const out = [];
  for (const el of document.querySelectorAll('button, input, textarea, select, a[href]')) {
    if (!el.offsetParent || el.id === 'typing' || el.closest('[inert]') || el.type === 'hidden') continue;
    el.scrollIntoView({ block: 'nearest', inline: 'nearest' });
    const r = el.getBoundingClientRect(), x = r.left + r.width / 2, y = r.top + r.height / 2;
    const at = document.elementFromPoint(x, y);
    if (!at || !(el.contains(at) || at.closest('label')?.contains(el))) out.push((el.getAttribute('aria-label') || el.textContent || el.id).trim().slice(0, 30) + ' at ' + Math.round(x) + ',' + Math.round(y));
  }
  if (document.documentElement.scrollWidth > innerWidth || document.body.scrollWidth > innerWidth) out.push('the page scrolls sideways');
  if (document.documentElement.scrollHeight > innerHeight) out.push('the page scrolls');
  return out.join('; ');
})()`

// From 960x600 to 2560x1440 every control can be reached and none lies on another, with
// each drawer open too.
func TestEveryWindowSize(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	x, y := b.middle("Fit to travel?")
	for _, size := range sizes {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		b.run(focusOn("#desk"))
		b.key("\x1b")
		b.key("0")
		b.click(x, y)
		b.frame()
		for _, drawer := range []string{"", "Line…", "Symbol", "Fields", "Lanes 5"} {
			if drawer != "" {
				b.press(drawer)
				b.frame()
			}
			if bad := eval[string](b, unreachable); bad != "" {
				t.Errorf("%v, drawer %q: %s", size, drawer, bad)
			}
			if r := b.rect(`document.querySelector('#desk')`); r.W < 300 || r.H < 120 {
				t.Errorf("%v, drawer %q: the paper has %v", size, drawer, r)
			}
		}
		b.press("Close")
	}
}

// finger touches with one finger or two at places of the screen.
func (b *browser) finger(kind input.DispatchTouchEventType, at ...[2]float64) {
	b.t.Helper()
	points := []*input.TouchPoint{}
	for i, p := range at {
		id := float64(i)
		points = append(points, &input.TouchPoint{X: p[0], Y: p[1], ID: &id})
	}
	b.run(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, input.DispatchTouchEvent, input.DispatchTouchEventParams{Type: kind, TouchPoints: points})
		return err
	}))
}

// reviewLink is the path of a link to the demo's chart with comments.
func (s *site) reviewLink(t *testing.T) string {
	t.Helper()
	me, err := s.store.Session(mustSession(t, s))
	if err != nil {
		t.Fatal(err)
	}
	all, err := s.store.Charts(me.ID, false)
	if err != nil {
		t.Fatal(err)
	}
	for _, c := range all {
		if ls, err := s.store.Links(c.ID); err == nil && len(ls) > 0 {
			return "/review/" + ls[0].Token
		}
	}
	t.Fatal("the demo has no link")
	return ""
}

// The review page on a phone: the chart fills the width, two fingers zoom, one moves the
// page; a tap on a step begins a remark on it; one goes from step to step.
func TestReviewOnAPhone(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	link := s.reviewLink(t)
	b.run(chromedp.EmulateViewport(390, 780, chromedp.EmulateMobile, chromedp.EmulateTouch))
	b.open(link)
	b.until("the comments", `document.querySelectorAll('.remark').length === 2`)
	b.frame()
	if r := b.rect(`document.querySelector('.page > svg')`); r.W < 360 || r.W > 390 {
		t.Errorf("the chart is %v wide", r.W)
	}
	if eval[bool](b, `document.documentElement.scrollWidth > innerWidth`) {
		t.Error("the page scrolls sideways")
	}
	zoom := func() float64 { return b.rect(`document.querySelector('.page > svg')`).W }
	was := zoom()
	b.finger("touchStart", [2]float64{150, 200}, [2]float64{240, 200})
	for i := range 6 {
		d := float64(i+1) * 12
		b.finger("touchMove", [2]float64{150 - d, 200}, [2]float64{240 + d, 200})
	}
	b.finger("touchEnd")
	b.frame()
	if now := zoom(); now < was*1.8 {
		t.Errorf("pinched from %v to %v", was, now)
	}
	left := eval[float64](b, `document.querySelector('#desk').scrollLeft`)
	b.finger("touchStart", [2]float64{200, 200})
	for i := range 5 {
		b.finger("touchMove", [2]float64{200 - float64(i+1)*14, 200})
	}
	b.finger("touchEnd")
	if now := eval[float64](b, `document.querySelector('#desk').scrollLeft`); now < left+40 {
		t.Errorf("moved by a finger from %v to %v", left, now)
	}
	// Step after step, each readable and in sight.
	for i := 1; i <= 7; i++ {
		b.run(clickOn("#step-on"))
	}
	b.frame()
	if at := eval[string](b, `document.querySelector('#step-at').textContent + ' | ' + document.querySelector('#step-on').innerText.trim()`); !strings.HasPrefix(at, "step 7 of 24") || !strings.Contains(at, "8 or 12") {
		t.Errorf("it says %q", at)
	}
	desk, step := b.rect(`document.querySelector('#desk')`), b.rect(`document.querySelector('.step.picked')`)
	if !step.inside(desk) || step.overlaps(b.rect(`document.querySelector('.over')`)) || eval[float64](b, `parseFloat(document.querySelector('#zoom').textContent)`) < 80 {
		t.Errorf("the step is at %v, in sight is %v", step, desk)
	}
	// A tap on another one begins a remark there.
	b.run(clickOn("#step-back"))
	b.frame()
	tap := func(at [2]float64, want string) {
		b.finger("touchStart", at)
		b.finger("touchEnd")
		b.until(fmt.Sprintf("picked is %q", want), fmt.Sprintf(`document.querySelector('#step').value === %q`, want))
	}
	six := b.rect(`document.querySelector('[data-step=s6] path')`)
	tap([2]float64{six.cx(), six.Y - 60}, "")
	tap([2]float64{six.cx(), six.cy()}, "s6")
	if p := eval[string](b, `document.querySelector('#remark textarea').placeholder`); p != "Write on 6 …" {
		t.Errorf("the remark says %q", p)
	}
	for _, sel := range []string{"#remark textarea", "#remark .button", "#step-back", "#step-on"} {
		r := b.rect(fmt.Sprintf(`document.querySelector(%q)`, sel))
		if r.W == 0 || r.Y+r.H > 781 || r.X+r.W > 391 || r.H < 40 {
			t.Errorf("%s is at %v", sel, r)
		}
	}
	if bad := eval[string](b, strings.Replace(unreachable, "innerHeight) out.push('the page scrolls')", "innerHeight + 1) out.push('the page scrolls')", 1)); bad != "" {
		t.Error(bad)
	}
	b.run(typeInto("#who", "Tove Berg"), typeInto("#remark textarea", "From the phone"))
	b.press("Send")
	b.until("the remark", `[...document.querySelectorAll('.remark .body')].some(e => e.textContent === 'From the phone')`)
}

// Fingers in the editor: a tap selects, a drag moves a step or pulls a connector, an
// empty place moves the page, two fingers zoom.
func TestFingersInTheEditor(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.run(chromedp.EmulateViewport(1024, 700, chromedp.EmulateTouch))
	b.edit("Packing a crate")
	// A finger that rests is told by a timer, which runs on while this machine is busy: here it ends when the test says so.
	eval[int](b, `(() => {
	  const start = setTimeout, stop = clearTimeout;
	  window.setTimeout = (f, ms, ...a) => (ms === 600 ? ((window.rests = f), -600) : start(f, ms, ...a));
	  window.clearTimeout = (id) => (id === -600 ? (window.rests = null) : stop(id));
	  return 0;
	})()`)
	p := b.page()
	a := p.Steps[1]
	at := func(id string) [2]float64 {
		r := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, id))
		return [2]float64{r.cx(), r.cy()}
	}
	slide := func(from, to [2]float64) {
		b.finger("touchStart", from)
		for i := 1; i <= 8; i++ {
			k := float64(i) / 8
			b.finger("touchMove", [2]float64{from[0] + (to[0]-from[0])*k, from[1] + (to[1]-from[1])*k})
		}
		b.frame()
		b.finger("touchEnd")
		b.frame()
	}
	b.finger("touchStart", at(a.ID))
	b.finger("touchEnd")
	b.until("it is selected", fmt.Sprintf(`document.querySelector('.row[aria-current=true]')?.dataset.id === %q`, a.ID))
	from := at(a.ID)
	slide(from, [2]float64{from[0] + 60, from[1]})
	if now := at(a.ID); now[0] < from[0]+40 {
		t.Errorf("dragged from %v to %v", from, now)
	}
	b.press("Undo")
	// However slowly it moves, it drags, and does not rest.
	from = at(a.ID)
	b.finger("touchStart", from)
	if !eval[bool](b, `!!window.rests`) {
		t.Error("nothing waits for a finger that rests")
	}
	for i := range 6 {
		b.finger("touchMove", [2]float64{from[0] + 2*float64(i+1), from[1]})
	}
	b.frame()
	if eval[bool](b, `!!window.rests`) {
		t.Error("a finger that moves 2 px at a time is taken for one that rests")
	}
	b.finger("touchEnd")
	b.press("Undo")
	// Pull a connector out of a port into empty paper.
	b.finger("touchStart", at(a.ID))
	b.finger("touchEnd")
	r := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, a.ID))
	n := len(b.page().Steps)
	slide([2]float64{r.X + r.W + 9, r.cy()}, [2]float64{r.X + r.W + 150, r.cy() + 30})
	b.key("Seen by hand\r")
	if now := b.page(); len(now.Steps) != n+1 || now.Steps[n].Text != "Seen by hand" {
		t.Errorf("%d steps, were %d", len(now.Steps), n)
	}
	z := b.zoom()
	b.finger("touchStart", [2]float64{600, 300}, [2]float64{680, 300})
	for i := range 6 {
		d := float64(i+1) * 15
		b.finger("touchMove", [2]float64{600 - d, 300}, [2]float64{680 + d, 300})
	}
	b.finger("touchEnd")
	if now := b.zoom(); now < z*1.8 {
		t.Errorf("pinched from %v to %v", z, now)
	}
	desk := b.rect(`document.querySelector('#desk')`)
	top := eval[float64](b, `document.querySelector('#desk').scrollTop`)
	bare := eval[[]float64](b, fmt.Sprintf(`(() => { for (let y = %f; y > 100; y -= 12) for (let x = 300; x < 900; x += 12) { const e = document.elementFromPoint(x, y); if (e?.id === 'drawing') return [x, y]; } return [0, 0]; })()`, desk.Y+desk.H-30))
	slide([2]float64{bare[0], bare[1]}, [2]float64{bare[0], bare[1] - 80})
	if now := eval[float64](b, `document.querySelector('#desk').scrollTop`); now < top+40 {
		t.Errorf("an empty place (%v) moved the page from %v to %v", bare, top, now)
	}
}

// While a large chart is opened the paper says so, in its middle; when it is there, nothing
// of that is left.
func TestOpeningIsTold(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	// The chart takes its time on the way.
	var held page.ScriptIdentifier
	b.run(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		r, err := cdp.Call(ctx, t, page.AddScriptToEvaluateOnNewDocument, page.AddScriptToEvaluateOnNewDocumentParams{Source: `{
		  const all = fetch;
		  window.fetch = async (what, how) => {
		    if (` + "`${what}`" + `.endsWith('/chart.json')) await new Promise((ok) => (window.letIn = ok));
		    return all(what, how);
		  };
		}`})
		held = r.Identifier
		return err
	}))
	defer call(b.ctx, page.RemoveScriptToEvaluateOnNewDocument, page.RemoveScriptToEvaluateOnNewDocumentParams{Identifier: held})
	b.open("/charts/" + s.keepChart(t, threeSteps()))
	b.until("it is told", `window.letIn && getComputedStyle(document.querySelector('#opening')).opacity === '1'`)
	off := eval[float64](b, `(() => {
	  const [d, o] = ['desk', 'opening'].map((id) => document.getElementById(id).getBoundingClientRect());
	  return Math.hypot(o.x + o.width / 2 - d.x - d.width / 2, o.y + o.height / 2 - d.y - d.height / 2);
	})()`)
	if off > 4 {
		t.Errorf("it is told %g px off the middle of the paper", off)
	}
	eval[bool](b, `(letIn(), true)`)
	b.until("the chart", `document.body.dataset.ready`)
	if eval[bool](b, `document.querySelector('#opening').checkVisibility()`) {
		t.Error("it is still told when the chart is there")
	}
}
