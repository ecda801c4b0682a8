package web

import (
	"fmt"
	"math"
	"testing"

	"github.com/chromedp/chromedp"

	"plaintracer/core/chart"
	"plaintracer/core/symbol"
)

// threeSteps is a small chart to draw connectors in: a way from one step to the
// next, a step that nothing leads to, a line across and a loose end.
func threeSteps() *chart.Chart {
	c := chart.New("Lines by hand")
	p := c.Pages[0]
	add := func(id string, x, y float64, text string) {
		p.Steps = append(p.Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: x, Y: y, W: 112, H: 56, Text: text})
	}
	add("a", 100, 120, "Log the request")
	add("b", 560, 120, "Examine condition")
	add("c", 560, 420, "Pack and ship")
	add("d", 100, 420, "Ask again")
	add("up", 300, 60, "Call the lender")
	add("down", 300, 480, "Note the call")
	line := func(id, from, to string, m chart.Meaning) {
		p.Connectors = append(p.Connectors, &chart.Connector{ID: id, From: chart.End{Step: from}, To: chart.End{Step: to}, Meaning: m})
	}
	line("ab", "a", "b", chart.Flow)
	line("bc", "b", "c", chart.Flow)
	line("ud", "up", "down", chart.Aside)
	p.Connectors = append(p.Connectors, &chart.Connector{ID: "loose", From: chart.End{Step: "c"}, To: chart.End{X: 222, Y: 448}, Meaning: chart.Flow})
	return c
}

// open puts a chart into the store and opens it in the editor.
func (b *browser) openChart(s *site, c *chart.Chart) {
	b.t.Helper()
	b.open("/charts/" + s.keepChart(b.t, c))
	b.until("the editor", `document.body.dataset.ready`)
}

// drawn is the path of a connector as the browser shows it.
func (b *browser) drawn(id string) string {
	b.t.Helper()
	return eval[string](b, fmt.Sprintf(`document.querySelector('#connector-%s path').getAttribute('d')`, id))
}

func (b *browser) connector(id string) *chart.Connector {
	b.t.Helper()
	c := b.page().Connector(id)
	if c == nil {
		b.t.Fatalf("no connector %s", id)
	}
	return c
}

