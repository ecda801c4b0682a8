package hand

import (
	"math"

	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// labelling drags a label along its connector and beside it.
type labelling struct {
	press
	still
	line  string
	index int
	off   geom.Point // from the label's middle to the hand
}

func (g *labelling) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *labelling) refresh(e *Editor) { g.preview(e, g.command) }

func (g *labelling) command(e *Editor) (chart.Command, bool) {
	c, r := e.Page().Connector(g.line), e.Sheet().Run(g.line)
	if c == nil || r == nil || g.index >= len(c.Labels) {
		return chart.Command{}, false
	}
	ls := append([]chart.Label{}, c.Labels...)
	box := r.Labels[g.index].Box
	ls[g.index].Place = placeBeside(r.Points, g.last.at().Sub(g.off), box)
	return chart.Command{Words: say.DidMoveLabel, Parts: []chart.Part{{Do: "line.set", Page: e.PageID(), ID: c.ID, Labels: &ls}}}, true
}

// placeBeside is the place of a label with its middle at q, relative to a line.
func placeBeside(pts geom.Polyline, q geom.Point, box geom.Rect) *chart.LabelPlace {
	along, on := pts.Project(q)
	_, dir := pts.At(along)
	v := q.Sub(on)
	beside := v.Y*dir.X - v.X*dir.Y // to the right of the way along
	half := (math.Abs(dir.Y)*box.W + math.Abs(dir.X)*box.H) / 2
	pl := &chart.LabelPlace{Along: math.Round(along*1e4) / 1e4}
	if d := math.Abs(beside) - half; d > 0 {
		pl.Beside = geom.Round2(math.Copysign(math.Max(d, 1), beside))
	}
	return pl
}

func (g *labelling) up(e *Editor, p Pointer) {
	g.last = p
	if !g.moved {
		return
	}
	if cmd, ok := g.command(e); ok {
		e.Apply(cmd.Words, cmd.Parts...)
	}
}

func (g *labelling) cursor() string { return moveAll }
