package web

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
)

// box is a rectangle on the screen, px.
type box struct{ X, Y, W, H float64 }

func (b box) cx() float64 { return b.X + b.W/2 }
func (b box) cy() float64 { return b.Y + b.H/2 }

func (b box) overlaps(c box) bool {
	return b.X < c.X+c.W-0.5 && c.X < b.X+b.W-0.5 && b.Y < c.Y+c.H-0.5 && c.Y < b.Y+b.H-0.5
}

func (b box) inside(c box) bool {
	return b.X >= c.X-0.5 && b.Y >= c.Y-0.5 && b.X+b.W <= c.X+c.W+0.5 && b.Y+b.H <= c.Y+c.H+0.5
}

// rect is where elements are seen: the box around all that a script gives, which is
// wrapped to be a list.
func (b *browser) rect(elements string) box {
	b.t.Helper()
	r := eval[[]float64](b, fmt.Sprintf(`(() => {
	  const all = [%s].flat().filter(Boolean).map(e => e.getBoundingClientRect());
	  const x = Math.min(...all.map(r => r.left)), y = Math.min(...all.map(r => r.top));
	  return all.length ? [x, y, Math.max(...all.map(r => r.right)) - x, Math.max(...all.map(r => r.bottom)) - y] : [0, 0, 0, 0];
	})()`, elements))
	return box{r[0], r[1], r[2], r[3]}
}

// frame waits until what was done is drawn.
func (b *browser) frame() {
	b.t.Helper()
	eval[bool](b, `new Promise(ok => requestAnimationFrame(() => requestAnimationFrame(() => ok(true))))`)
}

const typingField = `document.querySelector('#typing')`

