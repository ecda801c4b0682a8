package web

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

// In a hierarchy somebody is dropped on another with the hand and is drawn below, Tab opens somebody new below that one
// for typing, and a press on a row's end at the page's edge selects the row.
func TestHierarchyByHand(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Museum staff")
	box := func(text string) box {
		b.t.Helper()
		return b.rect(fmt.Sprintf(`document.querySelector('[data-step=%q]')`, b.step(text).ID))
	}
	const moved, boss = "Una Falk\nFront desk", "Tove Berg\nHead of collections"
	x, y := b.middle(moved)
	u, v := b.middle(boss)
	b.drag(x, y, u+10, v+5, func() {
		if words := eval[string](b, `document.querySelector('#drawing .hand').textContent`); words != "reports to Tove Berg Head of collec…" {
			t.Errorf("the drag says %q", words)
		}
	})
	b.frame()
	if a, c := box(moved), box(boss); a.Y < c.Y+c.H || a.X > c.X+c.W {
		t.Errorf("dropped on %v it is drawn at %v", c, a)
	}
	b.key(kb.Tab)
	b.frame()
	b.key("Ebba Strand")
	b.key("\r")
	b.frame()
	if a, c := box("Ebba Strand"), box(moved); a.Y < c.Y+c.H || a.inside(c) {
		t.Errorf("somebody below %v is drawn at %v", c, a)
	}
	x, y = b.middle(boss)
	b.click(x, y)
	b.click(9, y)
	b.frame()
	if n := eval[int](b, `Alpine.store('now').facts.selected.length`); n != 4 {
		t.Errorf("the row's end selects %d people, want the 4 of that level", n)
	}
	b.saved()
}

// A branch folds, its mark stands on the edge of whoever leads it and covers no text, and a press there unfolds it.
func TestFoldedByHand(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Museum staff")
	const head = "Tove Berg\nHead of collections"
	who := b.step(head)
	drawn := func() bool {
		return eval[bool](b, `[...document.querySelectorAll("#drawing [data-step]")].some(e => e.textContent.includes("Registrar"))`)
	}
	if !drawn() {
		t.Fatal("nobody to be folded")
	}
	b.click(b.middle(head))
	b.press("Line up")
	b.press("Fold")
	b.frame()
	if drawn() {
		t.Error("a folded branch is still drawn")
	}
	b.press("Close")
	b.frame()
	at := b.rect(fmt.Sprintf(`[...document.querySelectorAll('[data-step=%q] text')].find(e => e.textContent === '+3')`, who.ID))
	for _, line := range []string{"Tove Berg", "collections"} {
		words := b.rect(fmt.Sprintf(`[...document.querySelectorAll('[data-step=%q] text, [data-step=%q] tspan')].find(e => e.textContent.trim().endsWith(%q))`, who.ID, who.ID, line))
		if at.Y < words.Y+words.H-3 && words.Y < at.Y+at.H && at.X < words.X+words.W && words.X < at.X+at.W {
			t.Errorf("the mark at %v lies on %q at %v", at, line, words)
		}
	}
	b.run(chromedp.MouseClickXY(at.X+at.W/2, at.Y+at.H/2))
	b.frame()
	if !drawn() {
		t.Error("a press on the mark does not unfold")
	}
}
