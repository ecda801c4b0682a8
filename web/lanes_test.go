package web

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"

	"plaintracer/core/chart"
	"plaintracer/store"
)

// band is where a lane, pool or stage is drawn in the window.
func (b *browser) band(class, id string) box {
	b.t.Helper()
	return b.rect(fmt.Sprintf(`document.querySelector('#%s-%s > path')`, class, id))
}

// laneNamed is a lane of the page.
func laneNamed(t *testing.T, p *chart.Page, name string) *chart.Lane {
	t.Helper()
	for _, l := range p.Lanes {
		if l.Name == name {
			return l
		}
	}
	t.Fatalf("there is no lane %s", name)
	return nil
}

func names(p *chart.Page) string {
	out := ""
	for _, l := range p.Lanes {
		out += l.Name + "|"
	}
	return out
}

// A full page takes one more lane in its middle, lanes in another order and of other sizes, split and
// merged, with all that stands in them; what is not concerned is drawn as it was.
func TestLanesByHand(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	start := eval[string](b, `editor.core.chart()`)
	head := func(name string) (float64, float64) {
		p := b.page()
		r := p.HeadRect(laneNamed(t, p, name))
		return r.CX(), r.CY()
	}
	above := eval[string](b, `document.querySelector('#step-s2').innerHTML`)
	line := b.drawn("c2")
	b.click(head("Conservation"))
	b.press("Lane")
	for _, size := range [][2]int64{{1280, 800}, {1024, 700}, {960, 600}} {
		b.run(chromedp.EmulateViewport(size[0], size[1]))
		b.frame()
		if hidden := b.unreachable("lane"); hidden != "" {
			t.Errorf("at %v cannot be pressed: %s", size, hidden)
		}
	}
	b.run(chromedp.EmulateViewport(1280, 800))
	b.press("Insert before")
	b.until("its name is typed", `document.activeElement.id === 'typing'`)
	// In the middle of it the caret stands in the head of the new lane.
	p := b.page()
	added := p.Lanes[2]
	if caret, lane := b.rect(`document.querySelector('#typing')`), b.band("lane", added.ID); !caret.inside(box{lane.X - 30, lane.Y - 2, 140, lane.H + 4}) {
		t.Errorf("the caret is at %v, the lane at %v", caret, lane)
	}
	b.key("Archive\r")
	b.press("Close")
	if got := names(b.page()); got != "Borrower|Loans desk|Archive|Conservation|Loans panel|Transport|" {
		t.Errorf("lanes %s", got)
	}
	if eval[string](b, `document.querySelector('#step-s2').innerHTML`) != above || b.drawn("c2") != line {
		t.Error("what stands above it changed")
	}
	for _, st := range b.page().Steps {
		if at, in := b.band("step", st.ID), b.band("lane", st.Lane); !at.inside(in) {
			t.Errorf("%s is drawn at %v, its lane at %v", st.Text, at, in)
		}
	}

	// Dragged by its head; in the middle of it the lane stands where it will be.
	x, y := head("Archive")
	_, to := head("Borrower")
	b.drag(x, y, x, to, func() {
		if a, o := b.band("lane", added.ID), b.band("lane", laneNamed(t, b.page(), "Borrower").ID); a.Y > o.Y-1 {
			t.Errorf("in the middle the lane is at %v, the first at %v", a, o)
		}
		if c := eval[string](b, `document.querySelector('#desk').style.cursor`); c != "grabbing" {
			t.Errorf("the pointer is %s", c)
		}
	})
	if got := names(b.page()); got != "Archive|Borrower|Loans desk|Conservation|Loans panel|Transport|" {
		t.Errorf("dragged, lanes %s", got)
	}

	// From its far edge the lane grows and what is below moves; from its near edge, when it is
	// selected, it takes the room of the lane before it and nothing moves.
	p = b.page()
	desk := p.LaneRect(laneNamed(t, p, "Loans desk"))
	b.drag(desk.CX()-60, desk.Bottom(), desk.CX()-60, desk.Bottom()+40, nil)
	if now := b.page().LaneRect(laneNamed(t, b.page(), "Loans desk")); now.H < desk.H+30 || now.Y != desk.Y {
		t.Errorf("the far edge dragged: %v, was %v", now, desk)
	}
	b.click(head("Borrower"))
	p = b.page()
	was := p.LaneRect(laneNamed(t, p, "Borrower"))
	stood := p.StepRect(b.step("Sign and insure"))
	b.drag(was.CX()-60, was.Y, was.CX()-60, was.Y-50, nil)
	p = b.page()
	if now, st := p.LaneRect(laneNamed(t, p, "Borrower")), p.StepRect(b.step("Sign and insure")); now.Y > was.Y-40 || now.Bottom() != was.Bottom() || st != stood {
		t.Errorf("the near edge dragged: %v, was %v; a step at %v, was %v", now, was, st, stood)
	}

	// Split and merged.
	b.click(head("Borrower"))
	b.press("Lane")
	b.press("Split lane")
	b.key("Agent\r")
	if p = b.page(); len(p.Lanes) != 7 || p.Lanes[2].Name != "Agent" || p.StepRect(b.step("Sign and insure")) != stood {
		t.Errorf("split: %s, a step at %v, was %v", names(p), p.StepRect(b.step("Sign and insure")), stood)
	}
	b.click(head("Borrower"))
	b.press("Merge with next lane")
	if p = b.page(); len(p.Lanes) != 6 || p.StepRect(b.step("Sign and insure")) != stood {
		t.Errorf("merged: %s", names(p))
	}
	// Its size typed, all alike, shrunk.
	b.click(head("Archive"))
	eval[bool](b, `(() => { const f = document.querySelector('[data-drawer=lane] .hex'); f.focus(); f.select(); return true; })()`)
	b.key("50 mm\r")
	if l := b.page().Lanes[0]; l.Size < 188 || l.Size > 190 {
		t.Errorf("50 mm are %v px", l.Size)
	}
	b.press("Same size for all")
	for _, l := range b.page().Lanes {
		if l.Size != b.page().Lanes[0].Size {
			t.Errorf("%s is %v, the first %v", l.Name, l.Size, b.page().Lanes[0].Size)
		}
	}
	b.press("Close")
	b.run(focusOn("#desk"))
	for range 40 {
		b.key("z", chromedp.KeyModifiers(chromedp.ModifierCtrl))
	}
	if now := eval[string](b, `editor.core.chart()`); now != start {
		t.Error("undo does not lead back")
	}
}