// Everything that a hand does to a connector, by real events.
func TestLinesByHand(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.openChart(s, threeSteps())

	// Each kind, by the bench; the last one is the next connector's.
	b.click(300, 148)
	for _, k := range []struct{ button, want, curve string }{{"Straight", "straight", ""}, {"Curved", "curved", ""}, {"Wide arrow", "wide", ""}, {"Right-angled, square", "square", ""}} {
		b.press(k.button)
		if got := b.connector("ab").Kind; string(got) != k.want {
			t.Errorf("%s makes it %q", k.button, got)
		}
	}
	b.press("Curved")
	x, y := b.middle("Ask again")
	b.click(x, y)
	b.key("\r")
	b.key("\x1b")
	p := b.page()
	if !eval[bool](b, `document.querySelector("[data-arg=curved]").getAttribute("aria-pressed") === "true"`) {
		t.Error("the bench does not show the kind of the next connector")
	}
	if next := p.Connectors[len(p.Connectors)-1]; next.Kind != chart.Curved {
		t.Errorf("the next connector is %q", next.Kind)
	}
	b.press("Undo")
	b.press("Undo")
	b.press("Right-angled, rounded")

	// Ends, dash and colour by the panel, then given back to the meaning.
	b.click(300, 148)
	before := b.drawn("ab")
	b.press("Line…")
	b.press("Start: zero or many")
	b.press("End: one")
	b.press("Dash: dotted")
	b.press("Colour: green")
	b.press("Weight: 3")
	l := b.connector("ab").Look
	if l == nil || l.Start != chart.ZeroOrMany || l.End != chart.One || l.Dash != chart.Dotted || l.Colour != "#0b6b69" || l.Weight != 3 {
		t.Errorf("the look is %+v", l)
	}
	b.press("Reverse")
	if c := b.connector("ab"); c.From.Step != "b" || c.Look.Start != chart.One || c.Look.End != chart.ZeroOrMany {
		t.Errorf("reversed: %+v, look %+v", c, c.Look)
	}
	b.press("Reverse")
	b.press("Default look")
	if b.connector("ab").Look != nil {
		t.Error("the look was not given back")
	}
	b.press("Both ways")
	if l := b.connector("ab").Look; l == nil || l.Start != chart.Arrow {
		t.Error("it does not point both ways")
	}
	b.press("Default look")
	if now := b.drawn("ab"); now != before {
		t.Errorf("it is drawn %s, was %s", now, before)
	}
	b.press("Close")

	// A stretch dragged down is pinned there, and stays while its step moves.
	b.drag(380, 148, 380, 248, func() {
		b.until("what will happen, in words", `document.querySelector('#layer-marks').textContent.includes('pinned here')`)
	})
	pins := b.connector("ab").Pins
	if len(pins) != 1 || pins[0].Upright {
		t.Fatalf("pins: %+v", pins)
	}
	at := b.page().PinAt(b.connector("ab"), pins[0])
	if math.Abs(at-248) > 2 {
		t.Errorf("pinned at %v", at)
	}
	x, y = b.middle("Examine condition")
	b.drag(x, y, x+40, y, nil)
	if now := b.drawn("ab"); now == before || len(b.connector("ab").Pins) != 1 {
		t.Error("the pin did not stay")
	}
	b.press("Undo")
	b.click(380, 248)
	b.press("Line…")
	b.press("Reset route")
	if now := b.drawn("ab"); now != before || len(b.connector("ab").Pins) != 0 {
		t.Errorf("free it runs %s, before %s", now, before)
	}
	// Bends added and taken away.
	b.press("Add bends")
	if n := len(b.connector("ab").Pins); n != 2 || b.drawn("ab") == before {
		t.Errorf("%d pins", n)
	}
	b.press("Remove bends")
	b.press("Remove bends")
	if now := b.drawn("ab"); now != before {
		t.Errorf("it runs %s, before %s", now, before)
	}

	// The aside yields to the flow: by an arch, then by a break, then for one
	// connector plainly.
	aside := b.drawn("ud")
	b.press("Crossings on this page: Arch")
	arch := b.drawn("ud")
	b.press("Crossings on this page: Break")
	gap := b.drawn("ud")
	if arch == aside || gap == aside || gap == arch {
		t.Errorf("crossings: plain %s, arch %s, break %s", aside, arch, gap)
	}
	if now := b.drawn("ab"); now != before {
		t.Error("the flow yields to the aside")
	}
	b.press("Close")
	b.click(356, 330)
	b.press("Line…")
	b.press("Where it crosses: Plain")
	if now := b.drawn("ud"); now != aside {
		t.Errorf("one connector by itself: %s", now)
	}
	b.press("Close")

	// A label typed on the line, another one, the second dragged to the other side.
	b.double(440, 148)
	b.until("typing", `!document.querySelector('#typing').hidden`)
	b.key("logged\r")
	b.double(480, 148)
	b.until("typing", `!document.querySelector('#typing').hidden`)
	b.key("by post\r")
	if ls := b.connector("ab").Labels; len(ls) != 2 || ls[0].Text != "logged" || ls[1].Text != "by post" {
		t.Fatalf("labels: %+v", ls)
	}
	lx, ly := b.labelMiddle("by post")
	b.drag(lx, ly, lx-200, ly+34, nil)
	pl := b.connector("ab").Labels[1].Place
	if pl == nil || pl.Beside <= 0 || pl.Along > 0.5 {
		t.Errorf("the label was put at %+v", pl)
	}
	nx, ny := b.labelMiddle("by post")
	if math.Abs(nx-(lx-200)) > 4 || math.Abs(ny-(ly+34)) > 4 {
		t.Errorf("it stands at %v %v, let go at %v %v", nx, ny, lx-200, ly+34)
	}

	// A step dropped on a line is put into it.
	x, y = b.middle("Ask again")
	b.drag(x, y, 616, 290, func() {
		b.until("what will happen, in words", `document.querySelector('#layer-marks').textContent.includes('goes into')`)
	})
	p = b.page()
	on := p.Connectors[len(p.Connectors)-1]
	if c := b.connector("bc"); c.To.Step != "d" || on.From.Step != "d" || on.To.Step != "c" {
		t.Errorf("put into: %+v and %+v", c, on)
	}
	// Deleting it again offers to close the gap.
	b.run(focusOn("#desk"))
	b.key("\x7f")
	b.press("Close the gap")
	p = b.page()
	if c := p.Connectors[len(p.Connectors)-1]; c.From.Step != "b" || c.To.Step != "c" {
		t.Errorf("the gap was closed by %+v", c)
	}
	for range 3 {
		b.press("Undo") // the gap, the deletion, the step put in
	}

	// A loose end is counted, listed and glued.
	if n := eval[string](b, `document.querySelector('#loose-count').textContent`); n != "1" {
		t.Errorf("%s loose ends", n)
	}
	b.press("Loose ends 1")
	b.press("Glue all within reach")
	if c := b.connector("loose"); c.To.Step != "d" {
		t.Errorf("the loose end holds at %+v", c.To)
	}
	b.until("no loose ends on the rail", `!document.querySelector('#loose-count').offsetParent`)

	// A port of its own, where the outline is pressed with Alt.
	sx, sy := b.at(130, 176)
	tx, ty := b.at(130, 300)
	b.mouse(chromedp.MouseMoved, sx, sy)
	b.mouse(chromedp.MousePressed, sx, sy, chromedp.ButtonLeft, chromedp.ClickCount(1), chromedp.ButtonModifiers(chromedp.ModifierAlt))
	b.mouse(chromedp.MouseMoved, sx+3, sy+20, chromedp.ButtonLeft, chromedp.ButtonModifiers(chromedp.ModifierAlt))
	b.mouse(chromedp.MouseMoved, tx, ty, chromedp.ButtonLeft, chromedp.ButtonModifiers(chromedp.ModifierAlt))
	b.mouse(chromedp.MouseReleased, tx, ty, chromedp.ButtonLeft, chromedp.ClickCount(1), chromedp.ButtonModifiers(chromedp.ModifierAlt))
	p = b.page()
	own := p.Connectors[len(p.Connectors)-1]
	if len(p.Step("a").Ports) != 1 || own.From.Port != p.Step("a").Ports[0].Name {
		t.Errorf("ports %+v, the connector holds at %+v", p.Step("a").Ports, own.From)
	}
	b.saved()
	if string(b.get("/charts/"+eval[string](b, "document.body.dataset.chart")+"/chart.json")) != eval[string](b, "editor.core.chart()") {
		t.Error("the server has another chart than the window")
	}
}

