package hand

import (
	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/sheet"
	"plaintracer/core/symbol"
)

// Pointer is what the pointer did, in page coordinates.
type Pointer struct {
	Type   string  `json:"type"` // down, move, up, double, menu, drop, leave, zoom
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
	Button int     `json:"button"`
	Shift  bool    `json:"shift"`
	Ctrl   bool    `json:"ctrl"`
	Alt    bool    `json:"alt"`
	Zoom   float64 `json:"zoom"`  // screen px a page px
	Touch  bool    `json:"touch"` // a finger, which hides what it points at
}

func (p Pointer) at() geom.Point { return geom.Pt(p.X, p.Y) }

// Distances on the screen, px.
const (
	slack    = 4.0  // a press that moves less is a click
	reach    = 7.0  // how near the pointer must be to take hold of a thing
	thick    = 16.0 // the same for a finger
	portOff  = 9.0  // ports are drawn this far off the outline
	portHold = 11.0
)

// gesture is a press of the pointer that goes on. It owns what is seen of it: marks over
// the drawing, guides below the steps and the pointer's form.
type gesture interface {
	move(e *Editor, p Pointer)
	up(e *Editor, p Pointer)
	refresh(e *Editor) // the chart changed under it
	marks(e *Editor, m scene.Pen)
	guides(e *Editor, m scene.Pen)
	cursor() string
}

// still is a gesture's part for those that show nothing and wait for nothing.
type still struct{}

func (still) refresh(*Editor)           {}
func (still) marks(*Editor, scene.Pen)  {}
func (still) guides(*Editor, scene.Pen) {}

// press is where a gesture began and where it is now. It begins to move when it has left
// the slack of a click.
type press struct {
	start, last Pointer
	moved       bool
}

// follow takes a move of the pointer; false while it is a click as yet.
func (g *press) follow(e *Editor, p Pointer) bool {
	g.last = p
	g.moved = g.moved || p.at().Dist(g.start.at()) >= slack/e.zoom
	return g.moved
}

// preview shows what letting go would do, once the gesture moves.
func (g *press) preview(e *Editor, command func(*Editor) (chart.Command, bool)) {
	if !g.moved {
		return
	}
	if cmd, ok := command(e); ok {
		e.Preview(&cmd)
	}
}

// GestureOn reports whether a drag or another press goes on.
func (e *Editor) GestureOn() bool { return e.gesture != nil }

func (e *Editor) followGesture() {
	if e.Previews() {
		e.gesture.refresh(e)
	}
}

// forgetHover hides the ports of the step under the pointer until it moves again.
func (e *Editor) forgetHover() { e.hover = "" }

func (e *Editor) cancelGesture() { e.gesture = nil }

// reach is how near the pointer must be to a thing, px of the page.
func (e *Editor) reach() float64 {
	if e.touch {
		return thick / e.zoom
	}
	return reach / e.zoom
}

// Pointer takes one pointer event.
func (e *Editor) Pointer(p Pointer) {
	if p.Zoom > 0 {
		e.zoom = p.Zoom
	}
	if p.Type == "zoom" { // only the zoom is another: marks are drawn anew
		return
	}
	e.touch = p.Touch
	if p.Type != "move" || e.gesture != nil {
		e.Hear()
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
			if e.text.Now() == nil {
				e.Preview(nil) // also when nothing came of it
			}
		}
	case "drop":
		if e.hand != "" {
			e.gesture = nil
			e.PlaceSymbol(e.handRect(p.at()))
		}
	case "double":
		e.double(p)
	case "menu":
		e.selectUnder(p)
	case "leave":
		e.hover = ""
		if g, ok := e.gesture.(*placing); ok && g.ghost {
			e.gesture = nil
		}
	}
}

// pointAt marks the step under the pointer, so that it shows its ports, and tells by the
// pointer's form what a press would do.
func (e *Editor) pointAt(p Pointer) {
	if e.hand != "" {
		e.gesture = &placing{press: press{start: p, last: p}, ghost: true}
		return
	}
	near := func() bool {
		sh := e.Sheet().Shape(e.hover)
		return sh != nil && sh.Rect.Grow((portOff+8)/e.zoom).Contains(p.at())
	}
	if e.hover != "" && !near() {
		e.hover = ""
	}
	if sh := e.Sheet().StepAt(p.at()); sh != nil {
		e.hover = sh.Step.ID
	}
	e.over = e.gripAt(p).cursor
}

