package arrange

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/symbol"
)

var named = [...]string{Edges: "edge", Middles: "middle", Gaps: "gap", Sizes: "size", Straight: "straight", LaneMiddle: "lane", PageMiddle: "page", Margin: "margin", Ruled: "ruled"}

func guideWords(gs []Guide) string {
	var out []string
	for _, g := range gs {
		w := named[g.What]
		if g.Upright {
			w += " x"
		} else {
			w += " y"
		}
		w += fmt.Sprint(g.At)
		if g.Size > 0 {
			w += fmt.Sprint(" ", g.Size)
		}
		out = append(out, w)
	}
	return strings.Join(out, ", ")
}

// Situations by hand: where a box of 100 x 50 is let go, where it then stands, and which guides are shown.
func TestGuides(t *testing.T) {
	box := func(x, y float64) geom.Rect { return geom.Rect{X: x, Y: y, W: 100, H: 50} }
	one, two := box(100, 100), box(240, 100)
	for _, c := range []struct {
		what   string
		at     geom.Rect
		field  Field
		x, y   float64
		guides string
	}{
		{"nothing near: the grid", box(1003, 905), Field{Others: []geom.Rect{one}, Grid: 8}, 1000, 904, ""},
		{"below, nearly in the middle", box(103, 305), Field{Others: []geom.Rect{one}, Grid: 8}, 100, 304, "middle x150"},
		{"an edge alone, where sizes differ", geom.Rect{X: 103, Y: 305, W: 60, H: 50}, Field{Others: []geom.Rect{one}, Grid: 8}, 100, 304, "edge x100"},
		{"the far edge", geom.Rect{X: 137, Y: 305, W: 60, H: 50}, Field{Others: []geom.Rect{one}, Grid: 8}, 140, 304, "edge x200"},
		{"in the row, as far from the second as that from the first", box(384, 102), Field{Others: []geom.Rect{one, two}, Grid: 8}, 380, 100, "gap x380 40, middle y125"},
		{"in the row before both", box(-43, 102), Field{Others: []geom.Rect{one, two}, Grid: 8}, -40, 100, "gap x60 40, middle y125"},
		{"half-way between two", box(233, 98), Field{Others: []geom.Rect{one, box(360, 100)}, Grid: 8}, 230, 100, "gap x230 30, middle y125"},
		{"a connector runs straight: its port is off the middle", box(300, 96), Field{Others: []geom.Rect{one}, Facing: []Facing{{false, 10, 104}}, Grid: 8}, 304, 94, "straight y104"},
		{"straight before an edge as near", box(300, 103), Field{Others: []geom.Rect{one}, Facing: []Facing{{false, 25, 131}}, Grid: 8}, 304, 106, "straight y131"},
		{"straight and the middle are one: both are told once", box(300, 103), Field{Others: []geom.Rect{one}, Facing: []Facing{{false, 25, 125}}, Grid: 8}, 304, 100, "straight y125"},
		{"the middle of the lane", box(303, 303), Field{Lines: []Line{{false, 330, LaneMiddle}}, Grid: 8}, 304, 305, "lane y330"},
		{"the middle of the page", box(448, 303), Field{Lines: []Line{{true, 500, PageMiddle}}, Grid: 8}, 450, 304, "page x500"},
		{"margins take edges, not middles", box(21, 303), Field{Lines: []Line{{true, 18, Margin}, {true, 68, Margin}}, Grid: 8}, 18, 304, "margin x18"},
		{"the far margin", box(878, 303), Field{Lines: []Line{{true, 982, Margin}}, Grid: 8}, 882, 304, "margin x982"},
		{"a guide line takes a middle", box(448, 303), Field{Lines: []Line{{true, 500, Ruled}}, Grid: 8}, 450, 304, "ruled x500"},
		{"a guide line takes an edge, before another step's", box(497, 303), Field{Others: []geom.Rect{box(494, 600)}, Lines: []Line{{true, 500, Ruled}}, Grid: 8}, 500, 304, "ruled x500"},
		{"never more than three", box(384, 102), Field{Others: []geom.Rect{one, two}, Lines: []Line{{true, 380, Ruled}, {false, 125, LaneMiddle}}, Facing: []Facing{{false, 25, 125}}, Grid: 8}, 380, 100,
			"ruled x380, straight y125, gap x380 40"},
	} {
		dx, dy, guides := Snap(c.at, c.field, 7)
		if x, y := c.at.X+dx, c.at.Y+dy; x != c.x || y != c.y || guideWords(guides) != c.guides {
			t.Errorf("%s: at %v, %v with %q, want %v, %v with %q", c.what, x, y, guideWords(guides), c.x, c.y, c.guides)
		}
	}
}

