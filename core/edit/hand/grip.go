package hand

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/lines"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// grip is what a press at a point takes hold of: the pointer's form says it beforehand,
// take does it. The gesture that take returns may be nil.
type grip struct {
	cursor string
	take   func(p Pointer) gesture
}

// gripAt finds what is uppermost for the hand at the pointer.
func (e *Editor) gripAt(p Pointer) grip {
	q := p.at()
	if e.text.Now() != nil && e.text.InTyping(q) {
		return grip{cursor: ibeam}
	}
	if e.pipette {
		return grip{crosshair, func(p Pointer) gesture { e.takeColour(p.at()); return nil }}
	}
	if e.room {
		return grip{crosshair, func(p Pointer) gesture { return &opening{press: press{start: p, last: p}} }}
	}
	if e.hand != "" {
		return grip{crosshair, func(p Pointer) gesture { return &placing{press: press{start: p, last: p}} }}
	}
	if r, ok := e.rowEndAt(q); ok {
		return grip{pointing, func(Pointer) gesture {
			return &clicking{form: pointing, do: func() { e.steps.SelectRow(r.column) }}
		}}
	}
	if s := e.pages.FoldAt(q); s != nil {
		return grip{pointing, func(Pointer) gesture { return &clicking{form: pointing, do: func() { e.pages.Fold(s) }} }}
	}
	if sh, port := e.portUnder(q); sh != nil {
		from := chart.End{Step: sh.Step.ID, Port: port.Name}
		return grip{crosshair, func(p Pointer) gesture { return &pulling{press: press{start: p, last: p}, from: from} }}
	}
	if p.Alt {
		if sh := e.outlineUnder(q); sh != nil {
			return grip{crosshair, func(p Pointer) gesture {
				port, part := e.lines.OwnPort(sh, q)
				return &pulling{press: press{start: p, last: p}, from: chart.End{Step: sh.Step.ID, Port: port}, ports: []chart.Part{part}, made: 1}
			}}
		}
	}
	if ls := e.Lines(); len(ls) == 1 {
		r := e.Sheet().Run(ls[0].ID)
		for i, at := range [2]geom.Point{r.Points[0], r.Points[len(r.Points)-1]} {
			if at.Dist(q) <= e.reach() {
				return grip{crosshair, func(p Pointer) gesture {
					return &pulling{press: press{start: p, last: p}, line: ls[0].ID, atFrom: i == 0}
				}}
			}
		}
	}
	if s := e.Only(); s != nil && !s.Locked {
		sh := e.Sheet().Shape(s.ID)
		for i, c := range corners(sh.Rect, e.zoom) {
			if c.Dist(q) <= e.reach()+2/e.zoom {
				return grip{cornerCursor(i), func(p Pointer) gesture {
					return &resizing{press: press{start: p, last: p}, id: s.ID, corner: i, rect: sh.Rect}
				}}
			}
		}
	}
	if sh := e.Sheet().StepAt(q); sh != nil && p.Ctrl {
		if l := scene.TextLink(e.Sheet(), sh, q); l != nil {
			return grip{pointing, func(Pointer) gesture { return &clicking{form: pointing, do: func() { e.pages.GoWhere(l) }} }}
		}
	}
	if l := e.pages.LinkAt(q); l != nil {
		return grip{pointing, func(Pointer) gesture { return &clicking{form: pointing, do: func() { e.pages.GoWhere(l) }} }}
	}
	if sh := e.Sheet().StepAt(q); sh != nil {
		return e.stepGrip(sh.Step.ID, p)
	}
	if s, ok := e.spotAt(q); ok {
		return e.lineGrip(s, p)
	}
	if left, ok := scene.OnRuler(e.Sheet(), q); ok {
		g := &ruling{press: press{start: p, last: p}, line: chart.GuideLine{Upright: left, At: -1}}
		return grip{g.cursor(), func(p Pointer) gesture { return g }}
	}
	if line, ok := e.guideAt(q); ok {
		g := &ruling{press: press{start: p, last: p}, line: line}
		return grip{g.cursor(), func(p Pointer) gesture { return g }}
	}
	if scene.KeyBox(e.Sheet()).Contains(q) && e.Page().Key != nil {
		return grip{moveAll, func(p Pointer) gesture {
			e.Select()
			return &keying{press: press{start: p, last: p}, was: *e.Page().Key}
		}}
	}
	if b, near, ok := e.edgeAt(q); ok {
		cursor := rowEdge
		if (b.Kind == chart.StageBand) != e.Page().Down {
			cursor = columnEdge
		}
		return grip{cursor, func(p Pointer) gesture {
			return &widening{press: press{start: p, last: p}, band: b, near: near, form: cursor}
		}}
	}
	if b, ok := e.Page().HeadAt(q); ok {
		return grip{grab, func(p Pointer) gesture {
			e.SelectBand(b.ID)
			return &reordering{press: press{start: p, last: p}, band: b}
		}}
	}
	sheet := e.Sheet()
	if sh := sheet.GroundAt(q); sh != nil {
		return e.stepGrip(sh.Step.ID, p)
	}
	switch {
	case scene.TitleBox(sheet).Contains(q):
		return grip{ibeam, func(p Pointer) gesture { return &clicking{form: ibeam, do: e.text.OnTitle} }}
	case scene.NameBox(sheet).Contains(q):
		return grip{ibeam, func(p Pointer) gesture { return &clicking{form: ibeam, do: e.text.OnName} }}
	}
	return grip{arrow, func(p Pointer) gesture {
		if !p.Shift {
			e.Select()
		}
		return &framing{press: press{start: p, last: p}}
	}}
}

