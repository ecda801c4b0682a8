package hand

import (
	"plaintracer/core/geom"
	"plaintracer/core/scene"
)

// framing selects what lies inside a dragged frame.
type framing struct {
	press
	still
}

func (g *framing) move(e *Editor, p Pointer) { g.follow(e, p) }

func (g *framing) up(e *Editor, p Pointer) {
	r := geom.Span(g.start.at(), p.at())
	if r.W < slack/e.zoom && r.H < slack/e.zoom {
		return
	}
	for _, sh := range e.Sheet().Steps {
		if sh.Rect.Inside(r) && !sh.Step.Locked {
			e.Also(sh.Step.ID)
		}
	}
	e.steps.SelectWhole()
	for _, l := range e.Sheet().Lines {
		in := len(l.Points) > 0
		for _, q := range l.Points {
			in = in && r.Contains(q)
		}
		if in {
			e.Also(l.Line.ID)
		}
	}
}

func (g *framing) marks(e *Editor, m scene.Pen) {
	m.Line(geom.Box(geom.Span(g.start.at(), g.last.at())), scene.Ink, 1, 3, 3)
}

func (g *framing) cursor() string { return crosshair }
