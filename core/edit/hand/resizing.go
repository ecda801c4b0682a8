package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/style"
)

// resizing drags a crop mark; the step never gets too small for its text.
type resizing struct {
	press
	still
	id     string
	corner int
	rect   geom.Rect
}

func (g *resizing) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *resizing) refresh(e *Editor) { g.preview(e, g.command) }

func (g *resizing) command(e *Editor) (chart.Command, bool) {
	s := e.Page().Step(g.id)
	if s == nil {
		return chart.Command{}, false
	}
	left, top := g.corner == 0 || g.corner == 3, g.corner < 2
	grid := e.Page().GridSize()
	onGrid := func(v float64) float64 { return geom.Round2(math.Round(v/grid) * grid) }
	dx, dy := g.last.X-g.start.X, g.last.Y-g.start.Y
	if left {
		dx = -dx
	}
	if top {
		dy = -dy
	}
	w, h := math.Max(24, onGrid(g.rect.W+dx)), math.Max(24, onGrid(g.rect.H+dy))
	if g.last.Shift {
		k := math.Max(w/g.rect.W, h/g.rect.H)
		w, h = g.rect.W*k, g.rect.H*k
	}
	w, h = style.Text(e.Page(), s).Grow(s.Symbol, w, h, s.Text)
	r := geom.Rect{X: g.rect.X, Y: g.rect.Y, W: w, H: h}
	if left {
		r.X = g.rect.Right() - w
	}
	if top {
		r.Y = g.rect.Bottom() - h
	}
	return chart.Command{Words: say.DidResize, Parts: []chart.Part{e.steps.MoveTo([]arrange.Box{{ID: g.id, Rect: r}})}}, true
}

func (g *resizing) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok && e.Apply(cmd.Words, cmd.Parts...) {
		s := e.Page().Step(g.id)
		e.steps.Next.Sized(s.Symbol, s.W, s.H)
	}
}

func (g *resizing) cursor() string { return cornerCursor(g.corner) }
