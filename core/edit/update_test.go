package edit

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/edit/say"
	"plaintracer/core/scene"
)

// What the hand does all the time, hovering and moving the caret, makes nothing anew but what follows it.
func TestHoverTellsNothing(t *testing.T) {
	w := open(t)
	a, b, _ := w.two()
	w.Do("all", "")
	w.Update(false)
	facts := w.drawn.facts
	hover := func(id string) Update {
		q := w.centre(id)
		w.Pointer(Pointer{Type: "move", X: q.X, Y: q.Y, Zoom: 1})
		return w.Update(false)
	}
	for _, id := range []string{a.ID, b.ID} {
		w.drawn.facts = "not looked at"
		u := hover(id)
		if u.Marks != nil || w.drawn.facts != "not looked at" || u.Rows != nil {
			t.Errorf("over a step, marks %v, facts looked at: %v, rows %v", u.Marks != nil, w.drawn.facts == facts, u.Rows != nil)
		}
		if len(u.Hand.Items) < 4 {
			t.Error("the ports are not shown")
		}
	}
	w.Pointer(Pointer{Type: "zoom", Zoom: 2})
	if w.Update(false).Marks == nil {
		t.Error("at another zoom the marks are as large as before")
	}
	w.Do("select", a.ID)
	if u := hover(b.ID); u.Marks == nil || u.Facts == nil || u.Facts.Step != a.ID {
		t.Error("what was done between two moves of the pointer is not told")
	}
}

func TestCaretTellsNothing(t *testing.T) {
	w := open(t)
	a, _, _ := w.two()
	w.Do("select", a.ID)
	w.Do("text", "")
	w.Type("Look at the form", 0, 0)
	w.Update(false)
	shown := w.Sheet()
	w.drawn.facts, w.drawn.rows = "not looked at", "nor these"
	w.Type("Look at the form", 4, 4)
	u := w.Update(false)
	if w.Sheet() != shown || w.drawn.facts != "not looked at" || w.drawn.rows != "nor these" || u.Marks != nil {
		t.Error("a move of the caret makes the page, its facts, its rows or its marks anew")
	}
	w.Type("Look at the forms", 17, 17)
	if w.Update(false); w.drawn.facts != "not looked at" || w.drawn.rows != "nor these" {
		t.Error("a letter makes facts or rows anew")
	}
	w.Type("Look at the forms", 0, 4)
	if w.Update(false); w.drawn.facts == "not looked at" {
		t.Error("what can be done with a part of the text that is chosen is not told")
	}
}

// The page that grows while somebody types is told, since the view fits it.
func TestGrowthByTypingIsTold(t *testing.T) {
	w := open(t)
	_, b, _ := w.two()
	p := w.Page()
	w.Do("lane-names", "Borrower\nLoans desk")
	w.Do("select", b.ID)
	w.Do("text", "")
	w.Update(false)
	h := w.Sheet().Page.H
	text := strings.Repeat("Look at it with great care, ", 80)
	w.Type(text, len(text), len(text))
	u := w.Update(false)
	if w.Sheet().Page.H <= h {
		t.Fatalf("the page of %v px has not grown: %v", h, p.H)
	}
	if u.Facts == nil || u.Facts.H != w.Sheet().Page.H {
		b, _ := json.Marshal(u.Facts)
		t.Errorf("the page is %v px high, told is %s", w.Sheet().Page.H, b)
	}
}

// Connectors between steps that move together are shown elsewhere as they are; those that lead away from them are drawn anew.
func TestLinesAreMoved(t *testing.T) {
	w := &window{t, New(benchChart(60), 0, "win1")}
	w.Update(true)
	w.Do("all", "")
	w.Update(false)
	u := Update{}
	for range 2 {
		w.Key("ArrowRight", true, false, false)
		u = w.Update(false)
	}
	if n := len(w.Page().Steps) + len(w.Page().Connectors); len(u.Moved) != n || u.Moved[n-1].X != 2 || u.Moved[n-1].Y != 0 {
		t.Errorf("of %d steps and connectors %d are moved, the last by %+v", n, len(u.Moved), u.Moved[len(u.Moved)-1])
	}
	for _, e := range u.Patch {
		if e.Class == "connector" || e.Class == "step" {
			t.Errorf("%s %s is drawn anew", e.Class, e.ID)
		}
	}
	w.Undo()
	w.Undo()
	for _, m := range w.Update(false).Moved {
		if m.X != 0 || m.Y != 0 {
			t.Errorf("after undo %s is shown off its place by %v, %v", m.ID, m.X, m.Y)
		}
	}
	w.Do("select", w.Page().Connectors[20].From.Step)
	w.Key("ArrowRight", true, false, false)
	if u := w.Update(false); !slices.ContainsFunc(u.Patch, func(e scene.Element) bool { return e.Class == "connector" }) {
		t.Error("the connectors of a step that moved alone are not drawn anew")
	}
}

// Only on a large page is it said that laying out takes a while.
func TestSlowIsTold(t *testing.T) {
	for _, k := range []struct {
		steps int
		says  string
	}{{quick, ""}, {quick + 1, say.WordLayingOut}} {
		w := &window{t, New(benchChart(k.steps), 0, "win1")}
		f := w.Facts()
		for _, name := range []string{"layout", "layout-right", "page-over"} {
			if f.Slow[name] != k.says {
				t.Errorf("on %d steps %s says %q", k.steps, name, f.Slow[name])
			}
		}
	}
}
