package web

import (
	"fmt"
	"os"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// A step carried over another one is shown beside it before it is let go, with its outline under the pointer, and
// stands there then.
func TestCarriedOverAnother(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	p := b.page()
	carried, other := p.Step("s5"), p.Step("s6")
	from, to := p.StepRect(carried).Centre(), p.StepRect(other).Centre()
	shown := func(id string) box {
		return b.rect(fmt.Sprintf(`document.querySelector('#layer-steps [data-id=%q] path')`, id))
	}
	var held box
	b.drag(from.X, from.Y, to.X+10, to.Y+6, func() {
		if held = shown("s5"); held.overlaps(shown("s6")) {
			t.Errorf("carried it is shown at %v, on %v", held, shown("s6"))
		}
		b.until("the words", `document.querySelector('#layer-marks').textContent.includes('stands beside it')`)
		if look := os.Getenv("LOOK"); look != "" {
			png, _ := chromedp.Run(b.ctx, chromedp.CaptureScreenshot())
			os.WriteFile(look, png, 0o600)
		}
	})
	if at := shown("s5"); at.X-held.X > 1 || held.X-at.X > 1 || at.Y-held.Y > 1 || held.Y-at.Y > 1 {
		t.Errorf("shown at %v, it stands at %v", held, at)
	}
	if r := b.page().StepRect(b.page().Step("s5")); r.Overlaps(p.StepRect(other)) {
		t.Errorf("it stands at %v, on %v", r, p.StepRect(other))
	}
}

// A chart of eight steps pulled together by the mouse from their right sides, laid out, has a main way without a
// bend.
func TestPulledTogetherAndLaidOut(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	c := chart.New("By hand")
	p := c.Pages[0]
	for i := range 8 {
		k := symbol.Process
		if i == 3 {
			k = symbol.Decision
		}
		info, _ := symbol.Of(k)
		p.Steps = append(p.Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: k, X: 80 + 230*float64(i%4), Y: 100 + 260*float64(i/4), W: info.W, H: info.H, Text: fmt.Sprint("Part ", i)})
	}
	b.openChart(s, c)
	pull := func(i, k int) {
		a, z := p.StepRect(p.Steps[i]), p.StepRect(p.Steps[k])
		b.click(a.CX(), a.CY())
		b.drag(a.Right()+9/b.zoom(), a.CY(), z.CX(), z.CY(), nil)
	}
	for i := range 7 {
		pull(i, i+1)
	}
	pull(3, 5)
	now := b.page()
	if n := len(now.Connectors); n != 8 || now.Connectors[0].From.Port != "right" {
		t.Fatalf("%d connectors, the first from %q", n, now.Connectors[0].From.Port)
	}
	b.key("\x1b")
	b.press("Lay out")
	b.until("it to be laid out", `JSON.parse(editor.core.chart()).pages[0].connectors.every(c => !c.from.port)`)
	straight := func(how string) {
		for _, l := range b.page().Connectors {
			if l.Way != nil && len(l.Way.Points) > 2 && !(l.From.Step == "s3" && l.To.Step == "s5") && l.From.Step != "s4" {
				t.Errorf("%s, from %s to %s it bends: %v", how, l.From.Step, l.To.Step, l.Way.Points)
			}
		}
	}
	straight("downward")
	eval[bool](b, `(document.dispatchEvent(new CustomEvent('command', { detail: { name: 'layout-right' } })), true)`)
	b.until("it to be laid out to the right", `(() => { const s = JSON.parse(editor.core.chart()).pages[0].steps; return s[1].x > s[0].x + s[0].w; })()`)
	straight("to the right")
}
