package edit

import (
	"fmt"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// drawnText is a step's text as it is drawn, with its places.
func drawnText(w *window, id string) string {
	sh := w.Sheet().Shape(id)
	return fmt.Sprint(sh.Rect, sh.Lines)
}

// What is seen while typing is what is there when it ends: nothing jumps.
func TestTypingIsDrawnAsItWillBe(t *testing.T) {
	for _, i := range symbol.All() {
		w := open(t)
		s := w.put(i.Kind, 300, 200, "Short")
		before := drawnText(w, s.ID)
		w.text.OnStep(s.ID)
		w.Update(false)
		if got := drawnText(w, s.ID); got != before {
			t.Errorf("%s: it jumps when typing begins: %s, was %s", i.Kind, got, before)
		}
		long := "A text that does not fit into the symbol as it is, so that it has to grow"
		w.Type(long, len(long), len(long))
		during := drawnText(w, s.ID)
		if !strings.Contains(during, "grow") {
			t.Errorf("%s: what was typed is not drawn: %s", i.Kind, during)
		}
		if w.Page().Step(s.ID).Text != "Short" {
			t.Errorf("%s: it is in the chart before typing has ended", i.Kind)
		}
		w.Accept(long)
		if got := drawnText(w, s.ID); got != during {
			t.Errorf("%s: it jumps when typing ends: %s, was %s", i.Kind, got, during)
		}
		w.text.OnStep(s.ID)
		w.Type("Something else", 0, 0)
		w.Do("cancel", "")
		if got := drawnText(w, s.ID); got != during || w.text.Now() != nil {
			t.Errorf("%s: Escape does not take back what was typed", i.Kind)
		}
	}
}

// The five places, and the number of a step to glue to.
func TestTypingInItsPlace(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("lane-names", "Borrower\nLoans desk")
	p := w.Page()
	for _, k := range []struct {
		name  string
		begin func()
		box   func() geom.Rect // what the text stands in
		kept  func() string
	}{
		{"step", func() { w.text.OnStep(a.ID) }, func() geom.Rect { return w.Sheet().Shape(a.ID).Rect }, func() string { return p.Step(a.ID).Text }},
		{"label", func() { w.text.OnLine(c.ID) }, func() geom.Rect { return w.Sheet().Run(c.ID).Labels[0].Box.Grow(1) }, func() string { return p.Connector(c.ID).Outcome() }},
		{"lane", func() { w.text.OnLane(p.Lanes[0].ID) }, func() geom.Rect {
			r := p.LaneRect(p.Lanes[0])
			r.W = chart.LaneHead
			return r
		}, func() string { return p.Lanes[0].Name }},
		{"title", func() { w.text.OnTitle() }, func() geom.Rect { return scene.TitleBox(w.Sheet()) }, func() string { return p.Title }},
		{"name", func() { w.text.OnName() }, func() geom.Rect { return scene.NameBox(w.Sheet()) }, func() string { return w.Chart().Name }},
	} {
		w.Pointer(Pointer{Type: "zoom", Zoom: 1})
		k.begin()
		w.Type("Tell them", 9, 9)
		ty := w.Update(false).Typing
		if ty == nil || ty.Kind != k.name {
			t.Fatalf("%s: typing is %+v", k.name, ty)
		}
		if !ty.Rect.Inside(k.box()) {
			t.Errorf("%s: the field is at %v, the text stands in %v", k.name, ty.Rect, k.box())
		}
		if ty.Upright != (k.name == "lane") {
			t.Errorf("%s: upright is %v", k.name, ty.Upright)
		}
		m := w.hand.HandMarks()
		caret := m.Items[len(m.Items)-1].Path.Bounds()
		if !ty.Rect.Grow(2).Contains(caret.Centre()) {
			t.Errorf("%s: the caret stands at %v, the text at %v", k.name, caret, ty.Rect)
		}
		w.Accept("Tell them")
		if got := k.kept(); got != "Tell them" {
			t.Errorf("%s: kept is %q", k.name, got)
		}
	}
	p.Step(b.ID).Number = "7"
	w.Select(a.ID)
	n := len(p.Connectors)
	w.Do("glue", "")
	w.Type("7", 1, 1)
	if m := w.hand.HandMarks(); !strings.Contains(fmt.Sprint(m), say.WordGlueTo) {
		t.Error("nothing says that a number is asked for")
	}
	w.Accept("7")
	if len(p.Connectors) != n+1 || p.Connectors[n].To.Step != b.ID {
		t.Error("the number did not connect")
	}
}

// The caret goes where the hand presses, by characters, words and drawn lines.
func TestCaret(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 200, "Log the request of the lender")
	w.text.OnStep(s.ID)
	type line struct {
		from, to int
		at       geom.Point // where it begins, in the middle of its letters
	}
	var ls []line
	sh := w.Sheet().Shape(s.ID)
	for _, l := range sh.Lines {
		k := strings.Index(s.Text, l.Text)
		ls = append(ls, line{k, k + len(l.Text), geom.Pt(sh.Rect.X+l.X, sh.Rect.Y+l.Baseline-4)})
	}
	if len(ls) < 2 {
		t.Fatalf("%d lines", len(ls))
	}
	q := ls[1].at.Add(geom.Pt(1, 0))
	w.press(q.X, q.Y)
	if w.text.Now() == nil || w.from() != ls[1].from || w.to() != ls[1].from {
		t.Fatalf("a press at the beginning of the second line: %+v", w.text.Now())
	}
	for _, c := range []struct {
		key  string
		keep bool
		want func() bool
	}{
		{"End", false, func() bool { return w.to() == ls[1].to }},
		{"Home", true, func() bool { return w.to() == ls[1].from && w.from() == ls[1].to }},
		{"ArrowUp", false, func() bool { return w.to() <= ls[0].to && w.from() == w.to() }},
		{"ArrowUp", false, func() bool { return w.to() == 0 }},
		{"ArrowDown", false, func() bool { return w.to() >= ls[1].from }},
	} {
		if w.MoveCaret(c.key, c.keep); !c.want() {
			t.Errorf("%s: from %d to %d", c.key, w.from(), w.to())
		}
	}
	w.Pointer(Pointer{Type: "double", X: q.X, Y: q.Y, Zoom: 1})
	if got := w.text.Now().Text[w.from():w.to()]; got != strings.Fields(w.text.Now().Text[ls[1].from:])[0] {
		t.Errorf("a double press chooses %q", got)
	}
	w.drag(ls[0].at.X, ls[0].at.Y, ls[0].at.X+30, ls[0].at.Y)
	if w.text.Now() == nil || w.from() != 0 || w.to() < 3 {
		t.Errorf("a drag chooses %+v", w.text.Now())
	}
	// Places count in UTF-16 units outside, in bytes inside.
	w.Type("é🧾x", 3, 4)
	if w.from() != len("é🧾") || w.to() != len("é🧾x") {
		t.Errorf("from %d to %d", w.from(), w.to())
	}
	if u := w.text.Shown(); u.From != 3 || u.To != 4 {
		t.Errorf("told as %d to %d", u.From, u.To)
	}
	// A press elsewhere keeps what was typed.
	w.press(700, 600)
	if w.text.Now() != nil || w.Page().Step(s.ID).Text != "é🧾x" {
		t.Errorf("after a press elsewhere the step says %q", w.Page().Step(s.ID).Text)
	}
}

