package web

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
)

// outlines are the dashed outlines over the page.
func (b *browser) outlines() int {
	b.t.Helper()
	return eval[int](b, `document.querySelectorAll('#drawing .hand [stroke-dasharray]').length`)
}

// ragged is a chart with three steps that are nearly a row.
func ragged() *chart.Chart {
	c := threeSteps()
	for i, s := range c.Pages[0].Steps {
		s.X, s.Y = s.X+float64(i%2)*9, s.Y+float64(i%3)*7
	}
	c.Pages[0].Connectors = nil
	return c
}

// What makes room shows, while it is dragged, the page as it will be, opened where the drag began, and how far.
func TestMakeRoomInTheBrowser(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.run(focusOn("#desk"))
	left, right := b.step("Fit to travel?"), b.step("Panel agrees?")
	y := 420.0
	was := b.rect(fmt.Sprintf(`document.querySelector('[data-step=%q]')`, right.ID))
	stays := b.rect(fmt.Sprintf(`document.querySelector('[data-step=%q]')`, left.ID))
	b.key("m")
	x := left.X + left.W + 10
	b.drag(x, y, x+80, y+5, func() {
		now := b.rect(fmt.Sprintf(`document.querySelector('[data-step=%q]')`, right.ID))
		if d := (now.X - was.X) / b.zoom(); d < 79 || d > 81 {
			t.Errorf("dragged by 80, what is beyond has moved by %v", d)
		}
		if now := b.rect(fmt.Sprintf(`document.querySelector('[data-step=%q]')`, left.ID)); now != stays {
			t.Errorf("what is before the line moves from %v to %v", stays, now)
		}
		if words := eval[string](b, `document.querySelector('#drawing .hand').textContent`); words != "21.2 mm more room" {
			t.Errorf("the drag says %q", words)
		}
	})
	b.frame()
	if now := b.step("Panel agrees?"); now.X != right.X+80 {
		t.Errorf("it stands at %v, want %v", now.X, right.X+80)
	}
	b.press("Undo")
	b.frame()
	if now := b.step("Panel agrees?"); now.X != right.X {
		t.Errorf("undone it stands at %v, want %v", now.X, right.X)
	}
}

// Tidy shows what will be as long as its button or its key is held; letting go does it, letting go beside the button
// or Escape does not. One press of undo takes it back.
func TestTidyInTheBrowser(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.openChart(s, ragged())
	places := func() string {
		out := ""
		for _, st := range b.page().Steps {
			out += fmt.Sprint(st.ID, " ", st.X, " ", st.Y, " ")
		}
		return out
	}
	was, none := places(), b.outlines()
	button := b.rect(`document.querySelector('#bench [data-act=tidy]')`)
	x, y := button.X+button.W/2, button.Y+button.H/2
	b.mouse(chromedp.MousePressed, x, y, chromedp.ButtonLeft, chromedp.ClickCount(1))
	b.frame()
	if b.outlines() == none {
		t.Error("with the button held no outlines are shown")
	}
	b.mouse(chromedp.MouseMoved, x-300, y-300, chromedp.ButtonLeft)
	b.mouse(chromedp.MouseReleased, x-300, y-300, chromedp.ButtonLeft, chromedp.ClickCount(1))
	b.frame()
	if n := b.outlines(); n != none || places() != was {
		t.Errorf("let go beside the button, there are %d outlines, and steps at %s (%s)", n, places(), was)
	}
	b.run(focusOn("#desk"))
	hold := func(kind, key string) {
		eval[bool](b, fmt.Sprintf(`(document.activeElement.dispatchEvent(new KeyboardEvent(%q, {key: %q, bubbles: true, cancelable: true})), true)`, kind, key))
		b.frame()
	}
	hold("keydown", "y")
	if b.outlines() == none || places() != was {
		t.Error("with the key held no outlines are shown, or steps are moved already")
	}
	hold("keydown", "Escape")
	hold("keyup", "Escape")
	hold("keyup", "y")
	if n := b.outlines(); n != none || places() != was {
		t.Errorf("after Escape there are %d outlines, and steps at %s (%s)", n, places(), was)
	}
	b.key("y")
	b.frame()
	if places() == was || b.outlines() != none {
		t.Errorf("the key let go, steps stand at %s, with %d outlines", places(), b.outlines()-none)
	}
	b.press("Undo")
	b.frame()
	if places() != was {
		t.Errorf("undone, steps stand at %s, want %s", places(), was)
	}

	// In its drawer outlines follow the slider; the keys on the bench align to what is chosen there.
	b.press("Line up")
	slide := func(to string) string {
		b.run(focusOn("[data-drawer=lineup] [type=range]"))
		eval[bool](b, fmt.Sprintf(`(() => { const r = document.querySelector('[data-drawer=lineup] [type=range]'); r.value = %q; return r.dispatchEvent(new Event('input')); })()`, to))
		b.frame()
		return eval[string](b, `document.querySelector('[data-drawer=lineup] [role=status]').textContent`)
	}
	if words := slide("4"); b.outlines() == none || words == slide("0") {
		t.Errorf("the slider shows %d outlines, and says %q", b.outlines()-none, words)
	}
	slide("4")
	eval[bool](b, `(document.querySelector('[data-drawer=lineup] [data-act=tidy]').click(), true)`)
	b.frame()
	if places() == was {
		t.Error("Tidy in the drawer does nothing")
	}
	b.press("Close")
	b.frame()
	if b.outlines() != none {
		t.Error("the drawer is closed, and outlines are shown")
	}
}

// A guide line is pulled out of a ruler with the hand: it says how far it is from the edge, and a step sticks to it.
func TestGuideLineInTheBrowser(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.openChart(s, ragged())
	b.press("Page…")
	b.run(clickOn(`[data-act="page-ruler"][data-arg=mm]`))
	b.press("Close")
	b.frame()
	lines := func() int {
		return eval[int](b, `document.querySelectorAll('#drawing .board [stroke-dasharray]').length`)
	}
	b.drag(-7, 300, 703, 300, func() {
		if words := eval[string](b, `document.querySelector('#drawing .hand').textContent`); words != "186.3 mm" || lines() != 1 {
			t.Errorf("while it is pulled it says %q, and %d lines are drawn", words, lines())
		}
	})
	b.frame()
	if lines() != 1 {
		t.Fatalf("let go, %d lines are drawn", lines())
	}
	st := b.page().Steps[0]
	x, y := b.middle(st.Text)
	b.drag(x, y, 701, 560, nil)
	b.frame()
	if now := b.page().Step(st.ID); now.X+now.W/2 != 704 {
		t.Errorf("the step's middle is at %v, want 704", now.X+now.W/2)
	}
	b.saved()
	b.drag(704, 680, -30, 680, nil)
	b.frame()
	if lines() != 0 {
		t.Errorf("pulled off the page, %d lines are left", lines())
	}
}
