package hand

import (
	"math"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
	"plaintracer/core/scene"
	"plaintracer/core/style"
)

// resizing drags a crop mark; the step never gets too small for its text.
type resizing struct {
	press
	id     string
	corner int
	rect   geom.Rect
	lines  []arrange.Guide
}

func (g *resizing) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

// sized is the step at a size: the corner that is across stays.
func (g *resizing) sized(w, h float64) geom.Rect {
	r := geom.Rect{X: g.rect.X, Y: g.rect.Y, W: w, H: h}
	if g.corner == 0 || g.corner == 3 {
		r.X = g.rect.Right() - w
	}
	if g.corner < 2 {
		r.Y = g.rect.Bottom() - h
	}
	return r
}

func (g *resizing) refresh(e *Editor) { g.preview(e, g.command) }

func (g *resizing) command(e *Editor) (chart.Command, bool) {
	s := e.Page().Step(g.id)
	if s == nil {
		return chart.Command{}, false
	}
	left, top := g.corner == 0 || g.corner == 3, g.corner < 2
	dx, dy := g.last.X-g.start.X, g.last.Y-g.start.Y
	if left {
		dx = -dx
	}
	if top {
		dy = -dy
	}
	w, h := g.rect.W+dx, g.rect.H+dy
	if g.lines = nil; !g.last.Alt { // with it, as large as it is pulled
		now := g.sized(w, h)
		dw, dh, guides := arrange.SnapSize(now, left, top, e.field(now.Centre(), func(id string) bool { return id == g.id }), e.reach())
		w, h, g.lines = geom.Round2(w+dw), geom.Round2(h+dh), guides
	}
	w, h = math.Max(24, w), math.Max(24, h)
	if g.last.Shift {
		g.lines = nil
		k := math.Max(w/g.rect.W, h/g.rect.H)
		w, h = g.rect.W*k, g.rect.H*k
	}
	w, h = style.Text(e.Page(), s).Grow(s.Symbol, w, h, s.Text)
	r := g.sized(w, h)
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

func (g *resizing) marks(e *Editor, m scene.Pen) {
	if sh := e.Sheet().Shape(g.id); g.moved && sh != nil {
		e.told(m, g.lines, sh.Rect)
	}
}

func (g *resizing) guides(e *Editor, m scene.Pen) {
	if g.moved {
		e.construction(m, g.lines)
	}
}

func (g *resizing) cursor() string { return cornerCursor(g.corner) }