// A step that is stored smaller than its text needs, as files may have it, does not jump
// either.
func TestTypingOnAStepStoredTooSmall(t *testing.T) {
	w := open(t)
	s := w.put(symbol.Process, 300, 200, "")
	text := "A text that takes a good deal more room than the step has"
	w.Apply("file", chart.Part{Do: "step.set", Page: "p1", ID: s.ID, Text: &text})
	if r := w.Sheet().Shape(s.ID).Rect; r.W <= s.W {
		t.Fatalf("it is drawn %v wide, stored %v", r.W, s.W)
	}
	w.text.OnStep(s.ID)
	for _, add := range []string{" and", " and more", " and more of it"} {
		w.Type(text+add, len(text+add), len(text+add))
	}
	during := drawnText(w, s.ID)
	w.Accept(text + " and more of it")
	if after := drawnText(w, s.ID); after != during {
		t.Errorf("typing showed %s, it became %s", during, after)
	}
}

// The caret of a label without letters stands by its connector, where the label will be; it has the colour of what is typed, which
// is light on a dark step.
func TestCaretBeforeTheFirstLetter(t *testing.T) {
	w := open(t)
	a, b := w.put(symbol.Process, 200, 200, "Ask"), w.put(symbol.Process, 600, 200, "Tell")
	w.Do("cancel", "")
	w.steps.Connect(a, b)
	w.Apply("dark", chart.Part{Do: "step.set", Page: w.PageID(), ID: a.ID, StepLook: &chart.StepLook{Fill: "#111111"}})
	run := w.Sheet().Run(w.Page().Connectors[0].ID)
	caret := func() scene.Item {
		m := w.hand.HandMarks()
		return m.Items[len(m.Items)-1]
	}
	for _, share := range []float64{0.5, 0.1} {
		var place *chart.LabelPlace
		if share != 0.5 {
			place = &chart.LabelPlace{Along: share, Beside: -3}
		}
		w.text.OnLabel(run.Line.ID, 0, place)
		at, _ := run.Points.At(share)
		if r := caret().Path.Bounds(); r.Centre().Dist(at) > 24 {
			t.Errorf("the caret stands at %v, the label will at %v", r, at)
		}
		w.Do("cancel", "")
	}
	w.text.OnStep(a.ID)
	w.Type("Ask", 3, 3)
	if c := caret(); c.Fill != "#FFFFFF" {
		t.Errorf("on a dark step the caret is %s", c.Fill)
	}
	w.text.OnStep(b.ID)
	w.Type("Tell", 4, 4)
	if c := caret(); c.Fill != scene.Ink {
		t.Errorf("on paper it is %s", c.Fill)
	}
}

// What is typed is kept when something else is taken in hand, and told to be gone with the step that somebody else deletes.
func TestTypingKeptAndGone(t *testing.T) {
	c := chart.New("typing")
	for i, id := range []string{"a", "b"} {
		c.Pages[0].Steps = append(c.Pages[0].Steps, &chart.Step{ID: id, Symbol: symbol.Process, X: float64(i) * 200, W: 112, H: 56})
	}
	w := New(c, 0, "typing")
	w.Do("select", "a")
	w.Do("text", "")
	w.Type("Ask", 3, 3)
	if !w.busy() {
		t.Error("nothing is being done")
	}
	w.Do("select", "b")
	if s := w.Page().Step("a"); s.Text != "Ask" || w.Update(false).Typing != nil || w.busy() {
		t.Errorf("kept is %q", s.Text)
	}
	w.Do("text", "")
	w.Type("Tell", 4, 4)
	if err := w.Receive(session.Event{Seq: 1, Client: "somebody", N: 1, Command: chart.Command{Words: "delete", Parts: []chart.Part{{Do: "step.drop", Page: "p1", ID: "b"}}}}); err != nil {
		t.Fatal(err)
	}
	if u := w.Update(false); u.Typing != nil || u.Notice != say.TypingGone {
		t.Errorf("typing is %+v, it says %q", u.Typing, u.Notice)
	}
}