// labelMiddle is the middle of a connector's label, on the page.
func (b *browser) labelMiddle(text string) (float64, float64) {
	b.t.Helper()
	p := eval[[]float64](b, fmt.Sprintf(`(() => { const t = [...document.querySelectorAll('#layer-lines text')].find(t => t.textContent === %q), r = t.getBBox(); return [r.x + r.width / 2, r.y + r.height / 2]; })()`, text))
	return p[0], p[1]
}

// Connectors stay where they are until something concerns them: while a step is dragged
// what is shown is what is there after the drop, and after the page is loaded again.
func TestLinesStay(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.openChart(s, threeSteps())
	all := func() string {
		return eval[string](b, `[...document.querySelectorAll('.connector')].map(g => g.id + ' ' + g.querySelector('path').getAttribute('d')).sort().join('\n')`)
	}
	start, ud := all(), b.drawn("ud")
	x, y := b.middle("Pack and ship")
	var shown string
	b.drag(x, y, x+60, y+70, func() { shown = all() })
	if dropped := all(); dropped != shown || dropped == start {
		t.Errorf("shown in the drag\n%s\nthere after the drop\n%s", shown, dropped)
	}
	if now := b.drawn("ud"); now != ud {
		t.Errorf("a connector that the move does not concern went from %s to %s", ud, now)
	}
	b.saved()
	b.run(chromedp.Reload())
	b.until("the editor", `document.body.dataset.ready && window.editor`)
	if again := all(); again != shown {
		t.Errorf("loaded again\n%s\nbefore\n%s", again, shown)
	}
	b.click(300, 148)
	b.press("Line…")
	b.press("Reroute all")
	b.press("Close")
	if now := b.drawn("ud"); now != ud {
		t.Errorf("anew it runs %s, not %s", now, ud)
	}
	b.saved()
}
