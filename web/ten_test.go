package web

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// On the bench are the ten symbols that a person's charts have most of, told when a chart is opened; which
// ten can be fixed by hand in the drawer, and given back to use. Nothing else moves on the bench.
func TestTenSymbols(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	ten := func() string {
		return eval[string](b, `[...document.querySelectorAll('#bench .symbols [data-symbol]')].filter(e => e.offsetParent).map(e => e.dataset.symbol).join()`)
	}
	usual := "terminator,process,decision,document,data,stored-data,direct-access,predefined,off-page,annotation"
	b.edit("Outgoing loans")
	if got := ten(); got != usual {
		t.Errorf("at first: %s", got)
	}
	place := b.rect(`document.querySelector('#bench [data-act=drawer-line]')`)
	// A chart of much waiting.
	c := chart.New("Waiting")
	for i := range 8 {
		k := []symbol.Kind{symbol.Terminator, symbol.Process, symbol.Decision, symbol.Delay}[i%4]
		info, _ := symbol.Of(k)
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: fmt.Sprint("s", i), Symbol: k, X: 60 + 220*float64(i%4), Y: 80 + 160*float64(i/4), W: info.W, H: info.H, Text: "x"})
	}
	b.openChart(s, c)
	waiting := strings.Replace(usual, "annotation", "delay", 1)
	if got := ten(); got != waiting {
		t.Errorf("after a chart of much waiting: %s", got)
	}
	if now := b.rect(`document.querySelector('#bench [data-act=drawer-line]')`); now != place {
		t.Errorf("the bench moved: %v, was %v", now, place)
	}
	// One of them is placed by a press, as any.
	b.run(clickOn(`#bench [data-symbol=delay]`))
	b.click(500, 600)
	if ss := b.page().Steps; len(ss) != 9 || ss[8].Symbol != symbol.Delay {
		t.Errorf("placed: %+v", ss[len(ss)-1])
	}
	// By hand.
	b.press("More symbols")
	b.press("Choose the ten")
	pressed := func() string {
		return eval[string](b, `[...document.querySelectorAll('.symbols-found [data-arg][aria-pressed=true]')].map(e => e.dataset.arg).sort().join()`)
	}
	sorted := func(s string) string { return eval[string](b, `'`+s+`'.split(',').sort().join()`) }
	if got := pressed(); got != sorted(waiting) {
		t.Errorf("shown as chosen: %s", got)
	}
	b.run(clickOn(`.symbols-found [data-arg=inspection]`))
	b.run(clickOn(`.symbols-found [data-arg=box]`))
	b.frame()
	now := ten()
	if !strings.Contains(now, "inspection") || !strings.Contains(now, "box") || len(strings.Split(now, ",")) != 10 {
		t.Errorf("chosen: %s", now)
	}
	if n := len(b.page().Steps); n != 9 {
		t.Errorf("choosing changed the chart: %d steps", n)
	}
	b.press("Close")
	b.edit("Outgoing loans")
	if got := ten(); got != now {
		t.Errorf("in another chart: %s, chosen were %s", got, now)
	}
	b.press("More symbols")
	b.press("By use")
	if got := ten(); got != waiting {
		t.Errorf("by use again: %s", got)
	}
}
