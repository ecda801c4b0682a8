package edit

import (
	"fmt"
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/typeset"
)

const cropOff = 8.0 // crop marks stand this far off, px of the screen

const guideGrey = "#8B8F90"

// marks is what lies over the drawing: crop marks, ports, frames, and beside
// the pointer in words what will happen.
func (e *Editor) marks() scene.Element {
	el := scene.Element{Class: "marks"}
	k := 1 / e.zoom
	sh := e.Sheet()
	thin := func(p geom.Path, colour string, w float64, dash ...float64) {
		el.Items = append(el.Items, scene.Item{Path: p, Stroke: colour, Weight: w * k, Dash: dash})
	}
	if len(e.comments) > 0 {
		el.Items = sh.CommentMarks(e.comments).Items
	}
	for i := range sh.Steps {
		if s := &sh.Steps[i]; e.selected[s.Step.ID] {
			thin(cropMarks(s.Rect, e.zoom), scene.Red, 2.2)
		}
	}
	for i := range sh.Lines {
		r := &sh.Lines[i]
		if !e.selected[r.Line.ID] {
			continue
		}
		thin(geom.Polyline(r.Drawn()), scene.Red, 2.4)
		if n := len(r.Points); n > 1 && len(e.selected) == 1 {
			e.stretches(&el, r)
			for _, q := range [2]geom.Point{r.Points[0], r.Points[n-1]} {
				el.Items = append(el.Items, diamond(q, 5*k, k, "#FFFFFF", scene.Red))
			}
		}
	}
	if l := sh.Page.Lane(e.lane); l != nil {
		r := sh.Page.LaneRect(l)
		r.W = chart.LaneHead
		thin(cropMarks(r.Grow(-cropOff*k-2*k), e.zoom), scene.Red, 2.2)
		thin(geom.Box(sh.Page.LaneRect(l)), scene.Red, 1, 2*k, 3*k)
	}
	if e.gesture == nil && e.typing == nil {
		e.ports(&el)
	}
	switch g := e.gesture.(type) {
	case *placing:
		r, _ := g.rect(e)
		if e.hand != "" {
			thin(e.hand.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Quiet, 1.3, 4*k, 3*k)
			if in := e.hand.Inner(r.W, r.H); in != nil {
				thin(in.Shift(r.X, r.Y), scene.Quiet, 1.3)
			}
		}
	case *framing:
		thin(geom.Box(geom.Span(g.start.at(), g.last.at())), scene.Ink, 1, 3*k, 3*k)
	case *pulling:
		e.hold(&el, g)
	case *moving:
		e.gaps(&el, g)
		if g.into != nil {
			e.say(&el, "goes into "+e.between(g.into.Line), g.last.X+16*k, g.last.Y-14*k)
		}
	case *bending:
		if g.moved {
			e.say(&el, g.words, g.last.X+16*k, g.last.Y-14*k)
		}
	}
	return el
}

// stretches marks those of a selected connector that can be dragged: a bar
// across each, filled where it is pinned.
func (e *Editor) stretches(el *scene.Element, r *scene.Run) {
	if r.Line.Kind == chart.Straight {
		return
	}
	k := 1 / e.zoom
	held := pinned(r)
	for i := range held {
		a, b := r.Points[i], r.Points[i+1]
		if a.Dist(b) < 24*k {
			continue
		}
		upright, _ := place(r.Points, i)
		w, h := 9*k, 4*k
		if upright {
			w, h = h, w
		}
		fill := "#FFFFFF"
		if held[i] {
			fill = scene.Red
		}
		m := geom.Rect{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2}
		el.Items = append(el.Items, scene.Item{Path: geom.Box(geom.Rect{X: m.X - w/2, Y: m.Y - h/2, W: w, H: h}), Fill: fill, Stroke: scene.Red, Weight: 1.2 * k})
	}
}

// say writes words on a plate with its lower left at (x, y).
func (e *Editor) say(el *scene.Element, words string, x, y float64) {
	k := 1 / e.zoom
	size := 12 * k
	w := typeset.Width(typeset.Regular, size, words)
	el.Items = append(el.Items,
		scene.Item{Path: geom.Box(geom.Rect{X: x - 5*k, Y: y - 13*k, W: w + 10*k, H: 18 * k}), Fill: scene.Ink},
		scene.Item{Text: words, At: geom.Pt(x, y), Size: size, Fill: "#FFFFFF", Width: w})
}