func (e *Editor) down(p Pointer) {
	if e.text.Now() != nil {
		if e.text.InTyping(p.at()) {
			e.gesture = e.beginSelecting(p)
			return
		}
		e.text.Accept(e.text.Now().Text) // a press elsewhere keeps what was typed
	}
	if ghost, ok := e.gesture.(*placing); ok && ghost.ghost {
		e.gesture = nil
	}
	g := e.gripAt(p)
	e.over = g.cursor
	if g.take != nil {
		e.gesture = g.take(p)
	}
}

// selectUnder selects what a menu is opened on.
func (e *Editor) selectUnder(p Pointer) {
	q := p.at()
	e.under = lines.Spot{}
	e.gesture = nil
	if sh := e.Sheet().StepAt(q); sh != nil {
		if !e.Selected(sh.Step.ID) {
			e.steps.SelectHeld(sh.Step.ID, false)
		}
	} else if r := e.Sheet().RunAt(q, e.reach()); r != nil {
		e.under, _ = e.spotAt(q)
		if !e.Selected(r.Line.ID) {
			e.Select(r.Line.ID)
		}
	} else {
		if b, ok := e.Page().HeadAt(q); ok {
			e.SelectBand(b.ID)
		} else if sh := e.Sheet().GroundAt(q); sh != nil {
			if !e.Selected(sh.Step.ID) {
				e.steps.SelectHeld(sh.Step.ID, false)
			}
		} else {
			e.Select()
		}
	}
}

func (e *Editor) double(p Pointer) {
	q := p.at()
	if e.text.Now() != nil {
		if e.text.InTyping(q) {
			e.text.SelectWord(q)
		}
		return
	}
	e.gesture = nil
	if sh := e.Sheet().StepAt(q); sh != nil {
		e.Select(sh.Step.ID)
		e.text.OnStep(sh.Step.ID)
		return
	}
	if s, ok := e.spotAt(q); ok {
		e.Select(s.Line)
		e.text.OnSpot(s)
		return
	}
	if b, ok := e.Page().HeadAt(q); ok {
		e.SelectBand(b.ID)
		e.text.OnLane(b.ID)
		return
	}
	if sh := e.Sheet().GroundAt(q); sh != nil && !sh.Step.Locked {
		e.Select(sh.Step.ID)
		e.text.OnStep(sh.Step.ID)
		return
	}
	e.hand = symbol.Process
	e.PlaceSymbol(e.handRect(q))
	if s := e.Only(); s != nil {
		e.text.OnStep(s.ID)
	}
}

// handRect is where the symbol in the hand goes for a click at q.
func (e *Editor) handRect(q geom.Point) geom.Rect {
	r, _ := e.snapped(e.hand, q)
	return r
}

// snapped is where a symbol of its usual size goes with its middle near q, and what it
// is in line with there.
func (e *Editor) snapped(k symbol.Kind, q geom.Point) (geom.Rect, []arrange.Guide) {
	r := e.steps.Next.Size(k)
	r.X, r.Y = q.X-r.W/2, q.Y-r.H/2
	dx, dy, guides := arrange.Snap(r, e.steps.Rects(func(id string) bool { return id == pulledStep }), e.reach(), e.Page().GridSize())
	r.X += dx
	r.Y += dy
	return r, guides
}

// portUnder finds the shown port that the pointer is on.
func (e *Editor) portUnder(q geom.Point) (*sheet.Shape, *symbol.Port) {
	ids := []string{e.hover}
	if s := e.Only(); s != nil {
		ids = append(ids, s.ID)
	}
	for _, id := range ids {
		sh := e.Sheet().Shape(id)
		if sh == nil {
			continue
		}
		for _, port := range sh.Ports() {
			if e.diamondAt(port).Dist(q) <= e.reach() {
				return sh, &port
			}
		}
	}
	return nil, nil
}

// diamondAt is where a port's sign stands: just off the outline, and aside where it would
// hide a label.
func (e *Editor) diamondAt(p symbol.Port) geom.Point {
	k := 1 / e.zoom
	o := p.Side.Out()
	for _, by := range [...]geom.Point{{}, {Y: 6}, {Y: -6}, {Y: 10}, {Y: -10}, {X: 10}} { // X outward, Y along the side
		q := p.At.Add(geom.Pt((o.X*(portOff+by.X)-o.Y*by.Y)*k, (o.Y*(portOff+by.X)+o.X*by.Y)*k))
		if !e.onLabel(geom.Rect{X: q.X, Y: q.Y}.Grow(5 * k)) {
			return q
		}
	}
	return p.At.Add(geom.Pt(o.X*portOff*k, o.Y*portOff*k))
}

func (e *Editor) onLabel(r geom.Rect) bool {
	for i := range e.Sheet().Lines {
		for _, l := range e.Sheet().Lines[i].Labels {
			if l.Box.Overlaps(r) {
				return true
			}
		}
	}
	return false
}