// stepGrip selects a step and moves what is selected; with Shift it is added to the
// selection or taken out of it.
func (e *Editor) stepGrip(id string, p Pointer) grip {
	cursor := moveAll
	if p.Ctrl {
		cursor = leaveCopy
	} else if e.Page().Step(id).Locked {
		cursor = arrow
	}
	return grip{cursor, func(p Pointer) gesture {
		again := e.Selected(id)
		switch {
		case p.Shift:
			e.steps.SelectHeld(id, true)
			return nil
		case !again:
			e.steps.SelectHeld(id, false)
		}
		if e.Page().Step(id).Locked && !p.Ctrl {
			return &framing{press: press{start: p, last: p}}
		}
		return &moving{press: press{start: p, last: p}, id: id, again: again, boxes: e.steps.Boxes(), before: e.Sheet()}
	}}
}

// lineGrip selects a connector, and moves the label or slides the segment at s.
func (e *Editor) lineGrip(s lines.Spot, p Pointer) grip {
	r := e.Sheet().Run(s.Line)
	g := grip{cursor: arrow}
	switch {
	case s.Label >= 0:
		g.cursor = moveAll
	case r.Line.Kind != chart.Straight && len(r.Points) > 1:
		g.cursor = upAndDown
		if upright, _ := lines.Place(r.Points, s.Seg); upright {
			g.cursor = across
		}
	}
	g.take = func(p Pointer) gesture {
		if p.Shift {
			e.Also(s.Line)
			return nil
		}
		e.Select(s.Line)
		if s.Label >= 0 {
			return &labelling{press: press{start: p, last: p}, line: s.Line, index: s.Label, off: p.at().Sub(r.Labels[s.Label].Box.Centre())}
		}
		return e.beginBending(s, p)
	}
	return g
}

// clicking does something when the pointer is let go where it was pressed.
type clicking struct {
	still
	form string // of the pointer
	do   func()
}

func (g *clicking) move(*Editor, Pointer) {}
func (g *clicking) up(*Editor, Pointer)   { g.do() }
func (g *clicking) cursor() string        { return g.form }
