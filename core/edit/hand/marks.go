package hand

import (
	"encoding/json"
	"math"
	"slices"

	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
)

// Marks is what lies over the drawing whatever the hand does: signs of comments, crop marks, the selected
// connectors; nil where it is as it was. With all selected it is large, and a pointer that hovers changes nothing of it.
func (e *Editor) Marks() *scene.Element {
	if of := (marked{e.Sheet(), e.zoom}); e.gesture != nil || e.Heard() || of != e.marked {
		e.marked = of
		return e.selectionMarks()
	}
	return nil
}

func (e *Editor) selectionMarks() *scene.Element {
	el := scene.Element{Class: "marks"}
	m := scene.Pen{To: &el, K: 1 / e.zoom}
	sh := e.Sheet()
	if len(e.comments) > 0 {
		el.Items = scene.Comments(sh, e.comments).Items
	}
	e.foundMarks(m)
	e.stepMarks(m)
	e.endMarks(m)
	for i := range sh.Lines {
		r := &sh.Lines[i]
		if !e.Selected(r.Line.ID) {
			continue
		}
		m.Line(r.Drawn().Path(), scene.Red, 2.4)
		if n := len(r.Points); n > 1 && e.Count() == 1 && e.text.Now() == nil {
			segments(m, r)
			m.Diamond(r.Points[0], endFill(r.Line.From), scene.Red)
			m.Diamond(r.Points[n-1], endFill(r.Line.To), scene.Red)
		}
	}
	if b, ok := sh.Page.Band(e.Band()); ok {
		m.Line(cropMarks(b.Head.Grow(-(cropOff+2)*m.K), e.zoom), scene.Red, 2.2)
		m.Line(geom.Box(b.Rect), scene.Red, 1, 2, 3)
	}
	return &el
}

// HandMarks is what lies over that and follows the hand: ports, what a gesture shows, the caret.
func (e *Editor) HandMarks() scene.Element {
	el := scene.Element{Class: "hand"}
	m := scene.Pen{To: &el, K: 1 / e.zoom}
	if e.gesture == nil && e.text.Now() == nil {
		e.ports(m)
	}
	if e.gesture != nil {
		e.gesture.marks(e, m)
	}
	if e.text.Now() != nil {
		e.text.CaretMarks(m)
	}
	e.tidiedMarks(m)
	return el
}

// Guides lie under the steps.
func (e *Editor) Guides() scene.Element {
	el := scene.Element{Class: "guides"}
	if e.gesture != nil {
		e.gesture.guides(e, scene.Pen{To: &el, K: 1 / e.zoom})
	}
	return el
}

// segments marks those of a selected connector that can be dragged: a bar
// across each, filled where it is pinned.
func segments(m scene.Pen, r *sheet.Run) {
	if r.Line.Kind == chart.Straight {
		return
	}
	held := lines.Pinned(r)
	for i := range held {
		a, b := r.Points[i], r.Points[i+1]
		if a.Dist(b) < 24*m.K {
			continue
		}
		upright, _ := lines.Place(r.Points, i)
		w, h := 9*m.K, 4*m.K
		if upright {
			w, h = h, w
		}
		fill := "#FFFFFF"
		if held[i] {
			fill = scene.Red
		}
		at := geom.Pt((a.X+b.X)/2, (a.Y+b.Y)/2)
		m.Add(scene.Item{Path: geom.Box(geom.Rect{X: at.X - w/2, Y: at.Y - h/2, W: w, H: h}), Fill: fill, Stroke: scene.Red, Weight: 1.2 * m.K})
	}
}

// ports draws the ports of the step under the pointer and of the one selected.
func (e *Editor) ports(m scene.Pen) {
	ids := []string{e.hover}
	if s := e.Only(); s != nil && s.ID != e.hover {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		if sh := e.Sheet().Shape(id); sh != nil {
			for _, p := range sh.Ports() {
				m.Diamond(e.diamondAt(p), "#FFFFFF", scene.Ink)
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
func (e *Editor) stepMarks(m scene.Pen) {
	held := map[string]geom.Rect{}
	whole := e.steps.Held()
	for i := range e.Sheet().Steps {
		s := &e.Sheet().Steps[i]
		if !e.Selected(s.Step.ID) {
			continue
		}
		if s.Step.Locked {
			padlock(m, geom.Pt(s.Rect.Right()+cropOff*m.K, s.Rect.Y-cropOff*m.K))
		}
		if k := slices.IndexFunc(whole, func(h chart.Group) bool { return s.Step.HeldBy(h.ID) }); k >= 0 {
			r, ok := held[whole[k].ID]
			if !ok {
				r = s.Rect
			}
			held[whole[k].ID] = r.Union(s.Rect)
			m.Line(geom.Box(s.Rect.Grow(3*m.K)), scene.Red, 1, 2, 3)
		} else {
			m.Line(cropMarks(s.Rect, e.zoom), scene.Red, 2.2)
		}
	}
	for _, h := range whole {
		m.Line(cropMarks(held[h.ID], e.zoom), scene.Red, 2.2)
	}
}

// padlock stands with its lower left corner at q.
func padlock(m scene.Pen, q geom.Point) {
	k := m.K
	m.Add(scene.Item{Path: geom.Box(geom.Rect{X: q.X, Y: q.Y - 8*k, W: 11 * k, H: 8 * k}), Fill: scene.Red})
	m.Line(geom.Path{}.Move(q.X+2.5*k, q.Y-8*k).Line(q.X+2.5*k, q.Y-11*k).Quarter(q.X+5.5*k, q.Y-14*k, true).Quarter(q.X+8.5*k, q.Y-11*k, false).Line(q.X+8.5*k, q.Y-8*k), scene.Red, 1.6)
}

// KnowComments takes how many comments are open, by step: {"id":number}.
func (e *Editor) KnowComments(arg string) {
	e.comments = map[string]int{}
	if err := json.Unmarshal([]byte(arg), &e.comments); err != nil {
		e.Say(say.NoComments)
	}
}

// endFill fills the mark of an end that is fixed.
func endFill(end chart.End) string {
	if end.Fixed {
		return scene.Red
	}
	return "#FFFFFF"
}

// KnowFindings takes on which steps and connectors the proof has found something.
func (e *Editor) KnowFindings(on map[string]bool) { e.findings = on }

// foundMarks put a dotted line around what the proof has found, and along connectors.
func (e *Editor) foundMarks(m scene.Pen) {
	if len(e.findings) == 0 {
		return
	}
	sh := e.Sheet()
	for i := range sh.Steps {
		if s := &sh.Steps[i]; e.findings[s.Step.ID] {
			m.Line(geom.Box(s.Rect.Grow(7*m.K)), scene.Red, 2, 1, 4)
		}
	}
	for i := range sh.Lines {
		if r := &sh.Lines[i]; e.findings[r.Line.ID] {
			m.Line(r.Drawn().Path(), scene.Red, 5, 1, 7)
		}
	}
}
