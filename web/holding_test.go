package web

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"plaintracer/core/symbol"
)

// A box that is dragged around steps lies behind them, under the hand as on the paper: lines run over it,
// what lies on top at a step is the step. Steps are held together by keys and in the drawer, a press takes
// all, the next one goes in; what is locked stays, and shows it.
func TestHoldTogether(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	x1, y1 := b.middle("Examine condition")
	x2, y2 := b.middle("Fit to travel?")
	line := b.page().Connectors[5].ID
	drawn := b.drawn(line)
	eval[bool](b, `(editor.core.act('hand', 'box'), true)`)
	b.drag(x1-90, y1-70, x2+120, y2+80, func() {
		if n := eval[int](b, `document.querySelectorAll('#layer-marks path').length`); n == 0 {
			t.Error("the frame is not shown while it is dragged")
		}
	})
	p := b.page()
	ground := p.Steps[len(p.Steps)-1]
	if ground.Symbol != symbol.Box || ground.Front >= 0 || ground.Lane == "" {
		t.Fatalf("the box is %+v", ground)
	}
	if first := eval[string](b, `document.querySelector('#layer-steps > .step').id`); first != "step-"+ground.ID {
		t.Errorf("drawn first is %s", first)
	}
	if b.drawn(line) != drawn {
		t.Error("a connector runs another way")
	}
	onTop := func(x, y float64) string {
		sx, sy := b.at(x, y)
		return eval[string](b, fmt.Sprintf(`document.elementsFromPoint(%v, %v).map(e => e.closest('.step')?.id).find(Boolean) || ''`, sx, sy))
	}
	if got, want := onTop(x1, y1), "step-"+b.step("Examine condition").ID; got != want {
		t.Errorf("on top at the step is %s, want %s", got, want)
	}
	chosen := func() string { return eval[string](b, `document.querySelector('#chosen').innerText`) }
	// Held together by a key.
	b.click(x1, y1)
	sx, sy := b.at(x2, y2)
	b.mouse(chromedp.MousePressed, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1), chromedp.ButtonModifiers(chromedp.ModifierShift))
	b.mouse(chromedp.MouseReleased, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1), chromedp.ButtonModifiers(chromedp.ModifierShift))
	b.key("g", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	b.until("the group", `document.querySelector('#chosen').textContent === 'Group (2 steps)'`)
	b.click(x1-75, y1+60) // the ground
	if got := chosen(); !strings.EqualFold(got, "Box") {
		t.Errorf("beside the steps is selected %q", got)
	}
	b.click(x1, y1)
	if got := chosen(); !strings.EqualFold(got, "Group (2 steps)") {
		t.Errorf("a press on one of them selects %q", got)
	}
	marks := b.rect(`[...document.querySelectorAll('#layer-marks path')].at(-1)`)
	both := b.rect(`...document.querySelectorAll('#step-` + b.step("Examine condition").ID + `, #step-` + b.step("Fit to travel?").ID + `')`)
	if marks.X > both.X || marks.X+marks.W < both.X+both.W || marks.W > both.W+60 {
		t.Errorf("the frame %v is not around both steps %v", marks, both)
	}
	b.drag(x1, y1, x1+8, y1+16, nil)
	if nx, ny := b.middle("Fit to travel?"); nx <= x2 || ny <= y2 {
		t.Errorf("the other one stands at %v, %v; it stood at %v, %v", nx, ny, x2, y2)
	}
	x1, y1 = b.middle("Examine condition")
	b.click(x1, y1)
	if got := chosen(); !strings.EqualFold(got, "Process 5") {
		t.Errorf("the second press selects %q", got)
	}
	// The drawer: in every size all of it can be pressed.
	b.press("Hold together")
	for _, size := range [][2]int64{{1280, 800}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		if hidden := b.unreachable("together"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	b.axe("holding together")
	b.press("Group (2 steps)")
	if got := chosen(); !strings.EqualFold(got, "Group (2 steps)") {
		t.Errorf("the list selects %q", got)
	}
	b.press("Lock")
	b.until("the lock on", `document.querySelector('[data-act=lock]').getAttribute('aria-pressed') === 'true'`)
	b.key(kb.Escape)
	if !b.step("Examine condition").Locked {
		t.Error("Escape took it back")
	}
	b.press("Undo")
	x1, y1 = b.middle("Examine condition")
	b.key("l", chromedp.KeyModifiers(chromedp.ModifierAlt))
	if !b.step("Examine condition").Locked || !b.step("Fit to travel?").Locked {
		t.Fatal("the key does not lock")
	}
	sx, sy = b.at(x1, y1)
	b.mouse(chromedp.MouseMoved, sx, sy)
	b.frame()
	if c := eval[string](b, `document.querySelector('#desk').style.cursor`); c != "default" {
		t.Errorf("over a locked step the pointer is %s", c)
	}
	b.drag(x1, y1, x1+60, y1+40, nil)
	if nx, ny := b.middle("Examine condition"); nx != x1 || ny != y1 {
		t.Errorf("a locked step went from %v, %v to %v, %v", x1, y1, nx, ny)
	}
	b.click(x1, y1)
	b.key(kb.Delete)
	b.until("why not", `document.querySelector('#notice').matches(':popover-open') && document.querySelector('#notice').innerText.includes('locked')`)
	b.saved()
}
