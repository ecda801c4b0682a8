package edit

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// Pointer is what the pointer did, in page coordinates.
type Pointer struct {
	Type   string  `json:"type"` // down, move, up, double, menu, drop, leave
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Button int     `json:"button"`
	Shift  bool    `json:"shift"`
	Ctrl   bool    `json:"ctrl"`
	Alt    bool    `json:"alt"`
	Zoom   float64 `json:"zoom"` // screen px a page px
}

func (p Pointer) at() geom.Point { return geom.Pt(p.X, p.Y) }

// Distances on the screen, px.
const (
	slack    = 4.0 // a press that moves less is a click
	reach    = 7.0 // how near the pointer must be to take hold of a thing
	portOff  = 9.0 // ports are drawn this far off the outline
	portHold = 11.0
)

// gesture is a press of the pointer that goes on.
type gesture interface {
	move(e *Editor, p Pointer)
	up(e *Editor, p Pointer)
	refresh(e *Editor) // the chart changed under it
}

// Pointer takes one pointer event.
func (e *Editor) Pointer(p Pointer) {
	if p.Zoom > 0 {
		e.zoom = p.Zoom
	}
	switch p.Type {
	case "down":
		if p.Button == 0 {
			e.down(p)
		}
	case "move":
		if e.gesture != nil {
			e.gesture.move(e, p)
		} else {
			e.pointAt(p)
		}
	case "up":
		if g := e.gesture; g != nil {
			e.gesture = nil
			g.up(e, p)
			e.setPreview(nil) // also when nothing came of it
		}
	case "drop":
		if e.hand != "" {
			e.placeSymbol(e.handRect(p.at()))
		}
	case "double":
		e.double(p)
	case "menu":
		e.selectUnder(p)
	case "leave":
		e.hover = ""
	}
}

// pointAt marks the step under the pointer, so that it shows its ports.
func (e *Editor) pointAt(p Pointer) {
	if e.hand != "" {
		e.gesture = &placing{start: p, last: p, ghost: true}
		return
	}
	if e.hover != "" {
		if sh := e.Sheet().Shape(e.hover); sh != nil && sh.Rect.Grow((portOff+8)/e.zoom).Contains(p.at()) {
			return
		}
	}
	e.hover = ""
	if sh := e.Sheet().StepAt(p.at()); sh != nil {
		e.hover = sh.Step.ID
	}
}

// portUnder finds the shown port that the pointer is on.
func (e *Editor) portUnder(q geom.Point) (*scene.Shape, *symbol.Port) {
	ids := []string{e.hover}
	if s := e.one(); s != nil {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		sh := e.Sheet().Shape(id)
		if sh == nil {
			continue
		}
		for _, port := range sh.Ports() {
			if diamondAt(port, e.zoom).Dist(q) <= reach/e.zoom {
				return sh, &port
			}
		}
	}
	return nil, nil
}

// diamondAt is where a port's sign stands: just off the outline.
func diamondAt(p symbol.Port, zoom float64) geom.Point {
	o := p.Side.Out()
	return p.At.Add(geom.Pt(o.X*portOff/zoom, o.Y*portOff/zoom))
}

func (e *Editor) down(p Pointer) {
	q := p.at()
	if e.hand != "" {
		e.gesture = &placing{start: p, last: p}
		return
	}
	if sh, port := e.portUnder(q); sh != nil {
		e.gesture = &pulling{from: chart.End{Step: sh.Step.ID, Port: port.Name}, start: p, last: p}
		return
	}
	if p.Alt {
		if sh := e.outlineUnder(q); sh != nil {
			port, part := e.ownPort(sh, q)
			e.gesture = &pulling{from: chart.End{Step: sh.Step.ID, Port: port}, start: p, last: p, ports: []chart.Part{part}, made: 1}
			return
		}
	}
	if ls := e.lines(); len(ls) == 1 {
		r := e.Sheet().Run(ls[0].ID)
		for i, at := range [2]geom.Point{r.Points[0], r.Points[len(r.Points)-1]} {
			if at.Dist(q) <= reach/e.zoom {
				e.gesture = &pulling{line: ls[0].ID, atFrom: i == 0, start: p, last: p}
				return
			}
		}
	}
	if s := e.one(); s != nil {
		sh := e.Sheet().Shape(s.ID)
		for i, c := range corners(sh.Rect, e.zoom) {
			if c.Dist(q) <= (reach+2)/e.zoom {
				e.gesture = &resizing{id: s.ID, corner: i, start: p, rect: sh.Rect}
				return
			}
		}
	}
	if sh := e.Sheet().StepAt(q); sh != nil {
		id := sh.Step.ID
		switch {
		case p.Shift:
			if e.selected[id] {
				delete(e.selected, id)
			} else {
				e.selected[id], e.lane = true, ""
			}
			return
		case !e.selected[id]:
			e.selectOnly(id)
		}
		e.gesture = &moving{id: id, start: p, boxes: e.boxes(), before: e.Sheet()}
		return
	}
	if s, ok := e.spotAt(q); ok {
		if p.Shift {
			e.selected[s.line] = true
			return
		}
		e.selectOnly(s.line)
		if s.label >= 0 {
			e.gesture = &labelling{line: s.line, index: s.label, off: q.Sub(e.Sheet().Run(s.line).Labels[s.label].Box.Centre()), start: p}
		} else {
			e.gesture = e.beginBending(s, p)
		}
		return
	}
	if e.laneDown(p) {
		return
	}
	if !p.Shift {
		e.selectOnly()
	}
	e.gesture = &framing{start: p, last: p}
}

