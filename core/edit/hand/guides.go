package hand

import (
	"plaintracer/core/arrange"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
	"plaintracer/core/typeset"
)

// handRect is where the symbol in the hand goes for a click at q.
func (e *Editor) handRect(q geom.Point) geom.Rect {
	r, _ := e.snapped(e.hand, q)
	return r
}

// snapped is where a symbol of its usual size goes with its middle near q, and what it
// is in line with there; a connector that comes from a point runs straight.
func (e *Editor) snapped(k symbol.Kind, q geom.Point, from ...geom.Point) (geom.Rect, []arrange.Guide) {
	r := e.steps.Next.Size(k)
	r.X, r.Y = q.X-r.W/2, q.Y-r.H/2
	f := e.field(q, func(id string) bool { return id == pulledStep })
	for _, p := range from { // the connector from there runs straight
		f.Facing = append(f.Facing, arrange.Facing{Upright: true, Off: r.W / 2, At: p.X}, arrange.Facing{Off: r.H / 2, At: p.Y})
	}
	dx, dy, guides := arrange.Snap(r, f, e.reach())
	r.X += dx
	r.Y += dy
	return r, guides
}

// field is what a step near q lines up with, but for some steps.
func (e *Editor) field(q geom.Point, but func(id string) bool) arrange.Field {
	p := e.Page()
	return arrange.Field{Others: e.steps.Rects(but), Lines: arrange.Lines(p, q), Grid: p.GridSize()}
}

// construction draws guides as thin lines to the paper's edge.
func (e *Editor) construction(m scene.Pen, guides []arrange.Guide) {
	p := e.Sheet().Page
	for _, l := range guides {
		a, b := geom.Pt(0, l.At), geom.Pt(p.W, l.At)
		if l.Upright {
			a, b = geom.Pt(l.At, 0), geom.Pt(l.At, p.H)
		}
		m.Line(geom.Polyline{a, b}.Path(), guideGrey, 0.8)
	}
}

// told writes what guides show of a box: the distances that they make equal, and what else they are.
func (e *Editor) told(m scene.Pen, guides []arrange.Guide, r geom.Rect) {
	k := m.K
	for _, l := range guides {
		words, size := say.Guide[l.What], 11*k
		if l.Size > 0 {
			words += e.Length(l.Size)
		}
		if words == "" {
			continue
		}
		w := typeset.Width(typeset.MonoBold, size, words)
		x, y := l.Mid.X-w/2, l.Mid.Y+14*k
		switch {
		case l.What == arrange.Gaps:
		case l.Upright:
			x, y = r.CX()-w/2, r.Y-10*k
		case l.What == arrange.Sizes: // not on what stands beside it
			x, y = r.CX()-w/2, r.Bottom()+18*k
		default: // just above the line
			x, y = r.Right()+10*k, l.At-5*k
		}
		m.Add(scene.Item{Path: geom.Box(geom.Rect{X: x - 2*k, Y: y - 10*k, W: w + 4*k, H: 13 * k}), Fill: scene.Paper},
			scene.Item{Text: words, At: geom.Pt(x, y), Face: typeset.MonoBold, Size: size, Fill: scene.Quiet, Width: w})
	}
}

const guideGrey = "#8B8F90"

// willStand shows a step before it is there: its outline, and the lane that will have it.
func (e *Editor) willStand(m scene.Pen, k symbol.Kind, r geom.Rect) {
	p := e.Page()
	e.laneMark(m, r)
	pl := arrange.Settle(p, "", r)
	m.Outline(k, p.RectOf(pl))
}

// laneMark frames the lane that a step standing at r belongs to.
func (e *Editor) laneMark(m scene.Pen, r geom.Rect) {
	pg := e.Sheet().Page
	if l := pg.LaneUnder(r.Centre()); l != nil {
		m.Line(geom.Box(pg.LaneRect(l)), scene.Quiet, 1.6)
		m.Line(geom.Box(pg.HeadRect(l)), scene.Quiet, 1.6)
	}
}
