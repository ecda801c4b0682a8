package hand

import (
	"math"
	"slices"

	"plaintracer/core/arrange"
	"plaintracer/core/chart"
	"plaintracer/core/edit/bands"
	"plaintracer/core/edit/say"
	"plaintracer/core/geom"
)

// edgeAt is the band with an edge at q that can be dragged: the far one of a lane or a stage, and
// near the one where the selected lane begins.
func (e *Editor) edgeAt(q geom.Point) (b chart.Band, near, ok bool) {
	p := e.Page()
	reach := 4 / e.zoom
	at := func(b chart.Band, near bool) bool {
		along, v := q.X, q.Y
		r := b.Rect
		if (b.Kind == chart.StageBand) != p.Down { // its edges stand upright
			along, v, r = q.Y, q.X, r.Turned()
		}
		edge := r.Bottom()
		if near {
			edge = r.Y
		}
		return along >= r.X && along <= r.Right() && math.Abs(v-edge) <= reach
	}
	if l := p.Lane(e.Band()); l != nil {
		if b, _ := p.Band(l.ID); at(b, true) {
			return b, true, true
		}
	}
	for _, b := range p.Bands() {
		if b.Kind != chart.GroupBand && at(b, false) && (b.Kind != chart.StageBand || b.Head.Grow(reach).Contains(q)) {
			return b, false, true
		}
	}
	return chart.Band{}, false, false
}

// widening drags the edge of a lane or a stage; it stays as large as its steps.
type widening struct {
	press
	still
	band chart.Band
	near bool   // the edge where it begins
	form string // of the pointer
}

func (g *widening) move(e *Editor, p Pointer) {
	if g.follow(e, p) {
		g.refresh(e)
	}
}

func (g *widening) refresh(e *Editor) {
	if cmd, ok := g.command(e); g.moved && ok {
		e.Preview(&cmd)
	}
}

func (g *widening) command(e *Editor) (chart.Command, bool) {
	p := e.Page()
	d, size := g.last.Y-g.start.Y, g.band.Rect.H
	if (g.band.Kind == chart.StageBand) != p.Down {
		d, size = g.last.X-g.start.X, g.band.Rect.W
	}
	if g.near {
		d = -d
	}
	grid := p.GridSize()
	size = math.Max(bands.LeastBand, math.Round((size+d)/grid)*grid)
	parts := arrange.Resized(p, g.band.ID, size, g.near)
	return chart.Command{Words: say.DidSizeBand[g.band.Kind], Parts: parts}, len(parts) > 0
}

func (g *widening) up(e *Editor, p Pointer) {
	g.last = p
	if cmd, ok := g.command(e); g.moved && ok {
		e.Apply(cmd.Words, cmd.Parts...)
	}
}

func (g *widening) cursor() string { return g.form }

// reordering drags a band by its head to another place among those beside it.
type reordering struct {
	press
	still
	band chart.Band
	on   bool
}

func (g *reordering) move(e *Editor, p Pointer) {
	g.last = p
	g.refresh(e)
}

func (g *reordering) refresh(e *Editor) {
	parts := g.parts(e)
	if g.on = len(parts) > 0; g.on {
		e.Preview(&chart.Command{Words: say.DidMoveBand[g.band.Kind], Parts: parts})
	} else {
		e.Preview(nil)
	}
}

// parts are the new order when the pointer lies over another band.
func (g *reordering) parts(e *Editor) []chart.Part {
	p := e.Page()
	if g.band.Kind == chart.StageBand {
		over := p.StageAt(g.last.at())
		at := slices.IndexFunc(p.Stages, func(s *chart.Stage) bool { return s.ID == g.band.ID })
		if over == nil || at < 0 || over.ID == g.band.ID {
			return nil
		}
		return arrange.StageMoved(p, g.band.ID, slices.Index(p.Stages, over)-at)
	}
	over := p.LaneUnder(g.last.at())
	if over == nil {
		return nil
	}
	return arrange.LaneMoved(p, g.band.ID, over.ID)
}

func (g *reordering) up(e *Editor, p Pointer) {
	if g.last = p; !g.on {
		return
	}
	e.Apply(say.DidMoveBand[g.band.Kind], g.parts(e)...)
}

func (g *reordering) cursor() string { return grabbing }
