package hand

import (
	"plaintracer/core/chart"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// keying drags the symbol key.
type keying struct {
	press
	still
	was chart.Key
}

func (g *keying) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.preview(e, g.command)
	}
}

func (g *keying) command(e *Editor) (chart.Command, bool) {
	d := g.last.at().Sub(g.start.at())
	to := chart.Key{X: geom.Round2(g.was.X + d.X), Y: geom.Round2(g.was.Y + d.Y), Rows: g.was.Rows}
	return chart.Command{Words: say.DidMoveKey, Parts: []chart.Part{{Do: "page.set", Page: e.PageID(), Key: &chart.KeyPart{At: &to}}}}, e.Page().Key != nil
}

func (g *keying) up(e *Editor, p Pointer) {
	g.last = p
	if cmd, ok := g.command(e); ok && g.moved {
		e.Apply(cmd.Words, cmd.Parts...)
	}
}

func (g *keying) cursor() string { return moveAll }
