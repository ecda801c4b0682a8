package edit

import (
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/edit/session"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

func TestCommandTable(t *testing.T) {
	names, keys := map[string]bool{}, map[string]string{}
	w := open(t)
	for _, c := range Commands() {
		if names[c.Name] {
			t.Errorf("%s is there twice", c.Name)
		}
		names[c.Name] = true
		if c.Words == "" || c.need == nil || (c.do == nil) != c.Page && c.Name != "paste" {
			t.Errorf("%s: words %q, it is the page's: %v", c.Name, c.Words, c.Page)
		}
		if !strings.Contains(strings.ToLower(c.Words), strings.ToLower(strings.TrimSuffix(c.Label(), "…"))) {
			t.Errorf("%s: the button says %q, which is not in its name %q", c.Name, c.Label(), c.Words)
		}
		for _, k := range c.Keys {
			if other, ok := keys[k]; ok && !(k == "F2" && c.Name == "lane-rename") {
				t.Errorf("%s: the key %s is %s's", c.Name, k, other)
			}
			keys[k] = c.Name
		}
		if why := c.need(w.Editor); why != "" && (strings.HasSuffix(why, ".") || why[:1] != strings.ToLower(why[:1])) {
			t.Errorf("%s: %q is not part of a sentence", c.Name, why)
		}
		if _, ok := calls[c.Name]; ok {
			t.Errorf("%s is both a command and a call", c.Name)
		}
	}
	for _, i := range symbol.All() {
		if _, ok := keys[i.Key]; ok {
			t.Errorf("the key %s of %s is a command's", i.Key, i.Name)
		}
	}
	// Keys reach their commands.
	w.put(symbol.Process, 300, 200, "A")
	w.Do("cancel", "")
	for key, want := range map[string]string{"+": "zoom-in", "0": "whole-page", "/": "find", "?": "keys", ",": "fold-list"} {
		if handled, page := w.Key(key, false, false, false); !handled || page != want {
			t.Errorf("%s does %q", key, page)
		}
	}
	w.Key("a", false, true, false)
	if w.Count() != 1 {
		t.Error("Ctrl+A selects nothing")
	}
	if handled, page := w.Key("7", false, false, false); handled || page != "" || w.text.Now() == nil {
		t.Error("a character on a selected step does not begin its text")
	}
	w.Do("cancel", "")
	w.Key("z", true, true, false)
	if w.Notice() != say.Sentence(say.WhyNoRedo) {
		t.Errorf("Ctrl+Shift+Z says %q", w.Notice())
	}
}

// The menu at the hand offers what applies, in the bench's words and order.
func TestMenu(t *testing.T) {
	w := open(t)
	a, _, c := w.two()
	w.Select(a.ID)
	words := func() string {
		var out []string
		for _, g := range w.Menu() {
			for _, i := range g.Items {
				out = append(out, i.Words)
			}
		}
		return strings.Join(out, "|")
	}
	if got := words(); !strings.HasPrefix(got, "Text|Next step|Another way out|Symbol|Look|Fields|Glue|Delete|Duplicate|Copy|Cut") || strings.Contains(got, "Align") || strings.Contains(got, "Reverse") {
		t.Errorf("on a step: %s", got)
	}
	// A dozen at most stand unfolded, and everything stands once.
	for _, ids := range [][]string{nil, {a.ID}, {c.ID}, {a.ID, w.Page().Steps[1].ID}, {a.ID, c.ID}} {
		w.Select(ids...)
		seen := map[string]bool{}
		for i, g := range w.Menu() {
			if g.Folded == (i == 0) || i == 0 && len(g.Items) > 12 || len(g.Items) == 0 {
				t.Errorf("%v selected, group %d, %s, folded %v, has %d commands", ids, i, g.Words, g.Folded, len(g.Items))
			}
			for _, it := range g.Items {
				if seen[it.Name] {
					t.Errorf("%v selected, %s stands twice", ids, it.Name)
				}
				seen[it.Name] = true
			}
		}
	}
	w.Select(c.ID)
	if got := words(); !strings.Contains(got, "Label") || !strings.Contains(got, "Reverse") || strings.Contains(got, "Next step") {
		t.Errorf("on a connector: %s", got)
	}
	w.Select()
	if got := words(); !strings.Contains(got, "Lay out") || strings.Contains(got, "Delete") {
		t.Errorf("on nothing: %s", got)
	}
}

// pointerAt is the form of the pointer at a place.
func (w *window) pointerAt(q geom.Point) string {
	w.Pointer(Pointer{Type: "move", X: q.X, Y: q.Y, Zoom: 1})
	return w.Update(false).Cursor
}

// The pointer tells what a press would do.
func TestPointerForms(t *testing.T) {
	w := open(t)
	a, b, c := w.two()
	w.Do("lane-names", "Borrower\nLoans desk")
	ls := []chart.Label{{Text: "yes"}}
	w.Apply("label", chart.Part{Do: "line.set", Page: "p1", ID: c.ID, Labels: &ls})
	over := w.pointerAt
	p := w.Page()
	lane := p.LaneRect(p.Lanes[0])
	w.Select(a.ID)
	r := w.Sheet().Shape(a.ID).Rect
	run := w.Sheet().Run(c.ID)
	mid, _ := run.Points.At(0.3)
	for what, x := range map[string]struct {
		at   geom.Point
		want string
	}{
		"a step":           {w.centre(b.ID), "move"},
		"upper left mark":  {corner(r, 0), "nwse-resize"},
		"upper right mark": {corner(r, 1), "nesw-resize"},
		"a port":           {w.port(a.ID, symbol.Top), "crosshair"},
		"a level segment":  {mid, "ns-resize"},
		"a label":          {run.Labels[0].Box.Centre(), "move"},
		"a lane's edge":    {geom.Pt(lane.CX(), lane.Bottom()), "row-resize"},
		"a lane's head":    {geom.Pt(lane.X+10, lane.CY()), "grab"},
		"the title":        {scene.TitleBox(w.Sheet()).Centre(), "text"},
		"the title block":  {scene.NameBox(w.Sheet()).Centre(), "text"},
		"nothing":          {geom.Pt(p.W-100, p.H-120), "default"},
	} {
		if got := over(x.at); got != x.want {
			t.Errorf("over %s: %s, want %s", what, got, x.want)
		}
	}
	w.text.OnStep(a.ID)
	if got := over(w.centre(a.ID)); got != "text" {
		t.Errorf("over the text being typed: %s", got)
	}
	w.Do("cancel", "")
	w.Do("hand", "decision")
	if got := over(geom.Pt(700, 300)); got != "crosshair" {
		t.Errorf("with a symbol in the hand: %s", got)
	}
}

// A symbol in the hand is shown where it will stand, with the lane that will have it and
// the connector that it will be put into; nothing is there before it is let go.
func TestSymbolInTheHandIsShown(t *testing.T) {
	w := open(t)
	_, _, c := w.two()
	w.Do("lane-names", "Borrower\nLoans desk")
	n := len(w.Page().Steps)
	w.Do("carry", "decision")
	w.Pointer(Pointer{Type: "move", X: 500, Y: 250, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: 502, Y: 250, Zoom: 1})
	u := w.Update(false)
	var box, lane bool
	l := w.Page().LaneRect(w.Page().LaneUnder(geom.Pt(0, 250)))
	for _, i := range u.Hand.Items {
		b := i.Path.Bounds()
		box = box || i.Text == "" && b.W > 100 && b.W < 200 && b.Grow(20).Contains(geom.Pt(502, 250))
		lane = lane || b == l
	}
	if !box || !lane {
		t.Errorf("shown: symbol %v, lane %v", box, lane)
	}
	mid, _ := w.Sheet().Run(c.ID).Points.At(0.5)
	w.Pointer(Pointer{Type: "move", X: mid.X, Y: mid.Y, Zoom: 1})
	said := ""
	for _, i := range w.Update(false).Hand.Items {
		said += i.Text
	}
	if !strings.Contains(said, "goes into Log the request → Examine condition") {
		t.Errorf("over a connector it says %q", said)
	}
	w.Pointer(Pointer{Type: "leave", Zoom: 1})
	if g := w.Update(false).Guides; len(g.Items) > 0 || len(w.Page().Steps) != n {
		t.Error("away from the paper it is still shown")
	}
	w.Do("cancel", "")
	if w.hand.InHand() != "" {
		t.Error("it is still in the hand")
	}
}

// A pulled connector shows the step that will stand on empty paper; the drop makes it.
func TestPulledStepIsShown(t *testing.T) {
	w := open(t)
	a := w.put(symbol.Process, 200, 200, "A")
	w.Select(a.ID)
	port := w.port(a.ID, symbol.Right)
	var shown geom.Rect
	p := Pointer{X: port.X, Y: port.Y, Zoom: 1}
	for _, to := range []geom.Point{port, port, port.Add(geom.Pt(100, 40)), port.Add(geom.Pt(203, 43))} {
		p.Type, p.X, p.Y = "move", to.X, to.Y
		if to == port {
			p.Type = "down"
		}
		w.Pointer(p)
	}
	sh := w.Sheet().Shape("pulled-step")
	if sh == nil {
		t.Fatal("nothing is shown")
	}
	shown = sh.Rect
	run := lastRun(w)
	p.Type = "up"
	w.Pointer(p)
	if s := w.Only(); s == nil || w.Sheet().Shape(s.ID).Rect != shown || lastRun(w) != run {
		t.Error("the drop made something else than was shown")
	}
}

// lastRun is how the last connector runs.
func lastRun(w *window) string {
	r := w.Sheet().Lines[len(w.Sheet().Lines)-1]
	return session.Quote(r.Points)
}