// Lanes turn with all that stands on them; pools, lanes inside a lane and stages are drawn where they
// are said to be, and a step goes from lane to lane by hand and by the list.
func TestLanesInEveryForm(t *testing.T) {
	t.Parallel()
	s := newSite(t)
	b := s.browse(t)
	b.signIn()
	b.edit("Outgoing loans")
	head := func(name string) (float64, float64) {
		p := b.page()
		r := p.HeadRect(laneNamed(t, p, name))
		return r.CX(), r.CY()
	}
	// A step dragged over another lane: a frame shows which one will have it.
	p := b.page()
	x, y := b.middle("Decline with reasons")
	over := p.LaneRect(laneNamed(t, p, "Conservation"))
	b.drag(x, y, x, over.CY(), func() {
		lane := b.band("lane", laneNamed(t, p, "Conservation").ID)
		framed := eval[bool](b, fmt.Sprintf(`[...document.querySelectorAll('#layer-marks path')].some(e => { const r = e.getBoundingClientRect(); return Math.abs(r.top - %f) < 3 && Math.abs(r.height - %f) < 6 && Math.abs(r.width - %f) < 6; })`, lane.Y, lane.H, lane.W))
		if !framed {
			t.Error("nothing shows the lane that will have the step")
		}
	})
	if l := b.page().Lane(b.step("Decline with reasons").Lane); l.Name != "Conservation" {
		t.Errorf("dragged, it stands in %s", l.Name)
	}
	// Told by the list: the selected row has the choice of lanes.
	b.run(clickOn(`.row[data-id="s12"] .words`))
	b.until("the choice", `document.querySelector('.row[data-id="s12"] .of-lane select')?.selectedOptions[0].text === 'Conservation'`)
	if at, row := b.rect(`document.querySelector('.of-lane select')`), b.rect(`document.querySelector('.row[data-id="s12"]')`); !at.inside(row) || at.H < 16 {
		t.Errorf("the choice is at %v, the row at %v", at, row)
	}
	b.run(focusOn(".of-lane select"))
	b.key(kb.ArrowDown)
	b.until("its new lane", `editor.core && JSON.parse(editor.core.chart()).pages[0].steps.find(s => s.id === 's12').lane === JSON.parse(editor.core.chart()).pages[0].lanes.find(l => l.name === 'Loans panel').id`)
	if at, in := b.band("step", "s12"), b.band("lane", b.step("Decline with reasons").Lane); !at.inside(in) {
		t.Errorf("it is drawn at %v, its lane at %v", at, in)
	}

	// A pool around two lanes, a lane inside a lane, stages.
	b.run(focusOn("#desk"))
	b.click(head("Loans desk"))
	b.press("Lane")
	b.press("New pool around it")
	b.key("Museum\r")
	pool := b.page().Groups[0]
	b.click(head("Conservation"))
	eval[bool](b, fmt.Sprintf(`(() => { const f = document.querySelector('[data-drawer=lane] .into'); f.value = %q; f.dispatchEvent(new Event('change', { bubbles: true })); return true; })()`, pool.ID))
	b.until("two lanes in the pool", fmt.Sprintf(`JSON.parse(editor.core.chart()).pages[0].lanes.filter(l => l.in === %q).length === 2`, pool.ID))
	around := b.band("group", pool.ID)
	for _, name := range []string{"Loans desk", "Conservation"} {
		if in := b.band("lane", laneNamed(t, b.page(), name).ID); !in.inside(around) || in.X < around.X+10 {
			t.Errorf("%s is drawn at %v, the pool at %v", name, in, around)
		}
	}
	if outside := b.band("lane", laneNamed(t, b.page(), "Borrower").ID); outside.overlaps(around) {
		t.Errorf("a lane outside of the pool is at %v, the pool at %v", outside, around)
	}
	b.click(head("Conservation"))
	b.press("Add a lane inside")
	b.key("Paintings\r")
	if p = b.page(); len(p.Groups) != 2 || p.Lane(b.step("Examine condition").Lane).Name != "Paintings" {
		t.Errorf("%d groups, the step stands in %s", len(p.Groups), p.Lane(b.step("Examine condition").Lane).Name)
	}
	b.run(focusOn("#stage-names"))
	b.key("Ask\rDo")
	b.until("two stages", `document.querySelectorAll('#layer-stages .stage').length === 2`)
	b.until("their names", `[...document.querySelectorAll('#layer-stages text')].map(e => e.textContent).join() === 'Ask,Do'`)
	b.press("Close")
	p = b.page()
	ask, do := b.band("stage", p.Stages[0].ID), b.band("stage", p.Stages[1].ID)
	if do.X < ask.X+ask.W-2 || do.overlaps(box{ask.X, ask.Y, ask.W - 3, ask.H}) {
		t.Errorf("stages at %v and %v", ask, do)
	}
	// A stage's border dragged by its head: what stands behind it goes along.
	edge := p.StageHeadRect(p.Stages[0])
	moved := p.StepRect(b.step("Object received"))
	b.drag(edge.Right(), edge.CY(), edge.Right()+60, edge.CY(), nil)
	if now := b.page().StepRect(b.step("Object received")); now.X < moved.X+50 {
		t.Errorf("a step behind the border is at %v, was at %v", now, moved)
	}

	// Turned: lanes side by side, heads on top, steps in them; turned back as it was.
	before := eval[string](b, `(() => { const c = JSON.parse(editor.core.chart()); c.pages[0].connectors.forEach(l => delete l.way); return JSON.stringify(c); })()`)
	b.press("Lanes 6")
	b.press("Down")
	b.press("Close")
	p = b.page()
	if !p.Down {
		t.Fatal("lanes do not run down")
	}
	for i, l := range p.Lanes {
		at := b.band("lane", l.ID)
		if at.H < at.W {
			t.Errorf("%s is drawn at %v", l.Name, at)
		}
		if i > 0 && at.X < b.band("lane", p.Lanes[i-1].ID).X {
			t.Errorf("%s does not follow the lane before it", l.Name)
		}
	}
	for _, st := range p.Steps {
		if at, in := b.band("step", st.ID), b.band("lane", st.Lane); !at.inside(in) {
			t.Errorf("turned, %s is drawn at %v, its lane at %v", st.Text, at, in)
		}
	}
	// The edge of a lane is dragged sideways then.
	r := p.LaneRect(p.Lanes[0])
	b.drag(r.Right(), r.CY()+30, r.Right()+40, r.CY()+30, func() {
		if c := eval[string](b, `document.querySelector('#desk').style.cursor`); c != "col-resize" {
			t.Errorf("the pointer is %s", c)
		}
	})
	if now := b.page().LaneRect(b.page().Lanes[0]); now.W < r.W+30 {
		t.Errorf("widened to %v, was %v", now, r)
	}
	b.press("Undo")
	b.press("Lanes 6")
	b.press("Across")
	b.press("Close")
	if now := eval[string](b, `(() => { const c = JSON.parse(editor.core.chart()); c.pages[0].connectors.forEach(l => delete l.way); return JSON.stringify(c); })()`); now != before {
		t.Error("turned twice it is another")
	}
	// A reader sees them all.
	b.saved()
	link, err := s.store.AddLink(eval[string](b, `document.body.dataset.chart`), store.Read)
	if err != nil {
		t.Fatal(err)
	}
	b.open("/review/" + link.Token)
	b.until("the drawing", `document.querySelectorAll('.page .stage').length === 2 && document.querySelectorAll('.page .group').length === 2`)
}
