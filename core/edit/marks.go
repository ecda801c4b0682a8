package edit

import (
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

const cropOff = 8.0 // crop marks stand this far off, px of the screen

// pen draws marks, which have the same size on the screen whatever the zoom.
type pen struct {
	el *scene.Element
	k  float64 // px of the page a px of the screen
}

func (m pen) add(items ...scene.Item) { m.el.Items = append(m.el.Items, items...) }

// line draws a path of a weight, and dashes, in px of the screen.
func (m pen) line(p geom.Path, colour string, weight float64, dash ...float64) {
	for i := range dash {
		dash[i] *= m.k
	}
	m.add(scene.Item{Path: p, Stroke: colour, Weight: weight * m.k, Dash: dash})
}

// outline draws a symbol that does not stand there yet.
func (m pen) outline(k symbol.Kind, r geom.Rect) {
	if !k.Open() {
		m.add(scene.Item{Path: k.Outline(r.W, r.H).Shift(r.X, r.Y), Fill: "#FFFFFFB0"})
		m.line(k.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Ink, 1.4, 4, 3)
	}
	if in := k.Inner(r.W, r.H); in != nil {
		m.line(in.Shift(r.X, r.Y), scene.Ink, 1.4, 4, 3)
	}
}

func (m pen) diamond(c geom.Point, fill, colour string) {
	r := 5 * m.k
	m.add(
		scene.Item{
			Path:   geom.Path{}.Move(c.X, c.Y-r).Line(c.X+r, c.Y).Line(c.X, c.Y+r).Line(c.X-r, c.Y).Close(),
			Fill:   fill,
			Stroke: colour,
			Weight: 1.4 * m.k,
		},
	)
}

// say writes words on a plate beside the pointer.
func (m pen) say(words string, p Pointer) { m.plate(words, p.X+16*m.k, p.Y-14*m.k) }

// plate writes words on ink with the lower left of the text at (x, y).
func (m pen) plate(words string, x, y float64) {
	k, size := m.k, 12*m.k
	w := typeset.Width(typeset.Sans, size, words)
	m.add(scene.Item{Path: geom.Box(geom.Rect{X: x - 5*k, Y: y - 13*k, W: w + 10*k, H: 18 * k}), Fill: scene.Ink},
		scene.Item{Text: words, At: geom.Pt(x, y), Size: size, Fill: "#FFFFFF", Width: w})
}

// marks is what lies over the drawing whatever the hand does: signs of comments, crop marks, the selected
// connectors; nil where it is as it was. With all selected it is large, and a pointer that hovers changes nothing of it.
func (e *Editor) marks() *scene.Element {
	if of := (marked{e.Sheet(), e.zoom}); e.gesture != nil || e.heard || of != e.drawn.marks {
		e.drawn.marks = of
		return e.selectionMarks()
	}
	return nil
}

// marked is what the marks that the browser shows follow from, besides what is heard.
type marked struct {
	sheet *sheet.Sheet
	zoom  float64
}

func (e *Editor) selectionMarks() *scene.Element {
	el := scene.Element{Class: "marks"}
	m := pen{&el, 1 / e.zoom}
	sh := e.Sheet()
	if len(e.comments) > 0 {
		el.Items = scene.Comments(sh, e.comments).Items
	}
	e.stepMarks(m)
	for i := range sh.Lines {
		r := &sh.Lines[i]
		if !e.selected[r.Line.ID] {
			continue
		}
		m.line(r.Drawn().Path(), scene.Red, 2.4)
		if n := len(r.Points); n > 1 && len(e.selected) == 1 && e.typing == nil {
			m.segments(r)
			m.diamond(r.Points[0], endFill(r.Line.From), scene.Red)
			m.diamond(r.Points[n-1], endFill(r.Line.To), scene.Red)
		}
	}
	if b, ok := sh.Page.Band(e.band); ok {
		m.line(cropMarks(b.Head.Grow(-(cropOff+2)*m.k), e.zoom), scene.Red, 2.2)
		m.line(geom.Box(b.Rect), scene.Red, 1, 2, 3)
	}
	return &el
}

// handMarks is what lies over that and follows the hand: ports, what a gesture shows, the caret.
func (e *Editor) handMarks() scene.Element {
	el := scene.Element{Class: "marks"}
	m := pen{&el, 1 / e.zoom}
	if e.gesture == nil && e.typing == nil {
		e.ports(m)
	}
	if e.gesture != nil {
		e.gesture.marks(e, m)
	}
	if e.typing != nil {
		e.caretMarks(m)
	}
	return el
}

// guides lie under the steps.
func (e *Editor) guides() scene.Element {
	el := scene.Element{Class: "guides"}
	if e.gesture != nil {
		e.gesture.guides(e, pen{&el, 1 / e.zoom})
	}
	return el
}

// segments marks those of a selected connector that can be dragged: a bar
// across each, filled where it is pinned.
func (m pen) segments(r *sheet.Run) {
	if r.Line.Kind == chart.Straight {
		return
	}
	held := pinned(r)
	for i := range held {
		a, b := r.Points[i], r.Points[i+1]
		if a.Dist(b) < 24*m.k {
			continue
		}
		upright, _ := place(r.Points, i)
		w, h := 9*m.k, 4*m.k
		if upright {
			w, h = h, w
		}
		fill := "#FFFFFF"
		if held[i] {
			fill = scene.Red
		}
		at := geom.Pt((a.X+b.X)/2, (a.Y+b.Y)/2)
		m.add(scene.Item{Path: geom.Box(geom.Rect{X: at.X - w/2, Y: at.Y - h/2, W: w, H: h}), Fill: fill, Stroke: scene.Red, Weight: 1.2 * m.k})
	}
}

// ports draws the ports of the step under the pointer and of the one selected.
func (e *Editor) ports(m pen) {
	ids := []string{e.hover}
	if s := e.one(); s != nil && s.ID != e.hover {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		if sh := e.Sheet().Shape(id); sh != nil {
			for _, p := range sh.Ports() {
				m.diamond(e.diamondAt(p), "#FFFFFF", scene.Ink)
			}
		}
	}
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

// stepMarks frames what is selected: a step by itself, or all that is held together as one. What is
// locked has a lock at its corner.
func (e *Editor) stepMarks(m pen) {
	held := map[string]geom.Rect{}
	whole := e.held()
	for i := range e.Sheet().Steps {
		s := &e.Sheet().Steps[i]
		if !e.selected[s.Step.ID] {
			continue
		}
		if s.Step.Locked {
			m.padlock(geom.Pt(s.Rect.Right()+cropOff*m.k, s.Rect.Y-cropOff*m.k))
		}
		if k := slices.IndexFunc(whole, func(h chart.Hold) bool { return s.Step.HeldBy(h.ID) }); k >= 0 {
			r, ok := held[whole[k].ID]
			if !ok {
				r = s.Rect
			}
			held[whole[k].ID] = r.Union(s.Rect)
			m.line(geom.Box(s.Rect.Grow(3*m.k)), scene.Red, 1, 2, 3)
		} else {
			m.line(cropMarks(s.Rect, e.zoom), scene.Red, 2.2)
		}
	}
	for _, h := range whole {
		m.line(cropMarks(held[h.ID], e.zoom), scene.Red, 2.2)
	}
}

// padlock stands with its lower left corner at q.
func (m pen) padlock(q geom.Point) {
	k := m.k
	m.add(scene.Item{Path: geom.Box(geom.Rect{X: q.X, Y: q.Y - 8*k, W: 11 * k, H: 8 * k}), Fill: scene.Red})
	m.line(geom.Path{}.Move(q.X+2.5*k, q.Y-8*k).Line(q.X+2.5*k, q.Y-11*k).Quarter(q.X+5.5*k, q.Y-14*k, true).Quarter(q.X+8.5*k, q.Y-11*k, false).Line(q.X+8.5*k, q.Y-8*k), scene.Red, 1.6)
}