// gaps writes the distances that a move makes equal, over whatever runs there.
func (e *Editor) gaps(el *scene.Element, g *moving) {
	k := 1 / e.zoom
	for _, l := range g.guides {
		if !g.moved || l.Gap == 0 {
			continue
		}
		words, size := fmt.Sprintf("%.0f mm", l.Gap*25.4/96), 11*k
		w := typeset.Width(typeset.Mono, size, words)
		x, y := l.Mid.X-w/2, l.Mid.Y+14*k
		el.Items = append(el.Items,
			scene.Item{Path: geom.Box(geom.Rect{X: x - 2*k, Y: y - 10*k, W: w + 4*k, H: 13 * k}), Fill: scene.Paper},
			scene.Item{Text: words, At: geom.Pt(x, y), Face: typeset.Mono, Size: size, Fill: scene.Quiet, Width: w})
	}
}

// ports draws the ports of the step under the pointer and of the one selected.
func (e *Editor) ports(el *scene.Element) {
	k := 1 / e.zoom
	ids := []string{e.hover}
	if s := e.one(); s != nil && s.ID != e.hover {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		if sh := e.Sheet().Shape(id); sh != nil {
			for _, p := range sh.Ports() {
				el.Items = append(el.Items, diamond(diamondAt(p, e.zoom), 5*k, k, "#FFFFFF", scene.Ink))
			}
		}
	}
}

// hold shows what a pulled end will hold at: the step's outline doubled, the
// port filled, and the words.
func (e *Editor) hold(el *scene.Element, g *pulling) {
	k := 1 / e.zoom
	if sh := e.Sheet().Shape(g.target.Step); sh != nil {
		d := 4 * k
		r := sh.Rect.Grow(d)
		el.Items = append(el.Items, scene.Item{Path: sh.Step.Symbol.Outline(r.W, r.H).Shift(r.X, r.Y), Stroke: scene.Ink, Weight: 1.2 * k})
		for _, p := range sh.Ports() {
			fill := "#FFFFFF"
			if p.Name == g.target.Port {
				fill = scene.Ink
			}
			el.Items = append(el.Items, diamond(diamondAt(p, e.zoom), 5*k, k, fill, scene.Ink))
		}
	}
	if g.words != "" {
		x, y := g.last.X+16*k, g.last.Y-14*k
		if sh := e.Sheet().Shape(g.target.Step); sh != nil {
			y = math.Min(y, sh.Rect.Y-22*k) // not over the step's own text
		}
		e.say(el, g.words, x, y)
	}
}

func diamond(c geom.Point, r, k float64, fill, colour string) scene.Item {
	p := geom.Path{}.Move(c.X, c.Y-r).Line(c.X+r, c.Y).Line(c.X, c.Y+r).Line(c.X-r, c.Y).Close()
	return scene.Item{Path: p, Fill: fill, Stroke: colour, Weight: 1.4 * k}
}

func cropMarks(r geom.Rect, zoom float64) geom.Path {
	l := math.Min(12/zoom, math.Min(r.W, r.H)/2)
	cs := corners(r, zoom)
	var p geom.Path
	for i, c := range cs {
		dx, dy := l, l
		if i == 1 || i == 2 {
			dx = -l
		}
		if i >= 2 {
			dy = -l
		}
		p = p.Move(c.X+dx, c.Y).Line(c.X, c.Y).Line(c.X, c.Y+dy)
	}
	return p
}

// guides are the construction lines of a move; they lie under the steps and
// run to the paper's edge.
func (e *Editor) guides() scene.Element {
	el := scene.Element{Class: "guides"}
	g, ok := e.gesture.(*moving)
	if !ok || !g.moved {
		return el
	}
	k := 1 / e.zoom
	p := e.Sheet().Page
	for _, l := range g.guides {
		a, b := geom.Pt(0, l.At), geom.Pt(p.W, l.At)
		if l.Upright {
			a, b = geom.Pt(l.At, 0), geom.Pt(l.At, p.H)
		}
		el.Items = append(el.Items, scene.Item{Path: geom.Polyline([]geom.Point{a, b}), Stroke: guideGrey, Weight: 0.8 * k})
	}
	if g.into != nil { // below the step that goes into it
		el.Items = append(el.Items, scene.Item{Path: geom.Polyline(g.into.Drawn()), Stroke: scene.Red, Weight: 2.4 * k})
	}
	return el
}
