package web

import (
	"fmt"
	"testing"

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
