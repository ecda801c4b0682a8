package hand

import (
	"plaintracer/core/edit/lines"
	"plaintracer/core/symbol"
)

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
		if e.isGhost() {
			e.gesture = nil
		}
	}
}

// isGhost reports whether what goes on only shows what a press would do.
func (e *Editor) isGhost() bool {
	switch g := e.gesture.(type) {
	case *placing:
		return g.ghost
	case *opening:
		return g.ghost
	}
	return false
}

// pointAt marks the step under the pointer, so that it shows its ports, and tells by the
// pointer's form what a press would do.
func (e *Editor) pointAt(p Pointer) {
	if e.hand != "" {
		e.gesture = &placing{press: press{start: p, last: p}, ghost: true}
		return
	}
	if e.room {
		e.gesture = &opening{press: press{start: p, last: p}, ghost: true}
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
	if e.isGhost() {
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

// Cursor is the pointer's form: what the hand does, or would do where it is.
func (e *Editor) Cursor() string {
	switch {
	case e.gesture != nil:
		return e.gesture.cursor()
	case e.hand != "" || e.room:
		return crosshair
	case e.over != "":
		return e.over
	}
	return arrow
}
