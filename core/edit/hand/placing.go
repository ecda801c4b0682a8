package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/symbol"
)

// placing puts the symbol in the hand down: a click at its usual size, a
// dragged frame at that size. As a ghost it goes along with the pointer before that.
type placing struct {
	press
	still
	ghost bool
}

func (g *placing) move(e *Editor, p Pointer) {
	g.follow(e, p)
	if e.hand == "" {
		e.gesture = nil
	}
}

// rect is the frame dragged so far, or for a click the symbol's place, and the guides to it.
func (g *placing) rect(e *Editor) (geom.Rect, []arrange.Guide) {
	a, b := g.start.at(), g.last.at()
	if g.ghost || a.Dist(b) < 2*slack/e.zoom {
		if r := e.steps.Next.Size(e.hand); g.last.Alt { // exactly there
			return geom.Rect{X: b.X - r.W/2, Y: b.Y - r.H/2, W: r.W, H: r.H}, nil
		}
		return e.snapped(e.hand, b)
	}
	if g.last.Shift {
		size := e.steps.Next.Size(e.hand)
		if e.hand == symbol.Terminator {
			size.H = size.W // equal sides make it a circle
		}
		k := math.Max(math.Abs(b.X-a.X)/size.W, math.Abs(b.Y-a.Y)/size.H)
		b = geom.Pt(a.X+math.Copysign(size.W*k, b.X-a.X), a.Y+math.Copysign(size.H*k, b.Y-a.Y))
	}
	r := geom.Span(a, b)
	grid := e.Page().GridSize()
	onGrid := func(v float64) float64 { return geom.Round2(math.Round(v/grid) * grid) }
	r = geom.Rect{X: onGrid(r.X), Y: onGrid(r.Y), W: math.Max(24, onGrid(r.W)), H: math.Max(24, onGrid(r.H))}
	if g.last.Shift {
		r.W, r.H = math.Max(24, geom.Span(a, b).W), math.Max(24, geom.Span(a, b).H)
	}
	return r, nil
}

func (g *placing) up(e *Editor, p Pointer) {
	if g.ghost || e.hand == "" {
		return
	}
	g.last = p
	r, _ := g.rect(e)
	e.PlaceSymbol(r)
}

func (g *placing) marks(e *Editor, m scene.Pen) {
	if e.hand == "" {
		return
	}
	r, guides := g.rect(e)
	if e.around(e.hand, r) {
		m.Line(e.hand.Outline(r.W, r.H).Shift(r.X, r.Y), scene.Ink, 1.4, 4, 3)
		m.Say(say.WordBehind, g.last.at())
		return
	}
	e.willStand(m, e.hand, r)
	if l := e.lineUnder(e.Sheet(), e.hand, "", r); l != nil {
		m.Say(say.Into(e.Between(l.Line)), g.last.at())
	} else {
		e.told(m, guides, r)
	}
}

func (g *placing) guides(e *Editor, m scene.Pen) {
	if e.hand == "" {
		return
	}
	r, guides := g.rect(e)
	e.construction(m, guides)
	if l := e.lineUnder(e.Sheet(), e.hand, "", r); l != nil {
		m.Line(l.Drawn().Path(), scene.Red, 2.4)
	}
}

func (g *placing) cursor() string { return crosshair }