// A box that is made larger comes to have its edge in line with another, or its size.
func TestSizeGuides(t *testing.T) {
	others := []geom.Rect{{X: 300, Y: 300, W: 140, H: 60}}
	for _, c := range []struct {
		what      string
		at        geom.Rect
		left, top bool
		lines     []Line
		w, h      float64
		guides    string
	}{
		{"nothing near: the grid", geom.Rect{X: 0, Y: 0, W: 101, H: 51}, false, false, nil, 104, 48, ""},
		{"as wide as another", geom.Rect{X: 0, Y: 0, W: 137, H: 51}, false, false, nil, 140, 48, "size x140 140"},
		{"as high as another", geom.Rect{X: 0, Y: 0, W: 101, H: 57}, false, false, nil, 104, 60, "size y60 60"},
		{"an edge in line with another", geom.Rect{X: 200, Y: 0, W: 98, H: 51}, false, false, nil, 100, 48, "edge x300"},
		{"the left edge", geom.Rect{X: 303, Y: 0, W: 100, H: 51}, true, false, nil, 103, 48, "edge x300"},
		{"the upper edge, to a guide line", geom.Rect{X: 600, Y: 96, W: 104, H: 51}, false, true, []Line{{false, 100, Ruled}}, 104, 47, "ruled y100"},
	} {
		dw, dh, guides := SnapSize(c.at, c.left, c.top, Field{Others: others, Lines: c.lines, Grid: 8}, 7)
		if w, h := c.at.W+dw, c.at.H+dh; w != c.w || h != c.h || guideWords(guides) != c.guides {
			t.Errorf("%s: %v x %v with %q, want %v x %v with %q", c.what, w, h, guideWords(guides), c.w, c.h, c.guides)
		}
	}
}

// What a page offers: margins and middle of its sheet, the middle of the lane under the pointer, and the ports that
// connectors run straight to.
func TestFieldOfPage(t *testing.T) {
	p := laned()
	s := &chart.Step{ID: "s", Symbol: symbol.Process, Lane: "a", X: 100, Y: 20, W: 112, H: 56}
	o := &chart.Step{ID: "o", Symbol: symbol.Process, Lane: "b", X: 300, Y: 20, W: 112, H: 56}
	p.Steps = []*chart.Step{s, o}
	p.Connectors = []*chart.Connector{
		{ID: "k", From: chart.End{Step: s.ID}, To: chart.End{Step: o.ID, Port: "top"}, Meaning: chart.Flow},
		{ID: "l", From: chart.End{X: 3, Y: 4}, To: chart.End{Step: s.ID}, Meaning: chart.Flow},
	}
	box := p.StepRect(s)
	faced := Faced(p, box, func(id string) bool { return id == s.ID })
	to := p.StepRect(o)
	if want := []Facing{{true, box.W / 2, to.CX()}, {false, box.H / 2, to.Y}}; !slices.Equal(faced, want) {
		t.Errorf("faced %v, want %v", faced, want)
	}
	lane := p.Lanes[1]
	lines := Lines(p, p.LaneRect(lane).Centre())
	w, h := p.SheetSize()
	for _, want := range []Line{{true, w / 2, PageMiddle}, {false, h / 2, PageMiddle}, {true, p.Margin(), Margin}, {false, h - p.Margin(), Margin}, {false, p.LaneRect(lane).CY(), LaneMiddle}} {
		if !slices.Contains(lines, want) {
			t.Errorf("there is no %v among %v", want, lines)
		}
	}
	p.Down = true
	if lines := Lines(p, p.LaneRect(lane).Centre()); !slices.Contains(lines, Line{true, p.LaneRect(lane).CX(), LaneMiddle}) {
		t.Errorf("lanes that run down: %v", lines)
	}
}