// laneDown takes hold of a lane's border, to make it wider, or of its head.
func (e *Editor) laneDown(p Pointer) bool {
	pg := e.Page()
	for _, l := range pg.Lanes {
		r := pg.LaneRect(l)
		if p.X >= r.X && p.X <= r.Right() && math.Abs(p.Y-r.Bottom()) <= 4/e.zoom {
			e.gesture = &widening{id: l.ID, start: p, size: l.Size}
			return true
		}
	}
	for _, l := range pg.Lanes {
		r := pg.LaneRect(l)
		r.W = chart.LaneHead
		if r.Contains(p.at()) {
			e.selectOnly()
			e.lane = l.ID
			e.gesture = &reordering{id: l.ID}
			return true
		}
	}
	return false
}

// selectUnder selects what a menu is opened on.
func (e *Editor) selectUnder(p Pointer) {
	q := p.at()
	e.under = spot{}
	if sh := e.Sheet().StepAt(q); sh != nil {
		if !e.selected[sh.Step.ID] {
			e.selectOnly(sh.Step.ID)
		}
	} else if r := e.Sheet().RunAt(q, reach/e.zoom); r != nil {
		e.under, _ = e.spotAt(q)
		if !e.selected[r.Line.ID] {
			e.selectOnly(r.Line.ID)
		}
	} else if !e.laneDown(p) {
		e.selectOnly()
	}
	e.gesture = nil
}

func (e *Editor) double(p Pointer) {
	e.gesture = nil
	q := p.at()
	if sh := e.Sheet().StepAt(q); sh != nil {
		e.selectOnly(sh.Step.ID)
		e.typeOnStep(sh.Step.ID)
		return
	}
	if s, ok := e.spotAt(q); ok {
		e.selectOnly(s.line)
		e.typeOnSpot(s)
		return
	}
	pg := e.Page()
	for _, l := range pg.Lanes {
		r := pg.LaneRect(l)
		r.W = chart.LaneHead
		if r.Contains(q) {
			e.lane = l.ID
			e.typeOnLane(l.ID)
			return
		}
	}
	if q.Y < 46 && q.Y > 0 && q.X > 0 && q.X < pg.W {
		e.typeOnTitle()
		return
	}
	e.hand = symbol.Process
	e.placeSymbol(e.handRect(q))
	if s := e.one(); s != nil {
		e.typeOnStep(s.ID)
	}
}

// handRect is where the symbol in the hand goes for a click at q.
func (e *Editor) handRect(q geom.Point) geom.Rect {
	r := e.size(e.hand)
	r.X, r.Y = q.X-r.W/2, q.Y-r.H/2
	dx, dy, _ := arrange.Snap(r, e.rects(nil), reach/e.zoom)
	r.X += dx
	r.Y += dy
	return r
}

// corners are the crop marks' places around a selected step, clockwise from
// the top left.
func corners(r geom.Rect, zoom float64) [4]geom.Point {
	g := r.Grow(cropOff / zoom)
	return [4]geom.Point{{X: g.X, Y: g.Y}, {X: g.Right(), Y: g.Y}, {X: g.Right(), Y: g.Bottom()}, {X: g.X, Y: g.Bottom()}}
}