// Text is edited where it stands, at every zoom and wherever the page is scrolled:
// the field lies on the drawn text, which stays where it is when typing begins and ends.
func TestTypingLiesOnTheText(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	step := b.step("Examine condition").ID
	label := ""
	for _, c := range b.page().Connectors {
		if c.Outcome() == "yes" {
			label = c.ID
		}
	}
	lane := b.page().Lanes[2].ID
	texts := func(id string) string {
		return fmt.Sprintf(`[...document.querySelectorAll('#%s text:not(.m)')]`, id)
	}
	of := func(text string) string {
		return fmt.Sprintf(`[...document.querySelectorAll('#sheet text')].filter(e => e.textContent === %q)`, text)
	}
	places := []struct {
		name, drawn string
		double      bool
	}{
		{"step", texts("step-" + step), true}, {"label", texts("connector-" + label), true}, {"lane", texts("lane-" + lane), true},
		{"title", of("Outgoing loans: from request to receipt"), false}, {"name", of("Outgoing loans"), false},
	}
	for z, zoom := range []float64{0.5, 1, 2} {
		for i, p := range places {
			scroll := [][2]float64{{0, 0}, {8, 35}}[(z+i)%2]
			what := fmt.Sprintf("%s at %v %%, scrolled by %v", p.name, zoom*100, scroll)
			b.run(focusOn("#desk"))
			eval[bool](b, fmt.Sprintf(`(() => { editor.core.act('cancel', ''); editor.paper.setZoom(%f); const d = document.querySelector('#desk'); %s[0].scrollIntoView({block: 'center', inline: 'center'}); d.scrollBy(%f, %f); return true; })()`, zoom, p.drawn, scroll[0], scroll[1]))
			b.frame()
			before := b.rect(p.drawn)
			if p.double {
				b.run(chromedp.MouseClickXY(before.cx(), before.cy()), chromedp.MouseClickXY(before.cx(), before.cy(), chromedp.ClickCount(2)))
			} else {
				b.run(chromedp.MouseClickXY(before.cx(), before.cy()))
			}
			b.until(what+": typing", `!document.querySelector('#typing').hidden && document.activeElement.id === 'typing'`)
			b.frame()
			during, field := b.rect(p.drawn), b.rect(typingField)
			if math.Abs(field.cx()-during.cx()) > 2 || math.Abs(field.cy()-during.cy()) > 2*math.Max(1, zoom) || math.Abs(field.W-during.W) > 3*zoom+1 || math.Abs(field.H-during.H) > 6*zoom {
				t.Errorf("%s: the field lies at %v, the text at %v", what, field, during)
			}
			if size := eval[float64](b, `parseFloat(getComputedStyle(document.querySelector('#typing')).fontSize)`); math.Abs(size-zoom*eval[float64](b, p.drawn+`[0].getAttribute('font-size') * 1`)) > 0.1 {
				t.Errorf("%s: the field's letters are %v px", what, size)
			}
			if !eval[bool](b, fmt.Sprintf(`document.querySelector('#drawing').contains(document.elementFromPoint(%f, %f))`, during.cx(), during.cy())) {
				t.Errorf("%s: something lies over the text", what)
			}
			moved := func(a, b box) bool { return math.Abs(a.X-b.X) > 1 || math.Abs(a.Y-b.Y) > 1 || math.Abs(a.W-b.W) > 1 }
			desk := b.rect(`document.querySelector('#desk')`)
			if before.inside(desk) && moved(before, during) {
				t.Errorf("%s: the text jumps from %v to %v when typing begins", what, before, during)
			}
			b.key("\x1b")
			b.until("typing ended", `document.querySelector('#typing').hidden`)
			b.frame()
			if after := b.rect(p.drawn); moved(during, after) {
				t.Errorf("%s: the text jumps from %v to %v when typing ends", what, during, after)
			}
		}
	}

	// The symbol grows while one types, its connectors with it; ended, nothing moves.
	b.key("0")
	b.run(focusOn("#desk"))
	x, y := b.middle("Examine condition")
	b.double(x, y)
	was := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, step))
	b.key("Examine the condition of the object and of its frame, and note what was found")
	b.frame()
	grown := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, step))
	if grown.W <= was.W || grown.H <= was.H {
		t.Errorf("the symbol is %v, it was %v", grown, was)
	}
	end := eval[[]float64](b, fmt.Sprintf(`(() => { const c = JSON.parse(editor.core.chart()).pages[0].connectors.find(c => c.from.step === %q), p = document.querySelector('#connector-' + c.id + ' path'), m = p.getPointAtLength(0).matrixTransform(p.getScreenCTM()); return [m.x, m.y]; })()`, step))
	if math.Abs(end[0]-(grown.X+grown.W)) > 2 && math.Abs(end[1]-(grown.Y+grown.H)) > 2 && math.Abs(end[1]-grown.Y) > 2 {
		t.Errorf("its connector begins at %v, the symbol is %v", end, grown)
	}
	caret := b.rect(`[...document.querySelectorAll('#layer-marks path')].at(-1)`)
	if !caret.inside(grown) || caret.W > 4 {
		t.Errorf("the caret is at %v, the symbol at %v", caret, grown)
	}
	text := b.rect(texts("step-" + step))
	b.key("\r")
	b.frame()
	if after := b.rect(texts("step-" + step)); math.Abs(after.X-text.X) > 1 || math.Abs(after.Y-text.Y) > 1 {
		t.Errorf("the text jumps from %v to %v when Enter accepts it", text, after)
	}
	// A press in the text sets the caret there; one elsewhere ends typing.
	b.double(x, y)
	line := b.rect(texts("step-"+step) + "[1]")
	b.run(chromedp.MouseClickXY(line.X+1, line.cy()))
	b.key("~")
	if got := b.step2(step); !strings.Contains(got, "~") || strings.HasPrefix(got, "~") || strings.HasSuffix(got, "~") {
		t.Errorf("typed at the second line's beginning: %q", got)
	}
	b.key("\x1b")

	// At the window's edge the page scrolls so that what is typed on is whole.
	last := b.step("Pack and ship").ID
	eval[bool](b, fmt.Sprintf(`(editor.paper.setZoom(2.5), document.querySelector('#desk').scrollTo(0, 0), editor.core.act('select', %q), editor.core.act('text', ''), true)`, last))
	b.frame()
	if at, desk := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, last)), b.rect(`document.querySelector('#desk')`); !at.inside(desk) {
		t.Errorf("typed on is %v, in sight is %v", at, desk)
	}
}

// step2 is what a step says as it is drawn, lines joined.
func (b *browser) step2(id string) string {
	b.t.Helper()
	return eval[string](b, fmt.Sprintf(`[...document.querySelectorAll('#step-%s text:not(.m)')].map(e => e.textContent).join(' ')`, id))
}

