package edit

import (
	"fmt"
	"testing"

	"plaintracer/core/chart"
)

// dragged drags from one point to another, and lets go there.
func (w *window) dragged(x1, y1, x2, y2 float64, alt bool) {
	w.Pointer(Pointer{Type: "move", X: x1, Y: y1, Zoom: 1})
	w.Pointer(Pointer{Type: "down", X: x1, Y: y1, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: (x1 + x2) / 2, Y: (y1 + y2) / 2, Alt: alt, Zoom: 1})
	w.Pointer(Pointer{Type: "move", X: x2, Y: y2, Alt: alt, Zoom: 1})
	w.Pointer(Pointer{Type: "up", X: x2, Y: y2, Alt: alt, Zoom: 1})
}

func guideLines(p *chart.Page) string {
	if p.Setup == nil {
		return ""
	}
	out := ""
	for _, g := range p.Setup.Guides {
		out += fmt.Sprint(map[bool]string{true: "x", false: "y"}[g.Upright], g.At, " ")
	}
	return out
}

// Guide lines are pulled out of the rulers, steps stick to them and go along when they are moved; pulled off the page
// they go.
func TestGuideLines(t *testing.T) {
	w := ragged(t, false)
	w.dragged(-7, 300, 500, 300, false)
	if got := guideLines(w.Page()); got != "" {
		t.Fatalf("without rulers there is %s", got)
	}
	w.Do("page-ruler", "mm")
	w.dragged(-7, 300, 602, 300, false)
	w.dragged(700, -7, 700, 331, true)
	if got := guideLines(w.Page()); got != "x600 y331 " {
		t.Fatalf("there are %s", got)
	}
	if w.Facts().Sheet.Upright != "158.8 mm" || w.Facts().Sheet.Level != "87.6 mm" {
		t.Errorf("they are said as %q and %q", w.Facts().Sheet.Upright, w.Facts().Sheet.Level)
	}
	w.dragged(322, 74, 603, 300, false) // b, by its middle
	b := w.Page().Step("b")
	if b.X+b.W/2 != 600 {
		t.Fatalf("b does not stick: %s", w.at("b"))
	}
	was := w.at("acde")
	w.dragged(600, 500, 641, 500, false)
	if b := w.Page().Step("b"); guideLines(w.Page()) != "y331 x640 " || b.X+b.W/2 != 640 || w.at("acde") != was {
		t.Errorf("moved: %s, %s", guideLines(w.Page()), w.at("abcde"))
	}
	w.Undo()
	if b := w.Page().Step("b"); guideLines(w.Page()) != "x600 y331 " || b.X+b.W/2 != 600 {
		t.Errorf("undone: %s, %s", guideLines(w.Page()), w.at("b"))
	}
	w.dragged(600, 500, -30, 500, false)
	if got := guideLines(w.Page()); got != "y331 " {
		t.Errorf("pulled off the page: %s", got)
	}
	w.Do("page-set", `{"what":"level","value":"30 mm, 2 in; 30 mm"}`)
	if got := guideLines(w.Page()); got != "y113.39 y192 " {
		t.Errorf("typed: %s", got)
	}
	w.Do("page-set", `{"what":"level","value":"far"}`)
	if w.Update(false).Notice == "" || guideLines(w.Page()) != "y113.39 y192 " {
		t.Errorf("what cannot be meant makes %s", guideLines(w.Page()))
	}
	w.Do("page-set", `{"what":"level","value":""}`)
	if got := guideLines(w.Page()); got != "" {
		t.Errorf("none: %s", got)
	}
}

// With Alt a step goes exactly where it is put, is sized as it is pulled, and no guide is shown; without, the middle
// of its lane takes it, and another step's size.
func TestGuidesWhileDragging(t *testing.T) {
	drag := func(alt bool) (*window, int) {
		w := ragged(t, true)
		w.Pointer(Pointer{Type: "down", X: 320, Y: 124, Zoom: 1}) // b
		w.Pointer(Pointer{Type: "move", X: 325, Y: 131, Alt: alt, Zoom: 1})
		w.Pointer(Pointer{Type: "move", X: 323, Y: 128, Alt: alt, Zoom: 1})
		n := len(w.Update(false).Guides.Items)
		w.Pointer(Pointer{Type: "up", X: 323, Y: 128, Alt: alt, Zoom: 1})
		return w, n
	}
	if w, n := drag(true); n != 0 || w.at("b") != "b 269,50 112x56 " {
		t.Errorf("with Alt: %s, %d guides", w.at("b"), n)
	}
	w, n := drag(false)
	if b := w.Page().Step("b"); n == 0 || b.Y+b.H/2 == 50+28 {
		t.Errorf("without: %s, %d guides", w.at("b"), n)
	}
	w = ragged(t, false)
	w.Select("b")
	r := w.Sheet().Shape("b").Rect
	w.dragged(r.Right()+3, r.Bottom()+3, r.Right()+28, r.Bottom()+17, false) // c is 140 x 72
	if w.at("b") != "b 266,46 140x72 " {
		t.Errorf("sized near another's size: %s", w.at("b"))
	}
	w.dragged(w.Sheet().Shape("b").Rect.Right()+3, w.Sheet().Shape("b").Rect.Bottom()+3, w.Sheet().Shape("b").Rect.Right()+6, w.Sheet().Shape("b").Rect.Bottom()+8, true)
	if w.at("b") != "b 266,46 143x77 " {
		t.Errorf("sized with Alt: %s", w.at("b"))
	}
}
