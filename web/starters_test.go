package web

import (
	"strings"
	"testing"
)

// A chart is begun with a starter: its preview is its drawing, what is filled in stands in lanes and
// texts; a chart of one's own is kept as one, and goes again.
func TestStarters(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.open("/charts")
	b.press("Begin with a starter A skeleton to fill in")
	b.until("the previews", `document.querySelectorAll('.starter').length === 12 && [...document.images].slice(0, 3).every(i => i.complete && i.naturalWidth > 100)`)
	for _, n := range []int{0, 1} {
		if at, in := b.rect(`document.querySelectorAll('.starter img')[`+string(rune('0'+n))+`]`), b.rect(`document.querySelectorAll('.starter')[`+string(rune('0'+n))+`]`); !at.inside(in) || at.W < 200 {
			t.Errorf("a preview is at %v, its card at %v", at, in)
		}
	}
	b.run(clickOn(".starter summary"))
	b.run(typeInto(`.starter [name="blank Who approves"]`, "The director: <b>her</b>"), typeInto(`.starter [name=name]`, "Loans for schools"))
	b.axe("starters")
	b.press("Begin with Approval")
	b.until("the editor", `document.body.dataset.ready`)
	p := b.page()
	if got := names(p); !strings.Contains(got, "|The director: <b>her</b>|") || len(p.Steps) < 8 {
		t.Errorf("lanes %s, %d steps", got, len(p.Steps))
	}
	if got := eval[string](b, `[...document.querySelectorAll('#layer-lanes text')].map(e => e.textContent).join(' ')`); !strings.Contains(got, "<b>her</b>") || eval[bool](b, `!!document.querySelector('#drawing b')`) {
		t.Errorf("the lanes are drawn as %s", got)
	}
	if p.Steps[0].Number != "1" {
		t.Error("it is not numbered")
	}
	// One of one's own.
	b.saved()
	b.open("/charts")
	b.press("Keep Loans for schools as starter")
	b.until("it among the starters", `location.pathname === '/starters' && document.querySelector('.starter h2').innerText.startsWith('Loans for schools')`)
	b.press("Begin with Loans for schools")
	b.until("the editor", `document.body.dataset.ready`)
	if got := names(b.page()); got != names(p) {
		t.Errorf("lanes %s, were %s", got, names(p))
	}
	b.open("/starters")
	b.press("Delete starter Loans for schools")
	b.until("it is gone", `document.querySelectorAll('.starter').length === 12`)
}