// A symbol dragged out of the bench goes along with the pointer, seen all the way over
// the paper; let go elsewhere, it is nowhere.
func TestCarriedFromTheBench(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Packing a crate")
	n := len(b.page().Steps)
	from := b.rect(`document.querySelector('[data-symbol=decision]')`)
	carry := func(to [2]float64, look func()) {
		b.mouse(chromedp.MouseMoved, from.cx(), from.cy())
		b.mouse(chromedp.MousePressed, from.cx(), from.cy(), chromedp.ButtonLeft, chromedp.ClickCount(1))
		for i := 1; i <= 8; i++ {
			k := float64(i) / 8
			b.mouse(chromedp.MouseMoved, from.cx()+(to[0]-from.cx())*k, from.cy()+(to[1]-from.cy())*k, chromedp.ButtonLeft)
		}
		b.frame()
		look()
		b.mouse(chromedp.MouseReleased, to[0], to[1], chromedp.ButtonLeft, chromedp.ClickCount(1))
		b.frame()
	}
	carry([2]float64{900, 300}, func() {
		seen := b.rect(`[...document.querySelectorAll('#layer-marks [stroke-dasharray]')]`)
		if math.Abs(seen.cx()-900) > 12 || math.Abs(seen.cy()-300) > 12 || seen.W < 60 {
			t.Errorf("over the paper it is seen at %v", seen)
		}
		if c := eval[string](b, `getComputedStyle(document.elementFromPoint(900, 300)).cursor`); c != "crosshair" {
			t.Errorf("the pointer is %s", c)
		}
	})
	p := b.page()
	if len(p.Steps) != n+1 {
		t.Fatalf("%d steps, were %d", len(p.Steps), n)
	}
	if r := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, p.Steps[n].ID)); math.Abs(r.cx()-900) > 12 || math.Abs(r.cy()-300) > 12 {
		t.Errorf("it stands at %v", r)
	}
	carry([2]float64{100, 300}, func() {})
	if len(b.page().Steps) != n+1 || eval[int](b, `document.querySelectorAll('[data-symbol][aria-pressed=true]').length`) != 0 {
		t.Error("let go over the step list, it was placed or is still in the hand")
	}
	b.run(focusOn("#desk"))
	b.key("\x1b")
	// Clicked, it is in the hand and goes along as well.
	b.run(chromedp.MouseClickXY(from.cx(), from.cy()))
	b.mouse(chromedp.MouseMoved, 1000, 500)
	b.mouse(chromedp.MouseMoved, 1004, 502)
	b.frame()
	if seen := b.rect(`[...document.querySelectorAll('#layer-marks [stroke-dasharray]')]`); math.Abs(seen.cx()-1004) > 12 || math.Abs(seen.cy()-502) > 12 {
		t.Errorf("carried it is seen at %v", seen)
	}
	b.key("\x1b")
}

// The pointer's form over each part, as the browser shows it.
func TestPointerOverParts(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	x, y := b.middle("Fit to travel?")
	b.click(x, y)
	d := b.step("Fit to travel?")
	off := 8 / b.zoom()
	p := b.page()
	lane := p.LaneRect(p.Lanes[1])
	for what, at := range map[string][3]any{
		"the step": {x, y, "move"}, "its lower right mark": {x + d.W/2 + off, y + d.H/2 + off, "nwse-resize"}, "its lower left mark": {x - d.W/2 - off, y + d.H/2 + off, "nesw-resize"},
		"a lane's edge": {lane.CX() - 40, lane.Bottom(), "row-resize"}, "a lane's head": {lane.X + 10, lane.CY(), "grab"}, "the title": {100.0, 30.0, "text"}, "bare paper": {300.0, 700.0, "default"},
	} {
		sx, sy := b.at(at[0].(float64), at[1].(float64))
		b.mouse(chromedp.MouseMoved, sx-1, sy)
		b.mouse(chromedp.MouseMoved, sx, sy)
		b.frame()
		if c := eval[string](b, fmt.Sprintf(`getComputedStyle(document.elementFromPoint(%f, %f)).cursor`, sx, sy)); c != at[2] {
			t.Errorf("over %s: %s, want %s", what, c, at[2])
		}
	}
}

// The crop marks keep their distance from the step on the screen when only the zoom
// changes and the pointer rests.
func TestMarksKeepTheirSize(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	b.click(b.middle("Fit to travel?"))
	id := b.step("Fit to travel?").ID
	off := func() float64 {
		b.frame()
		b.frame()
		step := b.rect(fmt.Sprintf(`document.querySelector('#step-%s path')`, id))
		return step.Y - b.rect(`document.querySelector('#layer-marks path[fill="none"]')`).Y
	}
	was := off()
	if was < 2 {
		t.Fatalf("the marks lie %.1f px outside the step", was)
	}
	for _, z := range []float64{0.5, 2} {
		eval[bool](b, fmt.Sprintf(`editor.paper.setZoom(%g), true`, z))
		if now := off(); math.Abs(now-was) > 1.5 {
			t.Errorf("at zoom %g the marks lie %.1f px outside the step, were %.1f", z, now, was)
		}
	}
}
